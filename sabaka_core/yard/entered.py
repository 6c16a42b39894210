"""An entry as it comes from a device: that reckons nothing, it says what hangs in which order."""

from __future__ import annotations

from sabaka_core.document.hive import Hive
from sabaka_core.edits.closing import close_run, leftover_mm
from sabaka_core.yard.standing import with_runs
from sabaka_core.yard.visit import RunSeen, Visit

_CLOSED_MM = 0.05


def entered(built: Hive, visit: Visit) -> Visit:
    """The visit with the open room of every run as long as what hangs in it leaves it."""
    return visit.model_copy(
        update={
            "found": tuple(_closed(built, run) for run in visit.found),
            "left": tuple(_closed(built, run) for run in visit.left),
        }
    )


def _closed(built: Hive, run: RunSeen) -> RunSeen:
    box = next((index for index, chamber in enumerate(built.chambers) if chamber.id == run.chamber), None)
    known = {kind.id for kind in built.comb_types}
    if box is None or any(comb.type not in known for comb in run.combs):
        return run
    hive = with_runs(built, [run])
    if abs(leftover_mm(hive, box)) <= _CLOSED_MM:
        return run
    return run.model_copy(update={"items": close_run(hive, box).chambers[box].run.items})
