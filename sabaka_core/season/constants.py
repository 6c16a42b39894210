"""Constants of the season model: data/season.toml, with the keeper's own put over them."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from pydantic import BaseModel, ConfigDict

from sabaka_core.errors import ParameterError
from sabaka_core.sources import Mark


class Constant(BaseModel):
    """One constant of the model."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    unit: str
    value: float
    low: float
    high: float
    mark: Mark
    note: str


@lru_cache(maxsize=1)
def constant_table() -> dict[str, Constant]:
    """Every constant by its key, read once."""
    raw = tomllib.loads((files("sabaka_core") / "data" / "season.toml").read_text("utf-8"))
    return {key: Constant.model_validate(row) for key, row in raw.items()}


def constants(own: dict[str, float]) -> dict[str, float]:
    """The value of every constant, the keeper's own where there is one.

    Raises:
        ParameterError: at ``/season/constants/<key>``: no such constant, or out of its range.
    """
    table = constant_table()
    for key, value in own.items():
        field = f"/season/constants/{key}"
        if key not in table:
            raise ParameterError(field, value, "The model has no such constant.", "no-such-constant")
        row = table[key]
        if not row.low <= value <= row.high:
            raise ParameterError(
                field, value, f"This has to lie between {row.low:g} and {row.high:g} {row.unit}.", "out-of-range"
            )
    return {key: own.get(key, row.value) for key, row in table.items()}
