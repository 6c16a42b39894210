"""Many seasons as a study: what the year's plan comes to in good years and poor ones. It takes long."""

from __future__ import annotations

from collections.abc import Iterable
from math import ceil

from sabaka_core.base.dates import short
from sabaka_core.base.quantity import Text, count, text
from sabaka_core.base.sources import Source
from sabaka_core.document.season import Season
from sabaka_core.drawing.season import many_bees_chart, many_combs_chart
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.metrics import Metric, Working
from sabaka_core.kit.working import given, simulated
from sabaka_core.season.daily import DailyWeather
from sabaka_core.season.many import SEASONS, Many, many_seasons, seed_of
from sabaka_core.season.plan import Planner
from sabaka_core.season.weather import days_at_hand
from sabaka_core.show.study import Numbers, Study

_SPREAD = Source(mark="from memory", note="years and queens spread about the season’s own by data/spread.toml")
_GROUP = "In good years and poor ones"
_metric = Numbers("years", _SPREAD)


def many_in(context: Context) -> Many:
    """Many seasons of a design; its dice are the document's own.

    Raises:
        ParameterError: a setting can't be used; the field is named.
    """
    planner = Planner(context.main, context.hive.season or Season())
    # What it is called and what is noted of it rolls no other dice.
    seed = seed_of(context.hive.model_dump_json(exclude={"name", "notes"}))
    return many_seasons(planner, seed, context.tell, days_in(context))


def days_in(context: Context) -> DailyWeather | None:
    """The days of weather that it names, where they are at hand."""
    return days_at_hand(context.hive.season or Season())


class YearsStudy(Study):
    """Two hundred seasons of a hive."""

    name = "years"
    long = frozenset({"metrics", "drawings"})

    def lead(self, context: Context) -> Text:
        return text(
            f"{SEASONS} seasons about this one: cold springs and warm ones, flows that come late or fail, queens that "
            "lay more or less."
        )

    def metrics(self, context: Context) -> Iterable[Metric]:
        many = context.once(many_in)
        low, middle, high = many.combs_band
        dice = given("d", "the dice that made the years, from the design itself", count(many.seed))
        days = given("n", "seasons", count(SEASONS))
        model: Working = simulated(
            "the same model for every year at once, honey left till the last flow ends",
            days,
            dice,
            check=text("with no spread each of them is the season itself, day by day"),
        )
        yield _metric("combs", "Combs needed, in the middle of them", _GROUP, "count", (float(ceil(middle)), model))
        yield _metric("combs_low", "in a poor year", _GROUP, "count", (float(ceil(low)), model))
        yield _metric("combs_high", "in a good year", _GROUP, "count", (float(ceil(high)), model))
        yield _metric(
            "short_of_room",
            f"Too short a run, of {SEASONS} seasons",
            _GROUP,
            "count",
            (round(many.short_of_room * SEASONS), model),
        )
        yield _metric(
            "starved",
            f"Stores that ran out, of {SEASONS} seasons",
            _GROUP,
            "count",
            (round(many.starved * SEASONS), model),
        )

    def charts(self, context: Context, asked: Asked) -> Iterable[Chart]:
        many = context.once(many_in)
        names = tuple(map(short, many.days))
        yield many_combs_chart(many.needs, names, many.room)
        yield many_bees_chart(many.bees, names)

    def notes(self, context: Context) -> Iterable[str]:
        days = days_in(context)
        where = (
            "the spread of years is from memory, of no one place."
            if days is None
            else f"the weather is drawn from your own {days.said}; flows and queens are spread from memory."
        )
        yield (
            "Four years in five lie between the outer curves. Nothing is fed and no honey is taken before the last "
            f"flow is over; {where}"
        )
