"""A bait box out of a hive: a small hung one of about forty litres that takes the same combs."""

from __future__ import annotations

from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.bait import BaitBox
from sabaka_core.document.chambers import Litter, Place, UnderRun
from sabaka_core.document.combs import FixedComb
from sabaka_core.document.entrances import Hole
from sabaka_core.document.hive import Colony, Hive, Pests, Stand
from sabaka_core.document.run import Comb, Run
from sabaka_core.edits.closing import with_items
from sabaka_core.edits.values import replace_value
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.climate import local_day
from sabaka_core.kit.tables import practice


def bait_hive(a: Analysis) -> Hive:
    """The bait box of a chamber: its section and combs, as long as forty litres are, one hole low down, hung up.

    Raises:
        InfeasibleError: fixed combs or a log, which can't be carried to a hive.
    """
    kind = a.main
    if kind is None or isinstance(kind, FixedComb) or a.cavity.varies:
        raise InfeasibleError("Its combs can’t be moved into another hive.", "Hang a box with bars or frames.")
    hole = Hole(
        wall="near-end" if a.chamber.combs == "across" else "left",
        at_mm=0.0 if a.chamber.combs == "across" else a.chamber.length_mm / 2,
        height_mm=practice("bait_hole_up").number,
        diameter_mm=practice("bait_bore").number,
    )
    comb, usual = Comb(type=kind.id), BaitBox()
    chamber = a.chamber.model_copy(
        update={
            "id": "box",
            "role": "whole",
            "place": Place(),
            "litter": Litter(),
            "under": UnderRun(),
            "linings": (),
            "boxes_mm": (),
            "entrances": (hole,),
            "openings": (),
            "door": "none",
            "run": Run(items=(comb,)),
        }
    )
    hive = a.hive.model_copy(
        update={
            "id": None,
            "name": f"Bait box for {a.hive.name}"[:80],
            "notes": "",
            "comb_types": (kind,),
            "chambers": (chamber,),
            "passages": (),
            "common_floor": False,
            "supers": (),
            "roof": None,
            "stand": Stand(kind="hung", height_mm=practice("bait_height").span[0]),
            "colonies": (Colony(id="swarm", name="swarm", chamber="box", stretch="whole", begins="swarm"),),
            # It hangs where its hive stands; what was seen there isn't its own.
            "season": None if a.hive.season is None else a.hive.season.model_copy(update={"seen": ()}),
            "moving": None,
            "lifting": None,
            "wintering": None,
            # What troubles hives on the ground through the year doesn't trouble a box that hangs for some weeks.
            "choices": a.hive.choices.model_copy(update={"pests": Pests()}),
            "bait": BaitBox(first=local_day(a.hive, usual.first), last=local_day(a.hive, usual.last)),
        }
    )
    as_now = analyse(hive, 0)
    long = as_now.run_mm * practice("bait_room").number / as_now.volumes.whole_l
    number = max(round(long / kind.spacing_mm), 1)
    sized = replace_value(hive, as_now.run_path, round(number * kind.spacing_mm, 3))
    return with_items(sized, 0, (comb,) * number)
