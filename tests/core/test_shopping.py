"""What is bought besides boards, how long it takes, and what is left for the next hive."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from sabaka_core import apply_edit
from sabaka_core.document.building import Building
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.hive.context import Context
from sabaka_core.woodwork.asked import all_parts_in, bill_in, plan_in
from sabaka_core.woodwork.costs import bill_of
from sabaka_core.woodwork.edits import KeepOffcuts
from sabaka_core.woodwork.owned import to_make
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import cut_plan
from sabaka_core.woodwork.shopping import shopping
from tests.core.support import opened


def with_building(hive: Hive, **changes: object) -> Hive:
    building = (hive.building or Building()).model_copy(update=changes)
    return hive.model_copy(update={"building": building})


class WaresByHand(TestCase):
    """Hand checks: counted on paper from the distances that the table of fixings states."""

    def end(self, **changes: object) -> Part:
        board = Part("end", "End", "Box", 2, 440.0, 300.0, 22.0, "softwood", joint="butt, glued and screwed")
        return replace(board, **changes)  # type: ignore[arg-type]

    def amounts(self, *parts: Part) -> dict[str, float]:
        return {line.key: line.amount for line in shopping(parts, Building())}

    def test_screws_every_seventy_at_both_ends_of_a_board(self) -> None:
        """300 mm at 70 mm: five at each end, two ends, two boards: twenty."""
        self.assertEqual(self.amounts(self.end())["screw-60"], 20)

    def test_a_narrow_board_still_gets_two_at_each_end(self) -> None:
        self.assertEqual(self.amounts(self.end(wide_mm=40.0))["screw-60"], 8)

    def test_glue_by_the_metre_of_joint(self) -> None:
        """Four ends of 0.3 m at 12 g: 14.4 g."""
        self.assertAlmostEqual(self.amounts(self.end())["glue"], 14.4)

    def test_packs_are_whole_and_the_keepers_money_is_a_factor(self) -> None:
        line = next(x for x in shopping((self.end(count=200),), Building(prices_times=3.0)) if x.key == "screw-60")
        self.assertGreaterEqual(line.packs * line.ware.pack, line.amount)
        self.assertLess((line.packs - 1) * line.ware.pack, line.amount)
        self.assertAlmostEqual(line.price, 3.0 * line.packs * line.ware.price)


class Hours(TestCase):
    """Trade checks: common practice, no source."""

    def test_a_sloped_hive_takes_an_amateur_five_to_seven_hours(self) -> None:
        hours = bill_in(Context(opened("sloped-top-bar"))).hours
        self.assertTrue(5.0 <= hours <= 7.0, hours)

    def test_a_hundred_tall_frames_take_twenty_five_hours_to_put_together(self) -> None:
        """A quarter of an hour a frame for one careful maker, beside the saw."""
        hive = opened("tall-in-stack")
        kind = next(each.id for each in hive.comb_types if isinstance(each, Frame))
        frames = tuple(
            Part(piece, piece, "Bars and frames", 100 * n, 400.0, 27.0, 19.0, "softwood", carrier=kind)
            for piece, n in (("top-bar", 1), ("side-bar", 2), ("bottom-bar", 1))
        )
        minutes = bill_of(frames, cut_plan(frames, hive), hive).minutes
        self.assertAlmostEqual(minutes["put frames together"] / 60, 25.0, delta=0.01)


class FromHiveToHive(TestCase):
    """Property: what a plan leaves is the next hive's, and two hives at once are cut out of one pile."""

    def test_offcuts_are_kept_and_no_more_wood_than_there_was(self) -> None:
        hive = opened("bowline")
        before = sum(b.length_mm * b.width_mm * b.thickness_mm * b.count for b in hive.boards)
        plan = plan_in(Context(hive))
        # No piece is thinner than 3 mm.
        bought = sum(
            b.source.length_mm * b.source.width_mm * b.source.thickness_mm for b in plan.boards if not b.source.own
        )
        after = apply_edit(hive, KeepOffcuts())
        kept = sum(b.length_mm * b.width_mm * b.thickness_mm * b.count for b in after.boards)
        cut_out = sum(piece.long_mm * piece.wide_mm * 3.0 for board in plan.boards for piece in board.pieces)
        self.assertLess(kept + cut_out, before + bought)
        self.assertTrue(after.boards)

    def test_what_is_on_hand_costs_neither_money_nor_time(self) -> None:
        hive = opened("long-shallow")
        made, there = (bill_in(Context(with_building(hive, frames_on_hand=n))) for n in (0, 26))
        self.assertLess(there.hours, made.hours - 5.0)
        self.assertLessEqual(there.hardware, made.hardware)
        self.assertLessEqual(there.boards, made.boards)
        boxes = with_building(hive, boxes_on_hand=1)
        self.assertLess(bill_in(Context(boxes)).hours, made.hours)

    def test_one_box_on_hand_is_one_of_two_hives(self) -> None:
        hive = with_building(opened("long-shallow"), boxes_on_hand=1, copies=2)
        walls = [part for part in to_make(Context(hive).once(all_parts_in), hive) if part.id == "super-1-side"]
        self.assertEqual([part.count for part in walls], [2])

    def test_two_hives_at_once_cost_no_more_than_one_after_the_other(self) -> None:
        one = opened("sloped-top-bar")
        two = with_building(one, copies=2)
        alone, together = bill_in(Context(one)), bill_in(Context(two))
        self.assertLessEqual(together.boards, 2 * alone.boards + 1e-6)
        self.assertLessEqual(together.hardware, 2 * alone.hardware + 1e-6)
        self.assertGreater(together.hours, 1.5 * alone.hours)
