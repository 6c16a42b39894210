"""The winter on one A4 page: where the heat goes, combs and their bands, what would save, what to mind."""

from __future__ import annotations

import io

from reportlab.lib.pagesizes import A4
from reportlab.pdfgen.canvas import Canvas

from sabaka_core.document.hive import Hive
from sabaka_core.paper.page import FOOT, INK, LEFT, POINTS, RIGHT, SOFT, TOP, heading, paragraph, picture, words
from sabaka_core.quantity import plain, plain_quantity
from sabaka_core.winter.report import winter_report


def winter_card(hive: Hive) -> bytes:
    """The winter's card of a hive as a PDF of one A4 page.

    Raises:
        ParameterError: a setting of season or winter can't be used.
    """
    report = winter_report(hive)
    buffer = io.BytesIO()
    page = Canvas(buffer, pagesize=A4, invariant=1)
    page.setTitle(f"{hive.name}: winter")
    page.setFillColor(INK)
    page.setFont("Times-Roman", 20)
    page.drawString(LEFT, TOP - 6 * POINTS, words(f"{hive.name}: winter"))
    page.setFont("Helvetica", 9)
    page.setFillColor(SOFT)
    page.drawString(
        LEFT,
        TOP - 12 * POINTS,
        words(f"{report.place}; {report.combs} combs, {report.wintering.bees} bees, top {report.wintering.school}"),
    )
    page.line(LEFT, TOP - 14 * POINTS, RIGHT, TOP - 14 * POINTS)
    y = TOP - 18 * POINTS
    high = 66 * POINTS
    wide = (RIGHT - LEFT) / 2
    picture(page, report.section, LEFT, y, wide - 6, high)
    picture(page, report.comb_drawing, LEFT + wide, y, wide - 6, high)
    y = heading(page, "The winter", y - high - 4 * POINTS)
    for line in (*report.summary, *report.nest):
        y = paragraph(page, "", plain(line), y)
    y = heading(page, "Combs", y - 2)
    for comb in report.bands:
        if y > FOOT + 70 * POINTS:
            y = paragraph(
                page,
                f"{comb.number}: {comb.verdict}",
                f"{plain_quantity(comb.honey)} of honey, a band of {plain_quantity(comb.band)}. {comb.why}",
                y,
                7.5,
            )
    y = heading(page, "What would save honey", y - 2)
    for saving in report.savings[:6]:
        y = paragraph(page, plain_quantity(saving.saves), saving.label, y)
    y = heading(page, "Mind", y - 2)
    for found in report.findings:
        y = paragraph(page, "!" if found.severity == "error" else "", f"{plain(found.words)}. {found.why}", y)
    for caution in report.cautions:
        if y > FOOT + 6 * POINTS:
            y = paragraph(page, "", caution, y)
    page.setFont("Helvetica", 7)
    page.setFillColor(SOFT)
    page.drawString(
        LEFT,
        FOOT - 4 * POINTS,
        "A model's figures, from values told from memory: what you see and heft comes first. Sabaka.",
    )
    page.showPage()
    page.save()
    return buffer.getvalue()
