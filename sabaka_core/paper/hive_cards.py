"""Cards to hang on hives, six to a page: a hive's name, and a code that opens its page on a phone."""

from __future__ import annotations

import io
from collections.abc import Sequence
from dataclasses import dataclass

import segno
from reportlab.lib.units import mm as MM  # noqa: N812
from reportlab.pdfgen.canvas import Canvas

from sabaka_core.paper.letters import INK, width, write

# A4 and Letter both hold two beside each other and three down [mm].
_PAGE = (210.0, 297.0)
_CARD = (90.0, 88.0)
_ACROSS, _DOWN = 2, 3
_CODE, _EDGE = 52.0, 8.0
_NAME, _SMALL = 20.0, 7.0


@dataclass(frozen=True)
class PrintedCard:
    """What stands on a card: the hive's name, a line under it, the address that its code opens."""

    name: str
    under: str
    address: str


def hive_cards(cards: Sequence[PrintedCard]) -> bytes:
    """The cards as PDF, to be printed on weatherproof paper or laminated, and cut along their lines."""
    out = io.BytesIO()
    page = Canvas(out, pagesize=(_PAGE[0] * MM, _PAGE[1] * MM), invariant=1)
    page.setTitle("Cards for hives")
    page.setAuthor("Sabaka")
    for number, card in enumerate(cards):
        place = number % (_ACROSS * _DOWN)
        if number and place == 0:
            page.showPage()
        _card(page, card, place % _ACROSS, place // _ACROSS)
    page.showPage()
    page.save()
    return out.getvalue()


def _card(page: Canvas, card: PrintedCard, across: int, down: int) -> None:
    side = (_PAGE[0] - _ACROSS * _CARD[0]) / 2
    top = (_PAGE[1] - _DOWN * _CARD[1]) / 2
    left, foot = (side + across * _CARD[0]) * MM, (_PAGE[1] - top - (down + 1) * _CARD[1]) * MM
    page.setStrokeColor(INK)
    page.setLineWidth(0.5)
    page.rect(left, foot, _CARD[0] * MM, _CARD[1] * MM)
    middle, high = left + _CARD[0] * MM / 2, foot + _CARD[1] * MM
    size = _NAME
    while width(card.name, size) > (_CARD[0] - 2 * _EDGE) * MM and size > _SMALL:
        size -= 1
    write(page, middle, high - 11 * MM, card.name, size, anchor="middle", bold=True)
    write(page, middle, high - 17 * MM, card.under, _SMALL + 1, anchor="middle")
    _code(page, card.address, middle - _CODE * MM / 2, foot + 13 * MM)
    write(page, middle, foot + 6 * MM, card.address, _fitting(card.address), anchor="middle")


def _fitting(address: str) -> float:
    """How large the address is set, so that it stays on the card [points]."""
    return float(min(_SMALL, _SMALL * (_CARD[0] - _EDGE) * MM / max(width(address, _SMALL), 1.0)))


def _code(page: Canvas, address: str, x: float, y: float) -> None:
    """A code that is still read with a quarter of it dirty, its quiet margin taken in."""
    rows = [tuple(row) for row in segno.make(address, error="q", micro=False).matrix_iter(border=4)]
    step = _CODE * MM / len(rows)
    page.setFillColorRGB(0, 0, 0)
    for down, row in enumerate(rows):
        start = 0
        # Dark stretches of a row are drawn in one, so that no hairline parts them.
        for place in range(len(row) + 1):
            if place == len(row) or not row[place]:
                if place > start:
                    page.rect(x + start * step, y + (len(rows) - 1 - down) * step, (place - start) * step, step, 0, 1)
                start = place + 1
