"""Sections of every kind and logs, against shapely and numerical integration."""

from __future__ import annotations

from math import hypot, pi, sqrt
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import assume, given
from hypothesis import strategies as st
from scipy.integrate import quad
from shapely.geometry import LineString, Point, Polygon

from sabaka_core import ParameterError, build_report
from sabaka_core.combs.outlines import CombOutlines
from sabaka_core.combs.sampled import SampledOutlines
from sabaka_core.geometry.profile import Chord, Facets, circular_segment, half_barrel, whole_circle
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.chambers import analyse
from tests.core.support import chamber, example, hive, reported, sound


def shape(profile: Facets) -> Polygon:
    right = list(profile.points)
    return Polygon([(-x, d) for x, d in right] + [(x, d) for x, d in reversed(right)])


@st.composite
def polygons(draw: st.DrawFn) -> Facets:
    """Walls of two to five facets, convex or not."""
    depths = [0.0]
    for step in draw(st.lists(st.floats(30, 200), min_size=1, max_size=5)):
        depths.append(depths[-1] + step)
    halves = [draw(st.floats(80, 260)) for _ in depths]
    return Facets(tuple(zip(halves, depths, strict=True)))


class AgainstShapely(TestCase):
    """Reference library."""

    @given(polygons())
    def test_areas(self, profile: Facets) -> None:
        self.assertAlmostEqual(profile.area_mm2, shape(profile).area, places=4)
        depth = profile.height_mm * 0.4
        below = shape(profile).intersection(Polygon([(-900, depth), (900, depth), (900, 2000), (-900, 2000)]))
        self.assertAlmostEqual(profile.area_below_mm2(depth), below.area, places=3)

    @given(polygons(), st.floats(6, 20), st.floats(0.05, 0.95))
    def test_a_wall_moved_in_keeps_its_distance_everywhere(self, profile: Facets, by: float, at: float) -> None:
        """Square to the wall: shapely measures from the wall itself, its first facet drawn out upward."""
        depth = profile.height_mm * at
        inside = profile.inset_half_width_mm(depth, by)
        assume(inside > 0)
        (x1, d1), (x2, d2) = profile.points[:2]
        share = 2 * by / hypot(x2 - x1, d2 - d1)
        longer = (x1 - (x2 - x1) * share, d1 - (d2 - d1) * share)
        wall = LineString([longer, *profile.points[1:]])
        self.assertAlmostEqual(wall.distance(Point(inside, depth)), by, places=6)

    def test_curved_walls_are_as_large_as_their_curves(self) -> None:
        for profile, area in (
            (half_barrel(440, 300), pi / 4 * 440 * 300),
            (half_barrel(400, 200), pi / 2 * 200**2),
            (circular_segment(250, 250), pi / 2 * 250**2),
            (whole_circle(300), pi * 150**2),
        ):
            self.assertAlmostEqual(profile.area_mm2, area, delta=area * 1e-9)
            self.assertAlmostEqual(shape(profile).area, area, delta=area * 2e-4)

    @given(st.floats(150, 300), st.floats(0.2, 1.8))
    def test_a_segment_is_the_part_of_its_circle_below_the_bars(self, radius: float, share: float) -> None:
        height = radius * share
        circle = Point(0, height - radius).buffer(radius, quad_segs=2000)
        below = circle.intersection(Polygon([(-900, 0), (900, 0), (900, 2000), (-900, 2000)]))
        profile = circular_segment(radius, height)
        self.assertAlmostEqual(profile.area_mm2, below.area, delta=below.area * 1e-5)
        self.assertAlmostEqual(profile.half_width_mm(0.0), sqrt(height * (2 * radius - height)), places=6)

    def test_half_a_barrel_moved_in(self) -> None:
        """A circle moved in by 9.5 is a circle 9.5 smaller."""
        profile = half_barrel(400, 200)
        for depth in (10.0, 80.0, 150.0):
            self.assertAlmostEqual(profile.inset_half_width_mm(depth, 9.5), sqrt(190.5**2 - depth**2), delta=0.02)


class SampledAgainstClosedForm(TestCase):
    """Reference library: the same straight wall, once in closed form and once as facets."""

    @given(
        st.floats(390, 480),
        st.floats(0, 26),
        st.floats(230, 330),
        st.floats(330, 420),
        st.sampled_from(["catenary", "parabola"]),
    )
    def test_every_number(self, top: float, slope: float, height: float, guide: float, kind: Any) -> None:
        low = top - 2 * height * np.tan(np.radians(slope))
        assume(low > 90)
        exact = CombOutlines(Trapezoid(top, float(low), height), 9.5, height - 15, guide, kind)
        facets = SampledOutlines(Facets(((top / 2, 0.0), (float(low) / 2, height))), 9.5, height - 15, guide, kind)
        self.assertAlmostEqual(facets.width_mm, exact.width_mm, places=6)
        for name in ("limit_area_mm2", "free_area_mm2", "predicted_area_mm2"):
            one, two = getattr(facets, name), getattr(exact, name)
            self.assertAlmostEqual(one, two, delta=two * 2e-4, msg=name)
        self.assertAlmostEqual(facets.contact_length_mm, exact.contact_length_mm, delta=2.5)
        if exact.least_clearance_mm > 0:
            self.assertAlmostEqual(facets.least_clearance_mm, exact.least_clearance_mm, delta=0.05)

    def test_the_predicted_comb_stays_inside_the_limit(self) -> None:
        for profile in (
            half_barrel(440, 300),
            circular_segment(260, 300),
            Facets(((220.0, 0.0), (220.0, 120.0), (90.0, 300.0))),
        ):
            comb = SampledOutlines(profile, 9.5, 280.0, 410.0, "catenary")
            predicted, limit = Polygon(comb.outline("predicted")), Polygon(comb.outline("limit"))
            self.assertLess(predicted.difference(limit.buffer(0.01)).area, 1.0)
            self.assertGreater(predicted.area, 0.5 * limit.area)


class Logs(TestCase):
    """Reference library."""

    @given(st.floats(100, 220), st.floats(100, 220), st.floats(400, 1200), st.floats(0, 0.6))
    def test_a_comb_is_a_chord_at_every_height(self, top: float, low: float, height: float, share: float) -> None:
        """Numerical integration of the chord of the bore less a bee space, taper included."""
        off = share * min(top, low)
        chord = Chord(top, low, height, off)

        def width(depth: float) -> float:
            radius = top + (low - top) * depth / height - 9.5
            return 2 * sqrt(max(radius**2 - off**2, 0.0))

        expected, _ = quad(width, 0.0, height - 15)
        comb = SampledOutlines(chord, 9.5, height - 15, None, "catenary")
        self.assertAlmostEqual(comb.predicted_area_mm2, expected, delta=expected * 1e-5)

    @given(st.floats(200, 400), st.floats(200, 400), st.floats(400, 1200))
    def test_volume_with_taper(self, one: float, two: float, height: float) -> None:
        document = example("tree-cavity")
        chamber(document)["section"] = {"kind": "circle", "diameter_mm": one, "far_diameter_mm": two}
        chamber(document)["length_mm"] = height
        document["chambers"][0]["run"]["items"] = []
        expected, _ = quad(lambda d: pi / 4 * (one + (two - one) * d / height) ** 2, 0.0, height)
        self.assertAlmostEqual(analyse(hive(document)).volumes.whole_l, expected / 1e6, places=6)

    def test_centred_on_a_comb_or_on_a_gap_the_area_differs_little(self) -> None:
        """Trade check: six combs about a gap, or five with one in the middle and halves beyond."""

        def area(gap: float, number: int) -> float:
            document = example("tree-cavity")
            items = chamber(document)["run"]["items"]
            comb = items[1]
            chamber(document)["run"]["items"] = [{"kind": "gap", "length_mm": gap}, *[comb] * number]
            a = analyse(hive(document))
            return sum(a.hung(p).predicted_area_mm2 for p in a.layout.combs)

        on_gap, on_comb = area(15.0, 6), area(32.5, 5)
        self.assertLess(abs(on_gap - on_comb) / on_gap, 0.12)

    def test_the_outer_combs_are_narrower(self) -> None:
        a = analyse(hive(example("tree-cavity")))
        widths = [a.hung(p).width_mm for p in a.layout.combs]
        self.assertEqual([round(w, 6) for w in widths], [round(w, 6) for w in reversed(widths)])
        self.assertLess(widths[0], widths[2])

    def test_a_wild_nest_is_about_as_large(self) -> None:
        """Published, context from memory: Seeley and Morse 1976 found nests of about 45 L behind 10 to 40 cm²."""
        report = reported(hive(example("tree-cavity")), "metrics")
        self.assertTrue(30 <= report.metrics["cavity.whole_l"].value <= 60)
        self.assertTrue(10 <= report.metrics["run.entrance_area_cm2"].value <= 40)

    def test_a_lying_log_with_combs_along_it(self) -> None:
        document = example("tree-cavity")
        chamber(document)["axis"], chamber(document)["combs"] = "lying", "along"
        a = analyse(hive(document))
        deep = [a.hung(p).predicted_area_mm2 for p in a.layout.combs]
        self.assertGreater(deep[2], deep[0])
        self.assertAlmostEqual(a.volumes.whole_l, analyse(hive(example("tree-cavity"))).volumes.whole_l)

    def test_a_lying_log_with_combs_across_it(self) -> None:
        """The bore less a bee space, cut off above the floor gap."""
        document = example("tree-cavity")
        section = {"kind": "circle", "diameter_mm": 240.0}
        chamber(document).update(axis="lying", section=section, run={"items": chamber(document)["run"]["items"][1:7]})
        a = analyse(hive(document))
        bore = Point(0, 120).buffer(110.5, quad_segs=500)
        expected = bore.intersection(Polygon([(-200, 0), (200, 0), (200, 225), (-200, 225)])).area
        self.assertAlmostEqual(a.hung(a.layout.combs[0]).predicted_area_mm2, expected, delta=expected * 0.002)


class Stands(TestCase):
    """Reference library: chambers lying and standing, combs across and along: one model."""

    def test_a_square_column_is_a_box_stood_on_end(self) -> None:
        document = example("straight-top-bar")
        box = chamber(document)
        box.update(
            axis="standing", section={"kind": "rectangle", "width_mm": 300.0, "height_mm": 350.0}, length_mm=500.0
        )
        box["run"]["items"] = [{"kind": "comb", "type": "brood"}] * 10
        for bar in document["comb_types"]:
            bar.update(length_mm=330.0, guide={"kind": "strip", "length_mm": 270.0})
        a = analyse(hive(document))
        self.assertEqual((a.run_mm, a.section.top_mm, a.section.height_mm), (350.0, 300.0, 500.0))
        self.assertAlmostEqual(a.volumes.whole_l, 52.5)

    def test_combs_along_a_box_hang_as_long_as_the_box(self) -> None:
        a = analyse(hive(example("two-chamber")))
        self.assertAlmostEqual(a.section.top_mm, a.chamber.length_mm)
        self.assertAlmostEqual(a.run_mm, 466.725)

    def test_what_cannot_stand_or_carry_is_named(self) -> None:
        for change, field in (({"axis": "standing"}, "/chambers/0/axis"), ({"combs": "along"}, "/chambers/0/combs")):
            document = sound()
            chamber(document).update(change)
            with self.subTest(field), self.assertRaises(ParameterError) as caught:
                analyse(hive(document))
            self.assertEqual(caught.exception.field, field)


class BadSections(TestCase):
    """Reference library."""

    def refused(self, section: dict[str, Any]) -> str:
        document = sound()
        chamber(document)["section"] = section
        with self.assertRaises(ParameterError) as caught:
            build_report(hive(document))
        return f"{caught.exception.field}: {caught.exception.reason}"

    def test_walls_that_cross_themselves(self) -> None:
        points = [{"half_width_mm": 200.0, "depth_mm": 0.0}, {"half_width_mm": 150.0, "depth_mm": 200.0}]
        back = {"kind": "polygon", "profile": [*points, {"half_width_mm": 100.0, "depth_mm": 150.0}]}
        self.assertRegex(self.refused(back), "^/chambers/0/section/profile/2/depth_mm: .*cross itself")
        shut = [points[0], {"half_width_mm": 0.0, "depth_mm": 200.0}, {"half_width_mm": 90.0, "depth_mm": 300.0}]
        self.assertRegex(self.refused({"kind": "polygon", "profile": shut}), "profile/1/half_width_mm: .*would cross")
        late = [{"half_width_mm": 200.0, "depth_mm": 20.0}, points[1]]
        self.assertRegex(self.refused({"kind": "polygon", "profile": late}), "depth 0")

    def test_a_segment_higher_than_its_circle(self) -> None:
        self.assertRegex(
            self.refused({"kind": "segment", "radius_mm": 150.0, "height_mm": 310.0}), "height_mm: .*cut it lower"
        )

    def test_a_log_narrower_than_a_comb(self) -> None:
        document = example("tree-cavity")
        chamber(document)["section"] = {"kind": "circle", "diameter_mm": 60.0}
        document["chambers"][0]["run"]["items"] = [{"kind": "comb", "type": "comb"}]
        with self.assertRaises(ParameterError) as caught:
            build_report(hive(document))
        self.assertEqual(caught.exception.field, "/chambers/0/section/diameter_mm")
        self.assertIn("no room for a comb", caught.exception.reason)
