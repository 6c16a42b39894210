"""Numbers with the way they came about."""

from __future__ import annotations

from typing import Literal

from sabaka_core.base.quantity import Quantity, Text, Unit, Value
from sabaka_core.base.sources import Source

# How a number came about: worked out by a formula that is evaluated, by a model that was run or a search, read off a
# solid or taken as it was set.
NumberKind = Literal["computed", "simulated", "read off"]


class Input(Value):
    """One number that goes into a formula."""

    symbol: str
    name: str
    quantity: Quantity
    source: Source | None = None


class Working(Value):
    """How a number came about.

    ``formula`` is what is evaluated, or in words the model that was run or the solid it was read off; ``check`` is the
    balance or bound that holds a simulated one.
    """

    kind: NumberKind
    formula: str
    inputs: tuple[Input, ...] = ()
    check: Text | None = None


class Metric(Value):
    """A key number of the design.

    ``working`` is left out where only the number was asked for. ``gloss`` explains the term to someone new to it;
    ``caution`` warns of the work it leads to.
    """

    key: str
    value: float
    unit: Unit
    label: str
    group: str
    working: Working | None
    source: Source
    gloss: str = ""
    caution: str = ""
    headline: bool = False
