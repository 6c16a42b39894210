"""What a hive weighs, thing by thing: its mass and where that has its centre."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import cos, pi, radians

from sabaka_core.document.chambers import Layer, total_thickness_mm
from sabaka_core.document.combs import FixedComb, Frame
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Divider, Excluder, Feeder, Follower
from sabaka_core.frames.parts import wood_volume_mm3
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace, wall_length_mm
from sabaka_core.hive.boards import feeder_size
from sabaka_core.hive.materials import density
from sabaka_core.hive.roof import rim_high_mm, roof_rise_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import is_filler

Point = tuple[float, float, float]
_MM3_PER_M3 = 1e9


@dataclass(frozen=True)
class Mass:
    """One thing of the hive, empty.

    Attributes:
        thing: what it belongs to, as :mod:`sabaka_core.hive.things` names it.
        kg: how heavy it is.
        at_mm: its centre of mass: along the hive, across it, above its underside.
    """

    thing: str
    kg: float
    at_mm: Point


def masses(whole: Whole) -> tuple[Mass, ...]:
    """Walls, floors, bars and frames, supers, covers and the lid, each by its own."""
    found = [mass for a in whole.chambers for mass in _chamber(whole, a)]
    floor = whole.common_floor
    if floor is not None:
        face = (floor.x[1] - floor.x[0]) * (floor.y[1] - floor.y[0])
        x, y, _ = _centre(floor)
        layers = whole.chambers[floor.chamber].floor_layers
        found += _layers(f"floor-{floor.chamber}", layers, face, (x, y, floor.z[1]))
    found += _supers(whole)
    found += _covers(whole)
    found += _lid(whole)
    return tuple(mass for mass in found if mass.kg > 0)


def empty_kg(whole: Whole) -> float:
    """Boxes, lid, bars and frames without comb [kg]."""
    return sum(mass.kg for mass in masses(whole))


def full_kg(whole: Whole) -> float:
    """The same with every comb full of honey [kg]; bees and pollen left out."""
    return empty_kg(whole) + whole.honey_kg


def centre_mm(whole: Whole) -> Point:
    """Centre of mass of the empty hive: along it, across it, above its underside [mm]."""
    found = masses(whole)
    total = sum(mass.kg for mass in found) or 1.0
    x, y, z = (sum(mass.kg * mass.at_mm[i] for mass in found) / total for i in range(3))
    return x, y, z


def lid_kg(whole: Whole) -> float:
    """The lid [kg]: as its keeper weighed it, by its layers and rim, or as one of boards and sheet metal."""
    return sum(mass.kg for mass in _lid(whole))


def kg_per_mm2(layers: tuple[Layer, ...]) -> float:
    """What a build-up weighs by its face [kg/mm²]."""
    return sum(layer.thickness_mm * density(layer.material) for layer in layers) / _MM3_PER_M3


def _chamber(whole: Whole, a: Analysis) -> Iterator[Mass]:
    block = next(b for b in whole.boxes if b.chamber == a.box and not b.is_super)
    x, y = ((low + high) / 2 for low, high in (block.x, block.y))
    bars = Mass(f"inside-{a.box}", sum(_carriers(a)), (x, y, block.z[1]))
    boards = Mass(f"inside-{a.box}", sum(_boards(a)), (x, y, block.z[1] - a.section.height_mm / 2))
    section, walls = a.section, a.chamber.walls
    foot = block.z[0] + a.floor_board_mm
    middle = foot + section.height_mm / 2
    if a.chamber.axis == "standing" and a.cavity.chord is not None:
        ring, out = 0.0, (a.cavity.chord.top_radius_mm + a.cavity.chord.floor_radius_mm) / 2
        for layer in walls.sides:
            ring += pi * ((out + layer.thickness_mm) ** 2 - out**2) * density(layer.material) / _MM3_PER_M3
            out += layer.thickness_mm
        plug = pi * a.cavity.chord.floor_radius_mm**2
        yield Mass(f"sides-{a.box}", section.height_mm * ring, (x, y, middle))
        yield from _layers(f"floor-{a.box}", a.floor_layers, plug, (x, y, foot))
        yield bars
        yield boards
        return
    # Sides run past the ends, which stand between them; the floor lies under both.
    long = a.run_mm + 2 * a.end_mm
    face = a.trapezoid.face_mm if a.trapezoid else wall_length_mm(a)
    yield Mass(f"sides-{a.box}", 2 * face * long * kg_per_mm2(a.side_layers), (x, y, middle))
    deep = foot + section.height_mm - centroid_down_mm(section.wall)
    yield Mass(f"ends-{a.box}", 2 * section.area_mm2 * kg_per_mm2(_run_walls(a)), (x, y, deep))
    if section.floor_mm > 0 and not a.stands_open and not a.on_common_floor:
        board = (section.floor_mm + 2 * a.side_mm) * long
        yield from _layers(f"floor-{a.box}", a.floor_layers, board, (x, y, foot))
    yield bars
    yield boards


def _layers(thing: str, layers: tuple[Layer, ...], face_mm2: float, top: Point) -> Iterator[Mass]:
    """A level build-up from its upper face down, layer by layer."""
    x, y, z = top
    for layer in layers:
        yield Mass(thing, face_mm2 * kg_per_mm2((layer,)), (x, y, z - layer.thickness_mm / 2))
        z -= layer.thickness_mm


def centroid_down_mm(wall: Sequence[tuple[float, float]]) -> float:
    """How far under the bars the centre of a section lies [mm], its wall given as half widths and depths."""
    area = moment = 0.0
    for (x1, d1), (x2, d2) in pairwise(wall):
        area += (x1 + x2) / 2 * (d2 - d1)
        moment += (d2 - d1) * (x1 * (2 * d1 + d2) + x2 * (d1 + 2 * d2)) / 6
    return moment / area if area > 0 else 0.0


def _run_walls(a: Analysis) -> tuple[Layer, ...]:
    """The walls at the run's ends."""
    along = a.chamber.axis == "lying" and a.chamber.combs == "along"
    return a.chamber.walls.sides if along or a.chamber.axis == "standing" else a.chamber.walls.ends


def _carriers(a: Analysis) -> Iterator[float]:
    one = {kind.id: carrier_kg(a.hive, kind.id) for kind in a.hive.comb_types}
    yield from (one[p.item.type] for p in a.layout.combs if isinstance(p.item, Comb))


def _boards(a: Analysis) -> Iterator[float]:
    """Boards of the run, feeders without syrup, excluders and fillers; in a log's round run none is reckoned."""
    if a.cavity.varies:
        return
    area = a.section.area_mm2
    for placed in a.layout.placed:
        item = placed.item
        if isinstance(item, Follower | Divider) or is_filler(item):
            yield area * placed.length_mm * density("softwood") / _MM3_PER_M3
        elif isinstance(item, Feeder):
            made, face = feeder_size(a, item), practice("feeder_face").number
            faces = (made.top_mm + made.foot_mm) * made.deep_mm
            rim = (2 * made.deep_mm + made.foot_mm) * made.long_mm
            yield (faces + rim) * face * density("plywood") / _MM3_PER_M3
        elif isinstance(item, Excluder):
            # Half of the sheet is slots.
            yield area / 2 * practice("excluder_thick").number * density("sheet metal") / _MM3_PER_M3


def _supers(whole: Whole) -> Iterator[Mass]:
    for block in whole.boxes:
        if block.is_super:
            each = whole.hive.supers[whole.super_of(block)]
            kg = super_shell_kg(block) + each.combs * carrier_kg(whole.hive, each.comb_type)
            yield Mass(f"super-{whole.super_of(block)}", kg, _centre(block))


def _covers(whole: Whole) -> Iterator[Mass]:
    """Over each box that nothing stands on, as far as it reaches."""
    for top in whole.tops:
        face = (top.x[1] - top.x[0]) * (top.y[1] - top.y[0])
        x, y, z = (top.x[0] + top.x[1]) / 2, (top.y[0] + top.y[1]) / 2, top.z[1]
        for cover in whole.hive.covers:
            if cover.thickness_mm > 0:
                layer = Layer(material=cover.material, thickness_mm=cover.thickness_mm)
                yield Mass("covers-0", face * kg_per_mm2((layer,)), (x, y, z + cover.thickness_mm / 2))
                z += cover.thickness_mm
        roof = whole.hive.roof
        if roof is not None and roof.under == "insulation" and roof.under_mm > 0:
            layer = Layer(material=roof.under_of, thickness_mm=roof.under_mm)
            yield Mass("roof-0", face * kg_per_mm2((layer,)), (x, y, z + roof.under_mm / 2))


def _lid(whole: Whole) -> Iterator[Mass]:
    long, wide = whole.foot_mm
    lifting, roof = whole.hive.lifting, whole.hive.roof
    x, y = whole.middle_mm
    over = max(b.z[1] for b in whole.tops) + sum(cover.thickness_mm for cover in whole.hive.covers)
    under = over + (roof.clearance_mm if roof is not None else 0.0)
    if lifting is not None and lifting.lid_kg is not None:
        yield Mass("roof-0", lifting.lid_kg, (x, y, under))
        return
    if roof is None or not roof.layers:
        yield Mass("roof-0", practice("lid_mass").number * long * wide / 1e6, (x, y, under))
        return
    timber = practice("lid_rim").number * density("softwood") / _MM3_PER_M3
    pitch, rise = roof.pitch_deg if roof.kind != "flat" else 0.0, roof_rise_mm(whole)
    boards = kg_per_mm2(roof.layers) * long * wide / cos(radians(pitch))
    yield Mass("roof-0", boards, (x, y, under + rise / 2 + total_thickness_mm(roof.layers) / 2))
    rim, foot = rim_high_mm(roof), over - roof.overlap_mm
    yield Mass("roof-0", 2 * (long + wide) * rim * timber, (x, y, foot + rim / 2))
    # What closes a pitched roof: two gable ends, or one high wall and the wedges beside it.
    yield Mass("roof-0", wide * rise * timber, (x, y, under + rise / 3))
    if roof.kind == "pent":
        yield Mass("roof-0", long * rise * timber, (x, y, under + rise / 2))


def _centre(block: BoxPlace) -> Point:
    x, y, z = (sum(span) / 2 for span in (block.x, block.y, block.z))
    return x, y, z


def super_shell_kg(block: BoxPlace) -> float:
    """The four walls of a super [kg], of the boards that boxes of a stack are of."""
    board = practice("stack_board").number
    long, wide = block.x[1] - block.x[0], block.y[1] - block.y[0]
    ring = long * wide - max(long - 2 * board, 0.0) * max(wide - 2 * board, 0.0)
    return ring * block.height_mm * density("softwood") / _MM3_PER_M3


def carrier_kg(hive: Hive, type_id: str) -> float:
    """Wood of one bar or frame [kg]."""
    kind = hive.comb_type(type_id)
    if isinstance(kind, Frame):
        return wood_volume_mm3(kind) * density("softwood") / _MM3_PER_M3
    if isinstance(kind, FixedComb):
        return 0.0
    return kind.length_mm * kind.width_mm * kind.thickness_mm * density("softwood") / _MM3_PER_M3
