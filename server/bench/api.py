"""The bench: a design and an edit go in, the changed design and its report come out. Nothing is stored."""

from __future__ import annotations

import json
from typing import Annotated, Any

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import apply_edit, build_report, patch_between, validate_hive
from sabaka_core.document.hive import Hive
from sabaka_core.edits.models import Edit
from sabaka_core.report.models import Report, ReportPart
from server.auth import keeper_only
from server.problems import REFUSALS

router = Router(auth=keeper_only)

Parts = Annotated[list[ReportPart], Field(max_length=12)]


class EditIn(Schema):
    """A design, what to do to it, and which parts of the report are wanted.

    ``patches`` asks for the way there and back, which a passing preview has no use for.
    """

    document: dict[str, Any]
    edit: Edit
    parts: Parts
    patches: bool = True


class EditOut(Schema):
    """The changed design, the patches there and back, and the report."""

    document: Hive
    patch: list[dict[str, Any]]
    inverse: list[dict[str, Any]]
    report: Report


@router.post("/edit", response={200: EditOut, **REFUSALS})
def edit(request: HttpRequest, payload: EditIn) -> HttpResponse:
    """Apply one edit and report on the result; ``look`` only reports."""
    before = validate_hive(payload.document)
    after = apply_edit(before, payload.edit)
    report = build_report(after, payload.parts)
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
