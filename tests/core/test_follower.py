"""Followers: where they click in, and what a move does to the run."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from sabaka_core import Hive, InfeasibleError, ParameterError
from sabaka_core.edits.closing import items_of, leftover_mm
from sabaka_core.edits.follower import move_follower, track
from sabaka_core.hive.chambers import analyse
from sabaka_core.run.layout import RunLayout
from tests.core.support import example, follower, hive, items, sound


def layout(design: Hive) -> RunLayout:
    return analyse(design).layout


def kinds(design: Hive) -> str:
    """The run as letters: g gap, n and f followers, c comb."""
    letters = {"gap": "g", "comb": "c"}
    return "".join(letters.get(i.kind) or i.side[0] for i in items_of(design, 0))  # type: ignore[union-attr]


class FarFollower(TestCase):
    """Trade check: the plain hive: ten 35 mm brood bars, six 38 mm honey bars, follower at 578 mm."""

    def setUp(self) -> None:
        self.start = hive(sound())

    def test_it_stands_where_the_bars_end(self) -> None:
        """Hand: 10 × 35 + 6 × 38 = 578."""
        self.assertAlmostEqual(layout(self.start).nest_end_mm, 578)

    def test_inward_it_goes_past_bars_which_stay_in_the_box(self) -> None:
        moved = move_follower(self.start, 0, "far", 430)
        self.assertEqual(kinds(moved), "c" * 12 + "f" + "c" * 4 + "g")
        self.assertAlmostEqual(layout(moved).nest_end_mm, 426)
        self.assertEqual(len(layout(moved).nest_combs), 12)

    def test_outward_it_takes_in_the_bars_behind_it_again(self) -> None:
        there = move_follower(self.start, 0, "far", 430)
        self.assertEqual(move_follower(there, 0, "far", 578), self.start)

    def test_further_outward_it_adds_empty_bars_of_the_outermost_kind(self) -> None:
        moved = move_follower(self.start, 0, "far", 578 + 2 * 38)
        added = items_of(moved, 0)[16:18]
        self.assertTrue(all(i.kind == "comb" and i.type == "honey" and i.contents == "empty" for i in added))
        self.assertAlmostEqual(leftover_mm(moved, 0), 0)

    def test_the_feeder_keeps_its_room(self) -> None:
        """The gap is 604 mm and for a feeder: 70 mm stay, so at most 14 bars go in."""
        moved = move_follower(self.start, 0, "far", 5000)
        self.assertEqual(len(layout(moved).combs), 16 + 14)
        self.assertGreaterEqual(items_of(moved, 0)[-1].length_mm, 70)  # type: ignore[union-attr]

    def test_free_of_the_bars_it_leaves_a_gap_before_it(self) -> None:
        moved = move_follower(self.start, 0, "far", 590, snap=False)
        self.assertEqual(kinds(moved), "c" * 16 + "gfg")
        self.assertAlmostEqual(layout(moved).nest_end_mm, 590)
        self.assertAlmostEqual(leftover_mm(moved, 0), 0)
        self.assertEqual(move_follower(moved, 0, "far", 578), self.start)

    def test_a_bar_in_the_way_is_named_with_the_nearest_places(self) -> None:
        inside = move_follower(self.start, 0, "far", 426)
        with self.assertRaises(InfeasibleError) as caught:
            move_follower(inside, 0, "far", 440, snap=False)
        self.assertIn("426 mm or 464 mm", caught.exception.nearest)

    def test_one_bar_at_least_stays_before_it(self) -> None:
        self.assertEqual(len(layout(move_follower(self.start, 0, "far", -900)).nest_combs), 1)
        with self.assertRaises(InfeasibleError):
            move_follower(self.start, 0, "far", 10, snap=False)

    def test_there_has_to_be_such_a_follower(self) -> None:
        with self.assertRaises(ParameterError):
            move_follower(self.start, 0, "near", 100)


class NearFollower(TestCase):
    """Trade check: bowline: near follower's face at 90 mm."""

    def setUp(self) -> None:
        self.start = hive(example("bowline"))

    def test_it_mirrors_the_far_one(self) -> None:
        moved = move_follower(self.start, 0, "near", 160)
        self.assertEqual(kinds(moved)[:4], "gccn")
        self.assertAlmostEqual(layout(moved).nest_start_mm, 160)
        self.assertEqual(move_follower(moved, 0, "near", 90), self.start)

    def test_its_stops_are_named_by_the_first_bar_inside(self) -> None:
        way = track(self.start, 0, "near")
        first = min(way.stops, key=lambda stop: stop.face_mm)
        self.assertEqual(way.bar_number(first), 1)
        self.assertAlmostEqual(first.face_mm, 90)

    def test_crossed_followers_have_to_be_set_right_first(self) -> None:
        document = example("bowline")
        near, far = follower(document, "near"), follower(document, "far")
        near["side"], far["side"] = "far", "near"
        with self.assertRaisesRegex(ParameterError, "crossed"):
            move_follower(hive(document), 0, "far", 300)


class AnyMove(TestCase):
    """Trade check."""

    @given(
        st.sampled_from(["bowline", "sheepshank", "sloped-top-bar"]),
        st.lists(st.tuples(st.sampled_from(["near", "far"]), st.floats(-50, 1300), st.booleans()), max_size=5),
    )
    def test_the_run_stays_closed_and_no_comb_is_lost(self, name: str, moves: list[Any]) -> None:
        """Property: whatever is dragged, Σ = L and the combs stay in their order."""
        design = hive(example(name))
        before = [i for i in items_of(design, 0) if i.kind == "comb" and i.contents != "empty"]
        for side, x, snap in moves:
            try:
                design = move_follower(design, 0, side, x, snap)
            except (InfeasibleError, ParameterError):
                continue
            self.assertAlmostEqual(leftover_mm(design, 0), 0, places=3)
            self.assertGreaterEqual(len(layout(design).nest_combs), 1)
            if not snap:
                face = layout(design).nest_end_mm if side == "far" else layout(design).nest_start_mm
                self.assertAlmostEqual(face, x, places=3)
        self.assertEqual([i for i in items_of(design, 0) if i.kind == "comb" and i.contents != "empty"], before)

    @given(st.sampled_from(["bowline", "sheepshank"]), st.data())
    def test_every_stop_can_be_reached(self, name: str, data: st.DataObject) -> None:
        design = hive(example(name))
        way = track(design, 0, "far")
        stop = data.draw(st.sampled_from(way.stops))
        moved = move_follower(design, 0, "far", stop.face_mm)
        self.assertAlmostEqual(layout(moved).nest_end_mm, stop.face_mm, places=4)
        self.assertEqual(layout(moved).nest_combs[-1].number, way.bar_number(stop))

    def test_without_a_gap_there_are_no_places_beyond_the_bars(self) -> None:
        document = sound()
        items(document).pop()
        self.assertEqual(len(track(hive(document), 0, "far").stops), 16)
