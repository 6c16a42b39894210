"""Ways that make new frames of old ones: joined frames, hybrid frames, frames of unassembled parts."""

from __future__ import annotations

from sabaka_core.document.combs import Frame
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.derived import derive
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.gaps import CheckedGap, bearing_gap, length_gap, room_gap, side_gap, under_gap
from sabaka_core.moving.hang import SMOKE, filler, filler_mm, filler_slabs, places_gap, turned, upright, wall_gap_mm
from sabaka_core.moving.on_end import length_on_end_mm
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import NewPart, Way


def joined(bees: Bees, room: Room) -> Way | None:
    """Two frames joined bottom to bottom and stood on end, or one above the other; whichever goes better."""
    if bees.frame is None or bees.frame.make != "plain" or bees.frame.lug_mm < 1.0 or room.on_rods:
        return None
    hanger = room.own if isinstance(room.own, Frame) else catalogue()["layens"].carrier
    assert isinstance(hanger, Frame)
    hanger = hanger.model_copy(update={"top_bar_mm": room.bar_mm})
    stood = derive(bees.frame, "joined", "joined", "Joined and stood", hanger=hanger)
    stacked = derive(bees.frame, "two-part", "joined", "One above the other", joint="straps")
    ways = [_hung(bees, room, each, each is stood) for each in (stood, stacked)]
    return max(ways, key=lambda way: (way.feasible, way.margin_mm))


def _hung(bees: Bees, room: Room, frame: Frame, stood: bool) -> Way:
    hang = frame.depth_mm - frame.lug_thickness_mm
    side = wall_gap_mm(room, frame.body_width_mm / 2, 0.0, hang)
    filled = side > value("filler_from")
    pairs = (bees.count + 1) // 2
    spacing = max(room.spacing_mm, bees.spacing_mm)
    gaps: tuple[CheckedGap, ...] = (
        side_gap(side, bees.spread_mm * (2 if stood else 1), filled),
        under_gap(room.drop_mm - hang, bees.spread_mm),
        bearing_gap((min(frame.top_bar_mm, room.span_mm) - room.top_mm) / 2, bees.spread_mm),
        length_gap(room.span_mm - frame.top_bar_mm, bees.spread_mm),
        places_gap(room, pairs, spacing),
    )
    parts = [NewPart("Pair of side cheeks", 2 * pairs, (120.0, 25.0, 10.0), "screwed over the joint on both sides")]
    if stood:
        parts.insert(
            0,
            NewPart(
                "Hanger",
                pairs,
                (room.bar_mm, frame.top_bar_width_mm, frame.top_bar_thickness_mm),
                "screwed on at the upper end, full thick between the posts",
            ),
        )
    if filled:
        parts.append(filler(bees, side, hang, room, spacing))
    how = (
        "Two frames are joined bottom to bottom and stood on end under a hanger; the lugs come off."
        if stood
        else "Two frames are joined one above the other; the lower one’s lugs come off."
    )
    return Way(
        "joined",
        f"{how} The frame is then {frame.body_width_mm:.1f} × "
        f"{bees.frame.body_width_mm if stood and bees.frame else frame.depth_mm:.1f} mm.",
        gaps,
        tuple(parts),
        ("At the joint a bar and a gap cross the brood.",),
        reversible=not stood,
        frames_stay=False,
        tools=(*SMOKE, "a fine saw", "a screwdriver", "a square"),
        cautions=(
            "A joined frame bends at its joint when full: lift it by both ends and keep it upright.",
            "Brush the bees off before you saw.",
        ),
        visits=2,
        days=5,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=(*upright(frame, -frame.lug_thickness_mm), *filler_slabs(room, side, 0.0, hang)),
        filler_mm=filler_mm(room, side),
        comb_wide_mm=frame.body_width_mm,
        comb_deep_mm=hang,
        spacing_mm=spacing,
    )


def _hybrid_parts(own: Frame, bees: Bees, deep_mm: float, new: int, spacing_mm: float) -> list[NewPart]:
    """Frames with shelves as deep as the box, and the bars that the old ones hang from."""
    return [
        NewPart(
            "Hybrid frame, top bar",
            new,
            (own.top_bar_mm, own.top_bar_width_mm, own.top_bar_thickness_mm),
            "the hive’s own",
        ),
        NewPart(
            "Hybrid frame, side bar",
            2 * new,
            (round(deep_mm - own.top_bar_thickness_mm, 1), own.side_bar_width_mm, own.side_bar_thickness_mm),
        ),
        NewPart(
            "Hybrid frame, bottom bar",
            new,
            (
                round(own.body_width_mm - 2 * own.side_bar_thickness_mm, 1),
                practice("bottom_bar_width").number,
                own.bottom_bar_thickness_mm,
            ),
        ),
        NewPart(
            "Hybrid frame, cross shelf",
            2 * new,
            (
                round(own.body_width_mm - 2 * own.side_bar_thickness_mm, 1),
                practice("bottom_bar_width").number,
                own.shelf_thickness_mm,
            ),
            "two, evenly spaced",
        ),
        NewPart("Adapter bar", bees.count, (own.top_bar_mm, round(spacing_mm, 1), value("adapter"))),
    ]


def universal(bees: Bees, room: Room) -> Way | None:
    """The hive's own frames made so deep that a lugless wide frame on end goes into the same box."""
    own = room.own
    if bees.frame is None or not isinstance(own, Frame) or room.on_rods:
        return None
    adapter, gap = value("adapter"), value("adapter_gap")
    length = length_on_end_mm(bees.frame, 2)
    side = wall_gap_mm(room, bees.frame.depth_mm / 2, adapter, adapter + length)
    filled = side > value("filler_from")
    spacing = max(room.spacing_mm, bees.frame.side_bar_width_mm)
    short = length + adapter + gap - room.drop_mm
    gaps: tuple[CheckedGap, ...] = (
        side_gap(side, bees.spread_mm, filled),
        under_gap(room.drop_mm - adapter - length, bees.spread_mm),
        places_gap(room, bees.count, spacing),
    )
    deep = room.drop_mm - gap + own.lug_thickness_mm
    parts = _hybrid_parts(own, bees, deep, max(room.places - bees.count, 1), spacing)
    if filled:
        parts.append(filler(bees, side, room.drop_mm - gap, room, spacing))
    cut = bees.frame.lug_mm
    return Way(
        "universal",
        f"Hybrid frames {deep:.0f} mm deep use the box to its floor; lugless old frames stand on end beside them.",
        gaps,
        tuple(parts),
        reversible=False,
        frames_stay=False,
        tools=(*SMOKE, "a fine saw", "a screwdriver"),
        cautions=("Brush the bees off before you saw.",),
        visits=4,
        days=24,
        lifted_kg=2 * bees.count * bees.comb_kg,
        nearest=f"Make the hive {short:.0f} mm deeper under its frames." if short > 0 else "",
        round_excluder=("between the old frames’ sides and the walls, where over 3 mm are open",),
        slabs=(*turned(bees.frame, adapter, cut, cut), *filler_slabs(room, side, adapter, room.drop_mm - gap)),
        filler_mm=filler_mm(room, side),
        comb_wide_mm=bees.frame.depth_mm,
        comb_deep_mm=adapter + length,
        spacing_mm=spacing,
    )


def from_parts(bees: Bees, room: Room) -> Way | None:
    """The hive's own frame made from unassembled parts of the old kind; the bees are shaken over."""
    old, own = bees.frame, room.own
    if old is None or not isinstance(own, Frame) or own.make not in ("plain", "from-parts") or old.make != "plain":
        return None
    inside_old = old.body_width_mm - 2 * old.side_bar_thickness_mm
    inside_new = own.body_width_mm - 2 * own.side_bar_thickness_mm
    gaps: tuple[CheckedGap, ...] = (
        room_gap(
            "Top bar, old over new",
            old.top_bar_mm - own.top_bar_mm,
            "trimmed at one end",
            "the old top bar is too short",
        ),
        room_gap(
            "Bottom bar, old over new", inside_old - inside_new, "cut to length", "the old bottom bar is too short"
        ),
        places_gap(room, bees.count, own.spacing_mm),
    )
    trimmed = old.top_bar_mm - own.top_bar_mm
    new_sides = old.depth_mm < own.depth_mm - 0.5
    parts = [
        NewPart(
            "Top bar, trimmed",
            bees.count,
            (own.top_bar_mm, old.top_bar_width_mm, old.top_bar_thickness_mm),
            f"{trimmed:.1f} mm off one end; the square end gets a recess for its side bar",
        ),
        NewPart(
            "Side bar, new" if new_sides else "Side bar, cut",
            2 * bees.count,
            (own.depth_mm, old.side_bar_width_mm, old.side_bar_thickness_mm),
            "longer than the old ones: made new" if new_sides else "cut to length",
        ),
        NewPart(
            "Bottom bar, cut",
            bees.count,
            (round(inside_new, 1), practice("bottom_bar_width").number, old.bottom_bar_thickness_mm),
        ),
    ]
    return Way(
        "from-parts",
        "Frames of the hive’s own size come out of the old kind’s unassembled parts; bees go over without their comb.",
        gaps,
        tuple(parts),
        lost=bees.lost(None),
        reversible=False,
        frames_stay=True,
        tools=(*SMOKE, "a table saw or mitre box", "glue and pins"),
        cautions=("Small parts at the saw: a push stick, a hold-down and a stop block.",),
        visits=2,
        days=7,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=upright(own, -own.lug_thickness_mm),
        comb_wide_mm=own.body_width_mm,
        comb_deep_mm=own.depth_mm - own.lug_thickness_mm,
        spacing_mm=own.spacing_mm,
    )
