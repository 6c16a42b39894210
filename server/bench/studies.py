"""Studies over HTTP: a design goes in, what the studies that are asked say of it comes out. Nothing is stored."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Annotated, Any
from uuid import UUID

from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import dump_hive, validate_hive
from sabaka_core.base.budget import OverBudgetError
from sabaka_core.base.dates import YEAR
from sabaka_core.edits.action import Pointer
from sabaka_core.edits.held import outside_sizes
from sabaka_core.hive.context import Context, contexts
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.show.book import SEASON, WINTER, with_climate_read, with_seen, with_weights
from sabaka_core.show.study import chapters
from server.auth import keeper_of, keeper_only
from server.designs.weather import weathered
from server.jobs.api import JobOut, accepted, begun, packed_days
from server.problems import REFUSALS
from server.readings.selectors import daily_weights, weekly_means
from server.yard.selectors import seen_lately, visited_last

router = Router(auth=keeper_only)


class StudiesIn(Schema):
    """A design, and what is asked of which study, and which chamber is on the bench.

    ``held`` is what the keeper said last: mends leave it alone where they can. ``before`` is the design that it is
    compared with. ``built`` is the design on the shelf that this one is, so that what was seen in hives built from it
    stands beside the plan.
    """

    document: dict[str, Any]
    asked: Annotated[dict[str, Asked], Field(max_length=16)]
    held: Annotated[list[Pointer], Field(max_length=8)] | None = None
    box: Annotated[int, Field(ge=0, le=24)] | None = None
    before: dict[str, Any] | None = None
    built: UUID | None = None


class StudiesOut(Schema):
    """What each of them says."""

    chapters: dict[str, Chapter]


@router.post("/", response={200: StudiesOut, 202: JobOut, **REFUSALS})
def studies(request: HttpRequest, payload: StudiesIn) -> HttpResponse:
    """What the studies that are asked say of a design; 202 when it takes long, with the job under which it is heard."""
    try:
        said = _said(request, payload)
    except OverBudgetError:
        return accepted(_as_job(request, payload))
    # Written straight from the models: their values were validated when they were made.
    body = ",".join(f"{json.dumps(name)}:{each.model_dump_json()}" for name, each in said.items())
    return HttpResponse('{"chapters":{' + body + "}}", content_type="application/json")


def _as_job(request: HttpRequest, payload: StudiesIn) -> JobOut:
    """The same in a process of its own, without what was seen in the yard beside it."""
    keeper = keeper_of(request)
    given = validate_hive(payload.document)
    before = None if payload.before is None else weathered(keeper, validate_hive(payload.before))
    asked = {
        "document": dump_hive(weathered(keeper, given)),
        "before": None if before is None else dump_hive(before),
        "days": packed_days(keeper, given),
        "chapters": {name: each.model_dump(mode="json") for name, each in payload.asked.items()},
        "held": payload.held,
        "box": payload.box,
    }
    return begun(keeper.pk, asked, " ".join(sorted(payload.asked)))


def _said(request: HttpRequest, payload: StudiesIn) -> dict[str, Chapter]:
    hive = weathered(keeper_of(request), validate_hive(payload.document))
    held = outside_sizes(hive) if payload.held is None else tuple(payload.held)
    context = contexts.of(hive).on(payload.box)
    if payload.before is not None:
        context = context.beside(contexts.of(weathered(keeper_of(request), validate_hive(payload.before))))
    said = chapters(context, payload.asked, held)
    if payload.built is not None:
        said = _beside(keeper_of(request), payload.built, context, said)
    return said


def _beside(user: User, design: UUID, context: Context, said: dict[str, Chapter]) -> dict[str, Chapter]:
    """What studies say, with what was seen and read at the hive that was built from the design beside it."""
    charts = {name: chapter for name, chapter in said.items() if name in (SEASON, WINTER) and chapter.charts}
    hive = visited_last(user, design) if charts else None
    if hive is None:
        return said
    today, beside = timezone.localdate(), dict(said)
    if SEASON in charts:
        season = with_seen(context, charts[SEASON], hive.name, seen_lately(hive))
        weights = daily_weights(hive, today - timedelta(days=YEAR - 1), today)
        beside[SEASON] = with_weights(context, season, dict(list(weights.items())[::7]))
    if WINTER in charts:
        read = {kind: weekly_means(hive, kind, today) for kind in ("outside", "inside", "humidity")}
        beside[WINTER] = with_climate_read(charts[WINTER], read)
    return beside
