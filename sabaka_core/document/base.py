"""Shared pieces of the design document: the frozen base and the bounded numbers."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, StringConstraints


class Part(BaseModel):
    """A piece of the document: frozen, and closed to fields it doesn't know."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


# The unit stands in each field's name; these carry only the bounds.
Length = Annotated[float, Field(gt=0, le=20_000, strict=True)]
Offset = Annotated[float, Field(ge=-20_000, le=20_000, strict=True)]
Clearance = Annotated[float, Field(ge=0, le=20_000, strict=True)]
Thickness = Annotated[float, Field(gt=0, le=500, strict=True)]
Angle = Annotated[float, Field(gt=-60, lt=60, strict=True)]
Count = Annotated[int, Field(ge=1, le=10_000, strict=True)]
Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=80)]
Note = Annotated[str, StringConstraints(max_length=4_000)]
Ident = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Material = Annotated[str, StringConstraints(pattern=r"^[a-z][a-z0-9 -]{0,39}$")]

Side = Literal["near", "far"]
Wall = Literal["near-end", "far-end", "left", "right"]
