"""A trial: one change, hives with it and without, what decides, and what so few hives can show.

Source: Welch's test for two samples of unlike spread, with Satterthwaite's degrees of freedom; in every text.
"""

from __future__ import annotations

from collections.abc import Sequence
from math import sqrt
from typing import Literal

import numpy as np

from sabaka_core.base.quantity import Value

Measure = Literal["honey_kg", "covered", "mites", "combs_built"]
MEASURES: dict[Measure, str] = {
    "honey_kg": "kg of honey taken",
    "covered": "combs covered at most",
    "mites": "mites fallen in a day at most",
    "combs_built": "combs built",
}
_SHARE = 0.9
_FEW = 5


class TrialResult(Value):
    """What a trial came to: means of both sides, their difference with its band, and what that shows in words.

    The band holds nine times in ten; none where a side has less than two hives.
    """

    changed: float | None
    others: float | None
    difference: float | None
    low: float | None
    high: float | None
    words: str


def result_of(measure: Measure, changed: Sequence[float], others: Sequence[float]) -> TrialResult:
    """What the hives of a trial show."""
    what = MEASURES[measure]
    if not changed or not others:
        return TrialResult(
            changed=_mean(changed),
            others=_mean(others),
            difference=None,
            low=None,
            high=None,
            words="One side has nothing to show yet.",
        )
    mean, other = float(np.mean(changed)), float(np.mean(others))
    difference = mean - other
    if min(len(changed), len(others)) < 2:
        return TrialResult(
            changed=mean,
            others=other,
            difference=difference,
            low=None,
            high=None,
            words=f"{_signed(difference)} {what}. One hive on a side shows what happened, not why: two hives differ as "
            "much with nothing changed.",
        )
    low, high = welch_band(changed, others)
    few = (
        f" With {len(changed)} hives against {len(others)}, only a large difference would show."
        if (min(len(changed), len(others)) < _FEW)
        else ""
    )
    said = f"{_signed(difference)} {what}, from {_signed(low)} to {_signed(high)}"
    if low <= 0 <= high:
        words = f"{said}: that may be chance.{few}"
    else:
        words = f"{said}: more than chance, if the hives were alike before.{few}"
    return TrialResult(changed=mean, others=other, difference=difference, low=low, high=high, words=words)


def welch_band(one: Sequence[float], two: Sequence[float]) -> tuple[float, float]:
    """The difference of two means, least and most, nine times in ten."""
    a, b = (float(np.var(side, ddof=1)) / len(side) for side in (one, two))
    difference = float(np.mean(one) - np.mean(two))
    if a + b == 0:
        return difference, difference
    freedom = (a + b) ** 2 / (a**2 / (len(one) - 1) + b**2 / (len(two) - 1))
    # Loaded when the first trial is looked at.
    from scipy.special import stdtrit

    off = float(stdtrit(freedom, (1 + _SHARE) / 2)) * sqrt(a + b)
    return difference - off, difference + off


def _mean(side: Sequence[float]) -> float | None:
    return float(np.mean(side)) if side else None


def _signed(value: float) -> str:
    return f"{value:+.1f}".replace("-", "−")
