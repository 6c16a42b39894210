"""Numbers of the whole hive: what it holds and weighs, how high it stands."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil

from sabaka_core.base.quantity import Quantity, count, mm
from sabaka_core.base.sources import COMMON, KEEPER
from sabaka_core.combs.contents import cells_per_cm2
from sabaka_core.frames.catalogue import box_of
from sabaka_core.hive.materials import FROM_MEMORY
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.metrics import Metric
from sabaka_core.kit.tables import practice
from sabaka_core.show.numbers.maker import HANGING, known, read, worked
from sabaka_core.woodwork.masses import centre_mm, empty_kg, lid_kg

TO_A_BOX = 10


def hive_numbers(hive: Whole) -> Iterator[Metric]:
    """Room, combs, weights and heights over all chambers and supers."""
    yield from room_numbers(hive)
    yield from _weights(hive)
    yield from _heights(hive)


def room_numbers(hive: Whole) -> Iterator[Metric]:
    """What all of it holds: room, comb places, comb, cells."""
    number = known("n", "comb places", hive.combs, "count")
    area = Quantity(value=2 * hive.comb_area_mm2 / 1e6, unit="m2")
    yield worked(
        "hive.whole_l",
        "Hive holds",
        "L",
        "V + s",
        known("V", "all chambers", hive.whole_l - hive.supers_l, "L"),
        known("s", "supers", hive.supers_l, "L"),
        headline=len(hive.chambers) > 1 or bool(hive.hive.supers),
    )
    yield read("hive.combs", "Comb places in the hive", count(hive.combs), "counted", number)
    label = "Comb in the hive, both sides"
    yield read("hive.comb_area_m2", label, area, "every comb, by where it hangs", number, source=HANGING)
    yield worked(
        "hive.cells",
        "Worker cells in the hive",
        "count",
        "A·10000·n",
        known("A", "comb, both sides", area.value, "m2"),
        known("n", "cells", cells_per_cm2(hive.hive.choices.cell_mm), "per cm2"),
        source=HANGING,
    )


def _weights(hive: Whole) -> Iterator[Metric]:
    heavy = practice("honey_density").source
    honey = known("h", "honey", hive.honey_kg, "kg")
    empty = known("e", "empty", empty_kg(hive), "kg")
    yield read(
        "hive.honey_kg",
        "Honey when all of it is full",
        honey.quantity,
        "every comb by its own area and spacing",
        known("A", "comb, both sides", 2 * hive.comb_area_mm2 / 1e6, "m2"),
        source=heavy,
    )
    yield read(
        "hive.empty_kg",
        "Hive, empty",
        empty.quantity,
        "every part of boxes, lid, bars and frames, by its solid and its wood",
        known("l", "lid", lid_kg(hive), "kg", FROM_MEMORY),
        source=FROM_MEMORY,
    )
    yield read(
        "hive.centre_mm",
        "Centre of mass above its underside",
        mm(centre_mm(hive)[2]),
        "of the empty hive, thing by thing",
        empty,
        source=FROM_MEMORY,
        gloss="The lower it lies, the farther the hive leans before it tips.",
    )
    yield worked(
        "hive.full_kg",
        "Hive, every comb full of honey",
        "kg",
        "e + h",
        empty,
        honey,
        source=heavy,
        caution="Never lift or move a hive like this alone; take combs out first.",
    )


def _heights(hive: Whole) -> Iterator[Metric]:
    stand = hive.hive.stand.height_mm if hive.hive.stand else 0.0
    yield worked(
        "hive.rim_mm",
        "Topmost rim above the ground",
        "mm",
        "s + h",
        known("s", "stand", stand, "mm", KEEPER),
        known("h", "tallest stack", max(stack.top_mm for stack in hive.stacks), "mm"),
        gloss="How high the hands have to go over a box set on it.",
    )
    frame = next((a.main_frame for a in hive.chambers if a.main_frame), None)
    box = None if frame is None else box_of(frame.standard)
    if box is not None and frame is not None and frame.make == "plain":
        yield worked(
            "hive.stack_replaced_mm",
            "The stack it stands for, high",
            "mm",
            "b·h",
            known("b", "boxes, its combs ten to a box", ceil(hive.combs / TO_A_BOX), "count"),
            known("h", "one box", box.height_mm, "mm"),
            source=COMMON,
            gloss="How high the same frames would stand in boxes on each other, without a stand.",
        )
    tallest = max(hive.stacks, key=lambda stack: stack.height_mm / stack.base_mm)
    yield worked(
        "hive.tipping_deg",
        "Leans so far before it tips",
        "deg",
        "deg(atan(b / h))",
        known("b", "shorter side of the foot", tallest.base_mm, "mm"),
        known("h", "height, its weight in the middle", tallest.height_mm, "mm"),
    )
