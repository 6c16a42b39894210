"""The season shown: weeks, the card, what can be set."""

from __future__ import annotations

import contextlib
import io
import json
from calendar import monthrange
from typing import Any
from unittest import TestCase

from pypdf import PdfReader

from sabaka_cli.__main__ import main
from sabaka_core import ParameterError, apply_edit, load_hive
from sabaka_core.base.quantity import Text
from sabaka_core.document.season import Flow, Season
from sabaka_core.edits.fields import SetField
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.paper.season_card import season_card
from sabaka_core.season.daily import read_daily
from sabaka_core.season.edits import AddFlow, ForgetVisit, RemoveFlow, SeeVisit, named_weather
from sabaka_core.season.model import need_of
from sabaka_core.season.weather import weather_of
from sabaka_core.show.study import chapter
from tests.core.support import EXAMPLES, column, said, table_of
from tests.core.test_season import colony_of, opened, planned, pure_ways


def fars(report: Chapter) -> list[float]:
    """Where the far follower stands each week [mm]."""
    weeks = table_of(report, "weeks")
    cells = [line.cells[weeks.columns.index("far follower")] for line in weeks.lines]
    return [cell.values["far"].value for cell in cells if isinstance(cell, Text)]


class Weeks(TestCase):
    """Regression."""

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
    """Regression."""

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
    """Regression."""

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
