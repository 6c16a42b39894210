"""A bait box out of a hive: its room and door, its days read by another calendar parser."""

from __future__ import annotations

from datetime import date
from unittest import TestCase

from icalendar import Calendar

from sabaka_core import load_hive
from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.findings import find
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.moving.bait import bait_hive
from sabaka_core.paper.calendar import season_calendar
from sabaka_core.show.study import chapter
from tests.core.support import EXAMPLES
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

    def test_a_log_is_no_bait_box(self) -> None:
        hive = load_hive((EXAMPLES / "tree-cavity.json").read_bytes())
        if analyse(hive, 0).cavity.varies:
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

    def test_dates_that_are_the_wrong_way_round(self) -> None:
        box = bait_hive(Context(load_hive((EXAMPLES / "bowline.json").read_bytes())).main)
        with self.assertRaises(ParameterError) as caught:
            do(box, {"do": "set", "path": "/bait/last", "text": "04-01"})
        self.assertIn("before it is hung", str(caught.exception))
