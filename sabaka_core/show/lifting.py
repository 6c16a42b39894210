"""Lifting for readers: the stand, each task, the season against the stack, other loads, what would help."""

from __future__ import annotations

from typing import Any

from sabaka_core.base.quantity import Quantity, Text, Value, deg, mm, text
from sabaka_core.document.combs import FixedComb
from sabaka_core.document.hive import Hive
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.season import Season
from sabaka_core.drawing.lifting import lifting_drawing
from sabaka_core.hive.analysis import analyse, main_box
from sabaka_core.hive.whole import Whole, whole
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.tables import practice
from sabaka_core.lifting.body import body_of
from sabaka_core.lifting.improve import changes, work_of
from sabaka_core.lifting.loads import chosen_stack, comb_loads, lid_of, people, stack_box
from sabaka_core.lifting.niosh import LiftAt, lifting_index, multipliers
from sabaka_core.lifting.stand import handles_of, right_stand_mm
from sabaka_core.lifting.tasks import Lift, SeasonOfLifts, Task, Work, finite, season_here, season_there, tasks_now
from sabaka_core.season.plan import plan_of

CAUTIONS = (
    "The lifting equation is for two-handed lifts standing upright on firm ground; bees, heat and veils "
    "make every lift worse.",
    "Never move a full hive alone: strap it, close it at night, and carry it level. Ask a doctor, not a "
    "program, about a bad back.",
)
FIXED = "Its combs are fixed: none is lifted out, and what is carried is the lid and the hive."
NOT_FOR = {
    "seated": "The lifting equation doesn’t hold for lifts sitting: keep every load under about 4.5 kg, "
    "close, and without a twist; bars at elbow height of the seat.",
    "one-handed": "The lifting equation doesn’t hold for one-handed lifts: keep every load under about 3 "
    "kg, hang combs on a ledge beside you, and let somebody else take full ones.",
}


class LiftOut(Value):
    """A lift, or so many like ones."""

    name: str
    load: Quantity
    limit: Quantity
    index: float
    over: bool
    count: int
    out: Quantity
    height: Quantity
    to_height: Quantity
    turn: Quantity
    factors: tuple[float, ...]


class TaskOut(Value):
    """A task of one visit."""

    name: str
    count: int
    total: Quantity
    minutes: float
    open_combs: int
    worst: LiftOut | None


class SeasonLiftsOut(Value):
    """A season's lifts."""

    name: str
    visits: int
    count: int
    total: Quantity
    minutes: float
    heaviest: Quantity
    worst_index: float
    over: int
    worst: LiftOut | None


class LegOut(Value):
    """A leg of the stand."""

    name: str
    length: Quantity
    bevel: Quantity


class JudgedOut(Value):
    """A size or load, and whether it is right."""

    words: Text
    why: str
    good: bool


class ChangeOut(Value):
    """A change, with what it does to the worst index."""

    label: str
    edit: dict[str, Any]
    index: float
    saved: float


class LiftingReport(Value):
    """All of it for one design."""

    lifting: Lifting
    note: str
    stand: tuple[JudgedOut, ...]
    legs: tuple[LegOut, ...]
    tasks: tuple[TaskOut, ...]
    here: SeasonLiftsOut
    there: SeasonLiftsOut | None
    lifts: tuple[LiftOut, ...]
    loads: tuple[JudgedOut, ...]
    changes: tuple[ChangeOut, ...]
    cautions: tuple[str, ...]
    figure: Drawing


def lifting_report(hive: Hive) -> LiftingReport:
    """Lifting at a hive, its keeper as the design has them or of usual height.

    Raises:
        ParameterError: a size can't be used; the field is named.
    """
    box = main_box(hive)
    a, everything = analyse(hive, box), whole(hive)
    lifting = hive.lifting or Lifting()
    body = body_of(lifting)
    work = work_of(hive, a)
    plan = plan_of(a, hive.season or Season())
    here = season_here(work, plan)
    there = season_there(work, plan, chosen_stack(lifting))
    spoken = lifting.posture == "standing"
    tasks = tasks_now(work)
    return LiftingReport(
        lifting=lifting,
        note=FIXED if isinstance(a.main, FixedComb) else "" if spoken else NOT_FOR[lifting.posture],
        stand=tuple(_stand(work, everything)),
        legs=tuple(
            LegOut(name=leg.name, length=mm(leg.length_mm), bevel=deg(leg.bevel_deg)) for leg in work.standing.legs
        ),
        tasks=tuple(_task(task) for task in tasks),
        here=_season(here),
        there=_season(there),
        lifts=_bars(tasks, there),
        loads=tuple(_loads(hive, work, everything, lifting)),
        changes=tuple(
            ChangeOut(label=c.label, edit=c.edit, index=c.index, saved=c.saved) for c in changes(hive, box, plan, here)
        )
        if spoken
        else (),
        cautions=CAUTIONS,
        figure=lifting_drawing(a, everything, work.standing, body, work.place(_nearest_place(work))[0]),
    )


def _nearest_place(work: Work) -> float:
    combs = work.a.layout.nest_combs or work.a.layout.combs
    if not combs:
        return work.a.run_mm / 2
    return (combs[(len(combs) - 1) // 2].middle_mm + combs[len(combs) // 2].middle_mm) / 2


def _bars(tasks: tuple[Task, ...], there: SeasonOfLifts | None) -> tuple[LiftOut, ...]:
    """Lifts for the bar list: the worst few of an inspection here, and of the stack's fullest visit."""
    mine = sorted(tasks[-1].lifts, key=lambda lift: -min(lift.index, 99))[:6] if tasks else []
    fullest = max(there.tasks, key=lambda task: task.total_kg, default=None) if there else None
    theirs = sorted(fullest.lifts, key=lambda lift: -min(lift.index, 99))[:4] if fullest else []
    return tuple(_lift(lift) for lift in (*mine, *theirs))


def _lift(lift: Lift) -> LiftOut:
    m = lift.at_worst
    return LiftOut(
        name=lift.name,
        load=_kg(lift.load_kg),
        limit=_kg(lift.recommended_kg),
        index=round(finite(lift.index), 3),
        over=lift.is_over,
        count=lift.count,
        out=mm(lift.start.out_mm),
        height=mm(lift.start.height_mm),
        to_height=mm(lift.end.height_mm),
        turn=deg(lift.start.turn_deg),
        factors=tuple(
            round(f, 3) for f in (m.horizontal, m.vertical, m.distance, m.asymmetric, m.frequency, m.coupling)
        ),
    )


def _task(task: Task) -> TaskOut:
    return TaskOut(
        name=task.name,
        count=task.count,
        total=_kg(task.total_kg),
        minutes=round(task.minutes, 1),
        open_combs=task.open_combs,
        worst=_lift(task.worst) if task.worst else None,
    )


def _season(season: SeasonOfLifts) -> SeasonLiftsOut:
    return SeasonLiftsOut(
        name=season.name,
        visits=len(season.tasks),
        count=season.count,
        total=_kg(season.total_kg),
        minutes=round(season.minutes),
        heaviest=_kg(season.heaviest_kg),
        worst_index=round(finite(season.worst_index), 3),
        over=season.over,
        worst=_lift(season.worst) if season.worst else None,
    )


def _stand(work: Work, everything: Whole) -> list[JudgedOut]:
    body, standing = work.body, work.standing
    low, high = body.bars_mm
    steady = standing.tipping_deg >= practice("tipping").number
    bars_right = low - 1 <= standing.bars_mm <= high + 1
    right = right_stand_mm(work.a, everything, body)
    found = [
        JudgedOut(
            words=text(
                "Bars {bars} above the ground; your elbow is at {elbow}",
                bars=mm(standing.bars_mm),
                elbow=mm(body.elbow_mm),
            ),
            why="At elbow height or down to 100 mm lower."
            if bars_right
            else f"A stand of {right:.0f} mm would bring them there.",
            good=bars_right,
        ),
        JudgedOut(
            words=text(
                "Hands at {drawn} when the deepest comb is drawn clear; your shoulder is at {shoulder}",
                drawn=mm(standing.drawn_mm),
                shoulder=mm(body.shoulder_mm),
            ),
            why="Under the shoulder."
            if standing.drawn_mm <= body.shoulder_mm
            else "Over the shoulder: lower the stand, or hang combs on a ledge half drawn.",
            good=standing.drawn_mm <= body.shoulder_mm,
        ),
        JudgedOut(
            words=text("Hive and stand tip over at {lean}", lean=deg(standing.tipping_deg)),
            why="Stands against wind and a stumble."
            if steady
            else "Spread the legs, or lower the stand: wind or a stumble throws it.",
            good=steady,
        ),
    ]
    out, turn = work.place(_nearest_place(work))
    reach = body.reach_mm + 100.0
    found.append(
        JudgedOut(
            words=text(
                "The middle comb’s load is {out} before your ankles, turned {turn}", out=mm(out), turn=deg(turn)
            ),
            why="Both hands equally far."
            if turn == 0
            else "One hand reaches past the other: standing where both reach alike spares the back.",
            good=out <= reach and turn == 0,
        )
    )
    handles = handles_of(work.a)
    if handles is not None:
        words = text(
            "Carrying handles with {least} to {most} clear between them hold a drawn comb"
            if handles.possible
            else "Carrying handles can’t hold a drawn comb: it needs {least} clear between them, its bar "
            "rests on {most} at most",
            least=mm(handles.least_mm),
            most=mm(handles.most_mm),
        )
        why = (
            (
                f"Let each handle {handles.recess_mm:.0f} mm into the end board."
                if handles.recess_mm > 0.5
                else "They go on the end board as it is."
            )
            if handles.possible
            else "The comb is too wide for its bar to be hung up so."
        )
        found.append(JudgedOut(words=words, why=why, good=handles.possible))
        ledge = text(
            "A ledge or rail beside the hive at {bars} takes a comb while you look at the next",
            bars=mm(work.standing.bars_mm),
        )
        found.append(
            JudgedOut(
                words=ledge,
                why="As high as the bars, so that nothing is put down on the ground or lifted twice.",
                good=True,
            )
        )
    return found


def _loads(hive: Hive, work: Work, everything: Whole, lifting: Lifting) -> list[JudgedOut]:
    found: list[JudgedOut] = []
    for load in comb_loads(work.a):
        kg = load.by_contents["honey"]
        found.append(
            JudgedOut(
                words=text(
                    f"{load.name}: empty {{empty}}, brood {{brood}}, full of honey {{honey}}",
                    empty=_kg(load.by_contents["empty"]),
                    brood=_kg(load.by_contents["brood"]),
                    honey=_kg(kg),
                ),
                why="With its bees, wood and wax.",
                good=kg <= practice("comb_to_lift").number,
            )
        )
    lid = lid_of(everything, lifting)
    if lid.hinge == "lift-off":
        found.append(
            JudgedOut(
                words=text("Lid, lifted off: {kg}", kg=_kg(lid.kg)),
                why=f"{people(lid.kg)} to lift it.",
                good=lid.kg <= practice("lid_to_lift").number,
            )
        )
    else:
        steps = ", ".join(f"{lid.force_n(angle):.0f} N at {angle}°" for angle in (0, 30, 60))
        found.append(
            JudgedOut(
                words=text(
                    f"Lid of {{kg}}, hinged on the {lid.hinge.replace('-', ' ')}: at its far edge {steps}",
                    kg=_kg(lid.kg),
                ),
                why=f"A prop half-way out carries {lid.prop_n(60, 0.5):.0f} N at 60°: give it a stop against the wind.",
                good=lid.force_n(0) <= practice("lid_force").number,
            )
        )
    for block in everything.boxes:
        if block.is_super:
            found.append(_super(hive, work, everything, block.z[1]))
            break
    found.append(
        JudgedOut(
            words=text(
                "The whole hive: {empty} empty, {full} with every comb full",
                empty=_kg(everything.empty_kg),
                full=_kg(everything.full_kg),
            ),
            why=f"{people(everything.empty_kg)} to carry it empty, {people(everything.full_kg)} full: best "
            "moved empty.",
            good=everything.full_kg <= practice("hive_to_move").number,
        )
    )
    for stack in everything.stacks:
        if len(stack.boxes) > 1:
            found.append(
                JudgedOut(
                    words=text(f"The stack “{stack.name}” tips at {{lean}}", lean=deg(stack.tipping_deg)),
                    why="Strap stacks over the winter.",
                    good=stack.tipping_deg >= practice("tipping").number,
                )
            )
    return found


def _super(hive: Hive, work: Work, everything: Whole, top_mm: float) -> JudgedOut:
    each = hive.supers[0]
    kind = hive.comb_type(each.comb_type)
    box = stack_box(getattr(kind, "standard", ""))
    kg = box.full_kg * each.frames / max(box.frames, 1) if box else each.frames * practice("super_frame").number
    height = (hive.stand.height_mm if hive.stand else 0.0) + top_mm - 60.0
    m = multipliers(LiftAt(work.place(work.a.run_mm / 2)[0], max(height, 0.0), 300.0, 45.0), work.lifting.grip, 0.2, 1)
    index = finite(lifting_index(kg, m.recommended_kg))
    return JudgedOut(
        words=text(
            "A super full of honey: {kg}, its holds {height} above the ground; index {index}",
            kg=_kg(kg),
            height=mm(height),
            index=Quantity(value=index, unit="part"),
        ),
        why="Over 1 it is too much for some backs, over 3 for most: take it frame by frame, or with somebody.",
        good=index <= 1.0,
    )


def _kg(value: float) -> Quantity:
    return Quantity(value=value, unit="kg")
