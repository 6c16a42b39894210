"""A log or column stood up or laid down: the run goes another way, and holds as many combs as there is room for."""

from __future__ import annotations

from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.chambers import Chamber
from sabaka_core.document.entrances import Entrance
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Gap, RunItem
from sabaka_core.edits.action import Bench, Edit
from sabaka_core.edits.closing import with_chamber
from sabaka_core.geometry.cavity import cavity_of
from sabaka_core.hive.chambers import analyse

# A wild nest's entrance lies so far up a trunk, as a part of its height; the middle of a lying one's end.
_UP, _MIDDLE = 0.6, 0.5


class TurnLog(Edit):
    """Stand the log on the bench up, or lay it down, with as many combs as then go in."""

    do: Literal["turn-log"] = "turn-log"
    says: ClassVar[tuple[str, ...]] = ("{at}/axis",)
    axis: Literal["standing", "lying"]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        chamber = hive.chambers[bench.box]
        if chamber.axis == self.axis:
            return hive
        combs = [item for item in chamber.run.items if isinstance(item, Comb)]
        if not combs:
            raise InfeasibleError("This log's run holds no comb to begin with.", "Put one in first.")
        turned = chamber.model_copy(update={"axis": self.axis, "combs": "across"})
        run = cavity_of(turned, f"/chambers/{bench.box}").run_mm
        spacing = hive.comb_type(combs[0].type).spacing_mm
        number = int(run // spacing)
        if number < 1:
            raise InfeasibleError(f"A run of {run:.0f} mm has no room for a comb {spacing:g} mm wide.")
        kept = (*combs[:number], *(combs[-1].model_copy(update={"id": ""}) for _ in range(number - len(combs))))
        end = round((run - number * spacing) / 2, 6)
        items: tuple[RunItem, ...] = (Gap(length_mm=end), *kept, Gap(length_mm=end))
        entrances = tuple(_moved(each, turned) for each in chamber.entrances)
        update = {"entrances": entrances, "run": chamber.run.model_copy(update={"items": items, "saved": ()})}
        changed = with_chamber(hive, bench.box, turned.model_copy(update=update))
        analyse(changed, bench.box)
        return changed


def _moved(entrance: Entrance, log: Chamber) -> Entrance:
    """An entrance in the side of a standing log, or in the near end of a lying one."""
    high = entrance.size_mm[1]
    if log.axis == "standing":
        up, at, wall = log.length_mm * _UP, cavity_of(log, "").run_mm / 2, "left"
    else:
        up, at, wall = cavity_of(log, "").profile.height_mm * _MIDDLE - high / 2, 0.0, "near-end"
    change = {"wall": wall, "at_mm": round(at, 1), "height_mm": round(max(up, 0.0), 1)}
    return entrance.model_copy(update=change)
