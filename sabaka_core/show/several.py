"""Up to four designs side by side: key numbers of every step with what differs marked, drawings to one scale."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from sabaka_core.base.errors import ParameterError, SabakaError
from sabaka_core.base.quantity import Quantity, Text, plain_quantity, text
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter, Line, Table
from sabaka_core.kit.drawing import Box, Drawing
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.study import chapter

FEWEST, MOST = 2, 4
# Steps that are set side by side, as the rail has them, and what each table is called.
STEPS = {
    "shape": "Shape",
    "season": "Season",
    "lifting": "Lift",
    "winter": "Winter",
    "building": "Build: parts and cost",
}
# What is drawn of each by its Shape, to one scale.
_DRAWN = ("section", "along")
# Numbers and words of a drawing that is this small cover what they tell of.
_UNSAID = ("dimension", "angle", "label")
NOTE = "▲ more and ▼ less than in the first; more isn’t always better."


@dataclass(frozen=True)
class Side:
    """One design: what its column is called, and the design."""

    name: str
    context: Context


def side_by_side(sides: Sequence[Side], tell: Callable[[float], None] = lambda share: None) -> Chapter:
    """All key numbers of some designs, and their drawings, named ``section-1`` and so on.

    Args:
        sides: two to four; the first is the one that the others are held against.
        tell: hears how far it is, from 0 to 1.
    Raises:
        ParameterError: fewer or more of them, or a size that can't be worked out.
    """
    if not FEWEST <= len(sides) <= MOST:
        raise ParameterError("designs", len(sides), f"From {FEWEST} to {MOST} designs go side by side.", "how-many")
    numbers: list[dict[str, dict[str, Metric]]] = []
    drawings: dict[str, list[Drawing]] = {name: [] for name in _DRAWN}
    for index, side in enumerate(sides):
        numbers.append({step: _numbers(side.context, step) for step in STEPS})
        for name in _DRAWN:
            drawings[name] += _drawn(side, name)
        tell((index + 1) / len(sides))
    columns = ("", *(side.name for side in sides))
    return Chapter(
        study="several",
        lead=text("{n} designs side by side.", n=Quantity(value=len(sides), unit="count")),
        tables=tuple(
            Table(key=step, title=title, columns=columns, lines=_lines([each[step] for each in numbers]))
            for step, title in STEPS.items()
        ),
        drawings={
            f"{name}-{index}": drawing
            for name, each in drawings.items()
            for index, drawing in enumerate(to_one_scale(each), 1)
        },
        notes=(NOTE,),
    )


def to_one_scale(drawings: Sequence[Drawing]) -> list[Drawing]:
    """The same drawings, each with room for the largest, so that equal boxes show them to one scale."""
    if not drawings:
        return []
    wide = max(each.extent.right_mm - each.extent.left_mm for each in drawings)
    high = max(each.extent.bottom_mm - each.extent.top_mm for each in drawings)
    return [each.model_copy(update={"extent": _grown(each.extent, wide, high)}) for each in drawings]


def _grown(extent: Box, wide: float, high: float) -> Box:
    """Room at the right and above: hives stand on one ground, and begin at one place."""
    return Box(
        left_mm=extent.left_mm,
        top_mm=extent.bottom_mm - high,
        right_mm=extent.left_mm + wide,
        bottom_mm=extent.bottom_mm,
    )


def _numbers(context: Context, step: str) -> dict[str, Metric]:
    """Key numbers of one step; none where it can't be worked out, which its other steps say."""
    try:
        return chapter(context, step, Asked(parts=("numbers",))).metrics
    except SabakaError:
        return {}


def _drawn(side: Side, name: str) -> list[Drawing]:
    try:
        found = chapter(side.context, "shape", Asked(parts=("drawings",), wanted=(name,))).drawings
    except SabakaError:
        return []
    if name not in found:
        return []
    shapes = tuple(shape for shape in found[name].shapes if shape.kind not in _UNSAID)
    return [found[name].model_copy(update={"title": side.name, "shapes": shapes, "handles": ()})]


def _lines(sides: Sequence[dict[str, Metric]]) -> tuple[Line, ...]:
    """A line for each number that any of them has, in the order of the first that has it."""
    known: dict[str, Metric] = {}
    for side in sides:
        known = {**known, **{key: metric for key, metric in side.items() if key not in known}}
    return tuple(
        Line(key=key, cells=(Text(template=_called(metric, known)), *_cells([side.get(key) for side in sides])))
        for key, metric in known.items()
    )


def _called(metric: Metric, known: dict[str, Metric]) -> str:
    """Its name; with its group's where another group has one of that name, or it goes on from the line above."""
    alone = sum(each.label == metric.label for each in known.values()) == 1 and metric.label[:1].isupper()
    return metric.label if alone else f"{metric.group.rstrip('?')}: {metric.label}"


def _cells(sides: Sequence[Metric | None]) -> tuple[Text | Quantity, ...]:
    first = sides[0]
    return tuple(_cell(each, first) for each in sides)


def _cell(metric: Metric | None, first: Metric | None) -> Text | Quantity:
    if metric is None:
        return Text(template="–")
    quantity = Quantity(value=metric.value, unit=metric.unit)
    if first is None or first.unit != metric.unit or _same(quantity, first):
        return quantity
    return text("▲ {n}" if metric.value > first.value else "▼ {n}", n=quantity)


def _same(quantity: Quantity, first: Metric) -> bool:
    """Whether two numbers read the same: what can’t be seen isn’t marked."""
    return plain_quantity(quantity) == plain_quantity(Quantity(value=first.value, unit=first.unit))
