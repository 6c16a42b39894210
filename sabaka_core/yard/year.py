"""A year of a hive in numbers: honey, combs built, days worked, kilograms lifted, mites; what its design promised."""

from __future__ import annotations

from collections.abc import Sequence

from sabaka_core.base.quantity import Value
from sabaka_core.document.combs import FixedComb
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import table
from sabaka_core.yard.plan import BookPlan
from sabaka_core.yard.visit import Visit


class YearSums(Value):
    """What visits of a year add up to; ``most_mites`` are the most that fell in a day."""

    visits: int
    honey_kg: float
    fed_kg: float
    most_mites: int | None
    treatments: int


class HiveYear(YearSums):
    """A year of one hive. ``lost`` are colonies that died in it; ``promised_kg`` what the plan would have taken."""

    minutes: int
    combs_built: int
    lifted_kg: float
    most_covered: float | None
    lost: int
    promised_kg: float | None


def year_sums(visits: Sequence[Visit]) -> YearSums:
    """What the visits of a year add up to."""
    # Counts of other methods are of something else: in a sample, or in cells.
    mites = [each.count for visit in visits for each in visit.mites if each.by == "fallen-a-day"]
    return YearSums(
        visits=len(visits),
        honey_kg=round(sum(visit.honey_kg for visit in visits), 2),
        fed_kg=round(sum(fed.kg for visit in visits for fed in visit.fed), 2),
        most_mites=max(mites, default=None),
        treatments=sum(len(visit.treated) for visit in visits),
    )


def hive_year(
    built: Hive, visits: Sequence[Visit], known: frozenset[str], plan: BookPlan | None, lost: int
) -> HiveYear:
    """A year of a hive.

    Args:
        visits: those of the year.
        known: combs that it had before.
        lost: colonies that died in it.
    """
    new = {comb.id for visit in visits for run in visit.after for comb in run.combs} - known
    covered = [visit.covered for visit in visits if visit.covered is not None]
    return HiveYear(
        **year_sums(visits).model_dump(),
        minutes=sum(visit.minutes for visit in visits),
        combs_built=len(new),
        lifted_kg=round(lifted_kg(built, visits), 1),
        most_covered=max(covered, default=None),
        lost=lost,
        promised_kg=None if plan is None else plan.taken_kg,
    )


def lifted_kg(built: Hive, visits: Sequence[Visit]) -> float:
    """What was lifted: every comb that was looked at, taken up once, by what was on it [kg]."""
    full = {}
    for box in range(len(built.chambers)):
        a = analyse(built, box)
        for kind in built.comb_types:
            if not isinstance(kind, FixedComb) and kind.id not in full:
                full[kind.id] = a.honey_kg(kind)
    shares = {row: table("yard")[f"weighs_{row}"].number for row in ("brood", "pollen", "nectar", "honey", "empty")}
    return sum(
        full.get(item.type, 0.0) * shares[item.contents]
        for visit in visits
        for run in visit.found
        for item in run.items
        if isinstance(item, Comb)
    )


def together(rows: Sequence[HiveYear]) -> HiveYear:
    """The year of several hives: sums, and the most of what is counted at most."""
    covered, mites, promised = (
        [value for row in rows if (value := getattr(row, name)) is not None]
        for name in ("most_covered", "most_mites", "promised_kg")
    )
    return HiveYear(
        visits=sum(row.visits for row in rows),
        minutes=sum(row.minutes for row in rows),
        honey_kg=round(sum(row.honey_kg for row in rows), 2),
        fed_kg=round(sum(row.fed_kg for row in rows), 2),
        combs_built=sum(row.combs_built for row in rows),
        lifted_kg=round(sum(row.lifted_kg for row in rows), 1),
        most_covered=max(covered, default=None),
        most_mites=max(mites, default=None),
        treatments=sum(row.treatments for row in rows),
        lost=sum(row.lost for row in rows),
        promised_kg=round(sum(promised), 2) if promised else None,
    )
