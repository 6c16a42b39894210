"""What is answered when the server itself is in trouble: in the API's own form, saying what to do.

A disk that is full, a database that can't be written, is busy or broken: nothing of the call was kept, and what the
keeper did stays on his device until it can be.
"""

from __future__ import annotations

import sqlite3
import sys
from dataclasses import dataclass

from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse

from server.problems import Refusal


@dataclass(frozen=True)
class Trouble:
    """One kind of trouble.

    Attributes:
        codes: SQLite's primary result codes that tell it (sqlite.org, “Result and Error Codes”; from memory).
        status: of the answer.
        reason: what to do.
        retry_s: when it is worth another try [s]; None when somebody has to do something first.
    """

    codes: tuple[int, ...]
    status: int
    reason: str
    retry_s: int | None = None


_KEPT = "Nothing of this was stored; what you did is still on your screen."
BUSY = Trouble((sqlite3.SQLITE_BUSY, sqlite3.SQLITE_LOCKED), 503, f"The server is busy. {_KEPT} Try again.", 2)
FULL = Trouble(
    (sqlite3.SQLITE_FULL,), 507, f"The server’s disk is full. {_KEPT} Who keeps the server has to make room on it."
)
READ_ONLY = Trouble(
    (sqlite3.SQLITE_READONLY, sqlite3.SQLITE_CANTOPEN, sqlite3.SQLITE_PERM),
    503,
    f"The server’s database can’t be written. {_KEPT} Who keeps the server has to look at the rights of its folder.",
)
DAMAGED = Trouble(
    (sqlite3.SQLITE_CORRUPT, sqlite3.SQLITE_NOTADB, sqlite3.SQLITE_IOERR),
    503,
    f"The server’s database file is damaged. {_KEPT} Who keeps the server has to bring back a backup.",
)
OURS = Trouble((), 500, "The mistake is ours. What you did is still on your screen.")
_KINDS = (BUSY, FULL, READ_ONLY, DAMAGED)


def trouble_of(error: BaseException | None) -> Trouble:
    """Which trouble an error tells: of the database by SQLite's own code, else a mistake of ours."""
    if not isinstance(error, DatabaseError):
        return OURS
    code = getattr(error.__cause__, "sqlite_errorcode", None)
    # An extended code holds the primary one in its lowest byte.
    return next((kind for kind in _KINDS if code is not None and code & 0xFF in kind.codes), OURS)


def answer(trouble: Trouble) -> HttpResponse:
    """The answer that tells it."""
    response = said(trouble.status, trouble.reason)
    if trouble.retry_s is not None:
        response.headers["Retry-After"] = str(trouble.retry_s)
    return response


def said(status: int, reason: str) -> HttpResponse:
    """A refusal in the API's form."""
    body = Refusal(reason=reason, problems=[]).model_dump_json()
    return HttpResponse(body, status=status, content_type="application/json")


def broken(request: HttpRequest) -> HttpResponse:
    """After an error that nobody caught."""
    return answer(trouble_of(sys.exc_info()[1]))


def bad_request(request: HttpRequest, exception: Exception) -> HttpResponse:
    """A request that can't be read, or one to another name than the server's."""
    return said(400, "This request can’t be read, or it came by a name that isn’t this server’s.")


def forbidden(request: HttpRequest, exception: Exception) -> HttpResponse:
    """A request that may not be made."""
    return said(403, "This page is out of date. Load it again.")


def not_found(request: HttpRequest, exception: Exception) -> HttpResponse:
    """An address that there isn't."""
    return said(404, "There is no such thing here.")
