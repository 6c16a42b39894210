"""A chamber as boards: sides, ends and floor, layer by layer, each leaning and rebated as the section asks."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from math import atan2, cos, degrees, hypot, tan

from sabaka_core.document.base import Wall as WallName
from sabaka_core.document.chambers import Layer
from sabaka_core.document.combs import Frame
from sabaka_core.document.sections import CircleSection
from sabaka_core.geometry.cavity import profile_of
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import material_of
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.bores import blocks, end_bores, log_bores, side_bores
from sabaka_core.woodwork.parts import BoredHole, Part, Rebate
from sabaka_core.woodwork.solids import Prism, Profile, brick, moved

# How a lining is fixed that comes out again.
_LOOSE = "screwed, to be replaced"
_STAVES = 6
# Wood left outside a rebate: of a lone board, and of a lining with more behind it.
_RAIL_LEFT_MM, _LINING_LEFT_MM = 6.0, 2.0


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

    @property
    def outline(self) -> Profile:
        """The whole section, both sides."""
        right = list(reversed(self.points))
        left = [(-y, z) for y, z in self.points]
        ring = [*right, *left]
        return tuple(
            p for i, p in enumerate(ring) if i == 0 or hypot(p[0] - ring[i - 1][0], p[1] - ring[i - 1][1]) > 1e-6
        )


Line = tuple[tuple[float, float], tuple[float, float]]


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
    if len(wall) > 12:
        depths = [high * i / _STAVES for i in range(_STAVES + 1)]
        wall = tuple((profile.half_width_mm(d), d) for d in depths)
    return Wall(tuple((half, high - depth) for half, depth in wall))


def box_parts(a: Analysis, joint: str = "butt, glued and screwed") -> list[Part]:
    """Boards of a chamber. A log or bore is bought, and only shut with boards."""
    if isinstance(a.chamber.section, CircleSection):
        return _log(a)
    place = a.chamber.place
    sides, ends = a.chamber.walls.sides, a.chamber.walls.ends
    wall, found = wall_of(a), []
    start, stop = 0.0, a.chamber.length_mm
    framed = isinstance(a.main, Frame)
    along = a.chamber.combs == "along"
    for number in range(max(len(sides), len(ends))):
        inner = number == 0
        seam = _LOOSE if inner and a.chamber.walls.loose_lining else joint
        words = "" if len(sides) < 2 else ", inside" if inner else f", layer {number + 1}"
        if number < len(ends):
            thick = ends[number].thickness_mm
            found += list(
                _ends(
                    a,
                    wall,
                    (start, stop),
                    ends[number],
                    words,
                    inner and framed and along,
                    seam if len(ends) > 1 else joint,
                )
            )
            start, stop = start - thick, stop + thick
        if number < len(sides):
            out = sum(layer.thickness_mm for layer in sides[:number])
            found += list(
                _sides(
                    a,
                    wall,
                    (start, stop),
                    sides[number],
                    words,
                    inner,
                    framed,
                    along,
                    seam if len(sides) > 1 else joint,
                    out,
                )
            )
            wall = wall.out(sides[number].thickness_mm)
    found += list(blocks(a))
    found += list(_floors(a, wall, (start, stop)))
    # Chambers are placed by their outer near lower corner; solids count from the inside.
    floor = a.floor_board_mm
    half = max(y for y, _ in wall.points)
    shift = (place.x_mm - start, place.y_mm + half, place.z_mm + floor)
    # Air is left between battens, not cut.
    return [_shifted(part, shift) for part in found if material_of(part.material).kind != "air"]


def _shifted(part: Part, by: tuple[float, float, float]) -> Part:
    return replace(part, places=tuple(tuple(moved(prism, *by) for prism in copy) for copy in part.places))


def named(a: Analysis, name: str) -> str:
    """A part's name, its chamber's before it where there are several."""
    return f"{a.title}: {name}" if a.title else name


def _rebated(profile: Profile, x: tuple[float, float], notch: float, deep: float, theta: float) -> list[Prism]:
    """A board with the rest for lugs cut out of its top inside edge."""
    (y2, z2), (o2, _), (o1, z1), (y1, _) = profile
    low, lean = z1 - deep, deep * tan(theta)
    return [
        Prism(((y2, z2), (o2, z2), (o1 - lean, low), (y1 - lean, low)), x),
        Prism(((y1 - lean + notch, low), (o1 - lean, low), (o1, z1), (y1 + notch, z1)), x),
    ]


def _housing(inner: float, outer: float, z: float, x: tuple[float, float], deep: float, theta: float) -> Prism:
    """What goes up beside the bars, whose ends are housed in the wall."""
    up = deep * tan(theta)
    return Prism(((inner, z), (outer, z), (outer + up, z + deep), (inner + up, z + deep)), x)


def _sides(
    a: Analysis,
    wall: Wall,
    x: tuple[float, float],
    layer: Layer,
    words: str,
    inner: bool,
    framed: bool,
    along: bool,
    joint: str,
    out: float,
) -> Iterator[Part]:
    """One layer of both side walls; two that are bored differently are two parts."""
    thick, long = layer.thickness_mm, x[1] - x[0]
    inside = wall_of(a).points
    outer = wall.out(thick)
    rest = a.chamber.rest
    facets = list(zip(itertools.pairwise(wall.points), itertools.pairwise(outer.points), strict=True))
    for index, (((y1, z1), (y2, z2)), ((o1, _), (o2, _))) in enumerate(facets):
        theta = atan2(y1 - y2, z1 - z2)
        face = hypot(y1 - y2, z1 - z2)
        profile: Profile = ((y2, z2), (o2, z2), (o1, z1), (y1, z1))
        prisms = [Prism(profile, x)]
        wide, rebate = face + thick * abs(tan(theta)), None
        top = index == 0
        if top and rest.kind == "rebate" and rest.width_mm > 0 and not (framed and along):
            left = _RAIL_LEFT_MM if len(a.chamber.walls.sides) == 1 else _LINING_LEFT_MM
            notch = min(rest.width_mm, max(thick - left, 1.0)) if inner else 0.0
            if framed and inner:
                prisms, rebate = _rebated(profile, x, notch, rest.depth_mm, theta), Rebate(notch, rest.depth_mm)
            elif not framed:
                prisms.append(_housing(y1 + notch, o1, z1, x, rest.depth_mm, theta))
                wide += rest.depth_mm / cos(theta)
                rebate = Rebate(notch, rest.depth_mm, "for the bars") if inner else None
        name = "Side" if len(facets) == 1 else f"Side facet {index + 1}"
        mirrored = tuple(Prism(tuple((-y, z) for y, z in reversed(p.profile)), p.x) for p in prisms)
        both = Part(
            id=f"{a.chamber.id}-side{words.replace(', ', '-').replace(' ', '-')}-{index + 1}",
            name=named(a, name + words),
            group="Box",
            count=2,
            long_mm=long,
            wide_mm=wide,
            thick_mm=thick,
            material=layer.material,
            joint=joint,
            bevel_deg=abs(degrees(theta)),
            rebate=rebate,
            note="both long edges bevelled alike" if abs(theta) > 0.01 else "",
            places=(mirrored, tuple(prisms)),
        )
        bores = [(side, side_bores(a, side, inside, index, x[0], long, out)) for side in _SIDES]
        yield from _parted(both, bores, named(a, name), words)


_SIDES: tuple[WallName, WallName] = ("left", "right")
_ENDS: tuple[WallName, WallName] = ("near-end", "far-end")


def _parted(
    both: Part, bores: Sequence[tuple[WallName, tuple[BoredHole, ...]]], name: str, words: str
) -> Iterator[Part]:
    """Two walls as one part where neither is bored; else each by its own name, with its own holes."""
    if not any(holes for _, holes in bores):
        yield both
        return
    for number, (wall, holes) in enumerate(bores):
        called = f"{name}, {wall.removesuffix('-end')}{words}"
        yield replace(
            both, id=f"{both.id}-{wall}", name=called, count=1, holes=holes, places=both.places[number : number + 1]
        )


def _ends(
    a: Analysis, wall: Wall, x: tuple[float, float], layer: Layer, words: str, notched: bool, joint: str
) -> Iterator[Part]:
    thick = layer.thickness_mm
    outline = wall.outline
    wide = max(y for y, _ in outline) * 2
    rest = a.chamber.rest
    copies: list[tuple[Prism, ...]] = []
    rebate = None
    for near, inside in ((True, x[0]), (False, x[1])):
        whole = (inside - thick, inside) if near else (inside, inside + thick)
        if notched and rest.kind == "rebate":
            notch = min(rest.width_mm, max(thick - _RAIL_LEFT_MM, 1.0))
            low = wall.high_mm - rest.depth_mm
            half = max(y for y, _ in outline)
            thin = (inside - thick, inside - notch) if near else (inside + notch, inside + thick)
            copies.append((brick(whole, (-half, half), (0.0, low)), brick(thin, (-half, half), (low, wall.high_mm))))
            rebate = Rebate(notch, rest.depth_mm)
        else:
            copies.append((Prism(outline, whole),))
    both = Part(
        id=f"{a.chamber.id}-end{words.replace(', ', '-').replace(' ', '-')}",
        name=named(a, "End" + words),
        group="Box",
        count=2,
        long_mm=wide,
        wide_mm=wall.high_mm,
        thick_mm=thick,
        material=layer.material,
        joint=joint,
        rebate=rebate,
        note="glued up of boards where none is as wide" if wall.high_mm > practice("panel_of_one").number else "",
        profile=outline,
        places=tuple(copies),
    )
    yield from _parted(both, [(end, end_bores(a, end, wide)) for end in _ENDS], named(a, "End"), words)


def _floors(a: Analysis, wall: Wall, x: tuple[float, float]) -> Iterator[Part]:
    if a.floor_board_mm <= 0 or a.on_common_floor:
        return
    half = max(wall.points[-1][0], 20.0)
    at = 0.0
    layers = a.floor_layers
    for number, layer in enumerate(layers):
        low = at - layer.thickness_mm
        if layer.material == "mesh":
            # Bought as it is; a rim of the walls' own foot holds it.
            yield Part(
                id=f"{a.chamber.id}-mesh-{number + 1}",
                name=named(a, "Mesh floor"),
                group="Bought",
                count=1,
                long_mm=x[1] - x[0],
                wide_mm=2 * half,
                thick_mm=layer.thickness_mm,
                material="mesh",
                note="stapled all round under the walls, no wire ends inside",
            )
            at = low
            continue
        yield Part(
            id=f"{a.chamber.id}-floor-{number + 1}",
            name=named(a, "Floor" if len(layers) == 1 else f"Floor, layer {number + 1}"),
            group="Box",
            count=1,
            long_mm=x[1] - x[0],
            wide_mm=2 * half,
            thick_mm=layer.thickness_mm,
            material=layer.material,
            joint="screwed from below",
            note="of several boards, edge to edge" if 2 * half > practice("panel_of_one").number else "",
            places=((brick(x, (-half, half), (low, at)),),),
        )
        at = low


def _log(a: Analysis) -> list[Part]:
    """A log is bought or hollowed; its top and floor are boards."""
    bore = a.chamber.section
    assert isinstance(bore, CircleSection)
    wall = a.side_mm
    across = bore.diameter_mm + 2 * wall
    floor = a.floor_board_mm or practice("floor_board").number
    return [
        Part(
            f"{a.chamber.id}-log",
            named(a, "Log, hollowed"),
            "Box",
            1,
            a.chamber.length_mm,
            across,
            across,
            "log",
            note=f"bore {bore.diameter_mm:.0f} mm, wall {wall:.0f} mm; seasoned, checks stopped with oakum",
            holes=log_bores(a),
        ),
        Part(
            f"{a.chamber.id}-floor-1",
            named(a, "Floor"),
            "Box",
            1,
            across,
            across,
            floor,
            "softwood",
            joint="screwed from below",
        ),
        Part(f"{a.chamber.id}-lid", named(a, "Top board"), "Box", 1, across, across, 30.0, "softwood", joint="pegged"),
    ]
