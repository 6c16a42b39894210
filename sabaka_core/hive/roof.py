"""The roof: what it is of, how high its rim is and how it rises."""

from __future__ import annotations

from math import radians, tan

from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Roof
from sabaka_core.hive.materials import insulates
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice


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
