"""The season on paper: charts, visits, what to look out for, the run of every chamber."""

from __future__ import annotations

from sabaka_core.base.quantity import Text, mm, text
from sabaka_core.document.hive import Hive
from sabaka_core.findings import errors_in
from sabaka_core.hive.whole import whole
from sabaka_core.kit.measure import Measure
from sabaka_core.paper.run_card import put_runs
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.show.season import SeasonReport, StepOut, VisitOut, season_report

_NOTE = "A model’s plan, from values told from memory: what you see in the hive comes first."


def season_card(hive: Hive, measure: Measure = "mm") -> bytes:
    """The season's card of a hive as a PDF.

    Raises:
        ParameterError: a setting of the season can't be used.
    """
    report, everything = season_report(hive), whole(hive)
    sheet = Sheet(hive, "season", measure)
    sheet.title(hive.name, f"{report.place}; {report.start}")
    sheet.errors(errors_in(everything), "before you go by this plan")
    sheet.paragraph("In all", "; ".join(sheet.say(each) for each in report.summary), 8.5)
    for key, high in (("combs", 58 * POINTS), ("bees", 44 * POINTS)):
        sheet.picture(report.charts[key], high, stretch=True)
        sheet.y -= high + 3 * POINTS
    sheet.key(*report.charts.values())
    sheet.heading("Visits")
    if not report.visits:
        sheet.paragraph("", report.saying or "Nothing to move or take.")
    for visit in report.visits:
        for index, step in enumerate(visit.steps):
            sheet.paragraph(visit.label if index == 0 else "", _step(report, visit, step))
    sheet.heading("Look out")
    if not report.warnings:
        sheet.paragraph("", "Nothing goes wrong.")
    for warned in report.warnings:
        sheet.paragraph(warned.label, warned.words)
    sheet.heading("The run as it is designed", room=58 * POINTS)
    put_runs(sheet, everything)
    return sheet.save(_NOTE)


def _step(report: SeasonReport, visit: VisitOut, step: StepOut) -> Text:
    if step.kind not in ("add", "contract"):
        return Text(template=step.words)
    week = report.weeks[visit.week]
    return text(f"{step.words} Follower at {{far}}, after comb {week.last_comb}.", far=mm(week.far_mm))
