"""How layers look: one table for the screen, SVG files and paper (data/looks.toml)."""

from __future__ import annotations

from functools import cache
from typing import Annotated, Any, TypeVar

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.kit.tables import raw_table

Record = TypeVar("Record", bound=BaseModel)
Hex = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]


class _Row(BaseModel):
    model_config = ConfigDict(frozen=True, extra="forbid")


class Colour(_Row):
    """One colour by day and by night."""

    day: Hex
    night: Hex


class Path(_Row):
    """A path on a hatch’s tile, as SVG writes it."""

    d: str
    colour: str
    width: float
    opacity: float = 1.0


class Dot(_Row):
    """A dot of a hatch."""

    x: float
    y: float
    r: float
    colour: str


class Tint(_Row):
    """A colour let through."""

    colour: str
    opacity: float


class Hatch(_Row):
    """A tile that repeats [px]; without a ground what lies behind it shows."""

    size: tuple[float, float]
    turn_deg: float = 0.0
    ground: str = ""
    tint: Tint | None = None
    paths: tuple[Path, ...] = ()
    dots: tuple[Dot, ...] = ()


class Look(_Row):
    """One layer: filled by a colour or a hatch, or by nothing; stroked in a colour, or not where that is empty.

    ``grey`` is how light its fill is printed, 1 is white; ``name`` what a printed key calls it; ``dash_paper`` tells
    apart on paper what only its colour tells apart on the screen.
    """

    fill: str = ""
    hatch: str = ""
    opacity: float = 1.0
    stroke: str = "ink"
    width: float = 1.0
    dash: tuple[float, ...] = ()
    dash_paper: tuple[float, ...] = ()
    grey: float | None = None
    name: str = ""


class LabelLook(_Row):
    """Words on a drawing: size [px], colour, how wide a halo keeps lines out of them [px]."""

    size: float
    colour: str
    halo: float = 0.0
    serif: bool = False


def colours() -> dict[str, Colour]:
    """Every colour by its name."""
    return _rows("colour", Colour)


def hatches() -> dict[str, Hatch]:
    """Every hatch by its name."""
    return _rows("hatch", Hatch)


def looks() -> dict[str, Look]:
    """The look of every layer and of every part of a chart."""
    return _rows("layer", Look)


def words() -> dict[str, LabelLook]:
    """The look of every layer of words."""
    return _rows("words", LabelLook)


def _rows(part: str, record: type[Record]) -> dict[str, Record]:
    made: dict[str, Record] = _made(part, record)
    return made


@cache
def _made(part: str, record: type[BaseModel]) -> dict[str, Any]:
    return {key: record.model_validate(row) for key, row in raw_table("looks")[part].items()}
