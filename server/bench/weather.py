"""Days of weather over HTTP: a table goes in once, and designs name it from then on."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest
from ninja import Router, Schema
from pydantic import Field

from server.auth import keeper_of, keeper_only
from server.designs import weather
from server.designs.models import WeatherDays
from server.problems import REFUSALS

router = Router(auth=keeper_only)


class WeatherIn(Schema):
    """A table of daily weather of up to twenty years; its unit goes by its heading when left out."""

    table: Annotated[str, Field(max_length=700_000)]
    name: Annotated[str, Field(max_length=80)] = ""
    day_first: bool = False
    fahrenheit: bool | None = None


class WeatherOut(Schema):
    """Days in the keeper's store: their name, their hash, and what they are."""

    name: str
    sha: str
    words: str


@router.get("/", response=list[WeatherOut])
def tables(request: HttpRequest) -> list[WeatherOut]:
    """The keeper's days of weather, newest first."""
    return [_out(row) for row in WeatherDays.objects.filter(owner=keeper_of(request)).defer("packed")]


@router.post("/", response={200: WeatherOut, **REFUSALS})
def bring(request: HttpRequest, payload: WeatherIn) -> WeatherOut:
    """Put a table of daily weather into the keeper's store."""
    row = weather.bring(keeper_of(request), payload.table, payload.name, payload.day_first, payload.fahrenheit)
    return _out(row)


def _out(row: WeatherDays) -> WeatherOut:
    return WeatherOut(name=row.name, sha=row.sha, words=row.words)
