"""Chambers and supers as blocks, and the stacks they stand in."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from math import atan, degrees, hypot

from sabaka_core.document.chambers import total_thickness_mm
from sabaka_core.document.combs import Frame
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.geometry.profile import Facets, outside_top_mm
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.analysis import RIM_MM, Analysis
from sabaka_core.kit.tables import practice

# What a box that is set on a chamber is called, by what it holds.
BOX_WORDS = {"combs": "super", "vents": "vent box", "nothing": "shim"}
# A strip that is narrower is a joint.
_LEAST_FREE_MM = 20.0


@dataclass(frozen=True)
class BoxPlace:
    """One chamber or super as a block in the hive, outside sizes [mm]: x along, y across, z up.

    ``lean_mm`` is how much its underside is narrower than its top, along and across: walls that lean in stand on less.
    """

    name: str
    x: tuple[float, float]
    y: tuple[float, float]
    z: tuple[float, float]
    chamber: int
    is_super: bool
    lean_mm: tuple[float, float] = (0.0, 0.0)

    @property
    def height_mm(self) -> float:
        return self.z[1] - self.z[0]


@dataclass(frozen=True)
class Stack:
    """Boxes that stand on each other, lowest first [mm]."""

    boxes: tuple[BoxPlace, ...]

    @property
    def top_mm(self) -> float:
        return max(box.z[1] for box in self.boxes)

    @property
    def height_mm(self) -> float:
        return self.top_mm - min(box.z[0] for box in self.boxes)

    @property
    def base_mm(self) -> float:
        """The shorter side of what it stands on."""
        foot = self.boxes[0]
        return min(foot.x[1] - foot.x[0] - foot.lean_mm[0], foot.y[1] - foot.y[0] - foot.lean_mm[1])

    @property
    def tipping_deg(self) -> float:
        """How far the stack can lean before it tips, its weight in the middle of its height [deg]."""
        return degrees(atan(self.base_mm / self.height_mm))

    @property
    def name(self) -> str:
        return self.boxes[0].name


def turned_super_mm(kind: Frame, frames: int) -> tuple[float, float]:
    """A super's outside as its frames and usual box have it: along its frames, and across them [mm]."""
    row, boards = catalogue().get(kind.standard), 2 * practice("stack_board").number
    room = frames * kind.spacing_mm + practice("super_play").number
    wide = kind.body_width_mm + 2 * practice("frame_side").number
    if row is not None and row.box is not None and row.box.along_mm < room + kind.spacing_mm:
        room = row.box.along_mm
    return wide + boards, room + boards


def block_of(a: Analysis) -> BoxPlace:
    """A chamber's outside as a block, its floor included."""
    place = a.chamber.place
    across, along = outside_plan_mm(a)
    # Bars lie in a rebate, whose wall stands above them; frames are measured from the rim itself.
    rebated = a.chamber.rest.kind == "rebate" and a.main_frame is None
    floor = a.floor_board_mm + (a.chamber.rest.depth_mm if rebated else 0.0)
    x0, y0, z0 = place.x_mm, place.y_mm, place.z_mm
    high = (z0, z0 + floor + a.section.height_mm)
    return BoxPlace(a.title or "box", (x0, x0 + along), (y0, y0 + across), high, a.box, False, _lean_mm(a))


def _lean_mm(a: Analysis) -> tuple[float, float]:
    """How much narrower the underside is than the top, along the hive and across it [mm]."""
    lean = 0.0 if a.trapezoid is None else a.trapezoid.top_mm - a.trapezoid.floor_mm
    return (lean, 0.0) if a.chamber.axis == "lying" and a.chamber.combs == "along" else (0.0, lean)


def outside_plan_mm(a: Analysis) -> tuple[float, float]:
    """Outside sizes in plan: across the hive, and along it [mm]."""
    walls = a.chamber.walls
    sides, ends = total_thickness_mm(walls.sides), total_thickness_mm(walls.ends)
    if a.chamber.axis == "lying" and a.chamber.combs == "along":
        return a.run_mm + 2 * sides, a.section.top_mm + 2 * ends
    out = a.section.top_mm + 2 * sides
    if isinstance(a.section, Facets | Trapezoid):
        out = outside_top_mm(a.section, sides)
    if a.cavity.varies and a.chamber.axis == "lying":
        out = a.run_mm + 2 * sides
    return out, a.run_mm + 2 * (sides if a.chamber.axis == "standing" else ends)


def beside_on(block: BoxPlace, stack: list[BoxPlace]) -> bool:
    """Whether a super stands on a chamber of a stack, beside another super."""
    return block.is_super and any(not other.is_super and other.chamber == block.chamber for other in stack)


def stands_over(block: BoxPlace, below: BoxPlace) -> bool:
    """Whether a block stands on another: over it for the most part, and from its top upward."""
    wide = min(block.x[1], below.x[1]) - max(block.x[0], below.x[0])
    deep = min(block.y[1], below.y[1]) - max(block.y[0], below.y[0])
    covers = wide > 0.5 * (block.x[1] - block.x[0]) and deep > 0.5 * (block.y[1] - block.y[0])
    return covers and block.z[0] >= below.z[1] - RIM_MM


def free_of(block: BoxPlace, others: Iterable[BoxPlace]) -> Iterator[BoxPlace]:
    """The stretches of a block that no other stands on, as blocks of its height."""
    on_it = [b for b in others if b is not block and b.z[0] >= block.z[1] - RIM_MM and _meet(b, block)]
    at = block.x[0]
    for b in sorted(on_it, key=lambda b: b.x[0]):
        if b.x[0] - at > _LEAST_FREE_MM:
            yield replace(block, x=(at, b.x[0]))
        at = max(at, b.x[1])
    if block.x[1] - at > _LEAST_FREE_MM:
        yield replace(block, x=(at, block.x[1]))


def _meet(one: BoxPlace, other: BoxPlace) -> bool:
    """Whether one is seen over the other from above."""
    (x, y) = (min(a[1], b[1]) - max(a[0], b[0]) for a, b in ((one.x, other.x), (one.y, other.y)))
    return x > 1.0 and y > 1.0


def wall_length_mm(a: Analysis) -> float:
    """Length of a side wall's inside face from the bars to the floor [mm]."""
    return sum(hypot(x2 - x1, d2 - d1) for (x1, d1), (x2, d2) in itertools.pairwise(a.section.wall))
