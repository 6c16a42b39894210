"""Part sheets on paper: no figure lies on another, no line runs through one."""

from __future__ import annotations

from math import cos, radians, sin
from typing import Any
from unittest import TestCase

from shapely import LineString, Polygon

from sabaka_core.base.quantity import Quantity, Text
from sabaka_core.drawing.part_sheet import sheet_drawing
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.measure import Measure, written, written_quantity
from sabaka_core.paper.letters import width
from sabaka_core.paper.picture import WORDS, Picture
from sabaka_core.paper.sheet import POINTS, SCALES
from sabaka_core.woodwork.assembly import parts_of_hive
from tests.core.support import EXAMPLES, opened

_WIDE, _HIGH = 170.0 * POINTS, 62.0 * POINTS


class _Way:
    """Lines as they are drawn."""

    def __init__(self) -> None:
        self.points: list[tuple[float, float]] = []

    def moveTo(self, x: float, y: float) -> None:
        self.points.append((x, y))

    lineTo = moveTo  # noqa: N815

    def close(self) -> None:
        self.points.append(self.points[0])


class _Page:
    """A page that remembers in which order papers behind words and lines come to lie on it."""

    def __init__(self) -> None:
        self.papers: list[tuple[int, Polygon]] = []
        self.lines: list[tuple[int, LineString]] = []
        self._at, self._turn, self._order = (0.0, 0.0), 0.0, 0

    def __getattr__(self, name: str) -> Any:
        return lambda *_, **__: None

    def saveState(self) -> None:
        self._at, self._turn = (0.0, 0.0), 0.0

    restoreState = saveState  # noqa: N815

    def translate(self, x: float, y: float) -> None:
        self._at = (x, y)

    def rotate(self, turn: float) -> None:
        self._turn = radians(turn)

    def beginPath(self) -> _Way:
        return _Way()

    def drawPath(self, way: _Way, **_: Any) -> None:
        self._order += 1
        self.lines.append((self._order, LineString(way.points)))

    def rect(self, x: float, y: float, wide: float, high: float, **_: Any) -> None:
        self._order += 1
        corners = ((x, y), (x + wide, y), (x + wide, y + high), (x, y + high))
        c, s = cos(self._turn), sin(self._turn)
        self.papers.append(
            (self._order, Polygon([(self._at[0] + a * c - b * s, self._at[1] + a * s + b * c) for a, b in corners]))
        )


def put(drawing: Drawing, measure: Measure) -> _Page:
    """A drawing at the scale that its sheet has."""

    def wide_of(words: Text | Quantity) -> float:
        said = written_quantity(words, measure) if isinstance(words, Quantity) else written(words, measure)
        return width(said, WORDS)

    page, box = _Page(), drawing.extent
    wide, high = POINTS * (box.right_mm - box.left_mm), POINTS * (box.bottom_mm - box.top_mm)
    scale = next(s for s in SCALES if wide / s <= _WIDE and high / s <= _HIGH)
    picture = Picture(page=page, write=lambda *_, **__: None, wide_of=wide_of, unread="none")
    picture.draw(drawing, (0.0, 0.0), (wide / scale, high / scale))
    return page


class Figures(TestCase):
    """Reference library: shapely intersects words and lines as they come to lie on the page."""

    def test_none_on_another_and_no_line_through_one(self) -> None:
        for file in sorted(EXAMPLES.glob("*.json")):
            for part in parts_of_hive(opened(file.stem)):
                if part.group == "Bought":
                    continue
                for measure in ("mm", "in"):
                    page = put(sheet_drawing(part), measure)  # type: ignore[arg-type]
                    with self.subTest(file.stem, part=part.name, measure=measure):
                        # A point of paper round the words may be shared, the words may not.
                        words = [(order, paper.buffer(-1.2)) for order, paper in page.papers]
                        for index, (order, one) in enumerate(words):
                            for _, other in words[index + 1 :]:
                                self.assertLess(one.intersection(other).area, 1.0)
                            for later, line in page.lines:
                                if later > order:
                                    self.assertLess(line.intersection(one).length, 1.0)
