"""Changes of stored designs, each in a transaction."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Max
from django.utils import timezone

from sabaka_core import Hive, ParameterError, build_report, dump_hive, load_hive, validate_hive
from server.designs.models import Design, Revision
from server.designs.selectors import design_of, revision_of

MOST_DESIGNS = 500


@dataclass(frozen=True)
class Saved:
    """What became of a save: ``aside`` holds its number when a newer revision stood in the way."""

    design: Design
    aside: int | None = None


@transaction.atomic
def create_design(owner: User, hive: Hive, label: str = "") -> Design:
    """Put a new design on the keeper's shelf. It has to be one that can be reported on."""
    if Design.objects.filter(owner=owner, deleted_at=None).count() >= MOST_DESIGNS:
        raise ParameterError("", "", f"The shelf is full: {MOST_DESIGNS} designs at most.", "shelf-full")
    build_report(hive, ())
    document = dump_hive(hive)
    design = Design.objects.create(owner=owner, name=hive.name, system=hive.system, document=document)
    Revision.objects.create(design=design, number=1, kind=Revision.Kind.MADE, label=label, document=document)
    return design


def import_design(owner: User, text: bytes) -> Design:
    """A new design from the text of a design file.

    Raises:
        ParameterError: names the field that is wrong, or says that the file is newer.
    """
    return create_design(owner, load_hive(text), "From a file")


@transaction.atomic
def save_design(owner: User, ident: UUID, base: int, raw: dict[str, Any], label: str) -> Saved:
    """Save a design that was worked out from revision ``base``.

    A stale save is kept as a revision aside, and the newer one stays.
    """
    design = _locked(owner, ident)
    hive = validate_hive(raw)
    build_report(hive, ())
    if base != design.head:
        kept = _add_revision(design, Revision.Kind.ASIDE, label, dump_hive(hive))
        return Saved(design, aside=kept.number)
    document = dump_hive(hive)
    if document != design.document:
        _become(design, document, Revision.Kind.SAVED, label)
    return Saved(design)


@transaction.atomic
def rename_design(owner: User, ident: UUID, name: str) -> Design:
    """Give a design another name."""
    design = _locked(owner, ident)
    hive = validate_hive({**design.document, "name": name})
    if hive.name != design.name:
        _become(design, dump_hive(hive), Revision.Kind.SAVED, f"Renamed from {design.name}")
    return design


@transaction.atomic
def duplicate_design(owner: User, ident: UUID) -> Design:
    """A copy under a name of its own."""
    design = _locked(owner, ident)
    taken = set(Design.objects.filter(owner=owner, deleted_at=None).values_list("name", flat=True))
    stem = design.name[:68]
    name = next(n for i in range(1, len(taken) + 3) if (n := f"{stem}, copy {i}") not in taken)
    return create_design(owner, validate_hive({**design.document, "name": name}), f"Copy of {design.name}")


@transaction.atomic
def delete_design(owner: User, ident: UUID) -> None:
    """Take a design off the shelf; it can be put back."""
    design = _locked(owner, ident)
    design.deleted_at = timezone.now()
    design.save(update_fields=["deleted_at"])


@transaction.atomic
def restore_design(owner: User, ident: UUID) -> Design:
    """Put a deleted design back on the shelf."""
    design = design_of(owner, ident, deleted=True)
    design.deleted_at = None
    design.save(update_fields=["deleted_at"])
    return design


@transaction.atomic
def bring_back(owner: User, ident: UUID, number: int) -> Design:
    """Make an earlier revision the current one, as a new revision."""
    design = _locked(owner, ident)
    old = revision_of(design, number)
    hive = validate_hive(old.document)
    _become(design, dump_hive(hive), Revision.Kind.BROUGHT_BACK, f"Revision {number} brought back")
    return design


def _locked(owner: User, ident: UUID) -> Design:
    # SQLite takes the write lock at BEGIN IMMEDIATE, so the row can't change under us.
    return design_of(owner, ident)


def _become(design: Design, document: dict[str, Any], kind: str, label: str) -> None:
    revision = _add_revision(design, kind, label, document)
    design.document, design.head = document, revision.number
    design.name, design.system = document["name"], document["system"]
    design.save()


def _add_revision(design: Design, kind: str, label: str, document: dict[str, Any]) -> Revision:
    last = design.revisions.aggregate(last=Max("number"))["last"] or 0
    return Revision.objects.create(design=design, number=last + 1, kind=kind, label=label[:200], document=document)
