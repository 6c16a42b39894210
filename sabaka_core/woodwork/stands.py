"""What a hive stands on or hangs by: rails and legs, shims and bearers under its boxes, ledge, handles, moats."""

from __future__ import annotations

from collections.abc import Iterator
from math import cos, radians, tan

from sabaka_core.document.base import Wall as WallName
from sabaka_core.document.hive import Stand
from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.legs import Leg, legs_of
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.faces import wall_face
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import shift_of
from sabaka_core.woodwork.slides import hangs_mm
from sabaka_core.woodwork.solids import Prism, brick, without_block

_LEG_MM = (70.0, 35.0)
_THING, _CUP_MM = "stand-0", 2.0
_LEAST_MM = 0.5
# Where along a ledge its brackets are.
_BRACKETS = (0.1, 0.5, 0.9)


def stand_parts(a: Analysis, whole: Whole) -> Iterator[Part]:
    """Of the whole hive; ``a`` is its main chamber."""
    hang = max((hangs_mm(each) for each in _lowest(whole)), default=0.0)
    yield from _bearers(whole, hang)
    yield from _legs(whole, hang)
    yield from _added(a, whole)


def _lowest(whole: Whole) -> list[Analysis]:
    feet = {stack.boxes[0].chamber for stack in whole.stacks}
    return [whole.chambers[i] for i in sorted(feet)]


def _feet(whole: Whole) -> tuple[list[BoxPlace], float]:
    """The lowest boxes, and the height of the lowest underside."""
    low = [stack.boxes[0] for stack in whole.stacks]
    return low, min(b.z[0] for b in low)


def shim_parts(whole: Whole) -> Iterator[Part]:
    """A closed rim under a box that is raised so that stacks end level."""
    feet, ground = _feet(whole)
    for block in feet:
        a = whole.chambers[block.chamber]
        foot = ground + (a.floor_board_mm if a.on_common_floor else 0.0)
        under = block.z[0] + (a.floor_board_mm if a.on_common_floor else 0.0)
        high = under - foot
        if high < _LEAST_MM:
            continue
        t, (x0, x1), (y0, y1) = practice("stack_board").number, block.x, block.y
        longs = tuple((brick(block.x, span, (foot, under)),) for span in ((y0, y0 + t), (y1 - t, y1)))
        shorts = tuple((brick(span, (y0 + t, y1 - t), (foot, under)),) for span in ((x0, x0 + t), (x1 - t, x1)))
        note, joint = "closed all round, so that no bee passes", "screwed under the box"
        for key, name, length, places in (
            ("long", "long", x1 - x0, longs),
            ("short", "short", y1 - y0 - 2 * t, shorts),
        ):
            yield Part(
                f"{a.chamber.id}-shim-{key}",
                f"Shim under {block.name}, {name}",
                "Stand",
                2,
                length,
                high,
                t,
                "softwood",
                joint,
                note=note,
                places=places,
                box=block.chamber,
                thing=f"floor-{block.chamber}",
            )


def _bearers(whole: Whole, hang: float) -> Iterator[Part]:
    """Strips along both edges of the floor, that make room over the rails for what slides or hangs under it."""
    if hang < _LEAST_MM:
        return
    feet, ground = _feet(whole)
    places = []
    for block in feet:
        y0, y1 = block.y[0] + block.lean_mm[1] / 2, block.y[1] - block.lean_mm[1] / 2
        wide = max(min(whole.chambers[block.chamber].side_mm, practice("stack_board").number), 10.0)
        for span in ((y0, y0 + wide), (y1 - wide, y1)):
            places.append((brick(block.x, span, (ground - hang, ground)),))
    x0, x1 = places[0][0].span
    across = places[0][0].box[1]
    yield Part(
        "stand-bearer",
        "Bearer under the floor",
        "Stand",
        len(places),
        x1 - x0,
        hang,
        across[1] - across[0],
        "softwood",
        "screwed from below",
        note="makes room for what slides or hangs under the floor",
        places=tuple(places),
        thing=_THING,
    )


def _legs(whole: Whole, hang: float) -> Iterator[Part]:
    """Legs as long as the ground asks, bolted to two rails that the hive stands on."""
    legs = legs_of(whole)
    if not legs:
        return
    wide, thick = _LEG_MM
    stand = whole.hive.stand or Stand()
    feet, ground = _feet(whole)
    x0, y0, z0 = min(b.x[0] for b in feet), min(b.y[0] for b in feet), ground - hang
    rails, soles = [], []
    for end in ("near", "far"):
        mine = [leg for leg in legs if leg.name.startswith(end)]
        heads = [_head(leg, hang) for leg in mine]
        at = x0 + mine[0].foot_x_mm
        # The hive stands on the rails; legs are bolted to their faces.
        across = (y0 + min(heads) - wide / 2, y0 + max(heads) + wide / 2)
        rails.append((brick((at - thick / 2 - thick, at - thick / 2), across, (z0 - wide, z0)),))
        for leg, head in zip(mine, heads, strict=True):
            drop = leg.length_mm * cos(radians(leg.bevel_deg)) - hang
            foot, top = y0 + leg.foot_y_mm, y0 + head
            profile = (
                (foot - wide / 2, z0 - drop),
                (foot + wide / 2, z0 - drop),
                (top + wide / 2, z0),
                (top - wide / 2, z0),
            )
            bevel = f"foot and head bevelled {leg.bevel_deg:g}°" if leg.bevel_deg else "cut square"
            yield Part(
                f"leg-{leg.name.replace(' ', '-')}",
                f"Leg, {leg.name}",
                "Stand",
                1,
                drop / cos(radians(leg.bevel_deg)) + thick * tan(radians(leg.bevel_deg)),
                wide,
                thick,
                "softwood",
                "bolted, two each",
                note=bevel,
                places=((Prism(profile, (at - thick / 2, at + thick / 2)),),),
                thing=_THING,
            )
            soles.append((at, foot, z0 - drop))
    long = rails[0][0].box[1][1] - rails[0][0].box[1][0]
    yield Part(
        "stand-rail",
        "Stand, rail",
        "Stand",
        2,
        long,
        wide,
        thick,
        "softwood",
        "bolted to the legs",
        places=tuple(rails),
        thing=_THING,
    )
    if stand.moats:
        yield _moats(soles)


def _moats(soles: list[tuple[float, float, float]]) -> Part:
    """A cup under each leg."""
    cup, wall = practice("moat").number, 1.0
    half, places = cup / 2, []
    for x, y, z in soles:
        block = brick((x - half, x + half), (y - half, y + half), (z - wall, z + half))
        inner = ((x - half + wall, x + half - wall), (y - half + wall, y + half - wall), (z, z + half))
        places.append((*without_block(block, inner),))
    note = "kept full of water with oil on it; nothing may bridge it"
    return Part(
        "moat",
        "Moat under a leg",
        "Bought",
        len(places),
        cup,
        cup,
        half,
        "sheet metal",
        "stands under the leg",
        note=note,
        places=tuple(places),
        thing=_THING,
    )


def _head(leg: Leg, hang: float) -> float:
    """Where a leg's head is across the hive, its foot having gone outward by the splay [mm]."""
    out = (leg.length_mm * cos(radians(leg.bevel_deg)) - hang) * tan(radians(leg.bevel_deg))
    return leg.foot_y_mm + (out if leg.name.endswith("left") else -out)


def _added(a: Analysis, whole: Whole) -> Iterator[Part]:
    """Ropes, a ledge along the right side, handles at the ends or sides."""
    stand = whole.hive.stand or Stand()
    if stand.kind == "hung":
        # Twice up to the branch and once under the hive, each.
        up = sum(whole.foot_mm) + 2 * max(stack.top_mm for stack in whole.stacks)
        rope = practice("hanging_rope").number
        note = "rated for five times the full hive; edges it runs over are rounded"
        yield Part(
            "hanging",
            "Chain or rope to hang it by",
            "Bought",
            2,
            up,
            rope,
            rope,
            "sheet metal",
            note=note,
            thing=_THING,
        )
    if isinstance(a.chamber.section, CircleSection) or a.chamber.axis == "standing":
        return
    if stand.ledge_mm > 0:
        yield from _ledge(a, stand)
    if stand.handles != "none":
        yield _handles(a, stand)


def _ledge(a: Analysis, stand: Stand) -> Iterator[Part]:
    """A board along the right side, half-way up it, on three brackets."""
    board, high, deep = practice("ledge_board").number, a.section.height_mm / 2, stand.ledge_mm
    face, shift = wall_face(a, "right", high), shift_of(a)
    plate = face.plate(a.chamber.length_mm / 2, (high - 1.0, high), 1.0, face.thick_mm, 1.0)
    wall = min(y for y, _ in plate.profile)
    x = face.x
    solid = brick(x, (wall, wall + deep), (high - board, high))
    part = Part(
        "ledge",
        "Ledge",
        "Stand",
        1,
        x[1] - x[0],
        deep,
        board,
        "softwood",
        "screwed to its brackets",
        note="along the right side",
        places=((solid,),),
        thing=_THING,
    )
    yield part.shifted(*shift)
    brackets = []
    low = high - board
    for share in _BRACKETS:
        at = x[0] + (x[1] - x[0]) * share
        ring = ((wall, low - deep), (wall + deep, low), (wall, low))
        brackets.append((Prism(ring, (at - board / 2, at + board / 2)),))
    part = Part(
        "ledge-bracket",
        "Ledge, bracket",
        "Stand",
        3,
        deep,
        deep,
        board,
        "softwood",
        "screwed through the wall",
        note="two out of a square, cut from corner to corner",
        profile=((0.0, 0.0), (deep, deep), (0.0, deep)),
        places=tuple(brackets),
        thing=_THING,
    )
    yield part.shifted(*shift)


def _handles(a: Analysis, stand: Stand) -> Part:
    """A strip on either end or side, half-way up."""
    thick, strip = practice("handle_strip").span
    high, ends = a.section.height_mm / 2, stand.handles == "ends"
    width = 2 * a.section.half_width_mm(a.section.height_mm - high + strip) if ends else practice("side_handle").number
    walls: tuple[WallName, WallName] = ("near-end", "far-end") if ends else ("left", "right")
    middle = 0.0 if ends else a.chamber.length_mm / 2
    places = []
    for wall in walls:
        face = wall_face(a, wall, high)
        places.append((face.plate(middle, (high - strip, high), width, face.thick_mm, thick),))
    note = "upper edge sloped inward for the fingers"
    where = "ends" if ends else "sides"
    part = Part(
        "handle",
        f"Handle, {where}",
        "Box",
        2,
        width,
        strip,
        thick,
        "hardwood",
        "screwed and glued",
        note=note,
        places=tuple(places),
        thing=_THING,
    )
    return part.shifted(*shift_of(a))
