"""Building as a study: parts, how they go together, the cut plan, the bill, the order of work."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator

from sabaka_core.base.quantity import Quantity, Text, Unit, count, mm, text
from sabaka_core.base.sources import GEOMETRY, Source
from sabaka_core.document.building import Building
from sabaka_core.drawing.building import boards_drawing, exploded_drawing
from sabaka_core.edits.fields import SetField
from sabaka_core.findings.improve import Candidate, Gain, improved
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Doing, Line, Occasion, Table
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Mend
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.metrics import Input, Metric, Working
from sabaka_core.kit.working import computed, given, read_off, simulated
from sabaka_core.show.forms.building import building_forms
from sabaka_core.show.moving import sizes_text
from sabaka_core.show.study import Numbers, Study
from sabaka_core.woodwork.asked import bill_in, parts_in, plan_in
from sabaka_core.woodwork.assembly import total_kg
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.shorter import Shorter, free_sizes, shorter
from sabaka_core.woodwork.steps import work_steps

_ALL, _COST = "In all", "Cost, in your money"
_PRICES = Source(mark="common practice", note="minutes and prices in data/building.toml, boards as you gave them")


class BuildingStudy(Study):
    """Building a hive, out of the boards on hand first."""

    name = "building"
    # What a few millimetres would save is searched for seconds: only when somebody wishes it.
    long = frozenset({"helps"})
    agenda_title = "Step by step"
    cautions = (
        "Saws: guard and riving knife on, push stick for anything narrow, small parts held down, never freehand.",
        "Measure each board’s actual thickness: nominal 25 mm planed is 22 mm. Measure the box again before "
        "cutting what goes into it.",
        "Dust, glue and varnish fumes: a mask and fresh air. Scorching with a torch: outdoors, with an extinguisher.",
    )

    def lead(self, context: Context) -> Text:
        return text("Every part, out of the boards you have first. Point at a part to find it.")

    def metrics(self, context: Context) -> Iterable[Metric]:
        yield from _totals(context)
        yield from _bill(context)

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        parts = context.once(parts_in)
        lines = tuple(_part(part, index) for index, part in enumerate(parts))
        columns = ("Part", "long × wide × thick", "of", "weighs")
        yield Table(key="parts", title="Parts", columns=columns, lines=lines)
        yield _groups_table(context)
        yield _offcuts_table(context)
        yield _minutes_table(context)

    def agenda(self, context: Context) -> Iterable[Occasion]:
        done = (context.hive.building or Building()).done
        doings = tuple(
            Doing(
                id=step.id,
                title=step.title,
                words=text(step.words),
                measure=step.measure,
                caution=step.caution,
                done=step.id in done,
            )
            for step in work_steps(context.once(parts_in))
        )
        yield Occasion(label="In this order", doings=doings)

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        parts = context.once(parts_in)
        yield exploded_drawing(parts)
        yield boards_drawing(context.once(plan_in), {part.id: index for index, part in enumerate(parts)})

    def helps(self, context: Context) -> tuple[Mend, ...]:
        found = sorted(shorter(context.hive, context.once(plan_in), tell=context.tell), key=lambda each: -each.saves)
        return tuple(mend for each in found for mend in improved(context, self.name, [_size(each)], _saved(each)))

    def tried(self, context: Context) -> Text:
        sizes = [name for name, _, _ in free_sizes(context.hive)]
        searched = " and ".join(sizes) if sizes else "no size: frames hold them all"
        return text(f"Searched 20 mm either way of {searched}.")

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        return building_forms(context.main)


_metric = Numbers("building", GEOMETRY)


def _totals(context: Context) -> Iterator[Metric]:
    parts, plan = context.once(parts_in), context.once(plan_in)
    listed = read_off("the list of parts")
    bound = text(
        "these strips, width by width out of what the widths before leave, cost {bound} at least",
        bound=count(plan.bound),
    )
    cut = simulated("lengths laid into boards by column generation, first fit where it takes too long", check=bound)
    area = text("by area it takes {b} at least", b=count(plan.sheet_bound))
    rows: tuple[tuple[str, str, Unit, float, Working], ...] = (
        ("kinds", "Kinds of parts", "count", float(len(parts)), listed),
        ("pieces", "Parts", "count", float(sum(part.count for part in parts)), listed),
        ("mass_kg", "Material", "kg", total_kg(parts), read_off("the solids, by their densities")),
        ("boards_own", "Boards of those on hand", "count", float(len(plan.on_hand)), cut),
        ("boards_buy", "Boards to buy", "count", float(len(plan.bought)), cut),
        ("sheets", "Sheets", "count", float(len(plan.sheets)), simulated("pieces laid on whole sheets", check=area)),
    )
    for key, label, unit, value, working in rows:
        yield _metric(key, label, _ALL, unit, (value, working))


def _bill(context: Context) -> Iterator[Metric]:
    bill, plan = context.once(bill_in), context.once(plan_in)

    def money(symbol: str, name: str, value: float) -> Input:
        return given(symbol, name, Quantity(value=value, unit="number"))

    bound = text("at least {bound} for these strips", bound=Quantity(value=plan.bound, unit="number"))
    boards = simulated("boards to buy, each at its price", check=bound)
    minutes = read_off("each part’s operations, a minute each as the table has it")
    work = computed("w = h·p", money("h", "hours", bill.hours), money("p", "an hour of yours", bill.hour_price))
    total = computed(
        "m = b + s + f + w",
        money("b", "boards", bill.boards),
        money("s", "sheets", bill.sheets),
        money("f", "screws and hinges", bill.hardware),
        money("w", "work", bill.work),
    )
    rows: tuple[tuple[str, str, tuple[float, Working]], ...] = (
        ("boards_cost", "Boards", (bill.boards, boards)),
        ("sheets_cost", "Sheets", (bill.sheets, read_off("whole sheets, at their price"))),
        ("hardware_cost", "Screws and hinges", (bill.hardware, read_off("what is bought, at its price"))),
        ("hours", "Hours of work", (bill.hours, minutes)),
        ("work_cost", "Work", work),
        ("total_cost", "In all", total),
    )
    for key, label, found in rows:
        yield _metric(key, label, _COST, "number", found, _PRICES)


def _part(part: Part, index: int) -> Line:
    sizes = () if part.group == "Bought" else (part.long_mm, part.wide_mm, part.thick_mm)
    notes = (*marks_of(part), *((text(part.note),) if part.note else ()))
    return Line(
        key=part.id,
        cells=(
            text(f"{index + 1}. {part.count} × {part.name}"),
            sizes_text(sizes),
            text(part.material),
            Quantity(value=part.kg, unit="kg"),
        ),
        notes=notes,
    )


def _groups_table(context: Context) -> Table:
    lines = tuple(
        Line(
            cells=(
                text("{w} wide, {t} thick", w=mm(each.wide_mm), t=mm(each.thick_mm)),
                count(each.pieces),
                count(each.cost),
                count(each.bound),
            ),
            why="These strips out of the boards then left can’t be cheaper."
            if each.proven
            else "Within that gap of the best for these strips.",
        )
        for each in context.once(plan_in).groups
    )
    columns = ("Pieces", "how many", "cost", "bound")
    return Table(key="groups", title="Cut plan by width", columns=columns, lines=lines)


def _offcuts_table(context: Context) -> Table:
    offcuts = context.once(plan_in).offcuts
    lines = tuple(Line(cells=(text(label), sizes_text((long, wide, thick)))) for label, long, wide, thick in offcuts)
    title = f"{len(offcuts)} offcuts to keep"
    return Table(key="offcuts", title=title, columns=("Of", "long × wide × thick"), lines=lines, folded=True)


def _minutes_table(context: Context) -> Table:
    lines = tuple(
        Line(key=work, cells=(text(work), Quantity(value=round(took, 1), unit="number")))
        for work, took in context.once(bill_in).minutes.items()
    )
    return Table(key="minutes", title="Minutes by operation", columns=("Operation", "min"), lines=lines, folded=True)


def _size(found: Shorter) -> Candidate:
    words = f"{found.what.capitalize()} {'less' if found.by_mm < 0 else 'more'} by {{by}}"
    return Candidate(text(words, by=mm(abs(found.by_mm))), (SetField(path=found.path, text=found.text),))


def _saved(found: Shorter) -> Callable[[Context], Gain]:
    """What a size saves, as the search found it by the same plan."""
    words = text(
        "{n} boards to buy instead of {now}, {m} saved",
        n=count(found.boards),
        now=count(found.now),
        m=count(found.saves),
    )
    return lambda _: Gain(found.saves, words)
