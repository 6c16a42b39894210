"""The run solver against exhaustive search; cover slats; whole-run edits."""

from __future__ import annotations

import contextlib
import io
import json
from itertools import pairwise, product
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from sabaka_cli.__main__ import main
from sabaka_core import InfeasibleError, ParameterError, apply_edit, load_hive
from sabaka_core.document.hive import Hive
from sabaka_core.edits.closing import leftover_mm
from sabaka_core.edits.handles import Drop
from sabaka_core.edits.runs import FitRun, ForgetRun, SaveRun, UseRun
from sabaka_core.hive.chambers import analyse
from sabaka_core.run.covers import slats
from sabaka_core.run.fit import CombWidth, fits
from sabaka_core.show.mixes import kept_mm, solve
from tests.core.support import EXAMPLES, lines, reported, told


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


class Solver(TestCase):
    """Reference library."""

    @settings(max_examples=60)
    @given(
        st.floats(100, 420),
        st.floats(0, 90),
        st.lists(st.sampled_from([32.0, 35.0, 38.0, 41.5]), min_size=1, max_size=3, unique=True),
        st.floats(0, 1),
    )
    def test_against_every_mix_there_is(self, room: float, kept: float, widths: list[float], share: float) -> None:
        """Exhaustive: every count of every kind is tried; the maximal ones are the solver's, the best is its first."""
        kinds = [CombWidth(f"k{i}", w, i == 0) for i, w in enumerate(widths)]
        open_mm = room - kept
        most = [int(max(open_mm, 0) // w) + 1 for w in widths]
        every = set()
        for counts in product(*(range(m + 1) for m in most)):
            left = open_mm - sum(n * w for n, w in zip(counts, widths, strict=True))
            if sum(counts) and left >= -1e-9 and left < min(widths) - 1e-6:
                every.add(counts)
        found = fits(room, kept, kinds, share)
        self.assertEqual({fit.counts for fit in found}, every)
        for before, after in pairwise(found):
            self.assertLessEqual(before.rank, after.rank)
        for fit in found:
            self.assertAlmostEqual(fit.length_mm + fit.leftover_mm, room, places=6)
            self.assertLess(fit.leftover_mm, min(widths))
            self.assertAlmostEqual(fit.leftover_mm + fit.one_more_mm, min(widths), places=6)

    def test_a_wish_for_so_many_combs(self) -> None:
        kinds = [CombWidth("a", 35.0, True), CombWidth("b", 38.0, False)]
        found = fits(1000, 50, kinds, 0.5, wish=12)
        self.assertEqual({fit.combs for fit in found}, {12})
        self.assertLess(found[0].mix_off, 0.1)
        self.assertIn((6, 6), {fit.counts for fit in found})

    def test_ranked_by_mix_then_by_what_is_left(self) -> None:
        """Hand: 1004 mm, 35 and 38: 12 + 15 leave 14 and are nearest to half and half; 20 + 8 leave none."""
        found = fits(1180, 176, [CombWidth("brood", 35.0, True), CombWidth("honey", 38.0, False)], 0.5)
        self.assertLess(found[0].mix_off, 0.1)
        self.assertIn((20, 8), {fit.counts for fit in found})
        self.assertAlmostEqual(next(f for f in found if f.counts == (20, 8)).leftover_mm, 0.0)

    def test_nothing_goes_into_nothing(self) -> None:
        self.assertEqual(fits(100, 120, [CombWidth("a", 35.0, True)]), [])
        self.assertEqual(fits(100, 80, [CombWidth("a", 35.0, True)]), [])

    def test_boards_and_a_feeders_room_are_kept(self) -> None:
        """Hand: two boards of 18, and 70 for the feeder at each end that has one."""
        a = analyse(opened("bowline"))
        self.assertEqual(kept_mm(a), 18 + 18 + 70 + 70)

    def test_command_line(self) -> None:
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            self.assertEqual(main(["fit", str(EXAMPLES / "bowline.json"), "--combs", "20", "--brood", "0.6"]), 0)
        printed = json.loads(out.getvalue())
        self.assertEqual({fit["combs"] for fit in printed["fits"]}, {20})
        self.assertIn({"brood": 12, "honey": 8}, [fit["counts"] for fit in printed["fits"]])
        self.assertLess(printed["fits"][0]["mix_off"], 0.1)


class WholeRuns(TestCase):
    """Reference library."""

    def test_every_offered_mix_can_be_hung_and_closes(self) -> None:
        for name in ("bowline", "sloped-top-bar", "sheepshank", "straight-top-bar", "deep-horizontal", "long-shallow"):
            design = opened(name)
            for fit in lines(design, "fits"):
                assert fit.choose is not None
                with self.subTest(name, fit=fit.key):
                    hung = apply_edit(design, FitRun.model_validate(fit.choose.edit))
                    self.assertAlmostEqual(leftover_mm(hung, 0), 0.0, places=3)
                    counts = {k: n for k, n in FitRun.model_validate(fit.choose.edit).counts.items() if n}
                    have: dict[str, int] = {}
                    for placed in analyse(hung).layout.combs:
                        assert placed.item.kind == "comb"
                        have[placed.item.type] = have.get(placed.item.type, 0) + 1
                    self.assertEqual(have, counts)

    def test_what_is_on_the_combs_stays(self) -> None:
        design = opened("bowline")
        before = sorted(i.contents for i in design.chambers[0].run.items if i.kind == "comb" and i.contents != "empty")
        best = solve(analyse(design))[0]
        hung = apply_edit(design, FitRun(counts={"brood": best.counts[0], "honey": best.counts[1]}))
        after = sorted(i.contents for i in hung.chambers[0].run.items if i.kind == "comb" and i.contents != "empty")
        self.assertEqual(before, after)

    def test_too_many_are_refused_by_how_much(self) -> None:
        with self.assertRaisesRegex(InfeasibleError, "more than the run holds"):
            apply_edit(opened("bowline"), FitRun(counts={"brood": 60}))
        with self.assertRaises(ParameterError):
            apply_edit(opened("bowline"), FitRun(counts={"elm": 3}))
        with self.assertRaises(ParameterError):
            apply_edit(opened("bowline"), FitRun(counts={"brood": 0}))

    def test_states_are_kept_and_brought_back(self) -> None:
        design = apply_edit(opened("bowline"), SaveRun(name="today"))
        changed = apply_edit(design, FitRun(counts={"brood": 20, "honey": 8}))
        self.assertEqual([told(line).template for line in lines(changed, "states")], ["today: 19 combs"])
        back = apply_edit(changed, UseRun(index=0))
        self.assertEqual(back.chambers[0].run.items, design.chambers[0].run.items)
        self.assertEqual(apply_edit(back, ForgetRun(index=0)).chambers[0].run.saved, ())
        with self.assertRaises(ParameterError):
            apply_edit(design, SaveRun(name="  "))
        with self.assertRaises(ParameterError):
            apply_edit(design, UseRun(index=4))


class Plugging(TestCase):
    """Reference library."""

    def test_an_entrance_that_a_follower_passes_is_plugged(self) -> None:
        """Bowline's second hole stands at 190: the near follower goes past the first, at 130."""
        design = opened("bowline")
        moved = apply_edit(design, Drop(handle="follower-near", x_mm=160.0))
        settings = [e.setting for e in moved.chambers[0].entrances]
        self.assertEqual([e.setting for e in design.chambers[0].entrances][:2], ["open", "open"])
        self.assertEqual(settings[:2], ["plugged", "open"])
        # One hole of 25 is left, and little for a full colony: that is said.
        self.assertEqual([f.code for f in reported(moved, "findings").findings], ["entrance-area"])

    def test_the_last_open_one_is_left_to_the_keeper(self) -> None:
        moved = apply_edit(opened("bowline"), Drop(handle="follower-near", x_mm=400.0))
        codes = {f.code for f in reported(moved, "findings").findings}
        self.assertIn("entrance-beyond-follower", codes)


class Slats(TestCase):
    """Reference library."""

    @given(
        st.integers(1, 5), st.sampled_from(["bowline", "deep-horizontal", "long-shallow", "granny", "conversion-box"])
    )
    def test_they_meet_each_other_and_the_walls_and_span_no_more_than_asked(self, most: int, name: str) -> None:
        layout = analyse(opened(name)).layout
        made = slats(layout, most)
        self.assertEqual(made[0].start_mm, 0.0)
        self.assertAlmostEqual(made[-1].end_mm, max(layout.total_mm, layout.length_mm), places=3)
        for one, two in pairwise(made):
            self.assertAlmostEqual(one.end_mm, two.start_mm)
        self.assertLessEqual(max(slat.combs for slat in made), most)
        joints = {round(p.end_mm, 6) for p in layout.placed} | {
            0.0,
            round(layout.length_mm, 6),
            round(layout.total_mm, 6),
        }
        self.assertTrue(all(round(slat.end_mm, 6) in joints for slat in made))
        self.assertEqual(sum(slat.combs for slat in made), len(layout.combs))

    def test_one_is_meshed_and_one_holed_for_the_feeder(self) -> None:
        made = [slat.made for slat in slats(analyse(opened("bowline")).layout, 3)]
        self.assertEqual((made.count("meshed"), made.count("holed for the feeder")), (1, 1))


class Sheets(TestCase):
    """Reference library."""

    def test_of_every_example(self) -> None:
        for file in sorted(EXAMPLES.glob("*.json")):
            design = load_hive(file.read_bytes())
            for box in range(len(design.chambers)):
                with self.subTest(file.stem, box=box):
                    for key in ("openings", "slats", "followers", "excluders"):
                        self.assertTrue(all(told(line).template for line in lines(design, key, box)))

    def test_a_follower_is_measured_as_a_board(self) -> None:
        """Hand: bowline's cavity is 440 wide at the top; 2.5 clear on each side."""
        board = told(lines(opened("bowline"), "followers")[0])
        self.assertAlmostEqual(board.values["top"].value, 435.0)
