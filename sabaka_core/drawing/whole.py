"""The whole hive cut lengthwise: every chamber, wall by layers, what lies over it, what stands on and under it."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.chambers import Layer, total_thickness_mm
from sabaka_core.document.hive import Roof
from sabaka_core.drawing.added import (
    door_drawn,
    hatches_drawn,
    lid_drawn,
    slide_drawn,
    stand_drawn,
    under_roof_drawn,
    vents_drawn,
)
from sabaka_core.drawing.built import layer_look
from sabaka_core.drawing.layout import (
    combs_beside,
    entrances_beside,
    plan_extent,
    seen_from_end,
    stacks_beside,
    stand_beside,
)
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.roof import LidPart, lid_on_mm, lid_parts, roof_layers, roof_rise_mm
from sabaka_core.hive.things import thing_of
from sabaka_core.hive.under import mesh_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Box, Drawing, Label, LayerName, Polygon, Polyline, Shape, ThingMark, rectangle
from sabaka_core.kit.tables import practice

_ROUND, _BELOW = 200.0, 170.0
# A cover that has no thickness, as bars that touch have none, is still seen and clicked.
_LEAST_SEEN = 6.0
# Dimensions stand so far under the ground, and so far from a stack, whose wall is clicked [mm].
_DOWN, _OUT = 46.0, 110.0


def whole_drawing(hive: Whole) -> Drawing:
    """Everything the hive has, cut lengthwise, with what can be taken hold of."""
    by_y = seen_from_end(hive)
    left, right, near, far = plan_extent(hive)
    low, high = (near, far) if by_y else (left, right)
    shapes: list[Shape] = []
    marks: list[ThingMark] = []
    for block in hive.boxes:
        if block.is_super:
            _super(hive, block, by_y, shapes, marks)
        else:
            _chamber(hive, block, by_y, shapes, marks)
    _covers(hive, by_y, shapes, marks)
    ridge = _roof(hive, (low, high), shapes, marks)
    shapes += stacks_beside(hive, by_y, _OUT)
    stand = hive.hive.stand.height_mm if hive.hive.stand else 0.0
    hung = hive.hive.stand is not None and hive.hive.stand.kind == "hung"
    if hive.common_floor is not None:
        shapes += _common_floor(hive, hive.common_floor, by_y)
    if stand and not hung:
        shapes += stand_beside(stand, low, high)
    if hive.hive.stand is not None:
        top, rim = max(b.z[1] for b in hive.boxes), min(b.z[1] for b in hive.boxes)
        shapes += stand_drawn(hive.hive.stand, (low, high), top, rim, by_y)
    shapes.append(Polyline(layer="datum", points=((low - 90, stand), (high + 90, stand))))
    _named(hive, marks, "stand-0", low, 0.0, high, max(stand, 2 * _LEAST_SEEN))
    for a in hive.chambers:
        shapes += entrances_beside(hive, a, by_y)
    _ways(hive, by_y, shapes, marks)
    shapes.append(
        Dimension(
            name="Outside, all of it", start=(low, stand), end=(high, stand), offset=(0, _DOWN), quantity=mm(high - low)
        )
    )
    return Drawing(
        name="whole",
        title="The whole hive, cut lengthwise" if not by_y else "The whole hive, cut across",
        extent=Box(left_mm=low - _ROUND, top_mm=ridge - 50, right_mm=high + _ROUND, bottom_mm=stand + _BELOW),
        shapes=tuple(shapes),
        things=tuple(marks),
    )


def _chamber(hive: Whole, block: BoxPlace, by_y: bool, shapes: list[Shape], marks: list[ThingMark]) -> None:
    """Walls and floor layer by layer, the room inside, its combs where they are seen edge on."""
    a = hive.chambers[block.chamber]
    (p, q), (low, up) = (block.y if by_y else block.x), block.z
    across = a.chamber.axis == "standing" or a.chamber.combs == "across"
    # Sides stand along the hive, ends across it, whichever way the combs run.
    facing = "sides" if a.chamber.axis == "standing" or by_y else "ends"
    walls: tuple[Layer, ...] = getattr(a.chamber.walls, facing)
    thick, floor = total_thickness_mm(walls), a.floor_board_mm
    shapes.append(rectangle("cavity", p + thick, -up, q - thick, -low - floor))
    if a.chamber.axis == "standing":
        shapes += _chords(a, p + thick, -up)
    elif across != by_y:
        shapes += combs_beside(hive, block, by_y)
    elif a.layout.combs:
        hung = a.hung(a.layout.combs[len(a.layout.combs) // 2])
        if hung.bottom_mm > hung.top_mm:
            # Combs face on: one of them, as wide as its bee spaces leave.
            space, rim = practice("frame_side").number, -up + max(hung.top_mm, 0.0)
            shapes.append(rectangle("predicted", p + thick + space, rim, q - thick - space, -up + hung.bottom_mm))
    out = 0.0
    for layer in walls:
        look, t = layer_look(layer.material), layer.thickness_mm
        shapes.append(rectangle(look, p + thick - out - t, -up, p + thick - out, -low))
        shapes.append(rectangle(look, q - thick + out, -up, q - thick + out + t, -low))
        out += t
    shapes += _box_joints(a, (p, q), thick, low + floor)
    if not a.stands_open:
        down = low + floor
        for layer in a.floor_layers:
            look = layer_look(layer.material)
            shapes.append(rectangle(look, p + thick, -down, q - thick, -down + layer.thickness_mm))
            down -= layer.thickness_mm
        start, end = mesh_mm(a)
        if end > start and across != by_y:
            # Along the run: mesh in the floor's upper face, shutter or tray below.
            left, right = p + thick + start, p + thick + end
            shapes.append(rectangle("excluder", left, -low - floor, right, -low - floor + _LEAST_SEEN))
            if a.chamber.under.tray != "none" or a.chamber.under.shutter == "closed":
                gap, board = practice("shutter_gap").number, practice("shutter_board").number
                shapes.append(rectangle("sheet", left, -low + gap, right, -low + gap + board))
        _named(hive, marks, f"floor-{a.box}", p + thick, -low - floor, q - thick, -low)
    room = (p + thick, -up, q - thick, -low - floor)
    shapes += hatches_drawn(a, room)
    shapes += door_drawn(a, room, thick, by_y)
    _named(hive, marks, f"inside-{a.box}", p + thick, -up, q - thick, -low - floor)
    for start in (p, q - thick):
        _named(hive, marks, f"{facing}-{a.box}", start, -up, start + thick, -low)
    # The other walls lie before and behind the cut: they are taken hold of at the rim.
    behind = "sides" if facing == "ends" else "ends"
    _named(hive, marks, f"{behind}-{a.box}", p + thick, -up, q - thick, -up + 3 * _LEAST_SEEN)
    if a.title:
        shapes.append(Label(layer="note", text=text(a.title), x_mm=(p + q) / 2, y_mm=-up + 26))


def _box_joints(a: Analysis, span: tuple[float, float], thick: float, foot: float) -> Iterator[Shape]:
    """Where one box of a stack stands on the next."""
    for high in a.chamber.boxes_mm[:-1]:
        foot += high
        for x in (span[0], span[1] - thick):
            yield Polyline(layer="datum", points=((x, -foot), (x + thick, -foot)))


def _chords(a: Analysis, left: float, rim: float) -> Iterator[Shape]:
    """Combs of a standing log or column, seen edge on."""
    for placed in a.layout.combs:
        hung, middle = a.hung(placed), left + placed.middle_mm
        half = min(practice("comb_thickness").span[1], placed.length_mm - _LEAST_SEEN) / 2
        if hung.bottom_mm > hung.top_mm:
            yield rectangle(
                "predicted", middle - half, rim + max(hung.top_mm, 0.0), middle + half, rim + hung.bottom_mm
            )


def _common_floor(hive: Whole, floor: BoxPlace, by_y: bool) -> list[Shape]:
    """One floor under all, layer by layer; each box marks its stretch of it."""
    p, q = floor.y if by_y else floor.x
    down, shapes = -floor.z[1], list[Shape]()
    for layer in hive.chambers[floor.chamber].floor_layers:
        shapes.append(rectangle(layer_look(layer.material), p, down, q, down + layer.thickness_mm))
        down += layer.thickness_mm
    return shapes


def _super(hive: Whole, block: BoxPlace, by_y: bool, shapes: list[Shape], marks: list[ThingMark]) -> None:
    """A super's walls and its frames, as far as they are seen edge on."""
    number = hive.super_of(block)
    each = hive.hive.supers[number]
    (p, q), (low, up) = (block.y if by_y else block.x), block.z
    board = practice("stack_board").number
    shapes.append(rectangle("cavity", p, -up, q, -low))
    across = hive.chambers[block.chamber].chamber.combs == "across"
    if not each.combs:
        pass
    elif (across != by_y) != each.turned:
        spacing = hive.hive.comb_type(each.comb_type).spacing_mm
        start = (p + q - each.frames * spacing) / 2
        for place in range(each.combs):
            left = start + place * spacing
            if p + board - 1 <= left and left + spacing <= q - board + 1:
                shapes.append(rectangle("predicted", left + 5, -up + 12, left + spacing - 5, -low - 8))
    else:
        space = board + practice("frame_side").number
        shapes.append(rectangle("predicted", p + space, -up + 12, q - space, -low - 8))
    shapes += [rectangle("end-grain", p, -up, p + board, -low), rectangle("end-grain", q - board, -up, q, -low)]
    if each.holds == "vents":
        shapes += vents_drawn(block, by_y)
    _named(hive, marks, f"super-{number}", p, -up, q, -low)


def _ways(hive: Whole, by_y: bool, shapes: list[Shape], marks: list[ThingMark]) -> None:
    """Ways from chamber to chamber, as far as both lie in the cut: through the walls between, or from box to box."""
    for index, way in enumerate(hive.hive.passages):
        one, two = (
            next(b for b in hive.boxes if hive.hive.chambers[b.chamber].id == ident and not b.is_super)
            for ident in (way.from_chamber, way.to_chamber)
        )
        layer: LayerName = "excluder" if way.excluder else "entrance-open"
        (p1, q1), (p2, q2) = (one.y, two.y) if by_y else (one.x, two.x)
        if min(q1, q2) - max(p1, p2) > 1.0:
            # One over the other: through floor and cover.
            lower, upper = sorted((one, two), key=lambda b: b.z[0])
            middle = (max(p1, p2) + min(q1, q2)) / 2
            half = min(way.width_mm or min(q1, q2) - max(p1, p2) - _ROUND, min(q1, q2) - max(p1, p2)) / 2
            floor = hive.chambers[upper.chamber].floor_board_mm
            box = (middle - half, -upper.z[0] - floor, middle + half, -lower.z[1] + _LEAST_SEEN)
        else:
            left, right = sorted((one, two), key=lambda b: b.y[0] if by_y else b.x[0])
            floor = max(b.z[0] + hive.chambers[b.chamber].floor_board_mm for b in (one, two))
            high = way.height_mm or (min(one.z[1], two.z[1]) - floor) / 2
            start, end = (left.y[1], right.y[0]) if by_y else (left.x[1], right.x[0])
            walls = [_facing_mm(hive, b, by_y) for b in (left, right)]
            box = (start - walls[0], -floor - high, end + walls[1], -floor)
        shapes.append(rectangle(layer, *box))
        shapes += slide_drawn(way, box)
        _named(hive, marks, f"passage-{index}", *box)


def _facing_mm(hive: Whole, block: BoxPlace, by_y: bool) -> float:
    """Thickness of a chamber's walls at the left and right of the cut [mm]."""
    walls = hive.chambers[block.chamber].chamber.walls
    return total_thickness_mm(walls.sides if by_y else walls.ends)


def _covers(hive: Whole, by_y: bool, shapes: list[Shape], marks: list[ThingMark]) -> None:
    """What lies over each box that nothing stands on, lowest first."""
    for block in hive.tops:
        (p, q), foot = (block.y if by_y else block.x), block.z[1]
        at = foot
        for cover in hive.hive.covers:
            look = "gap" if cover.kind in ("cloth", "screen") else layer_look(cover.material)
            shapes.append(rectangle(look, p, -at - cover.thickness_mm, q, -at))
            if cover.feeder_hole:
                half, middle = practice("feeder_jar_wide").number / 4, (p + q) / 2
                deep = max(cover.thickness_mm, _LEAST_SEEN)
                shapes.append(rectangle("gap", middle - half, -at - deep, middle + half, -at))
            at += cover.thickness_mm
        _named(hive, marks, "covers-0", p, -max(at, foot + _LEAST_SEEN), q, -foot)


def _roof(hive: Whole, span: tuple[float, float], shapes: list[Shape], marks: list[ThingMark]) -> float:
    """The lid, part by part over what is under each; returns how high it reaches, downward [mm]."""
    over = sum(cover.thickness_mm for cover in hive.hive.covers)
    roof, by_y = hive.hive.roof, seen_from_end(hive)
    parts = [LidPart("", span, lid_on_mm(hive))] if by_y else list(lid_parts(hive, span))
    if roof is None:
        top = parts[0].top_mm + over
        _named(hive, marks, "roof-0", span[0], -top - 4 * _LEAST_SEEN, span[1], -top - _LEAST_SEEN)
        return -top - 4 * _LEAST_SEEN
    shapes += under_roof_drawn(hive, roof, over, by_y)
    board, rise, ridges = practice("lid_rim").number, roof_rise_mm(hive), []
    for part in parts:
        top, under = part.top_mm + over, part.top_mm + over + roof.clearance_mm
        p, q = (x if meets else x + way * board for x, meets, way in zip(part.x, part.meets, (-1, 1), strict=True))
        for left, meets in ((p, part.meets[0]), (q - board, part.meets[1])):
            if not meets:
                shapes.append(rectangle("end-grain", left, -under, left + board, -top + roof.overlap_mm))
        at = under
        for layer in roof_layers(roof):
            shapes.append(rectangle(layer_look(layer.material), p, -at - layer.thickness_mm, q, -at))
            at += layer.thickness_mm
        if rise:
            shapes.append(_pitched(roof, (p, q), at, rise, by_y))
        shapes += lid_drawn(roof, (p, q), -under, -at - rise, -top + roof.overlap_mm, part.meets[1])
        _named(hive, marks, "roof-0", p, -at - rise, q, -under)
        ridges.append(-at - rise)
    return min(ridges)


def _pitched(roof: Roof, span: tuple[float, float], eaves: float, rise: float, from_end: bool) -> Shape:
    """What stands over the eaves: seen along its ridge a triangle, from the side a strip as high as the ridge."""
    p, q = span
    if not from_end:
        return rectangle("sheet", p, -eaves - rise, q, -eaves)
    peak = ((p + q) / 2 if roof.kind == "gabled" else p, -eaves - rise)
    return Polygon(layer="sheet", points=((p, -eaves), peak, (q, -eaves)))


def _named(
    hive: Whole, marks: list[ThingMark], ident: str, left: float, top: float, right: float, bottom: float
) -> None:
    thing = thing_of(hive, ident)
    if thing is not None:
        marks.append(
            ThingMark(
                id=ident, title=thing.title, box=thing.box, left_mm=left, top_mm=top, right_mm=right, bottom_mm=bottom
            )
        )
