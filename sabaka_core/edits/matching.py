"""A chamber of another size, and with it what has to match: boxes of its stack, and all that stands beyond it."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.edits.values import replace_value
from sabaka_core.geometry.cavity import depth_path, run_path, width_path
from sabaka_core.hive.analysis import RIM_MM
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.whole import Whole, whole

_AXES = ("x", "y", "z")


def resized(hive: Hive, box: int, path: str, value: float) -> Hive:
    """The hive with one inside size of a chamber set.

    Boxes in one stack with it get the same length and width; a two-chamber hive's box stays square; and chambers
    beyond it, or on it, move on by as much as it grew.

    Args:
        hive: the design.
        box: index of the chamber.
        path: JSON pointer of the size.
        value: the size [mm].
    Raises:
        ParameterError: a size that can't be.
    """
    changed = replace_value(hive, path, round(value, 3))
    field = path.removeprefix(f"/chambers/{box}/")
    chamber = hive.chambers[box]
    if field == depth_path(chamber):
        return moved_on(hive, changed)
    a = analyse(changed, box)
    for other in _same_plan(hive, box):
        mine, theirs = hive.chambers[box], hive.chambers[other]
        if field == run_path(mine):
            changed = replace_value(changed, f"/chambers/{other}/{run_path(theirs)}", round(a.run_mm, 3))
        elif field == width_path(mine):
            changed = replace_value(changed, f"/chambers/{other}/{width_path(theirs)}", round(a.section.top_mm, 3))
    if hive.system == "two-chamber":
        if field == width_path(chamber):
            changed = replace_value(changed, f"/chambers/{box}/{run_path(chamber)}", round(a.section.top_mm, 3))
        elif field == run_path(chamber):
            changed = replace_value(changed, f"/chambers/{box}/{width_path(chamber)}", round(a.run_mm, 3))
    return moved_on(hive, changed)


def _same_plan(hive: Hive, box: int) -> list[int]:
    """Chambers that have to be of one size in plan with this one: what stands in one stack with it."""
    stack = next(s for s in whole(hive).stacks if any(b.chamber == box and not b.is_super for b in s.boxes))
    return sorted({b.chamber for b in stack.boxes if not b.is_super} - {box})


def moved_on(before: Hive, after: Hive) -> Hive:
    """A changed hive with each chamber moved on by as much as those before it grew, along every axis."""
    if len(after.chambers) < 2:
        return after
    old, new = _blocks(whole(before)), _blocks(whole(after))
    for axis in _AXES:
        for box, by in _shifts(old, new, axis).items():
            at = getattr(after.chambers[box].place, f"{axis}_mm")
            if abs(by) > 1e-6:
                after = replace_value(after, f"/chambers/{box}/place/{axis}_mm", round(at + by, 3))
    return after


def _blocks(hive: Whole) -> list[BoxPlace]:
    return [block for block in hive.boxes if not block.is_super]


def _shifts(old: list[BoxPlace], new: list[BoxPlace], axis: str) -> dict[int, float]:
    """How far each chamber moves along an axis: the most of what those straight before it grew and moved."""
    shifts: dict[int, float] = {}
    for block in sorted(old, key=lambda b: getattr(b, axis)[0]):
        moves = [
            shifts[other.chamber] + getattr(new[other.chamber], axis)[1] - getattr(other, axis)[1]
            for other in old
            if other.chamber in shifts and _before(other, block, axis)
        ]
        shifts[block.chamber] = max(moves, key=abs, default=0.0)
    return shifts


def _before(one: BoxPlace, other: BoxPlace, axis: str) -> bool:
    """Whether a block ends where the other begins, or short of it, and lies in its way."""
    rim = RIM_MM if axis == "z" else 1.0
    if getattr(one, axis)[1] > getattr(other, axis)[0] + rim or one is other:
        return False
    across = [each for each in _AXES if each != axis]
    return all(
        min(getattr(one, each)[1], getattr(other, each)[1]) > max(getattr(one, each)[0], getattr(other, each)[0])
        for each in across
    )
