"""The calendar file of a move: events keep who they are through every change. Reference library: vobject."""

from __future__ import annotations

from datetime import date, datetime, timedelta
from typing import Any
from unittest import TestCase

import vobject

from sabaka_core.document.hive import Hive
from sabaka_core.document.load import load_hive
from sabaka_core.document.moving import Moving
from sabaka_core.moving.move import moving_stages
from sabaka_core.paper.calendar import moving_calendar
from tests.core.support import EXAMPLES

TODAY = date(2026, 4, 2).toordinal()


def opened(name: str = "Bow hive", **moving: Any) -> Hive:
    design = load_hive((EXAMPLES / "deep-horizontal.json").read_bytes())
    return design.model_copy(update={"name": name, "moving": Moving(**({"way": "on-end"} | moving))})


def read(file: bytes) -> dict[str, Any]:
    """Events by the words after the hive's name."""
    return {e.summary.value.split(": ", 1)[1]: e for e in vobject.readOne(file.decode()).vevent_list}


class Calendars(TestCase):
    """Reference library."""

    def test_32_an_event_a_step_with_its_day_and_an_alarm(self) -> None:
        """Independent parser: vobject."""
        design = opened()
        file, _ = moving_calendar(design, "a", TODAY)
        events = read(file)
        plan = moving_stages(design)[1]
        self.assertEqual([e.dtstart.value for e in events.values()], [date.fromordinal(s.day) for s in plan.steps])
        for event in events.values():
            self.assertEqual(event.dtend.value - event.dtstart.value, timedelta(days=1))
            self.assertEqual(event.dtstamp.value.date(), date(2026, 4, 2))
            self.assertIsInstance(event.dtstamp.value, datetime)
            self.assertEqual(event.valarm.trigger.value, timedelta(hours=-6))
        self.assertIn("Queen onto the new combs", events)
        self.assertEqual(file, moving_calendar(design, "a", TODAY)[0])

    def test_32_put_off_renamed_or_at_another_interval_an_event_stays_the_same_one(self) -> None:
        first, sent = moving_calendar(opened(), "a", TODAY)
        before = {title: e.uid.value for title, e in read(first).items()}
        for design, moved in (
            (opened(day="2026-05-24"), set(before)),
            (opened(name="Stern hive"), set(before)),
            (
                opened(visit_days=12),
                {
                    "Queen onto the new combs",
                    "Look for queen cells",
                    "Worker brood clear",
                    "Drones clear, old combs out",
                },
            ),
        ):
            events = read(moving_calendar(design, "a", TODAY + 3, sent)[0])
            with self.subTest(design.name):
                self.assertEqual({title: e.uid.value for title, e in events.items()}, before)
                raised = {title for title, e in events.items() if int(e.sequence.value) == 1}
                self.assertEqual(raised, moved)
                self.assertEqual({int(e.sequence.value) for e in events.values()} - {0, 1}, set())

    def test_32_the_same_file_again_raises_nothing(self) -> None:
        _, sent = moving_calendar(opened(), "a", TODAY)
        again, same = moving_calendar(opened(), "a", TODAY + 1, sent)
        self.assertEqual(same, sent)
        self.assertEqual({e.sequence.value for e in read(again).values()}, {"0"})

    def test_32_what_no_longer_applies_is_cancelled_and_may_come_back(self) -> None:
        """Another way of the queen: the look for cells goes, the outward steps come, and back again."""
        _, sent = moving_calendar(opened(), "a", TODAY)
        file, then = moving_calendar(opened(queen_by="outward"), "a", TODAY, sent)
        gone = read(file)["Look for queen cells"]
        self.assertEqual((gone.status.value, gone.sequence.value), ("CANCELLED", "1"))
        self.assertFalse(hasattr(gone, "valarm"))
        repeated = read(moving_calendar(opened(queen_by="outward"), "a", TODAY, then)[0])
        self.assertEqual(repeated["Look for queen cells"].sequence.value, "1")
        back = read(moving_calendar(opened(), "a", TODAY, then)[0])["Look for queen cells"]
        self.assertEqual((back.uid.value, back.status.value, back.sequence.value), (gone.uid.value, "CONFIRMED", "2"))

    def test_32_no_two_hives_share_an_event(self) -> None:
        one, other = (read(moving_calendar(opened(), series, TODAY)[0]) for series in ("a", "b"))
        self.assertFalse({e.uid.value for e in one.values()} & {e.uid.value for e in other.values()})
        self.assertEqual(len({e.uid.value for e in one.values()}), len(one))
