"""Files of stored designs: the design itself, papers, calendars, what the workshop needs, drawings."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from django.utils.text import slugify
from ninja import Query, Router

from sabaka_core import ParameterError, build_report, dump_hive, hive_text, validate_hive, working_hive
from sabaka_core.document.hive import Hive
from sabaka_core.kit.drawing import DrawingName
from sabaka_core.paper.files import svg_of
from sabaka_core.paper.moving_page import moving_page
from sabaka_core.paper.season_card import season_card
from sabaka_core.paper.winter_card import winter_card
from sabaka_core.report import drawn
from sabaka_core.season.packed import archive_of
from server.asked import ReadBy
from server.auth import keeper_of, keeper_only
from server.designs import selectors, services, weather
from server.designs.models import Design
from server.jobs.api import JobOut, file_or_job
from server.jobs.written import WorkshopFile
from server.problems import REFUSALS

router = Router(auth=keeper_only)


@router.get("/{ident}/file")
def export_file(request: HttpRequest, ident: UUID) -> HttpResponse:
    """The design file; an archive with the days of weather that it names, if it names any."""
    design = selectors.design_of(keeper_of(request), ident)
    hive = validate_hive(design.document)
    days = weather.named_days(keeper_of(request), hive)
    if days is not None:
        return _file(archive_of(hive, days), "application/zip", design, "hive.zip")
    return _attachment(hive_text(hive), "application/json", design, "hive.json")


@router.get("/{ident}/season-card")
def export_season_card(request: HttpRequest, ident: UUID, asked: Query[ReadBy]) -> HttpResponse:
    """The season on paper, in the keeper’s measure."""
    design = selectors.design_of(keeper_of(request), ident)
    return _file(season_card(_weathered(request, design), asked.reading), "application/pdf", design, "season.pdf")


@router.post("/{ident}/workshop/{name}", response={202: JobOut, **REFUSALS})
def for_the_workshop(request: HttpRequest, ident: UUID, name: WorkshopFile, asked: Query[ReadBy]) -> HttpResponse:
    """A file for the workshop, or all of them in an archive; 202 when it takes long, with the job whose ``file`` it
    will be."""
    keeper = keeper_of(request)
    design = selectors.design_of(keeper, ident)
    wanted = {
        "write": name,
        "document": dump_hive(working_hive(design.document)),
        "reading": asked.dict(),
        "file": f"{_slug(design)}.{name}",
    }
    return file_or_job(keeper.pk, wanted, f"{name} {ident}")


@router.get("/{ident}/winter-card")
def export_winter_card(request: HttpRequest, ident: UUID, asked: Query[ReadBy]) -> HttpResponse:
    """The winter on paper, in the keeper’s measure."""
    design = selectors.design_of(keeper_of(request), ident)
    return _file(winter_card(_weathered(request, design), asked.reading), "application/pdf", design, "winter.pdf")


@router.get("/{ident}/moving-page")
def export_moving_page(request: HttpRequest, ident: UUID, asked: Query[ReadBy]) -> HttpResponse:
    """Moving in on paper, in the keeper’s measure."""
    design = selectors.design_of(keeper_of(request), ident)
    return _file(moving_page(_weathered(request, design), asked.reading), "application/pdf", design, "moving.pdf")


@router.get("/{ident}/moving-calendar")
def export_moving_calendar(request: HttpRequest, ident: UUID, asked: Query[ReadBy]) -> HttpResponse:
    """The days of the move as a calendar file."""
    design = selectors.design_of(keeper_of(request), ident)
    return _file(
        services.calendar_of(design, timezone.localdate(), asked.reading), "text/calendar", design, "moving.ics"
    )


@router.get("/{ident}/season-calendar")
def export_season_calendar(request: HttpRequest, ident: UUID, asked: Query[ReadBy]) -> HttpResponse:
    """The days of the year as a calendar file."""
    design = selectors.design_of(keeper_of(request), ident)
    file = services.season_calendar_of(design, timezone.localdate(), asked.reading)
    return _file(file, "text/calendar", design, "season.ics")


@router.get("/{ident}/drawings/{name}")
def export_drawing(request: HttpRequest, ident: UUID, name: DrawingName, box: int | None = None) -> HttpResponse:
    """A drawing of one chamber, or of the whole, as an SVG file in millimetres."""
    design = selectors.design_of(keeper_of(request), ident)
    report = build_report(working_hive(design.document), drawn(name), box)
    picture = svg_of(report, name)
    if picture is None:
        raise ParameterError("name", name, "There is no such drawing.", "no-such-drawing")
    return _attachment(picture, "image/svg+xml", design, f"{name}.svg")


def _weathered(request: HttpRequest, design: Design) -> Hive:
    """A stored design as it is worked with, planned by the days of weather that it names."""
    return weather.weathered(keeper_of(request), working_hive(design.document))


def _attachment(text: str, kind: str, design: Design, ending: str) -> HttpResponse:
    return _file(text.encode(), f"{kind}; charset=utf-8", design, ending)


def _file(body: bytes, kind: str, design: Design, ending: str) -> HttpResponse:
    response = HttpResponse(body, content_type=kind)
    response["Content-Disposition"] = f'attachment; filename="{_slug(design)}.{ending}"'
    return response


def _slug(design: Design) -> str:
    return slugify(design.name) or "hive"
