"""Which entrances serve the colony between the followers."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations
from math import hypot, pi
from typing import Literal

from sabaka_core.document.base import Wall
from sabaka_core.document.chambers import Chamber, Disc, Entrance
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import RunLayout


@dataclass(frozen=True)
class PlacedEntrance:
    """An entrance and the stretch of the run it opens into [mm]."""

    index: int
    entrance: Entrance
    start_mm: float
    end_mm: float
    in_nest: bool

    @property
    def middle_mm(self) -> float:
        return (self.start_mm + self.end_mm) / 2

    @property
    def label(self) -> str:
        return f"Entrance {self.index + 1}"


@dataclass(frozen=True)
class DiscPair:
    """Two discs of one wall: how far their centres are apart, and how far they must be to clear each other [mm]."""

    one: PlacedEntrance
    two: PlacedEntrance
    apart_mm: float
    touch_mm: float

    @property
    def verdict(self) -> Literal["overlap", "tight", "clear"]:
        """Whether they lie in each other, turn with too little play, or turn freely."""
        if self.apart_mm < self.touch_mm - 1e-6:
            return "overlap"
        return "clear" if self.apart_mm >= self.clear_mm - 1e-6 else "tight"

    @property
    def clear_mm(self) -> float:
        """The distance at which they turn freely."""
        return self.touch_mm + practice("disc_play").number


def disc_pairs(entrances: Sequence[PlacedEntrance]) -> tuple[DiscPair, ...]:
    """Every two discs on one wall."""
    found = []
    for one, two in combinations(entrances, 2):
        first, second = one.entrance, two.entrance
        if not (isinstance(first, Disc) and isinstance(second, Disc)) or first.wall != second.wall:
            continue
        up = first.height_mm + first.opening_mm / 2 - second.height_mm - second.opening_mm / 2
        apart = hypot(first.at_mm - second.at_mm, up)
        found.append(DiscPair(one, two, apart, (first.disc_mm + second.disc_mm) / 2))
    return tuple(found)


def place_entrances(chamber: Chamber, layout: RunLayout) -> tuple[PlacedEntrance, ...]:
    """Every entrance with its stretch, and whether that lies wholly between the followers.

    An end-wall entrance opens at the very end of the run, so that a follower with a gap
    behind it cuts it off.
    """
    return tuple(_place(i, e, chamber, layout) for i, e in enumerate(chamber.entrances))


def _place(index: int, entrance: Entrance, chamber: Chamber, layout: RunLayout) -> PlacedEntrance:
    half = entrance.size_mm[0] / 2
    if entrance.wall in _closing_walls(chamber):
        start = end = 0.0 if entrance.wall in ("near-end", "left") else layout.length_mm
    elif chamber.axis == "lying" and chamber.combs == "along":
        # On an end wall places are given from its middle, and the run goes across.
        middle = layout.length_mm / 2 + entrance.at_mm
        start, end = middle - half, middle + half
    else:
        start, end = entrance.at_mm - half, entrance.at_mm + half
    inside = not layout.crossed and start >= layout.nest_start_mm - 1e-6 and end <= layout.nest_end_mm + 1e-6
    return PlacedEntrance(index, entrance, start, end, inside)


def run_walls(chamber: Chamber) -> tuple[Wall, Wall]:
    """The walls along the run: the sides, or the ends where combs run along."""
    along = chamber.axis == "lying" and chamber.combs == "along"
    return ("near-end", "far-end") if along else ("left", "right")


def _closing_walls(chamber: Chamber) -> tuple[Wall, Wall]:
    """The walls at the run's two ends: the end walls, or the sides where combs run along."""
    along = chamber.axis == "lying" and chamber.combs == "along"
    return ("left", "right") if along else ("near-end", "far-end")


def opening_area_mm2(entrance: Entrance) -> float:
    """Area of an opening [mm²]: a circle for holes and discs, a rectangle for slots."""
    width, height = entrance.size_mm
    return width * height if entrance.kind == "slot" else pi / 4 * width**2
