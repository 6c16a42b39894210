"""What parts are called, and how what they are of can be joined."""

from __future__ import annotations

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import material_of


def named(a: Analysis, name: str) -> str:
    """A part's name, its chamber's before it where there are several."""
    return f"{a.title}: {name}" if a.title else name


def of_sort(material: str, joint: str) -> str:
    """How a part is joined: as boards are, or as its own material has it."""
    row = material_of(material)
    return joint if row.kind == "wood" else row.joint
