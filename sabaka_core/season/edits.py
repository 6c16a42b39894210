"""Changes of a season's settings: flows, what was seen on visits, a place's weather."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.base.dates import ordinal
from sabaka_core.base.errors import ParameterError
from sabaka_core.base.units import parse_number
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import AdditionName, Flow, NamedWeather, Season, Seen
from sabaka_core.edits.action import Bench, Edit, Index, Typed
from sabaka_core.edits.wishes import season_of
from sabaka_core.hive.climate import climates
from sabaka_core.season.daily import DailyWeather
from sabaka_core.season.packed import rounded, sha_of


def _with(hive: Hive, season: Season, **changes: object) -> Hive:
    return hive.model_copy(update={"season": season.model_copy(update=changes)})


def own_flows(season: Season) -> tuple[Flow, ...]:
    """The season's flows: the keeper's, or the climate's."""
    row = climates().get(season.climate)
    usual = () if row is None else tuple(Flow(first=a, last=b, strength=s) for a, b, s in row.flows)
    return season.flows or usual


def _combs(typed: str, field: str) -> float:
    number = parse_number(typed, field)
    if not 0 <= number <= 200:
        raise ParameterError(field, typed, "Give a number of combs, 0 to 200.", "out-of-range")
    return float(number)


def named_weather(hive: Hive, name: str, days: DailyWeather) -> Hive:
    """The hive planned by days of weather: it names them, and holds their monthly means."""
    kept = rounded(days)
    named = NamedWeather(name=name.strip() or days.said, sha=sha_of(kept))
    return _with(hive, season_of(hive), monthly_c=kept.monthly_c(), means_of=days.said, weather=named)


class AddFlow(Edit):
    """Put one more flow into the season's calendar; the climate's own come with the first."""

    do: Literal["add-flow"] = "add-flow"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        season = season_of(hive)
        flows = own_flows(season)
        return _with(
            hive, season, flows=flows if not season.flows else (*flows, Flow(first="09-01", last="09-20", strength=0.4))
        )


class RemoveFlow(Edit):
    """Take a flow out of the calendar."""

    do: Literal["remove-flow"] = "remove-flow"
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        season = season_of(hive)
        flows = own_flows(season)
        if not 0 <= self.index < len(flows):
            raise ParameterError("index", self.index, "There is no such flow.", "no-such-flow")
        return _with(hive, season, flows=flows[: self.index] + flows[self.index + 1 :])


class SeeVisit(Edit):
    """Put down what was found on a visit, so that the plan goes on from it."""

    do: Literal["see-visit"] = "see-visit"
    day: Annotated[str, Field(pattern=r"^\d{4}-\d{2}-\d{2}$")]
    combs_covered: Typed
    combs_brood: Typed
    combs_honey: Typed

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        ordinal(self.day, "day")
        seen = Seen(
            day=self.day,
            combs_covered=_combs(self.combs_covered, "combs_covered"),
            combs_brood=_combs(self.combs_brood, "combs_brood"),
            combs_honey=_combs(self.combs_honey, "combs_honey"),
        )
        season = season_of(hive)
        others = [s for s in season.seen if s.day != seen.day]
        return _with(hive, season, seen=tuple(sorted([*others, seen], key=lambda s: s.day)))


class ForgetVisit(Edit):
    """Take a visit's findings back."""

    do: Literal["forget-visit"] = "forget-visit"
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        season = season_of(hive)
        if not 0 <= self.index < len(season.seen):
            raise ParameterError("index", self.index, "There is no such visit.", "no-such-visit")
        return _with(hive, season, seen=season.seen[: self.index] + season.seen[self.index + 1 :])


class OwnMonths(Edit):
    """Write the climate's monthly means down, so that each can be set."""

    do: Literal["own-months"] = "own-months"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        season = season_of(hive)
        row = climates().get(season.climate)
        means = () if season.monthly_c or row is None else row.means
        return _with(hive, season, monthly_c=means, means_of="", weather=None)


class SwitchAddition(Edit):
    """Leave something out of the season's model, or take it in again."""

    do: Literal["switch-addition"] = "switch-addition"
    addition: AdditionName
    on: bool

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        season = season_of(hive)
        left = [each for each in season.without if each != self.addition]
        return _with(hive, season, without=tuple(left if self.on else [*left, self.addition]))


class UseWeather(Edit):
    """Plan by days of weather that the keeper brought before, known by their hash."""

    do: Literal["use-weather"] = "use-weather"
    name: Annotated[str, Field(max_length=80)]
    sha: Annotated[str, Field(max_length=64)]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        known = bench.days.get(self.sha)
        if not isinstance(known, DailyWeather):
            raise ParameterError(
                "/season/weather", self.name, "These days of weather are not here: bring their table.", "no-days"
            )
        return named_weather(hive, self.name, known)
