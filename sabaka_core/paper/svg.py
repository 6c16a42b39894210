"""A thin renderer: a drawing to an SVG file, 1 mm to 1 mm. It puts lines, fills and words as the table has them."""

from __future__ import annotations

from xml.etree import ElementTree as Tree

from sabaka_core.base.quantity import plain, plain_quantity
from sabaka_core.kit.dimension import AngleMark, Dimension, Stroke, Vertex
from sabaka_core.kit.drawing import Circle, Drawing, Label, Polygon, Polyline, Shape, Strokes
from sabaka_core.kit.looks import Hatch, colours, hatches, looks, words

# What is for one unit of reading only: a file is read in millimetres.
_UNREAD = "rule-in"
_NUMBER = "note"
# A letter is so wide, as a part of its height.
_LETTER = 0.6


def to_svg(drawing: Drawing) -> str:
    """An SVG document in millimetres, its layers filled and hatched as on the screen by day.

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
            "font-family": "Archivo, sans-serif",
        },
    )
    Tree.SubElement(root, "title").text = drawing.title
    used = {looks()[shape.layer].hatch for shape in drawing.shapes if isinstance(shape, Polygon | Circle)} - {""}
    defs = Tree.SubElement(root, "defs")
    for name in sorted(used):
        _pattern(defs, name, hatches()[name])
    for shape in drawing.shapes:
        if getattr(shape, "layer", "") != _UNREAD:
            _shape(root, shape)
    return '<?xml version="1.0" encoding="UTF-8"?>\n' + Tree.tostring(root, encoding="unicode") + "\n"


def _shape(root: Tree.Element, shape: Shape) -> None:
    match shape:
        case Polygon():
            Tree.SubElement(root, "polygon", {"points": _points(shape.points), **_look(shape.layer)})
        case Polyline():
            Tree.SubElement(root, "polyline", {"points": _points(shape.points), **_look(shape.layer, filled=False)})
        case Strokes():
            way = "".join(f"M{_points((start,))}L{_points((end,))}" for start, end in shape.lines)
            Tree.SubElement(root, "path", {"d": way, **_look(shape.layer, filled=False)})
            for label in shape.labels:
                _shape(root, label)
        case Circle():
            at = {"cx": _n(shape.x_mm), "cy": _n(shape.y_mm), "r": _n(shape.radius_mm)}
            Tree.SubElement(root, "circle", at | _look(shape.layer))
        case Label():
            _words(root, (shape.x_mm, shape.y_mm), plain(shape.text), shape.anchor, shape.layer)
        case Dimension() | AngleMark():
            for stroke in shape.strokes:
                _stroke(root, stroke)
            upright = shape.upright_mm if isinstance(shape, Dimension) else 0.0
            _words(root, _placed(shape.middle), plain_quantity(shape.quantity), "middle", _NUMBER, upright)


def _stroke(root: Tree.Element, stroke: Stroke) -> None:
    points = tuple(_placed(vertex) for vertex in stroke.points)
    Tree.SubElement(root, "polyline", {"points": _points(points), **_look(stroke.layer, filled=False)})


def _placed(vertex: Vertex) -> tuple[float, float]:
    """A place in the file: what is a pixel on the screen is a millimetre here."""
    x, y, right, down = vertex
    return x + right, y + down


def _look(layer: str, filled: bool = True) -> dict[str, str]:
    look = looks()[layer]
    fill = f"url(#{look.hatch})" if look.hatch else _colour(look.fill)
    found = {
        "class": layer,
        "fill": fill if filled else "none",
        "stroke": _colour(look.stroke),
        "stroke-width": _n(look.width),
        "stroke-linejoin": "round",
    }
    if look.dash:
        found["stroke-dasharray"] = " ".join(map(_n, look.dash))
    return found if look.opacity == 1.0 else {**found, "opacity": _n(look.opacity)}


def _colour(name: str) -> str:
    return colours()[name].day if name else "none"


def _pattern(defs: Tree.Element, name: str, hatch: Hatch) -> None:
    wide, high = map(_n, hatch.size)
    about = {"id": name, "width": wide, "height": high, "patternUnits": "userSpaceOnUse"}
    if hatch.turn_deg:
        about["patternTransform"] = f"rotate({_n(hatch.turn_deg)})"
    tile = Tree.SubElement(defs, "pattern", about)
    if hatch.ground:
        Tree.SubElement(tile, "rect", {"width": wide, "height": high, "fill": _colour(hatch.ground)})
    if hatch.tint:
        fill = {"fill": _colour(hatch.tint.colour), "opacity": _n(hatch.tint.opacity)}
        Tree.SubElement(tile, "rect", {"width": wide, "height": high, **fill})
    for path in hatch.paths:
        stroke = {"stroke": _colour(path.colour), "stroke-width": _n(path.width), "opacity": _n(path.opacity)}
        Tree.SubElement(tile, "path", {"d": path.d, "fill": "none", **stroke})
    for dot in hatch.dots:
        at = {"cx": _n(dot.x), "cy": _n(dot.y), "r": _n(dot.r)}
        Tree.SubElement(tile, "circle", {**at, "fill": _colour(dot.colour)})


def _words(
    root: Tree.Element, at: tuple[float, float], said: str, anchor: str, layer: str, upright_mm: float = 0.0
) -> None:
    """Words at a place, along an upright line where that is long enough for them."""
    look = words()[layer]
    about = {
        "class": layer,
        "x": _n(at[0]),
        "y": _n(at[1]),
        "text-anchor": anchor,
        "dominant-baseline": "middle",
        "font-size": _n(look.size),
        "fill": _colour(look.colour),
    }
    if look.halo:
        about |= {"stroke": _colour("paper"), "stroke-width": _n(look.halo), "paint-order": "stroke"}
    if upright_mm > _LETTER * look.size * len(said):
        about["transform"] = f"rotate(-90 {_n(at[0])} {_n(at[1])})"
    Tree.SubElement(root, "text", about).text = said


def _points(points: tuple[tuple[float, float], ...]) -> str:
    return " ".join(f"{_n(x)},{_n(y)}" for x, y in points)


def _n(value: float) -> str:
    """A number without needless digits."""
    return f"{value:.3f}".rstrip("0").rstrip(".")
