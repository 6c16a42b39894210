"""The shopping list: what is bought besides boards and sheets, by counts from rules, in packs, at its price."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from math import ceil
from typing import Literal

from pydantic import BaseModel, ConfigDict

from sabaka_core.document.building import Building
from sabaka_core.kit.tables import raw_table, records
from sabaka_core.woodwork.parts import Part

_MM2, _MM3_PER_L, _MM3_PER_G = 1e6, 1e6, 1e3
_WAX_G_CM3 = 0.95
# Bevels, rests and the like don't count; what is outside is painted: these things, one face each.
_OUTSIDE = ("sides", "ends", "roof", "super", "stand")

SoldIn = Literal["each", "g", "m", "m2", "L"]


class Ware(BaseModel):
    """A row of data/shop.toml: how something is sold."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: str
    unit: SoldIn
    pack: float
    price: float
    mark: str
    ids: tuple[str, ...] = ()
    materials: tuple[str, ...] = ()


class Fixing(BaseModel):
    """A row of data/fixings.toml: what holds a part, and how much of it."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    item: str = ""
    along: Literal["ends", "long", "round", ""] = ""
    every: float = 0.0
    each: int = 0
    glue: float = 0.0


@dataclass(frozen=True)
class Bought:
    """One line of the list.

    Attributes:
        key: its row of data/shop.toml.
        amount: how much is needed, in its unit.
        packs: how many packs that is.
        price: what they cost.
        why: what it is for.
    """

    key: str
    ware: Ware
    amount: float
    packs: int
    price: float
    why: str


def wares() -> dict[str, Ware]:
    """Everything that is sold, by its key."""
    return records("shop", Ware)


def ware_of(part: Part) -> str:
    """What a bought part is of; of what joins frames, where no row says."""
    for key, row in wares().items():
        if any(each in part.id for each in row.ids):
            return key
    return next((key for key, row in wares().items() if part.material in row.materials), "joint-hardware")


def fixing_of(joint: str) -> Fixing | None:
    """What holds a part that is joined so; none where its neighbours hold it, or it lies loose."""
    for words, rows in raw_table("fixings").items():
        if words in joint:
            return Fixing.model_validate(rows[0])
    return None


def shopping(parts: Iterable[Part], building: Building) -> tuple[Bought, ...]:
    """The list of a hive, or of several together; packs are whole ones."""
    found: dict[str, float] = defaultdict(float)
    why: dict[str, dict[str, None]] = defaultdict(dict)
    for part in parts:
        for key, amount, reason in (*_itself(part), *_holding(part)):
            found[key] += amount
            why[key][reason] = None
    times = building.prices_times
    lines = []
    for key, ware in wares().items():
        amount = found.get(key, 0.0)
        if amount > 0:
            packs = max(ceil(amount / ware.pack - 1e-9), 1)
            lines.append(Bought(key, ware, amount, packs, packs * ware.price * times, _few(list(why[key]))))
    return tuple(lines)


def _few(reasons: list[str]) -> str:
    return ", ".join(reasons[:3]) + (f" and {len(reasons) - 3} more" if len(reasons) > 3 else "")


def _itself(part: Part) -> Iterator[tuple[str, float, str]]:
    """A bought part, in the unit in which it is sold; what is outside, to be painted."""
    if part.group == "Bought":
        key = ware_of(part)
        unit = wares()[key].unit
        one = {
            "each": 1.0,
            "m": part.long_mm / 1e3,
            "m2": part.long_mm * part.wide_mm / _MM2,
            "L": part.long_mm * part.wide_mm * part.thick_mm / _MM3_PER_L,
            "g": part.long_mm * part.wide_mm * part.thick_mm / _MM3_PER_G * _WAX_G_CM3,
        }[unit]
        yield key, one * part.count, part.name
    elif part.thing.split("-")[0] in _OUTSIDE and part.group in ("Box", "Roof", "Supers", "Stand"):
        yield "oil", part.long_mm * part.wide_mm / _MM2 * part.count, "outside faces"


def _holding(part: Part) -> Iterator[tuple[str, float, str]]:
    """Screws, nails, bolts and glue that hold it, counted by the rule for its joint."""
    row = fixing_of(part.joint)
    if row is None:
        return
    run = {
        "ends": 2 * part.wide_mm,
        "long": part.long_mm,
        "round": 2 * (part.long_mm + part.wide_mm),
        "": part.long_mm,
    }[row.along]
    if row.item:
        sides = 2 if row.along == "ends" else 1
        each = row.each if row.each else sides * max(ceil(run / sides / row.every - 1e-9), 2)
        yield row.item, float(each * part.count), part.group.lower()
    if row.glue:
        yield "glue", row.glue * run / 1e3 * part.count, part.group.lower()


def screws_of(part: Part) -> int:
    """How many screws, nails or bolts hold one copy of a part."""
    return round(sum(n for key, n, _ in _holding(replace(part, count=1)) if key != "glue"))
