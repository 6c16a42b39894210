"""The three outlines of a comb before any wall: facets, curves, the chord of a log.

The same as combs/outlines.py answers for a trapezoid in closed form, by sampling the wall finely.
A comb without a guide is fixed to the cavity and fills it, a bee space short of the walls.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache
from math import hypot
from typing import Literal

import numpy as np

from sabaka_core.combs.curves import Curve, hang
from sabaka_core.combs.hung import Outline, Point, Stretch
from sabaka_core.geometry.profile import Chord, Facets, Floats

_SAMPLES = 480
_DRAWN = 49


@dataclass(frozen=True)
class SampledOutlines:
    """Outlines of one comb before a wall that isn't straight.

    Attributes:
        section: the wall.
        bee_space_mm: clearance the limit keeps, square to the wall [mm].
        depth_mm: how deep the comb may hang [mm].
        guide_mm: length of the guide; None for a comb fixed to the cavity.
        kind: free curve.
    """

    section: Facets | Chord
    bee_space_mm: float
    depth_mm: float
    guide_mm: float | None
    kind: Literal["catenary", "parabola"]

    @cached_property
    def _depths(self) -> Floats:
        return np.linspace(0.0, self.depth_mm, _SAMPLES + 1)

    @cached_property
    def _limit(self) -> Floats:
        return np.maximum(self.section.inset(self._depths, self.bee_space_mm), 0.0)

    @cached_property
    def _free(self) -> Floats:
        if self.free is None:
            return self._limit
        return np.array([self.free.half_width_mm(float(d)) for d in self._depths])

    @cached_property
    def _predicted(self) -> Floats:
        # A comb grows downward: below where the walls first meet there is none.
        begun = np.cumsum(self._limit > 0) > 0
        shut = np.cumsum(begun & (self._limit <= 0)) > 0
        return np.where(shut, 0.0, np.minimum(self._limit, self._free))

    @cached_property
    def free(self) -> Curve | None:
        """How the comb would hang; None for a fixed comb."""
        return None if self.guide_mm is None or self.width_mm <= 0 else hang(self.kind, self.width_mm, self.depth_mm)

    @property
    def top_mm(self) -> float:
        return 0.0

    @property
    def bottom_mm(self) -> float:
        return self.limit_depth_mm

    @cached_property
    def width_mm(self) -> float:
        """Width of the comb at the bar, or the greatest width of a fixed comb [mm]."""
        if self.guide_mm is None:
            return float(2 * np.max(self._limit))
        return min(self.guide_mm, 2 * max(self.limit_half_width_mm(0.0), 0.0))

    @cached_property
    def limit_depth_mm(self) -> float:
        """Depth at which the limit ends: the floor gap, or where the moved walls meet [mm]."""
        open_at = self._depths[self._limit > 0]
        return float(open_at[-1]) if len(open_at) else 0.0

    def limit_half_width_mm(self, depth_mm: float) -> float:
        """Half-width of the limit at a depth [mm]."""
        return self.section.inset_half_width_mm(depth_mm, self.bee_space_mm)

    def predicted_half_width_mm(self, depth_mm: float) -> float:
        """Half-width of the comb the bees are expected to build [mm]."""
        return float(np.interp(depth_mm, self._depths, self._predicted, right=0.0))

    @cached_property
    def limit_area_mm2(self) -> float:
        return float(2 * np.trapezoid(self._limit, self._depths))

    @cached_property
    def free_area_mm2(self) -> float:
        """Area that the comb would have if no wall were near."""
        if self.free is not None:
            return self.free.area_between_mm2(0.0, self.depth_mm)
        return float(2 * np.trapezoid(self._free, self._depths))

    @cached_property
    def predicted_area_mm2(self) -> float:
        return float(2 * np.trapezoid(self._predicted, self._depths))

    @property
    def unused_area_mm2(self) -> float:
        return self.limit_area_mm2 - self.predicted_area_mm2

    def nearer_than(self, clearance_mm: float) -> tuple[Stretch, ...]:
        """Where the free outline lies nearer to the wall than a clearance square to it [mm]."""
        if self.free is None:
            return ()
        over = self._free - self.section.inset(self._depths, clearance_mm) > 1e-6
        edges = np.flatnonzero(np.diff(np.concatenate(([0], over.astype(int), [0]))))
        stretches = [
            Stretch(float(self._depths[a]), float(self._depths[min(b, _SAMPLES)]))
            for a, b in zip(edges[::2], edges[1::2], strict=True)
        ]
        # One sample alone is the wall and the curve touching in a point.
        return tuple(s for s in stretches if s.depth_mm > 2 * self.depth_mm / _SAMPLES)

    @cached_property
    def contacts(self) -> tuple[Stretch, ...]:
        """Where the free outline lies outside the limit."""
        return self.nearer_than(self.bee_space_mm)

    @cached_property
    def _tightest(self) -> tuple[float, float]:
        """Least clearance and its depth, found by moving the wall in until the comb meets it."""
        if self.free is None:
            return self.bee_space_mm, 0.0
        low, high = -300.0, self.section.top_mm / 2 + 1.0
        at = 0
        for _ in range(40):
            by = (low + high) / 2
            spare = self.section.inset(self._depths, by) - self._free if by >= 0 else self._spare_outside(by)
            at = int(np.argmin(spare))
            low, high = (low, by) if spare[at] < 0 else (by, high)
        return (low + high) / 2, float(self._depths[at])

    def _spare_outside(self, by_mm: float) -> Floats:
        """Room to a wall moved outward: level, as close as it matters for a comb that crosses."""
        halves = np.array([self.section.half_width_mm(float(d)) for d in self._depths])
        return np.asarray(halves - by_mm - self._free)

    @property
    def least_clearance_mm(self) -> float:
        """Least distance of the free comb from the wall, square to it; negative when it crosses [mm]."""
        return self._tightest[0]

    @property
    def tightest_depth_mm(self) -> float:
        """Depth at which the free comb comes nearest to the wall [mm]."""
        return self._tightest[1]

    def along_wall_mm(self, stretches: tuple[Stretch, ...]) -> float:
        """Length along one wall that stretches of depths take [mm]."""
        total = 0.0
        for stretch in stretches:
            depths = np.linspace(stretch.upper_mm, stretch.lower_mm, 33)
            halves = [self.section.half_width_mm(float(d)) for d in depths]
            steps = zip(halves, halves[1:], depths, depths[1:], strict=False)
            total += sum(hypot(x2 - x1, d2 - d1) for x1, x2, d1, d2 in steps)
        return total

    @property
    def contact_length_mm(self) -> float:
        return self.along_wall_mm(self.contacts)

    def outline(self, which: Outline) -> list[Point]:
        """A closed outline as points (x from the middle, depth) [mm]."""
        halves = {"limit": self._limit, "free": self._free, "predicted": self._predicted}[which]
        depths = np.linspace(0.0, self.depth_mm if which == "free" else self.limit_depth_mm, _DRAWN)
        right = [(float(np.interp(d, self._depths, halves)), float(d)) for d in depths]
        return [(-x, d) for x, d in reversed(right)] + right


@lru_cache(maxsize=512)
def sampled_outlines(
    section: Facets | Chord,
    bee_space_mm: float,
    depth_mm: float,
    guide_mm: float | None,
    kind: Literal["catenary", "parabola"],
) -> SampledOutlines:
    """Outlines by what decides them, kept for the next time they are asked for."""
    return SampledOutlines(section, bee_space_mm, depth_mm, guide_mm, kind)
