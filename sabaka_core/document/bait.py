"""A hive that hangs as a bait box: from when to when, how often it is looked at, what draws swarms to it."""

from __future__ import annotations

from typing import Annotated, Self

from pydantic import Field, model_validator

from sabaka_core.document.base import DocumentPart
from sabaka_core.document.season import DayOfYear


class BaitBox(DocumentPart):
    """The days of a bait box, the year going round, and whether an old comb hangs in it."""

    first: DayOfYear = "05-01"
    last: DayOfYear = "07-15"
    every_days: Annotated[int, Field(ge=1, le=30, strict=True)] = 3
    old_comb: bool = True

    @model_validator(mode="after")
    def _in_order(self) -> Self:
        if self.last <= self.first:
            raise ValueError(f"It comes down on {self.last}, before it is hung on {self.first}.")
        return self
