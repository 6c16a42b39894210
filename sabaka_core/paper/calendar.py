"""The plan of a move as a calendar file (iCalendar, RFC 5545), one all-day event a step."""

from __future__ import annotations

from uuid import NAMESPACE_URL, uuid5

from icalendar import Calendar, Event

from sabaka_core.dates import calendar_day, midnight
from sabaka_core.document.hive import Hive
from sabaka_core.moving.move import moving_stages


def moving_calendar(hive: Hive) -> bytes:
    """The calendar file of a design's move. The same plan gives the same file.

    Raises:
        ParameterError: a date or frame of the move can't be used.
    """
    _, plan, way, bees = moving_stages(hive)
    calendar = Calendar()
    calendar.add("prodid", "-//Sabaka//Moving in//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", f"{hive.name}: moving in")
    # The file tells when its plan begins, not when it was written: no clock here.
    stamp = midnight(plan.move_day)
    for step in plan.steps:
        event = Event()
        event.add("uid", f"{uuid5(NAMESPACE_URL, f'sabaka:{hive.name}:{way.id}:{step.id}:{step.day}')}@sabaka")
        event.add("dtstamp", stamp)
        event.add("dtstart", calendar_day(step.day))
        event.add("dtend", calendar_day(step.day + 1))
        event.add("summary", f"{hive.name}: {step.title}")
        event.add(
            "description",
            f"{step.words} {step.caution}".strip() + f" ({bees.name}, {way.name[0].lower()}{way.name[1:]})",
        )
        event.add("transp", "TRANSPARENT")
        calendar.add_component(event)
    return bytes(calendar.to_ical())
