"""The weather and the flows of a place, day by day.

From a generic climate (data/climates.toml), the keeper's own monthly means, or a table of daily weather.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from sabaka_core.base.dates import YEAR, day_of_year, parse_day_of_year
from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Flow, Season
from sabaka_core.geometry.profile import Floats
from sabaka_core.hive.climate import climates
from sabaka_core.kit.tables import table
from sabaka_core.season.daily import DailyWeather
from sabaka_core.season.laying import YearOfLaying, has_winter, laying_of
from sabaka_core.season.packed import sha_of

# The climate that the published curve of laying is taken to be of.
_OF_THE_CURVE = "cool-temperate"
_MID_MONTH = [15.5, 45, 74.5, 105, 135.5, 166, 196.5, 227.5, 258, 288.5, 319, 349.5]


@dataclass(frozen=True)
class Weather:
    """A year of a place, by day of the year: mean temperature, its weekly mean [°C], flow 0 to 1."""

    daily_c: tuple[float, ...]
    weekly_c: tuple[float, ...]
    flow: tuple[float, ...]

    def laying(self, c: dict[str, float]) -> YearOfLaying[float]:
        """The laying of the place, by the model's constants."""
        return laying_of(self.weekly_c, self.flow, curves_own_c(), c)

    def has_winter(self, c: dict[str, float]) -> bool:
        """Whether some weeks are too cold for the season to go on."""
        return has_winter(self.weekly_c, c)

    def last_flow_day(self) -> int:
        """Day of the year after which no flow comes until the next warm season; −1 when there is none."""
        days = [day for day, strength in enumerate(self.flow) if strength > 0]
        if not days:
            return -1
        # The longest pause without flow follows the season's last one.
        pauses = [((nxt - day - 1) % YEAR, day) for day, nxt in zip(days, [*days[1:], days[0]], strict=True)]
        return max(pauses)[1]


def weather_of(season: Season) -> Weather:
    """The weather that a season is planned by.

    Raises:
        ParameterError: no such climate, a month is missing, flows that overlap or run backwards.
    """
    row = climates().get(season.climate)
    if row is None:
        raise ParameterError("/season/climate", season.climate, "There is no such climate.", "no-such-climate")
    means = season.monthly_c or row.means
    if len(means) != 12:
        raise ParameterError(
            "/season/monthly_c",
            len(means),
            f"Give twelve monthly means, January first; {len(means)} are given.",
            "months",
        )
    flows = season.flows or tuple(Flow(first=a, last=b, strength=s) for a, b, s in row.flows)
    days = days_at_hand(season)
    return build(tuple(means), flows) if days is None else build_of_days(days, flows)


def days_at_hand(season: Season) -> DailyWeather | None:
    """The days that a season names and was handed; those that it names no more are no longer its own."""
    return season.days if season.weather is not None and isinstance(season.days, DailyWeather) else None


@lru_cache(maxsize=16)
def build_of_days(days: DailyWeather, flows: tuple[Flow, ...]) -> Weather:
    """A year of the days of a table: their mean on each day of the year, and no flow on as many of them as it rains.

    Raises:
        ParameterError: a day of the year that the table has no day near.
    """
    means: list[list[float]] = [[] for _ in range(YEAR)]
    wet: list[list[bool]] = [[] for _ in range(YEAR)]
    limit = table("spread")["no_flight_rain"].number
    for offset, mean in enumerate(days.mean_c):
        at = day_of_year(days.first + offset)
        means[at].append(mean)
        wet[at].append(bool(days.rain_mm) and days.rain_mm[offset] >= limit)
    daily = _filled([float(np.mean(each)) if each else None for each in means])
    dry = [1 - float(np.mean(each)) if each else 1.0 for each in wet]
    strength = _flow(flows)
    flow = tuple(s * d for s, d in zip(strength, dry, strict=True))
    return Weather(tuple(daily.tolist()), tuple(weekly_of(daily).tolist()), flow)


def _filled(means: list[float | None]) -> Floats:
    """Days that a table hasn't are on straight lines between their neighbours, the year going round."""
    known = [day for day, mean in enumerate(means) if mean is not None]
    values = [mean for mean in means if mean is not None]
    return np.interp(np.arange(YEAR), known, values, period=YEAR)


@lru_cache(maxsize=128)
def build(means: tuple[float, ...], flows: tuple[Flow, ...]) -> Weather:
    """A year from monthly means and flows; the days between mid-months are on straight lines."""
    days = np.arange(YEAR)
    around = [_MID_MONTH[-1] - YEAR, *_MID_MONTH, _MID_MONTH[0] + YEAR]
    daily = np.interp(days + 0.5, around, [means[-1], *means, means[0]])
    return Weather(tuple(daily.tolist()), tuple(weekly_of(daily).tolist()), _flow(flows))


def weekly_of(daily: Floats) -> Floats:
    """The mean of each day's week, the year going round."""
    padded = np.concatenate([daily[-3:], daily, daily[:3]])
    return np.convolve(padded, np.ones(7) / 7, mode="valid")


def curves_own_c() -> tuple[float, ...]:
    """Weekly means of the climate that the published curve of laying is taken to be of [°C]."""
    return build(tuple(map(float, climates()[_OF_THE_CURVE].means)), ()).weekly_c


def _flow(flows: tuple[Flow, ...]) -> tuple[float, ...]:
    strength = [0.0] * YEAR
    for index, flow in enumerate(flows):
        at = f"/season/flows/{index}"
        first, last = parse_day_of_year(flow.first, f"{at}/first"), parse_day_of_year(flow.last, f"{at}/last")
        if last < first and not (first > 300 and last < 65):
            raise ParameterError(
                f"{at}/last",
                flow.last,
                f"This flow ends before it begins on {flow.first}. Change the days round.",
                "backwards",
            )
        days = range(first, last + 1) if last >= first else [*range(first, YEAR), *range(last + 1)]
        for day in days:
            if strength[day]:
                raise ParameterError(
                    f"{at}/first", flow.first, "This flow overlaps another: end one before the other begins.", "overlap"
                )
            strength[day] = max(flow.strength, 1e-9)
    return tuple(strength)


def by_days(hive: Hive, days: DailyWeather | None) -> Hive:
    """The hive planned by the days that it names, where they are at hand; by the means that it holds otherwise."""
    season = hive.season
    if days is None or season is None or season.weather is None or season.weather.sha != sha_of(days):
        return hive
    means = {"monthly_c": days.monthly_c(), "means_of": season.means_of or days.said}
    return hive.model_copy(update={"season": season.model_copy(update=means).by(days)})


def place_of(season: Season) -> str:
    """Where a season's weather is from, for people."""
    if not season.monthly_c:
        return climates()[season.climate].name
    if season.weather is not None:
        return (
            f"{season.weather.name}: {season.means_of}" if season.weather.name != season.means_of else season.means_of
        )
    return f"Your own monthly means, {season.means_of}" if season.means_of else "Your own monthly means"
