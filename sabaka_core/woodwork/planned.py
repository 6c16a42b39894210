"""What a cut plan says: pieces on boards, panels, what it costs."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from sabaka_core.woodwork.sheets import SHEET_MM, SheetCut
from sabaka_core.woodwork.strips import StripSource, value

Order = Literal["crosscut", "rip"]
Thinned = Literal["", "planed", "resawn"]


def sheet_price() -> float:
    """What a whole sheet costs, on the mean."""
    return SHEET_MM[0] * SHEET_MM[1] / 1e6 * value("sheet_price_m2")


@dataclass(frozen=True)
class Piece:
    """One piece on a board: which part, where along it, and in which lane from its edge [mm]."""

    part: str
    name: str
    at_mm: float
    long_mm: float
    lane: int
    wide_mm: float


@dataclass(frozen=True)
class CutBoard:
    """One board with its pieces; ``thinned`` tells how it comes to their thickness if it is thicker.

    ``first`` is what it is cut by first: crosscut where every lane is cut at the same places and no strip is kept, so
    that its end stays as wide as it is; ripped otherwise, for lanes differ or the plan counts on the whole strip.
    """

    source: StripSource
    pieces: tuple[Piece, ...]
    lanes: int
    layers: int
    thick_mm: float
    thinned: Thinned
    first: Order

    @property
    def used(self) -> float:
        """Part of the board's face that becomes parts."""
        return sum(p.long_mm * p.wide_mm for p in self.pieces) / (
            self.source.length_mm * self.source.width_mm * self.layers
        )


@dataclass(frozen=True)
class Group:
    """Pieces of one width and thickness, with how good their plan is proven to be.

    What is proven speaks of these strips out of the boards that the groups before left, and of nothing wider.
    """

    thick_mm: float
    wide_mm: float
    pieces: int
    cost: float
    bound: float
    proven: bool


@dataclass(frozen=True)
class Panel:
    """So many copies of a part are glued up, each of so many strips or layers."""

    part: str
    name: str
    copies: int
    strips: int


@dataclass(frozen=True)
class CutPlan:
    """The whole plan. ``too_long`` names parts that no board holds; ``panels`` those to be glued up."""

    boards: tuple[CutBoard, ...]
    groups: tuple[Group, ...]
    offcuts: tuple[tuple[str, float, float, float], ...]
    too_long: tuple[str, ...]
    panels: tuple[Panel, ...]
    sheets: tuple[SheetCut, ...]
    sheet_bound: int
    own_sheets: tuple[float, ...] = ()

    @property
    def bought(self) -> tuple[CutBoard, ...]:
        """Boards to buy."""
        return tuple(board for board in self.boards if not board.source.own)

    @property
    def on_hand(self) -> tuple[CutBoard, ...]:
        """Whole boards on hand that are cut; offcuts of this plan left out."""
        return tuple(board for board in self.boards if board.source.own and not board.source.label.startswith("offcut"))

    @property
    def cost(self) -> float:
        """What boards and sheets cost."""
        return sum(board.source.price for board in self.bought) + self.sheet_cost

    @property
    def sheet_cost(self) -> float:
        """What sheets cost that aren't on hand, whole ones."""
        return self.sheets_bought * sheet_price()

    @property
    def sheets_bought(self) -> int:
        """Sheets to buy: those that no sheet on hand of their thickness gives."""
        left, bought = list(self.own_sheets), 0
        for sheet in self.sheets:
            mine = next((thick for thick in left if abs(thick - sheet.thick_mm) <= value("thickness_play")), None)
            if mine is None:
                bought += 1
            else:
                left.remove(mine)
        return bought

    @property
    def bound(self) -> float:
        """The least that these strips could cost, width by width out of what the widths before leave."""
        return sum(group.bound for group in self.groups)
