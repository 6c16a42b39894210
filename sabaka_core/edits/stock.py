"""Boards on hand and kinds of bar: putting one on the list and taking it off."""

from __future__ import annotations

from sabaka_core.document.combs import TopBar
from sabaka_core.document.hive import Board, Hive
from sabaka_core.document.run import Comb
from sabaka_core.edits.closing import items_of
from sabaka_core.errors import InfeasibleError, ParameterError


def add_board(hive: Hive) -> Hive:
    """The hive with one kind of board more on hand: as the last one, or a common plank."""
    board = hive.boards[-1] if hive.boards else Board(label="plank", length_mm=2400, width_mm=235, thickness_mm=22)
    named = board.model_copy(update={"label": f"boards {len(hive.boards) + 1}"})
    return hive.model_copy(update={"boards": (*hive.boards, named)})


def remove_board(hive: Hive, index: int) -> Hive:
    """The hive without one kind of board."""
    if not 0 <= index < len(hive.boards):
        raise ParameterError("index", index, "There are no such boards.", "no-such-board")
    return hive.model_copy(update={"boards": hive.boards[:index] + hive.boards[index + 1 :]})


def add_bar_type(hive: Hive) -> Hive:
    """The hive with one kind of bar more, like the last one."""
    last = next(kind for kind in reversed(hive.comb_types) if isinstance(kind, TopBar))
    taken = {kind.id for kind in hive.comb_types}
    number = next(n for n in range(2, len(taken) + 3) if f"bar-{n}" not in taken)
    new = last.model_copy(update={"id": f"bar-{number}", "name": f"bar {number}"})
    return hive.model_copy(update={"comb_types": (*hive.comb_types, new)})


def remove_bar_type(hive: Hive, type_id: str) -> Hive:
    """The hive without one kind of bar.

    Raises:
        ParameterError: there is none of that id.
        InfeasibleError: bars of that kind are in the run, or it is the only kind.
    """
    if all(kind.id != type_id for kind in hive.comb_types):
        raise ParameterError("type", type_id, f"This design has no bar “{type_id}”.", "no-such-type")
    used = sum(isinstance(item, Comb) and item.type == type_id for item in items_of(hive))
    if used:
        raise InfeasibleError(f"{used} bars of this kind are in the run.", "Make them another kind first.")
    kept = tuple(kind for kind in hive.comb_types if kind.id != type_id)
    if not any(isinstance(kind, TopBar) for kind in kept):
        raise InfeasibleError("A hive needs one kind of bar at least.")
    return hive.model_copy(update={"comb_types": kept})
