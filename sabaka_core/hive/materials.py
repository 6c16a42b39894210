"""Materials of walls: data/materials.toml, read once."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import Literal

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.sources import Source
from sabaka_core.document.chambers import Layer
from sabaka_core.kit.tables import records

FROM_MEMORY = Source(mark="from memory", note="densities in data/materials.toml")


class Material(BaseModel):
    """A material: density [kg/m³] and conductivity ``k`` [W/mK], or how a still layer of air resists by its thickness
    [mm, m²K/W]; how it is joined where that isn't as boards are; whether walls and covers can be of it."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    density: float
    k: float | None = None
    kind: Literal["wood", "sheet", "insulation", "air"]
    still: tuple[tuple[float, float], ...] = ()
    joint: str = ""
    of_walls: bool = True


def materials() -> dict[str, Material]:
    """Every material by its name."""
    return records("materials", Material)


def material_of(name: str) -> Material:
    """A material of the table; one that isn't in it is taken as softwood."""
    known = materials()
    return known.get(name, known["softwood"])


def conductivity(material: str) -> float:
    """Conductivity of a material that has one [W/mK]."""
    return material_of(material).k or 1.0


def density(material: str) -> float:
    """Density of a material [kg/m³]; one that isn't in the table is taken as softwood."""
    return material_of(material).density


def insulates(material: str) -> bool:
    """Whether it is sold to keep heat in: less than wood conducts, and gnawed by bees where it is bare."""
    return material_of(material).kind == "insulation"


def layer_resistance(layer: Layer) -> float:
    """Resistance of one flat layer [m²K/W], see :func:`resistance_of`."""
    return resistance_of(layer.material, layer.thickness_mm)


def resistance_of(name: str, thickness_mm: float) -> float:
    """Resistance of so much of a material, flat [m²K/W]: ``t/k``, of still air by thickness.

    Thickness in mm, also more than a wall's layer may be: a roof can be filled higher. Source: ISO 6946, from memory.
    """
    material = material_of(name)
    if material.kind != "air":
        return thickness_mm / 1000 / conductivity(name)
    for (t1, r1), (t2, r2) in pairwise(material.still):
        if thickness_mm <= t2:
            return r1 + (r2 - r1) * (thickness_mm - t1) / (t2 - t1)
    return material.still[-1][1] if material.still else 0.0


def sheltering(layers: Sequence[Layer]) -> Iterator[Layer]:
    """Layers from the inside out as far as they keep heat: none from the first that is vented."""
    for layer in layers:
        material = material_of(layer.material)
        if material.kind == "air" and not material.still:
            return
        yield layer
