"""A colony that nobody disturbs, in a hive without end: what its year looks like once it no longer minds its start."""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass
from functools import lru_cache

from sabaka_core.base.dates import YEAR
from sabaka_core.season.laying import HALF_YEAR, is_turned
from sabaka_core.season.model import BROOD_DAYS, ColonyState, CombSizes, Ways, step
from sabaka_core.season.weather import Weather

# It is read from so many years on.
YEARS = 3
# Where no hive ends, and no colony starves: combs, honey [kg].
ENDLESS, PLENTY_KG = 400.0, 60.0
_START_BEES = 10_000.0
# A deep comb: what is told in numbers and kilograms doesn't mind its size.
_DEEP = CombSizes(cells=7000.0, honey_kg=2.8, deep_share=1.0)


@dataclass(frozen=True)
class Evening:
    """The colony on an evening of its year.

    Attributes:
        lacks_kg: what it ate that day less what the day's nectar will be.
    """

    hive: float
    foragers: float
    winter: float
    brood: tuple[float, ...]
    sealed: float
    eggs: float
    pollen_kg: float
    eaten_kg: float
    ripened_kg: float

    @property
    def bees(self) -> float:
        return self.hive + self.foragers + self.winter

    @property
    def cells(self) -> float:
        """Brood of all ages."""
        return sum(self.brood)

    @property
    def lacks_kg(self) -> float:
        return self.eaten_kg - self.ripened_kg


def undisturbed(weather: Weather, c: dict[str, float], without: frozenset[str], peak: float) -> tuple[Evening, ...]:
    """The third year of a colony in a place, by day of the year."""
    return _undisturbed(weather, tuple(c.items()), without, peak)


@lru_cache(maxsize=64)
def _undisturbed(
    weather: Weather, c: tuple[tuple[str, float], ...], without: frozenset[str], peak: float
) -> tuple[Evening, ...]:
    ways = Ways(dict(c), weather, _DEEP, without, peak)
    colony = ColonyState(
        hive=_START_BEES,
        foragers=0.0,
        brood=deque([0.0] * BROOD_DAYS),
        honey_kg=PLENTY_KG,
        ripening=deque([0.0] * max(round(ways.c["ripening"]), 1)),
        pollen_kg=ways.c["pollen_winter"],
        drawn=ENDLESS,
        given=ENDLESS,
    )
    # From midwinter on, where a colony is smallest and told soonest.
    first = HALF_YEAR if is_turned(weather.weekly_c) else 0
    found: list[Evening] = []
    for number in range(YEARS * YEAR):
        if number % YEAR == 0:
            colony.honey_kg = PLENTY_KG
        eaten, ripened = colony.eaten_kg, colony.ripened_kg
        step(colony, first + number, ways)
        if number >= (YEARS - 1) * YEAR:
            found.append(
                Evening(
                    colony.hive,
                    colony.foragers,
                    colony.winter,
                    tuple(colony.brood),
                    colony.sealed_cells,
                    colony.laid_eggs,
                    colony.pollen_kg,
                    colony.eaten_kg - eaten,
                    colony.ripened_kg - ripened,
                )
            )
    return tuple(found[(day - first) % YEAR] for day in range(YEAR))
