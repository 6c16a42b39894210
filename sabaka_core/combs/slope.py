"""Which slope suits a comb: a sweep over slopes, and two optima.

"Most comb" is no objective, for upright walls always win. What is looked for instead:

*steepest clear*: with top and height held, the steepest lean-in, which leaves the least section
unused, at which the free comb keeps its clearance everywhere and the floor stays wide enough.
*best from a board*: with the side board's width held, the slope with the most comb for each litre
of cavity at which no wall is nearer than the clearance.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import atan, cos, degrees, radians, sin, tan
from typing import Literal

from sabaka_core.base.search import lowest, root
from sabaka_core.combs.outlines import CombOutlines
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.kit.tables import practice

_TOUCHES_NOT = 1e-7


@dataclass(frozen=True)
class CombBrief:
    """What is known of a comb before its cavity: guide, clearance, curve, and room kept below.

    Attributes:
        guide_mm: length of the guide [mm].
        clearance_mm: bee space to keep, square to the walls [mm].
        below_mm: litter and floor gap together [mm].
        kind: free curve.
    """

    guide_mm: float
    clearance_mm: float
    below_mm: float
    kind: Literal["catenary", "parabola"]

    def hung_in(self, section: Trapezoid) -> CombOutlines:
        """The comb's outlines in a cavity."""
        depth = section.height_mm - self.below_mm
        return CombOutlines(section, self.clearance_mm, depth, self.guide_mm, self.kind)


@dataclass(frozen=True)
class SlopePoint:
    """What one slope gives [deg, mm, mm²]."""

    slope_deg: float
    section: Trapezoid
    comb_mm2: float
    unused_mm2: float
    clearance_mm: float
    contact_mm: float

    @property
    def comb_share(self) -> float:
        """Comb for each litre of cavity, as a share of the section."""
        return self.comb_mm2 / self.section.area_mm2


def leaning(top_mm: float, height_mm: float, slope_deg: float) -> Trapezoid:
    """The section with top and height held and the walls at a slope."""
    return Trapezoid(top_mm, top_mm - 2 * height_mm * tan(radians(slope_deg)), height_mm)


def from_board(top_mm: float, board_mm: float, thickness_mm: float, slope_deg: float) -> Trapezoid:
    """The section whose side comes out of a board of that width, both edges bevelled."""
    theta = radians(slope_deg)
    face = board_mm - thickness_mm * tan(theta)
    return Trapezoid(top_mm, top_mm - 2 * face * sin(theta), face * cos(theta))


def point(brief: CombBrief, section: Trapezoid) -> SlopePoint:
    """What a section gives a comb."""
    comb = brief.hung_in(section)
    # All the section that holds no comb: bee spaces, corners and the room below.
    unused = section.area_mm2 - comb.predicted_area_mm2
    return SlopePoint(
        section.slope_deg, section, comb.predicted_area_mm2, unused, comb.least_clearance_mm, comb.contact_length_mm
    )


def sweep(brief: CombBrief, section_at: Callable[[float], Trapezoid], slopes: Sequence[float]) -> list[SlopePoint]:
    """Points over slopes [deg], those left out at which the cavity leaves no comb."""
    return [point(brief, section) for slope in slopes if _possible(brief, section := section_at(slope))]


def steepest_possible_deg(top_mm: float, height_mm: float) -> float:
    """The slope at which the floor is down to its least width [deg]."""
    return degrees(atan((top_mm - practice("least_floor").number) / 2 / height_mm))


def steepest_clear_deg(brief: CombBrief, top_mm: float, height_mm: float) -> float | None:
    """The steepest slope at which the comb keeps its clearance everywhere.

    Returns:
        Slope from the vertical [deg]; None when the comb comes too near with upright walls already.
    Source: for the parabola ``tan θ = (p + √(p² − w²/4)) / 2h`` with ``p = Wt/2 − clearance / cos θ``;
        for both curves the root of the least clearance is searched.
    """

    def spare(slope_deg: float) -> float:
        comb = brief.hung_in(leaning(top_mm, height_mm, slope_deg))
        return comb.least_clearance_mm - brief.clearance_mm + _TOUCHES_NOT

    steepest = steepest_possible_deg(top_mm, height_mm)
    if steepest <= 0 or spare(0.0) < 0:
        return None
    if spare(steepest) >= 0:
        return steepest
    return root(spare, 0.0, steepest)


def best_from_board(brief: CombBrief, top_mm: float, board_mm: float, thickness_mm: float) -> SlopePoint | None:
    """The slope with the most comb a litre out of a side board, no wall too near.

    Returns:
        The best point, exact to a millionth of a degree; None when no slope does. The optimum lies where
        the comb's share stops rising, or where the wall just begins to be too near: both are looked for
        around the best of a half-degree sweep.
    """

    def at(slope_deg: float) -> SlopePoint | None:
        section = from_board(top_mm, board_mm, thickness_mm, slope_deg)
        return point(brief, section) if _possible(brief, section) else None

    swept = [p for i in range(91) if (p := at(i / 2)) is not None]
    clear = [p for p in swept if p.contact_mm <= 0]
    if not clear:
        return None
    best = max(clear, key=lambda p: p.comb_share)
    low, high = max(best.slope_deg - 0.5, 0.0), min(best.slope_deg + 0.5, swept[-1].slope_deg)

    def spare(slope_deg: float) -> float:
        here = at(slope_deg)
        return -1.0 if here is None else here.clearance_mm - brief.clearance_mm

    def lacking(slope_deg: float) -> float:
        here = at(slope_deg)
        return 0.0 if here is None else -here.comb_share

    candidates = [best]
    for end in (low, high):
        if spare(end) < 0 <= spare(best.slope_deg) and end != best.slope_deg:
            edge = root(spare, min(end, best.slope_deg), max(end, best.slope_deg))
            # The root itself may fall a hair on the wrong side.
            inside = edge + (1e-6 if edge < best.slope_deg else -1e-6)
            candidates += [p for p in (at(inside),) if p is not None]
    if high > low:
        turn = lowest(lacking, low, high)
        candidates += [p for p in (at(turn),) if p is not None]
    return max((p for p in candidates if p.contact_mm <= 0), key=lambda p: p.comb_share)


def _possible(brief: CombBrief, section: Trapezoid) -> bool:
    wide = section.floor_mm >= practice("least_floor").number - 1e-6
    return wide and section.height_mm - brief.below_mm >= practice("least_comb").number
