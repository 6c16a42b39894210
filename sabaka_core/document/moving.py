"""What the bees live on now, and how the keeper wants them moved into the hive."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.document.base import (
    Allowance,
    CarrierLength,
    Clearance,
    DocumentPart,
    Ident,
    Measured,
    Name,
    Room,
    Spacing,
)
from sabaka_core.document.combs import Frame
from sabaka_core.document.season import Day

Wish = Literal["no-comb-cut", "fewest-parts", "soonest", "old-frames-stay", "least-lifting"]
# The standard of a frame that the keeper measured.
OWN = "own"


class OldBox(DocumentPart):
    """One of the keeper's boxes as measured [mm]; boxes are listed lowest first."""

    name: Name = "Box"
    across_mm: Measured
    along_mm: Measured
    height_mm: Measured
    rest_depth_mm: Room
    rest_width_mm: Room


class Brood(DocumentPart):
    """Brood on a comb as the keeper sees it: width, height, and its middle below the comb's top [mm]."""

    wide_mm: Measured
    high_mm: Measured
    below_mm: Room


Price = Annotated[float, Field(ge=0, le=1_000_000, strict=True)]


class Making(DocumentPart):
    """What frames cost to make or to buy, in the keeper's own money; ``keepers`` share a tool."""

    frames: Annotated[int, Field(ge=1, le=5_000, strict=True)] = 30
    keepers: Annotated[int, Field(ge=1, le=500, strict=True)] = 4
    tool_price: Price = 150.0
    wood_price: Price = 1.0
    hour_price: Price = 0.0
    buy_price: Price = 4.0
    shaped: bool = True


class Moving(DocumentPart):
    """Bees on the wrong comb, and the wishes for moving them into a ``chamber``: the brood chamber if none is said.

    ``standard`` is a frame of the catalogue, or “own” for the measured ``own``. Bars and fixed combs
    are told by the size of their comb. Dates are days; the queen's is the day she is put on the new combs. A plan
    begins with the old box on the spot for some days, or with the bees' own coming.

    So many ``conversions`` stand end to end in a conversion box, each with a half for the new frames and one for the
    old; its cladding hangs so far over each joint. ``excluder_over`` reaches over the spacers to the box's own walls.
    ``order`` is where the hive's own combs hang on the first day, and ``own_combs`` how many; with ``hives`` the same
    is done to several on one day.
    """

    chamber: Ident | None = None
    bees: Literal["frames", "bars", "fixed", "swarm"] = "frames"
    standard: Ident = "langstroth-deep"
    own: Frame | None = None
    bar_long_mm: CarrierLength = 482.6
    bar_wide_mm: Spacing = 35.0
    comb_wide_mm: Measured = 330.0
    comb_high_mm: Measured = 250.0
    count: Annotated[int, Field(ge=1, le=40, strict=True)] = 5
    brood: Brood | None = None
    boxes: Annotated[tuple[OldBox, ...], Field(max_length=6)] = ()
    box_tolerance_mm: Annotated[Allowance, Field(le=20)] = 1.0
    spacers: Literal["full", "half"] = "half"
    conversions: Annotated[int, Field(ge=1, le=3, strict=True)] = 1
    cladding_mm: Clearance = 38.1
    excluder_over: bool = False
    wish: Wish = "no-comb-cut"
    way: Ident | None = None
    queen_by: Literal["excluder", "outward"] = "excluder"
    day: Day = "2026-05-20"
    queen_day: Day | None = None
    visit_days: Annotated[int, Field(ge=3, le=30, strict=True)] = 10
    begins: Literal["box-waits", "today"] = "box-waits"
    spot_days: Annotated[int, Field(ge=1, le=60, strict=True)] = 10
    hives: Annotated[int, Field(ge=1, le=12, strict=True)] = 1
    order: Literal["one-each-end", "own-first", "own-behind"] = "one-each-end"
    own_combs: Annotated[int, Field(ge=1, le=40, strict=True)] = 2
    feeder: Literal["none", "among", "behind"] = "none"
    making: Making = Making()
