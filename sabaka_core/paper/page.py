"""What the A4 pages share: sizes, letters, headings, lines, and drawings to scale."""

from __future__ import annotations

from typing import Any

from reportlab.lib.colors import Color
from reportlab.lib.utils import simpleSplit
from reportlab.pdfbase.pdfmetrics import stringWidth

from sabaka_core.drawing.models import Circle, Dimension, Drawing, Label, Polygon, Polyline
from sabaka_core.quantity import plain, plain_quantity

# A millimetre in points.
POINTS = 72 / 25.4
INK, SOFT, BAND = Color(0.12, 0.15, 0.13), Color(0.4, 0.43, 0.4), Color(0.87, 0.9, 0.84)
LEFT, RIGHT, TOP, FOOT = 16 * POINTS, 194 * POINTS, 281 * POINTS, 14 * POINTS
# The page's own letters hold no minus sign and no arrows.
_PLAIN = str.maketrans({"−": "-", "→": "to", "≤": "at most ", "≥": "at least ", "▲": ""})
_FILLS = {
    "timber": 0.82, "bar": 0.88, "end-grain": 0.7, "predicted": 0.95, "comb-empty": 1.0, "comb-brood": 0.6, "comb-honey": 0.8,
    "new-part": 0.45, "follower": 0.15, "lost": 0.98, "gap": 0.96, "feeder": 0.75, "excluder": 0.5, "entrance-open": 1.0,
    "entrance-plugged": 0.2,
}  # fmt: skip
_DASHED = {"limit": (2, 2), "free": (4, 2)}


def words(text: str) -> str:
    """Text in letters that the page's own faces have."""
    return text.translate(_PLAIN).encode("cp1252", "replace").decode("cp1252")


def heading(page: Any, title: str, y: float) -> float:
    """A heading with its line; returns where the next line goes."""
    page.setFillColor(INK)
    page.setFont("Times-Roman", 13)
    page.drawString(LEFT, y - 4 * POINTS, words(title))
    page.setStrokeColor(SOFT)
    page.setLineWidth(0.5)
    page.line(LEFT, y - 5.5 * POINTS, RIGHT, y - 5.5 * POINTS)
    return y - 10 * POINTS


def line(page: Any, label: str, text: str, y: float) -> float:
    """One line with its label at the left; returns where the next goes."""
    page.setFillColor(INK)
    page.setFont("Helvetica-Bold", 9)
    page.drawString(LEFT, y, words(label))
    page.setFont("Helvetica", 9)
    page.drawString(LEFT + 34 * POINTS, y, words(text))
    return y - 4.6 * POINTS


def paragraph(page: Any, label: str, text: str, y: float, size: float = 8.0) -> float:
    """Text set over as many lines as it takes, its label at the left; returns where the next goes."""
    page.setFillColor(INK)
    page.setFont("Helvetica-Bold", size)
    page.drawString(LEFT, y, words(label))
    page.setFont("Helvetica", size)
    for each in simpleSplit(words(text), "Helvetica", size, RIGHT - LEFT - 34 * POINTS):
        page.drawString(LEFT + 34 * POINTS, y, each)
        y -= size * 1.22
    return y - 1.5


def picture(page: Any, drawing: Drawing, left: float, top: float, wide: float, high: float) -> None:
    """A drawing to scale inside a frame on the page [points], grey for its layers."""
    box = drawing.extent
    scale = min(wide / (box.right_mm - box.left_mm), high / (box.bottom_mm - box.top_mm))

    def at(x: float, y: float) -> tuple[float, float]:
        return left + (x - box.left_mm) * scale, top - (y - box.top_mm) * scale

    page.setStrokeColor(INK)
    for shape in drawing.shapes:
        page.setLineWidth(0.4)
        if isinstance(shape, Polygon | Polyline):
            path = page.beginPath()
            path.moveTo(*at(*shape.points[0]))
            for point in shape.points[1:]:
                path.lineTo(*at(*point))
            page.setDash(*_DASHED.get(shape.layer, ()))
            if isinstance(shape, Polygon):
                path.close()
                grey = _FILLS.get(shape.layer, 1.0)
                page.setFillColorRGB(grey, grey, grey)
                page.drawPath(path, stroke=1, fill=1 if shape.layer in _FILLS else 0)
            else:
                page.drawPath(path)
            page.setDash()
        elif isinstance(shape, Circle):
            x, y = at(shape.x_mm, shape.y_mm)
            grey = _FILLS.get(shape.layer, 1.0)
            page.setFillColorRGB(grey, grey, grey)
            page.circle(x, y, shape.radius_mm * scale, stroke=1, fill=1)
        elif isinstance(shape, Dimension):
            _dimension(page, shape, at)
        elif isinstance(shape, Label) and shape.layer not in ("rule-in",):
            _written(page, plain(shape.text), *at(shape.x_mm, shape.y_mm), shape.anchor)


def _dimension(page: Any, shape: Dimension, at: Any) -> None:
    dx, dy = shape.offset
    start, end = at(shape.start[0] + dx, shape.start[1] + dy), at(shape.end[0] + dx, shape.end[1] + dy)
    page.setStrokeColor(SOFT)
    page.line(*start, *end)
    for (x, y), (tx, ty) in ((at(*shape.start), start), (at(*shape.end), end)):
        page.line(x, y, tx, ty)
    page.setStrokeColor(INK)
    _written(page, plain_quantity(shape.quantity), (start[0] + end[0]) / 2, (start[1] + end[1]) / 2 + 2, "middle")


def _written(page: Any, text: str, x: float, y: float, anchor: str) -> None:
    page.setFont("Helvetica", 6)
    page.setFillColor(INK)
    wide = stringWidth(words(text), "Helvetica", 6)
    page.drawString(x - {"start": 0.0, "middle": wide / 2, "end": wide}[anchor], y - 2, words(text))
