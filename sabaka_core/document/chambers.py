"""Chambers: the cavities a hive is made of, with walls, rests, litter and entrances."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.document.base import (
    BoxHeight,
    DocumentPart,
    Ident,
    LayerThickness,
    LitterSize,
    Material,
    Offset,
    RestSize,
    Room,
    RunLength,
    StretchEnd,
    Wall,
)
from sabaka_core.document.entrances import Entrance, Opening
from sabaka_core.document.run import Run
from sabaka_core.document.sections import Section


class Layer(DocumentPart):
    """One layer of a wall, by its actual (planed) thickness."""

    material: Material
    thickness_mm: LayerThickness


Layers = Annotated[tuple[Layer, ...], Field(min_length=1, max_length=8)]


def total_thickness_mm(layers: tuple[Layer, ...]) -> float:
    """Thickness of a build-up [mm]: the sum of its layers."""
    return sum(layer.thickness_mm for layer in layers)


class Walls(DocumentPart):
    """Build-up of sides, ends and floor, inside layer first.

    ``outside_held`` says that outside sizes stay when layers change, and the inside gives way; ``loose_lining`` that
    the innermost of several layers of sides and ends is screwed, to be replaced.
    """

    sides: Layers
    ends: Layers
    floor: Layers
    outside_held: bool = False
    loose_lining: bool = False


class Rest(DocumentPart):
    """What the bars or lugs lie on."""

    kind: Literal["rim", "rebate", "rods", "none"] = "rim"
    width_mm: RestSize = 0.0
    depth_mm: RestSize = 0.0


class Litter(DocumentPart):
    """What lies on the floor.

    ``depth_mm`` is how high litter, or the rim of a trough, stands above the floor;
    ``sunk_mm`` how far a trough is let in below it.
    """

    kind: Literal["none", "deep", "trough"] = "none"
    depth_mm: LitterSize = 0.0
    sunk_mm: LitterSize = 0.0
    width_mm: LitterSize = 0.0


class UnderRun(DocumentPart):
    """What the floor has besides its layers: a stretch of mesh in it, and what goes under that.

    The mesh lies under the run from ``mesh_from_mm`` to ``mesh_to_mm``; none where the two are alike. A shutter closes
    it, a tray under it is drawn out at a side or an end. ``clean_outs`` are hatches at the foot of the walls, for a
    scraper.
    """

    mesh_from_mm: Room = 0.0
    mesh_to_mm: Room = 0.0
    shutter: Literal["none", "open", "closed"] = "none"
    tray: Literal["none", "left", "right", "near-end", "far-end"] = "none"
    mite_board: bool = False
    clean_outs: Annotated[int, Field(ge=0, le=12, strict=True)] = 0


class Place(DocumentPart):
    """Where a chamber's near lower corner stands in the hive."""

    x_mm: Offset = 0.0
    y_mm: Offset = 0.0
    z_mm: Offset = 0.0


class Lining(DocumentPart):
    """Movable spacers that make a stretch of a chamber fit another frame.

    ``thickness_mm`` stands on both side walls; ``floor_mm`` is how high a filler lies on the floor.
    ``beside`` names the comb type it was put in for, if it goes when those combs go.
    """

    beside: Ident | None = None
    from_mm: Room = 0.0
    to_mm: StretchEnd
    thickness_mm: Room = 0.0
    floor_mm: Room = 0.0


class Chamber(DocumentPart):
    """One cavity with its run.

    ``boxes_mm`` are the heights of the boxes it is stacked up of, lowest first; none for a box in one
    piece. A standing chamber's section is its plan, and ``length_mm`` its height. A ``door`` opens a wall of it.
    """

    id: Ident
    role: Literal["whole", "brood", "honey", "nucleus", "shelf"] = "whole"
    place: Place = Place()
    axis: Literal["lying", "standing"] = "lying"
    combs: Literal["across", "along"] = "across"
    section: Section
    length_mm: RunLength
    walls: Walls
    rest: Rest = Rest()
    door: Wall | Literal["none"] = "none"
    litter: Litter = Litter()
    under: UnderRun = UnderRun()
    linings: Annotated[tuple[Lining, ...], Field(max_length=12)] = ()
    boxes_mm: Annotated[tuple[BoxHeight, ...], Field(max_length=12)] = ()
    entrances: Annotated[tuple[Entrance, ...], Field(max_length=60)] = ()
    openings: Annotated[tuple[Opening, ...], Field(max_length=24)] = ()
    run: Run = Run()
