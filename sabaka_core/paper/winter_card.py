"""The winter on paper: where the heat goes, combs and their bands, what would save, what to mind."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.drawing.winter import without_legend
from sabaka_core.findings import errors_in
from sabaka_core.hive.context import Context
from sabaka_core.kit.measure import PLAIN, ReadAs
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.show.study import chapter
from sabaka_core.winter.heat import settings_of

_NOTE = "A model’s figures, from values told from memory: what you see and heft comes first."
_MOST_HELPS = 6


def winter_card(hive: Hive, reading: ReadAs = PLAIN) -> bytes:
    """The winter's card of a hive as a PDF.

    Raises:
        ParameterError: a setting of season or winter can't be used.
    """
    context = Context(hive)
    report = chapter(context, "winter")
    _, wintering = settings_of(context.hive)
    sheet = Sheet(hive, "winter", reading)
    under = f"{sheet.say(report.lead)} {wintering.bees} bees, top {wintering.school}"
    sheet.title(f"{hive.name}: winter", under)
    sheet.errors(errors_in(context), "before you go by these figures")
    section, combs = without_legend(report.drawings["winter-section"]), report.drawings["winter-combs"]
    sheet.pictures(66 * POINTS, section, combs)
    sheet.key(section, combs)
    sheet.heading("The winter in numbers")
    sheet.metrics(report.metrics.values())
    sheet.heading("Combs")
    for line in next(table.lines for table in report.tables if table.key == "combs"):
        number, verdict, honey, band = (sheet.say(cell) for cell in line.cells)
        sheet.paragraph(f"{number}: {verdict}", f"{honey} of honey, a band of {band}. {line.why}", 7.5)
    sheet.heading("What would save honey")
    for mend in report.helps[:_MOST_HELPS]:
        gives = f": {sheet.say(mend.gives)}" if mend.gives else ""
        sheet.paragraph("", f"{sheet.say(mend.label)}{gives}")
    sheet.heading("Mind")
    sheet.findings(report.findings)
    for caution in report.cautions:
        sheet.paragraph("", caution)
    return sheet.save(_NOTE)
