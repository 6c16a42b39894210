"""Sun on the roof: how hot the bars get, and whether comb softens."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.winter.heat import MONTH_DAYS, Winter


@dataclass(frozen=True)
class SummerDay:
    """A hot afternoon: nest, air, sunlit roof and the underside of the top [°C]; heat coming in through it [W]."""

    nest_c: float
    air_c: float
    roof_c: float
    under_c: float
    heat_w: float
    softens: bool


# What part of the sun reaches the roof on a hot afternoon, by where the hive stands.
_SUNLIT = {"not-said": 1.0, "sun": 1.0, "half-shade": 0.5, "shade": 0.0}


def sun_of(winter: Winter) -> float:
    """Sun on the roof where the hive stands [W/m²]."""
    return winter.c["sun"] * _SUNLIT[winter.a.hive.choices.siting]


def summer_of(winter: Winter) -> SummerDay:
    """The hottest month's hot afternoon, with the sun on the roof.

    Source: sol-air temperature ``T + α·I/h``, from memory.
    """
    c = winter.c
    months = [sum(day.out_c for day in winter.month(i)) / MONTH_DAYS[i] for i in range(12)]
    air = max(months) + c["hot_day"]
    nest = c["nest"]
    roof = air + c["roof_takes"] * sun_of(winter) / c["roof_film"]
    top = next(face for face in winter.shell.faces if face.name == "Top")
    # Heat comes down through the top, so that its inside surface resists as a floor's does.
    flow = top.u * (roof - nest)
    under = nest + flow * c["rsi_down"]
    return SummerDay(nest, air, roof, under, flow * top.area, under > c["comb_softens"])
