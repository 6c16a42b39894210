"""Supers that have to come off before the combs under them can be reached, and go on again."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.hive.whole import Whole
from sabaka_core.lifting.body import value
from sabaka_core.lifting.loads import filled_kg
from sabaka_core.woodwork.masses import super_kg


@dataclass(frozen=True)
class StandingSuper:
    """One box as it stands on the hive.

    Attributes:
        name: what it is called.
        number: place among the document's supers.
        chamber: index of the chamber that it stands on.
        empty_kg, full_kg: with empty comb, and with all of it full of honey.
        hold_mm: its holds above the ground.
        high_mm: how high it is.
    """

    name: str
    number: int
    chamber: int
    empty_kg: float
    full_kg: float
    hold_mm: float
    high_mm: float

    def kg(self, share: float) -> float:
        """With so much of its comb full of honey, 0 to 1."""
        return self.empty_kg + (self.full_kg - self.empty_kg) * min(max(share, 0.0), 1.0)


def standing_supers(whole: Whole) -> tuple[StandingSuper, ...]:
    """Every super of the hive, lowest first."""
    stand = whole.hive.stand.height_mm if whole.hive.stand else 0.0
    found = []
    for block in sorted((b for b in whole.boxes if b.is_super), key=lambda b: b.z[0]):
        number = whole.super_of(block)
        each = whole.hive.supers[number]
        area, spacing = whole.super_area_mm2(each), whole.hive.comb_type(each.comb_type).spacing_mm
        wood = super_kg(whole, number)
        empty, full = (wood + each.combs * filled_kg(area, spacing, what) for what in ("empty", "honey"))
        hold = stand + block.z[1] - value("box_hold")
        found.append(StandingSuper(block.name, number, block.chamber, empty, full, hold, block.height_mm))
    return tuple(found)
