"""Chambers of a hive: one more beside another, one taken away, and how far apart they stand."""

from __future__ import annotations

from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.base.units import parse_length
from sabaka_core.document.base import Ident
from sabaka_core.document.chambers import Chamber
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.edits.action import Bench, Edit, Index, TypedEdit
from sabaka_core.edits.boxes import with_slot
from sabaka_core.edits.values import replace_value
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.whole import whole
from sabaka_core.kit.tables import practice

MOST_CHAMBERS = 24


def chamber_blocks(hive: Hive) -> list[BoxPlace]:
    """Outsides of the chambers in the order in which they stand along the hive."""
    return sorted((b for b in whole(hive).boxes if not b.is_super), key=lambda b: (b.x[0], b.z[0]))


def gap_before_mm(hive: Hive, box: int) -> float | None:
    """How far a chamber stands off what is before it along the hive [mm]; None for the first."""
    blocks = chamber_blocks(hive)
    mine = next(b for b in blocks if b.chamber == box)
    before = [b.x[1] for b in blocks if b.x[1] <= mine.x[0] + 1e-6 and b is not mine]
    return mine.x[0] - max(before) if before else None


class AddChamber(Edit):
    """Set another chamber like this one beyond it, empty, with a way between them."""

    do: Literal["add-chamber"] = "add-chamber"
    says: ClassVar[tuple[str, ...]] = ("/chambers",)
    like: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        box = _box(hive, self.like)
        if len(hive.chambers) >= MOST_CHAMBERS:
            raise InfeasibleError(f"A hive has {MOST_CHAMBERS} chambers at most.")
        old, taken = hive.chambers[box], {chamber.id for chamber in hive.chambers}
        if old.axis == "standing":
            raise InfeasibleError("A standing log has no chamber beside it.")
        ident = next(f"honey-{n}" for n in range(1, MOST_CHAMBERS + 1) if f"honey-{n}" not in taken)
        end = max(b.x[1] for b in chamber_blocks(hive))
        items = tuple(
            item.model_copy(update={"contents": "empty"}) if isinstance(item, Comb) else item for item in old.run.items
        )
        new = old.model_copy(
            update={
                "id": ident,
                "role": "honey",
                "place": old.place.model_copy(update={"x_mm": round(end, 3)}),
                "entrances": (),
                "run": old.run.model_copy(update={"items": items, "saved": ()}),
            }
        )
        return with_slot(hive.model_copy(update={"chambers": (*hive.chambers, new)}), old.id, ident)


class RemoveChamber(Edit):
    """Take a chamber away, with its supers and its ways; what stood beyond it stays where it is."""

    do: Literal["remove-chamber"] = "remove-chamber"
    says: ClassVar[tuple[str, ...]] = ("/chambers",)
    chamber: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        box = _box(hive, self.chamber)
        if len(hive.chambers) == 1:
            raise InfeasibleError("A hive has one chamber at least.")
        if any(colony.chamber == self.chamber for colony in hive.colonies):
            raise InfeasibleError("A colony lives in it.", "Let it live in another chamber first.")
        moving = hive.moving
        if moving is not None and moving.chamber == self.chamber:
            moving = moving.model_copy(update={"chamber": None})
        left: tuple[Chamber, ...] = hive.chambers[:box] + hive.chambers[box + 1 :]
        return hive.model_copy(
            update={
                "chambers": left,
                "moving": moving,
                "passages": tuple(p for p in hive.passages if self.chamber not in (p.from_chamber, p.to_chamber)),
                "supers": tuple(each for each in hive.supers if each.chamber != self.chamber),
            }
        )


class SetGap(TypedEdit):
    """Say how far a chamber stands off the one before it: it and all beyond it move, floor and roof with them."""

    do: Literal["set-gap"] = "set-gap"
    says: ClassVar[tuple[str, ...]] = ("/chambers",)
    box: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        wished = parse_length(self.number("gap"), self.units, "gap")
        now = gap_before_mm(hive, self.box) if self.box < len(hive.chambers) else None
        if now is None:
            raise ParameterError("gap", self.text, "No chamber stands before this one.", "no-gap")
        if not 0 <= wished <= practice("widest_gap").number:
            most = practice("widest_gap").number
            raise ParameterError("gap", self.text, f"This has to lie between 0 and {most:g} mm.", "out-of-range")
        by, start = wished - now, hive.chambers[self.box].place.x_mm
        for box, chamber in enumerate(hive.chambers):
            if chamber.place.x_mm >= start - 1e-6:
                hive = replace_value(hive, f"/chambers/{box}/place/x_mm", round(chamber.place.x_mm + by, 3))
        return hive


def _box(hive: Hive, ident: str) -> int:
    for box, chamber in enumerate(hive.chambers):
        if chamber.id == ident:
            return box
    raise ParameterError("chamber", ident, "There is no such chamber.", "no-such-chamber")
