"""The slope chart as a drawing: degrees along, and up the comb, the unused section and the clearance.

Areas share a scale, the clearance has one of bee spaces; the handle stands at the slope the walls have.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from sabaka_core.base.quantity import Quantity, deg, mm, text
from sabaka_core.combs.schools import SCHOOLS, school_row
from sabaka_core.combs.slope import CombBrief, SlopePoint, from_board, leaning, point, steepest_possible_deg, sweep
from sabaka_core.drawing.section import upright
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import Box, Drawing, Handle, Label, Layer, Polyline, Shape, rectangle
from sabaka_core.kit.tables import practice
from sabaka_core.kit.ticks import ticks

HIGH = 100.0
SHARPEST_DEG = 40.0
# The clearance's scale: so many bee spaces are the chart's height.
BEE_SPACES = 5
STEPS = 80
_BANDS: dict[str, Layer] = {"follows-curve": "band-1", "leaning-floor": "band-2", "upright": "band-3"}


@dataclass(frozen=True)
class SlopeStudy:
    """What a slope chart is about: a comb, the section as it stands, and what stays the same at other slopes.

    ``board_mm`` is the side board's width when that is held; with None top and height are.
    """

    brief: CombBrief
    here: Trapezoid
    board_mm: float | None = None
    thickness_mm: float = 0.0

    def section_at(self, slope_deg: float) -> Trapezoid:
        """The section at another slope."""
        if self.board_mm is None:
            return leaning(self.here.top_mm, self.here.height_mm, slope_deg)
        return from_board(self.here.top_mm, self.board_mm, self.thickness_mm, slope_deg)

    @property
    def end_deg(self) -> float:
        """The steepest slope of the chart [deg]."""
        if self.board_mm is None:
            return min(SHARPEST_DEG, steepest_possible_deg(self.here.top_mm, self.here.height_mm))
        return SHARPEST_DEG

    def points(self, steps: int = STEPS) -> list[SlopePoint]:
        """The sweep in even steps from upright."""
        if self.end_deg <= 0:
            return []
        return sweep(self.brief, self.section_at, [self.end_deg * i / steps for i in range(steps + 1)])


def slope_study(a: Analysis, held: Literal["top and height", "board"] = "top and height") -> SlopeStudy | None:
    """The study of a design's slope; None where there are no bars over straight leaning walls.

    With the board held, the widest on hand is taken, or the one the sides are made of.
    """
    if a.comb_brief is None or a.trapezoid is None or upright(a):
        return None
    if held == "top and height":
        return SlopeStudy(a.comb_brief, a.trapezoid)
    board = a.widest_board_mm or a.trapezoid.board_width_mm(a.side_mm)
    return SlopeStudy(a.comb_brief, a.trapezoid, board, a.side_mm)


def slope_drawing(a: Analysis, study: SlopeStudy) -> Drawing:
    """The chart: x in degrees from the vertical, y from 0 (foot) up to −HIGH."""
    points = study.points()
    here = point(study.brief, study.here)
    shapes: list[Shape] = [*_bands(), *_axis(), *_bee_space(a)]
    if points:
        areas = max(p.section.area_mm2 for p in points)
        scale = BEE_SPACES * a.hive.choices.bee_space_mm
        clear = [p for p in points if p.clearance_mm >= 0]
        longest = max(*(p.contact_mm for p in points), study.here.face_mm)
        shapes += _scale(areas / 100)
        shapes += _curve(points, "curve-comb", lambda p: p.comb_mm2 / areas)
        shapes += _curve(points, "curve-unused", lambda p: p.unused_mm2 / areas)
        shapes += _curve(clear, "curve-clearance", lambda p: p.clearance_mm / scale)
        shapes += _curve([p for p in points if p.contact_mm > 0], "curve-contact", lambda p: p.contact_mm / longest)
        shapes += _key(0, "curve-comb", "comb, now {now}", _area(here.comb_mm2))
        shapes += _key(1, "curve-unused", "unused, now {now}", _area(here.unused_mm2))
        shapes += _key(2, "curve-clearance", "clearance, now {now}", mm(here.clearance_mm))
        shapes += _key(3, "curve-contact", "wall too near, now {now}", mm(here.contact_mm))
    now = min(max(study.here.slope_deg, 0.0), SHARPEST_DEG)
    shapes.append(Polyline(layer="curve-now", points=((now, 0), (now, -HIGH))))
    by_board = study.board_mm is not None
    return Drawing(
        name="board" if by_board else "slope",
        title="What each slope gives out of one board’s width"
        if by_board
        else "What each slope gives, top and height held",
        extent=Box(left_mm=-6.5, top_mm=-HIGH - 16, right_mm=SHARPEST_DEG + 7.5, bottom_mm=20),
        shapes=tuple(shapes),
        handles=(_handle(study),),
    )


def _area(value_mm2: float) -> Quantity:
    return Quantity(value=value_mm2 / 100, unit="cm2")


def _bands() -> list[Shape]:
    shapes: list[Shape] = []
    for order, (school, words) in enumerate(SCHOOLS.items()):
        low, high = practice(school_row(school)).span
        shapes.append(rectangle(_BANDS[school], low, -HIGH, high, 0))
        row = -HIGH - 4 - 6 * (order % 2)
        if low == 0:
            shapes.append(Label(layer="minor", text=text(words), x_mm=0, y_mm=row, anchor="start"))
        else:
            shapes.append(Label(layer="minor", text=text(words), x_mm=(low + high) / 2, y_mm=row))
    return shapes


def _axis() -> list[Shape]:
    shapes: list[Shape] = [Polyline(layer="datum", points=((0, 0), (SHARPEST_DEG, 0)))]
    for tick in range(0, int(SHARPEST_DEG) + 1, 5):
        shapes.append(Polyline(layer="datum", points=((tick, 0), (tick, 2))))
        shapes.append(Label(layer="note", text=text("{at}", at=deg(tick)), x_mm=tick, y_mm=7))
    shapes.append(
        Label(layer="minor", text=text("slope of the side walls from the vertical"), x_mm=SHARPEST_DEG / 2, y_mm=15)
    )
    return shapes


def _scale(top_cm2: float) -> list[Shape]:
    """The left scale: comb and unused section [cm²]."""
    shapes: list[Shape] = []
    for value in ticks(0.0, top_cm2, 5)[1:]:
        y = -HIGH * value / top_cm2
        shapes.append(Polyline(layer="datum", points=((-0.4, y), (0, y))))
        area = Quantity(value=value, unit="cm2")
        shapes.append(Label(layer="note", text=text("{area}", area=area), x_mm=-0.7, y_mm=y + 1.5, anchor="end"))
    return shapes


def _curve(points: list[SlopePoint], layer: Layer, height: Callable[[SlopePoint], float]) -> list[Shape]:
    line = tuple((p.slope_deg, -HIGH * max(0.0, min(height(p), 1.0))) for p in points)
    return [Polyline(layer=layer, points=line)] if len(line) > 1 else []


def _key(row: int, layer: Layer, words: str, now: Quantity) -> list[Shape]:
    """A curve's name and its value now, in the corner that no curve reaches."""
    y = -HIGH + 6 + 8 * row
    return [
        Polyline(layer=layer, points=((5.8, y), (7.8, y))),
        Label(layer="note", text=text(words, now=now), x_mm=8.3, y_mm=y, anchor="start"),
    ]


def _bee_space(a: Analysis) -> list[Shape]:
    """The mark of one bee space on the clearance's scale."""
    mark = -HIGH / BEE_SPACES
    words = text("bee space {gap}", gap=mm(a.hive.choices.bee_space_mm))
    return [
        Polyline(layer="limit", points=((0, mark), (SHARPEST_DEG, mark))),
        Label(layer="minor", text=words, x_mm=SHARPEST_DEG, y_mm=mark - 4, anchor="end"),
    ]


def _handle(study: SlopeStudy) -> Handle:
    slope = study.here.slope_deg
    at = min(max(slope, 0.0), SHARPEST_DEG)
    return Handle(
        id="section-slope" if study.board_mm is None else "board-slope",
        label="Slope",
        x_mm=slope,
        y_mm=-HIGH / 2,
        grip_x_mm=at,
        axis="x",
        least_mm=0.0,
        most_mm=SHARPEST_DEG,
        quantity=deg(slope),
        text=text("{slope}", slope=deg(slope)),
    )
