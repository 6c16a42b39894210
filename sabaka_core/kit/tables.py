"""Tables of the trade's values: one row a value or range, with unit, mark and reason; each file read once.

A row of data/*.toml is a :class:`Row`. What isn't a value (frames, joints, climates) has a record of its own, and
is read by the same :func:`records`.
"""

from __future__ import annotations

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any, TypeVar

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.sources import Mark, Source

Record = TypeVar("Record", bound=BaseModel)


class Row(BaseModel):
    """One value, or a range from ``low`` to ``high``, with its unit and where it comes from.

    A value that a keeper may set has both. ``why`` is the reason of the row, or of its lower limit where ``why_high``
    gives one of the upper; ``what`` names what is meant, and ``note`` is a reference where there is one.
    """

    model_config = ConfigDict(frozen=True, extra="forbid")

    what: str = ""
    value: float | None = None
    low: float | None = None
    high: float | None = None
    unit: str
    mark: Mark
    note: str = ""
    why: str
    why_high: str = ""

    @property
    def source(self) -> Source:
        return Source(mark=self.mark, note=self.note)

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

    def nearest(self, value: float) -> float:
        """The value within the row's range that lies nearest."""
        low, high = self.span
        return min(max(value, low), high)

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


@cache
def raw_table(name: str) -> dict[str, Any]:
    """data/<name>.toml as plain data."""
    return tomllib.loads((files("sabaka_core") / "data" / f"{name}.toml").read_text("utf-8"))


def records(name: str, record: type[Record]) -> dict[str, Record]:
    """Every row of data/<name>.toml by its key, as records of one shape; made once."""
    made: dict[str, Record] = _records(name, record)
    return made


@cache
def _records(name: str, record: type[BaseModel]) -> dict[str, Any]:
    return {key: record.model_validate(row) for key, row in raw_table(name).items()}


def table(name: str) -> dict[str, Row]:
    """Every value of data/<name>.toml by its key."""
    return records(name, Row)


def practice(key: str) -> Row:
    """One value that the rules use, by its key in data/practice.toml."""
    return table("practice")[key]
