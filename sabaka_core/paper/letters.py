"""The letters of printed pages: the screen's own faces, embedded, alphabet by alphabet.

What one face lacks is set in the other; what none has shows as a box, never as a question mark, so that a name is
seen to be incomplete.
"""

from __future__ import annotations

from functools import cache, lru_cache
from importlib.resources import as_file, files
from typing import Literal

from reportlab.pdfbase.pdfmetrics import registerFont, stringWidth
from reportlab.pdfbase.ttfonts import TTFont

Family = Literal["archivo", "piazzolla"]
_ALPHABETS: dict[Family, tuple[str, ...]] = {
    "archivo": ("latin", "latin-ext", "vietnamese"),
    "piazzolla": ("latin", "latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese"),
}
# Signs that neither face has, in words or a near sign.
_PLAIN = str.maketrans({"→": "to", "≤": "at most ", "≥": "at least ", "▲": "", "✗": "!", "≈": "about ", "\u2011": "-"})
# Width of the box for a letter that no face has, as a part of the size.
BOX = 0.6


class Run:
    """Letters of one face in a row; ``face`` is empty for letters that none has."""

    def __init__(self, face: str, letters: str) -> None:
        self.face, self.letters = face, letters

    def width(self, size: float) -> float:
        """How wide they are set [points]."""
        return stringWidth(self.letters, self.face, size) if self.face else BOX * size * len(self.letters)


def first_face() -> str:
    """The face that a page begins with."""
    return str(_font("archivo", "latin", False).fontName)


def runs(text: str, family: Family, bold: bool) -> list[Run]:
    """A text as letters of one face after the other."""
    found: list[Run] = []
    for letter in text.translate(_PLAIN):
        face = _face(letter, family, bold)
        if found and (found[-1].face == face or (letter == " " and found[-1].face)):
            found[-1].letters += letter
        else:
            found.append(Run(face, letter))
    return found


def width(text: str, size: float, family: Family = "archivo", bold: bool = False) -> float:
    """How wide a text is set [points]."""
    return sum(run.width(size) for run in runs(text, family, bold))


def wrapped(text: str, size: float, room: float, family: Family = "archivo", bold: bool = False) -> list[str]:
    """A text in lines no wider than the room [points]; a word that is wider is broken."""
    lines: list[str] = []
    line = ""
    for word in text.split():
        longer = f"{line} {word}" if line else word
        if width(longer, size, family, bold) <= room:
            line = longer
            continue
        if line:
            lines.append(line)
        line = word
        while width(line, size, family, bold) > room and len(line) > 1:
            most = next(n for n in range(len(line) - 1, 0, -1) if n == 1 or width(line[:n], size, family, bold) <= room)
            lines.append(line[:most])
            line = line[most:]
    return [*lines, line] if line else lines


@lru_cache(maxsize=4096)
def _face(letter: str, family: Family, bold: bool) -> str:
    others: tuple[Family, ...] = ("archivo", "piazzolla") if family == "archivo" else ("piazzolla", "archivo")
    for each in others:
        for alphabet in _ALPHABETS[each]:
            font = _font(each, alphabet, bold)
            if ord(letter) in font.face.charToGlyph:
                return str(font.fontName)
    return ""


@cache
def _font(family: Family, alphabet: str, bold: bool) -> TTFont:
    name = f"{family}-{alphabet}-{700 if bold else 400}"
    with as_file(files("sabaka_core") / "data" / "fonts" / f"{name}.ttf") as path:
        font = TTFont(name, str(path))
    registerFont(font)
    return font
