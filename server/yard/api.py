"""Calls on yards: who is in them, which hives and colonies are, what is due."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from sabaka_core.base.dates import ordinal
from sabaka_core.document.season import Day
from sabaka_core.yard.colony import Life
from server.auth import keeper_of, keeper_only
from server.designs.selectors import design_of
from server.problems import REFUSALS
from server.yard import colonies, selectors, services
from server.yard.asked import day_asked, written
from server.yard.pages import YardOut, yard_page

router = Router(auth=keeper_only)


class YardIn(Schema):
    """A new yard: its name, and where it is in words."""

    name: str
    place: str = ""


class SettledIn(YardIn):
    """All that is said of a yard."""

    climate: Annotated[str, Field(max_length=40)] = ""
    layout: str = ""


class YardLine(Schema):
    """A yard in the list."""

    id: UUID
    name: str
    place: str
    hives: int
    role: str


class BuiltIn(Schema):
    """A hive that stands in a yard: which design it was built from, since when, what it is called."""

    design: UUID
    built_on: Day
    name: Annotated[str, Field(max_length=80)] = ""


class BuiltOut(Schema):
    """A hive that was built."""

    id: UUID
    yard: UUID
    name: str
    revision: int


class MemberIn(Schema):
    """Who is let into a yard, and as what."""

    name: Annotated[str, Field(max_length=80)]
    role: Literal["keeper", "helper", "looker"] = "helper"


@router.get("/", response={200: list[YardLine], **REFUSALS})
def yards(request: HttpRequest) -> list[YardLine]:
    """The yards that one is in."""
    user = keeper_of(request)
    return [
        YardLine(
            id=yard.id, name=yard.name, place=yard.place, hives=yard.hives.count(), role=selectors.role_in(user, yard)
        )
        for yard in selectors.yards_of(user)
    ]


@router.post("/", response={200: YardLine, **REFUSALS})
def make(request: HttpRequest, payload: YardIn) -> YardLine:
    """A new yard."""
    yard = services.make_yard(keeper_of(request), payload.name, payload.place)
    return YardLine(id=yard.id, name=yard.name, place=yard.place, hives=0, role="keeper")


@router.get("/built", response={200: list[BuiltOut], **REFUSALS})
def built_from(request: HttpRequest, design: UUID) -> list[BuiltOut]:
    """The hives that were built from a design of one's own."""
    user = keeper_of(request)
    found = design_of(user, design).built.filter(yard__members__user=user).order_by("name")
    return [BuiltOut(id=hive.id, yard=hive.yard_id, name=hive.name, revision=hive.revision) for hive in found]


@router.get("/{ident}", response={200: YardOut, **REFUSALS})
def yard(request: HttpRequest, ident: UUID, today: Day | None = None) -> HttpResponse:
    """A yard with its hives and what is due on the day that it is where one asks."""
    user = keeper_of(request)
    found = selectors.yard_of(user, ident)
    return written(yard_page(found, selectors.role_in(user, found), day_asked(today)))


@router.patch("/{ident}", response={204: None, **REFUSALS})
def settle(request: HttpRequest, ident: UUID, payload: SettledIn) -> HttpResponse:
    """Say otherwise what a yard is called, where it is, in which climate, how its hives stand."""
    user = keeper_of(request)
    said = services.YardSaid(payload.name, payload.place, payload.climate, payload.layout)
    services.settle_yard(user, selectors.yard_of(user, ident), said)
    return HttpResponse(status=204)


@router.delete("/{ident}", response={204: None, **REFUSALS})
def remove(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Take a yard away with its hives and all that was written of them."""
    user = keeper_of(request)
    services.remove_yard(user, selectors.yard_of(user, ident))
    return HttpResponse(status=204)


@router.post("/{ident}/hives", response={200: BuiltOut, **REFUSALS})
def build(request: HttpRequest, ident: UUID, payload: BuiltIn) -> BuiltOut:
    """Put a hive that was built from a design into a yard."""
    user = keeper_of(request)
    where = selectors.yard_of(user, ident)
    hive = services.build_hive(
        user,
        where,
        design_of(user, payload.design),
        date.fromordinal(ordinal(payload.built_on, "built_on")),
        payload.name,
    )
    return BuiltOut(id=hive.id, yard=where.id, name=hive.name, revision=hive.revision)


@router.post("/{ident}/members", response={204: None, **REFUSALS})
def let_in(request: HttpRequest, ident: UUID, payload: MemberIn) -> HttpResponse:
    """Let somebody who has an account into a yard, or give him another part in it."""
    user = keeper_of(request)
    services.add_member(user, selectors.yard_of(user, ident), payload.name, payload.role)
    return HttpResponse(status=204)


@router.delete("/{ident}/members/{member}", response={204: None, **REFUSALS})
def put_out(request: HttpRequest, ident: UUID, member: int) -> HttpResponse:
    """Take somebody out of a yard, or leave it; what was written stays."""
    user = keeper_of(request)
    services.remove_member(user, selectors.yard_of(user, ident), member)
    return HttpResponse(status=204)


@router.put("/{ident}/colonies/{colony}", response={204: None, **REFUSALS})
def keep_colony(request: HttpRequest, ident: UUID, colony: UUID, payload: Life) -> HttpResponse:
    """Keep the life of a colony under the name that its device gave it."""
    colonies.keep_colony(keeper_of(request), ident, colony, payload, timezone.localdate())
    return HttpResponse(status=204)


@router.delete("/{ident}/colonies/{colony}", response={204: None, **REFUSALS})
def forget_colony(request: HttpRequest, ident: UUID, colony: UUID) -> HttpResponse:
    """Take a colony out of the book, as if it had never been."""
    colonies.forget_colony(keeper_of(request), ident, colony)
    return HttpResponse(status=204)
