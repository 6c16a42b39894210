"""What a colony begins its plan with: by data/starts.toml, or as it stands in an undisturbed year."""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.sources import Mark
from sabaka_core.document.season import StartState
from sabaka_core.kit.tables import records
from sabaka_core.season.model import BROOD_DAYS, ColonyState, Ways, need_of
from sabaka_core.season.nest import LEAST_COMBS, Nest, whole_combs
from sabaka_core.season.undisturbed import Evening

SETTLED_WORDS = "a colony as it stands in its own year"
WINTERED_WORDS = "a colony that has wintered"
# Bees of the hive of those that a start is told in; the others forage.
_IN_HIVE = 0.75


class Start(BaseModel):
    """A row of data/starts.toml: bees, and combs told in deep ones."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    bees: float
    brood_combs: float
    drawn_combs: float
    honey_combs: float
    words: str
    gloss: str
    mark: Mark


def starts() -> dict[str, Start]:
    """Every start that is told in numbers, by its name."""
    return records("starts", Start)


def start_words(start: StartState, has_winter: bool = True) -> str:
    """What a plan begins with, for people."""
    row = starts().get(start)
    return row.words if row else WINTERED_WORDS if has_winter else SETTLED_WORDS


@dataclass(frozen=True)
class Wintered:
    """What a colony that has wintered brings.

    Attributes:
        evening: the undisturbed colony on the evening before.
        stores_kg: what is to be left of the winter's stores on the first day.
        had_kg, had_bees: what it went into the winter with: the combs that held and were covered by it are still there.
    """

    evening: Evening
    stores_kg: float
    had_kg: float
    had_bees: float


def begin(start: StartState, nest: Nest, ways: Ways[float], spare: int, wintered: Wintered) -> ColonyState[float]:
    """The colony on the morning of its first day, with so many combs to spare."""
    row = starts().get(start)
    return _wintered(nest, ways, wintered) if row is None else _told(row, nest, ways, spare)


def _told(row: Start, nest: Nest, ways: Ways[float], spare: int) -> ColonyState[float]:
    c, comb, capacity = ways.c, nest.sizes, float(nest.capacity)
    # A smaller comb takes more of them.
    eggs = row.brood_combs * comb.cells / comb.deep_share * c["brood_share"] / BROOD_DAYS
    drawn = min(row.drawn_combs / comb.deep_share, capacity)
    wanted = max(drawn, row.bees / (c["bees_a_deep_comb"] * comb.deep_share) + spare, LEAST_COMBS)
    return ColonyState(
        hive=row.bees * _IN_HIVE,
        foragers=row.bees * (1 - _IN_HIVE),
        brood=deque([eggs] * BROOD_DAYS),
        honey_kg=row.honey_combs * comb.honey_kg / comb.deep_share,
        ripening=_empty(c),
        pollen_kg=c["pollen_winter"] / 2,
        drawn=drawn,
        given=min(float(whole_combs(wanted)), capacity) if nest.moves else capacity,
    )


def _wintered(nest: Nest, ways: Ways[float], wintered: Wintered) -> ColonyState[float]:
    c, capacity, evening = ways.c, float(nest.capacity), wintered.evening
    colony = ColonyState(
        hive=evening.hive,
        foragers=evening.foragers,
        brood=deque(evening.brood),
        honey_kg=wintered.stores_kg,
        ripening=_empty(c),
        pollen_kg=evening.pollen_kg,
        drawn=capacity,
        given=capacity,
        winter=evening.winter,
    )
    need = need_of(colony, ways).combs
    if need > capacity:
        # A small hive winters as much less of a colony.
        less = capacity / need
        colony.hive, colony.foragers, colony.winter = (n * less for n in (colony.hive, colony.foragers, colony.winter))
        colony.brood = deque(n * less for n in colony.brood)
        colony.honey_kg, colony.pollen_kg, need = colony.honey_kg * less, colony.pollen_kg * less, capacity
    # What hangs in its run; further rooms are opened on the first visit that asks for them.
    covered = wintered.had_bees / (c["bees_a_deep_comb"] * nest.sizes.deep_share)
    had = max(wintered.had_kg / nest.sizes.honey_kg + 1, covered)
    colony.drawn = min(float(whole_combs(max(need, had, LEAST_COMBS))), capacity)
    colony.given = colony.drawn if nest.moves else capacity
    return colony


def _empty(c: dict[str, float]) -> deque[float]:
    return deque([0.0] * max(round(c["ripening"]), 1))
