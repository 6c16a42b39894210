"""Moving in, drawn: old frame over the new hive's section, one comb as it will hang, the conversion box."""

from __future__ import annotations

from math import cos, pi, sin

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.combs import Frame
from sabaka_core.drawing.section import litter_drawn, walls_drawn
from sabaka_core.kit.dimension import Dimension, Point
from sabaka_core.kit.drawing import Box, Drawing, Label, Layer, Polygon, Polyline, Shape, rectangle
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.box import ConversionBox, hole_places_mm
from sabaka_core.moving.hang import free_comb, upright
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import Outline, Slab, Way

_LAYERS: dict[str, Layer] = {
    "wood": "bar",
    "comb": "predicted",
    "lost": "lost",
    "brood": "comb-brood",
    "adapter": "new-part",
    "filler": "new-part",
    "riser": "new-part",
    "spacer": "new-part",
}
_PAD = 88.0
_OVAL_POINTS = 40


def over_drawing(bees: Bees, room: Room) -> Drawing:
    """The old frame or comb laid over the hive's section to scale, hung by its lugs, with the hive's own dashed."""
    shapes: list[Shape] = [*walls_drawn(room.a), *litter_drawn(room.a)]
    lift = room.rest_mm
    if bees.frame is not None:
        slabs: tuple[Slab | Outline, ...] = upright(bees.frame, -bees.frame.lug_thickness_mm)
    else:
        slabs = free_comb(bees)
    shapes += _drawn(slabs, lift)
    shapes += _own_outline(room)
    points = _reach(slabs, lift)
    left, right = min(x for x, _ in points), max(x for x, _ in points)
    bottom = max(y for _, y in points)
    shapes += [
        Dimension(
            name="Inside, at the rests",
            start=(-room.top_mm / 2, lift),
            end=(room.top_mm / 2, lift),
            offset=(0, -58),
            quantity=mm(room.top_mm),
        ),
        Dimension(
            name="Rest to floor",
            start=(right, lift),
            end=(right, lift + room.drop_mm),
            offset=(40, 0),
            quantity=mm(room.drop_mm),
        ),
        Dimension(
            name="Old, across", start=(left, bottom), end=(right, bottom), offset=(0, 30), quantity=mm(right - left)
        ),
    ]
    return _drawing("move-over", "The old comb over the hive’s section", shapes, _all_points(shapes))


def way_drawing(way: Way, bees: Bees, room: Room) -> Drawing:
    """One comb as it will hang, every clearance marked; brood where it is kept upright."""
    lift = room.rest_mm
    shapes: list[Shape] = [*walls_drawn(room.a), *litter_drawn(room.a), *_drawn(way.slabs, lift)]
    if way.slabs and bees.has_comb and way.id not in ("shaken", "from-parts", "across", "parallel-box"):
        shapes += _brood(way, bees, lift)
    for gap in way.gaps:
        if gap.rule == "side" and way.comb_wide_mm:
            at = lift + max(way.comb_deep_mm * 0.72, 10.0)
            half = way.comb_wide_mm / 2
            wall = room.half_mm(at - lift)
            shapes.append(
                Dimension(name="Side", start=(half, at), end=(wall, at), offset=(0, 0), quantity=mm(wall - half))
            )
        if gap.rule == "under" and way.comb_deep_mm:
            low = lift + way.comb_deep_mm
            shapes.append(
                Dimension(
                    name="Under",
                    start=(0, low),
                    end=(0, low + gap.nominal_mm),
                    offset=(26, 0),
                    quantity=mm(gap.nominal_mm),
                )
            )
    dashed = ""
    if isinstance(room.own, Frame) and way.slabs and way.id not in ("across", "parallel-box", "from-parts", "tied-in"):
        shapes += [shape for shape in _own_outline(room) if isinstance(shape, Polyline)]
        dashed = "; dashed, the hive’s own frame beside it"
    if way.riser_mm > 0:
        edge = room.half_mm(0.0) + value("board")
        shapes.append(
            Dimension(
                name="Riser",
                start=(-edge, lift - way.riser_mm),
                end=(-edge, lift),
                offset=(-34, 0),
                quantity=mm(way.riser_mm),
            )
        )
    return _drawing("move-way", f"{way.name}: one comb as it will hang{dashed}", shapes, _all_points(shapes))


def _drawn(slabs: tuple[Slab | Outline, ...], lift: float) -> list[Shape]:
    return [Polygon(layer=_LAYERS[s.kind], points=tuple((x, d + lift) for x, d in s.points)) for s in slabs]


def _reach(slabs: tuple[Slab | Outline, ...], lift: float) -> list[Point]:
    return [(x, d + lift) for s in slabs for x in s.x for d in s.depth] or [(-1.0, lift), (1.0, lift + 1.0)]


def _own_outline(room: Room) -> list[Shape]:
    """The hive's own frame, dashed, where it hangs beside the old one."""
    own = room.own
    if own is None or own.kind != "frame":
        return []
    half, top = own.body_width_mm / 2, room.rest_mm - own.lug_thickness_mm
    lug, under = own.top_bar_mm / 2, room.rest_mm
    outline: tuple[Point, ...] = (
        (-lug, under),
        (-lug, top),
        (lug, top),
        (lug, under),
        (half, under),
        (half, top + own.depth_mm),
        (-half, top + own.depth_mm),
        (-half, under),
        (-lug, under),
    )
    if room.on_rods:
        down = room.rest_mm + room.drop_mm
        outline = (
            (-half, down),
            (-half, down - own.depth_mm),
            (half, down - own.depth_mm),
            (half, down),
            (-half, down),
        )
    return [
        Polyline(layer="free", points=outline),
        Label(
            layer="note",
            text=text(f"dashed: {own.name}, the hive’s own"),
            x_mm=0,
            y_mm=room.rest_mm + room.drop_mm * 0.5,
        ),
    ]


def _brood(way: Way, bees: Bees, lift: float) -> list[Shape]:
    """The disc of brood: upright, or turned with a frame on end."""
    oval = bees.brood
    combs = [s for s in way.slabs if s.kind == "comb"]
    if not combs:
        return []
    top, bottom = min(s.depth[0] for s in combs), max(s.depth[1] for s in combs)
    turned = way.id.startswith("on-end") or way.id == "universal"
    share = (oval.below_mm - bees.top_mm) / max(bees.bottom_mm - bees.top_mm, 1.0)
    if turned:
        width = max(s.x[1] for s in combs) - min(s.x[0] for s in combs)
        x, y = (share - 0.5) * width, (top + bottom) / 2
        wide, high = oval.half_high_mm, oval.half_wide_mm
    else:
        x, y = 0.0, top + share * (bottom - top)
        wide, high = min(oval.half_wide_mm, way.comb_wide_mm / 2), min(oval.half_high_mm, (bottom - top) / 2)
        if way.id == "joined":
            return []
    points = tuple(
        (x + wide * cos(2 * pi * i / _OVAL_POINTS), y + lift + high * sin(2 * pi * i / _OVAL_POINTS))
        for i in range(_OVAL_POINTS)
    )
    return [Polygon(layer="comb-brood", points=points)]


def box_drawing(box: ConversionBox, bees: Bees, room: Room) -> Drawing:
    """The conversion box in section: its boxes, base, spacers and floor filler."""
    board, half, narrow = value("board"), box.wide_mm / 2, box.narrow_mm / 2
    rest = box.boxes[-1].rest_depth_mm if box.boxes else 19.05
    ledge = box.boxes[-1].rest_width_mm if box.boxes else 9.525
    shapes: list[Shape] = [rectangle("cavity", -half, -rest, half, box.drop_mm)]
    heights = [box.base_mm] if box.base_mm > 0.5 else []
    heights += [b.height_mm for b in box.boxes] or [box.drop_mm + rest]
    low = box.drop_mm
    for index, high in enumerate(heights):
        layer: Layer = "new-part" if index == 0 and box.base_mm > 0.5 else "timber"
        top = low - high
        for way in (-1, 1):
            inner = half + (ledge if top < -1 else 0.0)
            x = sorted((way * half, way * (half + board)))
            if top < -1:
                shapes.append(rectangle(layer, x[0], 0.0, x[1], low))
                upper = sorted((way * inner, way * (half + board)))
                shapes.append(rectangle(layer, upper[0], top, upper[1], 0.0))
            else:
                shapes.append(rectangle(layer, x[0], top, x[1], low))
        low = top
    shapes.append(rectangle("timber", -half - board, box.drop_mm, half + board, box.drop_mm + board))
    shapes += _narrow_side(box, room)
    if box.spacer_mm >= 0.5:
        for left, right in ((-half, -narrow), (narrow, half)):
            shapes.append(rectangle("new-part", left, 9.0, right, box.drop_mm))
            off = -ledge if left < 0 else ledge
            shapes.append(rectangle("end-grain", left + off, 0.0, right + off, 9.0))
    if box.filler_high_mm > 0.5:
        shapes.append(
            Polyline(
                layer="limit",
                points=((-half, box.drop_mm - box.filler_high_mm), (half, box.drop_mm - box.filler_high_mm)),
            )
        )
        shapes.append(
            Label(
                layer="note",
                text=text("top of the floor filler, under the shallower frames"),
                x_mm=0,
                y_mm=box.drop_mm - box.filler_high_mm + 14,
            )
        )
    shapes += [
        Dimension(
            name="Box, inside", start=(-half, -rest), end=(half, -rest), offset=(0, -30), quantity=mm(box.wide_mm)
        ),
        Dimension(
            name="Rest to floor",
            start=(half + board, 0),
            end=(half + board, box.drop_mm),
            offset=(36, 0),
            quantity=mm(box.drop_mm),
        ),
        Dimension(
            name="Between spacers",
            start=(-narrow, box.drop_mm * 0.28),
            end=(narrow, box.drop_mm * 0.28),
            quantity=mm(box.narrow_mm),
        ),
    ]
    if box.spacer_mm >= 0.5:
        shapes.append(
            Dimension(
                name="Spacer",
                start=(-half, box.drop_mm),
                end=(-narrow, box.drop_mm),
                offset=(0, 48),
                quantity=mm(box.spacer_mm),
            )
        )
    if box.base_mm > 0.5:
        shapes.append(
            Dimension(
                name="Base, net",
                start=(-half - board, box.drop_mm - box.base_mm),
                end=(-half - board, box.drop_mm),
                offset=(-30, 0),
                quantity=mm(box.base_mm),
            )
        )
    if box.filler_high_mm > 0.5:
        shapes.append(
            Dimension(
                name="Filler",
                start=(-half - board, box.drop_mm - box.filler_high_mm),
                end=(-half - board, box.drop_mm),
                offset=(-72, 0),
                quantity=mm(box.filler_high_mm),
            )
        )
    return _drawing("move-box", "The conversion box in section, at the spacers", shapes, _all_points(shapes))


def _narrow_side(box: ConversionBox, room: Room) -> list[Shape]:
    """The hive's own frame between the spacers."""
    own = room.own
    if own is None or own.kind != "frame" or not box.old_is_wide:
        return []
    return _drawn(upright(own, -own.lug_thickness_mm), 0.0)


def box_plan_drawing(box: ConversionBox, bees: Bees, room: Room) -> Drawing:
    """The conversion box from above: spacers in the new frames' half, combs, excluder, entrances."""
    board, half, along = value("board"), box.wide_mm / 2, box.whole_mm
    middle = along / 2
    shapes: list[Shape] = [
        rectangle("timber", -board, -half - board, along + board, half + board),
        rectangle("cavity", 0, -half, along, half),
    ]
    near, far = (box.narrow_mm, box.wide_mm) if box.old_is_wide else (box.wide_mm, box.narrow_mm)
    play = value("spacer_play")
    if box.spacer_mm >= 0.5:
        start, end = (play, middle - play) if box.old_is_wide else (middle + play, along - play)
        for low, high in ((-half, -box.narrow_mm / 2), (box.narrow_mm / 2, half)):
            shapes.append(rectangle("new-part", start, low, end, high))
        shapes.append(
            Dimension(
                name="Spacer, long",
                start=(start, half + board),
                end=(end, half + board),
                offset=(0, 26),
                quantity=mm(end - start),
            )
        )
    halves: tuple[tuple[float, int, float, float, Layer], ...] = (
        (0.0, int(middle // room.spacing_mm), room.spacing_mm, near, "comb-empty"),
        (middle + 10.0, min(int((middle - 10.0) // bees.spacing_mm), bees.count), bees.spacing_mm, far, "comb-brood"),
    )
    for first, number, spacing, wide, layer in halves:
        shapes += [
            rectangle(layer, first + i * spacing + 3, -wide / 2 + 10, first + (i + 1) * spacing - 3, wide / 2 - 10)
            for i in range(number)
        ]
    shapes.append(rectangle("excluder", middle, -half, middle + 10.0, half))
    for at in hole_places_mm(box):
        shapes.append(rectangle("entrance-open", at - 19, half, at + 19, half + board))
    shapes += [
        Label(layer="note", text=text("new"), x_mm=middle / 2, y_mm=-half - board - 14),
        Label(layer="note", text=text("old"), x_mm=middle * 1.5, y_mm=-half - board - 14),
        Dimension(
            name="Section", start=(0, -half - board), end=(along, -half - board), offset=(0, -40), quantity=mm(along)
        ),
        Dimension(
            name="Inside, wide",
            start=(along + board, -half),
            end=(along + board, half),
            offset=(30, 0),
            quantity=mm(box.wide_mm),
        ),
    ]
    return _drawing("move-plan", "The conversion box from above", shapes, _all_points(shapes))


def _all_points(shapes: list[Shape]) -> list[Point]:
    points: list[Point] = []
    for shape in shapes:
        if isinstance(shape, Polygon | Polyline):
            points += shape.points
        elif isinstance(shape, Dimension):
            points += [
                (shape.start[0] + shape.offset[0], shape.start[1] + shape.offset[1]),
                (shape.end[0] + shape.offset[0], shape.end[1] + shape.offset[1]),
            ]
    return points


def _drawing(name: str, title: str, shapes: list[Shape], points: list[Point]) -> Drawing:
    return Drawing(
        name=name,
        title=title,
        extent=Box(
            left_mm=min(x for x, _ in points) - _PAD / 2,
            top_mm=min(y for _, y in points) - 34,
            right_mm=max(x for x, _ in points) + _PAD / 2,
            bottom_mm=max(y for _, y in points) + 34,
        ),
        shapes=tuple(shapes),
    )
