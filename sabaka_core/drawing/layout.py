"""How the chambers of a hive stand together: from above and from the side, to scale."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.hive import Passage
from sabaka_core.drawing.entrances import cut_through, face_on, pierced, thing_in
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Box, Drawing, Label, LayerName, Polyline, Shape, rectangle

ROOF_MM = 40.0
# What is said of a stack between others stands so far under it.
_UNDER_MM = 34.0


def above_drawing(hive: Whole) -> Drawing:
    """The hive from above with its roof off: chambers, their combs, and the passages between them."""
    shapes: list[Shape] = []
    for block in hive.boxes:
        if not block.is_super and not _covered(block, hive):
            shapes += _box_from_above(hive, block)
    shapes += [s for passage in hive.hive.passages for s in _passage_from_above(hive, passage)]
    left, right, near, far = plan_extent(hive)
    shapes += [
        Dimension(
            name="Outside length", start=(left, far), end=(right, far), offset=(0, 60), quantity=mm(right - left)
        ),
        Dimension(name="Outside width", start=(right, near), end=(right, far), offset=(60, 0), quantity=mm(far - near)),
    ]
    return Drawing(
        name="above",
        title="The whole hive from above, roof off",
        extent=Box(left_mm=left - 60, top_mm=near - 60, right_mm=right + 130, bottom_mm=far + 120),
        shapes=tuple(shapes),
    )


def _covered(block: BoxPlace, hive: Whole) -> bool:
    """Whether another chamber stands on this one."""
    return any(
        not other.is_super
        and other is not block
        and other.z[0] >= block.z[1] - 60
        and other.x[0] < block.x[1] - 1
        and block.x[0] < other.x[1] - 1
        and other.y[0] < block.y[1] - 1
        and block.y[0] < other.y[1] - 1
        for other in hive.boxes
    )


def _box_from_above(hive: Whole, block: BoxPlace) -> list[Shape]:
    a = hive.chambers[block.chamber]
    (x0, x1), (y0, y1) = block.x, block.y
    across = a.chamber.axis == "standing" or a.chamber.combs == "across"
    along_wall, side_wall = (a.end_mm, a.side_mm) if across else (a.side_mm, a.end_mm)
    shapes: list[Shape] = [
        rectangle("timber", x0, y0, x1, y1),
        rectangle("cavity", x0 + along_wall, y0 + side_wall, x1 - along_wall, y1 - side_wall),
    ]
    start = x0 + along_wall if across else y0 + side_wall
    low, high = (y0 + side_wall, y1 - side_wall) if across else (x0 + along_wall, x1 - along_wall)
    for placed in a.layout.placed:
        if placed.item.kind == "gap":
            continue
        layer: LayerName = (
            "follower" if placed.item.kind == "follower" else "bar" if placed.item.kind == "comb" else "timber"
        )
        inset = 1.5 if placed.item.kind == "comb" else 0.0
        p, q = start + placed.start_mm + inset, start + placed.end_mm - inset
        shapes.append(
            rectangle(layer, p, low + 4, q, high - 4) if across else rectangle(layer, low + 4, p, high - 4, q)
        )
    if a.title:
        shapes.append(Label(layer="note", text=text(a.title), x_mm=(x0 + x1) / 2, y_mm=(y0 + y1) / 2))
    return shapes


def _passage_from_above(hive: Whole, passage: Passage) -> list[Shape]:
    one, two = (
        next(b for b in hive.boxes if hive.hive.chambers[b.chamber].id == ident and not b.is_super)
        for ident in (passage.from_chamber, passage.to_chamber)
    )
    if abs(one.z[0] - two.z[0]) > 60:
        return []
    layer: LayerName = "excluder" if passage.excluder else "entrance-open"
    if one.x[1] <= two.x[0] + 1 or two.x[1] <= one.x[0] + 1:
        left, right = (one, two) if one.x[1] <= two.x[0] + 1 else (two, one)
        middle = (max(one.y[0], two.y[0]) + min(one.y[1], two.y[1])) / 2
        half = min((passage.width_mm or 200.0), one.y[1] - one.y[0]) / 2
        return [rectangle(layer, left.x[1] - 26, middle - half, right.x[0] + 26, middle + half)]
    left, right = (one, two) if one.y[1] <= two.y[0] + 1 else (two, one)
    middle = (max(one.x[0], two.x[0]) + min(one.x[1], two.x[1])) / 2
    half = min((passage.width_mm or 200.0), one.x[1] - one.x[0]) / 2
    return [rectangle(layer, middle - half, left.y[1] - 26, middle + half, right.y[0] + 26)]


def beside_drawing(hive: Whole) -> Drawing:
    """The hive from its side: boxes, supers, roof and stand, with the height of every stack."""
    left, right, near, far = plan_extent(hive)
    by_y = seen_from_end(hive)
    low, high = (near, far) if by_y else (left, right)
    top = max(block.z[1] for block in hive.boxes)
    stand = hive.hive.stand.height_mm if hive.hive.stand else 0.0
    shapes = [*_boxes_beside(hive, by_y), *stacks_beside(hive, by_y)]
    if hive.hive.roof is not None:
        shapes.append(rectangle("follower", low - 20, -top - ROOF_MM - 6, high + 20, -top - 6))
    if stand:
        shapes += stand_beside(stand, low, high)
    shapes.append(Polyline(layer="datum", points=((low - 90, stand), (high + 90, stand))))
    for a in hive.chambers:
        shapes += entrances_beside(hive, a, by_y)
    return Drawing(
        name="beside",
        title="The whole hive from the end" if by_y else "The whole hive from the side",
        extent=Box(left_mm=low - 110, top_mm=-top - 90, right_mm=high + 110, bottom_mm=stand + 90),
        shapes=tuple(shapes),
    )


def seen_from_end(hive: Whole) -> bool:
    """Whether the hive is seen from its end: stacks one behind the other would hide each other from the side."""
    ends = {round(s.boxes[0].x[0]) for s in hive.stacks}
    return len(hive.stacks) > 1 and len(ends) == 1


def _boxes_beside(hive: Whole, by_y: bool) -> Iterator[Shape]:
    for block in hive.boxes:
        p, q = block.y if by_y else block.x
        a = hive.chambers[block.chamber]
        yield rectangle("bar" if block.is_super else "timber", p, -block.z[1], q, -block.z[0])
        if not block.is_super:
            yield from combs_beside(hive, block, by_y)
        words = f"{block.name}" if block.is_super or a.title else ""
        if words:
            yield Label(layer="note", text=text(words), x_mm=(p + q) / 2, y_mm=-(block.z[0] + block.z[1]) / 2)


def stacks_beside(hive: Whole, by_y: bool, out_mm: float = 44.0) -> Iterator[Shape]:
    """What stands under a stack, and its height: dimensions at the outer ones, words over those between."""
    ground = min(block.z[0] for block in hive.boxes)
    for order, stack in enumerate(hive.stacks):
        p, q = stack.boxes[0].y if by_y else stack.boxes[0].x
        foot = min(box.z[0] for box in stack.boxes)
        if foot > ground + 0.5:
            yield rectangle("end-grain", p, -foot, q, -ground)
        first, last = order == 0 and len(hive.stacks) > 1, order == len(hive.stacks) - 1
        if not (first or last):
            stands = text("stands {high} high", high=mm(stack.height_mm))
            yield Label(layer="note", text=stands, x_mm=(p + q) / 2, y_mm=_UNDER_MM - foot)
            continue
        edge, off = (p, -out_mm) if first else (q, out_mm)
        yield Dimension(
            name=f"Stack {order + 1}, high",
            start=(edge, -stack.top_mm),
            end=(edge, -foot),
            offset=(off, 0),
            quantity=mm(stack.height_mm),
        )


def stand_beside(high_mm: float, low: float, high: float) -> Iterator[Shape]:
    """Legs from the hive's underside to the ground."""
    for x in (low + 40, high - 40):
        yield rectangle("timber", x - 22, 0, x + 22, high_mm)
    yield Dimension(
        name="Stand", start=(low, 0), end=(low, high_mm), offset=(-44, 0), quantity=mm(high_mm), path="/stand/height_mm"
    )


def entrances_beside(hive: Whole, a: Analysis, by_y: bool) -> Iterator[Shape]:
    """Entrances of a chamber, through the walls that are cut or seen on the face."""
    block = next(b for b in hive.boxes if b.chamber == a.box and not b.is_super)
    p, q = block.y if by_y else block.x
    for placed in pierced(a):
        thing = thing_in(placed)
        width = thing.size_mm[0]
        base = -block.z[0] - a.floor_board_mm - thing.height_mm
        if thing.wall.endswith("-end") != by_y:
            # Through the wall at the view's left or right: a channel.
            left = p if thing.wall in ("near-end", "left") else q - a.end_mm
            yield from cut_through(placed, left, a.end_mm, base, -1 if left == p else 1)
            continue
        at = min(max(p + a.end_mm + placed.middle_mm, p + width / 2), q - width / 2)
        yield from face_on(placed, at, base)


def combs_beside(hive: Whole, block: BoxPlace, by_y: bool) -> list[Shape]:
    """Combs of a chamber seen edge on, where the run lies along the view."""
    a = hive.chambers[block.chamber]
    across = a.chamber.combs == "across"
    if across == by_y:
        return []
    start = (block.y[0] if by_y else block.x[0]) + a.end_mm
    floor = -block.z[0] - a.floor_board_mm
    rim = floor - a.section.height_mm
    shapes: list[Shape] = [rectangle("cavity", start, rim, start + a.run_mm, floor)]
    if a.litter_mm:
        shapes.append(rectangle("litter", start, floor - a.litter_mm, start + a.run_mm, floor))
    for placed in a.layout.combs:
        hung = a.hung(placed)
        p, q = start + placed.start_mm + 4, start + placed.end_mm - 4
        if hung.bottom_mm > hung.top_mm:
            shapes.append(rectangle("predicted", p, rim + max(hung.top_mm, 0.0), q, rim + hung.bottom_mm))
    for board in (a.layout.near, a.layout.far):
        if board is not None:
            shapes.append(rectangle("follower", start + board.start_mm, rim, start + board.end_mm, floor - 8))
    return shapes


def plan_extent(hive: Whole) -> tuple[float, float, float, float]:
    """What the hive takes up from above: left, right, near, far [mm]."""
    return (
        min(b.x[0] for b in hive.boxes),
        max(b.x[1] for b in hive.boxes),
        min(b.y[0] for b in hive.boxes),
        max(b.y[1] for b in hive.boxes),
    )
