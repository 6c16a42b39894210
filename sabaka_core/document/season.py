"""What a keeper says of place, colony and ways, for the season's plan.

Dates are days as ISO text (2026-04-01); those of flows are days of any year (04-20).
"""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import AfterValidator, Field, PrivateAttr, StringConstraints

from sabaka_core.document.base import Calendar, DocumentPart, Ident, Name, Plain

Day = Annotated[str, StringConstraints(pattern=r"^\d{4}-\d{2}-\d{2}$"), Calendar()]
DayOfYear = Annotated[str, StringConstraints(pattern=r"^\d{2}-\d{2}$"), Calendar(yearly=True)]
_MONTH_DAYS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)


def _is_a_day(day: str) -> str:
    month, number = int(day[:2]), int(day[3:])
    if not 1 <= month <= len(_MONTH_DAYS) or not 1 <= number <= _MONTH_DAYS[month - 1]:
        raise ValueError(f"There is no day {day} in every year: write month and day, as 10-01.")
    return day


# A day that every year has, checked as it is set.
EveryYear = Annotated[DayOfYear, AfterValidator(_is_a_day)]
StartState = Literal["swarm", "nucleus", "overwintered", "split"]
Share = Annotated[float, Field(ge=0, le=1, strict=True)]


# What can be left out of the season's model; their reasons stand in data/additions.toml.
AdditionName = Literal[
    "seasonal-laying", "winter-bees", "brood-delay", "weather-loss", "free-cells", "pollen", "wax-limit", "stores"
]


class Flow(DocumentPart):
    """A flow, from one day of the year to another, as a part of a full one."""

    first: DayOfYear
    last: DayOfYear
    strength: Share = 0.8


class Seen(DocumentPart):
    """What was found on a visit: the plan goes on from it."""

    day: Day
    combs_covered: Annotated[float, Field(ge=0, le=200, strict=True)]
    combs_brood: Annotated[float, Field(ge=0, le=200, strict=True)]
    combs_honey: Annotated[float, Field(ge=0, le=200, strict=True)]


class NamedWeather(DocumentPart):
    """Days of weather that lie elsewhere: what their keeper calls them, and the hash that they are known by."""

    name: Name
    sha: Annotated[str, StringConstraints(pattern=r"^[0-9a-f]{64}$")]


class Season(DocumentPart):
    """The season of one hive. No flows means the climate's own.

    ``weather`` names days of the keeper's own; ``monthly_c`` are their means, or typed, and ``means_of`` tells of what.
    The days themselves are no part of the document: who plans by them hands them over (:meth:`by`).
    """

    _days: object = PrivateAttr(None)

    climate: Ident = "cool-temperate"
    monthly_c: Annotated[tuple[Annotated[float, Field(ge=-40, le=45, strict=True)], ...], Field(max_length=12)] = ()
    means_of: Annotated[str, Field(max_length=120), Plain()] = ""
    weather: NamedWeather | None = None
    start: StartState = "overwintered"
    start_day: Day = "2026-03-01"
    visit_days: Annotated[int, Field(ge=3, le=60, strict=True)] = 10
    peak_laying: Annotated[float, Field(ge=200, le=4000, strict=True)] = 1500.0
    room: Literal["just-enough", "ahead"] = "just-enough"
    winter: Literal["contract", "leave"] = "contract"
    flows: Annotated[tuple[Flow, ...], Field(max_length=12)] = ()
    constants: dict[str, Annotated[float, Field(strict=True)]] = {}
    without: Annotated[tuple[AdditionName, ...], Field(max_length=8)] = ()
    seen: Annotated[tuple[Seen, ...], Field(max_length=60)] = ()

    @property
    def days(self) -> object:
        """The days of weather that it is planned by, where they were handed over."""
        return self._days

    def by(self, days: object) -> Season:
        """The same season, planned by days of weather that are at hand."""
        planned = self.model_copy()
        planned._days = days
        return planned
