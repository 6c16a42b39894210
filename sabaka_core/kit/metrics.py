"""Numbers with the way they came about."""

from __future__ import annotations

from typing import Literal

from sabaka_core.base.quantity import Quantity, Unit, Value
from sabaka_core.base.sources import Source

Group = Literal["Section", "Cavity", "Comb", "Frame", "Run", "Hive"]


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
