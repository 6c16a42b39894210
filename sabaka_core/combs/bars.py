"""Top bars as beams, and whether they lie on their rests."""

from __future__ import annotations

from math import ceil

from sabaka_core.base.units import GRAVITY
from sabaka_core.document.combs import Frame, GuideKind, TopBar
from sabaka_core.kit.tables import practice

# Guides that are set into a groove.
LET_IN: tuple[GuideKind, ...] = ("strip", "starter")


Groove = tuple[float, float]


def grooved(kind: TopBar | Frame) -> Groove:
    """A bar's groove for its guide, wide and deep [mm]; none where nothing is let in."""
    if isinstance(kind, Frame):
        return (kind.groove_wide_mm, kind.groove_deep_mm) if kind.guide in LET_IN else (0.0, 0.0)
    return (kind.guide.groove_wide_mm, kind.guide.groove_deep_mm) if kind.guide.kind in LET_IN else (0.0, 0.0)


def inertia_mm4(width_mm: float, thickness_mm: float, groove: Groove = (0.0, 0.0)) -> float:
    """Second moment of a bar's section with a groove from below, about its own middle [mm⁴].

    ``I = b·t³/12`` of the bar less that of the groove, each with its distance from the middle of what is left.
    Source: beam theory.
    """
    wide, deep = min(groove[0], width_mm), min(groove[1], thickness_mm)
    whole, cut = width_mm * thickness_mm, wide * deep
    left = max(whole - cut, 1e-9)
    middle = (whole * thickness_mm / 2 - cut * (thickness_mm - deep / 2)) / left
    bar = width_mm * thickness_mm**3 / 12 + whole * (thickness_mm / 2 - middle) ** 2
    return max(bar - wide * deep**3 / 12 - cut * (thickness_mm - deep / 2 - middle) ** 2, 1e-9)


def deflection_mm(
    mass_kg: float, span_mm: float, loaded_mm: float, width_mm: float, thickness_mm: float, groove: Groove = (0.0, 0.0)
) -> float:
    """Sag at mid-span of a bar on two supports.

    Args:
        mass_kg: load, spread evenly over ``loaded_mm`` centred on the span.
        span_mm: distance of the supports [mm].
        loaded_mm: length of the load [mm], at most the span.
        width_mm, thickness_mm: the bar's section [mm].
        groove: what is cut from below for the guide, wide and deep [mm].
    Returns:
        ``δ = mg(8L³ − 4Lc² + c³)/(384EI)`` [mm].
    Source: beam theory; stiffness from memory (data/practice.toml).
    """
    length, load = span_mm, min(loaded_mm, span_mm)
    inertia = inertia_mm4(width_mm, thickness_mm, groove)
    shape = 8 * length**3 - 4 * length * load**2 + load**3
    return mass_kg * GRAVITY * shape / (384 * practice("wood_stiffness").number * inertia)


def least_thickness_mm(
    mass_kg: float, span_mm: float, loaded_mm: float, width_mm: float, groove: Groove = (0.0, 0.0)
) -> float:
    """Thinnest bar within the deflection limit, rounded up to 1 mm."""
    allowed = span_mm / practice("bar_deflection").number
    at_one = deflection_mm(mass_kg, span_mm, loaded_mm, width_mm, 1.0)
    thick = float(ceil((at_one / allowed) ** (1 / 3) - 1e-9))
    while deflection_mm(mass_kg, span_mm, loaded_mm, width_mm, thick, groove) > allowed:
        thick += 1.0
    return thick
