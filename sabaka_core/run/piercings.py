"""Outlines of what pierces a wall, on its face: whether two lie in each other, and where one more has room."""

from __future__ import annotations

from collections.abc import Iterable
from math import hypot
from typing import TypeVar

from sabaka_core.document.entrances import Disc, Entrance, Hole, Opening, Slot
from sabaka_core.kit.tables import practice

Piercing = Entrance | Opening
Mine = TypeVar("Mine", bound=Hole | Slot | Disc | Opening)


def reach_of(thing: Piercing) -> tuple[float, float]:
    """How wide and how high a thing is on the wall's face [mm]: a disc's own size, not that of its bore."""
    return (thing.disc_mm, thing.disc_mm) if isinstance(thing, Disc) else thing.size_mm


def apart_mm(one: Piercing, two: Piercing) -> float:
    """How far two things of one wall are apart [mm], below 0 where they lie in each other.

    Each is a core and a rim round it: a bore or a disc is a point with its radius, all else a box without a rim.
    Where cores themselves overlap, it is how far one has to move to be free, the shorter way.
    """
    (x1, y1, w1, h1, r1), (x2, y2, w2, h2, r2) = _core(one), _core(two)
    along, up = abs(x1 - x2) - (w1 + w2) / 2, abs(y1 - y2) - (h1 + h2) / 2
    rims = r1 + r2
    return (max(along, up) if along <= 0 and up <= 0 else hypot(max(along, 0.0), max(up, 0.0))) - rims


def meet(one: Piercing, two: Piercing, play_mm: float = 0.0) -> bool:
    """Whether two things are in one wall and lie in each other, or nearer than so much play [mm]."""
    return one.wall == two.wall and apart_mm(one, two) < play_mm - 1e-6


def _core(thing: Piercing) -> tuple[float, float, float, float, float]:
    """Middle along and up, width and height of the core, rim [mm]."""
    wide, high = thing.size_mm
    middle = thing.height_mm + high / 2
    if isinstance(thing, Hole | Disc) or (isinstance(thing, Opening) and thing.kind == "thermometer"):
        return thing.at_mm, middle, 0.0, 0.0, reach_of(thing)[0] / 2
    return thing.at_mm, middle, wide, high, 0.0


def in_the_free(wanted: Mine, others: Iterable[Piercing], low_mm: float, high_mm: float) -> Mine:
    """A thing where it is clear of all others, as near as can be to where it is wanted; there, where nothing is free.

    Tried every half of its width between two places along its wall [mm], the wanted one first.
    """
    there, play, step = list(others), practice("disc_play").number, wanted.size_mm[0] / 2
    number = int(max(high_mm - low_mm, 0.0) / step)
    start = min(max(wanted.at_mm, low_mm), high_mm) if low_mm <= high_mm else wanted.at_mm
    tries = [start + way * step * i for i in range(number + 1) for way in (1, -1)]
    for at in (wanted.at_mm, *(round(at, 1) for at in tries if low_mm <= at <= high_mm)):
        moved: Mine = wanted.model_copy(update={"at_mm": at})  # type: ignore[assignment]
        if not any(meet(moved, other, play) for other in there):
            return moved
    return wanted
