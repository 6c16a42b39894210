"""Reads of the yard book. What lies in a yard that one isn't in doesn't exist."""

from __future__ import annotations

from collections.abc import Iterable
from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.http import Http404

from sabaka_core import validate_hive
from sabaka_core.base.dates import YEAR, iso, ordinal
from sabaka_core.yard.against import SeenDay, seen_days
from sabaka_core.yard.plan import BookPlan
from sabaka_core.yard.visit import Visit
from server.yard.models import BuiltHive, Member, VisitEntry, Yard

# So many visits of a hive stand on its page at once.
PAGE = 60


def yards_of(user: User) -> QuerySet[Yard]:
    """The yards that somebody is in."""
    return Yard.objects.filter(members__user=user).order_by("name")


def yard_of(user: User, ident: UUID) -> Yard:
    """One of somebody's yards.

    Raises:
        Http404: there is none, or it is not his.
    """
    yard = yards_of(user).filter(id=ident).first()
    if yard is None:
        raise Http404
    return yard


def hive_of(user: User, ident: UUID) -> BuiltHive:
    """One hive of somebody's yards.

    Raises:
        Http404: there is none, or it is not in a yard of his.
    """
    hive = BuiltHive.objects.select_related("yard").filter(id=ident, yard__members__user=user).first()
    if hive is None:
        raise Http404
    return hive


def role_in(user: User, yard: Yard) -> str:
    """What somebody is in a yard; nothing where he isn't in it."""
    member = Member.objects.filter(yard=yard, user=user).first()
    return member.role if member is not None else ""


def entries_of(hive: BuiltHive, most: int = PAGE, before: str | None = None) -> list[VisitEntry]:
    """The last so many visits of a hive, or of those before a moment, the oldest first."""
    found = hive.visits.select_related("author").prefetch_related("photos").order_by("-at", "-kept_at")
    return list((found if before is None else found.filter(at__lt=before))[:most])[::-1]


def visits_in(entries: Iterable[VisitEntry]) -> tuple[Visit, ...]:
    """What stored visits say."""
    return tuple(Visit.model_validate(entry.entry) for entry in entries)


def plan_of(hive: BuiltHive) -> BookPlan | None:
    """The year that was planned for a hive; none where it couldn't be planned."""
    return BookPlan.model_validate(hive.plan) if hive.plan else None


def visited_last(user: User, design: UUID) -> BuiltHive | None:
    """The hive that was visited last of those that were built from a design of one's own; none where there is none."""
    mine = BuiltHive.objects.filter(design_id=design, design__owner=user, yard__members__user=user)
    last = VisitEntry.objects.filter(hive__in=mine).select_related("hive").order_by("-at").first()
    return None if last is None else last.hive


def seen_lately(hive: BuiltHive) -> tuple[SeenDay, ...]:
    """What was seen in a hive in the year up to its last visit."""
    last = hive.visits.order_by("-at").first()
    if last is None:
        return ()
    visits = visits_in(hive.visits.filter(at__gt=iso(ordinal(last.at[:10]) - YEAR)))
    return seen_days(validate_hive(hive.document), visits)
