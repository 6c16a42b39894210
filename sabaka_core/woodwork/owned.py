"""What needn't be made, for it is there: frames and boxes that the keeper owns, whole sheets on hand."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace

from sabaka_core.document.building import Building
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Board, Hive
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.sheets import SHEET_MM

_TOP_BAR, _FILLING = "-top-bar", "-more"


def to_make(parts: tuple[Part, ...], hive: Hive) -> tuple[Part, ...]:
    """The parts without what is on hand: pieces of frames, those that most combs hang on first; walls of supers."""
    building = hive.building or Building()
    parts = _without_boxes(parts, hive, building.boxes_on_hand)
    owned = building.frames_on_hand
    if not owned:
        return parts
    left = _shares_left(parts, hive, owned)
    return tuple(
        replace(part, count=round(part.count * share)) if (share := _share_of(part, left)) < 1.0 else part
        for part in parts
    )


# Frames that are made together: their kind, where they hang, whether they only fill the run.
_Set = tuple[str, str, bool]


def _shares_left(parts: tuple[Part, ...], hive: Hive, owned: int) -> dict[_Set, float]:
    """What is still to be made of each set of frames: those that hang in the run are on hand first, then the others."""
    kinds = frame_kinds(hive)
    tops = [p for p in parts if _TOP_BAR in p.id and p.carrier in kinds]
    number: Counter[str] = Counter()
    for top in tops:
        number[top.carrier] += top.count
    left: dict[_Set, float] = {}
    for top in sorted(tops, key=lambda each: -number[each.carrier]):
        taken = min(owned, top.count)
        left[top.carrier, top.id.partition(_TOP_BAR)[0], top.id.endswith(_FILLING)] = 1.0 - taken / top.count
        owned -= taken
    return left


def _share_of(part: Part, left: dict[_Set, float]) -> float:
    """What is to be made of a piece: as much as of the frames that it belongs to."""
    return next(
        (
            share
            for (carrier, where, filling), share in left.items()
            if part.carrier == carrier and part.id.startswith(f"{where}-") and part.id.endswith(_FILLING) == filling
        ),
        1.0,
    )


def frame_kinds(hive: Hive) -> frozenset[str]:
    """Which comb types are frames."""
    return frozenset(kind.id for kind in hive.comb_types if isinstance(kind, Frame))


def _without_boxes(parts: tuple[Part, ...], hive: Hive, owned: int) -> tuple[Part, ...]:
    """Walls of so many supers left out, the first ones first."""
    if not owned:
        return parts
    share: dict[str, float] = {}
    for number, each in enumerate(hive.supers):
        boxes = each.boxes * (hive.building or Building()).copies
        taken = min(owned, boxes)
        share[f"super-{number}"], owned = taken / boxes, owned - taken
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
