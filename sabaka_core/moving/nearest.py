"""The nearest change that would let a way go, by the gap that stands against it."""

from __future__ import annotations

from math import ceil

from sabaka_core.moving.bees import Bees
from sabaka_core.moving.gaps import CheckedGap
from sabaka_core.moving.room import Room


def nearest_change(gap: CheckedGap, room: Room, bees: Bees) -> str:
    """What would cure a gap that is short, in plain words."""
    short = ceil(-gap.spare_mm)
    if gap.label == "Left of the run":
        fits = int((room.run_mm - room.boards_mm - 2 * room.spacing_mm) // max(room.spacing_mm, bees.spacing_mm))
        return (
            f"Move {max(fits, 0)} combs, and unite the rest with another colony." if fits > 0 else "Take a longer hive."
        )
    match gap.rule:
        case "side":
            return f"It needs {2 * short} mm more width inside."
        case "under":
            return f"It needs {short} mm more depth: less litter, or a deeper hive."
        case "over":
            return f"It needs {short} mm more height inside."
        case "bearing":
            return "Screw a longer bar on."
        case "length":
            return f"Saw {ceil(short / 2)} mm off each end of the bar."
        case "play":
            return "Measure the boxes and give their own tolerance."
        case _:
            return ""
