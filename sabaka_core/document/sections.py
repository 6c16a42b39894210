"""Sections across the run, as the keeper gives them.

A section is stored by what the keeper holds, never by what follows from it. Depth runs
downward from the underside of the bars.
"""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from sabaka_core.document.base import Across, Angle, Depth, DocumentPart, Face, FootWidth, HalfWidth, Height

TRAPEZOID_FIELDS = ("top_mm", "floor_mm", "height_mm", "slope_deg", "face_mm")


class TrapezoidSection(DocumentPart):
    """Leaning side walls, by exactly three independent ones of five sizes.

    ``slope_deg`` is measured from the vertical; ``face_mm`` is the wall's inside face from
    bars to floor.
    """

    kind: Literal["trapezoid"] = "trapezoid"
    top_mm: Across | None = None
    floor_mm: FootWidth | None = None
    height_mm: Height | None = None
    slope_deg: Angle | None = None
    face_mm: Face | None = None

    @property
    def given(self) -> tuple[str, ...]:
        """Names of the held sizes, in the order of TRAPEZOID_FIELDS."""
        return tuple(name for name in TRAPEZOID_FIELDS if getattr(self, name) is not None)

    @model_validator(mode="after")
    def _three_independent(self) -> Self:
        if len(self.given) != 3:
            raise ValueError(f"Give exactly three of top, floor, height, slope and face; {len(self.given)} are given.")
        if set(self.given) == {"height_mm", "slope_deg", "face_mm"}:
            raise ValueError(
                "Height, slope and face say the same thing twice and leave the width open: "
                "give the top or the floor instead of one of them."
            )
        return self


class RectangleSection(DocumentPart):
    """Upright walls."""

    kind: Literal["rectangle"] = "rectangle"
    width_mm: Across
    height_mm: Height


class ProfilePoint(DocumentPart):
    """Half the inside width at one depth."""

    half_width_mm: HalfWidth
    depth_mm: Depth


class PolygonSection(DocumentPart):
    """A symmetric polygon by its right-hand profile from the bars down."""

    kind: Literal["polygon"] = "polygon"
    profile: Annotated[tuple[ProfilePoint, ...], Field(min_length=2, max_length=24)]


class BarrelSection(DocumentPart):
    """Half a barrel: half an ellipse hanging from the bars."""

    kind: Literal["barrel"] = "barrel"
    top_mm: Across
    height_mm: Height


class SegmentSection(DocumentPart):
    """Circular segment: a circle of ``radius_mm`` cut by the bars' plane."""

    kind: Literal["segment"] = "segment"
    radius_mm: Across
    height_mm: Height


class CircleSection(DocumentPart):
    """A bore, with another diameter at the far end when it tapers."""

    kind: Literal["circle"] = "circle"
    diameter_mm: Across
    far_diameter_mm: Across | None = None


Section = Annotated[
    TrapezoidSection | RectangleSection | PolygonSection | BarrelSection | SegmentSection | CircleSection,
    Field(discriminator="kind"),
]
