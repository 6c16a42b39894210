"""The story that a year's visits tell, as the model can hear it: what was seen, what was done."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

import numpy as np

from sabaka_core.base.dates import day_of_year, iso, ordinal
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Season
from sabaka_core.geometry.profile import Floats
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.kit.tables import table
from sabaka_core.learning.ensemble import Doing
from sabaka_core.learning.fit import SeenOnce, Story
from sabaka_core.season.model import ColonyState
from sabaka_core.season.plan import DAYS, Planner
from sabaka_core.yard.against import seen_days
from sabaka_core.yard.visit import Visit


def planner_of(built: Hive, today: str) -> Planner:
    """The planner of a hive's year as it is now: its season begun on its day of the year, the last time before today.

    Raises:
        SabakaError: the year can't be planned as the design stands.
    """
    season = (built.season or Season()).model_copy(update={"seen": ()})
    start, now = ordinal(season.start_day), ordinal(today)
    first = now - (day_of_year(now) - day_of_year(start)) % DAYS
    # A leap day between them moves it by one.
    while day_of_year(first) != day_of_year(start):
        first -= 1
    by = season.days
    season = season.model_copy(update={"start_day": iso(first)})
    return Planner(analyse(built, main_box(built)), season if by is None else season.by(by))


def story_of(
    planner: Planner, built: Hive, visits: Sequence[Visit], days: range, weights: Mapping[int, float] | None = None
) -> Story | None:
    """What a hive's visits since the year began tell; none where the hive wasn't opened yet.

    Args:
        planner: of its year (:func:`planner_of`).
        visits: in the order in which they were made.
        days: the days that are told of it afterwards, to the last one that the model runs to [ordinals].
        weights: what the hive weighed on days [kg], where it stands on a scale.
    """
    told = [visit for visit in visits if planner.first <= ordinal(visit.day) <= days[-1]]
    opened = [visit for visit in told if visit.found]
    if not opened:
        return None
    first = ordinal(opened[0].day)
    told = [visit for visit in told if ordinal(visit.day) >= first]
    seen: dict[int, SeenOnce] = {}
    for each in seen_days(built, told):
        day, sums = ordinal(each.day), each.sums
        seen[day] = SeenOnce(day, sums.covered, sums.brood, sums.stores)
    for day, kg in _weighed(weights or {}, first, days[-1]):
        seen[day] = replace(seen.get(day, SeenOnce(day)), weighs_kg=kg)
    colony = planner.colony_on(first)
    doings = {day: _done(planner, built, [v for v in told if ordinal(v.day) == day]) for day in map(_day_of, told)}
    return Story(
        planner,
        colony,
        tuple(seen[day] for day in sorted(seen)),
        doings,
        days[-1],
        frozenset(day for day in days if day >= first),
    )


def _day_of(visit: Visit) -> int:
    return ordinal(visit.day)


def _weighed(weights: Mapping[int, float], first: int, last: int) -> Iterator[tuple[int, float]]:
    """What the hive weighs more than on the first day, once a week [kg]; none where it wasn't weighed then."""
    if first not in weights:
        return
    apart, before = table("learning")["weights_apart"].number, first
    for day in sorted(weights):
        if before + apart <= day <= last:
            before = day
            yield day, weights[day] - weights[first]


def _done(planner: Planner, built: Hive, visits: Sequence[Visit]) -> Doing:
    """What was done on the visits of a day: combs put in or taken out, honey taken, feed given."""
    rows, further = table("learning"), planner.nest.further
    hangs = [each.hanging for each in seen_days(built, visits) if each.hanging is not None]
    supers = [visit.supers for visit in visits if visit.supers is not None]
    over = sum(room.worth for room in further[: supers[-1]]) if supers else 0.0
    fed = sum(each.kg * rows[f"stores_of_{each.kind}"].number for visit in visits for each in visit.fed)
    honey = sum(visit.honey_kg for visit in visits)

    def do(colony: ColonyState[Floats]) -> None:
        if hangs:
            colony.given = np.full_like(colony.given, hangs[-1] + over)
            colony.drawn = np.minimum(colony.drawn, colony.given)
        colony.honey_kg = np.maximum(colony.honey_kg - honey, 0.0) + fed

    return do
