"""Mends hold what the keeper said last, change the least, waste no room, and change what has to match with it."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core import Hive, apply_edit, apply_patch, load_hive
from sabaka_core.base.quantity import plain
from sabaka_core.edits.action import LookAt
from sabaka_core.edits.fields import SetField
from sabaka_core.edits.handles import Drop
from sabaka_core.edits.held import outside_sizes, touches
from sabaka_core.edits.matching import resized
from sabaka_core.edits.sizing import SizeBox
from sabaka_core.hive.whole import whole
from sabaka_core.kit.findings import Finding
from tests.core.support import EXAMPLES, example, hive, reported


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


def typed(name: str, path: str, words: str) -> tuple[Hive, dict[str, Finding]]:
    """An example after something was typed, and its findings by code."""
    edit = SetField(path=path, text=words)
    after = apply_edit(opened(name), edit, 0)
    report = reported(after, "findings", "mends", "long", held=edit.said(0))
    return after, {f.code: f for f in report.findings}


def labels(finding: Finding) -> list[str]:
    return [plain(mend.label) for mend in finding.mends]


class Held(TestCase):
    """Trade check."""

    def test_8_a_box_cut_to_the_board_gives_up_room_before_combs_and_its_length_last(self) -> None:
        """Hand: 1,000 to 700 with 293 of feeder room behind 20 combs of 35: keeping 70 for the feeder 223 are free,
        so 77 are wanting and 3 combs go; without a feeder 7 are wanting, and one goes."""
        after, found = typed("straight-top-bar", "/chambers/0/length_mm", "700")
        closing = found["run-doesnt-close"]
        self.assertEqual(
            labels(closing),
            ["Give up the feeder’s room and one comb place", "Take out 3 comb places", "Make the box 1000 mm long"],
        )
        for mend, combs in zip(closing.mends, (1, 3), strict=False):
            mended = apply_patch(after, mend.patch)
            gone = len(after.chambers[0].run.items) - len(mended.chambers[0].run.items)
            self.assertEqual((mended.chambers[0].length_mm, gone), (700.0, combs))

    def test_8_where_the_room_does_no_comb_goes(self) -> None:
        document = example("straight-top-bar")
        document["chambers"][0]["length_mm"] = 760.0
        found = {f.code: f for f in reported(hive(document), "findings", "mends").findings}
        self.assertEqual(labels(found["run-doesnt-close"])[:1], ["Give up the feeder’s room"])

    def test_8_what_was_typed_is_held_and_a_mend_of_it_comes_last(self) -> None:
        _, found = typed("stacked-long", "/chambers/1/section/width_mm", "420")
        self.assertEqual(labels(found["boxes-dont-match"])[0], "Make “litter” 420 mm")

    def test_8_in_a_design_opened_afresh_outside_sizes_are_held(self) -> None:
        """A box too narrow for its super: opened so, the super gives way before the box does."""
        document = example("long-shallow")
        document["chambers"][0]["section"]["width_mm"] = 455.0
        found = {f.code: f for f in reported(hive(document), "findings", "mends").findings}
        self.assertEqual(labels(found["super-doesnt-fit"])[0], "Do without this super")
        _, found = typed("long-shallow", "/supers/0/frames", "20")
        held = outside_sizes(opened("long-shallow"))
        self.assertIn("/boards", held)
        self.assertTrue(touches([{"op": "replace", "path": "/chambers/0/section/width_mm"}], held))
        self.assertFalse(touches([{"op": "replace", "path": "/supers/0/frames"}], held))

    def test_8_what_an_edit_says_travels_and_a_look_or_a_mend_says_nothing(self) -> None:
        self.assertEqual(SetField(path="/chambers/1/length_mm", text="1").said(0), ("/chambers/1/length_mm",))
        self.assertEqual(Drop(handle="follower-far", x_mm=1.0).said(1), ("/chambers/1/run",))
        self.assertEqual(Drop(handle="section-top", x_mm=1.0).said(0), ("/chambers/0/section",))
        self.assertEqual(SizeBox(by="litres", text="80").said(0), ("/chambers/0/section", "/chambers/0/length_mm"))
        self.assertIsNone(LookAt().said(0))

    def test_8_every_mend_that_holds_it_comes_before_one_that_does_not(self) -> None:
        cases: dict[str, list[tuple[str, str]]] = {
            "long-shallow": [("/chambers/0/section/width_mm", "455"), ("/comb_types/0/body_width_mm", "455")],
            "deep-horizontal": [("/chambers/0/section/height_mm", "395"), ("/comb_types/0/body_width_mm", "340")],
            "sloped-top-bar": [("/chambers/0/length_mm", "560"), ("/comb_types/0/length_mm", "440")],
        }
        for name, edits in cases.items():
            for path, words in edits:
                with self.subTest(name, path=path):
                    _, found = typed(name, path, words)
                    self.assertTrue(found)
                    for finding in found.values():
                        order = [touches(mend.patch, (path,)) for mend in finding.mends]
                        self.assertEqual(order, sorted(order))


class Matching(TestCase):
    """Trade check."""

    def test_8_boxes_of_one_stack_change_together(self) -> None:
        after = resized(opened("stacked-long"), 1, "/chambers/1/section/width_mm", 420.0)
        plan: list[Any] = [chamber.section for chamber in after.chambers]
        self.assertEqual([section.width_mm for section in plan], [420.0] * 3)
        self.assertEqual(boxes_in_each_other(after), boxes_in_each_other(opened("stacked-long")))

    def test_8_what_stands_on_a_box_that_grew_moves_up_with_it(self) -> None:
        """Hand: both boxes 280 inside over 22 of floor; the upper stood at 302."""
        after = resized(opened("rear-access"), 0, "/chambers/0/section/height_mm", 290.0)
        self.assertEqual([chamber.place.z_mm for chamber in after.chambers], [0.0, 312.0])

    def test_8_what_stands_beside_a_box_that_grew_moves_along_and_square_stays_square(self) -> None:
        before = opened("two-chamber")
        first = whole(before).chambers[0]
        after = resized(before, 0, first.width_path, first.section.top_mm + 10.0)
        a = whole(after).chambers[0]
        self.assertAlmostEqual(a.run_mm, a.section.top_mm, places=6)
        moved = after.chambers[1].place.x_mm - before.chambers[1].place.x_mm
        self.assertAlmostEqual(moved, 10.0, places=6)

    def test_8_a_mend_of_a_box_in_a_stack_takes_the_others_along(self) -> None:
        """Frames 15 mm taller: each box is raised, and the upper stands on the lower again."""
        design = apply_edit(opened("rear-access"), SetField(path="/comb_types/0/depth_mm", text="275"), 0)
        for _ in range(2):
            found = reported(design, "findings", "mends", "long").findings
            mends = [f.mends[0] for f in found if f.code == "frame-over-gap"]
            design = apply_patch(design, mends[0].patch)
        self.assertEqual([f.id for f in reported(design, "findings", "long").findings], [])


def boxes_in_each_other(design: Hive) -> int:
    return sum(f.code == "parts-overlap" for f in reported(design, "findings", "long").findings)
