"""Long answers over HTTP: asked for, heard of until they are there, given up."""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Annotated, Any

from django.contrib.auth.models import User
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from sabaka_core import InfeasibleError, ParameterError, dump_hive, validate_hive
from sabaka_core.base.budget import OverBudgetError
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Pointer
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.season.packed import pack
from sabaka_core.show.study import STUDIES
from server.auth import keeper_of, keeper_only
from server.designs.weather import named_days, weathered
from server.jobs.keeper import pool
from server.jobs.pool import Job, NoSuchJobError, State, TooManyJobsError
from server.jobs.written import ALL, as_file, written
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class JobIn(Schema):
    """A design, and what is asked of a study that takes long."""

    document: dict[str, Any]
    study: Annotated[str, Field(max_length=40)]
    asked: Asked
    held: Annotated[list[Pointer], Field(max_length=8)] | None = None
    box: Annotated[int, Field(ge=0, le=24)] | None = None


class JobOut(Schema):
    """How far it is, from 0 to 1; when it is done the chapters by their study, or the name of the file that can be
    fetched; why not when it failed."""

    id: str
    state: State
    share: float
    chapters: dict[str, Chapter]
    file: str
    reason: str


@router.post("/", response={200: JobOut, **REFUSALS})
def begin(request: HttpRequest, payload: JobIn) -> JobOut:
    """Ask for a long answer; it is worked out in a process of its own."""
    if payload.study not in STUDIES:
        raise ParameterError("study", payload.study, "There is no such study.", "no-such-study")
    keeper = keeper_of(request)
    given = validate_hive(payload.document)
    asked = {
        "document": dump_hive(weathered(keeper, given)),
        "days": packed_days(keeper, given),
        "chapters": {payload.study: payload.asked.model_dump(mode="json")},
        "held": payload.held,
        "box": payload.box,
    }
    return begun(keeper.pk, asked)


def packed_days(keeper: User, hive: Hive) -> str | None:
    """The days of weather that a design names, as they go to a process of its own."""
    days = named_days(keeper, hive)
    return None if days is None else b64encode(pack(days)).decode()


@router.get("/{ident}", response={200: JobOut, **REFUSALS})
def hear(request: HttpRequest, ident: str) -> JobOut:
    """How far it is; it ends when nobody asks any more."""
    with _known(ident):
        return job_out(pool().hear(keeper_of(request).pk, ident))


@router.get("/{ident}/file")
def fetch(request: HttpRequest, ident: str) -> HttpResponse:
    """The file that it made. The last few are kept: an older one is asked for anew."""
    with _known(ident):
        return as_file(*pool().file(keeper_of(request).pk, ident))


@router.delete("/{ident}", response={200: JobOut, **REFUSALS})
def end(request: HttpRequest, ident: str) -> JobOut:
    """Give it up."""
    with _known(ident):
        return job_out(pool().end(keeper_of(request).pk, ident))


def begun(owner: int, asked: dict[str, Any], instead: str = "") -> JobOut:
    """A new job, as it is told; ``instead`` names what it takes the place of.

    Raises:
        InfeasibleError: this keeper has as many under way as may be.
    """
    try:
        return job_out(pool().begin(owner, asked, instead))
    except TooManyJobsError as error:
        raise InfeasibleError(
            f"{error} long answers are under way for you already.", "Wait for one, or give it up."
        ) from error


def file_or_job(owner: int, asked: dict[str, Any], instead: str) -> HttpResponse:
    """A file at once where it takes no longer than an answer may; else 202, and a job of a process of its own."""
    try:
        if asked["write"] != ALL:
            return as_file(asked["file"], written(asked))
    except OverBudgetError:
        pass
    return accepted(begun(owner, asked, instead))


def accepted(job: JobOut) -> HttpResponse:
    """The answer 202: it is under way, and this is how to hear of it."""
    return HttpResponse(job.model_dump_json(), status=202, content_type="application/json")


@contextmanager
def _known(ident: str) -> Iterator[None]:
    """Says which job there isn't, or whose file isn't kept any more."""
    try:
        yield
    except NoSuchJobError:
        raise ParameterError("id", ident, "There is no such answer, or no more: ask anew.", "no-such-job") from None


def job_out(job: Job) -> JobOut:
    """A job as it is told over HTTP."""
    chapters = {name: Chapter.model_validate(said) for name, said in job.chapters.items()}
    return JobOut(id=job.id, state=job.state, share=job.share, chapters=chapters, file=job.file, reason=job.reason)
