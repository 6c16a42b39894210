"""The dated plan of a move: what is done on which day, and what is wrong with the days."""

from __future__ import annotations

from dataclasses import dataclass, replace

from sabaka_core.base.dates import ordinal, short
from sabaka_core.base.errors import ParameterError
from sabaka_core.document.moving import Moving
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import Way

_ANIMALS = "Veil and gloves at hand; know who is allergic near you. Lift combs one by one, not boxes."


@dataclass(frozen=True)
class PlanStep:
    """One thing to do on a day, counted as a day of the calendar."""

    id: str
    day: int
    title: str
    words: str
    caution: str = ""


@dataclass(frozen=True)
class MovePlan:
    """Steps in the order of their days. The queen's day is the one she is put on the new combs."""

    steps: tuple[PlanStep, ...]
    move_day: int
    queen_day: int | None
    clear_day: int | None
    drones_day: int | None

    @property
    def last_day(self) -> int:
        return max(step.day for step in self.steps)


def plan_move(way: Way, bees: Bees, moving: Moving) -> MovePlan:
    """The plan of one way.

    Raises:
        ParameterError: a day that isn't one, or a queen put over before the move.
    """
    day = ordinal(moving.day, "/moving/day")
    before = _before(way, bees, moving, day)
    steps = [*before, *_day_itself(way, bees, moving, day)]
    queen = clear = drones = None
    if way.for_good:
        steps += _settling(way, day)
    else:
        queen = ordinal(moving.queen_day, "/moving/queen_day") if moving.queen_day else day + moving.visit_days
        if queen < day:
            raise ParameterError(
                "/moving/queen_day",
                moving.queen_day,
                f"The queen can’t go onto the new combs before the move on {short(day)}.",
                "reversed",
            )
        clear, drones = queen + int(value("worker_days")), queen + int(value("drone_days"))
        steps += _over(way, moving, day, queen, clear, drones)
    ordered = tuple(_for_each(step, moving.hives) for step in sorted(steps, key=lambda step: step.day))
    return MovePlan(ordered, day, queen, clear, drones)


def _for_each(step: PlanStep, hives: int) -> PlanStep:
    """A step as it is done to several hives on one day."""
    return step if hives == 1 else replace(step, title=f"{step.title}, {hives} hives")


def _before(way: Way, bees: Bees, moving: Moving, day: int) -> list[PlanStep]:
    """What comes before the day; nothing where the bees come today."""
    if moving.begins == "today":
        return []
    if bees.kind == "swarm":
        return [
            PlanStep(
                "ready",
                day - 1,
                "Hive ready",
                "Bars or frames in, follower set for a swarm, feeder at hand. Bait boxes hang some 90 m off.",
            )
        ]
    if bees.kind == "fixed":
        return [
            PlanStep(
                "ready",
                day - 1,
                "Tools ready",
                "Slings cut, boards and knife laid out, cage and candy ready; look for cross comb.",
            )
        ]
    stand = day - moving.spot_days
    words = (
        "Stand the box exactly where the hive will be, its entrance at the new one’s height and facing the same way."
    )
    ready = "All parts made and tried in the empty hive; look through the combs for cross comb."
    return [PlanStep("stand", stand, "Box on the spot", words), PlanStep("ready", day - 1, "Parts ready", ready)]


_ORDERS = {
    "one-each-end": "nearest the entrance first, an empty one at each end",
    "own-first": "behind the hive’s own {own}, which hang nearest the entrance",
    "own-behind": "nearest the entrance first, the hive’s own {own} behind them",
}
_FEEDERS = {"none": "", "among": " A feeder hangs behind the combs.", "behind": " A feeder stands behind the follower."}


def _day_itself(way: Way, bees: Bees, moving: Moving, day: int) -> list[PlanStep]:
    if way.id == "shaken":
        words = way.how + " Feed, unless there is a flow."
        return [PlanStep("move", day, "The day itself", words, _ANIMALS)]
    words = (
        "On a calm, warm afternoon: box aside, hive in its place. Combs one at a time, in their order and "
        f"facing the same way, {_ORDERS[moving.order].format(own=moving.own_combs)}; a fine spray of water keeps bees "
        "on them. Then shake in the bees left in the box, close up and feed."
        f"{_FEEDERS[moving.feeder]}"
        f"{' The extra-tall follower closes the run up to the riser.' if way.riser_mm > 0 else ''}"
    )
    if moving.begins == "today":
        words = "They come today: leave them shut and shaded where the hive will stand till the afternoon. " + words
    if way.id == "tied-in":
        words = (
            "In the cool of the day: find the queen and cage her behind 6 mm of candy. Comb by comb: cut "
            "out, straight edge up, slings on, hang it in the old order. "
            "Clean up every drop of honey before you close."
        )
    return [PlanStep("move", day, "The day itself", words, " ".join((_ANIMALS, *way.cautions[:1])))]


def _settling(way: Way, day: int) -> list[PlanStep]:
    steps = [
        PlanStep(
            "check",
            day + 3,
            "First look",
            "From outside: bees fan at the entrance and carry pollen. Feed again if they are light.",
        )
    ]
    if way.id == "tied-in":
        candy = day + int(value("candy_days"))
        slings = day + int(value("slings_days"))
        steps.append(PlanStep("candy", candy, "Queen out", "See that the candy is eaten and the cage empty."))
        steps.append(
            PlanStep(
                "slings",
                slings,
                "Slings off",
                "Combs are fastened by now: cut the slings and draw them out before they are built in.",
            )
        )
    steps.append(
        PlanStep("eggs", day + 7, "Eggs", "Find eggs, and no cross comb; set the follower for the space they cover.")
    )
    return steps


def _by_excluder(way: Way, queen: int, clear: int, drones: int) -> list[PlanStep]:
    """The queen is put over, an excluder behind her."""
    gaps = f" Close the ways round it: {'; '.join(way.round_excluder)}." if way.round_excluder else ""
    look = queen + int(value("cells_look_days"))
    return [
        PlanStep(
            "queen",
            queen,
            "Queen onto the new combs",
            f"The first new comb is drawn: put the queen on it, nearest the entrance, the excluder behind it.{gaps}",
        ),
        PlanStep(
            "cells",
            look,
            "Look for queen cells",
            "On the old brood, which is far from the queen now: break emergency cells.",
        ),
        PlanStep(
            "clear",
            clear,
            "Worker brood clear",
            f"{int(value('worker_days'))} days after the queen left them the old combs hold no worker brood.",
        ),
        PlanStep(
            "out",
            drones,
            "Drones clear, old combs out",
            f"After {int(value('drone_days'))} days drones are out too: let them out behind the "
            "excluder, take the old combs out and shake them "
            f"off.{' The riser comes off.' if way.riser_mm > 0 else ''}",
        ),
    ]


def _over(way: Way, moving: Moving, day: int, queen: int, clear: int, drones: int) -> list[PlanStep]:
    steps = [
        PlanStep(
            "check",
            day + 3,
            "First look",
            "From outside: fanning, pollen coming in. Feed while they draw the new combs.",
        )
    ]
    if moving.queen_by == "excluder":
        return [*steps, *_by_excluder(way, queen, clear, drones)]
    for number in range(1, 4):
        at = queen + (number - 1) * moving.visit_days
        steps.append(
            PlanStep(
                f"outward-{number}",
                at,
                "Old combs outward",
                "Each old comb one place further from the entrance, a new one into the gap beside the "
                "brood; never split brood in cold weather.",
            )
        )
    steps.append(
        PlanStep(
            "clear",
            max(clear, queen + 3 * moving.visit_days),
            "Last brood clear",
            "The old combs at the end hold no brood by now, if the queen kept to the new ones: look before "
            "you take them.",
        )
    )
    steps.append(
        PlanStep(
            "out",
            max(drones, queen + 3 * moving.visit_days) + 1,
            "Old combs out",
            f"Take them out and shake them off.{' The riser comes off.' if way.riser_mm > 0 else ''}",
        )
    )
    return steps
