"""Links: one hive or one design to look at till a day, for whoever knows the address.

Nobody's name, note or photo is shown there, and no place.
"""

from __future__ import annotations

from datetime import date, timedelta
from secrets import token_urlsafe
from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import Q
from django.http import Http404
from django.utils import timezone
from ninja import Schema

from sabaka_core import Hive, build_report, validate_hive
from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.base.quantity import Text
from sabaka_core.hive.whole import whole
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.shape import summary
from server.designs.selectors import design_of
from server.yard.models import Link, Member
from server.yard.pages import DifferenceOut, shown_visits
from server.yard.selectors import entries_of, hive_of, role_in

KEEPER = Member.Role.KEEPER
MOST_LINKS, MOST_DAYS = 50, 366


class LinkOut(Schema):
    """A link: at which address, till when."""

    id: int
    secret: str
    ends_on: str


class SharedVisit(Schema):
    """A visit as others see it: its day, what hung, and how it stood against the plan."""

    day: str
    combs: int
    rod: Drawing | None
    against: list[DifferenceOut]


class SharedOut(Schema):
    """What others see of a hive or a design."""

    of: str
    words: Text
    ends_on: str
    numbers: list[Metric]
    drawings: list[Drawing]
    visits: list[SharedVisit]


def told(link: Link) -> LinkOut:
    """A link as its maker reads it."""
    return LinkOut(id=link.pk, secret=link.secret, ends_on=link.ends_on.isoformat())


def links_of(user: User, hive: UUID | None = None, design: UUID | None = None) -> list[Link]:
    """The links to a hive or design that haven't ended, for who may hand them out.

    Raises:
        Http404: there is no such hive or design for this keeper.
    """
    if hive is not None:
        built = hive_of(user, hive)
        return list(built.links.filter(ends_on__gte=_today())) if role_in(user, built.yard) == KEEPER else []
    return list(Link.objects.filter(design=design_of(user, design), ends_on__gte=_today())) if design else []


def make_link(user: User, days: int, hive: UUID | None = None, design: UUID | None = None) -> Link:
    """A link to a hive or a design for so many days.

    Raises:
        Http404: there is no such hive or design for this keeper.
        InfeasibleError: this member is no keeper of the yard.
        ParameterError: too long, or too many.
    """
    if not 1 <= days <= MOST_DAYS:
        raise ParameterError("days", days, f"From 1 to {MOST_DAYS} days.", "bad-days")
    if user.links.filter(ends_on__gte=_today()).count() >= MOST_LINKS:
        raise ParameterError("days", days, f"{MOST_LINKS} links are open: end one first.", "too-many-links")
    built = hive_of(user, hive) if hive is not None else None
    if built is not None and role_in(user, built.yard) != KEEPER:
        raise InfeasibleError("Only a keeper of this yard lets others look at its hives.")
    return Link.objects.create(
        secret=token_urlsafe(32),
        maker=user,
        hive=built,
        design=design_of(user, design) if design is not None else None,
        ends_on=_today() + timedelta(days=days),
    )


def end_link(user: User, ident: int) -> None:
    """Ends a link; its address leads nowhere from then on.

    Raises:
        Http404: there is no such link for this keeper.
    """
    keeps = Q(hive__yard__members__user=user, hive__yard__members__role=KEEPER)
    link = Link.objects.filter(Q(maker=user) | Q(design__owner=user) | keeps, pk=ident).distinct().first()
    if link is None:
        raise Http404
    link.delete()


def _today() -> date:
    return timezone.localdate()


def shared(secret: str) -> SharedOut:
    """What a link shows.

    Raises:
        Http404: it ended, or there never was one.
    """
    link = Link.objects.select_related("hive", "design").filter(secret=secret, ends_on__gte=_today()).first()
    if link is None:
        raise Http404
    if link.design is not None:
        if link.design.deleted_at is not None:
            raise Http404
        return _shown(link, "design", link.design.document, [])
    assert link.hive is not None
    entries = entries_of(link.hive)
    visits = [
        SharedVisit(day=each.at[:10], combs=each.combs, rod=each.rod, against=each.against)
        for each in shown_visits(link.hive, entries)
    ]
    return _shown(link, "hive", link.hive.stands, visits)


def _shown(link: Link, of: str, document: dict[str, object], visits: list[SharedVisit]) -> SharedOut:
    hive = _nameless(validate_hive(document))
    parts = {"shape": Asked(parts=("numbers", "drawings"), wanted=("section",)), "run": Asked(parts=("drawings",))}
    chapters = build_report(hive, parts).chapters
    return SharedOut(
        of=of,
        words=summary(whole(hive)),
        ends_on=link.ends_on.isoformat(),
        numbers=[
            each.model_copy(update={"working": None})
            for chapter in chapters.values()
            for each in chapter.metrics.values()
            if each.headline
        ],
        drawings=[each for chapter in chapters.values() for each in chapter.drawings.values()],
        visits=visits,
    )


def _nameless(hive: Hive) -> Hive:
    """A hive without what its keeper called it and its colonies, or wrote beside it."""
    colonies = tuple(
        each.model_copy(update={"name": f"colony {number}"}) for number, each in enumerate(hive.colonies, 1)
    )
    kinds = tuple(
        kind.model_copy(update={"name": f"{kind.kind} {number}"}) for number, kind in enumerate(hive.comb_types, 1)
    )
    return hive.model_copy(update={"name": "Hive", "notes": "", "colonies": colonies, "comb_types": kinds})
