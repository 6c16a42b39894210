"""Moving in on paper: the comb as it will hang, parts, steps with their days, cautions."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.findings import errors_in
from sabaka_core.hive.context import Context
from sabaka_core.kit.measure import PLAIN, ReadAs
from sabaka_core.moving.asked import move_in
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.show.study import chapter

_NOTE = "From values told from memory: measure your own boxes and frames before you saw."
_DRAWN = ("move-way", "move-box", "move-plan")


def moving_page(hive: Hive, reading: ReadAs = PLAIN) -> bytes:
    """The page of a design's move as a PDF.

    Raises:
        ParameterError: a date or frame of the move can't be used.
    """
    context = Context(hive)
    report, move = chapter(context, "moving"), context.once(move_in)
    way = move.way
    sheet = Sheet(hive, "moving in", reading)
    sheet.title(f"{hive.name}: moving in", f"{move.bees.name}, {move.moving.count} combs. {way.name}.")
    sheet.errors(errors_in(context), "before you move bees into it")
    sheet.paragraph("How", way.how)
    drawings = [report.drawings[name] for name in _DRAWN if name in report.drawings]
    sheet.pictures(70 * POINTS, *drawings)
    sheet.key(*drawings)
    sheet.heading("Parts")
    parts = [part for part in way.parts if part.count]
    for part in parts:
        note = f"; {part.note}" if part.note else ""
        sheet.paragraph(f"{part.count} of", f"{part.name}, {sheet.sizes(*part.sizes_mm)}{note}", 7.5)
    if not parts:
        sheet.paragraph("", "Nothing to make.")
    lost = [each for key, each in report.metrics.items() if key.startswith("moving.lost_") and each.value >= 1]
    if lost:
        sheet.metrics(lost)
    sheet.heading("Days")
    sheet.agenda(report.agenda, "")
    sheet.heading("Mind")
    sheet.findings(report.findings)
    for caution in (*way.cautions, *(each.caution for day in report.agenda for each in day.doings if each.caution)):
        sheet.paragraph("", caution)
    return sheet.save(_NOTE)
