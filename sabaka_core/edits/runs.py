"""Changes of a whole run: filling it by a mix, states kept by name."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, RunItem, SavedRun
from sabaka_core.edits.action import Bench, Edit, Index, Typed
from sabaka_core.edits.closing import close_run, is_closed, items_of, with_chamber, with_items
from sabaka_core.hive.chambers import analyse

MOST_SAVED = 12


def _is_brood(hive: Hive, ident: str, combs: list[Comb]) -> bool:
    mine = [comb for comb in combs if comb.type == ident]
    return sum(comb.role == "brood" for comb in mine) * 2 >= len(mine) if mine else ident != "honey"


def gone_kinds(hive: Hive, state: SavedRun) -> tuple[str, ...]:
    """Kinds of comb that a kept run hangs on and the design no longer has, by name."""
    known = {kind.id for kind in hive.comb_types}
    return tuple(sorted({item.type for item in state.items if isinstance(item, Comb)} - known))


def _saved(hive: Hive, box: int, index: int) -> SavedRun:
    saved = hive.chambers[box].run.saved
    if not 0 <= index < len(saved):
        raise ParameterError("index", index, "There is no such state of the run.", "no-such-state")
    return saved[index]


class FitRun(Edit):
    """Fill the run by a mix: so many of each kind of comb, brood first from the entrance on."""

    do: Literal["fit-run"] = "fit-run"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    counts: dict[Ident, Annotated[int, Field(ge=0, le=400)]]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        known = {kind.id: kind for kind in hive.comb_types}
        for ident in dict(self.counts):
            if ident not in known:
                raise ParameterError("counts", ident, f"This design has no bar or frame “{ident}”.", "no-such-type")
        if sum(dict(self.counts).values()) < 1:
            raise ParameterError("counts", 0, "A run needs one comb at least.", "no-comb")
        items = items_of(hive, bench.box)
        old = [item for item in items if isinstance(item, Comb)]
        first = next((i for i, item in enumerate(items) if isinstance(item, Comb)), len(items))
        new: list[RunItem] = []
        for ident in sorted(dict(self.counts), key=lambda k: 0 if _is_brood(hive, k, old) else 1):
            mine = [comb for comb in old if comb.type == ident][: dict(self.counts)[ident]]
            role = "brood" if _is_brood(hive, ident, old) else "honey"
            fresh = Comb.model_validate({"type": ident, "role": role})
            new += [*mine, *[fresh] * (dict(self.counts)[ident] - len(mine))]
        if hive.chambers[bench.box].run.nest_at == "far":
            new.reverse()
        kept = [item for item in items if not isinstance(item, Comb)]
        before = sum(not isinstance(item, Comb) for item in items[:first])
        changed = with_items(hive, bench.box, (*kept[:before], *new, *kept[before:]))
        a = analyse(changed, bench.box)
        if is_closed(changed, bench.box) or (a.layout.leftover_mm > 0 and a.main_bar is None):
            return changed
        closed = close_run(changed, bench.box)
        if not is_closed(closed, bench.box) and a.layout.leftover_mm < -0.5:
            raise InfeasibleError(
                f"That is {-a.layout.leftover_mm:.1f} mm more than the run holds.",
                "Take fewer, or make the box longer.",
            )
        return closed


class SaveRun(Edit):
    """Keep the run as it stands under a name; one of that name is replaced."""

    do: Literal["save-run"] = "save-run"
    name: Typed

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        if not self.name.strip():
            raise ParameterError("run-name", self.name, "Give this state of the run a name.", "missing")
        chamber = hive.chambers[bench.box]
        others = [state for state in chamber.run.saved if state.name != self.name.strip()]
        if len(others) >= MOST_SAVED:
            raise ParameterError(
                "run-name", self.name, f"{MOST_SAVED} states are kept already: take one off first.", "too-many"
            )
        saved = (*others, SavedRun(name=self.name.strip(), items=chamber.run.items))
        run = chamber.run.model_copy(update={"saved": saved})
        return with_chamber(hive, bench.box, chamber.model_copy(update={"run": run}))


class UseRun(Edit):
    """Bring a kept state of the run back; ``instead`` names a kind of comb for each that is gone since."""

    do: Literal["use-run"] = "use-run"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    index: Index
    instead: Annotated[dict[Ident, Ident], Field(max_length=40)] = {}

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        state = _saved(hive, bench.box, self.index)
        known = {kind.id for kind in hive.comb_types}
        for ident in self.instead.values():
            if ident not in known:
                raise ParameterError("instead", ident, f"This design has no bar or frame “{ident}”.", "no-such-type")
        gone = [ident for ident in gone_kinds(hive, state) if ident not in self.instead]
        if gone:
            raise InfeasibleError(
                f"That state hangs on {', '.join(gone)}, which this design no longer has.",
                "Choose what to hang its combs on instead, or take the state off.",
            )
        items = tuple(
            item.model_copy(update={"type": self.instead[item.type]})
            if isinstance(item, Comb) and item.type not in known
            else item
            for item in state.items
        )
        return with_items(hive, bench.box, items)


class ForgetRun(Edit):
    """Take a kept state of the run off the list."""

    do: Literal["forget-run"] = "forget-run"
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        _saved(hive, bench.box, self.index)
        chamber = hive.chambers[bench.box]
        saved = chamber.run.saved[: self.index] + chamber.run.saved[self.index + 1 :]
        run = chamber.run.model_copy(update={"saved": saved})
        return with_chamber(hive, bench.box, chamber.model_copy(update={"run": run}))
