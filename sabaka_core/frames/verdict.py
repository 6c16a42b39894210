"""What bees make of a gap: glued, left open, or bridged. One place for every rule and card."""

from __future__ import annotations

from collections.abc import Callable

from sabaka_core.document.combs import Frame
from sabaka_core.sources import at_least, at_most, practice

Verdict = tuple[str, bool]


def side_words(gap_mm: float) -> Verdict:
    """A gap between frame and wall, or two frames."""
    low, high = practice("bee_space").span
    if gap_mm < 0:
        return "doesn’t go in", False
    if not at_least(gap_mm, low):
        return "glued shut", False
    return ("bee space", True) if at_most(gap_mm, high) else ("bridged with comb", False)


def gap_words(gap_mm: float) -> Verdict:
    """A gap between top bars: none closes the ceiling, a bee space passes bees."""
    low, high = practice("bee_space").span
    if abs(gap_mm) < 0.5:
        return "closed ceiling", True
    if gap_mm < 0:
        return "the bars overlap", False
    if not at_least(gap_mm, low):
        return "neither closed nor a bee space", False
    return ("bee space", True) if at_most(gap_mm, high) else ("bridged with comb", False)


def under_words(gap_mm: float) -> Verdict:
    """A gap under frames."""
    row = practice("gap_under_frames")
    if gap_mm < 0:
        return "stands on the floor", False
    if not at_least(gap_mm, row.span[0]):
        return "glued to the floor", False
    return ("open", True) if at_most(gap_mm, row.span[1]) else ("built below", False)


def over_words(frame: Frame) -> Callable[[float], Verdict]:
    """A gap over frames up to the rim: none needed where top bars close the ceiling or stand above it."""
    closed = abs(frame.bar_gap_mm) < 0.5

    def judge(gap_mm: float) -> Verdict:
        if closed or gap_mm < 0:
            return ("closed by the top bars" if closed else "stands above the rim"), True
        return side_words(gap_mm)

    return judge
