"""Moving in as keepers begin: order and number of own combs, bees that come today, several hives, three conversions."""

from __future__ import annotations

from itertools import pairwise
from typing import Any
from unittest import TestCase

from sabaka_core import Hive, load_hive
from sabaka_core.base.dates import ordinal
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.moving.asked import move_in
from sabaka_core.moving.later import conversion_hive
from sabaka_core.moving.room import OLD
from sabaka_core.run.entrances import disc_pairs
from sabaka_core.show.study import chapter
from tests.core.support import EXAMPLES
from tests.core.test_layers import do


def opened(name: str, **fields: Any) -> Hive:
    hive = load_hive((EXAMPLES / f"{name}.json").read_bytes())
    return do(hive, *({"do": "set", "path": f"/moving/{key}", "text": str(each)} for key, each in fields.items()))


def first(hive: Hive) -> list[str]:
    """Combs of the first day from the entrance on: old, own, or what else hangs there."""
    stage = Context(hive).once(move_in).stages[0]
    items = [i for i in stage.hive.chambers[stage.box].run.items if i.kind in ("comb", "feeder", "excluder")]
    return [("old" if i.type == OLD else "own") if i.kind == "comb" else i.kind for i in items]


class Order(TestCase):
    """Trade check: schools of how combs hang on the first day."""

    def test_five_old_combs_then_five_own(self) -> None:
        hive = opened("long-shallow", way="as-it-is", order="own-behind", own_combs=5, count=5)
        self.assertEqual(first(hive)[:10], ["old"] * 5 + ["own"] * 5)

    def test_own_combs_nearest_the_entrance_and_a_feeder(self) -> None:
        hive = opened("long-shallow", way="as-it-is", order="own-first", own_combs=3, count=4, feeder="among")
        self.assertEqual(first(hive), ["own"] * 3 + ["old"] * 4 + ["feeder"])

    def test_one_empty_at_each_end(self) -> None:
        hive = opened("long-shallow", way="as-it-is", count=4)
        self.assertEqual(first(hive)[:6], ["own", *["old"] * 4, "own"])

    def test_a_feeder_behind_the_follower_keeps_its_room(self) -> None:
        hive = opened("bowline", feeder="behind")
        stage = Context(hive).once(move_in).stages[0]
        gaps = [i for i in stage.hive.chambers[stage.box].run.items if i.kind == "gap"]
        self.assertTrue(any(gap.purpose == "feeder" and gap.length_mm >= 70 for gap in gaps))


class Days(TestCase):
    """Hand."""

    def test_bees_that_come_today(self) -> None:
        plan = Context(opened("long-shallow", begins="today", day="2026-05-20")).once(move_in).plan
        self.assertEqual(min(step.day for step in plan.steps), ordinal("2026-05-20", ""))

    def test_a_box_that_waits_seven_days(self) -> None:
        plan = Context(opened("long-shallow", spot_days=7, day="2026-05-20")).once(move_in).plan
        self.assertEqual(plan.steps[0].day, ordinal("2026-05-13", ""))

    def test_two_hives_on_one_day(self) -> None:
        """Every step says so, and every part is made twice."""
        one, two = (opened("two-chamber", hives=number) for number in (1, 2))
        agenda = chapter(Context(two), "moving").agenda
        self.assertTrue(all("2 hives" in occasion.model_dump_json() for occasion in agenda))
        for a, b in zip(_parts(one), _parts(two), strict=True):
            self.assertEqual(2 * a[0], b[0])

    def test_a_plan_in_frost_is_an_error(self) -> None:
        hive = opened("bowline", day="2026-01-10", begins="today")
        found = next(f for f in chapter(Context(hive), "moving").findings if f.code == "out-of-season")
        self.assertEqual(found.severity, "error")


class ANucleusToday(TestCase):
    """Trade check: two nuclei come today on five standard frames into deep hives of the keeper's own frame.

    Frames stand on end in a riser: 104 mm over the hive, which a follower as much taller shuts.
    """

    def test_laid_out_on_the_first_day(self) -> None:
        wish = {"way": "on-end", "begins": "today", "day": "2026-05-20", "count": 5, "hives": 2}
        hive = opened("deep-horizontal", **wish, order="own-first", own_combs=3, feeder="behind")
        self.assertEqual(first(hive)[:8], ["own"] * 3 + ["old"] * 5)
        move = Context(hive).once(move_in)
        stage = move.stages[0]
        gaps = [i for i in stage.hive.chambers[stage.box].run.items if i.kind == "gap"]
        self.assertTrue(any(gap.purpose == "feeder" and gap.length_mm >= 70 for gap in gaps))
        self.assertEqual(min(step.day for step in move.plan.steps), ordinal("2026-05-20", ""))
        told = chapter(Context(hive), "moving")
        self.assertEqual(told.agenda[0].day, "2026-05-20")
        self.assertTrue(all("2 hives" in occasion.model_dump_json() for occasion in told.agenda))
        parts = {name: number for number, name in _parts(hive)}
        self.assertEqual((parts["Extra-tall follower"], parts["Adapter bar"]), (2, 10))
        self.assertEqual([f.code for f in told.findings if f.severity == "error"], [])

    def test_the_follower_is_as_much_taller_as_the_riser_is_high(self) -> None:
        """Hand: 482.6 of frame, 22.225 of adapter and 9.525 under it, less 12 mm under the follower's foot."""
        way = next(r.way for r in Context(opened("deep-horizontal")).once(move_in).ranked if r.way.id == "on-end")
        tall = next(part for part in way.parts if part.name == "Extra-tall follower").sizes_mm[1]
        self.assertAlmostEqual(tall, 482.6 + 22.225 + 9.525 - 12, delta=0.06)


def _parts(hive: Hive) -> list[tuple[int, str]]:
    table = next(t for t in chapter(Context(hive), "moving").tables if t.key == "parts")
    words = (line.cells[0].model_dump()["template"] for line in table.lines)
    return [(int(word.split(" × ")[0]), word.split(" × ")[1]) for word in words]


class ThreeConversions(TestCase):
    """Trade check: three sections end to end, half-length spacers, a gate for each half."""

    def box(self, **fields: Any) -> Hive:
        hive = opened("deep-horizontal", way="parallel-box", conversions=3, **fields)
        move = Context(hive).once(move_in)
        return conversion_hive(move.bees, move.room, move.moving)

    def test_six_gates_clear_each_other(self) -> None:
        a = analyse(self.box(), 0)
        self.assertEqual(len(a.entrances), 6)
        self.assertEqual({pair.verdict for pair in disc_pairs(a.entrances)}, {"clear"})

    def test_the_run_closes_and_each_colony_has_its_own(self) -> None:
        a = analyse(self.box(), 0)
        self.assertAlmostEqual(a.layout.leftover_mm, 0, places=3)
        stretches = [a.layout.stretch(colony.stretch) for _, colony in a.colonies]
        self.assertEqual(len(stretches), 3)
        for (_, end), (start, _) in pairwise(stretches):
            self.assertLessEqual(end, start + 1e-6)
        for low, high in stretches:
            gates = [p for p in a.entrances if low <= p.start_mm and p.end_mm <= high]
            combs = [p for p in a.layout.combs if low <= p.start_mm and p.end_mm <= high + 1e-6]
            self.assertEqual(len(gates), 2)
            self.assertTrue({p.item.type for p in combs if p.item.kind == "comb"} == {"new", "old"})

    def test_spacers_stand_on_every_new_half(self) -> None:
        """Six halves in three sections, so six linings at the most, three of them spacers."""
        chamber = self.box().chambers[0]
        spacers = [each for each in chamber.linings if each.thickness_mm > 0]
        self.assertEqual(len(spacers), 3)
        section = chamber.length_mm / 3
        self.assertEqual([round(each.from_mm / section, 3) for each in spacers], [0, 1, 2])

    def test_an_excluder_over_the_spacers_takes_its_thickness_from_them(self) -> None:
        moves = [
            Context(opened("deep-horizontal", way="parallel-box", excluder_over=over)).once(move_in).box
            for over in ("no", "yes")
        ]
        between, over = moves
        assert between is not None and over is not None
        self.assertAlmostEqual(between.spacer_long_mm - over.spacer_long_mm, 10)
        self.assertAlmostEqual(over.excluder_wide_mm - between.excluder_wide_mm, 2 * between.spacer_mm)
