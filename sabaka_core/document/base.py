"""Shared pieces of the design document: the frozen base and the bounded numbers.

Two bounds hold each size. The validator's is wide and keeps sums finite: whatever was saved within it opens.
The narrower one, a row of data/sizes.toml that the type names by its :class:`Kind`, is what is built and
worked with (document/reach.py): nothing beyond it is taken in anew.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints


class Part(BaseModel):
    """A piece of the document: frozen, and closed to fields it doesn't know."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


@dataclass(frozen=True)
class Kind:
    """Which row of data/sizes.toml a number is held to."""

    row: str


@dataclass(frozen=True)
class Plain:
    """Text without control characters; ``lines`` lets line breaks and tabs pass."""

    lines: bool = False


@dataclass(frozen=True)
class Calendar:
    """Text that is a day of a calendar, as 2026-04-01."""


# The unit stands in each field's name; these carry only the bounds.
_Positive = Annotated[float, Field(gt=0, le=20_000, strict=True)]
_NotNegative = Annotated[float, Field(ge=0, le=20_000, strict=True)]
_Signed = Annotated[float, Field(ge=-20_000, le=20_000, strict=True)]
_Thin = Annotated[float, Field(gt=0, le=500, strict=True)]
_Number = Annotated[int, Field(ge=1, le=10_000, strict=True)]

RunLength = Annotated[_Positive, Kind("run")]
Across = Annotated[_Positive, Kind("across")]
FootWidth = Annotated[_Positive, Kind("foot")]
HalfWidth = Annotated[_NotNegative, Kind("half")]
Height = Annotated[_Positive, Kind("height")]
Depth = Annotated[_NotNegative, Kind("depth")]
Face = Annotated[_Positive, Kind("face")]
BoxHeight = Annotated[_Positive, Kind("box")]
Spacing = Annotated[float, Field(gt=0, le=200, strict=True), Kind("spacing")]
CarrierLength = Annotated[_Positive, Kind("carrier")]
FrameDepth = Annotated[_Positive, Kind("frame-depth")]
Stick = Annotated[float, Field(gt=0, le=200, strict=True), Kind("stick")]
ThickStick = Annotated[_Thin, Kind("stick")]
Allowance = Annotated[_NotNegative, Kind("allowance")]
Lug = Annotated[_NotNegative, Kind("lug")]
LayerThickness = Annotated[_Thin, Kind("layer")]
BoardInRun = Annotated[_Thin, Kind("follower")]
Room = Annotated[_NotNegative, Kind("gap")]
StretchEnd = Annotated[_Positive, Kind("gap")]
PieceLength = Annotated[_Positive, Kind("piece")]
Clearance = Annotated[_NotNegative, Kind("clearance")]
RestSize = Annotated[_NotNegative, Kind("rest")]
LitterSize = Annotated[_NotNegative, Kind("litter")]
Offset = Annotated[_Signed, Kind("place")]
At = Annotated[_Signed, Kind("at")]
Up = Annotated[_NotNegative, Kind("up")]
HoleSize = Annotated[float, Field(gt=0, le=150, strict=True), Kind("hole")]
SlotWidth = Annotated[_Positive, Kind("slot")]
SlotHeight = Annotated[float, Field(gt=0, le=100, strict=True), Kind("hole")]
DiscSize = Annotated[_Positive, Kind("disc")]
RoofSize = Annotated[_NotNegative, Kind("roof")]
StandHeight = Annotated[_NotNegative, Kind("stand")]
BoardLength = Annotated[_Positive, Kind("board-length")]
BoardWidth = Annotated[_Positive, Kind("board-width")]
BoardThickness = Annotated[_Thin, Kind("board-thickness")]
BadEnd = Annotated[_NotNegative, Kind("bad-end")]
Measured = Annotated[_Positive, Kind("measured")]
Angle = Annotated[float, Field(gt=-60, lt=60, strict=True)]
BoardCount = Annotated[_Number, Kind("boards")]
CoverCount = Annotated[_Number, Kind("covers")]
FrameCount = Annotated[_Number, Kind("super-frames")]
BoxCount = Annotated[_Number, Kind("super-boxes")]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80), Plain()]
Note = Annotated[str, StringConstraints(max_length=4_000), Plain(lines=True)]
Ident = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Material = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9 -]{0,39}$")]

Side = Literal["near", "far"]
Wall = Literal["near-end", "far-end", "left", "right"]
