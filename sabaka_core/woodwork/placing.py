"""Where a chamber's run lies in the hive, for parts that hang or stand in it."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.chambers import total_thickness_mm
from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.analysis import Analysis
from sabaka_core.woodwork.section import wall_of
from sabaka_core.woodwork.solids import Point3, Prism, Profile, Span, brick


def shift_of(a: Analysis) -> tuple[float, float, float]:
    """From a chamber's own axes (inside near end, middle, floor) to the hive's."""
    place, walls = a.chamber.place, a.chamber.walls
    if a.chamber.axis == "standing":
        out = total_thickness_mm(walls.sides)
        return place.x_mm + out, place.y_mm + out + a.section.top_mm / 2, place.z_mm + a.floor_board_mm
    ends = total_thickness_mm(walls.ends)
    if isinstance(a.chamber.section, CircleSection):
        across = a.chamber.section.diameter_mm / 2 + total_thickness_mm(walls.sides)
        return place.x_mm + ends, place.y_mm + across, place.z_mm + total_thickness_mm(walls.sides)
    wall = wall_of(a)
    for layer in walls.sides:
        wall = wall.out(layer.thickness_mm)
    return place.x_mm + ends, place.y_mm + max(y for y, _ in wall.points), place.z_mm + a.floor_board_mm


@dataclass(frozen=True)
class RunFrame:
    """Where a run lies in the hive: places along it, across it and up, as solids.

    Attributes:
        along: whether its combs run along the hive, and the run across it.
        at: where the run begins, in the middle across it, on the floor.
    """

    along: bool
    at: Point3

    def block(self, run: Span, across: Span, up: Span) -> Prism:
        """A block by its stretch of the run, its reach from the middle across it, and its heights."""
        x, y, z = self.at
        first, second = (across, run) if self.along else (run, across)
        return brick(_from(x, first), _from(y, second), _from(z, up))

    def board(self, ring: Profile, run: Span) -> Prism:
        """A profile across the run, by places from its middle and heights, so far along it."""
        x, y, z = self.at
        if self.along:
            return Prism(tuple((x + a, z + b) for a, b in ring), _from(y, run), "y")
        return Prism(tuple((y + a, z + b) for a, b in ring), _from(x, run))


def _from(start: float, span: Span) -> Span:
    return start + span[0], start + span[1]


def placing(a: Analysis) -> RunFrame:
    """How a chamber's run is placed."""
    x, y, z = shift_of(a)
    along = a.chamber.axis == "lying" and a.chamber.combs == "along"
    return RunFrame(along, (x + a.chamber.length_mm / 2, y - a.run_mm / 2, z) if along else (x, y, z))
