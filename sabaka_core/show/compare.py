"""Two designs side by side: what each holds and weighs, and the one at the other's litres or comb."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from sabaka_core.base.quantity import Quantity, Text, Unit, amount, litres, mm, text
from sabaka_core.frames.parts import unbroken_height_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.carriers import carrier_kg
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.chapter import Asked, Cell, Line, Table
from sabaka_core.kit.tables import practice
from sabaka_core.show.study import Study
from sabaka_core.woodwork.masses import empty_kg, full_kg

# Two numbers that differ by less of themselves are the same.
_SAME = 1e-3


class CompareStudy(Study):
    """A design beside another: numbers of both, and the other one at the same room or the same comb."""

    name = "compare"

    def lead(self, context: Context) -> Text:
        return text("Beside another hive.") if context.other is None else Text(template=context.other.hive.name)

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        if context.other is None:
            return
        one, two = context.whole, context.other.whole
        rows = tuple(_row(label, unit, read(one), read(two)) for label, unit, read in _ROWS)
        yield Table(key="beside", title="Side by side", columns=("", one.hive.name, two.hive.name), lines=rows)
        equal = (_same_litres(one, two), _same_comb(one, two))
        lines = tuple(Line(key=words.template, cells=(words,)) for words in equal)
        yield Table(key="equal", title="Made equal", columns=("Made equal",), lines=lines)

    def notes(self, context: Context) -> Iterable[str]:
        return ("▲ has more of it; more isn’t always better.",)


def _row(label: str, unit: Unit, left: float, right: float) -> Line:
    same = abs(left - right) <= _SAME * max(abs(left), abs(right), 1e-9)
    cells = (_cell(left, unit, not same and left > right), _cell(right, unit, not same and right > left))
    return Line(key=label, cells=(Text(template=label), *cells))


def _cell(value: float, unit: Unit, more: bool) -> Cell:
    quantity = amount(value, unit)
    return text("▲ {n}", n=quantity) if more else quantity


def _heaviest(hive: Whole) -> float:
    """The heaviest single comb, full, with its bar or frame [kg]."""
    return max(
        (a.honey_kg(kind) + carrier_kg(hive.hive, kind.id) for a in hive.chambers for kind in a.carriers), default=0.0
    )


def _unbroken(hive: Whole) -> float:
    """The tallest unbroken comb [mm]."""
    heights = [
        unbroken_height_mm(a.main_frame) if a.main_frame else a.hung_of(a.main.id).bottom_mm
        for a in hive.chambers
        if a.main is not None
    ]
    return max(heights, default=0.0)


def _share(hive: Whole) -> float:
    """Comb, both sides, for each litre [cm²]."""
    return 2 * hive.comb_area_mm2 / 100 / hive.whole_l


_ROWS: tuple[tuple[str, Unit, Callable[[Whole], float]], ...] = (
    ("Room", "L", lambda h: h.whole_l),
    ("As ten-frame deep boxes", "boxes", lambda h: h.whole_l / practice("box_deep_ten").number),
    ("Comb places", "count", lambda h: h.combs),
    ("Comb, both sides", "m2", lambda h: 2 * h.comb_area_mm2 / 1e6),
    ("Comb for its room", "cm2", _share),
    ("Worker cells", "count", lambda h: h.cells),
    ("Tallest unbroken comb", "mm", _unbroken),
    ("Honey when full", "kg", lambda h: h.honey_kg),
    ("Heaviest comb to lift", "kg", _heaviest),
    ("Hive, empty", "kg", empty_kg),
    ("Hive, full of honey", "kg", full_kg),
    ("Tallest stack", "mm", lambda h: max(stack.height_mm for stack in h.stacks)),
)


def _same_litres(one: Whole, two: Whole) -> Text:
    ratio = one.whole_l / two.whole_l
    values = {"room": litres(one.whole_l), "comb": Quantity(value=2 * two.comb_area_mm2 * ratio / 1e6, unit="m2")}
    words = f"At the same room, {{room}}, {two.hive.name} would have {{comb}} of comb"
    return _with_length(words, values, two, ratio)


def _same_comb(one: Whole, two: Whole) -> Text:
    if two.comb_area_mm2 <= 0:
        return text(f"{two.hive.name} has no comb to size it by.")
    ratio = one.comb_area_mm2 / two.comb_area_mm2
    values = {"comb": Quantity(value=2 * one.comb_area_mm2 / 1e6, unit="m2"), "room": litres(two.whole_l * ratio)}
    words = f"With the same comb, {{comb}}, {two.hive.name} would take {{room}}"
    return _with_length(words, values, two, ratio)


def _with_length(words: str, values: dict[str, Quantity], hive: Whole, ratio: float) -> Text:
    """The length that says the same, where a hive is one box whose length is free."""
    a: Analysis = hive.chambers[0]
    if len(hive.boxes) > 1 or a.cavity.varies:
        return Text(template=words + ".", values=values)
    return Text(template=words + ", its run {length} long.", values=values | {"length": mm(a.run_mm * ratio)})
