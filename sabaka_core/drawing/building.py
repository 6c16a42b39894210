"""Building, drawn: the hive in axonometric view, pulled apart; the cut plan as boards; each part with its sizes."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from math import cos, radians, sin

from sabaka_core.base.quantity import mm, text
from sabaka_core.kit.dimension import Dimension, Point
from sabaka_core.kit.drawing import Box, Circle, Drawing, Label, LayerName, Polygon, Shape, rectangle
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutBoard, CutPlan
from sabaka_core.woodwork.sheets import SHEET_MM, SheetCut
from sabaka_core.woodwork.solids import Prism, bounds, moved

# A military view: turned a third, lengths along the axes kept in proportion.
_TURN, _RISE = radians(28), radians(26)
_LAYERS: dict[str, LayerName] = {"Box": "timber", "Bars and frames": "bar", "Run": "follower", "Roof": "end-grain"}


def project(x: float, y: float, z: float) -> Point:
    """A place of the hive on the sheet: x to the right, y backward, z up (negative on the sheet)."""
    return x * cos(_TURN) - y * cos(_RISE), -z + x * sin(_TURN) * 0.55 + y * sin(_RISE) * 0.55


def exploded_drawing(parts: Sequence[Part], apart: float = 1.0) -> Drawing:
    """Every placed part, moved apart from the middle by its group; ``item`` is the part's number in the list.

    Args:
        apart: 0 draws the hive put together, 1 pulled apart.
    """
    placed = [(index, prism) for index, part in enumerate(parts) for copy in part.places for prism in copy]
    if not placed:
        return Drawing(
            name="build-exploded",
            title="Nothing to show",
            extent=Box(left_mm=0, top_mm=0, right_mm=100, bottom_mm=100),
            shapes=(),
        )
    everything = bounds([prism for _, prism in placed])
    middle = tuple((low + high) / 2 for low, high in everything)
    size = max(high - low for low, high in everything)
    faces: list[tuple[float, Polygon]] = []
    for index, prism in placed:
        part = parts[index]
        shift = _shift(part, prism, middle, size * 0.28 * apart)
        faces += _faces(moved(prism, *shift), _LAYERS.get(part.group, "timber"), index)
    faces.sort(key=lambda face: face[0])
    shapes = tuple(polygon for _, polygon in faces)
    xs = [x for s in shapes for x, _ in s.points]
    ys = [y for s in shapes for _, y in s.points]
    return Drawing(
        name="build-exploded",
        title="The hive pulled apart" if apart else "The hive put together",
        extent=Box(left_mm=min(xs) - 30, top_mm=min(ys) - 30, right_mm=max(xs) + 30, bottom_mm=max(ys) + 30),
        shapes=shapes,
    )


def _shift(part: Part, prism: Prism, middle: tuple[float, ...], by: float) -> tuple[float, float, float]:
    (x0, x1), (y0, y1), _ = prism.box
    if part.group == "Bars and frames":
        return 0.0, 0.0, by * 2.1
    if part.group == "Run":
        return 0.0, 0.0, by * 1.3
    if part.group == "Roof":
        return 0.0, 0.0, by * 3.0
    if part.group == "Supers":
        return 0.0, 0.0, by * 2.5
    if part.group == "Stand":
        return 0.0, 0.0, -by * 1.5
    if "floor" in part.name.lower():
        return 0.0, 0.0, -by
    if "End" in part.name:
        return (-by if (x0 + x1) / 2 < middle[0] else by), 0.0, 0.0
    if "Side" in part.name:
        return 0.0, (-by if (y0 + y1) / 2 < middle[1] else by), 0.0
    return 0.0, 0.0, by


def _faces(prism: Prism, layer: LayerName, item: int) -> list[tuple[float, Polygon]]:
    """The three kinds of face that can be seen: the far end, the top and the front, farthest first."""
    (x0, x1), ring = prism.x, prism.profile
    found: list[tuple[float, Polygon]] = []

    def add(points: list[tuple[float, float, float]]) -> None:
        flat = tuple(project(*p) for p in points)
        if _turns_to_us(flat):
            depth = sum(p[0] * sin(_TURN) + p[1] * cos(_TURN) * 0.8 + p[2] * 0.9 for p in points) / len(points)
            found.append((depth, Polygon(layer=layer, points=flat, item=item)))

    add([(x1, y, z) for y, z in ring])
    add([(x0, y, z) for y, z in reversed(ring)])
    for i in range(len(ring)):
        (y1, z1), (y2, z2) = ring[i], ring[(i + 1) % len(ring)]
        add([(x0, y1, z1), (x0, y2, z2), (x1, y2, z2), (x1, y1, z1)])
    return found


def _turns_to_us(points: tuple[Point, ...]) -> bool:
    pairs = zip(points, (*points[1:], points[0]), strict=True)
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in pairs) > 1e-6


# Between two boards on the drawing, the saw’s cut there, and from what length on a piece bears its number [mm].
_BETWEEN_MM, _CUT_MM, _NAMED_MM = 118.0, 3.2, 160.0


def boards_drawing(
    plan: CutPlan, numbers: dict[str, int], boards: slice = slice(None), sheets: slice = slice(None)
) -> Drawing:
    """The cut plan: each board to scale with its pieces, boards to buy and boards on hand told apart.

    Args:
        plan: the plan.
        numbers: each part's number, from 0.
        boards, sheets: which of them, all unless a page holds only some.
    """
    shapes: list[Shape] = []
    y, long = 0.0, max((b.source.length_mm for b in plan.boards), default=1000.0)
    for number, board in list(enumerate(plan.boards))[boards]:
        shapes += _board(number, board, numbers, y)
        y += board.source.width_mm + _BETWEEN_MM
    for number, sheet in list(enumerate(plan.sheets))[sheets]:
        shapes += _panel(number, sheet, numbers, y)
        y += SHEET_MM[1] + _BETWEEN_MM
        long = max(long, SHEET_MM[0])
    return Drawing(
        name="build-boards",
        title="The cut plan",
        extent=Box(left_mm=-20, top_mm=-100, right_mm=long + 20, bottom_mm=max(y, 100)),
        shapes=tuple(shapes),
    )


def _board(number: int, board: CutBoard, numbers: dict[str, int], y: float) -> Iterator[Shape]:
    """A board with the pieces that come out of it, lane by lane."""
    source = board.source
    own = "on hand" if source.own else "to buy"
    resawn = f", resawn into {board.layers}" if board.layers > 1 else ""
    order = f", {'ripped' if board.first == 'rip' else 'crosscut'} first"
    words = f"{number + 1}: {source.label}, {own}{resawn}{order}: {{l}} × {{w}} × {{t}}"
    said = text(words, l=mm(source.length_mm), w=mm(source.width_mm), t=mm(source.thickness_mm))
    yield Label(layer="note", text=said, x_mm=0, y_mm=y - 40, anchor="start")
    yield rectangle("gap", 0, y, source.length_mm, y + source.width_mm)
    across = max(source.width_mm / max(-(-board.lanes // board.layers), 1), 1.0)
    for piece in board.pieces:
        top = y + piece.lane // board.layers * (piece.wide_mm + _CUT_MM)
        foot, end = top + min(piece.wide_mm, across + _CUT_MM), piece.at_mm + piece.long_mm
        index = numbers.get(piece.part)
        yield rectangle("timber", piece.at_mm, top, end, foot, index)
        if piece.long_mm > _NAMED_MM:
            yield from _name(index, (piece.at_mm + end) / 2, top + min(piece.wide_mm, source.width_mm) / 2)


def _panel(number: int, sheet: SheetCut, numbers: dict[str, int], y: float) -> Iterator[Shape]:
    """A sheet with the panels that come out of it."""
    words = f"Sheet {number + 1}: {sheet.material}, {{t}}, cut straight through"
    yield Label(layer="note", text=text(words, t=mm(sheet.thick_mm)), x_mm=0, y_mm=y - 48, anchor="start")
    yield rectangle("gap", 0, y, SHEET_MM[0], y + SHEET_MM[1])
    for on in sheet.placed:
        index = numbers.get(on.part)
        yield rectangle("bar", on.x, y + on.y, on.x + on.wide, y + on.y + on.high, index)
        if on.wide > _NAMED_MM and on.high > 60:
            yield from _name(index, on.x + on.wide / 2, y + on.y + on.high / 2)


def _name(index: int | None, x: float, y: float) -> Iterator[Shape]:
    """The number of a part, in the middle of it."""
    if index is not None:
        yield Label(layer="note", text=text(f"{index + 1}"), x_mm=x, y_mm=y + 10)


def part_drawing(part: Part) -> Drawing:
    """One part flat on the sheet with its sizes, its shape where it isn't a rectangle, its holes."""
    long, wide = part.long_mm, part.wide_mm
    shapes: list[Shape] = []
    if part.profile:
        low = min(z for _, z in part.profile)
        shapes.append(Polygon(layer="timber", points=tuple((y + long / 2, wide - (z - low)) for y, z in part.profile)))
    else:
        shapes.append(rectangle("timber", 0, 0, long, wide))
    for hole in part.holes:
        at = (hole.x_mm, wide - hole.up_outside_mm)
        if hole.round:
            shapes.append(Circle(layer="entrance-open", x_mm=at[0], y_mm=at[1], radius_mm=hole.wide_mm / 2))
        else:
            shapes.append(
                rectangle(
                    "entrance-open",
                    at[0] - hole.wide_mm / 2,
                    at[1] - hole.high_mm / 2,
                    at[0] + hole.wide_mm / 2,
                    at[1] + hole.high_mm / 2,
                )
            )
    pad = max(long, wide) * 0.09 + 20
    shapes += [
        Dimension(name="Long", start=(0, 0), end=(long, 0), offset=(0, -pad * 0.6), quantity=mm(long)),
        Dimension(name="Wide", start=(long, 0), end=(long, wide), offset=(pad * 0.6, 0), quantity=mm(wide)),
    ]
    return Drawing(
        name="build-parts",
        title=part.name,
        extent=Box(left_mm=-pad, top_mm=-pad * 1.4, right_mm=long + pad * 1.6, bottom_mm=wide + pad),
        shapes=tuple(shapes),
    )
