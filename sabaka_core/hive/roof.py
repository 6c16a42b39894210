"""The roof: what it is of, and how high it rises."""

from __future__ import annotations

from math import radians, tan

from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Roof
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice


def roof_layers(roof: Roof | None) -> tuple[Layer, ...]:
    """What a roof is of, inside first; boards where its keeper says nothing."""
    if roof is not None and roof.layers:
        return roof.layers
    return (Layer(material="softwood", thickness_mm=practice("roof_board").number),)


def roof_rise_mm(hive: Whole) -> float:
    """How much higher a pitched roof's ridge is than its eaves [mm]: half the width across, or all of it for a pent."""
    roof = hive.hive.roof
    if roof is None or roof.kind == "flat":
        return 0.0
    wide = hive.foot_mm[1]
    return (wide if roof.kind == "pent" else wide / 2) * tan(radians(roof.pitch_deg))
