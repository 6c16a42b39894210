"""One visit and a year of them, side by side: what comes off and goes back here, and at the stack."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import ceil

from sabaka_core.document.combs import FixedComb
from sabaka_core.hive.whole import Whole
from sabaka_core.lifting.loads import Lid, StackBox, comb_kg, filled_kg
from sabaka_core.lifting.supers import StandingSuper
from sabaka_core.lifting.tasks import Work, supers_on, visit_rows
from sabaka_core.season.nest import DEEP_MM2
from sabaka_core.season.planned import DayRow, Plan


@dataclass(frozen=True)
class Handled:
    """What is taken off or out once, and put back: combs, boxes, a lid that is lifted off; all of it together [kg]."""

    combs: int
    boxes: int
    lids: int
    kg: float

    def __add__(self, other: Handled) -> Handled:
        return Handled(self.combs + other.combs, self.boxes + other.boxes, self.lids + other.lids, self.kg + other.kg)


@dataclass(frozen=True)
class Compared:
    """A task on the fullest visit and over the year: here, and at the stack."""

    name: str
    here: Handled
    there: Handled
    here_year: Handled
    there_year: Handled


_NOTHING = Handled(0, 0, 0, 0.0)
Counts = Callable[[DayRow], Handled]


def compared(
    work: Work, plan: Plan, supers: Sequence[StandingSuper], lid: Lid, stack: StackBox
) -> tuple[Compared, ...]:
    """Seeing the queen, and looking through all of it; nothing where combs are fixed or no visit is warm enough."""
    rows = visit_rows(plan)
    if not rows or work.a.main is None or isinstance(work.a.main, FixedComb):
        return ()
    fullest = max(rows, key=lambda row: row.need.combs)
    tasks: tuple[tuple[str, Counts, Counts], ...] = (
        (
            "See the queen",
            lambda row: _here(work, plan, row, supers, lid, brood_only=True),
            lambda row: _there(plan, row, stack, brood_only=True),
        ),
        (
            "Look through all of it",
            lambda row: _here(work, plan, row, supers, lid, brood_only=False),
            lambda row: _there(plan, row, stack, brood_only=False),
        ),
    )
    return tuple(
        Compared(name, here(fullest), there(fullest), sum(map(here, rows), _NOTHING), sum(map(there, rows), _NOTHING))
        for name, here, there in tasks
    )


def _here(work: Work, plan: Plan, row: DayRow, supers: Sequence[StandingSuper], lid: Lid, brood_only: bool) -> Handled:
    """Lid and supers come off, combs are drawn one by one."""
    a, main = work.a, work.a.main
    assert main is not None
    hung = max(min(round(row.given), plan.nest.capacity), 1)
    brood = max(min(ceil(row.need.brood + row.need.pollen), hung), 1)
    stored = row.need.honey + row.need.nectar
    over = supers_on(plan, row.given, max(stored - (hung - brood), 0.0), supers)
    combs = brood if brood_only else hung
    kg = brood * comb_kg(a, main.id, "brood")
    if not brood_only:
        full, empty = comb_kg(a, main.id, "honey"), comb_kg(a, main.id, "empty")
        held = min(stored, float(hung - brood))
        kg += held * full + (hung - brood - held) * empty
    lifted = lid.kg if lid.hinge == "lift-off" else 0.0
    return Handled(combs, len(over), int(lifted > 0), kg + lifted + sum(box.kg(share) for box, share in over))


def _there(plan: Plan, row: DayRow, stack: StackBox, brood_only: bool) -> Handled:
    """The lid and every box but the lowest come off, frames are drawn one by one."""
    deep, frame_mm2 = plan.nest.sizes.deep_share, stack.area_mm2 / stack.frames
    in_frames = deep * DEEP_MM2 / frame_mm2
    boxes = stack.boxes_for(row.need.combs * deep)
    brood = max(ceil((row.need.brood + row.need.pollen) * in_frames), 1)
    combs = brood if brood_only else max(ceil(row.need.combs * in_frames), brood)
    spacing = stack.frame.spacing_mm
    wood = (stack.empty_kg - stack.shell_kg) / stack.frames
    honey = row.honey_kg + row.nectar_kg
    kg = brood * (filled_kg(frame_mm2, spacing, "brood") + wood)
    kg += (combs - brood) * (filled_kg(frame_mm2, spacing, "empty") + wood)
    kg += 0.0 if brood_only else honey
    off = (boxes - 1) * (stack.empty_kg + stack.frames * filled_kg(frame_mm2, spacing, "empty"))
    return Handled(combs, boxes - 1, 1, kg + off + min(honey, (boxes - 1) * stack.honey_kg) + stack.lid_kg)


def order_of_work(whole: Whole, over: Sequence[StandingSuper], lid: Lid) -> tuple[str, ...]:
    """What comes off, first to last; it goes back the other way round."""
    parts = whole.hive.roof.parts if whole.hive.roof is not None else 1
    words = {"lift-off": "The lid is lifted off", "long-side": "The lid is opened at its side"}
    first = words.get(lid.hinge, "The lid is opened at its end")
    covers = [
        f"{cover.kind} {'are' if cover.kind in ('boards', 'slats') else 'is'} taken off" for cover in whole.hive.covers
    ]
    return (
        first + (", one part at a time" if parts > 1 else ""),
        *(each[0].upper() + each[1:] for each in reversed(covers)),
        *(f"{box.name} comes off" for box in reversed(over)),
        "Combs are drawn one by one",
    )
