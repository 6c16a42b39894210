"""The roof: what it is of, how high its rim is and how it rises."""

from __future__ import annotations

from dataclasses import dataclass
from math import radians, tan

from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Roof
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.materials import insulates
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice

# Boxes whose tops differ by less are level.
_LEVEL_MM = 20.0


def roof_layers(roof: Roof | None) -> tuple[Layer, ...]:
    """What a roof is of, inside first; boards where its keeper says nothing."""
    if roof is not None and roof.layers:
        return roof.layers
    return (Layer(material="softwood", thickness_mm=practice("roof_board").number),)


def hung_in_rim(roof: Roof) -> tuple[Layer, ...]:
    """Layers that lie inside the rim, under the boards: insulation."""
    return tuple(layer for layer in roof.layers if insulates(layer.material))


def rim_high_mm(roof: Roof) -> float:
    """How high the boards of a roof's rim are [mm]: overlap, room, what lies inside it, and a ledge to nail to."""
    inside = sum(layer.thickness_mm for layer in hung_in_rim(roof))
    return roof.overlap_mm + roof.clearance_mm + practice("lid_ledge").number + inside


def roof_rise_mm(hive: Whole) -> float:
    """How much higher a pitched roof's ridge is than its eaves [mm]: half the width across, or all of it for a pent."""
    roof = hive.hive.roof
    if roof is None or roof.kind == "flat":
        return 0.0
    wide = hive.foot_mm[1]
    return (wide if roof.kind == "pent" else wide / 2) * tan(radians(roof.pitch_deg))


@dataclass(frozen=True)
class LidPart:
    """A lid, or one part of it.

    Attributes:
        name: which one it is; empty for a lid in one part.
        x: what it covers along the hive, inside its rim [mm].
        top_mm: top of the highest box under it.
        meets: whether it meets the other part, at its near and far end; else a rim closes it.
    """

    name: str
    x: tuple[float, float]
    top_mm: float
    meets: tuple[bool, bool] = (False, False)


def lid_on_mm(hive: Whole) -> float:
    """The height of the boxes that a lid in one part goes over: the lowest, where the others have room in it."""
    heights = [b.z[1] for b in hive.tops]
    room = (hive.hive.roof or Roof()).clearance_mm
    return min(heights) if max(heights) - min(heights) <= room else max(heights)


def lid_parts(hive: Whole, x: tuple[float, float]) -> tuple[LidPart, ...]:
    """The lid's parts over a stretch of the hive: two that meet in the middle, or where boxes of two heights do.

    Over a step the higher part is closed all round, and the lower one begins beyond its rim.
    """
    roof = hive.hive.roof
    if roof is None or roof.parts == 1:
        return (LidPart("", x, lid_on_mm(hive)),)
    top = max(b.z[1] for b in hive.tops)
    step, play, rim = _step(hive), practice("lid_play").number, practice("lid_rim").number
    if step is None:
        middle = (x[0] + x[1]) / 2
        return (
            LidPart("near part", (x[0], middle), top, (False, True)),
            LidPart("far part", (middle, x[1]), top, (True, False)),
        )
    at, near, far = step
    if near > far:
        beyond = at + 2 * play + rim
        return LidPart("near part", (x[0], at + play), near), LidPart("far part", (beyond, x[1]), far, (True, False))
    before = at - 2 * play - rim
    return LidPart("near part", (x[0], before), near, (False, True)), LidPart("far part", (at - play, x[1]), far)


def _step(hive: Whole) -> tuple[float, float, float] | None:
    """Where along the hive its boxes change from one height to another, and both heights; none where they do not."""
    groups: list[list[BoxPlace]] = []
    for block in hive.tops:
        if groups and abs(groups[-1][-1].z[1] - block.z[1]) < _LEVEL_MM:
            groups[-1].append(block)
        else:
            groups.append([block])
    if len(groups) != 2:
        return None
    near, far = (max(b.z[1] for b in group) for group in groups)
    high = groups[0] if near > far else groups[1]
    at = max(b.x[1] for b in high) if near > far else min(b.x[0] for b in high)
    return at, near, far
