"""Drone comb in the run: when it is put in and taken out, so that it takes mites away and breeds none."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from sabaka_core.document.run import Comb
from sabaka_core.kit.tables import practice
from sabaka_core.season.planned import Plan


@dataclass(frozen=True)
class DroneRound:
    """Drone comb given on one day, taken out on another before any drone hatches, and given again."""

    given: int
    out: int
    back: int


def drone_combs(plan: Plan) -> int:
    """Combs of the run that are meant for drone brood."""
    items = plan.nest.a.chamber.run.items
    return sum(isinstance(item, Comb) and item.role == "drone" for item in items)


def drone_rounds(plan: Plan) -> Iterator[DroneRound]:
    """Rounds of a year, from the first day with brood enough on.

    At the beginning of a round the queen needs a day or two to find the comb: its days count from the first egg,
    so the comb is looked at as the days begin, and is out before they end.
    """
    if not drone_combs(plan):
        return
    first, last = practice("drone_out").span
    enough = practice("drone_brood").number
    start = next((row.day for row in plan.days if row.need.brood >= enough), None)
    if start is None:
        return
    day = start
    frozen = round(practice("drone_frozen").span[1])
    for _ in range(round(practice("drone_rounds").number)):
        out = day + round((first + last) / 2)
        if out > plan.days[-1].day:
            return
        yield DroneRound(day, out, out + frozen)
        day = out + frozen
