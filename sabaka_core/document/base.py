"""Shared pieces of the design document: the frozen base and the bounded numbers.

Two bounds hold each size. The validator's is wide and keeps sums finite: whatever was saved within it opens.
The narrower one, a row of data/sizes.toml that the type names by its :class:`Kind`, is what is built and
worked with (document/reach.py): nothing beyond it is taken in anew.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints


class DocumentPart(BaseModel):
    """A piece of the document: frozen, and closed to fields it doesn't know."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


@dataclass(frozen=True)
class RowOf:
    """Which row of data/sizes.toml a number is held to."""

    row: str


@dataclass(frozen=True)
class Plain:
    """Text without control characters; ``lines`` lets line breaks and tabs pass."""

    lines: bool = False


@dataclass(frozen=True)
class Calendar:
    """Text that is a day of a calendar, as 2026-04-01; or one of every year, as 04-01."""

    yearly: bool = False


# The unit stands in each field's name; these carry only the bounds.
_Positive = Annotated[float, Field(gt=0, le=20_000, strict=True)]
_NotNegative = Annotated[float, Field(ge=0, le=20_000, strict=True)]
_Signed = Annotated[float, Field(ge=-20_000, le=20_000, strict=True)]
_Thin = Annotated[float, Field(gt=0, le=500, strict=True)]
_Number = Annotated[int, Field(ge=1, le=10_000, strict=True)]

RunLength = Annotated[_Positive, RowOf("run")]
Across = Annotated[_Positive, RowOf("across")]
FootWidth = Annotated[_Positive, RowOf("foot")]
HalfWidth = Annotated[_NotNegative, RowOf("half")]
Height = Annotated[_Positive, RowOf("height")]
Depth = Annotated[_NotNegative, RowOf("depth")]
Face = Annotated[_Positive, RowOf("face")]
BoxHeight = Annotated[_Positive, RowOf("box")]
Spacing = Annotated[float, Field(gt=0, le=200, strict=True), RowOf("spacing")]
CarrierLength = Annotated[_Positive, RowOf("carrier")]
FrameDepth = Annotated[_Positive, RowOf("frame-depth")]
Stick = Annotated[float, Field(gt=0, le=200, strict=True), RowOf("stick")]
ThickStick = Annotated[_Thin, RowOf("stick")]
Allowance = Annotated[_NotNegative, RowOf("allowance")]
Lug = Annotated[_NotNegative, RowOf("lug")]
LayerThickness = Annotated[_Thin, RowOf("layer")]
BoardInRun = Annotated[_Thin, RowOf("follower")]
Room = Annotated[_NotNegative, RowOf("gap")]
StretchEnd = Annotated[_Positive, RowOf("gap")]
PieceLength = Annotated[_Positive, RowOf("piece")]
Clearance = Annotated[_NotNegative, RowOf("clearance")]
RestSize = Annotated[_NotNegative, RowOf("rest")]
LitterSize = Annotated[_NotNegative, RowOf("litter")]
Offset = Annotated[_Signed, RowOf("place")]
At = Annotated[_Signed, RowOf("at")]
Up = Annotated[_NotNegative, RowOf("up")]
HoleSize = Annotated[float, Field(gt=0, le=150, strict=True), RowOf("hole")]
SlotWidth = Annotated[_Positive, RowOf("slot")]
SlotHeight = Annotated[float, Field(gt=0, le=100, strict=True), RowOf("hole")]
DiscSize = Annotated[_Positive, RowOf("disc")]
RoofSize = Annotated[_NotNegative, RowOf("roof")]
StandHeight = Annotated[_NotNegative, RowOf("stand")]
BoardLength = Annotated[_Positive, RowOf("board-length")]
BoardWidth = Annotated[_Positive, RowOf("board-width")]
BoardThickness = Annotated[_Thin, RowOf("board-thickness")]
OldBoxSide = Annotated[_Positive, RowOf("old-box-side")]
OldBoxHeight = Annotated[_Positive, RowOf("old-box-height")]
OldBoxWall = Annotated[_Thin, RowOf("old-box-wall")]
BadEnd = Annotated[_NotNegative, RowOf("bad-end")]
Measured = Annotated[_Positive, RowOf("measured")]
Angle = Annotated[float, Field(gt=-60, lt=60, strict=True)]
BoardCount = Annotated[_Number, RowOf("boards")]
CoverCount = Annotated[_Number, RowOf("covers")]
FrameCount = Annotated[_Number, RowOf("super-frames")]
BoxCount = Annotated[_Number, RowOf("super-boxes")]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80), Plain()]
Note = Annotated[str, StringConstraints(max_length=4_000), Plain(lines=True)]
Ident = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Material = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9 -]{0,39}$")]

Side = Literal["near", "far"]
Wall = Literal["near-end", "far-end", "left", "right"]
