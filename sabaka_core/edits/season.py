"""Changes of a season's settings: flows, what was seen on visits, a place's weather."""

from __future__ import annotations

from collections.abc import Mapping

from sabaka_core.dates import ordinal
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Flow, NamedWeather, Season, Seen
from sabaka_core.edits.models import SeeVisit
from sabaka_core.edits.wishes import season_of
from sabaka_core.errors import ParameterError
from sabaka_core.season.daily import DailyWeather
from sabaka_core.season.packed import rounded, sha_of
from sabaka_core.season.weather import climates
from sabaka_core.units import parse_number


def _with(hive: Hive, season: Season, **changes: object) -> Hive:
    return hive.model_copy(update={"season": season.model_copy(update=changes)})


def own_flows(season: Season) -> tuple[Flow, ...]:
    """The season's flows: the keeper's, or the climate's."""
    row = climates().get(season.climate)
    usual = () if row is None else tuple(Flow(first=a, last=b, strength=s) for a, b, s in row.flows)
    return season.flows or usual


def add_flow(hive: Hive) -> Hive:
    """The hive with one flow more; the climate's own are written down first, so that they can be changed."""
    season = season_of(hive)
    flows = own_flows(season)
    return _with(
        hive, season, flows=flows if not season.flows else (*flows, Flow(first="09-01", last="09-20", strength=0.4))
    )


def remove_flow(hive: Hive, index: int) -> Hive:
    """The hive without one flow; with none left, the climate's own come back."""
    season = season_of(hive)
    flows = own_flows(season)
    if not 0 <= index < len(flows):
        raise ParameterError("index", index, "There is no such flow.", "no-such-flow")
    return _with(hive, season, flows=flows[:index] + flows[index + 1 :])


def see_visit(hive: Hive, edit: SeeVisit) -> Hive:
    """The hive with a visit's findings put down, in the order of days; a second of one day takes its place."""
    ordinal(edit.day, "day")
    seen = Seen(
        day=edit.day,
        combs_covered=_combs(edit.combs_covered, "combs_covered"),
        combs_brood=_combs(edit.combs_brood, "combs_brood"),
        combs_honey=_combs(edit.combs_honey, "combs_honey"),
    )
    season = season_of(hive)
    others = [s for s in season.seen if s.day != seen.day]
    return _with(hive, season, seen=tuple(sorted([*others, seen], key=lambda s: s.day)))


def _combs(typed: str, field: str) -> float:
    number = parse_number(typed, field)
    if not 0 <= number <= 200:
        raise ParameterError(field, typed, "Give a number of combs, 0 to 200.", "out-of-range")
    return float(number)


def forget_visit(hive: Hive, index: int) -> Hive:
    """The hive without one visit's findings."""
    season = season_of(hive)
    if not 0 <= index < len(season.seen):
        raise ParameterError("index", index, "There is no such visit.", "no-such-visit")
    return _with(hive, season, seen=season.seen[:index] + season.seen[index + 1 :])


def named_weather(hive: Hive, name: str, days: DailyWeather) -> Hive:
    """The hive planned by days of weather: it names them, and holds their monthly means."""
    kept = rounded(days)
    named = NamedWeather(name=name.strip() or days.said, sha=sha_of(kept))
    return _with(hive, season_of(hive), monthly_c=kept.monthly_c(), means_of=days.said, weather=named)


def use_weather(hive: Hive, name: str, sha: str, days: Mapping[str, DailyWeather]) -> Hive:
    """The same with days known by their hash.

    Raises:
        ParameterError: there are no such days.
    """
    if sha not in days:
        raise ParameterError(
            "/season/weather", name, "These days of weather are not here: bring their table.", "no-days"
        )
    return named_weather(hive, name, days[sha])


def own_months(hive: Hive) -> Hive:
    """The hive with its climate's monthly means written down, to be changed one by one; again, and they go."""
    season = season_of(hive)
    row = climates().get(season.climate)
    means = () if season.monthly_c or row is None else row.means
    return _with(hive, season, monthly_c=means, means_of="", weather=None)
