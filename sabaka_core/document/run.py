"""The run: everything between the two end walls, in order from the near end.

Positions are running sums, so that an item carries only its own size.
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from sabaka_core.document.base import BoardInRun, Clearance, DocumentPart, Ident, Name, PieceLength, Room, Side

ItemName = Annotated[str, StringConstraints(pattern=r"^([a-z0-9][a-z0-9-]{0,39})?$")]
Contents = Literal["empty", "brood", "pollen", "nectar", "honey"]


class _Item(DocumentPart):
    """What every item of a run has: a name of its own in that run, given when it has none."""

    id: ItemName = ""


class Gap(_Item):
    """Open room: behind a follower, or before the first comb."""

    kind: Literal["gap"] = "gap"
    length_mm: Room
    purpose: Literal["empty", "feeder", "straw"] = "empty"


class Follower(_Item):
    """A movable board that ends the nest on one side."""

    kind: Literal["follower"] = "follower"
    side: Side
    thickness_mm: BoardInRun
    fit: Literal["tight", "loose"] = "tight"
    side_clearance_mm: Clearance = 2.5
    foot_gap_mm: Clearance = 12.0
    insulated: bool = False
    feeding_hole: bool = False


class Comb(_Item):
    """One comb place: a bar or frame of a type, with what it is for and what is on it."""

    kind: Literal["comb"] = "comb"
    type: Ident
    role: Literal["brood", "honey"] = "brood"
    contents: Contents = "empty"


class Feeder(_Item):
    """A feeder that hangs in the run like a comb."""

    kind: Literal["feeder"] = "feeder"
    length_mm: PieceLength


class Excluder(_Item):
    """A queen excluder across the run."""

    kind: Literal["excluder"] = "excluder"
    thickness_mm: BoardInRun


class Divider(_Item):
    """A fixed board between two colonies."""

    kind: Literal["divider"] = "divider"
    thickness_mm: BoardInRun


class Spacer(_Item):
    """A strip of wood that takes up room in the ceiling."""

    kind: Literal["spacer"] = "spacer"
    length_mm: PieceLength


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
