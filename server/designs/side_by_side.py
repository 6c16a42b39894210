"""Calls on several designs at once: up to four side by side, states of one design among them."""

from __future__ import annotations

from typing import Annotated, Any
from uuid import UUID

from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from sabaka_core import dump_hive, working_hive
from sabaka_core.document.hive import Hive
from sabaka_core.show.several import MOST
from server.asked import ReadBy
from server.auth import keeper_of, keeper_only
from server.designs import selectors
from server.jobs.api import JobOut, accepted, begun, file_or_job
from server.jobs.written import SIDE_BY_SIDE
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class SideIn(Schema):
    """A design of the shelf, or one of its kept states."""

    design: UUID
    revision: Annotated[int, Field(ge=1, le=1_000_000_000)] | None = None


class SidesIn(Schema):
    """Which designs; the first is the one that the others are held against."""

    sides: Annotated[list[SideIn], Field(min_length=1, max_length=MOST)]


class PageIn(SidesIn):
    """The same, and which lines aren't wanted."""

    hidden: Annotated[list[Annotated[str, Field(max_length=200)]], Field(max_length=300)] = []


@router.post("/side-by-side", response={202: JobOut, **REFUSALS})
def side_by_side(request: HttpRequest, payload: SidesIn) -> HttpResponse:
    """Key numbers of up to four designs and their drawings: a long answer, heard of under its own address."""
    keeper = keeper_of(request)
    return accepted(begun(keeper.pk, {"sides": _documents(keeper, payload)}, "side-by-side"))


@router.post("/side-by-side.pdf", response={202: JobOut, **REFUSALS})
def side_by_side_paper(request: HttpRequest, payload: PageIn, query: Query[ReadBy]) -> HttpResponse:
    """The same on paper; 202 when it takes long, with the job whose ``file`` it will be."""
    keeper = keeper_of(request)
    wanted = {
        "write": SIDE_BY_SIDE,
        "sides": _documents(keeper, payload),
        "hidden": payload.hidden,
        "reading": query.dict(),
        "file": SIDE_BY_SIDE,
    }
    return file_or_job(keeper.pk, wanted, SIDE_BY_SIDE)


def _documents(keeper: User, payload: SidesIn) -> list[dict[str, Any]]:
    named = (_named(keeper, each) for each in payload.sides)
    return [{"name": name, "document": dump_hive(hive)} for name, hive in named]


def _named(keeper: User, side: SideIn) -> tuple[str, Hive]:
    """What a side is called, and its design.

    Raises:
        Http404: the keeper has no such design or state.
    """
    design = selectors.design_of(keeper, side.design)
    if side.revision is None:
        return design.name, working_hive(design.document)
    revision = selectors.revision_of(design, side.revision)
    return f"{design.name}, {revision.name or f'revision {revision.number}'}", working_hive(revision.document)
