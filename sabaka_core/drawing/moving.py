"""Moving in, drawn: old frame over the new hive's section, one comb as it will hang, the conversion box."""

from __future__ import annotations

from collections.abc import Iterator
from math import cos, pi, sin

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.combs import Frame
from sabaka_core.drawing.section import litter_drawn, walls_drawn
from sabaka_core.kit.dimension import Dimension, Point
from sabaka_core.kit.drawing import Box, Drawing, Label, LayerName, Polygon, Polyline, Shape, rectangle
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.box import ConversionBox, hole_places_mm
from sabaka_core.moving.hang import free_comb, upright
from sabaka_core.moving.room import Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import Outline, Slab, Way

_LAYERS: dict[str, LayerName] = {
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
    shapes = [*_box_walls(box), *_narrow_side(box, room), *_box_fillings(box), *_box_dimensions(box)]
    return _drawing("move-box", "The conversion box in section, at the spacers", shapes, _all_points(shapes))


def _rest_mm(box: ConversionBox) -> tuple[float, float]:
    """Depth and width of the rest in the topmost box [mm]."""
    return (
        (box.boxes[-1].rest_depth_mm, box.boxes[-1].rest_width_mm)
        if box.boxes
        else (practice("rest_depth").number, practice("rest_width").number)
    )


def _box_walls(box: ConversionBox) -> Iterator[Shape]:
    """Walls, lowest first, each narrower by the rest over the bar plane; the floor under them."""
    board, half = value("board"), box.wide_mm / 2
    rest, ledge = _rest_mm(box)
    yield rectangle("cavity", -half, -rest, half, box.drop_mm)
    based = box.base_mm > 0.5
    heights = [*([box.base_mm] if based else []), *([b.height_mm for b in box.boxes] or [box.drop_mm + rest])]
    low = box.drop_mm
    for index, high in enumerate(heights):
        layer: LayerName = "new-part" if index == 0 and based else "timber"
        top = low - high
        for way in (-1, 1):
            x = sorted((way * half, way * (half + board)))
            if top < -1:
                yield rectangle(layer, x[0], 0.0, x[1], low)
                upper = sorted((way * (half + ledge), way * (half + board)))
                yield rectangle(layer, upper[0], top, upper[1], 0.0)
            else:
                yield rectangle(layer, x[0], top, x[1], low)
        low = top
    yield rectangle("timber", -half - board, box.drop_mm, half + board, box.drop_mm + board)


def _box_fillings(box: ConversionBox) -> Iterator[Shape]:
    """Spacers with their lids, and the top of the floor filler."""
    half, narrow, (_, ledge) = box.wide_mm / 2, box.narrow_mm / 2, _rest_mm(box)
    if box.spacer_mm >= 0.5:
        for left, right in ((-half, -narrow), (narrow, half)):
            yield rectangle("new-part", left, 9.0, right, box.drop_mm)
            off = -ledge if left < 0 else ledge
            yield rectangle("end-grain", left + off, 0.0, right + off, 9.0)
    if box.filler_high_mm > 0.5:
        y = box.drop_mm - box.filler_high_mm
        yield Polyline(layer="limit", points=((-half, y), (half, y)))
        words = text("top of the floor filler, under the shallower frames")
        yield Label(layer="note", text=words, x_mm=0, y_mm=y + 14)


def _box_dimensions(box: ConversionBox) -> Iterator[Shape]:
    board, half, narrow, drop = value("board"), box.wide_mm / 2, box.narrow_mm / 2, box.drop_mm
    rest, _ = _rest_mm(box)

    def dimension(name: str, start: Point, end: Point, offset: Point, size_mm: float) -> Dimension:
        return Dimension(name=name, start=start, end=end, offset=offset, quantity=mm(size_mm))

    yield dimension("Box, inside", (-half, -rest), (half, -rest), (0, -30), box.wide_mm)
    yield dimension("Rest to floor", (half + board, 0), (half + board, drop), (36, 0), drop)
    yield dimension("Between spacers", (-narrow, drop * 0.28), (narrow, drop * 0.28), (0, 0), box.narrow_mm)
    out = -half - board
    if box.spacer_mm >= 0.5:
        yield dimension("Spacer", (-half, drop), (-narrow, drop), (0, 48), box.spacer_mm)
    if box.base_mm > 0.5:
        yield dimension("Base, net", (out, drop - box.base_mm), (out, drop), (-30, 0), box.base_mm)
    if box.filler_high_mm > 0.5:
        yield dimension("Filler", (out, drop - box.filler_high_mm), (out, drop), (-72, 0), box.filler_high_mm)


def _narrow_side(box: ConversionBox, room: Room) -> list[Shape]:
    """The hive's own frame between the spacers."""
    own = room.own
    if own is None or own.kind != "frame" or not box.old_is_wide:
        return []
    return _drawn(upright(own, -own.lug_thickness_mm), 0.0)


def box_plan_drawing(box: ConversionBox, bees: Bees, room: Room) -> Drawing:
    """The conversion box from above: spacers in the new frames' half, combs, excluder, entrances."""
    board, half, along = value("board"), box.wide_mm / 2, box.whole_mm
    shapes: list[Shape] = [
        rectangle("timber", -board, -half - board, along + board, half + board),
        rectangle("cavity", 0, -half, along, half),
    ]
    for number in range(1, box.sections):
        joint = number * box.along_mm
        shapes.append(Polyline(layer="datum", points=((joint, -half - board), (joint, half + board))))
        reach = joint + box.cladding_mm
        shapes.append(rectangle("new-part", joint - 4, half + board, reach, half + board + 12))
    for number in range(box.conversions):
        shapes += _conversion_from_above(box, bees, room, number)
    for at in hole_places_mm(box):
        shapes.append(rectangle("entrance-open", at - 19, half, at + 19, half + board))
    shapes += [
        Dimension(
            name="Sections, long" if box.sections > 1 else "Section",
            start=(0, -half - board),
            end=(along, -half - board),
            offset=(0, -40),
            quantity=mm(along),
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


def _conversion_from_above(box: ConversionBox, bees: Bees, room: Room, number: int) -> Iterator[Shape]:
    """One conversion: its spacers, the frames of both halves, the excluder between them, a board to the one before."""
    board, half = value("board"), box.wide_mm / 2
    start, thick = number * box.one_mm, value("excluder")
    middle, end = start + box.half_mm, start + box.one_mm
    near, far = (box.narrow_mm, box.wide_mm) if box.old_is_wide else (box.wide_mm, box.narrow_mm)
    play = value("spacer_play")
    if box.spacer_mm >= 0.5:
        low = (start if box.old_is_wide else middle) + play
        high = low + box.spacer_long_mm
        for side in ((-half, -box.narrow_mm / 2), (box.narrow_mm / 2, half)):
            yield rectangle("new-part", low, side[0], high, side[1])
        if number == 0:
            yield Dimension(
                name="Spacer, long",
                start=(low, half + board),
                end=(high, half + board),
                offset=(0, 26),
                quantity=mm(high - low),
            )
    room_mm = box.half_mm - thick
    halves: tuple[tuple[float, int, float, float, LayerName], ...] = (
        (start, int(box.half_mm // room.spacing_mm), room.spacing_mm, near, "comb-empty"),
        (middle + thick, min(int(room_mm // bees.spacing_mm), bees.count), bees.spacing_mm, far, "comb-brood"),
    )
    for first, combs, spacing, wide, layer in halves:
        for i in range(combs):
            left, right = first + i * spacing + 3, first + (i + 1) * spacing - 3
            yield rectangle(layer, left, -wide / 2 + 10, right, wide / 2 - 10)
    reach = box.excluder_wide_mm / 2
    yield rectangle("excluder", middle, -reach, middle + thick, reach)
    if number:
        yield rectangle("follower", start - value("follower_board"), -half, start, half)
    for words, at in (("new", (start + middle) / 2), ("old", (middle + end) / 2)):
        yield Label(layer="note", text=text(words), x_mm=at, y_mm=-half - board - 14)


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
