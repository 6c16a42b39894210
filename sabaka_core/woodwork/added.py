"""Parts of what is added to boxes: doors, hatches, slides, vents, handles, ledges, what hangs a hive or stops ants.

They are cut to their sizes and listed; none of them is placed among the solids.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from sabaka_core.document.hive import Stand
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.doors import door_mm
from sabaka_core.hive.roof import lid_parts
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.boxes import named
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import brick

_LEGS = 4
# A slide is so much larger than its opening all round.
_LAPS_MM = 15.0


def added_parts(hive: Whole) -> Iterator[Part]:
    """Of the whole hive."""
    for a in hive.chambers:
        for part in (*_door(a), *_hatches(a)):
            yield replace(part, box=a.box)
    yield from _floor(hive)
    yield from _slides(hive)
    yield from _vents(hive)
    yield from _roof(hive)
    yield from _stand(hive)


def bought(ident: str, name: str, count: int, sizes: tuple[float, float, float], material: str, note: str = "") -> Part:
    """What comes from a shop."""
    return Part(ident, name, "Bought", count, *sizes, material, note=note)


def _door(a: Analysis) -> Iterator[Part]:
    door = a.chamber.door
    if door == "none":
        return
    wide, high = door_mm(a)
    where, ident = door.replace("-", " "), a.chamber.id
    layers = a.chamber.walls.sides if door in ("left", "right") else a.chamber.walls.ends
    for number, layer in enumerate(layers, 1):
        words = f"Door, {where}" if len(layers) == 1 else f"Door, {where}, layer {number}"
        yield Part(
            f"{ident}-door-{number}",
            named(a, words),
            "Box",
            1,
            max(wide, high),
            min(wide, high),
            layer.thickness_mm,
            layer.material,
            note="closes an opening in that wall; what is sawn out of it serves where it comes out whole",
        )
    sizes = practice("hinge").number, practice("hinge").number / 2, practice("hinge_thick").number
    yield bought(f"{ident}-door-hinge", named(a, "Door, hinge"), 2, sizes, "sheet metal")
    yield bought(f"{ident}-door-turn", named(a, "Door, turn button"), 2, sizes, "sheet metal")


def _hatches(a: Analysis) -> Iterator[Part]:
    number = a.chamber.under.clean_outs
    if number:
        wide, high = practice("clean_out").span[1], practice("clean_out").span[0]
        layer = a.chamber.walls.sides[-1]
        note = "closes an opening at the foot of the wall, tight; a scraper goes in"
        name = named(a, "Clean-out, plug")
        yield Part(
            f"{a.chamber.id}-clean-out", name, "Box", number, wide, high, layer.thickness_mm, layer.material, note=note
        )


def _floor(hive: Whole) -> Iterator[Part]:
    floor = hive.common_floor
    if floor is None:
        return
    layers = hive.chambers[floor.chamber].floor_layers
    top = floor.z[1]
    for number, layer in enumerate(layers, 1):
        low = top - layer.thickness_mm
        yield Part(
            f"common-floor-{number}",
            "Common floor" if len(layers) == 1 else f"Common floor, layer {number}",
            "Bought" if layer.material == "mesh" else "Box",
            1,
            floor.x[1] - floor.x[0],
            floor.y[1] - floor.y[0],
            layer.thickness_mm,
            layer.material,
            joint="screwed from below",
            note="under all boxes that stand beside each other",
            places=((brick(floor.x, floor.y, (low, top)),),),
        )
        top = low


def _slides(hive: Whole) -> Iterator[Part]:
    board = practice("slide_board").number
    for number, way in enumerate(hive.hive.passages, 1):
        wide, high = way.width_mm or practice("passage_wide").number, way.height_mm or practice("passage_high").number
        ends = f"{way.from_chamber} to {way.to_chamber}".replace("-", " ")
        if way.slide != "none":
            sizes = (wide + 2 * _LAPS_MM, high + 2 * _LAPS_MM)
            yield Part(f"slide-{number}", f"Slide, {ends}", "Box", 1, *sizes, board, "plywood", note="waxed")
            runner = (sizes[0] * 2, _LAPS_MM, board)
            yield Part(f"slide-{number}-runner", f"Slide, {ends}, runner", "Box", 2, *runner, "softwood")
        if way.kind == "vent":
            sizes = (wide + 2 * _LAPS_MM, high + 2 * _LAPS_MM)
            yield bought(f"vent-{number}", f"Vent, {ends}: mesh", 2, (*sizes, 1.0), "mesh", "3 mm at most, both faces")
        if way.excluder:
            size = (wide + 2 * _LAPS_MM, high + 2 * _LAPS_MM, practice("excluder_thick").number)
            yield bought(f"way-{number}-excluder", f"Excluder, {ends}", 1, size, "sheet metal", "slots 4.1 to 4.4 mm")


def _vents(hive: Whole) -> Iterator[Part]:
    across, number = practice("vent_hole").number, int(practice("vent_box_holes").number)
    for index, each in enumerate(hive.hive.supers, 1):
        if each.holds == "vents":
            size = (across + 2 * _LAPS_MM, across + 2 * _LAPS_MM, 1.0)
            note = f"over holes of {across:.0f} mm in the box’s walls, inside; 3 mm at most"
            yield bought(f"super-{index}-vent", f"Vent box {index}, mesh", number * each.boxes, size, "mesh", note)


def _roof(hive: Whole) -> Iterator[Part]:
    roof = hive.hive.roof
    if roof is None:
        return
    across = practice("vent_hole").number
    if roof.vents:
        size = (across + 2 * _LAPS_MM, across + 2 * _LAPS_MM, 1.0)
        yield bought("roof-vent", "Roof, vent: mesh", roof.vents, size, "mesh", "in the rim under the eaves")
    long, wide = hive.foot_mm
    if roof.under == "insulation" and roof.under_mm > 0:
        yield Part("under-roof", "Insulation under the roof", "Roof", 1, long, wide, roof.under_mm, roof.under_of)
    if any(part.meets[1] for part in lid_parts(hive, hive.span_mm)):
        note = "over the joint, so that rain runs off it; fixed to one part"
        strip = practice("lid_joint").number
        name = "Roof, strip over the joint"
        yield Part("roof-joint", name, "Roof", 1, wide, strip, practice("lid_rim").number, "softwood", note=note)
    hinge = practice("hinge").number
    if roof.opens.startswith("hinged"):
        sizes = hinge, hinge / 2, practice("hinge_thick").number
        yield bought("lid-hinge", "Lid, hinge", 2 * roof.parts, sizes, "sheet metal", "of brass or stainless")
    if roof.stay:
        sizes = wide, hinge / 2, practice("hinge_thick").number
        yield bought("lid-stay", "Lid, stay", roof.parts, sizes, "sheet metal", "locks when it is open")


def _stand(hive: Whole) -> Iterator[Part]:
    stand = hive.hive.stand or Stand()
    long, wide = hive.foot_mm
    if stand.kind == "hung":
        # Twice up to the branch and once under the hive, each.
        up = sum(hive.foot_mm) + 2 * max(stack.top_mm for stack in hive.stacks)
        rope = practice("hanging_rope").number
        note = "rated for five times the full hive; edges it runs over are rounded"
        yield bought("hanging", "Chain or rope to hang it by", 2, (up, rope, rope), "sheet metal", note)
    if stand.moats and stand.kind == "legs":
        cup = practice("moat").number
        note = "kept full of water with oil on it; nothing may bridge it"
        yield bought("moat", "Moat under a leg", _LEGS, (cup, cup, cup / 2), "sheet metal", note)
    if stand.ledge_mm > 0:
        board = practice("ledge_board").number
        yield Part("ledge", "Ledge", "Stand", 1, long, stand.ledge_mm, board, "softwood", note="along one side")
        size = (stand.ledge_mm, stand.ledge_mm, board)
        yield Part("ledge-bracket", "Ledge, bracket", "Stand", 3, *size, "softwood", note="cut from corner to corner")
    if stand.handles != "none":
        length = wide if stand.handles == "ends" else practice("side_handle").number
        thick, strip = practice("handle_strip").span
        note = "upper edge sloped inward for the fingers; screwed and glued"
        where = "ends" if stand.handles == "ends" else "sides"
        yield Part("handle", f"Handle, {where}", "Box", 2, length, strip, thick, "hardwood", note=note)
