"""Sizing a chamber by what it should hold: so many combs, so many litres, or a board's width.

One is given and the others follow: the run's length from a number of combs or from litres, the
section's height from the board its sides come out of.
"""

from __future__ import annotations

from math import cos, tan
from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.base.units import UNSEEN_MM, parse_length, parse_number
from sabaka_core.combs.slope import from_board
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Gap
from sabaka_core.document.sections import CircleSection, PolygonSection, TrapezoidSection
from sabaka_core.edits.action import Bench, TypedEdit
from sabaka_core.edits.closing import close_run, is_closed, items_of, least_gap_mm, with_items
from sabaka_core.edits.fields import chamber_path, hold_sizes, set_section, set_section_size
from sabaka_core.edits.values import replace_value
from sabaka_core.geometry.cavity import depth_path, run_path
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.run.layout import item_length_mm

CUBIC_FOOT_L = 0.3048**3 * 1000


def _whole(number: float, at: str) -> int:
    if number != int(number) or not 1 <= number <= 400:
        raise ParameterError(at, number, "Give a whole number of combs, 1 to 400.", "not-whole")
    return int(number)


def by_combs(hive: Hive, box: int, number: int) -> Hive:
    """The hive with so many combs in a chamber's run, and the run as long as they ask.

    Raises:
        InfeasibleError: no comb to count by.
    """
    a = analyse(hive, box)
    items = list(items_of(hive, box))
    at = [i for i, item in enumerate(items) if isinstance(item, Comb)]
    if not at:
        raise InfeasibleError("This chamber's run holds no comb to count by.", "Put one in first.")
    last = items[at[-1]]
    assert isinstance(last, Comb)
    if number > len(at):
        new = last.model_copy(update={"contents": "empty"})
        items[at[-1] + 1 : at[-1] + 1] = [new] * (number - len(at))
    else:
        drop = set(at[number:])
        items = [item for i, item in enumerate(items) if i not in drop]
    left = max(a.layout.leftover_mm, 0.0)
    types = {kind.id: kind for kind in hive.comb_types}
    length = sum(item_length_mm(item, types) for item in items) + left
    return _run_set(with_items(hive, box, tuple(items)), a, length)


def by_litres(hive: Hive, box: int, litres: float) -> Hive:
    """The hive with a chamber of so many litres: its run, or a log's length, gives way."""
    a = analyse(hive, box)
    share = litres / (a.cavity.volume_mm3 / 1e6)
    if isinstance(a.chamber.section, CircleSection):
        return replace_value(hive, f"{chamber_path(box)}/length_mm", round(a.chamber.length_mm * share, 1))
    if a.chamber.axis == "standing":
        return replace_value(
            hive, f"{chamber_path(box)}/{depth_path(a.chamber)}", round(a.chamber.length_mm * share, 1)
        )
    was_closed = is_closed(hive, box)
    sized = _run_set(hive, a, a.run_mm * share)
    return close_run(sized, box) if was_closed else sized


def by_board(hive: Hive, box: int, board_mm: float) -> Hive:
    """The hive with the height at which a side comes out of a board that wide, slope and top held.

    Raises:
        ParameterError: a board narrower than its bevel.
        InfeasibleError: walls that aren't straight.
    """
    a = analyse(hive, box)
    if a.trapezoid is None:
        raise InfeasibleError("Only straight side walls come out of one board.", "Set the height instead.")
    if isinstance(a.chamber.section, PolygonSection):
        # Straight walls that were given by points: held by their slope from here on.
        hive = set_section(hive, box, a.section.top_mm, a.section.height_mm, a.trapezoid.slope_deg)
        return by_board(hive, box, board_mm)
    theta = abs(a.trapezoid.slope_rad)
    height = (board_mm - a.side_mm * tan(theta)) * cos(theta)
    if height <= 0:
        raise ParameterError("size-board", board_mm, "The board is narrower than its own bevel.", "too-narrow")
    held = hold_sizes(hive, box, ("top_mm", "height_mm", "slope_deg")) if _leans(a) else hive
    return set_section_size(held, box, "height_mm", round(height, 3))


def board_room_mm(a: Analysis, board_mm: float) -> float:
    """The run that sides out of a board so long leave: they run past both ends [mm]."""
    return board_mm - 2 * a.end_mm


def from_length(hive: Hive, box: int, board_mm: float) -> Hive:
    """The hive as long as its boards, with as many combs as go in beside followers, their gaps and a feeder.

    Raises:
        InfeasibleError: not one comb goes in, or a run that isn't measured along a board.
    """
    a = analyse(hive, box)
    if a.chamber.axis == "standing" or a.cavity.varies or not a.layout.combs:
        raise InfeasibleError("This chamber’s run isn’t cut out of a board’s length.")
    run = board_room_mm(a, board_mm)
    most = most_combs(a, run)
    if most < 1:
        raise InfeasibleError(f"Between ends of {a.end_mm:g} mm {run:g} mm are left: no comb goes in.")
    sized = by_combs(hive, box, most)
    return close_run(_run_set(sized, a, run), box)


def kept_mm(a: Analysis) -> float:
    """What boards, feeders and whatever else hangs there take of a run, a feeder's room behind a follower kept [mm]."""
    types = {kind.id: kind for kind in a.hive.comb_types}
    others = (placed.item for placed in a.layout.placed if not isinstance(placed.item, Comb))
    return sum(least_gap_mm(item) if isinstance(item, Gap) else item_length_mm(item, types) for item in others)


def most_combs(a: Analysis, run_mm: float) -> int:
    """How many combs of its last kind fill a run so long beside what else hangs in it."""
    last = a.layout.combs[-1]
    before = sum(placed.length_mm for placed in a.layout.combs)
    room = run_mm - kept_mm(a)
    if room >= before - UNSEEN_MM:
        return len(a.layout.combs) + int((room - before + UNSEEN_MM) // last.length_mm)
    number, used = 0, 0.0
    for placed in a.layout.combs:
        used += placed.length_mm
        if used > room + UNSEEN_MM:
            break
        number += 1
    return number


def lean_from_board(hive: Hive, box: int, slope_deg: float) -> Hive:
    """The hive with its walls at another slope out of the same board: the height follows.

    The board is the widest on hand of the sides' thickness, or as wide as the sides ask now.

    Raises:
        ParameterError: walls that would meet above the floor.
        InfeasibleError: walls that aren't straight.
    """
    a = analyse(hive, box)
    if a.trapezoid is None:
        raise InfeasibleError("Only straight side walls come out of one board.")
    board = a.widest_board_mm or a.trapezoid.board_width_mm(a.side_mm)
    wished = from_board(a.section.top_mm, board, a.side_mm, slope_deg)
    if wished.floor_mm <= 0:
        raise ParameterError("board-slope", slope_deg, "The walls would meet above the floor.", "walls-meet")
    return set_section(hive, box, a.section.top_mm, round(wished.height_mm, 3), slope_deg)


def _leans(a: Analysis) -> bool:
    return isinstance(a.chamber.section, TrapezoidSection)


def _run_set(hive: Hive, a: Analysis, length_mm: float) -> Hive:
    if a.cavity.varies:
        raise InfeasibleError("A log’s run is its bore.", "Change the log’s diameter instead.")
    return replace_value(hive, f"{a.path}/{run_path(a.chamber)}", round(length_mm, 3))


class SizeBox(TypedEdit):
    """Size the chamber by what it should hold, or by a board it should come out of."""

    do: Literal["size-box"] = "size-box"
    says: ClassVar[tuple[str, ...]] = ("{at}/section", "{at}/length_mm")
    by: Literal["combs", "litres", "board", "length"]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        at = f"size-{self.by}"
        if self.by == "combs":
            return by_combs(hive, bench.box, _whole(parse_number(self.number(at), at), at))
        if self.by == "litres":
            wished = parse_number(self.number(at), at) * (CUBIC_FOOT_L if self.units == "in" else 1.0)
            if not 0 < wished <= 2_000:
                raise ParameterError(at, self.text, "Give litres, more than 0 and at most 2000.", "out-of-range")
            return by_litres(hive, bench.box, wished)
        if self.by == "length":
            return from_length(hive, bench.box, parse_length(self.number(at), self.units, at))
        return by_board(hive, bench.box, parse_length(self.number(at), self.units, at))
