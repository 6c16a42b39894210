"""The run of every chamber on paper: the rod in greys with its key, and which combs hold what."""

from __future__ import annotations

from itertools import groupby

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.run import Comb
from sabaka_core.drawing.rod import rod_drawing
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.run.layout import Placed


def put_runs(sheet: Sheet, hive: Whole, every_place: bool = False) -> None:
    """The run of each chamber: its picture, what its combs hold, and each place if wanted."""
    for a in hive.chambers:
        rod = rod_drawing(a)
        sheet.need(50 * POINTS)
        if len(hive.chambers) > 1:
            sheet.mark(a.title, 1)
            sheet.put(sheet.words(a.title.capitalize(), 9, bold=True), after=4)
        sheet.pictures(30 * POINTS, rod)
        sheet.key(rod)
        sheet.paragraph("Combs", held(a))
        if every_place:
            for placed in a.layout.placed:
                sheet.paragraph(mm(placed.start_mm), text(f"{_item(placed)}, to {{end}}", end=mm(placed.end_mm)), 7.5)


def held(a: Analysis) -> str:
    """Which combs of a run hold brood, honey and the rest, by number."""
    combs = [(p.number or 0, p.item.contents) for p in a.layout.combs if isinstance(p.item, Comb)]
    if not combs:
        return "None."
    said = []
    for contents in ("brood", "pollen", "nectar", "honey", "empty"):
        numbers = [number for number, what in combs if what == contents]
        if numbers:
            said.append(f"{contents} on {_ranges(numbers)}")
    return "; ".join(said).capitalize() + "."


def _ranges(numbers: list[int]) -> str:
    """Numbers in a row as first to last."""
    parts = []
    for _, group in groupby(enumerate(numbers), key=lambda each: each[1] - each[0]):
        row = [number for _, number in group]
        parts.append(f"{row[0]} to {row[-1]}" if len(row) > 2 else " and ".join(map(str, row)))
    return ", ".join(parts)


def _item(placed: Placed) -> str:
    item = placed.item
    return f"comb {placed.number}, {item.contents}" if isinstance(item, Comb) else item.kind
