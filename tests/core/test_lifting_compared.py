"""One visit and a year, here and at the stack: combs and boxes counted by hand."""

from __future__ import annotations

from math import ceil
from unittest import TestCase

from sabaka_core.hive.context import Context
from sabaka_core.lifting.asked import compared_in, lid_in, work_in
from sabaka_core.lifting.loads import chosen_stack
from sabaka_core.lifting.tasks import visit_rows
from sabaka_core.season.asked import year_in
from sabaka_core.show.study import chapter
from tests.core.support import opened
from tests.core.test_layers import do


class ByHand(TestCase):
    """Hand: from the year's plan, comb by comb."""

    def test_the_queen_is_seen_on_brood_combs_without_a_box(self) -> None:
        context = Context(opened("bowline"))
        queen, all_of_it = context.once(compared_in)
        row = max(visit_rows(context.once(year_in)), key=lambda row: row.need.combs)
        self.assertEqual(queen.here.combs, ceil(row.need.brood + row.need.pollen))
        self.assertEqual((queen.here.boxes, all_of_it.here.combs), (0, round(row.given)))
        # Langstroth deeps of ten: 42.8 L each hold ten deep combs.
        deep = row.need.combs * context.once(year_in).nest.sizes.deep_share
        self.assertEqual(queen.there.boxes, max(ceil(deep / 10 - 0.25), 1) - 1)

    def test_a_year_is_its_visits(self) -> None:
        context = Context(opened("deep-horizontal"))
        queen, _ = context.once(compared_in)
        rows = visit_rows(context.once(year_in))
        brood = [ceil(row.need.brood + row.need.pollen) for row in rows]
        self.assertEqual(queen.here_year.combs, sum(max(each, 1) for each in brood))
        self.assertEqual(queen.here_year.lids, len(rows))

    def test_supers_in_the_way_come_off(self) -> None:
        queen, _ = Context(opened("side-by-side")).once(compared_in)
        self.assertGreater(queen.here.boxes, 0)
        self.assertGreater(queen.here_year.boxes, queen.here.boxes)

    def test_a_hinged_lid_is_no_lift(self) -> None:
        context = Context(opened("long-shallow"))
        self.assertNotEqual(context.once(lid_in).hinge, "lift-off")
        self.assertEqual(context.once(compared_in)[0].here.lids, 0)

    def test_fixed_combs_are_not_drawn(self) -> None:
        self.assertEqual(Context(opened("tree-cavity")).once(compared_in), ())


class Stacks(TestCase):
    """Trade check: a ten-frame deep full of honey is 35 to 40 kg; the stack is the keeper's choice."""

    def test_a_ten_frame_deep(self) -> None:
        stack = chosen_stack(Context(opened("bowline")).once(work_in).lifting)
        self.assertEqual(stack.frames, 10)
        self.assertTrue(33 <= stack.full_kg <= 42, stack.full_kg)

    def test_eight_frames_to_a_box_are_eight_tenths_of_it(self) -> None:
        eight = do(opened("bowline"), {"do": "set", "path": "/lifting/stack_frames", "text": "8"})
        ten, narrow = (chosen_stack(Context(hive).once(work_in).lifting) for hive in (opened("bowline"), eight))
        self.assertEqual(narrow.frames, 8)
        self.assertAlmostEqual(narrow.honey_kg / ten.honey_kg, 0.8)
        self.assertLess(narrow.shell_kg, ten.shell_kg)
        self.assertAlmostEqual(ten.box.along_mm - narrow.box.along_mm, 2 * ten.frame.spacing_mm)

    def test_so_many_boxes_as_the_keeper_has(self) -> None:
        four = do(opened("bowline"), {"do": "set", "path": "/lifting/stack_boxes", "text": "4"})
        queen, _ = Context(four).once(compared_in)
        self.assertEqual(queen.there.boxes, 3)

    def test_its_full_box_is_shown(self) -> None:
        table = next(t for t in chapter(Context(opened("bowline")), "lifting").tables if t.key == "loads")
        words = [line.cells[0].model_dump()["template"] for line in table.lines]
        self.assertIn("A box of the stack, full of honey", words)


class InOrder(TestCase):
    """Trade check: lid, covers, supers from the top, then combs."""

    def test_what_comes_off_first(self) -> None:
        table = next(t for t in chapter(Context(opened("long-shallow")), "lifting").tables if t.key == "order")
        words = [line.cells[1].model_dump()["template"] for line in table.lines]
        self.assertEqual(words[0], "The lid is opened at its side")
        self.assertEqual(words[-1], "Combs are drawn one by one")
        self.assertTrue(any("comes off" in each for each in words[1:-1]))
