"""Volumes of the cavity and its stretches. Litres; 1 L = 10⁶ mm³."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from sabaka_core.document.chambers import Chamber
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.run.layout import RunLayout
from sabaka_core.sources import practice


@dataclass(frozen=True)
class Volumes:
    """Where the cavity's litres go. They add up:

    ``whole = litter + occupied + near_gap + far_gap + boards`` for a run that closes.
    """

    whole_l: float
    litter_l: float
    occupied_l: float
    near_gap_l: float
    far_gap_l: float
    boards_l: float

    @property
    def equivalent_boxes(self) -> float:
        """The whole cavity as ten-frame deep boxes."""
        return self.whole_l / practice("box_deep_ten").number


def litter_area_mm2(chamber: Chamber, section: Trapezoid) -> float:
    """Part of the section that deep litter fills [mm²].

    A trough is let in below the floor and takes nothing from the cavity above it.
    """
    if chamber.litter.kind != "deep" or chamber.litter.depth_mm <= 0:
        return 0.0
    return section.below(section.height_mm - chamber.litter.depth_mm).area_mm2


def trough_area_mm2(chamber: Chamber) -> float:
    """Area of a curved trough below the floor [mm²]: half an ellipse of its width and depth."""
    if chamber.litter.kind != "trough":
        return 0.0
    return pi / 4 * chamber.litter.width_mm * chamber.litter.sunk_mm


def volumes(chamber: Chamber, section: Trapezoid, layout: RunLayout) -> Volumes:
    """Volumes of a chamber [L]."""
    net_mm2 = section.area_mm2 - litter_area_mm2(chamber, section)
    nest = layout.nest_end_mm - layout.nest_start_mm
    near = layout.near.start_mm if layout.near else 0.0
    far = layout.length_mm - layout.far.end_mm if layout.far else 0.0
    boards = sum(p.length_mm for p in (layout.near, layout.far) if p)
    return Volumes(
        whole_l=section.area_mm2 * chamber.length_mm / 1e6,
        litter_l=litter_area_mm2(chamber, section) * chamber.length_mm / 1e6,
        occupied_l=net_mm2 * nest / 1e6,
        near_gap_l=net_mm2 * near / 1e6,
        far_gap_l=net_mm2 * far / 1e6,
        boards_l=net_mm2 * boards / 1e6,
    )
