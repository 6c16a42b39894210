"""Doors in a chamber's walls: how large they are."""

from __future__ import annotations

from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice


def door_mm(a: Analysis) -> tuple[float, float]:
    """Width and height of a chamber's door [mm]: all of its wall inside but a rim, of a log's wall a part."""
    door, rim = a.chamber.door, practice("door_rim").number
    if a.chamber.axis == "standing":
        wide = a.section.top_mm * practice("log_door").number
        return max(wide, 0.0), max(a.section.height_mm - 2 * rim, 0.0)
    along = a.chamber.combs == "along"
    sideways = (door in ("left", "right")) != along
    wide = (a.run_mm if sideways else a.section.top_mm) - 2 * rim
    return max(wide, 0.0), max(a.section.height_mm - 2 * rim, 0.0)
