"""From a chamber to the cavity that its combs see.

Whatever the section and however it stands, combs hang in vertical planes across a run. The cavity
says how long the run is, which profile a comb at a place of the run faces, and how much it holds:

* lying, combs across: the section is the profile, the length is the run;
* lying, combs along (walls upright): the length is the profile's width, the width is the run;
* standing square column: the section is the plan, the length is the height;
* standing log: combs are chords of the bore;
* lying log, combs along: combs lie beside the axis, each as deep as the bore is there.
"""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from functools import lru_cache
from math import pi, sqrt

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.chambers import Chamber
from sabaka_core.document.sections import (
    BarrelSection,
    CircleSection,
    PolygonSection,
    RectangleSection,
    Section,
    SegmentSection,
    TrapezoidSection,
)
from sabaka_core.geometry.profile import Chord, Facets, Point, Profile, circular_segment, half_barrel, whole_circle
from sabaka_core.geometry.trapezoid import Trapezoid, solve_trapezoid

# A corner less than this out of the line between its neighbours is none [mm].
_STRAIGHT = 1e-6


@dataclass(frozen=True)
class Cavity:
    """A chamber solved: the run's length, the profile of a middle comb, and the volume.

    ``chord`` is set where the profile changes along the run, as it does in a log.
    """

    run_mm: float
    profile: Profile
    volume_mm3: float
    chord: Chord | None = None
    lying_radius_mm: float | None = None

    def profile_at(self, place_mm: float) -> Profile:
        """The profile that a comb at a place of the run faces [mm from the run's near end]."""
        off = abs(place_mm - self.run_mm / 2)
        if self.chord is not None:
            # A comb hangs from the top: there the bore has to be wide enough, below it ends where the wall meets it.
            edge = self.chord.top_radius_mm - 1.0
            return Chord(
                self.chord.top_radius_mm, self.chord.floor_radius_mm, self.chord.height_mm, min(round(off, 6), edge)
            )
        if self.lying_radius_mm is not None:
            half = sqrt(max(self.lying_radius_mm**2 - off**2, 1.0))
            return Trapezoid(self.profile.top_mm, self.profile.top_mm, round(2 * half, 6))
        return self.profile

    @property
    def varies(self) -> bool:
        """Whether combs differ by where they hang in the run."""
        return self.chord is not None or self.lying_radius_mm is not None


def run_length_mm(chamber: Chamber) -> float:
    """Room along the run of a chamber, wall to wall [mm]."""
    section = chamber.section
    if chamber.axis == "standing":
        if isinstance(section, CircleSection):
            return section.diameter_mm
        if isinstance(section, RectangleSection):
            return section.height_mm
    elif chamber.combs == "along":
        if isinstance(section, RectangleSection):
            return section.width_mm
        if isinstance(section, CircleSection):
            return section.diameter_mm
    return chamber.length_mm


def run_path(chamber: Chamber) -> str:
    """The chamber's field that holds the run's length, as the end of a JSON pointer."""
    section = chamber.section
    if chamber.axis == "standing":
        return "section/diameter_mm" if isinstance(section, CircleSection) else "section/height_mm"
    if chamber.combs == "along":
        return "section/diameter_mm" if isinstance(section, CircleSection) else "section/width_mm"
    return "length_mm"


def depth_path(chamber: Chamber) -> str:
    """The chamber's field that holds the cavity's height."""
    if chamber.axis == "standing":
        return "length_mm"
    return "section/diameter_mm" if isinstance(chamber.section, CircleSection) else "section/height_mm"


def width_path(chamber: Chamber) -> str:
    """The chamber's field that holds the cavity's width where the combs hang."""
    if chamber.axis == "lying" and chamber.combs == "along":
        return "length_mm"
    match chamber.section:
        case TrapezoidSection() | BarrelSection():
            return "section/top_mm"
        case RectangleSection():
            return "section/width_mm"
        case CircleSection():
            return "section/diameter_mm"
        case SegmentSection():
            return "section/radius_mm"
        case PolygonSection():
            return "section/profile/0/half_width_mm"


def cavity_of(chamber: Chamber, at: str) -> Cavity:
    """The cavity of a chamber.

    Args:
        chamber: one chamber of a design.
        at: its JSON pointer, for errors.
    Raises:
        ParameterError: sizes that contradict each other, a wall that crosses itself, or a section
            that can't stand or carry its combs as asked.
    """
    return _cavity(chamber.section, chamber.axis, chamber.combs, chamber.length_mm, at)


@lru_cache(maxsize=256)
def _cavity(section: Section, axis: str, combs: str, length: float, at: str) -> Cavity:
    if axis == "standing":
        return _standing(section, length, at)
    if combs == "along":
        return _along(section, length, at)
    if isinstance(section, CircleSection):
        far = section.far_diameter_mm or section.diameter_mm
        least = min(section.diameter_mm, far)
        return Cavity(length, whole_circle(least), _cone_mm3(section, length))
    profile = profile_of(section, f"{at}/section")
    return Cavity(length, profile, profile.area_mm2 * length)


def _standing(section: Section, height: float, at: str) -> Cavity:
    if isinstance(section, CircleSection):
        top, low = section.diameter_mm / 2, (section.far_diameter_mm or section.diameter_mm) / 2
        chord = Chord(top, low, height)
        return Cavity(section.diameter_mm, chord, _cone_mm3(section, height), chord=chord)
    if isinstance(section, RectangleSection):
        profile = Trapezoid(section.width_mm, section.width_mm, height)
        return Cavity(section.height_mm, profile, profile.area_mm2 * section.height_mm)
    raise ParameterError(
        f"{at}/axis", "standing", "Only a round log or a square column can stand; lay this section down.", "cant-stand"
    )


def _along(section: Section, length: float, at: str) -> Cavity:
    if isinstance(section, RectangleSection):
        profile = Trapezoid(length, length, section.height_mm)
        return Cavity(section.width_mm, profile, profile.area_mm2 * section.width_mm)
    if isinstance(section, CircleSection):
        least = min(section.diameter_mm, section.far_diameter_mm or section.diameter_mm)
        return Cavity(
            section.diameter_mm, Trapezoid(length, length, least), _cone_mm3(section, length), lying_radius_mm=least / 2
        )
    raise ParameterError(
        f"{at}/combs", "along", "Combs can only run along a box with upright walls, or a log.", "cant-run-along"
    )


def _cone_mm3(section: CircleSection, length: float) -> float:
    """Volume of a bore with its taper: π/12·L·(D² + D·d + d²) [mm³]."""
    one, two = section.diameter_mm, section.far_diameter_mm or section.diameter_mm
    return pi / 12 * length * (one * one + one * two + two * two)


def profile_of(section: Section, at: str = "/section") -> Profile:
    """The profile of a lying section with combs across it.

    Raises:
        ParameterError: the held sizes contradict each other, or the wall crosses itself.
    """
    match section:
        case TrapezoidSection():
            return solve_trapezoid(section, at)
        case RectangleSection():
            return Trapezoid(section.width_mm, section.width_mm, section.height_mm)
        case PolygonSection():
            return _polygon(section, at)
        case BarrelSection():
            return half_barrel(section.top_mm, section.height_mm)
        case SegmentSection():
            if section.height_mm >= 2 * section.radius_mm - 1e-9:
                raise ParameterError(
                    f"{at}/height_mm",
                    section.height_mm,
                    f"A circle of {section.radius_mm:g} mm radius is {2 * section.radius_mm:g} mm high: "
                    "the bars have to cut it lower.",
                    "above-the-circle",
                )
            return circular_segment(section.radius_mm, section.height_mm)
        case CircleSection():
            return whole_circle(section.diameter_mm)


def _polygon(section: PolygonSection, at: str) -> Facets | Trapezoid:
    """The wall of a polygon; where its points lie on one line it is the trapezoid that it draws."""
    points = tuple((p.half_width_mm, p.depth_mm) for p in section.profile)
    if points[0][1] != 0:
        raise ParameterError(f"{at}/profile/0/depth_mm", points[0][1], "The first point lies at the bars, depth 0.")
    for index, (before, here) in enumerate(itertools.pairwise(points), start=1):
        if here[1] <= before[1]:
            raise ParameterError(
                f"{at}/profile/{index}/depth_mm",
                here[1],
                "The wall turns back up here and would cross itself: each point has to lie deeper than the last.",
                "crosses-itself",
            )
    for index, (half, _) in enumerate(points[:-1]):
        if half <= 0:
            raise ParameterError(
                f"{at}/profile/{index}/half_width_mm",
                half,
                "The walls meet here, above the last point, and would cross: make it wider or end the wall here.",
                "crosses-itself",
            )
    corners = _corners(points)
    if len(corners) == 2:
        (top, _), (foot, height) = corners
        return Trapezoid(2 * top, 2 * foot, height)
    return Facets(corners)


def _corners(points: tuple[Point, ...]) -> tuple[Point, ...]:
    """The points without those that lie on the line between their neighbours."""
    kept = [points[0]]
    for here, after in itertools.pairwise(points[1:]):
        (x1, d1), (x2, d2), (x3, d3) = kept[-1], here, after
        if abs((x2 - x1) * (d3 - d1) - (x3 - x1) * (d2 - d1)) > _STRAIGHT * (d3 - d1):
            kept.append(here)
    return (*kept, points[-1])
