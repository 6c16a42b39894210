"""Air that goes through a hive by itself: warm air out of its highest openings, cold air in at its lowest."""

from __future__ import annotations

from dataclasses import dataclass
from math import sqrt

from sabaka_core.base.units import GRAVITY
from sabaka_core.document.chambers import Chamber
from sabaka_core.document.entrances import Entrance
from sabaka_core.run.apertures import air_area_mm2
from sabaka_core.run.settings import set_on


@dataclass(frozen=True)
class Draught:
    """What the openings let through.

    Attributes:
        low_mm2, high_mm2: free areas of the lower and the upper openings.
        apart_mm: height between the middles of both.
        flow_l_s: air that goes through [L/s].
    """

    low_mm2: float
    high_mm2: float
    apart_mm: float
    flow_l_s: float


STILL = Draught(0.0, 0.0, 0.0, 0.0)


def draught_of(chamber: Chamber, day: str, warmer_k: float, out_k: float, coefficient: float) -> Draught:
    """The draught between the lowest openings and those above them.

    Two openings in series, so far apart in height, with air inside so much warmer:
    ``V = Cd·A·√(2·g·Δz·ΔT/T)`` with ``A = a₁·a₂/√(a₁² + a₂²)``. One height alone gives none here: what goes in and out
    of a single entrance is in the school's own flow.
    Source: stack flow between two openings, BS 5925, from memory.
    """
    holes = [(each, _height_mm(each), air_area_mm2(each)) for each in (set_on(e, day) for e in chamber.entrances)]
    air = [(height, area) for _, height, area in holes if area > 0]
    air += [
        (each.height_mm + each.high_mm / 2, each.wide_mm * each.high_mm)
        for each in chamber.openings
        if each.kind == "vent" and each.shutter != "shut"
    ]
    if len(air) < 2:
        return STILL
    middle = (min(h for h, _ in air) + max(h for h, _ in air)) / 2
    low = [(h, s) for h, s in air if h <= middle]
    high = [(h, s) for h, s in air if h > middle]
    if not low or not high:
        return STILL
    one, two = (sum(s for _, s in group) for group in (low, high))
    apart = _mean(high) - _mean(low)
    series = one * two / sqrt(one**2 + two**2)
    speed = sqrt(2 * GRAVITY * apart / 1000 * warmer_k / out_k)
    return Draught(one, two, apart, coefficient * series / 1e6 * speed * 1000)


def _mean(group: list[tuple[float, float]]) -> float:
    return sum(h * s for h, s in group) / sum(s for _, s in group)


def _height_mm(entrance: Entrance) -> float:
    """Where an entrance acts: its middle, or the foot of its porch."""
    if entrance.porch:
        return max(entrance.height_mm - entrance.porch_drop_mm, 0.0)
    return entrance.height_mm + entrance.size_mm[1] / 2
