"""What a comb holds: cells and honey."""

from __future__ import annotations

from math import sqrt

from sabaka_core.kit.tables import practice


def cells_per_cm2(cell_mm: float) -> float:
    """Cells on one side of a comb, each square centimetre: ``2/(√3·c²)``.

    Args:
        cell_mm: cell size across the flats [mm], > 0.
    Source: plane geometry of regular hexagons.
    """
    return 2 / (sqrt(3) * (cell_mm / 10) ** 2)


def honey_kg(one_side_mm2: float, spacing_mm: float) -> float:
    """Honey in a full comb [kg].

    Args:
        one_side_mm2: area of one side [mm²].
        spacing_mm: distance of comb midribs [mm].
    Returns:
        ``area × (spacing − passage) × density × fill``; 0 when the spacing leaves no comb.
    Source: density from memory, fill and passage common practice (data/practice.toml).
    """
    thick = max(0.0, spacing_mm - practice("comb_passage").number)
    litres = one_side_mm2 * thick / 1e6
    return litres * practice("honey_density").number * practice("comb_fill").number
