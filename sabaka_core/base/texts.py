"""What may stand in a name: no control characters, line breaks or marks that turn the direction of writing."""

from __future__ import annotations

import unicodedata

# Marks and overrides of writing direction, and the byte order mark: they make a name read as what it isn't.
_TURNING = frozenset("\u061c\u200e\u200f\u202a\u202b\u202c\u202d\u202e\u2066\u2067\u2068\u2069\ufeff")
_LINES = frozenset("\n\t")
# Control, surrogate, line and paragraph separator.
_REFUSED = ("Cc", "Cs", "Zl", "Zp")


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


def cleaned(text: str, lines: bool = False) -> str:
    """The text with a space for each character that can't stand in it."""
    kept = [c if odd_character(c, lines) is None else " " for c in text.replace("\r\n", "\n" if lines else " ")]
    return "".join(kept)


def odd_reason(code: str) -> str:
    """Why a text with such a character is refused."""
    return f"There is a control character in it ({code}): a name is one line of plain text."
