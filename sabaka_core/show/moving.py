"""Moving in as a study: every way with its numbers, the chosen one drawn, laid out, dated, and its parts made."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence

from sabaka_core.base.dates import iso, short
from sabaka_core.base.quantity import Text, Unit, amount, count, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY, Source
from sabaka_core.document.combs import Frame
from sabaka_core.drawing.costs import cost_chart
from sabaka_core.drawing.moving import box_drawing, box_plan_drawing, over_drawing, way_drawing
from sabaka_core.drawing.rod import rod_drawing
from sabaka_core.edits.fields import SetField
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Doing, Line, Moments, Occasion, Paper, Table
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.forms import Action, FieldGroup
from sabaka_core.kit.metrics import Input, Metric, Working
from sabaka_core.kit.working import computed, given, read_off
from sabaka_core.moving.asked import Move, move_in
from sabaka_core.moving.find import WISHES, RankedWay
from sabaka_core.moving.later import later_lives
from sabaka_core.moving.making import Costs, PartMaking, costs, frame_making, frame_price, kit_making
from sabaka_core.moving.matrix import KINDS
from sabaka_core.show.forms.moving import moving_forms
from sabaka_core.show.study import Numbers, Study

_WAY, _MAKING = "The chosen way", "Make, buy or pool"
_KIND_WORDS = {"goes": "whole", "parts": "whole, with parts", "cut": "comb cut", "bees": "bees only"}
_MEMORY = Source(mark="from memory", note="saw settings in data/making.toml")


class MovingStudy(Study):
    """Moving in, from the wishes the design holds or the usual ones."""

    name = "moving"
    momentary = frozenset({"rod"})
    agenda_title = "Days"
    papers = (
        Paper(label="Calendar file (.ics)", name="moving-calendar"),
        Paper(label="The plan to print (PDF)", name="moving-page"),
    )
    cautions = (
        "Local law on moving, registering and inspecting bees comes first. Signs of disease on the combs: stop, and "
        "call the bee inspector.",
        "Small parts at a saw: riving knife and guard on, push stick and hold-down, stop block clear of the blade, no "
        "gloves, eyes and ears covered. Let the blade stop before you clear it.",
    )

    def lead(self, context: Context) -> Text:
        move = context.once(move_in)
        return text(f"{move.bees.name} into this hive; first wish: {WISHES[move.moving.wish][0]}.")

    def metrics(self, context: Context) -> Iterable[Metric]:
        yield from _way_metrics(context.once(move_in))
        yield from _making_metrics(context.once(move_in))

    def moments(self, context: Context, at: int | None) -> Moments | None:
        found = context.once(move_in).stages
        if not found:
            return None
        days = tuple(iso(stage.day) for stage in found)
        names = tuple(stage.label for stage in found)
        return Moments(label="Stage", names=names, at=min(max(at or 0, 0), len(found) - 1), table="stages", days=days)

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        move = context.once(move_in)
        yield _ways_table(move)
        yield _gaps_table(move)
        yield _parts_table(move)
        yield from _lists(move)
        yield _stages_table(move)
        yield from _making_tables(move)

    def agenda(self, context: Context) -> Iterable[Occasion]:
        for step in context.once(move_in).plan.steps:
            doing = Doing(id=step.id, title=step.title, words=text(step.words), caution=step.caution)
            yield Occasion(label=short(step.day), day=iso(step.day), doings=(doing,))

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        move = context.once(move_in)
        yield over_drawing(move.bees, move.room)
        box = move.box
        if box is None:
            yield way_drawing(move.way, move.bees, move.room)
        else:
            yield box_drawing(box, move.bees, move.room)
            yield box_plan_drawing(box, move.bees, move.room)
        if move.stages:
            stage = move.stages[asked.shown]
            yield rod_drawing(analyse(stage.hive, stage.box)).model_copy(update={"handles": ()})

    def charts(self, context: Context, asked: Asked) -> Iterable[Chart]:
        move = context.once(move_in)
        if own_frame(move) is not None:
            yield cost_chart(move.moving.making, _minutes_each(move))

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        return moving_forms(context.main)


def sizes_text(sizes: Sequence[float]) -> Text:
    """Sizes of one piece, long × wide × thick."""
    values = {f"s{i}": mm(size) for i, size in enumerate(sizes)}
    return Text(template=" × ".join(f"{{{name}}}" for name in values), values=values)


_metric = Numbers("moving", GEOMETRY)


def _way_metrics(move: Move) -> Iterator[Metric]:
    way, tight = move.way, move.way.tightest
    if tight is not None:
        spare = computed(
            "s = g − n",
            given("g", f"least gap: {tight.label.lower()}", mm(tight.least_mm)),
            given("n", "what it has to be", mm(tight.least_mm - tight.spare_mm)),
        )
        yield _metric("margin_mm", "To spare", _WAY, "mm", spare)
    drawn, plan = read_off("the comb as it will hang"), read_off("the plan of its days")
    rows: tuple[tuple[str, str, Unit, float, Working], ...] = (
        ("pieces", "Parts to make", "count", float(way.pieces), read_off("the list of parts")),
        ("visits", "Visits", "count", float(way.visits), plan),
        ("days", "Days", "count", float(way.days), plan),
        ("lost_cm2", "Comb lost, one side", "cm2", way.lost.comb_cm2, drawn),
        ("lost_cells", "Brood lost, in cells", "count", way.lost.brood_cells, drawn),
        ("lost_honey_kg", "Honey lost, were the rest full", "kg", way.lost.honey_kg, drawn),
    )
    for key, label, unit, value, working in rows:
        yield _metric(key, label, _WAY, unit, (value, working))


def own_frame(move: Move) -> Frame | None:
    """The hive's own frame; None where it hangs bars or fixed combs."""
    return move.room.own if isinstance(move.room.own, Frame) else None


def _frame_parts(move: Move) -> tuple[PartMaking, ...]:
    own, wishes = own_frame(move), move.moving.making
    return frame_making(own, wishes.frames, wishes.shaped) if own else ()


def _minutes_each(move: Move) -> float:
    return sum(part.minutes for part in _frame_parts(move)) / move.moving.making.frames


def _making_metrics(move: Move) -> Iterator[Metric]:
    parts, wishes = _frame_parts(move), move.moving.making
    if not parts:
        return
    each = _minutes_each(move)
    found, price = costs(wishes, each), frame_price(wishes, each)
    frames = given("n", "frames", count(wishes.frames))
    tool = given("t", "the tool", amount(wishes.tool_price, "number"))
    one = given("c", "one frame, wood and hours", amount(price, "number"))
    sawn = read_off("the saw settings, part by part, setting up included")
    alone, bought = computed("m = t + c·n", tool, one, frames), computed("m = b·n", _bought(wishes.buy_price), frames)
    shared = computed("m = t / k + c·n", tool, given("k", "keepers", count(wishes.keepers)), one, frames)
    hours = sum(part.minutes for part in parts) / 60
    rows: tuple[tuple[str, str, Unit, tuple[float, Working]], ...] = (
        ("frames", "Frames wanted", "count", (float(wishes.frames), read_off("as it is set"))),
        ("passes", "Passes of the saw", "count", (float(sum(part.passes for part in parts)), sawn)),
        ("hours", "Hours", "number", (hours, sawn)),
        ("make_cost", "Made alone", "number", alone),
        ("buy_cost", "Bought", "number", bought),
        ("pool_cost", "Made with a shared tool", "number", shared),
    )
    for key, label, unit, value in rows:
        yield _metric(key, label, _MAKING, unit, value, _MEMORY if value[1] is sawn else COMMON)
    yield from _pays(found, read_off("the fewest frames at which it beats buying, counted up"))


def _bought(price: float) -> Input:
    return given("b", "one frame bought", amount(price, "number"))


def _pays(found: Costs, working: Working) -> Iterator[Metric]:
    for key, label, frames in (
        ("make_from", "A tool of your own pays from so many frames", found.make_from),
        ("pool_from", "A shared tool pays from so many frames", found.pool_from),
    ):
        if frames is not None:
            yield _metric(key, label, _MAKING, "count", (float(frames), working), COMMON)


def _ways_table(move: Move) -> Table:
    columns = ("Way", "how", "to spare", "parts", "days", "comb lost")
    lines = tuple(_way(each, move) for each in move.ranked)
    return Table(key="ways", title="Ways", columns=columns, lines=lines)


def _way(ranked: RankedWay, move: Move) -> Line:
    way = ranked.way
    kind = _KIND_WORDS[KINDS[way.id]] if way.feasible else "doesn’t go"
    return Line(
        key=way.id,
        cells=(
            text(way.name),
            text(kind),
            mm(way.margin_mm),
            count(way.pieces),
            count(way.days),
            amount(100 * way.lost.part, "%"),
        ),
        why=f"{ranked.why} {way.nearest}".strip(),
        good=way.feasible,
        choose=Action(label=way.name, edit=SetField(path="/moving/way", text=way.id).model_dump()),
        chosen=way is move.way,
    )


def _gaps_table(move: Move) -> Table:
    lines = tuple(
        Line(
            key=gap.verdict,
            cells=(text(gap.label), mm(gap.nominal_mm), mm(gap.least_mm), mm(gap.most_mm)),
            why=f"{gap.words[0].upper()}{gap.words[1:]}.",
            good=None if gap.verdict == "bridged" else gap.verdict == "right",
        )
        for gap in move.way.gaps
    )
    return Table(key="gaps", title="Gaps", columns=("Gap", "as drawn", "least", "most"), lines=lines)


def _parts_table(move: Move) -> Table:
    lines = tuple(
        Line(
            key=part.name,
            cells=(text(f"{part.count * move.moving.hives} × {part.name}"), sizes_text(part.sizes_mm)),
            why=part.note,
        )
        for part in move.way.parts
        if part.count
    )
    return Table(key="parts", title="Parts", columns=("Part", "long × wide × thick"), lines=lines)


def _lists(move: Move) -> Iterator[Table]:
    """What goes with the chosen way, a line each."""
    way, box = move.way, move.box
    undone = "Can be undone." if way.reversible else "Can’t be undone."
    old = "The old frames stay usable." if way.frames_stay else "The old frames are spent."
    for key, title, words in (
        ("how", way.name, (way.how, f"{undone} {old}")),
        ("bridged", "Bees will bridge", way.bridged),
        ("round-excluder", "Ways round the excluder", way.round_excluder),
        ("tools", "Tools", way.tools),
        ("mind", "Mind", way.cautions),
    ):
        if words:
            yield Table(
                key=key, title=title, columns=(title,), lines=tuple(Line(cells=(text(each),)) for each in words)
            )
    if box is not None:
        lives = later_lives(box, move.bees, move.room, move.moving)
        lines = tuple(Line(cells=(text(each.name),), why=each.words, good=each.good) for each in lives)
        yield Table(key="lives", title="The box later", columns=("Use",), lines=lines)


def _stages_table(move: Move) -> Table:
    lines = tuple(Line(key=stage.id, cells=(text(stage.label), text(stage.words))) for stage in move.stages)
    return Table(key="stages", title="On the rod", columns=("Stage", "what stands there"), lines=lines, folded=True)


def _making_tables(move: Move) -> Iterator[Table]:
    """How each part is sawn, setting by setting: of the hive's own frames, and of the way."""
    for start, parts in (("frame", _frame_parts(move)), ("kit", kit_making(move.way.parts))):
        for index, part in enumerate(parts):
            yield _made(f"{start}-{index}", part)


def _made(key: str, part: PartMaking) -> Table:
    columns = ("Setting", "fence", "blade above table", "passes", "minutes")
    lines = tuple(
        Line(
            cells=(
                text(step.do),
                mm(step.fence_mm),
                mm(step.blade_mm),
                count(step.passes),
                amount(round(step.minutes, 1), "number"),
            ),
            why=step.note,
        )
        for step in part.steps
    )
    each = f"{part.passes_each} passes each, {part.passes} in all, {part.minutes:.0f} min"
    title = f"{part.count} × {part.name}: {each}"
    return Table(key=key, title=title, columns=columns, lines=lines, folded=True)
