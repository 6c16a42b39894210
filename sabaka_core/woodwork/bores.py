"""Entrances as holes through every layer of the wall they are in, and blocks where insulation would be bared."""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from math import atan2, cos, tan

from sabaka_core.document.base import Wall as WallName
from sabaka_core.document.entrances import Entrance, Opening
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import insulates
from sabaka_core.woodwork.parts import BoredHole, Part

# Wood left round a hole in the block that lines it.
_ROUND_MM = 20.0
Points = tuple[tuple[float, float], ...]


def pierced(a: Analysis) -> tuple[Entrance | Opening, ...]:
    """Everything that goes through a chamber's walls."""
    return (*a.chamber.entrances, *a.chamber.openings)


def side_bores(
    a: Analysis, wall: WallName, inside: Points, facet: int, start: float, long: float, out: float
) -> tuple[BoredHole, ...]:
    """Holes of one side wall that lie in one facet of one layer.

    Args:
        inside: the chamber's own inside wall from the top down, as (half-width, height above the floor).
        facet: which stretch of it, counted from the top.
        start, long: where the layer's board begins along the hive, from the inside of the near end, and its length.
        out: how far outside of the inside face this layer begins.
    """
    found = []
    for entrance in pierced(a):
        if entrance.wall != wall or facet_of(entrance, inside) != facet:
            continue
        (y1, z1), (y2, z2) = inside[facet], inside[facet + 1]
        lean = atan2(y1 - y2, z1 - z2)
        thick = _thickness_mm(a, wall, out)
        up = (middle_mm(entrance) - z2) / cos(lean)
        along = entrance.at_mm - start
        # Seen from outside, the near end is at the right hand of the left wall and at the left hand of the right one.
        x = long - along if wall == "left" else along
        found.append(_hole(entrance, along, "near end", (up - out * tan(lean), up - (out + thick) * tan(lean)), x))
    return tuple(found)


def end_bores(a: Analysis, wall: WallName, wide: float) -> tuple[BoredHole, ...]:
    """Holes of one end wall, from its middle; ``wide`` is the board's greatest width."""
    found = []
    for entrance in pierced(a):
        if entrance.wall == wall:
            up = middle_mm(entrance)
            # Seen from outside, the right wall is at the right hand of the near end only.
            x = wide / 2 + (entrance.at_mm if wall == "near-end" else -entrance.at_mm)
            side = "right" if entrance.at_mm >= 0 else "left"
            found.append(_hole(entrance, abs(entrance.at_mm), f"middle, towards the {side} side", (up, up), x))
    return tuple(found)


def log_bores(a: Analysis) -> tuple[BoredHole, ...]:
    """Holes through a log's wall, from its floor up."""
    found = []
    for entrance in pierced(a):
        up = middle_mm(entrance)
        found.append(_hole(entrance, abs(entrance.at_mm), "mark on its face", (up, up), 0.0))
    return tuple(found)


def middle_mm(entrance: Entrance | Opening) -> float:
    """Height of an entrance's middle above the floor inside [mm]."""
    return entrance.height_mm + entrance.size_mm[1] / 2


def facet_of(entrance: Entrance | Opening, inside: Points) -> int:
    """The stretch of a wall that an entrance's middle lies in; the lowest for one below them all."""
    heights = list(itertools.pairwise(z for _, z in inside))
    middle = middle_mm(entrance)
    return next((i for i, (high, low) in enumerate(heights) if low - 1e-9 <= middle <= high + 1e-9), len(heights) - 1)


def _thickness_mm(a: Analysis, wall: WallName, out: float) -> float:
    """Thickness of the layer that begins so far outside of the inside face [mm]."""
    at = 0.0
    for layer in a.chamber.walls.sides if wall in ("left", "right") else a.chamber.walls.ends:
        if abs(at - out) < 1e-6:
            return layer.thickness_mm
        at += layer.thickness_mm
    return 0.0


def _hole(entrance: Entrance | Opening, along: float, along_from: str, up: tuple[float, float], x: float) -> BoredHole:
    wide, high = entrance.size_mm
    wall = entrance.wall.replace("-", " ")
    return BoredHole(
        wall if wall.endswith("end") else f"{wall} side",
        round(along, 1),
        along_from,
        round(up[0], 1),
        round(up[1], 1),
        wide,
        high,
        entrance.kind not in ("slot", "window", "vent"),
        round(x, 1),
    )


def blocks(a: Analysis) -> Iterator[Part]:
    """A block of wood in the insulation round each entrance, so that none is bared to the bees."""
    for number, entrance in enumerate(pierced(a), 1):
        layers = a.chamber.walls.sides if entrance.wall in ("left", "right") else a.chamber.walls.ends
        thick = sum(layer.thickness_mm for layer in layers if insulates(layer.material))
        if thick <= 0:
            continue
        wide, high = entrance.size_mm
        of = entrance.kind if isinstance(entrance, Opening) else "entrance"
        place = number - len(a.chamber.entrances) if isinstance(entrance, Opening) else number
        name = f"Block round {of} {place}, {entrance.wall.replace('-', ' ')}"
        yield Part(
            f"{a.chamber.id}-block-{number}",
            f"{a.title}: {name}" if a.title else name,
            "Box",
            1,
            wide + 2 * _ROUND_MM,
            high + 2 * _ROUND_MM,
            thick,
            "softwood",
            joint="let into the insulation, glued to the lining",
            note=f"bored {wide:g} × {high:g} together with the wall"
            if entrance.kind in ("slot", "window", "vent")
            else f"bored {wide:g} together with the wall",
        )
