"""Outside sizes of a chamber, set or held."""

from __future__ import annotations

from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.hive import Hive
from sabaka_core.edits.closing import close_run, is_closed
from sabaka_core.edits.matching import moved_on
from sabaka_core.edits.values import replace_value
from sabaka_core.geometry.cavity import cavity_of, run_path, width_path
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.whole import outside_plan_mm


def outside_kept(before: Hive, after: Hive, box: int) -> Hive:
    """The hive after its walls changed: as large outside as before where that is held; else what is beyond moves on.

    Raises:
        InfeasibleError: no room would be left inside.
    """
    if not before.chambers[box].walls.outside_held:
        return moved_on(before, after)
    was = outside_plan_mm(analyse(before, box))
    for way, size in zip(("across", "along"), was, strict=True):
        after = with_outside(after, box, way, size)
    return after


def with_outside(hive: Hive, box: int, way: str, outside_mm: float) -> Hive:
    """The hive with a chamber of another size outside, its walls the same.

    Raises:
        InfeasibleError: no room would be left inside.
    """
    a = analyse(hive, box)
    across, along = outside_plan_mm(a)
    runs_so = way == ("across" if a.chamber.axis == "lying" and a.chamber.combs == "along" else "along")
    more = outside_mm - (across if way == "across" else along)
    if abs(more) < 1e-6:
        return hive
    inside = (a.run_mm if runs_so else a.section.top_mm) + more
    if inside <= 0:
        raise InfeasibleError(
            f"Walls that thick leave nothing of {outside_mm:g} mm outside.", "Hold the inside, or thin the walls."
        )
    was_closed = is_closed(hive, box)
    path = run_path(a.chamber) if runs_so else width_path(a.chamber)
    changed = replace_value(hive, f"{a.path}/{path}", round(inside, 6))
    cavity_of(changed.chambers[box], a.path)
    return close_run(changed, box) if was_closed else changed
