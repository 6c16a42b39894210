"""Room beyond the run that a colony begins in: supers over it, chambers it reaches, in the order bees take them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import floor

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole, whole


@dataclass(frozen=True)
class FurtherRoom:
    """A super or a chamber.

    Attributes:
        title: what it is called.
        combs: how many places for comb it has.
        worth: what they come to in mean combs of the run.
        number: place among the document's supers; none for a chamber.
        over: whether it stands over the chamber that the colony begins in, and has to come off to reach that.
    """

    title: str
    combs: int
    worth: int
    number: int | None = None
    over: bool = False


def further_rooms(a: Analysis, mean_mm2: float) -> tuple[FurtherRoom, ...]:
    """Where a colony goes when its own run is full: up into the supers over it, then through each way to the next
    chamber and its supers. A chamber that another colony lives in is none of its.

    Args:
        a: the chamber it begins in.
        mean_mm2: one side of a mean comb of its run.
    """
    everything = whole(a.hive)
    lived_in = {each.chamber for each in a.hive.colonies} - {a.chamber.id}
    found: list[FurtherRoom] = list(_supers(everything, a.chamber.id, mean_mm2, over=True))
    reached, ahead = {a.chamber.id}, [a.chamber.id]
    while ahead:
        here = ahead.pop(0)
        for way in a.hive.passages:
            ends = (way.from_chamber, way.to_chamber)
            if here not in ends or not way.lets_bees:
                continue
            there = ends[1] if ends[0] == here else ends[0]
            if there in reached | lived_in:
                continue
            reached.add(there)
            ahead.append(there)
            other = next(each for each in everything.chambers if each.chamber.id == there)
            area = sum(other.hung(p).predicted_area_mm2 for p in other.layout.combs)
            if area > 0:
                found.append(FurtherRoom(other.title, len(other.layout.combs), floor(area / mean_mm2 + 0.5)))
            found += _supers(everything, there, mean_mm2, over=False)
    return tuple(room for room in found if room.worth > 0)


def _supers(everything: Whole, chamber: str, mean_mm2: float, over: bool) -> Iterator[FurtherRoom]:
    """Supers on a chamber, lowest first, by the numbers that every other step gives them."""
    for block in everything.boxes:
        on = everything.chambers[block.chamber]
        if block.is_super and on.chamber.id == chamber:
            number = everything.super_of(block)
            each = everything.hive.supers[number]
            worth = floor(each.combs * everything.super_area_mm2(each) / mean_mm2 + 0.5)
            title = block.name.rpartition(", ")[2]
            yield FurtherRoom(f"{title} of {on.title}" if on.title else title, each.combs, worth, number, over)
