"""Season, Winter and Lift hear every chamber and super, held to sums by hand over the examples' own sizes."""

from __future__ import annotations

from unittest import TestCase

from sabaka_core import Hive, load_hive
from sabaka_core.document.combs import Frame
from sabaka_core.document.season import Season, Seen
from sabaka_core.frames.parts import comb_area_mm2
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import whole
from sabaka_core.lifting.asked import here_in, supers_in, tasks_in
from sabaka_core.season.asked import year_in
from sabaka_core.season.planned import balance_kg
from sabaka_core.show.study import chapter
from sabaka_core.winter.asked import winter_in
from tests.core.support import EXAMPLES
from tests.core.test_layers import do


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


def asked(name: str) -> Context:
    return Context(opened(name))


class Room(TestCase):
    """Hand: combs of every chamber and super that a colony reaches."""

    def test_side_by_side_the_colony_goes_up_and_then_to_both_sides(self) -> None:
        """Ten deep frames in the nest; a deep super over it; on each side ten medium frames under two medium supers.

        A medium comb is so much of a deep one as their frames' openings are.
        """
        nest = asked("side-by-side").once(year_in).nest
        design = opened("side-by-side")
        frames = [design.comb_type(f"langstroth-{kind}") for kind in ("deep", "medium")]
        deep, medium = (comb_area_mm2(frame) for frame in frames if isinstance(frame, Frame))
        worth = round(10 * medium / deep)
        self.assertEqual(worth, 6)
        self.assertEqual(nest.capacity, 10)
        self.assertEqual([room.worth for room in nest.further], [10, *([worth] * 6)])
        self.assertEqual(nest.room, 10 + 10 + 6 * worth)
        self.assertEqual([room.over for room in nest.further], [True, *([False] * 6)])

    def test_two_chambers_take_a_swarm_that_one_is_too_small_for(self) -> None:
        """Thirteen frames and thirteen next door, and ten mediums over those: nothing is full at sixteen combs."""
        context = asked("two-chamber")
        plan = context.once(year_in)
        self.assertEqual((plan.nest.capacity, plan.nest.further[0].combs, plan.nest.room), (13, 13, 13 + 13 + 6))
        self.assertGreater(plan.peak_combs, 13)
        self.assertNotIn("run-full", [each.code for each in chapter(context, "season").findings])
        opened_on = [step for visit in plan.visits for step in visit.steps if step.kind == "open"]
        self.assertEqual([step.words for step in opened_on], ["Open the way to honey: 13 combs."])

    def test_a_chamber_that_another_colony_lives_in_is_none_of_its_room(self) -> None:
        design = opened("two-chamber")
        (first,) = design.colonies or (None,)
        self.assertIsNotNone(first)
        assert first is not None
        second = first.model_copy(update={"id": "second", "name": "second", "chamber": "honey"})
        both = Context(design.model_copy(update={"colonies": (first, second)}))
        self.assertEqual(both.once(year_in).nest.further, ())

    def test_no_honey_is_lost_when_rooms_are_opened_and_shut(self) -> None:
        for name in ("side-by-side", "two-chamber", "long-shallow", "tall-in-stack", "rear-access", "stacked-long"):
            with self.subTest(name):
                plan = asked(name).once(year_in)
                first = plan.days[0]
                start = first.honey_kg + first.eaten_kg + first.taken_kg - first.ripened_kg - first.fed_kg
                self.assertAlmostEqual(balance_kg(plan.days, start), 0.0, places=6)
                for row in plan.days:
                    self.assertLessEqual(row.brood_cells, plan.nest.capacity * plan.nest.sizes.cells)
                    self.assertLessEqual(row.given, plan.nest.room)

    def test_what_was_seen_beyond_the_run_opens_whole_rooms(self) -> None:
        """Eighteen combs were seen where the run takes ten: the super over it is on, nothing is opened by halves."""
        design = opened("side-by-side")
        seen = Seen(day="2026-06-20", combs_covered=12.0, combs_brood=6.0, combs_honey=12.0)
        plan = Context(design.model_copy(update={"season": Season(seen=(seen,))})).once(year_in)
        held = {7.0: 7.0, 10.0: 10.0, 11.0: 20.0, 20.0: 20.0, 21.0: 26.0}
        self.assertEqual({combs: plan.nest.holding(combs) for combs in held}, held)
        bounds = {10.0 + sum(room.worth for room in plan.nest.further[:n]) for n in range(len(plan.nest.further) + 1)}
        for row in plan.days:
            self.assertTrue(row.given <= 10.0 or row.given in bounds, row.given)
        self.assertIsNotNone(plan.winter_combs)
        self.assertLessEqual(plan.winter_combs or 0, plan.nest.capacity)

    def test_winter_says_what_stays_and_what_comes_off(self) -> None:
        said = " ".join(chapter(asked("side-by-side"), "winter").notes)
        self.assertIn("come off or are shut for the winter: super 1 of brood, left honey", said)


def six_walls(dims: tuple[float, float, float], u: list[float], t: list[float]) -> float:
    """UA of a box by hand: walls in pairs across, along and up [m]; faces, twelve edges at 0.54·k, eight corners.

    An edge's conductance is 0.54 of the mean of what both walls conduct, U·t, by its length; a corner's 0.15 of the
    mean of U·t² of the three.
    """
    total = sum(u[2 * i + j] * dims[(i + 1) % 3] * dims[(i + 2) % 3] for i in range(3) for j in range(2))
    for i, k in ((0, 1), (0, 2), (1, 2)):
        long = dims[3 - i - k]
        for a in (2 * i, 2 * i + 1):
            for b in (2 * k, 2 * k + 1):
                total += 0.54 * (u[a] * t[a] + u[b] * t[b]) / 2 * long
    for a in (0, 1):
        for b in (2, 3):
            for c in (4, 5):
                total += 0.15 * sum(u[x] * t[x] ** 2 for x in (a, b, c)) / 3
    return total


class WinterByHand(TestCase):
    """Hand: 22 mm boards, frames' bars of 9.525, a closed roof space and a roof of 20 over the brood chambers.

    Walls 1/(0.13 + 0.022/0.13 + 0.04), floor with 0.17 inside, top 1/(0.10 + 0.009525/0.13 + 0.18 + 0.02/0.13 + 0.04).
    """

    def test_two_chambers_and_side_by_side(self) -> None:
        wall, floor = 1 / (0.13 + 0.022 / 0.13 + 0.04), 1 / (0.17 + 0.022 / 0.13 + 0.04)
        top = 1 / (0.10 + 0.009525 / 0.13 + 0.18 + 0.02 / 0.13 + 0.04)
        thick = 0.009525 + 0.02
        for name, dims in (
            ("two-chamber", (0.466725, 0.466725, 0.2535)),
            ("side-by-side", (0.466725, 0.37465, 0.2535)),
        ):
            winter = asked(name).once(winter_in)
            ua = six_walls(dims, [wall] * 4 + [top, floor], [0.022] * 4 + [thick, 0.022])
            with self.subTest(name):
                self.assertAlmostEqual(winter.shell.ua, ua, places=3)


class BoxesInWinter(TestCase):
    """Hand: a super that stays adds its walls to the shell."""

    def test_its_walls_let_heat_out(self) -> None:
        """Four boards of 19 mm: R = 0.13 + 0.019/0.13 + 0.04 = 0.3162, U = 3.163; by the area inside."""
        off, on = (
            Context(do(opened("long-shallow"), {"do": "set", "path": "/wintering/boxes", "text": text})).once(winter_in)
            for text in ("off", "on")
        )
        face = on.shell.faces[-1]
        self.assertEqual((face.name, len(on.shell.faces)), ("Boxes over it", len(off.shell.faces) + 1))
        self.assertAlmostEqual(face.u, 1 / (0.13 + 0.019 / 0.13 + 0.04), places=2)
        block = next(b for b in whole(opened("long-shallow")).boxes if b.is_super)
        inside = (block.x[1] - block.x[0] - 38.0, block.y[1] - block.y[0] - 38.0)
        self.assertAlmostEqual(face.area, 2 * sum(inside) * block.height_mm / 1e6, places=4)
        self.assertAlmostEqual(on.shell.ua - off.shell.ua, face.u * face.area, places=6)
        self.assertGreater(on.honey_kg, off.honey_kg)

    def test_a_vent_box_airs_the_nest(self) -> None:
        """Property: with its vents the winter is that of a vented top, and its walls more; a shim has walls alone."""
        design = opened("side-by-side")
        kinds = {
            holds: Context(do(design, {"do": "add-super", "chamber": "brood", "holds": holds})).once(winter_in)
            for holds in ("vents", "nothing")
        }
        vented = Context(do(design, {"do": "set", "path": "/wintering/school", "text": "vented"})).once(winter_in)
        self.assertAlmostEqual(kinds["vents"].vent_w_k, vented.vent_w_k)
        self.assertLess(kinds["nothing"].vent_w_k, kinds["vents"].vent_w_k)
        for winter in kinds.values():
            self.assertEqual(winter.shell.faces[-1].name, "Boxes over it")

    def test_the_plan_says_what_stays_until_its_keeper_does(self) -> None:
        careful = (("winter_reserve", "2"), ("least_stores", "10"))
        north = do(
            opened("side-by-side"),
            {"do": "set", "path": "/season/climate", "text": "maritime"},
            *({"do": "set", "path": f"/season/constants/{key}", "text": text} for key, text in careful),
        )
        self.assertEqual(Context(north).once(winter_in).shell.faces[-1].name, "Boxes over it")
        off = do(north, {"do": "set", "path": "/wintering/boxes", "text": "off"})
        self.assertNotEqual(Context(off).once(winter_in).shell.faces[-1].name, "Boxes over it")


class Lifted(TestCase):
    """Hand: a super in the way is lifted off and on again."""

    def test_every_task_lists_the_super_over_the_nest(self) -> None:
        """Ten medium frames: a box of 19 mm boards, wood, wax, some bees, and 1.2 to 1.7 kg of honey in each comb."""
        context = asked("long-shallow")
        (box,) = context.once(supers_in)
        self.assertTrue(20 < box.full_kg < 27, box.full_kg)
        self.assertTrue(4 < box.empty_kg < 8, box.empty_kg)
        for task in context.once(tasks_in):
            with self.subTest(task.name):
                self.assertIn("super 1 off and on, full", [lift.name for lift in task.lifts])
                self.assertAlmostEqual(task.lifts[0].load_kg, box.full_kg)
                self.assertGreater(task.worst_index, 1.0)

    def test_supers_beside_the_nest_stay_where_they_are(self) -> None:
        context = asked("side-by-side")
        over = [lift.name for task in context.once(tasks_in) for lift in task.lifts if "off and on" in lift.name]
        self.assertEqual(set(over), {"brood, super 1 off and on, full"})

    def test_a_season_lifts_it_only_while_it_is_on(self) -> None:
        context = asked("side-by-side")
        plan, tasks = context.once(year_in), context.once(here_in).tasks
        with_it = [any("off and on" in lift.name for lift in task.lifts) for task in tasks]
        self.assertIn(True, with_it)
        self.assertFalse(with_it[0])
        on = next(v.day for v in plan.visits if any(step.kind == "open" for step in v.steps))
        off = next(v.day for v in plan.visits if any(step.kind == "shut" for step in v.steps))
        self.assertLess(on, off)
        self.assertFalse(with_it[-1])
        loads = [lift.load_kg for task in tasks for lift in task.lifts if "off and on" in lift.name]
        self.assertGreater(max(loads), min(loads) + 1.0)
