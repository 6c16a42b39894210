"""Lifting and winter over HTTP: a design goes in, its judgement comes out. Nothing is stored."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import working_hive
from sabaka_core.show.lifting import LiftingReport, lifting_report
from sabaka_core.show.winter import WinterReport, winter_report
from server.auth import keeper_of, keeper_only
from server.designs.weather import weathered
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class LiftIn(Schema):
    """A design, with its keeper."""

    document: dict[str, Any]


class WinterIn(Schema):
    """A design; which month its section shows, from 0, the coldest when none is named."""

    document: dict[str, Any]
    month: Annotated[int, Field(ge=0, le=11)] | None = None


@router.post("/lift", response={200: LiftingReport, **REFUSALS})
def lift(request: HttpRequest, payload: LiftIn) -> HttpResponse:
    """Lifting at the hive, and at the stack it would replace."""
    report = lifting_report(weathered(keeper_of(request), working_hive(payload.document)))
    return HttpResponse(report.model_dump_json(), content_type="application/json")


@router.post("/winter", response={200: WinterReport, **REFUSALS})
def winter(request: HttpRequest, payload: WinterIn) -> HttpResponse:
    """The winter of the hive."""
    report = winter_report(weathered(keeper_of(request), working_hive(payload.document)), payload.month)
    return HttpResponse(report.model_dump_json(), content_type="application/json")
