"""Whether a hive a little shorter would come out of fewer boards."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.analysis import analyse, main_box
from sabaka_core.document.hive import Hive
from sabaka_core.edits.fields import set_field
from sabaka_core.errors import SabakaError
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.plan import CutPlan, cut_plan

_TRIES_MM = (2.0, 4.0, 6.0, 8.0, 10.0, 15.0, 20.0)


@dataclass(frozen=True)
class Shorter:
    """A change of the run's length that saves boards, with the edit that makes it."""

    by_mm: float
    boards: int
    now: int
    saves: float
    path: str
    text: str


def shorter(hive: Hive, now: CutPlan, seconds: float = 0.1) -> Shorter | None:
    """The least shortening that saves a board or money; None when none of up to 20 mm does.

    Args:
        seconds: time the solver may take for each try.
    """
    box = main_box(hive)
    a = analyse(hive, box)
    if a.chamber.axis == "standing":
        return None
    length = a.chamber.length_mm
    for by in _TRIES_MM:
        try:
            other = set_field(hive, f"/chambers/{box}/length_mm", f"{length - by:.3f} mm", "mm")
            plan = cut_plan(parts_of_hive(other), other, seconds)
        except SabakaError:
            continue
        if len(plan.too_long) <= len(now.too_long) and plan.cost < now.cost - 1.0:
            return Shorter(
                by,
                len(plan.bought),
                len(now.bought),
                now.cost - plan.cost,
                f"/chambers/{box}/length_mm",
                f"{length - by:.3f} mm",
            )
    return None
