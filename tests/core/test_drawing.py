"""What the drawings show, measured on the drawings."""

from __future__ import annotations

from itertools import pairwise
from math import cos, radians
from typing import Any
from unittest import TestCase

from shapely.geometry import Point
from shapely.geometry import Polygon as Shape

from sabaka_core import build_report
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Circle, Drawing, Polygon, Polyline, Strokes
from tests.core.support import chamber, example, follower, hive, reported, sound


def drawn(document: dict[str, Any], name: str) -> Drawing:
    return reported(hive(document), draw=(name,)).drawings[name]


def on(drawing: Drawing, layer: str) -> list[Shape]:
    """Polygons of a layer."""
    return [Shape(s.points) for s in drawing.shapes if isinstance(s, Polygon) and s.layer == layer]


def dimensions(drawing: Drawing) -> dict[str, float]:
    return {s.name: s.quantity.value for s in drawing.shapes if isinstance(s, Dimension)}


class TheSection(TestCase):
    """Property."""

    def test_a_side_board_is_as_thick_as_it_is(self) -> None:
        """Reference library: shapely measures the drawn board's thickness square to its face."""
        for name, thick in (("bowline", 22), ("sheepshank", 38)):
            with self.subTest(name):
                section = drawn(example(name), "section")
                side = max((s for s in on(section, "timber") if s.centroid.x > 0), key=lambda s: s.centroid.x)
                slope = radians(reported(hive(example(name)), "metrics").metrics["section.bevel_deg"].value)
                low = [x for x, y in side.exterior.coords if abs(y - side.bounds[3]) < 1e-6]
                self.assertAlmostEqual((max(low) - min(low)) * cos(slope), thick, places=6)

    def test_boards_meet_and_do_not_overlap(self) -> None:
        for name in ("bowline", "sheepshank", "straight-top-bar"):
            timber = on(drawn(example(name), "section"), "timber")
            for i, one in enumerate(timber):
                for other in timber[i + 1 :]:
                    with self.subTest(name):
                        self.assertLess(one.intersection(other).area, 1e-6)

    def test_the_bar_lies_on_the_walls_and_never_in_them(self) -> None:
        for name in ("bowline", "sheepshank", "straight-top-bar"):
            section = drawn(example(name), "section")
            bar = on(section, "bar")[0]
            with self.subTest(name):
                self.assertLess(sum(bar.intersection(wall).area for wall in on(section, "timber")), 1e-6)

    def test_the_comb_keeps_off_walls_and_litter(self) -> None:
        document = sound()
        chamber(document)["litter"] = {"kind": "deep", "depth_mm": 40.0}
        section = drawn(document, "section")
        comb = on(section, "predicted")[0]
        self.assertGreaterEqual(comb.distance(on(section, "litter")[0]), 15 - 1e-6)
        for wall in on(section, "timber"):
            self.assertGreaterEqual(comb.distance(wall), 9.4)

    def test_the_touch_is_drawn_on_the_wall_as_long_as_the_ledger_says(self) -> None:
        report = build_report(hive(example("granny")))
        touches = [s for s in report.drawings["section"].shapes if isinstance(s, Polyline) and s.layer == "touch"]
        self.assertEqual(len(touches), 2)
        for touch in touches:
            length = Point(touch.points[0]).distance(Point(touch.points[1]))
            self.assertAlmostEqual(length, report.metrics["comb.touch_length_mm"].value, places=6)

    def test_a_trough_hangs_below_the_floor(self) -> None:
        document = sound()
        chamber(document)["litter"] = {"kind": "trough", "depth_mm": 0.0, "sunk_mm": 60.0, "width_mm": 150.0}
        litter = on(drawn(document, "section"), "litter")[0]
        self.assertAlmostEqual(litter.bounds[1], 290)
        self.assertAlmostEqual(litter.bounds[3], 350, delta=0.5)


class Lengthwise(TestCase):
    """Property."""

    def test_a_follower_ends_short_of_the_floor_by_its_foot_gap(self) -> None:
        document = sound()
        follower(document, "far")["foot_gap_mm"] = 12.0
        board = on(drawn(document, "along"), "follower")[0]
        self.assertAlmostEqual(board.bounds[3], 290 - 12)
        self.assertAlmostEqual(board.bounds[2] - board.bounds[0], 18)

    def test_combs_hang_apart_by_more_than_a_bee_space(self) -> None:
        along = drawn(example("bowline"), "along")
        combs = sorted(
            (s for layer in ("brood", "honey", "pollen", "nectar", "empty") for s in on(along, f"comb-{layer}")),
            key=lambda s: s.bounds[0],
        )
        self.assertEqual(len(combs), 19)
        for left, right in pairwise(combs):
            self.assertGreaterEqual(right.bounds[0] - left.bounds[2], 6 - 1e-6)

    def test_a_follower_clears_the_walls_from_above(self) -> None:
        document = sound()
        follower(document, "far").update(fit="loose", side_clearance_mm=7.0)
        plan = drawn(document, "plan")
        board = on(plan, "follower")[0]
        self.assertAlmostEqual(board.bounds[3], 215 - 7)
        self.assertEqual(dimensions(plan)["Inside length"], 1200)

    def test_entrances_are_drawn_where_they_are_bored(self) -> None:
        along = drawn(example("bowline"), "along")
        holes = [(s.x_mm, s.y_mm, s.radius_mm) for s in along.shapes if isinstance(s, Circle)]
        self.assertEqual(holes[0], (130, 300 - 25 - 12.5, 12.5))

    def test_the_rule_is_right_in_millimetres_and_in_inches(self) -> None:
        rod = drawn(sound(), "rod")
        for layer, step in (("rule-mm", 20.0), ("rule-in", 25.4)):
            rule = next(s for s in rod.shapes if isinstance(s, Strokes) and s.layer == layer)
            ticks = [start[0] for start, _ in rule.lines]
            with self.subTest(layer):
                self.assertEqual(len(ticks), int(1200 / step) + 1)
                self.assertAlmostEqual(ticks[-1], step * (len(ticks) - 1))

    def test_handles_stand_on_their_followers_and_name_their_bar(self) -> None:
        rod = drawn(example("bowline"), "rod")
        near, far = rod.handles
        self.assertEqual((near.x_mm, far.x_mm), (90, 782))
        self.assertEqual((near.grip_x_mm, far.grip_x_mm), (81, 791))
        self.assertEqual(far.text.template, "{x} · after bar 19")
        self.assertIn(782.0, far.snaps)
        self.assertIn(125.0, far.snaps)
