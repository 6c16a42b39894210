"""A part longer than any board for sale is made of two, where that is sound, and only then."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from sabaka_core.base.quantity import plain
from sabaka_core.document.building import BoardForSale, Building
from sabaka_core.document.hive import Board
from sabaka_core.woodwork.doing import bench_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import cut_plan
from sabaka_core.woodwork.planned import CutPlan
from tests.core.support import opened

SHORT = BoardForSale(label="short", length_mm=900.0, width_mm=240.0, thickness_mm=25.0, price=9.0)


def planned(part: Part, scarf: bool, own: tuple[Board, ...] = ()) -> CutPlan:
    building = Building(for_sale=(SHORT,), scarf=scarf)
    return cut_plan((part,), opened("sloped-top-bar").model_copy(update={"boards": own, "building": building}))


class Scarfed(TestCase):
    """Hand checks: a side of 1200 mm out of boards of 900."""

    def setUp(self) -> None:
        self.side = Part("side", "side wall", "Box", 2, 1200.0, 230.0, 25.0, "softwood")

    def test_two_pieces_overlap_by_eight_times_the_thickness(self) -> None:
        """Common practice of boat builders: a glued scarf of 1 in 8 is as strong as the board."""
        plan = planned(self.side, scarf=True)
        cuts = [piece.long_mm for board in plan.boards for piece in board.pieces]
        self.assertEqual(len(cuts), 4)
        for cut in cuts:
            self.assertAlmostEqual(2 * cut - 8 * 25.0, 1200.0)

    def test_without_leave_a_longer_board_is_asked_for(self) -> None:
        plan = planned(self.side, scarf=False)
        self.assertTrue(plan.too_long)
        self.assertFalse([piece for board in plan.boards for piece in board.pieces])

    def test_a_bar_is_never_scarfed_it_carries_a_comb(self) -> None:
        bar = replace(self.side, id="bar", group="Frames and bars", wide_mm=35.0)
        self.assertTrue(planned(bar, scarf=True).too_long)

    def test_a_long_lath_makes_no_board(self) -> None:
        lath = Board(label="lath", length_mm=3000.0, width_mm=240.0, thickness_mm=9.0, count=1)
        self.assertFalse(planned(self.side, scarf=True, own=(lath,)).too_long)

    def test_its_sheet_says_how(self) -> None:
        words = [plain(each) for each in bench_of(self.side, None, planned(self.side, scarf=True)).do]
        self.assertTrue(
            any("Crosscut two for each: stop at 700 mm" in w and "slope of 200 mm" in w for w in words), words
        )

    def test_a_board_on_hand_that_is_long_enough_is_cut_in_one(self) -> None:
        own = Board(label="plank", length_mm=1300.0, width_mm=240.0, thickness_mm=25.0, count=2)
        cuts = [piece.long_mm for board in planned(self.side, scarf=True, own=(own,)).boards for piece in board.pieces]
        self.assertEqual(cuts, [1200.0, 1200.0])
