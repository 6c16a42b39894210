"""Numbers with units, and sentences that carry them.

A sentence keeps its numbers apart from its words, so that each reader can write them in
the units the keeper chose.
"""

from __future__ import annotations

import re
from typing import Literal

from pydantic import BaseModel, ConfigDict

Unit = Literal[
    "number",
    "mm",
    "deg",
    "cm2",
    "m2",
    "L",
    "kg",
    "boxes",
    "count",
    "part",
    "mm/deg",
    "per cm2",
    "N/mm2",
    "kg/L",
    "W",
    "W/K",
    "W/m2K",
    "W/m2",
    "C",
    "%",
    "N",
]

_DIGITS: dict[str, int] = {
    "number": 3,
    "mm": 1,
    "deg": 1,
    "cm2": 0,
    "m2": 2,
    "L": 1,
    "kg": 2,
    "boxes": 1,
    "count": 0,
    "part": 2,
    "mm/deg": 1,
    "per cm2": 2,
    "N/mm2": 0,
    "kg/L": 2,
    "W": 1,
    "W/K": 2,
    "W/m2K": 3,
    "W/m2": 0,
    "C": 1,
    "%": 0,
    "N": 0,
}
_SUFFIX: dict[str, str] = {
    "number": "",
    "deg": "°",
    "cm2": " cm²",
    "m2": " m²",
    "count": "",
    "part": "",
    "mm/deg": " mm a degree",
    "per cm2": " /cm²",
    "N/mm2": " N/mm²",
    "W/m2K": " W/m²K",
    "W/m2": " W/m²",
    "C": " °C",
    "%": " %",
}


def unit_rows() -> dict[str, tuple[int, str]]:
    """How each unit is written in metric: digits, and its sign."""
    return {unit: (digits, _SUFFIX.get(unit, f" {unit}").strip()) for unit, digits in _DIGITS.items()}


class Value(BaseModel):
    """Base of what the core hands out: frozen."""

    model_config = ConfigDict(frozen=True, json_schema_serialization_defaults_required=True)


class Quantity(Value):
    """A number and its unit."""

    value: float
    unit: Unit


class Text(Value):
    """A sentence with ``{name}`` places and the quantities that go there."""

    template: str
    values: dict[str, Quantity] = {}


def mm(value: float) -> Quantity:
    """A length."""
    return Quantity(value=value, unit="mm")


def deg(value: float) -> Quantity:
    """An angle."""
    return Quantity(value=value, unit="deg")


def litres(value: float) -> Quantity:
    """A volume."""
    return Quantity(value=value, unit="L")


def kilograms(value: float) -> Quantity:
    """A mass."""
    return Quantity(value=value, unit="kg")


def amount(value: float, unit: Unit) -> Quantity:
    """So much in any unit."""
    return Quantity(value=value, unit=unit)


def count(value: float) -> Quantity:
    """A number of things."""
    return Quantity(value=value, unit="count")


def text(template: str, **values: Quantity) -> Text:
    """A sentence with its quantities."""
    return Text(template=template, values=values)


def plain_quantity(quantity: Quantity) -> str:
    """A quantity in metric, as the command line and files print it."""
    digits = _DIGITS[quantity.unit]
    number = f"{quantity.value:.{digits}f}"
    if "." in number:
        number = number.rstrip("0").rstrip(".")
    number = "0" if number == "-0" else number
    return number + _SUFFIX.get(quantity.unit, f" {quantity.unit}")


def plain(sentence: Text) -> str:
    """A sentence in metric words. Braces that name no quantity, as in a hive's name, stay."""

    def written(match: re.Match[str]) -> str:
        quantity = sentence.values.get(match[1])
        return match[0] if quantity is None else plain_quantity(quantity)

    return re.sub(r"\{(\w+)\}", written, sentence.template)
