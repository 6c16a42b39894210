"""Whose room is where: a colony's run and what lies beyond it, and the colonies of a hive beside each other."""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil

from sabaka_core.base.dates import short
from sabaka_core.base.quantity import amount, count, text
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Line, Table
from sabaka_core.season.asked import further_years, year_in
from sabaka_core.season.households import first_colony
from sabaka_core.season.planned import Plan


def rooms_tables(context: Context) -> Iterator[Table]:
    """Where there is more than one run for one colony; a comb is worth so much of a mean one of its own run."""
    plan, further = context.once(year_in), context.once(further_years)
    if plan.nest.further:
        yield Table(
            key="rooms",
            title="Room, in the order bees take it",
            columns=("Room", "combs", "opened", "shut"),
            lines=tuple(_rooms(plan, context.main)),
        )
    if further:
        first = first_colony(context.hive, context.main.chamber.id)
        lines = [
            _colony(first.name if first else "the first", context.main, plan),
            *(_colony(y.colony.name, y.a, y.plan) for y in further),
        ]
        yield Table(
            key="colonies",
            title="The colonies of this hive",
            columns=("Colony", "lives in", "combs that go in", "most needed", "honey to take", "to feed"),
            lines=tuple(lines),
        )


def _rooms(plan: Plan, a: Analysis) -> Iterator[Line]:
    words = f"the run of {a.title}" if a.title else "the run"
    yield Line(key="run", cells=(text(words), count(plan.nest.capacity), text(short(plan.days[0].day)), text("")))
    for number, room in enumerate(plan.nest.further):
        days = [row.day for row in plan.days if len(plan.nest.opened(row.given)) > number]
        last = plan.days[-1].day
        if not days:
            opened, shut = "never", ""
        else:
            opened, shut = short(days[0]), "stays" if days[-1] == last else short(days[-1] + 1)
        combs = count(room.combs) if room.combs == room.worth else text(f"{room.combs}, worth {room.worth}")
        yield Line(key=f"room-{number}", cells=(text(room.title), combs, text(opened), text(shut)))


def _colony(name: str, a: Analysis, plan: Plan) -> Line:
    last = plan.days[-1]
    return Line(
        key=name,
        cells=(
            text(name),
            text(a.title or "the box"),
            count(plan.nest.room),
            count(ceil(plan.peak_combs)),
            amount(last.taken_kg, "kg"),
            amount(last.fed_kg, "kg"),
        ),
        why=f"From {short(plan.days[0].day)}.",
    )
