"""Simulated sensors: what a hive's scale and thermometers would say through a year of its plan.

They have what real ones have: noise, drift, hours without a network, a clock that jumps, a swarm that leaves.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import cos, pi

import numpy as np

from sabaka_core.base.dates import iso
from sabaka_core.kit.tables import table
from sabaka_core.learning.readings import DAY_MINUTES, ReadingKind
from sabaka_core.season.planned import DayRow

# An empty hive with its stand [kg]; the warmest hour, and how far a day swings about its mean [°C].
_EMPTY_KG = 22.0
_WARMEST, _SWING_C = 15.0, 5.0
_BROOD_C, _BROOD_CELLS = 34.7, 400.0
_SWARM_KG, _SWARM_MINUTE = 2.2, 13 * 60
_DRIFT_KG, _NOISE_KG, _NOISE_C, _NOISE_SHARE = 0.002, 0.04, 0.2, 1.5
# How often hours are missed, and a clock jumps.
_GAPS, _JUMPS = 0.06, 0.01


@dataclass(frozen=True)
class Simulated:
    """One reading as a device sends it: when, by its own clock, in universal time."""

    at: str
    kind: ReadingKind
    value: float


def simulated(
    rows: Sequence[DayRow], seed: int, every_minutes: int = 10, swarm_on: int | None = None
) -> Iterator[list[Simulated]]:
    """A year's readings, a day at a time.

    Args:
        rows: the days of a plan.
        swarm_on: on which day a swarm leaves [ordinal]; on none where none is said.
    """
    dice = np.random.default_rng(seed)
    for number, row in enumerate(rows):
        gone = swarm_on is not None and row.day > swarm_on
        yield _day(row, number, dice, every_minutes, gone, row.day == swarm_on)


def _day(row: DayRow, number: int, dice: np.random.Generator, every: int, gone: bool, swarms: bool) -> list[Simulated]:
    said = iso(row.day)
    if dice.random() < _JUMPS:
        # A clock that lost its battery begins again.
        said = f"2000-01-{1 + number % 28:02}"
    missed = {hour for hour in range(24) if dice.random() < _GAPS}
    found: list[Simulated] = []
    still = (
        _EMPTY_KG + row.honey_kg + row.nectar_kg + row.bees * table("learning")["bee_kg"].number + number * _DRIFT_KG
    )
    for minute in range(0, DAY_MINUTES, every):
        if minute // 60 in missed:
            continue
        outside = row.temperature_c + _SWING_C * cos((minute / 60 - _WARMEST) / 24 * 2 * pi)
        brood = row.brood_cells > _BROOD_CELLS
        inside = _BROOD_C if brood else max(outside + 12.0, 8.0)
        off = _SWARM_KG if gone or (swarms and minute >= _SWARM_MINUTE) else 0.0
        at = f"{said}T{minute // 60:02}:{minute % 60:02}Z"
        noise = dice.normal(size=4)
        found += [
            Simulated(at, "weight", round(float(still - off + noise[0] * _NOISE_KG), 3)),
            Simulated(at, "inside", round(float(inside + noise[1] * _NOISE_C), 2)),
            Simulated(at, "outside", round(float(outside + noise[2] * _NOISE_C), 2)),
            Simulated(at, "humidity", round(float(np.clip(62.0 + noise[3] * _NOISE_SHARE, 0, 100)), 1)),
        ]
    return found
