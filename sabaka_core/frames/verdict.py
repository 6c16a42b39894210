"""What bees make of a gap: glued, left open, or bridged. One place for every rule and card."""

from __future__ import annotations

from collections.abc import Callable

from sabaka_core.document.combs import Frame
from sabaka_core.kit.tables import at_least, at_most, practice

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


def over_words(frame: Frame, rods: bool = False) -> Callable[[float], Verdict]:
    """A gap over frames up to the rim: none needed where top bars close the ceiling or stand above it.

    A frame on rods ends below its rim, at any distance: nothing closes the ceiling for it.
    """
    closed = abs(frame.bar_gap_mm) < 0.5 and not rods

    def judge(gap_mm: float) -> Verdict:
        if closed or (gap_mm < 0 and not rods):
            return ("closed by the top bars" if closed else "stands above the rim"), True
        if gap_mm < 0:
            return "stands above the rim", False
        words, good = side_words(gap_mm)
        return (words, good) if not rods or gap_mm <= practice("bee_space").span[1] else ("open", True)

    return judge


def bearing_words(on_mm: float) -> Verdict:
    """Wood of a lug on its rest."""
    return ("holds", True) if at_least(on_mm, practice("lug_bearing").number) else ("slips off", False)


def play_words(play_mm: float) -> Verdict:
    """Room beyond a lug's end."""
    return ("goes in", True) if play_mm >= -1e-6 else ("too long", False)
