"""Whether the server is well: for whoever watches over it, and for an empty call in measurements."""

from __future__ import annotations

import os
import shutil
from typing import Literal

from django.conf import settings
from django.db import DatabaseError, connection
from django.http import HttpRequest
from ninja import Router, Schema
from ninja.responses import Status

from server.troubles import READ_ONLY, trouble_of

router = Router()
# With less than this left on the disk, a backup or a day of photos fills it [MB].
_LOW_MB = 200


class Health(Schema):
    """How the server is; what it can't do, and why."""

    ok: bool
    state: Literal["well", "low", "ill"]
    reason: str
    free_mb: int


@router.get("", response={200: Health, 503: Health}, auth=None)
def health(request: HttpRequest) -> Status[Health]:
    """200 when it reads and can write, 503 when it can't."""
    free = shutil.disk_usage(settings.VAR).free // 1_000_000
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT count(*) FROM designs_design WHERE 0")
    except DatabaseError as error:
        return Status(503, Health(ok=False, state="ill", reason=trouble_of(error).reason, free_mb=free))
    if not os.access(settings.VAR, os.W_OK) or not os.access(settings.DATABASE_FILE, os.W_OK):
        return Status(503, Health(ok=False, state="ill", reason=READ_ONLY.reason, free_mb=free))
    if free < _LOW_MB:
        reason = f"{free} MB are left on the disk: make room before it is full."
        return Status(200, Health(ok=True, state="low", reason=reason, free_mb=free))
    return Status(200, Health(ok=True, state="well", reason="", free_mb=free))
