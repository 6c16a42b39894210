"""The season: the published model, what ours adds, and a plan without an impossible state."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from sabaka_core import load_hive
from sabaka_core.base.dates import YEAR
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Flow, Season, Seen
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.kit.tables import table
from sabaka_core.run.layout import lay_out
from sabaka_core.season.asked import plan_of
from sabaka_core.season.constants import constants
from sabaka_core.season.households import own_run
from sabaka_core.season.model import BROOD_DAYS, CombSizes, Ways, equilibrium, failing_loss, step
from sabaka_core.season.nest import Nest
from sabaka_core.season.planned import Plan, balance_kg
from sabaka_core.season.weather import build, climates
from sabaka_core.show.season import hive_on
from tests.core.support import EXAMPLES, said

ALL = frozenset(
    {"seasonal-laying", "winter-bees", "brood-delay", "weather-loss", "free-cells", "pollen", "wax-limit", "stores"}
)


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


def planned(name: str = "bowline", **changes: Any) -> Plan:
    design = opened(name)
    return plan_of(analyse(design, main_box(design)), Season(**changes))


def colony_of(bees: float, ways: Ways) -> Any:
    from collections import deque

    from sabaka_core.season.model import ColonyState

    return ColonyState(bees * 0.75, bees * 0.25, deque([0.0] * BROOD_DAYS), 0.0, deque([0.0] * 6), 0.0, 1000.0, 1000.0)


def pure_ways(**own: float) -> Ways:
    weather = build((20.0,) * 12, ())
    return Ways(constants({"forager_loss": 0.24} | own), weather, CombSizes(7000.0, 2.8, 1.0), ALL, 1500.0)


class Published(TestCase):
    """Published: khoury, Myerscough and Barron 2011, PLoS ONE 6(4) e18491, quoted from memory."""

    def test_it_fails_above_a_forager_loss_of_0_355(self) -> None:
        self.assertAlmostEqual(failing_loss(2000, 27000, 0.25, 0.75), 0.355, places=3)
        just_below, just_above = (equilibrium(2000, 27000, 0.25, 0.75, m) for m in (0.354, 0.357))
        self.assertGreater(sum(just_below), 0)
        self.assertEqual(just_above, (0.0, 0.0))

    def test_the_closed_form_against_an_independent_integrator(self) -> None:
        """Reference library: scipy's integrator runs the two equations to rest."""
        for m in (0.1, 0.2, 0.24, 0.3):

            def flow(_: float, y: list[float], m: float = m) -> list[float]:
                h, f = y
                n = h + f
                recruits = h * (0.25 - 0.75 * f / n)
                return [2000 * n / (27000 + n) - recruits, recruits - m * f]

            end = solve_ivp(flow, (0, 4000), [16000.0, 8000.0], rtol=1e-8).y[:, -1]
            hive, foragers = equilibrium(2000, 27000, 0.25, 0.75, m)
            with self.subTest(m=m):
                self.assertAlmostEqual(end[0], hive, delta=max(hive * 1e-3, 1.0))
                self.assertAlmostEqual(end[1], foragers, delta=max(foragers * 1e-3, 1.0))

    def test_with_every_addition_off_our_days_rest_where_theirs_do(self) -> None:
        ways = pure_ways()
        colony = colony_of(24_000, ways)
        for day in range(5000):
            step(colony, day % YEAR, ways)
        hive, foragers = equilibrium(2000, 27000, 0.25, 0.75, 0.24)
        self.assertAlmostEqual(colony.hive, hive, delta=hive * 2e-3)
        self.assertAlmostEqual(colony.foragers, foragers, delta=foragers * 2e-3)

    def test_a_colony_that_loses_more_dies_out(self) -> None:
        ways = pure_ways(forager_loss=0.4)
        colony = colony_of(24_000, ways)
        for day in range(3000):
            step(colony, day % YEAR, ways)
        self.assertLess(colony.bees, 50)


class Additions(TestCase):
    """Published: each addition has a switch, and a direction."""

    def test_eggs_become_bees_after_21_days(self) -> None:
        """Hand: nothing emerges for 21 days from a colony without brood, then what was laid less a share."""
        ways = Ways(
            constants({}),
            build((20.0,) * 12, (Flow(first="01-01", last="12-31", strength=1.0),)),
            CombSizes(7000.0, 2.8, 1.0),
            frozenset(),
            1500.0,
        )
        colony = colony_of(20_000, ways)
        colony.honey_kg = 10.0
        emerged, laid = [], []
        for day in range(30):
            step(colony, day, ways)
            emerged.append(colony.emerged)
            laid.append(colony.laid_eggs)
        self.assertEqual(emerged[:BROOD_DAYS], [0.0] * BROOD_DAYS)
        self.assertAlmostEqual(emerged[BROOD_DAYS], laid[0] * 0.85)

    def test_a_later_spring_means_a_smaller_colony_in_may(self) -> None:
        early, late = (planned(monthly_c=tuple(m - d for m in climates()["cool-temperate"].means)) for d in (0.0, 3.0))
        day = 80
        self.assertGreater(
            early.days[day].bees + early.days[day].brood_cells, late.days[day].bees + late.days[day].brood_cells
        )

    def test_a_weaker_flow_means_less_honey(self) -> None:
        strong, weak = (planned(flows=(Flow(first="05-20", last="07-20", strength=s),)) for s in (1.0, 0.3))
        self.assertGreater(strong.days[-1].ripened_kg, weak.days[-1].ripened_kg)

    def test_a_narrower_comb_means_more_of_them(self) -> None:
        wide, narrow = planned("deep-horizontal"), planned("long-shallow")
        self.assertGreater(narrow.peak_combs, wide.peak_combs)

    def test_a_longer_interval_looks_further_ahead(self) -> None:
        short, long = planned(visit_days=7), planned(visit_days=28)
        grows = [next(i for i, r in enumerate(p.days) if r.given > p.days[0].given) for p in (short, long)]
        self.assertLessEqual(
            max(r.given - r.need.combs for r in short.days[90:140]),
            max(r.given - r.need.combs for r in long.days[90:140]),
        )
        self.assertTrue(all(g < 200 for g in grows))

    def test_free_cells_and_wax_hold_the_queen_back(self) -> None:
        small = planned(start="swarm", start_day="2026-05-10")
        free = planned(start="swarm", start_day="2026-05-10", without=("free-cells", "wax-limit"))
        self.assertLess(sum(r.eggs for r in small.days[:14]), sum(r.eggs for r in free.days[:14]))

    def test_losses_by_weather_and_laying_by_season_can_be_switched_off(self) -> None:
        usual = planned()
        steady = planned(without=("seasonal-laying",))
        flying = planned(without=("weather-loss",))
        self.assertGreater(steady.days[330].eggs, usual.days[330].eggs)
        self.assertLess(flying.days[300].bees, usual.days[300].bees)

    def test_without_stores_nothing_is_eaten(self) -> None:
        self.assertEqual(planned(without=("stores",)).days[-1].eaten_kg, 0.0)

    def test_every_constant_is_in_its_range_and_marked(self) -> None:
        for key, row in table("season").items():
            with self.subTest(key):
                self.assertTrue(row.low <= row.value <= row.high)
                self.assertTrue(row.why and row.unit)
                self.assertIn(row.mark, ("published", "from memory", "common practice"))


class Plans(TestCase):
    """Published."""

    @settings(max_examples=30, suppress_health_check=[HealthCheck.too_slow], deadline=None)
    @given(
        st.sampled_from(
            ["bowline", "sloped-top-bar", "deep-horizontal", "long-shallow", "sheepshank", "tree-cavity", "two-chamber"]
        ),
        st.floats(-10, 18),
        st.floats(2, 18),
        st.floats(0, 1),
        st.integers(5, 30),
        st.sampled_from(["just-enough", "ahead"]),
        st.sampled_from(["contract", "leave"]),
        st.floats(500, 2500),
    )
    def test_no_impossible_state_in_any_climate(
        self, name: str, cold: float, swing: float, flow: float, days: int, room: Any, winter: Any, laying: float
    ) -> None:
        """Property: nothing below zero, honey balances, the run closes to a tenth of a millimetre every week."""
        from math import cos, pi

        # No month is warmer than a season takes.
        means = tuple(min(cold + swing * (1 - cos(2 * pi * (m - 0.5) / 12)), 45.0) for m in range(12))
        flows = (Flow(first="05-01", last="07-10", strength=round(flow, 3)),)
        design = opened(name)
        box = main_box(design)
        plan = plan_of(
            analyse(design, box),
            Season(monthly_c=means, flows=flows, visit_days=days, room=room, winter=winter, peak_laying=laying),
        )
        start = plan.days[0]
        honey = start.honey_kg - start.ripened_kg + start.eaten_kg - start.fed_kg + start.taken_kg
        self.assertAlmostEqual(balance_kg(plan.days, honey), 0.0, places=6)
        for row in plan.days:
            self.assertGreaterEqual(
                min(row.bees, row.foragers, row.brood_cells, row.eggs, row.honey_kg, row.nectar_kg, row.pollen_kg), 0.0
            )
            self.assertLessEqual(row.drawn, row.given + 1e-9)
            self.assertLessEqual(row.given, plan.nest.room)
            self.assertLessEqual(row.brood_cells, row.drawn * plan.nest.sizes.cells + start.brood_cells + 1)
        if plan.nest.moves:
            for index in range(6, 365, 28):
                moved = hive_on(plan, design, index)
                layout = lay_out(moved, moved.chambers[box])
                if plan.nest.far_board or plan.nest.near_board:
                    self.assertAlmostEqual(layout.leftover_mm, 0.0, delta=0.1)
                self.assertTrue(all(p.length_mm >= -1e-9 for p in layout.placed))
                for placed in layout.placed:
                    if placed.item.kind == "gap" and placed.item.purpose == "feeder":
                        self.assertGreaterEqual(placed.length_mm, 70.0 - 0.1)

    def test_the_nest_is_never_touched_in_the_cold_and_never_has_ten_to_spare(self) -> None:
        plan = planned(climate="cold-continental")
        means = {row.day: row for row in plan.days}
        for visit in plan.visits:
            for each in visit.steps:
                if each.kind == "add":
                    self.assertGreaterEqual(means[visit.day].temperature_c, 9.0)
                    self.assertLessEqual(each.amount, 4)
        growing = [row for row in plan.days if row.day < (plan.contraction_day or 0) and row.flow > 0]
        self.assertLess(max(row.given - row.need.combs for row in growing), 6)

    def test_two_schools_give_different_plans_with_their_reasons(self) -> None:
        enough, ahead = planned(), planned(room="ahead", winter="leave")
        self.assertGreater(max(r.given for r in ahead.days), max(r.given for r in enough.days) - 0.5)
        self.assertNotEqual([v.given for v in enough.visits], [v.given for v in ahead.visits])
        reasons = {s.kind: s.why for p in (enough, ahead) for v in p.visits for s in v.steps}
        self.assertIn("contract", reasons)
        self.assertIn("leave", reasons)

    def test_a_twenty_frame_deep_box_winters_on_six_to_eight(self) -> None:
        """Trade check, on narrow-deep frames in a cool temperate place."""
        winter = planned("deep-horizontal").winter_combs
        assert winter is not None
        self.assertTrue(6 <= winter <= 8, winter)

    def test_a_follower_makes_any_size_from_three_to_all(self) -> None:
        """Trade check: every number of combs from 3 up has its place, and the run closes."""
        nest = Nest(own_run(analyse(opened("bowline"))))
        faces = [nest.standing(number).far_mm for number in range(3, nest.capacity + 1)]
        self.assertEqual(faces, sorted(set(faces)))

    def test_thirty_frames_are_three_and_three_quarter_eight_frame_boxes(self) -> None:
        """Trade check."""
        self.assertEqual(30 / 8, 3.75)
        self.assertEqual(len(analyse(opened("long-shallow")).layout.combs), 26)

    def test_honey_is_taken_when_there_is_more_than_the_winter_asks(self) -> None:
        plan = planned(flows=(Flow(first="04-15", last="07-25", strength=1.0),), constants={"forager_nectar": 0.4})
        taken = [s for v in plan.visits for s in v.steps if s.kind == "take"]
        self.assertTrue(taken)
        self.assertGreater(plan.days[-1].taken_kg, 2.0)

    def test_what_was_seen_on_a_visit_changes_what_follows(self) -> None:
        before = planned()
        after = planned(seen=(Seen(day="2026-05-20", combs_covered=12.0, combs_brood=7.0, combs_honey=2.0),))
        self.assertEqual(before.days[60].bees, after.days[60].bees)
        self.assertGreater(after.days[100].bees, before.days[100].bees)
        row = after.days[80]
        self.assertAlmostEqual(row.need.covered, 12.0, delta=1.0)

    def test_fixed_combs_get_need_against_capacity_and_no_moves(self) -> None:
        report = said(opened("tree-cavity"), "season", 10)
        self.assertIn("moves nothing", next(f.text.template for f in report.findings if f.code == "plan-moves-nothing"))
        asked = {each.id for visit in report.agenda for each in visit.doings}
        self.assertEqual(asked & {"add", "contract", "open", "shut", "way-in"}, set())
        self.assertEqual(report.drawings["rod"].name, "rod")

    def test_a_southern_year_turns_round(self) -> None:
        plan = planned(climate="southern-temperate", start_day="2026-09-01")
        self.assertIsNotNone(plan.contraction_day)
        peak = max(plan.days, key=lambda r: r.bees).day - plan.days[0].day
        self.assertTrue(60 < peak < 240)
