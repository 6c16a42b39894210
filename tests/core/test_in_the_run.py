"""What stands in a run and in its walls: feeders' litres, shaped feet, drone days, draughts and windows, by hand."""

from __future__ import annotations

from math import cos, pi, sin, sqrt
from typing import Any
from unittest import TestCase

from shapely.geometry import LineString, Polygon

from sabaka_core import Hive, load_hive
from sabaka_core.document.chambers import Litter
from sabaka_core.document.entrances import Hole, Opening
from sabaka_core.document.run import Feeder, Follower
from sabaka_core.hive.boards import feeder_size, foot_line
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.season.asked import year_in
from sabaka_core.season.drones import drone_rounds
from sabaka_core.winter.asked import winter_in
from sabaka_core.winter.draught import draught_of
from sabaka_core.woodwork.assembly import clashes, parts_of_hive
from sabaka_core.woodwork.inrun import in_run_parts
from tests.core.support import EXAMPLES
from tests.core.test_layers import do


def opened(name: str, *edits: dict[str, Any]) -> Hive:
    return do(load_hive((EXAMPLES / f"{name}.json").read_bytes()), *edits)


class Feeders(TestCase):
    """Hand."""

    def test_litres_of_one_like_a_comb(self) -> None:
        """466.7 wide less two bee spaces of 9.5 and two faces of 6, 200 deep less 20 and 6, 70 long less two faces."""
        a = analyse(opened("straight-top-bar"), 0)
        made = feeder_size(a, Feeder(length_mm=70, height_mm=200))
        self.assertAlmostEqual(made.litres, (466.725 - 19 - 12) * 174 * 58 / 1e6, places=2)

    def test_one_that_divides_reaches_walls_and_floor(self) -> None:
        a = analyse(opened("straight-top-bar"), 0)
        made = feeder_size(a, Feeder(length_mm=70, height_mm=100, divides=True))
        self.assertEqual((made.deep_mm, made.top_mm), (a.section.height_mm, a.section.top_mm))

    def test_one_at_right_angles_is_a_trough(self) -> None:
        a = analyse(opened("straight-top-bar"), 0)
        made = feeder_size(a, Feeder(length_mm=300, height_mm=120, lies="at-right-angles"))
        self.assertAlmostEqual(made.litres, 88 * 288 * 94 / 1e6, places=3)

    def test_it_takes_its_room_from_the_colony(self) -> None:
        for kind, long in (("feeder", 70.0), ("filler", 40.0)):
            before = analyse(opened("bowline"), 0)
            after = analyse(opened("bowline", {"do": "put-in-run", "kind": kind, "before": "comb-5"}), 0)
            with self.subTest(kind):
                # What stands between the followers grew by it and holds no bees.
                self.assertAlmostEqual(after.volumes.occupied_l, before.volumes.occupied_l, places=3)
                self.assertAlmostEqual(after.volumes.nest_mm - before.volumes.nest_mm, long, places=3)


class Feet(TestCase):
    """Reference library: shapely measures a shaped foot’s distance from its trough."""

    def test_it_stands_off_the_trough_by_its_gap(self) -> None:
        hive = opened("bowline")
        chamber = hive.chambers[0].model_copy(update={"litter": Litter(kind="trough", sunk_mm=40, width_mm=200)})
        a = analyse(hive.model_copy(update={"chambers": (chamber,)}), 0)
        arc = [(100 * cos(pi + pi * i / 400), 40 * sin(pi + pi * i / 400)) for i in range(401)]
        trough = LineString(arc)
        for gap in (6.0, 12.0):
            board = Follower(side="far", thickness_mm=18, foot="shaped", foot_gap_mm=gap)
            line = foot_line(a, board, 120)
            bottom = Polygon([*line, (120, 100), (-120, 100)])
            self.assertFalse(bottom.intersects(trough))
            low = min(z for _, z in line)
            self.assertAlmostEqual(low, gap - 40, places=6)
            inner = [each for each in line if each[1] < -1]
            for x, z in inner:
                self.assertAlmostEqual(
                    LineString(arc).distance(Polygon([(x, z), (x, z + 1e-6), (x + 1e-6, z)])), gap, 1
                )


class Drones(TestCase):
    """Trade check: out 21 to 23 days after it was given, back when it was frozen a day or two."""

    def test_days(self) -> None:
        plan = Context(opened("bowline", {"do": "put-in-run", "kind": "drone", "before": "comb-3"})).once(year_in)
        rounds = list(drone_rounds(plan))
        self.assertEqual(len(rounds), 3)
        for turn in rounds:
            self.assertTrue(21 <= turn.out - turn.given <= 23)
            self.assertTrue(1 <= turn.back - turn.out <= 2)
        self.assertEqual([turn.given for turn in rounds[1:]], [turn.back for turn in rounds[:-1]])

    def test_none_without_drone_comb(self) -> None:
        self.assertEqual(list(drone_rounds(Context(opened("bowline")).once(year_in))), [])

    def test_no_worker_brood_in_it(self) -> None:
        before = Context(opened("long-shallow")).once(year_in).nest
        hive = opened("long-shallow", {"do": "retype-comb", "item": "comb-2", "role": "drone"})
        after = Context(hive).once(year_in).nest
        self.assertAlmostEqual(after.sizes.cells / before.sizes.cells, 1 - 1 / before.capacity)


class Draughts(TestCase):
    """Hand: BS 5925’s two openings, from memory."""

    def test_two_holes_of_25_mm_200_apart(self) -> None:
        """A 490.9 mm² each, in series 347.1; √(2·9.80665·0.2·5/278.15) = 0.2655 m/s; times 0.61: 0.0562 L/s."""
        hive = opened("bowline")
        holes = tuple(Hole(wall="left", at_mm=100, height_mm=up, diameter_mm=25) for up in (20.0, 220.0))
        chamber = hive.chambers[0].model_copy(update={"entrances": holes})
        found = draught_of(chamber, "01-10", 5, 278.15, 0.61)
        area = pi / 4 * 25**2 / sqrt(2)
        self.assertAlmostEqual(found.flow_l_s, 0.61 * area / 1e6 * sqrt(2 * 9.80665 * 0.2 * 5 / 278.15) * 1000)
        self.assertAlmostEqual(found.flow_l_s, 0.0562, places=4)

    def test_a_porch_makes_the_high_one_act_low(self) -> None:
        hive = opened("bowline")
        low = Hole(wall="left", at_mm=100, height_mm=20, diameter_mm=25)
        high = Hole(wall="left", at_mm=300, height_mm=220, diameter_mm=25, porch=True, porch_drop_mm=187.5)
        chamber = hive.chambers[0].model_copy(update={"entrances": (low, high)})
        self.assertEqual(draught_of(chamber, "01-10", 5, 278.15, 0.61).flow_l_s, 0)

    def test_one_height_alone_gives_none(self) -> None:
        hive = opened("straight-top-bar")
        self.assertEqual(draught_of(hive.chambers[0], "01-10", 5, 278.15, 0.61).flow_l_s, 0)

    def test_a_window_lets_out_what_its_pane_does(self) -> None:
        """300 × 100 mm of pane, 1/(0.13 + 0.004/1.0 + 0.04) W/m²K, in place of as much wall."""
        hive = opened("straight-top-bar", {"do": "set", "path": "/wintering/combs", "text": "19"})
        window = Opening(wall="right", at_mm=300, height_mm=60, wide_mm=300, high_mm=100)
        glazed = hive.chambers[0].model_copy(update={"openings": (window,)})
        before, after = (
            Context(each).once(winter_in) for each in (hive, hive.model_copy(update={"chambers": (glazed,)}))
        )
        wall = next(face for face in before.shell.faces if face.name == "Right side")
        pane = 0.03 / (0.13 + 0.004 / 1.0 + 0.04)
        self.assertAlmostEqual(after.shell.ua - before.shell.ua, pane - 0.03 * wall.u, places=6)


class InAFramesRest(TestCase):
    """Regression: in a hive of frames a board hangs by a bar in the lugs' rest, and not from the comb beside it."""

    def test_a_follower_that_stands_alone_is_held(self) -> None:
        for name in ("long-shallow", "deep-horizontal"):
            hive = opened(name)
            far = next(item for item in hive.chambers[0].run.items if item.kind == "follower")
            parts = parts_of_hive(do(hive, {"do": "put-in-run", "kind": "feeder", "before": far.id}))
            with self.subTest(name):
                self.assertEqual([clash.first for clash in clashes(parts) if clash.kind == "gap"], [])

    def test_board_and_bar_are_as_high_as_the_box(self) -> None:
        """Hand: the rest is 9.525 mm deep; the bar fills it, and the board ends there."""
        a = analyse(opened("deep-horizontal"), 0)
        board, bar = (part for part in in_run_parts(a) if "follower" in part.name)
        self.assertAlmostEqual(bar.thick_mm, 9.525)
        frame = a.main_frame
        assert frame is not None
        self.assertAlmostEqual(bar.long_mm, frame.top_bar_mm)
        foot = max(item.foot_gap_mm for item in a.chamber.run.items if item.kind == "follower")
        self.assertAlmostEqual(board.wide_mm + bar.thick_mm + foot, a.section.height_mm, delta=0.01)
