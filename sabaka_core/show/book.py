"""The season and the yard book: its year as the book keeps it, and what the book saw beside it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from sabaka_core.base.dates import day_of_year, iso, ordinal
from sabaka_core.base.errors import SabakaError
from sabaka_core.drawing.season import BEES_CHART, COMBS_CHART
from sabaka_core.drawing.seen import ReadBeside, seen_beside, with_read
from sabaka_core.drawing.winter import WINTER_CHART
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter, Occasion
from sabaka_core.kit.measure import written
from sabaka_core.season.asked import year_in
from sabaka_core.show.study import chapter
from sabaka_core.yard.against import SeenDay
from sabaka_core.yard.plan import BookPlan, PlannedStep, book_plan, place_in

SEASON, WINTER = "season", "winter"
# Doings that say how a visit is made, not what is due; what to bring goes with what it is brought for.
_CARRY, _HOW = "carry", frozenset({"carry", "way-in"})


def planned_year(context: Context) -> BookPlan:
    """The book's plan of a design's year.

    Raises:
        SabakaError: the year can't be planned as the design stands.
    """
    plan = context.once(year_in)
    first = plan.days[0].day
    steps = [*_steps(_agenda(context, SEASON), first, once=False)]
    if context.hive.moving is not None:
        steps += _steps(_agenda(context, "moving"), first, once=True)
    return book_plan(plan, steps)


def _agenda(context: Context, study: str) -> tuple[Occasion, ...]:
    try:
        return chapter(context, study, Asked(parts=("agenda",))).agenda
    except SabakaError:
        return ()


def _steps(agenda: tuple[Occasion, ...], first: int, once: bool) -> Iterator[PlannedStep]:
    for occasion in agenda:
        bring = ""
        for doing in occasion.doings:
            words = written(doing.words, "mm")
            if doing.id == _CARRY:
                bring = words.removeprefix("Bring ").rstrip(".")
            if doing.id in _HOW:
                continue
            if doing.title:
                words = f"{doing.title}: {words}"
            why = " ".join(each for each in (doing.why, doing.caution) if each)
            after = ordinal(occasion.day) - first
            yield PlannedStep(after=after, kind=doing.id, words=words, why=why, bring=bring, once=once)
            bring = ""


# Kinds of readings that stand on the winter's chart: what each is called, and beside which curve.
_WINTER_READ: dict[str, tuple[str, ReadBeside]] = {
    "outside": ("outside, read", ReadBeside("outside", "warmth", 1)),
    "inside": ("in the hive, read", ReadBeside("inside", "warmth", 2)),
    "humidity": ("humidity, read", ReadBeside("humidity", "humidity", 4)),
}


def with_weights(context: Context, season: Chapter, kg: dict[int, float]) -> Chapter:
    """A season's chapter with the honey that a scale tells of on its chart of bees: the plan's on the first day that it
    weighed, and from then on what came and went.

    Args:
        kg: what the hive weighed on days [kg by ordinal], steps that no bees made taken out.
    """
    chart, plan = season.charts.get(BEES_CHART), context.once(year_in)
    first = plan.days[0].day
    by_place = {
        place: weight for day, weight in kg.items() if (place := place_in(len(plan.days), first, iso(day))) is not None
    }
    if chart is None or not by_place:
        return season
    begins = min(by_place)
    start = plan.days[begins].honey_kg - by_place[begins]
    honey = {place: round(start + weight, 2) for place, weight in by_place.items()}
    shown = with_read(chart, "honey, by the scale", ReadBeside("honey", "honey", 3), honey)
    return season.model_copy(update={"charts": {**season.charts, BEES_CHART: shown}})


def with_climate_read(winter: Chapter, read: dict[str, dict[int, float]]) -> Chapter:
    """A winter's chapter with what sensors read on its chart of the year.

    Args:
        read: means of days by kind [by ordinal].
    """
    chart = winter.charts.get(WINTER_CHART)
    if chart is None:
        return winter
    for kind, days in read.items():
        if kind in _WINTER_READ and days:
            name, of = _WINTER_READ[kind]
            chart = with_read(chart, name, of, {day_of_year(day): value for day, value in days.items()})
    return winter.model_copy(update={"charts": {**winter.charts, WINTER_CHART: chart}})


def with_seen(context: Context, season: Chapter, name: str, seen: Sequence[SeenDay]) -> Chapter:
    """A season's chapter with what was seen in a hive of that design on its chart of combs.

    Args:
        name: what the hive is called.
    """
    chart = season.charts.get(COMBS_CHART)
    if chart is None or not seen:
        return season
    plan = context.once(year_in)
    shown = seen_beside(chart, name, seen, plan.days[0].day, len(plan.days))
    return season.model_copy(update={"charts": {**season.charts, COMBS_CHART: shown}})
