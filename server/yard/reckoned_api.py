"""Calls on a yard's year, its health and its trials."""

from __future__ import annotations

import csv
import io
from datetime import date
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Router

from server.auth import keeper_of, keeper_only
from server.problems import REFUSALS
from server.yard import reckoned
from server.yard.asked import written
from server.yard.selectors import yard_of

router = Router(auth=keeper_only)


@router.get("/{ident}/year", response={200: reckoned.YearPage, **REFUSALS})
def year(request: HttpRequest, ident: UUID, year: int | None = None) -> HttpResponse:
    """A yard's year in numbers, against the one before; this one where none is said."""
    yard = yard_of(keeper_of(request), ident)
    asked = timezone.localdate().year if year is None else min(max(year, date.min.year + 1), date.max.year)
    return written(reckoned.year_page(yard, asked))


@router.get("/{ident}/health", response={200: reckoned.HealthPage, **REFUSALS})
def health(request: HttpRequest, ident: UUID, combs_a_strip: int = 5) -> HttpResponse:
    """Mites against thresholds, weeks without brood, where strips hang, what was given."""
    yard = yard_of(keeper_of(request), ident)
    return written(reckoned.health_page(yard, timezone.localdate(), combs_a_strip))


@router.get("/{ident}/medicine.csv")
def medicine(request: HttpRequest, ident: UUID) -> HttpResponse:
    """The register of what was given in a yard, as a table."""
    yard = yard_of(keeper_of(request), ident)
    to = io.StringIO()
    rows = csv.writer(to, lineterminator="\r\n")
    columns = ("hive", "what", "batch", "how_much", "given_on", "out_on", "no_honey_until", "by")
    rows.writerow(columns)
    for each in reckoned.register_of(yard):
        cells = [str(getattr(each, column)) for column in columns]
        rows.writerow([f"'{cell}" if cell[:1] in ("=", "+", "-", "@") else cell for cell in cells])
    answer = HttpResponse(to.getvalue(), content_type="text/csv; charset=utf-8")
    answer["Content-Disposition"] = f'attachment; filename="{slugify(yard.name) or "yard"}-medicine.csv"'
    return answer


@router.get("/{ident}/trials", response={200: list[reckoned.TrialOut], **REFUSALS})
def trials(request: HttpRequest, ident: UUID) -> list[reckoned.TrialOut]:
    """The trials of a yard, and what their hives show."""
    return reckoned.trials_of(yard_of(keeper_of(request), ident), timezone.localdate())


@router.post("/{ident}/trials", response={204: None, **REFUSALS})
def begin(request: HttpRequest, ident: UUID, payload: reckoned.TrialIn) -> HttpResponse:
    """Begin a trial."""
    user = keeper_of(request)
    reckoned.begin_trial(user, yard_of(user, ident), payload, timezone.localdate())
    return HttpResponse(status=204)


@router.patch("/{ident}/trials/{trial}", response={204: None, **REFUSALS})
def end(request: HttpRequest, ident: UUID, trial: int, payload: reckoned.VerdictIn) -> HttpResponse:
    """Write a trial's verdict."""
    user = keeper_of(request)
    reckoned.end_trial(user, yard_of(user, ident), trial, payload)
    return HttpResponse(status=204)


@router.delete("/{ident}/trials/{trial}", response={204: None, **REFUSALS})
def drop(request: HttpRequest, ident: UUID, trial: int) -> HttpResponse:
    """Take a trial out of the book."""
    user = keeper_of(request)
    reckoned.drop_trial(user, yard_of(user, ident), trial)
    return HttpResponse(status=204)
