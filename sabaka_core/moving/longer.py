"""Combs on bars that are too short: a longer bar over them, or one under."""

from __future__ import annotations

from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.gaps import side_gap, under_gap
from sabaka_core.moving.hang import (
    SMOKE,
    comb_clearance_mm,
    filler,
    filler_mm,
    filler_slabs,
    free_comb,
    places_gap,
    square_mm,
    upright,
    wall_gap_mm,
)
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import NewPart, Slab, Way


def longer_bar(bees: Bees, room: Room) -> Way | None:
    """A frame too narrow for the rests, under a bar of the hive's own length; lugs come off where they touch."""
    if room.on_rods or (bees.frame is None and bees.bar is None):
        return None
    if bees.frame is None:
        return _bar_under_bar(bees, room)
    frame, spread, thick = bees.frame, bees.spread_mm, value("adapter")
    low = practice("bee_space").span[0]
    lugs_go = room.half_mm(0.0) - frame.top_bar_mm / 2 < low + spread / 2
    widest = frame.body_width_mm if lugs_go else max(frame.top_bar_mm, frame.body_width_mm)
    side = wall_gap_mm(room, frame.body_width_mm / 2, 0.0, frame.depth_mm)
    level = min(side, square_mm(room, room.half_mm(0.0) - widest / 2))
    filled = side > value("filler_from")
    spacing = max(room.spacing_mm, bees.spacing_mm)
    parts = [NewPart("Longer bar", bees.count, (room.bar_mm, spacing, thick), "screwed on from above, two screws")]
    if filled:
        parts.append(filler(bees, side, frame.depth_mm - (0.0 if lugs_go else frame.lug_thickness_mm), room, spacing))
    cut = "Its lugs are sawn off flush, as they would touch the walls. " if lugs_go else ""
    half = room.bar_mm / 2
    slabs = [s for s in upright(frame, 0.0) if not lugs_go or s.kind == "comb"]
    if lugs_go:
        body = frame.body_width_mm / 2
        slabs += [
            Slab("wood", (max(s.x[0], -body), min(s.x[1], body)), s.depth)
            for s in upright(frame, 0.0)
            if s.kind == "wood" and s.x[0] < body and s.x[1] > -body
        ]
    return Way(
        "longer-bar",
        f"{cut}A bar as long as the hive’s own is screwed on top and lies on its rests.",
        (
            side_gap(level, spread, filled),
            under_gap(room.drop_mm - frame.depth_mm, spread),
            places_gap(room, bees.count, spacing),
        ),
        tuple(parts),
        (f"The bar stands {thick:.1f} mm over the rests: the covers have to clear it.",),
        reversible=not lugs_go,
        frames_stay=not lugs_go,
        tools=(*SMOKE, "a screwdriver", *(("a fine saw",) if lugs_go else ())),
        cautions=("Saw with the bees brushed off, on a board, away from the open hive.",) if lugs_go else (),
        visits=2,
        days=1,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=(
            *slabs,
            Slab("adapter", (-half, half), (-thick, 0.0)),
            *filler_slabs(room, side, 0.0 if lugs_go else frame.lug_thickness_mm, frame.depth_mm),
        ),
        filler_mm=filler_mm(room, side),
        comb_wide_mm=frame.body_width_mm,
        comb_deep_mm=frame.depth_mm,
        spacing_mm=spacing,
    )


def _bar_under_bar(bees: Bees, room: Room) -> Way:
    """An old bar with its comb, screwed under a bar of the hive's own length."""
    assert bees.bar is not None
    thick, down = value("adapter"), bees.bar.thickness_mm
    spacing = max(room.spacing_mm, bees.spacing_mm)
    level = min(square_mm(room, room.half_mm(0.0) - bees.bar.length_mm / 2), comb_clearance_mm(bees, room, down))
    gaps = (
        side_gap(level, bees.spread_mm, filled=True),
        under_gap(room.drop_mm - down - bees.comb_high_mm, bees.spread_mm),
        places_gap(room, bees.count, spacing),
    )
    half, old = room.bar_mm / 2, bees.bar.length_mm / 2
    return Way(
        "longer-bar",
        "The old bar is screwed under a bar as long as the hive’s own, comb and all.",
        gaps,
        (NewPart("Longer bar", bees.count, (room.bar_mm, spacing, thick), "screwed on from above, two screws"),),
        tools=(*SMOKE, "a screwdriver"),
        visits=1,
        days=1,
        lifted_kg=bees.count * bees.comb_kg,
        slabs=(
            *free_comb(bees, None, down),
            Slab("wood", (-old, old), (0.0, down)),
            Slab("adapter", (-half, half), (-thick, 0.0)),
        ),
        comb_wide_mm=bees.comb_wide_mm,
        comb_deep_mm=down + bees.comb_high_mm,
        spacing_mm=spacing,
    )
