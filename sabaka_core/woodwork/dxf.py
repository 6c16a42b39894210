"""Parts flat as DXF drawings: outlines, what goes through, what is cut in at its depth, on layers named for it."""

from __future__ import annotations

import io
from collections.abc import Sequence

import ezdxf
from ezdxf import bbox, options, units  # type: ignore[attr-defined]
from ezdxf.document import Drawing
from ezdxf.layouts.layout import Modelspace

from sabaka_core.base.quantity import plain
from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.woodwork.laid import Laid, Ring, laid
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part

_GAP_MM, _TEXT_MM, _BELOW_MM = 60.0, 10.0, 18.0
_LAYERS = (("OUTLINE", 7), ("THROUGH", 1), ("REBATE", 3), ("BEVEL", 5), ("TEXT", 8))
_POCKET_COLOUR = 4
# No date and no name made up anew: the same design writes the same bytes.
options.write_fixed_meta_data_for_testing = True


def parts_dxf(parts: Sequence[Part]) -> str:
    """Every sawn part flat in one DXF drawing, in millimetres, seen from its outer face, one under the other.

    Layers: OUTLINE; THROUGH for round holes and openings; POCKET_OUTSIDE_d and POCKET_INSIDE_d for what is cut d deep
    into a face; REBATE for a rebate's edge; BEVEL for long edges that are bevelled; TEXT.

    Source: written through a DXF library, R2010.
    """
    drawing = _new()
    space, top = drawing.modelspace(), 0.0
    for number, part in enumerate(parts, 1):
        if part.group != "Bought":
            top -= _put(drawing, space, part, number, top)
    return _written(drawing)


def part_dxf(part: Part, number: int) -> str:
    """One part alone, its lower left corner at nought."""
    drawing = _new()
    lies = laid(part)
    _put(drawing, drawing.modelspace(), part, number, lies.size[1] if lies is not None else part.wide_mm)
    return _written(drawing)


def _new() -> Drawing:
    drawing = ezdxf.new("R2010", setup=False, units=units.MM)  # type: ignore[attr-defined]
    for name, colour in _LAYERS:
        drawing.layers.add(name, color=colour)
    return drawing


def _written(drawing: Drawing) -> str:
    """A drawing with its extents said, as text."""
    box = bbox.extents(drawing.modelspace(), fast=True)
    if box.has_data:
        drawing.header["$EXTMIN"], drawing.header["$EXTMAX"] = tuple(box.extmin), tuple(box.extmax)
        drawing.modelspace().reset_extents(tuple(box.extmin), tuple(box.extmax))
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue()


def _put(drawing: Drawing, space: Modelspace, part: Part, number: int, top: float) -> float:
    """Puts a part with its upper edge at a height; returns how much room it took."""
    lies = laid(part)
    long, wide = (lies.size[0], lies.size[1]) if lies is not None else (part.long_mm, part.wide_mm)
    low = top - wide
    if lies is None:
        _ring(space, ((0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide)), low, "OUTLINE")
    else:
        _laid(drawing, space, lies, low)
    if part.rebate is not None:
        edge = top - part.rebate.deep_mm
        space.add_line((0, edge), (long, edge), dxfattribs={"layer": "REBATE"})
    if part.bevel_deg > UNSEEN_DEG and not part.profile:
        for edge in (low, top):
            space.add_line((0, edge), (long, edge), dxfattribs={"layer": "BEVEL"})
    said = "; ".join(plain(mark) for mark in marks_of(part))
    words = (
        f"{number}: {part.count} × {part.name}, {part.material}, "
        f"{part.long_mm:.1f} × {part.wide_mm:.1f} × {part.thick_mm:.1f}",
        said,
    )
    for line, each in enumerate(filter(None, words)):
        text = space.add_text(each, height=_TEXT_MM, dxfattribs={"layer": "TEXT"})
        text.set_placement((0, low - _BELOW_MM * (line + 1)))
    return wide + _GAP_MM


def _laid(drawing: Drawing, space: Modelspace, lies: Laid, low: float) -> None:
    for ring in lies.outline:
        _ring(space, ring, low, "OUTLINE")
    for ring in lies.through:
        _ring(space, ring, low, "THROUGH")
    for bore in lies.bores:
        space.add_circle((bore.x_mm, low + bore.y_mm), bore.wide_mm / 2, dxfattribs={"layer": "THROUGH"})
    for pocket in lies.pockets:
        layer = f"POCKET_{'OUTSIDE' if pocket.outside else 'INSIDE'}_{pocket.deep_mm:g}"
        if layer not in drawing.layers:
            drawing.layers.add(layer, color=_POCKET_COLOUR)
        _ring(space, pocket.ring, low, layer)


def _ring(space: Modelspace, ring: Ring, low: float, layer: str) -> None:
    points = [(round(x, 6), round(y + low, 6)) for x, y in ring]
    space.add_lwpolyline(points, close=True, dxfattribs={"layer": layer})
