"""Two colonies in one hive: each is planned by its own combs and its own room, and neither loses any by the other's."""

from __future__ import annotations

from unittest import TestCase

from sabaka_core import Hive, ParameterError, apply_edit
from sabaka_core.document.hive import Colony
from sabaka_core.edits.nucleus import PutNucleus
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.season.asked import further_years, year_in
from sabaka_core.season.households import own_run
from sabaka_core.show.season import hive_on
from sabaka_core.show.study import chapter
from tests.core.test_layers import do, opened


def split(combs: int = 5) -> Hive:
    return apply_edit(opened("bowline"), PutNucleus(side="far", combs=combs))


class OneRun(TestCase):
    """Hand: behind bowline's far follower 380 mm are free, of which a nucleus of 5 takes 193 with its board."""

    def test_each_has_its_own_part_of_the_run(self) -> None:
        a = analyse(split())
        first, second = own_run(a), own_run(a, a.hive.colonies[1])
        self.assertAlmostEqual(first.a.run_mm, a.run_mm - 5 * 35 - 18, places=6)
        self.assertAlmostEqual(second.a.run_mm, 5 * 35, places=6)
        self.assertEqual(len(first.a.layout.combs) + len(second.a.layout.combs), len(a.layout.combs))
        self.assertEqual([item.kind for item in first.after], ["divider", *["comb"] * 5])
        self.assertEqual(second.combs_before, len(first.a.layout.combs))

    def test_the_first_has_less_room_by_what_the_second_takes(self) -> None:
        """193 mm are five places of 35 and 18 over: 5 or 6 combs fewer go in than without a nucleus."""
        alone, shared = (Context(each).once(year_in).nest.capacity for each in (opened("bowline"), split()))
        self.assertIn(alone - shared, (5, 6))

    def test_the_plan_leaves_the_second_where_it_is(self) -> None:
        """Property: in every week the divider and the nucleus' combs hang where they hung, and the run is full."""
        design = split()
        plan = Context(design).once(year_in)
        last = design.chambers[0].run.items[-6:]
        for index in range(0, len(plan.days), 28):
            after = hive_on(plan, design, index)
            self.assertEqual(after.chambers[0].run.items[-6:], last)
            self.assertAlmostEqual(analyse(after).layout.leftover_mm, 0.0, places=3)

    def test_two_colonies_have_two_lines(self) -> None:
        said = chapter(Context(split()), "season")
        (years,) = [table for table in said.tables if table.key == "colonies"]
        self.assertEqual(getattr(years.lines[1].cells[2], "value", 0), 5)
        self.assertEqual(len(years.lines), 2)
        names = [series.name for series in said.charts["season-combs"].series]
        self.assertIn("combs needed, nucleus, far end", names)

    def test_a_nucleus_begins_when_bees_fly(self) -> None:
        """The season begins in March with a colony that has wintered; a nucleus can't, there."""
        (year,) = further_years(Context(split()))
        self.assertEqual(year.plan.season.start, "nucleus")
        self.assertGreaterEqual(year.plan.days[0].day, Context(split()).once(year_in).days[0].day)


class TwoChambers(TestCase):
    """Property."""

    def test_neither_goes_into_the_others_chamber(self) -> None:
        design = opened("two-chamber")
        alone = Context(design).once(year_in)
        self.assertTrue(any("honey" in room.title for room in alone.nest.further))
        second = Colony(id="second", name="second", chamber=design.chambers[1].id, stretch="whole")
        both = Context(design.model_copy(update={"colonies": (*design.colonies, second)}))
        self.assertFalse(any("honey" in room.title for room in both.once(year_in).nest.further))
        (year,) = further_years(both)
        self.assertEqual(year.a.box, 1)
        self.assertEqual([room.title for room in year.plan.nest.further], ["super 1 of honey"])


class WithoutCombs(TestCase):
    """Regression: a colony that was given a place without combs has no year, and takes nobody else's down."""

    def test_the_others_are_planned_all_the_same(self) -> None:
        design = opened("stacked-long")
        empty = Colony(id="second", name="second", chamber="litter", stretch="whole")
        both = Context(design.model_copy(update={"colonies": (*design.colonies, empty)}))
        self.assertEqual(further_years(both), ())
        self.assertGreater(both.once(year_in).nest.capacity, 0)

    def test_a_first_one_without_combs_is_an_error_at_its_field(self) -> None:
        design = do(opened("bowline"), {"do": "set", "path": "/colonies/0/stretch", "text": "near-end"})
        with self.assertRaises(ParameterError) as caught:
            Context(design).once(year_in)
        self.assertEqual(caught.exception.field, "/chambers/0/run/items")


class WhatElseHangsThere(TestCase):
    """Property: a feeder, an excluder, a strip in the run take room in the plan, and stay while combs come and go."""

    def test_the_plan_keeps_them(self) -> None:
        for kind, before in (("feeder", "comb-1"), ("excluder", "comb-6"), ("spacer", "comb-3"), ("feeder", None)):
            with self.subTest(kind, before=before):
                plain = Context(opened("bowline")).once(year_in)
                design = do(opened("bowline"), {"do": "put-in-run", "kind": kind, "before": before})
                plan = Context(design).once(year_in)
                self.assertLessEqual(plan.nest.capacity, plain.nest.capacity)
                for index in range(0, len(plan.days), 28):
                    after = hive_on(plan, design, index)
                    items = after.chambers[0].run.items
                    self.assertEqual(sum(item.kind == kind for item in items), 1)
                    self.assertAlmostEqual(analyse(after).layout.leftover_mm, 0.0, places=3)

    def test_an_excluder_stays_behind_the_brood_combs(self) -> None:
        """Hand: five combs from the near end, however many there are by then."""
        design = do(opened("bowline"), {"do": "put-in-run", "kind": "excluder", "before": "comb-6"})
        plan = Context(design).once(year_in)
        for index in (0, 100, 200):
            items = hive_on(plan, design, index).chambers[0].run.items
            at = next(i for i, item in enumerate(items) if item.kind == "excluder")
            combs = sum(item.kind == "comb" for item in items)
            self.assertEqual(sum(item.kind == "comb" for item in items[:at]), min(5, combs))
