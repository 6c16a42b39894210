"""Strips of parts: what is cut of a part wider or thicker than any board, and which way of splitting it
promises most."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache
from math import ceil

from sabaka_core.document.building import Building
from sabaka_core.kit.tables import table
from sabaka_core.woodwork.cutting import lanes
from sabaka_core.woodwork.parts import Part

# A piece thicker than any board is glued up of at most so many layers.
_MOST_LAYERS = 4
# How many widths of boards are tried for the wide strips of a panel, the widest first.
_WIDTHS_TRIED = 3


@cache
def value(key: str) -> float:
    """One value of data/building.toml, in the unit its row names."""
    return table("building")[key].number


@dataclass(frozen=True)
class StripSource:
    """Boards that pieces can come from: on hand, to buy, or left from boards cut before [mm]."""

    label: str
    length_mm: float
    width_mm: float
    thickness_mm: float
    price: float
    count: int | None
    own: bool


@dataclass(frozen=True)
class Strip:
    """What is cut of one copy of a part: all of it, or a strip or layer that is glued to others."""

    part: Part
    copy: int
    wide_mm: float
    thick_mm: float


def promising(part: Part, stock: list[StripSource], building: Building) -> list[tuple[float, str, int]]:
    """The way of splitting a part that by its strips' share of boards looks cheapest, and what it saves on them all."""
    strip = Strip(part, 0, round(part.wide_mm, 1), round(part.thick_mm, 1))
    equal = _share(split(strip, stock, building, 0), stock, building)
    tried = ((_share(split(strip, stock, building, n), stock, building), n) for n in range(1, _WIDTHS_TRIED + 1))
    cost, way = min(tried, default=(equal, 0))
    return [((equal - cost) * part.count, part.id, way)] if cost < equal - 1e-6 else []


def _share(strips: list[Strip], stock: list[StripSource], building: Building) -> float:
    """What strips cost by their shares of the boards that are cheapest for each, none counted as whole [money]."""
    total = 0.0
    for each in strips:
        shares = [
            s.price * each.part.long_mm / s.length_mm / (lanes(s.width_mm, each.wide_mm, building.kerf_mm) * layers)
            for s in stock
            if (layers := layers_in(s, each.thick_mm, building.kerf_mm))
            and lanes(s.width_mm, each.wide_mm, building.kerf_mm)
        ]
        total += min(shares, default=float("inf"))
    return total


def split(strip: Strip, stock: list[StripSource], building: Building, way: int) -> list[Strip]:
    """A strip as few strips as the boards allow that are long enough for it; in layers where none is so thick.

    Args:
        way: 0 for equal strips out of the widest boards; n for strips as wide as the boards that are nth in width, and
            one that makes up the rest.
    """
    for layers in range(1, _MOST_LAYERS + 1):
        thick = round(strip.thick_mm / layers, 1)
        fitting = [
            s
            for s in stock
            if layers_in(s, thick, building.kerf_mm) and s.length_mm - 2 * building.trim_mm >= strip.part.long_mm
        ]
        if fitting:
            widths = _widths(strip.wide_mm, sorted({s.width_mm for s in fitting}, reverse=True), way)
            return [Strip(strip.part, strip.copy, wide, thick) for wide in widths] * layers
    return []


def _widths(wide_mm: float, boards_mm: list[float], way: int) -> list[float]:
    """Widths that make up a part [mm]."""
    strips = ceil(wide_mm / boards_mm[0] - 1e-9)
    equal = [round(wide_mm / strips, 1)] * strips
    if strips == 1 or not 0 < way <= len(boards_mm):
        return equal
    full = round(boards_mm[way - 1], 1)
    many = ceil(wide_mm / full - 1e-9) - 1
    rest = round(wide_mm - many * full, 1)
    return [full] * many + [rest] if rest >= value("least_strip") else equal


def layers_in(source: StripSource, thick_mm: float, kerf_mm: float) -> int:
    """How many pieces of a thickness lie in a board's own: one within the play, more when it is resawn."""
    if abs(source.thickness_mm - thick_mm) <= value("thickness_play"):
        return 1
    return lanes(source.thickness_mm, thick_mm, kerf_mm) if source.thickness_mm > thick_mm else 0
