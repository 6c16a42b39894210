"""Calls on accounts."""

from __future__ import annotations

from typing import Annotated

from django.conf import settings
from django.contrib.auth.models import User
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from server.accounts import services
from server.accounts.names import called
from server.accounts.quota import is_demo
from server.auth import keeper_of, keeper_only, our_page
from server.problems import REFUSALS

router = Router(auth=our_page)


class Me(Schema):
    """Who is at the bench."""

    signed_in: bool
    name: str
    demo_offered: bool
    demo: bool
    since: str = ""


class NewPassword(Schema):
    """The old password, and the one that takes its place."""

    old: Annotated[str, Field(max_length=500)]
    new: Annotated[str, Field(max_length=500)]


class Credentials(Schema):
    """A name and its password."""

    name: Annotated[str, Field(max_length=200)]
    password: Annotated[str, Field(max_length=500)]


def _me(request: HttpRequest) -> Me:
    user = request.user
    if not isinstance(user, User):
        return Me(signed_in=False, name="", demo_offered=settings.DEMO, demo=False)
    since = timezone.localtime(user.date_joined).date().isoformat()
    return Me(signed_in=True, name=called(user), demo_offered=settings.DEMO, demo=is_demo(user), since=since)


@router.get("/me", response=Me, auth=None)
def me(request: HttpRequest) -> Me:
    """Who is signed in."""
    return _me(request)


@router.post("/register", response={200: Me, **REFUSALS})
def register(request: HttpRequest, payload: Credentials) -> Me:
    """Make an account."""
    services.register(request, payload.name, payload.password)
    return _me(request)


@router.post("/sign-in", response={200: Me, **REFUSALS})
def sign_in(request: HttpRequest, payload: Credentials) -> Me:
    """Sign in."""
    services.sign_in(request, payload.name, payload.password)
    return _me(request)


@router.post("/sign-out", response={200: Me, **REFUSALS})
def sign_out(request: HttpRequest) -> Me:
    """Sign out."""
    services.sign_out(request)
    return _me(request)


@router.post("/demo", response={200: Me, **REFUSALS})
def demo(request: HttpRequest) -> Me:
    """Sign in to the demo account."""
    services.enter_demo(request)
    return _me(request)


@router.post("/password", response={200: Me, **REFUSALS}, auth=keeper_only)
def change_password(request: HttpRequest, payload: NewPassword) -> Me:
    """Change one's password; every other session of the account ends."""
    services.change_password(request, keeper_of(request), payload.old, payload.new)
    return _me(request)


@router.post("/sign-out-everywhere", response={200: Me, **REFUSALS}, auth=keeper_only)
def sign_out_everywhere(request: HttpRequest) -> Me:
    """End every session of the account but this one."""
    services.sign_out_everywhere(request, keeper_of(request))
    return _me(request)


@router.post("/reset-demo", response={200: Me, **REFUSALS}, auth=keeper_only)
def reset_demo(request: HttpRequest) -> Me:
    """Put the demo's hives and yard back as they were; what visitors made there goes."""
    services.reset_demo(request)
    return _me(request)
