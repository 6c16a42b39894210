"""What is known of a colony's year, and what the model says of it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.base.dates import YEAR, parse_day_of_year
from sabaka_core.base.sources import Mark
from sabaka_core.kit.tables import records
from sabaka_core.season.laying import HALF_YEAR

# Climates whose year is held to all bands.
TEMPERATE = ("cool-temperate", "cold-continental", "maritime", "continental", "mountain", "southern-temperate")
_SEALED = 1_000.0


class Known(BaseModel):
    """A row of data/bands.toml: days (month-day, the north's) and a number that something lies between."""

    model_config = ConfigDict(frozen=True, extra="forbid", populate_by_name=True)

    what: str
    since: str = Field("", alias="from")
    until: str = ""
    low: float | None = None
    high: float | None = None
    unit: str = ""
    mark: Mark


@dataclass(frozen=True)
class Said:
    """What the model says of one row: on which day of the north's year, and how much; and whether that is known so."""

    key: str
    known: Known
    day: int | None
    value: float | None

    @property
    def holds(self) -> bool:
        return self.late_days == 0 and self.beyond == 0

    @property
    def late_days(self) -> int:
        """Days by which it comes too late, below 0 too early."""
        if self.day is None or not self.known.since:
            return 0
        first, last = parse_day_of_year(self.known.since), parse_day_of_year(self.known.until)
        return max(self.day - last, 0) or min(self.day - first, 0)

    @property
    def beyond(self) -> float:
        """By how much it is too much, below 0 too little."""
        low, high = self.known.low, self.known.high
        if self.value is None or low is None or high is None:
            return 0.0
        return max(self.value - high, 0.0) or min(self.value - low, 0.0)


def known() -> dict[str, Known]:
    """Every band."""
    return records("bands", Known)


def said_of(adults: Sequence[float], brood: Sequence[float], sealed: Sequence[float], south: bool) -> Iterator[Said]:
    """A year, by day of the year, against every band."""
    off = HALF_YEAR if south else 0
    bees, cells, capped = ([row[(day + off) % YEAR] for day in range(YEAR)] for row in (adults, brood, sealed))
    spring = range(HALF_YEAR)
    fewest = min(spring, key=bees.__getitem__)
    most_brood, most_bees = (max(range(YEAR), key=row.__getitem__) for row in (cells, bees))
    winter = range(parse_day_of_year("11-15"), YEAR + parse_day_of_year("01-15"))
    told: dict[str, tuple[int | None, float | None]] = {
        "first-sealed": (next((day for day in range(YEAR) if capped[day] >= _SEALED), YEAR), None),
        "fewest-adults": (fewest, bees[fewest] / bees[0] if bees[0] > 0 else 0.0),
        "most-brood": (most_brood, cells[most_brood]),
        "most-adults": (most_bees, bees[most_bees]),
        "brood-to-bees": (None, (most_bees - most_brood) / 7),
        "winter-brood": (None, max(cells[day % YEAR] for day in winter)),
        "november-adults": (None, bees[parse_day_of_year("11-15")]),
    }
    for key, row in known().items():
        day, value = told[key]
        yield Said(key, row, day, value)
