"""Where a hive stands, for every step: its generic climate, and which half of the world."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict

from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Season
from sabaka_core.kit.tables import records


class ClimateRow(BaseModel):
    """A generic climate: monthly means [°C] and usual flows."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    name: str
    means: tuple[float, ...]
    flows: tuple[tuple[str, str, float], ...]
    south: bool = False


def climates() -> dict[str, ClimateRow]:
    """Every generic climate by its id, read once."""
    return records("climates", ClimateRow)


def is_southern(hive: Hive) -> bool:
    """Whether the trade's usual dates are half a year off for a hive: its own months say so, or else its climate."""
    season = hive.season or Season()
    if len(season.monthly_c) == 12:
        return season.monthly_c[0] > season.monthly_c[6]
    row = climates().get(season.climate)
    return row is not None and row.south


def local_day(hive: Hive, day: str) -> str:
    """A usual day of the year (month-day, as the north has it) where a hive stands: half a year on in the south.

    The last days of a long month become the last of the shorter one.
    """
    if not is_southern(hive):
        return day
    month = (int(day[:2]) + 5) % 12 + 1
    return f"{month:02}-{min(int(day[3:]), _SHORTEST[month - 1]):02}"


_SHORTEST = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
