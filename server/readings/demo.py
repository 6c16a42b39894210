"""The sensors of Saltmarsh Row: a scale and thermometers at one hive, silent since this morning."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta

from django.contrib.auth.models import User

from sabaka_core import validate_hive
from sabaka_core.learning.simulated import simulated
from sabaka_core.learning.story import planner_of
from server.readings.models import Device
from server.readings.services import Read, make_device, take_in_parts
from server.yard.models import BuiltHive

HIVE, _DAYS, _EVERY, _SILENT = "Bowline", 120, 30, timedelta(hours=9)
_YEAR = 365


def load_sensors(keeper: User, now: datetime) -> int:
    """The demo's sensors, once.

    Returns:
        How many readings were kept; none where there is a device already.
    """
    hive = BuiltHive.objects.filter(name=HIVE, yard__members__user=keeper).first()
    if hive is None or hive.devices.exists():
        return 0
    device, _ = make_device(keeper, hive.pk, "scale under the stand")
    return readings_of(device, now - _SILENT, _DAYS, _EVERY)


def readings_of(device: Device, now: datetime, back: int, every: int) -> int:
    """Simulated readings of a device up to a moment, so many days back, every so many minutes; how many were kept."""
    hive, today = device.hive, now.date()
    rows = planner_of(validate_hive(hive.document), today.isoformat()).run().days
    by_day = {(row.day - rows[0].day) % _YEAR: row for row in rows}
    days = range(today.toordinal() - back, today.toordinal() + 1)
    ahead = [replace(by_day[(day - rows[0].day) % _YEAR], day=day) for day in days]
    until = now.astimezone(UTC)
    reads = [
        Read(datetime.fromisoformat(sent.at), sent.kind, sent.value)
        for part in simulated(ahead, 7, every)
        for sent in part
    ]
    return take_in_parts(device, [each for each in reads if each.at <= until], now).kept
