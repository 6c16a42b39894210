"""Boards, feeders and fillers of a run as they stand in their section: what drawings, parts and rules share."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, hypot, pi, sin

from sabaka_core.document.run import Divider, Excluder, Feeder, Follower
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice

Board = Follower | Divider
# A shaped foot is drawn and cut with so many points from side to side.
_FOOT_POINTS = 12


@dataclass(frozen=True)
class FeederSize:
    """A feeder as it hangs [mm]: across the hive at its top and its foot, how deep under the bars, along the run."""

    top_mm: float
    foot_mm: float
    deep_mm: float
    long_mm: float
    litres: float


def foot_mm(a: Analysis, board: Board | Excluder) -> float:
    """How far above the floor a board's foot ends at its lowest; under 0 where it is shaped down into a trough [mm]."""
    trough = a.chamber.litter.kind == "trough"
    if isinstance(board, Excluder) or not trough:
        return board.foot_gap_mm
    if board.foot == "shaped":
        return board.foot_gap_mm - a.chamber.litter.sunk_mm
    return max(board.foot_gap_mm, a.litter_mm + practice("entrance_edge").number)


def foot_line(a: Analysis, board: Board, half_mm: float) -> tuple[tuple[float, float], ...]:
    """A board's foot from left to right, as places from its middle and heights above the floor [mm].

    A shaped foot stands off the trough by its gap, square to it.
    """
    litter = a.chamber.litter
    if litter.kind != "trough" or board.foot != "shaped":
        low = foot_mm(a, board)
        return (-half_mm, low), (half_mm, low)
    wide, deep, gap = litter.width_mm / 2, litter.sunk_mm, board.foot_gap_mm
    rim = a.litter_mm + gap
    arc = []
    for step in range(_FOOT_POINTS + 1):
        angle = pi - pi * step / _FOOT_POINTS
        # The trough is half an ellipse; inward of it by the gap, along its normal.
        x, z = wide * cos(angle), -deep * sin(angle)
        steep = hypot(cos(angle) * deep, sin(angle) * wide) or 1.0
        x, z = x - gap * cos(angle) * deep / steep, z + gap * sin(angle) * wide / steep
        if abs(x) < half_mm:
            arc.append((x, min(z, rim)))
    return (-half_mm, rim), *arc, (half_mm, rim)


def feeder_size(a: Analysis, feeder: Feeder) -> FeederSize:
    """What a feeder takes up and holds.

    It is as deep as the combs where no height is said, a bee space off the walls unless it divides, its faces thin,
    filled to a finger under its top.
    """
    high = a.section.height_mm
    combs = a.hung_of(a.main.id).bottom_mm if a.main is not None else a.comb_depth_mm
    deep = feeder.height_mm if feeder.height_mm is not None else max(min(combs, high), 1.0)
    if feeder.divides:
        deep = max(deep, high)
    face, free = practice("feeder_face").number, practice("feeder_free").number
    clear = 0.0 if feeder.divides else a.hive.choices.bee_space_mm
    if feeder.lies == "at-right-angles":
        wide = min(practice("feeder_lengthwise").number, a.section.top_mm)
        inside = max(wide - 2 * face, 0.0) * max(feeder.length_mm - 2 * face, 0.0) * max(deep - free - face, 0.0)
        return FeederSize(wide, wide, deep, feeder.length_mm, inside / 1e6)
    top, foot = (max(2 * (a.section.half_width_mm(min(d, high)) - clear), 0.0) for d in (0.0, deep))
    level = top + (foot - top) * min(free / deep, 1.0)
    across = max((level + foot) / 2 - 2 * face, 0.0)
    inside = across * max(deep - free - face, 0.0) * max(feeder.length_mm - 2 * face, 0.0)
    return FeederSize(top, foot, deep, feeder.length_mm, inside / 1e6)
