"""The chart of every frame against every starting point: worked out when the program is made, served as it is."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from django.http import HttpRequest, HttpResponse
from ninja import Router

from sabaka_core.moving.matrix import Matrix
from server.auth import keeper_only

router = Router(auth=keeper_only)

# Written by scripts/generated.py: some seconds of work otherwise, and the same for everybody.
_CHART = Path(__file__).with_name("chart.generated.json")


@router.get("/matrix", response={200: Matrix})
def chart(request: HttpRequest) -> HttpResponse:
    """Every catalogue frame against every starting point of the shelf."""
    return HttpResponse(_kept(), content_type="application/json")


@cache
def _kept() -> bytes:
    return _CHART.read_bytes()
