"""Solids of parts: prisms with a convex profile, drawn out along an axis; what is cut out of them, how two meet.

Axes: x along the hive from its near end, y across it, z up [mm]. A profile's places are given by the two other axes
in their order: (y, z) for a prism along x, (x, z) along y, (x, y) along z.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise
from math import cos, hypot, pi, sin, sqrt
from typing import Literal, TypeVar

from sabaka_core.base.units import UNSEEN_MM

Axis = Literal["x", "y", "z"]
T = TypeVar("T")
Profile = tuple[tuple[float, float], ...]
Span = tuple[float, float]
Point3 = tuple[float, float, float]
# From where to where along x, y and z [mm].
Extent = tuple[Span, Span, Span]

# Slivers of less are none [mm²].
_LEAST_AREA = 1e-3


@dataclass(frozen=True)
class Prism:
    """A convex profile across an axis, between two places along it."""

    profile: Profile
    span: Span
    axis: Axis = "x"

    @cached_property
    def area_mm2(self) -> float:
        """Area of the profile."""
        return area_mm2(self.profile)

    @property
    def volume_mm3(self) -> float:
        return self.area_mm2 * (self.span[1] - self.span[0])

    @cached_property
    def box(self) -> Extent:
        """Extent along x, y and z."""
        first, second = [a for a, _ in self.profile], [b for _, b in self.profile]
        return _in_order(self.axis, self.span, (min(first), max(first)), (min(second), max(second)))

    @cached_property
    def is_block(self) -> bool:
        """Whether it fills its extent."""
        (a, b), (c, d) = self.box[_PLANES[self.axis][0]], self.box[_PLANES[self.axis][1]]
        return len(self.profile) == 4 and abs((b - a) * (d - c) - self.area_mm2) < _LEAST_AREA

    @cached_property
    def centre(self) -> Point3:
        """Its centre of mass."""
        ring, twice, first, second = self.profile, 0.0, 0.0, 0.0
        for (a, b), (c, d) in zip(ring, (*ring[1:], ring[0]), strict=True):
            cross = a * d - c * b
            twice, first, second = twice + cross, first + (a + c) * cross, second + (b + d) * cross
        if abs(twice) < _LEAST_AREA:
            (x0, x1), (y0, y1), (z0, z1) = self.box
            return (x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2
        return _in_order(self.axis, sum(self.span) / 2, first / (3 * twice), second / (3 * twice))

    @cached_property
    def corners(self) -> tuple[Point3, ...]:
        """Its corners: those of the near profile, then those of the far one, in the same order."""
        return tuple(_in_order(self.axis, at, a, b) for at in self.span for a, b in self.profile)

    @property
    def faces(self) -> Iterator[tuple[Point3, ...]]:
        """Its faces, seen from outside against the clock."""
        number, ring = len(self.profile), range(len(self.profile))
        near, far = self.corners[:number], self.corners[number:]
        # Along y the two other axes, x and z, turn the other way round.
        if (_turn(self.profile) < 0) != (self.axis == "y"):
            ring = range(number - 1, -1, -1)
        order = list(ring)
        yield tuple(near[i] for i in reversed(order))
        yield tuple(far[i] for i in order)
        for i, j in pairwise((*order, order[0])):
            yield near[i], near[j], far[j], far[i]

    @property
    def triangles(self) -> list[tuple[Point3, ...]]:
        """The surface as triangles, outward side by the right hand."""
        return [(face[0], face[i], face[i + 1]) for face in self.faces for i in range(1, len(face) - 1)]


@dataclass(frozen=True)
class Bore:
    """A round hole in a solid: its middle, the way it runs (of length one), how wide and how long it is [mm]."""

    at: Point3
    along: Point3
    wide_mm: float
    long_mm: float

    @property
    def volume_mm3(self) -> float:
        return pi / 4 * self.wide_mm**2 * self.long_mm

    @cached_property
    def box(self) -> Extent:
        """Extent along x, y and z."""
        half = [self.long_mm / 2 * abs(c) + self.wide_mm / 2 * sqrt(max(1 - c * c, 0.0)) for c in self.along]
        x, y, z = ((at - by, at + by) for at, by in zip(self.at, half, strict=True))
        return x, y, z

    @property
    def mouths(self) -> tuple[Point3, Point3]:
        """Where it begins and ends."""
        near, far = (
            tuple(at + way * self.long_mm / 2 * c for at, c in zip(self.at, self.along, strict=True)) for way in (-1, 1)
        )
        return (near[0], near[1], near[2]), (far[0], far[1], far[2])


_PLANES: dict[Axis, tuple[int, int]] = {"x": (1, 2), "y": (0, 2), "z": (0, 1)}


def _in_order(axis: Axis, along: T, first: T, second: T) -> tuple[T, T, T]:
    """What is said along an axis and of the two others, as x, y and z."""
    if axis == "x":
        return along, first, second
    return (first, along, second) if axis == "y" else (first, second, along)


def area_mm2(ring: Profile) -> float:
    """Area of a profile."""
    return abs(_turn(ring)) / 2


def _turn(ring: Profile) -> float:
    pairs = zip(ring, (*ring[1:], ring[0]), strict=True)
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in pairs)


def rect(y: Span, z: Span) -> Profile:
    """An upright rectangle."""
    return ((y[0], z[0]), (y[1], z[0]), (y[1], z[1]), (y[0], z[1]))


def brick(x: Span, y: Span, z: Span) -> Prism:
    """An upright block."""
    return Prism(rect(y, z), x)


def round_of(middle: tuple[float, float], across_mm: float, sides: int = 24) -> Profile:
    """A round profile as a polygon of the same area."""
    turn = 2 * pi / sides
    radius = across_mm / 2 * sqrt(pi / (sides / 2 * sin(turn)))
    return tuple((middle[0] + radius * cos(i * turn), middle[1] + radius * sin(i * turn)) for i in range(sides))


def clipped(ring: Profile, at: tuple[float, float], out: tuple[float, float]) -> Profile:
    """What of a convex profile lies behind a line through a place, whose far side a direction points to."""
    kept: list[tuple[float, float]] = []
    off = [(a - at[0]) * out[0] + (b - at[1]) * out[1] for a, b in ring]
    for i, (a, b) in enumerate(ring):
        j = (i + 1) % len(ring)
        if off[i] <= 0:
            kept.append((a, b))
        if (off[i] < 0 < off[j]) or (off[j] < 0 < off[i]):
            share = off[i] / (off[i] - off[j])
            kept.append((a + (ring[j][0] - a) * share, b + (ring[j][1] - b) * share))
    return tuple(kept) if len(kept) > 2 and area_mm2(tuple(kept)) > _LEAST_AREA else ()


def _edges(ring: Profile) -> Iterator[tuple[tuple[float, float], tuple[float, float]]]:
    """Each edge of a convex profile: a place on it, and the direction that points out of it there."""
    way = 1.0 if _turn(ring) > 0 else -1.0
    for (a, b), (c, d) in zip(ring, (*ring[1:], ring[0]), strict=True):
        yield (a, b), (way * (d - b), way * (a - c))


def common(one: Profile, other: Profile) -> Profile:
    """What two convex profiles have in common."""
    rest = one
    for at, out in _edges(other):
        rest = clipped(rest, at, out) if rest else ()
    return rest


def without(prism: Prism, span: Span, ring: Profile) -> tuple[Prism, ...]:
    """A prism less what lies in a convex opening along its own axis, as the prisms that are left of it."""
    low, high = max(prism.span[0], span[0]), min(prism.span[1], span[1])
    if high - low < UNSEEN_MM:
        return (prism,)
    rest, left = prism.profile, list[Profile]()
    for at, out in _edges(ring):
        beyond = clipped(rest, at, (-out[0], -out[1]))
        if beyond:
            left.append(beyond)
        rest = clipped(rest, at, out)
        if not rest:
            return (prism,)
    ends = [(prism.span[0], low), (high, prism.span[1])]
    return (
        *(replace(prism, span=end) for end in ends if end[1] - end[0] >= UNSEEN_MM),
        *(replace(prism, profile=each, span=(low, high)) for each in left),
    )


def without_block(prism: Prism, block: Extent) -> tuple[Prism, ...]:
    """A prism less an upright block."""
    first, second = _PLANES[prism.axis]
    return without(prism, block["xyz".index(prism.axis)], rect(block[first], block[second]))


def within(prism: Prism, axis: Axis, span: Span) -> Prism | None:
    """What of a prism lies between two places along an axis."""
    if axis == prism.axis:
        low, high = max(prism.span[0], span[0]), min(prism.span[1], span[1])
        return replace(prism, span=(low, high)) if high - low >= UNSEEN_MM else None
    second = "xyz".index(axis) == _PLANES[prism.axis][1]
    ring = prism.profile
    for at, way in ((span[0], -1.0), (span[1], 1.0)):
        place, out = ((0.0, at), (0.0, way)) if second else ((at, 0.0), (way, 0.0))
        ring = clipped(ring, place, out) if ring else ()
    return replace(prism, profile=ring) if ring else None


def apart_mm(one: Prism, other: Prism) -> float:
    """How far two prisms are apart; negative by how far they lie in each other [mm]."""
    if one.axis == other.axis:
        along = max(one.span[0] - other.span[1], other.span[0] - one.span[1])
        across = _profiles_apart(one.profile, other.profile)
        return hypot(along, across) if along > 0 and across > 0 else max(along, across)
    if one.is_block and other.is_block:
        gaps = [max(a[0] - b[1], b[0] - a[1]) for a, b in zip(one.box, other.box, strict=True)]
        free = [gap for gap in gaps if gap > 0]
        return hypot(*free) if len(free) > 1 else max(gaps)
    return _solids_apart(one, other)


def _solids_apart(one: Prism, other: Prism) -> float:
    """Separation of two prisms along different axes: by separating planes, exact where they overlap."""
    best = -1e9
    edges = []
    for solid in (one, other):
        number = len(solid.profile)
        ring = solid.corners[:number]
        mine = [_minus(b, a) for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)]
        mine.append(_minus(solid.corners[number], solid.corners[0]))
        edges.append(mine)
    ways = [_cross(a, mine[-1]) for mine in edges for a in mine[:-1]] + [mine[-1] for mine in edges]
    ways += [_cross(a, b) for a in edges[0] for b in edges[1]]
    for way in ways:
        long = sqrt(sum(c * c for c in way))
        if long < 1e-9:
            continue
        a = [sum(c * w for c, w in zip(p, way, strict=True)) / long for p in one.corners]
        b = [sum(c * w for c, w in zip(p, way, strict=True)) / long for p in other.corners]
        best = max(best, min(a) - max(b), min(b) - max(a))
    return best


def _minus(a: Point3, b: Point3) -> Point3:
    return a[0] - b[0], a[1] - b[1], a[2] - b[2]


def _cross(a: Point3, b: Point3) -> Point3:
    return a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]


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
    by = (dx, dy, dz)
    along, (first, second) = by["xyz".index(prism.axis)], _PLANES[prism.axis]
    return replace(
        prism,
        profile=tuple((a + by[first], b + by[second]) for a, b in prism.profile),
        span=(prism.span[0] + along, prism.span[1] + along),
    )


def moved_bore(bore: Bore, dx: float, dy: float, dz: float) -> Bore:
    """The same hole elsewhere."""
    x, y, z = bore.at
    return replace(bore, at=(x + dx, y + dy, z + dz))
