"""Which entrances serve the colony between the followers."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import combinations
from math import hypot
from typing import Literal

from sabaka_core.document.base import Wall
from sabaka_core.document.chambers import Chamber
from sabaka_core.document.entrances import Disc, Entrance, Opening, Setting, Slot
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import RunLayout

SETTING_WORDS: dict[Setting, str] = {
    "open": "open",
    "part": "part open",
    "vent": "vent only",
    "excluder": "excluder",
    "plugged": "plugged",
}


@dataclass(frozen=True)
class PlacedEntrance:
    """An entrance and the stretch of the run it opens into [mm]; of a slot with fillers, one of its mouths.

    Attributes:
        index: its place in the document.
        entrance: the opening itself: a mouth is a slot as wide as it is.
        mouth: which of its slot's mouths it is; none for what has no fillers.
    """

    index: int
    entrance: Entrance
    start_mm: float
    end_mm: float
    in_nest: bool
    mouth: int | None = None

    @property
    def middle_mm(self) -> float:
        return (self.start_mm + self.end_mm) / 2

    @property
    def label(self) -> str:
        """What it is called in findings and lists."""
        of = "" if self.mouth is None else f", mouth {self.mouth + 1},"
        return f"Entrance {self.index + 1}{of}"


@dataclass(frozen=True)
class DiscPair:
    """Two discs of one wall: how far their centres are apart, and how far they must be to clear each other [mm]."""

    one: PlacedEntrance
    two: PlacedEntrance
    apart_mm: float
    touch_mm: float

    @property
    def verdict(self) -> Literal["overlap", "tight", "clear"]:
        """Whether they lie in each other, turn with too little play, or turn freely."""
        if self.apart_mm < self.touch_mm - 1e-6:
            return "overlap"
        return "clear" if self.apart_mm >= self.clear_mm - 1e-6 else "tight"

    @property
    def clear_mm(self) -> float:
        """The distance at which they turn freely."""
        return self.touch_mm + practice("disc_play").number


def disc_pairs(entrances: Sequence[PlacedEntrance]) -> tuple[DiscPair, ...]:
    """Every two discs on one wall."""
    found = []
    for one, two in combinations(entrances, 2):
        first, second = one.entrance, two.entrance
        if not (isinstance(first, Disc) and isinstance(second, Disc)) or first.wall != second.wall:
            continue
        up = first.height_mm + first.opening_mm / 2 - second.height_mm - second.opening_mm / 2
        apart = hypot(first.at_mm - second.at_mm, up)
        found.append(DiscPair(one, two, apart, (first.disc_mm + second.disc_mm) / 2))
    return tuple(found)


def place_entrances(chamber: Chamber, layout: RunLayout) -> tuple[PlacedEntrance, ...]:
    """Every entrance with its stretch, and whether that lies wholly between the followers.

    An end-wall entrance opens at the very end of the run, so that a follower with a gap
    behind it cuts it off.
    """
    return tuple(
        replace(_place(index, opening, chamber, layout), mouth=mouth)
        for index, entrance in enumerate(chamber.entrances)
        for mouth, opening in mouths_of(entrance)
    )


def mouths_of(entrance: Entrance) -> tuple[tuple[int | None, Entrance], ...]:
    """The openings of an entrance, each as an entrance of its own: a slot's mouths, or itself."""
    if not isinstance(entrance, Slot) or not entrance.mouths or not entrance.is_open:
        return ((None, entrance),)
    left = entrance.at_mm - entrance.width_mm / 2
    return tuple((i, _stretch(entrance, left + m.from_mm, m.wide_mm)) for i, m in enumerate(entrance.mouths))


def fillers_of(entrance: Entrance) -> tuple[Slot, ...]:
    """What a slot's fillers shut of it, as plugged slots."""
    if not isinstance(entrance, Slot) or not entrance.mouths or not entrance.is_open:
        return ()
    left, at, shut = entrance.at_mm - entrance.width_mm / 2, 0.0, []
    for mouth in sorted(entrance.mouths, key=lambda m: m.from_mm):
        if mouth.from_mm > at + 1e-6:
            shut.append(_stretch(entrance, left + at, mouth.from_mm - at, "plugged"))
        at = max(at, mouth.from_mm + mouth.wide_mm)
    if entrance.width_mm > at + 1e-6:
        shut.append(_stretch(entrance, left + at, entrance.width_mm - at, "plugged"))
    return tuple(shut)


def _stretch(slot: Slot, start: float, wide: float, setting: Literal["open", "plugged"] = "open") -> Slot:
    return slot.model_copy(
        update={"at_mm": round(start + wide / 2, 6), "width_mm": wide, "mouths": (), "setting": setting}
    )


def place_fillers(chamber: Chamber, layout: RunLayout) -> tuple[PlacedEntrance, ...]:
    """What fillers shut of the chamber's slots, where it is."""
    return tuple(
        _place(index, filler, chamber, layout)
        for index, entrance in enumerate(chamber.entrances)
        for filler in fillers_of(entrance)
    )


def _place(index: int, entrance: Entrance, chamber: Chamber, layout: RunLayout) -> PlacedEntrance:
    start, end = stretch_beside(entrance, chamber, layout)
    inside = not layout.crossed and start >= layout.nest_start_mm - 1e-6 and end <= layout.nest_end_mm + 1e-6
    return PlacedEntrance(index, entrance, start, end, inside)


@dataclass(frozen=True)
class PlacedOpening:
    """A window, vent or thermometer and the stretch of the run beside it [mm]."""

    index: int
    opening: Opening
    start_mm: float
    end_mm: float

    @property
    def middle_mm(self) -> float:
        return (self.start_mm + self.end_mm) / 2

    @property
    def label(self) -> str:
        """What it is called in findings and lists."""
        return f"{self.opening.kind.capitalize()} {self.index + 1}"


def place_openings(chamber: Chamber, layout: RunLayout) -> tuple[PlacedOpening, ...]:
    """Every window, vent and thermometer with its stretch."""
    return tuple(
        PlacedOpening(i, each, *stretch_beside(each, chamber, layout)) for i, each in enumerate(chamber.openings)
    )


def stretch_beside(opening: Entrance | Opening, chamber: Chamber, layout: RunLayout) -> tuple[float, float]:
    """The stretch of the run that an opening lies beside [mm]; in a wall at the run's end, that end."""
    half = opening.size_mm[0] / 2
    if opening.wall in _closing_walls(chamber):
        end = 0.0 if opening.wall in ("near-end", "left") else layout.length_mm
        return end, end
    if chamber.axis == "lying" and chamber.combs == "along":
        # On an end wall places are given from its middle, and the run goes across.
        middle = layout.length_mm / 2 + opening.at_mm
        return middle - half, middle + half
    return opening.at_mm - half, opening.at_mm + half


def run_walls(chamber: Chamber) -> tuple[Wall, Wall]:
    """The walls along the run: the sides, or the ends where combs run along."""
    along = chamber.axis == "lying" and chamber.combs == "along"
    return ("near-end", "far-end") if along else ("left", "right")


def _closing_walls(chamber: Chamber) -> tuple[Wall, Wall]:
    """The walls at the run's two ends: the end walls, or the sides where combs run along."""
    along = chamber.axis == "lying" and chamber.combs == "along"
    return ("left", "right") if along else ("near-end", "far-end")
