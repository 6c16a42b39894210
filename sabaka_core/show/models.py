"""The report of one design, as it is handed out."""

from __future__ import annotations

from typing import Any, Literal

from sabaka_core.base.quantity import Quantity, Text, Value
from sabaka_core.base.sources import Source
from sabaka_core.kit.drawing import Drawing, DrawingName
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.forms import Advice, FieldGroup
from sabaka_core.kit.metrics import Metric

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
