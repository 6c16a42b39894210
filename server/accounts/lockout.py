"""The answer to too many tries."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse

from server.problems import Problem, Refusal

REASON = "Too many tries. Wait a quarter of an hour."


def locked_out(request: HttpRequest, response: HttpResponse | None = None, credentials: Any = None) -> HttpResponse:
    """Refuses a sign-in in the shape of every other refusal."""
    problem = Problem(field="password", reason=REASON, code="locked-out", value="")
    body = Refusal(reason=REASON, problems=[problem]).model_dump_json()
    return HttpResponse(body, status=422, content_type="application/json")
