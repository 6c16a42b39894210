"""What a plan of the year says: days, visits, what it comes to."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import floor

from sabaka_core.document.season import Season
from sabaka_core.season.model import Need
from sabaka_core.season.nest import Nest, NestExtent, whole_combs
from sabaka_core.season.rooms import FurtherRoom


@dataclass(frozen=True)
class DayRow:
    """One evening of the plan."""

    day: int
    temperature_c: float
    flow: float
    bees: float
    foragers: float
    brood_cells: float
    sealed_cells: float
    eggs: float
    wished_eggs: float
    honey_kg: float
    nectar_kg: float
    pollen_kg: float
    drawn: float
    given: float
    need: Need[float]
    eaten_kg: float
    ripened_kg: float
    fed_kg: float
    taken_kg: float


@dataclass(frozen=True)
class Step:
    """One thing to do on a visit, with its reason."""

    kind: str
    words: str
    why: str
    amount: float = 0.0


@dataclass(frozen=True)
class VisitDay:
    """A day on which the keeper goes to the hive."""

    day: int
    given: int
    steps: tuple[Step, ...]


@dataclass(frozen=True)
class Plan:
    """A year of one hive."""

    season: Season
    nest: Nest
    days: tuple[DayRow, ...]
    visits: tuple[VisitDay, ...]
    contraction_day: int | None
    winter_combs: int | None
    reserve_kg: float
    # Further rooms that stay for the winter.
    stays: tuple[FurtherRoom, ...] = ()

    @cached_property
    def peak_combs(self) -> float:
        """The most combs the colony would fill or cover."""
        return max(row.need.combs for row in self.days)

    def standing(self, index: int) -> NestExtent:
        """The run as it stands on the evening of a day of the plan."""
        row = self.days[index]
        number = round(row.given)
        filled = {
            "brood": whole_combs(row.need.brood),
            "pollen": whole_combs(row.need.pollen) if row.need.pollen > 0.05 else 0,
            "nectar": whole_combs(row.need.nectar) if row.need.nectar > 0.05 else 0,
            "honey": max(floor(row.need.honey + 0.5), 0),
        }
        return self.nest.standing(number, filled)


def balance_kg(rows: tuple[DayRow, ...], start_kg: float) -> float:
    """What honey doesn't add up to [kg]: start + ripened + fed − eaten − taken − left; 0 for a sound plan."""
    last = rows[-1]
    return start_kg + last.ripened_kg + last.fed_kg - last.eaten_kg - last.taken_kg - last.honey_kg
