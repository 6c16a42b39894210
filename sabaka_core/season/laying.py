"""Laying through the year: the published curve, moved to where a hive stands.

``s(t) = max(1 − 1/(1 + x₁·e^(−2t/x₂)), 1/(1 + x₃·e^(−2(t − x₄)/x₅)))``, t the day of the year; what is laid is the peak
times ``1 − s``. Source: Schmickl and Crailsheim 2007, for central Europe; quoted from memory.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import exp
from typing import Any, Generic

import numpy as np

from sabaka_core.base.dates import YEAR
from sabaka_core.season.maths import NUMBERS, Maths, N, N_co

HALF_YEAR = 182
_HALF_MONTH = 15


@dataclass(frozen=True)
class YearOfLaying(Generic[N_co]):
    """A year's laying, by day of the year: of one year, or of many.

    Attributes:
        share: part of the peak that is laid, 0 to 1.
        autumn: whether midsummer is past, and what emerges may be bees of the winter.
        spring: how far the year has opened since new year: what wears bees of the winter out.
    """

    share: Sequence[N_co]
    autumn: Sequence[Any]
    spring: Sequence[N_co]


def curve(day: float, c: dict[str, float], spring: float = 0.0, autumn: float = 0.0) -> float:
    """What the season holds back on a day of the year (from 1), 0 to 1; spring and autumn so many days later."""
    up = 1 - 1 / (1 + c["season_x1"] * exp(-2 * (day - spring) / c["season_x2"]))
    down = 1 / (1 + c["season_x3"] * exp(-2 * (day - autumn - c["season_x4"]) / c["season_x5"]))
    return max(up, down)


def laying_of(
    weekly_c: tuple[float, ...], flow: tuple[float, ...], own_c: tuple[float, ...], c: dict[str, float]
) -> YearOfLaying[float]:
    """The laying of a place, by its weekly means [°C] and its flows; ``own_c`` are those that the curve is of.

    Where every week is warm there is no winter to lay by: flows and dearth rule, and no bees of the winter emerge.
    """
    off = HALF_YEAR if is_turned(weekly_c) else 0
    if not has_winter(weekly_c, c):
        dearth = c["dearth_laying"]
        share = tuple(
            (dearth + (1 - dearth) * min(strength / c["full_laying_flow"], 1.0)) * activity(mean, c)
            for strength, mean in zip(flow, weekly_c, strict=True)
        )
        return YearOfLaying(share, (False,) * YEAR, (0.0,) * YEAR)
    here = _without_spells(tuple(weekly_c[(day + off) % YEAR] for day in range(YEAR)))
    own = _without_spells(own_c)
    spring = max(_first_over(here, c["spring_mean"]) - _first_over(own, c["spring_mean"]), -c["season_longer"])
    autumn = min(_first_under(here, c["autumn_mean"]) - _first_under(own, c["autumn_mean"]), c["season_longer"])
    midsummer = c["midsummer"]
    share_of = [1 - curve(day + 1, c, spring, autumn) for day in range(YEAR)]
    turned = [(day - off) % YEAR for day in range(YEAR)]
    return YearOfLaying(
        tuple(share_of[day] for day in turned),
        tuple(day > midsummer for day in turned),
        tuple(share_of[day] if day <= midsummer else 0.0 for day in turned),
    )


def has_winter(weekly_c: tuple[float, ...], c: dict[str, float]) -> bool:
    """Whether some weeks are too cold for the season to go on."""
    return min(weekly_c) < c["spring_mean"]


def activity(weekly_c: N, c: dict[str, float], maths: Maths[N] = NUMBERS) -> N:  # type: ignore[assignment]
    """How far bees fly, 0 to 1, by the weekly mean."""
    begins, full = c["flight_begins"], max(c["flight_full"], c["flight_begins"] + 0.5)
    return maths.least(maths.most((weekly_c - begins) / (full - begins), 0.0), 1.0)


def is_turned(weekly_c: Sequence[float]) -> bool:
    """Whether the year of a place is half a year off: warmer at new year than at midsummer."""
    return weekly_c[0] > weekly_c[HALF_YEAR]


def _without_spells(weekly_c: tuple[float, ...]) -> list[float]:
    """Weekly means without a warm week in January or a frost in May: the mean of a month about each day [°C]."""
    padded = np.concatenate([weekly_c[-_HALF_MONTH:], weekly_c, weekly_c[:_HALF_MONTH]])
    smooth: list[float] = np.convolve(padded, np.ones(2 * _HALF_MONTH + 1) / (2 * _HALF_MONTH + 1), "valid").tolist()
    return smooth


def _first_over(weekly_c: list[float], mean_c: float) -> int:
    """The first day of the year from midwinter on whose weekly mean reaches so much; midsummer where none does."""
    return next((day for day in range(HALF_YEAR) if weekly_c[day] >= mean_c), HALF_YEAR)


def _first_under(weekly_c: list[float], mean_c: float) -> int:
    """The first day after midsummer whose weekly mean is less; the year's last where none is."""
    return next((day for day in range(HALF_YEAR, YEAR) if weekly_c[day] < mean_c), YEAR - 1)
