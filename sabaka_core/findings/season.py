"""Rules on the year's plan: what goes wrong over some weeks of it, and what the plan can't move."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from functools import partial

from sabaka_core.base.dates import short
from sabaka_core.base.quantity import Quantity, Text, count, kilograms, text
from sabaka_core.base.sources import COMMON, Source
from sabaka_core.edits.follower import AddFollower
from sabaka_core.findings.registry import Draft, Proposal, doing, on, study_rule
from sabaka_core.hive.context import Context
from sabaka_core.kit.findings import Severity
from sabaka_core.kit.tables import practice, table
from sabaka_core.season.asked import year_in
from sabaka_core.season.constants import constants
from sabaka_core.season.plan import DEEP_COMBS_SPARE, WEEK
from sabaka_core.season.planned import DayRow

_COMBS, _BEES = "season-combs", "season-bees"
# What lasts so long counts: a queen is short of cells for days every spring.
_A_WEEK = 7


def _stretches(context: Context, least_days: int, holds: Callable[[DayRow], bool]) -> Iterator[tuple[int, int]]:
    """First and last day of the plan, by index, of each stretch of so many days on which something holds."""
    first: int | None = None
    for index, row in enumerate([*context.once(year_in).days, None]):
        if row is not None and holds(row):
            first = index if first is None else first
        elif first is not None:
            if index - first >= least_days:
                yield first, index - 1
            first = None


def _over(
    context: Context,
    code: str,
    holds: Callable[[DayRow], bool],
    words: str,
    why: str,
    source: Source,
    limit: Text,
    number: Callable[[list[DayRow]], Quantity],
    least_days: int = 1,
    drawing: str = _COMBS,
) -> Iterator[Draft]:
    """A draft for each stretch of the year on which something holds."""
    plan = context.once(year_in)
    last_week = len(plan.days) // WEEK - 1
    for first, last in _stretches(context, least_days, holds):
        when = f"{short(plan.days[first].day)} to {short(plan.days[last].day)}"
        yield Draft(
            code=code,
            subject=str(first),
            severity="warning",
            text=text(f"{when}: {words}"),
            why=why,
            place=on(drawing, float(first), 0.0),
            number=number(list(plan.days[first : last + 1])),
            limit=limit,
            source=source,
            at=min(first // WEEK, last_week),
        )


@study_rule("colony-crowded", "season")
def colony_crowded(context: Context) -> Iterator[Draft]:
    """Bees cover the combs they have while brood is raised: the colony swarms. That is a state, and no error."""
    crowded = _constants(context)["crowded"]
    yield from _over(
        context,
        "colony-crowded",
        lambda r: r.need.covered > crowded * r.given and r.eggs > _LEAST_WISH,
        "crowded, the colony is likely to swarm.",
        "Bees cover the combs they have for a week and more while brood is raised: give room, split, or catch it.",
        table("season")["crowded"].source,
        text("{share} of the combs given at most", share=Quantity(value=crowded, unit="part")),
        lambda rows: Quantity(value=max(r.need.covered / r.given for r in rows), unit="part"),
        _A_WEEK,
    )


@study_rule("queen-short-of-cells", "season")
def queen_short_of_cells(context: Context) -> Iterator[Draft]:
    """Drawn comb is full of stores and brood."""
    row = practice("laying_short")
    yield from _over(
        context,
        "queen-short-of-cells",
        lambda r: r.eggs < row.number * r.wished_eggs and r.wished_eggs > _LEAST_WISH,
        "the queen is short of cells.",
        "Drawn comb is full of stores and brood: brood stops growing just when bees are wanted. Hang a drawn comb "
        "beside the brood, take a full one out, or put a super on.",
        row.source,
        text("{share} of what she would lay, or more", share=Quantity(value=row.number, unit="part")),
        lambda rows: Quantity(value=min(r.eggs / r.wished_eggs for r in rows), unit="part"),
        _A_WEEK,
        _BEES,
    )


# Eggs a day that a queen wishes to lay before it is said that she is short of cells.
_LEAST_WISH = 100.0


@study_rule("run-full", "season")
def run_full(context: Context) -> Iterator[Draft]:
    """Every comb that goes in is in, and the colony needs more."""
    capacity = context.once(year_in).nest.room
    yield from _over(
        context,
        "run-full",
        lambda r: r.given >= capacity - 0.5 and r.need.combs > capacity,
        "the run is full.",
        "Every comb that goes in is in: take honey, put a super on, or split the colony.",
        COMMON,
        text("{most} combs go in", most=count(capacity)),
        lambda rows: Quantity(value=max(r.need.combs for r in rows), unit="number"),
    )


@study_rule("room-in-the-cold", "season")
def room_in_the_cold(context: Context) -> Iterator[Draft]:
    """Room that no bee covers, in the cold."""
    nest, cold = context.once(year_in).nest, _constants(context)["cold"]
    spare = DEEP_COMBS_SPARE / nest.sizes.deep_share
    yield from _over(
        context,
        "room-in-the-cold",
        lambda r: nest.moves and r.temperature_c < cold and r.given > r.need.combs + spare,
        "too much empty room in the cold.",
        "Room that no bee covers has to be warmed, and wets the combs: draw the follower up on the next mild day.",
        table("season")["cold"].source,
        text("{most} combs more than are needed at most", most=Quantity(value=spare, unit="number")),
        lambda rows: Quantity(value=max(r.given - r.need.combs for r in rows), unit="number"),
        _A_WEEK,
    )


@study_rule("stores-low", "season")
def stores_low(context: Context) -> Iterator[Draft]:
    """Less honey than a week of rain takes; where it runs out, the colony starves."""
    row = practice("stores_least")
    for draft in _over(
        context,
        "stores-low",
        lambda r: r.honey_kg < row.number,
        "stores are short.",
        row.why,
        row.source,
        text("{least} or more", least=kilograms(row.number)),
        lambda rows: kilograms(min(r.honey_kg for r in rows)),
        2,
        _BEES,
    ):
        starves = draft.number.value < practice("starves_under").number
        severity: Severity = "error" if starves else "warning"
        yield replace(draft, severity=severity)


@study_rule("colony-dies", "season")
def colony_dies(context: Context) -> Iterator[Draft]:
    """So few bees are left that the colony is none: on which day, and of what."""
    row, plan = practice("colony_least"), context.once(year_in)
    first = next((index for index, each in enumerate(plan.days) if each.bees < row.number), None)
    if first is None:
        return
    day = plan.days[first]
    starved = day.fed_kg > practice("stores_least").number
    of = "stores ran out" if starved else "too few bees emerged to follow those that died"
    yield Draft(
        code="colony-dies",
        severity="error",
        text=text(f"On {short(day.day)} fewer than {{least}} bees are left: {of}.", least=count(row.number)),
        why=(
            "Feed in time, or begin where more is in flow."
            if starved
            else "Begin with more bees or comb, earlier in the flow, or unite it with another colony."
        ),
        place=on(_BEES, float(first), 0.0),
        number=count(day.bees),
        limit=text("{least} or more", least=count(row.number)),
        source=row.source,
        at=min(first // WEEK, len(plan.days) // WEEK - 1),
    )


@study_rule("plan-moves-nothing", "season")
def plan_moves_nothing(context: Context) -> Iterator[Draft]:
    """Fixed combs can't be moved."""
    if not context.once(year_in).nest.moves:
        yield Draft(
            code="plan-moves-nothing",
            severity="note",
            text=text(
                "Its combs are fixed: the plan shows what the colony needs against what the cavity holds, and moves "
                "nothing."
            ),
            why="There is no follower to move and no comb to add.",
            place=None,
            number=count(0),
            limit=text("combs that can be moved"),
            source=COMMON,
        )


@study_rule("no-follower-to-move", "season")
def no_follower_to_move(context: Context) -> Iterator[Draft]:
    """Without a follower the plan can only count combs."""
    nest = context.once(year_in).nest
    if nest.moves and nest.near_board is None and nest.far_board is None:
        yield Draft(
            code="no-follower-to-move",
            severity="note",
            text=text("This run has no follower, so the plan counts combs; put one in to see where it stands."),
            why="A follower keeps the nest as large as the bees make it.",
            place=None,
            number=count(0),
            limit=text("a follower"),
            source=COMMON,
            proposals=partial(_with_follower, context),
        )


def _with_follower(context: Context) -> Iterator[Proposal]:
    yield doing(context, text("Put a follower in behind the combs"), AddFollower(side="far"))


def _constants(context: Context) -> dict[str, float]:
    return constants(dict(context.once(year_in).season.constants))
