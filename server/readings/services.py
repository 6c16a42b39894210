"""Changes of readings: devices with their keys, readings taken in, old ones thinned to their hours."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, timedelta
from hashlib import sha256
from secrets import token_urlsafe
from uuid import UUID

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.kit.tables import table
from sabaka_core.learning.readings import (
    HOUR_MINUTES,
    ReadingKind,
    ReadingUnit,
    Refused,
    hours_of,
    in_our_unit,
    pack_points,
    unpack_points,
)
from server.readings.models import Device, ReadingDay
from server.yard.models import BuiltHive, Member
from server.yard.selectors import hive_of, role_in

# What is read on which day; and the readings of one such day, by their minute: their place among those that came, their
# value.
_KindDay = tuple[str, date]
_Points = dict[int, tuple[int, float]]

MOST_DEVICES = 20
_CLOSE = 1e-3


def make_device(user: User, hive_id: UUID, name: str) -> tuple[Device, str]:
    """A device at a hive, and its key, which is shown this once.

    Raises:
        Http404: no such hive for this member.
        InfeasibleError: this member is no keeper.
        ParameterError: a name that can't be, or too many devices.
    """
    hive = hive_of(user, hive_id)
    keeps(user, hive)
    name = name.strip()
    if not 1 <= len(name) <= 80:
        raise ParameterError("name", name, "Between 1 and 80 letters.", "bad-name")
    if hive.devices.count() >= MOST_DEVICES:
        raise ParameterError("name", name, f"{MOST_DEVICES} devices at one hive: no more.", "too-many-devices")
    key = token_urlsafe(24)
    device = Device.objects.create(hive=hive, name=name, key_hash=_hash(key), key_end=key[-4:])
    return device, key


def unkeyed_device(hive: BuiltHive, name: str) -> Device:
    """A device at a hive whose key nobody was told."""
    return Device.objects.create(hive=hive, name=name, key_hash=_hash(token_urlsafe(24)), key_end="")


def renew_key(user: User, hive_id: UUID, device_id: UUID) -> tuple[Device, str]:
    """A new key for a device; the one before opens nothing from then on.

    Raises:
        Http404: no such device for this member.
        InfeasibleError: this member is no keeper.
    """
    device = device_of(user, hive_id, device_id)
    keeps(user, device.hive)
    key = token_urlsafe(24)
    device.key_hash, device.key_end = _hash(key), key[-4:]
    device.save(update_fields=["key_hash", "key_end"])
    return device, key


def drop_device(user: User, hive_id: UUID, device_id: UUID) -> None:
    """Takes a device away with its readings.

    Raises:
        Http404: no such device for this member.
        InfeasibleError: this member is no keeper.
    """
    device = device_of(user, hive_id, device_id)
    keeps(user, device.hive)
    device.delete()


def device_of(user: User, hive_id: UUID, device_id: UUID) -> Device:
    """One device at a hive of one's yards.

    Raises:
        Http404: there is none for this member.
    """
    device = hive_of(user, hive_id).devices.filter(id=device_id).first()
    if device is None:
        raise Http404
    return device


def device_by(key: str) -> Device | None:
    """The device that a key is of."""
    return Device.objects.select_related("hive").filter(key_hash=_hash(key)).first() if key else None


def _hash(key: str) -> str:
    return sha256(key.encode()).hexdigest()


def keeps(user: User, hive: BuiltHive) -> None:
    """Makes sure that somebody is a keeper of a hive's yard.

    Raises:
        InfeasibleError: he isn't.
    """
    if role_in(user, hive.yard) != Member.Role.KEEPER:
        raise InfeasibleError("Only a keeper of this yard sets devices up.")


@dataclass(frozen=True)
class Read:
    """One reading as it came: its moment, what it is of, how much, in which unit."""

    at: datetime
    kind: ReadingKind
    value: float
    unit: ReadingUnit = ""


@dataclass
class Taken:
    """What became of readings: kept, there before, refused with the place of each among them."""

    kept: int = 0
    again: int = 0
    refused: list[tuple[int, Refused]] = field(default_factory=list)


@transaction.atomic
def take_in(device: Device, readings: Sequence[Read], now: datetime) -> Taken:
    """Takes readings in, each once; one that can't be is refused, and the others are kept.

    Raises:
        ParameterError: more at once than are taken.
    """
    most = int(table("learning")["readings_a_call"].number)
    if len(readings) > most:
        raise ParameterError(
            "readings", len(readings), f"At most {most} readings a call: send them in parts.", "too-many"
        )
    Device.objects.select_for_update().get(pk=device.pk)
    taken = Taken()
    days: dict[_KindDay, _Points] = defaultdict(dict)
    latest = device.last_at
    ahead = now + timedelta(minutes=table("yard")["clock_ahead"].number)
    for number, each in enumerate(readings):
        at = each.at.replace(tzinfo=UTC) if each.at.tzinfo is None else each.at.astimezone(UTC)
        value = _judged(each, at, ahead, device.hive)
        if isinstance(value, Refused):
            taken.refused.append((number, value))
            continue
        minute = at.hour * HOUR_MINUTES + at.minute
        there = days[each.kind, at.date()]
        if minute in there:
            _twice(taken, number, there[minute][1], value)
            continue
        there[minute] = (number, value)
        latest = at if latest is None else max(latest, at)
    _put(device, days, taken)
    if latest is not None and latest != device.last_at:
        Device.objects.filter(pk=device.pk).update(last_at=latest)
    return taken


def take_in_parts(device: Device, readings: Sequence[Read], now: datetime) -> Taken:
    """Takes any number of readings in, in parts."""
    most, all_ = int(table("learning")["readings_a_call"].number), Taken()
    for start in range(0, len(readings), most):
        part = take_in(device, readings[start : start + most], now)
        all_.kept, all_.again = all_.kept + part.kept, all_.again + part.again
        all_.refused += [(start + number, why) for number, why in part.refused]
    return all_


def _judged(each: Read, at: datetime, ahead: datetime, hive: BuiltHive) -> float | Refused:
    if at > ahead:
        return Refused("at", "That is in the future: the device’s clock is wrong.", "future-reading")
    if at.date() < hive.built_on - timedelta(days=1):
        return Refused("at", "The hive didn’t stand by then: the device’s clock is wrong.", "before-built")
    return in_our_unit(each.kind, each.value, each.unit)


def _twice(taken: Taken, number: int, first: float, value: float) -> None:
    if abs(first - value) <= _CLOSE:
        taken.again += 1
    else:
        reason = f"There is a reading of that minute already, {first:g}: it stays."
        taken.refused.append((number, Refused("value", reason, "twice")))


def _put(device: Device, days: Mapping[_KindDay, _Points], taken: Taken) -> None:
    """Puts readings to those of their day that are there; with a new day the oldest goes to its hours."""
    asked = device.days.filter(kind__in={kind for kind, _ in days}, day__in={day for _, day in days})
    there = {(row.kind, row.day): row for row in asked}
    new, more = [], []
    for (kind, day), points in days.items():
        row = there.get((kind, day))
        if row is None:
            values = {minute: value for minute, (_, value) in points.items()}
            taken.kept += len(values)
            new.append(_filled(ReadingDay(device=device, kind=kind, day=day), values))
        elif all_ := _beside(row, points, taken):
            more.append(_filled(row, all_))
    ReadingDay.objects.bulk_create(new)
    ReadingDay.objects.bulk_update(more, ["points", "hours"], batch_size=100)
    if new:
        thin_old(timezone.localdate(), device)


def _beside(row: ReadingDay, points: _Points, taken: Taken) -> dict[int, float] | None:
    """All readings of a day with those that came; nothing where none of them is new."""
    minutes, values = unpack_points(bytes(row.points))
    there = {int(minute): float(value) for minute, value in zip(minutes, values, strict=True)}
    if not there:
        reason = Refused("at", "That day is older than raw readings are kept.", "too-old")
        taken.refused += [(number, reason) for number, _ in points.values()]
        return None
    new = {minute: value for minute, (_, value) in points.items() if minute not in there}
    for minute, (number, value) in points.items():
        if minute in there:
            _twice(taken, number, there[minute], value)
    taken.kept += len(new)
    return there | new if new else None


def _filled(row: ReadingDay, values: dict[int, float]) -> ReadingDay:
    row.points, row.hours = pack_points(values), hours_of(list(values), list(values.values())).pack()
    return row


def thin_old(today: date, device: Device | None = None) -> int:
    """Drops raw readings, of one device or of all, that are older than they are kept; their hours stay.

    Returns:
        How many days were thinned.
    """
    since = today - timedelta(days=settings.RAW_DAYS or table("learning")["raw_days"].number)
    old = ReadingDay.objects.filter(day__lt=since)
    return (old if device is None else old.filter(device=device)).exclude(points=b"").update(points=b"")
