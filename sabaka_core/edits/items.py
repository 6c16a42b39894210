"""Putting bars in, taking them out and changing what they are; the run stays closed."""

from __future__ import annotations

from sabaka_core.document.combs import CombType, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Contents, RunItem
from sabaka_core.edits.closing import close_run, end_gaps, is_closed, items_of, with_items
from sabaka_core.errors import InfeasibleError, ParameterError
from sabaka_core.run.layout import item_length_mm


def insert_comb(hive: Hive, at: int, type_id: str, role: str) -> Hive:
    """The hive with a new empty bar before item ``at``; the end gaps give the room.

    Raises:
        InfeasibleError: the gaps haven't the room; says how much is missing.
    """
    items = items_of(hive)
    if not 0 <= at <= len(items):
        raise ParameterError("at", at, "There is no such place in the run.", "no-such-item")
    _check_type(hive, type_id)
    comb = Comb.model_validate({"type": type_id, "role": role, "contents": "empty"})
    width = item_length_mm(comb, {kind.id: kind for kind in hive.comb_types})
    was_closed = is_closed(hive)
    longer = with_items(hive, (*items[:at], comb, *items[at:]))
    if not was_closed:
        return longer
    room = sum(item_length_mm(items[i], {}) for i in end_gaps(items))
    if room < width - 1e-6:
        raise InfeasibleError(
            f"One bar more needs {width:g} mm and the gaps behind the followers hold {room:g} mm.",
            f"A box {width - room:g} mm longer takes it.",
        )
    return close_run(longer)


def remove_item(hive: Hive, at: int) -> Hive:
    """The hive without one item of the run; an end gap takes its room."""
    item_at(hive, at)
    items = items_of(hive)
    was_closed = is_closed(hive)
    shorter = with_items(hive, (*items[:at], *items[at + 1 :]))
    return close_run(shorter) if was_closed else shorter


def swap_items(hive: Hive, at: int, other: int) -> Hive:
    """The hive with two items of the run changed round."""
    items = list(items_of(hive))
    item_at(hive, at)
    item_at(hive, other)
    items[at], items[other] = items[other], items[at]
    return with_items(hive, tuple(items))


def retype_comb(hive: Hive, at: int, type_id: str | None, role: str | None, contents: Contents | None) -> Hive:
    """The hive with a bar's kind, purpose or contents changed."""
    comb = item_at(hive, at)
    if not isinstance(comb, Comb):
        raise ParameterError("at", at, "That place of the run holds no bar.", "not-a-comb")
    if type_id is not None:
        _check_type(hive, type_id)
    change = {"type": type_id, "role": role, "contents": contents}
    data = comb.model_dump() | {key: value for key, value in change.items() if value is not None}
    items = items_of(hive)
    was_closed = is_closed(hive)
    changed = with_items(hive, (*items[:at], Comb.model_validate(data), *items[at + 1 :]))
    return close_run(changed) if was_closed else changed


def _check_type(hive: Hive, type_id: str) -> None:
    if all(kind.id != type_id for kind in hive.comb_types):
        raise ParameterError("type", type_id, f"This design has no bar “{type_id}”.", "no-such-type")


def item_at(hive: Hive, at: int) -> RunItem:
    """The item of the run at an index.

    Raises:
        ParameterError: there is none.
    """
    items = items_of(hive)
    if not 0 <= at < len(items):
        raise ParameterError("at", at, "There is no such place in the run.", "no-such-item")
    return items[at]


def bar_width(hive: Hive, type_id: str, width_mm: float) -> Hive:
    """The hive with the width of one bar type changed, in the run too."""
    was_closed = is_closed(hive)
    types: list[CombType] = []
    for kind in hive.comb_types:
        if kind.id == type_id and isinstance(kind, TopBar):
            types.append(kind.model_copy(update={"width_mm": width_mm}))
        else:
            types.append(kind)
    changed = hive.model_copy(update={"comb_types": tuple(types)})
    return close_run(changed) if was_closed else changed
