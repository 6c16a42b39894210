"""What was seen, held against what the plan said of that day."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from sabaka_core.base.quantity import Value
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.kit.tables import table
from sabaka_core.yard.plan import Sums
from sabaka_core.yard.standing import with_runs
from sabaka_core.yard.visit import RunSeen, Visit

_SIDES = 2


def seen(built: Hive, visit: Visit) -> Sums:
    """What a visit found: combs counted by their sides, those between the followers where nobody counted the bees.

    Where several colonies live in one chamber the plan is the first one's: combs of the others aren't counted.
    """
    if not visit.found:
        return Sums(covered=visit.covered, brood=None, stores=None, follower_mm=None)
    away = {mark.comb: mark.away for mark in visit.marks if mark.away is not None}
    sides: dict[str, float] = {}
    for comb in of_the_first(built, visit.found):
        for contents in (comb.contents, away.get(comb.id, comb.contents)):
            sides[contents] = sides.get(contents, 0.0) + 1 / _SIDES
    return Sums(
        covered=visit.covered,
        brood=sides.get("brood", 0.0),
        stores=sides.get("honey", 0.0) + sides.get("nectar", 0.0),
        follower_mm=reach_mm(built, visit.found),
    )


def of_the_first(built: Hive, runs: Sequence[RunSeen]) -> Iterator[Comb]:
    """The combs of a hive's first colony: all of them, but for those that others in its chamber live on."""
    hive = with_runs(built, runs)
    box = main_box(hive)
    chamber = hive.chambers[box]
    shared = sum(colony.chamber == chamber.id for colony in hive.colonies) > 1
    for run in runs:
        if shared and run.chamber == chamber.id:
            nest = {placed.index for placed in analyse(hive, box).layout.nest_combs}
            yield from (item for at, item in enumerate(run.items) if at in nest and isinstance(item, Comb))
        else:
            yield from run.combs


class SeenDay(Value):
    """What a visit found, on its day; ``hanging`` are the combs that hung in the hive when it was left."""

    day: str
    sums: Sums
    hanging: int | None


def seen_days(built: Hive, visits: Sequence[Visit]) -> tuple[SeenDay, ...]:
    """What visits found, each on its day."""
    return tuple(
        SeenDay(day=visit.day, sums=seen(built, visit), hanging=sum(len(run.combs) for run in visit.after) or None)
        for visit in visits
    )


def reach_mm(built: Hive, runs: Sequence[RunSeen]) -> float | None:
    """Where the nest of the main chamber ends on the side of the open room [mm]: at its follower, or last comb."""
    hive = with_runs(built, runs)
    layout = analyse(hive, main_box(hive)).layout
    nest = layout.nest_combs
    if not nest:
        return None
    return nest[0].start_mm if hive.chambers[main_box(hive)].run.nest_at == "far" else nest[-1].end_mm


@dataclass(frozen=True)
class Difference:
    """By how much what was seen is more than planned; None where one of them isn't known."""

    what: str
    seen: float | None
    planned: float | None

    @property
    def by(self) -> float | None:
        return None if self.seen is None or self.planned is None else self.seen - self.planned


def against(actual: Sums, planned: Sums) -> tuple[Difference, ...]:
    """Plan against actual, number by number."""
    return tuple(
        Difference(name, getattr(actual, name), getattr(planned, name))
        for name in ("covered", "brood", "stores", "follower_mm")
    )


# What is said of a number that is off; how far the nest reaches follows from the others.
_SAID = {"covered": "bees", "brood": "brood", "stores": "stores"}


def in_words(differences: Sequence[Difference]) -> str:
    """How a visit stands against the plan, in a few words."""
    most = table("yard")["like_planned"].number
    off = [(_SAID[each.what], each.by) for each in differences if each.what in _SAID and each.by is not None]
    said = [f"{name} {'less' if by < 0 else 'more'} than planned" for name, by in off if abs(by) > most]
    return ", ".join(said) or "as planned"


def line_through(planned: Sequence[Sums | None], at: int) -> tuple[float, float, float] | None:
    """Where the plan has the nest end half way from the visit before, on the day, half way to the next visit [mm].

    None where the plan says nothing of one of these days; before the first and after the last visit it goes straight.
    """
    on = _reach(planned, at)
    before, after = (_reach(planned, other) if 0 <= other < len(planned) else on for other in (at - 1, at + 1))
    if on is None or before is None or after is None:
        return None
    return (before + on) / _SIDES, on, (on + after) / _SIDES


def _reach(planned: Sequence[Sums | None], at: int) -> float | None:
    sums = planned[at]
    return None if sums is None else sums.follower_mm
