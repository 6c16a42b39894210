"""The plan of a hive's year as the book keeps it: what each day should look like, what is to be done when.

It is made once, when the hive is built, and lies on the keeper's device: nothing of it has to be reckoned there.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from sabaka_core.base.dates import YEAR, day_of_year, iso, ordinal
from sabaka_core.base.quantity import Value
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Contents, RunItem
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.season.model import Need
from sabaka_core.season.nest import NestExtent
from sabaka_core.season.planned import Plan
from sabaka_core.yard.visit import RunSeen

_CALLED: dict[str, Contents] = {"e": "empty", "b": "brood", "p": "pollen", "n": "nectar", "h": "honey"}


class Sums(Value):
    """A colony in few numbers: combs covered, of brood, of stores; how far its nest reaches from the near end [mm].

    ``needs`` are the combs that a plan needs on the day. What wasn't seen, or can't be said of a hive without
    followers, is None.
    """

    covered: float | None
    brood: float | None
    stores: float | None
    follower_mm: float | None
    needs: float | None = None


class PlannedStep(Value):
    """One thing that the plan asks for, on a day counted from the plan's first.

    ``bring`` is what to bring for it; one that is asked for ``once`` doesn't come round in the next year.
    """

    after: int
    kind: str
    words: str
    why: str
    bring: str = ""
    once: bool = False


class BookPlan(Value):
    """A year, from the day ``first`` on [ordinal]: its days, what then lies on the combs, its steps, honey taken [kg].

    ``combs`` has a letter for every comb of the brood chamber from the near end on: e(mpty), b(rood), p(ollen),
    n(ectar), h(oney).
    """

    first: int
    days: tuple[Sums, ...]
    combs: tuple[str, ...]
    steps: tuple[PlannedStep, ...]
    taken_kg: float | None = None

    def place_of(self, day: str) -> int | None:
        """Which day of the plan a day is; in another year the same day of the year. None where it has no such day."""
        return place_in(len(self.days), self.first, day)

    def on(self, day: str) -> Sums | None:
        """What the plan says of a day."""
        place = self.place_of(day)
        return None if place is None else self.days[place]


def place_in(days: int, first: int, day: str) -> int | None:
    """Which of a plan's days a day is, as :meth:`BookPlan.place_of` says it.

    Args:
        days, first: how many days the plan has, and its first one [ordinal].
    """
    index = ordinal(day) - first
    if not 0 <= index < days:
        index = (day_of_year(ordinal(day)) - day_of_year(first)) % YEAR
    return index if index < days else None


def book_plan(plan: Plan, steps: Iterable[PlannedStep] | None = None) -> BookPlan:
    """A year's plan, as the book keeps it.

    Args:
        steps: what is to be done in it; what its visits ask for where nothing else is said.
    """
    stands = [plan.standing(index) for index in range(len(plan.days))]
    return BookPlan(
        first=plan.days[0].day,
        days=tuple(_sums(row.need, extent) for row, extent in zip(plan.days, stands, strict=True)),
        combs=tuple(_letters(extent.run.items) for extent in stands),
        steps=tuple(_of_visits(plan) if steps is None else steps),
        taken_kg=round(plan.days[-1].taken_kg, 2),
    )


def _of_visits(plan: Plan) -> Iterator[PlannedStep]:
    for visit in plan.visits:
        for step in visit.steps:
            yield PlannedStep(after=visit.day - plan.days[0].day, kind=step.kind, words=step.words, why=step.why)


def _sums(need: Need[float], stands: NestExtent) -> Sums:
    reach = stands.near_mm if stands.run.nest_at == "far" else stands.far_mm
    return Sums(
        covered=round(need.covered, 2),
        brood=round(need.brood, 2),
        stores=round(need.honey + need.nectar, 2),
        follower_mm=round(reach, 1),
        needs=round(need.combs, 2),
    )


def _letters(items: tuple[RunItem, ...]) -> str:
    return "".join(item.contents[0] for item in items if isinstance(item, Comb))


class PlannedDay(Value):
    """What the plan has on the combs that hang in a hive, from a day on till the next one that is said."""

    day: str
    contents: dict[str, Contents]


def plans_ahead(stands: Hive, plan: BookPlan, day: str, days: int) -> tuple[PlannedDay, ...]:
    """What the plan has on the combs of the brood chamber on a day and those after it; days alike are said once.

    Combs that the plan hasn't put in yet are empty; what it would put in besides isn't there until somebody does it.
    """
    box = main_box(stands)
    run = stands.chambers[box].run
    hung = [run.items[placed.index] for placed in analyse(stands, box).layout.nest_combs]
    found: list[PlannedDay] = []
    for number in range(days):
        on = iso(ordinal(day) + number)
        place = plan.place_of(on)
        if place is None:
            continue
        letters = _aligned(plan.combs[place], len(hung), run.nest_at == "far")
        contents = {comb.id: _CALLED[letter] for comb, letter in zip(hung, letters, strict=True)}
        if not found or found[-1].contents != contents:
            found.append(PlannedDay(day=on, contents=contents))
    return tuple(found)


def _aligned(letters: str, combs: int, from_far: bool) -> str:
    """A plan's letters for so many combs. It begins at the entrance: at the far end where the nest sits there."""
    aligned = letters[-combs:] if from_far and combs else letters[:combs]
    missing = "e" * (combs - len(aligned))
    return missing + aligned if from_far else aligned + missing


def as_planned(stands: Hive, plan: BookPlan, day: str) -> RunSeen | None:
    """The run of the brood chamber as it stands, with what the plan has on its combs on a day.

    None where the plan says nothing of that day.
    """
    ahead = plans_ahead(stands, plan, day, 1)
    if not ahead:
        return None
    chamber, said = stands.chambers[main_box(stands)], ahead[0].contents
    items = (
        item.model_copy(update={"contents": said[item.id]}) if isinstance(item, Comb) and item.id in said else item
        for item in chamber.run.items
    )
    return RunSeen(chamber=chamber.id, items=tuple(items))
