"""Parts longer than any board, made of two pieces joined by a scarf, where that is sound."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.building import Building
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.strips import StripSource, layers_in

# What may be scarfed: boards that lie on others along all their length. Bars, frames, legs and rails bend.
_SOUND = ("Box", "Roof", "Covers")


def lap_mm(part: Part) -> float:
    """How long a scarf through a part is [mm]: so many times its thickness."""
    return practice("scarf").number * part.thick_mm


def may_be_scarfed(part: Part) -> bool:
    """Whether two pieces glued end to end hold as one there."""
    return part.group in _SOUND and not (part.is_sheet or part.is_log) and part.material not in ("glass", "mesh")


def scarfed(parts: Sequence[Part], stock: Sequence[StripSource], building: Building) -> tuple[Part, ...]:
    """The parts, those that no board is long enough for as two pieces each, where the keeper wants that."""
    if not building.scarf:
        return tuple(parts)
    found = []
    for part in parts:
        # A lath that is long enough makes no board.
        thick = [s for s in stock if layers_in(s, part.thick_mm, building.kerf_mm)]
        longest = max((s.length_mm - 2 * building.trim_mm for s in thick), default=0.0)
        if part.long_mm > longest >= half_mm(part) and may_be_scarfed(part):
            part = replace(part, count=2 * part.count, long_mm=half_mm(part))
        found.append(part)
    return tuple(found)


def half_mm(part: Part) -> float:
    """How long each of the two pieces is [mm]."""
    return (part.long_mm + lap_mm(part)) / 2


def is_scarfed(part: Part, plan: CutPlan) -> bool:
    """Whether a plan makes a part of two."""
    pieces = (piece for board in plan.boards for piece in board.pieces if piece.part == part.id)
    return any(piece.long_mm < part.long_mm - UNSEEN_MM for piece in pieces)
