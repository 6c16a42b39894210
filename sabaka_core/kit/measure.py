"""Numbers and sentences in the keeper's measure: millimetres, or inches with all that goes with them.

The core works and writes in metric. Readers that are people get each quantity, and each amount written out in a
sentence, in the measure that they chose: lengths, areas, room, masses, forces and temperatures alike. The screen does
the same in web/src/lib/format.ts; both are held to tests/fixtures/measures.json.
"""

from __future__ import annotations

import re
from typing import Literal, NamedTuple

from sabaka_core.base.locale import HERE, Locale, localized
from sabaka_core.base.quantity import Quantity, Text, Unit, plain_quantity
from sabaka_core.base.units import inches_text

Measure = Literal["mm", "in", "in32"]
FINEST: dict[Measure, int] = {"in": 16, "in32": 32}


class ReadAs(NamedTuple):
    """How a keeper reads: in which measure, and written as where he lives."""

    measure: Measure = "mm"
    locale: Locale = HERE


PLAIN = ReadAs()

# What a unit becomes: factor, digits, suffix. A temperature is shifted too, and a length is written as a fraction.
IMPERIAL: dict[Unit, tuple[float, int, str]] = {
    "cm2": (0.15500031, 1, " in²"),
    "m2": (10.76391, 1, " ft²"),
    "L": (0.035314667, 2, " ft³"),
    "kg": (2.2046226, 1, " lb"),
    "N": (0.22480894, 0, " lbf"),
    "per cm2": (6.4516, 1, " /in²"),
    "mm/deg": (1 / 25.4, 3, " in a degree"),
    "N/mm2": (145.03774, 0, " psi"),
    "kg/L": (62.427961, 1, " lb/ft³"),
    "W/K": (1.8956343, 2, " BTU/h °F"),
    "W/m2K": (0.17611016, 3, " BTU/h ft² °F"),
    "W/m2": (0.31699833, 0, " BTU/h ft²"),
}
# Units as they stand in sentences: what quantity each is, and how many of it make one.
WRITTEN_OUT: dict[str, tuple[Unit, float]] = {
    "mm": ("mm", 1.0),
    "cm": ("mm", 10.0),
    "cm²": ("cm2", 1.0),
    "m²": ("m2", 1.0),
    "kg": ("kg", 1.0),
    "L": ("L", 1.0),
    "litres": ("L", 1.0),
    "N": ("N", 1.0),
    "°C": ("C", 1.0),
}
_METRES = "m"
FEET_PER_METRE = 3.2808399
_NUMBER = r"−?-?\d+(?:\.\d+)?"
_AMOUNT = re.compile(
    rf"(?<![\w.²/])((?:{_NUMBER}(?:,\s|\s(?:to|and|or|by)\s|\s×\s|–))*{_NUMBER})\s?"
    rf"({'|'.join(sorted(map(re.escape, (*WRITTEN_OUT, _METRES)), key=len, reverse=True))})(?![\w²³/])"
)


def written_quantity(quantity: Quantity, measure: Measure, locale: Locale = HERE) -> str:
    """A quantity with its unit, as people read it."""
    return localized(plain_quantity(quantity) if measure == "mm" else _imperial(quantity, measure), locale)


def written(sentence: Text, measure: Measure, locale: Locale = HERE) -> str:
    """A sentence with its quantities and whatever amounts it writes out. Braces that name no quantity stay."""

    def one(match: re.Match[str]) -> str:
        quantity = sentence.values.get(match[1])
        return match[0] if quantity is None else written_quantity(quantity, measure, locale)

    return re.sub(r"\{(\w+)\}", one, told(sentence.template, measure, locale))


def told(sentence: str, measure: Measure, locale: Locale = HERE) -> str:
    """A plain sentence with each metric amount in it in the keeper's measure: "9 to 19 mm" becomes "3/8 to 3/4 in"."""
    if measure != "mm":
        sentence = _AMOUNT.sub(lambda match: _amounts(match[1], match[2], measure), sentence)
    return localized(sentence, locale)


def _amounts(numbers: str, unit: str, measure: Measure) -> str:
    """Several numbers with one unit behind them."""
    suffix = ""

    def one(match: re.Match[str]) -> str:
        nonlocal suffix
        value = float(match[0].replace("−", "-"))
        if unit == _METRES:
            shown = f"{_short(value * FEET_PER_METRE, 1)} ft"
        else:
            kind, each = WRITTEN_OUT[unit]
            shown = _imperial(Quantity(value=value * each, unit=kind), measure)
        number, suffix = shown.rsplit(" ", 1)
        return number

    return f"{re.sub(_NUMBER, one, numbers)} {suffix}"


def _imperial(quantity: Quantity, measure: Measure) -> str:
    if quantity.unit == "mm":
        return f"{inches_text(quantity.value, FINEST[measure])} in"
    if quantity.unit == "C":
        return f"{_short(quantity.value * 9 / 5 + 32, 0)} °F"
    if quantity.unit in IMPERIAL:
        factor, digits, suffix = IMPERIAL[quantity.unit]
        return _short(quantity.value * factor, digits) + suffix
    return plain_quantity(quantity)


def _short(value: float, digits: int) -> str:
    number = f"{value:.{digits}f}"
    number = number.rstrip("0").rstrip(".") if "." in number else number
    return "0" if number == "-0" else number
