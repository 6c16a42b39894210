"""Parts longer than any board, made of two pieces joined by a scarf, where that is sound."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from sabaka_core.document.building import Building
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.strips import StripSource

# What may be scarfed: boards that lie on others along all their length. Bars, frames, legs and rails bend.
_SOUND = ("Box", "Roof", "Covers")


def lap_mm(part: Part) -> float:
    """How long a scarf through a part is [mm]: so many times its thickness."""
    return practice("scarf").number * part.thick_mm


def may_be_scarfed(part: Part) -> bool:
    """Whether two pieces glued end to end hold as one there."""
    return part.group in _SOUND and not part.is_sheet and part.material not in ("log", "glass", "mesh")


def scarfed(parts: Sequence[Part], stock: Sequence[StripSource], building: Building) -> tuple[Part, ...]:
    """The parts, those that no board is long enough for as two pieces each, where the keeper wants that."""
    if not building.scarf:
        return tuple(parts)
    longest = max((s.length_mm - 2 * building.trim_mm for s in stock), default=0.0)
    found = []
    for part in parts:
        half = (part.long_mm + lap_mm(part)) / 2
        if part.long_mm > longest >= half and may_be_scarfed(part):
            part = replace(part, count=2 * part.count, long_mm=half, note=_note(part))
        found.append(part)
    return tuple(found)


def _note(part: Part) -> str:
    lap = f"two pieces scarfed over {lap_mm(part):.0f} mm, glued and clamped on a straight edge"
    return f"{part.note}; {lap}" if part.note else lap
