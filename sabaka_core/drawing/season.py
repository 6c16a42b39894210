"""The season's charts as drawings: weeks along, combs or bees upward."""

from __future__ import annotations

from collections.abc import Callable

from sabaka_core.base.dates import short
from sabaka_core.base.quantity import Quantity, text
from sabaka_core.kit.drawing import Box, Drawing, Label, Layer, Polyline, Shape, rectangle
from sabaka_core.kit.ticks import ticks
from sabaka_core.season.plan import DayRow, Plan

# The chart is a hundred high and as wide as its days.
HIGH = 100.0


def combs_chart(plan: Plan, other: int | None = None) -> Drawing:
    """Combs the colony needs and covers, against those given and those that go in."""
    top = max(plan.peak_combs, plan.nest.capacity, other or 0) * 1.06 + 1
    shapes: list[Shape] = [*_flows(plan), *_axis(plan), *_scale(top, "combs")]
    days = len(plan.days)
    shapes += _level(plan.nest.capacity, top, days, "limit", f"the run holds {plan.nest.capacity}")
    if other is not None:
        shapes += _level(other, top, days, "limit", f"the other length holds {other}")
    shapes += [
        _curve(plan, "curve-comb", lambda r: r.need.combs / top),
        _curve(plan, "curve-unused", lambda r: r.need.covered / top),
        _curve(plan, "curve-clearance", lambda r: r.given / top),
    ]
    shapes += _key(0, "curve-comb", "combs needed")
    shapes += _key(1, "curve-unused", "combs covered by bees")
    shapes += _key(2, "curve-clearance", "combs given")
    return _drawing("season-combs", "Combs through the year", plan, shapes)


def bees_chart(plan: Plan) -> Drawing:
    """Bees, brood, and the stores beside them."""
    top = max(max(r.bees for r in plan.days), max(r.brood_cells for r in plan.days), 1.0) * 1.06
    stores = max(max(r.honey_kg for r in plan.days), plan.reserve_kg, 1.0) * 1.06
    shapes: list[Shape] = [*_flows(plan), *_axis(plan), *_scale(top, "bees")]
    shapes += [
        _curve(plan, "curve-comb", lambda r: r.bees / top),
        _curve(plan, "curve-unused", lambda r: r.brood_cells / top),
        _curve(plan, "curve-clearance", lambda r: r.honey_kg / stores),
    ]
    peak = Quantity(value=max(r.honey_kg for r in plan.days), unit="kg")
    shapes += _key(0, "curve-comb", "bees")
    shapes += _key(1, "curve-unused", "brood, in cells")
    shapes.append(Polyline(layer="curve-clearance", points=((8, -HIGH + 6 + 16), (18, -HIGH + 6 + 16))))
    shapes.append(
        Label(layer="note", text=text("honey, at most {kg}", kg=peak), x_mm=21, y_mm=-HIGH + 6 + 16, anchor="start")
    )
    return _drawing("season-bees", "Bees, brood and honey through the year", plan, shapes)


def _curve(plan: Plan, layer: Layer, height: Callable[[DayRow], float]) -> Polyline:
    rows = plan.days[::2]
    return Polyline(
        layer=layer, points=tuple((2.0 * i, -HIGH * max(0.0, min(height(r), 1.0))) for i, r in enumerate(rows))
    )


def _flows(plan: Plan) -> list[Shape]:
    """Flow windows as bands."""
    shapes: list[Shape] = []
    start: int | None = None
    for index, row in enumerate([*plan.days, None]):
        flowing = row is not None and row.flow > 0
        if flowing and start is None:
            start = index
        elif not flowing and start is not None:
            shapes.append(rectangle("band-1", start, -HIGH, index, 0))
            shapes.append(Label(layer="minor", text=text("flow"), x_mm=(start + index) / 2, y_mm=-HIGH - 4))
            start = None
    return shapes


def _axis(plan: Plan) -> list[Shape]:
    days = len(plan.days)
    shapes: list[Shape] = [Polyline(layer="datum", points=((0, 0), (days, 0)))]
    for index in range(0, days, 28):
        shapes.append(Polyline(layer="datum", points=((index, 0), (index, 2))))
        shapes.append(Label(layer="note", text=text(short(plan.days[index].day)), x_mm=index, y_mm=7))
    return shapes


def _scale(top: float, what: str) -> list[Shape]:
    shapes: list[Shape] = []
    for value in ticks(0.0, top)[1:]:
        y = -HIGH * value / top
        shapes.append(Polyline(layer="datum", points=((-3, y), (0, y))))
        words = text("{n}", n=Quantity(value=value, unit="count" if top >= 6 else "number"))
        shapes.append(Label(layer="note", text=words, x_mm=-5, y_mm=y, anchor="end"))
    shapes.append(Label(layer="minor", text=text(what), x_mm=-5, y_mm=-HIGH - 4, anchor="end"))
    return shapes


def _level(value: float, top: float, days: int, layer: Layer, words: str) -> list[Shape]:
    y = -HIGH * min(value / top, 1.0)
    return [
        Polyline(layer=layer, points=((0, y), (days, y))),
        Label(layer="minor", text=text(words), x_mm=days, y_mm=y - 3.5, anchor="end"),
    ]


def _key(row: int, layer: Layer, words: str) -> list[Shape]:
    y = -HIGH + 6 + 8 * row
    return [
        Polyline(layer=layer, points=((8, y), (18, y))),
        Label(layer="note", text=text(words), x_mm=21, y_mm=y, anchor="start"),
    ]


def _drawing(name: str, title: str, plan: Plan, shapes: list[Shape]) -> Drawing:
    return Drawing.model_validate(
        {
            "name": name,
            "title": title,
            "extent": Box(left_mm=-26, top_mm=-HIGH - 10, right_mm=len(plan.days) + 10, bottom_mm=14),
            "shapes": tuple(shapes),
        }
    )
