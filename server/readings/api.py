"""Calls on readings: devices send them, members look at them, and at what they teach."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, datetime, timedelta
from typing import Annotated, Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Router, Schema
from ninja.security import APIKeyHeader
from pydantic import Field, ValidationError

from sabaka_core.base.dates import ordinal
from sabaka_core.document.load import refusal_of
from sabaka_core.document.season import Day
from sabaka_core.drawing.readings import readings_chart
from sabaka_core.kit.chart import Chart
from sabaka_core.learning.alarms import Alarm
from sabaka_core.learning.readings import KINDS, ReadingKind, ReadingUnit
from server.auth import keeper_of, keeper_only
from server.problems import REFUSALS
from server.readings import services, table
from server.readings.learning import LearnedOut, TaughtOut, learned_of, take_taught, taught
from server.readings.models import Device
from server.readings.selectors import alarms_of, line, planned_line
from server.yard.asked import day_asked, written
from server.yard.models import BuiltHive
from server.yard.selectors import hive_of, yard_of

MOST_DAYS = 2000


class ByKey(APIKeyHeader):
    """A device is known by its key."""

    param_name = "X-Sabaka-Key"

    def authenticate(self, request: HttpRequest, key: str | None) -> Device | None:
        return services.device_by(key or "")


incoming = Router(auth=ByKey())
router = Router(auth=keeper_only)
designs = Router(auth=keeper_only)
yards = Router(auth=keeper_only)


class ReadingIn(Schema):
    """One reading: when, in universal time where no zone is said; of what; how much; in which unit, if not ours."""

    at: datetime
    kind: ReadingKind
    value: Annotated[float, Field(allow_inf_nan=False)]
    unit: ReadingUnit = ""


class ReadingsIn(Schema):
    """Readings of one device."""

    readings: Annotated[list[ReadingIn], Field(max_length=20_000)]


class RefusedOut(Schema):
    """A reading that wasn't kept: which of those sent, at which field, why."""

    number: int
    field: str
    reason: str
    code: str


class ReadingsTaken(Schema):
    """What became of readings."""

    kept: int
    again: int
    refused: list[RefusedOut]


class DeviceOut(Schema):
    """A device: what it is called, the last letters of its key, when it sent last."""

    id: UUID
    name: str
    key_end: str
    last_at: str


class DeviceKey(DeviceOut):
    """A device with its key, which is shown this once."""

    key: str


class DeviceIn(Schema):
    """A new device."""

    name: Annotated[str, Field(max_length=200)]


class ReadingsOut(Schema):
    """Charts of a hive's readings, and its devices."""

    devices: list[DeviceOut]
    charts: list[Chart]


class AlarmOut(Alarm):
    """What the sensors of a hive warn of, and which hive it is."""

    hive: UUID
    name: str


class LearnsIn(Schema):
    """Whether a hive's plan learns."""

    on: bool


def told(taken: services.Taken) -> ReadingsTaken:
    """What became of readings, as it is answered."""
    return ReadingsTaken(
        kept=taken.kept,
        again=taken.again,
        refused=[
            RefusedOut(number=number, field=why.field, reason=why.reason, code=why.code)
            for number, why in taken.refused[:200]
        ],
    )


@incoming.post("/", response={200: ReadingsTaken, **REFUSALS})
def take_in(request: HttpRequest) -> ReadingsTaken:
    """Readings from a device, as ReadingsIn says: each kept once, those that can't be named, the others kept."""
    device: Any = request.auth  # type: ignore[attr-defined]
    try:
        # Not by the bounds of a design: a week of sensors is a longer list than any hive has.
        payload = ReadingsIn.model_validate_json(request.body)
    except ValidationError as error:
        raise refusal_of(error) from None
    reads = [services.Read(each.at, each.kind, each.value, each.unit) for each in payload.readings]
    return told(services.take_in(device, reads, timezone.now()))


def _device(device: Device) -> DeviceOut:
    last = device.last_at.isoformat() if device.last_at is not None else ""
    return DeviceOut(id=device.pk, name=device.name, key_end=device.key_end, last_at=last)


@router.get("/{ident}/readings", response={200: ReadingsOut, **REFUSALS})
def readings(request: HttpRequest, ident: UUID, first: Day | None = None, last: Day | None = None) -> HttpResponse:
    """A hive's readings on charts, of the last two weeks where no days are said."""
    hive = hive_of(keeper_of(request), ident)
    until = day_asked(last)
    since = date.fromordinal(ordinal(first, "first")) if first is not None else until - timedelta(days=14)
    since = max(since, until - timedelta(days=MOST_DAYS))
    return written(
        ReadingsOut(devices=[_device(each) for each in hive.devices.all()], charts=_charts(hive, since, until))
    )


def _charts(hive: BuiltHive, since: date, until: date) -> list[Chart]:
    found = []
    for kind in KINDS:
        at, values = line(hive, kind, since, until)
        if len(at):
            planned = planned_line(hive, kind, since, until, at, values)
            days = (until - since).days + 1
            found.append(readings_chart(kind, since.toordinal(), days, at, values, planned))
    return found


@router.get("/{ident}/alarms", response={200: list[AlarmOut], **REFUSALS})
def hive_alarms(request: HttpRequest, ident: UUID) -> list[AlarmOut]:
    """What the sensors of a hive warn of."""
    return _alarms([hive_of(keeper_of(request), ident)])


@yards.get("/{ident}/alarms", response={200: list[AlarmOut], **REFUSALS})
def yard_alarms(request: HttpRequest, ident: UUID) -> list[AlarmOut]:
    """What the sensors of a yard's hives warn of."""
    yard = yard_of(keeper_of(request), ident)
    return _alarms(yard.hives.filter(devices__isnull=False).distinct().order_by("name"))


def _alarms(hives: Iterable[BuiltHive]) -> list[AlarmOut]:
    now = timezone.now()
    return [
        AlarmOut(hive=hive.pk, name=hive.name, **alarm.model_dump()) for hive in hives for alarm in alarms_of(hive, now)
    ]


@router.get("/{ident}/readings.csv")
def readings_csv(request: HttpRequest, ident: UUID) -> HttpResponse:
    """A hive's readings as a table: raw ones where they are kept, means of hours before."""
    hive = hive_of(keeper_of(request), ident)
    answer = HttpResponse(table.write(hive), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="{slugify(hive.name) or "hive"}-readings.csv"'
    return answer


@router.post("/{ident}/devices/{device}/readings", response={200: ReadingsTaken, **REFUSALS})
def bring(request: HttpRequest, ident: UUID, device: UUID) -> ReadingsTaken:
    """Bring a table of readings, sent as a file, in for a device."""
    user = keeper_of(request)
    found = services.device_of(user, ident, device)
    services.keeps(user, found.hive)
    return told(table.take_in(found, request.body, timezone.now()))


@router.post("/{ident}/devices", response={200: DeviceKey, **REFUSALS})
def make_device(request: HttpRequest, ident: UUID, payload: DeviceIn) -> DeviceKey:
    """Set a device up at a hive; its key is told this once."""
    device, key = services.make_device(keeper_of(request), ident, payload.name)
    return DeviceKey(**_device(device).model_dump(), key=key)


@router.post("/{ident}/devices/{device}/key", response={200: DeviceKey, **REFUSALS})
def renew_key(request: HttpRequest, ident: UUID, device: UUID) -> DeviceKey:
    """A new key for a device; the one before opens nothing any more."""
    found, key = services.renew_key(keeper_of(request), ident, device)
    return DeviceKey(**_device(found).model_dump(), key=key)


@router.delete("/{ident}/devices/{device}", response={204: None, **REFUSALS})
def drop_device(request: HttpRequest, ident: UUID, device: UUID) -> HttpResponse:
    """Take a device away with its readings."""
    services.drop_device(keeper_of(request), ident, device)
    return HttpResponse(status=204)


@router.get("/{ident}/learned", response={200: LearnedOut, **REFUSALS})
def learned(request: HttpRequest, ident: UUID, today: Day | None = None) -> HttpResponse:
    """What a hive taught up to the day that it is where one asks."""
    user = keeper_of(request)
    return written(learned_of(user, hive_of(user, ident), day_asked(today)))


@router.post("/{ident}/learns", response={204: None, **REFUSALS})
def learns(request: HttpRequest, ident: UUID, payload: LearnsIn) -> HttpResponse:
    """Say whether a hive's plan learns from its visits."""
    user = keeper_of(request)
    hive = hive_of(user, ident)
    services.keeps(user, hive)
    hive.learns = payload.on
    hive.save(update_fields=["learns"])
    return HttpResponse(status=204)


@designs.get("/{ident}/taught", response={200: TaughtOut, **REFUSALS})
def taught_by(request: HttpRequest, ident: UUID, today: Day | None = None) -> TaughtOut:
    """What the hives that were built from a design taught of it."""
    return taught(keeper_of(request), ident, day_asked(today))


@designs.post("/{ident}/taught", response={204: None, **REFUSALS})
def take_it(request: HttpRequest, ident: UUID, today: Day | None = None) -> HttpResponse:
    """Start the next version of a design from what its hives taught."""
    take_taught(keeper_of(request), ident, day_asked(today))
    return HttpResponse(status=204)
