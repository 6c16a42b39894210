"""The run: everything between the two end walls, in order from the near end.

Positions are running sums, so that an item carries only its own size.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from sabaka_core.document.base import (
    At,
    BoardInRun,
    BoxHeight,
    Clearance,
    DocumentPart,
    Ident,
    Name,
    PieceLength,
    Room,
    Side,
    Up,
)

ItemName = Annotated[str, StringConstraints(pattern=r"^([a-z0-9][a-z0-9-]{0,39})?$")]
Contents = Literal["empty", "brood", "pollen", "nectar", "honey"]
Role = Literal["brood", "honey", "drone", "sections"]


class _Item(DocumentPart):
    """What every item of a run has: a name of its own in that run, given when it has none."""

    id: ItemName = ""


class Gap(_Item):
    """Open room: behind a follower, or before the first comb."""

    kind: Literal["gap"] = "gap"
    length_mm: Room
    purpose: Literal["empty", "feeder", "straw"] = "empty"


class _Board(_Item):
    """A board across the run: how near it comes to walls and floor, whether it keeps warmth in, its hole for feeding.

    Over a trough its foot is straight, and ends over the rim, or shaped, and follows it down. The hole's middle lies
    ``hole_at_mm`` from the middle of the board, its lower edge ``hole_up_mm`` above the floor.
    """

    thickness_mm: BoardInRun
    side_clearance_mm: Clearance = 0.0
    foot_gap_mm: Clearance = 0.0
    foot: Literal["straight", "shaped"] = "straight"
    insulated: bool = False
    feeding_hole: bool = False
    hole_at_mm: At = 0.0
    hole_up_mm: Up = 40.0


class Follower(_Board):
    """A movable board that ends the nest on one side."""

    kind: Literal["follower"] = "follower"
    side: Side
    fit: Literal["tight", "loose"] = "tight"
    side_clearance_mm: Clearance = 2.5
    foot_gap_mm: Clearance = 12.0


class Comb(_Item):
    """One comb place: a bar or frame of a type, with what it is for and what is on it.

    Drone comb is cut out with the mites in it; in “sections” honey is built to be sold in the comb.
    """

    kind: Literal["comb"] = "comb"
    type: Ident
    role: Role = "brood"
    contents: Contents = "empty"


class Feeder(_Item):
    """A feeder in the run: a frame of the comb's size with faces, or a bar with a tub on it, so much of the run long.

    It lies as the combs do or at right angles to them, is as deep as they are where no height is said, and may fill
    the section bee-tight, so that it divides the run as well.
    """

    kind: Literal["feeder"] = "feeder"
    length_mm: PieceLength
    make: Literal["frame", "tub"] = "frame"
    climb: Literal["ladder", "float", "none"] = "ladder"
    lies: Literal["as-combs", "at-right-angles"] = "as-combs"
    height_mm: BoxHeight | None = None
    divides: bool = False


class Excluder(_Item):
    """A queen excluder across the run, in a frame that comes so near to walls and floor."""

    kind: Literal["excluder"] = "excluder"
    thickness_mm: BoardInRun
    side_clearance_mm: Clearance = 0.0
    foot_gap_mm: Clearance = 0.0


class Divider(_Board):
    """A fixed board between two colonies: tight to walls and floor unless something else is said."""

    kind: Literal["divider"] = "divider"


class Spacer(_Item):
    """What takes up room: a strip in the ceiling, glazed to look through, or a filler down to the floor."""

    kind: Literal["spacer"] = "spacer"
    length_mm: PieceLength
    make: Literal["strip", "window", "filler"] = "strip"


RunItem = Annotated[Gap | Follower | Comb | Feeder | Excluder | Divider | Spacer, Field(discriminator="kind")]


class SavedRun(DocumentPart):
    """A state of a run kept by name: today, winter, split."""

    name: Name
    items: Annotated[tuple[RunItem, ...], Field(max_length=500)]


class Run(DocumentPart):
    """The ordered run and where the nest sits in it (beside the open entrance)."""

    nest_at: Literal["near", "far", "middle"] = "near"
    items: Annotated[tuple[RunItem, ...], Field(max_length=500)] = ()
    saved: Annotated[tuple[SavedRun, ...], Field(max_length=12)] = ()
