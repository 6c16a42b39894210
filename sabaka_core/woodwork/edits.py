"""Changes of what a design says of building: ticks, boards for sale."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal, TypeVar

from pydantic import Field

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.base import Ident
from sabaka_core.document.building import USUAL, Along, BoardForSale, Building, OldBoxes, Ticked
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import BOARDS, Bench, Edit, Index
from sabaka_core.hive.context import Context
from sabaka_core.woodwork.along import taken_along
from sabaka_core.woodwork.asked import plan_in
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.old_boxes import left_of
from sabaka_core.woodwork.steps import work_steps
from sabaka_core.woodwork.stock import read_stock

Listed = TypeVar("Listed", OldBoxes, Along, BoardForSale)
# The walls of a usual body, from memory: it stands for what the keeper then measures.
_OLD_BOX = OldBoxes(label="old boxes 1", length_mm=508.0, width_mm=413.0, height_mm=244.0, wall_mm=19.0, rest_mm=16.0)


def _building(hive: Hive) -> Building:
    return hive.building or Building()


def _with(hive: Hive, **changes: object) -> Hive:
    return hive.model_copy(update={"building": _building(hive).model_copy(update=changes)})


def _less(listed: tuple[Listed, ...], index: int, otherwise: str) -> tuple[Listed, ...]:
    """A list without one of its things.

    Raises:
        ParameterError: it has none there; says so in these words.
    """
    if index >= len(listed):
        raise ParameterError("index", index, otherwise, "no-such-one")
    return listed[:index] + listed[index + 1 :]


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
        return _with(hive, for_sale=_less(_building(hive).for_sale, self.index, "There is no such board for sale."))


class SetStock(Edit):
    """Take the boards on hand from a table."""

    do: Literal["set-stock"] = "set-stock"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)
    table: Annotated[str, Field(max_length=100_000)]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return hive.model_copy(update={"boards": read_stock(self.table)})


class KeepOffcuts(Edit):
    """Take what the cut plan leaves for the boards on hand: the hive is built, and what was cut along with it; the
    next one comes out of the rest."""

    do: Literal["keep-offcuts"] = "keep-offcuts"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        boards, boxes = left_of(plan_in(Context(hive)), hive)
        return _with(hive.model_copy(update={"boards": boards}), old_boxes=boxes, along=())


class AddOldBox(Edit):
    """Put old boxes on the list of what boards may be cut out of."""

    do: Literal["add-old-box"] = "add-old-box"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        boxes = _building(hive).old_boxes
        last = boxes[-1] if boxes else _OLD_BOX
        return _with(hive, old_boxes=(*boxes, last.model_copy(update={"label": f"old boxes {len(boxes) + 1}"})))


class RemoveOldBox(Edit):
    """Take old boxes off that list."""

    do: Literal["remove-old-box"] = "remove-old-box"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return _with(hive, old_boxes=_less(_building(hive).old_boxes, self.index, "There are no such boxes."))


class CutAlong(Edit):
    """Cut the pieces of another design out of the same boards, all of them or its frames only.

    One that is called the same takes the place of what was put beside before.
    """

    do: Literal["cut-along"] = "cut-along"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)
    design: Hive
    frames_only: bool = False

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        new = taken_along(self.design, self.frames_only)
        along = _building(hive).along
        at = next((index for index, each in enumerate(along) if each.name == new.name), len(along))
        return _with(hive, along=(*along[:at], new, *along[at + 1 :]))


class LeaveOut(Edit):
    """Cut another design's pieces by themselves again."""

    do: Literal["leave-out"] = "leave-out"
    says: ClassVar[tuple[str, ...]] = (BOARDS,)
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return _with(hive, along=_less(_building(hive).along, self.index, "No such design is cut along."))
