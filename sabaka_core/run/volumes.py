"""Volumes of the cavity and its stretches. Litres; 1 L = 10⁶ mm³."""

from __future__ import annotations

from dataclasses import dataclass
from math import pi

from sabaka_core.document.chambers import Chamber
from sabaka_core.geometry.cavity import Cavity
from sabaka_core.geometry.profile import Profile
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import RunLayout, divides, is_filler


@dataclass(frozen=True)
class Volumes:
    """Where the cavity's litres go. They add up:

    ``whole = litter + occupied + near_gap + far_gap + boards`` for a run that closes. Of a run longer than
    its box only what lies in the box counts, so that nothing is ever less than empty.

    Attributes:
        net_mm2: the section less litter.
        nest_mm, near_mm, far_mm, boards_mm: stretches of the run within the box: between the followers, behind
            each, and the followers themselves.
        spacers_l: room that spacers and fillers take from the stretch between the followers.
    """

    whole_l: float
    litter_l: float
    net_mm2: float
    nest_mm: float
    near_mm: float
    far_mm: float
    boards_mm: float
    spacers_l: float

    @property
    def occupied_l(self) -> float:
        return self.net_mm2 * self.nest_mm / 1e6 - self.spacers_l

    @property
    def near_gap_l(self) -> float:
        return self.net_mm2 * self.near_mm / 1e6

    @property
    def far_gap_l(self) -> float:
        return self.net_mm2 * self.far_mm / 1e6

    @property
    def boards_l(self) -> float:
        return self.net_mm2 * self.boards_mm / 1e6 + self.spacers_l

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
    litter_share = min(litter_area_mm2(chamber, section) / section.area_mm2, 1.0)
    length = layout.length_mm
    net = cavity.volume_mm3 / length * (1 - litter_share)
    near = (0.0, layout.near.start_mm) if layout.near else (0.0, 0.0)
    far = (layout.far.end_mm, length) if layout.far else (length, length)
    boards = [(p.start_mm, p.end_mm) for p in (layout.near, layout.far) if p]
    nest = _within((layout.nest_start_mm, layout.nest_end_mm), length)
    return Volumes(
        whole_l=cavity.volume_mm3 / 1e6,
        litter_l=cavity.volume_mm3 * litter_share / 1e6,
        net_mm2=net,
        nest_mm=nest,
        near_mm=_within(near, length),
        far_mm=_within(far, length),
        boards_mm=sum(_within(board, length) for board in boards),
        spacers_l=min(spacers_mm3(chamber, section, length) + net * filled_mm(layout), net * nest) / 1e6,
    )


def filled_mm(layout: RunLayout) -> float:
    """How much of the run between the followers feeders, fillers and dividers take from the colony [mm]."""
    return sum(p.length_mm for p in layout.nest if divides(p.item) or p.item.kind == "feeder" or is_filler(p.item))


def _within(stretch: tuple[float, float], length: float) -> float:
    """How much of a stretch of the run lies in the box [mm]."""
    low, high = (min(max(end, 0.0), length) for end in stretch)
    return max(high - low, 0.0)


def spacers_mm3(chamber: Chamber, section: Profile, run_mm: float) -> float:
    """Room that spacers on the walls and fillers on the floor take from a chamber [mm³]."""
    total = 0.0
    for each in chamber.linings:
        thick = min(each.thickness_mm, section.top_mm / 2)
        high = min(each.floor_mm, section.height_mm)
        wide = section.top_mm - 2 * thick
        total += _within((each.from_mm, each.to_mm), run_mm) * (2 * thick * section.height_mm + wide * high)
    return total
