"""Profiles: the wall that a comb faces, as half the inside width at a depth below the bars.

A trapezoid answers in closed form (geometry/trapezoid.py). Here are the two other kinds: a wall of
facets, which also stands for any curved wall, and the chord that a comb sees in a standing log.
Depths run downward from the bars' plane. Source of everything here: plane geometry.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property, lru_cache
from math import acos, cos, hypot, pi, sin, sqrt
from typing import Protocol, cast

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Point = tuple[float, float]
# A curved wall becomes so many facets: within 0.005 mm of the curve at 400 mm radius.
FACETS = 96
_STEPS = 256


class Profile(Protocol):
    """What combs, followers and drawings ask of a wall [mm, mm²]."""

    @property
    def top_mm(self) -> float:
        """Inside width at the bars."""

    @property
    def floor_mm(self) -> float:
        """Inside width at the floor; 0 where the walls meet."""

    @property
    def height_mm(self) -> float:
        """From the bars to the floor."""

    @property
    def area_mm2(self) -> float:
        """Inside area."""

    @property
    def wall(self) -> tuple[Point, ...]:
        """The right-hand wall from the top down, as (half-width, depth)."""

    def half_width_mm(self, depth_mm: float) -> float:
        """Half the inside width at a depth."""

    def inset_half_width_mm(self, depth_mm: float, by_mm: float) -> float:
        """The same with the wall moved in, square to itself; negative where nothing is left."""

    def area_below_mm2(self, depth_mm: float) -> float:
        """Inside area below a depth."""


def outside_top_mm(profile: Profile, thickness_mm: float) -> float:
    """Outside width at the bars of walls so thick: level, a leaning wall is thicker [mm]."""
    (x1, d1), (x2, d2) = profile.wall[:2]
    return profile.top_mm + 2 * thickness_mm * hypot(x2 - x1, d2 - d1) / (d2 - d1)


@dataclass(frozen=True)
class Facets:
    """A wall of straight facets, from the bars down.

    Attributes:
        points: at least two (half-width, depth), depth rising from 0, half-widths > 0; the last may be 0.
        exact_area_mm2: area of the curve that the facets stand for, when there is one.
    """

    points: tuple[Point, ...]
    exact_area_mm2: float | None = None

    @property
    def top_mm(self) -> float:
        return 2 * self.points[0][0]

    @property
    def floor_mm(self) -> float:
        return 2 * self.points[-1][0]

    @property
    def height_mm(self) -> float:
        return self.points[-1][1]

    @property
    def wall(self) -> tuple[Point, ...]:
        return self.points

    @cached_property
    def area_mm2(self) -> float:
        """Area of the whole section."""
        if self.exact_area_mm2 is not None:
            return self.exact_area_mm2
        return sum((x1 + x2) * (d2 - d1) for (x1, d1), (x2, d2) in zip(self.points, self.points[1:], strict=False))

    def half_width_mm(self, depth_mm: float) -> float:
        return float(np.interp(depth_mm, [d for _, d in self.points], [x for x, _ in self.points]))

    def inset_half_width_mm(self, depth_mm: float, by_mm: float) -> float:
        return float(self.inset(np.array([depth_mm]), by_mm)[0])

    def inset(self, depths: Floats, by_mm: float) -> Floats:
        """Half-widths of the wall moved in, at many depths at once.

        The wall moved in keeps ``by_mm`` from every facet and every edge between two.
        """
        inside = np.interp(depths, [d for _, d in self.points], [x for x, _ in self.points]) - by_mm
        for (x1, d1), (x2, d2) in _extended(self.points, 2 * by_mm):
            length = hypot(x2 - x1, d2 - d1)
            nx, nd = -(d2 - d1) / length, (x2 - x1) / length
            t = (depths - d1 - by_mm * nd) / (d2 - d1)
            line = x1 + t * (x2 - x1) + by_mm * nx
            inside = np.where((t >= 0) & (t <= 1), np.minimum(inside, line), inside)
            for x, d in ((x1, d1), (x2, d2)):
                near = by_mm**2 - (depths - d) ** 2
                cap = x - np.sqrt(np.maximum(near, 0.0))
                inside = np.where(near > 0, np.minimum(inside, cap), inside)
        return inside

    def area_below_mm2(self, depth_mm: float) -> float:
        """Area under a depth."""
        depths = [depth_mm, *(d for _, d in self.points if d > depth_mm)]
        halves = [self.half_width_mm(d) for d in depths]
        return float(2 * np.trapezoid(halves, depths))


def _extended(points: tuple[Point, ...], by_mm: float) -> list[tuple[Point, Point]]:
    """The facets, the first one drawn out upward, so that the bars' plane is no edge."""
    facets = list(itertools.pairwise(points))
    (x1, d1), (x2, d2) = facets[0]
    length = hypot(x2 - x1, d2 - d1)
    longer = (x1 - (x2 - x1) / length * by_mm, d1 - (d2 - d1) / length * by_mm)
    return [(longer, (x2, d2)), *facets[1:]]


@dataclass(frozen=True)
class Chord:
    """What a comb sees in a standing log: a chord of the bore at each depth.

    Attributes:
        top_radius_mm, floor_radius_mm: radius of the bore at the top and at the floor, > 0.
        height_mm: height of the cavity.
        off_mm: distance of the comb's middle plane from the log's axis, less than the top radius. Where the bore is
            narrower than that, there is nothing.
    """

    top_radius_mm: float
    floor_radius_mm: float
    height_mm: float
    off_mm: float = 0.0

    def radius_mm(self, depth_mm: float) -> float:
        """Radius of the bore at a depth."""
        share = depth_mm / self.height_mm
        return self.top_radius_mm + (self.floor_radius_mm - self.top_radius_mm) * share

    @property
    def top_mm(self) -> float:
        return 2 * self.half_width_mm(0.0)

    @property
    def floor_mm(self) -> float:
        return 2 * self.half_width_mm(self.height_mm)

    @property
    def wall(self) -> tuple[Point, ...]:
        # A cylinder's chord is one straight wall; a cone's bends a little.
        """The right-hand wall from the top down, as (half-width, depth)."""
        steps = 1 if self.top_radius_mm == self.floor_radius_mm else 24
        depths = [self.height_mm * i / steps for i in range(steps + 1)]
        return tuple((self.half_width_mm(d), d) for d in depths)

    @cached_property
    def area_mm2(self) -> float:
        return self.area_below_mm2(0.0)

    def half_width_mm(self, depth_mm: float) -> float:
        return self.inset_half_width_mm(depth_mm, 0.0)

    def inset_half_width_mm(self, depth_mm: float, by_mm: float) -> float:
        """Half the width, so far off the wall."""
        left = self.radius_mm(depth_mm) - by_mm
        square = left * left - self.off_mm * self.off_mm
        return sqrt(square) if left > 0 and square > 0 else -1.0 if by_mm else 0.0

    def inset(self, depths: Floats, by_mm: float) -> Floats:
        """Half-widths of the wall moved in, at many depths at once."""
        share = depths / self.height_mm
        left = self.top_radius_mm + (self.floor_radius_mm - self.top_radius_mm) * share - by_mm
        square = left * left - self.off_mm**2
        return cast(Floats, np.where((left > 0) & (square > 0), np.sqrt(np.maximum(square, 0.0)), -1.0))

    def area_below_mm2(self, depth_mm: float) -> float:
        """Area under a depth."""
        depths = np.linspace(depth_mm, self.height_mm, _STEPS + 1)
        return float(2 * np.trapezoid(np.maximum(self.inset(depths, 0.0), 0.0), depths))


def from_curve(halves: Sequence[Point], area_mm2: float) -> Facets:
    """A curved wall by points on it, with the curve's own area."""
    return Facets(tuple(halves), area_mm2)


@lru_cache(maxsize=64)
def half_barrel(top_mm: float, height_mm: float) -> Facets:
    """Half an ellipse hanging from the bars; half a circle when the height is half the width."""
    turns = [pi / 2 * i / FACETS for i in range(FACETS + 1)]
    points = [(top_mm / 2 * cos(t), height_mm * sin(t)) for t in turns]
    points[-1] = (0.0, height_mm)
    return from_curve(points, pi / 4 * top_mm * height_mm)


@lru_cache(maxsize=64)
def circular_segment(radius_mm: float, height_mm: float) -> Facets:
    """What is left of a circle below the bars' plane, which lies ``height_mm`` above its lowest point.

    Args:
        radius_mm: radius of the circle, > 0.
        height_mm: over 0 and under twice the radius.
    """
    # Angles from the lowest point; the plane cuts at acos(1 − h/R).
    ends = acos(1 - height_mm / radius_mm)
    turns = [ends * (1 - i / FACETS) for i in range(FACETS + 1)]
    points = [(radius_mm * sin(t), height_mm - radius_mm * (1 - cos(t))) for t in turns]
    points[0] = (points[0][0], 0.0)
    points[-1] = (0.0, height_mm)
    area = radius_mm**2 * (ends - sin(ends) * cos(ends))
    return from_curve(points, area)


def whole_circle(diameter_mm: float) -> Facets:
    """A bore seen end on, its crown just above the bars' plane: combs hang from the vault."""
    radius = diameter_mm / 2
    turns = [pi * i / (2 * FACETS) for i in range(2 * FACETS + 1)]
    points = [(radius * sin(t), radius * (1 - cos(t))) for t in turns]
    points[0], points[-1] = (points[1][0] / 4, 0.0), (0.0, diameter_mm)
    return from_curve(points, pi * radius**2)
