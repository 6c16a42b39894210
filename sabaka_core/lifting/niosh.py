"""The revised NIOSH lifting equation.

Source: Waters, Putz-Anderson and Garg 1994, Applications Manual for the Revised NIOSH Lifting Equation
(DHHS 94-110), quoted from memory. Not for lifts sitting, kneeling, one-handed, or of unstable loads.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from sabaka_core.base.errors import ParameterError

Grip = Literal["good", "fair", "poor"]
Hours = Literal[1, 2, 8]
LOAD_CONSTANT_KG = 23.0
# Lifts a minute, and the multiplier for up to one, two and eight hours: hands under 75 cm, and at 75 cm or over.
_FREQUENCY: tuple[tuple[float, tuple[float, float], tuple[float, float], tuple[float, float]], ...] = (
    (0.2, (1.00, 1.00), (0.95, 0.95), (0.85, 0.85)),
    (0.5, (0.97, 0.97), (0.92, 0.92), (0.81, 0.81)),
    (1.0, (0.94, 0.94), (0.88, 0.88), (0.75, 0.75)),
    (2.0, (0.91, 0.91), (0.84, 0.84), (0.65, 0.65)),
    (3.0, (0.88, 0.88), (0.79, 0.79), (0.55, 0.55)),
    (4.0, (0.84, 0.84), (0.72, 0.72), (0.45, 0.45)),
    (5.0, (0.80, 0.80), (0.60, 0.60), (0.35, 0.35)),
    (6.0, (0.75, 0.75), (0.50, 0.50), (0.27, 0.27)),
    (7.0, (0.70, 0.70), (0.42, 0.42), (0.22, 0.22)),
    (8.0, (0.60, 0.60), (0.35, 0.35), (0.18, 0.18)),
    (9.0, (0.52, 0.52), (0.30, 0.30), (0.00, 0.15)),
    (10.0, (0.45, 0.45), (0.26, 0.26), (0.00, 0.13)),
    (11.0, (0.41, 0.41), (0.00, 0.23), (0.00, 0.00)),
    (12.0, (0.37, 0.37), (0.00, 0.21), (0.00, 0.00)),
    (13.0, (0.00, 0.34), (0.00, 0.00), (0.00, 0.00)),
    (14.0, (0.00, 0.31), (0.00, 0.00), (0.00, 0.00)),
    (15.0, (0.00, 0.28), (0.00, 0.00), (0.00, 0.00)),
)


@dataclass(frozen=True)
class LiftAt:
    """Where the hands are at one end of a lift [mm], how far they travel, and how far the body turns [deg]."""

    out_mm: float
    height_mm: float
    travel_mm: float
    turn_deg: float = 0.0


@dataclass(frozen=True)
class Multipliers:
    """The equation's six multipliers, each 0 to 1."""

    horizontal: float
    vertical: float
    distance: float
    asymmetric: float
    frequency: float
    coupling: float

    @property
    def product(self) -> float:
        return self.horizontal * self.vertical * self.distance * self.asymmetric * self.frequency * self.coupling

    @property
    def recommended_kg(self) -> float:
        """The recommended weight limit [kg]; 0 where the equation allows no lift."""
        return LOAD_CONSTANT_KG * self.product


@lru_cache(maxsize=4096)
def multipliers(at: LiftAt, grip: Grip, a_minute: float, hours: Hours) -> Multipliers:
    """The multipliers of one lift.

    Args:
        at: hands at the end of the lift that is judged.
        a_minute: lifts a minute, averaged over a quarter of an hour.
        hours: 1, 2 or 8: the longest that it goes on without a rest as long.
    Raises:
        ParameterError: a size below 0, or a load beyond what the equation knows.
    """
    if at.height_mm < 0:
        raise ParameterError("height_mm", at.height_mm, "The hands can’t be under the ground.", "below-ground")
    out, height, travel = at.out_mm / 10, at.height_mm / 10, at.travel_mm / 10
    return Multipliers(
        horizontal=1.0 if out <= 25 else 0.0 if out > 63 else 25 / out,
        vertical=0.0 if height > 175 else 1 - 0.003 * abs(height - 75),
        distance=1.0 if travel <= 25 else 0.0 if travel > 175 else 0.82 + 4.5 / travel,
        asymmetric=0.0 if at.turn_deg > 135 else 1 - 0.0032 * max(at.turn_deg, 0.0),
        frequency=frequency_multiplier(a_minute, hours, height >= 75),
        coupling={"good": 1.0, "fair": 1.0 if height >= 75 else 0.95, "poor": 0.90}[grip],
    )


def frequency_multiplier(a_minute: float, hours: Hours, high: bool) -> float:
    """The frequency multiplier: straight between the table's rows; 0 beyond 15 a minute.

    Args:
        high: whether the hands are 75 cm or more above the ground.
    """
    column = {1: 1, 2: 2, 8: 3}[hours]

    def row(index: int) -> float:
        pair = _FREQUENCY[index][column]
        assert isinstance(pair, tuple)
        return pair[1 if high else 0]

    if a_minute <= _FREQUENCY[0][0]:
        return row(0)
    for index in range(1, len(_FREQUENCY)):
        low, up = _FREQUENCY[index - 1][0], _FREQUENCY[index][0]
        if a_minute <= up:
            return row(index - 1) + (row(index) - row(index - 1)) * (a_minute - low) / (up - low)
    return 0.0


def lifting_index(load_kg: float, recommended_kg: float) -> float:
    """Load over recommended limit; infinite where no lift is allowed at all."""
    if load_kg <= 0:
        return 0.0
    return load_kg / recommended_kg if recommended_kg > 1e-9 else float("inf")
