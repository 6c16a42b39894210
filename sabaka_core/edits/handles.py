"""Handles of the drawings: what a drop or a nudge makes of them."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.units import System
from sabaka_core.document.base import Side
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Bench, Coordinate, Edit, Held
from sabaka_core.edits.fields import section_size, set_section_size
from sabaka_core.edits.follower import move_follower, track
from sabaka_core.edits.openings import plug_beyond
from sabaka_core.edits.sizing import lean_from_board
from sabaka_core.run.layout import lay_out

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


class Drop(Edit):
    """Let go of a drawing's handle at a place on the drawing [mm]."""

    do: Literal["drop"] = "drop"
    handle: Annotated[str, Field(max_length=40)]
    x_mm: Coordinate
    y_mm: Coordinate = 0.0
    snap: bool = True
    units: System = "mm"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return plug_beyond(hive, drop(hive, bench.box, self), bench.box)

    def said(self, box: int) -> Held:
        return _said(self.handle, box)


class Nudge(Edit):
    """Move a drawing's handle by one step, as the arrow keys do.

    A follower goes to its next place between bars, or with ``fine`` by what a rule shows.
    """

    do: Literal["nudge"] = "nudge"
    handle: Annotated[str, Field(max_length=40)]
    forward: bool
    fine: bool = False
    units: System = "mm"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return plug_beyond(hive, nudge(hive, bench.box, self), bench.box)

    def said(self, box: int) -> Held:
        return _said(self.handle, box)


def _said(handle: str, box: int) -> Held:
    return (f"/chambers/{box}/run",) if handle in FOLLOWERS else (f"/chambers/{box}/section",)
