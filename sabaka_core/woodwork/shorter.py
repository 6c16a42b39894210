"""Whether a hive a little shorter, lower or higher would come out of cheaper boards, by exact search over ±20 mm.

What comes out of some boards comes out of them when it is smaller as well. So where every part shrinks with a size,
costs only fall with it, growing never saves, and halving finds the place. Where some part grows as others shrink
(lower walls lean out further, and the roof gets wider) every millimetre is tried.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial

from sabaka_core.base.errors import SabakaError
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive
from sabaka_core.edits.fields import set_field
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import cut_plan
from sabaka_core.woodwork.planned import CutPlan

MOST_MM = 20
# So often can that be halved to a millimetre, the ends tried as well.
_HALVINGS = 7


@dataclass(frozen=True)
class Shorter:
    """A change of one size [mm, less is negative] that saves boards or money, with the edit that makes it."""

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
    roof, stand = hive.roof, hive.stand
    if roof is not None:
        found.append(("room under the roof", "/roof/clearance_mm", roof.clearance_mm))
    if stand is not None and stand.kind == "legs" and stand.height_mm > MOST_MM:
        found.append(("height of the stand", "/stand/height_mm", stand.height_mm))
    return found


def shorter(hive: Hive, now: CutPlan, tell: Callable[[float], None] = lambda share: None) -> tuple[Shorter, ...]:
    """For each free size the least change of up to 20 mm that saves all that any such change would; none where
    none does.

    Args:
        tell: hears how far the search is, from 0 to 1.
    """
    parts, sizes = parts_of_hive(hive), free_sizes(hive)
    found = []
    for order, size in enumerate(sizes):
        shrinks = _all_shrink(parts, _other(hive, size[1], size[2] - MOST_MM))
        tries = _Tries(hive, now, size)
        expected = _HALVINGS if shrinks else 2 * MOST_MM
        tries.heard = partial(_part_of, tell, order / len(sizes), 1 / len(sizes) / expected)
        by = _halved(tries.cost) if shrinks else _scanned(tries.cost)
        saves = tries.saving(by)
        if saves is not None:
            found.append(saves)
    return tuple(found)


def _part_of(tell: Callable[[float], None], begun: float, each: float, tries: int) -> None:
    """Says how far the whole search is after so many tries of one size."""
    tell(min(begun + each * tries, 1.0))


class _Tries:
    """One size changed millimetre by millimetre, each plan made once."""

    def __init__(self, hive: Hive, now: CutPlan, size: tuple[str, str, float]) -> None:
        self._hive, self._now = hive, now
        self._what, self._path, self._value = size
        self._plans: dict[int, CutPlan | None] = {0: now}
        self.heard: Callable[[int], None] = lambda tries: None

    def cost(self, by: int) -> float:
        """What the boards cost with so many millimetres more; a size that can’t be, or loses parts, saves nothing."""
        if by not in self._plans:
            self._plans[by] = _plan(_other(self._hive, self._path, self._value + by))
            self.heard(len(self._plans))
        plan = self._plans[by]
        return self._now.cost if plan is None or len(plan.too_long) > len(self._now.too_long) else plan.cost

    def saving(self, by: int) -> Shorter | None:
        """What that change saves; None where it saves nothing."""
        plan, now = self._plans[by], self._now
        if plan is None or self.cost(by) >= now.cost - 1.0:
            return None
        text = f"{self._value + by:.3f} mm"
        boards = len(plan.bought), len(now.bought)
        return Shorter(self._what, float(by), *boards, now.cost - plan.cost, self._path, text)


def _all_shrink(parts: tuple[Part, ...], smaller: tuple[Hive, tuple[Part, ...]] | None) -> bool:
    """Whether a smaller hive has no part of boards that is larger, as a roof over walls that lean out further is."""
    now = {part.id: part for part in parts}
    return all(
        part.id in now and part.long_mm <= now[part.id].long_mm + 1e-6 and part.wide_mm <= now[part.id].wide_mm + 1e-6
        for part in (smaller[1] if smaller else ())
        if not part.is_sheet
    )


def _halved(cost: Callable[[int], float]) -> int:
    """The least shrinking that saves as much as the most does."""
    least = cost(-MOST_MM)
    low, high = 0, MOST_MM
    while high - low > 1:
        middle = (low + high) // 2
        if cost(-middle) <= least + 1.0:
            high = middle
        else:
            low = middle
    return -high


def _scanned(cost: Callable[[int], float]) -> int:
    """The least change either way that saves the most, every millimetre tried."""
    least = min(cost(by) for by in range(-MOST_MM, MOST_MM + 1))
    return min((by for by in range(-MOST_MM, MOST_MM + 1) if cost(by) <= least + 1.0), key=abs)


def _other(hive: Hive, path: str, value: float) -> tuple[Hive, tuple[Part, ...]] | None:
    try:
        other = set_field(hive, path, f"{value:.3f} mm", "mm")
        return other, parts_of_hive(other)
    except SabakaError:
        return None


def _plan(other: tuple[Hive, tuple[Part, ...]] | None) -> CutPlan | None:
    try:
        return cut_plan(other[1], other[0]) if other else None
    except SabakaError:
        return None
