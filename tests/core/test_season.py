"""The season: the published model, what ours adds, and a plan without an impossible state."""

from __future__ import annotations

import contextlib
import io
import json
from calendar import monthrange
from typing import Any
from unittest import TestCase

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pypdf import PdfReader
from scipy.integrate import solve_ivp

from sabaka_cli.__main__ import main
from sabaka_core import ParameterError, apply_edit, load_hive
from sabaka_core.base.quantity import Text
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Flow, Season, Seen
from sabaka_core.edits.fields import SetField
from sabaka_core.hive.analysis import analyse, main_box
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.kit.tables import table
from sabaka_core.paper.season_card import season_card
from sabaka_core.run.layout import lay_out
from sabaka_core.season.constants import constants
from sabaka_core.season.daily import read_daily
from sabaka_core.season.edits import AddFlow, ForgetVisit, RemoveFlow, SeeVisit, named_weather
from sabaka_core.season.model import BROOD_DAYS, CombSizes, Ways, equilibrium, failing_loss, need_of, step
from sabaka_core.season.nest import Nest
from sabaka_core.season.plan import Plan, balance_kg, plan_of
from sabaka_core.season.weather import YEAR, build, climates, weather_of
from sabaka_core.show.season import hive_on
from sabaka_core.show.study import chapter
from tests.core.support import EXAMPLES, column, said, table_of

ALL = frozenset({"seasonal-laying", "brood-delay", "weather-loss", "free-cells", "wax-limit", "stores"})


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


def planned(name: str = "bowline", **changes: Any) -> Plan:
    design = opened(name)
    return plan_of(analyse(design, main_box(design)), Season(**changes))


def colony_of(bees: float, ways: Ways) -> Any:
    from collections import deque

    from sabaka_core.season.model import Colony

    return Colony(bees * 0.75, bees * 0.25, deque([0.0] * BROOD_DAYS), 0.0, deque([0.0] * 6), 0.0, 1000.0, 1000.0)


def pure_ways(**own: float) -> Ways:
    weather = build((20.0,) * 12, ())
    return Ways(constants(own), weather, CombSizes(7000.0, 2.8, 1.0), ALL, 1500.0)


class Published(TestCase):
    """Published: Khoury, Myerscough and Barron 2011, PLoS ONE 6(4) e18491, quoted from memory."""

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
    """Each addition has a switch, and a direction."""

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
            self.assertLessEqual(row.given, plan.nest.capacity)
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
        nest = Nest(analyse(opened("bowline")))
        faces = [nest.standing(number).far_mm for number in range(3, nest.capacity + 1)]
        self.assertEqual(faces, sorted(set(faces)))

    def test_thirty_frames_are_three_and_three_quarter_eight_frame_boxes(self) -> None:
        """Trade check."""
        self.assertEqual(30 / 8, 3.75)
        self.assertEqual(len(analyse(opened("long-shallow")).layout.combs), 26)

    def test_honey_is_taken_when_there_is_more_than_the_winter_asks(self) -> None:
        plan = planned(
            flows=(Flow(first="04-15", last="07-25", strength=1.0),),
            constants={"forager_nectar": 0.4, "flight_share": 0.25},
        )
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
        self.assertEqual({each.id for visit in report.agenda for each in visit.doings} - {"take"}, set())
        self.assertEqual(report.drawings["rod"].name, "rod")

    def test_a_southern_year_turns_round(self) -> None:
        plan = planned(climate="southern-temperate", start_day="2026-09-01")
        self.assertIsNotNone(plan.contraction_day)
        peak = max(plan.days, key=lambda r: r.bees).day - plan.days[0].day
        self.assertTrue(60 < peak < 240)


def fars(report: Chapter) -> list[float]:
    """Where the far follower stands each week [mm]."""
    weeks = table_of(report, "weeks")
    cells = [line.cells[weeks.columns.index("far follower")] for line in weeks.lines]
    return [cell.values["far"].value for cell in cells if isinstance(cell, Text)]


class Weeks(TestCase):
    def test_the_report_of_every_example(self) -> None:
        for file in sorted(EXAMPLES.glob("*.json")):
            with self.subTest(file.stem):
                report = said(load_hive(file.read_bytes()), "season")
                weeks = table_of(report, "weeks")
                self.assertEqual(len(weeks.lines), 52)
                self.assertEqual((set(report.drawings), set(report.charts)), ({"rod"}, {"season-combs", "season-bees"}))
                for near, far in zip(column(report, "weeks", "near follower"), fars(report), strict=True):
                    self.assertTrue(0 <= near <= far)
                self.assertTrue(all(given >= 1 for given in column(report, "weeks", "given")))

    def test_entrances_of_a_week_lie_between_the_followers(self) -> None:
        design = opened("bowline")
        report = said(design, "season")
        weeks = table_of(report, "weeks")
        at = weeks.columns.index("entrances open")
        nears = column(report, "weeks", "near follower")
        for line, near, far in list(zip(weeks.lines, nears, fars(report), strict=True))[::6]:
            cell = line.cells[at]
            assert isinstance(cell, Text)
            for number in cell.template.split(", "):
                entrance = design.chambers[0].entrances[int(number) - 1]
                self.assertTrue(near <= entrance.at_mm <= far)

    def test_the_rod_of_a_week_stands_where_the_week_says(self) -> None:
        report = said(opened("bowline"), "season", 20)
        boards = [s for s in report.drawings["rod"].shapes if s.kind == "polygon" and s.layer == "follower"]
        self.assertAlmostEqual(min(x for x, _ in boards[-1].points), fars(report)[20], delta=0.1)

    def test_another_week_changes_the_rod_and_nothing_else(self) -> None:
        context = Context(opened("bowline"))
        moment = chapter(context, "season", Asked(parts=("moment",), at=20))
        self.assertEqual((set(moment.drawings), moment.tables, moment.metrics), ({"rod"}, (), {}))
        assert moment.moments is not None
        self.assertEqual(moment.moments.at, 20)

    def test_another_length_is_drawn_beside(self) -> None:
        found = chapter(Context(opened("bowline")), "season", Asked(typed="600"))
        words = [level.text.template for level in found.charts["season-combs"].levels]
        self.assertEqual(words, ["the run holds {n}", "that length holds {n}"])

    def test_command_line(self) -> None:
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            self.assertEqual(
                main(["season", str(EXAMPLES / "bowline.json"), "--climate", "mountain", "--start", "2027-04-01"]), 0
            )
            printed = json.loads(out.getvalue())
        self.assertIn("Mountain valley", printed["lead"]["template"])
        self.assertEqual(printed["moments"]["days"][0], "2027-04-07")
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            self.assertEqual(main(["season", str(EXAMPLES / "bowline.json"), "--text"]), 0)
            self.assertEqual(main(["climates"]), 0)
        self.assertIn("Visits", out.getvalue())
        self.assertIn("Tropical", out.getvalue())


class Card(TestCase):
    def test_an_independent_reader_finds_its_text_on_one_page(self) -> None:
        """Independent parser: pypdf."""
        for name in ("bowline", "tree-cavity"):
            reader = PdfReader(io.BytesIO(season_card(opened(name))))
            with self.subTest(name):
                text = " ".join(page.extract_text() for page in reader.pages)
                self.assertIn(opened(name).name, text)
                for words in ("Visits", "Look out", "Cool temperate", "combs needed"):
                    self.assertIn(words, text)
                self.assertNotIn("?", text.replace("How big must it be?", ""))
        self.assertIn("Follower at", PdfReader(io.BytesIO(season_card(opened("bowline")))).pages[0].extract_text())


class Settings(TestCase):
    def refused(self, **changes: Any) -> str:
        with self.assertRaises(ParameterError) as caught:
            planned(**changes)
        return caught.exception.field

    def test_what_cannot_be_is_named(self) -> None:
        flow = Flow(first="05-01", last="06-01")
        self.assertEqual(self.refused(flows=(flow, Flow(first="05-20", last="07-01"))), "/season/flows/1/first")
        self.assertEqual(self.refused(flows=(Flow(first="07-01", last="05-01"),)), "/season/flows/0/last")
        self.assertEqual(self.refused(flows=(Flow(first="13-01", last="05-01"),)), "/season/flows/0/first")
        self.assertEqual(self.refused(climate="moon"), "/season/climate")
        self.assertEqual(self.refused(monthly_c=(1.0,) * 11), "/season/monthly_c")
        self.assertEqual(self.refused(start="swarm", start_day="2026-01-10"), "/season/start_day")
        self.assertEqual(self.refused(start_day="2026-02-31"), "/season/start_day")
        self.assertEqual(self.refused(constants={"laying": 90_000.0}), "/season/constants/laying")
        self.assertEqual(self.refused(constants={"mood": 1.0}), "/season/constants/mood")

    def test_laying_nothing_or_ten_thousand_is_refused_at_its_field(self) -> None:
        for text in ("0", "10000", "many"):
            with self.subTest(text), self.assertRaises(ParameterError) as caught:
                apply_edit(opened("bowline"), SetField(path="/season/peak_laying", text=text))
            self.assertEqual(caught.exception.field, "/season/peak_laying")

    def test_a_flow_over_the_new_year_is_one_flow(self) -> None:
        weather = weather_of(Season(climate="southern-temperate"))
        self.assertGreater(weather.flow[0], 0)
        self.assertGreater(weather.flow[360], 0)

    def test_settings_are_edited_like_any_field(self) -> None:
        design = apply_edit(opened("bowline"), SetField(path="/season/visit_days", text="14"))
        design = apply_edit(design, SetField(path="/season/constants/wax_combs_a_week", text="1.5"))
        design = apply_edit(design, AddFlow())
        assert design.season is not None
        self.assertEqual((design.season.visit_days, len(design.season.flows)), (14, 2))
        self.assertEqual(design.season.constants, {"wax_combs_a_week": 1.5})
        design = apply_edit(design, RemoveFlow(index=0))
        assert design.season is not None
        self.assertEqual(len(design.season.flows), 1)
        seen = SeeVisit(day="2026-05-01", combs_covered="8", combs_brood="4 1/2", combs_honey="2")
        design = apply_edit(design, seen)
        assert design.season is not None
        self.assertEqual(design.season.seen[0].combs_brood, 4.5)
        design = apply_edit(design, ForgetVisit(index=0))
        assert design.season is not None
        self.assertEqual(design.season.seen, ())

    def test_a_table_of_weather_becomes_monthly_means(self) -> None:
        lines = ["Date,Least,Greatest,Rain"] + [
            f"2025-{m:02}-{d:02},{m},{m + 4},0" for m in range(1, 13) for d in range(1, monthrange(2025, m)[1] + 1)
        ]
        self.assertEqual(read_daily("\n".join(lines)).monthly_c(), tuple(float(m + 2) for m in range(1, 13)))
        design = named_weather(opened("bowline"), "", read_daily("\n".join(lines)))
        assert design.season is not None
        self.assertEqual(design.season.monthly_c[0], 3.0)

    def test_a_table_that_cannot_be_read_is_named_by_its_line(self) -> None:
        for typed, words in (
            ("date,least\n2025-01-01,3", "“least” and “greatest”"),
            ("date,least,greatest\n2025-01-01,3,cold", "Line 2"),
            ("date,least,greatest\n2025-02-30,3,4", "no such day"),
            ("date,least,greatest\n2025-01-01,300,400", "no weather for bees"),
            ("date,least,greatest\n2025-01-01,3,4", "no day of month 2"),
        ):
            with self.subTest(words), self.assertRaisesRegex(ParameterError, words):
                read_daily(typed).monthly_c()

    def test_a_need_is_counted_in_combs(self) -> None:
        """Hand: 4,900 cells of brood in combs of 7,000 cells, 70 % brood, are one comb."""
        ways = pure_ways()
        colony = colony_of(2250, ways)
        colony.brood[0] = 4900.0
        need = need_of(colony, ways)
        self.assertAlmostEqual(need.brood, 1.0)
        self.assertAlmostEqual(need.covered, 1.0)
