"""The season and the yard book: its year as the book keeps it, and what the book saw beside it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from sabaka_core.base.dates import ordinal
from sabaka_core.base.errors import SabakaError
from sabaka_core.drawing.season import COMBS_CHART
from sabaka_core.drawing.seen import seen_beside
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter, Occasion
from sabaka_core.kit.measure import written
from sabaka_core.season.asked import year_in
from sabaka_core.show.study import chapter
from sabaka_core.yard.against import SeenDay
from sabaka_core.yard.plan import BookPlan, PlannedStep, book_plan

SEASON = "season"
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
