"""The design document, version 4: one hive as its keeper owns, saves and exports it.

Every system of the trade is chambers with sections, walls and runs, joined by passages;
a system adds a preset and rules of its own, not a shape of document.
"""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from sabaka_core.document.bait import BaitBox
from sabaka_core.document.base import (
    BadEnd,
    BoardCount,
    BoardLength,
    BoardThickness,
    BoardWidth,
    BoxCount,
    BoxHeight,
    CoverCount,
    DocumentPart,
    FrameCount,
    Ident,
    Material,
    Measured,
    Name,
    Note,
    Offset,
    RoofSize,
    SlotWidth,
    StandHeight,
)
from sabaka_core.document.building import Building
from sabaka_core.document.chambers import Chamber, Layer
from sabaka_core.document.combs import CombType
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.moving import Moving
from sabaka_core.document.run import Comb
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering

FORMAT = "sabaka-hive"
VERSION = 4

HiveSystem = Literal[
    "sloped-top-bar",
    "straight-top-bar",
    "long-shallow",
    "deep-horizontal",
    "two-chamber",
    "side-by-side",
    "rear-access",
    "stacked-long",
    "tree-cavity",
    "conversion-box",
    "tall-in-stack",
]


class Pests(DocumentPart):
    """Which pests trouble the keeper where the hive stands."""

    mites: bool = False
    beetles: bool = False
    ants: bool = False
    wasps: bool = False
    mice: bool = False
    animals: bool = False
    moth: bool = False


class Choices(DocumentPart):
    """Where keepers' schools differ: the keeper's choice, never a hidden default."""

    slope_school: Literal["follows-curve", "leaning-floor", "upright"] = "follows-curve"
    comb_curve: Literal["catenary", "parabola"] = "catenary"
    bees: Literal["african", "european", "wide"] = "european"
    bee_space_mm: Annotated[float, Field(ge=6, le=9.5, strict=True)] = 9.5
    floor_gap_mm: Annotated[float, Field(ge=0, le=200, strict=True)] = 15.0
    cell_mm: Annotated[float, Field(ge=4.6, le=7, strict=True)] = 5.4
    open_combs: Annotated[int, Field(ge=1, le=10, strict=True)] = 3
    law: Literal["removable", "any", "not-asked"] = "not-asked"
    siting: Literal["not-said", "sun", "half-shade", "shade"] = "not-said"
    pests: Pests = Pests()
    basket_long_mm: Measured | None = None
    basket_high_mm: Measured | None = None


class Board(DocumentPart):
    """Boards on hand, by actual sizes; so much of one end is bad and cut off first."""

    label: Name
    length_mm: BoardLength
    width_mm: BoardWidth
    thickness_mm: BoardThickness
    count: BoardCount = 1
    bad_end_mm: BadEnd = 0.0


class Colony(DocumentPart):
    """One colony: which chamber and which stretch of its run is its own, and what it begins as.

    One that begins as a swarm is a box kept empty for it at an end of the run.
    """

    id: Ident
    name: Name
    chamber: Ident
    stretch: Literal["between-followers", "near-end", "far-end", "whole"] = "between-followers"
    strength: Literal["nucleus", "growing", "full"] = "full"
    begins: Literal["combs", "swarm"] = "combs"


class Passage(DocumentPart):
    """A way from one chamber to another: for bees, or, screened, for air alone. A slide shuts it for a while."""

    from_chamber: Ident
    to_chamber: Ident
    kind: Literal["slot", "holes", "open", "vent"] = "open"
    width_mm: SlotWidth | None = None
    height_mm: SlotWidth | None = None
    excluder: bool = False
    slide: Literal["none", "open", "shut"] = "none"

    @property
    def lets_bees(self) -> bool:
        """Whether bees pass it as it is."""
        return self.kind != "vent" and self.slide != "shut"


class Cover(DocumentPart):
    """What lies over the bars or frames, lowest first; ``feeder_hole`` for a jar that stands on it."""

    kind: Literal["bars", "slats", "boards", "cloth", "screen"] = "bars"
    material: Material = "softwood"
    thickness_mm: RoofSize = 0.0
    count: CoverCount = 1
    feeder_hole: bool = False


class Roof(DocumentPart):
    """The lid: its shape, its inside clearance above the bars, how it opens, its build-up from the inside out.

    ``pitch_deg`` is how steep a pent or gabled one is; a hinge lies at a long side or at an end, and a ``stay`` holds
    it up. It is in one part or two, that meet in the middle of the hive. ``vents`` are openings of its room, and
    ``under`` is what stands in that room on the covers, so high, insulation of such a material.
    """

    kind: Literal["flat", "pent", "gabled"] = "flat"
    opens: Literal["lifts-off", "hinged-side", "hinged-end", "slides"] = "lifts-off"
    pitch_deg: Annotated[float, Field(ge=0, le=60, strict=True)] = 0.0
    clearance_mm: RoofSize = 40.0
    overlap_mm: RoofSize = 25.0
    layers: Annotated[tuple[Layer, ...], Field(max_length=8)] = ()
    parts: Annotated[int, Field(ge=1, le=2, strict=True)] = 1
    stay: bool = False
    vents: Annotated[int, Field(ge=0, le=24, strict=True)] = 0
    under: Literal["nothing", "feeder", "insulation"] = "nothing"
    under_mm: RoofSize = 0.0
    under_of: Material = "sheep wool"


class Stand(DocumentPart):
    """What carries the hive: height of the floor's underside above the ground, legs and their splay, or ropes.

    ``moats`` are cups of oil or water that its legs stand in, ``ledge_mm`` how wide a shelf beside the hive is, where
    ``handles`` are.
    """

    height_mm: StandHeight = 0.0
    splay_deg: Annotated[float, Field(ge=0, le=45, strict=True)] = 0.0
    kind: Literal["legs", "hung"] = "legs"
    moats: bool = False
    ledge_mm: StandHeight = 0.0
    handles: Literal["none", "ends", "sides"] = "none"


class Super(DocumentPart):
    """Boxes set on a chamber, ``at_mm`` from its near end; ``turned`` when their frames run crosswise to its own.

    One that holds no combs is a shim that makes up height, or a box with vents for the moisture; ``frames`` still says
    how long it is.
    """

    chamber: Ident
    comb_type: Ident
    height_mm: BoxHeight
    frames: FrameCount
    boxes: BoxCount = 1
    at_mm: Offset = 0.0
    turned: bool = False
    holds: Literal["combs", "vents", "nothing"] = "combs"

    @property
    def combs(self) -> int:
        """How many combs hang in each box."""
        return self.frames if self.holds == "combs" else 0


class Hive(DocumentPart):
    """One hive design; ``id`` tells it from every other of its keeper's, whatever it is called.

    With a ``common_floor`` all that stands beside each other stands on one floor.
    """

    format: Literal["sabaka-hive"] = "sabaka-hive"
    version: Literal[4] = 4
    id: Ident | None = None
    name: Name
    notes: Note = ""
    system: HiveSystem
    choices: Choices = Choices()
    boards: Annotated[tuple[Board, ...], Field(max_length=200)] = ()
    comb_types: Annotated[tuple[CombType, ...], Field(max_length=40)] = ()
    chambers: Annotated[tuple[Chamber, ...], Field(min_length=1, max_length=24)]
    passages: Annotated[tuple[Passage, ...], Field(max_length=60)] = ()
    common_floor: bool = False
    covers: Annotated[tuple[Cover, ...], Field(max_length=60)] = ()
    roof: Roof | None = None
    stand: Stand | None = None
    supers: Annotated[tuple[Super, ...], Field(max_length=24)] = ()
    colonies: Annotated[tuple[Colony, ...], Field(max_length=24)] = ()
    season: Season | None = None
    moving: Moving | None = None
    lifting: Lifting | None = None
    wintering: Wintering | None = None
    building: Building | None = None
    bait: BaitBox | None = None

    def comb_type(self, ident: str) -> CombType:
        """The comb type of that id; the document's validation guarantees that it exists."""
        return next(kind for kind in self.comb_types if kind.id == ident)

    @model_validator(mode="after")
    def _references_resolve(self) -> Self:
        types = _unique([kind.id for kind in self.comb_types], "comb type")
        chambers = _unique([chamber.id for chamber in self.chambers], "chamber")
        _unique([colony.id for colony in self.colonies], "colony")
        for chamber in self.chambers:
            for item in chamber.run.items:
                if isinstance(item, Comb):
                    _known(item.type, types, "comb type")
        for colony in self.colonies:
            _known(colony.chamber, chambers, "chamber")
        for passage in self.passages:
            _known(passage.from_chamber, chambers, "chamber")
            _known(passage.to_chamber, chambers, "chamber")
        if self.moving is not None and self.moving.chamber is not None:
            _known(self.moving.chamber, chambers, "chamber")
        for box in self.supers:
            _known(box.chamber, chambers, "chamber")
            _known(box.comb_type, types, "comb type")
        return self


def _unique(idents: list[str], what: str) -> set[str]:
    for ident in idents:
        if idents.count(ident) > 1:
            raise ValueError(f"Two {what}s are called “{ident}”.")
    return set(idents)


def _known(ident: str, known: set[str], what: str) -> None:
    if ident not in known:
        raise ValueError(f"There is no {what} “{ident}” in this design.")
