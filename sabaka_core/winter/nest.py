"""The winter nest: clustered days, the band of honey over the cluster, each comb's band, gaps the cluster must
cross."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from math import ceil

from sabaka_core.base.dates import YEAR, parse_day_of_year
from sabaka_core.document.combs import Frame
from sabaka_core.document.run import Comb
from sabaka_core.document.wintering import Wintering
from sabaka_core.frames.parts import openings_of, unbroken_height_mm
from sabaka_core.season.planned import Plan
from sabaka_core.winter.heat import Winter

# Of a full honey comb that a brood comb carries over its brood, common practice.
_BROOD_BAND = 0.35


@dataclass(frozen=True)
class CombBand:
    """One comb of the winter run: honey on it [kg], the band that makes [mm], and what to do with it."""

    number: int
    contents: str
    honey_kg: float
    band_mm: float
    verdict: str
    why: str


@dataclass(frozen=True)
class WinterNest:
    """The nest as the winter asks for it and as it is [mm, kg]."""

    days: int
    typed: bool
    band_mm: float
    cluster_mm: float
    comb_mm: float
    unbroken_mm: float
    gap_mm: float
    climbs: bool
    needed_kg: float
    present_kg: float
    combs: tuple[CombBand, ...]

    @property
    def least_comb_mm(self) -> float:
        """Comb depth that a cluster climbing all winter needs."""
        return self.band_mm + self.cluster_mm

    @property
    def short_mm(self) -> float:
        """By how much the comb is too shallow for that; 0 where it isn't."""
        return max(self.least_comb_mm - self.comb_mm, 0.0)

    @property
    def climb_matters(self) -> bool:
        """Whether most of the winter can be climbed: shallower combs are wintered in along the run."""
        return self.short_mm < self.band_mm / 2

    @property
    def short_days(self) -> int:
        """Days at the winter's end for which no band is left over the cluster."""
        return ceil(self.short_mm / self.band_mm * self.days - 1e-9) if self.band_mm > 0 else 0


def nest_of(winter: Winter, plan: Plan) -> WinterNest:
    """The nest, its stores as the season's plan has them when it is made ready for the winter."""
    a, c = winter.a, winter.c
    shut_in = shut_in_days(winter.wintering)
    days = len(winter.clustered) if shut_in is None else shut_in
    band = days * c["climb"]
    main = a.main
    high = a.hung_of(main.id).bottom_mm - a.hung_of(main.id).top_mm if main else a.comb_depth_mm
    unbroken, gap = high, 0.0
    if isinstance(main, Frame):
        unbroken = unbroken_height_mm(main)
        fields = openings_of(main)
        gap = max((low.top_mm - up.bottom_mm for up, low in itertools.pairwise(fields)), default=0.0)
    needed = winter.honey_kg
    present = _present_kg(winter, plan)
    climbs = high >= band + c["cluster_high"]
    return WinterNest(
        days,
        shut_in is not None,
        band,
        c["cluster_high"],
        high,
        unbroken,
        gap,
        climbs,
        needed,
        present,
        tuple(_combs(winter, present, band, high, climbs, needed)),
    )


def shut_in_days(wintering: Wintering) -> int | None:
    """Days of confinement as the keeper says them, both ends counted; none where he doesn't say both."""
    if wintering.first_day is None or wintering.last_day is None:
        return None
    first, last = parse_day_of_year(wintering.first_day), parse_day_of_year(wintering.last_day)
    return (last - first) % YEAR + 1


def _present_kg(winter: Winter, plan: Plan) -> float:
    """Honey in the hive once it is made ready, or when the clustering begins."""
    first = plan.days[0].day
    day = plan.contraction_day
    if day is None:
        cold = [row for row in plan.days if row.temperature_c < winter.c["clusters_below"] and row.day > first + 90]
        day = cold[0].day if cold else plan.days[-1].day
    return plan.days[min(max(day - first, 0), len(plan.days) - 1)].honey_kg


def _combs(winter: Winter, present: float, band: float, high: float, climbs: bool, needed: float) -> list[CombBand]:
    """Honey spread over the winter's combs, full ones outside and a band over the brood, and each comb's verdict."""
    a = winter.a
    items = [item for item in winter.run.run.items if isinstance(item, Comb)]
    if not items:
        return []
    full = {item.type: a.honey_kg(a.hive.comb_type(item.type)) for item in items}
    brood = max(min(3, len(items) // 2), 1)
    kinds = ["brood" if i < brood else "honey" for i in range(len(items))]
    caps = [
        full[item.type] * (_BROOD_BAND if kind == "brood" else 1.0) for item, kind in zip(items, kinds, strict=True)
    ]
    left, found = present, []
    on = [0.0] * len(items)
    for index in range(len(items)):
        on[index] = min(caps[index], left)
        left -= on[index]
    short = present < needed
    share = winter.c["band_share"]
    sits_on = ceil(2000 * winter.cluster.across / a.main_spacing_mm)
    felt = winter.wintering.felt_mm
    if felt:
        return _sorted_by_feel(items, kinds, felt, full, high, share * band, sits_on)
    for index, item in enumerate(items):
        own = on[index] / max(full[item.type], 1e-9) * high
        if short and on[index] < caps[index] - 0.05:
            verdict, why = "feed", "There is room on it, and the stores don’t last."
        elif not climbs and on[index] > 0.1:
            verdict, why = "stay", "Stores on one side of the cluster: it moves along them."
        elif not climbs:
            verdict, why = (
                ("stay", "The cluster sits on it.")
                if index < sits_on
                else ("move out", "Nothing on it: room to heat for no use.")
            )
        elif own >= share * band or kinds[index] == "brood":
            verdict, why = "stay", "Its band lasts while the cluster climbs."
        else:
            verdict, why = "move out", f"A band of {own:.0f} mm is under five sixths of the {band:.0f} mm needed."
        found.append(CombBand(index + 1, kinds[index], on[index], own, verdict, why))
    return found


def _sorted_by_feel(
    items: list[Comb],
    kinds: list[str],
    felt_mm: tuple[float, ...],
    full: dict[str, float],
    high: float,
    least_mm: float,
    sits_on: int,
) -> list[CombBand]:
    """The combs by the honey that the keeper felt over the bees: five sixths of the band, or they go.

    Where the bees sit a comb without its band is changed for the fullest of those beside them.
    """
    felt = [felt_mm[i] if i < len(felt_mm) else 0.0 for i in range(len(items))]
    holds = [mm >= least_mm - 1e-6 for mm in felt]
    empty_inside = sum(not held for held in holds[:sits_on])
    spare = sorted((i for i in range(sits_on, len(items)) if holds[i]), key=lambda i: -felt[i])[:empty_inside]
    found = []
    for index, item in enumerate(items):
        own = felt[index]
        if index in spare:
            verdict, why = "swap inward", "It has its band, and a comb that the bees sit on hasn’t."
        elif holds[index]:
            verdict, why = "stay", "Its band lasts while the cluster climbs."
        else:
            verdict, why = (
                "move out",
                f"A band of {own:.0f} mm is under five sixths of what is needed, {least_mm:.0f} mm.",
            )
        honey = min(own / max(high, 1.0), 1.0) * full[item.type]
        found.append(CombBand(index + 1, kinds[index], honey, own, verdict, why))
    return found
