"""A bait box out of a hive: its room and door, its days read by another calendar parser."""

from __future__ import annotations

from datetime import date
from unittest import TestCase

from icalendar import Calendar

from sabaka_core import load_hive
from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.season import Season
from sabaka_core.findings import find
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.moving.bait import bait_hive
from sabaka_core.paper.calendar import season_calendar
from sabaka_core.show.study import chapter, every_finding
from tests.core.support import EXAMPLES, opened
from tests.core.test_layers import do


class Bait(TestCase):
    """Trade check: about 40 L, one low hole, hung up, looked at every few days."""

    def test_forty_litres_of_the_same_combs(self) -> None:
        for name in ("bowline", "straight-top-bar", "long-shallow", "deep-horizontal"):
            hive = load_hive((EXAMPLES / f"{name}.json").read_bytes())
            box = bait_hive(Context(hive).main)
            a = analyse(box, 0)
            with self.subTest(name):
                self.assertAlmostEqual(a.volumes.whole_l, 40, delta=a.main_spacing_mm * a.volumes.whole_l / a.run_mm)
                self.assertEqual(
                    {p.item.type for p in a.layout.combs if p.item.kind == "comb"}, {a.main.id if a.main else ""}
                )
                self.assertEqual([f.code for f in find(Context(box)) if f.severity == "error"], [])
                self.assertFalse([f.code for f in find(Context(box)) if f.code.startswith("bait-")])
                # It lives no year: nothing is said of wintering, swarming or lifting in it.
                said = {f.code for f in every_finding(Context(box))}
                self.assertFalse(said & {"lifts-too-much", "colony-crowded", "run-full", "wets", "comb-softens"})

    def test_a_log_is_no_bait_box(self) -> None:
        hive = load_hive((EXAMPLES / "tree-cavity.json").read_bytes())
        with self.assertRaises(InfeasibleError):
            bait_hive(analyse(hive, 0))

    def test_its_days_in_the_calendar(self) -> None:
        """Independent reader: hung on 1 May, looked at on 4, 7, … May, down on 15 July, as icalendar reads them."""
        box = bait_hive(Context(load_hive((EXAMPLES / "bowline.json").read_bytes())).main)
        box = do(box, {"do": "set", "path": "/season/start", "text": "overwintered"})
        agenda = chapter(Context(box), "season").agenda
        days = [each.day[5:] for each in agenda if any(doing.id.startswith("bait") for doing in each.doings)]
        self.assertEqual((days[0], days[1], days[-1]), ("05-01", "05-04", "07-15"))
        self.assertEqual(len(days), 2 + 24)
        file, _ = season_calendar(Context(box), "bait", date(2026, 1, 1).toordinal())
        read = Calendar.from_ical(file)
        starts = {f"{event['DTSTART'].dt:%m-%d}" for event in read.walk("VEVENT")}
        self.assertTrue({"05-01", "05-04", "07-15"} <= starts)

    def test_days_that_are_none(self) -> None:
        box = bait_hive(Context(load_hive((EXAMPLES / "bowline.json").read_bytes())).main)
        for field, day, word in (
            ("last", "05-01", "the day that it is hung"),
            ("first", "02-30", "a day that every year has"),
        ):
            with self.assertRaises(ParameterError) as caught:
                do(box, {"do": "set", "path": f"/bait/{field}", "text": day})
            self.assertIn(word, str(caught.exception))
            self.assertEqual(caught.exception.field, f"/bait/{field}")

    def test_one_that_hangs_over_new_year_in_the_south(self) -> None:
        """Hand: hung on 1 November, its year planned from March: 1 November, 4, 7, …; down on 15 January."""
        hive = opened("bowline", season=Season(climate="southern-temperate", start_day="2026-12-03"))
        box = bait_hive(Context(hive).main)
        assert box.bait is not None and box.season is not None
        self.assertEqual((box.bait.first, box.bait.last, box.season.climate), ("11-01", "01-15", "southern-temperate"))
        box = do(box, {"do": "set", "path": "/season/start", "text": "overwintered"})
        agenda = chapter(Context(box), "season").agenda
        days = [each.day for each in agenda if any(doing.id.startswith("bait") for doing in each.doings)]
        # The year begins while it hangs: 32 days after 1 November is no day to look, the 33rd is.
        self.assertEqual(days[0], "2026-12-04")
        self.assertEqual([day for day in days if "01-15" in day], ["2027-01-15"])
        self.assertIn("2027-11-01", days)
