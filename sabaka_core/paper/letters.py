"""The letters of printed pages: the screen's own faces, embedded, alphabet by alphabet.

What one face lacks is set in the other; what none has shows as the face's box, never as a question mark, so that a
name is seen to be incomplete.
"""

from __future__ import annotations

from functools import cache, lru_cache
from importlib.resources import as_file, files
from typing import Any, Literal

from reportlab.lib.colors import Color
from reportlab.pdfbase.pdfmetrics import registerFont, stringWidth
from reportlab.pdfbase.ttfonts import TTFont

Family = Literal["archivo", "piazzolla"]
INK = Color(0.12, 0.15, 0.13)
_ALPHABETS: dict[Family, tuple[str, ...]] = {
    "archivo": ("latin", "latin-ext", "vietnamese"),
    "piazzolla": ("latin", "latin-ext", "greek", "greek-ext", "cyrillic", "cyrillic-ext", "vietnamese"),
}
# Signs that neither face has, in words or a near sign.
_PLAIN = str.maketrans({"→": "to", "≤": "at most ", "≥": "at least ", "▲": "", "✗": "!", "≈": "about ", "\u2011": "-"})


class FaceRun:
    """Letters of one face in a row; ``lacking`` when no face has them and the face's box stands for each."""

    def __init__(self, face: str, letters: str, lacking: bool = False) -> None:
        self.face, self.letters, self.lacking = face, letters, lacking


def first_face() -> str:
    """The face that a page begins with."""
    return str(_font("archivo", "latin", False).fontName)


def runs(text: str, family: Family = "archivo", bold: bool = False) -> list[FaceRun]:
    """A text as letters of one face after the other."""
    found: list[FaceRun] = []
    for letter in text.translate(_PLAIN):
        face, lacking = _face(letter, family, bold)
        if found and (letter == " " or (found[-1].face, found[-1].lacking) == (face, lacking)):
            found[-1].letters += letter
        else:
            found.append(FaceRun(face, letter, lacking))
    return found


def width(text: str, size: float, family: Family = "archivo", bold: bool = False) -> float:
    """How wide a text is set [points]."""
    return float(sum(stringWidth(run.letters, run.face, size) for run in runs(text, family, bold)))


def write(
    page: Any,
    x: float,
    y: float,
    text: str,
    size: float,
    *,
    bold: bool = False,
    colour: Color = INK,
    anchor: str = "start",
) -> None:
    """A text at a place of a page [points]."""
    x -= {"start": 0.0, "middle": 0.5, "end": 1.0}[anchor] * width(text, size, bold=bold)
    page.setFillColor(colour)
    for run in runs(text, bold=bold):
        page.setFont(run.face, size)
        page.drawString(x, y, run.letters)
        x += stringWidth(run.letters, run.face, size)


@lru_cache(maxsize=4096)
def _face(letter: str, family: Family, bold: bool) -> tuple[str, bool]:
    others: tuple[Family, ...] = ("archivo", "piazzolla") if family == "archivo" else ("piazzolla", "archivo")
    for each in others:
        for alphabet in _ALPHABETS[each]:
            font = _font(each, alphabet, bold)
            if ord(letter) in font.face.charToGlyph:
                return str(font.fontName), False
    return str(_font(family, "latin", bold).fontName), True


@cache
def _font(family: Family, alphabet: str, bold: bool) -> TTFont:
    name = f"{family}-{alphabet}-{700 if bold else 400}"
    with as_file(files("sabaka_core") / "data" / "fonts" / f"{name}.ttf") as path:
        font = TTFont(name, str(path))
    registerFont(font)
    return font
