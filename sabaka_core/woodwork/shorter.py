"""Whether a hive a little shorter or lower would come out of cheaper boards, by exact search over 20 mm.

What comes out of some boards comes out of them when it is smaller as well, so that costs only fall as a size
shrinks, and growing never saves. So the whole ±20 mm are searched by halving, to a millimetre.
"""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.analysis import analyse, main_box
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.edits.fields import set_field
from sabaka_core.errors import SabakaError
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.plan import CutPlan, cut_plan

MOST_MM = 20


@dataclass(frozen=True)
class Shorter:
    """A change of one size that saves boards or money, with the edit that makes it."""

    what: str
    by_mm: float
    boards: int
    now: int
    saves: float
    path: str
    text: str


def free_sizes(hive: Hive) -> list[tuple[str, str, float]]:
    """Sizes that nothing but boards holds, as (name, path, value): length; height where no frame asks for it."""
    box = main_box(hive)
    a = analyse(hive, box)
    if a.chamber.axis == "standing" or a.chamber.combs == "along":
        return []
    found = [("length", f"/chambers/{box}/length_mm", a.chamber.length_mm)]
    if not isinstance(a.main, Frame):
        found.append(("height", a.depth_path, a.section.height_mm))
    return found


def shorter(hive: Hive, now: CutPlan, seconds: float = 0.1) -> tuple[Shorter, ...]:
    """For each free size the least shrinking of up to 20 mm that saves all that 20 mm would; none where none does.

    Args:
        seconds: time the solver may take for each try.
    """
    found: list[Shorter] = []
    for what, path, value in free_sizes(hive):
        plans: dict[int, CutPlan | None] = {0: now}

        def cost(by: int, path: str = path, value: float = value, plans: dict[int, CutPlan | None] = plans) -> float:
            if by not in plans:
                plans[by] = _smaller(hive, path, value - by, seconds)
            plan = plans[by]
            # A size that can't be, or loses parts, saves nothing.
            return now.cost if plan is None or len(plan.too_long) > len(now.too_long) else plan.cost

        least = cost(MOST_MM)
        if least >= now.cost - 1.0:
            continue
        low, high = 0, MOST_MM
        while high - low > 1:
            middle = (low + high) // 2
            if cost(middle) <= least + 1.0:
                high = middle
            else:
                low = middle
        plan = plans[high]
        assert plan is not None
        found.append(
            Shorter(
                what,
                float(high),
                len(plan.bought),
                len(now.bought),
                now.cost - plan.cost,
                path,
                f"{value - high:.3f} mm",
            )
        )
    return tuple(found)


def _smaller(hive: Hive, path: str, value: float, seconds: float) -> CutPlan | None:
    try:
        other = set_field(hive, path, f"{value:.3f} mm", "mm")
        return cut_plan(parts_of_hive(other), other, seconds)
    except SabakaError:
        return None
