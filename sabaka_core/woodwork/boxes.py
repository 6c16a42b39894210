"""A chamber as boards: sides, ends and floor, layer by layer, box by box, each leaning, rebated and pierced."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from math import cos, degrees, tan

from sabaka_core.document.base import Wall as WallName
from sabaka_core.document.chambers import Layer
from sabaka_core.document.combs import Frame
from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import insulates, material_of
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.faces import WallFace
from sabaka_core.woodwork.floors import floor_parts
from sabaka_core.woodwork.logs import log_parts
from sabaka_core.woodwork.naming import named, of_sort
from sabaka_core.woodwork.parts import BoredHole, Part, Rebate
from sabaka_core.woodwork.pierced import Pierce, WallWay, pierced
from sabaka_core.woodwork.placing import shift_of
from sabaka_core.woodwork.sandwich import filled
from sabaka_core.woodwork.section import Wall, clipped_line, housed_mm, is_curved, lean_of, wall_of
from sabaka_core.woodwork.slides import under_parts
from sabaka_core.woodwork.solids import Bore, Prism, Profile, Span, area_mm2, within, without

# How a lining is fixed that comes out again.
_LOOSE = "screwed, to be replaced"
_BUTT = "butt, glued and screwed"
# Wood left outside a rebate: of a lone board, and of a lining with more behind it.
_RAIL_LEFT_MM, _LINING_LEFT_MM = 6.0, 2.0
_LEAST_RAD = 0.01
_SIDES: tuple[WallName, WallName] = ("left", "right")
_ENDS: tuple[WallName, WallName] = ("near-end", "far-end")


@dataclass(frozen=True)
class WallPanel:
    """One layer of two walls that face each other, in one box: what both copies are before anything pierces them.

    Attributes:
        ident, name: of both together.
        layer: what it is of.
        board: long, wide [mm].
        faces: of both walls, in the order of their names.
        prisms: both walls' solids.
    """

    ident: str
    name: str
    layer: Layer
    board: tuple[float, float]
    joint: str
    faces: tuple[WallFace, WallFace]
    prisms: tuple[tuple[Prism, ...], tuple[Prism, ...]]
    bevel_deg: float = 0.0
    rebate: Rebate | None = None
    note: str = ""
    profile: Profile = ()


@dataclass(frozen=True)
class Through:
    """What goes through a chamber's walls and floor besides what it says itself, in its own axes.

    Attributes:
        walls: ways to chambers beside it.
        recesses: by wall, what is cut out of its outside.
        floor: openings in its floor, in plan; then recesses in its top, with how deep they are.
    """

    walls: tuple[WallWay, ...] = ()
    recesses: tuple[tuple[WallName, Prism], ...] = ()
    floor: tuple[tuple[Span, Span], ...] = ()
    floor_recesses: tuple[tuple[Span, Span, float], ...] = ()


_NOTHING = Through()


def box_parts(a: Analysis, through: Through = _NOTHING) -> list[Part]:
    """Boards of a chamber, its holes bored. A log is hollowed or bought, and only shut with boards."""
    holes = pierced(a, through.walls)
    if isinstance(a.chamber.section, CircleSection):
        return log_parts(a, holes)
    found: list[Part] = []
    for panel in _panels(a):
        found += _made(a, panel, holes, through.recesses)
    wall, x = outer_of(a)
    found += floor_parts(a, wall, x, through.floor, through.floor_recesses)
    if a.floor_board_mm > 0 and not a.on_common_floor:
        found += under_parts(a, -a.floor_board_mm)
    shift = shift_of(a)
    return [part.shifted(*shift) for part in found]


def outer_of(a: Analysis) -> tuple[Wall, Span]:
    """A chamber's outside: its section, and from where to where it reaches along the hive."""
    walls, wall = a.chamber.walls, wall_of(a)
    for layer in walls.sides:
        wall = wall.out(layer.thickness_mm)
    ends = sum(layer.thickness_mm for layer in walls.ends)
    return wall, (-ends, a.chamber.length_mm + ends)


def _panels(a: Analysis) -> Iterator[WallPanel]:
    """Layers of ends and sides from the inside out; sides run past the ends that stand between them."""
    sides, ends = a.chamber.walls.sides, a.chamber.walls.ends
    wall, x = wall_of(a), (0.0, a.chamber.length_mm)
    outs = [0.0, 0.0]
    for number in range(max(len(sides), len(ends))):
        words = "" if len(sides) < 2 else ", inside" if number == 0 else f", layer {number + 1}"
        loose = number == 0 and a.chamber.walls.loose_lining
        if number < len(ends):
            joint = _LOOSE if loose and len(ends) > 1 else _BUTT
            yield from _ends(a, wall, x, ends[number], number == 0, words, joint, outs[1])
            outs[1] += ends[number].thickness_mm
            x = (x[0] - ends[number].thickness_mm, x[1] + ends[number].thickness_mm)
        if number < len(sides):
            joint = _LOOSE if loose and len(sides) > 1 else _BUTT
            yield from _sides(a, wall, x, sides[number], number == 0, words, joint, outs[0])
            outs[0] += sides[number].thickness_mm
            wall = wall.out(sides[number].thickness_mm)


def bands(a: Analysis) -> tuple[tuple[str, Span], ...]:
    """Boxes that a chamber is stacked up of, from the bottom, with their heights; the uppermost to the walls' top."""
    heights, top = a.chamber.boxes_mm, wall_of(a).high_mm + housed_mm(a)
    if len(heights) < 2:
        return (("", (0.0, top)),)
    edges = [0.0, *itertools.accumulate(heights[:-1]), top]
    return tuple((f"Box {i}", (low, high)) for i, (low, high) in enumerate(itertools.pairwise(edges), 1) if high > low)


def _in_box(box: str, name: str) -> str:
    return f"{box}, {name[0].lower()}{name[1:]}" if box else name


def _ident(a: Analysis, box: str, rest: str) -> str:
    where = f"-{box.lower().replace(' ', '-')}" if box else ""
    return f"{a.chamber.id}{where}-{rest}"


def _sides(
    a: Analysis, wall: Wall, x: Span, layer: Layer, inner: bool, words: str, joint: str, out: float
) -> Iterator[WallPanel]:
    """One layer of both sides: each facet, in each box."""
    thick, outer = layer.thickness_mm, wall.out(layer.thickness_mm)
    inside = wall_of(a)
    for index, (line, (_, (o2, _)), (o1, _)) in enumerate(
        zip(wall.facets, ((p, q) for p, q in outer.facets), (p for p, _ in outer.facets), strict=True)
    ):
        (y1, z1), (y2, z2) = line
        profile: Profile = ((y2, z2), (o2, z2), (o1, z1), (y1, z1))
        theta = lean_of(line)
        prisms, rebate = _rested(a, profile, x, layer, inner, theta) if index == 0 else ([Prism(profile, x)], None)
        name = "Side" if len(wall.facets) == 1 else f"{'Stave' if is_curved(a) else 'Side facet'} {index + 1}"
        for box, band in bands(a):
            mine = tuple(cut for prism in prisms if (cut := within(prism, "z", band)))
            if not mine:
                continue
            low, high = min(p.box[2][0] for p in mine), max(p.box[2][1] for p in mine)
            wide = (high - low) / cos(theta) + thick * abs(tan(theta))
            mirrored = tuple(replace(p, profile=tuple((-y, z) for y, z in reversed(p.profile))) for p in mine)
            facet = clipped_line(inside.facets[index], (low, high))
            faces = [WallFace(side, facet, out, thick, x, facet[1][1]) for side in _SIDES]
            on_top = band[1] >= wall.high_mm - 1e-6
            yield WallPanel(
                _ident(a, box, f"side{words.replace(', ', '-').replace(' ', '-')}-{index + 1}"),
                _in_box(box, name) + "{which}" + words,
                layer,
                (x[1] - x[0], wide),
                joint,
                (faces[0], faces[1]),
                (mirrored, mine),
                bevel_deg=abs(degrees(theta)),
                rebate=rebate if on_top else None,
                note="both long edges bevelled alike" if abs(theta) > _LEAST_RAD else "",
            )


def _rested(
    a: Analysis, profile: Profile, x: Span, layer: Layer, inner: bool, theta: float
) -> tuple[list[Prism], Rebate | None]:
    """A side's top board with the rest for lugs cut out of it, or drawn up beside bars that lie housed in it."""
    rest, framed = a.chamber.rest, isinstance(a.main, Frame)
    if rest.kind != "rebate" or rest.width_mm <= 0 or (framed and a.chamber.combs == "along"):
        return [Prism(profile, x)], None
    left = _RAIL_LEFT_MM if len(a.chamber.walls.sides) == 1 else _LINING_LEFT_MM
    notch = min(rest.width_mm, max(layer.thickness_mm - left, 1.0)) if inner else 0.0
    (y2, z2), (o2, _), (o1, z1), (y1, _) = profile
    if framed and not inner:
        return [Prism(profile, x)], None
    if framed:
        low, lean = z1 - rest.depth_mm, rest.depth_mm * tan(theta)
        prisms = [
            Prism(((y2, z2), (o2, z2), (o1 - lean, low), (y1 - lean, low)), x),
            Prism(((y1 - lean + notch, low), (o1 - lean, low), (o1, z1), (y1 + notch, z1)), x),
        ]
        return prisms, Rebate(notch, rest.depth_mm)
    up = rest.depth_mm * tan(theta)
    housing = Prism(
        ((y1 + notch, z1), (o1, z1), (o1 + up, z1 + rest.depth_mm), (y1 + notch + up, z1 + rest.depth_mm)), x
    )
    return [Prism(profile, x), housing], Rebate(notch, rest.depth_mm, "for the bars") if inner else None


def _ends(
    a: Analysis, wall: Wall, x: Span, layer: Layer, inner: bool, words: str, joint: str, out: float
) -> Iterator[WallPanel]:
    """One layer of both ends, in each box; as high as the sides, where bars lie housed between them."""
    thick, rest = layer.thickness_mm, a.chamber.rest
    outline = wall.raised(housed_mm(a)).outline
    spans = ((x[0] - thick, x[0]), (x[1], x[1] + thick))
    notched = inner and isinstance(a.main, Frame) and a.chamber.combs == "along" and rest.kind == "rebate"
    notch = min(rest.width_mm, max(thick - _RAIL_LEFT_MM, 1.0)) if notched else 0.0
    copies: list[list[Prism]] = []
    for near, span in zip((True, False), spans, strict=True):
        whole = Prism(outline, span)
        if not notched:
            copies.append([whole])
            continue
        low = wall.high_mm - rest.depth_mm
        thin = (span[0], span[1] - notch) if near else (span[0] + notch, span[1])
        pieces = within(whole, "z", (0.0, low)), within(replace(whole, span=thin), "z", (low, wall.high_mm))
        copies.append([each for each in pieces if each])
    for box, band in bands(a):
        mine = [tuple(cut for p in copy if (cut := within(p, "z", band))) for copy in copies]
        ring = mine[0][0].profile if not notched and mine[0] else outline
        if not mine[0] or area_mm2(ring) <= 0:
            continue
        wide = max(y for y, _ in ring) - min(y for y, _ in ring)
        low, high = (pick(z for p in mine[0] for z in p.box[2]) for pick in (min, max))
        line = ((0.0, high), (0.0, low))
        faces = [WallFace(end, line, out, thick, span, low, wide) for end, span in zip(_ENDS, spans, strict=True)]
        yield WallPanel(
            _ident(a, box, "end" + words.replace(", ", "-").replace(" ", "-")),
            _in_box(box, "End") + "{which}" + words,
            layer,
            (wide, high - low),
            joint,
            (faces[0], faces[1]),
            (mine[0], mine[1]),
            rebate=Rebate(notch, rest.depth_mm) if notched and band[1] >= wall.high_mm - 1e-6 else None,
            note="glued up of boards where none is as wide" if high - low > practice("panel_of_one").number else "",
            profile=ring,
        )


def _made(
    a: Analysis, panel: WallPanel, holes: Sequence[Pierce], recesses: Sequence[tuple[WallName, Prism]]
) -> Iterator[Part]:
    """A panel as parts: two alike where neither is pierced, else each by its own name with its own holes."""
    kind = material_of(panel.layer.material).kind
    if kind == "air" or insulates(panel.layer.material):
        for face, prisms in zip(panel.faces, panel.prisms, strict=True):
            mine = [each for each in holes if face.takes(each)]
            yield from filled(a, panel.ident, panel.name, panel.layer, panel.board, face, prisms, mine)
            yield from _leaves(a, panel, face, prisms, mine)
        return
    which = [
        (face, prisms, [h for h in holes if face.takes(h)])
        for face, prisms in zip(panel.faces, panel.prisms, strict=True)
    ]
    outermost = panel.layer is _layers(a, panel.faces[0])[-1]
    let_in = {wall: plate for wall, plate in recesses if outermost and wall in {f.wall for f in panel.faces}}
    if not any(mine for _, _, mine in which) and not let_in:
        yield _part(a, panel, "", 2, panel.prisms)
        return
    for face, prisms, mine in which:
        left, bores, marks = list(prisms), list[Bore](), list[BoredHole]()
        for hole in mine:
            if hole.round:
                bores.append(face.bore(hole))
            else:
                left = face.cut(left, hole)
            marks.append(face.mark(hole))
        yield from _leaves(a, panel, face, prisms, mine)
        plate = let_in.get(face.wall)
        if plate is not None:
            left = [each for prism in left for each in without(prism, plate.span, plate.profile)]
        if not left:
            continue
        made = _part(a, panel, face.wall.removesuffix("-end"), 1, (tuple(left),), (tuple(bores),), tuple(marks))
        yield replace(made, note="; ".join(filter(None, (made.note, _recess_note(plate))))) if plate else made


def _recess_note(plate: Prism) -> str:
    """What is cut out of a wall's outside, by its sizes."""
    (x, y, z) = plate.box
    sides = sorted((high - low for low, high in (x, y, z)))
    cut = f"{sides[2]:.0f} × {sides[1]:.0f} mm, {sides[0]:g} mm deep"
    return f"a recess {cut} on its outside, its foot {z[0]:.0f} mm above the floor"


def _leaves(
    a: Analysis, panel: WallPanel, face: WallFace, prisms: Sequence[Prism], holes: Sequence[Pierce]
) -> Iterator[Part]:
    """A layer of the door in this wall, and of the plugs of its clean-outs: the openings less their play."""
    number = 1 + next((i for i, each in enumerate(_layers(a, face)) if each is panel.layer), 0)
    several = len(_layers(a, face)) > 1
    for hole in holes:
        if hole.name != "door" and not hole.name.startswith("clean-out"):
            continue
        play = practice("door_play" if hole.name == "door" else "plug_play").number
        leaf = replace(
            hole, up_mm=hole.up_mm + play, wide_mm=hole.wide_mm - 2 * play, high_mm=max(hole.high_mm - 2 * play, 1.0)
        )
        solids = [each for prism in prisms for each in face.block(leaf, 0.0, prism)]
        words = "Door, {which}" if hole.name == "door" else f"{hole.name.capitalize()}, plug"
        words = words.replace("{which}", face.wall.replace("-", " ")) + (f", layer {number}" if several else "")
        ident = f"{a.chamber.id}-{hole.name.replace(' ', '-')}-{number}"
        size = sorted((leaf.wide_mm, leaf.high_mm), reverse=True)
        if not solids:
            continue
        if material_of(panel.layer.material).kind in ("air", "insulation"):
            yield from filled(a, ident, words, panel.layer, (size[0], size[1]), _narrowed(face, solids), solids, ())
            continue
        yield Part(
            id=ident,
            name=named(a, words),
            group="Box",
            count=1,
            long_mm=size[0],
            wide_mm=size[1],
            thick_mm=panel.layer.thickness_mm,
            material=panel.layer.material,
            joint=of_sort(panel.layer.material, "hung" if hole.name == "door" else "a push fit"),
            note="closes an opening in that wall; what is sawn out of it serves where it comes out whole",
            places=(tuple(solids),),
            thing=f"inside-{a.box}" if hole.name == "door" else f"under-{a.box}",
        )


def _layers(a: Analysis, face: WallFace) -> tuple[Layer, ...]:
    return a.chamber.walls.ends if face.is_end else a.chamber.walls.sides


def _narrowed(face: WallFace, solids: Sequence[Prism]) -> WallFace:
    """A face as wide as a door in it."""
    if face.is_end:
        return face
    return replace(face, x=(min(s.span[0] for s in solids), max(s.span[1] for s in solids)))


def _part(
    a: Analysis,
    panel: WallPanel,
    which: str,
    count: int,
    places: tuple[tuple[Prism, ...], ...],
    bores: tuple[tuple[Bore, ...], ...] = (),
    holes: tuple[BoredHole, ...] = (),
) -> Part:
    end = panel.faces[0].is_end
    suffix = f"-{which}-end" if end and which else f"-{which}" if which else ""
    return Part(
        id=panel.ident + suffix,
        name=named(a, panel.name.format(which=f", {which}" if which else "")),
        group="Box",
        count=count,
        long_mm=panel.board[0],
        wide_mm=panel.board[1],
        thick_mm=panel.layer.thickness_mm,
        material=panel.layer.material,
        joint=panel.joint if panel.joint == _LOOSE else of_sort(panel.layer.material, panel.joint),
        bevel_deg=panel.bevel_deg,
        rebate=panel.rebate,
        note=panel.note,
        holes=holes,
        profile=panel.profile,
        places=places,
        bores=bores,
        thing=f"{'ends' if end else 'sides'}-{a.box}",
    )
