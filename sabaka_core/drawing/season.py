"""The season's charts: days along, combs or bees upward."""

from __future__ import annotations

from sabaka_core.base.dates import short
from sabaka_core.base.quantity import count, text
from sabaka_core.geometry.profile import Floats
from sabaka_core.kit.chart import Axis, Band, Chart, Level, Series, bands_of, foot, scale, series
from sabaka_core.season.planned import DayRow, Plan

COMBS_CHART, BEES_CHART = "season-combs", "season-bees"
# A tick every four weeks; a point every other day.
_TICK_DAYS = 28
_STEP = 2


def combs_chart(plan: Plan, other: int | None = None, beside: tuple[str, Plan] | None = None) -> Chart:
    """Combs the colony needs and covers, against those given and those that go in; what one ``beside`` it needs."""
    rows = plan.days[::_STEP]
    nest = plan.nest
    holds = [
        (nest.capacity, "the run holds {n}"),
        *([(nest.room, "all of it {n}")] if nest.further else []),
        *([] if other is None else [(other, "that length holds {n}")]),
    ]
    top = scale("combs", "combs", "number", (plan.peak_combs, *(n for n, _ in holds)))
    return _chart(
        COMBS_CHART,
        "Combs through the year",
        plan,
        (top,),
        (
            series("needed", "combs needed", 1, "combs", rows, lambda r: round(r.need.combs, 1)),
            series("covered", "combs covered by bees", 2, "combs", rows, lambda r: round(r.need.covered, 1)),
            series("given", "combs given", 3, "combs", rows, lambda r: r.given),
            *([] if beside is None else [_needs(beside, rows)]),
        ),
        tuple(Level(axis="combs", at=n, text=text(words, n=count(n))) for n, words in holds),
    )


def _needs(beside: tuple[str, Plan], rows: tuple[DayRow, ...]) -> Series:
    """Combs that another colony needs, from the day that it begins."""
    name, plan = beside
    needs = {row.day: row.need.combs for row in plan.days}
    return series("beside", f"combs needed, {name}", 4, "combs", rows, lambda r: needs.get(r.day))


def bees_chart(plan: Plan) -> Chart:
    """Bees, brood, and the stores beside them."""
    rows = plan.days[::_STEP]
    bees = scale("bees", "bees, cells", "count", (n for r in plan.days for n in (r.bees, r.brood_cells)))
    honey = scale("honey", "honey", "kg", (plan.reserve_kg, *(r.honey_kg for r in plan.days)), "right")
    return _chart(
        BEES_CHART,
        "Bees, brood and honey through the year",
        plan,
        (bees, honey),
        (
            series("bees", "bees", 1, "bees", rows, lambda r: r.bees),
            series("brood", "brood, in cells", 2, "bees", rows, lambda r: r.brood_cells),
            series("honey", "honey", 3, "honey", rows, lambda r: r.honey_kg),
        ),
    )


def many_combs_chart(needs: Floats, names: tuple[str, ...], room: int) -> Chart:
    """Combs that many seasons need: a poor year, the middle, a good year, against all the room there is."""
    level = Level(axis="combs", at=room, text=text("all of it holds {n}", n=count(room)))
    axis = scale("combs", "combs", "number", (float(needs.max()), room))
    return _many("years-combs", "Combs needed in many seasons", axis, needs, names, (level,))


def many_bees_chart(bees: Floats, names: tuple[str, ...]) -> Chart:
    """Bees of many seasons."""
    return _many(
        "years-bees", "Bees in many seasons", scale("bees", "bees", "count", (float(bees.max()),)), bees, names
    )


def _many(
    name: str, title: str, axis: Axis, band: Floats, names: tuple[str, ...], levels: tuple[Level, ...] = ()
) -> Chart:
    days = len(names)
    called = (("low", "a poor year", 2), ("middle", "in the middle", 1), ("high", "a good year", 3))
    return Chart(
        name=name,
        title=title,
        foot=foot("days", "", "number", days, ((i, text(names[i])) for i in range(0, days, _TICK_DAYS))),
        axes=(axis,),
        places=tuple(float(i) for i in range(0, days, _STEP)),
        names=names[::_STEP],
        series=tuple(
            series(key, words, order, axis.key, row[::_STEP].tolist(), lambda value: round(value, 1))
            for (key, words, order), row in zip(called, band, strict=True)
        ),
        levels=levels,
    )


def _chart(
    name: str,
    title: str,
    plan: Plan,
    axes: tuple[Axis, ...],
    curves: tuple[Series, ...],
    levels: tuple[Level, ...] = (),
) -> Chart:
    days = len(plan.days)
    ticks = ((i, text(short(plan.days[i].day))) for i in range(0, days, _TICK_DAYS))
    return Chart(
        name=name,
        title=title,
        foot=foot("days", "", "number", days, ticks),
        axes=axes,
        places=tuple(float(i) for i in range(0, days, _STEP)),
        names=tuple(short(row.day) for row in plan.days[::_STEP]),
        series=curves,
        bands=_flows(plan),
        levels=levels,
    )


def _flows(plan: Plan) -> tuple[Band, ...]:
    return bands_of((row.flow > 0 for row in plan.days), "band-1", "flow")
