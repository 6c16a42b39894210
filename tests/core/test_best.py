"""The best hive out of what is there: against trying everything, by hand, and made again as it was found."""

from __future__ import annotations

from functools import cache
from unittest import TestCase

from sabaka_core import Hive, load_hive
from sabaka_core.base.errors import ParameterError
from sabaka_core.brief.answers import Answers
from sabaka_core.brief.best import best_of, made_again
from sabaka_core.brief.best_told import best_told
from sabaka_core.brief.found import WISHES, Best, Fixed, typed_fixed
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Board
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.systems import SYSTEMS
from sabaka_core.hive.whole import whole
from sabaka_core.woodwork.assembly import parts_of, parts_of_hive
from sabaka_core.woodwork.owned import to_make
from sabaka_core.woodwork.plan import cut_plan, rough_plan
from tests.core.support import EXAMPLES
from tests.core.test_layers import do

PLANKS = Board(label="planks", length_mm=2400, width_mm=290, thickness_mm=22, count=3)
SHEET = Board(label="sheet", length_mm=2440, width_mm=1220, thickness_mm=12, count=1)
OWNED = Answers(boards=(PLANKS, SHEET), frames=("langstroth-shallow",))


@cache
def examples() -> dict[str, Hive]:
    return {system: load_hive((EXAMPLES / f"{system}.json").read_bytes()) for system in SYSTEMS}


@cache
def found(wish: str, frames: int = 20) -> Best:
    return best_of(examples(), OWNED, wish, Fixed(frames_owned=frames))  # type: ignore[arg-type]


class TriedByHand(TestCase):
    """Hand: every number of combs in turn, in place of the search’s halving."""

    def test_the_most_combs_that_need_nothing_bought(self) -> None:
        best = found("money").found[0]
        self.assertFalse(best.bought)
        system, index, combs = best.key.split("/")
        free = []
        for number in range(1, 60):
            try:
                made = made_again(examples(), OWNED, f"{system}/{index}/{number}", Fixed(frames_owned=20))
            except ParameterError:
                break
            plan = rough_plan(parts_of(whole(made)), made)
            if not (plan.bought or plan.sheets_bought or plan.too_long):
                free.append(number)
        self.assertEqual(max(free), int(combs))

    def test_its_full_cut_plan_buys_nothing(self) -> None:
        best = found("money").found[0]
        plan = cut_plan(parts_of_hive(best.hive), best.hive)
        self.assertEqual((plan.bought, plan.sheets_bought, plan.too_long), ((), 0, ()))

    def test_each_wish_puts_its_own_first(self) -> None:
        """Of all that is shown none is better by the wish that it is ranked by, among what can be made."""
        by = {"litres": lambda f: -f.litres, "combs": lambda f: -f.combs, "waste": lambda f: round(f.waste, 3)}
        for wish, worth in by.items():
            can = [worth(each) for each in found(wish).found if not each.plan.too_long]
            with self.subTest(wish):
                self.assertEqual(can, sorted(can))
        self.assertEqual(set(WISHES), {"litres", "combs", "waste", "money", "lifting"})

    def test_what_was_found_is_made_again(self) -> None:
        for each in found("combs").found:
            again = made_again(examples(), OWNED, each.key, Fixed(frames_owned=20))
            self.assertEqual(again, each.hive)


class WhatIsHeld(TestCase):
    """Hand."""

    def test_a_length(self) -> None:
        best = best_of(examples(), OWNED, "combs", Fixed(long_mm=700, systems=("long-shallow",))).found[0]
        a = analyse(best.hive, 0)
        self.assertLessEqual(a.run_mm, 700 + 1e-6)
        # A follower as thick as the planks and a feeder's 70 mm: (700 − 22 − 70) / 34.925 = 17.4.
        self.assertEqual(len(a.layout.combs), 17)

    def test_a_number_of_combs_too_many_is_refused_with_how_many_go_in(self) -> None:
        boards = (Board(label="short", length_mm=1120, width_mm=290, thickness_mm=22, count=4),)
        best = best_of(examples(), Answers(boards=boards), "combs", Fixed(combs=30, systems=("long-shallow",)))
        self.assertEqual(best.found, ())
        self.assertIn("27 do", best.left_out[0][1])

    def test_no_board_makes_a_wall(self) -> None:
        thin = (Board(label="ply", length_mm=2440, width_mm=1220, thickness_mm=4, count=2),)
        with self.assertRaises(ParameterError) as caught:
            best_of(examples(), Answers(boards=thin), "combs")
        self.assertEqual(caught.exception.field, "/boards")

    def test_what_is_left_out_says_why(self) -> None:
        said = dict(found("combs").left_out)
        self.assertIn("frames stay unused", said["sloped-side top bar hive"])
        table = next(t for t in best_told(found("combs"), "combs").tables if t.key == "left-out")
        self.assertEqual(len(table.lines), len(said))


class OfBoards(TestCase):
    """Trade check (no source)."""

    def test_thirty_frames_dont_go_into_a_run_of_1056(self) -> None:
        """A follower of 18 and 70 mm of feeder leave 968 mm: 27 frames at 34.925 do, 30 ask for 1047.75."""
        hive = load_hive((EXAMPLES / "long-shallow.json").read_bytes())
        a = analyse(hive, 0)
        board = 1056 + 2 * a.end_mm
        items = [item for item in hive.chambers[0].run.items if item.kind in ("follower", "gap")]
        self.assertEqual([getattr(i, "thickness_mm", None) or i.purpose for i in items], [18.0, "feeder"])
        sized = analyse(do(hive, {"do": "size-box", "by": "length", "text": f"{board}"}), 0)
        self.assertAlmostEqual(sized.run_mm, 1056)
        self.assertEqual(len(sized.layout.combs), 27)
        self.assertAlmostEqual(sized.layout.leftover_mm, 0, places=3)

    def test_two_wide_boards_and_a_narrow_one(self) -> None:
        """235 + 235 + 89 = 559: a side of that height is glued of them, not of three strips of 186."""
        boards = (
            Board(label="wide", length_mm=1300, width_mm=235, thickness_mm=25, count=4),
            Board(label="narrow", length_mm=1300, width_mm=89, thickness_mm=25, count=2),
        )
        hive = load_hive((EXAMPLES / "straight-top-bar.json").read_bytes()).model_copy(update={"boards": boards})
        hive = do(hive, {"do": "size-box", "by": "board", "text": "540"})
        # Its lower edge laps over the floor’s by 19 mm.
        side = tuple(p for p in parts_of_hive(hive) if p.name.startswith("Side"))
        self.assertEqual({round(p.wide_mm) for p in side}, {559})
        plan = cut_plan(side, hive)
        self.assertEqual(sorted(round(piece.wide_mm) for b in plan.boards for piece in b.pieces), [89, 89, *[235] * 4])
        self.assertFalse(plan.bought)

    def test_frames_on_hand_arent_made(self) -> None:
        hive = load_hive((EXAMPLES / "long-shallow.json").read_bytes())
        parts = tuple(p for p in parts_of_hive(hive) if p.carrier)
        number = len(analyse(hive, 0).layout.combs)
        some = hive.model_copy(update={"building": Building(frames_on_hand=10)})
        for before, after in zip(parts, to_make(parts, some), strict=True):
            # Those that hang in the run are on hand first; what fills it, and the super's, are made.
            hangs = "body" in before.id and not before.id.endswith("-more")
            self.assertEqual(after.count, before.count * (number - 10) // number if hangs else before.count, before.id)
        more = hive.model_copy(update={"building": Building(frames_on_hand=number + 6 + 4)})
        tops = {part.id: part.count for part in to_make(parts, more) if "top-bar" in part.id}
        self.assertEqual(sorted(tops.values()), [0, 0, 6])
        every = hive.model_copy(update={"building": Building(frames_on_hand=500)})
        self.assertEqual({part.count for part in to_make(parts, every)}, {0})


class Held(TestCase):
    """Hand: what is held is read as it was typed, and what can't be is told by its field."""

    def test_read_in_the_keeper_s_units(self) -> None:
        self.assertEqual(typed_fixed("40", "", "1200", "in"), Fixed(long_mm=1016.0, frames_owned=1200))
        self.assertEqual(typed_fixed("", " 27", "", "mm"), Fixed(combs=27))

    def test_what_can_t_be(self) -> None:
        bad = {"/length": ("0", "", ""), "/combs": ("", "2.5", ""), "/frames_owned": ("", "", "5001")}
        for field, typed in bad.items():
            with self.assertRaises(ParameterError) as caught:
                typed_fixed(*typed, "mm")
            self.assertEqual(caught.exception.field, field)
