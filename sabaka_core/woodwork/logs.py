"""A log as parts: hollowed or bored, shut at top and foot, a door sawn out of its wall."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from math import cos, pi, sin, sqrt

from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.naming import named
from sabaka_core.woodwork.parts import BoredHole, Part
from sabaka_core.woodwork.pierced import Pierce
from sabaka_core.woodwork.solids import Axis, Bore, Prism, Span, bounds, round_of, within, without_block

_SIDES = 24
_BARK = "left on the log"


def log_parts(a: Analysis, holes: Sequence[Pierce]) -> list[Part]:
    """Parts of a chamber that is a log, in its place."""
    bore = a.chamber.section
    assert isinstance(bore, CircleSection)
    standing, place = a.chamber.axis == "standing", a.chamber.place
    axis: Axis = "z" if standing else "x"
    inner = sqrt((bore.diameter_mm**2 + (bore.far_diameter_mm or bore.diameter_mm) ** 2) / 2) / 2
    outer = inner + sum(layer.thickness_mm for layer in a.chamber.walls.sides)
    long, floor = a.chamber.length_mm, a.floor_board_mm or practice("floor_board").number
    start = place.z_mm if standing else place.x_mm
    low = start + (floor if standing else sum(layer.thickness_mm for layer in a.chamber.walls.ends))
    middle = (place.x_mm + outer, place.y_mm + outer) if standing else (place.y_mm + outer, place.z_mm + outer)
    inside = (low, low + long)
    found: list[Part] = []
    radius, tapers = inner, bore.far_diameter_mm is not None and bore.far_diameter_mm != bore.diameter_mm
    for number, layer in enumerate(a.chamber.walls.sides):
        span = (start, low + long) if standing else inside
        solids = [Prism(ring, span, axis) for ring in _ring(middle, radius, radius + layer.thickness_mm)]
        if standing and number == 0:
            solids = _with_door(a, holes, solids, middle, outer, low)
        first = number == 0
        foot = f" at its top, {bore.far_diameter_mm:.0f} mm at its foot" if tapers else ""
        bored = f"bore {bore.diameter_mm:.0f} mm{foot}"
        note = f"{bored}, wall {layer.thickness_mm:.0f} mm; seasoned, checks stopped with oakum" if first else _BARK
        mine = [hole for hole in holes if hole.name != "door"]
        across = 2 * (radius + layer.thickness_mm)
        found.append(
            Part(
                id=f"{a.chamber.id}-log" if first else f"{a.chamber.id}-log-layer-{number + 1}",
                name=named(a, "Log, hollowed" if first else f"Log, {layer.material}"),
                group="Box",
                count=1,
                long_mm=span[1] - span[0],
                wide_mm=across,
                thick_mm=across,
                material=layer.material,
                note=note,
                holes=tuple(_mark(hole, a, low - start) for hole in mine) if first else (),
                places=(tuple(solids),),
                bores=(
                    tuple(
                        _bore(hole, a, middle, (radius, radius + layer.thickness_mm), low) for hole in mine if standing
                    ),
                ),
                thing=f"sides-{a.box}",
            )
        )
        radius += layer.thickness_mm
    found += _door(a, holes, found[0].material, (middle, inner, inner + a.chamber.walls.sides[0].thickness_mm), low)
    found += _closed(a, middle, inner, outer, (start, low, low + long), axis)
    return found


def _ring(middle: tuple[float, float], inner: float, outer: float) -> Iterator[tuple[tuple[float, float], ...]]:
    """A ring as straight-sided pieces of the same area."""
    turn = 2 * pi / _SIDES
    grown = sqrt(turn / sin(turn))
    for i in range(_SIDES):
        yield tuple(
            (middle[0] + r * grown * cos(t), middle[1] + r * grown * sin(t))
            for r, t in ((inner, i * turn), (outer, i * turn), (outer, (i + 1) * turn), (inner, (i + 1) * turn))
        )


def _with_door(
    a: Analysis, holes: Sequence[Pierce], solids: list[Prism], middle: tuple[float, float], outer: float, low: float
) -> list[Prism]:
    """The wall less its door."""
    for hole in holes:
        if hole.name == "door":
            x, y, z = door_block(hole, middle, outer, low)
            solids = [each for solid in solids for each in without_block(solid, (x, y, z))]
    return solids


def door_block(hole: Pierce, middle: tuple[float, float], outer: float, low: float) -> tuple[Span, Span, Span]:
    """What a door takes out of a standing log's wall, as a block."""
    half, z = hole.wide_mm / 2, (low + hole.up_mm, low + hole.up_mm + hole.high_mm)
    (x, y), reach = middle, outer + 1.0
    if hole.wall == "left":
        return (x - half, x + half), (y - reach, y), z
    if hole.wall == "right":
        return (x - half, x + half), (y, y + reach), z
    return ((x - reach, x) if hole.wall == "near-end" else (x, x + reach)), (y - half, y + half), z


def _door(
    a: Analysis, holes: Sequence[Pierce], material: str, ring: tuple[tuple[float, float], float, float], low: float
) -> Iterator[Part]:
    """What is sawn out of a standing log's wall, less its play: it closes the opening again."""
    middle, inner, outer = ring
    play = practice("door_play").number
    for hole in holes if a.chamber.axis == "standing" else ():
        if hole.name != "door":
            continue
        leaf = replace(hole, up_mm=hole.up_mm + play, wide_mm=hole.wide_mm - 2 * play, high_mm=hole.high_mm - 2 * play)
        x, y, z = door_block(leaf, middle, outer, low)
        solids = []
        for profile in _ring(middle, inner, outer):
            solid: Prism | None = Prism(profile, z, "z")
            solid = within(solid, "x", x) if solid is not None else None
            solid = within(solid, "y", y) if solid is not None else None
            solids += [solid] if solid is not None else []
        where = hole.wall.replace("-", " ")
        long, wide, thick = sorted((high - low for low, high in bounds(solids)), reverse=True)
        yield Part(
            f"{a.chamber.id}-door-1",
            named(a, f"Door, {where}"),
            "Box",
            1,
            long,
            wide,
            thick,
            material,
            "hung",
            note="sawn out of the wall with a thin blade, its edges parallel, so that it goes in again",
            places=(tuple(solids),),
            thing=f"inside-{a.box}",
        )


def _off_mark_mm(hole: Pierce, a: Analysis) -> float:
    """How far a hole is from the middle of a standing log's face: towards the far end, or the right side [mm]."""
    bore = a.chamber.section
    assert isinstance(bore, CircleSection)
    return hole.at_mm if hole.wall in ("near-end", "far-end") else hole.at_mm - bore.diameter_mm / 2


def _bore(hole: Pierce, a: Analysis, middle: tuple[float, float], wall: tuple[float, float], low: float) -> Bore:
    """A hole through a standing log's wall between two radii, square to the face that its wall names."""
    ways = {"left": (0.0, -1.0), "right": (0.0, 1.0), "near-end": (-1.0, 0.0), "far-end": (1.0, 0.0)}
    dx, dy = ways[hole.wall]
    aside = _off_mark_mm(hole, a)
    # Off the middle the wall is longer to go through, and begins and ends nearer.
    inner, outer = (sqrt(max(radius**2 - aside**2, 0.0)) for radius in wall)
    off = (inner + outer) / 2
    at = (middle[0] + dx * off + abs(dy) * aside, middle[1] + dy * off + abs(dx) * aside, low + hole.middle_mm)
    # The wall is round: its flats lie a little off it on both sides.
    return Bore(at, (dx, dy, 0.0), hole.wide_mm, outer - inner + wall[0] * (1 - cos(pi / _SIDES)) * 4)


def _mark(hole: Pierce, a: Analysis, floor: float) -> BoredHole:
    """A hole from the mark down the middle of a standing log's face, outside from its foot; of a lying one from its
    near end."""
    wall = hole.wall.replace("-", " ")
    sideways = not wall.endswith("end")
    up, along, of = round(hole.middle_mm, 1), hole.at_mm, "near end"
    standing = a.chamber.axis == "standing"
    if standing:
        along = _off_mark_mm(hole, a)
        far, near = ("far end", "near end") if sideways else ("right side", "left side")
        of = f"mark down its face, towards the {far if along > 0 else near}"
    return BoredHole(
        f"{wall} side" if sideways else wall,
        round(abs(along), 1),
        of,
        up,
        up + floor if standing else up,
        hole.wide_mm,
        hole.high_mm,
        hole.round,
        0.0,
        of=hole.name,
        plugged=hole.plugged,
    )


def _closed(
    a: Analysis, middle: tuple[float, float], inner: float, outer: float, z: tuple[float, float, float], axis: Axis
) -> Iterator[Part]:
    """A plug in its foot and a board on its top; a lying log has a round board in either end."""
    start, low, top = z
    across = 2 * outer
    if axis == "x":
        spans = ((start, low), (top, top + sum(layer.thickness_mm for layer in a.chamber.walls.ends)))
        note = "round, sawn to the log"
        yield _disc(a, "end", "End", (middle, across), spans, axis, "screwed on", note, f"ends-{a.box}")
        return
    foot = "round, let into the foot of the bore"
    yield _disc(a, "floor-1", "Floor", (middle, 2 * inner), ((start, low),), axis, "pegged", foot, f"floor-{a.box}")
    lid, board = "round; combs hang from it", (top, top + practice("log_top").number)
    yield _disc(a, "lid", "Top board", (middle, across), (board,), axis, "pegged", lid, f"inside-{a.box}")


def _disc(
    a: Analysis,
    ident: str,
    name: str,
    ring: tuple[tuple[float, float], float],
    spans: tuple[Span, ...],
    axis: Axis,
    joint: str,
    note: str,
    thing: str,
) -> Part:
    """A round board in an end of a log, or two alike."""
    across = ring[1]
    return Part(
        f"{a.chamber.id}-{ident}",
        named(a, name),
        "Box",
        len(spans),
        across,
        across,
        spans[0][1] - spans[0][0],
        "softwood",
        joint,
        note=note,
        places=tuple((Prism(round_of(*ring), span, axis),) for span in spans),
        thing=thing,
    )
