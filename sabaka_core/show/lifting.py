"""Lifting as a study: the stand, a season here and at the stack, each lift against its limit, loads, changes."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from functools import partial

from sabaka_core.base.quantity import Text, Unit, amount, count, deg, kilograms, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY, Source
from sabaka_core.document.hive import Stand
from sabaka_core.drawing.lifting import lifting_drawing
from sabaka_core.edits.fields import SetField
from sabaka_core.findings.improve import Candidate, Gain, improved
from sabaka_core.findings.lifting import right_stand, right_stand_edits
from sabaka_core.geometry.cavity import run_length_mm
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.chapter import Asked, Line, Table
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Mend
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.metrics import Metric, Working
from sabaka_core.kit.working import computed, given, read_off, simulated
from sabaka_core.lifting.asked import (
    compared_in,
    here_in,
    lid_in,
    middle_place,
    super_in,
    supers_in,
    tasks_in,
    there_in,
    work_in,
)
from sabaka_core.lifting.body import value
from sabaka_core.lifting.compared import order_of_work
from sabaka_core.lifting.loads import chosen_stack, comb_loads, people
from sabaka_core.lifting.niosh import LOAD_CONSTANT_KG
from sabaka_core.lifting.stand import handles_of
from sabaka_core.lifting.tasks import Lift, SeasonOfLifts, finite
from sabaka_core.show.forms.lifting import lifting_forms
from sabaka_core.show.study import Numbers, Study
from sabaka_core.woodwork.masses import empty_kg, full_kg

_EQUATION = Source(mark="published", note="Waters, Putz-Anderson and Garg 1994 (DHHS 94-110), quoted from memory")
_BODY = Source(mark="from memory", note="Drillis and Contini 1966")
_STAND = "You and the stand"
# Gains of less than this in the worst index aren't worth a change.
_LEAST_GAIN = 0.005
# A stand within this of the right one is right [mm].
_STAND_OFF_MM = 20.0
_SAME_LENGTH_MM = 2.0
_MOST_HERE, _MOST_THERE = 6, 4
STANDS_WORDS = {
    "side": "Stand on one side",
    "both-sides": "Stand on either side, whichever is nearer",
    "end": "Stand at the end",
}


class LiftingStudy(Study):
    """Lifting at a hive, its keeper as the design has them or of usual height."""

    name = "lifting"
    cautions = (
        "The lifting equation is for two-handed lifts standing upright on firm ground; bees, heat and veils make "
        "every lift worse.",
        "Never move a full hive alone: strap it, close it at night, and carry it level. Ask a doctor, not a program, "
        "about a bad back.",
    )

    def lead(self, context: Context) -> Text:
        return text("You at the hive, each lift against what the equation recommends, and the same season at a stack.")

    def metrics(self, context: Context) -> Iterable[Metric]:
        yield from _stand_metrics(context)
        yield from _season_metrics(context.once(here_in), "", "A season here")
        yield from _season_metrics(context.once(there_in), "stack.", "The same at the stack")

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        yield from _compared_tables(context)
        yield _lifts_table(context)
        yield _tasks_table(context)
        yield _legs_table(context)
        yield _combs_table(context)
        yield _loads_table(context)

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        work = context.once(work_in)
        out, _ = work.place(middle_place(work))
        yield lifting_drawing(context.main, context.whole, work.standing, work.body, out)

    def helps(self, context: Context) -> tuple[Mend, ...]:
        if context.once(work_in).lifting.posture != "standing":
            return ()
        now = finite(context.once(here_in).worst_index)
        return improved(context, self.name, _candidates(context), partial(_lowers, now))

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        return lifting_forms(context.main)

    def notes(self, context: Context) -> Iterable[str]:
        if context.hive.system == "rear-access":
            yield (
                "Frames that stand on rods are drawn out level, at the height they stand at, often kneeling: the "
                "equation covers no kneeling, seated or one-handed lift, so read its index as the least there is to "
                "bear."
            )
        handles = handles_of(context.main)
        if handles is None:
            return
        if handles.possible:
            let_in = f"; let each {handles.recess_mm:.0f} mm into the end board" if handles.recess_mm > 0.5 else ""
            yield (
                f"Carrying handles with {handles.least_mm:.0f} to {handles.most_mm:.0f} mm clear between them hold a "
                f"drawn comb{let_in}."
            )
        yield "A ledge or rail beside the hive, as high as the bars, takes a comb while you look at the next."


_metric = Numbers("lifting", GEOMETRY)


def _stand_metrics(context: Context) -> Iterator[Metric]:
    work = context.once(work_in)
    body, standing, lifting = work.body, work.standing, work.lifting
    tall = given("h", "you", mm(lifting.height_mm))
    measured = read_off("as you measured it")
    elbow = (
        (body.elbow_mm, measured)
        if lifting.elbow_mm
        else computed("e = h·p", tall, given("p", "part of the height", amount(value("elbow"), "number")))
    )
    shoulder = computed("s = h·p", tall, given("p", "part of the height", amount(value("shoulder"), "number")))
    drawn = computed(
        "d = b + k + c",
        given("b", "bars above the ground", mm(standing.bars_mm)),
        given("k", "the deepest comb below its bar", mm(standing.drawn_mm - standing.bars_mm - value("drawn_clear"))),
        given("c", "drawn clear by", mm(value("drawn_clear"))),
    )
    out, turn = work.place(middle_place(work))
    bars, lean = read_off("the hive on its stand"), read_off("the hive on its feet, its weight in its middle")
    hands = read_off("you before the hive, at the comb in the middle of the nest")
    yield _metric("bars_mm", "Bars above the ground", _STAND, "mm", (standing.bars_mm, bars), GEOMETRY)
    yield _metric("elbow_mm", "Your elbow", _STAND, "mm", elbow, _BODY)
    yield _metric("drawn_mm", "Hands, the deepest comb drawn clear", _STAND, "mm", drawn, GEOMETRY)
    yield _metric("shoulder_mm", "Your shoulder", _STAND, "mm", shoulder, _BODY)
    if standing.tipping_deg is not None:
        tips = standing.tipping_deg, lean
        yield _metric("tipping_deg", "Hive and stand tip over at", _STAND, "deg", tips, GEOMETRY)
    yield _metric("out_mm", "Middle comb before your ankles", _STAND, "mm", (out, hands), GEOMETRY)
    yield _metric("turn_deg", "Turned to it by", _STAND, "deg", (turn, hands), COMMON)


def _season_metrics(season: SeasonOfLifts, prefix: str, group: str) -> Iterator[Metric]:
    visits = simulated(
        "every visit of the year’s plan that is warm enough, each comb out and back, as full as the plan has it",
        check=text("{visits} visits, {lifts} lifts", visits=count(len(season.tasks)), lifts=count(season.count)),
    )
    rows: tuple[tuple[str, str, Unit, float], ...] = (
        ("visits", "Visits", "count", float(len(season.tasks))),
        ("count", "Lifts", "count", float(season.count)),
        ("total_kg", "Lifted in all", "kg", season.total_kg),
        ("minutes", "Minutes open", "count", season.minutes),
        ("heaviest_kg", "Heaviest", "kg", season.heaviest_kg),
        ("over", "Lifts over an index of 1", "count", float(season.over)),
    )
    for key, label, unit, total in rows:
        yield _metric(f"{prefix}{key}", label, group, unit, (total, visits), COMMON)
    worst = season.worst
    found = _index_of(worst) if worst else (0.0, read_off("no comb is lifted"))
    gloss = "Load over what is recommended: over 1 too much for some backs, over 3 for most."
    yield _metric(f"{prefix}worst_index", "Worst index", group, "part", found, _EQUATION, gloss)


def _index_of(lift: Lift) -> tuple[float, Working]:
    """A lift's index with its six multipliers."""
    m = lift.at_worst
    if m.recommended_kg <= 0:
        return finite(lift.index), read_off("a lift that the equation’s tables don’t allow at all")
    parts = (
        ("H", "how far out", m.horizontal),
        ("V", "how high", m.vertical),
        ("D", "how far moved", m.distance),
        ("A", "turned", m.asymmetric),
        ("F", "how often", m.frequency),
        ("C", "hold", m.coupling),
    )
    inputs = [given(symbol, name, amount(factor, "number")) for symbol, name, factor in parts]
    load, constant = (
        given("L", "load", kilograms(lift.load_kg)),
        given("K", "load constant", kilograms(LOAD_CONSTANT_KG)),
    )
    if lift.cap_kg is None:
        return computed("i = L / (K·H·V·D·A·F·C)", load, constant, *inputs)
    own = given("M", "your own limit", kilograms(lift.cap_kg))
    return computed("i = L / min(K·H·V·D·A·F·C, M)", load, constant, *inputs, own)


def _compared_tables(context: Context) -> Iterator[Table]:
    """What comes off and goes back for a task: here and at the stack, on the fullest visit and over the year."""
    found = context.once(compared_in)
    if not found:
        return
    columns = ("Task", "combs", "boxes", "in all", "stack: combs", "boxes", "in all")
    for key, title, yearly in (("one-visit", "On the fullest visit", False), ("one-year", "Over the year", True)):
        lines = []
        for each in found:
            sides = (each.here_year, each.there_year) if yearly else (each.here, each.there)
            cells = [cell for side in sides for cell in (count(side.combs), count(side.boxes), kilograms(side.kg))]
            lines.append(Line(key=each.name, cells=(text(each.name), *cells)))
        yield Table(key=key, title=title, columns=columns, lines=tuple(lines))
    over = [each for each in context.once(supers_in) if each.chamber == context.main.box]
    order = order_of_work(context.whole, over, context.once(lid_in))
    steps = tuple(Line(cells=(count(i), text(words))) for i, words in enumerate(order, 1))
    yield Table(key="order", title="In this order, and back the other way round", columns=("", "what"), lines=steps)


def _lifts_table(context: Context) -> Table:
    """The worst few of an inspection here, and of the stack's fullest visit."""

    def worst(lifts: Iterable[Lift], most: int) -> list[Lift]:
        return sorted(lifts, key=lambda lift: -finite(lift.index))[:most]

    tasks, there = context.once(tasks_in), context.once(there_in)
    fullest = max(there.tasks, key=lambda task: task.total_kg, default=None)
    lines = []
    for lift in [
        *(worst(tasks[-1].lifts, _MOST_HERE) if tasks else []),
        *(worst(fullest.lifts, _MOST_THERE) if fullest else []),
    ]:
        index, working = _index_of(lift)
        at = lift.start
        cells = (text(lift.name), kilograms(lift.load_kg), kilograms(lift.recommended_kg), amount(index, "number"))
        how = f"Hands {at.out_mm:.0f} mm out, {at.height_mm:.0f} mm high, turned {at.turn_deg:.0f}°."
        lines.append(Line(cells=cells, why=how, working=working, good=not lift.is_over))
    columns = ("Lift", "load", "limit", "index")
    return Table(key="lifts", title="Lifts against their limit", columns=columns, lines=tuple(lines))


def _tasks_table(context: Context) -> Table:
    lines = tuple(
        Line(
            cells=(
                text(task.name),
                count(task.count),
                kilograms(task.total_kg),
                count(task.minutes),
                count(task.open_combs),
                amount(finite(task.worst_index), "number"),
            )
        )
        for task in context.once(tasks_in)
    )
    columns = ("Task", "lifts", "in all", "minutes", "combs open", "worst index")
    return Table(key="tasks", title="On one visit", columns=columns, lines=lines)


def _legs_table(context: Context) -> Table:
    legs = context.once(work_in).standing.legs
    lines = tuple(Line(cells=(text(leg.name), mm(leg.length_mm), deg(leg.bevel_deg))) for leg in legs)
    return Table(key="legs", title="Legs", columns=("Leg", "long", "bevel"), lines=lines)


def _combs_table(context: Context) -> Table:
    lines = tuple(
        Line(
            cells=(
                text(load.name),
                kilograms(load.by_contents["empty"]),
                kilograms(load.by_contents["brood"]),
                kilograms(load.by_contents["honey"]),
            ),
            why="With its bees, wood and wax.",
        )
        for load in comb_loads(context.main)
    )
    return Table(key="combs", title="A comb weighs", columns=("Comb", "empty", "brood", "full of honey"), lines=lines)


def _loads_table(context: Context) -> Table:
    return Table(key="loads", title="Other loads", columns=("Load", "weighs"), lines=tuple(_loads(context)))


def _loads(context: Context) -> Iterator[Line]:
    lid, whole, full = context.once(lid_in), context.whole, context.once(super_in)
    if lid.hinge == "lift-off":
        yield Line(
            cells=(text(f"{_lid_words(whole)}, lifted off"), kilograms(lid.kg)), why=f"{people(lid.kg)} to lift it."
        )
    else:
        steps = ", ".join(f"{lid.force_n(angle):.0f} N at {angle}°" for angle in (0, 30, 60))
        why = (
            f"At its far edge {steps}. A prop half-way out carries {lid.prop_n(60, 0.5):.0f} N at 60°: give it a stop "
            "against the wind."
        )
        yield Line(
            cells=(text(f"{_lid_words(whole)}, hinged on the {lid.hinge.replace('-', ' ')}"), kilograms(lid.kg)),
            why=why,
        )
    stack = chosen_stack(context.once(work_in).lifting)
    why = f"{stack.frames} frames of {stack.name}; {people(stack.full_kg)} to carry it."
    yield Line(cells=(text("A box of the stack, full of honey"), kilograms(stack.full_kg)), why=why)
    if full is not None:
        words = text("A super full of honey, its holds {hold} above the ground", hold=mm(full.hold_mm))
        yield Line(cells=(words, kilograms(full.kg)), why=f"Index {full.index:.2f}.")
    empty, honey = empty_kg(whole), full_kg(whole)
    yield Line(cells=(text("The whole hive, empty"), kilograms(empty)), why=f"{people(empty)} to carry it.")
    yield Line(cells=(text("The whole hive, every comb full"), kilograms(honey)), why=f"{people(honey)} to carry it.")


def _lid_words(whole: Whole) -> str:
    return "One part of the lid" if whole.hive.roof is not None and whole.hive.roof.parts > 1 else "Lid"


def _candidates(context: Context) -> Iterator[Candidate]:
    """Changes that may lower the worst lift."""
    work, hive = context.once(work_in), context.hive
    right, stand = right_stand(context), hive.stand or Stand()
    if abs(right - stand.height_mm) > _STAND_OFF_MM:
        words = text("A stand of {high}, so that the bars lie just below the elbow", high=mm(right))
        yield Candidate(words, right_stand_edits(context))
    for stands, words_ in STANDS_WORDS.items():
        if stands != work.lifting.stands:
            yield Candidate(text(words_), (SetField(path="/lifting/stands", text=stands),))
    if work.lifting.grip != "good":
        words = text("A frame grip or handled bars: a good hold")
        yield Candidate(words, (SetField(path="/lifting/grip", text="good"),))
    chamber, box = context.main.chamber, context.main.box
    turned = chamber.model_copy(update={"combs": "along" if chamber.combs == "across" else "across"})
    if chamber.axis == "lying" and abs(run_length_mm(turned) - run_length_mm(chamber)) < _SAME_LENGTH_MM:
        way = "along the hive" if turned.combs == "along" else "across the hive"
        turn = SetField(path=f"/chambers/{box}/combs", text=turned.combs)
        yield Candidate(text(f"Turn the combs: {way}"), (turn,))


def _lowers(now: float, after: Context) -> Gain | None:
    season = after.once(here_in)
    worst = finite(season.worst_index)
    if now - worst <= _LEAST_GAIN:
        return None
    words = text(
        "worst index {index} instead of {now}, {over} lifts over 1",
        index=amount(worst, "number"),
        now=amount(now, "number"),
        over=count(season.over),
    )
    return Gain(now - worst, words)
