"""Numbers of a chamber's room."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import litres, mm
from sabaka_core.base.sources import KEEPER
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.metrics import Metric
from sabaka_core.kit.tables import practice
from sabaka_core.run.volumes import trough_area_mm2
from sabaka_core.show.numbers.maker import MetricWords, known, read, worked

# Square centimetres times millimetres are 10 000 to the litre.


def cavity_numbers(a: Analysis) -> Iterator[Metric]:
    """What the chamber holds, where, and what takes of it."""
    length = known("L", "inside length", a.run_mm, "mm")
    box = practice("box_deep_ten")
    yield read("cavity.length_mm", "Inside length of the run", mm(a.run_mm), "wall to wall", length, source=KEEPER)
    yield _whole(a)
    yield from _stretches(a)
    yield read(
        "cavity.litter_l",
        "Taken by litter",
        litres(a.volumes.litter_l),
        "the section under its top, over the length",
        known("l", "litter depth", a.litter_mm, "mm", KEEPER),
        length,
    )
    yield _trough(a)
    yield worked(
        "cavity.equivalent_boxes",
        "Whole, as ten-frame deep boxes",
        "boxes",
        "V / b",
        known("V", "whole cavity", a.volumes.whole_l, "L"),
        known("b", "one box", box.number, "L", box.source),
        gloss="The same room in stacked boxes of ten Langstroth deep frames.",
    )


def _whole(a: Analysis) -> Metric:
    area = known("A", "section", a.section.area_mm2 / 100, "cm2")
    length = known("L", "inside length", a.run_mm, "mm")
    words: MetricWords = {
        "headline": True,
        "gloss": "Everything between the end walls under the bars; litter, followers and gaps included.",
    }
    if a.cavity.varies:
        whole = litres(a.volumes.whole_l)
        return read("cavity.whole_l", "Whole cavity", whole, "the bore, from end to end", area, length, **words)
    return worked("cavity.whole_l", "Whole cavity", "L", "V = A·L / 10000", area, length, **words)


def _stretches(a: Analysis) -> Iterator[Metric]:
    """The room between and behind the followers."""
    v = a.volumes
    net = known("An", "section less litter", v.net_mm2 / 100, "cm2")
    spacers = known("S", "spacers and fillers", v.spacers_l, "L")
    yield worked(
        "cavity.occupied_l",
        "Between the followers",
        "L",
        "An·N / 10000 − S",
        net,
        known("N", "between the followers", v.nest_mm, "mm"),
        spacers,
        headline=True,
        gloss="The room the colony has now.",
    )
    yield worked(
        "cavity.near_gap_l",
        "Behind the near follower",
        "L",
        "An·n / 10000",
        net,
        known("n", "near stretch", v.near_mm, "mm"),
    )
    yield worked(
        "cavity.far_gap_l",
        "Behind the far follower",
        "L",
        "An·f / 10000",
        net,
        known("f", "far stretch", v.far_mm, "mm"),
    )
    yield worked(
        "cavity.boards_l",
        "Taken by the followers",
        "L",
        "An·t / 10000 + S",
        net,
        spacers,
        known("t", "both boards", v.boards_mm, "mm"),
    )


def _trough(a: Analysis) -> Metric:
    trough, label = a.chamber.litter, "In a trough below the floor"
    wide = known("w", "wide", trough.width_mm, "mm", KEEPER)
    deep = known("d", "deep", trough.sunk_mm, "mm", KEEPER)
    length = known("L", "inside length", a.run_mm, "mm")
    if trough_area_mm2(a.chamber) == 0.0:
        return read("cavity.trough_l", label, litres(0.0), "there is none", length)
    words: MetricWords = {"gloss": "Half an ellipse below the floor; not part of the cavity."}
    return worked("cavity.trough_l", label, "L", "π/4·w·d·L / 1000000", wide, deep, length, **words)
