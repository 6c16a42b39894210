"""Readings and what was learned, on charts."""

from __future__ import annotations

from collections.abc import Sequence

from sabaka_core.base.dates import ordinal, short
from sabaka_core.base.quantity import Unit, amount, text
from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.chart import Chart, Level, Series, foot, scale, series
from sabaka_core.kit.tables import table
from sabaka_core.learning.learned import Learned
from sabaka_core.learning.readings import ReadingKind
from sabaka_core.yard.against import SeenDay

_TICKS = 6
_CALLED: dict[ReadingKind, tuple[str, str, Unit]] = {
    "weight": ("Weight", "weight", "kg"),
    "inside": ("Temperature in the hive", "inside", "C"),
    "outside": ("Temperature outside", "outside", "C"),
    "humidity": ("Humidity in the hive", "humidity", "%"),
}


def readings_chart(
    kind: ReadingKind, first: int, days: int, at: Floats, values: Floats, planned: dict[int, float] | None = None
) -> Chart:
    """One kind of readings over some days, what the plan expects beside them.

    Args:
        first: the first day [ordinal]; ``at`` counts days from it.
        planned: what the plan has on days from the first.
    """
    title, name, unit = _CALLED[kind]
    ahead = planned or {}
    every = max(days // _TICKS, 1)
    curves = [series("read", f"{name}, read", 1, kind, values.tolist(), lambda value: value)]
    if ahead:
        curves.append(series("planned", f"{name}, planned", 3, kind, at.tolist(), lambda day: ahead.get(int(day))))
    numbers = [value for curve in curves for value in curve.values if value is not None]
    least = min([0.0, *numbers]) if kind != "weight" else max(min(numbers, default=0.0) - 2.0, 0.0)
    levels: tuple[Level, ...] = ()
    if kind == "inside":
        cold = table("learning")["brood_cold"].number
        levels = (Level(axis=kind, at=cold, text=text("brood is chilled under {t}", t=amount(cold, "C"))),)
    return Chart(
        name=f"readings-{kind}",
        title=title,
        foot=foot(
            "days",
            "",
            "number",
            days,
            ((d, text(short(first + d))) for d in range(0, max(days - every // 2, 1), every)),
        ),
        axes=(scale(kind, title, unit, numbers, least=least),),
        places=tuple(round(float(place), 4) for place in at),
        names=tuple(short(first + int(place)) for place in at),
        series=tuple(curves),
        levels=levels,
    )


def learned_chart(learned: Learned, seen: Sequence[SeenDay]) -> Chart | None:
    """Combs covered before anything was learned, and after, with its band and what was seen; none where nothing was."""
    days = learned.days
    if not days:
        return None
    first = ordinal(days[0].day)
    length = ordinal(days[-1].day) - first + 1
    on = {ordinal(each.day) - first: each for each in seen}
    places = [ordinal(day.day) - first for day in days]
    dots: list[float | None] = [None] * len(places)
    for at, each in on.items():
        if 0 <= at < length and each.sums.covered is not None:
            dots[min(range(len(places)), key=lambda index: abs(places[index] - at))] = each.sums.covered
    curves: tuple[Series, ...] = (
        series("book", "covered, by the book", 2, "combs", days, lambda day: day.book_covered),
        series("learned", "covered, as learned", 3, "combs", days, lambda day: day.covered[1]),
        series("low", "at least, nine times in ten", 4, "combs", days, lambda day: day.covered[0]),
        series("high", "at most", 4, "combs", days, lambda day: day.covered[2]),
        series("seen", "covered, seen", 1, "combs", dots, lambda value: value).model_copy(update={"dots": True}),
    )
    values = [value for curve in curves for value in curve.values if value is not None]
    every = max(length // _TICKS, 1)
    return Chart(
        name="learned",
        title="What was learned",
        foot=foot(
            "days",
            "",
            "number",
            length,
            ((d, text(short(first + d))) for d in range(0, max(length - every // 2, 1), every)),
        ),
        axes=(scale("combs", "combs", "number", values),),
        places=tuple(float(place) for place in places),
        names=tuple(short(ordinal(day.day)) for day in days),
        series=curves,
    )
