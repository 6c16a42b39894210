"""Calls on stored designs."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import dump_hive, refuse_beyond, validate_hive, working_hive
from sabaka_core.document.hive import Hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Chapter
from sabaka_core.moving.bait import bait_hive
from sabaka_core.moving.move import conversion_design
from sabaka_core.show.study import chapter
from server.auth import keeper_of, keeper_only
from server.budget import CALL_S, within
from server.designs import selectors, services
from server.designs.cards import Told, cards_of
from server.designs.models import Design, Revision
from server.designs.presets import PRESETS, preset_hive
from server.problems import REFUSALS

router = Router(auth=keeper_only)

Label = Annotated[str, Field(max_length=200)]
SaveId = Annotated[str, Field(max_length=40, pattern=r"^[a-zA-Z0-9-]*$")]


class PresetOut(Schema):
    """A starting point."""

    id: str
    label: str
    words: str


class Card(Told):
    """A design on the shelf: what it is, how it looks end to end, and how many things want mending."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime


class DesignOut(Schema):
    """One design, opened."""

    id: UUID
    name: str
    revision: int
    changed_at: datetime
    document: Hive


class ConflictOut(Schema):
    """A save that came too late: the newer design, and where the late one was kept."""

    reason: str
    kept_as: int
    current: DesignOut


class NewIn(Schema):
    """Which starting point, and a name."""

    preset: str = "sloped-top-bar"
    name: str


class SaveIn(Schema):
    """A design and the revision it was worked out from.

    ``save_id`` is the sender's own name for this save, and ``unanswered`` those of earlier ones whose answers
    never came: what they stored is no conflict.
    """

    base_revision: Annotated[int, Field(ge=0, le=1_000_000_000)]
    document: dict[str, Any]
    label: Label = ""
    save_id: SaveId = ""
    unanswered: Annotated[list[SaveId], Field(max_length=50)] = []


class NameIn(Schema):
    """A new name."""

    name: str


class RevisionName(Schema):
    """What a kept state is called; an empty name takes it away."""

    name: Annotated[str, Field(max_length=80)]


class RevisionOut(Schema):
    """One kept state."""

    number: int
    name: str
    kind: str
    label: str
    made_at: datetime
    current: bool


class CompareIn(Schema):
    """A document, and what to hold it against: a design of the shelf, or else a starting point."""

    document: dict[str, Any]
    design: UUID | None = None
    preset: str = ""


def opened(design: Design) -> DesignOut:
    """A stored design for the bench."""
    return DesignOut(
        id=design.id,
        name=design.name,
        revision=design.head,
        changed_at=design.changed_at,
        document=validate_hive(design.document),
    )


def written(model: Schema) -> HttpResponse:
    """A model as the body of an answer, without the fields that aren't given."""
    return HttpResponse(model.model_dump_json(exclude_none=True), content_type="application/json")


@router.get("/presets", response=list[PresetOut])
def presets(request: HttpRequest) -> list[PresetOut]:
    """Starting points for a new design."""
    return [PresetOut(id=p.id, label=p.label, words=p.words) for p in PRESETS]


@router.get("", response=list[Card])
def shelf(request: HttpRequest) -> HttpResponse:
    """The keeper's designs, last changed first."""
    # A long shelf is there at once, and complete after a few askings.
    with within(CALL_S):
        cards = cards_of(keeper_of(request))
    return HttpResponse(cards, content_type="application/json")


@router.post("", response={200: DesignOut, **REFUSALS})
def create(request: HttpRequest, payload: NewIn) -> HttpResponse:
    """Start a design."""
    start = preset_hive(payload.preset)
    hive = validate_hive({**dump_hive(start), "name": payload.name, "notes": "", "boards": []})
    refuse_beyond(hive)
    return written(opened(services.create_design(keeper_of(request), hive, "Begun")))


@router.post(
    "/import",
    response={200: DesignOut, **REFUSALS},
    openapi_extra={"requestBody": {"content": {"application/octet-stream": {"schema": {"type": "string"}}}}},
)
def import_file(request: HttpRequest) -> HttpResponse:
    """Put a design file on the shelf. The body is the file."""
    return written(opened(services.import_design(keeper_of(request), request.body)))


@router.post("/compare", response={200: Chapter, **REFUSALS})
def compare_designs(request: HttpRequest, payload: CompareIn) -> HttpResponse:
    """A document beside a design of the shelf, or a starting point."""
    if payload.design is not None:
        other = working_hive(selectors.design_of(keeper_of(request), payload.design).document)
    else:
        other = preset_hive(payload.preset)
    both = Context(working_hive(payload.document)).beside(Context(other))
    return HttpResponse(chapter(both, "compare").model_dump_json(), content_type="application/json")


@router.get("/{ident}", response={200: DesignOut, **REFUSALS})
def open_design(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Open a design."""
    return written(opened(selectors.design_of(keeper_of(request), ident)))


@router.put("/{ident}", response={200: DesignOut, 409: ConflictOut, **REFUSALS})
def save(request: HttpRequest, ident: UUID, payload: SaveIn) -> HttpResponse:
    """Save a design; 409 when a newer revision stands in the way, and both are kept."""
    sent = services.Save(
        payload.base_revision, payload.document, payload.label, payload.save_id, tuple(payload.unanswered)
    )
    saved = services.save_design(keeper_of(request), ident, sent)
    if saved.aside is None:
        return written(opened(saved.design))
    conflict = written(
        ConflictOut(
            reason=f"This hive was changed elsewhere. Your version is kept as revision {saved.aside}.",
            kept_as=saved.aside,
            current=opened(saved.design),
        )
    )
    conflict.status_code = 409
    return conflict


@router.patch("/{ident}", response={200: DesignOut, **REFUSALS})
def rename(request: HttpRequest, ident: UUID, payload: NameIn) -> HttpResponse:
    """Rename a design."""
    return written(opened(services.rename_design(keeper_of(request), ident, payload.name)))


@router.post("/{ident}/duplicate", response={200: DesignOut, **REFUSALS})
def duplicate(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Copy a design."""
    return written(opened(services.duplicate_design(keeper_of(request), ident)))


@router.delete("/{ident}", response={204: None, **REFUSALS})
def delete(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Take a design off the shelf."""
    services.delete_design(keeper_of(request), ident)
    return HttpResponse(status=204)


@router.post("/{ident}/restore", response={200: DesignOut, **REFUSALS})
def restore(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Put a deleted design back."""
    return written(opened(services.restore_design(keeper_of(request), ident)))


@router.get("/{ident}/revisions", response={200: list[RevisionOut], **REFUSALS})
def list_revisions(request: HttpRequest, ident: UUID) -> list[RevisionOut]:
    """Every kept state, newest first."""
    design = selectors.design_of(keeper_of(request), ident)
    return [_revision(item, design) for item in selectors.revisions(design)]


@router.get("/{ident}/revisions/{number}", response={200: DesignOut, **REFUSALS})
def look_at_revision(request: HttpRequest, ident: UUID, number: int) -> HttpResponse:
    """One kept state, to look at."""
    design = selectors.design_of(keeper_of(request), ident)
    revision = selectors.revision_of(design, number)
    hive = validate_hive(revision.document)
    return written(DesignOut(id=design.id, name=hive.name, revision=number, changed_at=revision.made_at, document=hive))


@router.patch("/{ident}/revisions/{number}", response={200: RevisionOut, **REFUSALS})
def name_revision(request: HttpRequest, ident: UUID, number: int, payload: RevisionName) -> RevisionOut:
    """Give a kept state a name; one that has a name is kept for good."""
    revision = services.name_revision(keeper_of(request), ident, number, payload.name)
    return _revision(revision, revision.design)


@router.post("/{ident}/revisions/{number}/bring-back", response={200: DesignOut, **REFUSALS})
def bring_back(request: HttpRequest, ident: UUID, number: int) -> HttpResponse:
    """Make a kept state the current one."""
    return written(opened(services.bring_back(keeper_of(request), ident, number)))


@router.post("/{ident}/conversion-box", response={200: DesignOut, **REFUSALS})
def keep_conversion_box(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Put the conversion box of a design's move on the shelf as a design of its own."""
    keeper = keeper_of(request)
    box = conversion_design(working_hive(selectors.design_of(keeper, ident).document))
    return written(opened(services.create_design(keeper, box, "Out of a move")))


@router.post("/{ident}/bait-box", response={200: DesignOut, **REFUSALS})
def keep_bait_box(request: HttpRequest, ident: UUID) -> HttpResponse:
    """Put a bait box that takes a design's combs on the shelf as a design of its own."""
    keeper = keeper_of(request)
    context = Context(working_hive(selectors.design_of(keeper, ident).document))
    return written(opened(services.create_design(keeper, bait_hive(context.main), "A bait box")))


def _revision(item: Revision, design: Design) -> RevisionOut:
    return RevisionOut(
        number=item.number,
        name=item.name,
        kind=item.kind,
        label=item.label,
        made_at=item.made_at,
        current=item.number == design.head,
    )
