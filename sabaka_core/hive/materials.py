"""Materials of walls: data/materials.toml, read once."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.sources import Source
from sabaka_core.kit.tables import records

FROM_MEMORY = Source(mark="from memory", note="densities in data/materials.toml")


class Material(BaseModel):
    """A material: density [kg/m³] and conductivity ``k`` [W/mK]."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    density: float
    k: float


def _material(name: str) -> Material:
    """A material of the table; one that isn't in it is taken as softwood."""
    known = records("materials", Material)
    return known.get(name, known["softwood"])


def conductivity(material: str) -> float:
    """Conductivity of a material [W/mK]; one that isn't in the table is taken as softwood."""
    return _material(material).k


def density(material: str) -> float:
    """Density of a material [kg/m³]; one that isn't in the table is taken as softwood."""
    return _material(material).density
