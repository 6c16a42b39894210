"""Where everything in a run lies: running sums from the near end wall."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from sabaka_core.document.chambers import Chamber
from sabaka_core.document.combs import CombType
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Divider, Excluder, Feeder, Follower, Gap, RunItem, Spacer
from sabaka_core.geometry.cavity import run_length_mm


def item_length_mm(item: RunItem, types: dict[str, CombType]) -> float:
    """How much of the run an item takes [mm]."""
    if isinstance(item, Comb):
        return types[item.type].spacing_mm
    if isinstance(item, Follower | Excluder | Divider):
        return item.thickness_mm
    return item.length_mm


@dataclass(frozen=True)
class Placed:
    """One item at its place [mm from the near end wall]; combs are numbered from 1."""

    index: int
    item: RunItem
    start_mm: float
    end_mm: float
    number: int | None

    @property
    def middle_mm(self) -> float:
        return (self.start_mm + self.end_mm) / 2

    @property
    def length_mm(self) -> float:
        return self.end_mm - self.start_mm


@dataclass(frozen=True)
class RunLayout:
    """A run laid out in a box."""

    length_mm: float
    placed: tuple[Placed, ...]

    @property
    def total_mm(self) -> float:
        """Sum of all items [mm]."""
        return self.placed[-1].end_mm if self.placed else 0.0

    @property
    def leftover_mm(self) -> float:
        """Closing error: box length less the sum of the items [mm]; negative when too full."""
        return self.length_mm - self.total_mm

    @cached_property
    def combs(self) -> tuple[Placed, ...]:
        return tuple(p for p in self.placed if isinstance(p.item, Comb))

    @cached_property
    def near(self) -> Placed | None:
        """The near follower."""
        return self._follower("near")

    @cached_property
    def far(self) -> Placed | None:
        """The far follower."""
        return self._follower("far")

    @property
    def nest_start_mm(self) -> float:
        """Where the stretch between the followers begins [mm]."""
        return self.near.end_mm if self.near else 0.0

    @property
    def nest_end_mm(self) -> float:
        """Where the stretch between the followers ends [mm]."""
        return self.far.start_mm if self.far else self.length_mm

    @property
    def crossed(self) -> bool:
        """Whether the near follower stands beyond the far one."""
        return self.near is not None and self.far is not None and self.near.index > self.far.index

    @cached_property
    def nest(self) -> tuple[Placed, ...]:
        """Items between the followers, in order."""
        if self.crossed:
            return ()
        low = self.near.index if self.near else -1
        high = self.far.index if self.far else len(self.placed)
        return tuple(p for p in self.placed if low < p.index < high)

    def in_nest(self, placed: Placed) -> bool:
        """Whether an item lies between the followers."""
        return bool(self.nest) and self.nest[0].index <= placed.index <= self.nest[-1].index

    @cached_property
    def nest_combs(self) -> tuple[Placed, ...]:
        return tuple(p for p in self.nest if isinstance(p.item, Comb))

    def behind(self, side: str) -> tuple[Placed, ...]:
        """Items between a follower and its end wall; nothing when there is no such follower."""
        if side == "near":
            return self.placed[: self.near.index] if self.near else ()
        return self.placed[self.far.index + 1 :] if self.far else ()

    def stretch(self, stretch: str) -> tuple[float, float]:
        """A colony's stretch of the run by what the design calls it [mm]."""
        match stretch:
            case "near-end":
                return self.end_stretch("near")
            case "far-end":
                return self.end_stretch("far")
            case "whole":
                return 0.0, self.length_mm
            case _:
                return self.nest_start_mm, self.nest_end_mm

    def end_stretch(self, side: str) -> tuple[float, float]:
        """The stretch of a colony at an end [mm]: its combs, and all between the boards on either side of them.

        From the end wall inward to the first board behind which there are combs; to the follower when there is none.
        """
        board = self.near if side == "near" else self.far
        inner = self.length_mm if board is None and side == "near" else 0.0
        if board is not None:
            inner = board.start_mm if side == "near" else board.end_mm
        start = 0.0 if side == "near" else self.length_mm
        combs = False
        for placed in self.placed if side == "near" else reversed(self.placed):
            if placed is board:
                break
            combs = combs or isinstance(placed.item, Comb)
            if isinstance(placed.item, Follower) or divides(placed.item):
                face, behind = (placed.start_mm, placed.end_mm) if side == "near" else (placed.end_mm, placed.start_mm)
                if combs:
                    inner = face
                    break
                start = behind
        return (start, inner) if side == "near" else (inner, start)

    def _follower(self, side: str) -> Placed | None:
        return next((p for p in self.placed if isinstance(p.item, Follower) and p.item.side == side), None)


def lay_out(hive: Hive, chamber: Chamber) -> RunLayout:
    """The run of one chamber with every position [mm] and comb number."""
    types = {kind.id: kind for kind in hive.comb_types}
    placed: list[Placed] = []
    at, number = 0.0, 0
    for index, item in enumerate(chamber.run.items):
        end = at + item_length_mm(item, types)
        is_comb = isinstance(item, Comb)
        number += is_comb
        placed.append(Placed(index, item, at, end, number if is_comb else None))
        at = end
    return RunLayout(run_length_mm(chamber), tuple(placed))


def divides(item: RunItem) -> bool:
    """Whether an item parts two colonies: a divider, or a feeder that fills the section."""
    return isinstance(item, Divider) or (isinstance(item, Feeder) and item.divides)


def is_filler(item: RunItem) -> bool:
    """Whether an item takes its stretch of the run from ceiling to floor, without being a board."""
    return isinstance(item, Spacer) and item.make == "filler"


def is_gap(item: RunItem) -> bool:
    """Whether an item is open room."""
    return isinstance(item, Gap)
