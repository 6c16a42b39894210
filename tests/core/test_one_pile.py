"""Out of one pile: old boxes cut apart, other designs' pieces cut along."""

from __future__ import annotations

import io
from collections import Counter
from unittest import TestCase

from pypdf import PdfReader

from sabaka_core import Hive, InfeasibleError, ParameterError, apply_edit
from sabaka_core.document.building import Along, BoardForSale, OldBoxes, PieceAlong
from sabaka_core.document.hive import Board
from sabaka_core.hive.context import Context
from sabaka_core.hive.reach import beyond_reach, within_reach
from sabaka_core.paper.booklet import booklet
from sabaka_core.woodwork.asked import bill_in, bound_in, parts_in, plan_in
from sabaka_core.woodwork.edits import AddOldBox, CutAlong, KeepOffcuts, LeaveOut, RemoveOldBox
from sabaka_core.woodwork.old_boxes import boards_on_hand, cut_apart
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.steps import work_steps
from tests.core.support import opened, said, table_of
from tests.core.test_shopping import with_building

BODY = OldBoxes(
    label="grey bodies", count=3, length_mm=508.0, width_mm=413.0, height_mm=244.0, wall_mm=19.0, rest_mm=16.0
)
LONG = BoardForSale(label="long", length_mm=3_000.0, width_mm=400.0, thickness_mm=22.0, price=30.0)
SPACER = PieceAlong(number=7, name="Spacer", count=4, long_mm=440.0, wide_mm=200.0, thick_mm=19.0, material="softwood")


def cut(hive: Hive) -> CutPlan:
    return Context(hive).once(plan_in)


def pieces(plan: CutPlan) -> Counter[int]:
    return Counter(round(piece.long_mm) for board in plan.boards for piece in board.pieces)


class CutApart(TestCase):
    """Hand checks."""

    def setUp(self) -> None:
        # Four spacers, as long as a side less its joints and the trim just gives.
        along = (Along(name="Spacers", pieces=(SPACER,)),)
        self.hive = with_building(opened("sloped-top-bar"), old_boxes=(BODY,), along=along).model_copy(
            update={"boards": ()}
        )

    def test_a_wall_is_as_long_as_the_box_is_inside(self) -> None:
        """508 less two walls of 19 is 470; 413 less two is 375; an end's rests are 16 of its 244."""
        sides, ends = (board for _, board in boards_on_hand(self.hive))
        self.assertEqual((sides.length_mm, sides.width_mm, sides.thickness_mm, sides.count), (470.0, 244.0, 19.0, 6))
        self.assertEqual((ends.length_mm, ends.width_mm, ends.count), (375.0, 228.0, 6))

    def test_a_wall_with_its_finger_joints_would_have_been_long_enough_and_is_not(self) -> None:
        longer = SPACER.model_copy(update={"long_mm": 455.0})
        for piece, own in ((SPACER, True), (longer, False)):
            hive = with_building(self.hive, along=(Along(name="Spacers", pieces=(piece,)),))
            where = [b for b in cut(hive).boards if any("Spacer" in p.name for p in b.pieces)]
            with self.subTest(piece.long_mm):
                self.assertEqual(all(b.source.label == "grey bodies, sides" for b in where), own)

    def test_no_more_boxes_are_cut_apart_than_their_walls_are_wanted(self) -> None:
        """Four sides at least are of two boxes; what no piece needs stays a box, or a wall on the pile."""
        plan = cut(self.hive)
        used = Counter(board.source.label for board in plan.on_hand)
        ((each, number),) = cut_apart(plan, self.hive)
        self.assertGreaterEqual(number, 2)
        self.assertEqual(number, max(-(-used[f"grey bodies, {of}"] // 2) for of in ("sides", "ends")))
        left = apply_edit(self.hive, KeepOffcuts())
        assert left.building is not None
        whole = sum(box.count for box in left.building.old_boxes)
        walls = Counter({b.label: b.count for b in left.boards if b.label.startswith("grey bodies")})
        for of in ("sides", "ends"):
            name = f"grey bodies, {of}"
            self.assertEqual(used[name] + walls[name] + 2 * whole, 2 * each.box.count, of)
        self.assertEqual(left.building.along, ())

    def test_boxes_that_are_kept_are_left_alone(self) -> None:
        kept = with_building(self.hive, old_boxes=(BODY.model_copy(update={"use": "keep"}),))
        self.assertEqual(boards_on_hand(kept), ())
        self.assertNotIn("apart", [step.id for step in work_steps(Context(kept).once(parts_in), kept)])
        after = apply_edit(kept, KeepOffcuts()).building
        assert after is not None and kept.building is not None
        self.assertEqual(after.old_boxes, kept.building.old_boxes)

    def test_the_work_is_told_and_counted(self) -> None:
        step = work_steps(Context(self.hive).once(parts_in), self.hive)[0]
        self.assertEqual(step.id, "apart")
        self.assertEqual({q.value for q in step.words.values.values()}, {470.0, 244.0, 375.0, 228.0})
        self.assertIn("foulbrood", step.caution)
        number = sum(n for _, n in cut_apart(cut(self.hive), self.hive))
        self.assertEqual(bill_in(Context(self.hive)).minutes["cut old boxes apart"], 15.0 * number)
        # Another wall is another size: a tick of the step holds no more.
        thicker = with_building(self.hive, old_boxes=(BODY.model_copy(update={"wall_mm": 22.0}),))
        self.assertNotEqual(step.sizes, work_steps(Context(thicker).once(parts_in), thicker)[0].sizes)

    def test_two_kinds_of_one_name_stay_two(self) -> None:
        two = with_building(self.hive, old_boxes=(BODY, BODY.model_copy(update={"height_mm": 170.0})))
        labels = [board.label for _, board in boards_on_hand(two)]
        self.assertEqual(len(set(labels)), 4)

    def test_bad_boxes_are_told_at_their_field(self) -> None:
        deep = with_building(self.hive, old_boxes=(BODY.model_copy(update={"height_mm": 80.0, "rest_mm": 90.0}),))
        short = with_building(self.hive, trim_mm=195.0)
        for hive, path in ((deep, "rest_mm"), (short, "width_mm")):
            with self.subTest(path), self.assertRaises(ParameterError) as refused:
                cut(hive)
            self.assertEqual(refused.exception.field, f"/building/old_boxes/0/{path}")
        with self.assertRaises(ParameterError):
            apply_edit(self.hive, RemoveOldBox(index=1))
        one_more = apply_edit(self.hive, AddOldBox()).building
        assert one_more is not None
        self.assertEqual([box.count for box in one_more.old_boxes], [3, 3])


class TwoDesigns(TestCase):
    """Property: what two designs are cut of alone, they are cut of together, out of the same boards."""

    def test_every_piece_of_both_and_no_dearer_than_apart(self) -> None:
        pairs = (("sloped-top-bar", "granny"), ("deep-horizontal", "straight-top-bar"))
        for names in pairs:
            one, two = (
                with_building(opened(name), for_sale=(LONG,)).model_copy(update={"boards": ()}) for name in names
            )
            both = apply_edit(one, CutAlong(design=two))
            apart = [cut(one), cut(two)]
            together = cut(both)
            with self.subTest(names):
                self.assertEqual(pieces(together), pieces(apart[0]) + pieces(apart[1]))
                self.assertEqual(together.too_long, ())
                self.assertLessEqual(together.cost, sum(plan.cost for plan in apart) + 1e-6)
                self.assertLessEqual(Context(both).once(bound_in), together.cost + 1e-6)

    def test_boards_on_hand_are_cut_once(self) -> None:
        pile = (Board(label="shed boards", length_mm=3_000.0, width_mm=400.0, thickness_mm=22.0, count=4),)
        one = opened("sloped-top-bar").model_copy(update={"boards": pile})
        both = apply_edit(one, CutAlong(design=opened("straight-top-bar")))
        self.assertLessEqual(sum(b.source.label == "shed boards" for b in cut(both).on_hand), 4)

    def test_screws_hours_and_parts_stay_this_hives_own(self) -> None:
        one = opened("sloped-top-bar")
        both = apply_edit(one, CutAlong(design=opened("granny")))
        alone, together = bill_in(Context(one)), bill_in(Context(both))
        self.assertEqual(alone.bought, together.bought)
        for work in ("crosscut", "bore", "join", "finish"):
            self.assertEqual(alone.minutes[work], together.minutes[work], work)
        self.assertEqual(Context(one).once(parts_in), Context(both).once(parts_in))

    def test_shares_of_the_boards_make_the_whole(self) -> None:
        both = apply_edit(opened("sloped-top-bar"), CutAlong(design=opened("granny")))
        lines = table_of(said(both, "building"), "along").lines
        plan = cut(both)
        self.assertEqual(len(lines), 2)
        self.assertAlmostEqual(sum(line.cells[3].value for line in lines), plan.cost - plan.sheet_cost, delta=0.02)
        self.assertEqual(sum(line.cells[1].value for line in lines), sum(len(b.pieces) for b in plan.boards))

    def test_the_frames_of_several_hives_in_one_go(self) -> None:
        """Made with a friend's tool: only pieces of frames come along, as many as both hives hang."""
        one, two = opened("long-shallow"), opened("deep-horizontal")
        both = apply_edit(one, CutAlong(design=two, frames_only=True))
        assert both.building is not None
        (along,) = both.building.along
        tops = sum(piece.count for piece in along.pieces if "Top bar" in piece.name)
        own = {p.id: p for p in Context(two).once(parts_in)}
        self.assertEqual(tops, sum(p.count for p in own.values() if "top-bar" in p.id))
        self.assertTrue(all("bar" in piece.name.lower() for piece in along.pieces))

    def test_put_beside_again_it_takes_its_own_place(self) -> None:
        one, two = opened("sloped-top-bar"), opened("granny")
        once = apply_edit(one, CutAlong(design=two))
        again = apply_edit(once, CutAlong(design=with_building(two, copies=2)))
        assert once.building is not None and again.building is not None
        self.assertEqual(len(again.building.along), 1)
        doubled = [2 * piece.count for piece in once.building.along[0].pieces]
        self.assertEqual([piece.count for piece in again.building.along[0].pieces], doubled)
        self.assertEqual(apply_edit(again, LeaveOut(index=0)).building.along, ())  # type: ignore[union-attr]

    def test_the_booklet_tells_whose_piece_is_whose(self) -> None:
        both = apply_edit(opened("sloped-top-bar"), CutAlong(design=opened("granny")))
        words = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(booklet(both))).pages)
        self.assertIn("Pieces of “Granny”", words)
        assert both.building is not None
        longest = max(both.building.along[0].pieces, key=lambda piece: piece.long_mm)
        self.assertIn(f"B {longest.number}", words)

    def test_what_cant_be_cut_along_is_refused_in_words(self) -> None:
        one = opened("sloped-top-bar")
        for other, only in ((opened("tree-cavity"), True), (opened("sloped-top-bar"), True)):
            with self.subTest(other.name), self.assertRaises(InfeasibleError) as refused:
                apply_edit(one, CutAlong(design=other, frames_only=only))
            self.assertIn(other.name, str(refused.exception))
        with self.assertRaises(ParameterError):
            apply_edit(one, LeaveOut(index=0))

    def test_more_pieces_than_are_worked_with(self) -> None:
        many = Along(name="Many", pieces=(SPACER.model_copy(update={"count": 9_000}),))
        hive = with_building(opened("sloped-top-bar"), along=(many, Along(name="Few", pieces=(SPACER,))))
        self.assertIn("/building/along", [each.path for each in beyond_reach(hive)])
        taken = within_reach(hive)
        assert taken.building is not None
        self.assertEqual([each.name for each in taken.building.along], ["Few"])
