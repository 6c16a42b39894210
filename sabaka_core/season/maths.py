"""Arithmetic of one season, or of many at once: the model is written once, for numbers and for arrays of years."""

from __future__ import annotations

from typing import Any, Protocol, TypeVar

import numpy as np

from sabaka_core.geometry.profile import Floats

N = TypeVar("N", float, Floats)
N_co = TypeVar("N_co", covariant=True)


class Maths(Protocol[N]):
    """What numbers and arrays do differently. Whatever is compared is a truth, or an array of them."""

    def least(self, one: N | float, two: N | float) -> N:
        """The lesser of two, place by place."""
        ...

    def most(self, one: N | float, two: N | float) -> N:
        """The greater of two, place by place."""
        ...

    def where(self, holds: Any, then: N | float, otherwise: N | float) -> N:
        """The one where something holds, the other where it doesn't."""
        ...

    def anywhere(self, holds: Any) -> bool:
        """Whether something holds in any place."""
        ...


class _Numbers:
    def least(self, one: float, two: float) -> float:
        return one if one < two else two

    def most(self, one: float, two: float) -> float:
        return one if one > two else two

    def where(self, holds: Any, then: float, otherwise: float) -> float:
        return then if holds else otherwise

    def anywhere(self, holds: Any) -> bool:
        return bool(holds)


class _Arrays:
    def least(self, one: Floats | float, two: Floats | float) -> Floats:
        return np.minimum(one, two)

    def most(self, one: Floats | float, two: Floats | float) -> Floats:
        return np.maximum(one, two)

    def where(self, holds: Any, then: Floats | float, otherwise: Floats | float) -> Floats:
        return np.where(holds, then, otherwise)

    def anywhere(self, holds: Any) -> bool:
        return bool(np.any(holds))


NUMBERS: Maths[float] = _Numbers()
ARRAYS: Maths[Floats] = _Arrays()
