"""Tables of the trade's values: one row a value, with unit, mark and note; each file read once."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from pydantic import BaseModel, ConfigDict

from sabaka_core.sources import Mark


class TableRow(BaseModel):
    """One value."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    value: float
    unit: str
    mark: Mark
    note: str


@lru_cache(maxsize=8)
def table(name: str) -> dict[str, TableRow]:
    """Every row of data/<name>.toml by its key."""
    raw = tomllib.loads((files("sabaka_core") / "data" / f"{name}.toml").read_text("utf-8"))
    return {key: TableRow.model_validate(row) for key, row in raw.items()}
