"""Moving in on paper: the comb as it will hang, parts, steps with their days, cautions."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.findings import errors_in
from sabaka_core.hive.whole import whole
from sabaka_core.kit.measure import Measure
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.show.moving import WayOut, moving_report

_NOTE = "From values told from memory: measure your own boxes and frames before you saw."


def moving_page(hive: Hive, measure: Measure = "mm") -> bytes:
    """The page of a design's move as a PDF.

    Raises:
        ParameterError: a date or frame of the move can't be used.
    """
    report = moving_report(hive)
    way = next(each for each in report.ways if each.id == report.chosen)
    sheet = Sheet(hive, "moving in", measure)
    sheet.title(f"{hive.name}: moving in", f"{report.bees}, {report.moving.count} combs. {way.name}.")
    sheet.errors(errors_in(whole(hive)), "before you move bees into it")
    sheet.paragraph("How", way.how)
    high = 70 * POINTS
    wide = sheet.wide / max(len(report.drawings), 1)
    for index, drawing in enumerate(report.drawings):
        sheet.picture(drawing, high, sheet.left + index * wide, wide - 4)
    sheet.y -= high + 2 * POINTS
    sheet.key(*report.drawings)
    sheet.heading("Parts")
    _parts(sheet, way)
    sheet.heading("Days")
    for step in report.steps:
        sheet.paragraph(step.label, f"{step.title}. {step.words}")
    sheet.heading("Mind")
    for trouble in report.troubles:
        sheet.paragraph("!", f"{trouble.words} {trouble.nearest}")
    for caution in (*way.cautions, *(step.caution for step in report.steps if step.caution)):
        sheet.paragraph("", caution)
    return sheet.save(_NOTE)


def _parts(sheet: Sheet, way: WayOut) -> None:
    if not way.parts:
        sheet.paragraph("", "Nothing to make.")
    for part in way.parts:
        sizes = sheet.sizes(*(size.value for size in part.sizes))
        note = f"; {part.note}" if part.note else ""
        sheet.paragraph(f"{part.count} of", f"{part.name}, {sizes}{note}", 7.5)
    lost = "; ".join(sheet.say(each) for each in way.lost)
    if lost:
        sheet.paragraph("Lost", lost)
