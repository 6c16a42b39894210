"""The year's plan of a design, for every study that asks for it: made once for whatever it depends on."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import lru_cache

from sabaka_core.document.season import Season
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.season.plan import Planner
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


def plan_of(a: Analysis, season: Season) -> Plan:
    """A year's plan for the chamber of a hive that the colony lives in.

    Raises:
        ParameterError: a climate, date, flow or constant that can't be used; the field is named.
    """
    asked = a.hive.model_dump_json(exclude=_NOT_ASKED)
    return _planned(_Asked(f"{a.box}{season.model_dump_json()}{asked}", a, season))


@dataclass(frozen=True)
class _Asked:
    """What a plan is made of, known by its text: lifting and winter ask for the plan that the season made."""

    text: str
    a: Analysis = field(compare=False)
    season: Season = field(compare=False)


@lru_cache(maxsize=16)
def _planned(asked: _Asked) -> Plan:
    return Planner(asked.a, asked.season).run()


def year_in(context: Context) -> Plan:
    """The year’s plan of a design, for every study that asks for it.

    Raises:
        ParameterError: a setting can't be used; the field is named.
    """
    return plan_of(context.main, context.hive.season or Season())
