"""The comb's three outlines, against numerical integration and polygon geometry."""

from __future__ import annotations

from math import cos, radians, sinh, sqrt, tan
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import quad
from shapely.geometry import LineString, Point, Polygon

from sabaka_core.combs.curves import Catenary, hang
from sabaka_core.combs.outlines import CombOutlines, widest_clear_guide_mm
from sabaka_core.geometry.trapezoid import Trapezoid

KINDS = st.sampled_from(["catenary", "parabola"])


def leaning(top: float, height: float, slope: float) -> Trapezoid:
    return Trapezoid(top, top - 2 * height * tan(radians(slope)), height)


def combs() -> st.SearchStrategy[CombOutlines]:
    def build(top: float, ratio: float, slope: float, guide: float, kind: str) -> CombOutlines:
        height = top * ratio
        slope = min(slope, 0.9 * np.degrees(np.arctan(top / 2 / height)))
        return CombOutlines(leaning(top, height, slope), 9.5, height - 15, guide * top, kind)

    return st.builds(build, st.floats(300, 600), st.floats(0.4, 1.1), st.floats(-10, 35), st.floats(0.5, 1.2), KINDS)


class CurvesAgainstScipy(TestCase):
    """Reference library: scipy integrates the half-widths."""

    @given(KINDS, st.floats(150, 600), st.floats(0.1, 2.0), st.floats(0, 0.6), st.floats(0.05, 0.4))
    def test_areas(self, kind, w: float, ratio: float, start: float, span: float) -> None:
        curve = hang(kind, w, ratio * w)
        upper, lower = start * curve.depth_mm, (start + span) * curve.depth_mm
        expected, _ = quad(lambda d: 2 * curve.half_width_mm(d), upper, lower, limit=200)
        self.assertAlmostEqual(curve.area_between_mm2(upper, lower), expected, delta=1e-6 * w * w)

    @given(st.floats(150, 600), st.floats(0.05, 2.0))
    def test_the_catenary_is_fuller_than_the_parabola(self, w: float, ratio: float) -> None:
        """Handbook: 0.67 to 0.76 of w × h for h/w up to 2."""
        h = ratio * w
        share = hang("catenary", w, h).area_between_mm2(0, h) / (w * h)
        self.assertGreaterEqual(share, 2 / 3 - 1e-3)
        self.assertLessEqual(share, 0.765)
        self.assertAlmostEqual(hang("parabola", w, h).area_between_mm2(0, h), 2 / 3 * w * h, places=5)

    def test_the_catenary_area_in_the_handbooks_closed_form(self) -> None:
        curve = hang("catenary", 420, 285)
        assert isinstance(curve, Catenary)
        a, w, h = curve.parameter_mm, 420, 285
        self.assertAlmostEqual(curve.half_width_mm(0), w / 2, places=6)
        self.assertAlmostEqual(curve.area_between_mm2(0, h), (h + a) * w - 2 * a * a * sinh(w / (2 * a)), places=4)


class ClearanceAndContact(TestCase):
    """Reference library."""

    def test_a_catenary_that_starts_ten_from_a_wall_of_22_5_degrees(self) -> None:
        """Trade check (no source): Wt 440 and 22.5° lets a comb hang about 255 mm with 6 mm clear."""

        def clearance(depth: float) -> float:
            return CombOutlines(leaning(440, depth + 15, 22.5), 6, depth, 420, "catenary").least_clearance_mm

        self.assertGreater(clearance(250), 6.0)
        self.assertLess(clearance(260), 6.0)

    def test_the_parabolas_least_clearance_in_closed_form(self) -> None:
        """Handbook: Wt/2 − h·tanθ − w²/(16·h·tanθ), at d = h(1 − (w/(4h·tanθ))²)."""
        comb = CombOutlines(leaning(440, 300, 24), 9.5, 285, 400, "parabola")
        lean, w, h = tan(radians(24)), 400, 285
        level = 220 - h * lean - w * w / (16 * h * lean)
        self.assertAlmostEqual(comb.least_clearance_mm, level * cos(radians(24)), places=6)
        self.assertAlmostEqual(comb.tightest_depth_mm, h * (1 - (w / (4 * h * lean)) ** 2), places=6)

    @settings(max_examples=40)
    @given(combs())
    def test_least_clearance_against_shapely(self, comb: CombOutlines) -> None:
        """Reference library: distance of many points of the outline from the wall's line."""
        s = comb.section
        wall = LineString([(s.half_width_mm(-2000), -2000), (s.half_width_mm(4000), 4000)])
        depths = np.linspace(0, comb.depth_mm, 1500)
        signed = [
            wall.distance(Point(x, d)) * (1 if x <= s.half_width_mm(d) else -1)
            for d in depths
            for x in [comb.free.half_width_mm(d)]
        ]
        self.assertAlmostEqual(comb.least_clearance_mm, min(signed), delta=0.05)

    @settings(max_examples=40)
    @given(combs())
    def test_contact_is_the_wall_that_faces_a_comb_outside_the_limit(self, comb: CombOutlines) -> None:
        depths = np.linspace(0, comb.depth_mm, 4001)
        outside = [comb.free.half_width_mm(d) > comb.limit_half_width_mm(d) + 1e-7 for d in depths]
        length = sum(outside) / len(depths) * comb.depth_mm / cos(comb.section.slope_rad)
        self.assertAlmostEqual(comb.contact_length_mm, length, delta=0.6 + comb.depth_mm / 900)

    def test_exactly_six_is_no_touch(self) -> None:
        comb = CombOutlines(leaning(440, 300, 0), 6, 285, 428, "catenary")
        self.assertAlmostEqual(comb.least_clearance_mm, 6.0)
        self.assertEqual(comb.nearer_than(6.0), ())


class Outlines(TestCase):
    """Reference library."""

    @settings(max_examples=40)
    @given(combs())
    def test_predicted_is_free_cut_by_limit(self, comb: CombOutlines) -> None:
        """Reference library: shapely intersects the two polygons."""
        free = Polygon(comb.outline("free")).buffer(0)
        limit = Polygon(comb.outline("limit")).buffer(0)
        self.assertAlmostEqual(limit.area, comb.limit_area_mm2, delta=1e-6 * limit.area)
        cut = free.intersection(limit)
        # The polygon has 96 sides on a smooth curve.
        self.assertAlmostEqual(cut.area, comb.predicted_area_mm2, delta=0.003 * cut.area + 1)
        predicted = Polygon(comb.outline("predicted")).buffer(0)
        self.assertLess(predicted.difference(limit.buffer(0.01)).area, 1.0)

    @given(combs())
    def test_areas_keep_their_order(self, comb: CombOutlines) -> None:
        self.assertLessEqual(comb.predicted_area_mm2, comb.free_area_mm2 + 1e-6)
        self.assertLessEqual(comb.predicted_area_mm2, comb.limit_area_mm2 + 1e-6)
        self.assertGreater(comb.predicted_area_mm2, 0)

    def test_the_limit_stops_where_the_walls_meet(self) -> None:
        """Steep walls over a narrow floor: the moved walls meet above the floor gap."""
        comb = CombOutlines(Trapezoid(400, 10, 340), 9.5, 330, 400, "parabola")
        self.assertLess(comb.limit_depth_mm, 330)
        self.assertAlmostEqual(comb.limit_half_width_mm(comb.limit_depth_mm), 0, places=9)

    def test_the_widest_clear_guide_just_clears(self) -> None:
        comb = CombOutlines(leaning(440, 300, 24), 9.5, 285, 420, "catenary")
        guide = widest_clear_guide_mm(comb, 6.0)
        assert guide is not None

        def spare(g: float) -> float:
            return CombOutlines(comb.section, 9.5, 285, g, "catenary").least_clearance_mm - 6

        self.assertGreaterEqual(spare(guide), 0)
        self.assertLess(spare(guide + 1), 0)

    def test_no_guide_clears_a_wall_that_crosses_the_middle(self) -> None:
        comb = CombOutlines(Trapezoid(440, 4, 300), 9.5, 292, 420, "catenary")
        self.assertIsNone(widest_clear_guide_mm(comb, 6.0))


class SlopeOfACatenary(TestCase):
    """Reference library."""

    def test_where_it_runs_parallel_to_the_wall(self) -> None:
        """Handbook: at d = h − a(1/sinθ − 1)."""
        curve = hang("catenary", 400, 285)
        assert isinstance(curve, Catenary)
        theta = radians(30)
        expected = 285 - curve.parameter_mm * (1 / 0.5 - 1)
        self.assertAlmostEqual(curve.depth_parallel_to_mm(theta) or -1, expected, places=6)
        self.assertAlmostEqual(sqrt(1 + (1 / tan(theta)) ** 2), 1 / 0.5, places=9)
