"""A plan by a table's own days: cold spells and rain are heard, and the days stay out of the document."""

from __future__ import annotations

from unittest import TestCase

import numpy as np

from sabaka_core.base.dates import YEAR, day_of_year, ordinal
from sabaka_core.document.season import NamedWeather, Season
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Remembered
from sabaka_core.season.asked import plan_of
from sabaka_core.season.daily import DailyWeather
from sabaka_core.season.packed import sha_of
from sabaka_core.season.planned import Plan
from sabaka_core.season.weather import by_days, weather_of
from tests.core.support import opened
from tests.core.test_layers import do

FIRST = ordinal("2023-01-01", "")


def table(spell: tuple[int, int, float] = (0, 0, 0.0), rain: tuple[int, int] = (0, 0)) -> DailyWeather:
    """The cool temperate year day by day, a spell of days so much colder, rain on others."""
    means = np.array(weather_of(Season()).daily_c)
    means[spell[0] : spell[1]] += spell[2]
    wet = tuple(20.0 if rain[0] <= day < rain[1] else 0.0 for day in range(YEAR))
    return DailyWeather(FIRST, tuple(means.tolist()), wet if rain[1] else (), 0)


def planned(days: DailyWeather | None) -> Plan:
    named = None if days is None else NamedWeather(name="mast", sha=sha_of(days))
    hive = by_days(opened("bowline", season=Season(weather=named)), days)
    assert hive.season is not None
    return plan_of(analyse(hive, 0), hive.season)


class ByDays(TestCase):
    """Property."""

    def test_days_like_the_climate_s_are_its_year(self) -> None:
        one, other = planned(None), planned(table())
        for a, b in zip(one.days[::30], other.days[::30], strict=True):
            self.assertAlmostEqual(a.bees / b.bees, 1.0, delta=0.01)

    def test_a_cold_may_is_heard_though_the_month_is_as_warm(self) -> None:
        """Hand: ten days 8 °C colder, the ten before them as much warmer: the mean of the month is the same."""
        cold = table((130, 140, -8.0))
        warm = DailyWeather(
            FIRST, tuple(m + (8.0 if 120 <= d < 130 else 0.0) for d, m in enumerate(cold.mean_c)), (), 0
        )
        self.assertAlmostEqual(warm.monthly_c()[4], table().monthly_c()[4], delta=0.05)
        usual, now = planned(table()), planned(warm)
        spell = 138 - 59
        self.assertAlmostEqual(usual.days[spell].temperature_c - now.days[spell].temperature_c, 8.0, delta=0.1)
        # What flies in on those days is ripe six days later.
        gains = [plan.days[145 - 59].ripened_kg - plan.days[136 - 59].ripened_kg for plan in (usual, now)]
        self.assertLess(gains[1], 0.7 * gains[0])

    def test_rain_through_the_flow_is_no_flow(self) -> None:
        first, last = (day_of_year(ordinal(day, "")) for day in ("2023-06-10", "2023-07-16"))
        dry, wet = planned(table()), planned(table(rain=(first, last)))
        self.assertLess(wet.days[-1].taken_kg, dry.days[-1].taken_kg - 5)

    def test_the_document_holds_no_days(self) -> None:
        days = table()
        hive = by_days(opened("bowline", season=Season(weather=NamedWeather(name="mast", sha=sha_of(days)))), days)
        assert hive.season is not None
        self.assertIs(hive.season.days, days)
        self.assertNotIn('"_days"', hive.model_dump_json())
        self.assertLess(len(hive.model_dump_json()), 20_000)

    def test_what_was_remembered_without_days_isnt_shown_with_them(self) -> None:
        days = table()
        bare = opened(
            "bowline",
            season=Season(
                weather=NamedWeather(name="mast", sha=sha_of(days)), monthly_c=days.monthly_c(), means_of=days.said
            ),
        )
        known = Remembered(4)
        self.assertIsNot(known.of(bare), known.of(by_days(bare, days)))

    def test_a_season_that_names_them_no_more_isnt_planned_by_them(self) -> None:
        """Regression: days stayed with a season whose months were gone back to the climate's."""
        days = table((0, 365, -5.0))
        hive = by_days(opened("bowline", season=Season(weather=NamedWeather(name="mast", sha=sha_of(days)))), days)
        back = do(hive, {"do": "own-months"})
        assert back.season is not None and back.season.weather is None
        self.assertEqual(weather_of(back.season), weather_of(Season()))
