"""The bench: a design and an edit go in, the changed design and its report come out. Nothing is stored."""

from __future__ import annotations

import json
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import apply_edit, build_report, patch_between, validate_hive
from sabaka_core.actions import AnyEdit
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Pointer
from sabaka_core.hive.chambers import main_box
from sabaka_core.hive.context import contexts
from sabaka_core.kit.chapter import Asked
from sabaka_core.season.edits import UseWeather
from sabaka_core.show.models import Report
from server.auth import keeper_of, keeper_only
from server.designs.weather import days_of
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class EditIn(Schema):
    """A design, what to do to it, and what is asked of which study of the result.

    ``box`` is the chamber on the bench, counted from 0; the brood
    chamber when none is named. ``held`` is what the keeper said last, as an earlier answer gave it: mends leave it
    alone where they can. ``patches`` asks for the way there and back, which a passing preview has no use for.
    """

    document: dict[str, Any]
    edit: AnyEdit
    asked: Annotated[dict[str, Asked], Field(max_length=16)]
    patches: bool = True
    held: Annotated[list[Pointer], Field(max_length=8)] | None = None
    box: Annotated[int, Field(ge=0, le=24)] | None = None


class EditOut(Schema):
    """The changed design, the patches there and back, what the edit said, and the report."""

    document: Hive
    patch: list[dict[str, Any]]
    inverse: list[dict[str, Any]]
    held: list[str] | None
    report: Report


@router.post("/edit", response={200: EditOut, **REFUSALS})
def edit(request: HttpRequest, payload: EditIn) -> HttpResponse:
    """Apply one edit and report on the result; ``look`` only reports."""
    before = validate_hive(payload.document)
    edit_ = payload.edit
    days = days_of(keeper_of(request), edit_.sha) if isinstance(edit_, UseWeather) else None
    after = apply_edit(before, edit_, payload.box, {edit_.sha: days} if isinstance(edit_, UseWeather) and days else {})
    box = payload.box if payload.box is not None and payload.box < len(after.chambers) else None
    said = payload.edit.said(main_box(before) if payload.box is None else payload.box)
    held = payload.held if said is None else said
    report = build_report(contexts.of(after), payload.asked, box, None if held is None else tuple(held))
    changed = payload.patches and after != before
    # Written straight from the models: their values were validated when they were made.
    body = {
        "document": after.model_dump_json(exclude_none=True),
        "patch": json.dumps(patch_between(before, after) if changed else []),
        "inverse": json.dumps(patch_between(after, before) if changed else []),
        "held": json.dumps(held),
        "report": report.model_dump_json(),
    }
    text = ",".join(f'"{key}":{value}' for key, value in body.items())
    return HttpResponse("{" + text + "}", content_type="application/json")
