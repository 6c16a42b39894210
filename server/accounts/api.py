"""Calls on accounts."""

from __future__ import annotations

from typing import Annotated

from django.conf import settings
from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from server.accounts import services
from server.auth import our_page
from server.problems import REFUSALS

router = Router(auth=our_page)


class Me(Schema):
    """Who is at the bench."""

    signed_in: bool
    name: str
    demo_offered: bool


class Credentials(Schema):
    """A name and its password."""

    name: Annotated[str, Field(max_length=200)]
    password: Annotated[str, Field(max_length=500)]


def _me(request: HttpRequest) -> Me:
    user = request.user
    name = (user.get_full_name() or user.get_username()) if user.is_authenticated else ""
    return Me(signed_in=user.is_authenticated, name=name, demo_offered=settings.DEMO)


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
