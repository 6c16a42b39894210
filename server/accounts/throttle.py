"""How often may be tried: signing in by name and address, by address alone, and making accounts.

No limit holds for a name alone: a stranger who tries a keeper's name from elsewhere doesn't lock him out.
"""

from __future__ import annotations

import hmac
from dataclasses import dataclass
from datetime import datetime, timedelta
from hashlib import sha256
from typing import Literal

from django.conf import settings
from django.db import OperationalError
from django.db.models import QuerySet
from django.http import HttpRequest
from django.utils import timezone

from server.accounts.models import Tried

What = Literal["sign-in", "register", "reset"]


class TooManyTriesError(Exception):
    """So many tries that the next ones have to wait.

    Attributes:
        wait: until it may be tried again.
    """

    def __init__(self, wait: timedelta) -> None:
        minutes = max(int(wait.total_seconds() // 60) + 1, 1)
        self.wait = wait
        self.reason = f"Too many tries. Wait {minutes} minute{'s' if minutes > 1 else ''}, then try again."
        super().__init__(self.reason)


@dataclass(frozen=True)
class Limit:
    """So many tries of one kind within a time, of one address, or of one address for one name."""

    what: What
    most: int
    within: timedelta
    for_one_name: bool = False


LIMITS = (
    Limit("sign-in", 8, timedelta(minutes=15), for_one_name=True),
    # Many names from one place: a club's house stays well below it, a list of passwords doesn't.
    Limit("sign-in", 60, timedelta(hours=1)),
    Limit("register", 20, timedelta(hours=1)),
    # Putting the demo back writes two years of visits.
    Limit("reset", 4, timedelta(hours=1)),
)
_FORGOTTEN = max(limit.within for limit in LIMITS)


def refuse_too_many(request: HttpRequest, what: What, name: str = "") -> None:
    """Stands before each try.

    Raises:
        TooManyTriesError: as many were made as may be.
    """
    now, tried = timezone.now(), _tried(request, what)
    for limit in (limit for limit in LIMITS if limit.what == what):
        counted = tried.filter(at__gt=now - limit.within)
        if limit.for_one_name:
            counted = counted.filter(name=_hashed(name))
        times: list[datetime] = list(counted.order_by("-at").values_list("at", flat=True)[: limit.most])
        if len(times) >= limit.most:
            raise TooManyTriesError(times[-1] + limit.within - now)


def count(request: HttpRequest, what: What, name: str = "") -> None:
    """Counts one try, and forgets those of long ago."""
    now = timezone.now()
    try:
        Tried.objects.filter(at__lt=now - _FORGOTTEN).delete()
        Tried.objects.create(what=what, address=_address(request), name=_hashed(name), at=now)
    except OperationalError:
        # Nothing can be written, as on a full disk: who knows the password still comes in.
        return


def forget(request: HttpRequest, what: What, name: str) -> None:
    """Who came in has no tries for that name against him."""
    try:
        _tried(request, what).filter(name=_hashed(name)).delete()
    except OperationalError:
        return


def _tried(request: HttpRequest, what: What) -> QuerySet[Tried]:
    return Tried.objects.filter(what=what, address=_address(request))


def _address(request: HttpRequest) -> str:
    return _hashed(str(request.META.get("REMOTE_ADDR", "")))


def _hashed(text: str) -> str:
    return hmac.new(settings.SECRET_KEY.encode(), text.encode("utf-8", "replace"), sha256).hexdigest()[:32]
