"""One door for every change of a design: an edit goes in, a valid design comes out."""

from __future__ import annotations

from typing import assert_never

from sabaka_core.analysis import analyse
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive, validate_hive
from sabaka_core.edits import models as edit_models
from sabaka_core.edits.fields import hold_sizes, set_field, set_section
from sabaka_core.edits.follower import add_follower, move_follower, remove_follower
from sabaka_core.edits.handles import drop, nudge
from sabaka_core.edits.items import insert_comb, remove_item, retype_comb, swap_items
from sabaka_core.edits.models import Edit
from sabaka_core.edits.openings import add_entrance, new_entrance, remove_entrance
from sabaka_core.edits.patches import apply_patch
from sabaka_core.edits.stock import add_bar_type, add_board, remove_bar_type, remove_board
from sabaka_core.units import parse_length


def apply_edit(hive: Hive, edit: Edit) -> Hive:
    """The design after one edit, validated.

    Raises:
        ParameterError: names the field that is wrong.
        InfeasibleError: the wish can't be met; says what could.
    """
    return validate_hive(dump_hive(_apply(hive, edit)))


def _apply(hive: Hive, edit: Edit) -> Hive:
    match edit:
        case edit_models.Look():
            return hive
        case edit_models.SetField():
            return set_field(hive, edit.path, edit.text, edit.units)
        case edit_models.HoldSizes():
            return hold_sizes(hive, edit.sizes)
        case edit_models.Shape():
            return set_section(hive, edit.top_mm, edit.height_mm, edit.slope_deg)
        case edit_models.Drop():
            return drop(hive, edit)
        case edit_models.Nudge():
            return nudge(hive, edit)
        case edit_models.MoveFollower():
            at = parse_length(edit.text, edit.units, f"follower-{edit.side}")
            return move_follower(hive, edit.side, at, snap=False)
        case edit_models.InsertComb():
            return insert_comb(hive, edit.at, edit.type, edit.role)
        case edit_models.RemoveItem():
            return remove_item(hive, edit.at)
        case edit_models.SwapItems():
            return swap_items(hive, edit.at, edit.other)
        case edit_models.RetypeComb():
            return retype_comb(hive, edit.at, edit.type, edit.role, edit.contents)
        case edit_models.AddEntrance():
            return add_entrance(hive, new_entrance(analyse(hive), edit.kind))
        case edit_models.RemoveEntrance():
            return remove_entrance(hive, edit.index)
        case edit_models.AddFollower():
            return add_follower(hive, edit.side)
        case edit_models.RemoveFollower():
            return remove_follower(hive, edit.side)
        case edit_models.AddBoard():
            return add_board(hive)
        case edit_models.RemoveBoard():
            return remove_board(hive, edit.index)
        case edit_models.AddBarType():
            return add_bar_type(hive)
        case edit_models.RemoveBarType():
            return remove_bar_type(hive, edit.type)
        case edit_models.Patch():
            return apply_patch(hive, edit.patch)
        case _:
            assert_never(edit)
