"""Several colonies of one hive at once that differ in what is learned: the season's model, run by arrays."""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Collection, Sequence
from dataclasses import dataclass
from typing import Any, cast

import numpy as np

from sabaka_core.base.dates import day_of_year
from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.tables import table
from sabaka_core.season.laying import YearOfLaying
from sabaka_core.season.maths import ARRAYS
from sabaka_core.season.model import ColonyState, Ways, need_of, step
from sabaka_core.season.plan import Planner

# What is learned of a colony, and what has to be known besides: how it stood on the first visit.
LEARNED = ("laying", "loss", "flow")
STOOD = ("bees", "brood", "honey")
NAMES = (*LEARNED, *STOOD)


def prior_sd() -> Floats:
    """How far colonies differ in each of :data:`NAMES`: standard deviations of its logarithm."""
    rows = table("learning")
    return np.array([rows[f"prior_{name}"].number for name in NAMES])


@dataclass(frozen=True)
class Factors:
    """What each colony of an ensemble has more or less of than the book: a row for each, a place for each colony."""

    by_name: dict[str, Floats]

    def __getitem__(self, name: str) -> Floats:
        return self.by_name[name]


def factors(z: Floats) -> Factors:
    """Factors of an ensemble, from standard scores: a row for each of :data:`NAMES`, a column for each colony."""
    return Factors(dict(zip(NAMES, np.exp(z * prior_sd()[:, None]), strict=True)))


class _OwnFlows:
    """The weather of one place, its flows as strong as each colony finds them."""

    def __init__(self, of: Any, much: Floats) -> None:
        self.daily_c: Sequence[Floats] = of.daily_c
        self.weekly_c: Sequence[Floats] = of.weekly_c
        self.flow: Sequence[Floats] = [strength * much for strength in of.flow]
        self._of = of

    def laying(self, c: dict[str, float]) -> YearOfLaying[Floats]:
        return cast("YearOfLaying[Floats]", self._of.laying(c))


def ways_of(planner: Planner, by: Factors) -> Ways[Floats]:
    """What the colonies of an ensemble live by."""
    constants = cast("dict[str, float]", {**planner.c, "forager_loss": planner.c["forager_loss"] * by["loss"]})
    laying, low, high = planner.season.peak_laying * by["laying"], *table("season")["peak_laying"].span
    return Ways(
        constants,
        _OwnFlows(planner.weather, by["flow"]),
        planner.nest.sizes,
        planner.ways.without,
        np.clip(laying, low, high),
        planner.ways.brood_cells,
        ARRAYS,
    )


def ensemble_of(colony: ColonyState[float], by: Factors) -> ColonyState[Floats]:
    """As many colonies as there are factors, all of them as one stood but for how it was seen."""
    bees, brood, honey = (by[name] for name in STOOD)
    ones = np.ones_like(bees)
    return ColonyState(
        hive=colony.hive * bees,
        foragers=colony.foragers * bees,
        winter=colony.winter * bees,
        brood=deque(each * brood for each in colony.brood),
        honey_kg=colony.honey_kg * honey,
        ripening=deque(each * honey for each in colony.ripening),
        pollen_kg=colony.pollen_kg * ones,
        drawn=colony.drawn * ones,
        given=colony.given * ones,
    )


@dataclass(frozen=True)
class Looked:
    """What could be seen of each colony on an evening: combs covered, of brood, of stores; what it all weighs [kg]."""

    covered: Floats
    brood: Floats
    stores: Floats
    needs: Floats
    weighs_kg: Floats


def evening(colony: ColonyState[Floats], ways: Ways[Floats], done_kg: Floats | float = 0.0) -> Looked:
    """What could be seen of the colonies now; ``done_kg`` is what keepers took and gave, which isn't weighed."""
    need = need_of(colony, ways)
    return Looked(need.covered, need.brood, need.honey + need.nectar, need.combs, weighs_kg(colony, ways) - done_kg)


def weighs_kg(colony: ColonyState[Floats], ways: Ways[Floats]) -> Floats:
    """What the colonies weigh with their stores [kg]."""
    rows = table("learning")
    nectar_kg = colony.nectar_kg / ways.c["nectar_honey"]
    bees_kg = colony.bees * rows["bee_kg"].number + colony.brood_cells * rows["brood_cell_kg"].number
    return colony.honey_kg + nectar_kg + bees_kg + colony.pollen_kg


Doing = Callable[[ColonyState[Floats]], None]


def run(
    colony: ColonyState[Floats],
    ways: Ways[Floats],
    first: int,
    last: int,
    doings: dict[int, Doing],
    wanted: Collection[int] | None = None,
) -> dict[int, Looked]:
    """The evenings from one day to another [ordinals]: what is done on a day is done after it was seen.

    Args:
        wanted: the days whose evenings are asked for; all where none are named.
    """
    found: dict[int, Looked] = {}
    done_kg: Floats | float = 0.0
    for day in range(first, last + 1):
        if wanted is None or day in wanted:
            found[day] = evening(colony, ways, done_kg)
        if day in doings:
            before = weighs_kg(colony, ways)
            doings[day](colony)
            # What was taken or given is no part of what comes and goes: a scale's weights have it taken out too.
            done_kg = done_kg + weighs_kg(colony, ways) - before
        if day < last:
            step(colony, day_of_year(day), ways)
    return found
