"""A hive that hangs as a bait box: from when to when, how often it is looked at, what draws swarms to it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, ValidationInfo, field_validator

from sabaka_core.document.base import DocumentPart
from sabaka_core.document.season import EveryYear


class BaitBox(DocumentPart):
    """The days of a bait box, the year going round, and whether an old comb hangs in it."""

    first: EveryYear = "05-01"
    last: EveryYear = "07-15"
    every_days: Annotated[int, Field(ge=1, le=30, strict=True)] = 3
    old_comb: bool = True

    @field_validator("last")
    @classmethod
    def _another_day(cls, last: str, info: ValidationInfo) -> str:
        if last == info.data.get("first"):
            raise ValueError(f"It comes down on the day that it is hung, {last}: give it some weeks.")
        return last
