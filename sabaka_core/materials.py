"""Materials of walls: data/materials.toml, read once."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from sabaka_core.sources import Source

FROM_MEMORY = Source(mark="from memory", note="densities in data/materials.toml")


@lru_cache(maxsize=1)
def _rows() -> dict[str, dict[str, float]]:
    return tomllib.loads((files("sabaka_core") / "data" / "materials.toml").read_text("utf-8"))


@lru_cache(maxsize=1)
def densities() -> dict[str, float]:
    """Density of each known material [kg/m³]."""
    return {name: float(row["density"]) for name, row in _rows().items()}


def conductivity(material: str) -> float:
    """Conductivity of a material [W/mK]; one that isn't in the table is taken as softwood."""
    return _rows().get(material, _rows()["softwood"])["k"]


def density(material: str) -> float:
    """Density of a material [kg/m³]; one that isn't in the table is taken as softwood."""
    return densities().get(material, densities()["softwood"])
