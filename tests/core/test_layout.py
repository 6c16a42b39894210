"""Where things lie in a run, by hand on small runs."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core.base.quantity import plain
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from tests.core.support import chamber, hive, items, lines, reported, sound, told

BROOD = {"kind": "comb", "type": "brood"}
HONEY = {"kind": "comb", "type": "honey", "role": "honey"}


def gap(length: float) -> dict[str, Any]:
    return {"kind": "gap", "length_mm": length}


def board(side: str) -> dict[str, Any]:
    return {"kind": "follower", "side": side, "thickness_mm": 18.0}


def run_of(*parts: dict[str, Any], length: float = 1000.0, entrances: list[dict[str, Any]] | None = None) -> Analysis:
    document = sound()
    items(document)[:] = list(parts)
    chamber(document)["length_mm"] = length
    if entrances is not None:
        chamber(document)["entrances"] = entrances
    return analyse(hive(document))


def hole(at: float, wall: str = "left") -> dict[str, Any]:
    return {"kind": "hole", "wall": wall, "at_mm": at, "height_mm": 25.0, "diameter_mm": 25.0}


class Positions(TestCase):
    """Hand."""

    def test_running_sums(self) -> None:
        """Hand: 60, +18 = 78, +35 = 113, +38 = 151, +18 = 169, +100 = 269."""
        a = run_of(gap(60), board("near"), BROOD, HONEY, board("far"), gap(100), length=269)
        self.assertEqual([p.end_mm for p in a.layout.placed], [60, 78, 113, 151, 169, 269])
        self.assertEqual((a.layout.nest_start_mm, a.layout.nest_end_mm, a.layout.leftover_mm), (78, 151, 0))
        self.assertEqual([p.number for p in a.layout.placed], [None, None, 1, 2, None, None])

    def test_without_followers_the_nest_is_the_whole_box(self) -> None:
        a = run_of(BROOD, BROOD, length=300)
        self.assertEqual((a.layout.nest_start_mm, a.layout.nest_end_mm), (0, 300))
        self.assertEqual((a.layout.behind("near"), a.layout.behind("far")), ((), ()))

    def test_what_lies_behind_each_follower(self) -> None:
        a = run_of(gap(40), BROOD, board("near"), BROOD, board("far"), HONEY, gap(10))
        self.assertEqual([p.index for p in a.layout.behind("near")], [0, 1])
        self.assertEqual([p.index for p in a.layout.behind("far")], [5, 6])
        self.assertEqual([p.index for p in a.layout.nest_combs], [3])
        self.assertEqual(
            [a.layout.in_nest(p) for p in a.layout.placed], [False, False, False, True, False, False, False]
        )

    def test_crossed_followers_leave_no_nest(self) -> None:
        a = run_of(board("far"), BROOD, board("near"))
        self.assertTrue(a.layout.crossed)
        self.assertEqual(a.layout.nest, ())

    def test_every_kind_of_item_takes_its_own_length(self) -> None:
        a = run_of(
            {"kind": "feeder", "length_mm": 60.0},
            {"kind": "excluder", "thickness_mm": 5.0},
            {"kind": "divider", "thickness_mm": 12.0},
            {"kind": "spacer", "length_mm": 3.0},
            BROOD,
            length=115,
        )
        self.assertEqual([p.length_mm for p in a.layout.placed], [60, 5, 12, 3, 35])
        self.assertEqual(a.layout.leftover_mm, 0)

    def test_an_empty_run_leaves_the_whole_box_over(self) -> None:
        self.assertEqual(run_of(length=800).layout.leftover_mm, 800)


class Entrances(TestCase):
    """Hand."""

    def test_which_lead_to_the_nest(self) -> None:
        """Nest from 78 to 183 mm: a 25 mm hole has to lie wholly inside."""
        a = run_of(
            gap(60),
            board("near"),
            BROOD,
            BROOD,
            BROOD,
            board("far"),
            gap(100),
            entrances=[hole(90.5), hole(90.4), hole(170.5), hole(170.6), hole(0, "near-end"), hole(0, "far-end")],
        )
        self.assertEqual([e.in_nest for e in a.entrances], [True, False, True, False, False, False])

    def test_an_end_wall_hole_leads_to_a_nest_that_reaches_the_wall(self) -> None:
        a = run_of(BROOD, BROOD, board("far"), gap(400), entrances=[hole(0, "near-end"), hole(0, "far-end")])
        self.assertEqual([e.in_nest for e in a.entrances], [True, False])

    def test_advice_in_words(self) -> None:
        a = run_of(
            BROOD,
            BROOD,
            BROOD,
            board("far"),
            gap(500),
            entrances=[hole(50), hole(50) | {"setting": "plugged"}, hole(400), hole(400) | {"setting": "plugged"}],
        )
        states = lines(a.hive, "entrances")
        self.assertEqual([plain(told(line, 1)) for line in states], ["open", "may be opened", "plug", "plugged"])
        self.assertEqual(
            plain(told(states[0])), "Hole, left, at 50 mm, 25 mm above the floor, combs end-on to it (cold way)"
        )

    def test_a_disc_set_to_vent_lets_no_bee_in(self) -> None:
        disc = {"kind": "disc", "wall": "left", "at_mm": 60.0, "height_mm": 20.0, "disc_mm": 100.0, "opening_mm": 38.0}
        for setting, is_open in (
            ("open", True),
            ("part", True),
            ("excluder", True),
            ("vent", False),
            ("plugged", False),
        ):
            with self.subTest(setting):
                a = run_of(BROOD, BROOD, BROOD, board("far"), gap(500), entrances=[disc | {"setting": setting}])
                self.assertEqual(a.entrances[0].entrance.is_open, is_open)


class RoomForMore(TestCase):
    """Hand: what the rod says of the gap at the end."""

    def words(self, last: dict[str, Any]) -> list[str]:
        a = run_of(BROOD, board("far"), last)
        rod = reported(a.hive, draw=("rod",)).drawings["rod"]
        return [plain(s.text) for s in rod.shapes if s.kind == "label" and s.layer == "note"]

    def test_bars_that_still_go_in(self) -> None:
        self.assertEqual(self.words(gap(200)), ["room for 5 more bars"])
        self.assertEqual(self.words(gap(200) | {"purpose": "feeder"}), ["room for 3 more bars"])

    def test_it_is_as_short_as_there_is_room(self) -> None:
        self.assertEqual(self.words(gap(900) | {"purpose": "feeder"}), ["room for 23 more bars, then the feeder"])
        self.assertEqual(self.words(gap(60)), ["+1"])
        self.assertEqual(self.words(gap(20)), [])
