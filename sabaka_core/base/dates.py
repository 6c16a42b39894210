"""Days as ISO text and as counts. The one module that knows a calendar; it never asks what day it is."""

from __future__ import annotations

import re
from datetime import UTC, date, datetime, timedelta
from functools import lru_cache

from sabaka_core.base.errors import ParameterError

MONTHS = (
    "January",
    "February",
    "March",
    "April",
    "May",
    "June",
    "July",
    "August",
    "September",
    "October",
    "November",
    "December",
)


# Days of a year that is planned: the 29th of February counts as the 28th.
YEAR = 365
# Years a plan may lie in: a year before and after it can always be written.
FIRST_YEAR, LAST_YEAR = 1900, 2199
_DAY = re.compile(r"[0-9]{4}-[0-9]{2}-[0-9]{2}")
_MOMENT = re.compile(r"([0-9]{4}-[0-9]{2}-[0-9]{2})T([01][0-9]|2[0-3]):([0-5][0-9])")


def ordinal(day: str, field: str = "day") -> int:
    """A day as a count of days.

    Args:
        day: written as 2026-04-01, and in no other way.
    Raises:
        ParameterError: at ``field``: there is no such day, or it lies before 1900 or after 2199.
    """
    try:
        if not _DAY.fullmatch(day):
            raise ValueError
        found = date.fromisoformat(day)
    except ValueError:
        raise ParameterError(field, day, "There is no such day; write it as 2026-04-01.", "no-such-day") from None
    if not FIRST_YEAR <= found.year <= LAST_YEAR:
        reason = f"The year {found.year} is out of reach: take one from {FIRST_YEAR} to {LAST_YEAR}."
        raise ParameterError(field, day, reason, "no-such-year")
    return found.toordinal()


def iso(count: int) -> str:
    """The day of a count."""
    return date.fromordinal(count).isoformat()


@lru_cache(maxsize=4096)
def day_of_year(count: int) -> int:
    """Days since the first of January, from 0; the 29th of February counts as the 28th."""
    day = date.fromordinal(count)
    if (day.month, day.day) == (2, 29):
        day -= timedelta(days=1)
    return (date(2023, day.month, day.day) - date(2023, 1, 1)).days


def parse_day_of_year(text: str, field: str = "day") -> int:
    """The same from “04-20”.

    Raises:
        ParameterError: at ``field``: there is no such day.
    """
    return day_of_year(ordinal(f"2023-{text}", field))


def half_a_year_on(day: str) -> str:
    """A day of the year (month-day) six months on; the last days of a long month become the last of a shorter one."""
    month = (int(day[:2]) + 5) % 12 + 1
    last = (date(2023, month % 12 + 1, 1) - timedelta(days=1)).day
    return f"{month:02}-{min(int(day[3:]), last):02}"


def short(count: int) -> str:
    """A day for people: 5 Apr."""
    day = date.fromordinal(count)
    return f"{day.day} {MONTHS[day.month - 1][:3]}"


def short_of_year(day: str) -> str:
    """A day of every year for people, from 04-05: 5 Apr."""
    return short(ordinal(f"2023-{day}"))


def minute(moment: str, field: str = "at") -> int:
    """A day and a time as a count of minutes.

    Args:
        moment: written as 2026-05-26T14:10.
    Raises:
        ParameterError: at ``field``: there is no such day or time.
    """
    found = _MOMENT.fullmatch(moment)
    if found is None:
        raise ParameterError(field, moment, "Write day and time as 2026-05-26T14:10.", "no-such-time")
    return (ordinal(found[1], field) * 24 + int(found[2])) * 60 + int(found[3])


def calendar_day(count: int) -> date:
    """A day as calendar files want it."""
    return date.fromordinal(count)


def midnight(count: int) -> datetime:
    """The first moment of a day, in universal time."""
    return datetime.combine(date.fromordinal(count), datetime.min.time(), tzinfo=UTC)


def hours(count: float) -> timedelta:
    """So many hours, as calendar files want them."""
    return timedelta(hours=count)
