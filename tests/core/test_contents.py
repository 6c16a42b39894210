"""Cells, honey, bars as beams, volumes."""

from __future__ import annotations

from math import cos, pi, sin
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import cumulative_trapezoid
from shapely.geometry import Polygon

from sabaka_core.base.units import GRAVITY
from sabaka_core.combs.bars import deflection_mm, least_thickness_mm
from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import practice
from sabaka_core.run.volumes import litter_area_mm2, trough_area_mm2
from tests.core.support import chamber, hive, items, sound


class Cells(TestCase):
    """Hand."""

    def test_a_cell_is_a_regular_hexagon(self) -> None:
        """Reference library: shapely measures a hexagon 5.4 mm across the flats."""
        r = 5.4 / 2 / cos(pi / 6)
        hexagon = Polygon([(r * cos(pi / 3 * i), r * sin(pi / 3 * i)) for i in range(6)])
        self.assertAlmostEqual(cells_per_cm2(5.4), 100 / hexagon.area, places=9)

    def test_the_handbooks_figures(self) -> None:
        """Trade check (no source): 5.4 mm gives 3.96 a cm²; 857 a dm² both sides means 5.19 mm."""
        self.assertAlmostEqual(cells_per_cm2(5.4), 3.96, delta=0.005)
        self.assertAlmostEqual(2 * 100 * cells_per_cm2(5.19), 857, delta=1.5)


class Honey(TestCase):
    """Hand."""

    def test_a_full_deep_frame_weighs_what_keepers_say(self) -> None:
        """Trade check (no source): a deep frame of about 880 cm² a side holds 2.7 to 3.0 kg."""
        self.assertGreater(honey_kg(88_000, 35), 2.7)
        self.assertLess(honey_kg(88_000, 35), 3.0)

    def test_hand_working(self) -> None:
        """70 000 mm² × 28.5 mm = 1.995 L; × 1.42 × 0.9 = 2.5496 kg."""
        self.assertAlmostEqual(honey_kg(70_000, 38), 2.54961, places=4)

    def test_a_spacing_that_leaves_no_comb_holds_nothing(self) -> None:
        self.assertEqual(honey_kg(70_000, 9), 0.0)


class Bars(TestCase):
    """Hand."""

    def test_deflection_against_integrating_the_bending_moment(self) -> None:
        """Reference library: scipy integrates M/EI twice along the bar."""
        mass, span, load, width, thick = 4.0, 440.0, 400.0, 35.0, 20.0
        x = np.linspace(0, span, 20_001)
        line = mass * GRAVITY / load
        start = (span - load) / 2
        over = np.clip(x - start, 0, load)
        moment = mass * GRAVITY / 2 * x - line * over**2 / 2 - line * load * np.clip(x - start - load, 0, None)
        bend = moment / (practice("wood_stiffness").number * width * thick**3 / 12)
        slope = cumulative_trapezoid(bend, x, initial=0)
        sag = cumulative_trapezoid(slope, x, initial=0)
        sag -= sag[-1] * x / span
        self.assertAlmostEqual(deflection_mm(mass, span, load, width, thick), -sag.min(), places=4)

    @given(st.floats(1, 6), st.floats(300, 600), st.floats(30, 45))
    def test_the_least_thickness_is_just_enough(self, mass: float, span: float, width: float) -> None:
        thick = least_thickness_mm(mass, span, span - 20, width)
        allowed = span / practice("bar_deflection").number
        self.assertLessEqual(deflection_mm(mass, span, span - 20, width, thick), allowed + 1e-9)
        if thick > 1:
            self.assertGreater(deflection_mm(mass, span, span - 20, width, thick - 1), allowed)


class Volumes(TestCase):
    """Hand."""

    @given(st.floats(0, 150), st.floats(900, 1500))
    def test_the_stretches_add_up_to_the_whole(self, litter: float, length: float) -> None:
        document = sound()
        chamber(document)["litter"] = {"kind": "deep", "depth_mm": litter}
        chamber(document)["length_mm"] = length
        v = analyse(hive(document)).volumes
        parts = v.litter_l + v.occupied_l + v.near_gap_l + v.far_gap_l + v.boards_l
        self.assertAlmostEqual(v.whole_l, parts, places=6)

    def test_litter_against_shapely(self) -> None:
        document = sound()
        chamber(document)["litter"] = {"kind": "deep", "depth_mm": 60.0}
        a = analyse(hive(document))
        top, low, height = a.section.top_mm / 2, a.section.floor_mm / 2, a.section.height_mm
        cavity = Polygon([(-top, 0), (top, 0), (low, height), (-low, height)])
        under = cavity.intersection(Polygon([(-999, height - 60), (999, height - 60), (999, 999), (-999, 999)]))
        self.assertAlmostEqual(litter_area_mm2(a.chamber, a.section), under.area, places=4)

    def test_a_trough_takes_nothing_from_the_cavity_above_the_floor(self) -> None:
        document = sound()
        chamber(document)["litter"] = {"kind": "trough", "depth_mm": 0.0, "sunk_mm": 80.0, "width_mm": 160.0}
        a = analyse(hive(document))
        self.assertEqual(a.volumes.litter_l, 0.0)
        self.assertAlmostEqual(trough_area_mm2(a.chamber), pi * 80 * 80 / 2, places=6)

    def test_one_deep_box_is_42_8_litres(self) -> None:
        """Trade check (no source): 466.7 × 374.7 × 244.5 mm."""
        self.assertAlmostEqual(466.7 * 374.7 * 244.5 / 1e6, practice("box_deep_ten").number, delta=0.05)

    def test_a_1_2_m_box_of_22_mm_boards(self) -> None:
        """Hand: (430 + 218.9)/2 × 290 × 1200 mm = 112.9 L, from the plain starting point."""
        a = analyse(hive(sound()))
        self.assertEqual(a.side_mm, 22.0)
        self.assertAlmostEqual(a.volumes.whole_l, 112.9, delta=0.05)
        self.assertEqual(sum(i["kind"] == "comb" for i in items(sound())), 16)
