"""What a hive's plan expects of its sensors: what it would weigh, when there should be brood."""

from __future__ import annotations

from sabaka_core.base.dates import iso
from sabaka_core.document.combs import FixedComb
from sabaka_core.document.hive import Hive
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.kit.tables import table
from sabaka_core.yard.plan import BookPlan


def planned_kg(
    built: Hive, plan: BookPlan, first: int, days: int, begins: int, begins_kg: float
) -> dict[int, float] | None:
    """What a hive would weigh by the stores of its plan, by days from the first [kg].

    None where what its comb holds isn't known, or the plan says nothing of the day that it begins with.

    Args:
        first, days: the first day [ordinal], and how many.
        begins, begins_kg: a day from the first, and what it weighed then.
    """
    a = analyse(built, main_box(built))
    start = plan.on(iso(first + begins))
    if a.main is None or isinstance(a.main, FixedComb) or start is None or start.stores is None:
        return None
    comb_kg = a.honey_kg(a.main)
    found = {}
    for day in range(days):
        sums = plan.on(iso(first + day))
        if sums is not None and sums.stores is not None:
            found[day] = begins_kg + (sums.stores - start.stores) * comb_kg
    return found


def has_brood(plan: BookPlan | None, first: int, days: int) -> tuple[bool, ...]:
    """Whether there should be brood to be kept warm, by days from the first [ordinal]; none without a plan."""
    least = table("learning")["brood_combs"].number
    sums = [plan.on(iso(first + day)) if plan is not None else None for day in range(days)]
    return tuple(each is not None and (each.brood or 0.0) > least for each in sums)
