"""Ways that keep the comb upright and whole: as it is, under a longer bar, a quarter turn round."""

from __future__ import annotations

from collections.abc import Iterator
from math import cos, inf, radians

from sabaka_core.document.combs import Frame
from sabaka_core.frames.parts import openings_of, parts_of
from sabaka_core.kit.tables import at_least, practice
from sabaka_core.moving.bees import Bees, Lost
from sabaka_core.moving.gaps import CheckedGap, bearing_gap, length_gap, over_gap, room_gap, side_gap, under_gap
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import NewPart, Outline, Slab, SlabKind, Way

SMOKE = ("a bee brush", "a water spray", "a spirit level for the bars")
_STEPS = 24


def square_mm(room: Room, level_mm: float) -> float:
    """A level clearance taken square to the wall [mm]."""
    return level_mm * cos(radians(room.a.trapezoid.slope_deg)) if room.a.trapezoid else level_mm


def wall_gap_mm(room: Room, half_mm: float, low: float, high: float) -> float:
    """Clearance of an upright edge to the wall between two depths, square to it [mm]."""
    return square_mm(room, room.least_half_mm(low, high) - half_mm)


def upright(frame: Frame, top_depth: float) -> tuple[Slab, ...]:
    """A frame's wood and comb, its top at a depth below the rest plane."""
    wood = [
        Slab("wood", solid.x, (top_depth + solid.y[0], top_depth + solid.y[1]))
        for part in parts_of(frame)
        for piece in part.pieces
        for solid in piece.solids
    ]
    comb = [
        Slab("comb", (o.left_mm, o.right_mm), (top_depth + o.top_mm, top_depth + o.bottom_mm))
        for o in openings_of(frame)
    ]
    return (*comb, *wood)


def turned(frame: Frame, top_depth: float, cut_left: float, cut_right: float) -> tuple[Slab, ...]:
    """The same frame on end: what was its left end is on top; lengths cut off its ends [mm]."""
    half_long, half_deep = frame.top_bar_mm / 2, frame.depth_mm / 2
    low, high = -half_long + cut_left, half_long - cut_right

    def end_on(kind: str, x: tuple[float, float], y: tuple[float, float]) -> Slab | None:
        start, end = max(x[0], low), min(x[1], high)
        if end <= start:
            return None
        return Slab(
            "comb" if kind == "comb" else "wood",
            (y[0] - half_deep, y[1] - half_deep),
            (top_depth + start - low, top_depth + end - low),
        )

    found = [end_on("comb", (o.left_mm, o.right_mm), (o.top_mm, o.bottom_mm)) for o in openings_of(frame)]
    found += [
        end_on("wood", solid.x, solid.y) for part in parts_of(frame) for piece in part.pieces for solid in piece.solids
    ]
    return tuple(slab for slab in found if slab)


def places_gap(room: Room, count: int, spacing_mm: float) -> CheckedGap:
    """Room along the run for the old combs and an empty bar at each end."""
    spare = room.run_mm - room.boards_mm - count * spacing_mm - 2 * room.spacing_mm
    return room_gap(
        "Left of the run",
        spare,
        "all combs find a place, an empty one at each end",
        "more combs than the run has places",
    )


def spacing_gap(bees: Bees, room: Room) -> CheckedGap:
    """From comb to comb: bars that touch set every bar behind them wrong when they are of another width.

    Frames hang where the keeper puts them, so that only the thickness of a comb and its passage binds them.
    """
    own, old = room.spacing_mm, bees.spacing_mm
    least = practice("comb_thickness").span[1] + practice("bee_space").span[0]
    touching = not isinstance(room.own, Frame) and not room.on_rods
    off = abs(old - own) > practice("spacing_tolerance").number + 1e-6
    near = not at_least(old, least)
    wrong = near or (touching and off)
    words = "as far apart as the hive’s own combs"
    if near:
        words = f"{old:.1f} mm from comb to comb: a comb and its passage take {least:.0f}"
    elif wrong:
        words = (
            f"{old:.1f} mm bars among bars of {own:.1f} mm: the run doesn’t close, or every comb behind stands wrong"
        )
    elif off:
        words = "hung as far apart as each needs"
    # It decides how combs are put, not whether they go in: it leaves nothing to spare or to lack.
    return CheckedGap("spacing", "Comb to comb", old, old, old, inf, "bridged" if wrong else "right", words)


def width_note(bees: Bees, room: Room) -> tuple[str, ...]:
    """The ways out where combs of another spacing come among a hive's own."""
    if spacing_gap(bees, room).verdict == "right":
        return ()
    own, old = room.spacing_mm, bees.spacing_mm
    strip = f"lay a strip of {own - old:.1f} mm beside each, " if own > old else ""
    return (
        f"Its combs are {old:.1f} mm apart among {own:.1f} mm ones: {strip}"
        "put them together at the honey end, or shake the bees off and leave them out.",
    )


def _ceiling(bees: Bees, room: Room) -> tuple[tuple[NewPart, ...], tuple[str, ...]]:
    """Strips that close the ceiling where frames hang among bars that touch."""
    if bees.frame is None or isinstance(room.own, Frame) or bees.frame.bar_gap_mm < 1.0:
        return (), ()
    gap = bees.frame.bar_gap_mm
    strip = NewPart(
        "Strip to close the ceiling", bees.count + 1, (bees.long_mm, round(gap, 1), 10.0), "between the top bars"
    )
    return (strip,), (f"Between the top bars {gap:.1f} mm stand open towards the roof, until they are closed.",)


def as_it_is(bees: Bees, room: Room) -> Way:
    """Hung (or stood) in the hive without any change."""
    places = places_gap(room, bees.count, bees.spacing_mm)
    if bees.frame is None:
        return _bar_as_it_is(bees, room, places)
    frame, spread = bees.frame, bees.spread_mm
    if room.on_rods:
        widest = max(frame.top_bar_mm, frame.body_width_mm)
        gaps: tuple[CheckedGap, ...] = (
            side_gap(room.least_half_mm(0, room.drop_mm) - widest / 2, spread),
            over_gap(room.drop_mm - frame.depth_mm, spread),
            spacing_gap(bees, room),
        )
        return Way(
            "as-it-is",
            "Stands on the rods like the hive’s own frames.",
            (*gaps, places),
            tools=SMOKE,
            visits=1,
            days=1,
            lifted_kg=bees.count * bees.comb_kg,
            slabs=upright(frame, room.drop_mm - frame.depth_mm),
            comb_wide_mm=frame.body_width_mm,
            comb_deep_mm=frame.depth_mm,
            spacing_mm=bees.spacing_mm,
        )
    top, bottom = -frame.lug_thickness_mm, frame.depth_mm - frame.lug_thickness_mm
    side = wall_gap_mm(room, frame.body_width_mm / 2, 0.0, max(bottom, 0.0))
    strips, open_ceiling = _ceiling(bees, room)
    gaps = (
        side_gap(side, spread),
        under_gap(room.drop_mm - bottom, spread),
        bearing_gap((min(frame.top_bar_mm, room.span_mm) - room.top_mm) / 2, spread),
        length_gap(room.span_mm - frame.top_bar_mm, spread),
        spacing_gap(bees, room),
        places,
    )
    return Way(
        "as-it-is",
        "Hangs on the hive’s own rests.",
        gaps,
        strips,
        (*open_ceiling, *width_note(bees, room)),
        tools=SMOKE,
        visits=1,
        days=1,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=upright(frame, top),
        comb_wide_mm=frame.body_width_mm,
        comb_deep_mm=bottom,
        spacing_mm=bees.spacing_mm,
    )


def comb_clearance_mm(bees: Bees, room: Room, down: float = 0.0) -> float:
    """Least clearance of a free comb to the walls, hanging so far below the rest plane, square to them [mm]."""
    deep = min(bees.comb_high_mm, max(room.drop_mm - down, 0.0))
    depths = [deep * i / _STEPS for i in range(_STEPS + 1)]
    return min(square_mm(room, room.half_mm(depth + down) - bees.half_at(depth)) for depth in depths)


def free_comb(bees: Bees, kept: dict[float, float] | None = None, down: float = 0.0) -> tuple[Outline, ...]:
    """A comb's outline, its top so far below the rest plane; what is cut off is drawn behind what stays.

    Args:
        kept: half-width that stays at each depth of the bees' slices; all of it when None.
    """
    whole = symmetric(
        "comb" if kept is None else "lost", [(bees.half_at(y), y - bees.top_mm + down) for y in bees.slices]
    )
    if kept is None:
        return (whole,)
    stays = [(half, y - bees.top_mm + down) for y in bees.slices if (half := min(kept[y], bees.half_at(y))) > 0]
    return (whole, symmetric("comb", stays)) if stays else (whole,)


def symmetric(kind: SlabKind, halves: list[tuple[float, float]]) -> Outline:
    """An outline from its half-widths at depths, top down."""
    right = [(half, depth) for half, depth in halves]
    return Outline(kind, (*((-x, d) for x, d in reversed(right)), *right))


def _bar_as_it_is(bees: Bees, room: Room, places: CheckedGap) -> Way:
    assert bees.bar is not None
    gaps = (
        side_gap(comb_clearance_mm(bees, room), bees.spread_mm, filled=True),
        under_gap(room.drop_mm - bees.comb_high_mm, bees.spread_mm),
        bearing_gap((min(bees.bar.length_mm, room.span_mm) - room.top_mm) / 2, bees.spread_mm),
        length_gap(room.span_mm - bees.bar.length_mm, bees.spread_mm),
        spacing_gap(bees, room),
        places,
    )
    half = bees.bar.length_mm / 2
    bar = Slab("wood", (-half, half), (-bees.bar.thickness_mm, 0.0))
    return Way(
        "as-it-is",
        "The bar lies on the hive’s own rests.",
        gaps,
        (),
        width_note(bees, room),
        tools=SMOKE,
        visits=1,
        days=1,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=(*free_comb(bees), bar),
        comb_wide_mm=bees.comb_wide_mm,
        comb_deep_mm=bees.comb_high_mm,
        spacing_mm=bees.spacing_mm,
    )


def filler(bees: Bees, side_mm: float, deep_mm: float, room: Room, spacing_mm: float) -> NewPart:
    """A lining that brings a wide side gap down to a bee space, along the stretch of the old combs."""
    thick = side_mm - room.a.hive.choices.bee_space_mm
    sizes = (round(bees.count * spacing_mm, 1), round(deep_mm, 1), round(thick, 1))
    return NewPart("Side filler", 2, sizes, "one on each wall beside the old combs, a bee space left")


def filler_mm(room: Room, side_mm: float) -> float:
    """Thickness of a filler for a side gap [mm]; none for a gap that needs none."""
    return side_mm - room.a.hive.choices.bee_space_mm if side_mm > value("filler_from") else 0.0


def filler_slabs(room: Room, side_mm: float, low: float, high: float) -> tuple[Slab, ...]:
    """The same as drawn, where the walls stand upright."""
    thick = filler_mm(room, side_mm)
    if thick <= 0 or (room.a.trapezoid and abs(room.a.trapezoid.slope_deg) > 0.01):
        return ()
    half = room.half_mm(0.0)
    return (Slab("filler", (-half, -half + thick), (low, high)), Slab("filler", (half - thick, half), (low, high)))


def across(bees: Bees, room: Room) -> Way | None:
    """Hung a quarter turn round on two rails that lie across the run."""
    if (bees.frame is None and bees.bar is None) or room.on_rods:
        return None
    rail, space = value("rail"), room.a.hive.choices.bee_space_mm
    if bees.frame is not None:
        body, hang = bees.frame.body_width_mm, bees.frame.depth_mm - bees.frame.lug_thickness_mm
    else:
        body, hang = bees.comb_wide_mm, bees.comb_high_mm
    inner = body + 2 * space
    stretch = max(bees.long_mm, inner + 2 * rail)
    wide = 2 * room.least_half_mm(0.0, min(hang, room.drop_mm))
    fits = int(wide // bees.spacing_mm)
    along = room.run_mm - room.boards_mm - stretch - value("least_places") * room.spacing_mm
    gaps = (
        under_gap(room.drop_mm - hang, bees.spread_mm),
        bearing_gap((bees.long_mm - inner) / 2, bees.spread_mm),
        room_gap(
            "Combs side by side",
            wide - bees.count * bees.spacing_mm,
            "they stand beside each other",
            f"only {fits} stand beside each other",
        ),
        room_gap("Left of the run", along, "three new combs and more find room", "no room is left for new combs"),
    )
    nearest = "" if fits >= bees.count or fits < 1 else f"Move {fits} combs this way and the rest another."
    return Way(
        "across",
        f"Two rails carry the old combs along the hive; they take {stretch:.0f} mm of the run.",
        gaps,
        (
            NewPart(
                "Rail",
                2,
                (room.bar_mm, rail, rail),
                "lies on both rests, notched so that the lugs come level with them",
            ),
            NewPart(
                "Cover board",
                1,
                (round(stretch, 1), round(room.top_mm, 1), value("ply")),
                "over the old combs, a bee space above them",
            ),
        ),
        ("The last new comb looks at the ends of the old ones: an uneven gap that is bridged with comb.",),
        ("past the ends of the old combs, unless the excluder reaches from wall to wall",),
        for_good=False,
        tools=(*SMOKE, "a saw"),
        visits=4,
        days=24,
        lifted_kg=2 * bees.count * bees.comb_kg,
        nearest=nearest,
        slabs=(
            *_beside_each_other(bees, wide, hang),
            Slab("adapter", (-room.bar_mm / 2, room.bar_mm / 2), (0.0, rail)),
        ),
        comb_wide_mm=wide,
        comb_deep_mm=hang,
        spacing_mm=stretch,
    )


def _beside_each_other(bees: Bees, wide_mm: float, deep_mm: float) -> Iterator[Slab]:
    """Combs that look to the ends of the hive, as many as there is room for."""
    half = (bees.count * bees.spacing_mm) / 2
    for i in range(bees.count):
        x = -half + (i + 0.5) * bees.spacing_mm
        if abs(x) < wide_mm / 2:
            yield Slab("comb", (x - 12.0, x + 12.0), (10.0, deep_mm))


def shaken(bees: Bees, room: Room) -> Way:
    """Bees shaken onto new combs, their old combs left behind; a swarm is simply run in."""
    swarm = bees.kind == "swarm"
    lost = Lost() if swarm or not bees.has_comb else bees.lost(None)
    places = room_gap(
        "Left of the run",
        room.run_mm - room.boards_mm - 3 * room.spacing_mm,
        "three combs and more for them",
        "no room",
    )
    how = (
        "The swarm is shaken in front of the new combs, or between them, towards evening."
        if swarm
        else "Every comb is shaken off over the new ones; brood goes to another colony or above an excluder."
    )
    return Way(
        "shaken",
        how,
        (places,),
        lost=lost,
        reversible=False,
        frames_stay=not swarm,
        tools=SMOKE,
        cautions=("Shake only in a flow or while feeding: they have to build all their comb anew.",),
        visits=2,
        days=7,
        lifted_kg=0.0 if swarm else bees.count * bees.comb_kg,
    )
