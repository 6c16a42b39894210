"""What calls on the yard book have in common."""

from __future__ import annotations

from datetime import date

from django.http import HttpResponse
from django.utils import timezone
from ninja import Schema

from sabaka_core.base.dates import ordinal


def written(answer: Schema, status: int = 200) -> HttpResponse:
    return HttpResponse(answer.model_dump_json(exclude_none=True), content_type="application/json", status=status)


def day_asked(today: str | None) -> date:
    return timezone.localdate() if today is None else date.fromordinal(ordinal(today, "today"))
