"""What stands on and under the box: roof, stand, supers, each in its place."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from math import cos, radians, tan

from sabaka_core.analysis import Analysis
from sabaka_core.document.combs import Frame
from sabaka_core.document.lifting import Lifting
from sabaka_core.frames.parts import parts_of
from sabaka_core.lifting.stand import Leg, standing_of
from sabaka_core.whole import Whole
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Prism, brick

_ROOF_MM, _PLAY_MM = 18.0, 6.0
_LEG_MM = (70.0, 35.0)
_SUPER_MM = 19.0
_INSULATION = ("wood fibre", "eps", "xps", "cork", "sheep wool", "straw")


def roof_parts(whole: Whole, under: Iterable[Part]) -> Iterator[Part]:
    """The lid: a rim that overlaps the box, insulation inside it, and boards or its own layers on top.

    It goes over the boxes and over whatever of the parts under it leans out past them, as walls rebated for bars do.
    """
    placed = [prism.box for part in under for place in part.places for prism in place]
    ys = [y for b in whole.boxes for y in b.y] + [y for _, across, _ in placed for y in across]
    xs = [x for b in whole.boxes for x in b.x] + [x for along, _, _ in placed for x in along]
    x0, x1, y0, y1 = min(xs) - _PLAY_MM, max(xs) + _PLAY_MM, min(ys) - _PLAY_MM, max(ys) + _PLAY_MM
    roof = whole.hive.roof
    overlap = roof.overlap_mm if roof else 25.0
    clear = roof.clearance_mm if roof else 40.0
    layers = roof.layers if roof and roof.layers else ()
    inside = [layer for layer in layers if layer.material in _INSULATION]
    high = overlap + clear + 30.0 + sum(layer.thickness_mm for layer in inside)
    low = max(b.z[1] for b in whole.boxes) - overlap
    top = low + high
    t = _ROOF_MM
    long, wide = x1 - x0 + 2 * t, y1 - y0
    side = tuple((brick((x0 - t, x1 + t), y, (low, top)),) for y in ((y0 - t, y0), (y1, y1 + t)))
    end = tuple((brick(x, (y0, y1), (low, top)),) for x in ((x0 - t, x0), (x1, x1 + t)))
    yield Part("roof-side", "Roof, long side", "Roof", 2, long, high, t, "softwood", joint="butt, screwed", places=side)
    yield Part("roof-end", "Roof, end", "Roof", 2, wide, high, t, "softwood", joint="butt, screwed", places=end)
    if not layers:
        lid = ((brick((x0 - t, x1 + t), (y0 - t, y1 + t), (top, top + 20.0)),),)
        note = "of boards edge to edge, under sheet metal or felt"
        yield Part("roof-top", "Roof, top", "Roof", 1, long, wide + 2 * t, 20.0, "softwood", note=note, places=lid)
    lower, upper = top, top
    for number, layer in enumerate(layers, 1):
        thick = layer.thickness_mm
        name = f"Roof, {layer.material}"
        if layer in inside:
            place = ((brick((x0, x1), (y0, y1), (lower - thick, lower)),),)
            yield Part(f"roof-layer-{number}", name, "Roof", 1, x1 - x0, wide, thick, layer.material, places=place)
            lower -= thick
        else:
            place = ((brick((x0 - t, x1 + t), (y0 - t, y1 + t), (upper, upper + thick)),),)
            yield Part(f"roof-layer-{number}", name, "Roof", 1, long, wide + 2 * t, thick, layer.material, places=place)
            upper += thick


def stand_parts(a: Analysis, whole: Whole) -> Iterator[Part]:
    """Legs as long as the ground asks, bolted to two rails that the hive stands on."""
    standing = standing_of(a, whole, whole.hive.lifting or Lifting())
    if not standing.legs:
        return
    wide, thick = _LEG_MM
    low = [s.boxes[0] for s in whole.stacks]
    x0, y0, z0 = min(b.x[0] for b in low), min(b.y[0] for b in low), min(b.z[0] for b in low)
    rails = []
    for end in ("near", "far"):
        mine = [leg for leg in standing.legs if leg.name.startswith(end)]
        heads = [_head(leg) for leg in mine]
        at = x0 + mine[0].foot_x_mm
        # The hive stands on the rails; legs are bolted to their faces.
        rails.append(
            (
                brick(
                    (at - thick / 2 - thick, at - thick / 2),
                    (y0 + min(heads) - wide / 2, y0 + max(heads) + wide / 2),
                    (z0 - wide, z0),
                ),
            )
        )
        for leg, head in zip(mine, heads, strict=True):
            drop = leg.length_mm * cos(radians(leg.bevel_deg))
            foot = y0 + leg.foot_y_mm
            head_y = y0 + head
            profile = (
                (foot - wide / 2, z0 - drop), (foot + wide / 2, z0 - drop), (head_y + wide / 2, z0), (head_y - wide / 2, z0),
            )  # fmt: skip
            bevel = f"foot and head bevelled {leg.bevel_deg:g}°" if leg.bevel_deg else "cut square"
            yield Part(
                f"leg-{leg.name.replace(' ', '-')}", f"Leg, {leg.name}", "Stand", 1, leg.length_mm + thick * tan(radians(leg.bevel_deg)), wide, thick, "softwood",
                joint="bolted, two each", note=bevel, places=((Prism(profile, (at - thick / 2, at + thick / 2)),),),
            )  # fmt: skip
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
        joint="bolted to the legs",
        places=tuple(rails),
    )


def _head(leg: Leg) -> float:
    """Where a leg's head is across the hive, its foot having gone outward by the splay [mm]."""
    out = leg.length_mm * cos(radians(leg.bevel_deg)) * tan(radians(leg.bevel_deg))
    return leg.foot_y_mm + (out if leg.name.endswith("left") else -out)


def super_parts(whole: Whole) -> Iterator[Part]:
    """Boxes set on the hive: four walls each, and their frames."""
    for number, each in enumerate(whole.hive.supers, 1):
        kind = whole.hive.comb_type(each.comb_type)
        box = next(i for i, chamber in enumerate(whole.hive.chambers) if chamber.id == each.chamber)
        blocks = [b for b in whole.boxes if b.is_super and b.chamber == box][: each.boxes]
        t = _SUPER_MM
        sides = tuple((brick(b.x, y, b.z),) for b in blocks for y in ((b.y[0], b.y[0] + t), (b.y[1] - t, b.y[1])))
        ends = tuple(
            (brick(x, (b.y[0] + t, b.y[1] - t), b.z),)
            for b in blocks
            for x in ((b.x[0], b.x[0] + t), (b.x[1] - t, b.x[1]))
        )
        long, wide = blocks[0].x[1] - blocks[0].x[0], blocks[0].y[1] - blocks[0].y[0]
        yield Part(
            f"super-{number}-side",
            "Super, side",
            "Supers",
            2 * each.boxes,
            long,
            each.height_mm,
            t,
            "softwood",
            joint="rebated, glued",
            places=sides,
        )
        yield Part(f"super-{number}-end", "Super, end", "Supers", 2 * each.boxes, wide - 2 * t, each.height_mm, t, "softwood", joint="rebated, glued", rebate="for the lugs", places=ends)  # fmt: skip
        if isinstance(kind, Frame):
            for part in parts_of(kind):
                if part.pieces:
                    many = each.frames * each.boxes * len(part.pieces)
                    yield Part(
                        f"super-{number}-{part.name}",
                        f"Super frame, {part.name}",
                        "Supers",
                        many,
                        *part.pieces[0].sizes_mm,
                        "softwood",
                    )
