"""Numbers of what a comb holds and does to its bar, free or in a frame."""

from __future__ import annotations

from typing import Unpack

from sabaka_core.base.sources import KEEPER
from sabaka_core.base.units import GRAVITY
from sabaka_core.combs.contents import cells_per_cm2
from sabaka_core.document.combs import FixedComb, Frame, TopBar
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.metrics import Input, Metric
from sabaka_core.kit.tables import practice
from sabaka_core.show.numbers.maker import MetricWords, known, worked


def density_of_cells(a: Analysis) -> Metric:
    """Cells on a square centimetre."""
    cell = known("c", "cell size", a.hive.choices.cell_mm, "mm", KEEPER)
    return worked("comb.cells_per_cm2", "Cells on one side", "per cm2", "n = 2·100 / (√(3)·c²)", cell)


def cells_in(a: Analysis, label: str, area: Input, **words: Unpack[MetricWords]) -> Metric:
    """Cells on both sides of a comb whose one side is ``area`` (A)."""
    cells = known("n", "cells", cells_per_cm2(a.hive.choices.cell_mm), "per cm2")
    return worked("comb.cells_both_sides", label, "count", "2·A·n", area, cells, **words)


def honey_in(bar: TopBar | Frame | FixedComb, label: str, area: Input) -> Metric:
    """Honey in a full comb whose one side is ``area`` (A); 10 000 square centimetres times millimetres are a litre."""
    fill, heavy, passage = practice("comb_fill"), practice("honey_density"), practice("comb_passage")
    return worked(
        "comb.honey_kg",
        label,
        "kg",
        "A·max(p − q, 0) / 10000·ρ·f",
        area,
        known("p", "spacing", bar.spacing_mm, "mm", KEEPER),
        known("q", "passage", passage.number, "mm", passage.source),
        known("ρ", "density", heavy.number, "kg/L", heavy.source),
        known("f", "fill", fill.number, "part", fill.source),
        source=heavy.source,
        headline=True,
    )


def sag(a: Analysis, full_kg: float, loaded_mm: float, wide_mm: float, thick_mm: float) -> Metric:
    """How far a bar of this section [mm] bends under a comb that hangs along ``loaded_mm`` of it."""
    stiff, span = practice("wood_stiffness"), a.section.top_mm
    return worked(
        "comb.bar_sag_mm",
        "Bar sags under it",
        "mm",
        "F·(8·L³ − 4·L·c² + c³) / (384·E·(b·t³/12))",
        known("F", "weight of the comb", full_kg * GRAVITY, "N"),
        known("L", "span", span, "mm"),
        known("c", "comb width", min(loaded_mm, span), "mm"),
        known("E", "stiffness", stiff.number, "N/mm2", stiff.source),
        known("b", "bar width", wide_mm, "mm", KEEPER),
        known("t", "bar thickness", thick_mm, "mm", KEEPER),
        source=stiff.source,
    )
