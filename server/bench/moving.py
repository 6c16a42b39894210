"""The chart of every frame against every starting point, worked out once."""

from __future__ import annotations

from functools import lru_cache

from django.http import HttpRequest, HttpResponse
from ninja import Router

from sabaka_core.moving.matrix import Matrix, matrix
from server.auth import keeper_only
from server.designs.presets import PRESETS, preset_hive

router = Router(auth=keeper_only)


@router.get("/matrix", response={200: Matrix})
def chart(request: HttpRequest) -> HttpResponse:
    """Every catalogue frame against every starting point of the shelf."""
    return HttpResponse(_matrix_json(), content_type="application/json")


@lru_cache(maxsize=1)
def _matrix_json() -> str:
    return matrix([(preset.id, preset_hive(preset.id)) for preset in PRESETS]).model_dump_json()
