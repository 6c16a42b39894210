"""Reads of readings: lines for charts, hours, daily weights."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, date, datetime, timedelta

import numpy as np

from sabaka_core import validate_hive
from sabaka_core.base.dates import day_of_year, ordinal
from sabaka_core.document.season import Season
from sabaka_core.geometry.profile import Floats
from sabaka_core.learning.alarms import Alarm, Lately, alarms
from sabaka_core.learning.expected import has_brood, planned_kg
from sabaka_core.learning.readings import DAY_MINUTES, HOURS, HourOf, evened, thinned, unpack_points
from sabaka_core.season.weather import weather_of
from sabaka_core.yard.place import in_climate
from server.readings.models import ReadingDay
from server.yard.models import BuiltHive
from server.yard.selectors import plan_of

# Alarms look back so many days; a hive weighs what it weighs at that hour of the night.
_LATELY = 3
_NIGHT = 4
_YEAR, _WEEK = 364, 7


def line(hive: BuiltHive, kind: str, first: date, last: date) -> tuple[Floats, Floats]:
    """One kind of a hive's readings, thinned: days from the first one on, and values; hours where no raw ones are."""
    times: list[Floats] = []
    values: list[Floats] = []
    for day, points, hours in _rows(hive, kind, first, last):
        if points:
            minutes, value = unpack_points(points)
            times.append((day - first).days + minutes / DAY_MINUTES)
            values.append(value)
        else:
            mean = HourOf.packed(hours).mean
            there = ~np.isnan(mean)
            times.append((day - first).days + (np.arange(HOURS)[there] + 0.5) / HOURS)
            values.append(mean[there])
    if not times:
        return np.zeros(0), np.zeros(0)
    at, read = np.concatenate(times), np.concatenate(values)
    order = np.argsort(at, kind="stable")
    return thinned(at[order], read[order])


def _rows(hive: BuiltHive, kind: str, first: date, last: date) -> Iterator[tuple[date, bytes, bytes]]:
    found = ReadingDay.objects.filter(device__hive=hive, kind=kind, day__range=(first, last)).order_by("day", "device")
    for day, points, hours in found.values_list("day", "points", "hours"):
        yield day, bytes(points), bytes(hours)


def hourly(hive: BuiltHive, kind: str, first: date, days: int) -> Floats:
    """Hourly means from a day on, not a number where nothing was read."""
    found = np.full(days * HOURS, np.nan)
    for day, _, hours in _rows(hive, kind, first, first + timedelta(days=days - 1)):
        at = (day - first).days * HOURS
        mean = HourOf.packed(hours).mean
        there = ~np.isnan(mean)
        found[at : at + HOURS][there] = mean[there]
    return found


def daily_weights(hive: BuiltHive, first: date, last: date) -> dict[int, float]:
    """What a hive weighed on days, at night, the steps taken out that no bees made [kg by ordinal]."""
    weight = hourly(hive, "weight", first, (last - first).days + 1)
    nights = {
        first.toordinal() + day: float(weight[day * HOURS + _NIGHT])
        for day in range(len(weight) // HOURS)
        if not np.isnan(weight[day * HOURS + _NIGHT])
    }
    visited = {ordinal(at[:10]) for at in hive.visits.values_list("at", flat=True)}
    # What was done on a day shows on the morning after it.
    return evened(list(nights), list(nights.values()), frozenset(day + 1 for day in visited))


def weekly_means(hive: BuiltHive, kind: str, last: date) -> dict[int, float]:
    """Means of every seventh day of the last year, by ordinal: enough for a chart of a year."""
    first = last - timedelta(days=_YEAR - 1)
    hours = hourly(hive, kind, first, _YEAR).reshape(_YEAR, HOURS)
    return {
        first.toordinal() + day: round(float(np.nanmean(hours[day])), 2)
        for day in range(0, _YEAR, _WEEK)
        if not np.isnan(hours[day]).all()
    }


def alarms_of(hive: BuiltHive, now: datetime) -> tuple[Alarm, ...]:
    """What a hive's sensors warn of."""
    devices = list(hive.devices.all())
    if not devices:
        return ()
    today = now.astimezone(UTC).date()
    first = today - timedelta(days=_LATELY - 1)
    plan = plan_of(hive)
    visited = set()
    for at, zone in hive.visits.filter(at__gte=first.isoformat()).values_list("at", "entry__zone_minutes"):
        moment = datetime.fromisoformat(at) - timedelta(minutes=zone or 0)
        visited.add((moment.date() - first).days * HOURS + moment.hour)
    kinds = set(ReadingDay.objects.filter(device__in=devices, day__gte=first).values_list("kind", flat=True))
    return alarms(
        Lately(
            first=first.toordinal(),
            mean={kind: hourly(hive, kind, first, _LATELY) for kind in kinds},
            brood=has_brood(plan, first.toordinal(), _LATELY),
            visited=frozenset(visited),
            last_minutes={
                device.name: (now - device.last_at).total_seconds() / 60
                for device in devices
                if device.last_at is not None
            },
        )
    )


def planned_line(
    hive: BuiltHive, kind: str, first: date, last: date, at: Floats, values: Floats
) -> dict[int, float] | None:
    """What the plan expects beside readings, by days from the first.

    A hive's weight by its stores, and the weather that its year is planned for; none of others.
    """
    plan, built = plan_of(hive), validate_hive(hive.document)
    if kind == "outside":
        means = weather_of(in_climate(built, hive.yard.climate).season or Season()).weekly_c
        days = range((last - first).days + 1)
        return {day: means[day_of_year(first.toordinal() + day)] for day in days}
    if kind != "weight" or plan is None:
        return None
    return planned_kg(built, plan, first.toordinal(), (last - first).days + 1, int(at[0]), float(values[0]))
