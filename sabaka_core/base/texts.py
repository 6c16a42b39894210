"""What may stand in a name: no control characters, line breaks or marks that turn the direction of writing."""

from __future__ import annotations

import unicodedata

# Marks and overrides of writing direction, and the byte order mark: they make a name read as what it isn't.
_TURNING = frozenset("\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069\ufeff")
_LINES = frozenset("\n\t")
# Control, surrogate, line and paragraph separator.
_REFUSED = ("Cc", "Cs", "Zl", "Zp")
# Format (zero width, joiners, tags), private use, unassigned.
_UNSEEN = ("Cf", "Co", "Cn")
# Letters and marks that take no room: fillers, joiners of marks, selectors of variants, a blank of braille.
_IGNORABLE = (
    (0x034F, 0x034F),
    (0x115F, 0x1160),
    (0x17B4, 0x17B5),
    (0x180B, 0x180F),
    (0x2800, 0x2800),
    (0x3164, 0x3164),
    (0xFE00, 0xFE0F),
    (0xFFA0, 0xFFA0),
    (0xE0100, 0xE01EF),
)


def odd_character(text: str, lines: bool = False) -> str | None:
    """The first character that can't stand in a text, by its code; None when all can.

    Args:
        lines: whether line feeds and tabs may stand in it, as in notes.
    """
    for character in text:
        if lines and character in _LINES:
            continue
        if character in _TURNING or unicodedata.category(character) in _REFUSED:
            return f"U+{ord(character):04X}"
    return None


def unseen_character(text: str) -> str | None:
    """The first character that can't be seen, by its code; None when all can: names that differ by it look the same.

    Source: Unicode categories of format marks, private and unassigned characters, and what the Unicode Character
    Database lists as ignorable by default (DerivedCoreProperties); that list from memory.
    """
    for character in text:
        code = ord(character)
        unseen = any(first <= code <= last for first, last in _IGNORABLE)
        if unseen or unicodedata.category(character) in _UNSEEN or (character.isspace() and character != " "):
            return f"U+{code:04X}"
    return None


def cleaned(text: str, lines: bool = False) -> str:
    """The text with a space for each character that can't stand in it."""
    kept = [c if odd_character(c, lines) is None else " " for c in text.replace("\r\n", "\n" if lines else " ")]
    return "".join(kept)


def odd_reason(code: str) -> str:
    """Why a text with such a character is refused."""
    return f"There is a control character in it, or one that can’t be seen ({code}): a name is one line of plain text."
