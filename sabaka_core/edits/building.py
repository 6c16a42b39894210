"""Changes of what a design says of building: ticks, boards for sale."""

from __future__ import annotations

from sabaka_core.document.building import USUAL, BoardForSale, Building
from sabaka_core.document.hive import Hive
from sabaka_core.errors import ParameterError


def _building(hive: Hive) -> Building:
    return hive.building or Building()


def _with(hive: Hive, **changes: object) -> Hive:
    return hive.model_copy(update={"building": _building(hive).model_copy(update=changes)})


def tick_step(hive: Hive, step: str) -> Hive:
    """The hive with a step ticked off, or open again."""
    done = _building(hive).done
    return _with(hive, done=tuple(s for s in done if s != step) if step in done else (*done, step))


def add_for_sale(hive: Hive) -> Hive:
    """The hive with one board more for sale; the usual ones are written down first, so that they can be changed."""
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


def remove_for_sale(hive: Hive, index: int) -> Hive:
    """The hive without one of the boards for sale."""
    sale = _building(hive).for_sale
    if not 0 <= index < len(sale):
        raise ParameterError("index", index, "There is no such board for sale.", "no-such-board")
    return _with(hive, for_sale=sale[:index] + sale[index + 1 :])
