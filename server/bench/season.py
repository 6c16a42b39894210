"""The season over HTTP: a design goes in, its plan comes out. Nothing is stored."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import working_hive
from sabaka_core.base.units import System, parse_length
from sabaka_core.kit.drawing import Drawing
from sabaka_core.show.season import SeasonReport, season_report, season_rod
from server.auth import keeper_of, keeper_only
from server.designs.weather import weathered
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class SeasonIn(Schema):
    """A design; another length of its run to hold the need against, as it was typed, if wanted."""

    document: dict[str, Any]
    other: Annotated[str, Field(max_length=40)] = ""
    units: System = "mm"


class WeekIn(Schema):
    """A design, and a week of its plan counted from 0."""

    document: dict[str, Any]
    week: Annotated[int, Field(ge=0, le=60)]


@router.post("/plan", response={200: SeasonReport, **REFUSALS})
def plan(request: HttpRequest, payload: SeasonIn) -> HttpResponse:
    """The plan of a year."""
    other = parse_length(payload.other, payload.units, "other") if payload.other.strip() else None
    report = season_report(weathered(keeper_of(request), working_hive(payload.document)), other)
    return HttpResponse(report.model_dump_json(), content_type="application/json")


@router.post("/rod", response={200: Drawing, **REFUSALS})
def rod(request: HttpRequest, payload: WeekIn) -> HttpResponse:
    """The rod as it should stand at the end of a week."""
    drawing = season_rod(weathered(keeper_of(request), working_hive(payload.document)), payload.week)
    return HttpResponse(drawing.model_dump_json(), content_type="application/json")
