"""Days of weather in a keeper's store: brought once, named by designs, handed to the core as an argument."""

from __future__ import annotations

from django.contrib.auth.models import User

from sabaka_core import Hive, ParameterError
from sabaka_core.base.texts import odd_character, odd_reason
from sabaka_core.season.daily import DailyWeather, read_daily
from sabaka_core.season.packed import pack, rounded, sha_of, unpack
from sabaka_core.season.weather import by_days
from server.designs.models import WeatherDays

MOST_TABLES = 60


def bring(owner: User, table: str, name: str, day_first: bool = False, fahrenheit: bool | None = None) -> WeatherDays:
    """Days out of a table into the keeper's store; the same days again are the same thing, under their new name.

    Raises:
        ParameterError: the table can't be read, a month is missing, or the store is full; the line is named.
    """
    return keep(owner, rounded(read_daily(table, day_first, fahrenheit)), name)


def keep(owner: User, days: DailyWeather, name: str) -> WeatherDays:
    """The same of days already read."""
    days.monthly_c()
    called = name.strip()[:80] or days.said
    odd = odd_character(called)
    if odd is not None:
        raise ParameterError("name", called, odd_reason(odd), "odd-character")
    sha = sha_of(days)
    mine = WeatherDays.objects.filter(owner=owner)
    if not mine.filter(sha=sha).exists() and mine.count() >= MOST_TABLES:
        raise ParameterError("table", called, f"{MOST_TABLES} tables of weather are kept already.", "too-many")
    kept, _ = WeatherDays.objects.update_or_create(
        owner=owner, sha=sha, defaults={"name": called, "words": days.said, "packed": pack(days), "filled": days.filled}
    )
    return kept


def days_of(owner: User, sha: str) -> DailyWeather | None:
    """Days of a keeper's by their hash."""
    row = WeatherDays.objects.filter(owner=owner, sha=sha).first()
    return None if row is None else unpack(bytes(row.packed), row.filled)


def named_days(owner: User, hive: Hive) -> DailyWeather | None:
    """The days that a design names, if its keeper has them."""
    named = hive.season.weather if hive.season else None
    return None if named is None else days_of(owner, named.sha)


def weathered(owner: User, hive: Hive) -> Hive:
    """A design planned by the days that it names."""
    return by_days(hive, named_days(owner, hive))
