"""Volumes of the cavity and its stretches. Litres; 1 L = 10⁶ mm³."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from sabaka_core.document.chambers import Chamber
from sabaka_core.geometry.cavity import Cavity
from sabaka_core.geometry.profile import Profile
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


def litter_area_mm2(chamber: Chamber, section: Profile) -> float:
    """Part of the section that deep litter fills [mm²].

    A trough is let in below the floor and takes nothing from the cavity above it.
    """
    if chamber.litter.kind != "deep" or chamber.litter.depth_mm <= 0:
        return 0.0
    return section.area_below_mm2(max(section.height_mm - chamber.litter.depth_mm, 0.0))


def trough_area_mm2(chamber: Chamber) -> float:
    """Area of a curved trough below the floor [mm²]: half an ellipse of its width and depth."""
    if chamber.litter.kind != "trough":
        return 0.0
    return pi / 4 * chamber.litter.width_mm * chamber.litter.sunk_mm


def volumes(chamber: Chamber, cavity: Cavity, layout: RunLayout) -> Volumes:
    """Volumes of a chamber [L]. Stretches of a run share the cavity by their lengths."""
    section = cavity.profile
    litter_share = litter_area_mm2(chamber, section) / section.area_mm2
    per_mm = cavity.volume_mm3 / layout.length_mm
    net = per_mm * (1 - litter_share)
    nest = layout.nest_end_mm - layout.nest_start_mm
    near = layout.near.start_mm if layout.near else 0.0
    far = layout.length_mm - layout.far.end_mm if layout.far else 0.0
    boards = sum(p.length_mm for p in (layout.near, layout.far) if p)
    spacers = spacers_mm3(chamber, section)
    return Volumes(
        whole_l=cavity.volume_mm3 / 1e6,
        litter_l=cavity.volume_mm3 * litter_share / 1e6,
        occupied_l=(net * nest - spacers) / 1e6,
        near_gap_l=net * near / 1e6,
        far_gap_l=net * far / 1e6,
        boards_l=(net * boards + spacers) / 1e6,
    )


def spacers_mm3(chamber: Chamber, section: Profile) -> float:
    """Room that spacers on the walls and fillers on the floor take from a chamber [mm³]."""
    total = 0.0
    for each in chamber.linings:
        wide = section.top_mm - 2 * each.thickness_mm
        total += (each.to_mm - each.from_mm) * (2 * each.thickness_mm * section.height_mm + wide * each.floor_mm)
    return total
