"""Findings with their mends, as they are handed out."""

from __future__ import annotations

from typing import Any, Literal

from sabaka_core.base.quantity import Quantity, Text, Value
from sabaka_core.base.sources import Source

Severity = Literal["error", "warning", "note"]


class Mend(Value):
    """A change of the document that was tried: an RFC 6902 patch that cures a finding, or helps.

    ``gives`` says what it was found to give.
    """

    label: Text
    patch: list[dict[str, Any]]
    gives: Text | None = None


class Spot(Value):
    """Where on a drawing a finding shows."""

    drawing: str
    x_mm: float
    y_mm: float


class Finding(Value):
    """Something wrong, or worth knowing; ``step`` is the study that it belongs to.

    ``number`` is what was measured and ``limit`` what it is held against; ``school`` names
    the way of keeping the rule belongs to, when keepers differ; ``at`` the moment of the study that shows it.
    """

    id: str
    code: str
    step: str
    severity: Severity
    text: Text
    why: str
    box: int = 0
    chamber: str = ""
    place: Spot | None = None
    number: Quantity
    limit: Text
    source: Source
    school: str = ""
    path: str = ""
    at: int | None = None
    mends: tuple[Mend, ...] = ()
