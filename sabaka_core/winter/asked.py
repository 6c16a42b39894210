"""The winter of a design, for every study that asks for it."""

from __future__ import annotations

from sabaka_core.hive.context import Context
from sabaka_core.season.asked import year_in
from sabaka_core.winter.boxes import airs, boxes_on
from sabaka_core.winter.heat import Winter, settings_of, winter_of
from sabaka_core.winter.nest import WinterNest, nest_of
from sabaka_core.winter.summer import SummerDay, summer_of


def winter_in(context: Context) -> Winter:
    """Its winter, on the combs that it is set to or that the year’s plan winters on.

    Raises:
        ParameterError: a setting can't be used; the field is named.
    """
    season, wintering = settings_of(context.hive)
    plan = context.once(year_in)
    boxes = boxes_on(context.whole, wintering, plan)
    if airs(context.whole, boxes):
        wintering = wintering.model_copy(update={"school": "vented"})
    return winter_of(context.main, season, wintering, plan.winter_combs, boxes)


def nest_in(context: Context) -> WinterNest:
    """Its nest in the winter."""
    return nest_of(context.once(winter_in), context.once(year_in))


def summer_in(context: Context) -> SummerDay:
    """Its hot afternoon."""
    return summer_of(context.once(winter_in))
