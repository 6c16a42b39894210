"""The model against what is known of a colony's year: the published curve, and bands by kind of climate."""

from __future__ import annotations

from collections import deque
from math import exp
from typing import Any
from unittest import TestCase

from sabaka_core.base.dates import YEAR, day_of_year, ordinal
from sabaka_core.document.season import Flow, Season
from sabaka_core.hive.climate import climates
from sabaka_core.kit.tables import table
from sabaka_core.season.bands import TEMPERATE, Said, known, said_of
from sabaka_core.season.constants import constants
from sabaka_core.season.laying import HALF_YEAR, curve
from sabaka_core.season.model import BROOD_DAYS, ColonyState, CombSizes, Ways, step
from sabaka_core.season.planned import Plan
from sabaka_core.season.undisturbed import Evening, undisturbed
from sabaka_core.season.weather import weather_of
from tests.core.test_season import planned

WARM = ("mediterranean", "humid-subtropical", "southern-dry", "tropical")


def third_year(climate: str, **season: Any) -> tuple[Evening, ...]:
    wished = Season(climate=climate, **season)
    c = constants(dict(wished.constants))
    return undisturbed(weather_of(wished), c, frozenset(wished.without), wished.peak_laying)


def of_year(evenings: tuple[Evening, ...], south: bool) -> list[Said]:
    return list(said_of([e.bees for e in evenings], [e.cells for e in evenings], [e.sealed for e in evenings], south))


def missed(said: list[Said]) -> list[str]:
    return [f"{each.key}: day {each.day}, {each.value}" for each in said if not each.holds]


class Published(TestCase):
    """Published: Schmickl and Crailsheim 2007, quoted from memory; half the peak at day 83 to 89 and at day 209."""

    def test_half_the_peak(self) -> None:
        c = constants({})
        for x2 in (28.0, 29.0, 30.0):
            share = [1 - curve(day, c | {"season_x2": x2}) for day in range(1, 366)]
            half = [day for day in range(1, 365) if (share[day - 1] < 0.5) != (share[day] < 0.5)]
            with self.subTest(x2=x2):
                self.assertEqual(len(half), 2)
                self.assertTrue(82 <= half[0] <= 90, half)
                self.assertAlmostEqual(half[1], 209, delta=1)

    def test_the_formula_written_a_second_time(self) -> None:
        for day in range(1, 366, 13):
            spring = 385 * exp(-2 * day / 29) / (1 + 385 * exp(-2 * day / 29))
            autumn = 1 / (1 + 36 * exp(-(day - 155) / 15))
            self.assertAlmostEqual(curve(day, constants({})), max(spring, autumn), places=12)

    def test_the_lesser_of_reach_and_season(self) -> None:
        """Hand: 6,000 bees in June lay what so few reach, 30,000 in March what the season lets them."""
        weather = weather_of(Season())
        ways = Ways(constants({}), weather, CombSizes(7000.0, 2.8, 1.0), frozenset(), 1500.0)
        for day, bees, eggs in ((160, 6_000, 1500 * 2.125 * 6 / 33), (75, 30_000, 1500 * (1 - curve(76, ways.c)))):
            colony = ColonyState(bees * 1.0, 0.0, deque([0.0] * BROOD_DAYS), 20.0, deque([0.0] * 6), 2.0, 300.0, 300.0)
            step(colony, day, ways)
            self.assertAlmostEqual(colony.laid_eggs, eggs, delta=0.01)


class Bands(TestCase):
    """Trade check: what is known of a temperate colony's year, from memory (data/bands.toml)."""

    def test_the_table_is_what_is_known(self) -> None:
        rows = known()
        self.assertEqual((rows["first-sealed"].since, rows["first-sealed"].until), ("02-20", "04-10"))
        self.assertEqual((rows["most-brood"].low, rows["most-brood"].high), (25_000, 40_000))
        self.assertEqual((rows["most-adults"].low, rows["most-adults"].high), (28_000, 50_000))
        self.assertEqual((rows["november-adults"].low, rows["november-adults"].high), (7_000, 17_000))

    def test_the_third_undisturbed_year_of_every_temperate_climate(self) -> None:
        for climate in TEMPERATE:
            with self.subTest(climate):
                self.assertEqual(missed(of_year(third_year(climate), climate.startswith("south"))), [])

    def test_a_plan_begun_on_the_first_of_march(self) -> None:
        for climate in TEMPERATE:
            south = climate.startswith("south")
            for name in ("bowline", "deep-horizontal", "long-shallow"):
                plan = planned(name, climate=climate, start_day="2026-09-01" if south else "2026-03-01")
                rows = sorted(plan.days, key=lambda row: day_of_year(row.day))
                said = said_of(
                    [r.bees for r in rows], [r.brood_cells for r in rows], [r.sealed_cells for r in rows], south
                )
                # Its first days follow on the last of the same calendar year: the year is read round.
                with self.subTest(climate, name=name):
                    self.assertEqual(missed([each for each in said if each.key != "fewest-adults"]), [])

    def test_a_subarctic_summer_is_short(self) -> None:
        most = max(evening.bees for evening in third_year("subarctic"))
        self.assertTrue(15_000 <= most <= 30_000, most)

    def test_where_no_winter_rules_dearth_does(self) -> None:
        for climate in WARM:
            evenings, flow = third_year(climate), weather_of(Season(climate=climate)).flow
            least = min(range(YEAR), key=lambda day, evenings=evenings: evenings[day].cells)  # type: ignore[misc]
            with self.subTest(climate):
                self.assertGreater(min(evening.bees for evening in evenings), 5_000)
                self.assertEqual(flow[least], 0.0)

    def test_the_south_is_turned_by_half_a_year(self) -> None:
        """Property: the same months half a year on give the same colony half a year on."""
        means = tuple(float(mean) for mean in climates()["cool-temperate"].means)
        north = third_year("cool-temperate", monthly_c=means, flows=(Flow(first="05-01", last="06-30"),))
        south = third_year(
            "cool-temperate", monthly_c=(*means[6:], *means[:6]), flows=(Flow(first="11-01", last="12-30"),)
        )
        for day in range(0, YEAR, 20):
            # Months aren't equally long: two or three days one way or the other.
            turned = south[(day + HALF_YEAR) % YEAR].bees
            self.assertAlmostEqual(turned / north[day].bees, 1.0, delta=0.12)


class Starts(TestCase):
    """Trade check: a swarm and a nucleus of 1 May, a year that follows on one before."""

    def swarm(self, **season: Any) -> Plan:
        flows = (Flow(first="04-20", last="05-31", strength=0.7), Flow(first="06-10", last="07-15", strength=0.9))
        return planned("bowline", start="swarm", start_day="2026-05-01", flows=flows, **season)

    def test_a_swarm_draws_four_to_eight_deep_combs_in_four_weeks_and_lives(self) -> None:
        plan = self.swarm()
        drawn = plan.days[27].drawn * plan.nest.sizes.deep_share
        self.assertTrue(4 <= drawn <= 8, drawn)
        self.assertGreater(min(row.bees for row in plan.days), 4_000)
        self.assertGreater(plan.days[-1].bees, 10_000)

    def test_a_nucleus_fills_or_covers_twelve_to_twenty_by_the_end_of_july(self) -> None:
        plan = planned("long-shallow", start="nucleus", start_day="2026-05-01")
        row = plan.days[ordinal("2026-07-31", "") - plan.days[0].day]
        self.assertTrue(12 <= row.need.combs * plan.nest.sizes.deep_share <= 20, row.need.combs)

    def test_a_start_on_any_day_is_the_undisturbed_year_of_that_day(self) -> None:
        evenings = third_year("cool-temperate")
        for day in ("2026-01-15", "2026-03-01", "2026-05-01"):
            plan = planned("bowline", start_day=day)
            self.assertAlmostEqual(plan.days[0].bees, evenings[day_of_year(plan.days[0].day)].bees, delta=60)

    def test_no_start_dies_in_any_climate_unless_its_day_is_told(self) -> None:
        for climate, row in climates().items():
            for start in ("swarm", "nucleus", "split", "overwintered"):
                spring, summer = ("2026-09-01", "2026-11-15") if row.south else ("2026-03-01", "2026-06-05")
                day = spring if start == "overwintered" else summer
                plan = planned("bowline", climate=climate, start=start, start_day=day)
                with self.subTest(climate, start=start):
                    self.assertGreater(min(each.bees for each in plan.days), 2_000)

    def test_honey_over_the_winters_need(self) -> None:
        for climate in ("cool-temperate", "continental", "maritime"):
            usual = planned("long-shallow", climate=climate)
            self.assertTrue(5 <= usual.days[-1].taken_kg <= 40, (climate, usual.days[-1].taken_kg))
        poor = planned("long-shallow", flows=(Flow(first="05-01", last="05-20", strength=0.2),))
        self.assertEqual(poor.days[-1].taken_kg, 0.0)


class Conserved(TestCase):
    """Hand: bees that emerge less bees that die are the bees there are; eggs are laid, die, emerge or are brood."""

    def test_no_bee_comes_from_nowhere(self) -> None:
        weather = weather_of(Season())
        ways = Ways(constants({}), weather, CombSizes(7000.0, 2.8, 1.0), frozenset(), 1500.0)
        colony = ColonyState(9e3, 1e3, deque([50.0] * BROOD_DAYS), 20.0, deque([0.0] * 6), 1.0, 300.0, 300.0)
        bees, laid, emerged, brood = colony.bees, 0.0, 0.0, colony.brood_cells
        for day in range(2 * YEAR):
            step(colony, day, ways)
            bees += colony.emerged - colony.lost
            laid += colony.laid_eggs
            emerged += colony.emerged / ways.c["brood_survival"]
            self.assertAlmostEqual(colony.bees, bees, places=5)
        self.assertAlmostEqual(colony.brood_cells, brood + laid - emerged, places=4)

    def test_every_range_keeps_the_year_a_year(self) -> None:
        """Property: at either end of every constant's range the colony stays finite, and nothing falls below nought."""
        for key, row in table("season").items():
            for value in row.span:
                evenings = third_year("cool-temperate", constants={key: value})
                with self.subTest(key, value=value):
                    self.assertTrue(all(0 <= e.bees < 2e5 and 0 <= e.cells < 1e5 for e in evenings))
