"""The whole hive: stacks, masses, sizes by combs and litres, two designs side by side, every drawing."""

from __future__ import annotations

import json
import math
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from shapely.geometry import Polygon

from sabaka_core import InfeasibleError, ParameterError, apply_edit, build_report, load_hive
from sabaka_core.base.quantity import Text
from sabaka_core.document.hive import Hive
from sabaka_core.document.sections import BarrelSection, CircleSection, PolygonSection, ProfilePoint, SegmentSection
from sabaka_core.edits.fields import SetField, SetSection
from sabaka_core.edits.handles import Drop
from sabaka_core.edits.sizing import SizeBox
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import whole
from sabaka_core.kit.chapter import Asked
from sabaka_core.paper.svg import to_svg
from sabaka_core.run.passages import connected, way_out
from sabaka_core.show.study import chapter
from sabaka_core.woodwork.masses import empty_kg, full_kg
from tests.core.support import EXAMPLES, chamber, compared, example, hive, reported, table_of, told

NAMES = sorted(file.stem for file in EXAMPLES.glob("*.json"))


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


def numbers(value: Any) -> list[float]:
    if isinstance(value, dict):
        return [n for v in value.values() for n in numbers(v)]
    if isinstance(value, list):
        return [n for v in value for n in numbers(v)]
    return [value] if isinstance(value, float) else []


# Every drawing of shape and run; the slope’s have to be asked for by name.
DRAWN = ("whole", "section", "along", "plan", "above", "beside", "slope", "board", "rod")


class EveryExample(TestCase):
    """Hand."""

    def test_reports_on_every_chamber_without_a_nan(self) -> None:
        for name in NAMES:
            design = opened(name)
            for box in range(len(design.chambers)):
                with self.subTest(name, box=box):
                    report = reported(design, "metrics", "findings", "tables", "forms", draw=DRAWN, box=box)
                    self.assertTrue(all(math.isfinite(n) for n in numbers(json.loads(report.model_dump_json()))))
                    drawn = {*report.drawings, *report.charts}
                    self.assertEqual(drawn, {*report.chapters["shape"].views, "rod"})

    def test_every_drawing_is_svg(self) -> None:
        for name in NAMES:
            design = opened(name)
            for box in range(len(design.chambers)):
                report = build_report(design, box=box)
                for drawing in report.drawings.values():
                    with self.subTest(name, drawing=drawing.name):
                        root = etree.fromstring(to_svg(drawing).encode())
                        self.assertGreater(len(root), 3)

    def test_shapes_lie_within_their_drawing(self) -> None:
        for name in NAMES:
            design = opened(name)
            for box in range(len(design.chambers)):
                for drawing in build_report(design, box=box).drawings.values():
                    edge = drawing.extent
                    for shape in drawing.shapes:
                        if shape.kind == "dimension":
                            for x, y in (shape.start, shape.end):
                                with self.subTest(name, drawing=drawing.name, dimension=shape.name):
                                    self.assertTrue(edge.left_mm <= x + shape.offset[0] <= edge.right_mm)
                                    self.assertTrue(edge.top_mm <= y + shape.offset[1] <= edge.bottom_mm)

    def test_the_predicted_comb_is_inside_the_limit(self) -> None:
        """Shapely: for bars and fixed combs the limit outline; for frames the walls themselves."""
        for name in NAMES:
            design = opened(name)
            for box in range(len(design.chambers)):
                a = analyse(design, box)
                for placed in a.layout.combs:
                    with self.subTest(name, box=box, comb=placed.number):
                        predicted = Polygon(a.hung(placed).outline("predicted"))
                        self.assertLess(predicted.difference(_room(a, placed).buffer(0.05)).area, 0.5)

    def test_dimensions_edit_fields_that_exist(self) -> None:
        """Typing a drawing's own number back in changes nothing but rounding."""
        for name in NAMES:
            design = opened(name)
            for box in range(len(design.chambers)):
                report = build_report(design, box=box)
                paths = {
                    s.path
                    for d in report.drawings.values()
                    for s in d.shapes
                    if s.kind in ("dimension", "angle") and s.path
                }  # type: ignore[union-attr]
                for path in paths:
                    shapes = [s for d in report.drawings.values() for s in d.shapes if getattr(s, "path", None) == path]
                    with self.subTest(name, path=path):
                        value = shapes[0].quantity.value  # type: ignore[union-attr]
                        changed = apply_edit(design, SetField(path=path, text=f"{value:.6f}"), box)
                        self.assertEqual(len(changed.chambers), len(design.chambers))

    def test_handles_can_be_dropped_where_they_are(self) -> None:
        for name in NAMES:
            design = opened(name)
            for drawing in build_report(design).drawings.values():
                for handle in drawing.handles:
                    with self.subTest(name, handle=handle.id):
                        apply_edit(design, Drop(handle=handle.id, x_mm=handle.x_mm, y_mm=handle.y_mm))


def _room(a: Analysis, placed: Any) -> Polygon:
    if a.main_frame is None:
        return Polygon(a.hung(placed).outline("limit"))  # type: ignore[arg-type]
    right = a.section.wall
    return Polygon([*((-x, d) for x, d in right), *((x, d) for x, d in reversed(right))])


class Stacks(TestCase):
    """Hand."""

    def test_a_side_by_side_hive_has_three_and_they_end_level(self) -> None:
        stacks = whole(opened("side-by-side")).stacks
        self.assertEqual(
            [(s.name, len(s.boxes)) for s in stacks], [("left honey", 3), ("brood", 2), ("right honey", 3)]
        )
        tops = [s.top_mm for s in stacks]
        self.assertLess(max(tops) - min(tops), 2.0)

    def test_three_mediums_stand_higher_than_two_deeps(self) -> None:
        """Trade check: 3 × 168.275 − 2 × 244.475 = 15.9 mm, so the brood stack stands on a shim of that."""
        self.assertAlmostEqual(3 * 168.275 - 2 * 244.475, 15.875)
        z = opened("side-by-side").chambers[1].place.z_mm
        self.assertAlmostEqual(z, 15.875, delta=2.0)

    def test_tipping(self) -> None:
        """Hand: bowline stands on its floor, 440 − 2·300·tan 20° inside and 2·22/cos 20° of wall, and is 322 high."""
        foot = 440 - 600 * math.tan(math.radians(20)) + 44 / math.cos(math.radians(20))
        stack = whole(opened("bowline")).stacks[0]
        self.assertAlmostEqual(stack.base_mm, foot)
        self.assertAlmostEqual(stack.tipping_deg, math.degrees(math.atan2(foot, 322)))
        lifting = chapter(Context(opened("bowline")), "lifting", Asked(parts=("metrics",)))
        self.assertAlmostEqual(lifting.metrics["lifting.tipping_deg"].value, stack.tipping_deg)

    def test_ways_between_chambers(self) -> None:
        design = opened("two-chamber")
        self.assertEqual(connected(design, "honey"), {"brood", "honey"})
        self.assertTrue(way_out(design, "honey"))
        self.assertFalse(way_out(design.model_copy(update={"passages": ()}), "honey"))


class Masses(TestCase):
    """Hand."""

    def test_a_box_of_straight_boards_by_hand(self) -> None:
        """Hand: sides and ends 263.5 high, for bars lie 19 deep in a rebate of 9.5; floor 1050 × 516.7 × 22.

        The lid goes over it with 6 of play: a rim 95 high of 18, boards of 20, felt of 2, two battens 26 × 20. Boards
        of the run are the section, 466.7 × 244.5 × thick; the discs are two plates of steel 100 × 100 × 2.
        """
        design = opened("straight-top-bar")
        w = whole(design)
        shell = 2 * 1050 * (263.5 * 25 - 19 * 9.5) + 2 * 466.7 * 263.5 * 25 + 1050 * 516.7 * 22
        rim = 2 * (1062 + 36) * 95 * 18 + 2 * 528.7 * 95 * 18 + 2 * 528.7 * 26 * 20
        top = 1098 * 564.7
        lid_kg = (rim + top * 20) * 450 / 1e9 + top * 2 * 1100 / 1e9 + 2 * 100 * 100 * 2 * 7800 / 1e9
        bars = sum(482.6 * p.length_mm * 19 for p in analyse(design).layout.combs)
        boards = sum(466.7 * 244.5 * p.length_mm for p in analyse(design).layout.placed if p.item.kind == "follower")
        self.assertAlmostEqual(empty_kg(w), (shell + bars + boards) * 450 / 1e9 + lid_kg, delta=0.35)

    def test_full_is_empty_and_honey(self) -> None:
        for name in NAMES:
            w = whole(opened(name))
            with self.subTest(name):
                self.assertAlmostEqual(full_kg(w), empty_kg(w) + w.honey_kg)
                self.assertTrue(10 < empty_kg(w) < 200 and 10 < w.honey_kg < 250)


class Sizing(TestCase):
    """Hand."""

    @given(st.integers(1, 60))
    def test_by_combs_every_comb_is_there_and_the_run_closes(self, number: int) -> None:
        a = analyse(apply_edit(opened("sloped-top-bar"), SizeBox(by="combs", text=str(number))))
        self.assertEqual(len(a.layout.combs), number)
        self.assertAlmostEqual(a.layout.leftover_mm, 0.0, places=3)

    # A bore of 240 mm holds 271 L at the greatest height that is worked with.
    @given(st.floats(65, 270))
    def test_by_litres_the_cavity_holds_them(self, litres: float) -> None:
        for name in ("sloped-top-bar", "tree-cavity"):
            a = analyse(apply_edit(opened(name), SizeBox(by="litres", text=f"{litres:.3f}")))
            self.assertAlmostEqual(a.volumes.whole_l, litres, delta=litres * 2e-3)

    def test_by_cubic_feet_under_inches(self) -> None:
        a = analyse(apply_edit(opened("sloped-top-bar"), SizeBox(by="litres", text="4", units="in")))
        self.assertAlmostEqual(a.volumes.whole_l, 4 * 28.3168, delta=0.1)

    @given(st.floats(230, 420))
    def test_by_board_a_side_comes_out_of_it(self, board: float) -> None:
        a = analyse(apply_edit(opened("bowline"), SizeBox(by="board", text=f"{board:.3f}")))
        assert a.trapezoid is not None
        self.assertAlmostEqual(a.trapezoid.board_width_mm(a.side_mm), board, delta=0.01)

    def test_what_cannot_be_is_named(self) -> None:
        for by, text, field in (
            ("combs", "2.5", "size-combs"),
            ("litres", "-3", "size-litres"),
            ("board", "wide", "size-board"),
            ("combs", "900", "size-combs"),
        ):
            with self.subTest(by, text=text), self.assertRaises(ParameterError) as caught:
                apply_edit(opened("bowline"), SizeBox(by=by, text=text))  # type: ignore[arg-type]
            self.assertEqual(caught.exception.field, field)
        with self.assertRaises(InfeasibleError):
            apply_edit(opened("tree-cavity"), SizeBox(by="combs", text="9"))

    def test_the_slope_chart_with_the_board_held_keeps_the_board(self) -> None:
        """Bowline's boards on hand are 330 wide."""
        leaned = apply_edit(opened("bowline"), Drop(handle="board-slope", x_mm=15.0))
        a = analyse(leaned)
        assert a.trapezoid is not None
        self.assertAlmostEqual(a.trapezoid.slope_deg, 15.0, places=3)
        self.assertAlmostEqual(a.trapezoid.board_width_mm(a.side_mm), 330.0, delta=0.01)


class Sections(TestCase):
    """Hand."""

    def test_every_kind_of_section_is_one_choice_away(self) -> None:
        kinds = (
            BarrelSection(top_mm=440.0, height_mm=300.0),
            SegmentSection(radius_mm=240.0, height_mm=300.0),
            PolygonSection(
                profile=(
                    ProfilePoint(half_width_mm=220.0, depth_mm=0.0),
                    ProfilePoint(half_width_mm=220.0, depth_mm=120.0),
                    ProfilePoint(half_width_mm=95.0, depth_mm=300.0),
                )
            ),
        )
        for section in kinds:
            with self.subTest(section.kind):
                changed = apply_edit(opened("sloped-top-bar"), SetSection(section=section))
                report = build_report(changed)
                self.assertIn("section.widest_mm", report.metrics)
                self.assertGreater(report.metrics["comb.predicted_area_cm2"].value, 300)
                self.assertEqual(report.chapters["shape"].views, ("whole", "section", "along", "plan"))

    def test_the_form_offers_them_with_edits_that_work(self) -> None:
        design = opened("bowline")
        forms = reported(design, "forms").forms
        field = next(f for g in forms for f in g.fields if f.path == "/chambers/0/section/kind")
        assert field.kind == "choice"
        for option in field.options:
            assert option.edit is not None
            with self.subTest(option.value):
                if option.value != "circle":
                    changed = apply_edit(design, SetSection.model_validate(option.edit))
                    self.assertEqual(changed.chambers[0].section.kind, option.value)
                    self.assertTrue(build_report(changed).metrics)

    def test_a_log_can_be_widened_by_its_dimension(self) -> None:
        changed = apply_edit(opened("tree-cavity"), SetField(path="/chambers/0/section/diameter_mm", text="260"))
        section = changed.chambers[0].section
        assert isinstance(section, CircleSection)
        self.assertEqual(section.diameter_mm, 260.0)


class Compare(TestCase):
    """Hand."""

    def test_a_hive_beside_itself_is_the_same(self) -> None:
        design = opened("bowline")
        self.assertEqual(
            [line for line in table_of(compared(design, design), "beside").lines if "▲" in line.model_dump_json()], []
        )

    def test_which_has_more(self) -> None:
        beside = table_of(compared(opened("deep-horizontal"), opened("tree-cavity")), "beside")
        more = {line.key: [isinstance(cell, Text) for cell in line.cells[1:]] for line in beside.lines}
        self.assertEqual(more["Room"], [True, False])
        self.assertEqual(more["Tallest unbroken comb"], [False, True])

    def test_made_equal_by_hand(self) -> None:
        """Hand: twice as long a box at the same litres is half as long, with half its comb."""
        document = example("sloped-top-bar")
        chamber(document)["length_mm"] *= 2
        document["name"] = "Double"
        words, comb = map(told, table_of(compared(opened("sloped-top-bar"), hive(document)), "equal").lines)
        self.assertAlmostEqual(words.values["length"].value, 1200.0, delta=0.01)
        self.assertAlmostEqual(comb.values["room"].value, 2 * words.values["room"].value, delta=0.01)


class OnTheBench(TestCase):
    """Hand."""

    def test_the_brood_chamber_lies_on_it_first(self) -> None:
        for name, box in (("side-by-side", 1), ("stacked-long", 1), ("two-chamber", 0), ("bowline", 0)):
            with self.subTest(name):
                self.assertEqual(main_box(opened(name)), box)
                self.assertEqual(reported(opened(name)).box, box)

    def test_edits_speak_of_the_chamber_on_it(self) -> None:
        design = opened("two-chamber")
        from sabaka_core.edits.items import RemoveItem

        changed = apply_edit(design, RemoveItem(item="comb-1"), 1)
        self.assertEqual([len(c.run.items) for c in changed.chambers], [13, 12])
        with self.assertRaises(ParameterError):
            apply_edit(design, RemoveItem(item="comb-1"), 7)
        with self.assertRaises(ParameterError):
            build_report(design, {}, 7)
