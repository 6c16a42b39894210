"""What stands in a run besides combs, as parts: boards with their bars, feeders, excluders, strips and fillers."""

from __future__ import annotations

from collections.abc import Iterator
from math import cos

from sabaka_core.document.run import Divider, Excluder, Feeder, Follower, Spacer
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import Board, feeder_size, foot_line, foot_mm
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import Placed
from sabaka_core.woodwork.boxes import named
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import RunFrame, placing
from sabaka_core.woodwork.solids import Prism, Profile

# A divider is planed to its walls: cut so much under them.
_PLANED_MM = 1.0
_CLIMBS = {"ladder": "Mesh ladder", "float": "Float"}


def in_run_parts(a: Analysis) -> Iterator[Part]:
    """Of one chamber, in the order of its run; several of a kind are numbered."""
    at = placing(a)
    if at is None:
        return
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
                yield from _feeder(a, placed.item, f"Feeder in the run{number}")
            case Excluder():
                yield from _excluder(a, placed.item, f"Excluder in the run{number}")
            case Spacer():
                yield _spacer(a, placed.item, f"{placed.item.make.capitalize()}{number}")
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
    bar_long, high = _hung(a)
    dx, dy, dz = at.shift
    lean = a.trapezoid.slope_rad if a.trapezoid else 0.0
    clear = max(item.side_clearance_mm, _PLANED_MM if isinstance(item, Divider) else 0.0) / cos(lean)
    shaped = a.chamber.litter.kind == "trough" and item.foot == "shaped"
    low = foot_mm(a, item)
    straight = max(low, 0.0) if not shaped else a.litter_mm + item.foot_gap_mm
    low_half = max(a.section.half_width_mm(a.section.height_mm - straight) - clear, 5.0)
    top_half = a.section.half_width_mm(a.section.height_mm - high) - clear
    profile: Profile = ((-low_half, straight), (low_half, straight), (top_half, high), (-top_half, high))
    run = (placed.start_mm, placed.end_mm)
    solids: tuple[Prism, ...]
    if at.along:
        solids = (at.block(run, (-top_half, top_half), (straight, high)),)
    else:
        x = (dx + run[0], dx + run[1])
        solids = (Prism(tuple((y + dy, z + dz) for y, z in profile), x),)
        if shaped:
            foot = foot_line(a, item, low_half)[1:-1]
            ring = tuple((y + dy, z + dz) for y, z in ((foot[0][0], straight), *foot, (foot[-1][0], straight)))
            solids = (*solids, Prism(ring, x))
    notes = []
    if item.feeding_hole:
        bore = practice("feeding_hole").number
        side = "" if abs(item.hole_at_mm) < 1 else f", {item.hole_at_mm:+.0f} mm from its middle"
        notes.append(f"with a feeding hole of {bore:.0f} mm, its lower edge {item.hole_up_mm:.0f} mm up{side}")
    if shaped:
        notes.append(f"foot shaped to the trough, {item.foot_gap_mm:.0f} mm off it")
    if item.insulated:
        notes.append(f"two thin faces with {practice('board_cork').number:.0f} mm of cork between, edges closed")
    title = named(a, name)
    yield Part(
        _ident(a, name),
        title,
        "Run",
        1,
        2 * top_half,
        high - low,
        item.thickness_mm,
        "softwood",
        note="; ".join(notes),
        profile=profile,
        places=(solids,),
    )
    if bar_long > 0:
        half, thick = bar_long / 2, a.main_bar.thickness_mm if a.main_bar else a.section.height_mm - high
        block = at.block(run, (-half, half), (high, high + thick))
        size = (bar_long, item.thickness_mm, thick)
        joint = "screwed on top of the board"
        like = a.main_frame.id if a.main_bar is None and a.main_frame is not None else ""
        ident, places = f"{_ident(a, name)}-bar", ((block,),)
        title = f"{name}, its bar"
        yield Part(ident, f"{name}, its bar", "Run", 1, *size, "softwood", joint=joint, places=places, hangs_as=like)


def _hung(a: Analysis) -> tuple[float, float]:
    """How long a board's bar is, and how high above the floor it lies [mm]: on the walls, or in the lugs' rest.

    In a frame's rest it fills the room up to the walls' edge, over the frames too: no bee walks over the board. Where
    combs hang from nothing the board has no bar.
    """
    high, frame = a.section.height_mm, a.main_frame
    if a.main_bar is not None:
        return a.main_bar.length_mm, high
    if frame is None or frame.lug_mm <= 0:
        return 0.0, high
    under = a.frame_top_mm(frame) + frame.lug_thickness_mm
    return (frame.top_bar_mm, high - under) if under > 0 else (0.0, high)


def _feeder(a: Analysis, item: Feeder, name: str) -> Iterator[Part]:
    """A frame with two thin faces, or a bar over a tub that is bought."""
    made, face = feeder_size(a, item), practice("feeder_face").number
    ident, title, holds = _ident(a, name), named(a, name), f"holds {made.litres:.1f} L"
    bar_mm = a.main_bar.length_mm if a.main_bar else a.main_frame.top_bar_mm if a.main_frame else made.top_mm
    if item.make == "tub":
        board = made.deep_mm > 0 and item.divides
        note = f"{holds}; hung from its bar" + (", tight to walls and floor: felt or planed edges" if board else "")
        yield Part(
            f"{ident}-tub", f"{title}, tub", "Bought", 1, made.top_mm, made.deep_mm, made.long_mm, "plywood", note=note
        )
    else:
        note = f"{holds}; glued and pinned all round, tried with water"
        size = (made.top_mm, made.deep_mm, face)
        yield Part(f"{ident}-face", f"{title}, face", "Run", 2, *size, "plywood", note=note)
        rim = (made.long_mm - 2 * face, practice("feeder_side").number)
        yield Part(f"{ident}-side", f"{title}, side", "Run", 2, made.deep_mm, *rim, "softwood")
        yield Part(f"{ident}-foot", f"{title}, foot", "Run", 1, made.foot_mm, *rim, "softwood")
    thick = practice("feeder_side").number
    yield Part(f"{ident}-bar", f"{title}, its bar", "Run", 1, bar_mm, made.long_mm, thick, "softwood")
    if item.climb != "none":
        size = (made.deep_mm, max(made.long_mm - 4 * face, face), face)
        yield Part(
            f"{ident}-climb",
            f"{title}, {_CLIMBS[item.climb].lower()}",
            "Bought",
            1,
            *size,
            "mesh",
            note="or bees drown",
        )


def _excluder(a: Analysis, item: Excluder, name: str) -> Iterator[Part]:
    wide, high = a.section.top_mm - 2 * item.side_clearance_mm, a.section.height_mm - item.foot_gap_mm
    rail = practice("excluder_rail").number
    ident, title = _ident(a, name), named(a, name)
    sheet = practice("excluder_thick").number
    note = "slots 4.1 to 4.4 mm; cut to the section"
    yield Part(f"{ident}-sheet", f"{title}, sheet", "Bought", 1, wide, high, sheet, "sheet metal", note=note)
    yield Part(f"{ident}-rail", f"{title}, rail", "Run", 2, wide, rail, item.thickness_mm, "softwood")
    yield Part(f"{ident}-post", f"{title}, post", "Run", 2, high, rail, item.thickness_mm, "softwood")


def _spacer(a: Analysis, item: Spacer, name: str) -> Part:
    """A strip or a pane as long as the bars beside it, or a block from ceiling to floor."""
    long = a.main_bar.length_mm if a.main_bar else a.section.top_mm
    ident, title = _ident(a, name), named(a, name)
    if item.make == "filler":
        size = (a.section.top_mm, a.section.height_mm, item.length_mm)
        return Part(ident, title, "Run", 1, *size, "softwood", note="may be hollow, of thin faces on strips")
    if item.make == "window":
        size = (long, item.length_mm, practice("window_pane").number)
        return Part(ident, title, "Bought", 1, *size, "glass", note="edges ground; a strip of wood lies over it")
    thick = a.main_bar.thickness_mm if a.main_bar else practice("strip_deep").number
    return Part(ident, title, "Run", 1, long, item.length_mm, thick, "softwood")
