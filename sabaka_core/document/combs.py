"""Kinds of comb carrier: top bars and frames."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.document.base import (
    Allowance,
    CarrierLength,
    Depth,
    DocumentPart,
    FrameDepth,
    Ident,
    Lug,
    Measured,
    Name,
    Spacing,
    Stick,
    ThickStick,
)

GuideKind = Literal["strip", "moulding", "wax-line", "starter", "none"]


class Guide(DocumentPart):
    """What the bees start their comb on, how long it is along the bar, and the groove that a strip is set into."""

    kind: GuideKind = "strip"
    length_mm: CarrierLength
    groove_wide_mm: ThickStick = 3.0
    groove_deep_mm: ThickStick = 5.0


class TopBar(DocumentPart):
    """A bar that touches its neighbours, so that its width is the comb spacing."""

    kind: Literal["bar"] = "bar"
    id: Ident
    name: Name
    width_mm: Spacing
    thickness_mm: ThickStick
    length_mm: CarrierLength
    guide: Guide

    @property
    def spacing_mm(self) -> float:
        return self.width_mm


FrameMake = Literal[
    "plain", "two-part", "tall", "hybrid", "joined", "from-parts", "drone", "sections", "feeder", "follower", "adapter"
]
Joint = Literal["none", "screws", "pegs", "hooks", "straps", "side-bar", "dovetail", "brace"]


class Frame(DocumentPart):
    """A frame: a catalogue standard, one derived from it, or the keeper's own as measured.

    ``make`` says how it is put together, and so which parts it has (frames/parts.py). The body is
    the frame without its lugs; ``depth_mm`` is the whole outer depth, top bar included.

    A top bar may be narrowed at mid-length, over ``narrowed_over_mm`` or a third of it; lugs notched from below where
    they rest; side bars full wide down to a ``shoulder_mm`` below the frame's top and ``side_bar_foot_mm`` wide under
    it; shelves evenly spaced or with their middles at ``shelves_at_mm`` below the top bar.
    """

    kind: Literal["frame"] = "frame"
    id: Ident
    name: Name
    standard: Ident
    origin: Literal["catalogue", "derived", "measured"] = "catalogue"
    make: FrameMake = "plain"
    joint: Joint = "none"
    spacing_mm: Spacing
    top_bar_mm: CarrierLength
    top_bar_thickness_mm: ThickStick
    top_bar_width_mm: Stick = 27.0
    narrowed_mm: Stick | None = None
    lug_mm: Lug = 0.0
    lug_thickness_mm: Lug = 9.5
    narrowed_over_mm: CarrierLength | None = None
    notch_mm: Lug = 0.0
    guide: GuideKind = "none"
    groove_wide_mm: ThickStick = 3.0
    groove_deep_mm: ThickStick = 5.0
    side_bar_width_mm: Stick = 35.0
    shoulder_mm: Depth = 0.0
    side_bar_foot_mm: Stick | None = None
    side_bar_thickness_mm: ThickStick = 9.5
    bottom_bar_thickness_mm: ThickStick = 9.5
    shelves: Annotated[int, Field(ge=0, le=6, strict=True)] = 0
    shelf_thickness_mm: ThickStick = 6.0
    shelves_at_mm: Annotated[tuple[Measured, ...], Field(max_length=6)] = ()
    braced: Literal["none", "wires", "rods"] = "none"
    braces: Annotated[int, Field(ge=1, le=8, strict=True)] = 2
    body_width_mm: CarrierLength
    depth_mm: FrameDepth
    tolerance_mm: Allowance = 0.0
    foundation: bool = False

    @property
    def on_rest_mm(self) -> float:
        """How far the frame's top stands above what its lugs lie on [mm]."""
        return self.lug_thickness_mm - self.notch_mm

    @property
    def bar_gap_mm(self) -> float:
        """Gap to the neighbour at the lugs: spacing less the top bar's width; 0 closes the ceiling."""
        return self.spacing_mm - self.top_bar_width_mm

    @property
    def mid_gap_mm(self) -> float:
        """Gap to the neighbour at mid-bar, where the bar may be narrowed."""
        return self.spacing_mm - (self.narrowed_mm or self.top_bar_width_mm)


class FixedComb(DocumentPart):
    """A comb that bees fasten to the cavity itself: there is nothing to lift it by."""

    kind: Literal["fixed"] = "fixed"
    id: Ident
    name: Name
    spacing_mm: Spacing


CombType = Annotated[TopBar | Frame | FixedComb, Field(discriminator="kind")]
