"""Readings as a table: CSV out, and CSV in."""

from __future__ import annotations

import csv
import io
from datetime import UTC, datetime, time, timedelta

import numpy as np

from sabaka_core import ParameterError
from sabaka_core.learning.readings import HOURS, KINDS, HourOf, ReadingKind, ReadingUnit, unpack_points
from server.readings.models import Device, ReadingDay
from server.readings.services import Read, Taken, take_in_parts
from server.yard.models import BuiltHive

COLUMNS = ("at", "device", "kind", "value", "unit")
_UNITS: dict[str, ReadingUnit] = {"weight": "kg", "inside": "C", "outside": "C", "humidity": "%"}
_MOST_BYTES = 2_000_000


def write(hive: BuiltHive) -> str:
    """A hive's readings, a line each, in universal time."""
    to = io.StringIO()
    rows = csv.writer(to, lineterminator="\r\n")
    rows.writerow(COLUMNS)
    for day in ReadingDay.objects.filter(device__hive=hive).select_related("device").order_by("day", "device", "kind"):
        midnight = datetime.combine(day.day, time(), UTC)
        for minute, value in _points(day):
            at = (midnight + timedelta(minutes=minute)).strftime("%Y-%m-%dT%H:%MZ")
            name = day.device.name
            rows.writerow((at, f"'{name}" if name[:1] in "=+-@" else name, day.kind, f"{value:.6g}", _UNITS[day.kind]))
    return to.getvalue()


def _points(day: ReadingDay) -> list[tuple[int, float]]:
    if day.points:
        minutes, values = unpack_points(bytes(day.points))
        return [(int(minute), float(value)) for minute, value in zip(minutes, values, strict=True)]
    mean = HourOf.packed(bytes(day.hours)).mean
    return [(hour * 60 + 30, float(mean[hour])) for hour in range(HOURS) if not np.isnan(mean[hour])]


def take_in(device: Device, file: bytes, now: datetime, most: int = _MOST_BYTES) -> Taken:
    """Takes a table of readings in; columns in any order, at, kind and value at least.

    Raises:
        ParameterError: it is no such table; its line is named.
    """
    if len(file) > most:
        raise ParameterError("file", f"{len(file)} bytes", "At most 2 MB a file: send it in parts.", "too-large")
    try:
        lines = csv.DictReader(io.StringIO(file.decode("utf-8-sig")))
        missing = [name for name in ("at", "kind", "value") if name not in (lines.fieldnames or ())]
        if missing:
            raise ParameterError("file", missing[0], f"There is no column “{missing[0]}”.", "no-column")
        reads = [_read(line, number) for number, line in enumerate(lines, 2)]
    except (UnicodeDecodeError, csv.Error) as error:
        raise ParameterError("file", "", "That is no table in CSV.", "no-table") from error
    return take_in_parts(device, reads, now)


def _read(line: dict[str, str | None], number: int) -> Read:
    kind, unit = (line["kind"] or "").strip(), (line.get("unit") or "").strip()
    try:
        at = datetime.fromisoformat((line["at"] or "").strip())
        value = float((line["value"] or "").replace(",", "."))
    except ValueError:
        raise ParameterError(f"file/{number}", str(line), f"Line {number} can’t be read.", "bad-line") from None
    if kind not in KINDS or unit not in ("", "kg", "lb", "C", "F", "%") or not np.isfinite(value):
        reason = f"Line {number}: {', '.join(KINDS)} are read, in kg, lb, C, F or %."
        raise ParameterError(f"file/{number}", kind, reason, "bad-line")
    known: ReadingKind = next(each for each in KINDS if each == kind)
    return Read(at, known, value, unit)  # type: ignore[arg-type]
