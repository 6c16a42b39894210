"""The mesh in a floor: how much of it lies under a stretch of the run, and how heat goes through it."""

from __future__ import annotations

from sabaka_core.document.chambers import Layer
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice


def mesh_mm(a: Analysis) -> tuple[float, float]:
    """Where the mesh begins and ends along the run [mm], inside the box; alike where there is none."""
    under = a.chamber.under
    start, end = (min(max(each, 0.0), a.run_mm) for each in (under.mesh_from_mm, under.mesh_to_mm))
    return (start, end) if end > start else (0.0, 0.0)


def mesh_share(a: Analysis, start_mm: float, end_mm: float) -> float:
    """Part of a stretch of the run that lies over mesh, 0 to 1."""
    low, high = mesh_mm(a)
    over = min(high, end_mm) - max(low, start_mm)
    return max(over, 0.0) / (end_mm - start_mm) if end_mm > start_mm else 0.0


def shutter_layers(a: Analysis) -> tuple[Layer, ...]:
    """What a closed shutter keeps in: still air over a thin board; nothing where it is open or there is none."""
    if a.chamber.under.shutter != "closed":
        return ()
    gap, board = practice("shutter_gap").number, practice("shutter_board").number
    return Layer(material="still air", thickness_mm=gap), Layer(material="plywood", thickness_mm=board)
