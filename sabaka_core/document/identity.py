"""Names for the items of runs: an edit speaks of a bar by its own, wherever it hangs by then."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import count

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import RunItem


def with_identities(hive: Hive) -> Hive:
    """The hive with a name for each item of each run: its own, or the next that is free where it has none or another's.

    A saved state keeps the names that its items had, so that a comb is known again when it comes back.
    """
    chambers = []
    for chamber in hive.chambers:
        run = chamber.run
        items = identified(run.items)
        saved = tuple(
            state if (named := identified(state.items)) is state.items else state.model_copy(update={"items": named})
            for state in run.saved
        )
        if items is not run.items or any(new is not old for new, old in zip(saved, run.saved, strict=True)):
            run = run.model_copy(update={"items": items, "saved": saved})
            chamber = chamber.model_copy(update={"run": run})
        chambers.append(chamber)
    if all(new is old for new, old in zip(chambers, hive.chambers, strict=True)):
        return hive
    return hive.model_copy(update={"chambers": tuple(chambers)})


def identified(items: tuple[RunItem, ...]) -> tuple[RunItem, ...]:
    """Items of one run, each with a name of its own; the same tuple where all had one."""
    taken = {item.id for item in items}
    if "" not in taken and len(taken) == len(items):
        return items
    seen: set[str] = set()
    named: list[RunItem] = []
    for item in items:
        if not item.id or item.id in seen:
            item = item.model_copy(update={"id": _free(item.kind, taken | seen)})
        seen.add(item.id)
        named.append(item)
    return tuple(named)


def _free(kind: str, taken: Iterable[str]) -> str:
    known = set(taken)
    return next(name for number in count(1) if (name := f"{kind}-{number}") not in known)


def place_of(items: tuple[RunItem, ...], ident: str, field: str) -> int:
    """Where in a run the item of that name is.

    Raises:
        ParameterError: at ``field``: none is called so.
    """
    for at, item in enumerate(items):
        if item.id == ident:
            return at
    raise ParameterError(field, ident, "That item is no longer in the run.", "no-such-item")
