"""The bench: a design and an edit go in, the changed design and its report come out. Nothing is stored."""

from __future__ import annotations

import json
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import apply_edit, build_report, patch_between, validate_hive
from sabaka_core.document.hive import Choices, Hive
from sabaka_core.edits.models import Edit
from sabaka_core.report.combs import catalogue_cards
from sabaka_core.report.models import CombCard, Report, ReportPart
from server.auth import keeper_only
from server.problems import REFUSALS

router = Router(auth=keeper_only)

Parts = Annotated[list[ReportPart], Field(max_length=16)]


class EditIn(Schema):
    """A design, what to do to it, and which parts of the report are wanted.

    ``box`` is the chamber on the bench, counted from 0; the brood
    chamber when none is named. ``patches`` asks for the way there and back, which a passing preview has no use for.
    """

    document: dict[str, Any]
    edit: Edit
    parts: Parts
    patches: bool = True
    box: Annotated[int, Field(ge=0, le=24)] | None = None


class EditOut(Schema):
    """The changed design, the patches there and back, and the report."""

    document: Hive
    patch: list[dict[str, Any]]
    inverse: list[dict[str, Any]]
    report: Report


class CatalogueOut(Schema):
    """Every standard and derived frame on a card of its own."""

    cards: list[CombCard]


@router.get("/frames", response=CatalogueOut)
def frames(request: HttpRequest) -> HttpResponse:
    """The catalogue of frames, as each standard has it."""
    cards = ",".join(card.model_dump_json() for card in catalogue_cards(Choices()))
    return HttpResponse('{"cards":[' + cards + "]}", content_type="application/json")


@router.post("/edit", response={200: EditOut, **REFUSALS})
def edit(request: HttpRequest, payload: EditIn) -> HttpResponse:
    """Apply one edit and report on the result; ``look`` only reports."""
    before = validate_hive(payload.document)
    after = apply_edit(before, payload.edit, payload.box)
    box = payload.box if payload.box is not None and payload.box < len(after.chambers) else None
    report = build_report(after, payload.parts, box)
    changed = payload.patches and after != before
    # Written straight from the models: their values were validated when they were made.
    body = {
        "document": after.model_dump_json(exclude_none=True),
        "patch": json.dumps(patch_between(before, after) if changed else []),
        "inverse": json.dumps(patch_between(after, before) if changed else []),
        "report": report.model_dump_json(),
    }
    text = ",".join(f'"{key}":{value}' for key, value in body.items())
    return HttpResponse("{" + text + "}", content_type="application/json")
