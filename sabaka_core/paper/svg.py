"""A thin renderer: a drawing to an SVG file, 1 mm to 1 mm. Looks live here, geometry doesn't."""

from __future__ import annotations

from math import atan2, cos, degrees, hypot, pi, radians, sin
from xml.etree import ElementTree as Tree

from sabaka_core.base.quantity import plain, plain_quantity
from sabaka_core.kit.drawing import AngleMark, Circle, Dimension, Drawing, Label, Polygon, Polyline, Strokes

_STYLE = """
text { font-family: Archivo, sans-serif; font-size: 12px; fill: #1F2621; }
.fill { stroke: #1F2621; stroke-width: 1; stroke-linejoin: round; }
.timber, .bar, .follower { fill: #DDBF92; } .end-grain { fill: #C59F6B; } .cavity { fill: none; }
.predicted, .comb-honey { fill: #E9D8AE; } .comb-brood { fill: #C9A878; } .comb-pollen { fill: #D8C98E; }
.comb-nectar { fill: #F2E8CB; } .comb-empty { fill: #FAF7F0; } .litter { fill: #CFC7B6; }
.gap { fill: #ECE7DB; } .heat-1 { fill: #F4EFE2; } .heat-2 { fill: #EBD9B5; } .heat-3 { fill: #DFB98A; }
.heat-4 { fill: #CF8F66; } .heat-5 { fill: #B23A2A; } .new-part { fill: #AFC6D3; } .lost { fill: #EBCDC6; }
.follower { fill: #1F2621; } .feeder, .excluder { fill: #B9C3C8; }
.limit { fill: none; stroke-dasharray: 2 3; } .free { fill: none; stroke: #B23A2A; stroke-dasharray: 5 3; }
.entrance-open { fill: #FAF7F0; } .entrance-plugged { fill: #1F2621; }
.line { fill: none; stroke: #1F2621; stroke-width: 0.8; } .touch { stroke: #B23A2A; stroke-width: 4; }
.band-1, .band-2, .band-3 { fill: #ECE7DB; stroke: none; }
.curve-unused { stroke-dasharray: 4 3; } .curve-clearance { stroke: #24648A; }
.dimension { stroke: #646B61; stroke-width: 0.8; fill: none; }
.value { font-size: 22px; } .note, .minor { fill: #646B61; }
.rule-in { display: none; }
"""


def to_svg(drawing: Drawing) -> str:
    """An SVG document in millimetres, with one class for each layer.

    Source: SVG 1.1; written through the standard library's XML writer.
    """
    box = drawing.extent
    wide, high = box.right_mm - box.left_mm, box.bottom_mm - box.top_mm
    root = Tree.Element(
        "svg",
        {
            "xmlns": "http://www.w3.org/2000/svg",
            "width": f"{_n(wide)}mm",
            "height": f"{_n(high)}mm",
            "viewBox": f"{_n(box.left_mm)} {_n(box.top_mm)} {_n(wide)} {_n(high)}",
        },
    )
    Tree.SubElement(root, "title").text = drawing.title
    Tree.SubElement(root, "style").text = _STYLE
    for shape in drawing.shapes:
        if isinstance(shape, Polygon):
            Tree.SubElement(root, "polygon", {"class": f"fill {shape.layer}", "points": _points(shape.points)})
        elif isinstance(shape, Polyline):
            Tree.SubElement(root, "polyline", {"class": f"line {shape.layer}", "points": _points(shape.points)})
        elif isinstance(shape, Strokes):
            way = " ".join(f"M{_points((start,))}L{_points((end,))}" for start, end in shape.lines)
            Tree.SubElement(root, "path", {"class": f"line {shape.layer}", "d": way})
        elif isinstance(shape, Circle):
            Tree.SubElement(
                root,
                "circle",
                {"class": f"fill {shape.layer}", "cx": _n(shape.x_mm), "cy": _n(shape.y_mm), "r": _n(shape.radius_mm)},
            )
        elif isinstance(shape, Label):
            _text(root, shape.x_mm, shape.y_mm, plain(shape.text), shape.anchor, shape.layer)
        elif isinstance(shape, Dimension):
            _dimension(root, shape)
        else:
            _angle(root, shape)
    return '<?xml version="1.0" encoding="UTF-8"?>\n' + Tree.tostring(root, encoding="unicode") + "\n"


def _dimension(root: Tree.Element, shape: Dimension) -> None:
    (x1, y1), (x2, y2), (dx, dy) = shape.start, shape.end, shape.offset
    for x, y in (shape.start, shape.end):
        _line(root, (x, y), (x + dx, y + dy))
    _line(root, (x1 + dx, y1 + dy), (x2 + dx, y2 + dy))
    length = hypot(x2 - x1, y2 - y1) or 1.0
    ux, uy = (x2 - x1) / length, (y2 - y1) / length
    for x, y in (shape.start, shape.end):
        # The joiner's slash across the end of the line.
        _line(root, (x + dx - 4 * (ux + uy), y + dy - 4 * (uy - ux)), (x + dx + 4 * (ux + uy), y + dy + 4 * (uy - ux)))
    turn = degrees(atan2(y2 - y1, x2 - x1))
    turn = turn - 180 if turn > 90 else turn
    mx, my = (x1 + x2) / 2 + dx, (y1 + y2) / 2 + dy
    element = _text(root, mx, my - 4, plain_quantity(shape.quantity), "middle", "dimension-text")
    element.set("transform", f"rotate({_n(turn)} {_n(mx)} {_n(my)})")


def _angle(root: Tree.Element, shape: AngleMark) -> None:
    x, y, r = *shape.corner, shape.radius_mm
    ends = [(x + r * cos(-pi / 2 + radians(t)), y + r * sin(-pi / 2 + radians(t))) for t in (0, shape.turn_deg)]
    _line(root, (x, y), ends[0])
    path = (
        f"M {_n(ends[0][0])} {_n(ends[0][1])} A {_n(r)} {_n(r)} 0 0 {int(shape.turn_deg > 0)} "
        f"{_n(ends[1][0])} {_n(ends[1][1])}"
    )
    Tree.SubElement(root, "path", {"class": "dimension", "d": path})
    _text(root, x + 6, y - r - 6, plain_quantity(shape.quantity), "start", "dimension-text")


def _line(root: Tree.Element, start: tuple[float, float], end: tuple[float, float]) -> None:
    Tree.SubElement(
        root, "line", {"class": "dimension", "x1": _n(start[0]), "y1": _n(start[1]), "x2": _n(end[0]), "y2": _n(end[1])}
    )


def _text(root: Tree.Element, x: float, y: float, words: str, anchor: str, layer: str) -> Tree.Element:
    element = Tree.SubElement(
        root, "text", {"class": layer, "x": _n(x), "y": _n(y), "text-anchor": anchor, "dominant-baseline": "middle"}
    )
    element.text = words
    return element


def _points(points: tuple[tuple[float, float], ...]) -> str:
    return " ".join(f"{_n(x)},{_n(y)}" for x, y in points)


def _n(value: float) -> str:
    return f"{value:.3f}".rstrip("0").rstrip(".")
