"""What a hive teaches, against colonies whose numbers are known; alarms; readings thinned and evened."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from sabaka_core.document.season import Season
from sabaka_core.geometry.profile import Floats
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.learning.alarms import Lately, alarms
from sabaka_core.learning.ensemble import LEARNED, NAMES, ensemble_of, factors, prior_sd, run, ways_of
from sabaka_core.learning.fit import SeenOnce, Story, exactness, fit
from sabaka_core.learning.readings import HourOf, evened, hours_of, in_our_unit, pack_points, thinned, unpack_points
from sabaka_core.season.model import ColonyState
from sabaka_core.season.plan import Planner
from tests.core.support import opened

VISITS, EVERY, AHEAD = 16, 10, 10


class Known:
    """A colony that is simulated with known numbers, and seen as exactly as a keeper sees."""

    def __init__(self, seed: int) -> None:
        dice = np.random.default_rng(seed)
        hive = opened("bowline")
        self.planner = Planner(analyse(hive, main_box(hive)), hive.season or Season())
        self.z = np.clip(dice.normal(size=len(NAMES)), -2.5, 2.5)
        first = self.planner.first + 45
        self.colony = self.planner.colony_on(first)
        self.days = [first + number * EVERY for number in range(VISITS)]
        self.truth = run(
            ensemble_of(self.colony, factors(self.z[:, None])),
            ways_of(self.planner, factors(self.z[:, None])),
            first,
            self.days[-1] + AHEAD,
            {first: self._give},
        )
        self.seen = [self._look(day, dice) for day in self.days]

    def _give(self, colony: object) -> None:
        colony.given = np.full_like(colony.given, self.planner.nest.room)  # type: ignore[attr-defined]

    def _look(self, day: int, dice: np.random.Generator) -> SeenOnce:
        on = self.truth[day]
        counts = [
            max(float(value[0]) + dice.normal() * exactness(name, float(value[0])), 0.0)
            for name, value in (("covered", on.covered), ("brood", on.brood), ("stores", on.stores))
        ]
        return SeenOnce(day, *counts)

    def story(self, visits: int) -> Story:
        days = frozenset({*self.days[:visits], self.days[visits - 1] + AHEAD})
        return Story(
            self.planner,
            self.colony,
            tuple(self.seen[:visits]),
            {self.days[0]: self._give},
            self.days[visits - 1] + AHEAD,
            days,
        )

    def follower_errors(self, visits: int) -> tuple[float, float]:
        """By how many combs the next follower is off, as learned and by the book."""
        then = self.days[visits - 1] + AHEAD
        truth = float(self.truth[then].needs[0])
        learned = fit(self.story(visits)).band("needs", then)[1]
        usual = factors(np.zeros((len(NAMES), 1)))
        book = run(
            ensemble_of(self.colony, usual),
            ways_of(self.planner, usual),
            self.days[0],
            then,
            {self.days[0]: self._give},
            {then},
        )
        return abs(learned - truth), abs(float(book[then].needs[0]) - truth)


def inside(seeds: range) -> dict[str, int]:
    """In how many seeds each number lies within its band; run over a hundred by ``python -m benchmarks.learning``."""
    found = dict.fromkeys(LEARNED, 0)
    for seed in seeds:
        known = Known(seed)
        fitted = fit(known.story(VISITS))
        for name in LEARNED:
            at = NAMES.index(name)
            low, _, high = fitted.number(name)
            found[name] += bool(low <= np.exp(known.z[at] * prior_sd()[at]) <= high)
    return found


class Filter(TestCase):
    """Property: ten colonies of known numbers, seen with known errors."""

    def test_known_numbers_lie_in_their_bands(self) -> None:
        for name, number in inside(range(10)).items():
            with self.subTest(name):
                self.assertGreaterEqual(number, 7)

    def test_after_four_visits_the_next_follower_is_half_as_far_off(self) -> None:
        errors = np.array([Known(seed).follower_errors(4) for seed in range(24)])
        learned, book = np.median(errors, axis=0)
        self.assertLessEqual(learned, book / 2)

    def test_what_contradicts_all_else_is_asked_about_and_not_learned(self) -> None:
        known = Known(3)
        sound = fit(known.story(10))
        slip = known.seen[5]
        known.seen[5] = SeenOnce(slip.day, 40.0, slip.brood, slip.stores)
        found = fit(known.story(10))
        self.assertEqual(found.asked, (slip.day,))
        for name in LEARNED:
            self.assertLess(abs(found.number(name)[1] - sound.number(name)[1]), 0.15)

    def test_what_nothing_was_seen_of_keeps_the_bands_of_the_book(self) -> None:
        known = Known(1)
        known.seen = [SeenOnce(each.day) for each in known.seen]
        found = fit(known.story(4))
        for name in LEARNED:
            at = NAMES.index(name)
            low, middle, high = found.number(name)
            self.assertAlmostEqual(np.log(high / low) / prior_sd()[at] / 2, 1.645, delta=0.35)
            self.assertAlmostEqual(np.log(middle), 0.0, delta=0.3 * prior_sd()[at])

    def test_weights_teach_of_the_flow_and_what_was_taken_doesnt(self) -> None:
        """A hive on a scale, its combs never counted: the flow is learned, whether honey was taken half way or not."""
        known = Known(4)
        story = known.story(VISITS)
        start = known.truth[known.days[0]].weighs_kg[0]
        weights = tuple(SeenOnce(day, weighs_kg=float(known.truth[day].weighs_kg[0] - start)) for day in known.days[1:])
        first = known.seen[0]

        def taken(colony: ColonyState[Floats]) -> None:
            colony.honey_kg = np.maximum(colony.honey_kg - 4.0, 0.0)

        for doings in (story.doings, story.doings | {known.days[10]: taken}):
            found = fit(replace(story, seen=(first, *weights), doings=doings))
            low, middle, high = found.number("flow")
            truth = np.exp(known.z[NAMES.index("flow")] * prior_sd()[NAMES.index("flow")])
            self.assertLess(np.log(high / low), 0.6 * 2 * 1.645 * prior_sd()[NAMES.index("flow")])
            self.assertAlmostEqual(np.log(middle), np.log(truth), delta=0.25)


class Lines(TestCase):
    """Property."""

    @given(st.lists(st.floats(0, 100, allow_nan=False), min_size=1, max_size=900), st.integers(4, 200))
    def test_a_thinned_line_keeps_least_and_greatest(self, values: list[float], most: int) -> None:
        times = np.arange(len(values), dtype=float)
        at, kept = thinned(times, np.array(values), most)
        self.assertLessEqual(len(kept), most)
        self.assertEqual((min(values), max(values)), (kept.min(), kept.max()))
        self.assertTrue(np.all(np.diff(at) > 0))

    @given(st.dictionaries(st.integers(0, 1439), st.floats(-40, 60, width=32), min_size=1, max_size=200))
    def test_days_are_packed_and_their_hours_are_plain_means(self, points: dict[int, float]) -> None:
        minutes, values = unpack_points(pack_points(points))
        self.assertEqual({int(m): float(v) for m, v in zip(minutes, values, strict=True)}, points)
        hours = HourOf.packed(hours_of(list(points), list(points.values())).pack())
        for hour in range(24):
            there = [value for minute, value in points.items() if minute // 60 == hour]
            if there:
                self.assertAlmostEqual(hours.mean[hour], sum(there) / len(there), places=3)
                self.assertAlmostEqual(hours.least[hour], min(there), places=4)
            else:
                self.assertTrue(np.isnan(hours.mean[hour]))

    def test_steps_that_no_bees_made_are_taken_out(self) -> None:
        """Hand check: a kilogram a day, a scale tared by 20 kg on day 3, honey taken on day 5."""
        found = evened([1, 2, 3, 4, 5, 6], [30, 31, 12, 13, 10, 11], frozenset({5}))
        self.assertEqual([round(each, 6) for each in found.values()], [30, 31, 32, 33, 34, 35])

    def test_units(self) -> None:
        """Hand check."""
        self.assertEqual(in_our_unit("inside", 95.0, "F"), 35.0)
        self.assertAlmostEqual(in_our_unit("weight", 100.0, "lb"), 45.359237)  # type: ignore[arg-type]


class Alarms(TestCase):
    """Hand checks: what sensors warn of, and what they don't."""

    def lately(self, brood: bool = True, visited: frozenset[int] = frozenset(), **means: list[float]) -> Lately:
        mean = {kind: np.array(values, dtype=float) for kind, values in means.items()}
        return Lately(739000, mean, (brood,) * 3, visited, {})

    def test_a_cold_brood_nest_and_one_without_brood(self) -> None:
        cold = [34.5] * 40 + [31.0] * 5
        (alarm,) = alarms(self.lately(inside=cold))
        self.assertEqual((alarm.kind, alarm.grave), ("brood-cold", True))
        self.assertIn("31.0", alarm.words)
        self.assertEqual(alarms(self.lately(brood=False, inside=cold)), ())
        self.assertEqual(alarms(self.lately(inside=[34.5] * 40 + [31.0] * 2)), ())

    def test_a_swarm_a_visit_and_a_scale_that_was_tared(self) -> None:
        self.assertEqual(alarms(self.lately(weight=[40.0] * 30 + [37.8] * 10))[0].kind, "weight-lost")
        self.assertEqual(alarms(self.lately(weight=[40.0] * 30 + [10.0] * 10))[0].kind, "scale-jumped")
        self.assertEqual(alarms(self.lately(visited=frozenset({30}), weight=[40.0] * 30 + [37.8] * 10)), ())
        self.assertEqual(alarms(self.lately(weight=list(np.linspace(40, 38, 48)))), ())

    def test_walls_that_are_wet(self) -> None:
        """By the psychrometric chart: air of 20 °C and 80 % dews at 16.4 °C; a wall between 0 and 20 °C is at 14."""
        (alarm,) = alarms(self.lately(brood=False, inside=[20.0] * 24, humidity=[80.0] * 24, outside=[0.0] * 24))
        self.assertEqual(alarm.kind, "dew")
        self.assertIn("16 °C", alarm.words)
        self.assertEqual(
            alarms(self.lately(brood=False, inside=[20.0] * 24, humidity=[60.0] * 24, outside=[0.0] * 24)), ()
        )
