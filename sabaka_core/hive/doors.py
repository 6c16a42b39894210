"""Doors in a chamber's walls: how large they are, and where."""

from __future__ import annotations

from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice


def is_whole_wall(a: Analysis) -> bool:
    """Whether a door is all of its wall, as where frames stand on rods and are drawn out through it."""
    return a.chamber.rest.kind == "rods" and a.chamber.door != "none"


def door_mm(a: Analysis) -> tuple[float, float]:
    """Width and height of a chamber's door [mm]: all of its wall inside but a rim, of a log's wall a part.

    Where frames stand on rods it has no rim: they are drawn out through it.
    """
    door = a.chamber.door
    rim = 0.0 if is_whole_wall(a) else practice("door_rim").number
    if a.chamber.axis == "standing":
        wide = a.section.top_mm * practice("log_door").number
        return max(wide, 0.0), max(a.section.height_mm - 2 * rim, 0.0)
    along = a.chamber.combs == "along"
    sideways = (door in ("left", "right")) != along
    wide = (a.run_mm if sideways else a.section.top_mm) - 2 * rim
    return max(wide, 0.0), max(a.section.height_mm - 2 * rim, 0.0)


def door_up_mm(a: Analysis) -> float:
    """How high above the floor a door begins [mm]."""
    return (a.section.height_mm - door_mm(a)[1]) / 2
