"""Where a number or a rule comes from, and the table of trade values."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files
from typing import Literal

from pydantic import BaseModel, ConfigDict

Mark = Literal["published", "common practice", "from memory", "geometry", "keeper"]


class Source(BaseModel):
    """Source mark of a value, with a reference or a remark where there is one."""

    model_config = ConfigDict(frozen=True, json_schema_serialization_defaults_required=True)

    mark: Mark
    note: str = ""


GEOMETRY = Source(mark="geometry", note="plane geometry")
COMMON = Source(mark="common practice")
KEEPER = Source(mark="keeper", note="set by you")


class Practice(BaseModel):
    """One row of data/practice.toml: a trade value with its unit, reason and source mark."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    value: float | None = None
    low: float | None = None
    high: float | None = None
    unit: str
    source: Source
    why: str

    @property
    def number(self) -> float:
        """The row's single value."""
        assert self.value is not None
        return self.value

    @property
    def span(self) -> tuple[float, float]:
        """The row's range, lowest and highest."""
        assert self.low is not None and self.high is not None
        return self.low, self.high

    def holds(self, value: float) -> bool:
        """Whether ``value`` lies in the row's range, ends included."""
        low, high = self.span
        return low - 1e-9 <= value <= high + 1e-9


@lru_cache(maxsize=1)
def practice_table() -> dict[str, Practice]:
    """All rows of data/practice.toml by key, read once."""
    raw = tomllib.loads((files("sabaka_core") / "data" / "practice.toml").read_text("utf-8"))
    return {key: Practice.model_validate(row) for key, row in raw.items()}


def practice(key: str) -> Practice:
    """One trade value by its key in data/practice.toml."""
    return practice_table()[key]
