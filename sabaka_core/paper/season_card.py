"""The season on paper: charts, visits, what to look out for, the run of every chamber."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.findings import errors_in
from sabaka_core.hive.context import Context
from sabaka_core.kit.measure import PLAIN, ReadAs
from sabaka_core.paper.run_card import put_runs
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.show.study import chapter

_NOTE = "A model’s plan, from values told from memory: what you see in the hive comes first."


def season_card(hive: Hive, reading: ReadAs = PLAIN) -> bytes:
    """The season's card of a hive as a PDF.

    Raises:
        ParameterError: a setting of the season can't be used.
    """
    context = Context(hive)
    report = chapter(context, "season")
    sheet = Sheet(hive, "season", reading)
    sheet.title(hive.name, report.lead)
    sheet.errors(errors_in(context), "before you go by this plan")
    sheet.metrics(report.metrics.values())
    for name, high in (("season-combs", 62), ("season-bees", 52)):
        sheet.chart(report.charts[name], high * POINTS)
    for table in report.tables:
        if not table.folded:
            sheet.heading(table.title)
            sheet.lines(table.columns, table.lines)
    sheet.heading("Visits")
    sheet.agenda(report.agenda, "Nothing to move or take.")
    sheet.heading("Look out")
    sheet.findings(report.findings, "Nothing goes wrong.")
    sheet.heading("The run as it is designed", room=58 * POINTS)
    put_runs(sheet, context.whole)
    return sheet.save(_NOTE)
