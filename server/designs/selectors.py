"""Reads of stored designs. Another keeper's design doesn't exist."""

from __future__ import annotations

from uuid import UUID

from django.contrib.auth.models import User
from django.db.models import QuerySet
from django.http import Http404

from server.designs.models import Design, Revision


def shelf(owner: User, deleted: bool = False) -> QuerySet[Design]:
    """The keeper's designs, last changed first."""
    return Design.objects.filter(owner=owner, deleted_at__isnull=not deleted).order_by("-changed_at")


def design_of(owner: User, ident: UUID, deleted: bool = False) -> Design:
    """One of the keeper's designs.

    Raises:
        Http404: there is none of that id on this keeper's shelf.
    """
    design = shelf(owner, deleted).filter(id=ident).first()
    if design is None:
        raise Http404
    return design


def revisions(design: Design) -> QuerySet[Revision]:
    """All revisions without their documents, newest first."""
    return design.revisions.defer("document")


def revision_of(design: Design, number: int) -> Revision:
    """One revision with its document.

    Raises:
        Http404: there is none of that number.
    """
    revision = design.revisions.filter(number=number).first()
    if revision is None:
        raise Http404
    return revision
