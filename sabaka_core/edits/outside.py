"""Outside sizes of a chamber, set or held."""

from __future__ import annotations

from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.hive import Hive
from sabaka_core.document.sections import PolygonSection, SegmentSection, TrapezoidSection
from sabaka_core.edits.closing import close_run, is_closed, with_chamber
from sabaka_core.edits.matching import moved_on
from sabaka_core.edits.values import replace_value
from sabaka_core.geometry.cavity import cavity_of, run_path, width_path
from sabaka_core.geometry.trapezoid import with_size
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import outside_plan_mm
from sabaka_core.hive.chambers import analyse

_STEPS, _SETTLED_MM = 12, 1e-6


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
        ParameterError: walls that would meet above the floor.
        InfeasibleError: no room would be left inside, or the section has no width to give.
    """
    was_closed, changed = is_closed(hive, box), hive
    # Where the slope follows from other sizes, a wall's level thickness changes with the width: a few steps settle it.
    for _ in range(_STEPS):
        a = analyse(changed, box)
        across, along = outside_plan_mm(a)
        runs_so = way == ("across" if a.chamber.axis == "lying" and a.chamber.combs == "along" else "along")
        more = outside_mm - (across if way == "across" else along)
        if abs(more) < _SETTLED_MM:
            break
        inside = (a.run_mm if runs_so else a.section.top_mm) + more
        if inside <= 0:
            raise InfeasibleError(
                f"Walls that thick leave nothing of {outside_mm:g} mm outside.", "Hold the inside, or thin the walls."
            )
        changed = _with_inside(changed, a, round(inside, 6), run_path(a.chamber) if runs_so else "")
        cavity_of(changed.chambers[box], a.path)
    return close_run(changed, box) if was_closed and changed is not hive else changed


def _with_inside(hive: Hive, a: Analysis, inside_mm: float, path: str) -> Hive:
    """The hive with a chamber so wide inside at the bars, or so long by the field that is named."""
    if path:
        return replace_value(hive, f"{a.path}/{path}", inside_mm)
    match a.chamber.section:
        case TrapezoidSection() as section:
            assert a.trapezoid is not None
            wider = with_size(section, a.trapezoid, "top_mm", inside_mm)
            return with_chamber(hive, a.box, a.chamber.model_copy(update={"section": wider}))
        case PolygonSection():
            return replace_value(hive, f"{a.path}/{width_path(a.chamber)}", inside_mm / 2)
        case SegmentSection():
            raise InfeasibleError("A segment of a circle is as wide as its radius makes it.", "Set the radius instead.")
        case _:
            return replace_value(hive, f"{a.path}/{width_path(a.chamber)}", inside_mm)
