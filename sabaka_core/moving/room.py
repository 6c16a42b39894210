"""What a hive offers to combs that move in: widths, depths and rests where its own combs hang.

Depths here are taken from the rest plane: the ledge that lugs or bars lie on.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import floor

from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.run import Follower
from sabaka_core.hive.analysis import Analysis

# The id that combs moved in have in a design.
OLD = "moved"


@dataclass(frozen=True)
class Room:
    """The chamber that the colony will live in."""

    a: Analysis

    @cached_property
    def own(self) -> CombType | None:
        """What its own combs hang from; combs already moved in don't count."""
        main = self.a.main
        if main is None or main.id != OLD:
            return main
        return next((kind for kind in (*self.a.carriers, *self.a.hive.comb_types) if kind.id != OLD), main)

    @property
    def takes_combs(self) -> bool:
        """Whether anything can be hung in it at all."""
        return self.own is not None and not isinstance(self.own, FixedComb) and not self.a.cavity.varies

    @property
    def on_rods(self) -> bool:
        """Whether frames stand on rods instead of hanging."""
        return self.a.chamber.rest.kind == "rods"

    @cached_property
    def rest_mm(self) -> float:
        """The rest plane below the section's own top [mm]; bars' undersides are the section's top."""
        rest = self.a.chamber.rest
        return rest.depth_mm if rest.kind == "rebate" and isinstance(self.own, Frame) else 0.0

    @cached_property
    def _at(self) -> float:
        return self.a.place_of(self.own) if self.own else self.a.run_mm / 2

    @cached_property
    def lining_mm(self) -> float:
        return self.a.lining_mm(self._at)

    @cached_property
    def drop_mm(self) -> float:
        """From the rest plane to floor, litter or filler [mm]; on rods, from their tops to the ceiling."""
        height = self.a.section.height_mm
        if self.on_rods:
            return height - self.a.chamber.rest.depth_mm
        return height - self.rest_mm - self.a.litter_mm - self.a.filler_mm(self._at)

    def half_mm(self, depth: float) -> float:
        """Half of the inside width at a depth below the rest plane [mm]; above it, as wide as there."""
        at = min(max(depth + self.rest_mm, 0.0), self.a.section.height_mm)
        return self.a.section.half_width_mm(at) - self.lining_mm

    def least_half_mm(self, low: float, high: float) -> float:
        """The least half-width between two depths [mm]."""
        steps = 8
        return min(self.half_mm(low + (high - low) * i / steps) for i in range(steps + 1))

    @cached_property
    def top_mm(self) -> float:
        """Inside width at the rest plane [mm]."""
        return 2 * self.half_mm(0.0)

    @cached_property
    def span_mm(self) -> float:
        """Room for a top bar's length over the rests [mm]."""
        return self.a.rest_span_mm - 2 * self.lining_mm

    @property
    def run_mm(self) -> float:
        return self.a.run_mm

    @property
    def spacing_mm(self) -> float:
        return self.own.spacing_mm if self.own else self.a.main_spacing_mm

    @cached_property
    def boards_mm(self) -> float:
        """What its followers take of the run [mm]."""
        return sum(i.thickness_mm for i in self.a.chamber.run.items if isinstance(i, Follower))

    @cached_property
    def places(self) -> int:
        """Combs of its own that go in when its followers stand outside them."""
        return max(floor((self.run_mm - self.boards_mm) / self.spacing_mm + 1e-6), 0)

    @cached_property
    def roof_mm(self) -> float | None:
        """How high a riser may stand over the rim [mm]; None where the roof simply goes on top of it."""
        roof = self.a.hive.roof
        return roof.clearance_mm if roof is not None and roof.opens.startswith("hinged") else None

    @cached_property
    def bar_mm(self) -> float:
        """Length of its own top bar [mm]."""
        if isinstance(self.own, Frame):
            return self.own.top_bar_mm
        return self.own.length_mm if isinstance(self.own, TopBar) else self.top_mm

    @property
    def floor_gap_mm(self) -> float:
        return self.a.hive.choices.floor_gap_mm
