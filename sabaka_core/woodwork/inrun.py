"""What stands in a run besides combs, as parts: boards with their bars, feeders, excluders, strips and fillers."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.run import Divider, Excluder, Feeder, Follower, Spacer
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import Board, foot_line, foot_mm
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import Placed
from sabaka_core.woodwork.feeders import feeder_parts, hung
from sabaka_core.woodwork.naming import named
from sabaka_core.woodwork.parts import BoredHole, Part
from sabaka_core.woodwork.placing import RunFrame, placing
from sabaka_core.woodwork.section import wall_of
from sabaka_core.woodwork.solids import Bore, Prism, Profile

# A divider is planed to its walls: cut so much under them.
_PLANED_MM = 1.0
# A curved edge is sawn by so many places; no edge comes nearer to the middle than this.
_FEW, _LEAST_MM = 12, 5.0


def in_run_parts(a: Analysis) -> Iterator[Part]:
    """Of one chamber, in the order of its run; several of a kind are numbered."""
    at = placing(a)
    counts: dict[str, int] = {}
    several = {kind for kind in _KINDS if sum(_kind(p) == kind for p in a.layout.placed) > 1}
    for placed in a.layout.placed:
        kind = _kind(placed)
        counts[kind] = counts.get(kind, 0) + 1
        number = f" {counts[kind]}" if kind in several else ""
        match placed.item:
            case Follower():
                yield from _board(a, placed, placed.item, f"{placed.item.side.capitalize()} follower", at)
            case Divider():
                yield from _board(a, placed, placed.item, f"Divider{number}", at)
            case Feeder():
                yield from feeder_parts(a, placed, placed.item, f"Feeder in the run{number}")
            case Excluder():
                yield from _excluder(a, placed, placed.item, f"Excluder in the run{number}", at)
            case Spacer():
                yield _spacer(a, placed, placed.item, f"{placed.item.make.capitalize()}{number}", at)
            case _:
                pass


_KINDS = ("divider", "feeder", "excluder", "strip", "window", "filler")


def _kind(placed: Placed) -> str:
    item = placed.item
    return item.make if isinstance(item, Spacer) else item.kind


def _ident(a: Analysis, name: str) -> str:
    return f"{a.chamber.id}-{name.lower().replace(' ', '-')}"


def _board(a: Analysis, placed: Placed, item: Board, name: str, at: RunFrame) -> Iterator[Part]:
    """A board to the section less its clearances, under a bar as long as those that combs hang from."""
    bar_long, high = hung(a)
    clear = max(item.side_clearance_mm, _PLANED_MM if isinstance(item, Divider) else 0.0)
    shaped = a.chamber.litter.kind == "trough" and item.foot == "shaped"
    # On a filler a board ends as far over that as it would over the floor.
    low = foot_mm(a, item) + a.filler_mm(placed.middle_mm)
    straight = max(low, 0.0) if not shaped else a.litter_mm + item.foot_gap_mm
    right = _edge(a, placed.middle_mm, clear, straight, high)
    profile: Profile = (*((-y, z) for y, z in right), *((y, z) for y, z in reversed(right)))
    run = (placed.start_mm, placed.end_mm)
    solids = tuple(at.board(ring, run) for ring in _convex(right))
    if shaped:
        foot = foot_line(a, item, right[0][0])[1:-1]
        solids = (*solids, *(at.board(ring, run) for ring in _under(foot, straight)))
    notes = [f"foot shaped to the trough, {item.foot_gap_mm:.0f} mm off it"] if shaped else []
    if item.insulated:
        notes.append(f"two thin faces with {practice('board_cork').number:.0f} mm of cork between, edges closed")
    bores = (_feeding_bore(item, at, run),) if item.feeding_hole else ()
    holes = (_feeding_mark(item, straight, right[-1][0]),) if item.feeding_hole else ()
    yield Part(
        _ident(a, name),
        named(a, name),
        "Run",
        1,
        2 * right[-1][0],
        high - low,
        item.thickness_mm,
        "softwood",
        "slides, hung from its bar" if bar_long > 0 else "slides",
        note="; ".join(notes),
        holes=holes,
        profile=profile,
        places=(solids,),
        bores=(bores,) if bores else (),
        thing=f"inside-{a.box}",
    )
    if bar_long > 0:
        half, thick = bar_long / 2, a.main_bar.thickness_mm if a.main_bar else a.section.height_mm - high
        block = at.block(run, (-half, half), (high, high + thick))
        size = (bar_long, item.thickness_mm, thick)
        joint = "screwed on top of the board"
        like = a.main_frame.id if a.main_bar is None and a.main_frame is not None else ""
        ident, places = f"{_ident(a, name)}-bar", ((block,),)
        yield Part(
            ident,
            named(a, f"{name}, its bar"),
            "Run",
            1,
            *size,
            "softwood",
            joint=joint,
            places=places,
            hangs_as=like,
            thing=f"inside-{a.box}",
        )


def _feeding_bore(item: Board, at: RunFrame, run: tuple[float, float]) -> Bore:
    """The hole that syrup is reached through."""
    wide = practice("feeding_hole").number
    up = item.hole_up_mm + wide / 2
    x, y, z = at.block(run, (item.hole_at_mm, item.hole_at_mm), (up, up)).box
    along = (0.0, 1.0, 0.0) if at.along else (1.0, 0.0, 0.0)
    return Bore((sum(x) / 2, sum(y) / 2, z[0]), along, wide, item.thickness_mm)


def _feeding_mark(item: Board, foot: float, half: float) -> BoredHole:
    """How it is marked on the board."""
    wide = practice("feeding_hole").number
    up = round(item.hole_up_mm + wide / 2 - foot, 1)
    side = f"middle, towards the {'right' if item.hole_at_mm >= 0 else 'left'} side"
    along = abs(item.hole_at_mm)
    return BoredHole("board", along, side, up, up, wide, wide, True, half + item.hole_at_mm, "feeding")


def _edge(a: Analysis, place: float, clear: float, low: float, high: float) -> list[tuple[float, float]]:
    """A board's right edge from its foot up, so far off the wall square to it, as half widths and heights."""
    lining = a.lining_mm(place)
    if a.cavity.varies or a.chamber.axis == "standing":
        wall = a.cavity.profile_at(place)
        edge = [(wall.half_width_mm(wall.height_mm - z) - clear, z) for z in _heights(low, high)]
    else:
        # By the walls as they are made: of a curved one by its staves.
        points = wall_of(a).out(-clear).points
        edge = [(_half_at(points, z), z) for z in sorted({low, high, *(z for _, z in points if low < z < high)})]
    half = [y - lining for y, _ in edge]
    # A board with nothing left of it at its top is told; one that only runs out at its foot is blunt there.
    return [*((max(y, _LEAST_MM), z) for y, (_, z) in zip(half[:-1], edge, strict=False)), (half[-1], edge[-1][1])]


def _heights(low: float, high: float) -> list[float]:
    return [low + (high - low) * i / _FEW for i in range(_FEW + 1)]


def _half_at(points: Sequence[tuple[float, float]], z: float) -> float:
    """Half the width between walls at a height, their corners given from the top down."""
    for (y1, z1), (y2, z2) in pairwise(points):
        if z2 - UNSEEN_MM <= z <= z1 + UNSEEN_MM and z1 - z2 > UNSEEN_MM:
            return y2 + (y1 - y2) * (z - z2) / (z1 - z2)
    return points[0][0] if z > points[0][1] else points[-1][0]


def _convex(right: list[tuple[float, float]]) -> Iterator[Profile]:
    """A board as level stretches, each with straight edges; in one where it has four corners."""
    for (y1, z1), (y2, z2) in pairwise(right):
        if z2 - z1 > UNSEEN_MM and y2 > UNSEEN_MM:
            yield (-y1, z1), (y1, z1), (y2, z2), (-y2, z2)


def _under(foot: Sequence[tuple[float, float]], top: float) -> Iterator[Profile]:
    """What of a shaped foot lies under its board, in upright stretches."""
    for (y1, z1), (y2, z2) in pairwise(foot):
        if y2 - y1 > UNSEEN_MM and min(z1, z2) < top - UNSEEN_MM:
            yield (y1, min(z1, top)), (y2, min(z2, top)), (y2, top), (y1, top)


def _excluder(a: Analysis, placed: Placed, item: Excluder, name: str, at: RunFrame) -> Iterator[Part]:
    """A sheet with slots in a frame of rails and posts, to the section less its clearances."""
    rail, sheet = practice("excluder_rail").number, practice("excluder_thick").number
    ident, title, thing = _ident(a, name), named(a, name), f"inside-{a.box}"
    low, high = item.foot_gap_mm + a.filler_mm(placed.middle_mm), a.section.height_mm
    right = _edge(a, placed.middle_mm, item.side_clearance_mm, low, high)
    middle = placed.middle_mm
    run = (placed.start_mm, placed.end_mm)
    thin = (middle - sheet / 2, middle + sheet / 2)
    profile: Profile = (*((-y, z) for y, z in right), *((y, z) for y, z in reversed(right)))
    size = (2 * max(y for y, _ in right), high - low)
    note = "slots 4.1 to 4.4 mm; cut to the section"
    yield Part(
        f"{ident}-sheet",
        f"{title}, sheet",
        "Bought",
        1,
        *size,
        sheet,
        "sheet metal",
        note=note,
        profile=profile,
        places=(tuple(at.board(ring, thin) for ring in _convex(right)),),
        thing=thing,
    )
    halves = ((run[0], thin[0]), (thin[1], run[1]))
    deep = (item.thickness_mm - sheet) / 2
    if deep < UNSEEN_MM:
        return
    joint = "screwed through the sheet, one each face"
    rails, posts = list[tuple[Prism, ...]](), list[tuple[Prism, ...]]()
    for half in halves:
        for band in ((low, low + rail), (high - rail, high)):
            edge = _edge(a, placed.middle_mm, item.side_clearance_mm, *band)
            rails.append(tuple(at.board(ring, half) for ring in _convex(edge)))
        edge = _edge(a, placed.middle_mm, item.side_clearance_mm, low + rail, high - rail)
        for way in (-1, 1):
            rings = [
                ((way * (y1 - rail), z1), (way * y1, z1), (way * y2, z2), (way * (y2 - rail), z2))
                for (y1, z1), (y2, z2) in pairwise(edge)
            ]
            posts.append(tuple(at.board(ring, half) for ring in rings))
    rail_size, post_size = (size[0], rail, deep), (size[1] - 2 * rail, rail, deep)
    yield Part(
        f"{ident}-rail", f"{title}, rail", "Run", 4, *rail_size, "softwood", joint, places=tuple(rails), thing=thing
    )
    yield Part(
        f"{ident}-post", f"{title}, post", "Run", 4, *post_size, "softwood", joint, places=tuple(posts), thing=thing
    )


def _spacer(a: Analysis, placed: Placed, item: Spacer, name: str, at: RunFrame) -> Part:
    """A strip or a pane as long as the bars beside it, or a block from ceiling to floor."""
    long = a.main_bar.length_mm if a.main_bar else a.section.top_mm
    ident, title, thing = _ident(a, name), named(a, name), f"inside-{a.box}"
    run, high = (placed.start_mm, placed.end_mm), a.section.height_mm
    if item.make == "filler":
        right = _edge(a, placed.middle_mm, _PLANED_MM, 0.0, high)
        size = (2 * right[-1][0], high, item.length_mm)
        solids = tuple(at.board(ring, run) for ring in _convex(right))
        profile: Profile = (*((-y, z) for y, z in right), *((y, z) for y, z in reversed(right)))
        return Part(
            ident,
            title,
            "Run",
            1,
            *size,
            "softwood",
            "stands loose",
            note="may be hollow, of thin faces on strips",
            profile=profile,
            places=(solids,),
            thing=thing,
        )
    if item.make == "window":
        pane = practice("window_pane").number
        solid = at.block(run, (-long / 2, long / 2), (high, high + pane))
        note = "edges ground; a strip of wood lies over it"
        return Part(
            ident, title, "Bought", 1, long, item.length_mm, pane, "glass", note=note, places=((solid,),), thing=thing
        )
    thick = a.main_bar.thickness_mm if a.main_bar else practice("strip_deep").number
    low = high if a.main_bar else high - thick
    half = long / 2 if a.main_bar else long / 2 - _PLANED_MM
    solid = at.block(run, (-half, half), (low, low + thick))
    return Part(
        ident,
        title,
        "Run",
        1,
        2 * half,
        item.length_mm,
        thick,
        "softwood",
        "lies with the bars",
        places=((solid,),),
        thing=thing,
    )
