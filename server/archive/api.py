"""Calls on one's own things as a whole: an archive of them, taking one in, and leaving with all of them."""

from __future__ import annotations

import tempfile
from typing import Annotated

from django.contrib.auth import logout
from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import ParameterError
from server.accounts.services import check_password_of
from server.archive.read import read_archive
from server.archive.services import delete_account
from server.archive.write import write_archive
from server.auth import keeper_of, keeper_only
from server.problems import REFUSALS

router = Router(auth=keeper_only)
MOST_BYTES = 400_000_000
_CHUNK, _IN_MEMORY = 1_000_000, 10_000_000


class TakenOut(Schema):
    """How much was taken in."""

    designs: int
    yards: int
    visits: int


class PasswordIn(Schema):
    """The account's password, typed again."""

    password: Annotated[str, Field(max_length=500)]


@router.get("/archive.zip")
def archive(request: HttpRequest) -> FileResponse:
    """Everything of one's own in one file."""
    user, today = keeper_of(request), timezone.localdate()
    file = tempfile.SpooledTemporaryFile(max_size=_IN_MEMORY)  # noqa: SIM115 (the answer closes it)
    write_archive(user, file, today)
    file.seek(0)
    return FileResponse(file, as_attachment=True, filename=f"sabaka-{today.isoformat()}.zip")


@router.post("/archive", response={200: TakenOut, **REFUSALS})
def take_in(request: HttpRequest) -> TakenOut:
    """Take an archive, sent as a file, into an account that is empty."""
    user = keeper_of(request)
    with tempfile.SpooledTemporaryFile(max_size=_IN_MEMORY) as file:
        read = 0
        while chunk := request.read(_CHUNK):
            read += len(chunk)
            if read > MOST_BYTES:
                raise ParameterError("file", f"{read} bytes", "That archive is too large: 400 MB at most.", "too-large")
            file.write(chunk)
        file.seek(0)
        found = read_archive(user, file)
    visits = sum(len(hive.visits) for yard in found.yards for hive in yard.hives)
    return TakenOut(designs=len(found.designs), yards=len(found.yards), visits=visits)


@router.delete("/", response={204: None, **REFUSALS})
def leave(request: HttpRequest, payload: PasswordIn) -> HttpResponse:
    """Delete one's account with all its things. Nothing brings them back but an archive."""
    user = keeper_of(request)
    check_password_of(request, user, payload.password)
    logout(request)
    delete_account(user)
    return HttpResponse(status=204)
