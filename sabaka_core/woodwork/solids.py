"""Solids of parts: prisms with a convex profile across the hive, drawn out along it; how two of them meet.

Axes: x along the hive from the inside of its near end, y across from the middle, z up from the floor's inside [mm].
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from math import hypot

Profile = tuple[tuple[float, float], ...]
# From where to where along x, y and z [mm].
Extent = tuple[tuple[float, float], tuple[float, float], tuple[float, float]]


@dataclass(frozen=True)
class Prism:
    """A convex profile in (y, z), between two places along x."""

    profile: Profile
    x: tuple[float, float]

    @cached_property
    def area_mm2(self) -> float:
        """Area of the profile."""
        ring = zip(self.profile, (*self.profile[1:], self.profile[0]), strict=True)
        return abs(sum(a[0] * b[1] - b[0] * a[1] for a, b in ring)) / 2

    @property
    def volume_mm3(self) -> float:
        return self.area_mm2 * (self.x[1] - self.x[0])

    @cached_property
    def box(self) -> Extent:
        """Extent along x, y and z."""
        ys, zs = [y for y, _ in self.profile], [z for _, z in self.profile]
        return self.x, (min(ys), max(ys)), (min(zs), max(zs))

    @property
    def triangles(self) -> list[tuple[tuple[float, float, float], ...]]:
        """The surface as triangles, outward side by the right hand."""
        (x0, x1), ring = self.x, self.profile
        if _turn(ring) < 0:
            ring = tuple(reversed(ring))
        near = [(x0, y, z) for y, z in ring]
        far = [(x1, y, z) for y, z in ring]
        found: list[tuple[tuple[float, float, float], ...]] = []
        for i in range(1, len(ring) - 1):
            found.append((near[0], near[i + 1], near[i]))
            found.append((far[0], far[i], far[i + 1]))
        for i in range(len(ring)):
            j = (i + 1) % len(ring)
            found.append((near[i], near[j], far[j]))
            found.append((near[i], far[j], far[i]))
        return found


def _turn(ring: Profile) -> float:
    pairs = zip(ring, (*ring[1:], ring[0]), strict=True)
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in pairs)


def rect(y: tuple[float, float], z: tuple[float, float]) -> Profile:
    """An upright rectangle."""
    return ((y[0], z[0]), (y[1], z[0]), (y[1], z[1]), (y[0], z[1]))


def brick(x: tuple[float, float], y: tuple[float, float], z: tuple[float, float]) -> Prism:
    """An upright block."""
    return Prism(rect(y, z), x)


def apart_mm(one: Prism, other: Prism) -> float:
    """How far two prisms are apart; negative by how far they lie in each other [mm]."""
    along = max(one.x[0] - other.x[1], other.x[0] - one.x[1])
    across = _profiles_apart(one.profile, other.profile)
    if along > 0 and across > 0:
        return hypot(along, across)
    return max(along, across)


def _profiles_apart(one: Profile, other: Profile) -> float:
    """Separation of two convex profiles: by separating axes, exact where they overlap or lie side by side."""
    best = -1e9
    for ring in (one, other):
        for i in range(len(ring)):
            (y1, z1), (y2, z2) = ring[i], ring[(i + 1) % len(ring)]
            long = hypot(y2 - y1, z2 - z1)
            if long < 1e-9:
                continue
            ny, nz = (z2 - z1) / long, -(y2 - y1) / long
            a = [ny * y + nz * z for y, z in one]
            b = [ny * y + nz * z for y, z in other]
            best = max(best, max(min(a) - max(b), min(b) - max(a)))
    return best


def bounds(prisms: Sequence[Prism]) -> Extent:
    """Extent of several prisms along x, y and z."""
    boxes = [p.box for p in prisms]
    x, y, z = ((min(b[k][0] for b in boxes), max(b[k][1] for b in boxes)) for k in range(3))
    return x, y, z


def moved(prism: Prism, dx: float, dy: float, dz: float) -> Prism:
    """The same prism elsewhere."""
    return Prism(tuple((y + dy, z + dz) for y, z in prism.profile), (prism.x[0] + dx, prism.x[1] + dx))
