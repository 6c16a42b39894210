"""What was seen in the yard, on charts: beside a season's plan, and through the life of a hive."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from sabaka_core.base.dates import iso, ordinal, short
from sabaka_core.base.quantity import text
from sabaka_core.kit.chart import Axis, Chart, Series, foot, scale, series
from sabaka_core.yard.against import SeenDay
from sabaka_core.yard.plan import BookPlan, place_in

# A tick every eight weeks; a point every third day; a chart of a hive's life shows so many days at most.
_TICK_DAYS, _STEP, _MOST_DAYS = 56, 3, 730


@dataclass(frozen=True)
class ReadBeside:
    """What is read beside a curve of a chart: its key, its axis, and which curve's look it has."""

    key: str
    axis: str
    order: int


Count = Callable[[SeenDay], float | None]


def _in_use(day: SeenDay) -> float | None:
    """Combs of brood and stores."""
    brood, stores = day.sums.brood, day.sums.stores
    return None if brood is None or stores is None else brood + stores


# What is counted on a visit, and the curve of the plan that it is held against.
_BESIDE: tuple[tuple[str, str, int, Count], ...] = (
    ("seen-used", "brood and stores, seen at {}", 1, _in_use),
    ("seen-covered", "covered, seen", 2, lambda day: day.sums.covered),
    ("seen-hanging", "combs hanging, seen", 3, lambda day: day.hanging),
)


def seen_beside(chart: Chart, name: str, seen: Sequence[SeenDay], first: int, days: int) -> Chart:
    """A season's chart of combs with what was seen at a hive; a day of another year stands on the same day of this one.

    Args:
        first, days: the plan's first day [ordinal], and how many it has.
    """
    places = {index: each for each in seen if (index := place_in(days, first, each.day)) is not None}
    dots = tuple(
        _dots(key, words.format(name), order, chart.places, places, count) for key, words, order, count in _BESIDE
    )
    return _with_dots(chart, dots)


def _dots(key: str, name: str, order: int, places: Sequence[float], seen: dict[int, SeenDay], count: Count) -> Series:
    values: list[float | None] = [None] * len(places)
    for index, day in seen.items():
        nearest = min(range(len(places)), key=lambda at: abs(places[at] - index))
        values[nearest] = count(day)
    made = series(key, name, order, "combs", values, lambda value: value)
    return made.model_copy(update={"dots": True})


def with_read(chart: Chart, name: str, of: ReadBeside, days: dict[int, float]) -> Chart:
    """A chart with what a sensor read on some of its days, by their places along the foot.

    Args:
        name: what is read.
    """
    values: list[float | None] = [None] * len(chart.places)
    for place, value in days.items():
        values[min(range(len(values)), key=lambda at: abs(chart.places[at] - place))] = value
    made = series(f"read-{of.key}", name, of.order, of.axis, values, lambda value: value)
    return _with_dots(chart, (made.model_copy(update={"dots": True}),))


def _with_dots(chart: Chart, dots: tuple[Series, ...]) -> Chart:
    """A chart with more on it; its ticks stay where they are as long as everything goes on the scale."""
    axes = tuple(
        _holding(axis, [value for each in dots if each.axis == axis.key for value in each.values if value is not None])
        for axis in chart.axes
    )
    return chart.model_copy(update={"axes": axes, "series": (*chart.series, *dots)})


def _holding(axis: Axis, values: list[float]) -> Axis:
    if axis.side == "foot" or all(axis.least <= value <= axis.most for value in values):
        return axis
    return scale(axis.key, axis.title, axis.unit, [*values, axis.most], axis.side, min(axis.least, *values))


def life_chart(seen: Sequence[SeenDay], plan: BookPlan | None, today: str) -> Chart | None:
    """What was seen at a hive in the last two years, and what its plan had; none where nothing was seen."""
    counted = [day for day in seen if ordinal(today) - ordinal(day.day) <= _MOST_DAYS]
    if not counted:
        return None
    first = ordinal(counted[0].day)
    days = ordinal(today) - first + 1
    places = tuple(float(day) for day in range(0, days, _STEP))
    on = {ordinal(day.day) - first: day for day in counted}
    planned = [plan.on(iso(first + round(place))) if plan is not None else None for place in places]
    curves = (
        series("planned-covered", "covered, planned", 2, "combs", planned, lambda day: day.covered if day else None),
        series("planned-stores", "stores, planned", 3, "combs", planned, lambda day: day.stores if day else None),
        _dots("seen-covered", "covered, seen", 2, places, on, lambda day: day.sums.covered),
        _dots("seen-stores", "stores, seen", 3, places, on, lambda day: day.sums.stores),
        _dots("seen-brood", "brood, seen", 1, places, on, lambda day: day.sums.brood),
    )
    values = [value for curve in curves for value in curve.values if value is not None]
    ticks = ((day, text(short(first + day))) for day in range(0, days, _TICK_DAYS))
    return Chart(
        name="yard-life",
        title="What was seen, and what was planned",
        foot=foot("days", "", "number", days, ticks),
        axes=(scale("combs", "combs", "number", values),),
        places=places,
        names=tuple(short(first + round(place)) for place in places),
        series=curves,
    )
