"""Building, drawn: the cut plan as boards; each part with its sizes."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import mm, text
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Box, Drawing, Label, Shape, rectangle
from sabaka_core.woodwork.along import OnBoard
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutBoard, CutPlan
from sabaka_core.woodwork.sheets import SHEET_MM, SheetCut

# Between two boards on the drawing, the saw’s cut there, and from what length on a piece bears its number [mm].
_BETWEEN_MM, _CUT_MM, _NAMED_MM = 118.0, 3.2, 160.0


def boards_drawing(
    plan: CutPlan, marks: dict[str, OnBoard], boards: slice = slice(None), sheets: slice = slice(None)
) -> Drawing:
    """The cut plan: each board to scale with its pieces, boards to buy and boards on hand told apart.

    Args:
        plan: the plan.
        marks: what stands on the pieces of each part.
        boards, sheets: which of them, all unless a page holds only some.
    """
    shapes: list[Shape] = []
    y, long = 0.0, max((b.source.length_mm for b in plan.boards), default=1000.0)
    for number, board in list(enumerate(plan.boards))[boards]:
        shapes += _board(number, board, marks, y)
        y += board.source.width_mm + _BETWEEN_MM
    for number, sheet in list(enumerate(plan.sheets))[sheets]:
        shapes += _panel(number, sheet, marks, y)
        y += SHEET_MM[1] + _BETWEEN_MM
        long = max(long, SHEET_MM[0])
    return Drawing(
        name="build-boards",
        title="The cut plan",
        extent=Box(left_mm=-20, top_mm=-100, right_mm=long + 20, bottom_mm=max(y, 100)),
        shapes=tuple(shapes),
    )


def _board(number: int, board: CutBoard, marks: dict[str, OnBoard], y: float) -> Iterator[Shape]:
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
        mark = marks[piece.part]
        yield rectangle("timber", piece.at_mm, top, end, foot, mark.item)
        if piece.long_mm > _NAMED_MM:
            yield _name(mark, (piece.at_mm + end) / 2, top + min(piece.wide_mm, source.width_mm) / 2)


def _panel(number: int, sheet: SheetCut, marks: dict[str, OnBoard], y: float) -> Iterator[Shape]:
    """A sheet with the panels that come out of it."""
    words = f"Sheet {number + 1}: {sheet.material}, {{t}}, cut straight through"
    yield Label(layer="note", text=text(words, t=mm(sheet.thick_mm)), x_mm=0, y_mm=y - 48, anchor="start")
    yield rectangle("gap", 0, y, SHEET_MM[0], y + SHEET_MM[1])
    for on in sheet.placed:
        mark = marks[on.part]
        yield rectangle("bar", on.x, y + on.y, on.x + on.wide, y + on.y + on.high, mark.item)
        if on.wide > _NAMED_MM and on.high > 60:
            yield _name(mark, on.x + on.wide / 2, y + on.y + on.high / 2)


def _name(mark: OnBoard, x: float, y: float) -> Shape:
    """What stands on a piece, in the middle of it."""
    return Label(layer="note", text=text(mark.words), x_mm=x, y_mm=y)


def plain_drawing(part: Part) -> Drawing:
    """A plain rectangle flat on the sheet with its two sizes."""
    long, wide = part.long_mm, part.wide_mm
    pad = max(long, wide) * 0.09 + 20
    shapes: tuple[Shape, ...] = (
        rectangle("timber", 0, 0, long, wide),
        Dimension(name="Long", start=(0, 0), end=(long, 0), offset=(0, -pad * 0.6), quantity=mm(long)),
        Dimension(name="Wide", start=(long, 0), end=(long, wide), offset=(pad * 0.6, 0), quantity=mm(wide)),
    )
    return Drawing(
        name="build-parts",
        title=part.name,
        extent=Box(left_mm=-pad, top_mm=-pad * 1.4, right_mm=long + pad * 1.6, bottom_mm=wide + pad),
        shapes=shapes,
    )
