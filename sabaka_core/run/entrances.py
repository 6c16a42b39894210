"""Which entrances serve the colony between the followers."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.base import Wall
from sabaka_core.document.chambers import Chamber, Entrance
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


def _closing_walls(chamber: Chamber) -> tuple[Wall, Wall]:
    """The walls at the run's two ends: the end walls, or the sides where combs run along."""
    along = chamber.axis == "lying" and chamber.combs == "along"
    return ("left", "right") if along else ("near-end", "far-end")


def opening_area_mm2(entrance: Entrance) -> float:
    """Area of an opening [mm²]: a circle for holes and discs, a rectangle for slots."""
    width, height = entrance.size_mm
    return width * height if entrance.kind == "slot" else 3.141592653589793 / 4 * width**2
