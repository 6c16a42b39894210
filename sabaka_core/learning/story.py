"""The story that a year's visits tell, as the model can hear it: what was seen, what was done."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from sabaka_core.base.dates import day_of_year, iso, ordinal
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Season
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
    weighed = weights or dict(_typed_weights(told))
    seen: dict[int, SeenOnce] = {}
    for each in seen_days(built, told):
        day, sums = ordinal(each.day), each.sums
        kg = weighed[day] - weighed[first] if day in weighed and first in weighed and day > first else None
        seen[day] = SeenOnce(day, sums.covered, sums.brood, sums.stores, kg)
    for day, kg in weighed.items():
        if first < day <= days[-1] and day not in seen and first in weighed:
            seen[day] = SeenOnce(day, weighs_kg=kg - weighed[first])
    colony = planner.colony_on(first)
    doings = {ordinal(visit.day): _done(planner, built, visit) for visit in told}
    return Story(
        planner,
        colony,
        tuple(seen[day] for day in sorted(seen)),
        doings,
        days[-1],
        frozenset(day for day in days if day >= first),
    )


def _typed_weights(visits: Sequence[Visit]) -> list[tuple[int, float]]:
    return [
        (ordinal(visit.day), reading.value)
        for visit in visits
        for reading in visit.readings
        if reading.kind == "weight"
    ]


def _done(planner: Planner, built: Hive, visit: Visit) -> Doing:
    """What was done on a visit: combs put in or taken out, honey taken, feed given."""
    (day,) = seen_days(built, [visit])
    over = sum(room.worth for room in planner.nest.further[: visit.supers]) if visit.supers is not None else None
    fed = sum(each.kg * table("learning")[f"stores_of_{each.kind}"].number for each in visit.fed)

    def do(colony: ColonyState[np.ndarray]) -> None:  # type: ignore[type-var]
        if day.hanging is not None:
            given = float(day.hanging) + (over if over is not None else 0.0)
            colony.given = np.full_like(colony.given, given)
            colony.drawn = np.minimum(colony.drawn, colony.given)
        taken = np.minimum(colony.honey_kg, visit.honey_kg)
        colony.honey_kg = colony.honey_kg - taken + fed

    return do
