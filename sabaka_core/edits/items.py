"""Putting bars in, taking them out and changing what they are; the run stays closed."""

from __future__ import annotations

from sabaka_core.document.combs import CombType, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Contents, RunItem
from sabaka_core.edits.closing import close_run, end_gaps, is_closed, items_of, with_items
from sabaka_core.errors import InfeasibleError, ParameterError
from sabaka_core.run.layout import item_length_mm


def insert_comb(hive: Hive, box: int, at: int, type_id: str, role: str) -> Hive:
    """The hive with a new empty bar before item ``at``; the end gaps give the room.

    Raises:
        InfeasibleError: the gaps haven't the room; says how much is missing.
    """
    items = items_of(hive, box)
    if not 0 <= at <= len(items):
        raise ParameterError("at", at, "There is no such place in the run.", "no-such-item")
    _check_type(hive, type_id)
    comb = Comb.model_validate({"type": type_id, "role": role, "contents": "empty"})
    width = item_length_mm(comb, {kind.id: kind for kind in hive.comb_types})
    was_closed = is_closed(hive, box)
    longer = with_items(hive, box, (*items[:at], comb, *items[at:]))
    if not was_closed:
        return longer
    room = sum(item_length_mm(items[i], {}) for i in end_gaps(items))
    if room < width - 1e-6:
        raise InfeasibleError(
            f"One bar more needs {width:g} mm and the gaps behind the followers hold {room:g} mm.",
            f"A box {width - room:g} mm longer takes it.",
        )
    return close_run(longer, box)


def remove_item(hive: Hive, box: int, at: int) -> Hive:
    """The hive without one item of the run; an end gap takes its room."""
    item_at(hive, box, at)
    items = items_of(hive, box)
    was_closed = is_closed(hive, box)
    shorter = with_items(hive, box, (*items[:at], *items[at + 1 :]))
    return close_run(shorter, box) if was_closed else shorter


def swap_items(hive: Hive, box: int, at: int, other: int) -> Hive:
    """The hive with two items of the run changed round."""
    items = list(items_of(hive, box))
    item_at(hive, box, at)
    item_at(hive, box, other)
    items[at], items[other] = items[other], items[at]
    return with_items(hive, box, tuple(items))


def retype_comb(
    hive: Hive, box: int, at: int, type_id: str | None, role: str | None, contents: Contents | None
) -> Hive:
    """The hive with a bar's kind, purpose or contents changed."""
    comb = item_at(hive, box, at)
    if not isinstance(comb, Comb):
        raise ParameterError("at", at, "That place of the run holds no bar.", "not-a-comb")
    if type_id is not None:
        _check_type(hive, type_id)
    change = {"type": type_id, "role": role, "contents": contents}
    data = comb.model_dump() | {key: value for key, value in change.items() if value is not None}
    items = items_of(hive, box)
    was_closed = is_closed(hive, box)
    changed = with_items(hive, box, (*items[:at], Comb.model_validate(data), *items[at + 1 :]))
    return close_run(changed, box) if was_closed else changed


def _check_type(hive: Hive, type_id: str) -> None:
    if all(kind.id != type_id for kind in hive.comb_types):
        raise ParameterError("type", type_id, f"This design has no bar “{type_id}”.", "no-such-type")


def item_at(hive: Hive, box: int, at: int) -> RunItem:
    """The item of the run at an index.

    Raises:
        ParameterError: there is none.
    """
    items = items_of(hive, box)
    if not 0 <= at < len(items):
        raise ParameterError("at", at, "There is no such place in the run.", "no-such-item")
    return items[at]


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
