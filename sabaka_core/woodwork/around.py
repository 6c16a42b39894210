"""What stands on and under the box: roof, stand, supers, each in its place."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import replace
from math import cos, radians, tan

from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.hive import Roof, Super
from sabaka_core.document.lifting import Lifting
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.parts import parts_of
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.roof import LidPart, hung_in_rim, lid_parts, rim_high_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.lifting.stand import Leg, standing_of
from sabaka_core.woodwork.parts import Part, Rebate
from sabaka_core.woodwork.solids import Prism, brick

_LEG_MM = (70.0, 35.0)
# Wood left outside a super's rebate, and over a lug whose box isn't in the catalogue.
_RAIL_MM, _OVER_LUG_MM = 6.0, 6.0


def roof_parts(whole: Whole, under: Iterable[Part]) -> Iterator[Part]:
    """The lid: a rim that overlaps the box, insulation inside it, and boards or its own layers on top.

    It goes over the boxes and over whatever of the parts under it leans out past them, as walls rebated for bars do.
    """
    placed = [prism.box for part in under for place in part.places for prism in place]
    ys = [y for b in whole.boxes for y in b.y] + [y for _, across, _ in placed for y in across]
    xs = [x for b in whole.boxes for x in b.x] + [x for along, _, _ in placed for x in along]
    play = practice("lid_play").number
    x, y = (min(xs) - play, max(xs) + play), (min(ys) - play, max(ys) + play)
    for part in lid_parts(whole, x):
        yield from _lid(whole.hive.roof or Roof(), part, y)


def _lid(roof: Roof, lid: LidPart, y: tuple[float, float]) -> Iterator[Part]:
    """A lid, or one part of it, so far across the hive."""
    (x0, x1), (y0, y1), t, meets = lid.x, y, practice("lid_rim").number, lid.meets
    words, ident = (f", {lid.name}", f"-{lid.name.replace(' ', '-')}") if lid.name else ("", "")
    high, low = rim_high_mm(roof), lid.top_mm - roof.overlap_mm
    top = low + high
    # Where two parts meet their ends stand on the boards' edges, inside the lid.
    out0, out1 = (0.0 if meet else t for meet in meets)
    long, wide = x1 - x0 + out0 + out1, y1 - y0
    over, across = (x0 - out0, x1 + out1), (y0 - t, y1 + t)
    side = tuple((brick(over, span, (low, top)),) for span in ((y0 - t, y0), (y1, y1 + t)))
    name = f"Roof{words}, long side"
    yield Part(f"roof{ident}-side", name, "Roof", 2, long, high, t, "softwood", joint="butt, screwed", places=side)
    closed = [span for span, meet in zip(((x0 - t, x0), (x1, x1 + t)), meets, strict=True) if not meet]
    joined = [span for span, meet in zip(((x0, x0 + t), (x1 - t, x1)), meets, strict=True) if meet]
    ends = tuple((brick(span, (y0, y1), (low, top)),) for span in closed)
    name = f"Roof{words}, end"
    yield Part(
        f"roof{ident}-end", name, "Roof", len(ends), wide, high, t, "softwood", joint="butt, screwed", places=ends
    )
    foot = top - practice("lid_ledge").number
    for span in joined:
        lip = ((brick(span, (y0, y1), (foot, top)),),)
        name = f"Roof{words}, lip at the joint"
        yield Part(f"roof{ident}-lip", name, "Roof", 1, wide, top - foot, t, "softwood", joint="screwed", places=lip)
    if not roof.layers:
        board = practice("roof_board").number
        boards = ((brick(over, across, (top, top + board)),),)
        note = "of boards edge to edge, under sheet metal or felt"
        name = f"Roof{words}, top"
        yield Part(f"roof{ident}-top", name, "Roof", 1, long, wide + 2 * t, board, "softwood", note=note, places=boards)
    lower, upper, inside = top, top, hung_in_rim(roof)
    # Insulation lies inside the rim, between the lips where there are any.
    within = (x0 + (t if meets[0] else 0.0), x1 - (t if meets[1] else 0.0))
    for number, layer in enumerate(roof.layers, 1):
        thick, name = layer.thickness_mm, f"Roof{words}, {layer.material}"
        ident_of = f"roof{ident}-layer-{number}"
        if layer in inside:
            place = ((brick(within, (y0, y1), (lower - thick, lower)),),)
            room = within[1] - within[0]
            yield Part(ident_of, name, "Roof", 1, room, wide, thick, layer.material, places=place)
            lower -= thick
        else:
            place = ((brick(over, across, (upper, upper + thick)),),)
            yield Part(ident_of, name, "Roof", 1, long, wide + 2 * t, thick, layer.material, places=place)
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
                (foot - wide / 2, z0 - drop),
                (foot + wide / 2, z0 - drop),
                (head_y + wide / 2, z0),
                (head_y - wide / 2, z0),
            )
            bevel = f"foot and head bevelled {leg.bevel_deg:g}°" if leg.bevel_deg else "cut square"
            yield Part(
                f"leg-{leg.name.replace(' ', '-')}",
                f"Leg, {leg.name}",
                "Stand",
                1,
                leg.length_mm + thick * tan(radians(leg.bevel_deg)),
                wide,
                thick,
                "softwood",
                joint="bolted, two each",
                note=bevel,
                places=((Prism(profile, (at - thick / 2, at + thick / 2)),),),
            )
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
    """Boxes set on the hive: four walls each, as wide inside as their frames want, and the frames."""
    for number, each in enumerate(whole.hive.supers, 1):
        kind = whole.hive.comb_type(each.comb_type)
        box = next(i for i, chamber in enumerate(whole.hive.chambers) if chamber.id == each.chamber)
        blocks = [b for b in whole.boxes if b.is_super and whole.super_of(b) == number - 1]
        yield from _super_walls(number, each, kind, blocks, whole.chambers[box])
        if isinstance(kind, Frame):
            for part in parts_of(kind):
                if part.pieces:
                    many = each.combs * each.boxes * len(part.pieces)
                    yield Part(
                        f"super-{number}-{part.name}",
                        f"Super frame, {part.name}",
                        "Supers",
                        many,
                        *part.pieces[0].sizes_mm,
                        "softwood",
                    )


def super_rest(kind: CombType, inside_mm: float) -> Rebate | None:
    """The rebate that a super's frames or bars hang in; None where nothing hangs."""
    if isinstance(kind, FixedComb):
        return None
    play = practice("bar_play").number
    if isinstance(kind, TopBar):
        return Rebate(max((kind.length_mm - inside_mm) / 2 + play, play), kind.thickness_mm, "for the bars")
    row = catalogue().get(kind.standard)
    deep = row.box.rest_depth_mm if row is not None and row.box is not None else kind.lug_thickness_mm + _OVER_LUG_MM
    return Rebate(max((kind.top_bar_mm - inside_mm) / 2 + play, play), deep, "for the lugs")


def super_inside_mm(kind: CombType, chamber: Analysis) -> float:
    """How wide a super is inside across its combs [mm]: a frame and a bee space each side, or as its chamber."""
    if isinstance(kind, Frame):
        return kind.body_width_mm + 2 * practice("frame_side").number
    return chamber.section.top_mm


def _super_walls(number: int, each: Super, kind: CombType, blocks: list[BoxPlace], chamber: Analysis) -> Iterator[Part]:
    """Sides and ends of one kind of super; the rebate stands on the two walls that carry the lugs."""
    along = (chamber.chamber.axis == "lying" and chamber.chamber.combs == "along") != each.turned
    high = each.height_mm
    inside, t = super_inside_mm(kind, chamber), practice("stack_board").number
    rest = super_rest(kind, inside)
    if rest is not None:
        rest = replace(rest, wide_mm=min(rest.wide_mm, t - _RAIL_MM))
    across: list[tuple[Prism, ...]] = []
    others: list[tuple[Prism, ...]] = []
    for b in blocks:
        span, run = (b.x, b.y) if along else (b.y, b.x)
        middle = (span[0] + span[1]) / 2
        low, up = middle - inside / 2, middle + inside / 2
        for outer, inner in ((low - t, low), (up + t, up)):
            across.append(_rested(run, (outer, inner), b.z, rest, along))
        for end in ((run[0], run[0] + t), (run[1] - t, run[1])):
            ends = ((low, up), end) if along else (end, (low, up))
            others.append((brick(*ends, b.z),))
    run_long = abs(blocks[0].x[1] - blocks[0].x[0]) if not along else abs(blocks[0].y[1] - blocks[0].y[0])
    carries, crosses = ("end", "side") if along else ("side", "end")
    count = 2 * len(blocks)
    yield Part(
        f"super-{number}-{carries}",
        f"Super, {carries}",
        "Supers",
        count,
        run_long,
        high,
        t,
        "softwood",
        joint="rebated, glued",
        rebate=rest,
        places=tuple(across),
        box=chamber.box,
    )
    yield Part(
        f"super-{number}-{crosses}",
        f"Super, {crosses}",
        "Supers",
        count,
        inside,
        high,
        t,
        "softwood",
        joint="rebated, glued",
        places=tuple(others),
        box=chamber.box,
    )


def _rested(
    run: tuple[float, float], wall: tuple[float, float], z: tuple[float, float], rest: Rebate | None, along: bool
) -> tuple[Prism, ...]:
    """A wall from its outer to its inner face, its rebate cut into the top inside edge."""

    def block(outer: float, inner: float, heights: tuple[float, float]) -> Prism:
        across = (min(outer, inner), max(outer, inner))
        return brick(across, run, heights) if along else brick(run, across, heights)

    outer, inner = wall
    if rest is None or rest.wide_mm <= 0 or rest.deep_mm <= 0:
        return (block(outer, inner, z),)
    back = inner + rest.wide_mm * (1 if outer > inner else -1)
    ledge = z[1] - rest.deep_mm
    return (block(outer, inner, (z[0], ledge)), block(outer, back, (ledge, z[1])))
