"""Cover slats over a run: joints on comb joints, none over more combs than may be open at once."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.run.layout import RunLayout


@dataclass(frozen=True)
class Slat:
    """One slat, from joint to joint [mm], over so many combs; ``made`` says what it is besides a board."""

    start_mm: float
    end_mm: float
    first: int | None
    last: int | None
    made: str

    @property
    def wide_mm(self) -> float:
        return self.end_mm - self.start_mm

    @property
    def combs(self) -> int:
        return 0 if self.first is None or self.last is None else self.last - self.first + 1


def slats(layout: RunLayout, most_open: int, feeder: bool = True) -> tuple[Slat, ...]:
    """The slats of a run from the near end wall to the far one.

    Args:
        layout: the run.
        most_open: combs that may lie open at once, at least 1.
        feeder: whether one slat is holed for a feeder; another is meshed for air.
    Returns:
        Slats that meet each other and both walls; joints lie on comb joints or a follower's face.
    """
    bounds: list[tuple[float, float, int | None, int | None]] = []
    group: list[tuple[float, float, int]] = []

    def close() -> None:
        if group:
            bounds.append((group[0][0], group[-1][1], group[0][2], group[-1][2]))
            group.clear()

    for placed in layout.placed:
        if placed.number is None:
            close()
            bounds.append((placed.start_mm, placed.end_mm, None, None))
            continue
        if len(group) == most_open:
            close()
        group.append((placed.start_mm, placed.end_mm, placed.number))
    close()
    if bounds and layout.leftover_mm > UNSEEN_MM:
        bounds.append((layout.total_mm, layout.length_mm, None, None))
    merged = _merged(bounds)
    over = [i for i, b in enumerate(merged) if b[2] is not None]
    meshed = over[len(over) // 2] if over else None
    holed = next((i for i, b in enumerate(merged) if b[2] is None and b[1] - b[0] > 60), over[-1] if over else None)
    if holed == meshed:
        holed = None
    return tuple(
        Slat(
            start,
            end,
            first,
            last,
            "meshed" if i == meshed else "holed for the feeder" if feeder and i == holed else "plain",
        )
        for i, (start, end, first, last) in enumerate(merged)
    )


def _merged(
    bounds: list[tuple[float, float, int | None, int | None]],
) -> list[tuple[float, float, int | None, int | None]]:
    """Followers and the gaps behind them are covered together; nothing narrower than a finger stays alone."""
    merged: list[tuple[float, float, int | None, int | None]] = []
    for bound in bounds:
        if merged and bound[2] is None and merged[-1][2] is None:
            merged[-1] = (merged[-1][0], bound[1], None, None)
        elif merged and bound[2] is None and bound[1] - bound[0] < 25:
            start, _, first, last = merged[-1]
            merged[-1] = (start, bound[1], first, last)
        else:
            merged.append(bound)
    return merged
