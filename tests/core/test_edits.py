"""Edits: one door for every change, and errors that name the field."""

from __future__ import annotations

import copy
from typing import Any
from unittest import TestCase

from pydantic import TypeAdapter

from sabaka_core import Hive, InfeasibleError, ParameterError, apply_edit, apply_patch, build_report, patch_between
from sabaka_core.actions import AnyEdit
from sabaka_core.edits.closing import leftover_mm
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.forms import ChoiceField, SizeField
from tests.core.support import chamber, example, hive, items, reported, sound

EDIT: TypeAdapter[AnyEdit] = TypeAdapter(AnyEdit)


def do(design: Hive, **edit: Any) -> Hive:
    return apply_edit(design, EDIT.validate_python(edit))


class Typing(TestCase):
    """Regression."""

    def setUp(self) -> None:
        self.start = hive(sound())

    def test_a_longer_box_is_taken_up_by_the_end_gap(self) -> None:
        changed = do(self.start, do="set", path="/chambers/0/length_mm", text="1250")
        self.assertAlmostEqual(leftover_mm(changed, 0), 0)
        self.assertAlmostEqual(analyse(changed).layout.nest_end_mm, 578)

    def test_wider_bars_take_from_the_end_gap(self) -> None:
        changed = do(self.start, do="set", path="/comb_types/0/width_mm", text="1 1/2 in")
        self.assertAlmostEqual(leftover_mm(changed, 0), 0)
        self.assertAlmostEqual(analyse(changed).layout.nest_end_mm, 10 * 38.1 + 6 * 38)

    def test_a_near_gap_that_grows_takes_from_the_far_one(self) -> None:
        bowline = hive(example("bowline"))
        changed = do(bowline, do="set", path="/chambers/0/run/items/0/length_mm", text="100")
        self.assertAlmostEqual(leftover_mm(changed, 0), 0)
        self.assertAlmostEqual(changed.chambers[0].run.items[0].length_mm, 100)  # type: ignore[union-attr]

    def test_a_run_that_was_open_is_left_for_its_finding(self) -> None:
        granny = hive(example("granny"))
        changed = do(granny, do="set", path="/chambers/0/length_mm", text="1160")
        self.assertAlmostEqual(leftover_mm(changed, 0), 18)

    def test_half_a_millimetre_over_still_counts_as_closed(self) -> None:
        """The rule on closing lets 0.5 mm pass, and so the end gap goes on taking up changes."""
        document = sound()
        chamber(document)["length_mm"] = 1200.4
        changed = do(hive(document), do="set", path="/chambers/0/length_mm", text="1250")
        self.assertAlmostEqual(leftover_mm(changed, 0), 0)

    def test_units_follow_the_keeper(self) -> None:
        changed = do(self.start, do="set", path="/chambers/0/section/top_mm", text="17 1/2", units="in")
        self.assertAlmostEqual(analyse(changed).section.top_mm, 444.5)

    def test_what_is_typed_wrong_is_named_at_its_field(self) -> None:
        for path, text, code in (
            ("/chambers/0/length_mm", "-5", "greater-than"),
            ("/chambers/0/length_mm", "0", "greater-than"),
            ("/chambers/0/length_mm", "99999999", "less-than-equal"),
            ("/chambers/0/length_mm", "1/0", "divide-by-zero"),
            ("/chambers/0/length_mm", "NaN", "not-a-length"),
            ("/chambers/0/length_mm", "long", "not-a-length"),
            ("/chambers/0/section/top_mm", "0", "out-of-range"),
            ("/chambers/0/section/slope_deg", "75", "out-of-range"),
            ("/chambers/0/section/slope_deg", "12 mm", "not-an-angle"),
            ("/chambers/0/section/slope_deg", "45", "walls-meet"),
            ("/chambers/0/section/face_mm", "100", "face-too-short"),
            ("/chambers/0/nowhere/length_mm", "5", "no-such-field"),
            ("/chambers/7/length_mm", "5", "no-such-field"),
            ("/boards/0/count", "1.5", "not-whole"),
            ("/name", "", "string-too-short"),
        ):
            with self.subTest(path, text=text), self.assertRaises(ParameterError) as caught:
                do(self.start, do="set", path=path, text=text)
            self.assertEqual((caught.exception.field, caught.exception.code), (path, code))

    def test_a_steeper_wall_that_still_has_a_floor_is_taken(self) -> None:
        changed = do(self.start, do="set", path="/chambers/0/section/slope_deg", text="25 1/2")
        self.assertAlmostEqual(analyse(changed).section.slope_deg, 25.5)

    def test_holding_other_sizes_moves_nothing(self) -> None:
        changed = do(self.start, do="hold", sizes=["top_mm", "floor_mm", "face_mm"])
        self.assertAlmostEqual(analyse(changed).section.height_mm, 290, places=4)
        with self.assertRaises(ParameterError):
            do(self.start, do="hold", sizes=["height_mm", "slope_deg", "face_mm"])


class Dragging(TestCase):
    """Regression."""

    def setUp(self) -> None:
        self.start = hive(sound())

    def test_handles_click_to_what_a_rule_shows(self) -> None:
        changed = do(self.start, do="drop", handle="section-floor", x_mm=104.3)
        self.assertAlmostEqual(analyse(changed).section.floor_mm, 209)
        changed = do(self.start, do="drop", handle="section-height", x_mm=0, y_mm=301.2, units="in")
        self.assertAlmostEqual(analyse(changed).section.height_mm / 25.4 * 16 % 1, 0, places=3)

    def test_a_corner_dragged_through_the_middle_is_refused(self) -> None:
        with self.assertRaises(ParameterError) as caught:
            do(self.start, do="drop", handle="section-floor", x_mm=-20)
        self.assertEqual(caught.exception.field, "/chambers/0/section/floor_mm")

    def test_an_unknown_handle_is_refused(self) -> None:
        for edit in ({"do": "drop", "x_mm": 1}, {"do": "nudge", "forward": True}):
            with self.assertRaises(ParameterError):
                do(self.start, handle="roof", **edit)

    def test_arrow_keys_go_from_place_to_place(self) -> None:
        def face(design: Hive) -> float:
            return analyse(design).layout.nest_end_mm

        back = do(self.start, do="nudge", handle="follower-far", forward=False)
        self.assertAlmostEqual(face(back), 540)
        self.assertEqual(do(back, do="nudge", handle="follower-far", forward=True), self.start)
        fine = do(self.start, do="nudge", handle="follower-far", forward=True, fine=True)
        self.assertAlmostEqual(face(fine), 579)
        self.assertEqual(do(fine, do="nudge", handle="follower-far", forward=False), self.start)

    def test_arrow_keys_stop_at_the_last_place(self) -> None:
        at_end = do(self.start, do="drop", handle="follower-far", x_mm=9999)
        self.assertEqual(do(at_end, do="nudge", handle="follower-far", forward=True), at_end)

    def test_arrow_keys_move_a_size_by_what_a_rule_shows(self) -> None:
        self.assertAlmostEqual(
            analyse(do(self.start, do="nudge", handle="section-top", forward=True)).section.top_mm, 431
        )
        thinner = do(self.start, do="nudge", handle="section-height", forward=False, units="in")
        self.assertAlmostEqual(analyse(thinner).section.height_mm, 290 - 25.4 / 16, places=3)

    def test_every_handle_of_every_drawing_can_be_dropped_where_it_stands(self) -> None:
        design = hive(example("bowline"))
        for drawing in build_report(design).drawings.values():
            for handle in drawing.handles:
                with self.subTest(drawing.name, handle=handle.id):
                    same = do(design, do="drop", handle=handle.id, x_mm=handle.x_mm, y_mm=handle.y_mm)
                    before, after = analyse(design), analyse(same)
                    self.assertAlmostEqual(after.layout.nest_end_mm, before.layout.nest_end_mm)
                    self.assertAlmostEqual(after.section.floor_mm, before.section.floor_mm, delta=0.51)


class Rectangles(TestCase):
    """Regression."""

    def setUp(self) -> None:
        self.start = hive(example("straight-top-bar"))

    def test_width_and_height_are_typed_and_dragged(self) -> None:
        wider = do(self.start, do="set", path="/chambers/0/section/width_mm", text="18 1/2 in")
        self.assertAlmostEqual(analyse(wider).section.floor_mm, 469.9)
        self.assertAlmostEqual(analyse(do(wider, do="drop", handle="section-top", x_mm=230)).section.top_mm, 460)
        taller = do(self.start, do="nudge", handle="section-height", forward=True)
        self.assertAlmostEqual(analyse(taller).section.height_mm, 245.5)

    def test_upright_walls_have_no_slope_to_set(self) -> None:
        for edit in (
            {"do": "drop", "handle": "section-slope", "x_mm": 20},
            {"do": "drop", "handle": "section-floor", "x_mm": 200},
            {"do": "hold", "sizes": ["top_mm", "height_mm", "slope_deg"]},
            {"do": "set", "path": "/chambers/0/section/slope_deg", "text": "20"},
        ):
            with self.subTest(edit), self.assertRaises(ParameterError):
                do(self.start, **edit)

    def test_no_slope_chart_is_offered(self) -> None:
        report = reported(self.start, draw=("slope", "section"))
        self.assertEqual(
            (set(report.drawings), report.chapters["shape"].views), ({"section"}, ("whole", "section", "along", "plan"))
        )


def named(design: Hive, at: int) -> str:
    """The name of what lies at a place of the first chamber's run."""
    return design.chambers[0].run.items[at].id


class TheRun(TestCase):
    """Regression."""

    def setUp(self) -> None:
        self.start = hive(sound())

    def test_a_bar_put_in_takes_its_room_from_the_gap(self) -> None:
        changed = do(self.start, do="insert-comb", before=named(self.start, 3), type="brood")
        self.assertAlmostEqual(leftover_mm(changed, 0), 0)
        self.assertEqual(len(analyse(changed).layout.combs), 17)

    def test_a_bar_too_many_says_what_is_missing(self) -> None:
        document = sound()
        items(document)[-1]["length_mm"] = 20.0
        chamber(document)["length_mm"] = 578.0 + 18 + 20
        with self.assertRaises(InfeasibleError) as caught:
            do(hive(document), do="insert-comb", before=named(hive(document), 0), type="brood")
        self.assertIn("needs 35 mm", caught.exception.reason)
        self.assertIn("15 mm longer", caught.exception.nearest)

    def test_taken_out_and_put_back(self) -> None:
        out = do(self.start, do="remove-item", item=named(self.start, 3))
        back = do(out, do="insert-comb", before=named(out, 3), type="brood")
        self.assertEqual(back.chambers[0].run.items, self.start.chambers[0].run.items)

    def test_boards_feeders_and_strips_are_put_in_and_taken_out(self) -> None:
        """Hand: the gap behind the far follower gives the room, and takes it back."""
        gap = self.start.chambers[0].run.items[-1]
        for kind, long in (("feeder", 70.0), ("excluder", 10.0), ("divider", 18.0), ("spacer", 10.0)):
            with self.subTest(kind):
                changed = do(self.start, do="put-in-run", kind=kind, before=named(self.start, 3))
                item = changed.chambers[0].run.items[3]
                self.assertEqual((item.kind, item.id), (kind, f"{kind}-1"))
                self.assertAlmostEqual(leftover_mm(changed, 0), 0)
                left = changed.chambers[0].run.items[-1]
                assert gap.kind == "gap" and left.kind == "gap"
                self.assertAlmostEqual(gap.length_mm - left.length_mm, long)
                self.assertEqual(do(changed, do="remove-item", item=item.id), self.start)

    def test_two_quick_clicks_meet_the_bar_that_was_meant(self) -> None:
        """The second was sent before the first was answered: it still speaks of the bar that was clicked."""
        second, third = named(self.start, 2), named(self.start, 3)
        once = do(self.start, do="remove-item", item=second)
        twice = do(once, do="retype-comb", item=third, contents="honey")
        self.assertEqual(twice.chambers[0].run.items[2].contents, "honey")  # type: ignore[union-attr]
        with self.assertRaises(ParameterError) as caught:
            do(once, do="remove-item", item=second)
        self.assertEqual(caught.exception.code, "no-such-item")

    def test_a_field_of_an_item_goes_with_it(self) -> None:
        """Property: set by name, whatever stands before it by then."""
        board = next(each for each in self.start.chambers[0].run.items if each.kind == "follower")
        path = f"/chambers/0/run/items/{board.id}/foot_gap_mm"
        shorter = do(self.start, do="remove-item", item=named(self.start, 1))
        changed = do(shorter, do="set", path=path, text="20")
        found = next(each for each in changed.chambers[0].run.items if each.id == board.id)
        self.assertEqual(found.foot_gap_mm, 20.0)  # type: ignore[union-attr]
        with self.assertRaises(ParameterError) as caught:
            do(shorter, do="set", path=path, text="-4")
        self.assertEqual(caught.exception.field, path)

    def test_retyping_keeps_the_run_closed(self) -> None:
        changed = do(
            self.start, do="retype-comb", item=named(self.start, 3), type="honey", role="honey", contents="honey"
        )
        self.assertAlmostEqual(leftover_mm(changed, 0), 0)
        self.assertEqual(changed.chambers[0].run.items[3].type, "honey")  # type: ignore[union-attr]

    def test_items_change_places(self) -> None:
        changed = do(self.start, do="swap-items", item=named(self.start, 9), other=named(self.start, 10))
        self.assertEqual(changed.chambers[0].run.items[9].type, "honey")  # type: ignore[union-attr]

    def test_places_that_are_not_there(self) -> None:
        for edit in (
            {"do": "remove-item", "item": "comb-99"},
            {"do": "swap-items", "item": named(self.start, 0), "other": "comb-99"},
            {"do": "retype-comb", "item": named(self.start, 16), "contents": "honey"},
            {"do": "retype-comb", "item": named(self.start, 0), "type": "elm"},
            {"do": "insert-comb", "before": "comb-99", "type": "brood"},
            {"do": "insert-comb", "before": named(self.start, 0), "type": "elm"},
            {"do": "remove-entrance", "index": 9},
            {"do": "move-follower", "side": "near", "text": "90"},
        ):
            with self.subTest(edit), self.assertRaises(ParameterError):
                do(self.start, **edit)

    def test_entrances_come_and_go(self) -> None:
        for kind in ("hole", "slot", "disc"):
            with self.subTest(kind):
                more = do(self.start, do="add-entrance", kind=kind)
                self.assertEqual(more.chambers[0].entrances[-1].kind, kind)
                self.assertEqual(do(more, do="remove-entrance", index=3), self.start)


class Stock(TestCase):
    """Regression."""

    def setUp(self) -> None:
        self.start = hive(sound())

    def test_boards_and_kinds_of_bar_come_and_go(self) -> None:
        more = do(self.start, do="add-board")
        self.assertEqual(len(more.boards), 1)
        self.assertEqual(do(more, do="remove-board", index=0), self.start)
        more = do(do(self.start, do="add-bar-type"), do="add-bar-type")
        self.assertEqual([kind.id for kind in more.comb_types], ["brood", "honey", "bar-2", "bar-3"])
        less = do(do(more, do="remove-bar-type", type="bar-2"), do="remove-bar-type", type="bar-3")
        self.assertEqual(less, self.start)

    def test_a_kind_of_bar_in_use_stays(self) -> None:
        with self.assertRaisesRegex(InfeasibleError, "10 of this kind"):
            do(self.start, do="remove-bar-type", type="brood")
        for edit in ({"do": "remove-bar-type", "type": "elm"}, {"do": "remove-board", "index": 4}):
            with self.assertRaises(ParameterError):
                do(self.start, **edit)

    def test_followers_are_put_in_and_taken_out(self) -> None:
        both = do(self.start, do="add-follower", side="near")
        self.assertAlmostEqual(analyse(both).layout.nest_start_mm, 18)
        self.assertAlmostEqual(leftover_mm(both, 0), 0)
        none = do(do(both, do="remove-follower", side="near"), do="remove-follower", side="far")
        self.assertAlmostEqual(leftover_mm(none, 0), 0)
        self.assertEqual({f.code for f in build_report(none).findings}, {"gap-bridged"})
        with self.assertRaises(ParameterError):
            do(self.start, do="add-follower", side="far")
        with self.assertRaises(ParameterError):
            do(none, do="remove-follower", side="far")


class Patches(TestCase):
    """Regression."""

    def test_undo_brings_every_edit_back(self) -> None:
        """Property: the patch back restores the design exactly."""
        start = hive(example("bowline"))
        for edit in (
            {"do": "set", "path": "/chambers/0/section/floor_mm", "text": "210"},
            {"do": "hold", "sizes": ["floor_mm", "height_mm", "face_mm"]},
            {"do": "move-follower", "side": "far", "text": "790"},
            {"do": "drop", "handle": "follower-near", "x_mm": 300},
            {"do": "remove-item", "item": named(start, 4)},
            {"do": "add-entrance", "kind": "slot"},
        ):
            with self.subTest(edit["do"]):
                after = do(start, **edit)
                self.assertNotEqual(after, start)
                self.assertEqual(apply_patch(start, patch_between(start, after)), after)
                self.assertEqual(apply_patch(after, patch_between(after, start)), start)

    def test_a_patch_that_fits_no_more_is_refused(self) -> None:
        start = hive(sound())
        for patch in (
            [{"op": "remove", "path": "/chambers/9"}],
            [{"op": "replace", "path": "/name", "value": ""}],
            [{"op": "sing", "path": "/name"}],
            [{"path": "/name"}],
            [{"op": "test", "path": "/name", "value": "other"}],
            [{"op": "copy", "from": "/chambers", "path": "/boards"}],
        ):
            with self.subTest(patch), self.assertRaises(ParameterError):
                apply_patch(start, patch)


class Forms(TestCase):
    """Regression: whatever the core offers to set can be set as it stands, and changes nothing then."""

    def test_every_field_and_option_takes_its_own_value(self) -> None:
        for name in ("bowline", "sheepshank", "granny", "straight-top-bar"):
            design = hive(example(name))
            for group in reported(design, "forms").forms:
                for field in group.fields:
                    if isinstance(field, SizeField) and field.edit is None:
                        with self.subTest(name, path=field.path):
                            same = do(design, do="set", path=field.path, text=f"{field.quantity.value:.6f}")
                            self.assertAlmostEqual(
                                analyse(same).section.floor_mm, analyse(design).section.floor_mm, places=3
                            )
                    if isinstance(field, ChoiceField):
                        self.assertIn(field.value, {option.value for option in field.options})

    def test_every_choice_can_be_chosen(self) -> None:
        design = hive(example("bowline"))
        for group in reported(design, "forms").forms:
            for field in group.fields:
                if not isinstance(field, ChoiceField):
                    continue
                for option in field.options:
                    with self.subTest(field.path, option=option.value):
                        edit = option.edit or {"do": "set", "path": field.path, "text": option.value}
                        chosen = do(design, **copy.deepcopy(edit))
                        build_report(chosen)
