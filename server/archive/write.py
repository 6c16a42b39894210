"""Writing an archive: JSON with its schema, a CSV file for each table, the photos."""

from __future__ import annotations

import csv
import io
import json
from base64 import b64encode
from collections.abc import Iterable, Iterator, Sequence
from datetime import date
from typing import IO, Any
from zipfile import ZIP_DEFLATED, ZIP_STORED, ZipFile

from django.contrib.auth.models import User

from sabaka_core.learning.trials import MEASURES, Measure
from sabaka_core.yard.colony import Life, event_words
from sabaka_core.yard.visit import Visit
from server.accounts.names import called
from server.archive.form import (
    Archive,
    KeptColony,
    KeptDays,
    KeptDesign,
    KeptHive,
    KeptRevision,
    KeptTrial,
    KeptVisit,
    KeptYard,
)
from server.designs.models import Design
from server.readings.table import write as readings_table
from server.yard.models import BuiltHive, Member, Photo, Trial, VisitEntry, Yard

JSON_NAME, SCHEMA_NAME, PHOTOS, READINGS = "sabaka.json", "sabaka.schema.json", "photos", "readings"


def write_archive(user: User, to: IO[bytes], today: date) -> None:
    """Writes everything that is a keeper's own: designs with their revisions, weather, the yards that he keeps."""
    found = archive_of(user, today)
    with ZipFile(to, "w", ZIP_DEFLATED) as file:
        file.writestr(JSON_NAME, found.model_dump_json(exclude_none=True))
        file.writestr(SCHEMA_NAME, json.dumps(Archive.model_json_schema(), indent=1))
        for name, columns, rows in tables(found):
            file.writestr(f"{name}.csv", _csv(columns, rows))
        for photo in Photo.objects.filter(visit__hive__yard__in=yards_kept(user)).iterator():
            with photo.file.open("rb") as picture:
                file.writestr(f"{PHOTOS}/{photo.pk}.jpg", picture.read(), ZIP_STORED)
        for hive in BuiltHive.objects.filter(yard__in=yards_kept(user), devices__isnull=False).distinct():
            file.writestr(f"{READINGS}/{hive.pk}.csv", readings_table(hive))


def yards_kept(user: User) -> list[Yard]:
    """The yards that somebody is a keeper of."""
    mine = Member.objects.filter(user=user, role=Member.Role.KEEPER).select_related("yard")
    return [member.yard for member in mine.order_by("yard__name", "yard_id")]


def archive_of(user: User, today: date) -> Archive:
    """Everything of a keeper, as data."""
    return Archive(
        made_on=today.isoformat(),
        designs=[_design(each) for each in user.designs.order_by("made_at", "id")],
        weather=[
            KeptDays(
                name=each.name,
                sha=each.sha,
                words=each.words,
                filled=each.filled,
                packed=b64encode(each.packed).decode("ascii"),
            )
            for each in user.weather.order_by("sha")
        ],
        yards=[_yard(each) for each in yards_kept(user)],
    )


def _design(design: Design) -> KeptDesign:
    return KeptDesign(
        id=design.pk,
        head=design.head,
        deleted=design.deleted_at is not None,
        document=design.document,
        calendar=design.calendar,
        revisions=[
            KeptRevision(
                number=each.number,
                kind=each.kind,
                label=each.label,
                name=each.name,
                made_at=each.made_at.isoformat(),
                document=each.document,
            )
            for each in design.revisions.order_by("number")
        ],
    )


def _yard(yard: Yard) -> KeptYard:
    return KeptYard(
        id=yard.pk,
        name=yard.name,
        place=yard.place,
        climate=yard.climate,
        layout=yard.layout,
        hives=[_hive(each) for each in yard.hives.order_by("made_at", "id")],
        colonies=[KeptColony(id=each.pk, life=Life.model_validate(each.life)) for each in yard.colonies.all()],
        trials=[_trial(each) for each in yard.trials.all()],
    )


def _trial(trial: Trial) -> KeptTrial:
    measure: Measure = next(each for each in MEASURES if each == trial.measure)
    return KeptTrial(
        name=trial.name,
        change=trial.change,
        measure=measure,
        begun_on=trial.begun_on.isoformat(),
        ended_on=trial.ended_on.isoformat() if trial.ended_on is not None else None,
        verdict=trial.verdict,
        changed=sorted(trial.changed.values_list("id", flat=True)),
        others=sorted(trial.others.values_list("id", flat=True)),
    )


def _hive(hive: BuiltHive) -> KeptHive:
    return KeptHive(
        id=hive.pk,
        name=hive.name,
        design=hive.design_id,
        revision=hive.revision,
        built_on=hive.built_on.isoformat(),
        document=hive.document,
        plan=hive.plan,
        measured=hive.measured,
        learns=hive.learns,
        done=hive.done,
        visits=[_visit(each) for each in hive.visits.select_related("author").prefetch_related("photos")],
    )


def _visit(entry: VisitEntry) -> KeptVisit:
    author = entry.author
    return KeptVisit(
        id=entry.pk,
        by=(called(author) if author is not None else entry.signed)[:80],
        beside=entry.beside,
        entry=Visit.model_validate(entry.entry),
        photos=[photo.pk for photo in entry.photos.all()],
    )


Table = tuple[str, Sequence[str], Iterable[Sequence[object]]]


def tables(archive: Archive) -> Iterator[Table]:
    """Every table as name, columns, rows, for spreadsheets and other programs."""
    yield (
        "designs",
        ("id", "name", "system", "revision"),
        [(each.id, each.document["name"], each.document["system"], each.head) for each in archive.designs],
    )
    yield (
        "hives",
        ("id", "yard", "name", "design", "revision", "built_on"),
        [(h.id, y.name, h.name, h.design or "", h.revision, h.built_on) for y in archive.yards for h in y.hives],
    )
    yield "colonies", ("id", "yard", "colony", "day", "event"), list(_events(archive))
    every = [(hive.name, kept) for yard in archive.yards for hive in yard.hives for kept in hive.visits]
    yield "visits", ("id", "hive", "at", "by", *_SAID), [(*_which(*each), *_said(each[1])) for each in every]
    yield (
        "combs",
        ("visit", "hive", "at", "chamber", "place", "comb", "kind", "contents"),
        [
            (*_which(name, kept)[:3], run.chamber, place, comb.id, comb.type, comb.contents)
            for name, kept in every
            for run in kept.entry.found
            for place, comb in enumerate(run.combs, 1)
        ],
    )
    for table, columns in _LISTS.items():
        yield (
            table,
            ("visit", "hive", "at", *columns),
            [
                (*_which(name, kept)[:3], *(_or_none(getattr(each, column)) for column in columns))
                for name, kept in every
                for each in getattr(kept.entry, table)
            ],
        )


def _which(hive: str, kept: KeptVisit) -> tuple[object, ...]:
    return kept.id, hive, kept.entry.at, kept.by


def _said(kept: KeptVisit) -> tuple[object, ...]:
    return tuple(_or_none(getattr(kept.entry, name)) for name in _SAID)


# What a visit says once, and what it may say several times.
_SAID = (
    *("why", "minutes", "covered", "queen", "temper", "bearding", "supers", "beetles"),
    *("weather", "bloom", "notes"),
)
_LISTS = {
    "honey": ("comb", "kg"),
    "fed": ("kind", "kg"),
    "treated": ("what", "batch", "how_much", "out_on", "no_honey_until"),
    "mites": ("by", "count", "of"),
    "entrances": ("chamber", "number", "setting", "guard"),
    "readings": ("kind", "value"),
    "marks": ("comb", "away", "crossed", "drone", "queen", "queen_cells"),
}


def _events(archive: Archive) -> Iterator[Sequence[object]]:
    for yard in archive.yards:
        names = {str(each.id): each.name for each in yard.hives}
        names |= {str(each.id): each.life.name for each in yard.colonies}
        for colony in yard.colonies:
            for event in colony.life.events:
                yield colony.id, yard.name, colony.life.name, event.day, event_words(event, names)


def _or_none(value: object) -> object:
    return "" if value is None else value


def _csv(columns: Sequence[str], rows: Iterable[Sequence[Any]]) -> str:
    to = io.StringIO()
    written = csv.writer(to, lineterminator="\r\n")
    written.writerow(columns)
    written.writerows([_plain(cell) for cell in row] for row in rows)
    return to.getvalue()


def _plain(cell: object) -> object:
    """A cell that no spreadsheet takes for a formula."""
    return f"'{cell}" if isinstance(cell, str) and cell[:1] in ("=", "+", "-", "@", "\t", "\r") else cell
