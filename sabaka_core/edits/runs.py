"""Changes of a whole run: filling it by a mix, states kept by name."""

from __future__ import annotations

from sabaka_core.analysis import analyse
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, RunItem, SavedRun
from sabaka_core.edits.closing import close_run, is_closed, items_of, with_chamber, with_items
from sabaka_core.errors import InfeasibleError, ParameterError

MOST_SAVED = 12


def fit_run(hive: Hive, box: int, counts: dict[str, int]) -> Hive:
    """The hive with a chamber's run filled by so many combs of each kind.

    Combs that are there keep what is on them, as far as their number goes; brood kinds stand nearest to the
    entrance. The end gap takes up what is left.

    Raises:
        ParameterError: there is no such kind, or no comb at all.
        InfeasibleError: the mix is longer than the run.
    """
    known = {kind.id: kind for kind in hive.comb_types}
    for ident in counts:
        if ident not in known:
            raise ParameterError("counts", ident, f"This design has no bar or frame “{ident}”.", "no-such-type")
    if sum(counts.values()) < 1:
        raise ParameterError("counts", 0, "A run needs one comb at least.", "no-comb")
    items = items_of(hive, box)
    old = [item for item in items if isinstance(item, Comb)]
    first = next((i for i, item in enumerate(items) if isinstance(item, Comb)), len(items))
    new: list[RunItem] = []
    for ident in sorted(counts, key=lambda k: 0 if _is_brood(hive, k, old) else 1):
        mine = [comb for comb in old if comb.type == ident][: counts[ident]]
        role = "brood" if _is_brood(hive, ident, old) else "honey"
        fresh = Comb.model_validate({"type": ident, "role": role})
        new += [*mine, *[fresh] * (counts[ident] - len(mine))]
    if hive.chambers[box].run.nest_at == "far":
        new.reverse()
    kept = [item for item in items if not isinstance(item, Comb)]
    before = sum(not isinstance(item, Comb) for item in items[:first])
    changed = with_items(hive, box, (*kept[:before], *new, *kept[before:]))
    a = analyse(changed, box)
    if is_closed(changed, box) or (a.layout.leftover_mm > 0 and a.main_bar is None):
        return changed
    closed = close_run(changed, box)
    if not is_closed(closed, box) and a.layout.leftover_mm < -0.5:
        raise InfeasibleError(
            f"That is {-a.layout.leftover_mm:.1f} mm more than the run holds.", "Take fewer, or make the box longer."
        )
    return closed


def _is_brood(hive: Hive, ident: str, combs: list[Comb]) -> bool:
    mine = [comb for comb in combs if comb.type == ident]
    return sum(comb.role == "brood" for comb in mine) * 2 >= len(mine) if mine else ident != "honey"


def save_run(hive: Hive, box: int, name: str) -> Hive:
    """The hive with a chamber's run kept under a name."""
    if not name.strip():
        raise ParameterError("run-name", name, "Give this state of the run a name.", "missing")
    chamber = hive.chambers[box]
    others = [state for state in chamber.run.saved if state.name != name.strip()]
    if len(others) >= MOST_SAVED:
        raise ParameterError("run-name", name, f"{MOST_SAVED} states are kept already: take one off first.", "too-many")
    saved = (*others, SavedRun(name=name.strip(), items=chamber.run.items))
    run = chamber.run.model_copy(update={"saved": saved})
    return with_chamber(hive, box, chamber.model_copy(update={"run": run}))


def use_run(hive: Hive, box: int, index: int, instead: dict[str, str]) -> Hive:
    """The hive with a kept state of the run brought back.

    Args:
        instead: for each kind of comb that the design no longer has, the kind its combs hang on now.
    Raises:
        InfeasibleError: a kind is gone and nothing is named instead.
        ParameterError: what is named instead isn't there either.
    """
    state = _saved(hive, box, index)
    known = {kind.id for kind in hive.comb_types}
    for ident in instead.values():
        if ident not in known:
            raise ParameterError("instead", ident, f"This design has no bar or frame “{ident}”.", "no-such-type")
    gone = [ident for ident in gone_kinds(hive, state) if ident not in instead]
    if gone:
        raise InfeasibleError(
            f"That state hangs on {', '.join(gone)}, which this design no longer has.",
            "Choose what to hang its combs on instead, or take the state off.",
        )
    items = tuple(
        item.model_copy(update={"type": instead[item.type]})
        if isinstance(item, Comb) and item.type not in known
        else item
        for item in state.items
    )
    return with_items(hive, box, items)


def gone_kinds(hive: Hive, state: SavedRun) -> tuple[str, ...]:
    """Kinds of comb that a kept run hangs on and the design no longer has, by name."""
    known = {kind.id for kind in hive.comb_types}
    return tuple(sorted({item.type for item in state.items if isinstance(item, Comb)} - known))


def forget_run(hive: Hive, box: int, index: int) -> Hive:
    """The hive without one kept state."""
    _saved(hive, box, index)
    chamber = hive.chambers[box]
    saved = chamber.run.saved[:index] + chamber.run.saved[index + 1 :]
    run = chamber.run.model_copy(update={"saved": saved})
    return with_chamber(hive, box, chamber.model_copy(update={"run": run}))


def _saved(hive: Hive, box: int, index: int) -> SavedRun:
    saved = hive.chambers[box].run.saved
    if not 0 <= index < len(saved):
        raise ParameterError("index", index, "There is no such state of the run.", "no-such-state")
    return saved[index]
