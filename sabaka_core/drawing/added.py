"""What is added to boxes, roof and stand, in the hive cut lengthwise: doors, hatches, vents, slides, handles, moats."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.hive import Passage, Roof, Stand
from sabaka_core.drawing.built import layer_look
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.doors import door_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.drawing import Circle, Polyline, Shape, rectangle
from sabaka_core.kit.tables import practice

Edges = tuple[float, float, float, float]
# How high over the hive what it hangs from is drawn, and how far a lid's stay reaches up [mm].
_HUNG, _STAY = 160.0, 120.0


def door_drawn(a: Analysis, inside: Edges, walls_mm: float, by_y: bool) -> Iterator[Shape]:
    """A door: through the wall where that is cut, its outline where it is seen from inside, by the room's edges."""
    door = a.chamber.door
    if door == "none":
        return
    p, up, q, low = inside
    wide, high = door_mm(a)
    middle = (up + low) / 2
    top, foot = middle - high / 2, middle + high / 2
    cut = door in (("left", "right") if by_y or a.chamber.axis == "standing" else ("near-end", "far-end"))
    if cut:
        left, right = (p - walls_mm, p) if door in ("left", "near-end") else (q, q + walls_mm)
        yield _outline(left, top, right, foot)
        yield Circle(layer="datum", x_mm=(left + right) / 2, y_mm=foot, radius_mm=walls_mm / 4)
        return
    half = min(wide, q - p) / 2
    yield _outline((p + q) / 2 - half, top, (p + q) / 2 + half, foot)


def hatches_drawn(a: Analysis, inside: Edges) -> Iterator[Shape]:
    """Clean-outs at the foot of the wall, as far apart as they are many."""
    number = a.chamber.under.clean_outs
    p, _, q, low = inside
    high, wide = practice("clean_out").span
    for at in range(number):
        middle = p + (q - p) * (at + 0.5) / number
        half = min(wide, (q - p) / number * 0.8) / 2
        yield rectangle("entrance-plugged", middle - half, low - high, middle + half, low)


def slide_drawn(way: Passage, box: Edges) -> Iterator[Shape]:
    """A slide in its way, or drawn up out of it; mesh where it lets air alone through."""
    left, top, right, low = box
    middle, half, board = (left + right) / 2, max((right - left) / 8, 2.0), practice("slide_board").number
    if way.slide == "shut":
        yield rectangle("sheet", middle - half, top, middle + half, low)
    elif way.slide == "open":
        yield rectangle("sheet", middle - half, 2 * top - low, middle + half, top)
    if way.kind == "vent":
        yield rectangle("gap", left, top, left + board, low)
        yield rectangle("gap", right - board, top, right, low)


def vents_drawn(block: BoxPlace, by_y: bool) -> Iterator[Shape]:
    """A vent box's holes: one through each wall that is cut, one in the wall behind."""
    p, q = block.y if by_y else block.x
    middle, board = -sum(block.z) / 2, practice("stack_board").number
    half = min(practice("vent_hole").number, block.height_mm * 0.8) / 2
    for left in (p, q - board):
        yield rectangle("entrance-open", left, middle - half, left + board, middle + half)
    yield Circle(layer="entrance-open", x_mm=p + board + 2 * half, y_mm=middle, radius_mm=half)


def under_roof_drawn(hive: Whole, roof: Roof, top_mm: float, by_y: bool) -> Iterator[Shape]:
    """What stands on the covers under the roof."""
    if roof.under == "nothing" or roof.under_mm <= 0:
        return
    for block in hive.tops:
        p, q = block.y if by_y else block.x
        foot = block.z[1] + top_mm
        if roof.under == "feeder":
            half = practice("feeder_jar_wide").number / 2
            middle = (p + q) / 2
            yield rectangle("feeder", middle - half, -foot - roof.under_mm, middle + half, -foot)
        else:
            yield rectangle(layer_look(roof.under_of), p, -foot - roof.under_mm, q, -foot)


def lid_drawn(
    roof: Roof, span: tuple[float, float], eaves: float, ridge: float, rim_low: float, joint: bool
) -> Iterator[Shape]:
    """A lid's vents, the strip over the joint with the next part, and its stay; heights downward."""
    p, q = span
    radius = practice("vent_hole").number / 2
    for at in range(roof.vents):
        yield Circle(
            layer="entrance-open", x_mm=p + (q - p) * (at + 0.5) / roof.vents, y_mm=eaves + radius, radius_mm=radius
        )
    if joint:
        half = practice("lid_joint").number / 2
        yield rectangle("timber", q - half, ridge - practice("lid_rim").number, q + half, ridge)
    if roof.stay:
        yield Polyline(layer="datum", points=((q, rim_low), (q + _STAY, eaves), (q, ridge)))


def stand_drawn(stand: Stand, span: tuple[float, float], top_mm: float, boxes_mm: float, by_y: bool) -> Iterator[Shape]:
    """Ropes up from the ends, cups under legs; ledge and handles half-way up the lowest boxes."""
    p, q = span
    if stand.kind == "hung":
        middle = (p + q) / 2
        yield Polyline(layer="datum", points=((p + 30, 0.0), (p + 30, -top_mm), (middle, -top_mm - _HUNG)))
        yield Polyline(layer="datum", points=((q - 30, 0.0), (q - 30, -top_mm), (middle, -top_mm - _HUNG)))
    elif stand.moats and stand.height_mm > 0:
        half = practice("moat").number / 2
        for x in (p + 40, q - 40):
            yield rectangle("sheet", x - half, stand.height_mm - half, x + half, stand.height_mm)
    board, middle = practice("ledge_board").number, -boxes_mm / 2
    if stand.ledge_mm > 0:
        if by_y:
            yield rectangle("timber", q, middle, q + stand.ledge_mm, middle + board)
        else:
            yield _outline(p, middle, q, middle + board)
    thick, strip = practice("handle_strip").span
    at_ends = stand.handles == ("sides" if by_y else "ends")
    if at_ends:
        for left in (p - thick, q):
            yield rectangle("timber", left, middle - strip, left + thick, middle)
    elif stand.handles != "none":
        half = practice("side_handle").number / 2
        yield _outline((p + q) / 2 - half, middle - strip, (p + q) / 2 + half, middle)


def _outline(left: float, top: float, right: float, bottom: float) -> Polyline:
    """What lies before or behind the cut, as its outline."""
    return Polyline(layer="reach", points=((left, top), (right, top), (right, bottom), (left, bottom), (left, top)))
