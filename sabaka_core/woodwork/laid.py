"""A part laid on the bench: its outline seen from its outer face, what goes through it, what is cut into either face.

Areas are joined and taken from each other by a geometry library. Places are millimetres from the lower left corner of
the part as it lies, its long side to the right, its outside up.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import permutations
from math import atan2, degrees, hypot

from shapely import MultiPoint, Polygon
from shapely.geometry import MultiPolygon
from shapely.geometry.base import BaseGeometry
from shapely.ops import unary_union

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Bore, Point3, Prism, bounds

Place = tuple[float, float]
Ring = tuple[Place, ...]
# Edges of two solids that meet are closed over so much; what is thinner than this is no pocket [mm].
_CLOSED_MM, _LEAST_MM = 0.02, 0.3
_LEAST_MM2 = 4.0
_LEANS = 0.01
# An outline with more corners, all as far from its middle but for so small a share, is a disc.
_CORNERS, _ROUND = 12, 0.005


@dataclass(frozen=True)
class Pocket:
    """What is cut into one face, not through: a rebate, a groove, a recess, a notch in a face."""

    ring: Ring
    deep_mm: float
    outside: bool


@dataclass(frozen=True)
class LaidBore:
    """A round hole: its middle on the outer face, how wide; how it tilts from square to the face [deg]."""

    x_mm: float
    y_mm: float
    wide_mm: float
    tilt_deg: float


@dataclass(frozen=True)
class Laid:
    """The part on the bench.

    Attributes:
        size: long, wide, thick over all.
        outline: its outer rings; one but for what comes in pieces.
        through: openings with corners.
        pockets: what is cut into a face.
        bores: round holes.
        edge: its long edge seen from below: along it, and through it from the outer face.
        section: its end seen from the left: across it, and through it from the outer face.
    """

    size: tuple[float, float, float]
    outline: tuple[Ring, ...]
    through: tuple[Ring, ...]
    pockets: tuple[Pocket, ...]
    bores: tuple[LaidBore, ...]
    edge: tuple[Ring, ...]
    section: tuple[Ring, ...]

    @property
    def is_round(self) -> bool:
        """Whether its outline is a disc."""
        if len(self.outline) != 1 or len(self.outline[0]) <= _CORNERS:
            return False
        off = [hypot(x - self.size[0] / 2, y - self.size[1] / 2) for x, y in self.outline[0]]
        return max(off) - min(off) < _ROUND * max(off)

    def steps(self, axis: int) -> tuple[float, ...]:
        """Places along it (0) or across it (1) where outline, openings or pockets begin or end, but its own ends."""
        rings = (*(() if self.is_round else self.outline), *self.through, *(p.ring for p in self.pockets))
        found = sorted({round(p[axis], 1) for ring in rings for p in ring})
        return tuple(at for at in found if UNSEEN_MM < at < self.size[axis] - UNSEEN_MM)


@dataclass(frozen=True)
class _Axes:
    """How a part lies: three directions in the hive, and where its lower left outer corner is along them."""

    ways: tuple[Point3, Point3, Point3]
    start: Point3

    def at(self, p: Point3) -> Point3:
        """A place of the hive on the bench: along, across, and how deep under the outer face."""
        a, b, c = (
            sum(x * w for x, w in zip(p, way, strict=True)) - s for way, s in zip(self.ways, self.start, strict=True)
        )
        return a, b, c


def laid(part: Part, copy: int = 0) -> Laid | None:
    """One copy of a part on the bench; None where it has no place among the solids."""
    if copy >= len(part.places) or not part.places[copy]:
        return None
    solids = part.places[copy]
    axes = _axes(part, solids)
    corners = [[axes.at(p) for p in solid.corners] for solid in solids]
    size = tuple(max(p[i] for c in corners for p in c) for i in range(3))
    faces = [_hull((p[0], p[1]) for p in c) for c in corners]
    whole = _joined(faces)
    through, outline = _rings(whole)
    bores = part.bores[copy] if copy < len(part.bores) else ()
    return Laid(
        (size[0], size[1], size[2]),
        outline,
        through,
        # A hollowed log is no board: its bore is said in words.
        () if part.is_log else tuple(_pockets(whole, corners, faces, size[2])),
        tuple(_bore(axes, bore) for bore in bores),
        _rings(_joined([_hull((p[0], p[2]) for p in c) for c in corners]))[1],
        _rings(_joined([_hull((p[1], p[2]) for p in c) for c in corners]))[1],
    )


def _axes(part: Part, solids: Sequence[Prism]) -> _Axes:
    """Long side to the right, the outer face up."""
    extent = bounds(solids)
    spans = [high - low for low, high in extent]
    lean = _leaning(part, solids)
    outer = part.thing.startswith(("sides", "ends", "roof", "super"))
    if lean is not None:
        side = 1.0 if "right" in part.id else -1.0
        up = (0.0, lean[1] * lean[0], lean[2] * lean[0])
        out = (0.0, up[2] * side, -up[1] * side)
        along = (side, 0.0, 0.0)
        ways = (along, up, (-out[0], -out[1], -out[2]))
    else:
        wanted = (part.long_mm, part.wide_mm, part.thick_mm)
        order = min(
            permutations(range(3)), key=lambda o: sum(abs(spans[i] - w) for i, w in zip(o, wanted, strict=True))
        )
        ways = _square(order, part, outer)
    places = [p for solid in solids for p in solid.corners]
    start = tuple(min(sum(x * w for x, w in zip(p, way, strict=True)) for p in places) for way in ways)
    return _Axes(ways, (start[0], start[1], start[2]))


def _square(order: Sequence[int], part: Part, outer: bool) -> tuple[Point3, Point3, Point3]:
    """Directions of a part that lies square in the hive, seen from outside: its near end, right side or top."""
    # Of two alike the first stands at the near end, or on the left.
    far = outer and ("right" not in part.id if order[2] == 1 else "far" in part.id)
    ways = []
    for place, axis in enumerate(order):
        way = [0.0, 0.0, 0.0]
        way[axis] = 1.0
        if place == 0 and far:
            way[axis] = -1.0
        if place == 1 and axis == 1:
            # From above, with the near end at the left hand, the right side lies towards the eye.
            way[axis] = -1.0
        if place == 2:
            way[axis] = 1.0 if axis == 0 and not far else -1.0
            if axis == 1 and far:
                way[axis] = 1.0
        ways.append((way[0], way[1], way[2]))
    return ways[0], ways[1], ways[2]


def _leaning(part: Part, solids: Sequence[Prism]) -> tuple[float, float, float] | None:
    """The way up the face of a board that leans across the hive, and the sign that makes it up; None for others."""
    if part.bevel_deg <= _LEANS or any(solid.axis != "x" for solid in solids):
        return None
    ring = max(solids, key=lambda s: s.area_mm2).profile
    edges = [(b[0] - a[0], b[1] - a[1]) for a, b in zip(ring, (*ring[1:], ring[0]), strict=True)]
    y, z = max(edges, key=lambda e: hypot(*e))
    long = hypot(y, z)
    sign = 1.0 if z > 0 else -1.0
    return sign, y / long, z / long


def _hull(places: Iterable[Place]) -> BaseGeometry:
    return MultiPoint(list(places)).convex_hull


def _joined(areas: Sequence[BaseGeometry]) -> BaseGeometry:
    """Areas as one, closed over the seams where they meet."""
    if len(areas) == 1:
        return areas[0]
    return unary_union([a.buffer(_CLOSED_MM, join_style="mitre") for a in areas]).buffer(
        -_CLOSED_MM, join_style="mitre"
    )


def _polygons(area: BaseGeometry) -> Iterator[Polygon]:
    if isinstance(area, Polygon):
        if area.area > _LEAST_MM2:
            yield area
    elif isinstance(area, MultiPolygon) or hasattr(area, "geoms"):
        for each in area.geoms:
            yield from _polygons(each)


def _ring(coordinates: Iterable[Sequence[float]]) -> Ring:
    """A ring without its last place, which is its first again, and without places on a straight line."""
    places = [(float(p[0]), float(p[1])) for p in coordinates][:-1]
    kept = []
    for i, (x, y) in enumerate(places):
        (ax, ay), (bx, by) = places[i - 1], places[(i + 1) % len(places)]
        bend = abs((x - ax) * (by - y) - (y - ay) * (bx - x))
        if bend > _CLOSED_MM * (hypot(x - ax, y - ay) + hypot(bx - x, by - y)):
            kept.append((x, y))
    return tuple(kept or places)


def _rings(area: BaseGeometry) -> tuple[tuple[Ring, ...], tuple[Ring, ...]]:
    """Openings in an area, and its outer rings."""
    found = list(_polygons(area))
    inner = tuple(_ring(i.coords) for each in found for i in each.interiors if Polygon(i).area > _LEAST_MM2)
    return inner, tuple(_ring(each.exterior.coords) for each in found)


def _pockets(
    whole: BaseGeometry, corners: Sequence[Sequence[Point3]], faces: Sequence[BaseGeometry], thick: float
) -> Iterator[Pocket]:
    """What is missing on either face, by how deep it is; edges that are bevelled aren't pockets."""
    if len(corners) == 1:
        return
    spans = [(min(p[2] for p in c), max(p[2] for p in c)) for c in corners]
    for outside in (True, False):
        depths = [low if outside else thick - high for low, high in spans]
        left = whole
        for deep in sorted({round(d, 2) for d in depths}):
            level = [f for f, d in zip(faces, depths, strict=True) if abs(d - deep) < _CLOSED_MM]
            exact = _joined(level)
            here = exact.buffer(_CLOSED_MM, join_style="mitre")
            if deep > _LEAST_MM:
                for sure in _polygons(left.intersection(here).buffer(-_CLOSED_MM / 2)):
                    for each in _polygons(sure.buffer(_CLOSED_MM * 2, join_style="mitre").intersection(exact)):
                        yield Pocket(_ring(each.exterior.coords), deep, outside)
            left = left.difference(here)


def _bore(axes: _Axes, bore: Bore) -> LaidBore:
    """A round hole where it comes out of the outer face."""
    mouths = [axes.at(p) for p in bore.mouths]
    x, y, _ = min(mouths, key=lambda p: p[2])
    far = max(mouths, key=lambda p: p[2])
    tilt = degrees(atan2(hypot(far[0] - x, far[1] - y), abs(mouths[0][2] - mouths[1][2])))
    return LaidBore(x, y, bore.wide_mm, tilt)
