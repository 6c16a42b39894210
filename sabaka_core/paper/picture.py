"""Drawings on paper: lines, greys and words of a drawing put on a page; how they look comes from the table."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Any, Protocol

from reportlab.lib.colors import Color, HexColor

from sabaka_core.base.quantity import Quantity, Text
from sabaka_core.kit.dimension import AngleMark, Dimension, Vertex
from sabaka_core.kit.drawing import Circle, Drawing, Label, Polygon, Polyline, Shape, Strokes
from sabaka_core.kit.looks import Look, colours, looks

# A pixel of the screen on paper, a line that is one pixel wide there, and words [points].
PIXEL, HAIR, WORDS = 0.6, 0.4, 6.5
# The paper behind words, so much more round them [points]; which part of them stands before their place.
_ROUND = 1.5
_BEFORE = {"start": 0.0, "middle": 0.5, "end": 1.0}
_WHITE = (1.0, 1.0, 1.0)


class Writing(Protocol):
    """What writes words on the page, in the keeper’s measure."""

    def __call__(
        self, x: float, y: float, words: Text | str | Quantity, size: float = ..., *, anchor: str = ...
    ) -> None: ...


@dataclass(frozen=True)
class Picture:
    """Where a drawing goes on a page, and what puts it there.

    Attributes:
        page: the canvas of the PDF library.
        write: writes words.
        wide_of: how wide words come out [points].
        unread: the layer that is for the other measure.
    """

    page: Any
    write: Writing
    wide_of: Callable[[Text | Quantity], float]
    unread: str

    def draw(
        self, drawing: Drawing, corner: tuple[float, float], room: tuple[float, float], stretch: bool = False
    ) -> None:
        """Puts a drawing with its top left at a corner, into so much room [points], to scale or stretched."""
        box = drawing.extent
        across, down = room[0] / (box.right_mm - box.left_mm), room[1] / (box.bottom_mm - box.top_mm)
        if not stretch:
            across = down = min(across, down)

        def at(x: float, y: float) -> tuple[float, float]:
            return corner[0] + (x - box.left_mm) * across, corner[1] - (y - box.top_mm) * down

        for shape in drawing.shapes:
            if getattr(shape, "layer", "") != self.unread:
                self._shape(shape, at, across)

    def _shape(self, shape: Shape, at: Callable[[float, float], tuple[float, float]], scale: float) -> None:
        match shape:
            case Polygon():
                self._line(shape.layer, [at(*point) for point in shape.points], closed=True)
            case Polyline():
                self._line(shape.layer, [at(*point) for point in shape.points])
            case Strokes():
                for points in shape.lines:
                    self._line(shape.layer, [at(*point) for point in points])
                for label in shape.labels:
                    self._shape(label, at, scale)
            case Circle():
                self._pen(looks()[shape.layer])
                filled = self._fill(looks()[shape.layer])
                self.page.circle(*at(shape.x_mm, shape.y_mm), shape.radius_mm * scale, stroke=1, fill=filled)
            case Label():
                self._label(shape, at(shape.x_mm, shape.y_mm))
            case Dimension() | AngleMark():
                for stroke in shape.strokes:
                    self._line(stroke.layer, [_placed(vertex, at) for vertex in stroke.points])
                upright = shape.upright_mm * scale if isinstance(shape, Dimension) else 0.0
                self._number(shape.quantity, _placed(shape.middle, at), upright)

    def _line(self, layer: str, points: Iterable[tuple[float, float]], closed: bool = False) -> None:
        look, (first, *rest) = looks()[layer], points
        path = self.page.beginPath()
        path.moveTo(*first)
        for point in rest:
            path.lineTo(*point)
        self._pen(look)
        if closed:
            path.close()
            filled = self._fill(look)
            self.page.drawPath(path, stroke=1 if look.stroke else 0, fill=filled)
        else:
            self.page.drawPath(path)
        if look.dash or look.dash_paper:
            self.page.setDash()

    def _pen(self, look: Look) -> None:
        self.page.setStrokeColor(_colour(look.stroke or "ink"))
        self.page.setLineWidth(HAIR * look.width)
        if look.dash or look.dash_paper:
            self.page.setDash(*dash(look))

    def _fill(self, look: Look) -> int:
        if look.grey is None:
            return 0
        self.page.setFillColorRGB(look.grey, look.grey, look.grey)
        return 1

    def _label(self, label: Label, at: tuple[float, float]) -> None:
        """Words; what is small stands among lines, and has paper behind it."""
        if label.layer == "minor":
            wide = self.wide_of(label.text)
            self._paper(at[0] - wide * _BEFORE[label.anchor], at[1], wide)
        self.write(at[0], at[1] - 2, label.text, WORDS, anchor=label.anchor)

    def _number(self, quantity: Quantity, at: tuple[float, float], upright: float) -> None:
        """A dimension's number on its line; along an upright line where that is long enough for it."""
        wide = self.wide_of(quantity)
        self.page.saveState()
        self.page.translate(*at)
        if upright > wide + 2 * _ROUND:
            self.page.rotate(90)
        self._paper(-wide / 2, 0.0, wide)
        self.write(0.0, -2, quantity, WORDS, anchor="middle")
        self.page.restoreState()

    def _paper(self, x: float, y: float, wide: float) -> None:
        self.page.setFillColorRGB(*_WHITE)
        self.page.rect(x - _ROUND, y - 2 - _ROUND, wide + 2 * _ROUND, WORDS + _ROUND, stroke=0, fill=1)


@lru_cache(maxsize=64)
def _colour(name: str) -> Color:
    """A colour of the table by day."""
    return HexColor(colours()[name].day)


def dash(look: Look) -> tuple[float, ...]:
    """A look’s dashes on paper [points]: those that stand for a colour, where it has them."""
    return tuple(PIXEL * each for each in look.dash_paper or look.dash)


def _placed(vertex: Vertex, at: Callable[[float, float], tuple[float, float]]) -> tuple[float, float]:
    x, y, right, down = vertex
    left, up = at(x, y)
    return left + right * PIXEL, up - down * PIXEL
