"""What is brought to a visit, and feed as it is bought and mixed."""

from __future__ import annotations

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
