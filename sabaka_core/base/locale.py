"""How numbers and days are written where the keeper lives: decimal mark, order of day, month and year.

What people read is turned by :func:`localized`, what they type by :func:`with_point` and :func:`parse_day`. Programs
get points and ISO days. The screen does the same in web/src/lib/locale.ts; both are held to
tests/fixtures/locales.json.
"""

from __future__ import annotations

import re
from typing import Literal, NamedTuple

from sabaka_core.base.dates import MONTHS, ordinal, parse_day_of_year
from sabaka_core.base.errors import ParameterError

Mark = Literal[".", ","]
Order = Literal["day", "month", "year"]


class Locale(NamedTuple):
    """How a keeper's place writes decimals, and what stands first in a day."""

    mark: Mark = "."
    order: Order = "day"


HERE = Locale()

_LEAST = 3  # letters that tell one month from all others
_SHORT = tuple(month[:_LEAST] for month in MONTHS)
_WORD = "|".join((*MONTHS, *_SHORT))
# A number with decimals; not the parts of 1.2.3, nor what stands in a word.
_DECIMAL = re.compile(r"(?<![\w.,])(\d+)\.(\d+)(?!\d|\.\d|[A-Za-z_])")
_DATED = re.compile(rf"\b(\d{{1,2}}) ({_WORD})\b(?: (\d{{4}})\b)?")
_TYPED = re.compile(r"\d[\d.,]*")
_THOUSANDS = re.compile(r"[1-9]\d{0,2}(?:\.\d{3})+")


def localized(words: str, locale: Locale) -> str:
    """A sentence with its decimals and days as the place writes them: “5 Apr, 1.7 kg” becomes “Apr 5, 1,7 kg”."""
    if locale.mark == ",":
        words = _DECIMAL.sub(r"\1,\2", words)
    return words if locale.order == "day" else _DATED.sub(lambda found: _day(found, locale.order), words)


def _day(found: re.Match[str], order: Order) -> str:
    day, month, year = found[1], found[2], found[3]
    if year is None:
        return f"{month} {day}"
    return f"{month} {day}, {year}" if order == "month" else f"{year} {month} {day}"


def with_point(text: str, locale: Locale, field: str) -> str:
    """A number as it was typed, with a point for its decimals.

    Raises:
        ParameterError: at ``field``: beside a decimal comma, 1.180 could be a thousand and more.
    """

    def one(found: re.Match[str]) -> str:
        whole, comma, parts = found[0].partition(",")
        if _THOUSANDS.fullmatch(whole):
            if not comma and whole.count(".") == 1:
                reason = "The point could mean thousands or decimals: write 1180 or 1,18."
                raise ParameterError(field, text, reason, "ambiguous")
            whole = whole.replace(".", "")
        return f"{whole}.{parts}" if comma else whole

    return text if locale.mark == "." else _TYPED.sub(one, text)


def parse_day(text: str, locale: Locale, field: str = "day") -> str:
    """A day of a year, as 2026-04-01.

    Args:
        text: ``2026-04-01``, ``1 April 2026``, ``Apr 1, 2026``, ``1.4.2026`` or ``4/1/2026`` by the place's order.
    Raises:
        ParameterError: at ``field``: there is no such day.
    """
    example = localized("1 Apr 2026", locale)
    parts = _parts(text)
    year = next((part for part in parts if re.fullmatch(r"\d{4}", part)), None)
    if year is None or len(parts) != 3:
        raise ParameterError(field, text, f"Write a day with its year, such as {example}.", "no-such-day")
    first = parts[0] == year
    month, day = _month_and_day([part for part in parts if part != year], "year" if first else locale.order)
    typed = f"{year}-{month:02}-{day:02}"
    try:
        ordinal(typed, field)
    except ParameterError as error:
        problem = error.problems[0]
        reason = f"There is no such day; write it as {example}." if problem.code == "no-such-day" else problem.reason
        raise ParameterError(field, text, reason, problem.code) from None
    return typed


def parse_day_of_any_year(text: str, locale: Locale, field: str = "day") -> str:
    """A day that comes every year, as 04-20.

    Args:
        text: ``04-20``, ``20 April``, ``Apr 20``, ``20.4.`` or ``4/20`` by the place's order.
    Raises:
        ParameterError: at ``field``: there is no such day in every year.
    """
    parts = _parts(text)
    # Month and day with a dash are how the document writes it, whatever the place.
    month, day = _month_and_day(parts, "year" if re.fullmatch(r"\d\d-\d\d", text.strip()) else locale.order)
    typed = f"{month:02}-{day:02}"
    try:
        parse_day_of_year(typed)
    except ParameterError:
        example = localized("20 Apr", locale)
        reason = f"Write a day that every year has, such as {example}."
        raise ParameterError(field, text, reason, "no-such-day") from None
    return typed


def _parts(text: str) -> list[str]:
    """Numbers and words, whatever stands between them."""
    return [part for part in re.split(r"[\s.,/\-]+", text.strip()) if part]


def _month_and_day(parts: list[str], order: Order) -> tuple[int, int]:
    """Two parts as month and day, (0, 0) where they are none. What can be read in one way only is."""
    if len(parts) != 2:
        return 0, 0
    named = [at for at, part in enumerate(parts) if _named(part)]
    if named:
        return _named(parts[named[0]]), _number(parts[1 - named[0]])
    first, second = (_number(part) for part in parts)
    month, day = (second, first) if order == "day" else (first, second)
    return (day, month) if month > len(MONTHS) >= day else (month, day)


def _named(word: str) -> int:
    """Which month a word is: April, Apr; 0 where it is none."""
    given = word.capitalize()
    return next((at for at, month in enumerate(MONTHS, 1) if len(given) >= _LEAST and month.startswith(given)), 0)


def _number(word: str) -> int:
    return int(word) if re.fullmatch(r"[0-9]{1,2}", word) else 0
