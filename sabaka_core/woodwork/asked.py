"""Parts, cut plan and bill of a design, for every study and paper that asks for them."""

from __future__ import annotations

from dataclasses import replace

from sabaka_core.document.building import Building
from sabaka_core.hive.context import Context
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.bound import order_bound
from sabaka_core.woodwork.costs import Bill, bill_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import cut_plan, sources, wanted
from sabaka_core.woodwork.planned import CutPlan


def parts_in(context: Context) -> tuple[Part, ...]:
    """Every part of it.

    Raises:
        ParameterError: sizes that can't be built.
    """
    return parts_of_hive(context.hive)


def plan_in(context: Context) -> CutPlan:
    """Its cut plan, out of the boards on hand first; for all the copies that are built at once."""
    return cut_plan(context.once(all_parts_in), context.hive)


def all_parts_in(context: Context) -> tuple[Part, ...]:
    """Every part, as often as copies of the hive are built at once."""
    copies = (context.hive.building or Building()).copies
    parts = context.once(parts_in)
    return parts if copies == 1 else tuple(replace(part, count=part.count * copies) for part in parts)


def bill_in(context: Context) -> Bill:
    """What it costs."""
    return bill_of(context.once(all_parts_in), context.once(plan_in), context.hive)


def bound_in(context: Context) -> float:
    """What its boards cost at least, whatever the plan."""
    building = context.hive.building or Building()
    return order_bound(wanted(context.once(all_parts_in), context.hive), sources(context.hive, building), building)
