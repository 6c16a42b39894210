"""Changes of what a design says of building: ticks, boards for sale."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.building import USUAL, BoardForSale, Building, Ticked
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import BOARDS, Bench, Edit, Index
from sabaka_core.hive.context import Context
from sabaka_core.woodwork.asked import plan_in
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.plan import left_of
from sabaka_core.woodwork.steps import work_steps
from sabaka_core.woodwork.stock import read_stock


def _building(hive: Hive) -> Building:
    return hive.building or Building()


def _with(hive: Hive, **changes: object) -> Hive:
    return hive.model_copy(update={"building": _building(hive).model_copy(update=changes)})


class TickStep(Edit):
    """Tick a step of the building off, or take the tick away."""

    do: Literal["tick-step"] = "tick-step"
    step: Ident

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        building = _building(hive)
        others = tuple(each for each in building.ticked if each.step != self.step)
        if self.step in building.done:
            return _with(hive, done=tuple(s for s in building.done if s != self.step), ticked=others)
        now = next((s.sizes for s in work_steps(parts_of_hive(hive), hive) if s.id == self.step), "")
        ticked = (*others, Ticked(step=self.step, sizes=now)) if now else others
        return _with(hive, done=(*building.done, self.step), ticked=ticked)


class AddForSale(Edit):
    """Put a board on the list of those that can be bought; the usual ones are written down first."""

    do: Literal["add-for-sale"] = "add-for-sale"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        sale = _building(hive).for_sale
        if not sale:
            return _with(hive, for_sale=USUAL)
        return _with(
            hive,
            for_sale=(
                *sale,
                BoardForSale(
                    label=f"board {len(sale) + 1}", length_mm=2400.0, width_mm=200.0, thickness_mm=22.0, price=12.0
                ),
            ),
        )


class RemoveForSale(Edit):
    """Take a board off that list; with none left the usual ones come back."""

    do: Literal["remove-for-sale"] = "remove-for-sale"
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        sale = _building(hive).for_sale
        if not 0 <= self.index < len(sale):
            raise ParameterError("index", self.index, "There is no such board for sale.", "no-such-board")
        return _with(hive, for_sale=sale[: self.index] + sale[self.index + 1 :])


class SetStock(Edit):
    """Take the boards on hand from a table."""

    do: Literal["set-stock"] = "set-stock"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)
    table: Annotated[str, Field(max_length=100_000)]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return hive.model_copy(update={"boards": read_stock(self.table)})


class KeepOffcuts(Edit):
    """Take what the cut plan leaves for the boards on hand: the hive is built, the next one comes out of the rest."""

    do: Literal["keep-offcuts"] = "keep-offcuts"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return hive.model_copy(update={"boards": left_of(plan_in(Context(hive)), hive)})
