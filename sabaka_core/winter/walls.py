"""Walls of other build that a hive could have."""

from __future__ import annotations

from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Hive
from sabaka_core.edits.closing import with_chamber

WALLS: dict[str, tuple[Layer, ...]] = {
    "Board, 22 mm": (Layer(material="softwood", thickness_mm=22.0),),
    "Doubled board, 44 mm": (Layer(material="softwood", thickness_mm=44.0),),
    "Sandwich: 12 mm ply, 40 mm foam, 12 mm ply": (
        Layer(material="plywood", thickness_mm=12.0),
        Layer(material="xps", thickness_mm=40.0),
        Layer(material="plywood", thickness_mm=12.0),
    ),
    "Log, 80 mm": (Layer(material="log", thickness_mm=80.0),),
}


def with_walls(hive: Hive, box: int, layers: tuple[Layer, ...]) -> Hive:
    """The hive with a chamber in walls of other build, sides and ends alike."""
    chamber = hive.chambers[box]
    walls = chamber.walls.model_copy(update={"sides": layers, "ends": layers})
    return with_chamber(hive, box, chamber.model_copy(update={"walls": walls}))
