"""One document, one report: everything that any reader shows comes from here."""

from __future__ import annotations

from collections.abc import Mapping

from sabaka_core.base.quantity import litres, text
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.rod import small_rod
from sabaka_core.edits.action import Held
from sabaka_core.edits.held import outside_sizes
from sabaka_core.findings.found import BENCH
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.chapter import Asked
from sabaka_core.show.models import ChamberName, Report
from sabaka_core.show.shape import summary
from sabaka_core.show.study import chapters

# The chamber, its combs and its run: what is on the bench whichever step is shown.
EVERYTHING: Mapping[str, Asked] = {name: Asked() for name in BENCH}


def build_report(
    hive: Hive | Context, asked: Mapping[str, Asked] = EVERYTHING, box: int | None = None, held: Held | None = None
) -> Report:
    """The report of one design.

    Args:
        hive: the design, or its context where it was studied before.
        asked: what is asked of which study. Mends are each tried: leave them out while a drag is under way.
        box: index of the chamber on the bench; the brood chamber when none is given.
        held: JSON pointers of what the keeper said last, which mends leave alone where they can; boards on hand
            and the box’s own sizes when none are given.
    Raises:
        ParameterError: sizes contradict each other, or there is no such chamber or study; the field is named.
    """
    context = (hive if isinstance(hive, Context) else Context(hive)).on(box)
    known = context.whole
    return Report(
        system=context.hive.system,
        name=context.hive.name,
        summary=summary(known),
        box=context.bench.box,
        chambers=tuple(_chamber_name(known, each) for each in known.chambers),
        chapters=chapters(context, asked, outside_sizes(context.hive) if held is None else held),
    )


def drawn(*names: str) -> dict[str, Asked]:
    """What is asked for drawings alone."""
    return {name: Asked(parts=("drawings",), wanted=names) for name in ("shape", "run")}


def _chamber_name(hive: Whole, a: Analysis) -> ChamberName:
    words = f"{len(a.layout.combs)} {a.place_word}s, {{room}}" if a.layout.combs else "no combs, {room}"
    return ChamberName(
        box=a.box,
        name=a.title or "hive",
        role=a.chamber.role,
        text=text(words, room=litres(a.volumes.whole_l)),
        rod=small_rod(hive, a) if len(hive.chambers) > 1 else None,
    )
