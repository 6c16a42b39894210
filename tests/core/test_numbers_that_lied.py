"""Regression tests of numbers that were plainly wrong, each held to reckoning that shares no code with it."""

from __future__ import annotations

import itertools
from math import cos, radians, sqrt, tan
from typing import Any
from unittest import TestCase

from scipy.integrate import quad

from sabaka_core.base.quantity import plain
from sabaka_core.base.units import inches_text, parse_length
from sabaka_core.combs.contents import honey_kg
from sabaka_core.combs.outlines import outlines_of
from sabaka_core.document.combs import Frame
from sabaka_core.document.season import Season
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.joints import joints
from sabaka_core.frames.parts import comb_area_mm2
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.chart import scale
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.tables import at_least, at_most, practice, table
from sabaka_core.kit.ticks import ticks
from sabaka_core.season.asked import plan_of
from tests.core.support import card, chamber, example, follower, hive, items, reported, said, sound, table_of, told
from tests.core.test_findings import findings


class InchFractions(TestCase):
    """Regression: limits that are inch fractions hold to the fraction."""

    def test_4_three_quarters_of_an_inch_under_a_follower_is_inside_its_limit(self) -> None:
        for foot, right in (("3/4", True), ("3/8", True), ("13/16", False), ("5/16", False)):
            document = sound()
            follower(document, "far")["foot_gap_mm"] = parse_length(foot, "in")
            codes = {f.code for f in findings(document)}
            with self.subTest(foot):
                self.assertEqual("follower-foot-gap" not in codes, right)

    def test_4_every_limit_in_millimetres_holds_as_it_is_written_in_inches(self) -> None:
        """Each limit of the table, written to a sixteenth as the screen does and typed back."""
        for key, row in table("practice").items():
            if row.unit != "mm" or row.low is None or row.high is None:
                continue
            for limit in row.span:
                typed = parse_length(inches_text(limit, 16), "in")
                with self.subTest(key, limit=limit, typed=typed):
                    self.assertTrue(row.holds(typed))

    def test_4_what_is_typed_in_millimetres_keeps_to_the_millimetre(self) -> None:
        row = practice("follower_foot_gap")
        self.assertFalse(row.holds(19.1))
        self.assertFalse(row.holds(8.9))
        self.assertTrue(at_least(9.0, 9.0) and at_most(19.0, 19.0))
        self.assertFalse(at_most(20.6375, 19.0), "13/16 in is not 3/4")


def chord_mm(depth: float, top: float, low: float, high: float, off: float) -> float:
    """Hand: a comb's width at a depth of a bore that tapers, a bee space short of its wall."""
    inner = top / 2 + (low - top) / 2 * depth / high - 9.5
    return 2 * sqrt(inner**2 - off**2) if inner > off else 0.0


class Logs(TestCase):
    """Regression."""

    def test_13_combs_of_a_log_that_narrows_end_where_the_wall_meets_them(self) -> None:
        """Hand: the chord of the bore less a bee space, integrated over the taper, for every comb of three logs."""
        for top, low in ((360.0, 200.0), (300.0, 300.0), (220.0, 300.0)):
            document = example("tree-cavity")
            chamber(document)["section"] = {"kind": "circle", "diameter_mm": top, "far_diameter_mm": low}
            a = analyse(hive(document))
            high, depth = chamber(document)["length_mm"], a.comb_depth_mm
            for placed in a.layout.combs:
                off = abs(placed.middle_mm - top / 2)

                with self.subTest(top=top, low=low, off=off):
                    whole = quad(chord_mm, 0, depth, args=(top, low, high, off), limit=400)[0]
                    self.assertAlmostEqual(a.hung(placed).predicted_area_mm2 / 100, whole / 100, delta=1.0)


class Rooms(TestCase):
    """Regression."""

    def parts(self, document: dict[str, Any]) -> tuple[float, ...]:
        metrics = reported(hive(document), "metrics").metrics
        keys = ("occupied_l", "near_gap_l", "far_gap_l", "boards_l", "litter_l")
        return tuple(metrics[f"cavity.{key}"].value for key in keys)

    def test_16_a_run_longer_than_its_box_leaves_no_room_less_than_none(self) -> None:
        document = sound()
        chamber(document)["length_mm"] = 500.0
        self.assertTrue(all(part >= 0 for part in self.parts(document)), self.parts(document))

    def test_16_linings_turned_round_or_too_thick_take_no_more_than_there_is(self) -> None:
        for lining in (
            {"from_mm": 300.0, "to_mm": 100.0},
            {"thickness_mm": 900.0},
            {"to_mm": 5000.0, "floor_mm": 900.0},
        ):
            document = example("conversion-box")
            chamber(document)["linings"][0] |= lining
            with self.subTest(lining):
                self.assertTrue(all(part >= -1e-9 for part in self.parts(document)), self.parts(document))

    def test_16_the_parts_of_a_closed_run_still_add_up(self) -> None:
        for name in ("sloped-top-bar", "conversion-box", "bowline"):
            document = example(name)
            whole = reported(hive(document), "metrics").metrics["cavity.whole_l"].value
            with self.subTest(name):
                self.assertAlmostEqual(sum(self.parts(document)), whole, delta=1e-3 * whole)


class Combs(TestCase):
    """Regression."""

    def test_16_a_very_shallow_frame_holds_no_comb_rather_than_less_than_none(self) -> None:
        document = example("long-shallow")
        document["comb_types"][0] |= {"depth_mm": 30.0, "top_bar_thickness_mm": 19.0, "bottom_bar_thickness_mm": 19.0}
        a = analyse(hive(document))
        assert a.main is not None
        self.assertEqual(a.hung_of(a.main.id).predicted_area_mm2, 0.0)
        self.assertEqual(a.honey_kg(a.main), 0.0)

    def test_16_the_comb_where_moved_walls_meet_above_its_foot(self) -> None:
        """Hand: the lesser of parabola and moved wall, integrated; walls of 35° meet 198 mm down, the comb
        reaches for 235."""
        top, slope, high, gap, space = 300.0, 35.0, 210.0, 15.0, 9.5
        section = Trapezoid(top, top - 2 * high * tan(radians(slope)), high)
        guide, depth = 270.0, high - gap + 40.0

        def half(d: float) -> float:
            wall = top / 2 - d * tan(radians(slope)) - space / cos(radians(slope))
            free = guide / 2 * sqrt(max(1 - d / depth, 0.0))
            return max(min(wall, free), 0.0)

        found = outlines_of(section, space, depth, guide, "parabola")
        self.assertLess(found.limit_depth_mm, depth)
        whole = 2 * quad(half, 0, depth, limit=400, points=[found.limit_depth_mm])[0]
        self.assertAlmostEqual(found.predicted_area_mm2 / whole, 1.0, places=5)

    def test_16_one_ten_frame_deep_from_its_inches(self) -> None:
        litres = 18.375 * 14.75 * 9.625 * 25.4**3 / 1e6
        self.assertAlmostEqual(practice("box_deep_ten").number, litres, places=2)
        self.assertAlmostEqual(practice("box_deep_ten").number, 42.75, places=2)

    def test_16_one_deep_comb_from_its_frame(self) -> None:
        deep = catalogue()["langstroth-deep"].carrier
        assert isinstance(deep, Frame)
        self.assertAlmostEqual(practice("deep_comb").number, comb_area_mm2(deep) / 100, delta=0.5)

    def test_16_a_tall_frames_honey_is_explained_where_it_is_over_what_is_told(self) -> None:
        for ident, explained in (("tall-one-piece", True), ("two-part-deep", False), ("langstroth-deep", False)):
            frame = catalogue()[ident].carrier
            assert isinstance(frame, Frame)
            facts = table_of(card(f"catalogue:{ident}"), "holds").lines
            fact = next(fact for fact in facts if fact.key == "Honey when full")
            with self.subTest(ident):
                self.assertEqual("commonly told" in plain(told(fact, 1)), explained)
                self.assertEqual(honey_kg(comb_area_mm2(frame), frame.spacing_mm) > 6.0, explained)


class Feeding(TestCase):
    """Regression."""

    def test_18_no_plan_feeds_more_than_its_drawn_comb_holds(self) -> None:
        """Hand: on the day of feeding, what brood, pollen, nectar and honey fill is no more than what is drawn."""
        fed = refused = 0
        for name in ("bowline", "deep-horizontal", "long-shallow"):
            a = analyse(hive(example(name)))
            for start in ("swarm", "nucleus", "overwintered"):
                for day in ("2026-06-01", "2026-08-25", "2026-10-01"):
                    plan = plan_of(a, Season.model_validate({"start": start, "start_day": day}))
                    for visit in plan.visits:
                        kinds = {step.kind for step in visit.steps}
                        refused += "no-room-for-feed" in kinds
                        if "feed" not in kinds:
                            continue
                        fed += 1
                        row = plan.days[visit.day - plan.days[0].day]
                        full = row.need.brood + row.need.pollen + row.need.nectar + row.need.honey
                        with self.subTest(name, start=start, day=day):
                            # A day lies between the visit and the evening that is told.
                            self.assertLessEqual(full, row.drawn + 0.2)
        self.assertGreater(fed, 3)
        self.assertGreater(refused, 3)


class Empty(TestCase):
    """Regression."""

    def test_16_items_of_no_run(self) -> None:
        document = sound()
        items(document)[:] = []
        self.assertTrue(reported(hive(document), "metrics").metrics)


class Scales(TestCase):
    """Regression."""

    def test_19_every_range_has_ticks(self) -> None:
        """Property: two to seven round numbers inside any range, evenly spaced, the first at most a step from
        its foot."""
        for power in range(-4, 9):
            for part in (1.0, 1.2, 1.9, 2.4, 3.0, 4.9, 7.7, 9.99):
                top = part * 10.0**power
                found = ticks(0.0, top)
                steps = {round((b - a) / 10.0**power, 9) for a, b in itertools.pairwise(found)}
                with self.subTest(top=top):
                    self.assertTrue(3 <= len(found) <= 8, found)
                    self.assertEqual(len(steps), 1)
                    self.assertLessEqual(found[-1], top * (1 + 1e-9))
        self.assertEqual(ticks(-7.0, 13.0, 5), (-5.0, 0.0, 5.0, 10.0))
        self.assertEqual(ticks(3.0, 3.0), ())

    def test_19_small_colonies_and_large_ones_have_a_scale(self) -> None:
        """A top between 300 and 5,000 once had none."""
        for top in (12.0, 301.0, 2_500.0, 4_999.0, 38_000.0):
            with self.subTest(top):
                self.assertGreaterEqual(len(scale("bees", "bees", "count", (top,)).ticks), 3)

    def test_19_slope_season_and_winter_charts_have_ticks_in_every_example(self) -> None:
        for name in ("bowline", "granny", "sheepshank"):
            design = hive(example(name))
            charts = {
                **reported(design, draw=("slope",)).charts,
                **said(design, "season").charts,
                **said(design, "winter").charts,
            }
            self.assertEqual(set(charts), {"slope", "season-combs", "season-bees", "winter-year"})
            for axis in (axis for chart in charts.values() for axis in chart.axes if axis.side != "none"):
                with self.subTest(name, axis=axis.key):
                    self.assertGreaterEqual(len(axis.ticks), 2)


class Discs(TestCase):
    """Regression."""

    def test_3_run_and_rule_judge_two_discs_alike(self) -> None:
        """Trade check: centres a diameter and 3 mm apart are right; two of 100 mm 140 apart once got a cross."""
        for apart, code, good in (
            (140.0, None, True),
            (103.0, None, True),
            (102.0, "warning", False),
            (60.0, "error", False),
        ):
            document = example("straight-top-bar")
            disc = {
                "kind": "disc",
                "wall": "left",
                "height_mm": 40.0,
                "disc_mm": 100.0,
                "opening_mm": 38.0,
                "setting": "open",
            }
            chamber(document)["entrances"] = [{**disc, "at_mm": 200.0}, {**disc, "at_mm": 200.0 + apart}]
            report = reported(hive(document), "findings", "tables")
            said = [f.severity for f in report.findings if f.code == "discs-too-near"]
            fact = next(f for f in report.tables["openings"].lines if "stand" in told(f).template)
            with self.subTest(apart):
                self.assertEqual(said, [] if code is None else [code])
                self.assertEqual(fact.good, good)

    def test_3_discs_of_two_sizes_count_half_of_each_and_heights_count(self) -> None:
        document = example("straight-top-bar")
        one = {"kind": "disc", "wall": "left", "height_mm": 40.0, "disc_mm": 80.0, "opening_mm": 38.0, "at_mm": 200.0}
        two = {**one, "disc_mm": 60.0, "height_mm": 40.0 + 73.0}
        chamber(document)["entrances"] = [one, two]
        self.assertEqual([f for f in findings(document) if f.code == "discs-too-near"], [])
        two["height_mm"] -= 4.0
        self.assertEqual([f.severity for f in findings(document) if f.code == "discs-too-near"], ["error"])


class Reasons(TestCase):
    """Regression."""

    def with_room(self, litres: float, strength: str, room: str = "just-enough") -> list[Finding]:
        document = sound()
        document["colonies"][0]["strength"] = strength
        document["season"] = {"room": room}
        nest = 578.0
        wide = litres * 1e6 / nest / 290
        chamber(document)["section"] = {"kind": "rectangle", "width_mm": wide, "height_mm": 290.0}
        return [f for f in findings(document) if f.code == "volume-off"]

    def test_5_too_much_room_has_a_reason_of_its_own(self) -> None:
        little, much = self.with_room(40.0, "full")[0], self.with_room(170.0, "full")[0]
        self.assertIn("swarms early", little.why)
        self.assertNotIn("swarm", much.why)
        self.assertIn("than a full colony covers", much.why)

    def test_5_much_is_stated_by_strength_and_school(self) -> None:
        """120 L for a full colony lie under hives that swarmed for want of room."""
        self.assertEqual(self.with_room(125.0, "full"), [])
        self.assertTrue(self.with_room(125.0, "growing"))
        self.assertEqual(self.with_room(200.0, "full")[0].school, "just enough room")
        self.assertEqual(self.with_room(200.0, "full", "ahead"), [])

    def test_5_every_row_with_two_reasons_gives_each_on_its_side(self) -> None:
        for key, row in table("practice").items():
            if row.why_high:
                low, high = row.span
                with self.subTest(key):
                    self.assertEqual((row.reason(low - 1), row.reason(high + 1)), (row.why, row.why_high))
                    self.assertNotEqual(row.why, row.why_high)


class Joints(TestCase):
    """Regression."""

    def test_6_joints_are_rated_by_what_they_do(self) -> None:
        """Trade check (no source): screws, glue, pegs and hooks bend; straps, one side bar, dovetail and brace hold."""
        for joint, holds in (
            ("none", False),
            ("screws", False),
            ("pegs", False),
            ("hooks", False),
            ("straps", True),
            ("side-bar", True),
            ("dovetail", True),
            ("brace", True),
        ):
            document = example("tall-in-stack")
            document["comb_types"][0] |= {"make": "two-part", "joint": joint}
            weak = [f for f in findings(document) if f.code == "weak-joint"]
            with self.subTest(joint):
                self.assertEqual(not weak, holds)
                if weak:
                    self.assertEqual(len(weak[0].mends), 4)

    def test_6_what_the_catalogue_and_the_moves_offer_holds(self) -> None:
        for ident, row in catalogue().items():
            if isinstance(row.carrier, Frame) and row.carrier.make == "two-part":
                with self.subTest(ident):
                    self.assertTrue(joints()[row.carrier.joint].holds)


class WidestPart(TestCase):
    """Regression."""

    def narrow_on_rods(self, long: float) -> list[Finding]:
        document = example("rear-access")
        document["comb_types"][0] |= {"body_width_mm": 355.6, "top_bar_mm": long}
        for each in document["chambers"]:
            each["section"] = {"kind": "rectangle", "width_mm": 374.6, "height_mm": 278.0}
        return [f for f in findings(document) if f.code in ("frame-too-large", "frame-side-gap")]

    def test_1_on_rods_the_lugs_are_between_the_walls_too(self) -> None:
        """A top bar of 393.7 in a chamber 374.6 wide once got “Nothing to mend”."""
        found = self.narrow_on_rods(393.7)
        self.assertEqual({(f.code, f.severity) for f in found}, {("frame-too-large", "error")})
        self.assertAlmostEqual(found[0].number.value, 393.7)
        self.assertIn("lugs", plain(found[0].text))
        self.assertEqual(self.narrow_on_rods(355.6), [])

    def test_1_lugs_may_be_sawn_off_where_the_body_then_fits(self) -> None:
        mends = [plain(mend.label) for f in self.narrow_on_rods(393.7) for mend in f.mends]
        self.assertIn("Saw the lugs off flush", mends)

    def test_1_in_a_rebate_lugs_lie_outside_the_walls(self) -> None:
        self.assertEqual([f.code for f in findings(example("long-shallow"))], [])
