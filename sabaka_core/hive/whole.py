"""The whole hive: its chambers together, the stacks they stand in, what all of it weighs."""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from functools import cached_property
from math import atan, degrees, hypot, pi

from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.document.chambers import Layer, total_thickness_mm
from sabaka_core.document.combs import FixedComb, Frame, TopBar
from sabaka_core.document.hive import Hive, Super
from sabaka_core.document.run import Comb
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.parts import comb_area_mm2, wood_volume_mm3
from sabaka_core.geometry.profile import Facets, outside_top_mm
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse_all
from sabaka_core.hive.materials import density
from sabaka_core.hive.reach import Beyond, beyond_reach, within_reach
from sabaka_core.kit.tables import practice

# Boxes that stand on each other may reach into each other's rims by so much.
RIM_MM = 60.0


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


@dataclass(frozen=True)
class Whole:
    """A design with all its chambers analysed.

    Attributes:
        hive: the design as it is worked with.
        chambers: its chambers.
        given: the design as it was given; the same but for what lies beyond reach.
        beyond: what of it does.
    """

    hive: Hive
    chambers: tuple[Analysis, ...]
    given: Hive
    beyond: tuple[Beyond, ...] = ()

    @cached_property
    def boxes(self) -> tuple[BoxPlace, ...]:
        """Every chamber and super as a block."""
        blocks = [_block(a) for a in self.chambers]
        for each in self.hive.supers:
            blocks += self._supers(each, blocks)
        return tuple(blocks)

    def _supers(self, each: Super, so_far: list[BoxPlace]) -> list[BoxPlace]:
        box = next(i for i, chamber in enumerate(self.hive.chambers) if chamber.id == each.chamber)
        a, on = self.chambers[box], next(b for b in so_far if b.chamber == box)
        x, y = self._super_plan(each, a, on)
        # Supers abreast stand on the chamber, each on what is under it.
        under = (b.z[1] for b in so_far if b.chamber == box and min(b.x[1], x[1]) - max(b.x[0], x[0]) > 1.0)
        foot = max(under, default=on.z[1])
        # Counted on through all that stand on the chamber, so that no two have one name.
        first = 1 + sum(b.is_super and b.chamber == box for b in so_far)
        return [
            BoxPlace(
                f"{a.title}, super {first + i}" if a.title else f"super {first + i}",
                x,
                y,
                (foot + i * each.height_mm, foot + (i + 1) * each.height_mm),
                box,
                True,
            )
            for i in range(each.boxes)
        ]

    def super_of(self, block: BoxPlace) -> int:
        """Which of the document's supers a block belongs to."""
        mine = [b for b in self.boxes if b.is_super]
        counts = [i for i, each in enumerate(self.hive.supers) for _ in range(each.boxes)]
        return counts[mine.index(block)]

    def _super_plan(self, each: Super, a: Analysis, on: BoxPlace) -> tuple[tuple[float, float], tuple[float, float]]:
        """Where a super stands, along the hive and across it: over all of its chamber, or as its frames ask."""
        kind = self.hive.comb_type(each.comb_type)
        start, along = on.x[0] + each.at_mm, a.chamber.combs == "along"
        if each.turned and isinstance(kind, Frame):
            wide, long = turned_super_mm(kind, each.frames)
            x, y = (long, wide) if along else (wide, long)
            return (start, start + x), (on.y[0], on.y[0] + y)
        if each.at_mm == 0 and (along or len(self.hive.chambers) > 1):
            return on.x, on.y
        long = each.frames * kind.spacing_mm + practice("super_play").number + 2 * a.end_mm
        return (start, start + min(long, on.x[1] - on.x[0])), on.y

    @cached_property
    def stacks(self) -> tuple[Stack, ...]:
        """Boxes gathered by where they stand, from the near end on."""
        stacks: list[list[BoxPlace]] = []
        for block in sorted(self.boxes, key=lambda b: b.z[0]):
            under = next((s for s in stacks if _over(block, s[-1]) or _stands_with(block, s)), None)
            if under is None:
                stacks.append([block])
            else:
                under.append(block)
        return tuple(Stack(tuple(s)) for s in sorted(stacks, key=lambda s: (s[0].x[0], s[0].y[0])))

    @cached_property
    def tops(self) -> tuple[BoxPlace, ...]:
        """Boxes that nothing stands on, from the near end on."""
        open_ = (b for b in self.boxes if not any(other is not b and _over(other, b) for other in self.boxes))
        return tuple(sorted(open_, key=lambda b: (b.x[0], b.y[0])))

    @cached_property
    def whole_l(self) -> float:
        """All cavities together, supers too [L]."""
        return sum(a.volumes.whole_l for a in self.chambers) + self.supers_l

    @cached_property
    def supers_l(self) -> float:
        """Room in the supers [L]."""
        total = 0.0
        for each in self.hive.supers:
            a = self.chambers[next(i for i, c in enumerate(self.hive.chambers) if c.id == each.chamber)]
            kind = self.hive.comb_type(each.comb_type)
            total += each.boxes * each.height_mm * a.section.top_mm * each.frames * kind.spacing_mm / 1e6
        return total

    @cached_property
    def combs(self) -> int:
        """Comb places, supers too."""
        return sum(len(a.layout.combs) for a in self.chambers) + sum(s.frames * s.boxes for s in self.hive.supers)

    @cached_property
    def comb_area_mm2(self) -> float:
        """One side of every comb in the hive [mm²]."""
        own = sum(a.hung(p).predicted_area_mm2 for a in self.chambers for p in a.layout.combs)
        return own + sum(s.frames * s.boxes * self.super_area_mm2(s) for s in self.hive.supers)

    def super_area_mm2(self, each: Super) -> float:
        """One side of one comb of a super."""
        kind = self.hive.comb_type(each.comb_type)
        if isinstance(kind, Frame):
            return comb_area_mm2(kind)
        return (each.height_mm - 10.0) * (kind.guide.length_mm if isinstance(kind, TopBar) else 0.0) * 0.75

    @cached_property
    def cells(self) -> float:
        """Worker cells on both sides of every comb."""
        return 2 * self.comb_area_mm2 / 100 * cells_per_cm2(self.hive.choices.cell_mm)

    @cached_property
    def honey_kg(self) -> float:
        """Honey when every comb is full of it [kg]."""
        own = sum(a.full_honey_kg for a in self.chambers)
        return own + sum(
            s.frames * s.boxes * honey_kg(self.super_area_mm2(s), self.hive.comb_type(s.comb_type).spacing_mm)
            for s in self.hive.supers
        )

    @cached_property
    def empty_kg(self) -> float:
        """Boxes, lid, bars and frames without comb [kg]."""
        return (
            sum(self._shell_kg(a) for a in self.chambers)
            + self._carriers_kg
            + self._supers_kg
            + self.covers_kg
            + self.lid_kg
        )

    @cached_property
    def covers_kg(self) -> float:
        """Whatever lies over the combs under the lid [kg]."""
        long, wide = self.foot_mm
        layers = (
            Layer(material=c.material, thickness_mm=c.thickness_mm) for c in self.hive.covers if c.thickness_mm > 0
        )
        return _kg_per_mm2(tuple(layers)) * long * wide

    @property
    def full_kg(self) -> float:
        """The same with every comb full of honey [kg]; bees and pollen left out."""
        return self.empty_kg + self.honey_kg

    def _shell_kg(self, a: Analysis) -> float:
        section, walls = a.section, a.chamber.walls
        # Sides run past the ends, which stand between them; the floor lies under both.
        long = a.run_mm + 2 * a.end_mm
        face = a.trapezoid.face_mm if a.trapezoid else _wall_length(a)
        sides = 2 * face * long * _kg_per_mm2(a.side_layers)
        if a.chamber.axis == "standing" and a.cavity.chord is not None:
            return a.section.height_mm * _ring_mm2(a) * density(a.chamber.walls.sides[0].material) / 1e9
        ends = 2 * section.area_mm2 * _kg_per_mm2(_run_walls(a))
        foot = section.floor_mm + 2 * a.side_mm if section.floor_mm > 0 else 0.0
        floor = 0.0 if a.stands_open else foot * long * _kg_per_mm2(walls.floor)
        return sides + ends + floor

    @cached_property
    def _carriers_kg(self) -> float:
        one = {kind.id: carrier_kg(self.hive, kind.id) for kind in self.hive.comb_types}
        own = sum(one[p.item.type] for a in self.chambers for p in a.layout.combs if isinstance(p.item, Comb))
        return own + sum(s.frames * s.boxes * one[s.comb_type] for s in self.hive.supers)

    @cached_property
    def _supers_kg(self) -> float:
        total = 0.0
        for block in self.boxes:
            if block.is_super:
                total += super_shell_kg(block)
        return total

    @property
    def foot_mm(self) -> tuple[float, float]:
        """Length and width of what stands on the stand [mm]."""
        low = [stack.boxes[0] for stack in self.stacks]
        long = max(b.x[1] for b in low) - min(b.x[0] for b in low)
        return long, max(b.y[1] for b in low) - min(b.y[0] for b in low)

    @property
    def stands_on_mm(self) -> float:
        """Width across of what touches the ground, or a stand without legs [mm]."""
        low = [stack.boxes[0] for stack in self.stacks]
        return max(b.y[1] - b.lean_mm[1] / 2 for b in low) - min(b.y[0] + b.lean_mm[1] / 2 for b in low)

    @cached_property
    def lid_kg(self) -> float:
        """The lid [kg]: as its keeper weighed it, by its layers, or as one of boards and sheet metal."""
        long, wide = self.foot_mm
        lifting, roof = self.hive.lifting, self.hive.roof
        if lifting is not None and lifting.lid_kg is not None:
            return lifting.lid_kg
        if roof is not None and roof.layers:
            return _kg_per_mm2(roof.layers) * long * wide
        return practice("lid_mass").number * long * wide / 1e6


def super_shell_kg(block: BoxPlace) -> float:
    """The four walls of a super [kg], of the boards that boxes of a stack are of."""
    round_about = 2 * (block.x[1] - block.x[0] + block.y[1] - block.y[0])
    return round_about * block.height_mm * practice("stack_board").number * density("softwood") / 1e9


def carrier_kg(hive: Hive, type_id: str) -> float:
    """Wood of one bar or frame [kg]."""
    kind = hive.comb_type(type_id)
    if isinstance(kind, Frame):
        return wood_volume_mm3(kind) * density("softwood") / 1e9
    if isinstance(kind, FixedComb):
        return 0.0
    return kind.length_mm * kind.width_mm * kind.thickness_mm * density("softwood") / 1e9


def turned_super_mm(kind: Frame, frames: int) -> tuple[float, float]:
    """A super's outside as its frames and usual box have it: along its frames, and across them [mm]."""
    row, boards = catalogue().get(kind.standard), 2 * practice("stack_board").number
    room = frames * kind.spacing_mm + practice("super_play").number
    wide = kind.body_width_mm + 2 * practice("frame_side").number
    if row is not None and row.box is not None and row.box.along_mm < room + kind.spacing_mm:
        room = row.box.along_mm
    return wide + boards, room + boards


def whole(hive: Hive) -> Whole:
    """The whole hive, ready to be asked.

    Raises:
        ParameterError: sizes contradict each other in one of the chambers.
    """
    beyond = beyond_reach(hive)
    near = within_reach(hive) if beyond else hive
    return Whole(near, analyse_all(near), hive, beyond)


def _kg_per_mm2(layers: tuple[Layer, ...]) -> float:
    return sum(layer.thickness_mm * density(layer.material) for layer in layers) / 1e9


def _run_walls(a: Analysis) -> tuple[Layer, ...]:
    """The walls at the run's ends."""
    along = a.chamber.axis == "lying" and a.chamber.combs == "along"
    return a.chamber.walls.sides if along or a.chamber.axis == "standing" else a.chamber.walls.ends


def _wall_length(a: Analysis) -> float:
    wall = a.section.wall
    return sum(hypot(x2 - x1, d2 - d1) for (x1, d1), (x2, d2) in itertools.pairwise(wall))


def _ring_mm2(a: Analysis) -> float:
    radius = a.run_mm / 2
    return pi * ((radius + a.side_mm) ** 2 - radius**2)


def _block(a: Analysis) -> BoxPlace:
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


def _stands_with(block: BoxPlace, stack: list[BoxPlace]) -> bool:
    """Whether a super stands on a chamber of a stack, beside another super."""
    return block.is_super and any(not other.is_super and other.chamber == block.chamber for other in stack)


def _over(block: BoxPlace, below: BoxPlace) -> bool:
    """Whether a block stands on another: over it for the most part, and from its top upward."""
    wide = min(block.x[1], below.x[1]) - max(block.x[0], below.x[0])
    deep = min(block.y[1], below.y[1]) - max(block.y[0], below.y[0])
    covers = wide > 0.5 * (block.x[1] - block.x[0]) and deep > 0.5 * (block.y[1] - block.y[0])
    return covers and block.z[0] >= below.z[1] - RIM_MM
