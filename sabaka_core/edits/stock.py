"""Boards on hand, bars and frames: putting one on the list, hanging it, taking it off."""

from __future__ import annotations

from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.combs import CombType, Frame, TopBar
from sabaka_core.document.hive import Board, Hive
from sabaka_core.document.run import Comb, RunItem
from sabaka_core.edits.action import BOARDS, Bench, Edit, Index
from sabaka_core.edits.closing import close_run, is_closed, items_of, leftover_mm, with_items
from sabaka_core.frames.catalogue import catalogue_row
from sabaka_core.run.layout import item_length_mm


def known_type(hive: Hive, type_id: str) -> CombType:
    """A kind of comb carrier by its id.

    Raises:
        ParameterError: the design has none of that id.
    """
    for kind in hive.comb_types:
        if kind.id == type_id:
            return kind
    raise ParameterError("type", type_id, f"This design has no bar or frame “{type_id}”.", "no-such-type")


class AddBoard(Edit):
    """Put a kind of board on the list of those on hand."""

    do: Literal["add-board"] = "add-board"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        board = hive.boards[-1] if hive.boards else Board(label="plank", length_mm=2400, width_mm=235, thickness_mm=22)
        named = board.model_copy(update={"label": f"boards {len(hive.boards) + 1}"})
        return hive.model_copy(update={"boards": (*hive.boards, named)})


class RemoveBoard(Edit):
    """Take a kind of board off the list."""

    do: Literal["remove-board"] = "remove-board"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        if not 0 <= self.index < len(hive.boards):
            raise ParameterError("index", self.index, "There are no such boards.", "no-such-board")
        return hive.model_copy(update={"boards": hive.boards[: self.index] + hive.boards[self.index + 1 :]})


class AddBarType(Edit):
    """Add a kind of bar, like the last one."""

    do: Literal["add-bar-type"] = "add-bar-type"
    says: ClassVar[tuple[str, ...]] = ("/comb_types",)

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        bars = [kind for kind in hive.comb_types if isinstance(kind, TopBar)]
        last = (bars or hive.comb_types)[-1]
        stem = "bar" if bars else "kind"
        taken = {kind.id for kind in hive.comb_types}
        number = next(n for n in range(2, len(taken) + 3) if f"{stem}-{n}" not in taken)
        new = last.model_copy(update={"id": f"{stem}-{number}", "name": f"{stem} {number}"})
        return hive.model_copy(update={"comb_types": (*hive.comb_types, new)})


class RemoveBarType(Edit):
    """Take away a kind of bar that isn't used."""

    do: Literal["remove-bar-type"] = "remove-bar-type"
    says: ClassVar[tuple[str, ...]] = ("/comb_types",)
    type: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        kind = known_type(hive, self.type)
        used = sum(
            isinstance(item, Comb) and item.type == self.type
            for box in range(len(hive.chambers))
            for item in items_of(hive, box)
        ) + sum(each.comb_type == self.type for each in hive.supers)
        if used:
            raise InfeasibleError(f"{used} of this kind are in use.", "Make them another kind first.")
        kept = tuple(each for each in hive.comb_types if each is not kind)
        if not kept:
            raise InfeasibleError("A hive needs one kind of bar or frame at least.")
        return hive.model_copy(update={"comb_types": kept})


class AddFrame(Edit):
    """Put a frame or bar of the catalogue among the design's comb carriers."""

    do: Literal["add-frame"] = "add-frame"
    says: ClassVar[tuple[str, ...]] = ("/comb_types",)
    standard: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        row = catalogue_row(self.standard)
        taken = {kind.id for kind in hive.comb_types}
        ident = next(
            i
            for n in range(1, len(taken) + 2)
            if (i := self.standard if n == 1 else f"{self.standard}-{n}") not in taken
        )
        return hive.model_copy(update={"comb_types": (*hive.comb_types, row.carrier.model_copy(update={"id": ident}))})


class HangAll(Edit):
    """Hang every comb of the chamber on carriers of one kind, as many as fill the same room."""

    do: Literal["hang-all"] = "hang-all"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    type: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        kind = known_type(hive, self.type)
        items = items_of(hive, bench.box)
        types = {each.id: each for each in hive.comb_types}
        combs = [item for item in items if isinstance(item, Comb)]
        if not combs:
            raise InfeasibleError("This chamber's run holds no comb to change.", "Put one in first.")
        was_closed = is_closed(hive, bench.box)
        left = max(leftover_mm(hive, bench.box), 0.0)
        room = sum(item_length_mm(item, types) for item in combs) + left
        count = min(int((room + 1e-6) // kind.spacing_mm), 400)
        if count < 1:
            raise InfeasibleError(f"Not one {kind.name} fits: it needs {kind.spacing_mm:g} mm along the run.")
        changed: list[RunItem] = []
        left_over = room - count * kind.spacing_mm
        put = 0
        for index, item in enumerate(items):
            if not isinstance(item, Comb):
                changed.append(item)
                continue
            if put < count:
                changed.append(item.model_copy(update={"type": self.type}))
                put += 1
            if all(not isinstance(later, Comb) for later in items[index + 1 :]):
                changed += [item.model_copy(update={"type": self.type})] * (count - put)
                put = count
        hung = with_items(hive, bench.box, tuple(changed))
        return close_run(hung, bench.box) if was_closed and left_over > 0 else hung


class Measure(Edit):
    """Take a frame as the keeper's own, by its measured sizes."""

    do: Literal["measure"] = "measure"
    says: ClassVar[tuple[str, ...]] = ("/comb_types",)
    type: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        kind = known_type(hive, self.type)
        if not isinstance(kind, Frame):
            raise ParameterError("type", self.type, "Only a frame is measured.", "not-a-frame")
        own = kind.model_copy(update={"origin": "measured", "tolerance_mm": kind.tolerance_mm or 1.5})
        return hive.model_copy(update={"comb_types": tuple(own if each is kind else each for each in hive.comb_types)})
