"""The life of every comb of a hive: since when it hangs there, how often brood was seen on it, what it gave."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from sabaka_core.base.dates import ordinal
from sabaka_core.base.quantity import Value
from sabaka_core.document.hive import Hive
from sabaka_core.kit.tables import table
from sabaka_core.yard.standing import combs_of, runs_of, standing
from sabaka_core.yard.visit import Visit

_YEAR_DAYS = 365.25


class CombLife(Value):
    """One comb that hangs in a hive now.

    ``number`` is its place in the run, from the near end on; ``brood`` counts the visits that found brood on it,
    ``seen`` those that saw it at all; ``old`` says that it is due to be taken out, by its years.
    """

    comb: str
    chamber: str
    number: int
    kind: str
    since: str
    years: float
    brood: int
    seen: int
    honey_kg: float
    old: bool


def comb_lives(built: Hive, built_on: str, visits: Sequence[Visit], today: str) -> tuple[CombLife, ...]:
    """The combs that hang in a hive now, in the order in which they hang.

    A comb's life begins when it was hung in, or with the hive where it was there from the first.
    """
    since = dict.fromkeys(combs_of(built), built_on)
    brood: Counter[str] = Counter()
    seen: Counter[str] = Counter()
    honey: dict[str, float] = {}
    for visit in visits:
        away = {mark.comb: mark.away for mark in visit.marks}
        for run in visit.found:
            for comb in run.combs:
                seen[comb.id] += 1
                brood[comb.id] += "brood" in (comb.contents, away.get(comb.id))
        for run in visit.after:
            for comb in run.combs:
                since.setdefault(comb.id, visit.day)
        for taken in visit.honey:
            if taken.comb is not None:
                honey[taken.comb] = honey.get(taken.comb, 0.0) + taken.kg
    most = table("yard")["comb_years"].number
    found = []
    for run in runs_of(standing(built, visits)):
        for number, comb in enumerate(run.combs, 1):
            years = max(ordinal(today) - ordinal(since.get(comb.id, built_on)), 0) / _YEAR_DAYS
            found.append(
                CombLife(
                    comb=comb.id,
                    chamber=run.chamber,
                    number=number,
                    kind=comb.type,
                    since=since.get(comb.id, built_on),
                    years=round(years, 2),
                    brood=brood[comb.id],
                    seen=seen[comb.id],
                    honey_kg=round(honey.get(comb.id, 0.0), 2),
                    old=years >= most and brood[comb.id] > 0,
                )
            )
    return tuple(found)


def old_comb_words() -> str:
    """Why old combs are taken out, as the table says it."""
    return table("yard")["comb_years"].why
