"""How a hive is built: boards to buy, the saw, rates, and how far the work has come."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, StringConstraints

from sabaka_core.document.base import (
    BoardCount,
    BoardLength,
    BoardThickness,
    BoardWidth,
    DocumentPart,
    Ident,
    Material,
    Name,
    OldBoxHeight,
    OldBoxSide,
    OldBoxWall,
    RestSize,
)

Price = Annotated[float, Field(ge=0, le=100_000, strict=True)]


class BoardForSale(DocumentPart):
    """A board that can be bought, by its actual sizes."""

    label: Name
    length_mm: BoardLength
    width_mm: BoardWidth
    thickness_mm: BoardThickness
    price: Price


class OldBoxes(DocumentPart):
    """Old boxes that are alike, by their outside: cut apart for their boards, or kept as they are.

    ``rest_mm`` is how deep the rests for frames are cut into the top edges of the ends, 0 for none.
    """

    label: Name
    count: BoardCount = 1
    length_mm: OldBoxSide
    width_mm: OldBoxSide
    height_mm: OldBoxHeight
    wall_mm: OldBoxWall
    rest_mm: RestSize = 0.0
    use: Literal["apart", "keep"] = "apart"


class PieceAlong(DocumentPart):
    """A piece of another design: its number in the parts list there, how many, of what, how large."""

    number: Annotated[int, Field(ge=1, le=10_000, strict=True)]
    name: Name
    count: Annotated[int, Field(ge=1, le=10_000, strict=True)]
    long_mm: BoardLength
    wide_mm: BoardWidth
    thick_mm: BoardThickness
    material: Material


class Along(DocumentPart):
    """Another design whose pieces come out of the same boards, as it was when it was put beside this one."""

    name: Name
    pieces: Annotated[tuple[PieceAlong, ...], Field(min_length=1, max_length=400)]


class Ticked(DocumentPart):
    """The sizes that a step of the work was ticked at, as a mark of them."""

    step: Ident
    sizes: Ident


class Building(DocumentPart):
    """Wishes for building. No boards for sale means the usual planed ones; frames on hand aren't made.

    Prices of what is bought besides are the table's, times ``prices_times`` in the keeper's own ``currency``. Bars and
    frames that fill the run are made, or those that hang in it now. Boxes for supers on hand aren't made. A part
    longer than any board may be scarfed of two where that is sound. So many ``copies`` of the hive are built at once;
    what is cut ``along`` comes out of the same boards.
    """

    kerf_mm: Annotated[float, Field(ge=0, le=10, strict=True)] = 3.2
    trim_mm: Annotated[float, Field(ge=0, le=200, strict=True)] = 10.0
    hour_price: Price = 0.0
    currency: Annotated[str, StringConstraints(pattern=r"^[^\s<>]{0,5}$")] = ""
    prices_times: Annotated[float, Field(gt=0, le=1_000, strict=True)] = 1.0
    frames: Literal["fill", "now"] = "fill"
    copies: Annotated[int, Field(ge=1, le=50, strict=True)] = 1
    boxes_on_hand: Annotated[int, Field(ge=0, le=500, strict=True)] = 0
    scarf: bool = False
    frames_on_hand: Annotated[int, Field(ge=0, le=5_000, strict=True)] = 0
    old_boxes: Annotated[tuple[OldBoxes, ...], Field(max_length=30)] = ()
    along: Annotated[tuple[Along, ...], Field(max_length=6)] = ()
    for_sale: Annotated[tuple[BoardForSale, ...], Field(max_length=60)] = ()
    done: Annotated[tuple[Ident, ...], Field(max_length=60)] = ()
    ticked: Annotated[tuple[Ticked, ...], Field(max_length=60)] = ()
    sheet: Literal["a4", "letter"] = "a4"


USUAL = (
    BoardForSale(label="25 × 150 planed", length_mm=2400.0, width_mm=145.0, thickness_mm=22.0, price=9.0),
    BoardForSale(label="25 × 225 planed", length_mm=2400.0, width_mm=219.0, thickness_mm=22.0, price=14.0),
    BoardForSale(label="25 × 300 panel", length_mm=2400.0, width_mm=300.0, thickness_mm=22.0, price=24.0),
    BoardForSale(label="25 × 400 panel", length_mm=2400.0, width_mm=400.0, thickness_mm=22.0, price=34.0),
    BoardForSale(label="50 × 100 planed", length_mm=2400.0, width_mm=95.0, thickness_mm=45.0, price=9.0),
)
