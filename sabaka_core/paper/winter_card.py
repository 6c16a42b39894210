"""The winter on paper: where the heat goes, combs and their bands, what would save, what to mind."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.drawing.winter import without_legend
from sabaka_core.findings import errors_in
from sabaka_core.hive.whole import whole
from sabaka_core.kit.measure import Measure
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.show.winter import winter_report

_NOTE = "A model’s figures, from values told from memory: what you see and heft comes first."


def winter_card(hive: Hive, measure: Measure = "mm") -> bytes:
    """The winter's card of a hive as a PDF.

    Raises:
        ParameterError: a setting of season or winter can't be used.
    """
    report = winter_report(hive)
    sheet = Sheet(hive, "winter", measure)
    under = f"{report.place}; {report.combs} combs, {report.wintering.bees} bees, top {report.wintering.school}"
    sheet.title(f"{hive.name}: winter", under)
    sheet.errors(errors_in(whole(hive)), "before you go by these figures")
    high, half = 66 * POINTS, sheet.wide / 2
    section = without_legend(report.section)
    sheet.picture(section, high, wide=half - 6)
    sheet.picture(report.comb_drawing, high, sheet.left + half, half - 6)
    sheet.y -= high + 2 * POINTS
    sheet.key(section, report.comb_drawing)
    sheet.heading("The winter")
    for line in (*report.summary, *report.nest):
        sheet.paragraph("", line)
    sheet.heading("Combs")
    for comb in report.bands:
        words = f"{sheet.say(comb.honey)} of honey, a band of {sheet.say(comb.band)}. {comb.why}"
        sheet.paragraph(f"{comb.number}: {comb.verdict}", words, 7.5)
    sheet.heading("What would save honey")
    for saving in report.savings[:6]:
        sheet.paragraph(saving.saves, saving.label)
    sheet.heading("Mind")
    for found in report.findings:
        sheet.paragraph("!" if found.severity == "error" else "", f"{sheet.say(found.words)}. {found.why}")
    for caution in report.cautions:
        sheet.paragraph("", caution)
    return sheet.save(_NOTE)
