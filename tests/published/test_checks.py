"""The table of outside numbers, each with the core's own answer."""

from __future__ import annotations

import tomllib
from collections.abc import Callable
from math import radians, tan
from pathlib import Path
from unittest import TestCase

from scipy.optimize import brentq

from sabaka_core.combs.bars import deflection_mm
from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.combs.curves import hang
from sabaka_core.combs.outlines import CombOutlines
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.sources import practice
from sabaka_core.units import parse_length

TABLE = tomllib.loads((Path(__file__).parent / "checks.toml").read_text("utf-8"))


def share(depth: float) -> float:
    """Part of width × depth that a catenary one wide fills."""
    return hang("catenary", 1.0, depth).area_between_mm2(0, depth) / depth


def clearance_at(depth: float) -> float:
    height = depth + 15
    section = Trapezoid(440, 440 - 2 * height * tan(radians(22.5)), height)
    return CombOutlines(section, 6, depth, 420, "catenary").least_clearance_mm


ANSWERS: dict[str, Callable[[], float]] = {
    "cells_of_5_4_mm": lambda: cells_per_cm2(5.4),
    "cell_size_of_857_a_square_decimetre": lambda: float(brentq(lambda c: 200 * cells_per_cm2(c) - 857, 4, 7)),
    "catenary_share_shallow": lambda: share(0.01),
    "catenary_share_deep": lambda: share(2.0),
    "hang_before_six_mm": lambda: float(brentq(lambda depth: clearance_at(depth) - 6, 200, 320)),
    "ten_frame_deep_box": lambda: practice("box_deep_ten").number,
    "full_deep_frame_low": lambda: honey_kg(88_000, 35),
    "inch": lambda: parse_length("1 in"),
    "lug_to_lug_nineteen_inches": lambda: parse_length("19 in"),
    "layens_top_bar": lambda: parse_length("14 5/16 in"),
    "layens_depth": lambda: parse_length("15 15/16 in"),
    "box_inside_length": lambda: parse_length("18 3/8 in"),
    "box_inside_width": lambda: parse_length("14 3/4 in"),
    "uniform_load_sag": lambda: deflection_mm(3.0, 440.0, 440.0, 35.0, 20.0),
}


class OutsideNumbers(TestCase):
    def test_every_number_of_the_table(self) -> None:
        self.assertEqual(set(TABLE), set(ANSWERS))
        for key, row in TABLE.items():
            with self.subTest(key, source=row["source"]):
                self.assertLessEqual(abs(ANSWERS[key]() - row["value"]), row["tolerance"] + 1e-12)

    def test_every_number_says_where_it_comes_from(self) -> None:
        for key, row in TABLE.items():
            with self.subTest(key):
                self.assertRegex(row["source"], r"^(published|trade check|plane geometry)")
