"""The colour that a queen of a year is marked with.

Source: the international code (1 or 6 white, 2 or 7 yellow, 3 or 8 red, 4 or 9 green, 5 or 0 blue), from memory.
"""

from __future__ import annotations

from typing import Literal

QueenColour = Literal["white", "yellow", "red", "green", "blue"]
_BY_LAST_DIGIT: tuple[QueenColour, ...] = ("blue", "white", "yellow", "red", "green")


def colour_of(year: int) -> QueenColour:
    """The colour of the queens of a year: it comes round every five years."""
    return _BY_LAST_DIGIT[year % 5]
