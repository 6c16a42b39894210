"""A wide frame stood on end under an adapter, in a riser where the hive is too shallow for it."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.combs import Frame
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.gaps import CheckedGap, over_gap, room_gap, side_gap, under_gap
from sabaka_core.moving.hang import SMOKE, filler, filler_mm, filler_slabs, places_gap, turned, wall_gap_mm
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import NewPart, Slab, Way

_CUTS = {"on-end": 0, "on-end-one-lug": 1, "on-end-no-lugs": 2}
_BATTEN_MM = (40.0, 20.0)
_FOOT_MM = 12.0


def length_on_end_mm(frame: Frame, lugs_off: int) -> float:
    """How deep a frame hangs on end, by how many of its lugs are sawn off [mm]."""
    long, body = frame.top_bar_mm, max(frame.body_width_mm, 0.0)
    return (long, (long + body) / 2, body)[lugs_off]


def needed_mm(frame: Frame, lugs_off: int) -> float:
    """Depth from rest to floor that a frame on end needs: its length, the adapter and the gap under it [mm]."""
    return length_on_end_mm(frame, lugs_off) + value("adapter") + value("adapter_gap")


def on_end(bees: Bees, room: Room, ident: str) -> Way | None:
    """One of the three ways on end; None for bees on no frame, or a frame whose lugs are already off.

    Args:
        ident: ``on-end``, ``on-end-one-lug`` or ``on-end-no-lugs``.
    """
    frame, lugs_off = bees.frame, _CUTS[ident]
    if frame is None or (lugs_off and frame.lug_mm < 1.0):
        return None
    length, wide = length_on_end_mm(frame, lugs_off), frame.depth_mm
    cautions: tuple[str, ...] = (
        "Cells lie turned a quarter round: use combs that are fastened all about, and keep them upright in heat.",
    )
    if lugs_off:
        cautions = (
            *cautions,
            "Brush the bees off before you saw; a lug cut in the open hive drops dust and jars the comb.",
        )
    tools = (*SMOKE, "a screwdriver", *(("a fine saw",) if lugs_off else ()))
    cuts = (frame.lug_mm if lugs_off else 0.0, frame.lug_mm if lugs_off == 2 else 0.0)
    if room.on_rods:
        side = room.least_half_mm(0.0, room.drop_mm) - wide / 2
        return Way(
            ident,
            "Stands on the rods on its end.",
            (
                side_gap(side, bees.spread_mm, filled=True),
                over_gap(room.drop_mm - length, bees.spread_mm),
                places_gap(room, bees.count, bees.spacing_mm),
            ),
            reversible=not lugs_off,
            frames_stay=not lugs_off,
            for_good=False,
            tools=tools,
            cautions=cautions,
            lifted_kg=2 * bees.count * bees.comb_kg,
            slabs=turned(frame, room.drop_mm - length, *cuts),
            comb_wide_mm=wide,
            comb_deep_mm=length,
            spacing_mm=bees.spacing_mm,
        )
    return _on_an_adapter(bees, room, frame, ident, tools, cautions)


def _on_an_adapter(
    bees: Bees, room: Room, frame: Frame, ident: str, tools: tuple[str, ...], cautions: tuple[str, ...]
) -> Way:
    """A frame on end hangs from a bar of its own, over a riser where the hive isn’t deep enough."""
    lugs_off = _CUTS[ident]
    length, wide = length_on_end_mm(frame, lugs_off), frame.depth_mm
    adapter = value("adapter")
    riser = max(needed_mm(frame, lugs_off) - room.drop_mm, 0.0)
    top = adapter - riser
    side = wall_gap_mm(room, wide / 2, max(top, 0.0), max(top + length, 0.0))
    filled = side > value("filler_from")
    spacing = max(room.spacing_mm, bees.spacing_mm, frame.side_bar_width_mm)
    gaps: tuple[CheckedGap, ...] = (
        side_gap(side, bees.spread_mm, filled),
        under_gap(room.drop_mm - top - length, bees.spread_mm),
        places_gap(room, bees.count, spacing),
    )
    if room.roof_mm is not None and riser > 0:
        gaps = (
            *gaps,
            room_gap(
                "Riser under the roof",
                room.roof_mm - riser,
                "the lid shuts over the riser",
                "taller than the roof allows",
            ),
        )
    return Way(
        ident,
        _how(lugs_off, riser),
        gaps,
        tuple(_parts(bees, room, riser, side if filled else 0.0, spacing)),
        tuple(_bridged(room, riser, spacing)),
        tuple(_round(riser)),
        reversible=not lugs_off,
        frames_stay=not lugs_off,
        for_good=False,
        tools=tools,
        cautions=cautions,
        visits=4,
        days=24,
        lifted_kg=2 * bees.count * bees.comb_kg,
        nearest=_nearest(gaps, frame.lug_mm),
        slabs=tuple(_hung(room, frame, lugs_off, side, riser)),
        riser_mm=riser,
        filler_mm=filler_mm(room, side),
        comb_wide_mm=wide,
        comb_deep_mm=top + length,
        spacing_mm=spacing,
    )


def _hung(room: Room, frame: Frame, lugs_off: int, side_mm: float, riser_mm: float) -> Iterator[Slab]:
    """The frame with its adapter, what fills its sides, and the riser."""
    adapter, half = value("adapter"), room.bar_mm / 2
    top = adapter - riser_mm
    yield from turned(frame, top, frame.lug_mm if lugs_off else 0.0, frame.lug_mm if lugs_off == 2 else 0.0)
    yield Slab("adapter", (-half, half), (top - adapter, top))
    yield from filler_slabs(room, side_mm, top - adapter + 20.0, room.drop_mm - value("adapter_gap"))
    if riser_mm > 0:
        edge, board = room.half_mm(0.0), value("board")
        yield Slab("riser", (-edge - board, -edge), (-riser_mm, 0.0))
        yield Slab("riser", (edge, edge + board), (-riser_mm, 0.0))


def _how(lugs_off: int, riser: float) -> str:
    lugs = ("", "One lug is sawn off. ", "Both lugs are sawn off. ")[lugs_off]
    where = f"a riser of {riser:.1f} mm that stands on the rests" if riser > 0 else "the hive’s own rests"
    return f"{lugs}The frame hangs on its end from an adapter bar, on {where}."


def _parts(bees: Bees, room: Room, riser: float, side: float, spacing: float) -> list[NewPart]:
    board = value("board")
    parts = [
        NewPart(
            "Adapter bar",
            bees.count,
            (room.bar_mm, round(spacing, 1), value("adapter")),
            "on the rests; carries the frame by its end",
        )
    ]
    if side:
        parts.append(filler(bees, side, room.drop_mm + riser - _FOOT_MM, room, spacing))
    if riser <= 0:
        return parts
    long, wide = room.run_mm, room.top_mm
    high = round(riser, 1)
    parts += [
        NewPart(
            "Riser, long side",
            2,
            (round(long + 2 * board, 1), high, board),
            "its inside flush with the hive’s, its top a rest again",
        ),
        NewPart("Riser, end", 2, (round(wide, 1), high, board)),
        NewPart(
            "Registering batten",
            4,
            (round(wide * 0.6, 1), *_BATTEN_MM),
            "screwed inside the riser, 20 mm down over the hive’s rim",
        ),
        NewPart(
            "Extra-tall follower",
            1,
            (round(wide - 5.0, 1), round(room.drop_mm + riser - _FOOT_MM, 1), 18.0),
            "shuts the riser’s height too",
        ),
        NewPart(
            "Cover board",
            max(room.places - bees.count - 1, 1),
            (room.bar_mm, round(room.spacing_mm, 1), value("ply")),
            "over the hive’s own combs, or the riser is built full",
        ),
    ]
    return parts


def _bridged(room: Room, riser: float, spacing: float) -> list[str]:
    notes = []
    if riser > 0:
        notes.append(
            f"Over the hive’s own combs {riser:.1f} mm stand open in the riser: lay boards on them, or hang "
            "them up in it, "
            f"and then {riser:.1f} mm stand open under them."
        )
    if spacing > room.spacing_mm + 1.0:
        notes.append(
            f"The adapters are {spacing:.1f} mm wide among {room.spacing_mm:.1f} mm ones: keep them at one end."
        )
    return notes


def _round(riser: float) -> list[str]:
    ways = ["between the old frames’ sides and the walls, where over 3 mm are open"]
    if riser > 0:
        ways += [
            "over the hive’s own frames, inside the riser",
            "between the riser and the rests, where it doesn’t lie close",
        ]
    return ways


def _nearest(gaps: tuple[CheckedGap, ...], lug_mm: float) -> str:
    roof = next((g for g in gaps if g.label == "Riser under the roof" and g.verdict == "short"), None)
    if roof is not None:
        return f"Raise the roof by {-roof.spare_mm:.0f} mm, or saw lugs off: each takes {lug_mm:.0f} mm from the riser."
    side = next((g for g in gaps if g.rule == "side" and g.verdict == "short"), None)
    if side is not None:
        return f"It needs {-2 * side.spare_mm:.0f} mm more width inside."
    return ""
