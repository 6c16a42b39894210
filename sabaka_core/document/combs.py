"""Kinds of comb carrier: top bars and frames."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.document.base import Clearance, Ident, Length, Name, Part, Thickness


class Guide(Part):
    """What the bees start their comb on, and how long it is along the bar."""

    kind: Literal["strip", "moulding", "wax-line", "starter", "none"] = "strip"
    length_mm: Length


class TopBar(Part):
    """A bar that touches its neighbours, so that its width is the comb spacing."""

    kind: Literal["bar"] = "bar"
    id: Ident
    name: Name
    width_mm: Annotated[Length, Field(le=200)]
    thickness_mm: Thickness
    length_mm: Length
    guide: Guide

    @property
    def spacing_mm(self) -> float:
        return self.width_mm


class Frame(Part):
    """A frame: a catalogue standard, one derived from it, or the keeper's own as measured."""

    kind: Literal["frame"] = "frame"
    id: Ident
    name: Name
    standard: Ident
    origin: Literal["catalogue", "derived", "measured"] = "catalogue"
    spacing_mm: Annotated[Length, Field(le=200)]
    top_bar_mm: Length
    top_bar_thickness_mm: Thickness
    lug_mm: Clearance = 0.0
    body_width_mm: Length
    depth_mm: Length
    tolerance_mm: Clearance = 0.0
    foundation: bool = False


CombType = Annotated[TopBar | Frame, Field(discriminator="kind")]
