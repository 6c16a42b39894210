"""Rules on lifting: the stand, what stands over, each load, and lifts that are too much for some backs."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import Quantity, amount, deg, kilograms, mm, text
from sabaka_core.base.sources import COMMON, Source
from sabaka_core.document.combs import FixedComb
from sabaka_core.edits.fields import SetField
from sabaka_core.findings.registry import Draft, Proposal, doing, done, on, study_rule
from sabaka_core.hive.context import Context
from sabaka_core.kit.tables import practice
from sabaka_core.lifting.asked import here_in, lid_in, middle_place, super_in, work_in
from sabaka_core.lifting.body import value
from sabaka_core.lifting.loads import comb_loads, people
from sabaka_core.lifting.stand import handles_of, right_stand_mm
from sabaka_core.lifting.tasks import finite
from sabaka_core.woodwork.masses import full_kg

_FIGURE = "lift-figure"
_EQUATION = Source(
    mark="published", note="Waters, Putz-Anderson and Garg 1994 (DHHS 94-110), quoted from memory: a lifting index of 1"
)
# How far legs are splayed before they are in the way.
_SPLAYS_DEG = (0.0, 8.0, 15.0, 25.0)
_NOT_FOR = {
    "seated": "Keep every load under about 4.5 kg, close, and without a twist; bars at elbow height of the seat.",
    "one-handed": "Keep every load under about 3 kg, hang combs on a ledge beside you, and let somebody else take "
    "full ones.",
}


def right_stand(context: Context) -> float:
    """The stand that brings the bars to just below the elbow, in whole centimetres [mm]."""
    work = context.once(work_in)
    return round(right_stand_mm(context.main, context.whole, work.body) / 10) * 10.0


def right_stand_edits(context: Context) -> tuple[SetField, ...]:
    """Setting that stand, its legs splayed as far as it takes that it doesn't tip."""
    stand = SetField(path="/stand/height_mm", text=f"{right_stand(context):.0f} mm")
    for splay in _SPLAYS_DEG:
        edits = (stand, SetField(path="/stand/splay_deg", text=f"{splay:g}"))
        if not _tips(Context(done(context, *edits))):
            return edits
    return (stand,)


def _tips(context: Context) -> bool:
    lean = context.once(work_in).standing.tipping_deg
    return lean is not None and lean < practice("tipping").number


def _stand_proposals(context: Context) -> Iterator[Proposal]:
    words = text("Make the stand {high}", high=mm(right_stand(context)))
    yield doing(context, words, *right_stand_edits(context))


def _splay_proposals(context: Context) -> Iterator[Proposal]:
    for splay in _SPLAYS_DEG[1:]:
        words = text("Splay the stand’s legs by {splay}", splay=deg(splay))
        yield doing(context, words, SetField(path="/stand/splay_deg", text=f"{splay:g}"))


@study_rule("fixed-combs", "lifting")
def fixed_combs(context: Context) -> Iterator[Draft]:
    """Combs that are fixed aren't lifted."""
    if isinstance(context.main.main, FixedComb):
        yield Draft(
            code="fixed-combs",
            severity="note",
            text=text("Its combs are fixed: none is lifted out, and what is carried is the lid and the hive."),
            why="Nothing can be said of lifting combs out.",
            place=None,
            number=kilograms(0.0),
            limit=text("combs on bars or in frames"),
            source=COMMON,
        )


@study_rule("equation-doesnt-hold", "lifting")
def equation_doesnt_hold(context: Context) -> Iterator[Draft]:
    """Seated and one-handed work lie outside what the equation was made for."""
    posture = context.once(work_in).lifting.posture
    if posture in _NOT_FOR:
        words = "sitting" if posture == "seated" else "with one hand"
        yield Draft(
            code="equation-doesnt-hold",
            severity="warning",
            text=text(f"The lifting equation doesn’t hold for lifts {words}."),
            why=_NOT_FOR[posture],
            place=None,
            number=amount(context.once(here_in).worst_index if posture == "standing" else 0.0, "number"),
            limit=text("standing, with both hands"),
            source=_EQUATION,
            path="/lifting/posture",
        )


@study_rule("lifts-too-much", "lifting")
def lifts_too_much(context: Context) -> Iterator[Draft]:
    """A lift of the season is more than the equation recommends."""
    season, row = context.once(here_in), practice("lifting_index")
    low, high = row.span
    worst = finite(season.worst_index)
    if context.once(work_in).lifting.posture != "standing" or season.worst is None or worst <= low:
        return
    yield Draft(
        code="lifts-too-much",
        severity="error" if worst > high else "warning",
        text=text(
            f"{season.over} lifts of the season are over what is recommended; the worst, a {season.worst.name} of "
            "{kg}, has an index of {index}.",
            kg=kilograms(season.worst.load_kg),
            index=amount(worst, "number"),
        ),
        why=row.reason(worst),
        place=None,
        number=amount(worst, "number"),
        limit=text("{most} at most", most=amount(low, "number")),
        source=_EQUATION,
    )


@study_rule("bars-off-elbow", "lifting")
def bars_off_elbow(context: Context) -> Iterator[Draft]:
    """The bars don't lie where hands work with the arms hanging."""
    work = context.once(work_in)
    low, high = work.body.bars_mm
    bars = work.standing.bars_mm
    if not low - 1 <= bars <= high + 1:
        yield Draft(
            code="bars-off-elbow",
            severity="warning",
            text=text(
                "The bars lie {bars} above the ground, your elbow {elbow}.", bars=mm(bars), elbow=mm(work.body.elbow_mm)
            ),
            why="At elbow height, or down to 100 mm lower, arms hang and the back stays straight.",
            place=on(_FIGURE, 0.0, -bars),
            number=mm(bars),
            limit=text("{low} to {high}", low=mm(low), high=mm(high)),
            source=COMMON,
            path="/stand/height_mm",
            proposals=partial(_stand_proposals, context),
        )


@study_rule("drawn-over-shoulder", "lifting")
def drawn_over_shoulder(context: Context) -> Iterator[Draft]:
    """Hands rise over the shoulder before the deepest comb is clear."""
    work = context.once(work_in)
    drawn, shoulder = work.standing.drawn_mm, work.body.shoulder_mm
    if drawn > shoulder:
        yield Draft(
            code="drawn-over-shoulder",
            severity="warning",
            text=text(
                "Hands are at {drawn} when the deepest comb is drawn clear; your shoulder is at {shoulder}.",
                drawn=mm(drawn),
                shoulder=mm(shoulder),
            ),
            why="Over the shoulder arms tire at once: lower the stand, or hang combs on a ledge half drawn.",
            place=on(_FIGURE, 0.0, -drawn),
            number=mm(drawn),
            limit=text("{most} at most", most=mm(shoulder)),
            source=COMMON,
            path="/stand/height_mm",
            proposals=partial(_stand_proposals, context),
        )


@study_rule("tips-over", "lifting")
def tips_over(context: Context) -> Iterator[Draft]:
    """Hive and stand, or a stack of boxes, tip at too small a lean."""
    row = practice("tipping")
    tips = {"Hive and stand tip": context.once(work_in).standing.tipping_deg}
    tips |= {f"The stack “{s.name}” tips": s.tipping_deg for s in context.whole.stacks if len(s.boxes) > 1}
    for number, (words, lean) in enumerate(tips.items()):
        if lean is not None and lean < row.number:
            yield Draft(
                code="tips-over",
                subject=str(number),
                severity="warning",
                text=text(f"{words} over at {{lean}}.", lean=deg(lean)),
                why=row.why,
                place=on(_FIGURE, 0.0, 0.0),
                number=deg(lean),
                limit=text("{least} or more", least=deg(row.number)),
                source=row.source,
                path="/stand/splay_deg",
                proposals=partial(_splay_proposals, context),
            )


@study_rule("comb-out-of-reach", "lifting")
def comb_out_of_reach(context: Context) -> Iterator[Draft]:
    """The middle comb hangs farther off than arms go."""
    work = context.once(work_in)
    out, _ = work.place(middle_place(work))
    reach = work.body.reach_mm + value("lean_forward")
    if out > reach:
        yield Draft(
            code="comb-out-of-reach",
            severity="warning",
            text=text("The middle comb’s load is {out} before your ankles.", out=mm(out)),
            why="Farther than arms reach, the back goes with them.",
            place=on(_FIGURE, out, 0.0),
            number=mm(out),
            limit=text("{most} at most", most=mm(reach)),
            source=COMMON,
            path="/lifting/stands",
        )


@study_rule("reached-across", "lifting")
def reached_across(context: Context) -> Iterator[Draft]:
    """One hand reaches past the other."""
    work = context.once(work_in)
    _, turn = work.place(middle_place(work))
    if turn > 0 and not isinstance(context.main.main, FixedComb):
        yield Draft(
            code="reached-across",
            severity="note",
            text=text("One hand reaches past the other, and the body turns by {turn}.", turn=deg(turn)),
            why="Standing where both hands reach alike spares the back.",
            place=None,
            number=deg(turn),
            limit=text("both hands equally far"),
            source=COMMON,
            path="/lifting/stands",
        )


@study_rule("handles-hold-no-comb", "lifting")
def handles_hold_no_comb(context: Context) -> Iterator[Draft]:
    """Carrying handles can't hold a drawn comb between them."""
    handles = handles_of(context.main)
    if handles is not None and not handles.possible:
        yield Draft(
            code="handles-hold-no-comb",
            severity="note",
            text=text(
                "Carrying handles can’t hold a drawn comb: it needs {least} clear between them, its bar rests on "
                "{most} at most.",
                least=mm(handles.least_mm),
                most=mm(handles.most_mm),
            ),
            why="The comb is too wide for its bar to be hung up so.",
            place=None,
            number=mm(handles.least_mm),
            limit=text("{most} at most", most=mm(handles.most_mm)),
            source=COMMON,
        )


@study_rule("comb-heavy", "lifting")
def comb_heavy(context: Context) -> Iterator[Draft]:
    """A comb full of honey is two hands' work."""
    row = practice("comb_to_lift")
    for number, load in enumerate(comb_loads(context.main)):
        kg = load.by_contents["honey"]
        if kg > row.number:
            yield Draft(
                code="comb-heavy",
                subject=str(number),
                severity="warning",
                text=text(f"“{load.name}” full of honey weighs {{kg}}.", kg=kilograms(kg)),
                why=row.why,
                place=None,
                number=kilograms(kg),
                limit=text("{most} at most", most=kilograms(row.number)),
                source=row.source,
            )


@study_rule("lid-heavy", "lifting")
def lid_heavy(context: Context) -> Iterator[Draft]:
    """The lid is more than one lifts, off or at its far edge."""
    lid = context.once(lid_in)
    if lid.hinge == "lift-off":
        row, found = practice("lid_to_lift"), kilograms(lid.kg)
        words = text("The lid weighs {kg}, lifted off.", kg=found)
    else:
        row, found = practice("lid_force"), Quantity(value=lid.force_n(0), unit="N")
        words = text("The lid takes {force} at its far edge.", force=found)
    if found.value > row.number:
        yield Draft(
            code="lid-heavy",
            severity="warning",
            text=words,
            why=row.why,
            place=None,
            number=found,
            limit=text("{most} at most", most=Quantity(value=row.number, unit=found.unit)),
            source=row.source,
            path="/roof/opens",
        )


@study_rule("super-heavy", "lifting")
def super_heavy(context: Context) -> Iterator[Draft]:
    """A super full of honey is too much for some backs."""
    found, row = context.once(super_in), practice("lifting_index")
    low, high = row.span
    if found is not None and found.index > low:
        yield Draft(
            code="super-heavy",
            severity="error" if found.index > high else "warning",
            text=text(
                "A super full of honey weighs {kg}, its holds {hold} above the ground: index {index}.",
                kg=kilograms(found.kg),
                hold=mm(found.hold_mm),
                index=amount(found.index, "number"),
            ),
            why="Take it frame by frame, or with somebody.",
            place=on(_FIGURE, 0.0, -found.hold_mm),
            number=amount(found.index, "number"),
            limit=text("{most} at most", most=amount(low, "number")),
            source=_EQUATION,
        )


@study_rule("hive-heavy", "lifting")
def hive_heavy(context: Context) -> Iterator[Draft]:
    """A full hive isn't carried by two."""
    row, full = practice("hive_to_move"), full_kg(context.whole)
    if full > row.number:
        yield Draft(
            code="hive-heavy",
            severity="note",
            text=text(
                f"The whole hive weighs {{full}} with every comb full: {people(full)} people to carry it.",
                full=kilograms(full),
            ),
            why=row.why,
            place=None,
            number=kilograms(full),
            limit=text("{most} at most", most=kilograms(row.number)),
            source=row.source,
        )
