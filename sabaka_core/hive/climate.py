"""Where a hive stands, for every step: its generic climate, and which half of the world."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.dates import MONTHS, half_a_year_on
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
    months = season.monthly_c
    if len(months) == len(MONTHS):
        return months[0] > months[len(months) // 2]
    row = climates().get(season.climate)
    return row is not None and row.south


def local_day(hive: Hive, day: str) -> str:
    """A usual day of the year (month-day, as the north has it) where a hive stands: half a year on in the south."""
    return half_a_year_on(day) if is_southern(hive) else day
