"""What the rules on bars share: bars of equal sizes together, their names, and mends that set a size."""

from __future__ import annotations

from collections.abc import Callable

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.combs import CombType, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Proposal
from sabaka_core.hive.analysis import Analysis


def bar_path(a: Analysis, bar: TopBar, field: str) -> str:
    """JSON pointer of a bar type's field."""
    return f"/comb_types/{a.hive.comb_types.index(bar)}/{field}"


def carrier_path(a: Analysis, kind: CombType, field: str) -> str:
    """JSON pointer of any comb carrier's field."""
    return f"/comb_types/{a.hive.comb_types.index(kind)}/{field}"


def alike(a: Analysis, *fields: Callable[[TopBar], float]) -> list[tuple[TopBar, ...]]:
    """The bars in use, those of equal sizes together, so that one mistake is reported once."""
    groups: dict[tuple[float, ...], list[TopBar]] = {}
    for bar in a.bars:
        groups.setdefault(tuple(field(bar) for field in fields), []).append(bar)
    return [tuple(group) for group in groups.values()]


def named(bars: tuple[TopBar, ...]) -> str:
    """Names of some bars: “brood bar and honey bar”."""
    return " and ".join(bar.name for bar in bars)


def be(bars: tuple[TopBar, ...]) -> str:
    """Is or are, by how many."""
    return "is" if len(bars) == 1 else "are"


def subject(bars: tuple[TopBar, ...]) -> str:
    """Ids of some bars, as the subject of their finding."""
    return "+".join(bar.id for bar in bars)


def guide_mm(bar: TopBar) -> float:
    """How deep a guide hangs."""
    return bar.guide.length_mm


def length_mm(bar: TopBar) -> float:
    """How long a bar or top bar is."""
    return bar.length_mm


def set_bars(a: Analysis, bars: tuple[TopBar, ...], field: str, size_mm: float, words: str) -> tuple[Proposal]:
    """A mend that sets one size of some bars."""

    def change() -> Hive:
        hive = a.hive
        for bar in bars:
            hive = replace_value(hive, bar_path(a, bar, field), size_mm)
        return hive

    return (Proposal(text(words, size=mm(size_mm)), change),)
