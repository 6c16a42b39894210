"""Moving in for readers: every way with its numbers, the chosen one drawn, laid out, dated, and its parts made."""

from __future__ import annotations

from sabaka_core.base.dates import iso, short
from sabaka_core.base.errors import InfeasibleError
from sabaka_core.base.quantity import Quantity, Text, Value, count, mm, text
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import Moving
from sabaka_core.drawing.moving import box_drawing, box_plan_drawing, cost_chart, over_drawing, way_drawing
from sabaka_core.drawing.rod import rod_drawing
from sabaka_core.hive.analysis import analyse
from sabaka_core.kit.drawing import Drawing
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.box import conversion_box, later_lives
from sabaka_core.moving.find import WISHES, Ranked, ways_for
from sabaka_core.moving.gaps import Gap
from sabaka_core.moving.layouts import entrance_troubles, stages
from sabaka_core.moving.making import PartMaking, costs, frame_making, kit_making
from sabaka_core.moving.matrix import KINDS
from sabaka_core.moving.move import chosen_way, moving_stages
from sabaka_core.moving.nearest import nearest_change
from sabaka_core.moving.plan import PlanStep, Trouble, plan_move
from sabaka_core.moving.room import Room
from sabaka_core.moving.ways import NewPart, Way


class GapOut(Value):
    """One written rule with its number, at both ends of tolerance."""

    label: str
    nominal: Quantity
    least: Quantity
    most: Quantity
    words: str
    verdict: str


class NewPartOut(Value):
    """A part to make: long, wide, thick."""

    name: str
    count: int
    sizes: tuple[Quantity, ...]
    note: str


class WayOut(Value):
    """One way, for the table and when it is chosen."""

    id: str
    name: str
    place: int
    feasible: bool
    kind: str
    how: str
    why: str
    nearest: str
    margin: Quantity
    tightest: str
    lost: tuple[Text, ...]
    lost_part: float
    pieces: int
    visits: int
    days: int
    reversible: bool
    frames_stay: bool
    gaps: tuple[GapOut, ...]
    parts: tuple[NewPartOut, ...]
    bridged: tuple[str, ...]
    round_excluder: tuple[str, ...]
    tools: tuple[str, ...]
    cautions: tuple[str, ...]


class StageOut(Value):
    """The run on one day."""

    id: str
    day: str
    label: str
    words: str


class MoveStepOut(Value):
    """A step of the plan."""

    id: str
    day: str
    label: str
    title: str
    words: str
    caution: str


class TroubleOut(Value):
    """What stands against the plan, and the nearest change."""

    code: str
    words: str
    nearest: str


class SawStepOut(Value):
    """One saw setting."""

    do: str
    fence: Quantity
    blade: Quantity
    passes: int
    minutes: float
    note: str


class PartMakingOut(Value):
    """A part's way through the workshop."""

    name: str
    count: int
    sizes: tuple[Quantity, ...]
    passes_each: int
    passes: int
    minutes: float
    steps: tuple[SawStepOut, ...]


class LifeOut(Value):
    """A later use of the conversion box."""

    name: str
    good: bool
    words: str


class MakingOut(Value):
    """Frames of the hive's own kind, and the chosen way's parts: how to saw them; make, buy or pool."""

    frame: str
    frames: int
    parts: tuple[PartMakingOut, ...]
    kit: tuple[PartMakingOut, ...]
    words: tuple[str, ...]
    chart: Drawing | None


class MovingReport(Value):
    """All of it for one design."""

    bees: str
    hive: str
    wish: str
    moving: Moving
    ways: tuple[WayOut, ...]
    chosen: str
    over: Drawing
    drawings: tuple[Drawing, ...]
    lives: tuple[LifeOut, ...]
    stages: tuple[StageOut, ...]
    steps: tuple[MoveStepOut, ...]
    troubles: tuple[TroubleOut, ...]
    making: MakingOut


def moving_report(hive: Hive) -> MovingReport:
    """Moving in, from the wishes the design holds or the usual ones.

    Raises:
        ParameterError: a frame, date or size can't be used; the field is named.
    """
    moving = hive.moving or Moving()
    bees, room, ranked = ways_for(hive, moving)
    way = chosen_way(ranked, moving)
    plan = plan_move(way, bees, moving, hive.season)
    found = stages(way, bees, room, moving, plan)
    troubles = (*_unfit(way, room, bees), *plan.troubles, *(entrance_troubles(found[0]) if found else ()))
    drawings = [way_drawing(way, bees, room)]
    lives: tuple[LifeOut, ...] = ()
    if way.id == "parallel-box":
        box = conversion_box(bees, room, moving)
        drawings = [box_drawing(box, bees, room), box_plan_drawing(box, bees, room)]
        lives = tuple(
            LifeOut(name=each.name, good=each.good, words=each.words) for each in later_lives(box, bees, room, moving)
        )
    return MovingReport(
        bees=bees.name,
        hive=hive.name,
        wish=WISHES[moving.wish][0],
        moving=moving,
        ways=tuple(_way(each, room, bees) for each in ranked),
        chosen=way.id,
        over=over_drawing(bees, room),
        drawings=tuple(drawings),
        lives=lives,
        stages=tuple(StageOut(id=s.id, day=iso(s.day), label=s.label, words=s.words) for s in found),
        steps=tuple(_step(step) for step in plan.steps),
        troubles=tuple(TroubleOut(code=t.code, words=t.words, nearest=t.nearest) for t in troubles),
        making=_making(way, room, moving),
    )


def moving_rod(hive: Hive, number: int) -> Drawing:
    """The rod as it stands at one stage of the move.

    Raises:
        InfeasibleError: a hive with fixed combs has no run to lay out.
    """
    found = moving_stages(hive)[0]
    if not found:
        raise InfeasibleError("This hive’s combs are fixed: there is nothing to lay out.", "Run the bees in.")
    stage = found[min(max(number, 0), len(found) - 1)]
    return rod_drawing(analyse(stage.hive, stage.box)).model_copy(update={"handles": ()})


def _unfit(way: Way, room: Room, bees: Bees) -> tuple[Trouble, ...]:
    """A chosen way that doesn't go, by each of its gaps that is short."""
    return tuple(
        Trouble(
            "doesnt-go",
            f"{gap.label}: {gap.words}, {-gap.spare_mm:.1f} mm short.",
            way.nearest or nearest_change(gap, room, bees),
        )
        for gap in way.gaps
        if gap.verdict == "short"
    )


def _way(ranked: Ranked, room: Room, bees: Bees) -> WayOut:
    way = ranked.way
    tight = way.tightest
    return WayOut(
        id=way.id,
        name=way.name,
        place=ranked.place,
        feasible=way.feasible,
        kind=KINDS[way.id],
        how=way.how,
        why=ranked.why,
        nearest=way.nearest,
        margin=mm(way.margin_mm),
        tightest=tight.label if tight else "",
        lost=_lost(way),
        lost_part=way.lost.part,
        pieces=way.pieces,
        visits=way.visits,
        days=way.days,
        reversible=way.reversible,
        frames_stay=way.frames_stay,
        gaps=tuple(_gap(g) for g in way.gaps),
        parts=tuple(_part(p) for p in way.parts if p.count),
        bridged=way.bridged,
        round_excluder=way.round_excluder,
        tools=way.tools,
        cautions=way.cautions,
    )


def _gap(gap: Gap) -> GapOut:
    return GapOut(
        label=gap.label,
        nominal=mm(gap.nominal_mm),
        least=mm(gap.least_mm),
        most=mm(gap.most_mm),
        words=gap.words,
        verdict=gap.verdict,
    )


def _part(part: NewPart) -> NewPartOut:
    return NewPartOut(name=part.name, count=part.count, sizes=tuple(mm(s) for s in part.sizes_mm), note=part.note)


def _lost(way: Way) -> tuple[Text, ...]:
    if way.lost.comb_cm2 < 1:
        return ()
    return (
        text("{area} of comb, one side, over all combs", area=Quantity(value=way.lost.comb_cm2, unit="cm2")),
        text("{cells} cells of brood", cells=count(way.lost.brood_cells)),
        text("{kg} of honey, were the rest full", kg=Quantity(value=way.lost.honey_kg, unit="kg")),
    )


def _step(step: PlanStep) -> MoveStepOut:
    return MoveStepOut(
        id=step.id, day=iso(step.day), label=short(step.day), title=step.title, words=step.words, caution=step.caution
    )


def _making(way: Way, room: Room, moving: Moving) -> MakingOut:
    wishes = moving.making
    own = room.own if isinstance(room.own, Frame) else None
    parts = frame_making(own, wishes.frames, wishes.shaped) if own else ()
    minutes = sum(part.minutes for part in parts)
    words: list[str] = []
    chart = None
    if own:
        each = minutes / wishes.frames
        found = costs(wishes, each)
        passes = sum(part.passes for part in parts)
        words = [
            f"{wishes.frames} frames: {passes} passes, about {minutes / 60:.1f} hours, setting up included.",
            f"Made alone {found.make:.0f}, bought {found.buy:.0f}, made with a shared tool "
            f"{found.pool:.0f}: cheapest is to {found.best}.",
            _pays("A tool of your own", found.make_from),
            _pays(f"A tool shared by {wishes.keepers}", found.pool_from),
        ]
        chart = cost_chart(wishes, each)
    return MakingOut(
        frame=own.name if own else "",
        frames=wishes.frames,
        parts=tuple(_made(p) for p in parts),
        kit=tuple(_made(p) for p in kit_making(way.parts)),
        words=tuple(words),
        chart=chart,
    )


def _pays(who: str, frames: int | None) -> str:
    if frames is None:
        return f"{who} never pays: a frame costs no less to make than to buy."
    return f"{who} pays from {frames} frames on."


def _made(part: PartMaking) -> PartMakingOut:
    return PartMakingOut(
        name=part.name,
        count=part.count,
        sizes=tuple(mm(s) for s in part.sizes_mm),
        passes_each=part.passes_each,
        passes=part.passes,
        minutes=round(part.minutes, 1),
        steps=tuple(
            SawStepOut(
                do=s.do,
                fence=mm(s.fence_mm),
                blade=mm(s.blade_mm),
                passes=s.passes,
                minutes=round(s.minutes, 1),
                note=s.note,
            )
            for s in part.steps
        ),
    )
