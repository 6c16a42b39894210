"""Who may call: a signed-in keeper, or a visitor whose request comes from our own page."""

from __future__ import annotations

from typing import cast

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja.errors import HttpError
from ninja.security import django_auth
from ninja.utils import check_csrf

keeper_only = django_auth


def our_page(request: HttpRequest) -> bool:
    """Let anyone call, but only from our own page."""
    if check_csrf(request):
        raise HttpError(403, "This page is out of date. Load it again.")
    return True


def keeper_of(request: HttpRequest) -> User:
    """The signed-in keeper."""
    return cast(User, request.user)
