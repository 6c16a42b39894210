"""Changes of stored designs, each in a transaction."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict, dataclass
from datetime import date, timedelta
from typing import Any
from uuid import UUID, uuid4

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Max
from django.utils import timezone

from sabaka_core import Hive, ParameterError, build_report, dump_hive, refuse_beyond, validate_hive, working_hive
from sabaka_core.base.texts import odd_character, odd_reason
from sabaka_core.hive.context import Context
from sabaka_core.kit.measure import PLAIN, ReadAs
from sabaka_core.paper.calendar import SEASON, Sent, moving_calendar, season_calendar
from sabaka_core.season.packed import opened_file, rounded
from server.accounts.quota import quota_of
from server.designs.models import Design, Revision
from server.designs.selectors import design_of, revision_of
from server.designs.weather import keep, weathered

# A design of the bin that is older than so many others goes for good.
MOST_DELETED = 200
# Kept states: the newest ones all, of older ones the last of each day, and those for so many days.
_ALL_OF, _THINNED_EVERY, _ONE_A_DAY_FOR = 200, 50, 400


@dataclass(frozen=True)
class Saved:
    """What became of a save: ``aside`` holds its number when a newer revision stood in the way."""

    design: Design
    aside: int | None = None


def create_design(owner: User, hive: Hive, label: str = "") -> Design:
    """Put a new design on the keeper's shelf. It has to be one that can be reported on, and within reach."""
    # Before the database is held for writing, so that nobody waits for a report.
    build_report(hive, {})
    return _put_on_shelf(owner, hive, label)


@transaction.atomic
def _put_on_shelf(owner: User, hive: Hive, label: str) -> Design:
    most = quota_of(owner).designs
    if Design.objects.filter(owner=owner, deleted_at=None).count() >= most:
        raise ParameterError("", "", f"The shelf is full: {most} designs at most.", "shelf-full")
    if hive.id is None or Design.objects.filter(owner=owner, document__id=hive.id).exists():
        # A copy is another hive; a file from elsewhere is the one that it was there.
        hive = hive.model_copy(update={"id": uuid4().hex})
    document = dump_hive(hive)
    design = Design.objects.create(owner=owner, name=hive.name, system=hive.system, document=document)
    Revision.objects.create(design=design, number=1, kind=Revision.Kind.MADE, label=label, document=document)
    return design


@transaction.atomic
def calendar_of(design: Design, today: date, reading: ReadAs = PLAIN) -> bytes:
    """The calendar file of a design's move, following the one handed out before; what it says is kept.

    Raises:
        ParameterError: a date or frame of the move can't be used.
    """
    rows = [Sent(**row) for row in design.calendar]
    before = [row for row in rows if not row.step.startswith(SEASON)]
    file, sent = moving_calendar(
        weathered(design.owner, working_hive(design.document)), str(design.pk), today.toordinal(), before, reading
    )
    _remember(design, (*sent, *(row for row in rows if row.step.startswith(SEASON))))
    return file


def season_calendar_of(design: Design, today: date, reading: ReadAs = PLAIN) -> bytes:
    """The calendar file of a design's year, in the same way.

    Raises:
        ParameterError: a setting of the season can't be used.
    """
    rows = [Sent(**row) for row in design.calendar]
    before = [row for row in rows if row.step.startswith(SEASON)]
    context = Context(weathered(design.owner, working_hive(design.document)))
    file, sent = season_calendar(context, str(design.pk), today.toordinal(), before, reading)
    _remember(design, (*sent, *(row for row in rows if not row.step.startswith(SEASON))))
    return file


def _remember(design: Design, sent: Sequence[Sent]) -> None:
    Design.objects.filter(pk=design.pk).update(calendar=[asdict(event) for event in sent])


def import_design(owner: User, text: bytes) -> Design:
    """A new design from a design file, or from an archive of one with the days of weather that it names.

    Raises:
        ParameterError: names the field that is wrong, or says that the file is newer.
    """
    hive, days = opened_file(text)
    refuse_beyond(hive)
    design = create_design(owner, hive, "From a file")
    if days is not None and hive.season is not None and hive.season.weather is not None:
        keep(owner, rounded(days), hive.season.weather.name)
    return design


@dataclass(frozen=True)
class Save:
    """One save as it was sent.

    Attributes:
        base: the revision it was worked out from.
        document: the design as plain data.
        label: what was done.
        save_id: the sender's own name for this save; none when empty.
        unanswered: names of earlier saves of this sender whose answers never came.
    """

    base: int
    document: dict[str, Any]
    label: str = ""
    save_id: str = ""
    unanswered: tuple[str, ...] = ()


def save_design(owner: User, ident: UUID, save: Save) -> Saved:
    """Save a design that was worked out from revision ``save.base``.

    A stale save is kept as a revision aside, and the newer one stays; one that says what stands there already
    is no conflict and makes no revision.

    Raises:
        ParameterError: names the field that is wrong, or brings in what lies beyond reach.
    """
    odd = odd_character(save.label)
    if odd is not None:
        raise ParameterError("label", save.label, odd_reason(odd), "bad-label")
    # Nobody else's design is looked through, and nobody waits while this one is.
    design = design_of(owner, ident)
    hive = validate_hive(save.document)
    _refuse_new(design, hive)
    build_report(hive, {})
    return _saved(owner, ident, save, dump_hive(hive))


@transaction.atomic
def _saved(owner: User, ident: UUID, save: Save, document: dict[str, Any]) -> Saved:
    design = _locked(owner, ident)
    # What stands there already is kept, whoever sent it: a save whose answer was lost comes again like this.
    if document == design.document:
        return Saved(design)
    if save.base != design.head and not _all_own(design, save):
        kept = _kept_aside(design, document) or _add_revision(design, Revision.Kind.ASIDE, save.label, document)
        return Saved(design, aside=kept.number)
    _become(design, document, Revision.Kind.SAVED, save.label, save.save_id)
    return Saved(design)


@transaction.atomic
def rename_design(owner: User, ident: UUID, name: str) -> Design:
    """Give a design another name."""
    design = _locked(owner, ident)
    hive = validate_hive({**design.document, "name": name})
    refuse_beyond(hive, validate_hive(design.document))
    if hive.name != design.name:
        _become(design, dump_hive(hive), Revision.Kind.SAVED, f"Renamed from {design.name}")
    return design


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
    longest = Design.objects.filter(owner=owner).exclude(deleted_at=None).order_by("-deleted_at")[MOST_DELETED:]
    Design.objects.filter(pk__in=list(longest.values_list("pk", flat=True))).delete()


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


@transaction.atomic
def name_revision(owner: User, ident: UUID, number: int, name: str) -> Revision:
    """Call a kept state something, or take its name away.

    Raises:
        ParameterError: the name can't be used.
    """
    odd = odd_character(name)
    if odd is not None:
        raise ParameterError("name", name, odd_reason(odd), "bad-name")
    revision = revision_of(_locked(owner, ident), number)
    revision.name = name.strip()
    revision.save(update_fields=["name"])
    return revision


def thin_revisions(design: Design) -> int:
    """Lets old states go: of those before the newest two hundred the last of each day stays, and for a year or so.

    States with a name, those kept aside, and the first one stay whatever their age.

    Returns:
        How many went.
    """
    plain = design.revisions.filter(name="", number__gt=1).exclude(kind=Revision.Kind.ASIDE)
    older = list(plain.values_list("number", "made_at")[_ALL_OF:])
    since = timezone.now() - timedelta(days=_ONE_A_DAY_FOR)
    # Newest first: of a day the first one that comes is its last.
    last_of_day: dict[date, int] = {}
    for number, made_at in older:
        if made_at > since:
            last_of_day.setdefault(made_at.date(), number)
    kept = {design.head, *last_of_day.values()}
    gone = [number for number, _ in older if number not in kept]
    design.revisions.filter(number__in=gone).delete()
    return len(gone)


def _locked(owner: User, ident: UUID) -> Design:
    # SQLite takes the write lock at BEGIN IMMEDIATE, so the row can't change under us.
    return design_of(owner, ident)


def _refuse_new(design: Design, hive: Hive) -> None:
    """Refuse what lies beyond reach, unless some kept state of the design holds it: what was saved may come back."""
    try:
        refuse_beyond(hive, validate_hive(design.document))
    except ParameterError as error:
        for revision in design.revisions.all():
            try:
                return refuse_beyond(hive, validate_hive(revision.document))
            except ParameterError:
                continue
        raise error


def _all_own(design: Design, save: Save) -> bool:
    """Whether all that came after the save's base are saves of the same sender whose answers were lost."""
    if not save.unanswered or save.base > design.head:
        return False
    since = design.revisions.filter(number__gt=save.base).exclude(kind=Revision.Kind.ASIDE)
    return all(name in save.unanswered for name in since.values_list("save_id", flat=True))


def _kept_aside(design: Design, document: dict[str, Any]) -> Revision | None:
    """The newest revision aside, if it says the same: the same late save sent twice is kept once."""
    last = design.revisions.filter(kind=Revision.Kind.ASIDE).first()
    return last if last is not None and last.document == document else None


def _become(design: Design, document: dict[str, Any], kind: str, label: str, save_id: str = "") -> None:
    revision = _add_revision(design, kind, label, document, save_id)
    design.document, design.head = document, revision.number
    design.name, design.system = document["name"], document["system"]
    design.card = ""
    design.save()
    if design.head % _THINNED_EVERY == 0:
        thin_revisions(design)


def _add_revision(design: Design, kind: str, label: str, document: dict[str, Any], save_id: str = "") -> Revision:
    last = design.revisions.aggregate(last=Max("number"))["last"] or 0
    return Revision.objects.create(
        design=design, number=last + 1, kind=kind, label=label[:200], document=document, save_id=save_id
    )
