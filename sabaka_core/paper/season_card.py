"""The season on one A4 page: chart, visits, what to look out for."""

from __future__ import annotations

import io
from typing import Any

from reportlab.lib.colors import Color
from reportlab.lib.pagesizes import A4
from reportlab.pdfbase.pdfmetrics import stringWidth
from reportlab.pdfgen.canvas import Canvas

from sabaka_core.document.hive import Hive
from sabaka_core.drawing.models import Drawing, Label, Polygon, Polyline
from sabaka_core.quantity import plain
from sabaka_core.season.report import SeasonReport, season_report

# A millimetre in points.
POINTS = 72 / 25.4
_INK, _SOFT, _BAND = Color(0.12, 0.15, 0.13), Color(0.4, 0.43, 0.4), Color(0.87, 0.9, 0.84)
_LEFT, _RIGHT, _TOP, _FOOT = 16 * POINTS, 194 * POINTS, 281 * POINTS, 14 * POINTS
# The page's own letters hold no minus sign and no arrows.
_PLAIN = str.maketrans({"−": "-", "→": "to", "≤": "at most ", "≥": "at least ", "▲": ""})


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
    page.setFillColor(_SOFT)
    page.drawString(
        _LEFT,
        _FOOT - 4 * POINTS,
        "A model's plan, from values told from memory: what you see in the hive comes first. Sabaka.",
    )
    page.showPage()
    page.save()
    return buffer.getvalue()


def _words(text: str) -> str:
    return text.translate(_PLAIN).encode("cp1252", "replace").decode("cp1252")


def _head(page: Any, name: str, report: SeasonReport) -> float:
    page.setFillColor(_INK)
    page.setFont("Times-Roman", 22)
    page.drawString(_LEFT, _TOP - 6 * POINTS, _words(name))
    page.setFont("Helvetica", 9)
    page.setFillColor(_SOFT)
    page.drawString(_LEFT, _TOP - 12 * POINTS, _words(f"{report.place}; {report.start}"))
    page.setFillColor(_INK)
    page.drawString(_LEFT, _TOP - 17 * POINTS, _words("   ".join(plain(words) for words in report.summary)))
    page.line(_LEFT, _TOP - 19 * POINTS, _RIGHT, _TOP - 19 * POINTS)
    return _TOP - 22 * POINTS


def _chart(page: Any, drawing: Drawing, top: float, height: float) -> float:
    box = drawing.extent
    across = (_RIGHT - _LEFT) / (box.right_mm - box.left_mm)
    down = height / (box.bottom_mm - box.top_mm)

    def at(x: float, y: float) -> tuple[float, float]:
        return _LEFT + (x - box.left_mm) * across, top - (y - box.top_mm) * down

    for shape in drawing.shapes:
        if isinstance(shape, Polygon):
            (x1, y1), (x2, y2) = at(*shape.points[0]), at(*shape.points[2])
            page.setFillColor(_BAND)
            page.rect(min(x1, x2), min(y1, y2), abs(x2 - x1), abs(y2 - y1), stroke=0, fill=1)
        elif isinstance(shape, Polyline):
            page.setStrokeColor(_SOFT if shape.layer in ("datum", "limit") else _INK)
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
            page.setFillColor(_SOFT)
            words = _words(plain(shape.text))
            wide = stringWidth(words, "Helvetica", 6.5)
            page.drawString(x - {"start": 0.0, "middle": wide / 2, "end": wide}[shape.anchor], y - 2, words)
    return top - height - 3 * POINTS


def _visits(page: Any, report: SeasonReport, top: float) -> float:
    y = _title(page, "Visits", top)
    if not report.visits:
        y = _line(page, "", report.saying or "Nothing to move or take.", y)
    for visit in report.visits:
        for index, step in enumerate(visit.steps):
            week = report.weeks[visit.week]
            where = (
                f" Follower at {week.far_mm:.0f} mm, after comb {week.last_comb}."
                if step.kind in ("add", "contract")
                else ""
            )
            if y < _FOOT + 40 * POINTS:
                return _line(page, "", "More visits are on the screen.", y)
            y = _line(page, visit.label if index == 0 else "", step.words + where, y)
    return y - 2 * POINTS


def _warnings(page: Any, report: SeasonReport, top: float) -> None:
    y = _title(page, "Look out", top)
    if not report.warnings:
        _line(page, "", "Nothing goes wrong.", y)
    for warned in report.warnings:
        if y < _FOOT + 4 * POINTS:
            return
        y = _line(page, warned.label, warned.words, y)


def _title(page: Any, words: str, y: float) -> float:
    page.setFillColor(_INK)
    page.setFont("Times-Roman", 13)
    page.drawString(_LEFT, y - 4 * POINTS, words)
    page.setStrokeColor(_SOFT)
    page.setLineWidth(0.5)
    page.line(_LEFT, y - 5.5 * POINTS, _RIGHT, y - 5.5 * POINTS)
    return y - 10 * POINTS


def _line(page: Any, label: str, words: str, y: float) -> float:
    page.setFillColor(_INK)
    page.setFont("Helvetica-Bold", 9)
    page.drawString(_LEFT, y, _words(label))
    page.setFont("Helvetica", 9)
    page.drawString(_LEFT + 34 * POINTS, y, _words(words))
    return y - 4.6 * POINTS
