"""The section: any three independent sizes give the rest."""

from __future__ import annotations

from itertools import combinations
from math import cos, radians
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import LineString, Polygon

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.sections import TRAPEZOID_FIELDS, TrapezoidSection
from sabaka_core.geometry.trapezoid import Trapezoid, hold, solve_trapezoid, with_size
from tests.core.support import opened, reported

LEANING = st.builds(Trapezoid, st.floats(250, 500), st.floats(100, 249), st.floats(200, 500))
TRIPLES = [t for t in combinations(TRAPEZOID_FIELDS, 3) if set(t) != {"height_mm", "slope_deg", "face_mm"}]


def polygon(s: Trapezoid) -> Polygon:
    top, low = s.top_mm / 2, s.floor_mm / 2
    return Polygon([(-top, 0), (top, 0), (low, s.height_mm), (-low, s.height_mm)])


class AnyThreeSizes(TestCase):
    """Hand."""

    @given(LEANING, st.sampled_from(TRIPLES))
    def test_every_independent_triple_gives_the_same_section(self, s: Trapezoid, names: tuple[str, ...]) -> None:
        again = solve_trapezoid(hold(s, names))
        for name in TRAPEZOID_FIELDS:
            self.assertAlmostEqual(again.size(name), s.size(name), delta=2e-4)

    def test_height_slope_and_face_leave_the_width_open(self) -> None:
        with self.assertRaisesRegex(ValueError, "leave the width open"):
            TrapezoidSection(height_mm=300, slope_deg=20, face_mm=319)

    def test_two_or_four_sizes_are_refused(self) -> None:
        for sizes in (
            {"top_mm": 440.0, "floor_mm": 200.0},
            dict.fromkeys(("top_mm", "floor_mm", "height_mm", "face_mm"), 300.0),
        ):
            with self.subTest(sizes), self.assertRaisesRegex(ValueError, "exactly three"):
                TrapezoidSection(**sizes)

    def test_contradictions_name_the_field(self) -> None:
        cases = (
            ({"top_mm": 440, "floor_mm": 440, "slope_deg": 0}, "slope_deg", "not-independent"),
            ({"top_mm": 440, "floor_mm": 200, "slope_deg": 0}, "slope_deg", "not-independent"),
            ({"top_mm": 440, "floor_mm": 200, "slope_deg": -20}, "slope_deg", "signs-disagree"),
            ({"top_mm": 440, "floor_mm": 200, "face_mm": 120}, "face_mm", "face-too-short"),
            ({"top_mm": 440, "height_mm": 300, "face_mm": 299}, "face_mm", "face-too-short"),
            ({"top_mm": 200, "height_mm": 300, "slope_deg": 30}, "slope_deg", "walls-meet"),
            ({"floor_mm": 100, "height_mm": 300, "slope_deg": -30}, "slope_deg", "walls-meet"),
            ({"top_mm": 900, "floor_mm": 100, "height_mm": 100}, "height_mm", "too-steep"),
        )
        for sizes, field, code in cases:
            with self.subTest(sizes), self.assertRaises(ParameterError) as caught:
                solve_trapezoid(TrapezoidSection(**{k: float(v) for k, v in sizes.items()}))
            self.assertEqual((caught.exception.field, caught.exception.code), (f"/section/{field}", code))

    def test_a_cavity_wider_at_the_floor_is_computed_with_the_slope_negative(self) -> None:
        s = Trapezoid(300, 400, 250)
        self.assertLess(s.slope_deg, 0)
        self.assertAlmostEqual(s.board_width_mm(22), s.face_mm + 22 * 50 / 250)


class AgainstShapely(TestCase):
    """Reference library: shapely measures the same polygon."""

    @given(LEANING)
    def test_area_face_and_half_width(self, s: Trapezoid) -> None:
        shape = polygon(s)
        self.assertAlmostEqual(s.area_mm2, shape.area, delta=1e-6 * shape.area)
        wall = LineString([(s.top_mm / 2, 0), (s.floor_mm / 2, s.height_mm)])
        self.assertAlmostEqual(s.face_mm, wall.length, places=6)
        depth = s.height_mm * 0.37
        level = shape.intersection(LineString([(-1e4, depth), (1e4, depth)]))
        self.assertAlmostEqual(2 * s.half_width_mm(depth), level.length, places=6)

    @given(LEANING, st.floats(10, 40))
    def test_board_and_outside_width(self, s: Trapezoid, t: float) -> None:
        """The board's section, both edges cut level, is as wide as the board to buy."""
        top, low, level = s.top_mm / 2, s.floor_mm / 2, t / cos(s.slope_rad)
        board = Polygon([(top, 0), (top + level, 0), (low + level, s.height_mm), (low, s.height_mm)])
        sides = board.minimum_rotated_rectangle.exterior.coords
        lengths = sorted(LineString(sides[i : i + 2]).length for i in range(2))
        if s.face_mm > 2 * t:
            self.assertAlmostEqual(lengths[0], t, places=4)
            self.assertAlmostEqual(s.board_width_mm(t), lengths[1], places=4)
        self.assertAlmostEqual(s.outside_top_mm(t), s.top_mm + 2 * level, places=9)


class OneDegree(TestCase):
    """Hand: what is told of Bowline is compared with its section set a hundredth of a degree wrong."""

    def setUp(self) -> None:
        metrics = reported(opened("bowline"), "metrics").metrics
        self.said = {key.removeprefix("section."): each.value for key, each in metrics.items()}

    def test_with_the_height_held(self) -> None:
        s, step = Trapezoid(440, 221.618, 300), 0.01
        wrong = solve_trapezoid(TrapezoidSection(top_mm=440.0, height_mm=300.0, slope_deg=s.slope_deg + step))
        self.assertAlmostEqual((s.floor_mm - wrong.floor_mm) / step, self.said["floor_per_degree_mm"], delta=0.01)

    def test_with_the_face_held(self) -> None:
        s, step = Trapezoid(440, 221.618, 300), 0.01
        wrong = solve_trapezoid(TrapezoidSection(top_mm=440.0, face_mm=s.face_mm, slope_deg=s.slope_deg + step))
        floor, height = self.said["floor_per_degree_face_held_mm"], self.said["height_per_degree_face_held_mm"]
        self.assertAlmostEqual((s.floor_mm - wrong.floor_mm) / step, floor, delta=0.01)
        self.assertAlmostEqual((s.height_mm - wrong.height_mm) / step, height, delta=0.01)
        self.assertAlmostEqual(floor, 2 * 300 * radians(1))


class WhatGivesWay(TestCase):
    """Hand: typing a size that isn't held releases another; top and height stay longest."""

    START = TrapezoidSection(top_mm=440.0, height_mm=300.0, slope_deg=20.0)

    def test_a_held_size_changes_alone(self) -> None:
        changed = with_size(self.START, solve_trapezoid(self.START), "height_mm", 280.0)
        self.assertEqual(changed.given, ("top_mm", "height_mm", "slope_deg"))

    def test_the_floor_takes_the_slopes_place(self) -> None:
        changed = with_size(self.START, solve_trapezoid(self.START), "floor_mm", 200.0)
        self.assertEqual(changed, TrapezoidSection(top_mm=440.0, floor_mm=200.0, height_mm=300.0))

    @given(LEANING, st.sampled_from(TRIPLES), st.sampled_from(TRAPEZOID_FIELDS))
    def test_three_independent_sizes_are_held_afterwards(self, s: Trapezoid, names: tuple[str, ...], name: str) -> None:
        changed = with_size(hold(s, names), s, name, s.size(name))
        self.assertIn(name, changed.given)
        self.assertAlmostEqual(solve_trapezoid(changed).floor_mm, s.floor_mm, delta=2e-4)
