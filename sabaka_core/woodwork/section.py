"""A chamber's section as straight walls: facets of its inside, moved outward layer by layer."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from math import atan2, hypot

from sabaka_core.geometry.cavity import profile_of
from sabaka_core.hive.analysis import Analysis
from sabaka_core.woodwork.solids import Profile

# A curved wall is made of so many straight staves each side.
STAVES = 6
# A profile of more places than this is a curve.
_FEW = 12


@dataclass(frozen=True)
class Wall:
    """The right-hand inside of a section from the top down, as (half-width, height above the floor)."""

    points: tuple[tuple[float, float], ...]

    @property
    def high_mm(self) -> float:
        return self.points[0][1]

    def out(self, by_mm: float) -> Wall:
        """The same wall moved outward, square to itself; top and foot cut level."""
        lines = []
        for (y1, z1), (y2, z2) in itertools.pairwise(self.points):
            long = hypot(y2 - y1, z2 - z1)
            ny, nz = (z1 - z2) / long, (y2 - y1) / long
            lines.append(((y1 + ny * by_mm, z1 + nz * by_mm), (y2 + ny * by_mm, z2 + nz * by_mm)))
        points = [_at_height(lines[0], self.points[0][1])]
        points += [_meet(a, b) for a, b in itertools.pairwise(lines)]
        points.append(_at_height(lines[-1], self.points[-1][1]))
        return Wall(tuple(points))

    def raised(self, by_mm: float) -> Wall:
        """The same wall, its top facet drawn out upward."""
        if by_mm <= 0:
            return self
        (y1, z1), (y2, z2) = self.points[:2]
        top = _at_height(((y1, z1), (y2, z2)), z1 + by_mm)
        return Wall((top, *self.points[1:]))

    @property
    def outline(self) -> Profile:
        """The whole section, both sides."""
        right = list(reversed(self.points))
        left = [(-y, z) for y, z in self.points]
        ring = [*right, *left]
        return tuple(
            p for i, p in enumerate(ring) if i == 0 or hypot(p[0] - ring[i - 1][0], p[1] - ring[i - 1][1]) > 1e-6
        )

    @property
    def facets(self) -> tuple[Line, ...]:
        """Its straight stretches from the top down, each from its upper end to its lower one."""
        return tuple(itertools.pairwise(self.points))


Line = tuple[tuple[float, float], tuple[float, float]]


def lean_of(line: Line) -> float:
    """How far a facet leans outward [rad]."""
    (y1, z1), (y2, z2) = line
    return atan2(y1 - y2, z1 - z2)


def clipped_line(line: Line, heights: tuple[float, float]) -> Line:
    """A facet between two heights; drawn out upward where walls stand above it."""
    (_, high), (_, low) = line
    foot = max(heights[0], low)
    return _at_height(line, max(heights[1], foot) if heights[1] < high else max(high, heights[1])), _at_height(
        line, foot
    )


def _at_height(line: Line, z: float) -> tuple[float, float]:
    (y1, z1), (y2, z2) = line
    if abs(z2 - z1) < 1e-9:
        return (max(y1, y2), z)
    return (y1 + (y2 - y1) * (z - z1) / (z2 - z1), z)


def _meet(one: Line, other: Line) -> tuple[float, float]:
    (x1, y1), (x2, y2) = one
    (x3, y3), (x4, y4) = other
    d = (x1 - x2) * (y3 - y4) - (y1 - y2) * (x3 - x4)
    if abs(d) < 1e-9:
        return x2, y2
    a, b = x1 * y2 - y1 * x2, x3 * y4 - y3 * x4
    return (a * (x3 - x4) - (x1 - x2) * b) / d, (a * (y3 - y4) - (y1 - y2) * b) / d


def wall_of(a: Analysis) -> Wall:
    """The inside of a chamber's section as straight facets: exact for boards, staves for curves."""
    profile = profile_of(a.chamber.section)
    high = profile.height_mm
    wall = profile.wall
    if len(wall) > _FEW:
        depths = [high * i / STAVES for i in range(STAVES + 1)]
        wall = tuple((profile.half_width_mm(d), d) for d in depths)
    return Wall(tuple((half, high - depth) for half, depth in wall))


def is_curved(a: Analysis) -> bool:
    """Whether its walls are made of staves."""
    return len(profile_of(a.chamber.section).wall) > _FEW


def housed_mm(a: Analysis) -> float:
    """How far the walls stand above the combs' rest, because bars lie housed in them [mm]."""
    rest = a.chamber.rest
    return rest.depth_mm if rest.kind == "rebate" and rest.width_mm > 0 and a.main_frame is None else 0.0
