"""Keeping a run closed while other things change: the end gap takes up the difference."""

from __future__ import annotations

from sabaka_core.document.chambers import Chamber
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Follower, Gap, RunItem
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import lay_out


def with_chamber(hive: Hive, box: int, chamber: Chamber) -> Hive:
    """The hive with one chamber replaced; ``box`` is its index, here and in every edit."""
    return hive.model_copy(update={"chambers": (*hive.chambers[:box], chamber, *hive.chambers[box + 1 :])})


def with_items(hive: Hive, box: int, items: tuple[RunItem, ...]) -> Hive:
    """The hive with the items of a chamber's run replaced."""
    chamber = hive.chambers[box]
    run = chamber.run.model_copy(update={"items": items})
    return with_chamber(hive, box, chamber.model_copy(update={"run": run}))


def items_of(hive: Hive, box: int) -> tuple[RunItem, ...]:
    """Items of a chamber's run."""
    return hive.chambers[box].run.items


def leftover_mm(hive: Hive, box: int) -> float:
    """Closing error of a run [mm]."""
    return lay_out(hive, hive.chambers[box]).leftover_mm


def is_closed(hive: Hive, box: int) -> bool:
    """Whether a run fills its box, as closely as the rule on closing asks."""
    return abs(leftover_mm(hive, box)) <= practice("run_closes").number


def end_gaps(items: tuple[RunItem, ...]) -> list[int]:
    """Indexes of the gaps behind the followers, the far end's first, outermost first."""
    far = next((i for i, it in enumerate(items) if isinstance(it, Follower) and it.side == "far"), None)
    near = next((i for i, it in enumerate(items) if isinstance(it, Follower) and it.side == "near"), None)
    order: list[int] = []
    if far is not None:
        order += [i for i in range(len(items) - 1, far, -1) if isinstance(items[i], Gap)]
    if near is not None:
        order += [i for i in range(near) if isinstance(items[i], Gap)]
    return order


def least_gap_mm(item: RunItem) -> float:
    """What a gap has to keep [mm]: a feeder's room, or nothing."""
    if isinstance(item, Gap) and item.purpose == "feeder":
        return practice("feeder_gap").number
    return 0.0


def close_run(hive: Hive, box: int, keep: int | None = None) -> Hive:
    """Let the gaps behind the followers take up the closing error, as far as they can.

    Args:
        hive: a hive whose run may be too long or too short.
        box: index of the chamber.
        keep: index of an item that must stay as it is.
    Returns:
        The hive with its run closed, or as it was when the gaps can't take the difference.
    """
    left = leftover_mm(hive, box)
    items = list(items_of(hive, box))
    for index in end_gaps(tuple(items)):
        gap = items[index]
        assert isinstance(gap, Gap)
        if index == keep:
            continue
        change = max(left, -gap.length_mm)
        items[index] = gap.model_copy(update={"length_mm": round(gap.length_mm + change, 6)})
        left -= change
        if abs(left) <= 1e-6:
            return with_items(hive, box, tuple(items))
    return hive
