"""The keeper's body and ways of working, for judging lifts."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.document.base import DocumentPart, Ident, StandHeight

Slope = Annotated[float, Field(ge=-20, le=20, strict=True)]


class Lifting(DocumentPart):
    """Who lifts, from where, and against which stack. Sizes left out follow from the body's height.

    A stack has as many frames to a box as usual, and as many boxes as its colony fills, where nothing else is said.
    """

    height_mm: Annotated[float, Field(ge=1_200, le=2_200, strict=True)] = 1_700.0
    elbow_mm: Annotated[float, Field(ge=600, le=1_500, strict=True)] | None = None
    reach_mm: Annotated[float, Field(ge=300, le=1_100, strict=True)] | None = None
    limit_kg: Annotated[float, Field(gt=0, le=60, strict=True)] | None = None
    posture: Literal["standing", "seated", "one-handed"] = "standing"
    stands: Literal["side", "both-sides", "end"] = "both-sides"
    grip: Literal["good", "fair", "poor"] = "fair"
    slope_along_deg: Slope = 0.0
    slope_across_deg: Slope = 0.0
    leg_inset_mm: StandHeight = 60.0
    stack_box: Ident = "langstroth-deep"
    stack_frames: Annotated[int, Field(ge=3, le=14, strict=True)] | None = None
    stack_boxes: Annotated[int, Field(ge=1, le=12, strict=True)] | None = None
    stack_stand_mm: Annotated[StandHeight, Field(le=1_000)] = 150.0
    lid_kg: Annotated[float, Field(gt=0, le=80, strict=True)] | None = None
