"""Colonies of a hive, each with the part of a run that is its own: a plan hears of no comb that isn't its colony's."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.hive import Colony, Hive
from sabaka_core.document.run import RunItem
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.whole import Whole
from sabaka_core.run.layout import Placed, divides

_ENDS = {"near-end": "near", "far-end": "far"}


@dataclass(frozen=True)
class OwnRun:
    """A colony's part of a run, as a chamber of its own.

    Attributes:
        a: the chamber, cut to that part; all of it where no other colony shares it.
        before, after: items of the run on either side of it.
        start_mm: where it begins.
        combs_before: combs of others between the near end and it.
    """

    a: Analysis
    before: tuple[RunItem, ...] = ()
    after: tuple[RunItem, ...] = ()
    start_mm: float = 0.0
    combs_before: int = 0


def first_colony(hive: Hive, chamber: str) -> Colony | None:
    """The colony that a chamber is planned for: its first that isn't one at an end."""
    mine = [each for each in hive.colonies if each.chamber == chamber]
    return next((each for each in mine if each.stretch not in _ENDS), mine[0] if mine else None)


def own_run(a: Analysis, colony: Colony | None = None) -> OwnRun:
    """The part of a chamber's run that is a colony's: the first one's where none is said."""
    mine = colony or first_colony(a.hive, a.chamber.id)
    others = [each for _, each in a.colonies if mine is not None and each.id != mine.id and each.stretch in _ENDS]
    end = _ENDS.get(mine.stretch) if mine is not None else None
    # Runs along a box or across a bore aren't cut: their length is the box's width.
    if a.layout.crossed or a.chamber.axis == "standing" or a.chamber.combs == "along" or not (others or end):
        return OwnRun(a)
    placed = list(a.layout.placed)
    low, high = (0.0, a.layout.length_mm) if end is None else a.layout.end_stretch(end)
    for each in others if end is None else ():
        first, last = a.layout.end_stretch(_ENDS[each.stretch])
        low, high = (max(low, last), high) if each.stretch == "near-end" else (low, min(high, first))
    inside = [p for p in placed if p.start_mm >= low - 1e-6 and p.end_mm <= high + 1e-6]
    # A board between two colonies is neither's.
    while inside and divides(inside[0].item):
        inside.pop(0)
    while inside and divides(inside[-1].item):
        inside.pop()
    if not inside:
        return OwnRun(a)
    return _cut(a, placed, inside, mine)


def _cut(a: Analysis, placed: list[Placed], inside: list[Placed], colony: Colony | None) -> OwnRun:
    at, to = inside[0].index, inside[-1].index
    chamber = a.chamber.model_copy(
        update={
            "length_mm": inside[-1].end_mm - inside[0].start_mm,
            "run": a.chamber.run.model_copy(update={"items": tuple(p.item for p in inside), "saved": ()}),
        }
    )
    # Supers and ways are the first colony's.
    aside = colony is not None and colony.stretch in _ENDS
    hive = a.hive.model_copy(
        update={
            "chambers": (*a.hive.chambers[: a.box], chamber, *a.hive.chambers[a.box + 1 :]),
            "colonies": tuple(
                each
                for each in a.hive.colonies
                if each.chamber != chamber.id or (colony is not None and each.id == colony.id)
            ),
            "supers": tuple(each for each in a.hive.supers if not (aside and each.chamber == chamber.id)),
            "passages": () if aside else a.hive.passages,
        }
    )
    return OwnRun(
        analyse(hive, a.box),
        tuple(p.item for p in placed[:at]),
        tuple(p.item for p in placed[to + 1 :]),
        inside[0].start_mm,
        sum(p.item.kind == "comb" for p in placed[:at]),
    )


def households(whole: Whole) -> tuple[tuple[Analysis, Colony], ...]:
    """Every colony with the chamber it lives in, as the design names them; none where nothing is said of any."""
    by_id = {each.chamber.id: each for each in whole.chambers}
    return tuple((by_id[each.chamber], each) for each in whole.hive.colonies)
