"""A chamber's floor: its layers, what is cut out of them, mesh and trough, and what slides under it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise
from math import cos, hypot, pi, sin

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.under import mesh_mm
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.naming import named, of_sort
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.section import Wall
from sabaka_core.woodwork.solids import Prism, Profile, Span, brick, without_block

# Mesh is stapled down so far all round its opening.
STAPLED_MM = 15.0
_SHEET_MM = 1.0
# A trough is bent of so many flats.
_FLATS = 12
_LEAST_FLOOR_MM = 20.0


def floor_parts(
    a: Analysis, wall: Wall, x: Span, ways: Sequence[tuple[Span, Span]], recesses: Sequence[tuple[Span, Span, float]]
) -> Iterator[Part]:
    """Boards under the walls, in the chamber's own axes; ``wall`` is its outside, ways go through it."""
    yield from _trough(a, x)
    if a.floor_board_mm <= 0 or a.on_common_floor:
        return
    half = max(wall.points[-1][0], _LEAST_FLOOR_MM)
    top = 0.0
    cuts = [*openings_of(a), *ways]
    for number, layer in enumerate(a.floor_layers):
        low = top - layer.thickness_mm
        mesh = layer.material == "mesh"
        name = "Mesh floor" if mesh else "Floor" if len(a.floor_layers) == 1 else f"Floor, layer {number + 1}"
        wide_note = "of several boards, edge to edge" if 2 * half > practice("panel_of_one").number else ""
        solids = opened([brick(x, (-half, half), (low, top))], cuts)
        for plan_x, plan_y, deep in recesses if number == 0 else ():
            solids = [each for s in solids for each in without_block(s, (plan_x, plan_y, (top - deep, top)))]
        yield Part(
            id=f"{a.chamber.id}-{'mesh' if mesh else 'floor'}-{number + 1}",
            name=named(a, name),
            group="Bought" if mesh else "Box",
            count=1,
            long_mm=x[1] - x[0],
            wide_mm=2 * half,
            thick_mm=layer.thickness_mm,
            material=layer.material,
            joint="stapled" if mesh else of_sort(layer.material, "screwed from below"),
            note="stapled all round under the walls, no wire ends inside" if mesh else _cut_note(cuts) or wide_note,
            places=(tuple(solids),),
            thing=f"floor-{a.box}",
        )
        top = low


def opened(prisms: list[Prism], cuts: Sequence[tuple[Span, Span]]) -> list[Prism]:
    """Level boards with openings cut out of them, each by its plan."""
    for x, y in cuts:
        prisms = [each for p in prisms for each in without_block(p, (x, y, p.box[2]))]
    return prisms


def _cut_note(cuts: Sequence[tuple[Span, Span]]) -> str:
    said = [
        f"{x[1] - x[0]:.0f} × {y[1] - y[0]:.0f} mm at {x[0]:.0f} mm from the inside of the near end" for x, y in cuts
    ]
    return (
        f"opening of {' and of '.join(said)}, middle {'; '.join(f'{sum(y) / 2:+.0f}' for _, y in cuts)}" if said else ""
    )


def openings_of(a: Analysis) -> list[tuple[Span, Span]]:
    """What is cut out of a floor for mesh and trough, in plan from the inside of the near end."""
    found, wide = [], a.section.floor_mm or a.section.top_mm
    start, end = mesh_mm(a)
    if end > start:
        half = max(wide / 2 - STAPLED_MM, STAPLED_MM)
        found.append(in_plan(a, (start, end), (-half, half)))
    litter = a.chamber.litter
    if litter.kind == "trough" and litter.sunk_mm > 0:
        half = min(litter.width_mm, wide) / 2
        found.append(((0.0, a.chamber.length_mm), (-half, half)))
    return found


def in_plan(a: Analysis, run: Span, across: Span) -> tuple[Span, Span]:
    """A stretch of the run and across it, along the hive and across that."""
    if a.chamber.combs != "along":
        return run, across
    middle, start = a.chamber.length_mm / 2, -a.run_mm / 2
    return (middle + across[0], middle + across[1]), (start + run[0], start + run[1])


def _trough(a: Analysis, x: Span) -> Iterator[Part]:
    """Half an ellipse of sheet metal let into the floor, its lips standing above it."""
    litter = a.chamber.litter
    if litter.kind != "trough" or litter.width_mm <= 0:
        return
    half, deep = litter.width_mm / 2, litter.sunk_mm
    at = [pi - pi * i / _FLATS for i in range(_FLATS + 1)]
    inner = [(half * cos(t), -deep * sin(t)) for t in at]
    outer = [((half - _SHEET_MM) * cos(t), -(deep - _SHEET_MM) * sin(t)) for t in at]
    span = (0.0, a.chamber.length_mm)
    solids = [Prism((inner[i], inner[i + 1], outer[i + 1], outer[i]), span) for i in range(_FLATS)] if deep > 0 else []
    for side in (-1, 1):
        lip: Profile = (
            (side * (half - _SHEET_MM), 0.0),
            (side * half, 0.0),
            (side * half, litter.depth_mm),
            (side * (half - _SHEET_MM), litter.depth_mm),
        )
        solids += [Prism(lip, span)] if litter.depth_mm > 0 else []
    around = sum(hypot(p[0] - q[0], p[1] - q[1]) for p, q in pairwise(inner)) + 2 * litter.depth_mm
    lips = f"its lips {litter.depth_mm:.0f} mm high"
    note = f"bent to half an ellipse {litter.width_mm:.0f} mm wide and {deep:.0f} mm deep, {lips}"
    yield Part(
        f"{a.chamber.id}-trough",
        named(a, "Trough"),
        "Bought",
        1,
        a.chamber.length_mm,
        around,
        _SHEET_MM,
        "sheet metal",
        "screwed through its lips",
        note=note,
        places=(tuple(solids),) if solids else (),
        thing=f"floor-{a.box}",
    )
