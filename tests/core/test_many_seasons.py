"""Many seasons at once: the same model as one season, day by day; the same dice for the same design."""

from __future__ import annotations

import random
from unittest import TestCase

import numpy as np

from sabaka_core.base.dates import YEAR, day_of_year, iso, ordinal
from sabaka_core.document.season import Flow, Season
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.season.daily import DailyWeather
from sabaka_core.season.many import SEASONS, ManyWeathers, many_seasons, resampled, spread
from sabaka_core.season.maths import ARRAYS
from sabaka_core.season.model import Ways, step
from sabaka_core.season.plan import Planner
from sabaka_core.season.weather import curves_own_c
from sabaka_core.show.study import chapter
from tests.core.support import opened
from tests.core.test_season import planned


def planner(**season: object) -> Planner:
    return Planner(analyse(opened("bowline"), 0), Season(**season))  # type: ignore[arg-type]


class OneModel(TestCase):
    """Property: a season in an array of seasons is that season alone."""

    def test_without_spread_each_is_the_season_itself(self) -> None:
        from sabaka_core.season.many import _many

        for kind in ({}, {"start": "swarm", "start_day": "2026-05-01"}, {"climate": "tropical"}):
            one = planner(**kind)
            still = ManyWeathers(
                *(
                    np.repeat(np.array(row)[:, None], SEASONS, axis=1)
                    for row in (one.weather.daily_c, one.weather.weekly_c, one.weather.flow)
                ),
                own_c=curves_own_c(),
            )
            queens = np.full(SEASONS, one.season.peak_laying)
            ways = Ways(one.c, still, one.nest.sizes, one.ways.without, queens, one.ways.brood_cells, ARRAYS)
            many = _many(one.colony)
            for day in range(one.first, one.first + YEAR):
                step(one.colony, day_of_year(day), one.ways)
                step(many, day_of_year(day), ways)
            with self.subTest(kind):
                for what in ("bees", "brood_cells", "honey_kg", "pollen_kg", "drawn", "fed_kg", "winter"):
                    np.testing.assert_allclose(getattr(many, what), getattr(one.colony, what), rtol=1e-9, atol=1e-9)

    def test_the_spread_is_as_wide_as_it_says(self) -> None:
        """Hand: 1.3 °C a month, 7 days, a third of a flow, over two thousand years."""
        one = planner()
        years = spread(one.weather, curves_own_c(), 2_000, np.random.default_rng(1))
        off = years.daily[15] - one.weather.daily_c[15]
        self.assertAlmostEqual(float(off.std()), 1.3, delta=0.15)
        self.assertAlmostEqual(float(off.mean()), 0.0, delta=0.1)
        self.assertTrue(((years.flows >= 0) & (years.flows <= 1)).all())


class Bands(TestCase):
    """Property."""

    def test_the_same_design_has_the_same_dice(self) -> None:
        said = [chapter(Context(opened("bowline")), "years", Asked(parts=("metrics",))) for _ in range(2)]
        self.assertEqual(said[0].metrics, said[1].metrics)

        def made(**changed: object) -> object:
            other = Context(opened("bowline").model_copy(update=changed))
            return chapter(other, "years", Asked(parts=("metrics",))).metrics["years.combs"].working

        # A name or a note rolls no other dice; whatever else is changed does.
        self.assertEqual(made(name="Another", notes="By the gate"), said[0].metrics["years.combs"].working)
        self.assertNotEqual(made(season=Season(visit_days=14)), said[0].metrics["years.combs"].working)

    def test_the_band_lies_about_the_plan(self) -> None:
        plan, many = planned("bowline"), many_seasons(planner(), 7)
        low, middle, high = many.combs_band
        self.assertTrue(low < middle < high)
        self.assertTrue(low < plan.peak_combs < high, (low, plan.peak_combs, high))
        self.assertTrue((many.bees[0] <= many.bees[1]).all() and (many.bees[1] <= many.bees[2]).all())

    def test_failed_flows_starve_more(self) -> None:
        poor = (Flow(first="05-01", last="05-20", strength=0.15),)
        self.assertGreater(many_seasons(planner(flows=poor), 7).starved, many_seasons(planner(), 7).starved)

    def test_it_tells_how_far_it_is(self) -> None:
        heard: list[float] = []
        many_seasons(planner(), random.Random(3).randrange(9), heard.append)
        self.assertEqual(heard, sorted(heard))
        self.assertGreater(len(heard), 50)


class FromATable(TestCase):
    """Property: years of the keeper's own table are drawn as they are."""

    def table(self, years: int, wet: bool = False) -> DailyWeather:
        first = ordinal("2020-01-01", "")
        days = sum(365 + (year % 4 == 0) for year in range(2020, 2020 + years))
        # Each year one degree warmer than the one before.
        means = tuple(float(int(iso(first + n)[:4]) - 2020) + 10.0 for n in range(days))
        return DailyWeather(first, means, tuple(20.0 for _ in range(days)) if wet else (), 0)

    def test_each_season_is_one_of_its_years(self) -> None:
        one = planner()
        years = resampled(one.weather, self.table(4), curves_own_c(), 400, np.random.default_rng(2))
        self.assertEqual(set(np.unique(years.daily)), {10.0, 11.0, 12.0, 13.0})
        self.assertTrue((years.daily == years.daily[0]).all())

    def test_one_year_is_spread_about_itself(self) -> None:
        one = planner()
        years = resampled(one.weather, self.table(1), curves_own_c(), 400, np.random.default_rng(2))
        self.assertAlmostEqual(float(years.daily.mean()), 10.0, delta=0.2)
        self.assertGreater(float(years.daily[20].std()), 1.0)

    def test_nothing_flows_in_the_rain(self) -> None:
        one = planner()
        years = resampled(one.weather, self.table(2, wet=True), curves_own_c(), 50, np.random.default_rng(2))
        self.assertEqual(float(years.flows.max()), 0.0)

    def test_a_year_that_begins_in_autumn_is_put_in_order(self) -> None:
        first = ordinal("2021-09-01", "")
        days = DailyWeather(first, tuple(float(day_of_year(first + n)) for n in range(365)), (), 0)
        years = resampled(planner().weather, days, curves_own_c(), 1, np.random.default_rng(2))
        off = years.daily[:, 0] - np.arange(365)
        # The months' spread is all that is left: no step of a year's length.
        self.assertLess(float(np.abs(np.diff(off)).max()), 1.0)
