"""What a hive's sensors warn of: each with what to do, and none that means nothing."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

import numpy as np

from sabaka_core.base.dates import iso
from sabaka_core.base.quantity import Value
from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.tables import table
from sabaka_core.learning.readings import HOURS
from sabaka_core.winter.physics import dew_point_c, saturation_pa


class Alarm(Value):
    """One thing that is wrong: since when (as 2026-05-26T14), in words, what to do, how grave."""

    kind: str
    since: str
    words: str
    todo: str
    grave: bool


@dataclass(frozen=True)
class Lately:
    """The last days of a hive's readings.

    Attributes:
        first: the first day [ordinal]; hours are counted from its midnight.
        mean: hourly means by kind, not a number where nothing was read.
        brood: whether there should be brood, by days from the first.
        visited: the hours in which somebody was there.
        last_minutes: how long ago each device sent last, by its name [minutes].
    """

    first: int
    mean: Mapping[str, Floats]
    brood: tuple[bool, ...]
    visited: frozenset[int]
    last_minutes: Mapping[str, float]


def alarms(lately: Lately) -> tuple[Alarm, ...]:
    """All that is wrong, the gravest first."""
    found = [*_cold(lately), *_lost(lately), *_dew(lately), *_silent(lately)]
    return tuple(sorted(found, key=lambda each: (not each.grave, each.since)))


def _hour(lately: Lately, hour: int) -> str:
    return f"{iso(lately.first + hour // HOURS)}T{hour % HOURS:02}"


def _near_visit(lately: Lately, hour: int) -> bool:
    return any(each in lately.visited for each in (hour - 1, hour, hour + 1))


def _cold(lately: Lately) -> Iterator[Alarm]:
    """A brood nest that has been too cold for hours, till now."""
    inside = lately.mean.get("inside")
    if inside is None:
        return
    rows = table("learning")
    limit, hours = rows["brood_cold"].number, int(rows["brood_cold_hours"].number)
    read = [hour for hour in range(len(inside)) if not np.isnan(inside[hour])]
    cold: list[int] = []
    for hour in reversed(read):
        if inside[hour] >= limit or not lately.brood[hour // HOURS] or _near_visit(lately, hour):
            break
        cold.append(hour)
    if len(cold) >= hours:
        yield Alarm(
            kind="brood-cold",
            since=_hour(lately, cold[-1]),
            words=f"The brood nest is at {inside[cold[0]]:.1f} °C, under {limit:g} °C for {len(cold)} hours.",
            todo="Watch the entrance: do they fly, do they bring pollen? Let a follower up to the bees and narrow the "
            "entrance. Is the probe still between brood combs? Open it on a warm day only.",
            grave=True,
        )


def _lost(lately: Lately) -> Iterator[Alarm]:
    """Weight that went within hours, or in a day, and nobody was there."""
    weight = lately.mean.get("weight")
    if weight is None:
        return
    rows = table("learning")
    most, hours = rows["weight_lost"].number, int(rows["weight_lost_hours"].number)
    tared = rows["tared"].number
    for hour in range(len(weight) - 1, hours - 1, -1):
        lost = weight[hour - hours] - weight[hour]
        if np.isnan(lost) or lost < most or any(_near_visit(lately, each) for each in range(hour - hours, hour + 1)):
            continue
        if lost > tared:
            yield Alarm(
                kind="scale-jumped",
                since=_hour(lately, hour),
                words=f"The scale says {lost:.1f} kg less within {hours} hours: no bees do that.",
                todo="Was it tared, knocked, or was something taken off? Look whether the hive stands. Nothing is "
                "learned from that step.",
                grave=True,
            )
        else:
            yield Alarm(
                kind="weight-lost",
                since=_hour(lately, hour),
                words=f"The hive lost {lost:.1f} kg within {hours} hours.",
                todo="A swarm, most likely: look in the trees about, and into the bait boxes. In a dearth look for "
                "robbers at the entrance, and narrow it.",
                grave=True,
            )
        return


def _dew(lately: Lately) -> Iterator[Alarm]:
    """Air in the hive that dews on its walls, now."""
    inside, humid, outside = (lately.mean.get(kind) for kind in ("inside", "humidity", "outside"))
    if inside is None or humid is None or outside is None:
        return
    share = table("learning")["wall_share"].number
    for hour in range(len(inside) - 1, max(len(inside) - HOURS, 0), -1):
        if np.isnan(inside[hour] + humid[hour] + outside[hour]):
            continue
        wall = outside[hour] + share * (inside[hour] - outside[hour])
        dew = dew_point_c(float(humid[hour]) / 100 * saturation_pa(float(inside[hour])))
        if dew >= wall:
            yield Alarm(
                kind="dew",
                since=_hour(lately, hour),
                words=f"Its air dews at {dew:.0f} °C, and the walls are at some {wall:.0f} °C: they are wet.",
                todo="Water on the walls is the bees’ to use; dripping on them isn’t. Insulate the top more than the "
                "sides, and look that the floor drains.",
                grave=False,
            )
        return


def _silent(lately: Lately) -> Iterator[Alarm]:
    limit = table("learning")["silent_hours"].number
    for name, minutes in lately.last_minutes.items():
        if minutes > limit * 60:
            yield Alarm(
                kind="silent",
                since="",
                words=f"“{name}” has been silent for {minutes / 60:.0f} hours.",
                todo="Battery, network, or the hive has moved: look at the device.",
                grave=False,
            )
