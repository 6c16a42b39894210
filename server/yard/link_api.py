"""Calls on links: to a design, ending one, and what whoever knows the address sees."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Router

from server.auth import keeper_of, keeper_only
from server.problems import REFUSALS
from server.yard import links
from server.yard.asked import written
from server.yard.hive_api import DaysIn

router = Router(auth=keeper_only)
# What whoever knows the address may look at.
shared = Router()


@router.get("/designs/{ident}", response={200: list[links.LinkOut], **REFUSALS})
def links_to(request: HttpRequest, ident: UUID) -> list[links.LinkOut]:
    """The links to a design that lead somewhere."""
    return [links.told(each) for each in links.links_of(keeper_of(request), design=ident)]


@router.post("/designs/{ident}", response={200: links.LinkOut, **REFUSALS})
def link_to(request: HttpRequest, ident: UUID, payload: DaysIn) -> links.LinkOut:
    """A link to a design for so many days."""
    return links.told(links.make_link(keeper_of(request), payload.days, design=ident))


@router.delete("/{link}", response={204: None, **REFUSALS})
def end(request: HttpRequest, link: int) -> HttpResponse:
    """End a link."""
    links.end_link(keeper_of(request), link)
    return HttpResponse(status=204)


@shared.get("/{secret}", response={200: links.SharedOut, 404: REFUSALS[404]}, auth=None)
def look(request: HttpRequest, secret: str) -> HttpResponse:
    """What a link shows, read only."""
    answer = written(links.shared(secret))
    answer["Cache-Control"] = "no-store"
    answer["X-Robots-Tag"] = "noindex"
    return answer
