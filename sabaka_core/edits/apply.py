"""One door for every change of a design: an edit goes in, a valid design comes out."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import assert_never

from pydantic import ValidationError

from sabaka_core.analysis import analyse, main_box
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import dump_hive, refusal_of, validate_hive
from sabaka_core.document.reach import refuse_beyond
from sabaka_core.edits import models as edit_models
from sabaka_core.edits.building import add_for_sale, remove_for_sale, tick_step
from sabaka_core.edits.fields import hold_sizes, replace_section, set_field, set_section
from sabaka_core.edits.follower import add_follower, move_follower, remove_follower
from sabaka_core.edits.handles import drop, nudge
from sabaka_core.edits.items import insert_comb, remove_item, retype_comb, swap_items
from sabaka_core.edits.models import Edit
from sabaka_core.edits.moving import lay_out_stage, mark_brood, measure_old, move_from, own_boxes
from sabaka_core.edits.nucleus import put_nucleus
from sabaka_core.edits.openings import add_entrance, new_entrance, plug_beyond, remove_entrance
from sabaka_core.edits.patches import apply_patch
from sabaka_core.edits.runs import fit_run, forget_run, save_run, use_run
from sabaka_core.edits.season import add_flow, forget_visit, own_months, remove_flow, see_visit, use_weather
from sabaka_core.edits.sizing import size_box
from sabaka_core.edits.stock import (
    add_bar_type,
    add_board,
    add_frame,
    hang_all,
    remove_bar_type,
    remove_board,
    set_measured,
)
from sabaka_core.errors import ParameterError
from sabaka_core.season.daily import DailyWeather
from sabaka_core.units import parse_length
from sabaka_core.winter.improve import clad, topped
from sabaka_core.woodwork.stock import read_stock


def apply_edit(
    hive: Hive, edit: Edit, box: int | None = None, days: Mapping[str, DailyWeather] = MappingProxyType({})
) -> Hive:
    """The design after one edit, validated.

    Args:
        hive, edit: the design and what to do to it.
        box: index of the chamber on the bench, which edits of a run and drops of handles speak of; the
            brood chamber when none is given.
        days: days of weather that an edit may name, by their hash.
    Raises:
        ParameterError: names the field that is wrong.
        InfeasibleError: the wish can't be met; says what could.
    """
    box = main_box(hive) if box is None else box
    if not 0 <= box < len(hive.chambers):
        raise ParameterError("chamber", box, "This hive has no such chamber.", "no-such-chamber")
    try:
        changed = _apply(hive, edit, box, days)
    except ValidationError as error:
        # A part was asked to be what it can't.
        raise refusal_of(error) from None
    after = validate_hive(dump_hive(changed))
    # A patch leads back to what stood there before, or was tried by the rules; all else is held to what can be.
    if not isinstance(edit, edit_models.Patch):
        refuse_beyond(after, hive)
    return after


def _apply(hive: Hive, edit: Edit, box: int, days: Mapping[str, DailyWeather]) -> Hive:
    match edit:
        case edit_models.Look():
            return hive
        case edit_models.SetField():
            return set_field(hive, edit.path, edit.text, edit.units)
        case edit_models.HoldSizes():
            return hold_sizes(hive, box, edit.sizes)
        case edit_models.Shape():
            return set_section(hive, box, edit.top_mm, edit.height_mm, edit.slope_deg)
        case edit_models.SetSection():
            return replace_section(hive, box, edit.section)
        case edit_models.Drop():
            return plug_beyond(hive, drop(hive, box, edit), box)
        case edit_models.Nudge():
            return plug_beyond(hive, nudge(hive, box, edit), box)
        case edit_models.MoveFollower():
            at = parse_length(edit.text, edit.units, f"follower-{edit.side}")
            return plug_beyond(hive, move_follower(hive, box, edit.side, at, snap=False), box)
        case edit_models.InsertComb():
            return insert_comb(hive, box, edit.at, edit.type, edit.role)
        case edit_models.RemoveItem():
            return remove_item(hive, box, edit.at)
        case edit_models.SwapItems():
            return swap_items(hive, box, edit.at, edit.other)
        case edit_models.RetypeComb():
            return retype_comb(hive, box, edit.at, edit.type, edit.role, edit.contents)
        case edit_models.AddEntrance():
            return add_entrance(hive, box, new_entrance(analyse(hive, box), edit.kind))
        case edit_models.RemoveEntrance():
            return remove_entrance(hive, box, edit.index)
        case edit_models.AddFollower():
            return add_follower(hive, box, edit.side)
        case edit_models.RemoveFollower():
            return remove_follower(hive, box, edit.side)
        case edit_models.AddBoard():
            return add_board(hive)
        case edit_models.RemoveBoard():
            return remove_board(hive, edit.index)
        case edit_models.AddBarType():
            return add_bar_type(hive)
        case edit_models.RemoveBarType():
            return remove_bar_type(hive, edit.type)
        case edit_models.AddFrame():
            return add_frame(hive, edit.standard)
        case edit_models.HangAll():
            return hang_all(hive, box, edit.type)
        case edit_models.Measure():
            return set_measured(hive, edit.type)
        case edit_models.SizeBox():
            return size_box(hive, box, edit.by, edit.text, edit.units)
        case edit_models.FitRun():
            return fit_run(hive, box, dict(edit.counts))
        case edit_models.PutNucleus():
            return put_nucleus(hive, box, edit.side, edit.combs)
        case edit_models.SaveRun():
            return save_run(hive, box, edit.name)
        case edit_models.UseRun():
            return use_run(hive, box, edit.index, edit.instead)
        case edit_models.ForgetRun():
            return forget_run(hive, box, edit.index)
        case edit_models.AddFlow():
            return add_flow(hive)
        case edit_models.RemoveFlow():
            return remove_flow(hive, edit.index)
        case edit_models.SeeVisit():
            return see_visit(hive, edit)
        case edit_models.ForgetVisit():
            return forget_visit(hive, edit.index)
        case edit_models.OwnMonths():
            return own_months(hive)
        case edit_models.UseWeather():
            return use_weather(hive, edit.name, edit.sha, days)
        case edit_models.MoveFrom():
            return move_from(hive, edit.bees, edit.standard)
        case edit_models.MeasureOld():
            return measure_old(hive)
        case edit_models.MarkBrood():
            return mark_brood(hive, edit.forget)
        case edit_models.OwnBoxes():
            return own_boxes(hive, edit.forget)
        case edit_models.LayOut():
            return lay_out_stage(hive, edit.stage)
        case edit_models.InsulateTop():
            return topped(hive)
        case edit_models.CladWalls():
            return clad(hive, box)
        case edit_models.TickStep():
            return tick_step(hive, edit.step)
        case edit_models.AddForSale():
            return add_for_sale(hive)
        case edit_models.RemoveForSale():
            return remove_for_sale(hive, edit.index)
        case edit_models.SetStock():
            return hive.model_copy(update={"boards": read_stock(edit.table)})
        case edit_models.Patch():
            return apply_patch(hive, edit.patch)
        case _:
            assert_never(edit)
