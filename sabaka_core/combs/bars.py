"""Top bars as beams, and whether they lie on their rests."""

from __future__ import annotations

from math import ceil

from sabaka_core.base.units import GRAVITY
from sabaka_core.kit.tables import practice


def deflection_mm(mass_kg: float, span_mm: float, loaded_mm: float, width_mm: float, thickness_mm: float) -> float:
    """Sag at mid-span of a bar on two supports.

    Args:
        mass_kg: load, spread evenly over ``loaded_mm`` centred on the span.
        span_mm: distance of the supports [mm].
        loaded_mm: length of the load [mm], at most the span.
        width_mm, thickness_mm: the bar's section [mm].
    Returns:
        ``δ = mg(8L³ − 4Lc² + c³)/(384EI)``, ``I = b·t³/12`` [mm]. The guide's groove is left out.
    Source: beam theory; stiffness from memory (data/practice.toml).
    """
    length, load = span_mm, min(loaded_mm, span_mm)
    inertia = width_mm * thickness_mm**3 / 12
    shape = 8 * length**3 - 4 * length * load**2 + load**3
    return mass_kg * GRAVITY * shape / (384 * practice("wood_stiffness").number * inertia)


def least_thickness_mm(mass_kg: float, span_mm: float, loaded_mm: float, width_mm: float) -> float:
    """Thinnest bar within the deflection limit, rounded up to 1 mm."""
    allowed = span_mm / practice("bar_deflection").number
    at_one = deflection_mm(mass_kg, span_mm, loaded_mm, width_mm, 1.0)
    return float(ceil((at_one / allowed) ** (1 / 3) - 1e-9))
