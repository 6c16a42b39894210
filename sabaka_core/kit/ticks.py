"""Ticks of a scale: round numbers, few enough to be read, for any range."""

from __future__ import annotations

from math import ceil, floor, log10

_ROUND = (1.0, 2.0, 5.0, 10.0)


def round_step(span: float, most: int = 6) -> float:
    """The least of 1, 2 and 5 times a power of ten of which at most so many go into a span.

    Args:
        span: length of the scale, > 0.
        most: how many steps it may hold.
    """
    power = 10.0 ** floor(log10(span / most))
    return next(each * power for each in _ROUND if span / (each * power) <= most * (1 + 1e-9))


def ticks(low: float, high: float, most: int = 6) -> tuple[float, ...]:
    """Round numbers from ``low`` to ``high``, ends included where they are round; none for an empty range."""
    if not high > low:
        return ()
    step = round_step(high - low, most)
    first, last = ceil(low / step - 1e-9), floor(high / step + 1e-9)
    return tuple(number * step for number in range(first, last + 1))
