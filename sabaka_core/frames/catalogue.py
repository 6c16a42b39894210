"""The catalogue of frame standards and derived frames: data/frames.toml, read once.

Every row becomes a frame (or bar) of the design document, so that a catalogue frame, a derived one
and the keeper's own measured one are worked on alike.
"""

from __future__ import annotations

from functools import lru_cache
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.sources import Source
from sabaka_core.document.combs import Frame, FrameMake, Guide, Joint, TopBar
from sabaka_core.frames.derived import derive
from sabaka_core.kit.tables import raw_table

Three = tuple[float, float, float]
Two = tuple[float, float]


class BoxSizes(BaseModel):
    """The box a frame is usually kept in [mm]: inside across and along the run, height, and its rest."""

    model_config = ConfigDict(frozen=True, json_schema_serialization_defaults_required=True)

    across_mm: float
    along_mm: float
    height_mm: float
    rest_depth_mm: float
    rest_width_mm: float

    @property
    def rest_to_floor_mm(self) -> float:
        """From the plane the lugs lie on to the bottom [mm]."""
        return self.height_mm - self.rest_depth_mm


class CatalogueRow(BaseModel):
    """One row: the frame or bar as the document would hold it, its box, and where the sizes come from."""

    model_config = ConfigDict(frozen=True)

    id: str
    name: str
    carrier: Annotated[Frame | TopBar, Field(discriminator="kind")]
    box: BoxSizes | None
    made_from: str
    source: Source


def _standard(ident: str, row: dict[str, Any]) -> CatalogueRow:
    long, wide, thick = row["top_bar"]
    box = _box(row["box"])
    if row.get("kind") == "bar":
        bar = TopBar(
            id=ident,
            name=row["name"],
            width_mm=row["spacing"],
            thickness_mm=thick,
            length_mm=long,
            guide=Guide(kind="wax-line", length_mm=row["body"] - 20.0),
        )
        return CatalogueRow(id=ident, name=row["name"], carrier=bar, box=box, made_from="", source=row["source"])
    side_wide, side_thick = row["side_bar"]
    frame = Frame(
        id=ident,
        name=row["name"],
        standard=ident,
        origin="catalogue",
        spacing_mm=row["spacing"],
        top_bar_mm=long,
        top_bar_thickness_mm=thick,
        top_bar_width_mm=wide,
        lug_mm=round((long - row["body"]) / 2, 6),
        lug_thickness_mm=row["lug"],
        side_bar_width_mm=side_wide,
        side_bar_thickness_mm=side_thick,
        bottom_bar_thickness_mm=row["bottom_bar"][1],
        body_width_mm=row["body"],
        depth_mm=row["depth"],
    )
    return CatalogueRow(id=ident, name=row["name"], carrier=frame, box=box, made_from="", source=row["source"])


def _derived(ident: str, row: dict[str, Any], rows: dict[str, CatalogueRow]) -> CatalogueRow:
    base = rows[row["from"]]
    assert isinstance(base.carrier, Frame)
    make: FrameMake = row["make"]
    joint: Joint = row.get("joint", "none")
    frame = derive(
        base.carrier,
        make,
        ident,
        row["name"],
        depth_mm=row.get("depth"),
        shelves=row.get("shelves", 0),
        joint=joint,
        box_height_mm=base.box.height_mm if base.box else 0.0,
        hanger=rows["layens"].carrier,
    )
    box = (
        _box(row["box"])
        if "box" in row
        else base.box
        if make in ("from-parts", "drone", "feeder", "follower")
        else None
    )
    return CatalogueRow(id=ident, name=row["name"], carrier=frame, box=box, made_from=row["from"], source=row["source"])


def _box(sizes: list[float]) -> BoxSizes:
    across, along, height, rest_depth, rest_width = sizes
    return BoxSizes(
        across_mm=across, along_mm=along, height_mm=height, rest_depth_mm=rest_depth, rest_width_mm=rest_width
    )


@lru_cache(maxsize=1)
def catalogue() -> dict[str, CatalogueRow]:
    """Every row of data/frames.toml by its id, standards first."""
    rows: dict[str, CatalogueRow] = {}
    for ident, row in raw_table("frames").items():
        rows[ident] = _derived(ident, row, rows) if "from" in row else _standard(ident, row)
    return rows


def catalogue_row(ident: str) -> CatalogueRow:
    """One row of the catalogue.

    Raises:
        ParameterError: there is none of that id.
    """
    if ident not in catalogue():
        raise ParameterError("standard", ident, "There is no such frame in the catalogue.", "no-such-frame")
    return catalogue()[ident]


def box_of(standard: str) -> BoxSizes | None:
    """The usual box of a frame's standard; None for one the catalogue doesn't know."""
    row = catalogue().get(standard)
    return None if row is None else row.box
