"""The three outlines of a comb in a leaning-walled cavity, kept apart.

*Limit*: the section with its walls moved in by the bee space, stopped at the floor gap.
*Free*: how the comb would hang with no walls. *Predicted*: free cut by limit.
Clearances are square to the wall; contact is the length of wall that faces a free outline
lying outside the limit.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import cached_property, lru_cache
from math import cos, tan
from typing import Literal

from sabaka_core.base.search import root
from sabaka_core.combs.curves import Curve, hang
from sabaka_core.combs.hung import Outline, Point, Stretch
from sabaka_core.combs.sampled import SampledOutlines
from sabaka_core.geometry.trapezoid import Trapezoid

_STEPS = 48


@dataclass(frozen=True)
class CombOutlines:
    """Outlines of one comb.

    Attributes:
        section: the cavity.
        bee_space_mm: clearance the limit keeps, square to the walls [mm].
        depth_mm: how deep the comb hangs: height less litter less floor gap [mm].
        guide_mm: length of the guide on the bar [mm].
        kind: free curve.
    """

    section: Trapezoid
    bee_space_mm: float
    depth_mm: float
    guide_mm: float
    kind: Literal["catenary", "parabola"]

    @cached_property
    def free(self) -> Curve:
        """How the comb would hang: as wide at the bar as guide and limit allow."""
        return hang(self.kind, self.width_mm, self.depth_mm)

    @cached_property
    def width_mm(self) -> float:
        """Width of the comb at the bar [mm]."""
        return min(self.guide_mm, 2 * self.limit_half_width_mm(0.0))

    @property
    def top_mm(self) -> float:
        return 0.0

    @property
    def bottom_mm(self) -> float:
        return self.limit_depth_mm

    @cached_property
    def limit_depth_mm(self) -> float:
        """Depth at which the limit ends: the floor gap, or where the moved walls meet [mm]."""
        lean = tan(self.section.slope_rad)
        top = self.limit_half_width_mm(0.0)
        return min(self.depth_mm, top / lean) if lean > 0 else self.depth_mm

    def limit_half_width_mm(self, depth_mm: float) -> float:
        """Half-width of the limit at a depth [mm]."""
        return self.section.inset_half_width_mm(depth_mm, self.bee_space_mm)

    def predicted_half_width_mm(self, depth_mm: float) -> float:
        """Half-width of the comb the bees are expected to build [mm]."""
        if depth_mm > self.limit_depth_mm:
            return 0.0
        return max(0.0, min(self.free.half_width_mm(depth_mm), self.limit_half_width_mm(depth_mm)))

    @cached_property
    def limit_area_mm2(self) -> float:
        """One side of the limit [mm²]."""
        ends = self.limit_half_width_mm(0.0) + self.limit_half_width_mm(self.limit_depth_mm)
        return ends * self.limit_depth_mm

    @cached_property
    def free_area_mm2(self) -> float:
        """One side of the free comb [mm²]."""
        return self.free.area_between_mm2(0.0, self.depth_mm)

    @cached_property
    def predicted_area_mm2(self) -> float:
        """One side of the predicted comb [mm²]."""
        area = self.free.area_between_mm2(0.0, self.limit_depth_mm)
        for touch in self.contacts:
            # Where the moved walls meet above the comb's foot, the comb ends there.
            lower = min(touch.lower_mm, self.limit_depth_mm)
            ends = self.limit_half_width_mm(touch.upper_mm) + self.limit_half_width_mm(lower)
            area -= self.free.area_between_mm2(touch.upper_mm, lower) - ends * (lower - touch.upper_mm)
        return area

    @cached_property
    def unused_area_mm2(self) -> float:
        """Section left without comb, litter and floor gap apart: limit less predicted [mm²]."""
        return self.limit_area_mm2 - self.predicted_area_mm2

    @cached_property
    def contacts(self) -> tuple[Stretch, ...]:
        """Where the free outline lies outside the limit."""
        return self.nearer_than(self.bee_space_mm)

    def nearer_than(self, clearance_mm: float) -> tuple[Stretch, ...]:
        """Where the free outline lies nearer to the wall than a clearance square to it [mm].

        The outline bulges and the wall is straight, so this is one stretch or none.
        """
        inset = clearance_mm / cos(self.section.slope_rad)

        def over(depth_mm: float) -> float:
            return self.free.half_width_mm(depth_mm) - (self.section.half_width_mm(depth_mm) - inset)

        tightest = self.tightest_depth_mm
        if over(tightest) <= 1e-9:
            return ()
        upper = 0.0 if over(0.0) >= -1e-9 else root(over, 0.0, tightest)
        lower = self.depth_mm if over(self.depth_mm) >= 0 else root(over, tightest, self.depth_mm)
        return (Stretch(upper, lower),)

    @cached_property
    def tightest_depth_mm(self) -> float:
        """Depth at which the free comb comes nearest to the wall [mm]."""
        parallel = self.free.depth_parallel_to_mm(self.section.slope_rad)
        if parallel is None:
            return 0.0
        return min(max(parallel, 0.0), self.depth_mm)

    @cached_property
    def least_clearance_mm(self) -> float:
        """Least distance of the free comb from the wall, square to it; negative when it crosses [mm]."""
        depth = self.tightest_depth_mm
        level = self.section.half_width_mm(depth) - self.free.half_width_mm(depth)
        return level * cos(self.section.slope_rad)

    def along_wall_mm(self, stretches: tuple[Stretch, ...]) -> float:
        """Length along one wall that stretches of depths take [mm]."""
        return sum(stretch.depth_mm for stretch in stretches) / cos(self.section.slope_rad)

    @cached_property
    def contact_length_mm(self) -> float:
        """Length of one wall that faces a free outline outside the limit [mm]."""
        return self.along_wall_mm(self.contacts)

    def outline(self, which: Outline) -> list[Point]:
        """A closed outline as points (x from the middle, depth) [mm], clockwise from the top left."""
        if which == "limit":
            bottom = self.limit_depth_mm
            top_half, low_half = self.limit_half_width_mm(0.0), self.limit_half_width_mm(bottom)
            return [(-top_half, 0.0), (top_half, 0.0), (low_half, bottom), (-low_half, bottom)]
        half = self.free.half_width_mm if which == "free" else self.predicted_half_width_mm
        end = self.depth_mm if which == "free" else self.limit_depth_mm
        # Finer toward the tip, where the curve turns.
        depths = [end * (1 - ((_STEPS - i) / _STEPS) ** 2) for i in range(_STEPS + 1)]
        if which == "predicted":
            kinks = [d for touch in self.contacts for d in (touch.upper_mm, touch.lower_mm) if 0 < d < end]
            depths = sorted({*depths, *kinks})
        right = [(half(d), d) for d in depths]
        return [(-x, d) for x, d in reversed(right)] + right[(1 if right[0][0] == 0 else 0) :]


@lru_cache(maxsize=256)
def outlines_of(
    section: Trapezoid, bee_space_mm: float, depth_mm: float, guide_mm: float, kind: Literal["catenary", "parabola"]
) -> CombOutlines:
    """Outlines by what decides them, kept, so that trying a mend of the run doesn't hang the comb anew."""
    return CombOutlines(section, bee_space_mm, depth_mm, guide_mm, kind)


def widest_clear_guide_mm(outlines: CombOutlines | SampledOutlines, clearance_mm: float) -> float | None:
    """The longest guide with which the free comb keeps a clearance everywhere.

    Returns:
        Guide length [mm], rounded down to 1 mm; None when even a guide of 40 mm touches.
    """

    def spare(guide_mm: float) -> float:
        return replace(outlines, guide_mm=guide_mm).least_clearance_mm - clearance_mm

    low, high = 40.0, outlines.width_mm
    if spare(low) < 0:
        return None
    if spare(high) >= 0:
        return float(int(high))
    return float(int(root(spare, low, high)))
