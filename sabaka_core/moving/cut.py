"""Ways that cut comb: the frame sawn down to the hive's outline, or the comb cut out and tied in."""

from __future__ import annotations

from collections.abc import Callable

from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.frames.parts import openings_of
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.gaps import CheckedGap, bearing_gap, length_gap, room_gap, side_gap, under_gap
from sabaka_core.moving.hang import SMOKE, free_comb, places_gap, square_mm, symmetric, upright, wall_gap_mm
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import NewPart, Outline, Slab, Way

_KNIFE = "A long knife, warm; catch honey and keep robbers off: close the hive between combs."


def outline_half_mm(room: Room, depth: float) -> float:
    """Half-width of the limit that a comb keeps to in a bar hive: the wall less a bee space, square to it [mm]."""
    space = room.a.hive.choices.bee_space_mm
    lean = square_mm(room, 1.0)
    return max(room.half_mm(depth) - space / lean, 0.0)


def comb_deep_mm(room: Room) -> float:
    """How deep a comb may hang in a bar hive [mm]."""
    return max(room.drop_mm - room.floor_gap_mm, 1.0)


def sawn(bees: Bees, room: Room) -> Way | None:
    """A frame sawn down to the outline of the hive's own comb, wood and all; a bar's comb pruned to it."""
    if bees.kind in ("fixed", "swarm") or room.on_rods:
        return None
    if isinstance(room.own, Frame):
        larger = bees.frame is not None and (
            bees.frame.body_width_mm > room.own.body_width_mm + 0.5
            or bees.frame.depth_mm - bees.frame.lug_thickness_mm > room.own.depth_mm - room.own.lug_thickness_mm + 0.5
        )
        return _to_frame(bees, room, room.own) if larger else None
    return _to_outline(bees, room)


def _to_frame(bees: Bees, room: Room, own: Frame) -> Way:
    frame = bees.frame
    assert frame is not None
    wide = min(frame.body_width_mm, own.body_width_mm)
    hang = min(frame.depth_mm - frame.lug_thickness_mm, own.depth_mm - own.lug_thickness_mm)
    inside = wide / 2 - frame.side_bar_thickness_mm
    floor = hang + frame.lug_thickness_mm - frame.bottom_bar_thickness_mm
    kept = {y: inside if y <= floor else 0.0 for y in bees.slices}
    side = wall_gap_mm(room, wide / 2, 0.0, max(hang, 0.0))
    gaps: tuple[CheckedGap, ...] = (
        room_gap(
            "Top bar, old over new",
            frame.top_bar_mm - own.top_bar_mm,
            "long enough for new lugs",
            "too short to reach the rests",
        ),
        side_gap(side, bees.spread_mm),
        under_gap(room.drop_mm - hang, bees.spread_mm),
        places_gap(room, bees.count, bees.spacing_mm),
    )
    shorter = frame.body_width_mm - wide
    parts = (
        NewPart(
            "Side bar, set anew",
            bees.count if shorter > 0.5 else 0,
            (round(hang, 1), frame.side_bar_width_mm, frame.side_bar_thickness_mm),
            "the old one, moved in; a new lug and its rebate are cut into the top bar",
        ),
        NewPart(
            "Bottom bar, set anew",
            bees.count,
            (round(2 * inside, 1), practice("bottom_bar_width").number, frame.bottom_bar_thickness_mm),
            "shortened",
        ),
    )
    lost = bees.lost(kept) if bees.has_comb else bees.lost({y: bees.half_at(y) for y in bees.slices})
    return Way(
        "cut-down",
        f"The frame is sawn to {wide:.0f} × {hang + frame.lug_thickness_mm:.0f} mm; comb outside that is lost.",
        gaps,
        tuple(part for part in parts if part.count),
        lost=lost,
        reversible=False,
        frames_stay=False,
        tools=(*SMOKE, "a fine saw", "a long knife", "a hammer and pins"),
        cautions=(
            "Saw on a board, the queen caged elsewhere, the bees brushed off; hold the frame down, keep "
            "fingers off the line.",
            _KNIFE,
        ),
        visits=2,
        days=5,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=_cut_slabs(bees, frame, wide / 2, hang),
        comb_wide_mm=wide,
        comb_deep_mm=hang,
        spacing_mm=bees.spacing_mm,
    )


def _cut_slabs(bees: Bees, frame: Frame, half: float, hang: float) -> tuple[Slab, ...]:
    found: list[Slab] = []
    for slab in upright(frame, -frame.lug_thickness_mm):
        (left, right), (top, bottom) = slab.x, slab.depth
        if slab.kind == "comb":
            inner, low = half - frame.side_bar_thickness_mm, hang - frame.bottom_bar_thickness_mm
            kept = Slab("comb", (max(left, -inner), min(right, inner)), (top, min(bottom, low)))
            found.append(Slab("lost", slab.x, slab.depth))
            if kept.depth[1] > kept.depth[0]:
                found.append(kept)
    lug = min(frame.top_bar_mm / 2, half + max(frame.lug_mm, 12.0))
    side, deep = frame.side_bar_thickness_mm, frame.bottom_bar_thickness_mm
    found += [
        Slab("wood", (-lug, lug), (-frame.lug_thickness_mm, 0.0)),
        Slab("wood", (-half, -half + side), (0.0, hang)),
        Slab("wood", (half - side, half), (0.0, hang)),
        Slab("wood", (-half + side, half - side), (hang - deep, hang)),
    ]
    return tuple(found)


def _to_outline(bees: Bees, room: Room) -> Way:
    """Sawn or pruned to the outline of a bar hive's comb, the old top bar screwed under a bar of the hive."""
    deep = comb_deep_mm(room)
    from_top = 0.0 if bees.frame is None else bees.top_mm
    kept = {y: outline_half_mm(room, y) if y <= deep + from_top else 0.0 for y in bees.slices}
    hang = min(bees.bottom_mm, deep + from_top)
    gaps: tuple[CheckedGap, ...] = (
        room_gap(
            "Comb that stays, high",
            hang - bees.top_mm,
            "worth keeping",
            "hardly any comb is left",
            value("least_piece"),
        ),
        under_gap(room.drop_mm - hang, 0.0),
        places_gap(room, bees.count, max(room.spacing_mm, bees.spacing_mm)),
    )
    if bees.frame is None and bees.bar is not None:
        gaps = (
            *gaps,
            bearing_gap((min(bees.bar.length_mm, room.span_mm) - room.top_mm) / 2, bees.spread_mm),
            length_gap(room.span_mm - bees.bar.length_mm, bees.spread_mm),
        )
    bars = (
        ()
        if bees.frame is None
        else (
            NewPart(
                "Top bar of the hive",
                bees.count,
                (room.bar_mm, room.spacing_mm, 24.0),
                "the sawn frame’s top bar is screwed under it",
            ),
        )
    )
    lost = bees.lost(kept) if bees.has_comb else bees.lost({y: bees.half_at(y) for y in bees.slices})
    return Way(
        "cut-down",
        "Wood and comb are sawn to the hive’s section, a bee space inside its walls; comb outside that is lost.",
        gaps,
        bars,
        lost=lost,
        reversible=False,
        frames_stay=False,
        tools=(*SMOKE, "a fine saw or loppers", "a long knife", "a follower as template"),
        cautions=(
            "Cut on a board, the queen caged elsewhere, the bees brushed off; keep fingers off the line.",
            _KNIFE,
        ),
        visits=2,
        days=5,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=_pruned(bees, room, kept),
        comb_wide_mm=2 * outline_half_mm(room, 0.0),
        comb_deep_mm=hang,
        spacing_mm=max(room.spacing_mm, bees.spacing_mm),
    )


def _pruned(bees: Bees, room: Room, kept: dict[float, float]) -> tuple[Slab | Outline, ...]:
    half = room.bar_mm / 2
    bar = Slab("adapter" if bees.frame else "wood", (-half, half), (-24.0, 0.0))
    comb = free_comb(bees, kept, bees.top_mm)
    if bees.frame is None:
        return (*comb, bar)
    top = min(bees.frame.body_width_mm / 2, outline_half_mm(room, bees.top_mm))
    return (*comb, Slab("wood", (-top, top), (0.0, bees.top_mm)), bar)


def _place_for_a_piece(room: Room) -> tuple[float, float, Callable[[float], float]]:
    """How high a piece may be that is tied in, where it begins, and half its width at a depth [mm]: the largest
    opening of the hive’s frame, or what hangs free under its bar."""
    own = room.own
    if isinstance(own, Frame) and openings_of(own):
        largest = max(openings_of(own), key=lambda o: o.area_mm2)
        return largest.bottom_mm - largest.top_mm, largest.top_mm - own.lug_thickness_mm, lambda depth: largest.right_mm
    return comb_deep_mm(room), 0.0, lambda depth: outline_half_mm(room, depth)


def tied_in(bees: Bees, room: Room) -> Way | None:
    """Comb cut out, a straight edge cut on top, and tied into the hive's frame or under its bar with cloth slings."""
    if not bees.has_comb:
        return None
    own = room.own
    high, top, limit = _place_for_a_piece(room)
    piece = min(high, bees.bottom_mm - bees.top_mm)
    start = min(max(bees.brood.below_mm - piece / 2, bees.top_mm), bees.bottom_mm - piece)
    kept = {y: limit(y - start) if start <= y <= start + piece else 0.0 for y in bees.slices}
    widest = 2 * max((min(half, bees.half_at(y)) for y, half in kept.items()), default=0.0)
    gaps: tuple[CheckedGap, ...] = (
        room_gap(
            "Piece that stays, its smaller side",
            min(widest, piece),
            "worth tying in",
            "hardly any comb is left",
            value("least_piece"),
        ),
        places_gap(room, bees.count, room.spacing_mm),
    )
    half = room.bar_mm / 2
    wood = upright(own, -own.lug_thickness_mm) if isinstance(own, Frame) else ()
    stays = [(w, y - start + top) for y in bees.slices if (w := min(kept[y], bees.half_at(y))) > 0]
    slabs = (symmetric("comb", stays),) if stays else ()
    bar = (
        ()
        if isinstance(own, Frame)
        else (Slab("wood", (-half, half), (-(own.thickness_mm if isinstance(own, TopBar) else 24.0), 0.0)),)
    )
    return Way(
        "tied-in",
        "The comb is cut out with a straight top edge and held in the hive’s frame or under its bar by "
        "cloth slings until the bees have fastened it.",
        gaps,
        (
            NewPart(
                "Cloth sling",
                2 * bees.count,
                (round(2 * piece + 200, 0), 40.0, 1.0),
                "two a comb; a cradle of mesh for heavy ones",
            ),
        ),
        lost=bees.lost(kept),
        reversible=False,
        frames_stay=False,
        tools=(*SMOKE, "a long knife", "a board to lay the comb on", "a queen cage and candy"),
        cautions=(
            _KNIFE,
            "New or hot comb breaks: work in the cool of the day, never hold comb flat.",
            "Cage the queen behind 6 mm of candy while you work.",
        ),
        visits=3,
        days=5,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=(*slabs, *(s for s in wood if s.kind == "wood"), *bar),
        comb_wide_mm=widest,
        comb_deep_mm=top + piece,
        spacing_mm=room.spacing_mm,
    )
