"""Up to four designs side by side on paper."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from sabaka_core.kit.measure import PLAIN, ReadAs
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.show.several import Side, side_by_side

# Of the page's width, what the names of the lines take.
_NAMES = 0.34


def side_by_side_page(sides: Sequence[Side], reading: ReadAs = PLAIN, hidden: Collection[str] = ()) -> bytes:
    """The comparison as a PDF.

    Args:
        sides: two to four designs.
        reading: in which measure, and how written.
        hidden: lines that don't matter to whoever asks, by their keys.
    Raises:
        ParameterError: fewer or more designs, or a size that can't be worked out.
    """
    said = side_by_side(sides)
    sheet = Sheet(sides[0].context.hive, "side-by-side", reading)
    sheet.title("Side by side", ", ".join(side.name for side in sides))
    for name, high in (("section", 52), ("along", 34)):
        drawn = [drawing for key, drawing in said.drawings.items() if key.rsplit("-", 1)[0] == name]
        sheet.pictures(high * POINTS, *drawn)
    share = (1 - _NAMES) / len(sides)
    for table in said.tables:
        rows = [[_on_paper(sheet.say(cell)) for cell in line.cells] for line in table.lines if line.key not in hidden]
        if rows:
            sheet.heading(table.title)
            sheet.table(table.columns, rows, (_NAMES, *[share] * len(sides)))
    return sheet.save("More and less than in the first; more isn’t always better.")


def _on_paper(words: str) -> str:
    """The marks in words: the letters of the paper have no such signs."""
    for sign, word in (("▲ ", "more"), ("▼ ", "less")):
        if words.startswith(sign):
            return f"{words.removeprefix(sign)} ({word})"
    return words
