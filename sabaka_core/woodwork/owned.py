"""What needn't be made, for it is there: frames that the keeper owns, whole sheets on hand."""

from __future__ import annotations

from dataclasses import replace

from sabaka_core.document.building import Building
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Board, Hive
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.sheets import SHEET_MM


def to_make(parts: tuple[Part, ...], hive: Hive) -> tuple[Part, ...]:
    """The parts without what is on hand: pieces of frames, those that most combs hang on first; walls of supers."""
    building = hive.building or Building()
    parts = _without_boxes(parts, hive, building.boxes_on_hand)
    owned = building.frames_on_hand
    if not owned:
        return parts
    hung: dict[str, int] = {}
    for chamber in hive.chambers:
        for item in chamber.run.items:
            if item.kind == "comb":
                hung[item.type] = hung.get(item.type, 0) + 1
    there: dict[str, float] = {}
    for ident in sorted(hung, key=lambda each: -hung[each]):
        if isinstance(hive.comb_type(ident), Frame):
            taken = min(owned, hung[ident])
            there[ident], owned = taken / hung[ident], owned - taken
    return tuple(
        replace(part, count=round(part.count * (1 - there.get(part.carrier, 0.0)))) if part.carrier else part
        for part in parts
    )


def _without_boxes(parts: tuple[Part, ...], hive: Hive, owned: int) -> tuple[Part, ...]:
    """Walls of so many supers left out, the first ones first."""
    if not owned:
        return parts
    share: dict[str, float] = {}
    for number, each in enumerate(hive.supers):
        taken = min(owned, each.boxes)
        share[f"super-{number}"], owned = taken / each.boxes, owned - taken
    walls = [p for p in parts if p.group == "Supers" and p.id.endswith(("-side", "-end"))]
    left = {p.id: round(p.count * (1 - share.get(p.thing, 0.0))) for p in walls}
    return tuple(replace(p, count=left.get(p.id, p.count)) for p in parts)


def is_sheet(board: Board) -> bool:
    """Whether a board on hand is as large as a whole sheet."""
    long, wide = SHEET_MM
    return board.length_mm >= long - 1 and board.width_mm >= wide - 1


def sheets_on_hand(hive: Hive) -> tuple[float, ...]:
    """Thickness of every whole sheet on hand [mm]."""
    return tuple(board.thickness_mm for board in hive.boards for _ in range(board.count) if is_sheet(board))
