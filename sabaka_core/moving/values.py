"""The trade's values for moving in: data/moving.toml, read once."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from pydantic import BaseModel, ConfigDict

from sabaka_core.sources import Mark


class MovingRow(BaseModel):
    """One row of the table."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    value: float
    unit: str
    mark: Mark
    note: str


@lru_cache(maxsize=1)
def moving_table() -> dict[str, MovingRow]:
    """Every row by its key."""
    raw = tomllib.loads((files("sabaka_core") / "data" / "moving.toml").read_text("utf-8"))
    return {key: MovingRow.model_validate(row) for key, row in raw.items()}


def value(key: str) -> float:
    """One value, in the unit its row names."""
    return moving_table()[key].value
