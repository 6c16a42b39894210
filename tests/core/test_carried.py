"""What is brought to a visit, and feed as it is bought and mixed."""

from __future__ import annotations

from itertools import pairwise
from math import ceil
from unittest import TestCase

from sabaka_core.base.dates import ordinal
from sabaka_core.base.quantity import plain
from sabaka_core.document.season import Season
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Occasion
from sabaka_core.season.asked import year_in
from sabaka_core.show.carried import feed_words, last_syrup_day
from sabaka_core.show.study import chapter
from tests.core.support import opened


def agenda(name: str = "bowline", **season: object) -> tuple[Occasion, ...]:
    return chapter(Context(opened(name, season=Season(**season))), "season").agenda  # type: ignore[arg-type]


class Feed(TestCase):
    """Hand: 6 kg of stores are 6 kg of sugar; 2 kg in 1 L of water make 2.24 L, so 6.7 L; 6.7 kg of fondant."""

    def test_as_it_is_bought(self) -> None:
        context = Context(opened("bowline"))
        plan = context.once(year_in)
        words = feed_words(6.0, plan, context.main, ordinal("2026-09-18", ""))
        values = {key: value.value for key, value in words.values.items() if hasattr(value, "value")}
        self.assertEqual((values["kg"], values["sugar"]), (6.0, 6.0))
        self.assertAlmostEqual(values["thick"], 6 / (2 / 2.24), delta=0.03)
        self.assertAlmostEqual(values["fondant"], 6 / 0.9)

    def test_the_last_day_is_when_weeks_grow_cold(self) -> None:
        plan = Context(opened("bowline")).once(year_in)
        last = last_syrup_day(plan, ordinal("2026-09-01", ""))
        assert last is not None
        self.assertTrue(ordinal("2026-10-01", "") <= last <= ordinal("2026-10-20", ""))
        self.assertIsNone(last_syrup_day(plan, ordinal("2026-12-01", "")))

    def test_in_the_cold_it_is_fondant(self) -> None:
        context = Context(opened("bowline"))
        words = feed_words(4.0, context.once(year_in), context.main, ordinal("2026-12-01", ""))
        self.assertIn("fondant", plain(words))
        self.assertNotIn("syrup 2:1", plain(words))

    def test_a_swarm_is_fed_in_september_and_not_at_the_last_moment(self) -> None:
        fed = [
            each.day for each in agenda(start="swarm", start_day="2026-05-01") for d in each.doings if d.id == "feed"
        ]
        self.assertTrue(fed)
        self.assertTrue(all("2026-09-10" <= day <= "2026-10-01" for day in fed), fed)

    def test_what_is_brought_in_the_cold_is_fondant_too(self) -> None:
        """Regression: syrup was brought where fondant was said."""
        from sabaka_core.season.planned import Step, VisitDay
        from sabaka_core.show.carried import _of_visit

        context = Context(opened("bowline"))
        for day, thing in (("2026-09-18", "syrup"), ("2026-12-01", "fondant")):
            visit = VisitDay(ordinal(day, ""), 8, (Step("feed", "", "", 4.0),))
            (brought,) = _of_visit(visit, context.once(year_in), context.main)
            self.assertIn(thing, brought[0])


class Brought(TestCase):
    """Trade check: bars for what is added, a box for what comes out, said first."""

    def test_each_visit_begins_with_what_to_bring(self) -> None:
        for each in agenda():
            kinds = [doing.id for doing in each.doings]
            if {"add", "take", "feed"} & set(kinds):
                with self.subTest(each.label):
                    self.assertEqual(kinds[0], "carry")

    def test_as_many_bars_as_are_added(self) -> None:
        for each in agenda():
            added = [doing for doing in each.doings if doing.id == "add"]
            if added:
                number = int(plain(added[0].words).split()[1])
                self.assertIn(f"{number} bar", plain(each.doings[0].words))

    def test_which_end_opens_and_how_many_combs_to_the_brood(self) -> None:
        """Hand: of the combs given some hold brood and pollen, from the entrance on; the rest are met before them."""
        context = Context(opened("bowline"))
        plan = context.once(year_in)
        visit = next(each for each in plan.visits if any(step.kind == "take" for step in each.steps))
        row = plan.days[visit.day - plan.days[0].day - 1]
        before = round(row.given) - ceil(row.need.brood + row.need.pollen)
        occasion = next(each for each in agenda() if any(doing.id == "take" for doing in each.doings))
        way = next(doing for doing in occasion.doings if doing.id == "way-in")
        self.assertEqual(plain(way.words), f"Open at the far follower: {before} combs to the brood.")


class Divided(TestCase):
    """Trade check: a colony made inside the hive: combs, queen, cells by day 5, hatched by day 13, eggs by day 30."""

    def test_day_by_day(self) -> None:
        hive = opened("kept/figure-of-eight")
        self.assertEqual(len(hive.colonies), 2)
        told = {
            doing.id: (ordinal(each.day, ""), plain(doing.words))
            for each in chapter(Context(hive), "season").agenda
            for doing in each.doings
        }
        ident = hive.colonies[1].id
        made, words = told[f"divide-{ident}"]
        self.assertIn("The queen stays in front", words)
        # Two deep combs of brood are three of the shallower ones here.
        self.assertRegex(words, r"[34] frames of brood")
        days = {key: told[f"{key}-{ident}"][0] - made for key in ("split_cells", "split_hatch", "split_eggs")}
        self.assertEqual(days, {"split_cells": 5, "split_hatch": 13, "split_eggs": 30})

    def test_none_without_a_second_colony(self) -> None:
        ids = [doing.id for each in agenda() for doing in each.doings]
        self.assertFalse([each for each in ids if each.startswith(("divide", "split"))])


class SmallJobs(TestCase):
    """Trade check: mites once a month of brood, the brood-free weeks, litter in spring."""

    def test_mites_are_counted_once_a_month(self) -> None:
        days = [ordinal(each.day, "") for each in agenda() for d in each.doings if d.id == "mite-count"]
        self.assertTrue(5 <= len(days) <= 8, days)
        self.assertTrue(all(b - a >= 28 for a, b in pairwise(days)))

    def test_the_weeks_without_brood_are_those_of_the_plan(self) -> None:
        plan = Context(opened("bowline", season=Season())).once(year_in)
        (free,) = (each for each in agenda() if any(d.id == "brood-free" for d in each.doings))
        first = next(row.day for row in plan.days if row.brood_cells <= 200)
        self.assertEqual(ordinal(free.day, ""), first)
        self.assertTrue(ordinal("2026-10-20", "") <= first <= ordinal("2026-12-20", ""), free.day)

    def test_litter_where_there_is_some(self) -> None:
        self.assertFalse([d for each in agenda() for d in each.doings if d.id == "litter"])
        self.assertTrue([d for each in agenda("kept/anchor") for d in each.doings if d.id == "litter"])

    def test_a_bait_box_has_only_its_own_days(self) -> None:
        ids = {d.id for each in agenda("kept/slip-knot") for d in each.doings}
        self.assertFalse(ids & {"mite-count", "brood-free"})
