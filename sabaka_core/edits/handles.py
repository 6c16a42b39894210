"""Handles of the drawings: what a drop or a nudge makes of them."""

from __future__ import annotations

from sabaka_core.document.base import Side
from sabaka_core.document.hive import Hive
from sabaka_core.edits.fields import section_size, set_section_size
from sabaka_core.edits.follower import move_follower, track
from sabaka_core.edits.models import Drop, Nudge
from sabaka_core.edits.sizing import lean_from_board
from sabaka_core.errors import ParameterError
from sabaka_core.run.layout import lay_out
from sabaka_core.units import System

FOLLOWERS: dict[str, Side] = {"follower-near": "near", "follower-far": "far"}
SIZES: dict[str, str] = {
    "section-top": "top_mm",
    "section-floor": "floor_mm",
    "section-height": "height_mm",
    "section-slope": "slope_deg",
}
# The slope chart with the board held: another slope changes the height too.
BOARD_SLOPE = "board-slope"
# What a rule shows: the step of a dragged or nudged size.
STEP_DEG = 0.5
STEP_MM: dict[System, float] = {"mm": 1.0, "in": 25.4 / 16}


def drop(hive: Hive, box: int, edit: Drop) -> Hive:
    """The hive after a handle was let go: its new place becomes the size it stands for."""
    if edit.handle in FOLLOWERS:
        return move_follower(hive, box, FOLLOWERS[edit.handle], edit.x_mm, edit.snap)
    if edit.handle == BOARD_SLOPE:
        return lean_from_board(hive, box, round(round(edit.x_mm / STEP_DEG) * STEP_DEG, 4))
    name = _size_name(edit.handle)
    if name == "slope_deg":
        return set_section_size(hive, box, name, round(round(edit.x_mm / STEP_DEG) * STEP_DEG, 4))
    # Width handles stand at half the width, on the right.
    value = edit.y_mm if name == "height_mm" else 2 * edit.x_mm
    step = STEP_MM[edit.units]
    return set_section_size(hive, box, name, round(round(value / step) * step, 4))


def nudge(hive: Hive, box: int, edit: Nudge) -> Hive:
    """The hive after a handle was moved by one step."""
    way = 1 if edit.forward else -1
    step = way * STEP_MM[edit.units]
    if edit.handle == BOARD_SLOPE:
        return lean_from_board(hive, box, round(section_size(hive, box, "slope_deg") + way * STEP_DEG, 4))
    if edit.handle not in FOLLOWERS:
        name = _size_name(edit.handle)
        step = way * STEP_DEG if name == "slope_deg" else step
        return set_section_size(hive, box, name, round(section_size(hive, box, name) + step, 4))
    side = FOLLOWERS[edit.handle]
    layout = lay_out(hive, hive.chambers[box])
    face = layout.nest_start_mm if side == "near" else layout.nest_end_mm
    if edit.fine:
        return move_follower(hive, box, side, face + step, snap=False)
    beyond = [s.face_mm for s in track(hive, box, side).stops if way * (s.face_mm - face) > 0.05]
    return move_follower(hive, box, side, min(beyond, key=lambda x: abs(x - face))) if beyond else hive


def _size_name(handle: str) -> str:
    if handle not in SIZES:
        raise ParameterError("handle", handle, "There is no such handle.", "no-such-handle")
    return SIZES[handle]
