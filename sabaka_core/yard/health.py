"""Mites read against thresholds, the weeks without brood, where strips go, and what was given. All of it defers.

Thresholds are from memory and differ by place: the label, local law and licensed advice come first.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal

from sabaka_core.base.dates import YEAR, day_of_year, iso, ordinal
from sabaka_core.base.quantity import Value
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.kit.tables import Row, practice, table
from sabaka_core.season.constants import constants
from sabaka_core.season.households import own_run
from sabaka_core.season.nest import Nest
from sabaka_core.yard.against import of_the_first
from sabaka_core.yard.plan import BookPlan
from sabaka_core.yard.standing import runs_of
from sabaka_core.yard.visit import Mites, Visit

_SEASONS = ("winter", "spring", "summer", "autumn")
_FALLEN, _DRONES = "fallen-a-day", "drone-brood"
_HALF_YEAR_MONTHS, _SEASON_MONTHS, _MONTHS = 6, 3, 12

CAUTION = (
    "Thresholds are from memory and differ by place: follow the label, your law, and the advice of whoever is licensed "
    "to give it."
)
DISEASE = (
    "Sunken or pierced cappings, a foul smell, brood that ropes, scales that cling, larvae yellow and slack: stop. "
    "Close the hive, move nothing out of the yard, clean tools and gloves, and call your bee inspector: some diseases "
    "have to be notified by law, and nobody but the inspector says what they are."
)


class MiteVerdict(Value):
    """A count of mites read against its threshold; ``rate`` as the threshold is told, ``unit`` in which."""

    day: str
    by: str
    count: int
    rate: float
    unit: str
    low: float
    high: float
    verdict: Literal["few", "watch", "act"]
    words: str


def mite_verdicts(visits: Sequence[Visit], southern: bool = False) -> tuple[MiteVerdict, ...]:
    """All counts of mites, the last first.

    Args:
        southern: whether the year is turned where the hive stands.
    """
    return tuple(
        verdict
        for visit in reversed(visits)
        for mites in visit.mites
        if (verdict := _verdict(visit.day, mites, southern)) is not None
    )


def season_of(day: str, southern: bool) -> str:
    """The season of a day: December to February are winter in the north."""
    month = int(day[5:7]) + (_HALF_YEAR_MONTHS if southern else 0)
    return _SEASONS[month % _MONTHS // _SEASON_MONTHS]


def _verdict(day: str, mites: Mites, southern: bool) -> MiteVerdict | None:
    """None where a sample says not of how many bees."""
    season = season_of(day, southern)
    if mites.by == _FALLEN:
        row, rate = table("health")[f"fallen-{season}"], float(mites.count)
    elif mites.of is None:
        return None
    else:
        row = table("health")[_DRONES if mites.by == _DRONES else f"sample-{season}"]
        rate = 100 * mites.count / mites.of
    low, high = row.span
    verdict: Literal["few", "watch", "act"] = "few" if rate < low else "watch" if rate < high else "act"
    return MiteVerdict(
        day=day,
        by=mites.by,
        count=mites.count,
        rate=round(rate, 1),
        unit=row.unit,
        low=low,
        high=high,
        verdict=verdict,
        words=_words(verdict, row, season),
    )


def _words(verdict: str, row: Row, season: str) -> str:
    if verdict == "few":
        return f"Few for {season}: count again in a month."
    if verdict == "watch":
        return f"As many as ask for a second look in {season}. {row.why}"
    return f"More than {season} should see: ask for advice now. {row.why}"


def brood_free(plan: BookPlan, stands: Hive) -> tuple[str, str] | None:
    """The longest time of a plan's year with next to no brood: its first and its last day; none where there is none.

    Args:
        stands: the hive, for how much brood goes on a comb of it.
    """
    nest = Nest(own_run(analyse(stands, main_box(stands)), None))
    full = nest.sizes.cells * constants({})["brood_share"]
    least = practice("brood_free").number / full
    free = [sums.brood is not None and sums.brood <= least for sums in plan.days]
    best, start = (0, 0), 0
    for day, each in enumerate([*free, False]):
        if each:
            continue
        if day - start > best[1] - best[0]:
            best = (start, day)
        start = day + 1
    return None if best[1] == best[0] else (iso(plan.first + best[0]), iso(plan.first + best[1] - 1))


def in_this_year(window: tuple[str, str], today: str) -> tuple[str, str]:
    """A time of a plan's year as it comes next, or is now."""
    first, last = (ordinal(day) for day in window)
    now = ordinal(today)
    ahead = (day_of_year(last) - day_of_year(now)) % YEAR
    return iso(now + ahead - (last - first)), iso(now + ahead)


def strip_places(stands: Hive, covered: int, combs_a_strip: int) -> Iterator[int]:
    """After which combs strips hang, one for so many occupied combs as the label says, spread over them.

    Args:
        stands: the hive as it stands; its combs are counted from the near end, those of another colony passed over.
        covered: combs that bees cover, about the brood where that is known.
    """
    own = {comb.id for comb in of_the_first(stands, runs_of(stands))}
    items = (item for item in stands.chambers[main_box(stands)].run.items if isinstance(item, Comb))
    numbered = [(number, comb) for number, comb in enumerate(items, 1) if comb.id in own]
    combs = [comb for _, comb in numbered]
    brood = [at for at, comb in enumerate(combs, 1) if comb.contents == "brood"]
    middle = sum(brood) / len(brood) if brood else (covered + 1) / 2
    covered = min(covered, len(combs))
    first = min(max(round(middle - (covered - 1) / 2), 1), max(len(combs) - covered + 1, 1))
    strips = max(-(-covered // combs_a_strip), 1) if covered else 0
    for number in range(strips):
        yield numbered[max(first - 2 + round((number + 0.5) * covered / strips), 0)][0]


class Given(Value):
    """One treatment of the register."""

    hive: str
    what: str
    batch: str
    how_much: str
    given_on: str
    out_on: str
    no_honey_until: str
    by: str


def given_in(hive: str, visits: Sequence[tuple[Visit, str]]) -> Iterator[Given]:
    """What a hive was given, by its visits and whoever wrote them."""
    for visit, by in visits:
        for each in visit.treated:
            yield Given(
                hive=hive,
                what=each.what,
                batch=each.batch,
                how_much=each.how_much,
                given_on=visit.day,
                out_on=each.out_on or "",
                no_honey_until=each.no_honey_until or "",
                by=by,
            )
