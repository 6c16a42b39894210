"""Key numbers of two examples, worked out again from their raw sizes alone."""

from __future__ import annotations

from math import acosh, atan2, cos, degrees, radians, sin, sqrt, tan
from unittest import TestCase

import numpy as np
from scipy.optimize import brentq, minimize_scalar

from sabaka_core.kit.tables import practice
from tests.core.support import opened, reported

# Bowline: top, height, slope, inside length, board, bee space, floor gap, strip of wax.
TOP, HIGH, LEAN, LONG, BOARD, SPACE, FLOOR_GAP, STRIP = 440.0, 300.0, radians(20), 1180.0, 22.0, 9.5, 15.0, 410.0


def floor_mm(lean: float) -> float:
    return TOP - 2 * HIGH * tan(lean)


class Bowline(TestCase):
    """Hand: a top bar hive that leans 20° in, followers of 18 mm at 72 and at 782 mm, no litter, no stand."""

    def setUp(self) -> None:
        self.said = {key: each.value for key, each in reported(opened("bowline"), "metrics").metrics.items()}

    def same(self, expected: dict[str, float], places: int = 3) -> None:
        for key, value in expected.items():
            with self.subTest(key):
                self.assertAlmostEqual(self.said[key], value, places=places)

    def test_angles_and_what_a_degree_does(self) -> None:
        """A degree more less a degree less, by halves, instead of the derivative."""
        face, half = HIGH / cos(LEAN), radians(0.5)
        self.same(
            {
                "section.slope_from_horizontal_deg": 70.0,
                "section.floor_angle_deg": 110.0,
                "section.outside_top_mm": TOP + 2 * BOARD / cos(LEAN),
            }
        )
        self.same(
            {
                "section.floor_per_degree_mm": floor_mm(LEAN - half) - floor_mm(LEAN + half),
                "section.floor_per_degree_face_held_mm": 2 * face * (sin(LEAN + half) - sin(LEAN - half)),
                "section.height_per_degree_face_held_mm": face * (cos(LEAN - half) - cos(LEAN + half)),
            },
            places=2,
        )

    def test_rooms_add_up_to_the_whole(self) -> None:
        area = (TOP + floor_mm(LEAN)) / 2 * HIGH / 1e6
        self.same(
            {
                "cavity.length_mm": LONG,
                "cavity.near_gap_l": 72 * area,
                "cavity.far_gap_l": (LONG - 800) * area,
                "cavity.boards_l": 2 * 18 * area,
                "cavity.litter_l": 0.0,
                "cavity.trough_l": 0.0,
                "hive.whole_l": LONG * area,
            }
        )
        rooms = ("near_gap_l", "far_gap_l", "boards_l", "occupied_l")
        self.assertAlmostEqual(sum(self.said[f"cavity.{each}"] for each in rooms), LONG * area, places=6)

    def test_the_comb_hangs_in_the_room_that_bees_leave(self) -> None:
        """The walls moved in by the bee space make the limit; the tightest place is searched for."""
        deep = HIGH - FLOOR_GAP
        own = brentq(lambda a: 2 * a * acosh(1 + deep / a) - STRIP, 1.0, 1e4)
        half_top = TOP / 2 - SPACE / cos(LEAN)
        limit = (2 * half_top + 2 * (half_top - deep * tan(LEAN))) / 2 * deep / 100

        def clear(d: float) -> float:
            return (TOP / 2 - d * tan(LEAN) - own * acosh(1 + (deep - d) / own)) * cos(LEAN)

        tightest = minimize_scalar(clear, bounds=(0, deep), method="bounded", options={"xatol": 1e-6})
        self.same({"comb.width_mm": STRIP, "comb.limit_area_cm2": limit})
        self.same({"comb.least_clearance_depth_mm": tightest.x, "comb.least_clearance_mm": tightest.fun}, places=2)
        one = self.said["comb.predicted_area_cm2"]
        self.same({"comb.predicted_both_sides_cm2": 2 * one, "comb.unused_area_cm2": limit - one})

    def test_what_nineteen_combs_hold(self) -> None:
        """A hexagon of 5.4 mm between its flats is 5.4²·√3/2 large."""
        cells = 100 / (5.4**2 * sqrt(3) / 2)
        comb = 19 * 2 * self.said["comb.predicted_area_cm2"] / 1e4
        self.same(
            {
                "comb.cells_per_cm2": cells,
                "run.bars_between": 19,
                "run.comb_area_m2": comb,
                "hive.combs": 19,
                "hive.comb_area_m2": comb,
                "hive.cells": comb * 1e4 * cells,
                "hive.rim_mm": HIGH + BOARD,
            }
        )

    def test_a_bar_bends_as_a_beam_does(self) -> None:
        """Virtual work, summed up along the bar: ∫ M·m/EI, the load spread over the comb's width."""
        load = self.said["comb.honey_kg"] * 9.80665
        x = np.linspace(0, TOP / 2, 200_001)
        free = (TOP - STRIP) / 2
        moment = load / 2 * x - load / STRIP * np.maximum(x - free, 0) ** 2 / 2
        stiff = practice("wood_stiffness").number * 35 * 24**3 / 12
        self.same({"comb.bar_sag_mm": float(2 * np.trapezoid(moment * x / 2, x) / stiff)}, places=5)


class DeepFrames(TestCase):
    """Hand: layens frames in a box 349.25 mm wide and 469.8 mm high on a stand of 350 mm, with litter of 50 mm."""

    def test_gaps_round_a_frame_and_heights_of_the_hive(self) -> None:
        said = {key: each.value for key, each in reported(opened("deep-horizontal"), "metrics").metrics.items()}
        wide = 349.25 + 2 * (12 + 50 + 18)
        for key, value in {
            "frame.side_mm": (349.25 - 330.2) / 2,
            "frame.over_mm": 0.0,
            "frame.under_mm": 469.8 - 50 - 404.8125,
            "frame.unbroken_mm": 404.8125 - 19.05 - 9.5,
            "cavity.litter_l": 349.25 * 50 * 800 / 1e6,
            "hive.rim_mm": 350 + 25 + 469.8,
            "hive.stack_replaced_mm": 2 * 434.975,
            "hive.tipping_deg": degrees(atan2(wide, 469.8 + 25)),
        }.items():
            with self.subTest(key):
                self.assertAlmostEqual(said[key], value, places=3)
