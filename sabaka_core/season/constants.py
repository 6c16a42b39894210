"""Constants of a model: a table of data/, with the keeper's own put over it. The season's, and the winter's."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files
from typing import Literal

from pydantic import BaseModel, ConfigDict

from sabaka_core.errors import ParameterError
from sabaka_core.sources import Mark

Model = Literal["season", "winter"]
# Where each model's own constants stand in the document.
_PLACE: dict[Model, str] = {"season": "/season/constants", "winter": "/wintering/constants"}


class Constant(BaseModel):
    """One constant of the model."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    unit: str
    value: float
    low: float
    high: float
    mark: Mark
    note: str


@lru_cache(maxsize=4)
def constant_table(model: Model = "season") -> dict[str, Constant]:
    """Every constant of a model by its key, read once."""
    raw = tomllib.loads((files("sabaka_core") / "data" / f"{model}.toml").read_text("utf-8"))
    return {key: Constant.model_validate(row) for key, row in raw.items()}


def constants(own: dict[str, float], model: Model = "season") -> dict[str, float]:
    """The value of every constant, the keeper's own where there is one.

    Raises:
        ParameterError: at the constant's place in the document: no such constant, or out of its range.
    """
    table = constant_table(model)
    for key, value in own.items():
        field = f"{_PLACE[model]}/{key}"
        if key not in table:
            raise ParameterError(field, value, "The model has no such constant.", "no-such-constant")
        row = table[key]
        if not row.low <= value <= row.high:
            raise ParameterError(
                field, value, f"This has to lie between {row.low:g} and {row.high:g} {row.unit}.", "out-of-range"
            )
    return {key: own.get(key, row.value) for key, row in table.items()}
