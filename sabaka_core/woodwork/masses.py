"""What a hive weighs, thing by thing, and where its mass has its centre: the sum of its parts in their places."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

from sabaka_core.hive.materials import density
from sabaka_core.hive.whole import Whole
from sabaka_core.woodwork.assembly import body_parts
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Point3
from sabaka_core.woodwork.supplies import SUPPLIES

_MM3_PER_M3 = 1e9
_LID = "roof-0"


@dataclass(frozen=True)
class Mass:
    """One thing of the hive, empty.

    Attributes:
        thing: what it belongs to, as :mod:`sabaka_core.hive.things` names it.
        kg: how heavy it is.
        at_mm: its centre of mass: along the hive, across it, above its underside.
    """

    thing: str
    kg: float
    at_mm: Point3


def masses(whole: Whole) -> tuple[Mass, ...]:
    """Everything of a hive but its stand; the lid as its keeper weighed it, where he did."""
    gathered: dict[str, list[Mass]] = defaultdict(list)
    for part in body_parts(whole):
        if part.thing != SUPPLIES:
            gathered[part.thing] += _of(part, whole)
    weighed = whole.hive.lifting.lid_kg if whole.hive.lifting is not None else None
    found = []
    for thing, mine in gathered.items():
        kg = sum(mass.kg for mass in mine)
        if kg <= 0:
            continue
        at = _centre(mine)
        found.append(Mass(thing, weighed if thing == _LID and weighed is not None else kg, at))
    return tuple(found)


def _of(part: Part, whole: Whole) -> Iterable[Mass]:
    """Each copy of a part; what has no place weighs in the middle of the hive, at its foot."""
    per_mm3 = density(part.material) / _MM3_PER_M3
    loose = part.count - len(part.places)
    if loose > 0:
        x, y = whole.middle_mm
        yield Mass(part.thing, loose * part.kg, (x, y, 0.0))
    for index, copy in enumerate(part.places):
        for prism in copy:
            yield Mass(part.thing, prism.volume_mm3 * per_mm3, prism.centre)
        for bore in part.bores[index] if index < len(part.bores) else ():
            yield Mass(part.thing, -bore.volume_mm3 * per_mm3, bore.at)


def _centre(found: Iterable[Mass]) -> Point3:
    total, x, y, z = 0.0, 0.0, 0.0, 0.0
    for mass in found:
        total += mass.kg
        x, y, z = x + mass.kg * mass.at_mm[0], y + mass.kg * mass.at_mm[1], z + mass.kg * mass.at_mm[2]
    total = total or 1.0
    return x / total, y / total, z / total


def empty_kg(whole: Whole) -> float:
    """Boxes, lid, bars and frames without comb [kg]."""
    return sum(mass.kg for mass in masses(whole))


def full_kg(whole: Whole) -> float:
    """The same with every comb full of honey [kg]; bees and pollen left out."""
    return empty_kg(whole) + whole.honey_kg


def centre_mm(whole: Whole) -> Point3:
    """Centre of mass of the empty hive: along it, across it, above its underside [mm]."""
    return _centre(masses(whole))


def lid_kg(whole: Whole) -> float:
    """The lid [kg]: as its keeper weighed it, or by its parts."""
    return sum(mass.kg for mass in masses(whole) if mass.thing == _LID)


def super_kg(whole: Whole, number: int) -> float:
    """One box of a super with its bars or frames, no comb in them [kg]; ``number`` counts the document's from 0."""
    thing, boxes = f"super-{number}", whole.hive.supers[number].boxes
    return sum(part.kg * part.count for part in body_parts(whole) if part.thing == thing) / boxes
