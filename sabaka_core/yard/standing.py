"""A hive as it stands: the design that it was built from, its runs as they were last left."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from itertools import count

from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, RunItem
from sabaka_core.yard.visit import RunSeen, Visit


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


def standing(built: Hive, visits: Sequence[Visit]) -> Hive:
    """The hive as the last of these visits left it.

    Args:
        visits: in the order in which they were made.
    """
    runs: dict[str, RunSeen] = {}
    for visit in visits:
        runs |= {run.chamber: run for run in visit.after}
    return with_runs(built, runs.values())


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
