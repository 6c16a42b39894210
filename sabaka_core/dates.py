"""Days as ISO text and as counts. The one module that knows a calendar; it never asks what day it is."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta

from sabaka_core.errors import ParameterError

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


def ordinal(day: str, field: str = "day") -> int:
    """A day as a count of days.

    Raises:
        ParameterError: at ``field``: there is no such day.
    """
    try:
        return date.fromisoformat(day).toordinal()
    except ValueError:
        raise ParameterError(field, day, "There is no such day; write it as 2026-04-01.", "no-such-day") from None


def iso(count: int) -> str:
    """The day of a count."""
    return date.fromordinal(count).isoformat()


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


def short(count: int) -> str:
    """A day for people: 5 Apr."""
    day = date.fromordinal(count)
    return f"{day.day} {MONTHS[day.month - 1][:3]}"


def year_of(count: int) -> int:
    """The year of a day."""
    return date.fromordinal(count).year


def calendar_day(count: int) -> date:
    """A day as calendar files want it."""
    return date.fromordinal(count)


def midnight(count: int) -> datetime:
    """The first moment of a day, in universal time."""
    return datetime.combine(date.fromordinal(count), datetime.min.time(), tzinfo=UTC)
