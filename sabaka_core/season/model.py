"""A colony day by day: bees, brood, stores, comb. Written once, for one season or for many at once.

Adults follow Khoury, Myerscough and Barron 2011 (published, quoted from memory):
``dH/dt = L·N/(w+N) − H·(α − σF/N)``, ``dF/dt = H·(α − σF/N) − m·F``, ``N = H + F``.
Ours adds, each with a switch in ``Season.without``: brood that takes 21 days, laying by season (:mod:`.laying`), a
third pool of bees of the winter, losses by weather, laying by free cells and by pollen, wax by flow, and stores. With
all of them off it is the published model.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property, reduce
from itertools import islice
from math import inf, sqrt
from operator import add
from typing import Generic, Protocol

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.dates import YEAR
from sabaka_core.base.sources import Mark
from sabaka_core.kit.tables import records
from sabaka_core.season.laying import YearOfLaying, activity
from sabaka_core.season.maths import NUMBERS, Maths, N, N_co

BROOD_DAYS = 21
# Days of a larva's life in which it is fed: from hatching to capping.
LARVA_FIRST, LARVA_LAST = 3, 9
# Under so few bees a colony is none [bees]: it keeps a division from going wrong, and nothing else.
_NONE = 1e-9


@dataclass(frozen=True)
class CombSizes:
    """One comb of the hive: cells on both sides, honey when full [kg], area against a deep frame's."""

    cells: float
    honey_kg: float
    deep_share: float


class Addition(BaseModel):
    """A row of data/additions.toml: what is added to the published equations, and why."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: str
    why: str
    mark: Mark


def additions() -> dict[str, Addition]:
    """Everything that is added, by the name of its switch."""
    return records("additions", Addition)


class Days(Protocol[N_co]):
    """The weather of a year, by day: of one year, or of many."""

    @property
    def daily_c(self) -> Sequence[N_co]:
        """Mean of each day [°C]."""
        ...

    @property
    def weekly_c(self) -> Sequence[N_co]:
        """Mean of each day’s week [°C]."""
        ...

    @property
    def flow(self) -> Sequence[N_co]:
        """Strength of the flow on each day, 0 to 1."""
        ...

    def laying(self, c: dict[str, float]) -> YearOfLaying[N_co]:
        """What is laid through it, by the model’s constants."""
        ...


@dataclass(frozen=True)
class Ways(Generic[N]):
    """What a colony lives by: constants, weather, its combs, the model's switches and the peak of laying.

    ``brood_cells`` is the most brood that there is room for where the queen lays: in her run, not in what lies beyond.
    ``maths`` is that of numbers, or of arrays with a place for each of many seasons.
    """

    c: dict[str, float]
    weather: Days[N]
    comb: CombSizes
    without: frozenset[str]
    peak_laying: N | float
    brood_cells: float = inf
    maths: Maths[N] = NUMBERS  # type: ignore[assignment]

    @cached_property
    def laying(self) -> YearOfLaying[N]:
        """What is laid through the year."""
        return self.weather.laying(self.c)


@dataclass
class ColonyState(Generic[N]):
    """A colony on one evening. Honey and pollen in kg; combs are drawn by the bees out of those given."""

    hive: N
    foragers: N
    brood: deque[N]
    honey_kg: N
    ripening: deque[N]
    pollen_kg: N
    drawn: N
    given: N
    winter: N = 0.0  # type: ignore[assignment]
    eaten_kg: N = 0.0  # type: ignore[assignment]
    ripened_kg: N = 0.0  # type: ignore[assignment]
    fed_kg: N = 0.0  # type: ignore[assignment]
    taken_kg: N = 0.0  # type: ignore[assignment]
    wished_eggs: N = 0.0  # type: ignore[assignment]
    laid_eggs: N = 0.0  # type: ignore[assignment]
    emerged: N = 0.0  # type: ignore[assignment]
    lost: N = 0.0  # type: ignore[assignment]

    @property
    def bees(self) -> N:
        """All adults: bees of the hive, foragers, bees of the winter."""
        return self.hive + self.foragers + self.winter

    @property
    def brood_cells(self) -> N:
        return reduce(add, self.brood)

    @property
    def sealed_cells(self) -> N:
        """Brood that is capped."""
        return reduce(add, islice(self.brood, LARVA_LAST, None))

    @property
    def nectar_kg(self) -> N:
        """Nectar in the combs, by the honey it will be [kg]."""
        return reduce(add, self.ripening)

    def copy(self) -> ColonyState[N]:
        return replace(self, brood=deque(self.brood), ripening=deque(self.ripening))


@dataclass(frozen=True)
class Need(Generic[N]):
    """Combs that a colony fills or covers; ``combs`` are what it fills, or what it covers when that is more."""

    brood: N
    pollen: N
    honey: N
    nectar: N
    covered: N
    combs: N


def need_of(colony: ColonyState[N], ways: Ways[N]) -> Need[N]:
    """How many combs a colony needs now."""
    c, comb = ways.c, ways.comb
    brood = colony.brood_cells / (comb.cells * c["brood_share"])
    pollen = colony.pollen_kg / (c["comb_pollen"] * comb.deep_share)
    honey = colony.honey_kg / comb.honey_kg
    nectar = colony.nectar_kg * c["nectar_space"] / comb.honey_kg
    covered = colony.bees / (c["bees_a_deep_comb"] * comb.deep_share)
    return Need(brood, pollen, honey, nectar, covered, ways.maths.most(brood + pollen + honey + nectar, covered))


def step(colony: ColonyState[N], day: int, ways: Ways[N]) -> None:
    """One day of a colony, in place.

    Args:
        day: day of the year, from 0.
    """
    c, off, maths, at = ways.c, ways.without, ways.maths, day % YEAR
    flow = ways.weather.flow[at]
    open_ = activity(ways.weather.weekly_c[at], c, maths)
    bees, brood = colony.bees, colony.brood_cells
    free = _free(colony, ways, brood)
    colony.laid_eggs = eggs = _eggs(colony, ways, at, bees, free, brood)
    if "brood-delay" in off:
        emerging = eggs
        colony.brood[0] = eggs
    else:
        colony.brood.appendleft(eggs)
        capped = colony.brood.pop()
        emerging, brood = capped * c["brood_survival"], brood + eggs - capped
    colony.emerged = emerging
    _adults(colony, ways, at, bees, brood, emerging, open_)
    if "stores" not in off:
        _stores(colony, ways, open_, flow, free - eggs)
    _wax(colony, ways, at, flow)


def _adults(colony: ColonyState[N], ways: Ways[N], at: int, bees: N, brood: N, emerging: N, open_: N) -> None:
    """Bees emerge, go out to forage, and die."""
    c, off, maths = ways.c, ways.without, ways.maths
    recruits = colony.hive * (c["recruitment"] - c["inhibition"] * colony.foragers / maths.most(bees, _NONE))
    if "weather-loss" in off:
        lost_foragers, lost_hive = c["forager_loss"] * colony.foragers, 0.0 * colony.hive
    else:
        # No bee goes to forage in winter; those that forage wear out, those in cluster hardly.
        recruits = maths.where(recruits > 0, recruits * open_, recruits)
        loss = c["winter_loss"] + (c["forager_loss"] - c["winter_loss"]) * open_
        lost_foragers, lost_hive = loss * colony.foragers, c["winter_loss"] * (1 - open_) * colony.hive
    # No more go back into the hive than forage, and no more out than are in it.
    recruits = maths.least(maths.most(recruits, lost_foragers - colony.foragers), colony.hive - lost_hive)
    # Bees of the winter die little until the brood of the new year wears them out.
    worn = c["winter_bee_loss"] + c["winter_bee_spring_loss"] * ways.laying.spring[at]
    lost_winter = maths.least(worn * colony.winter, colony.winter)
    if "winter-bees" in off:
        long_lived = 0.0 * emerging
    else:
        few = brood < c["winter_bee_ratio"] * bees
        long_lived = maths.where(few & ways.laying.autumn[at], emerging, 0.0)
    colony.winter = colony.winter + long_lived - lost_winter
    colony.hive = maths.most(colony.hive + emerging - long_lived - recruits - lost_hive, 0.0)
    colony.foragers = maths.most(colony.foragers + recruits - lost_foragers, 0.0)
    colony.lost = lost_foragers + lost_hive + lost_winter


def _eggs(colony: ColonyState[N], ways: Ways[N], at: int, bees: N, free: N, brood: N) -> N:
    """The lesser of what a colony of its size reaches and what the season lets it, of free cells and of pollen."""
    c, off, maths = ways.c, ways.without, ways.maths
    half = c["half_laying_bees"]
    if "seasonal-laying" in off:
        eggs = c["laying"] * bees / (half + bees)
    else:
        # The peak is what a colony of some size reaches; a smaller one lays as the published curve rises.
        reached = ways.peak_laying * (1 + half / c["peak_bees"]) * bees / (half + bees)
        eggs = maths.least(reached, ways.peak_laying * ways.laying.share[at])
    colony.wished_eggs = eggs
    if "free-cells" not in off:
        eggs = maths.least(eggs, maths.most(free, 0.0))
        if ways.brood_cells < inf:
            eggs = maths.least(eggs, maths.most(ways.brood_cells - brood, 0.0))
    if not off & {"pollen", "stores"}:
        fed = LARVA_LAST - LARVA_FIRST
        eggs = maths.least(eggs, colony.pollen_kg * 1e6 / (c["larva_pollen"] * fed))
    return eggs


def _free(colony: ColonyState[N], ways: Ways[N], brood: N) -> N:
    """Drawn cells that hold nothing."""
    c, comb = ways.c, ways.comb
    honey = (colony.honey_kg + colony.nectar_kg * c["nectar_space"]) / comb.honey_kg
    pollen = colony.pollen_kg / (c["comb_pollen"] * comb.deep_share)
    return (colony.drawn - honey - pollen) * comb.cells - brood


def _stores(colony: ColonyState[N], ways: Ways[N], open_: N, flow: N, free: N) -> None:
    c, maths = ways.c, ways.maths
    larvae = reduce(add, islice(colony.brood, LARVA_FIRST, LARVA_LAST))
    per_day = LARVA_LAST - LARVA_FIRST
    adult_mg = c["adult_honey_active"] * open_ + c["adult_honey_cluster"] * (1 - open_)
    eats = (colony.bees * adult_mg + larvae * c["larva_honey"] / per_day) / 1e6
    nectar_kg = income_kg(colony.foragers, flow, open_, c, maths)
    # What finds no cell stays out: nectar takes several times its honey's room.
    room_kg = maths.most(free, 0.0) / ways.comb.cells * ways.comb.honey_kg / c["nectar_space"]
    colony.ripening.appendleft(maths.least(nectar_kg, room_kg))
    ripe = colony.ripening.pop()
    colony.ripened_kg = colony.ripened_kg + ripe
    stock = colony.honey_kg + ripe - eats
    lacks = maths.most(-stock, 0.0)
    if maths.anywhere(lacks > 0):
        # Nectar is eaten first-hand; what is still lacking has to be fed.
        nectar = colony.nectar_kg
        fresh = maths.least(nectar, lacks)
        share = 1 - fresh / maths.most(nectar, _NONE)
        colony.ripening = deque(each * share for each in colony.ripening)
        colony.ripened_kg = colony.ripened_kg + fresh
        colony.fed_kg = colony.fed_kg + lacks - fresh
        stock = maths.most(stock, 0.0)
    colony.eaten_kg = colony.eaten_kg + eats
    colony.honey_kg = stock
    uses = larvae * c["larva_pollen"] / per_day / 1e6
    wanted = maths.most(uses * c["pollen_days"], c["pollen_winter"])
    flies = maths.most(open_, c["pollen_flight"])
    brought = maths.least(
        colony.bees * c["bee_pollen"] / 1000 * flies, maths.most(wanted + uses - colony.pollen_kg, 0.0)
    )
    colony.pollen_kg = maths.most(colony.pollen_kg + brought - uses, 0.0)


def income_kg(
    foragers: N,
    flow: N | float,
    open_: N,
    c: dict[str, float],
    maths: Maths[N] = NUMBERS,  # type: ignore[assignment]
) -> N:
    """Honey that the day's nectar will be [kg]; between flows foragers still find a trickle."""
    return foragers * c["forager_nectar"] * maths.most(flow, c["trickle"]) * open_ / 1000 * c["nectar_honey"]


def _wax(colony: ColonyState[N], ways: Ways[N], at: int, flow: N) -> None:
    c, maths = ways.c, ways.maths
    if "wax-limit" in ways.without:
        colony.drawn = colony.given
        return
    warm = ways.weather.daily_c[at] >= c["wax_least"]
    many = maths.least(colony.bees / c["wax_bees"], 1.0)
    builds = maths.where(warm, c["wax_combs_a_week"] / 7 * many / ways.comb.deep_share, 0.0)
    # A swarm builds on what it brought, a colony on what comes in.
    feeding = maths.where(colony.drawn * ways.comb.deep_share < c["swarm_combs"], c["swarm_wax"], 0.0)
    share = maths.least(maths.most(flow, feeding), 1.0)
    colony.drawn = maths.least(maths.most(colony.drawn, 0.0) + builds * share, colony.given)


def equilibrium(laying: float, w: float, alpha: float, sigma: float, m: float) -> tuple[float, float]:
    """Hive bees and foragers at rest in the published model; both 0 when the colony fails.

    Source: Khoury, Myerscough and Barron 2011, from memory: with ``J = F/H`` the two equations at rest give
    ``J = (1/2)·(α/m − σ/m − 1 + √((α/m − σ/m − 1)² + 4α/m))``.
    """
    x = alpha / m - sigma / m - 1
    ratio = (x + sqrt(x * x + 4 * alpha / m)) / 2
    # At rest what emerges is what is lost: L·N/(w+N) = m·F = m·J·N/(1+J).
    bees = laying * (1 + ratio) / (m * ratio) - w
    if bees <= 0:
        return 0.0, 0.0
    return bees / (1 + ratio), bees * ratio / (1 + ratio)


def failing_loss(laying: float, w: float, alpha: float, sigma: float) -> float:
    """Forager loss above which the published model's colony fails [1/day].

    ``m = (L/2w)·(α + σ + √((α − σ)² + 4Lσ/w)) / (α − L/w)``; about 0.355 with the published constants.
    """
    rate = laying / w
    return rate / 2 * (alpha + sigma + sqrt((alpha - sigma) ** 2 + 4 * rate * sigma)) / (alpha - rate)
