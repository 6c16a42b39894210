"""Moving in on one A4 page: the comb as it will hang, parts, steps with their days, cautions."""

from __future__ import annotations

import io
from typing import Any

from reportlab.lib.pagesizes import A4
from reportlab.pdfgen.canvas import Canvas

from sabaka_core.document.hive import Hive
from sabaka_core.moving.report import MovingReport, WayOut, moving_report
from sabaka_core.paper.page import FOOT, INK, LEFT, POINTS, RIGHT, SOFT, TOP, heading, paragraph, picture, words
from sabaka_core.quantity import plain, plain_quantity


def moving_page(hive: Hive) -> bytes:
    """The page of a design's move as a PDF.

    Raises:
        ParameterError: a date or frame of the move can't be used.
    """
    report = moving_report(hive)
    way = next(each for each in report.ways if each.id == report.chosen)
    buffer = io.BytesIO()
    page = Canvas(buffer, pagesize=A4, invariant=1)
    page.setTitle(f"{hive.name}: moving in")
    y = _head(page, hive.name, report, way)
    drawing_high = 74 * POINTS
    wide = (RIGHT - LEFT) / len(report.drawings)
    for index, drawing in enumerate(report.drawings):
        picture(page, drawing, LEFT + index * wide, y, wide - 4, drawing_high)
    y -= drawing_high + 4 * POINTS
    y = _parts(page, way, y)
    y = heading(page, "Days", y)
    for step in report.steps:
        y = paragraph(page, step.label, f"{step.title}. {step.words}", y)
    y = heading(page, "Mind", y - 2)
    for trouble in report.troubles:
        y = paragraph(page, "!", f"{trouble.words} {trouble.nearest}", y)
    for caution in (*way.cautions, *(step.caution for step in report.steps if step.caution)):
        if y > FOOT + 8 * POINTS:
            y = paragraph(page, "", caution, y)
    page.setFont("Helvetica", 7)
    page.setFillColor(SOFT)
    page.drawString(
        LEFT,
        FOOT - 4 * POINTS,
        "Sizes in mm, from values told from memory: measure your own boxes and frames before you saw. Sabaka.",
    )
    page.showPage()
    page.save()
    return buffer.getvalue()


def _head(page: Any, name: str, report: MovingReport, way: WayOut) -> float:
    page.setFillColor(INK)
    page.setFont("Times-Roman", 20)
    page.drawString(LEFT, TOP - 6 * POINTS, words(f"{name}: moving in"))
    page.setFont("Helvetica", 9)
    page.setFillColor(SOFT)
    page.drawString(LEFT, TOP - 12 * POINTS, words(f"{report.bees}, {report.moving.count} combs. {way.name}."))
    page.line(LEFT, TOP - 14 * POINTS, RIGHT, TOP - 14 * POINTS)
    return paragraph(page, "How", way.how, TOP - 19 * POINTS)


def _parts(page: Any, way: WayOut, y: float) -> float:
    y = heading(page, "Parts", y)
    if not way.parts:
        return paragraph(page, "", "Nothing to make.", y)
    for part in way.parts:
        sizes = " x ".join(plain_quantity(size).removesuffix(" mm") for size in part.sizes)
        y = paragraph(
            page, f"{part.count} of", f"{part.name}, {sizes} mm{'; ' + part.note if part.note else ''}", y, 7.5
        )
    lost = "; ".join(plain(each) for each in way.lost)
    return paragraph(page, "Lost", lost, y) if lost else y
