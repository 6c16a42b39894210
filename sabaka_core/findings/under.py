"""Rules on mesh in the floor and what goes under it."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import mm, text
from sabaka_core.base.sources import GEOMETRY
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis


@rule("mesh-past-floor", "shape")
def mesh_past_floor(a: Analysis) -> Iterator[Draft]:
    """The mesh, and the tray under it, are longer than the floor."""
    under = a.chamber.under
    if under.mesh_to_mm <= max(a.run_mm, under.mesh_from_mm) + UNSEEN_MM:
        return
    path = f"{a.path}/under/mesh_to_mm"
    yield Draft(
        code="mesh-past-floor",
        severity="warning",
        text=text(
            "The mesh ends {over} past the end of the floor: it is taken to end there.",
            over=mm(under.mesh_to_mm - a.run_mm),
        ),
        why="Mesh, shutter and tray are cut to the floor they lie in.",
        place=on("along", a.run_mm, a.section.height_mm),
        number=mm(under.mesh_to_mm),
        limit=text("{most} at most", most=mm(a.run_mm)),
        source=GEOMETRY,
        path=path,
        proposals=lambda: (
            Proposal(
                text("End it at {end}", end=mm(a.run_mm)), partial(replace_value, a.hive, path, round(a.run_mm, 3))
            ),
        ),
    )
