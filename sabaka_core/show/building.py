"""Building as a study: parts, how they go together, the cut plan, the bill, the order of work."""

from __future__ import annotations

from collections.abc import Callable, Iterable

from sabaka_core.base.quantity import Quantity, Text, count, mm, text
from sabaka_core.document.building import Building
from sabaka_core.drawing.building import boards_drawing
from sabaka_core.drawing.exploded import STANDS_AT, exploded_drawing
from sabaka_core.edits.fields import SetField
from sabaka_core.findings.improve import Candidate, Gain, improved
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Doing, Line, Moments, Occasion, Table
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Mend
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.bill import costs, tables, totals
from sabaka_core.show.forms.building import building_forms
from sabaka_core.show.moving import sizes_text
from sabaka_core.show.study import Study
from sabaka_core.woodwork.along import marks_on_boards
from sabaka_core.woodwork.asked import parts_in, plan_in
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.shorter import Shorter, free_sizes, shorter
from sabaka_core.woodwork.steps import work_steps

# Where one can stand to see the hive, an eighth of the way round from each to the next.
_SIDES = (
    "right, near end",
    "near end",
    "left, near end",
    "left side",
    "left, far end",
    "far end",
    "right, far end",
    "right side",
)


def _stands_at(at: int) -> float:
    """How far round the hive one stands [deg]."""
    return STANDS_AT + at * 360.0 / len(_SIDES)


class BuildingStudy(Study):
    """Building a hive, out of the boards on hand first."""

    name = "building"
    # What a few millimetres would save is searched for seconds: only when somebody wishes it.
    long = frozenset({"helps"})
    agenda_title = "Step by step"
    momentary = frozenset({"build-exploded"})
    cautions = (
        "Saws: guard and riving knife on, push stick for anything narrow, small parts held down, never freehand.",
        "Measure each board’s actual thickness: nominal 25 mm planed is 22 mm. Measure the box again before "
        "cutting what goes into it.",
        "Dust, glue and varnish fumes: a mask and fresh air. Scorching with a torch: outdoors, with an extinguisher.",
    )

    def lead(self, context: Context) -> Text:
        return text("Every part, out of the boards you have first. Point at a part to find it.")

    def metrics(self, context: Context) -> Iterable[Metric]:
        yield from totals(context)
        yield from costs(context)

    def moments(self, context: Context, at: int | None) -> Moments:
        return Moments(label="Seen from", names=_SIDES, at=min(max(at or 0, 0), len(_SIDES) - 1))

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        parts = context.once(parts_in)
        lines = tuple(_part(part, index) for index, part in enumerate(parts))
        columns = ("Part", "long × wide × thick", "of", "weighs")
        if "moment" not in asked.parts:
            yield Table(key="parts", title="Parts", columns=columns, lines=lines)
            yield from tables(context)

    def agenda(self, context: Context) -> Iterable[Occasion]:
        building = context.hive.building or Building()
        sizes = {each.step: each.sizes for each in building.ticked}
        doings = tuple(
            Doing(
                id=step.id,
                title=step.title,
                words=step.words,
                measure=step.measure,
                caution=step.caution,
                done=step.id in building.done,
                again=step.id in building.done and sizes.get(step.id, step.sizes) != step.sizes,
            )
            for step in work_steps(context.once(parts_in), context.hive)
        )
        yield Occasion(label="In this order", doings=doings)

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        parts = context.once(parts_in)
        yield exploded_drawing(parts, turn_deg=_stands_at(asked.shown))
        if "moment" in asked.parts:
            return
        yield boards_drawing(context.once(plan_in), marks_on_boards(parts, context.hive))

    def helps(self, context: Context) -> tuple[Mend, ...]:
        found = sorted(shorter(context.hive, context.once(plan_in), tell=context.tell), key=lambda each: -each.saves)
        return tuple(mend for each in found for mend in improved(context, self.name, [_size(each)], _saved(each)))

    def tried(self, context: Context) -> Text:
        sizes = [name for name, _, _ in free_sizes(context.hive)]
        searched = " and ".join(sizes) if sizes else "no size: frames hold them all"
        return text(f"Searched 20 mm either way of {searched}.")

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        return building_forms(context.main)


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
