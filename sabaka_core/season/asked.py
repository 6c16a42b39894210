"""The year's plan of a design, for every study that asks for it: made once for whatever it depends on."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache

from sabaka_core.base.dates import iso
from sabaka_core.document.hive import Colony
from sabaka_core.document.season import Season
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.season.households import first_colony, households, own_run
from sabaka_core.season.plan import Planner, first_warm_day
from sabaka_core.season.planned import Plan

# What a design holds that no plan of its year depends on.
_NOT_ASKED = {
    "name",
    "notes",
    "boards",
    "roof",
    "stand",
    "covers",
    "season",
    "moving",
    "lifting",
    "wintering",
    "building",
}


def plan_of(a: Analysis, season: Season, colony: Colony | None = None) -> Plan:
    """A year's plan for the chamber of a hive that a colony lives in: its first colony where none is said.

    Raises:
        ParameterError: a climate, date, flow or constant that can't be used; the field is named.
    """
    asked = a.hive.model_dump_json(exclude=_NOT_ASKED)
    whose = "" if colony is None else colony.id
    return _planned(
        _Asked(f"{a.box}{whose}{season.days is not None}{season.model_dump_json()}{asked}", a, season, colony)
    )


@dataclass(frozen=True)
class _Asked:
    """What a plan is made of, known by its text: lifting and winter ask for the plan that the season made."""

    text: str
    a: Analysis = field(compare=False)
    season: Season = field(compare=False)
    colony: Colony | None = field(compare=False, default=None)


@lru_cache(maxsize=16)
def _planned(asked: _Asked) -> Plan:
    return Planner(asked.a, asked.season, asked.colony).run()


def year_in(context: Context) -> Plan:
    """The year’s plan of a design, for every study that asks for it.

    Raises:
        ParameterError: a setting can't be used; the field is named.
    """
    return plan_of(context.main, context.hive.season or Season())


@dataclass(frozen=True)
class ColonyYear:
    """A colony beside the first, and its year: of its own combs and room."""

    colony: Colony
    a: Analysis
    plan: Plan


def further_years(context: Context) -> tuple[ColonyYear, ...]:
    """The years of all colonies but the one that the season is planned for.

    One that is a nucleus or a swarm begins as such, on the season's day or the first after it on which bees fly.

    Raises:
        ParameterError: a setting can't be used; the field is named.
    """
    season, found = context.hive.season or Season(), []
    first = first_colony(context.hive, context.main.chamber.id)
    for a, colony in households(context.whole):
        # One without combs has no year: a rule of the run says so.
        if (first is not None and colony.id == first.id) or not own_run(a, colony).a.layout.combs:
            continue
        own = season.model_copy(update={"seen": ()})
        if colony.begins == "swarm":
            own = own.model_copy(update={"start": "swarm", "start_day": iso(first_warm_day(own))})
        elif colony.strength == "nucleus":
            own = own.model_copy(update={"start": "nucleus", "start_day": iso(first_warm_day(own))})
        found.append(ColonyYear(colony, a, plan_of(a, own, colony)))
    return tuple(found)
