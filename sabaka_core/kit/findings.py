"""Findings with their mends, as they are handed out."""

from __future__ import annotations

from typing import Any, Literal

from sabaka_core.base.quantity import Quantity, Text, Value
from sabaka_core.base.sources import Source
from sabaka_core.kit.drawing import DrawingName

Severity = Literal["error", "warning", "note"]


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
