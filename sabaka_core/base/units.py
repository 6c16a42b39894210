"""Lengths, angles and counts as keepers write them, turned into numbers.

Lengths come out in millimetres, angles in degrees, masses in kilograms, temperatures in °C. 1 in = 25.4 mm exactly.
"""

from __future__ import annotations

import re
from fractions import Fraction
from typing import Literal

from sabaka_core.base.errors import ParameterError

System = Literal["mm", "in"]

# Less than a rule shows or a saw keeps [mm]: sizes this near are the same.
UNSEEN_MM = 0.05
# An angle that no bevel gauge shows [degrees].
UNSEEN_DEG = 0.05
# Standard gravity [m/s²].
GRAVITY = 9.80665

MM_PER: dict[str, Fraction] = {
    "mm": Fraction(1),
    "cm": Fraction(10),
    "m": Fraction(1000),
    "in": Fraction(254, 10),
    "ft": Fraction(254 * 12, 10),
}
_KG_PER: dict[str, Fraction] = {
    "kg": Fraction(1),
    "g": Fraction(1, 1000),
    "lb": Fraction(45359237, 100_000_000),
    "lbs": Fraction(45359237, 100_000_000),
    "oz": Fraction(45359237, 1_600_000_000),
}
_ALIASES = {
    "": "",
    '"': "in",
    "″": "in",
    "”": "in",
    "inch": "in",
    "inches": "in",
    "'": "ft",
    "′": "ft",
    "’": "ft",
    "foot": "ft",
    "feet": "ft",
    "millimetre": "mm",
    "millimetres": "mm",
    "centimetre": "cm",
    "centimetres": "cm",
    "metre": "m",
    "metres": "m",
}
_VULGAR = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_NUMBER = r"(?:\d+(?:[.,]\d+)?|[.,]\d+)"
_TERM = re.compile(
    rf"(?:(?P<whole>\d+)(?:\s+|-)(?P<n1>\d+)\s*/\s*(?P<d1>\d+)"
    rf"|(?P<n2>\d+)\s*/\s*(?P<d2>\d+)|(?P<plain>{_NUMBER}))"
    rf"\s*(?P<unit>[a-z]+|[\"'″′”’])?\s*",
    re.IGNORECASE,
)
_LONGEST = 40


def parse_length(text: str, default: System = "mm", field: str = "length") -> float:
    """A length as a keeper writes it.

    Args:
        text: ``364``, ``364 mm``, ``36.4cm``, ``14 5/16``, ``14-5/16"``, ``2 ft 3 1/2 in`` …
        default: unit of a number written without one.
        field: name used in the error.
    Returns:
        Length [mm]; may be negative or zero, limits are the document's affair.
    Raises:
        ParameterError: not a length; a fraction over zero; a comma that could be either mark.
    Source: 1 in = 25.4 mm (international inch).
    """
    body, sign = _signed(text, field)
    for glyph, ascii_form in _VULGAR.items():
        body = body.replace(glyph, f" {ascii_form}")
    body = body.strip()
    total, at, last_unit = Fraction(0), 0, None
    while at < len(body):
        match = _TERM.match(body, at)
        if match is None:
            raise _not_a_length(text, field)
        # “2 ft 3” means three inches, whatever the default.
        unit = _unit(match["unit"], "in" if last_unit == "ft" else default, text, field)
        if last_unit is not None and MM_PER[unit] >= MM_PER[last_unit]:
            raise _not_a_length(text, field)
        total += _term_value(match, text, field) * MM_PER[unit]
        at, last_unit = match.end(), unit
    return float(sign * total)


def parse_angle(text: str, field: str = "angle") -> float:
    """An angle in degrees: ``22``, ``22.5``, ``22 1/2°``, ``22 deg``.

    Raises:
        ParameterError: it is none.
    """
    body, sign = _signed(text, field)
    body = re.sub(r"\s*(°|deg(rees?)?)$", "", body, flags=re.IGNORECASE)
    match = _TERM.fullmatch(body)
    if match is None or match["unit"]:
        raise ParameterError(field, text, "Write an angle in degrees, such as 22 or 22.5.", "not-an-angle")
    return float(sign * _term_value(match, text, field))


def parse_number(text: str, field: str = "number") -> float:
    """A plain number: ``45`` or ``7.5``.

    Raises:
        ParameterError: it is none.
    """
    body, sign = _signed(text, field)
    match = _TERM.fullmatch(body)
    if match is None or match["unit"]:
        raise ParameterError(field, text, "Write a number, such as 45 or 7.5.", "not-a-number")
    return float(sign * _term_value(match, text, field))


def parse_mass(text: str, default: System = "mm", field: str = "mass") -> float:
    """A mass in kilograms: ``12``, ``12.5 kg``, ``900 g``, ``26 lb``; a bare number is in pounds beside inches.

    Raises:
        ParameterError: not a mass.
    Source: 1 lb = 0.45359237 kg exactly (international pound).
    """
    body, sign = _signed(text, field)
    match = _TERM.fullmatch(body)
    unit = (match["unit"] or ("lb" if default == "in" else "kg")).lower() if match else ""
    if match is None or unit not in _KG_PER:
        raise ParameterError(field, text, "Write a mass, such as 12, 12 kg or 26 lb.", "not-a-mass")
    return float(sign * _term_value(match, text, field) * _KG_PER[unit])


def parse_temperature(text: str, default: System = "mm", field: str = "temperature") -> float:
    """A temperature in °C: ``7``, ``7.5 °C``, ``45 °F``; a bare number is in °F beside inches.

    Raises:
        ParameterError: not a temperature.
    """
    body, sign = _signed(text, field)
    named = re.sub(r"\s*°?\s*([cf])$", r" \1", body, flags=re.IGNORECASE)
    match = _TERM.fullmatch(named)
    unit = (match["unit"] or ("f" if default == "in" else "c")).lower() if match else ""
    if match is None or unit not in ("c", "f"):
        raise ParameterError(field, text, "Write a temperature, such as 7, 7 °C or 45 °F.", "not-a-temperature")
    degrees = sign * _term_value(match, text, field)
    return float(degrees if unit == "c" else (degrees - 32) * Fraction(5, 9))


def _signed(text: str, field: str) -> tuple[str, int]:
    body = text.strip()
    if not body:
        raise ParameterError(field, text, "Nothing was typed.", "empty")
    if len(body) > _LONGEST:
        raise ParameterError(field, text, f"That is too long: {_LONGEST} characters at most.", "too-long")
    if body[0] in "-−":
        return body[1:].strip(), -1
    return body.lstrip("+").strip(), 1


def _unit(word: str | None, default: System, text: str, field: str) -> str:
    name = (word or "").lower()
    name = _ALIASES.get(name, name) or default
    if name not in MM_PER:
        raise ParameterError(field, text, f"“{word}” is no unit known here: use mm, cm, m, in or ft.", "unknown-unit")
    return name


def _term_value(match: re.Match[str], text: str, field: str) -> Fraction:
    if match["plain"]:
        plain = match["plain"]
        if re.fullmatch(r"[1-9]\d{0,2},\d{3}", plain):
            raise ParameterError(
                field, text, "The comma could mean thousands or decimals: write 1180 or 1.18.", "ambiguous"
            )
        return Fraction(plain.replace(",", "."))
    top = int(match["n1"] or match["n2"])
    bottom = int(match["d1"] or match["d2"])
    if bottom == 0:
        raise ParameterError(field, text, "A fraction can't have 0 below the line.", "divide-by-zero")
    return Fraction(int(match["whole"] or 0)) + Fraction(top, bottom)


def _not_a_length(text: str, field: str) -> ParameterError:
    return ParameterError(field, text, "Write a length, such as 364, 364 mm or 14 5/16 in.", "not-a-length")


def inches_text(value_mm: float, finest: int = 32) -> str:
    """A length in inches with a fraction in lowest terms, to so fine a part: 14 5/16."""
    parts = round(abs(value_mm) / 25.4 * finest)
    whole, rest = divmod(parts, finest)
    sign = "-" if value_mm < 0 and parts else ""
    if not rest:
        return f"{sign}{whole}"
    fraction = Fraction(rest, finest)
    return f"{sign}{f'{whole} ' if whole else ''}{fraction.numerator}/{fraction.denominator}"
