"""What an archive of one keeper's things holds, as data: its JSON schema is made of these, and goes with it."""

from __future__ import annotations

from typing import Annotated, Any, Literal
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field

from sabaka_core.document.season import Day
from sabaka_core.learning.trials import Measure
from sabaka_core.yard.colony import Life
from sabaka_core.yard.plan import BookPlan
from sabaka_core.yard.visit import Visit

VERSION = 1
Named = Annotated[str, Field(min_length=1, max_length=80)]
Document = dict[str, Any]


class ArchivePart(BaseModel):
    """A piece of an archive: closed to fields it doesn't know."""

    model_config = ConfigDict(extra="forbid", frozen=True)


class KeptRevision(ArchivePart):
    """One state of a design that was kept."""

    number: Annotated[int, Field(ge=1)]
    kind: Annotated[str, Field(max_length=16)]
    label: Annotated[str, Field(max_length=200)] = ""
    name: Annotated[str, Field(max_length=80)] = ""
    made_at: str
    document: Document


class KeptDesign(ArchivePart):
    """A design with all its revisions; ``head`` is the one that counts."""

    id: UUID
    head: Annotated[int, Field(ge=1)]
    deleted: bool = False
    document: Document
    calendar: list[dict[str, Any]] = []
    revisions: list[KeptRevision]


class KeptDays(ArchivePart):
    """Days of weather that the keeper brought, packed and written in base 64."""

    name: Named
    sha: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]
    words: Annotated[str, Field(max_length=120)]
    filled: Annotated[int, Field(ge=0)]
    packed: str


class KeptVisit(ArchivePart):
    """A visit, who wrote it, and the names of its photos in the archive’s folder of them."""

    id: UUID
    by: Annotated[str, Field(max_length=80)]
    beside: bool = False
    entry: Visit
    photos: list[UUID] = []


class KeptHive(ArchivePart):
    """A hive that stands, with its visits in the order of their days."""

    id: UUID
    name: Named
    design: UUID | None = None
    revision: Annotated[int, Field(ge=0)]
    built_on: Day
    document: Document
    plan: BookPlan | None = None
    measured: list[str] = []
    learns: bool = True
    done: list[str] = []
    visits: list[KeptVisit]


class KeptColony(ArchivePart):
    """A colony, and all that happened to it."""

    id: UUID
    life: Life


class KeptTrial(ArchivePart):
    """A trial, its hives by their names in the archive."""

    name: Named
    change: Annotated[str, Field(max_length=400)]
    measure: Measure
    begun_on: Day
    ended_on: Day | None = None
    verdict: Annotated[str, Field(max_length=400)]
    changed: list[UUID]
    others: list[UUID]


class KeptYard(ArchivePart):
    """A yard that the keeper keeps."""

    id: UUID
    name: Named
    place: Annotated[str, Field(max_length=200)] = ""
    climate: Annotated[str, Field(max_length=40)] = ""
    layout: Annotated[str, Field(max_length=120)] = ""
    hives: list[KeptHive]
    colonies: list[KeptColony]
    trials: list[KeptTrial] = []


class Archive(ArchivePart):
    """Everything of one keeper."""

    format: Literal["sabaka-archive"] = "sabaka-archive"
    version: Annotated[int, Field(ge=1, le=VERSION)] = VERSION
    made_on: Day
    designs: list[KeptDesign]
    weather: list[KeptDays]
    yards: list[KeptYard]
