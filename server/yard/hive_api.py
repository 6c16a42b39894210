"""Calls on one hive that stands: its page, visits, photos, what was measured, who may look at it."""

from __future__ import annotations

from datetime import date
from typing import Annotated
from uuid import UUID

from django.http import FileResponse, HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router, Schema
from pydantic import Field

from sabaka_core.base.dates import minute, ordinal
from sabaka_core.base.locale import Mark
from sabaka_core.base.units import System
from sabaka_core.document.season import Day
from sabaka_core.edits.action import Pointer
from sabaka_core.edits.fields import SetField
from sabaka_core.yard.visit import Visit
from server.auth import keeper_of, keeper_only
from server.problems import REFUSALS
from server.yard import links, photos, selectors, services
from server.yard.asked import day_asked, written
from server.yard.pages import HivePage, VisitsOut, hive_page, older_visits

hives = Router(auth=keeper_only)


class KeptOut(Schema):
    """A visit that is kept; ``beside`` another one of the same hour, ``again`` where it was kept before."""

    id: UUID
    at: str
    beside: bool
    again: bool


class TickIn(Schema):
    """What is ticked off."""

    key: Annotated[str, Field(max_length=120)]


class HiveIn(Schema):
    """What a hive is called, and since when it stands."""

    name: Annotated[str, Field(max_length=200)]
    built_on: Day


class MeasuredIn(Schema):
    """One size as it was measured: where it is, and what was read off, as it is typed."""

    path: Pointer
    text: Annotated[str, Field(max_length=60)]
    units: System = "mm"
    mark: Mark = "."

    def edit(self) -> SetField:
        return SetField(path=self.path, text=self.text, units=self.units, mark=self.mark)


class DaysIn(Schema):
    """For how many days a link leads somewhere."""

    days: int = 30


@hives.get("/{ident}", response={200: HivePage, **REFUSALS})
def hive(request: HttpRequest, ident: UUID, today: Day | None = None) -> HttpResponse:
    """A hive with its visits, and what is due on the day that it is where one asks."""
    user = keeper_of(request)
    found = selectors.hive_of(user, ident)
    return written(hive_page(found, selectors.role_in(user, found.yard), day_asked(today)))


@hives.put("/{ident}/visits/{visit}", response={200: KeptOut, **REFUSALS})
def keep_visit(request: HttpRequest, ident: UUID, visit: UUID, payload: Visit) -> KeptOut:
    """Keep a visit under the name that its device gave it; sent twice it is kept once."""
    kept = services.keep_visit(keeper_of(request), ident, visit, payload, timezone.localtime())
    return KeptOut(id=kept.entry.id, at=kept.entry.at, beside=kept.entry.beside, again=kept.again)


@hives.delete("/{ident}/visits/{visit}", response={204: None, **REFUSALS})
def take_back(request: HttpRequest, ident: UUID, visit: UUID) -> HttpResponse:
    """Take a visit back."""
    services.take_back(keeper_of(request), ident, visit)
    return HttpResponse(status=204)


@hives.post("/{ident}/done", response={204: None, **REFUSALS})
def tick(request: HttpRequest, ident: UUID, payload: TickIn) -> HttpResponse:
    """Tick something that is due off, or take the tick away."""
    services.tick(keeper_of(request), ident, payload.key)
    return HttpResponse(status=204)


@hives.patch("/{ident}", response={204: None, **REFUSALS})
def rename(request: HttpRequest, ident: UUID, payload: HiveIn) -> HttpResponse:
    """Give a hive another name, or another day since when it stands."""
    day = date.fromordinal(ordinal(payload.built_on, "built_on"))
    services.rename_hive(keeper_of(request), ident, payload.name, day)
    return HttpResponse(status=204)


@hives.delete("/{ident}", response={204: None, **REFUSALS})
def remove(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Take a hive out of its yard, with all that was written of it."""
    services.remove_hive(keeper_of(request), ident)
    return HttpResponse(status=204)


@hives.get("/{ident}/visits", response={200: VisitsOut, **REFUSALS})
def older(request: HttpRequest, ident: UUID, before: str) -> HttpResponse:
    """The visits before a moment, a page of them."""
    found = selectors.hive_of(keeper_of(request), ident)
    minute(before, "before")
    return written(older_visits(found, before))


@hives.post("/{ident}/measured", response={204: None, **REFUSALS})
def measure(request: HttpRequest, ident: UUID, payload: MeasuredIn) -> HttpResponse:
    """Say how one size of a hive was measured since it was built."""
    services.measure_hive(keeper_of(request), ident, payload.edit())
    return HttpResponse(status=204)


@hives.put("/{ident}/visits/{visit}/photos/{photo}", response={204: None, **REFUSALS})
def keep_photo(request: HttpRequest, ident: UUID, visit: UUID, photo: UUID) -> HttpResponse:
    """Keep a photo of a visit, sent as a file, under the name that its device gave it."""
    photos.keep_photo(keeper_of(request), ident, visit, photo, request.body)
    return HttpResponse(status=204)


@hives.get("/{ident}/photos/{photo}.jpg", response={404: REFUSALS[404]})
def photo(request: HttpRequest, ident: UUID, photo: UUID) -> FileResponse:
    """A photo, for members of the yard only; no cache on the way keeps it."""
    found = photos.photo_of(keeper_of(request), ident, photo)
    answer = FileResponse(found.file.open("rb"), content_type="image/jpeg")
    answer["Cache-Control"] = "private, max-age=86400"
    answer["X-Content-Type-Options"] = "nosniff"
    return answer


@hives.delete("/{ident}/photos/{photo}", response={204: None, **REFUSALS})
def drop_photo(request: HttpRequest, ident: UUID, photo: UUID) -> HttpResponse:
    """Take a photo away."""
    photos.drop_photo(keeper_of(request), ident, photo)
    return HttpResponse(status=204)


@hives.get("/{ident}/links", response={200: list[links.LinkOut], **REFUSALS})
def links_to(request: HttpRequest, ident: UUID) -> list[links.LinkOut]:
    """The links to a hive that lead somewhere."""
    return [links.told(each) for each in links.links_of(keeper_of(request), hive=ident)]


@hives.post("/{ident}/links", response={200: links.LinkOut, **REFUSALS})
def link_to(request: HttpRequest, ident: UUID, payload: DaysIn) -> links.LinkOut:
    """A link to a hive for so many days."""
    return links.told(links.make_link(keeper_of(request), payload.days, hive=ident))
