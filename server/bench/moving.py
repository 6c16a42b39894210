"""Moving in over HTTP: a design goes in, its ways, layouts and plan come out. Nothing is stored but the chart."""

from __future__ import annotations

from functools import lru_cache
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import working_hive
from sabaka_core.kit.drawing import Drawing
from sabaka_core.moving.matrix import Matrix, matrix
from sabaka_core.show.moving import MovingReport, moving_report, moving_rod
from server.auth import keeper_of, keeper_only
from server.designs.presets import PRESETS, preset_hive
from server.designs.weather import weathered
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class MovingIn(Schema):
    """A design, with the wishes for moving in that it holds."""

    document: dict[str, Any]


class StageIn(Schema):
    """A design, and a stage of its move counted from 0."""

    document: dict[str, Any]
    stage: Annotated[int, Field(ge=0, le=20)]


@router.post("/plan", response={200: MovingReport, **REFUSALS})
def plan(request: HttpRequest, payload: MovingIn) -> HttpResponse:
    """Every way, and the chosen one drawn, laid out and dated."""
    report = moving_report(weathered(keeper_of(request), working_hive(payload.document)))
    return HttpResponse(report.model_dump_json(), content_type="application/json")


@router.post("/rod", response={200: Drawing, **REFUSALS})
def rod(request: HttpRequest, payload: StageIn) -> HttpResponse:
    """The rod as it should stand at one stage."""
    drawing = moving_rod(weathered(keeper_of(request), working_hive(payload.document)), payload.stage)
    return HttpResponse(drawing.model_dump_json(), content_type="application/json")


@router.get("/matrix", response={200: Matrix})
def chart(request: HttpRequest) -> HttpResponse:
    """Every catalogue frame against every starting point of the shelf."""
    return HttpResponse(_matrix_json(), content_type="application/json")


@lru_cache(maxsize=1)
def _matrix_json() -> str:
    return matrix([(preset.id, preset_hive(preset.id)) for preset in PRESETS]).model_dump_json()
