"""The slope chart: degrees along, and up the comb, the unused section and the clearance.

Areas share a scale, the clearance has one of bee spaces; the handle stands at the slope the walls have.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from sabaka_core.base.quantity import amount, deg, mm, text
from sabaka_core.combs.schools import SCHOOLS, school_row
from sabaka_core.combs.slope import CombBrief, SlopePoint, from_board, leaning, point, steepest_possible_deg, sweep
from sabaka_core.drawing.section import upright
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.chart import Axis, Band, BandLayer, Chart, Level, foot, scale, series
from sabaka_core.kit.drawing import Handle
from sabaka_core.kit.tables import practice

SHARPEST_DEG = 40.0
# The clearance's scale: so many bee spaces are the chart's height.
BEE_SPACES = 5
STEPS = 80
_BANDS: dict[str, BandLayer] = {"follows-curve": "band-1", "leaning-floor": "band-2", "upright": "band-3"}


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


def slope_chart(a: Analysis, study: SlopeStudy) -> Chart:
    """Comb, unused section, clearance and contact by the slope from the vertical; the schools as bands."""
    points = study.points()
    here = point(study.brief, study.here)
    by_board = study.board_mm is not None
    space = a.hive.choices.bee_space_mm
    longest = max((p.contact_mm for p in points), default=0.0)
    ticks = ((at, text("{at}", at=deg(at))) for at in range(0, int(SHARPEST_DEG) + 1, 5))
    return Chart(
        name="board" if by_board else "slope",
        title="What each slope gives out of one board’s width"
        if by_board
        else "What each slope gives, top and height held",
        foot=foot("slope", "slope of the side walls from the vertical", "deg", SHARPEST_DEG, ticks),
        axes=(
            scale("area", "one side", "cm2", (p.section.area_mm2 / 100 for p in points)),
            Axis(key="clear", title="clearance", unit="mm", side="none", least=0.0, most=BEE_SPACES * space),
            scale("contact", "contact", "mm", (longest, study.here.face_mm), "none"),
        ),
        places=tuple(p.slope_deg for p in points),
        series=(
            series("comb", "comb", 1, "area", points, _comb_cm2, amount(_comb_cm2(here), "cm2")),
            series("unused", "unused", 2, "area", points, _unused_cm2, amount(_unused_cm2(here), "cm2")),
            series("clearance", "clearance", 3, "clear", points, _clearance, mm(here.clearance_mm)),
            series("contact", "wall too near", 4, "contact", points, _contact, mm(here.contact_mm)),
        ),
        bands=tuple(_band(school, words) for school, words in SCHOOLS.items()),
        levels=(Level(axis="clear", at=space, text=text("bee space {gap}", gap=mm(space))),),
        now=min(max(study.here.slope_deg, 0.0), SHARPEST_DEG),
        handle=_handle(study),
    )


def _comb_cm2(at: SlopePoint) -> float:
    return at.comb_mm2 / 100


def _unused_cm2(at: SlopePoint) -> float:
    return at.unused_mm2 / 100


def _clearance(at: SlopePoint) -> float | None:
    return at.clearance_mm if at.clearance_mm >= 0 else None


def _contact(at: SlopePoint) -> float | None:
    return at.contact_mm if at.contact_mm > 0 else None


def _band(school: str, words: str) -> Band:
    low, high = practice(school_row(school)).span
    return Band(layer=_BANDS[school], name=words, start=low, end=high)


def _handle(study: SlopeStudy) -> Handle:
    slope = study.here.slope_deg
    at = min(max(slope, 0.0), SHARPEST_DEG)
    return Handle(
        id="section-slope" if study.board_mm is None else "board-slope",
        label="Slope",
        x_mm=slope,
        y_mm=0.0,
        grip_x_mm=at,
        axis="x",
        least_mm=0.0,
        most_mm=SHARPEST_DEG,
        quantity=deg(slope),
        text=text("{slope}", slope=deg(slope)),
    )
