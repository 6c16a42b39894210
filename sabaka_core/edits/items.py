"""Putting bars in, taking them out and changing what they are; the run stays closed."""

from __future__ import annotations

from collections.abc import Callable
from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.combs import CombType, Frame, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.identity import place_of
from sabaka_core.document.run import Comb, Contents, Divider, Excluder, Feeder, Role, RunItem, Spacer
from sabaka_core.edits.action import Bench, Edit
from sabaka_core.edits.closing import close_run, end_gaps, is_closed, items_of, with_items
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import item_length_mm


def _check_type(hive: Hive, type_id: str) -> None:
    if all(kind.id != type_id for kind in hive.comb_types):
        raise ParameterError("type", type_id, f"This design has no bar “{type_id}”.", "no-such-type")


def bar_width(hive: Hive, type_id: str, width_mm: float) -> Hive:
    """The hive with the comb spacing of one type changed, in every run too: a bar's width, a frame's spacing."""
    were_closed = [box for box in range(len(hive.chambers)) if is_closed(hive, box)]
    types: list[CombType] = []
    for kind in hive.comb_types:
        if kind.id != type_id:
            types.append(kind)
        else:
            field = "width_mm" if isinstance(kind, TopBar) else "spacing_mm"
            types.append(kind.model_copy(update={field: width_mm}))
    changed = hive.model_copy(update={"comb_types": tuple(types)})
    for box in were_closed:
        changed = close_run(changed, box)
    return changed


class InsertComb(Edit):
    """Put a new empty bar into the run before an item, or behind all of them."""

    do: Literal["insert-comb"] = "insert-comb"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    before: Ident | None = None
    type: Ident
    role: Role = "brood"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        items = items_of(hive, bench.box)
        at = len(items) if self.before is None else place_of(items, self.before, "before")
        _check_type(hive, self.type)
        comb = Comb.model_validate({"type": self.type, "role": self.role, "contents": "empty"})
        return _put_in(hive, bench.box, at, comb, "One bar more")


def _put_in(hive: Hive, box: int, at: int, item: RunItem, what: str) -> Hive:
    """The hive with an item more in a run, which the gaps behind the followers give room to."""
    items = items_of(hive, box)
    width = item_length_mm(item, {kind.id: kind for kind in hive.comb_types})
    longer = with_items(hive, box, (*items[:at], item, *items[at:]))
    if not is_closed(hive, box):
        return longer
    room = sum(item_length_mm(items[i], {}) for i in end_gaps(items))
    if room < width - 1e-6:
        raise InfeasibleError(
            f"{what} needs {width:g} mm and the gaps behind the followers hold {room:g} mm.",
            f"A box {width - room:g} mm longer takes it.",
        )
    return close_run(longer, box)


PutIn = Literal["feeder", "dividing-feeder", "excluder", "divider", "spacer", "filler", "window", "drone", "sections"]
# What a run may hold besides combs, boards and gaps, as large as it usually is.
_OTHERS: dict[str, Callable[[], RunItem]] = {
    "feeder": lambda: Feeder(length_mm=practice("run_feeder").number),
    "dividing-feeder": lambda: Feeder(length_mm=practice("run_feeder").number, make="tub", divides=True),
    "excluder": lambda: Excluder(thickness_mm=practice("run_excluder").number),
    "divider": lambda: Divider(thickness_mm=practice("divider_board").number),
    "spacer": lambda: Spacer(length_mm=practice("run_spacer").number),
    "filler": lambda: Spacer(length_mm=practice("run_filler").number, make="filler"),
    "window": lambda: Spacer(length_mm=practice("run_window").number, make="window"),
}
# Kinds of comb that hang among the others for a purpose of their own, and what their frames are called.
_PURPOSES: dict[Role, str] = {"drone": "drone", "sections": "comb honey"}
PUT_IN_WORDS: dict[PutIn, str] = {
    "feeder": "Feeder",
    "dividing-feeder": "Feeder that divides",
    "excluder": "Excluder",
    "divider": "Divider",
    "drone": "Drone comb",
    "sections": "Comb honey",
    "window": "Window in the ceiling",
    "filler": "Filler",
    "spacer": "Strip",
}


class PutInRun(Edit):
    """Put a feeder, excluder, divider, spacer or comb for a purpose into the run before an item, or behind all."""

    do: Literal["put-in-run"] = "put-in-run"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    before: Ident | None = None
    kind: PutIn

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        items = items_of(hive, bench.box)
        at = len(items) if self.before is None else place_of(items, self.before, "before")
        if self.kind == "drone" or self.kind == "sections":
            hive, comb = _for_purpose(hive, bench.box, self.kind)
            return _put_in(hive, bench.box, at, comb, PUT_IN_WORDS[self.kind])
        return _put_in(hive, bench.box, at, _OTHERS[self.kind](), f"A {PUT_IN_WORDS[self.kind].lower()}")


def _for_purpose(hive: Hive, box: int, role: Role) -> tuple[Hive, Comb]:
    """A comb for a purpose of its own, and the hive with a kind for it: the brood combs' size, made as it asks.

    Raises:
        InfeasibleError: the run has no bar or frame to make it after.
    """
    a = analyse(hive, box)
    base = a.main_frame or a.main_bar
    if base is None:
        raise InfeasibleError("Only a bar or frame can be hung for a purpose: this run holds neither.")
    ident = f"{base.id[:30]}-{role}"
    if all(kind.id != ident for kind in hive.comb_types):
        named = {"id": ident, "name": f"{base.name}, {_PURPOSES[role]}"[:80]}
        # A drone frame has worker comb above its bar, drone comb below; comb honey stands in boxes for sale.
        frame = {"origin": "derived", "make": role, "foundation": False, "shelves": int(role == "drone")}
        made = base.model_copy(update=named | (frame if isinstance(base, Frame) else {}))
        hive = hive.model_copy(update={"comb_types": (*hive.comb_types, made)})
    return hive, Comb(type=ident, role=role)


class RemoveItem(Edit):
    """Take an item out of the run."""

    do: Literal["remove-item"] = "remove-item"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    item: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        items = items_of(hive, bench.box)
        at = place_of(items, self.item, "item")
        was_closed = is_closed(hive, bench.box)
        shorter = with_items(hive, bench.box, (*items[:at], *items[at + 1 :]))
        return close_run(shorter, bench.box) if was_closed else shorter


class SwapItems(Edit):
    """Change two items of the run round."""

    do: Literal["swap-items"] = "swap-items"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    item: Ident
    other: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        items = list(items_of(hive, bench.box))
        one, two = place_of(tuple(items), self.item, "item"), place_of(tuple(items), self.other, "other")
        items[one], items[two] = items[two], items[one]
        return with_items(hive, bench.box, tuple(items))


class RetypeComb(Edit):
    """Change a bar's kind, purpose or contents."""

    do: Literal["retype-comb"] = "retype-comb"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    item: Ident
    type: Ident | None = None
    role: Role | None = None
    contents: Contents | None = None

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        items = items_of(hive, bench.box)
        at = place_of(items, self.item, "item")
        comb = items[at]
        if not isinstance(comb, Comb):
            raise ParameterError("item", self.item, "That place of the run holds no bar.", "not-a-comb")
        if self.type is not None:
            _check_type(hive, self.type)
        change = {"type": self.type, "role": self.role, "contents": self.contents}
        data = comb.model_dump() | {key: value for key, value in change.items() if value is not None}
        was_closed = is_closed(hive, bench.box)
        changed = with_items(hive, bench.box, (*items[:at], Comb.model_validate(data), *items[at + 1 :]))
        return close_run(changed, bench.box) if was_closed else changed
