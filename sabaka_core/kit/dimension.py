"""Dimensions and angles: what they measure, and the lines that say so, placed once for every back end."""

from __future__ import annotations

from math import cos, hypot, radians, sin
from typing import Literal

from pydantic import computed_field

from sabaka_core.base.quantity import Quantity, Value

Point = tuple[float, float]
# A place on the drawing [mm], and how far off it on the sheet, whatever the scale [px of the screen].
Vertex = tuple[float, float, float, float]
MarkLayer = Literal["dimension", "dimension-main", "plumb"]

# On the sheet [px]: half of the slash across an end, how far a line goes on beyond it, where it begins.
_SLASH, _OVERSHOOT, _STAND_OFF = 5.0, 7.0, 4.0
# An angle’s number stands so far from the end of its plumb line [px].
_ASIDE, _ABOVE = 4.0, -11.0
_PLUMB = 1.15
_ARC_POINTS = 9


class Stroke(Value):
    """One line of a mark."""

    layer: MarkLayer
    points: tuple[Vertex, ...]


class _Mark(Value):
    """What is measured: ``path`` is the document field it edits, ``held`` whether that is given or follows."""

    name: str
    quantity: Quantity
    path: str | None = None
    held: bool = True


class Dimension(_Mark):
    """A dimension line from one point to another, moved off them by ``offset`` [mm].

    ``strokes`` are its lines, ``middle`` the place of its number.
    """

    kind: Literal["dimension"] = "dimension"
    start: Point
    end: Point
    offset: Point = (0.0, 0.0)

    @property
    def upright_mm(self) -> float:
        """How long it is where it stands upright, 0 where it doesn't: its number is then read from the right."""
        return abs(self.end[1] - self.start[1]) if self.start[0] == self.end[0] else 0.0

    @computed_field  # type: ignore[prop-decorator]
    @property
    def strokes(self) -> tuple[Stroke, ...]:
        """Two lines out to it, itself, and the joiner’s slash across each end."""
        on = (self._on(self.start), self._on(self.end))
        slashes = (_main(_place(at, -_SLASH, _SLASH), _place(at, _SLASH, -_SLASH)) for at in on)
        line = _main(_place(on[0]), _place(on[1]))
        return (*self._out(self.start), *self._out(self.end), line, *slashes)

    @computed_field  # type: ignore[prop-decorator]
    @property
    def middle(self) -> Vertex:
        """Where its number stands."""
        (x, y), (u, v) = self._on(self.start), self._on(self.end)
        return _place(((x + u) / 2, (y + v) / 2))

    def _on(self, point: Point) -> Point:
        return point[0] + self.offset[0], point[1] + self.offset[1]

    def _out(self, point: Point) -> tuple[Stroke, ...]:
        """The line from a point of the drawing out to the dimension line; none where they are the same."""
        reach = hypot(*self.offset)
        if reach < _STAND_OFF:
            return ()
        x, y = self.offset[0] / reach, self.offset[1] / reach
        near = _place(point, x * _STAND_OFF, y * _STAND_OFF)
        far = _place(self._on(point), x * _OVERSHOOT, y * _OVERSHOOT)
        return (Stroke(layer="dimension", points=(near, far)),)


class AngleMark(_Mark):
    """An angle written at a corner, from the vertical."""

    kind: Literal["angle"] = "angle"
    corner: Point
    radius_mm: float
    turn_deg: float

    @computed_field  # type: ignore[prop-decorator]
    @property
    def strokes(self) -> tuple[Stroke, ...]:
        """The plumb line, and the arc from it."""
        turns = (self.turn_deg * i / (_ARC_POINTS - 1) for i in range(_ARC_POINTS))
        arc = tuple(_place(self._at(turn, self.radius_mm)) for turn in turns)
        plumb = (_place(self.corner), _place(self._at(0.0, self.radius_mm * _PLUMB)))
        return Stroke(layer="plumb", points=plumb), Stroke(layer="dimension-main", points=arc)

    @computed_field  # type: ignore[prop-decorator]
    @property
    def middle(self) -> Vertex:
        return _place(self._at(0.0, self.radius_mm * _PLUMB), _ASIDE, _ABOVE)

    def _at(self, turn_deg: float, reach_mm: float) -> Point:
        x, y = self.corner
        return x + reach_mm * sin(radians(turn_deg)), y - reach_mm * cos(radians(turn_deg))


def _place(point: Point, right: float = 0.0, down: float = 0.0) -> Vertex:
    """A vertex, to a thousandth: no eye sees more."""
    return round(point[0], 3), round(point[1], 3), round(right, 3), round(down, 3)


def _main(start: Vertex, end: Vertex) -> Stroke:
    return Stroke(layer="dimension-main", points=(start, end))
