"""What one bar or frame weighs."""

from __future__ import annotations

from sabaka_core.document.combs import FixedComb, Frame, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.frames.parts import wood_volume_mm3
from sabaka_core.hive.materials import density
from sabaka_core.kit.tables import practice

_MM3_PER_M3 = 1e9


def carrier_kg(hive: Hive, type_id: str) -> float:
    """Wood of one bar or frame, with its guide [kg]."""
    kind = hive.comb_type(type_id)
    if isinstance(kind, Frame):
        return wood_volume_mm3(kind) * density("softwood") / _MM3_PER_M3
    if isinstance(kind, FixedComb):
        return 0.0
    return _bar_kg(kind)


def _bar_kg(bar: TopBar) -> float:
    """A bar less its groove, and what stands in that or under it."""
    guide, drop = bar.guide, practice("guide_stands").number
    wood = bar.length_mm * bar.width_mm * bar.thickness_mm
    if guide.kind == "moulding":
        return (wood + guide.length_mm * drop**2) * density("softwood") / _MM3_PER_M3
    if guide.kind not in ("strip", "starter"):
        return wood * density("softwood") / _MM3_PER_M3
    groove = guide.length_mm * guide.groove_wide_mm * guide.groove_deep_mm
    strip = guide.length_mm * max(guide.groove_wide_mm, 1.0) * (guide.groove_deep_mm + drop)
    of = "softwood" if guide.kind == "strip" else "wax"
    return ((wood - groove) * density("softwood") + strip * density(of)) / _MM3_PER_M3
