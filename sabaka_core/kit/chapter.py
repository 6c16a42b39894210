"""What a study says of a hive: one shape for every step, whatever it is about."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.base.locale import Mark
from sabaka_core.base.quantity import Quantity, Text, Value
from sabaka_core.base.sources import Source
from sabaka_core.base.units import System
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Finding, Mend
from sabaka_core.kit.forms import Action, FieldGroup
from sabaka_core.kit.metrics import Metric, Working

Cell = Quantity | Text
ReportPart = Literal[
    "metrics",
    "numbers",
    "values",
    "findings",
    "mends",
    "helps",
    "tables",
    "agenda",
    "drawings",
    "forms",
    "moment",
    "long",
]
# Left out of all: "numbers", the key ones of the metrics without their workings; "values", the same bare, while
# something is dragged; "moment", the tables and drawings that another moment changes, and nothing else. "long" asks
# also for findings that take longer to look for than a rail waits.
ALL_PARTS: tuple[ReportPart, ...] = (
    "metrics",
    "findings",
    "mends",
    "helps",
    "tables",
    "agenda",
    "drawings",
    "forms",
    "long",
)


class Line(Value):
    """A line of a table, its name first. ``why`` and ``notes`` explain it, ``working`` how its numbers came about,
    ``source`` where they come from.

    ``key`` tells it apart; ``good`` where there is a right and a wrong, by the ``rules`` of these codes; ``choose`` is
    what a click on it does, ``chosen`` whether it is so already.
    """

    key: str = ""
    cells: tuple[Cell, ...]
    why: str = ""
    notes: tuple[Text, ...] = ()
    working: Working | None = None
    source: Source | None = None
    good: bool | None = None
    rules: tuple[str, ...] = ()
    choose: Action | None = None
    chosen: bool = False


class Table(Value):
    """Numbers and words in columns; a ``folded`` one is opened by who wants it."""

    key: str
    title: str
    columns: tuple[str, ...]
    lines: tuple[Line, ...]
    folded: bool = False


class Moments(Value):
    """What can be gone through, a month or a week at a time: their names, which one is shown, and the table of them.

    Where they are days, ``days`` are those, and ``places`` where they stand on the charts.
    """

    label: str
    names: tuple[str, ...]
    at: int
    table: str = ""
    days: tuple[str, ...] = ()
    places: tuple[float, ...] = ()


class Doing(Value):
    """One thing to do, and why; ``done`` where it can be ticked off, ``again`` where its sizes have changed since."""

    id: str
    title: str = ""
    words: Text
    why: str = ""
    measure: Text | None = None
    caution: str = ""
    done: bool | None = None
    again: bool = False


class Occasion(Value):
    """A day, or a stage of the work, with what is done on it; ``at`` is the moment that shows it."""

    label: str
    day: str = ""
    at: int | None = None
    doings: tuple[Doing, ...]


class Paper(Value):
    """A file that can be made of it: what it is called, and its name at the design’s address."""

    label: str
    name: str


class Asked(Value):
    """What is asked of a study: which parts, which moment is shown where it has any, and a size typed to compare.

    ``wanted`` are the keys of the drawings and tables that are wanted, all of the usual ones when not said; ``of`` is
    what of many is shown, as a kind of frame.
    """

    parts: tuple[ReportPart, ...] = ALL_PARTS
    wanted: Annotated[tuple[str, ...], Field(max_length=24)] | None = None
    of: Annotated[str, Field(max_length=80)] = ""
    at: int | None = None
    typed: Annotated[str, Field(max_length=40)] = ""
    units: System = "mm"
    mark: Mark = "."

    def wants(self, key: str) -> bool:
        """Whether a drawing or table is made, as far as it’s a usual one."""
        return self.wanted is None or key in self.wanted

    @property
    def shown(self) -> int:
        """The moment that is shown."""
        return self.at or 0


class Chapter(Value):
    """What one study says: parts that weren’t asked for stay empty.

    ``tried`` tells what was searched for what helps; ``views`` are the drawings that can be asked for, ``of`` what of
    many is shown.
    """

    study: str
    lead: Text
    metrics: dict[str, Metric] = {}
    values: dict[str, float] = {}
    findings: tuple[Finding, ...] = ()
    helps: tuple[Mend, ...] = ()
    tried: Text | None = None
    tables: tuple[Table, ...] = ()
    agenda_title: str = ""
    agenda: tuple[Occasion, ...] = ()
    views: tuple[str, ...] = ()
    of: str = ""
    drawings: dict[str, Drawing] = {}
    charts: dict[str, Chart] = {}
    forms: tuple[FieldGroup, ...] = ()
    moments: Moments | None = None
    papers: tuple[Paper, ...] = ()
    notes: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
