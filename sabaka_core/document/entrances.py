"""Entrances of a chamber, and what else pierces its walls: windows, vents, places for a thermometer."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.document.base import (
    At,
    Clearance,
    DiscSize,
    DocumentPart,
    HoleSize,
    Room,
    SlotHeight,
    SlotWidth,
    Up,
    Wall,
)
from sabaka_core.document.season import EveryYear

Setting = Literal["open", "part", "vent", "excluder", "plugged"]


class Dated(DocumentPart):
    """How an entrance is set from a day of the year on, until its next date: its setting, and its mouse guard."""

    day: EveryYear
    setting: Setting = "open"
    guard: bool = False


class _Entrance(DocumentPart):
    """Common part of every entrance.

    ``at_mm`` is the centre: along the run on a side wall, across from the middle on an end.
    ``height_mm`` is the lower edge above the floor. A porch makes a high entrance act low: it stands ``porch_deep_mm``
    off the wall and ends ``porch_drop_mm`` below the entrance.
    """

    wall: Wall
    at_mm: At
    height_mm: Up
    porch: bool = False
    porch_deep_mm: Clearance = 40.0
    porch_drop_mm: Room = 40.0
    mouse_guard: bool = False
    landing_board: bool = False
    dated: Annotated[tuple[Dated, ...], Field(max_length=12)] = ()


class Hole(_Entrance):
    """A bored hole, open or plugged."""

    kind: Literal["hole"] = "hole"
    diameter_mm: HoleSize
    setting: Literal["open", "plugged"] = "open"

    @property
    def size_mm(self) -> tuple[float, float]:
        """Opening as width and height [mm]."""
        return self.diameter_mm, self.diameter_mm

    @property
    def is_open(self) -> bool:
        return self.setting == "open"


class Mouth(DocumentPart):
    """A stretch of a slot that its fillers leave open, from the slot's near or left end."""

    from_mm: Room = 0.0
    wide_mm: SlotWidth


class Slot(_Entrance):
    """A long low opening, open or plugged; fillers may shut all of it but its mouths. None means all of it is open."""

    kind: Literal["slot"] = "slot"
    width_mm: SlotWidth
    opening_mm: SlotHeight
    setting: Literal["open", "plugged"] = "open"
    mouths: Annotated[tuple[Mouth, ...], Field(max_length=8)] = ()

    @property
    def size_mm(self) -> tuple[float, float]:
        """Opening as width and height [mm]."""
        return self.width_mm, self.opening_mm

    @property
    def is_open(self) -> bool:
        return self.setting == "open"


class Disc(_Entrance):
    """A turning disc over a hole, with settings."""

    kind: Literal["disc"] = "disc"
    disc_mm: DiscSize
    opening_mm: HoleSize
    setting: Setting = "open"

    @property
    def size_mm(self) -> tuple[float, float]:
        """Opening as width and height [mm]."""
        return self.opening_mm, self.opening_mm

    @property
    def is_open(self) -> bool:
        return self.setting in ("open", "part", "excluder")


Entrance = Annotated[Hole | Slot | Disc, Field(discriminator="kind")]


class Opening(DocumentPart):
    """A window, a vent of mesh or a hole for a thermometer in a wall, where bees don't pass.

    Places are given as an entrance's. A window's shutter keeps it dark and warm, a vent's shuts it.
    """

    kind: Literal["window", "vent", "thermometer"] = "window"
    wall: Wall
    at_mm: At
    height_mm: Up
    wide_mm: SlotWidth
    high_mm: SlotWidth
    shutter: Literal["none", "open", "shut"] = "none"

    @property
    def size_mm(self) -> tuple[float, float]:
        """Opening as width and height [mm]."""
        return self.wide_mm, self.high_mm
