"""Many seasons of one hive at once: the same plan in good years and poor ones, with good queens and poor ones.

Years are spread about the season's own: warm and cold months, flows that come early or late and give much or little,
queens that lay more or less. All of them are one array; the model is the one that a single season runs by.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import cached_property
from hashlib import sha256
from typing import Any

import numpy as np

from sabaka_core.base.dates import YEAR, day_of_year, iso
from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.tables import table
from sabaka_core.season.daily import DailyWeather
from sabaka_core.season.laying import YearOfLaying, laying_of
from sabaka_core.season.maths import ARRAYS
from sabaka_core.season.model import ColonyState, Ways, need_of, step
from sabaka_core.season.plan import Planner
from sabaka_core.season.undisturbed import ENDLESS
from sabaka_core.season.weather import Weather, curves_own_c, weekly_of

# How many seasons are run; shares of them that a band lies between.
SEASONS = 200
LOW, MIDDLE, HIGH = 10.0, 50.0, 90.0
_MONTHS = 12
_SEED_BYTES = 4


@dataclass(frozen=True)
class ManyWeathers:
    """The weathers of many years, by day of the year: an array of years for each day."""

    daily: Floats
    weekly: Floats
    flows: Floats
    own_c: tuple[float, ...]

    @cached_property
    def daily_c(self) -> Sequence[Floats]:
        return list(self.daily)

    @cached_property
    def weekly_c(self) -> Sequence[Floats]:
        return list(self.weekly)

    @cached_property
    def flow(self) -> Sequence[Floats]:
        return list(self.flows)

    def laying(self, c: dict[str, float]) -> YearOfLaying[Floats]:
        """Each year's own laying: a late spring is a late one."""
        years = [
            laying_of(tuple(weekly.tolist()), tuple(flow.tolist()), self.own_c, c)
            for weekly, flow in zip(self.weekly.T, self.flows.T, strict=True)
        ]
        share, autumn, spring = (
            np.array([getattr(year, what) for year in years]).T for what in ("share", "autumn", "spring")
        )
        return YearOfLaying(list(share), list(autumn), list(spring))


@dataclass(frozen=True)
class Many:
    """What many seasons come to; bands are least, middle and most of the years but a tenth at either end, by day.

    Attributes:
        seed: of the dice that made the years.
        bees, brood, honey, needs: bands by day of the plan.
        combs: the most combs that each year needs; ``room`` is what the hive holds.
        short_of_room, starved: shares of the years whose run was too short, and that ran out of stores.
    """

    seed: int
    days: tuple[int, ...]
    bees: Floats
    brood: Floats
    honey: Floats
    needs: Floats
    combs: Floats
    room: int
    short_of_room: float
    starved: float

    @property
    def combs_band(self) -> tuple[float, float, float]:
        """Combs needed: the least, middle and most of four years in five."""
        low, middle, high = np.percentile(self.combs, (LOW, MIDDLE, HIGH))
        return float(low), float(middle), float(high)


def seed_of(document: str) -> int:
    """The seed of a design: the same dice for the same document."""
    return int.from_bytes(sha256(document.encode()).digest()[:_SEED_BYTES], "big")


def spread(weather: Weather, own_c: tuple[float, ...], count: int, dice: np.random.Generator) -> ManyWeathers:
    """So many years about one, by data/spread.toml."""
    rows = table("spread")
    months = dice.normal(0.0, rows["month_c"].number, (_MONTHS, count))
    # A cold month is followed by a coldish one as often as not.
    for month in range(1, _MONTHS):
        months[month] += rows["month_after_month"].number * months[month - 1]
    middles = (np.arange(_MONTHS) + 0.5) * YEAR / _MONTHS
    days = np.arange(YEAR) + 0.5
    off = np.stack([np.interp(days, middles, each, period=YEAR) for each in months.T], axis=1)
    daily = np.array(weather.daily_c)[:, None] + off
    weekly = np.stack([weekly_of(each) for each in daily.T], axis=1)
    late = np.rint(dice.normal(0.0, rows["flow_days"].number, count)).astype(int)
    much = np.clip(dice.normal(1.0, rows["flow_strength"].number, count), 0.0, None)
    flow = np.array(weather.flow)
    flows = np.stack([np.roll(flow, by) for by in late], axis=1) * much
    return ManyWeathers(daily, weekly, np.clip(flows, 0.0, 1.0), own_c)


def resampled(
    weather: Weather, table_of: DailyWeather, own_c: tuple[float, ...], count: int, dice: np.random.Generator
) -> ManyWeathers:
    """So many years drawn from those of a table, each as often as it falls; flows spread as without one.

    On a day of rain nothing flows. A table of less than two years is spread month by month about itself.
    """
    about = spread(weather, own_c, count, dice)
    means, rain = _whole_years(table_of)
    drawn = dice.integers(0, len(means), count)
    daily = means[drawn].T
    if len(means) == 1:
        daily = daily + (about.daily - np.array(weather.daily_c)[:, None])
    wet = table("spread")["no_flight_rain"].number <= rain[drawn].T
    weekly = np.stack([weekly_of(each) for each in daily.T], axis=1)
    return ManyWeathers(daily, weekly, np.where(wet, 0.0, about.flows), own_c)


def _whole_years(days: DailyWeather) -> tuple[Floats, Floats]:
    """Means and rain of each whole year of a table, from January on; of a shorter one its days of the year, once."""
    by_year: dict[int, list[int]] = {}
    for offset in range(len(days.mean_c)):
        by_year.setdefault(int(iso(days.first + offset)[:4]), []).append(offset)
    whole = [offsets for offsets in by_year.values() if len(offsets) >= YEAR]
    if not whole:
        # A year that begins in some other month, put in the order of the calendar.
        whole = [sorted(range(len(days.mean_c))[-YEAR:], key=lambda offset: day_of_year(days.first + offset))]
    means, rain = (
        np.array([[row[offset] if row else 0.0 for offset in _a_year(offsets, days.first)] for offsets in whole])
        for row in (days.mean_c, days.rain_mm)
    )
    return means, rain


def _a_year(offsets: list[int], first: int) -> list[int]:
    """One offset for each day of the year: the 29th of February is left out, what is missing is the day before."""
    on = {day_of_year(first + offset): offset for offset in reversed(offsets)}
    last, found = offsets[0], []
    for day in range(YEAR):
        last = on.get(day, last)
        found.append(last)
    return found


def many_seasons(
    planner: Planner, seed: int, tell: Callable[[float], None] = lambda share: None, days: DailyWeather | None = None
) -> Many:
    """Many seasons of a hive, from the day and the colony that its plan begins with, honey left till the flows end.

    Args:
        tell: hears how far it is, from 0 to 1.
        days: a table whose years are drawn from; spread about the season's own without one.
    """
    dice = np.random.default_rng(seed)
    own_c = curves_own_c()
    if days is None:
        weathers = spread(planner.weather, own_c, SEASONS, dice)
    else:
        weathers = resampled(planner.weather, days, own_c, SEASONS, dice)
    queens = np.clip(dice.normal(1.0, table("spread")["queen"].number, SEASONS), *table("spread")["queens"].span)
    ways = Ways(
        planner.c,
        weathers,
        planner.nest.sizes,
        planner.ways.without,
        planner.season.peak_laying * queens,
        planner.ways.brood_cells,
        ARRAYS,
    )
    colony = _many(planner.colony)
    colony.given = np.full(SEASONS, ENDLESS)
    rows: dict[str, list[Floats]] = {"bees": [], "brood": [], "honey": [], "needs": []}
    last, ahead = planner.last_flow, range(planner.first, planner.first + YEAR)
    for number, day in enumerate(ahead):
        at = day_of_year(day)
        if at == (last + 1) % YEAR:
            over = np.maximum(colony.honey_kg - planner.reserves[at], 0.0)
            colony.honey_kg = colony.honey_kg - over
            colony.taken_kg = colony.taken_kg + over
        step(colony, at, ways)
        for key, value in (
            ("bees", colony.bees),
            ("brood", colony.brood_cells),
            ("honey", colony.honey_kg),
            ("needs", need_of(colony, ways).combs),
        ):
            rows[key].append(value)
        if number % 7 == 0:
            tell(number / YEAR)
    combs = np.stack(rows["needs"]).max(axis=0)
    return Many(
        seed=seed,
        days=tuple(ahead),
        bees=_band(rows["bees"]),
        brood=_band(rows["brood"]),
        honey=_band(rows["honey"]),
        needs=_band(rows["needs"]),
        combs=combs,
        room=planner.nest.room,
        short_of_room=float(np.mean(combs > planner.nest.room)),
        starved=float(np.mean(colony.fed_kg > table("spread")["starved"].number)),
    )


def _band(rows: list[Floats]) -> Floats:
    return np.percentile(np.stack(rows), (LOW, MIDDLE, HIGH), axis=1)


def _many(colony: ColonyState[float]) -> ColonyState[Floats]:
    """As many of one colony as there are seasons."""

    def each(value: float) -> Floats:
        return np.full(SEASONS, value)

    numbers: dict[str, Any] = {
        name: each(getattr(colony, name))
        for name in ("hive", "foragers", "winter", "honey_kg", "pollen_kg", "drawn", "given")
    }
    return ColonyState(brood=deque(map(each, colony.brood)), ripening=deque(map(each, colony.ripening)), **numbers)
