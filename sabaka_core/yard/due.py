"""What is due at a hive, and when: from what was written down, and from the plan of its year."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from sabaka_core.base.dates import YEAR, day_of_year, iso, ordinal, short
from sabaka_core.document.run import Comb
from sabaka_core.kit.tables import Row, table
from sabaka_core.yard.plan import BookPlan
from sabaka_core.yard.visit import Visit

# The plan is looked ahead into for so many days.
AHEAD_DAYS = 21


@dataclass(frozen=True)
class Due:
    """One thing to do at a hive.

    Attributes:
        key: tells it from every other of that hive, so that it can be ticked off.
        day: when it is to be done, as 2026-05-26.
        last: the day after which it is too late; the same where any day later will do.
        words, why: what, and the reason.
        of: whether an entry or the plan asks for it.
    """

    key: str
    day: str
    last: str
    words: str
    why: str
    of: str

    def is_overdue(self, today: str) -> bool:
        """Whether it should have been done before today."""
        return self.last < today


def due(
    visits: Sequence[Visit], plan: BookPlan | None, today: str, done: frozenset[str] = frozenset()
) -> tuple[Due, ...]:
    """Everything that is due, the most urgent first.

    Args:
        visits: in the order in which they were made.
        plan: the year of the hive, where it can be planned.
        done: keys of what was ticked off.
    """
    found = [*_of_entries(visits), *(_of_plan(visits, plan, today) if plan is not None else ())]
    return tuple(sorted((each for each in found if each.key not in done), key=lambda each: (each.last, each.key)))


def _of_entries(visits: Sequence[Visit]) -> Iterator[Due]:
    for number, visit in enumerate(visits):
        later = visits[number + 1 :]
        yield from _of_combs(visit, later)
        if visit.fed and not later:
            yield _after(visit, "feed_taken")
        if visit.queen == "put-in" and not later:
            yield _after(visit, "candy_eaten")
        for index, each in enumerate(visit.treated):
            if each.out_on is not None and not any(seen.day >= each.out_on for seen in later):
                why = f"Put in on {short(ordinal(visit.day))}; its label says how long it stays."
                yield Due(f"{visit.at}-out-{index}", each.out_on, each.out_on, f"Take {each.what} out", why, "entry")
            if each.no_honey_until is not None and not any(seen.day >= each.no_honey_until for seen in later):
                day, why = each.no_honey_until, "So the label of the treatment says: until then none is taken."
                yield Due(
                    f"{visit.at}-honey-{index}", day, day, f"Honey may be taken again after {each.what}", why, "entry"
                )
        if visit.queen == "not-seen" and not any(seen.queen in ("seen", "eggs") for seen in later):
            yield _after(visit, "queen_again")


def _of_combs(visit: Visit, later: Sequence[Visit]) -> Iterator[Due]:
    if any(mark.queen_cells for mark in visit.marks) and not later:
        yield _after(visit, "look_for_cells")
    # A drone comb that was put in comes out with its brood, unless it has been taken out since.
    before = {comb.id for run in visit.found for comb in run.combs}
    for run in visit.left:
        for comb in run.combs:
            put_in = comb.role == "drone" and comb.id not in before
            if put_in and not any(_is_out(comb, seen) for seen in later):
                yield _after(visit, "drone_comb_out", comb.id)


def _is_out(comb: Comb, visit: Visit) -> bool:
    after = {each.id for run in visit.after for each in run.combs}
    return bool(after) and comb.id not in after


def _after(visit: Visit, key: str, comb: str = "") -> Due:
    row: Row = table("yard")[key]
    first, last = row.span
    start = ordinal(visit.day)
    words = f"{row.what}, comb {comb}" if comb else row.what
    name = f"{visit.at}-{key}" + (f"-{comb}" if comb else "")
    return Due(name, iso(start + int(first)), iso(start + int(last)), words, row.why, "entry")


def _of_plan(visits: Sequence[Visit], plan: BookPlan, today: str) -> Iterator[Due]:
    """The steps of the plan since the last visit that haven't been made, and those of the next weeks.

    A plan is of one year; in another one its days come round again.
    """
    if not visits:
        return
    now, last = ordinal(today), ordinal(visits[-1].day)
    for number, step in enumerate(plan.steps):
        ahead = (day_of_year(plan.first + step.after) - day_of_year(now) + YEAR // 2) % YEAR - YEAR // 2
        day = now + ahead
        if last < day <= now + AHEAD_DAYS:
            yield Due(f"plan-{iso(day)}-{number}", iso(day), iso(day), step.words, step.why, "plan")
