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
    """One row of data/practice.toml: a trade value with its unit, reason and source mark.

    ``why`` is the reason of the row, or of its lower limit where ``why_high`` gives one of the upper.
    """

    model_config = ConfigDict(frozen=True, extra="forbid")

    value: float | None = None
    low: float | None = None
    high: float | None = None
    unit: str
    source: Source
    why: str
    why_high: str = ""

    def reason(self, value: float) -> str:
        """Why the row has a limit on that side of it on which a value lies."""
        return self.why_high if self.why_high and self.high is not None and value > self.high else self.why

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
        """Whether ``value`` lies in the row's range, ends included, also as they are written in inches."""
        low, high = self.span
        if self.unit != "mm":
            return low - 1e-9 <= value <= high + 1e-9
        return at_least(value, low) and at_most(value, high)


# Inch rules are read to a sixteenth, and a limit is written so; lengths are typed to a thirty-second.
_SIXTEENTH_MM = 25.4 / 16
_THIRTY_SECOND_MM = 25.4 / 32
_CLOSE_MM = 1e-6


def at_least(value_mm: float, low_mm: float) -> bool:
    """Whether a length keeps a least limit [mm]: a fraction of an inch keeps it as it is written in fractions.

    A limit of 9 mm reads 3/8 in, and 19 mm reads 3/4 in: what is typed so is not beyond it.
    """
    shown = round(low_mm / _SIXTEENTH_MM) * _SIXTEENTH_MM
    return value_mm >= low_mm - _CLOSE_MM or (_is_fraction(value_mm) and value_mm >= shown - _CLOSE_MM)


def at_most(value_mm: float, high_mm: float) -> bool:
    """Whether a length keeps a greatest limit [mm], read in the same way."""
    shown = round(high_mm / _SIXTEENTH_MM) * _SIXTEENTH_MM
    return value_mm <= high_mm + _CLOSE_MM or (_is_fraction(value_mm) and value_mm <= shown + _CLOSE_MM)


def _is_fraction(value_mm: float) -> bool:
    parts = value_mm / _THIRTY_SECOND_MM
    return abs(parts - round(parts)) * _THIRTY_SECOND_MM < 0.005


@lru_cache(maxsize=1)
def practice_table() -> dict[str, Practice]:
    """All rows of data/practice.toml by key, read once."""
    raw = tomllib.loads((files("sabaka_core") / "data" / "practice.toml").read_text("utf-8"))
    return {key: Practice.model_validate(row) for key, row in raw.items()}


def practice(key: str) -> Practice:
    """One trade value by its key in data/practice.toml."""
    return practice_table()[key]
