"""A wall's face, on which holes are marked: where on it something lies, and what of a layer it takes away."""

from __future__ import annotations

from dataclasses import dataclass, replace
from math import cos, radians, sin, tan

from sabaka_core.document.base import Wall as WallName
from sabaka_core.document.chambers import total_thickness_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.woodwork.parts import BoredHole
from sabaka_core.woodwork.pierced import Pierce
from sabaka_core.woodwork.section import Line, lean_of, wall_of
from sabaka_core.woodwork.solids import Bore, Prism, Profile, Span, brick, common, within, without, without_block

_BEYOND_MM = 1.0
# Where a hole is too small to be told from none [mm].
_LEAST_MM = 1e-6


@dataclass(frozen=True)
class WallFace:
    """One layer of one wall in the chamber's own axes, x from the inside of the near end.

    Attributes:
        wall: which wall.
        facet: the inside of the chamber there, from its upper to its lower end; of an end wall, its middle line.
        out_mm: how far outside of the chamber's inside this layer begins.
        thick_mm: how thick it is.
        x: from where to where it lies along the hive.
        low_mm: where its lower edge lies above the floor, as heights on it are measured from there.
        wide_mm: an end's greatest width, for places from its left edge.
    """

    wall: WallName
    facet: Line
    out_mm: float
    thick_mm: float
    x: Span
    low_mm: float
    wide_mm: float = 0.0

    @property
    def is_end(self) -> bool:
        return self.wall.endswith("end")

    @property
    def _mirror(self) -> float:
        return -1.0 if self.wall == "left" else 1.0

    @property
    def _lean(self) -> float:
        return 0.0 if self.is_end else lean_of(self.facet)

    def takes(self, pierce: Pierce) -> bool:
        """Whether a hole’s middle lies in this stretch of the wall."""
        (_, high), (_, low) = self.facet
        return pierce.wall == self.wall and low - _LEAST_MM <= pierce.middle_mm <= high + _LEAST_MM

    def _middle(self, pierce: Pierce) -> tuple[float, float]:
        """A hole's middle on the chamber's inside, across from the middle and up."""
        if self.is_end:
            return pierce.at_mm, pierce.middle_mm
        _, (y2, z2) = self.facet
        up = pierce.middle_mm - z2
        return self._mirror * (y2 + up * tan(self._lean)), pierce.middle_mm

    def cut(self, prisms: list[Prism], pierce: Pierce, round_mm: float = 0.0) -> list[Prism]:
        """Prisms of this layer less an opening, so much wider all round."""
        wide, high = pierce.wide_mm / 2 + round_mm, pierce.high_mm / 2 + round_mm
        if self.is_end:
            block = (self.x, (pierce.at_mm - wide, pierce.at_mm + wide), self._levels(pierce, high))
            return [each for prism in prisms for each in without_block(prism, block)]
        ring = self._ring(pierce, high)
        span = (pierce.at_mm - wide, pierce.at_mm + wide)
        return [each for prism in prisms for each in without(prism, span, ring)]

    @staticmethod
    def _levels(pierce: Pierce, half: float) -> Span:
        return pierce.middle_mm - half, pierce.middle_mm + half

    def _ring(self, pierce: Pierce, half: float) -> Profile:
        """The opening's profile through a side, square to it."""
        (y, z), lean, side = self._middle(pierce), self._lean, self._mirror
        up, out = (side * sin(lean), cos(lean)), (side * cos(lean), -sin(lean))
        near, far = -_BEYOND_MM, self.out_mm + self.thick_mm + _BEYOND_MM
        return tuple(
            (y + out[0] * t + up[0] * s, z + out[1] * t + up[1] * s)
            for t, s in ((near, -half), (far, -half), (far, half), (near, half))
        )

    def plate(self, at_mm: float, up_mm: Span, wide_mm: float, off_mm: float, deep_mm: float) -> Prism:
        """Something flat on the wall or beside it, as a solid [mm].

        Args:
            at_mm: its middle along the wall, as holes have theirs.
            up_mm: its lower and upper edge above the floor.
            off_mm: how far outside of the chamber's inside it begins; under 0 it lies inside.
            deep_mm: how thick it is.
        """
        span = (at_mm - wide_mm / 2, at_mm + wide_mm / 2)
        if self.is_end:
            x0, x1 = self.x
            away = off_mm - self.out_mm
            x = (x1 - away - deep_mm, x1 - away) if self.wall == "near-end" else (x0 + away, x0 + away + deep_mm)
            return brick(x, span, up_mm)
        middle, half = sum(up_mm) / 2, (up_mm[1] - up_mm[0]) / 2
        pierce = Pierce("", self.wall, at_mm, middle, 0.0, 0.0)
        (y, z), lean, side = self._middle(pierce), self._lean, self._mirror
        up, out = (side * sin(lean), cos(lean)), (side * cos(lean), -sin(lean))
        corners = ((off_mm, -half), (off_mm + deep_mm, -half), (off_mm + deep_mm, half), (off_mm, half))
        return Prism(tuple((y + out[0] * t + up[0] * s, z + out[1] * t + up[1] * s) for t, s in corners), span)

    def block(self, pierce: Pierce, round_mm: float, cover: Prism) -> tuple[Prism, ...]:
        """What of a layer's solid lies so far round an opening: wood that lines it in insulation."""
        wide, high = pierce.wide_mm / 2 + round_mm, pierce.high_mm / 2 + round_mm
        if self.is_end:
            y = within(cover, "y", (pierce.at_mm - wide, pierce.at_mm + wide))
            z = within(y, "z", self._levels(pierce, high)) if y else None
            return (z,) if z else ()
        span = max(cover.span[0], pierce.at_mm - wide), min(cover.span[1], pierce.at_mm + wide)
        ring = common(cover.profile, self._ring(pierce, high))
        return (replace(cover, span=span, profile=ring),) if ring and span[1] > span[0] else ()

    def bore(self, pierce: Pierce) -> Bore:
        """A round hole through this layer."""
        (y, z), slant = self._middle(pierce), radians(pierce.slant_deg)
        through = self.thick_mm / cos(slant)
        away = (self.out_mm + self.thick_mm / 2) / cos(slant)
        if self.is_end:
            way = -1.0 if self.wall == "near-end" else 1.0
            along = (way * cos(slant), 0.0, -sin(slant))
            inside = self.x[1] + self.out_mm if self.wall == "near-end" else self.x[0] - self.out_mm
            at = (inside + along[0] * away, y, z + along[2] * away)
        else:
            lean, side = self._lean + slant, self._mirror
            along = (0.0, side * cos(lean), -sin(lean))
            at = (pierce.at_mm, y + along[1] * away, z + along[2] * away)
        return Bore(at, along, pierce.wide_mm, through)

    def mark(self, pierce: Pierce) -> BoredHole:
        """How it is marked on this layer: from which end, how high on either face."""
        lean, slant = self._lean, radians(pierce.slant_deg)
        up = (pierce.middle_mm - self.low_mm) / cos(lean)
        inner, outer = (up - (tan(lean) + tan(slant)) * t for t in (self.out_mm, self.out_mm + self.thick_mm))
        if self.is_end:
            side = "right" if pierce.at_mm >= 0 else "left"
            along, along_from = abs(pierce.at_mm), f"middle, towards the {side} side"
            # Seen from outside, the right wall is at the right hand of the near end only.
            x = self.wide_mm / 2 + (pierce.at_mm if self.wall == "near-end" else -pierce.at_mm)
        else:
            along, along_from = pierce.at_mm - self.x[0], "near end"
            # Seen from outside, the near end is at the right hand of the left wall, at the left hand of the right one.
            x = self.x[1] - self.x[0] - along if self.wall == "left" else along
        wall = self.wall.replace("-", " ")
        return BoredHole(
            wall=wall if self.is_end else f"{wall} side",
            along_mm=round(along, 1),
            along_from=along_from,
            up_inside_mm=round(inner, 1),
            up_outside_mm=round(outer, 1),
            wide_mm=pierce.wide_mm,
            high_mm=pierce.high_mm,
            round=pierce.round,
            x_mm=round(x, 1),
            of=pierce.name,
            plugged=pierce.plugged,
            slant_deg=pierce.slant_deg,
        )


def wall_face(a: Analysis, wall: WallName, up_mm: float = 0.0) -> WallFace:
    """The whole of a wall as one face, at a height above the floor."""
    sides, ends = (total_thickness_mm(each) for each in (a.chamber.walls.sides, a.chamber.walls.ends))
    long, inside = a.chamber.length_mm, wall_of(a)
    if wall.endswith("end"):
        x = (-ends, 0.0) if wall == "near-end" else (long, long + ends)
        return WallFace(wall, ((0.0, inside.high_mm), (0.0, 0.0)), 0.0, ends, x, 0.0, 2 * inside.points[0][0])
    facet = next((line for line in inside.facets if line[1][1] <= up_mm <= line[0][1]), inside.facets[-1])
    return WallFace(wall, facet, 0.0, sides, (-ends, long + ends), facet[1][1])
