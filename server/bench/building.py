"""Building over HTTP: a design goes in, its parts, cut plan and bill come out. Nothing is stored."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema

from sabaka_core import working_hive
from sabaka_core.show.building import BuildReport, SearchReport, building_report, search_report
from server.auth import keeper_only
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class BuildIn(Schema):
    """A design with its boards."""

    document: dict[str, Any]


@router.post("/plan", response={200: BuildReport, **REFUSALS})
def plan(request: HttpRequest, payload: BuildIn) -> HttpResponse:
    """Parts, cut plan, bill, order of work."""
    report = building_report(working_hive(payload.document))
    return HttpResponse(report.model_dump_json(), content_type="application/json")


@router.post("/search", response={200: SearchReport, **REFUSALS})
def search(request: HttpRequest, payload: BuildIn) -> HttpResponse:
    """Whether a size a little smaller or larger would save boards."""
    report = search_report(working_hive(payload.document))
    return HttpResponse(report.model_dump_json(), content_type="application/json")
