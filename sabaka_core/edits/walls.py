"""What is set in a wall besides bores: a slot's mouths, dates of settings, windows, vents and thermometers."""

from __future__ import annotations

from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.entrances import Dated, Entrance, Mouth, Opening, Slot
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Bench, Edit, Index
from sabaka_core.edits.closing import with_chamber
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.climate import local_day
from sabaka_core.hive.pests import measures
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import stretch_beside
from sabaka_core.run.piercings import in_the_free

# Rows of how wide and how high they usually are.
_USUAL = {
    "window": ("window_wide", "window_high"),
    "vent": ("vent_wide", "vent_high"),
    "thermometer": ("thermometer_wide", "thermometer_high"),
}
# A date to be changed, where the usual ones are there already.
_ELSE = "07-01"
OPENING_WORDS: dict[Literal["window", "vent", "thermometer"], str] = {
    "window": "Window",
    "vent": "Vent",
    "thermometer": "Thermometer",
}


def _entrance(hive: Hive, box: int, index: int) -> Entrance:
    entrances = hive.chambers[box].entrances
    if index >= len(entrances):
        raise ParameterError("index", index, "There is no such entrance.", "no-such-entrance")
    return entrances[index]


def _with_entrance(hive: Hive, box: int, index: int, entrance: Entrance) -> Hive:
    chamber = hive.chambers[box]
    entrances = (*chamber.entrances[:index], entrance, *chamber.entrances[index + 1 :])
    return with_chamber(hive, box, chamber.model_copy(update={"entrances": entrances}))


class OpenMouth(Edit):
    """Leave a stretch of a slot open, its fillers shutting the rest: in a colony's stretch, or in the nest's."""

    do: Literal["open-mouth"] = "open-mouth"
    says: ClassVar[tuple[str, ...]] = ("{at}/entrances",)
    index: Index
    colony: Ident | None = None

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        slot = _entrance(hive, bench.box, self.index)
        if not isinstance(slot, Slot):
            raise ParameterError("index", self.index, "Only a slot has fillers.", "not-a-slot")
        a = analyse(hive, bench.box)
        low, high = a.layout.nest_start_mm, a.layout.nest_end_mm
        if self.colony is not None:
            mine = next((each for _, each in a.colonies if each.id == self.colony), None)
            if mine is None:
                raise ParameterError("colony", self.colony, "There is no such colony in this chamber.", "no-colony")
            low, high = a.layout.stretch(mine.stretch)
        if a.chamber.combs == "along" and a.chamber.axis == "lying":
            low, high = low - a.run_mm / 2, high - a.run_mm / 2
        left = slot.at_mm - slot.width_mm / 2
        start, end = max(low - left, 0.0), min(high - left, slot.width_mm)
        free = _widest(slot, start, end)
        wide = min(practice("slot_mouth").span[0], free[1] - free[0])
        if wide < practice("bee_space").span[0]:
            raise InfeasibleError(
                "The slot has no shut stretch there that a mouth could open.", "Make it longer, or move the board."
            )
        middle = (free[0] + free[1]) / 2
        mouth = Mouth(from_mm=round(middle - wide / 2, 1), wide_mm=round(wide, 1))
        mouths = tuple(sorted((*slot.mouths, mouth), key=lambda each: each.from_mm))
        return _with_entrance(hive, bench.box, self.index, slot.model_copy(update={"mouths": mouths}))


def _widest(slot: Slot, start: float, end: float) -> tuple[float, float]:
    """The widest stretch between two places of a slot that no mouth opens yet."""
    edges, at = [], start
    for mouth in sorted(slot.mouths, key=lambda each: each.from_mm):
        if mouth.from_mm + mouth.wide_mm <= start or mouth.from_mm >= end:
            continue
        edges.append((at, max(mouth.from_mm, at)))
        at = max(at, mouth.from_mm + mouth.wide_mm)
    edges.append((at, max(end, at)))
    return max(edges, key=lambda edge: edge[1] - edge[0])


class ShutMouth(Edit):
    """Shut a mouth of a slot with a filler; without its last one all of the slot is open."""

    do: Literal["shut-mouth"] = "shut-mouth"
    says: ClassVar[tuple[str, ...]] = ("{at}/entrances",)
    index: Index
    at: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        slot = _entrance(hive, bench.box, self.index)
        if not isinstance(slot, Slot) or self.at >= len(slot.mouths):
            raise ParameterError("at", self.at, "There is no such mouth.", "no-such-mouth")
        mouths = (*slot.mouths[: self.at], *slot.mouths[self.at + 1 :])
        return _with_entrance(hive, bench.box, self.index, slot.model_copy(update={"mouths": mouths}))


class DateEntrance(Edit):
    """Give an entrance a date from which it is set another way; the usual ones are offered first."""

    do: Literal["date-entrance"] = "date-entrance"
    says: ClassVar[tuple[str, ...]] = ("{at}/entrances",)
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        entrance = _entrance(hive, bench.box, self.index)
        on, off = (local_day(hive, day) for day in measures()["mice-meet-guards"].dates)
        usual = [Dated(day=off, setting="open"), Dated(day=on, setting="open", guard=True)]
        known = {each.day for each in entrance.dated}
        new = next((each for each in usual if each.day not in known), Dated(day=_ELSE))
        if new.day in known:
            raise InfeasibleError("There is a date for each of those already: change one of them.")
        dated = tuple(sorted((*entrance.dated, new), key=lambda each: each.day))
        changed = entrance.model_copy(update={"dated": dated})
        return _with_entrance(hive, bench.box, self.index, changed)


class UndateEntrance(Edit):
    """Take a date of an entrance out."""

    do: Literal["undate-entrance"] = "undate-entrance"
    says: ClassVar[tuple[str, ...]] = ("{at}/entrances",)
    index: Index
    at: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        entrance = _entrance(hive, bench.box, self.index)
        if self.at >= len(entrance.dated):
            raise ParameterError("at", self.at, "There is no such date.", "no-such-date")
        dated = (*entrance.dated[: self.at], *entrance.dated[self.at + 1 :])
        return _with_entrance(hive, bench.box, self.index, entrance.model_copy(update={"dated": dated}))


class AddOpening(Edit):
    """Set a window, a vent or a place for a thermometer into a wall along the run."""

    do: Literal["add-opening"] = "add-opening"
    says: ClassVar[tuple[str, ...]] = ("{at}/openings",)
    kind: Literal["window", "vent", "thermometer"] = "window"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        a = analyse(hive, bench.box)
        wide, high = (practice(row).number for row in _USUAL[self.kind])
        along = a.chamber.axis == "lying" and a.chamber.combs == "along"
        place = 0.0 if along else a.chamber.length_mm / 2
        if a.chamber.axis == "standing":
            place = 0.0
        tall = a.section.height_mm
        high = min(high, tall / 2)
        wide = min(wide, a.run_mm / 2)
        # A window in the middle, a vent high up, a probe where brood is.
        up = {"window": (tall - high) / 2, "vent": tall - high - practice("upper_entrance").number}
        opening = Opening(
            kind=self.kind,
            # The side away from the entrances as they are first bored.
            wall="far-end" if along else "right",
            at_mm=round(place, 1),
            height_mm=round(max(up.get(self.kind, tall / 2), 0.0), 1),
            wide_mm=round(wide, 1),
            high_mm=round(high, 1),
            shutter="none" if self.kind == "thermometer" else "shut" if self.kind == "window" else "open",
        )
        chamber = hive.chambers[bench.box]
        start, end = stretch_beside(opening, chamber, a.layout)
        if start != end and a.chamber.axis == "lying":
            half, off = opening.wide_mm / 2, opening.at_mm - (start + end) / 2
            others = (*chamber.entrances, *chamber.openings)
            # A probe belongs where brood is; panes and vents may stand anywhere.
            nest = self.kind == "thermometer" and not a.layout.crossed
            low, high = (a.layout.nest_start_mm, a.layout.nest_end_mm) if nest else (0.0, a.run_mm)
            opening = in_the_free(opening, others, low + half + off, high - half + off)
        changed = chamber.model_copy(update={"openings": (*chamber.openings, opening)})
        return with_chamber(hive, bench.box, changed)


class RemoveOpening(Edit):
    """Take a window, a vent or a thermometer's place away."""

    do: Literal["remove-opening"] = "remove-opening"
    says: ClassVar[tuple[str, ...]] = ("{at}/openings",)
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        chamber = hive.chambers[bench.box]
        if self.index >= len(chamber.openings):
            raise ParameterError("index", self.index, "There is no such opening.", "no-such-opening")
        kept = (*chamber.openings[: self.index], *chamber.openings[self.index + 1 :])
        return with_chamber(hive, bench.box, chamber.model_copy(update={"openings": kept}))
