"""A hive as it stands: the design that it was built from, its runs as they were last left."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from itertools import count
from typing import get_args

from sabaka_core.document.entrances import Entrance, Setting
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, RunItem
from sabaka_core.yard.visit import EntranceSet, RunSeen, Visit


def with_runs(hive: Hive, runs: Iterable[RunSeen]) -> Hive:
    """The hive with some chambers' runs as they were seen; a chamber that it hasn't is passed over."""
    seen = {run.chamber: run.items for run in runs}
    chambers = tuple(
        chamber.model_copy(update={"run": chamber.run.model_copy(update={"items": seen[chamber.id]})})
        if chamber.id in seen
        else chamber
        for chamber in hive.chambers
    )
    return hive.model_copy(update={"chambers": chambers})


def left_by(hive: Hive, visit: Visit) -> Hive:
    """A hive as a visit left it: its runs, and how its entrances are set."""
    return with_entrances(with_runs(hive, visit.after), visit.entrances)


def with_entrances(hive: Hive, left: Sequence[EntranceSet]) -> Hive:
    """The hive with some entrances set otherwise; one that it hasn't, or that can't be set so, is passed over."""
    said = {(each.chamber, each.number): each for each in left}
    if not said:
        return hive
    chambers = tuple(
        chamber.model_copy(
            update={
                "entrances": tuple(
                    _set(entrance, said.get((chamber.id, number)))
                    for number, entrance in enumerate(chamber.entrances, 1)
                )
            }
        )
        for chamber in hive.chambers
    )
    return hive.model_copy(update={"chambers": chambers})


def settings_of(entrance: Entrance) -> tuple[Setting, ...]:
    """How an entrance can be set: a disc has more settings than a hole with a plug."""
    return get_args(type(entrance).model_fields["setting"].annotation)


def _set(entrance: Entrance, left: EntranceSet | None) -> Entrance:
    if left is None or left.setting not in settings_of(entrance):
        return entrance
    return entrance.model_copy(update={"setting": left.setting, "mouse_guard": left.guard})


def standing(built: Hive, visits: Sequence[Visit]) -> Hive:
    """The hive as the last of these visits left it.

    Args:
        visits: in the order in which they were made.
    """
    runs: dict[str, RunSeen] = {}
    entrances: dict[tuple[str, int], EntranceSet] = {}
    for visit in visits:
        runs |= {run.chamber: run for run in visit.after}
        entrances |= {(each.chamber, each.number): each for each in visit.entrances}
    return with_entrances(with_runs(built, runs.values()), tuple(entrances.values()))


def numbered(built: Hive) -> Hive:
    """The hive with a number for every comb of its runs, one after the other over all its chambers.

    A comb keeps its number when it moves, so what the book says of it stays its own.
    """
    numbers = count(1)

    def name(item: RunItem) -> RunItem:
        return item.model_copy(update={"id": f"c{next(numbers)}"}) if isinstance(item, Comb) else item

    return with_runs(built, [RunSeen(chamber=c.id, items=tuple(map(name, c.run.items))) for c in built.chambers])


def runs_of(hive: Hive) -> tuple[RunSeen, ...]:
    """The runs of a hive as a visit says them."""
    return tuple(RunSeen(chamber=chamber.id, items=chamber.run.items) for chamber in hive.chambers)


def combs_of(hive: Hive) -> frozenset[str]:
    """The numbers of all its combs."""
    return frozenset(comb.id for run in runs_of(hive) for comb in run.combs)
