"""Calls on several designs at once: up to four side by side, states of one design among them."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from ninja import Query, Router, Schema
from pydantic import Field

from sabaka_core import ParameterError, dump_hive, working_hive
from sabaka_core.document.hive import Hive
from sabaka_core.hive.context import Context
from sabaka_core.paper.side_by_side import side_by_side_page
from sabaka_core.show.several import MOST, Side
from server.asked import ReadBy
from server.auth import keeper_of, keeper_only
from server.budget import FILE_S, within
from server.designs import selectors
from server.jobs.api import JobOut, begun
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class SideIn(Schema):
    """A design of the shelf, or one of its kept states."""

    design: UUID
    revision: Annotated[int, Field(ge=1, le=1_000_000_000)] | None = None


class SidesIn(Schema):
    """Which designs; the first is the one that the others are held against."""

    sides: Annotated[list[SideIn], Field(min_length=1, max_length=MOST)]


class PageQuery(ReadBy):
    """Which designs, each as its id or as id:state; lines that aren't wanted."""

    of: Annotated[list[str], Field(max_length=MOST)] = []
    hidden: Annotated[list[str], Field(max_length=300)] = []


@router.post("/side-by-side", response={202: JobOut, **REFUSALS})
def side_by_side(request: HttpRequest, payload: SidesIn) -> HttpResponse:
    """Key numbers of up to four designs and their drawings: a long answer, heard of under its own address."""
    keeper = keeper_of(request)
    named = [_named(keeper, each) for each in payload.sides]
    asked = {"sides": [{"name": name, "document": dump_hive(hive)} for name, hive in named]}
    job = begun(keeper.pk, asked, "side-by-side")
    return HttpResponse(job.model_dump_json(), status=202, content_type="application/json")


@router.get("/side-by-side.pdf", response={**REFUSALS})
def side_by_side_paper(request: HttpRequest, query: Query[PageQuery]) -> HttpResponse:
    """The same on paper."""
    keeper = keeper_of(request)
    sides = [Side(name, Context(hive)) for name, hive in (_named(keeper, _side(each)) for each in query.of)]
    with within(FILE_S):
        page = side_by_side_page(sides, query.reading, query.hidden)
    answer = HttpResponse(page, content_type="application/pdf")
    answer.headers["Content-Disposition"] = 'attachment; filename="side-by-side.pdf"'
    return answer


def _side(written: str) -> SideIn:
    """A side as an address names it.

    Raises:
        ParameterError: it names none.
    """
    design, _, revision = written.partition(":")
    try:
        return SideIn(design=UUID(design), revision=int(revision) if revision else None)
    except ValueError:
        raise ParameterError("of", written, "That names no design.", "no-design") from None


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
