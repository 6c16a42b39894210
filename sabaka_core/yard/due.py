"""What is due at a hive, and when: from what was written down, and from the plan of its year."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Literal

from sabaka_core.base.dates import YEAR, day_of_year, iso, ordinal, short
from sabaka_core.base.quantity import Value
from sabaka_core.document.run import Comb
from sabaka_core.kit.tables import Row, table
from sabaka_core.yard.plan import BookPlan, PlannedStep
from sabaka_core.yard.visit import Visit

# The plan is looked ahead into for so many days.
AHEAD_DAYS = 21


class Due(Value):
    """One thing to do at a hive.

    Attributes:
        key: tells it from every other of that hive, so that it can be ticked off.
        kind: what sort of thing it is, by its row of the table or its step of the plan.
        day: when it is to be done, as 2026-05-26.
        last: the day after which it is too late; the same where any day later will do.
        words, why: what, and the reason.
        of: whether an entry or the plan asks for it.
        bring: what to bring for it.
    """

    key: str
    kind: str
    day: str
    last: str
    words: str
    why: str
    of: Literal["entry", "plan"]
    bring: str = ""

    def is_overdue(self, today: str) -> bool:
        """Whether it should have been done before today."""
        return self.last < today


class Coming(Value):
    """What a hive's dues follow from, whatever day it is: it changes when a visit is written, and is kept till then.

    ``entries`` is all that was written asks for; ``last`` the day of the last visit, none where there was none;
    ``first`` and ``steps`` are the plan's.
    """

    entries: tuple[Due, ...]
    last: str
    first: int
    steps: tuple[PlannedStep, ...]


def coming(visits: Sequence[Visit], plan: BookPlan | None) -> Coming:
    """What will be due at a hive.

    Args:
        visits: in the order in which they were made.
        plan: the year of the hive, where it can be planned.
    """
    return Coming(
        entries=tuple(_of_entries(visits)),
        last=visits[-1].day if visits else "",
        first=plan.first if plan is not None else 0,
        steps=plan.steps if plan is not None else (),
    )


def due(ahead: Coming, today: str, done: frozenset[str] = frozenset()) -> tuple[Due, ...]:
    """Everything that is due, the most urgent first.

    Args:
        done: keys of what was ticked off.
    """
    found = [*ahead.entries, *_of_plan(ahead, today)]
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
                yield _on(f"{visit.at}-out-{index}", "treatment_out", each.out_on, f"Take {each.what} out", why)
            if each.no_honey_until is not None and not any(seen.day >= each.no_honey_until for seen in later):
                words = f"Honey may be taken again after {each.what}"
                why = "So the label of the treatment says: until then none is taken."
                yield _on(f"{visit.at}-honey-{index}", "honey_again", each.no_honey_until, words, why)
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
    return Due(
        key=name,
        kind=key,
        day=iso(start + int(first)),
        last=iso(start + int(last)),
        words=words,
        why=row.why,
        of="entry",
    )


def _on(key: str, kind: str, day: str, words: str, why: str) -> Due:
    return Due(key=key, kind=kind, day=day, last=day, words=words, why=why, of="entry")


def _of_plan(ahead: Coming, today: str) -> Iterator[Due]:
    """The steps of the plan since the last visit that haven't been made, and those of the next weeks.

    A plan is of one year; in another one its days come round again, but for what is done once.
    """
    if not ahead.last:
        return
    now, last = ordinal(today), ordinal(ahead.last)
    for number, step in enumerate(ahead.steps):
        planned = ahead.first + step.after
        to_go = (day_of_year(planned) - day_of_year(now) + YEAR // 2) % YEAR - YEAR // 2
        day = planned if step.once else now + to_go
        if last < day <= now + AHEAD_DAYS:
            key = f"plan-{iso(day)}-{number}"
            yield Due(
                key=key,
                kind=step.kind,
                day=iso(day),
                last=iso(day),
                words=step.words,
                why=step.why,
                of="plan",
                bring=step.bring,
            )
