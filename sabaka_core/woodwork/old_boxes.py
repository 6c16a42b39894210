"""Boards on hand: those in the stack, and those that old boxes give when they are cut apart."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from math import ceil

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.building import Building, OldBoxes
from sabaka_core.document.hive import Board, Hive
from sabaka_core.woodwork.planned import CutPlan

# Each box has two sides and two ends.
_PAIR = 2
# Room for what is put behind a box's name, so that it stays a board's name.
_NAME = 64


@dataclass(frozen=True)
class Apart:
    """Old boxes as boards: ``index`` is their place on the list, ``boards`` are the sides and the ends of them all."""

    index: int
    box: OldBoxes
    boards: tuple[Board, Board]

    def needed(self, used: Counter[str]) -> int:
        """How many boxes so many boards are the walls of."""
        return max(ceil(used[board.label] / _PAIR) for board in self.boards)


def apart(hive: Hive) -> Iterator[Apart]:
    """Boxes that are cut apart.

    Sawn at the inside faces, so that finger joints, rebates and nailed corners all come off: what is left of a side is
    as long as the box is inside. Ends lose their rests with a rip along the top edge.

    Raises:
        ParameterError: rests that are deeper than the box is high.
    """
    taken = {board.label for board in hive.boards}
    for index, box in enumerate((hive.building or Building()).old_boxes):
        if box.use != "apart":
            continue
        if box.rest_mm >= box.height_mm:
            at = f"/building/old_boxes/{index}/rest_mm"
            raise ParameterError(at, box.rest_mm, "Deeper than the box is high.", "too-deep")
        # A plan tells boards by their names.
        name = box.label[:_NAME]
        name = name if f"{name}, sides" not in taken else f"{name} ({index + 1})"
        taken.add(f"{name}, sides")
        yield Apart(
            index,
            box,
            (
                _walls(box, f"{name}, sides", box.length_mm, box.height_mm),
                _walls(box, f"{name}, ends", box.width_mm, box.height_mm - box.rest_mm),
            ),
        )


def _walls(box: OldBoxes, label: str, outside_mm: float, high_mm: float) -> Board:
    inside = round(outside_mm - 2 * box.wall_mm, 1)
    return Board(label=label, length_mm=inside, width_mm=high_mm, thickness_mm=box.wall_mm, count=_PAIR * box.count)


def boards_on_hand(hive: Hive) -> tuple[tuple[str, Board], ...]:
    """Every kind of board that a plan may cut, each with the pointer of the field that says how long it is.

    Raises:
        ParameterError: an old box of impossible sizes.
    """
    found = [(f"/boards/{index}/length_mm", board) for index, board in enumerate(hive.boards)]
    for each in apart(hive):
        at = f"/building/old_boxes/{each.index}"
        found += zip((f"{at}/length_mm", f"{at}/width_mm"), each.boards, strict=True)
    return tuple(found)


def cut_apart(plan: CutPlan, hive: Hive) -> tuple[tuple[Apart, int], ...]:
    """How many of each kind of old boxes a plan needs cut apart, those that it needs none of left out."""
    used = _used(plan)
    return tuple((each, number) for each in apart(hive) if (number := each.needed(used)))


def left_of(plan: CutPlan, hive: Hive) -> tuple[tuple[Board, ...], tuple[OldBoxes, ...]]:
    """Boards and old boxes on hand when the hive is built: those not cut, and offcuts worth keeping.

    Of a box that was cut apart for some of its walls the other ones are boards.
    """
    used = _used(plan)
    kept = [b.model_copy(update={"count": b.count - used[b.label]}) for b in hive.boards if b.count > used[b.label]]
    sawn = {each.index: (each, number) for each, number in cut_apart(plan, hive)}
    for each, number in sawn.values():
        spare = ((board, _PAIR * number - used[board.label]) for board in each.boards)
        kept += [board.model_copy(update={"count": many}) for board, many in spare if many]
    offcuts = Counter(plan.offcuts)
    kept += [
        Board(label=f"{label} {number}", length_mm=long, width_mm=wide, thickness_mm=thick, count=many)
        for number, ((label, long, wide, thick), many) in enumerate(offcuts.items(), 1)
    ]
    boxes = (
        box.model_copy(update={"count": box.count - (sawn[index][1] if index in sawn else 0)})
        for index, box in enumerate((hive.building or Building()).old_boxes)
        if index not in sawn or box.count > sawn[index][1]
    )
    return tuple(kept), tuple(boxes)


def _used(plan: CutPlan) -> Counter[str]:
    return Counter(board.source.label for board in plan.on_hand)
