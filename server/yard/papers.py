"""Files of the yard book: cards to hang on the hives, and the calendar of what is due."""

from __future__ import annotations

from uuid import UUID

from django.http import Http404, HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Router, Schema

from sabaka_core.base.dates import ordinal
from sabaka_core.paper.calendar import Sent, yard_calendar
from sabaka_core.paper.hive_cards import PrintedCard, hive_cards
from server.auth import keeper_of, keeper_only
from server.problems import REFUSALS
from server.yard import selectors, services
from server.yard.models import Yard
from server.yard.pages import DueOut, due_in

router = Router(auth=keeper_only)
# What whoever knows the address may fetch.
feeds = Router()


class FeedOut(Schema):
    """Where a yard's calendar is fetched from."""

    address: str


@router.get("/{ident}/cards.pdf")
def cards(request: HttpRequest, ident: UUID) -> HttpResponse:
    """A card for each hive of a yard, six to a page, with the address that this page was opened at."""
    yard = selectors.yard_of(keeper_of(request), ident)
    found = [
        PrintedCard(hive.name, yard.name, request.build_absolute_uri(f"/built/{hive.pk}"))
        for hive in yard.hives.order_by("name")
    ]
    answer = HttpResponse(hive_cards(found), content_type="application/pdf")
    answer["Content-Disposition"] = f'attachment; filename="{slugify(yard.name) or "yard"}-cards.pdf"'
    return answer


@router.get("/{ident}/due.ics")
def due_file(request: HttpRequest, ident: UUID) -> HttpResponse:
    """What is due in a yard, as a calendar file to be opened once."""
    yard = selectors.yard_of(keeper_of(request), ident)
    answer = _calendar(yard)
    answer["Content-Disposition"] = f'attachment; filename="{slugify(yard.name) or "yard"}.ics"'
    return answer


@router.post("/{ident}/feed", response={200: FeedOut, **REFUSALS})
def renew_feed(request: HttpRequest, ident: UUID) -> FeedOut:
    """A new secret address for a yard's calendar; the one before ends."""
    user = keeper_of(request)
    secret = services.renew_feed(user, selectors.yard_of(user, ident))
    return FeedOut(address=request.build_absolute_uri(f"/api/feeds/{secret}.ics"))


@feeds.get("/{secret}.ics", response={404: REFUSALS[404]}, auth=None)
def feed(request: HttpRequest, secret: str) -> HttpResponse:
    """The calendar of what is due in a yard."""
    yard = Yard.objects.filter(feed=secret).first() if secret else None
    if yard is None:
        raise Http404
    return _calendar(yard)


def _calendar(yard: Yard) -> HttpResponse:
    today = timezone.localdate()
    file = yard_calendar(
        f"{yard.name}: due", str(yard.pk), [_event(each) for each in due_in(yard, today)], today.toordinal()
    )
    return HttpResponse(file, content_type="text/calendar; charset=utf-8")


def _event(each: DueOut) -> Sent:
    return Sent(f"{each.hive}:{each.key}", ordinal(each.day), f"{each.name}: {each.words}", each.why)
