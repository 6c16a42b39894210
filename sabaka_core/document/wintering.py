"""How a colony winters: bees, ways, and what the keeper sets of the model."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.document.base import DocumentPart, Room
from sabaka_core.document.season import EveryYear


class Wintering(DocumentPart):
    """The winter of one hive. Combs left out are those the season's plan winters on.

    ``boxes`` says whether supers over the nest stay: as the plan has it, none, or all of them. A keeper who knows the
    first and last day on which bees are shut in says both; ``felt_mm`` is the honey over the bees on each comb of the
    winter run, as he felt it in autumn.
    """

    bees: Annotated[int, Field(ge=2_000, le=60_000, strict=True)] = 12_000
    combs: Annotated[int, Field(ge=1, le=200, strict=True)] | None = None
    boxes: Literal["plan", "off", "on"] = "plan"
    school: Literal["sealed", "vented"] = "sealed"
    humidity: Annotated[float, Field(ge=0, le=100, strict=True)] = 85.0
    first_day: EveryYear | None = None
    last_day: EveryYear | None = None
    felt_mm: Annotated[tuple[Room, ...], Field(max_length=200)] = ()
    constants: dict[str, Annotated[float, Field(strict=True)]] = {}
