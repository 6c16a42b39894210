"""A visit as it is written down: the run as found and as left, and whatever else was seen and done.

A run in the book is a run of the document: the same items, each comb known by its ``id``, which it keeps when it moves.
"""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, StringConstraints, model_validator

from sabaka_core.document.base import DocumentPart, Ident, Name, Note, Plain
from sabaka_core.document.entrances import Setting
from sabaka_core.document.run import Comb, Contents, RunItem
from sabaka_core.document.season import Day
from sabaka_core.kit.tables import table

# A day and a time as the clock at the hive shows them.
Moment = Annotated[str, StringConstraints(pattern=r"^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$")]
CombName = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Kg = Annotated[float, Field(gt=0, le=200)]
Words = Annotated[str, StringConstraints(strip_whitespace=True, max_length=200), Plain()]


class RunSeen(DocumentPart):
    """The run of one chamber, from the near end on."""

    chamber: Ident
    items: Annotated[tuple[RunItem, ...], Field(max_length=500)]

    @property
    def combs(self) -> tuple[Comb, ...]:
        """Its combs in order."""
        return tuple(item for item in self.items if isinstance(item, Comb))


class CombMark(DocumentPart):
    """What was seen on a comb besides its contents; ``away`` is its side towards the far end, where that differs."""

    comb: CombName
    away: Contents | None = None
    crossed: bool = False
    drone: bool = False
    queen: bool = False
    queen_cells: Annotated[int, Field(ge=0, le=200)] = 0


class HoneyTaken(DocumentPart):
    """Honey that was taken: out of one comb, or out of all of them where none is named."""

    comb: CombName | None = None
    kg: Kg


class Fed(DocumentPart):
    """What was fed, and how much of it."""

    kind: Literal["syrup", "sugar", "fondant", "candy", "honey", "pollen"]
    kg: Kg


class Treated(DocumentPart):
    """A treatment: what, of which batch, how much, when it comes out, and until when no honey is taken."""

    what: Name
    batch: Words = ""
    how_much: Words = ""
    out_on: Day | None = None
    no_honey_until: Day | None = None


class Mites(DocumentPart):
    """Mites that were counted: fallen in a day, washed or dusted off so many bees, or in so many drone cells."""

    by: Literal["fallen-a-day", "wash", "sugar", "drone-brood"]
    count: Annotated[int, Field(ge=0, le=20_000)]
    of: Annotated[int, Field(ge=1, le=2_000)] | None = None


class EntranceSet(DocumentPart):
    """How an entrance was left: the chamber’s first is number 1."""

    chamber: Ident
    number: Annotated[int, Field(ge=1, le=60)]
    setting: Setting
    guard: bool = False


class Reading(DocumentPart):
    """A number read off: weight of the hive [kg], temperature in it or outside [°C], humidity in it [%]."""

    kind: Literal["weight", "inside", "outside", "humidity"]
    value: float

    @model_validator(mode="after")
    def _within_reach(self) -> Self:
        low, high = table("yard")[f"read_{self.kind}"].span
        if not low <= self.value <= high:
            raise ValueError(f"Between {low:g} and {high:g}.")
        return self


class Visit(DocumentPart):
    """One visit to one hive.

    ``found`` is the run as it stood, ``left`` as it stands now; none of them says that it wasn't opened, or that it was
    left as it was found. ``planned`` tells that it was begun by what the plan says. ``zone_minutes`` is how far the
    clock at the hive is ahead of universal time. A ``queen`` that is “put-in” came in a cage shut with candy.
    ``supers`` are those that are on when the keeper has gone.
    """

    at: Moment
    zone_minutes: Annotated[int, Field(ge=-840, le=840)] = 0
    minutes: Annotated[int, Field(ge=0, le=1_440)] = 0
    why: Words = ""
    weather: Words = ""
    planned: bool = False
    found: Annotated[tuple[RunSeen, ...], Field(max_length=24)] = ()
    left: Annotated[tuple[RunSeen, ...], Field(max_length=24)] = ()
    marks: Annotated[tuple[CombMark, ...], Field(max_length=500)] = ()
    covered: Annotated[float, Field(ge=0, le=200)] | None = None
    queen: Literal["", "seen", "eggs", "not-seen", "put-in"] = ""
    temper: Literal["", "calm", "lively", "hot"] = ""
    bearding: bool = False
    bloom: Words = ""
    honey: Annotated[tuple[HoneyTaken, ...], Field(max_length=200)] = ()
    fed: Annotated[tuple[Fed, ...], Field(max_length=20)] = ()
    treated: Annotated[tuple[Treated, ...], Field(max_length=10)] = ()
    mites: Annotated[tuple[Mites, ...], Field(max_length=10)] = ()
    beetles: Annotated[int, Field(ge=0, le=20_000)] | None = None
    entrances: Annotated[tuple[EntranceSet, ...], Field(max_length=60)] = ()
    supers: Annotated[int, Field(ge=0, le=24)] | None = None
    readings: Annotated[tuple[Reading, ...], Field(max_length=20)] = ()
    notes: Note = ""

    @model_validator(mode="after")
    def _combs_once(self) -> Self:
        for runs in (self.found, self.left):
            chambers = [run.chamber for run in runs]
            combs = [comb.id for run in runs for comb in run.combs]
            if len(set(chambers)) < len(chambers):
                raise ValueError("A chamber stands in it twice.")
            if "" in combs:
                raise ValueError("A comb has no number.")
            if len(set(combs)) < len(combs):
                raise ValueError("A comb stands in it twice.")
        return self

    @property
    def day(self) -> str:
        return self.at[:10]

    @property
    def after(self) -> tuple[RunSeen, ...]:
        """The runs as they stand when the keeper has gone."""
        changed = {run.chamber: run for run in self.left}
        return (*(changed.pop(run.chamber, run) for run in self.found), *changed.values())

    @property
    def honey_kg(self) -> float:
        return sum(taken.kg for taken in self.honey)
