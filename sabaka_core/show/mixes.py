"""Mixes of combs that fill a run, as they are offered."""

from __future__ import annotations

from collections.abc import Iterable

from sabaka_core.base.quantity import Text, mm, text
from sabaka_core.document.run import Comb
from sabaka_core.edits.sizing import kept_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.chapter import Line
from sabaka_core.kit.forms import Action
from sabaka_core.run.fit import CombWidth, RunFit, fits

SHOWN = 6


def kinds_of(a: Analysis) -> list[CombWidth]:
    """The kinds of comb that the run holds, brood ones first."""
    combs = [p.item for p in a.layout.combs if isinstance(p.item, Comb)]
    kinds = []
    for kind in a.carriers:
        mine = [comb for comb in combs if comb.type == kind.id]
        brood = sum(comb.role == "brood" for comb in mine) * 2 >= len(mine)
        kinds.append(CombWidth(kind.id, kind.spacing_mm, brood))
    return sorted(kinds, key=lambda k: not k.brood)[:3]


def solve(a: Analysis, brood_share: float | None = None, wish: int | None = None) -> list[RunFit]:
    """The run solver's answers for a chamber, the mix as it is now wished for unless another is named."""
    kinds = kinds_of(a)
    if not kinds or a.cavity.varies:
        return []
    if brood_share is None and a.layout.combs:
        ids = {kind.id for kind in kinds if kind.brood}
        brood = sum(isinstance(p.item, Comb) and p.item.type in ids for p in a.layout.combs)
        brood_share = brood / len(a.layout.combs)
    return fits(a.run_mm, kept_mm(a), kinds, brood_share, wish)


def mixes(a: Analysis) -> Iterable[Line]:
    """The best mixes, each shown once: kinds of one name and size are one kind to the keeper."""
    shown: dict[str, Line] = {}
    for fit in solve(a):
        words, out = _fit(a, fit)
        if words not in shown and len(shown) == SHOWN:
            continue
        # Of those that read alike the one that hangs there now stands for them.
        if words not in shown or out.chosen:
            shown[words] = out
    return shown.values()


def _fit(a: Analysis, fit: RunFit) -> tuple[str, Line]:
    """A mix in words, and its line with the edit that hangs it."""
    kinds = kinds_of(a)
    named: dict[str, int] = {}
    for number, kind in zip(fit.counts, kinds, strict=True):
        name = a.hive.comb_type(kind.id).name
        named[name] = named.get(name, 0) + number
    parts = [f"{n} {name}{'s' if n != 1 else ''}" for name, n in named.items() if n]
    now: dict[str, int] = {}
    for placed in a.layout.combs:
        if isinstance(placed.item, Comb):
            now[placed.item.type] = now.get(placed.item.type, 0) + 1
    counts = {k.id: n for n, k in zip(fit.counts, kinds, strict=True)}
    words = " and ".join(parts) or "none"
    left = text(
        "{left} left over; fits {length} exactly; one more needs {more}",
        left=mm(fit.leftover_mm),
        length=mm(fit.length_mm),
        more=mm(fit.one_more_mm),
    )
    return words, Line(
        key=words,
        cells=(Text(template=words),),
        notes=(left,),
        choose=Action(label="Fill so", edit={"do": "fit-run", "counts": counts}),
        chosen={k: n for k, n in counts.items() if n} == now,
    )
