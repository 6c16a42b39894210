"""Parts, cut plan and bill of a design, for every study and paper that asks for them."""

from __future__ import annotations

from sabaka_core.hive.context import Context
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.costs import Bill, bill_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import cut_plan
from sabaka_core.woodwork.planned import CutPlan

# How long the solver may take for a width of the cut plan [s].
SECONDS = 0.8


def parts_in(context: Context) -> tuple[Part, ...]:
    """Every part of it.

    Raises:
        ParameterError: sizes that can't be built.
    """
    return parts_of_hive(context.hive)


def plan_in(context: Context) -> CutPlan:
    """Its cut plan, out of the boards on hand first."""
    return cut_plan(context.once(parts_in), context.hive, SECONDS)


def bill_in(context: Context) -> Bill:
    """What it costs."""
    return bill_of(context.once(parts_in), context.once(plan_in), context.hive)
