"""The lifting of a design, for every study that asks for it."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.lifting import Lifting
from sabaka_core.hive.context import Context
from sabaka_core.lifting.body import body_of, value
from sabaka_core.lifting.compared import Compared, compared
from sabaka_core.lifting.loads import Lid, chosen_stack, lid_of
from sabaka_core.lifting.niosh import LiftAt, lifting_index, multipliers
from sabaka_core.lifting.stand import standing_of
from sabaka_core.lifting.supers import StandingSuper, standing_supers
from sabaka_core.lifting.tasks import SeasonOfLifts, Task, Work, finite, season_here, season_there, tasks_now
from sabaka_core.season.asked import year_in


def work_in(context: Context) -> Work:
    """How its keeper works at it.

    Raises:
        ParameterError: legs that can't stand; the field is named.
    """
    lifting = context.hive.lifting or Lifting()
    standing = standing_of(context.main, context.whole)
    return Work(context.main, lifting, body_of(lifting), standing)


def here_in(context: Context) -> SeasonOfLifts:
    """A season of lifts at it."""
    return season_here(context.once(work_in), context.once(year_in), context.once(supers_in))


def there_in(context: Context) -> SeasonOfLifts:
    """The same season at the stack that it would replace."""
    work = context.once(work_in)
    return season_there(work, context.once(year_in), chosen_stack(work.lifting))


def tasks_in(context: Context) -> tuple[Task, ...]:
    """What is done on one visit, as its run stands."""
    over = [(each, 1.0) for each in context.once(supers_in) if each.chamber == context.main.box]
    return tasks_now(context.once(work_in), over)


def compared_in(context: Context) -> tuple[Compared, ...]:
    """One visit and a year of them, here and at the stack."""
    work = context.once(work_in)
    stack = chosen_stack(work.lifting)
    return compared(work, context.once(year_in), context.once(supers_in), context.once(lid_in), stack)


def supers_in(context: Context) -> tuple[StandingSuper, ...]:
    """Every super, lowest first."""
    return standing_supers(context.whole)


def lid_in(context: Context) -> Lid:
    """Its lid."""
    return lid_of(context.whole, context.once(work_in).lifting)


def middle_place(work: Work) -> float:
    """Where the middle comb of the nest hangs in the run [mm]."""
    combs = work.a.layout.nest_combs or work.a.layout.combs
    if not combs:
        return work.a.run_mm / 2
    return (combs[(len(combs) - 1) // 2].middle_mm + combs[len(combs) // 2].middle_mm) / 2


@dataclass(frozen=True)
class FullSuper:
    """A super full of honey: its mass, its holds above the ground, and its lifting index [kg, mm]."""

    kg: float
    hold_mm: float
    index: float


def super_in(context: Context) -> FullSuper | None:
    """The lowest of its supers, full; None where it has none."""
    box = next(iter(context.once(supers_in)), None)
    if box is None:
        return None
    work, kg, hold = context.once(work_in), box.full_kg, box.hold_mm
    at = LiftAt(work.place(work.a.run_mm / 2)[0], max(hold, 0.0), value("box_set_out"), value("turned_aside"))
    allowed = multipliers(at, work.lifting.grip, value("boxes_a_minute"), 1).recommended_kg
    return FullSuper(kg, hold, finite(lifting_index(kg, allowed)))
