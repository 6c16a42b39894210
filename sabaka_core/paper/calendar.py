"""The plan of a move, and of a year, as calendar files (iCalendar, RFC 5545), one all-day event a step or visit.

A keeper loads the file again after a change, so an event keeps its UID for the life of its design: a calendar then
moves what it has instead of showing it twice. What was sent before comes in as an argument, and so does today.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass, replace
from uuid import NAMESPACE_URL, uuid5

from icalendar import Alarm, Calendar, Event

from sabaka_core.base.dates import calendar_day, hours, midnight, ordinal
from sabaka_core.document.hive import Hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.measure import PLAIN, ReadAs, told, written
from sabaka_core.moving.move import moving_stages
from sabaka_core.show.study import chapter

# Six the evening before, while there is light to fetch what is missing.
_ALARM = hours(-6)
# Steps of the season are told from those of a move by this.
SEASON = "season:"


@dataclass(frozen=True)
class Sent:
    """One event as it stood in the file last handed out.

    Attributes:
        step: id of the plan's step.
        day: as a count of days.
        title: summary, with the hive's name.
        words: description.
        sequence: how often it was changed since it was first sent (RFC 5545, 3.8.7.4).
        cancelled: whether the plan no longer has it.
    """

    step: str
    day: int
    title: str
    words: str
    sequence: int = 0
    cancelled: bool = False


def moving_calendar(
    hive: Hive, series: str, today: int, before: Sequence[Sent] = (), reading: ReadAs = PLAIN
) -> tuple[bytes, tuple[Sent, ...]]:
    """The calendar file of a design's move, and what it says, to be handed back the next time.

    Args:
        hive: the design.
        series: what tells this design from every other, for good; its name does not.
        today: the day on which the file is written, as a count of days.
        before: what was sent the last time. An event that changed gets a higher sequence; one that the plan no longer
            has is sent as cancelled.
        reading: in which measure, and how written.
    Raises:
        ParameterError: a date or frame of the move can't be used.
    """
    events = _events(hive, before, reading)
    return _file(events, "Moving in", f"{hive.name}: moving in", series, today), events


def season_calendar(
    context: Context, series: str, today: int, before: Sequence[Sent] = (), reading: ReadAs = PLAIN
) -> tuple[bytes, tuple[Sent, ...]]:
    """The calendar file of a design's year: its visits, entrances set, drone comb, a bait box; as the move's.

    Raises:
        ParameterError: a setting of the season can't be used.
    """
    hive, seen = context.hive, Counter[str]()
    now: list[Sent] = []
    for occasion in chapter(context, "season", Asked(parts=("agenda",))).agenda:
        what = "-".join(dict.fromkeys(doing.id for doing in occasion.doings))
        seen[what] += 1
        words = [told(written(doing.words, *reading), *reading) for doing in occasion.doings]
        whys = [doing.why for doing in occasion.doings if doing.why]
        title = f"{hive.name}: {words[0].split('. ')[0].rstrip('.')}"
        day = ordinal(occasion.day, "/season/start_day")
        now.append(Sent(f"{SEASON}{what}-{seen[what]}", day, title, " ".join((*words, *whys))))
    old = {event.step: event for event in before}
    events = [_following(event, old.pop(event.step, None)) for event in now]
    events += [_following(replace(gone, cancelled=True), gone) for gone in old.values()]
    return _file(events, "Season", f"{hive.name}: the season", series, today), tuple(events)


def yard_calendar(name: str, series: str, due: Sequence[Sent], today: int) -> bytes:
    """What is due in a yard, as a feed that is fetched anew again and again.

    Args:
        name: what the calendar is called.
        series: what tells this yard from every other, for good.
        due: each thing, its step naming it among all of the yard's.
        today: the day on which it is fetched, as a count of days.
    """
    return _file(due, "Yard", name, series, today)


def _file(events: Sequence[Sent], product: str, name: str, series: str, today: int) -> bytes:
    calendar = Calendar()
    calendar.add("prodid", f"-//Sabaka//{product}//EN")
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", name)
    for event in events:
        calendar.add_component(_written(event, series, today))
    return bytes(calendar.to_ical())


def _events(hive: Hive, before: Sequence[Sent], reading: ReadAs) -> tuple[Sent, ...]:
    _, plan, way, bees = moving_stages(hive)
    about = f" ({bees.name}, {way.name[0].lower()}{way.name[1:]})"
    old = {event.step: event for event in before}
    events = []
    for step in plan.steps:
        words = told(f"{step.words} {step.caution}".strip() + about, *reading)
        now = Sent(step.id, step.day, f"{hive.name}: {step.title}", words)
        events.append(_following(now, old.pop(step.id, None)))
    return (*events, *(_following(replace(gone, cancelled=True), gone) for gone in old.values()))


def _following(now: Sent, last: Sent | None) -> Sent:
    if last is None:
        return now
    same = replace(now, sequence=last.sequence)
    return same if same == last else replace(now, sequence=last.sequence + 1)


def _written(sent: Sent, series: str, today: int) -> Event:
    event = Event()
    event.add("uid", f"{uuid5(NAMESPACE_URL, f'sabaka:{series}:{sent.step}')}@sabaka")
    event.add("dtstamp", midnight(today))
    event.add("dtstart", calendar_day(sent.day))
    event.add("dtend", calendar_day(sent.day + 1))
    event.add("sequence", sent.sequence)
    event.add("status", "CANCELLED" if sent.cancelled else "CONFIRMED")
    event.add("summary", sent.title)
    event.add("description", sent.words)
    event.add("transp", "TRANSPARENT")
    if not sent.cancelled:
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", sent.title)
        alarm.add("trigger", _ALARM)
        event.add_component(alarm)
    return event
