"""The season on one A4 page: chart, visits, what to look out for."""

from __future__ import annotations

import io
from typing import Any

from reportlab.lib.pagesizes import A4
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from sabaka_core.document.hive import Hive
from sabaka_core.drawing.models import Drawing, Label, Polygon, Polyline
from sabaka_core.paper.page import BAND, FOOT, INK, LEFT, POINTS, RIGHT, SOFT, TOP, heading, line, words
from sabaka_core.quantity import plain
from sabaka_core.season.report import SeasonReport, season_report


def season_card(hive: Hive) -> bytes:
    """The season's card of a hive as a PDF of one A4 page."""
    return card_of(hive.name, season_report(hive))


def card_of(name: str, report: SeasonReport) -> bytes:
    """The same from a report."""
    buffer = io.BytesIO()
    page = Canvas(buffer, pagesize=A4, invariant=1)
    page.setTitle(f"{name}: season")
    y = _head(page, name, report)
    for key, height in (("combs", 58 * POINTS), ("bees", 44 * POINTS)):
        y = _chart(page, report.charts[key], y, height)
    y = _visits(page, report, y)
    _warnings(page, report, y)
    page.setFont("Helvetica", 7)
    page.setFillColor(SOFT)
    page.drawString(
        LEFT,
        FOOT - 4 * POINTS,
        "A model's plan, from values told from memory: what you see in the hive comes first. Sabaka.",
    )
    page.showPage()
    page.save()
    return buffer.getvalue()


def _head(page: Any, name: str, report: SeasonReport) -> float:
    page.setFillColor(INK)
    page.setFont("Times-Roman", 22)
    page.drawString(LEFT, TOP - 6 * POINTS, words(name))
    page.setFont("Helvetica", 9)
    page.setFillColor(SOFT)
    page.drawString(LEFT, TOP - 12 * POINTS, words(f"{report.place}; {report.start}"))
    page.setFillColor(INK)
    page.drawString(LEFT, TOP - 17 * POINTS, words("   ".join(plain(each) for each in report.summary)))
    page.line(LEFT, TOP - 19 * POINTS, RIGHT, TOP - 19 * POINTS)
    return TOP - 22 * POINTS


def _chart(page: Any, drawing: Drawing, top: float, height: float) -> float:
    box = drawing.extent
    across = (RIGHT - LEFT) / (box.right_mm - box.left_mm)
    down = height / (box.bottom_mm - box.top_mm)

    def at(x: float, y: float) -> tuple[float, float]:
        return LEFT + (x - box.left_mm) * across, top - (y - box.top_mm) * down

    for shape in drawing.shapes:
        if isinstance(shape, Polygon):
            (x1, y1), (x2, y2) = at(*shape.points[0]), at(*shape.points[2])
            page.setFillColor(BAND)
            page.rect(min(x1, x2), min(y1, y2), abs(x2 - x1), abs(y2 - y1), stroke=0, fill=1)
        elif isinstance(shape, Polyline):
            page.setStrokeColor(SOFT if shape.layer in ("datum", "limit") else INK)
            page.setLineWidth(0.5 if shape.layer in ("datum", "limit") else 1.2)
            page.setDash(*{"curve-unused": (3, 2), "curve-clearance": (1, 1.5), "limit": (1, 2)}.get(shape.layer, ()))
            path = page.beginPath()
            path.moveTo(*at(*shape.points[0]))
            for point in shape.points[1:]:
                path.lineTo(*at(*point))
            page.drawPath(path)
            page.setDash()
        elif isinstance(shape, Label):
            x, y = at(shape.x_mm, shape.y_mm)
            page.setFont("Helvetica", 6.5)
            page.setFillColor(SOFT)
            written = words(plain(shape.text))
            wide = stringWidth(written, "Helvetica", 6.5)
            page.drawString(x - {"start": 0.0, "middle": wide / 2, "end": wide}[shape.anchor], y - 2, written)
    return top - height - 3 * POINTS


def _visits(page: Any, report: SeasonReport, top: float) -> float:
    y = heading(page, "Visits", top)
    if not report.visits:
        y = line(page, "", report.saying or "Nothing to move or take.", y)
    for visit in report.visits:
        for index, step in enumerate(visit.steps):
            week = report.weeks[visit.week]
            where = (
                f" Follower at {week.far_mm:.0f} mm, after comb {week.last_comb}."
                if step.kind in ("add", "contract")
                else ""
            )
            if y < FOOT + 40 * POINTS:
                return line(page, "", "More visits are on the screen.", y)
            y = line(page, visit.label if index == 0 else "", step.words + where, y)
    return y - 2 * POINTS


def _warnings(page: Any, report: SeasonReport, top: float) -> None:
    y = heading(page, "Look out", top)
    if not report.warnings:
        line(page, "", "Nothing goes wrong.", y)
    for warned in report.warnings:
        if y < FOOT + 4 * POINTS:
            return
        y = line(page, warned.label, warned.words, y)
