"""Where a chamber's run lies in the hive, for parts that hang or stand in it."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.analysis import Analysis
from sabaka_core.woodwork.boxes import wall_of
from sabaka_core.woodwork.solids import Prism, brick


def shift_of(a: Analysis) -> tuple[float, float, float]:
    """From a chamber's own axes (inside near end, middle, floor) to the hive's."""
    place = a.chamber.place
    sides, ends = a.chamber.walls.sides, a.chamber.walls.ends
    wall = wall_of(a)
    for layer in sides:
        wall = wall.out(layer.thickness_mm)
    out = sum(layer.thickness_mm for layer in ends)
    return place.x_mm + out, place.y_mm + max(y for y, _ in wall.points), place.z_mm + a.floor_board_mm


@dataclass(frozen=True)
class RunFrame:
    """Where a chamber's run lies in the hive: places along the run, across it and up, as blocks."""

    a: Analysis
    shift: tuple[float, float, float]

    @property
    def along(self) -> bool:
        """Whether combs run along the hive."""
        return self.a.chamber.combs == "along"

    def block(self, run: tuple[float, float], across: tuple[float, float], up: tuple[float, float]) -> Prism:
        """A block by its stretch of the run, its reach from the middle across it, and its heights."""
        dx, dy, dz = self.shift
        z = (dz + up[0], dz + up[1])
        if not self.along:
            return brick((dx + run[0], dx + run[1]), (dy + across[0], dy + across[1]), z)
        middle, start = dx + self.a.chamber.length_mm / 2, dy - self.a.run_mm / 2
        return brick((middle + across[0], middle + across[1]), (start + run[0], start + run[1]), z)


def placing(a: Analysis) -> RunFrame | None:
    """How a lying chamber's run is placed; None where it stands upright."""
    return (
        RunFrame(a, shift_of(a))
        if a.chamber.axis == "lying" and not isinstance(a.chamber.section, CircleSection)
        else None
    )
