"""Readings of sensors: what can be one, hours out of them, and lines that a screen can show."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal, get_args

import numpy as np

from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.tables import table

ReadingKind = Literal["weight", "inside", "outside", "humidity"]
KINDS: tuple[ReadingKind, ...] = get_args(ReadingKind)
ReadingUnit = Literal["", "kg", "lb", "C", "F", "%"]
_OF: dict[ReadingKind, tuple[str, ...]] = {
    "weight": ("kg", "lb"),
    "inside": ("C", "F"),
    "outside": ("C", "F"),
    "humidity": ("%",),
}
_POUND_KG = 0.45359237
HOURS, HOUR_MINUTES, DAY_MINUTES = 24, 60, 1440


@dataclass(frozen=True)
class Refused:
    """Why a reading can't be one, and at which field."""

    field: str
    reason: str
    code: str


def in_our_unit(kind: ReadingKind, value: float, unit: ReadingUnit = "") -> float | Refused:
    """A reading in our own unit, or why it can't be one.

    Args:
        unit: as the device says it; ours where it says none.
    """
    if unit and unit not in _OF[kind]:
        return Refused("unit", f"{kind} isn’t read in {unit}: {' or '.join(_OF[kind])}.", "wrong-unit")
    ours = value * _POUND_KG if unit == "lb" else (value - 32) * 5 / 9 if unit == "F" else value
    low, high = table("yard")[f"read_{kind}"].span
    if low <= ours <= high:
        return ours
    hint = ""
    if unit == "" and kind in ("inside", "outside") and low <= (value - 32) * 5 / 9 <= high:
        hint = f" It looks like °F: that would be {(value - 32) * 5 / 9:.1f} °C; say “unit”: “F”."
    return Refused("value", f"{value:g} lies beyond {low:g} to {high:g}.{hint}", "out-of-range")


@dataclass(frozen=True)
class HourOf:
    """An hour of a day: least, mean and greatest; not a number where nothing was read. Rows are the hours."""

    least: Floats
    mean: Floats
    most: Floats

    @classmethod
    def packed(cls, data: bytes) -> HourOf:
        """Hours as they were packed."""
        rows = np.frombuffer(data, dtype="<f4").reshape(3, HOURS).astype(float)
        return cls(rows[0], rows[1], rows[2])

    def pack(self) -> bytes:
        """A day's hours in bytes."""
        return np.stack([self.least, self.mean, self.most]).astype("<f4").tobytes()


def hours_of(minutes: Sequence[int], values: Sequence[float]) -> HourOf:
    """The hours of one day's readings; ``minutes`` are of the day, in any order."""
    hour = np.asarray(minutes) // HOUR_MINUTES
    value = np.asarray(values, dtype=float)
    least, mean, most = (np.full(HOURS, np.nan) for _ in range(3))
    for each in np.unique(hour):
        there = value[hour == each]
        least[each], mean[each], most[each] = there.min(), there.mean(), there.max()
    return HourOf(least, mean, most)


def pack_points(points: dict[int, float]) -> bytes:
    """A day's readings in bytes: minutes of the day and values, in order."""
    ordered = sorted(points.items())
    minutes = np.array([minute for minute, _ in ordered], dtype="<u2")
    return minutes.tobytes() + np.array([value for _, value in ordered], dtype="<f4").tobytes()


def unpack_points(data: bytes) -> tuple[Floats, Floats]:
    """Minutes of the day, and values."""
    count = len(data) // 6
    minutes = np.frombuffer(data[: 2 * count], dtype="<u2").astype(float)
    return minutes, np.frombuffer(data[2 * count :], dtype="<f4").astype(float)


def thinned(times: Floats, values: Floats, most: int | None = None) -> tuple[Floats, Floats]:
    """A line of at most so many points that still has its peaks: least and greatest of every stretch, in their order.

    Args:
        times: rising.
        most: :data:`most_points` of the table where none is said.
    """
    most = int(table("learning")["most_points"].number) if most is None else most
    if len(times) <= most:
        return times, values
    stretches = np.array_split(np.arange(len(times)), max(most // 2, 1))
    kept = sorted({int(each[index(values[each])]) for each in stretches for index in (np.argmin, np.argmax)})
    return times[kept], values[kept]


def evened(days: Sequence[int], kg: Sequence[float], visited: frozenset[int]) -> dict[int, float]:
    """Daily weights with the steps taken out that no bees made: a scale tared, honey taken, a super set on.

    In place of such a step stands what came or went on the days about it.

    Args:
        days, kg: a weight for each day, in order.
        visited: days whose weight shows for the first time what somebody did.
    """
    if not days:
        return {}
    most = table("learning")["tared"].number
    changes = np.diff(np.array(kg, dtype=float))
    sound = np.array([abs(by) <= most and day not in visited for day, by in zip(days[1:], changes, strict=True)])
    if sound.any():
        places = np.arange(len(changes))
        changes[~sound] = np.interp(places[~sound], places[sound], changes[sound])
    else:
        changes[:] = 0.0
    return dict(zip(days, (kg[0] + np.concatenate([[0.0], np.cumsum(changes)])).tolist(), strict=True))
