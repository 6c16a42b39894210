"""Walls out of the keeper's boards: as thick as they are, as high as they are wide, and no longer than they are."""

from __future__ import annotations

from math import ceil

from sabaka_core.base.errors import SabakaError
from sabaka_core.combs.slope import best_from_board
from sabaka_core.document.hive import Board, Hive
from sabaka_core.document.sections import TrapezoidSection
from sabaka_core.edits.fields import set_section
from sabaka_core.edits.sizing import by_board, by_combs
from sabaka_core.edits.values import replace_value
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.assembly import parts_of_hive

# Their walls aren't boards, or stand under others of a standard make.
NOT_OF_BOARDS = ("tree-cavity", "tall-in-stack")
# Boards within this of each other's thickness make one wall.
_SAME_MM = 1.0
# So many times the combs are counted again till the sides come out.
_MOST_TRIES = 4


def usable_boards(boards: tuple[Board, ...]) -> list[Board]:
    """Those that a wall can be made of."""
    return [b for b in boards if practice("wall_boards").holds(b.thickness_mm)]


def chosen_board(hive: Hive, boards: tuple[Board, ...]) -> Board | None:
    """The boards for the walls: long enough and high enough ones first, then wide ones, then many."""
    side, usable = side_long_mm(hive), usable_boards(boards)
    return max(
        usable,
        key=lambda b: (
            b.length_mm >= side and b.width_mm >= practice("side_height").span[0],
            b.width_mm,
            b.count * b.length_mm,
        ),
        default=None,
    )


def longest_like(boards: tuple[Board, ...], like: Board) -> float:
    """The longest board of one thickness [mm]."""
    return max(b.length_mm for b in boards if abs(b.thickness_mm - like.thickness_mm) <= _SAME_MM)


def side_long_mm(hive: Hive) -> float:
    """The longest side board of the hive's chambers [mm]; 0 without one."""
    return max((part.long_mm for part in parts_of_hive(hive) if _is_side(part.name, part.group)), default=0.0)


def side_wide_mm(hive: Hive) -> float:
    """The widest side board of the hive's chambers [mm]; 0 without one."""
    return max((part.wide_mm for part in parts_of_hive(hive) if _is_side(part.name, part.group)), default=0.0)


def _is_side(name: str, group: str) -> bool:
    return group == "Box" and name.rsplit(": ", 1)[-1].split(",")[0] == "Side"


def out_of_boards(hive: Hive, board: Board) -> Hive:
    """Walls as thick as the boards, and sides that come out of their width where the height is free."""
    for box, chamber in enumerate(hive.chambers):
        for wall in ("sides", "ends"):
            if len(getattr(chamber.walls, wall)) == 1:
                path = f"/chambers/{box}/walls/{wall}/0/thickness_mm"
                hive = replace_value(hive, path, board.thickness_mm)
    a = analyse(hive)
    if a.main_bar is None or a.trapezoid is None or len(hive.chambers) > 1:
        return hive
    if isinstance(a.chamber.section, TrapezoidSection) and a.comb_brief is not None:
        point = best_from_board(a.comb_brief, a.section.top_mm, board.width_mm, a.side_mm)
        if point is not None and practice("side_height").holds(point.section.height_mm):
            # A tenth of a degree on the clear side.
            slope = round(point.slope_deg - 0.05, 1)
            return set_section(hive, 0, a.section.top_mm, round(point.section.height_mm, 1), slope)
        return hive
    if not practice("side_height").holds(board.width_mm):
        return hive
    sized = by_board(hive, 0, board.width_mm)
    # A side that laps over the floor's edge is wider than the chamber is high.
    lap = side_wide_mm(sized) - board.width_mm
    return by_board(hive, 0, board.width_mm - lap) if lap > 0 else sized


def shortened(hive: Hive, long_mm: float) -> Hive | None:
    """The hive with as many combs fewer as let its sides come out of boards so long; None where none are left."""
    for _ in range(_MOST_TRIES):
        over = side_long_mm(hive) - long_mm
        if over <= 0:
            return hive
        try:
            for box in range(len(hive.chambers)):
                hive = _box_shortened(hive, box, over)
        except SabakaError:
            return None
    return None


def _box_shortened(hive: Hive, box: int, over_mm: float) -> Hive:
    a = analyse(hive, box)
    combs = a.layout.combs
    if a.chamber.axis != "lying":
        return hive
    if not combs:
        return replace_value(hive, a.run_path, round(a.run_mm - over_mm, 3))
    return by_combs(hive, box, max(len(combs) - ceil(over_mm / combs[-1].length_mm - 1e-9), 1))
