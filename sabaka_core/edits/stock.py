"""Boards on hand, bars and frames: putting one on the list, hanging it, taking it off."""

from __future__ import annotations

from sabaka_core.document.combs import CombType, Frame, TopBar
from sabaka_core.document.hive import Board, Hive
from sabaka_core.document.run import Comb, RunItem
from sabaka_core.edits.closing import close_run, is_closed, items_of, leftover_mm, with_items
from sabaka_core.errors import InfeasibleError, ParameterError
from sabaka_core.frames.catalogue import catalogue_row
from sabaka_core.run.layout import item_length_mm


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
    """The hive with one kind of comb carrier more, like the last bar, or the last of any kind."""
    bars = [kind for kind in hive.comb_types if isinstance(kind, TopBar)]
    last = (bars or hive.comb_types)[-1]
    stem = "bar" if bars else "kind"
    taken = {kind.id for kind in hive.comb_types}
    number = next(n for n in range(2, len(taken) + 3) if f"{stem}-{n}" not in taken)
    new = last.model_copy(update={"id": f"{stem}-{number}", "name": f"{stem} {number}"})
    return hive.model_copy(update={"comb_types": (*hive.comb_types, new)})


def add_frame(hive: Hive, standard: str) -> Hive:
    """The hive with a catalogue frame or bar among its comb carriers, under an id of its own."""
    row = catalogue_row(standard)
    taken = {kind.id for kind in hive.comb_types}
    ident = next(i for n in range(1, len(taken) + 2) if (i := standard if n == 1 else f"{standard}-{n}") not in taken)
    return hive.model_copy(update={"comb_types": (*hive.comb_types, row.carrier.model_copy(update={"id": ident}))})


def hang_all(hive: Hive, box: int, type_id: str) -> Hive:
    """The hive with every comb of a chamber on carriers of one kind; as many as fill the same room.

    Raises:
        ParameterError: there is no such kind.
        InfeasibleError: the run holds no comb, or not one of the new kind fits.
    """
    kind = _known_type(hive, type_id)
    items = items_of(hive, box)
    types = {each.id: each for each in hive.comb_types}
    combs = [item for item in items if isinstance(item, Comb)]
    if not combs:
        raise InfeasibleError("This chamber's run holds no comb to change.", "Put one in first.")
    was_closed = is_closed(hive, box)
    left = max(leftover_mm(hive, box), 0.0)
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
            changed.append(item.model_copy(update={"type": type_id}))
            put += 1
        if all(not isinstance(later, Comb) for later in items[index + 1 :]):
            changed += [item.model_copy(update={"type": type_id})] * (count - put)
            put = count
    hung = with_items(hive, box, tuple(changed))
    return close_run(hung, box) if was_closed and left_over > 0 else hung


def set_measured(hive: Hive, type_id: str) -> Hive:
    """The hive with a frame taken as the keeper's own: its sizes are theirs to measure, with a tolerance."""
    kind = _known_type(hive, type_id)
    if not isinstance(kind, Frame):
        raise ParameterError("type", type_id, "Only a frame is measured.", "not-a-frame")
    own = kind.model_copy(update={"origin": "measured", "tolerance_mm": kind.tolerance_mm or 1.5})
    return hive.model_copy(update={"comb_types": tuple(own if each is kind else each for each in hive.comb_types)})


def remove_bar_type(hive: Hive, type_id: str) -> Hive:
    """The hive without one kind of comb carrier.

    Raises:
        ParameterError: there is none of that id.
        InfeasibleError: combs of that kind are in a run, or it is the only kind.
    """
    kind = _known_type(hive, type_id)
    used = sum(
        isinstance(item, Comb) and item.type == type_id
        for box in range(len(hive.chambers))
        for item in items_of(hive, box)
    ) + sum(each.comb_type == type_id for each in hive.supers)
    if used:
        raise InfeasibleError(f"{used} of this kind are in use.", "Make them another kind first.")
    kept = tuple(each for each in hive.comb_types if each is not kind)
    if not kept:
        raise InfeasibleError("A hive needs one kind of bar or frame at least.")
    return hive.model_copy(update={"comb_types": kept})


def _known_type(hive: Hive, type_id: str) -> CombType:
    for kind in hive.comb_types:
        if kind.id == type_id:
            return kind
    raise ParameterError("type", type_id, f"This design has no bar or frame “{type_id}”.", "no-such-type")
