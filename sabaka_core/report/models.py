"""The report: numbers with their working, findings with mends, drawings."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from sabaka_core.drawing.models import Drawing, DrawingName
from sabaka_core.quantity import Quantity, Text, Unit, Value
from sabaka_core.sources import Source

Severity = Literal["error", "warning", "note"]
Group = Literal["Section", "Cavity", "Comb", "Frame", "Run", "Hive"]
ReportPart = Literal[
    "metrics",
    "findings",
    "mends",
    "overlaps",
    "forms",
    "section",
    "along",
    "plan",
    "slope",
    "board",
    "above",
    "beside",
    "rod",
    "combs",
    "sheet",
]


class Input(Value):
    """One number that goes into a formula."""

    symbol: str
    name: str
    quantity: Quantity
    source: Source | None = None


class Working(Value):
    """How a number came about."""

    formula: str
    inputs: tuple[Input, ...]


class Metric(Value):
    """A key number of the design.

    ``gloss`` explains the term to someone new to it; ``caution`` warns of the work it leads to.
    """

    key: str
    value: float
    unit: Unit
    label: str
    group: Group
    working: Working
    source: Source
    gloss: str = ""
    caution: str = ""
    headline: bool = False


class Mend(Value):
    """A change of the document that cures a finding: an RFC 6902 patch."""

    label: Text
    patch: list[dict[str, Any]]


class Spot(Value):
    """Where on a drawing a finding shows."""

    drawing: DrawingName
    x_mm: float
    y_mm: float


class Finding(Value):
    """Something wrong, or worth knowing.

    ``number`` is what was measured and ``limit`` what it is held against; ``school`` names
    the way of keeping the rule belongs to, when keepers differ.
    """

    id: str
    code: str
    severity: Severity
    text: Text
    why: str
    box: int = 0
    chamber: str = ""
    place: Spot
    number: Quantity
    limit: Text
    source: Source
    school: str = ""
    path: str = ""
    mends: tuple[Mend, ...] = ()


class Option(Value):
    """One side of a choice, with its reason. ``edit`` replaces the plain setting of the field."""

    value: str
    label: str
    why: str
    edit: dict[str, Any] | None = None


class SizeField(Value):
    """A length or angle to type. ``held`` says whether it is given or follows from others."""

    kind: Literal["size"] = "size"
    path: str
    label: str
    quantity: Quantity
    held: bool
    gloss: str = ""
    edit: dict[str, Any] | None = None


class ChoiceField(Value):
    """A choice between named values."""

    kind: Literal["choice"] = "choice"
    path: str
    label: str
    value: str
    options: tuple[Option, ...]
    gloss: str = ""


class TextField(Value):
    """Words to type."""

    kind: Literal["text"] = "text"
    path: str
    label: str
    value: str
    long: bool = False


FormField = Annotated[SizeField | ChoiceField | TextField, Field(discriminator="kind")]


class Action(Value):
    """An edit on a button."""

    label: str
    edit: dict[str, Any]


class Advice(Value):
    """Something worth trying, with its reason and the edit that does it."""

    text: Text
    why: str
    action: Action


class FieldGroup(Value):
    """Fields that belong together, and the tab of the ledger they stand on."""

    id: str
    title: str
    tab: Literal["set", "run", "season", "moving", "lifting", "winter", "building"]
    fields: tuple[FormField, ...]
    actions: tuple[Action, ...] = ()


class BarPlace(Value):
    """One item of the run in words and numbers, for lists and screen readers."""

    index: int
    kind: str
    number: int | None
    start_mm: float
    end_mm: float
    text: Text
    in_nest: bool


class EntranceState(Value):
    """One entrance and what should be done about it."""

    index: int
    text: Text
    open: bool
    in_nest: bool
    advice: Literal["open", "plugged", "plug", "may be opened"]


class CombPart(Value):
    """One line of a frame's parts list: long, wide and thick; no sizes for what is bought as it is."""

    name: str
    count: int
    sizes: tuple[Quantity, ...]
    note: str


class CombFact(Value):
    """Something a bar or frame holds, weighs or does; ``good`` where there is a right and a wrong, by the rule
    ``code``."""

    label: str
    text: Text
    good: bool | None = None
    code: str = ""


class FitRow(Value):
    """One gap of a frame in its chamber, at both ends of tolerance and moisture.

    ``good`` by the rules ``codes``; None where it isn't judged, as in a chamber in which the frame doesn't hang.
    """

    label: str
    least: Quantity
    nominal: Quantity
    most: Quantity
    words: str
    good: bool | None
    codes: tuple[str, ...] = ()


class CombCard(Value):
    """One bar or frame: drawings, parts, what it holds, and how it fits the chamber on the bench."""

    id: str
    name: str
    origin: str
    make: str
    source: Source
    made_from: str = ""
    used: int = 0
    drawings: tuple[Drawing, ...] = ()
    parts: tuple[CombPart, ...] = ()
    facts: tuple[CombFact, ...] = ()
    fit: tuple[FitRow, ...] = ()


class FitOut(Value):
    """One mix that fills the run, and the edit that hangs it."""

    text: Text
    left: Text
    now: bool
    edit: dict[str, Any]


class Fact(Value):
    """Something about the run in words; ``good`` where there is a right and a wrong, by the rule ``code``."""

    text: Text
    why: str = ""
    good: bool | None = None
    code: str = ""


class SavedOut(Value):
    """A kept state of the run. ``gone`` names kinds of comb that it hangs on and the design no longer has."""

    text: str
    gone: tuple[str, ...] = ()


class RunSheet(Value):
    """All of it for one chamber."""

    fits: tuple[FitOut, ...]
    slats: tuple[Fact, ...]
    openings: tuple[Fact, ...]
    followers: tuple[Fact, ...]
    excluders: tuple[Fact, ...]
    saved: tuple[SavedOut, ...]


class ChamberName(Value):
    """One chamber of the hive, to choose which one lies on the bench."""

    box: int
    name: str
    role: str
    text: Text


class Report(Value):
    """What the core says of one design, one of its chambers on the bench."""

    system: str
    name: str
    summary: Text
    box: int = 0
    chambers: tuple[ChamberName, ...] = ()
    metrics: dict[str, Metric] = {}
    findings: tuple[Finding, ...] = ()
    views: tuple[DrawingName, ...] = ()
    drawings: dict[DrawingName, Drawing] = {}
    forms: tuple[FieldGroup, ...] = ()
    advice: tuple[Advice, ...] = ()
    combs: tuple[CombCard, ...] = ()
    sheet: RunSheet | None = None
    run: tuple[BarPlace, ...] = ()
    entrances: tuple[EntranceState, ...] = ()
