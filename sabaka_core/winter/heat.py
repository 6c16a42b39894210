"""Heat and honey day by day: the cluster in series with its shell; water given off, and where it condenses."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import asin, atanh, cbrt, pi, sqrt

from sabaka_core.base.dates import YEAR, iso, ordinal
from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering
from sabaka_core.hive.analysis import LEAST_COMB_MM, Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.chambers import no_room
from sabaka_core.kit.tables import practice
from sabaka_core.season.constants import constants
from sabaka_core.season.households import own_run
from sabaka_core.season.nest import Nest
from sabaka_core.season.weather import Weather, weather_of
from sabaka_core.winter.draught import STILL, Draught, draught_of
from sabaka_core.winter.physics import (
    AIR_HEAT,
    ZERO_C,
    Shell,
    dew_point_c,
    saturation_pa,
    series_w,
    vapour_kg_m3,
    vapour_pa,
)
from sabaka_core.winter.shell import WinterRun, shell_of, winter_run

DAY_S = 86_400.0
# For the month and day of a day of the year: any that has no leap day.
_ANY_YEAR = "2026-01-01"
MONTH_DAYS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)


@dataclass(frozen=True)
class Cluster:
    """A cluster as a spheroid of its volume: half axes [m] across and upright."""

    across: float
    upright: float

    @property
    def area(self) -> float:
        """Surface [m²]."""
        return spheroid_area(self.across, self.upright)

    @property
    def sphere_area(self) -> float:
        """Surface of the sphere as large [m²]."""
        radius = cbrt(self.across**2 * self.upright)
        return 4 * pi * radius**2

    @property
    def more(self) -> float:
        """How much more surface than the sphere, as a part."""
        return self.area / self.sphere_area - 1

    @property
    def ratio(self) -> float:
        """Upright over across: over 1 tall, under 1 flattened."""
        return self.upright / self.across


def spheroid_area(across: float, upright: float) -> float:
    """Surface of a spheroid with two half axes ``across`` and one ``upright``.

    Source: plane geometry; prolate ``2πa²(1 + c/(a·e)·asin e)``, oblate ``2πa²(1 + (1−e²)/e·atanh e)``.
    """
    a, c = across, upright
    if abs(a - c) < 1e-9 * a:
        return 4 * pi * a * a
    if c > a:
        e = sqrt(1 - (a / c) ** 2)
        return 2 * pi * a * a * (1 + c / (a * e) * asin(e))
    e = sqrt(1 - (c / a) ** 2)
    return 2 * pi * a * a * (1 + (1 - e * e) / e * atanh(e))


def cluster_of(bees: float, bee_ml: float, high_m: float, wide_m: float, long_m: float) -> Cluster:
    """The cluster of so many bees: round where comb and run let it, else squeezed to fit."""
    volume = bees * bee_ml / 1e6
    radius = cbrt(volume * 3 / (4 * pi))
    upright = min(radius, high_m / 2)
    across = sqrt(volume * 3 / (4 * pi) / upright)
    room = sqrt(wide_m * long_m) / 2
    if across > room > 0:
        across = room
        upright = min(volume * 3 / (4 * pi) / across**2, high_m / 2)
    return Cluster(across, upright)


@dataclass(frozen=True)
class WinterDay:
    """One day: outside, cavity [°C]; heat [W]; honey [kg]; humidity inside [%]; faces wetted, by index."""

    day: int
    out_c: float
    in_c: float
    heat_w: float
    honey_kg: float
    humidity: float
    wet: tuple[int, ...]
    clustered: bool
    brooding: bool


@dataclass(frozen=True)
class Winter:
    """The winter of one hive."""

    a: Analysis
    wintering: Wintering
    c: dict[str, float]
    weather: Weather
    run: WinterRun
    shell: Shell
    cluster: Cluster
    draught: Draught = STILL

    @property
    def vent_w_k(self) -> float:
        """Heat that goes with the air [W/K]."""
        return AIR_HEAT * self._flow

    @property
    def _flow(self) -> float:
        key = "flow_vented" if self.wintering.school == "vented" else "flow_sealed"
        return (self.c[key] + self.draught.flow_l_s) / 1000

    @cached_property
    def ua(self) -> float:
        """Walls and air together [W/K]."""
        return self.shell.ua + self.vent_w_k

    @cached_property
    def _brooding(self) -> frozenset[int]:
        """Days on which there is brood though the bees cluster: so long before the spring's laying weather."""
        from_day, warm_enough = self.c["brood_before"], practice("brooding_weather").number
        warm = [day for day in range(YEAR) if self.weather.weekly_c[day] >= warm_enough]
        if not warm or len(warm) == YEAR:
            return frozenset(range(YEAR)) if warm else frozenset()
        opens = [day for day in warm if self.weather.weekly_c[day - 1] < warm_enough]
        early = {(day - back) % YEAR for day in opens for back in range(1, int(from_day) + 1)}
        return frozenset(early | set(warm))

    @cached_property
    def days(self) -> tuple[WinterDay, ...]:
        """Every day of the year."""
        c, area = self.c, self.cluster.area
        rest = self.wintering.bees * c["rest_mw"] / 1000
        film = c["cluster_film"] * area
        rho = self.wintering.humidity / 100
        found = []
        for day in range(YEAR):
            out = self.weather.daily_c[day]
            brooding = day in self._brooding
            share = c["brood_share"] if brooding else 0.0
            shell = c["shell_brooding"] * share + c["shell_broodless"] * (1 - share)
            heat = series_w(shell, out, film, self.ua, rest)
            inside = out + heat / self.ua
            honey = heat * DAY_S / (c["honey_mj"] * 1e6)
            water = honey * c["water_of_honey"] / DAY_S
            held = vapour_kg_m3(saturation_pa(out) * rho, out) + water / self._flow
            pressure = vapour_pa(held, inside)
            full = saturation_pa(inside)
            dew = dew_point_c(min(pressure, full))
            wet = tuple(
                i for i, face in enumerate(self.shell.faces) if inside - face.u * face.rsi * (inside - out) < dew - 1e-9
            )
            found.append(
                WinterDay(
                    day,
                    out,
                    inside,
                    heat,
                    honey,
                    min(pressure / full, 1.0) * 100,
                    wet,
                    out < c["clusters_below"],
                    brooding,
                )
            )
        return tuple(found)

    @cached_property
    def clustered(self) -> tuple[WinterDay, ...]:
        """Days on which the bees cluster."""
        return tuple(day for day in self.days if day.clustered)

    @cached_property
    def honey_kg(self) -> float:
        """Honey burnt over the winter [kg]."""
        return sum(day.honey_kg for day in self.clustered)

    @property
    def humidity(self) -> float:
        """Mean humidity inside over the winter [%]."""
        return sum(day.humidity for day in self.clustered) / max(len(self.clustered), 1)

    def wet_days(self, face: int) -> int:
        """Winter days on which a face is wetted."""
        return sum(face in day.wet for day in self.clustered)

    def month(self, number: int) -> tuple[WinterDay, ...]:
        """The days of a month, from 0."""
        first = sum(MONTH_DAYS[:number])
        return self.days[first : first + MONTH_DAYS[number]]

    def part_w(self, day_out: float, day_in: float) -> tuple[float, ...]:
        """Heat through each face at temperatures inside and out, air last [W]."""
        return (*(ua * (day_in - day_out) for ua in self.shell.by_face), self.vent_w_k * (day_in - day_out))


def winter_of(
    a: Analysis, season: Season, wintering: Wintering, plan_combs: int | None, boxes: tuple[BoxPlace, ...] = ()
) -> Winter:
    """The winter of a chamber.

    Args:
        plan_combs: combs that the season's plan winters on.
        boxes: those that stay over it.
    Raises:
        ParameterError: a constant out of its range, a wall without thickness, combs that aren't there.
    """
    c = constants(dict(wintering.constants), "winter")
    nest = Nest(own_run(a))
    combs = wintering.combs or plan_combs or nest.capacity
    if combs > nest.capacity:
        raise ParameterError("/wintering/combs", combs, f"The run holds {nest.capacity} combs.", "more-than-the-run")
    run = winter_run(a, nest, combs)
    shell = shell_of(a, run, c, wintering.school == "vented", boxes)
    high = min(a.section.height_mm, a.comb_depth_mm) / 1000
    if high * 1000 < LEAST_COMB_MM:
        raise no_room(a)
    cluster = cluster_of(wintering.bees, c["bee_ml"], high, a.section.top_mm / 1000, run.long_mm / 1000)
    weather = weather_of(season)
    coldest = min(range(YEAR), key=weather.weekly_c.__getitem__)
    day, out = iso(ordinal(_ANY_YEAR, "") + coldest)[5:], ZERO_C + weather.weekly_c[coldest]
    draught = draught_of(a.chamber, day, c["draught_warmer"], out, c["draught_opening"])
    return Winter(a, wintering, c, weather, run, shell, cluster, draught)


def settings_of(hive: Hive) -> tuple[Season, Wintering]:
    """A design's season and wintering, or the usual ones."""
    return hive.season or Season(), hive.wintering or Wintering()
