"""Roots and minima by a numerical library, loaded when the first one is sought: it takes a third of a second."""

from __future__ import annotations

from collections.abc import Callable


def root(f: Callable[[float], float], low: float, high: float, within: float = 1e-9) -> float:
    """Where a function is nought, between two places at which its signs differ, exact to ``within``.

    Raises:
        ValueError: the signs don't differ.
    Source: R. P. Brent's method, as the library has it.
    """
    from scipy.optimize import brentq

    return float(brentq(f, low, high, xtol=within))


def lowest(f: Callable[[float], float], low: float, high: float, within: float = 1e-8) -> float:
    """Where a function is least between two places, if it has one dip there."""
    from scipy.optimize import minimize_scalar

    return float(minimize_scalar(f, bounds=(low, high), method="bounded", options={"xatol": within}).x)
