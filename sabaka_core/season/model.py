"""A colony day by day: bees, brood, stores, comb.

Adults follow Khoury, Myerscough and Barron 2011 (published, quoted from memory):
``dH/dt = L·N/(w+N) − H·(α − σF/N)``, ``dF/dt = H·(α − σF/N) − m·F``, ``N = H + F``.
Ours adds, each with a switch in ``Season.without``: brood that takes 21 days, laying by season, losses by
weather, laying by free cells, wax by flow, and stores. With all of them off it is the published model.
"""

from __future__ import annotations

from collections import deque
from dataclasses import dataclass, field
from itertools import islice
from math import inf, sqrt

from sabaka_core.season.weather import YEAR, Weather

BROOD_DAYS = 21
# Days of a larva's life in which it is fed: from hatching to capping.
LARVA_FIRST, LARVA_LAST = 3, 9


@dataclass(frozen=True)
class CombSizes:
    """One comb of the hive: cells on both sides, honey when full [kg], area against a deep frame's."""

    cells: float
    honey_kg: float
    deep_share: float


@dataclass(frozen=True)
class Ways:
    """What a colony lives by: constants, weather, its combs, the model's switches and the peak of laying.

    ``brood_cells`` is the most brood that there is room for where the queen lays: in her run, not in what lies beyond.
    """

    c: dict[str, float]
    weather: Weather
    comb: CombSizes
    without: frozenset[str]
    peak_laying: float
    brood_cells: float = inf


@dataclass
class ColonyState:
    """A colony on one evening. Honey and pollen in kg; combs are drawn by the bees out of those given."""

    hive: float
    foragers: float
    brood: deque[float]
    honey_kg: float
    ripening: deque[float]
    pollen_kg: float
    drawn: float
    given: float
    eaten_kg: float = 0.0
    ripened_kg: float = 0.0
    fed_kg: float = 0.0
    taken_kg: float = 0.0
    wished_eggs: float = 0.0
    laid_eggs: float = 0.0
    emerged: float = 0.0
    lost: float = field(default=0.0)

    @property
    def bees(self) -> float:
        return self.hive + self.foragers

    @property
    def brood_cells(self) -> float:
        return sum(self.brood)

    @property
    def nectar_kg(self) -> float:
        """Nectar in the combs, by the honey it will be [kg]."""
        return sum(self.ripening)

    def copy(self) -> ColonyState:
        return ColonyState(
            self.hive,
            self.foragers,
            deque(self.brood),
            self.honey_kg,
            deque(self.ripening),
            self.pollen_kg,
            self.drawn,
            self.given,
            self.eaten_kg,
            self.ripened_kg,
            self.fed_kg,
            self.taken_kg,
        )


@dataclass(frozen=True)
class Need:
    """Combs that a colony fills or covers."""

    brood: float
    pollen: float
    honey: float
    nectar: float
    covered: float

    @property
    def combs(self) -> float:
        """Combs it needs: what it fills, or what it covers when that is more."""
        return max(self.brood + self.pollen + self.honey + self.nectar, self.covered)


def need_of(colony: ColonyState, ways: Ways) -> Need:
    """How many combs a colony needs now."""
    c, comb = ways.c, ways.comb
    return Need(
        brood=colony.brood_cells / (comb.cells * c["brood_share"]),
        pollen=colony.pollen_kg / (c["comb_pollen"] * comb.deep_share),
        honey=colony.honey_kg / comb.honey_kg,
        nectar=colony.nectar_kg * c["nectar_space"] / comb.honey_kg,
        covered=colony.bees / (c["bees_a_deep_comb"] * comb.deep_share),
    )


def activity(weekly_c: float, c: dict[str, float]) -> float:
    """How far the season is open, 0 to 1, by the weekly mean."""
    begins, full = c["laying_begins"], max(c["laying_full"], c["laying_begins"] + 0.5)
    return min(max((weekly_c - begins) / (full - begins), 0.0), 1.0)


def step(colony: ColonyState, day: int, ways: Ways, late: bool = False) -> None:
    """One day of a colony, in place.

    Args:
        day: day of the year, from 0.
        late: whether the year's last flow is over.
    """
    c, off = ways.c, ways.without
    flow = ways.weather.flow[day % YEAR]
    open_ = activity(ways.weather.weekly_c[day % YEAR], c)
    bees = colony.bees
    eggs = _eggs(colony, ways, bees, open_, flow, late)
    colony.laid_eggs = eggs
    if "brood-delay" in off:
        emerging = eggs
        colony.brood[0] = eggs
    else:
        colony.brood.appendleft(eggs)
        emerging = colony.brood.pop() * c["brood_survival"]
    colony.emerged = emerging

    recruits = colony.hive * (c["recruitment"] - c["inhibition"] * colony.foragers / bees) if bees > 0 else 0.0
    if "weather-loss" in off:
        lost_foragers, lost_hive = c["forager_loss"] * colony.foragers, 0.0
    else:
        # No bee goes to forage in winter; those that forage wear out, those in cluster hardly.
        recruits *= open_ if recruits > 0 else 1.0
        loss = c["winter_loss"] + (c["forager_loss"] * c["flight_share"] - c["winter_loss"]) * open_
        lost_foragers, lost_hive = loss * colony.foragers, c["winter_loss"] * (1 - open_) * colony.hive
    colony.hive = max(colony.hive + emerging - recruits - lost_hive, 0.0)
    colony.foragers = max(colony.foragers + recruits - lost_foragers, 0.0)
    colony.lost = lost_foragers + lost_hive
    if "stores" not in off:
        _stores(colony, ways, open_, flow)
    _wax(colony, ways, day, flow)


def _eggs(colony: ColonyState, ways: Ways, bees: float, open_: float, flow: float, late: bool) -> float:
    c, off = ways.c, ways.without
    if bees <= 0:
        colony.wished_eggs = 0.0
        return 0.0
    eggs = c["laying"] * bees / (c["half_laying_bees"] + bees)
    if "seasonal-laying" not in off:
        mood = c["late_laying"] if late else c["dearth_laying"] + (1 - c["dearth_laying"]) * min(flow / 0.5, 1.0)
        # The peak is what a colony of some size reaches; a smaller one lays as the published curve rises.
        reached = (
            ways.peak_laying * (1 + c["half_laying_bees"] / c["peak_bees"]) * bees / (c["half_laying_bees"] + bees)
        )
        eggs = min(reached, ways.peak_laying) * open_ * mood
    colony.wished_eggs = eggs
    if "free-cells" not in off:
        eggs = min(eggs, max(free_cells(colony, ways), 0.0), max(ways.brood_cells - colony.brood_cells, 0.0))
    return eggs


def free_cells(colony: ColonyState, ways: Ways) -> float:
    """Drawn cells that hold nothing."""
    need = need_of(colony, ways)
    stores = (need.pollen + need.honey + need.nectar) * ways.comb.cells
    return colony.drawn * ways.comb.cells - stores - colony.brood_cells


def _stores(colony: ColonyState, ways: Ways, open_: float, flow: float) -> None:
    c = ways.c
    larvae = sum(islice(colony.brood, LARVA_FIRST, LARVA_LAST))
    per_day = LARVA_LAST - LARVA_FIRST
    adult_mg = c["adult_honey_active"] * open_ + c["adult_honey_cluster"] * (1 - open_)
    eats = (colony.bees * adult_mg + larvae * c["larva_honey"] / per_day) / 1e6
    nectar_kg = income_kg(colony.foragers, flow, open_, c)
    # What finds no cell stays out: nectar takes several times its honey's room.
    room_kg = max(free_cells(colony, ways), 0.0) / ways.comb.cells * ways.comb.honey_kg / c["nectar_space"]
    colony.ripening.appendleft(min(nectar_kg, room_kg))
    ripe = colony.ripening.pop()
    colony.ripened_kg += ripe
    stock = colony.honey_kg + ripe - eats
    if stock < 0:
        # Nectar is eaten first-hand; what is still lacking has to be fed.
        fresh = min(colony.nectar_kg, -stock)
        if fresh > 0:
            share = 1 - fresh / colony.nectar_kg
            colony.ripening = deque(n * share for n in colony.ripening)
            colony.ripened_kg += fresh
            stock += fresh
        colony.fed_kg += max(-stock, 0.0)
        stock = max(stock, 0.0)
    colony.eaten_kg += eats
    colony.honey_kg = stock
    uses = larvae * c["larva_pollen"] / per_day / 1e6
    wanted = uses * c["pollen_days"]
    brought = max(wanted - colony.pollen_kg, 0.0) * 0.2 * open_
    colony.pollen_kg = max(colony.pollen_kg + brought - uses * (1 - open_), 0.0)


def income_kg(foragers: float, flow: float, open_: float, c: dict[str, float]) -> float:
    """Honey that the day's nectar will be [kg]; between flows foragers still find a trickle."""
    return foragers * c["forager_nectar"] * max(flow, c["trickle"]) * open_ / 1000 * c["nectar_honey"]


def _wax(colony: ColonyState, ways: Ways, day: int, flow: float) -> None:
    c = ways.c
    if "wax-limit" in ways.without:
        colony.drawn = colony.given
        return
    warm = ways.weather.daily_c[day % YEAR] >= c["wax_least"]
    builds = c["wax_combs_a_week"] / 7 * colony.bees / c["strong_colony"] / ways.comb.deep_share if warm else 0.0
    # A swarm builds on what it brought, a colony on what comes in.
    feeding = 0.3 if colony.drawn < 4 else 0.0
    colony.drawn = min(max(colony.drawn, 0.0) + builds * min(max(flow, feeding), 1.0), colony.given)


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
