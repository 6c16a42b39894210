"""Frames drawn from their parts: from the front, from the end, and from above with the neighbours.

Every dimension is taken from the pieces themselves, so that drawing and parts list can't disagree.
"""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, mm, text
from sabaka_core.combs.bars import grooved
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.frames.parts import FramePart, openings_of, parts_of
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Box, Drawing, Label, LayerName, Polygon, Polyline, Shape, rectangle
from sabaka_core.kit.tables import practice

_PAD = 78.0


def frame_front(frame: Frame, top_mm: float = 0.0) -> list[Shape]:
    """A frame's wood from the front, its top at a depth [mm]."""
    shapes: list[Shape] = []
    for part in parts_of(frame):
        for piece in part.pieces:
            layer: LayerName = "follower" if part.name == "Board" else "bar"
            shapes += [rectangle(layer, s.x[0], top_mm + s.y[0], s.x[1], top_mm + s.y[1]) for s in piece.solids]
    return [*shapes, *_braces(frame, top_mm), *_notches(frame, top_mm)]


def _braces(frame: Frame, top_mm: float) -> Iterator[Shape]:
    """Wires or rods from side bar to side bar, evenly apart."""
    fields = openings_of(frame)
    if frame.braced == "none" or not fields:
        return
    top, bottom = fields[0].top_mm, fields[-1].bottom_mm
    for number in range(frame.braces):
        y = top_mm + top + (bottom - top) * (number + 1) / (frame.braces + 1)
        yield Polyline(layer="datum", points=((fields[0].left_mm, y), (fields[0].right_mm, y)))


def _notches(frame: Frame, top_mm: float) -> Iterator[Shape]:
    """What is cut out of the lugs from below."""
    if frame.notch_mm <= 0 or frame.lug_mm <= 0:
        return
    low = top_mm + frame.lug_thickness_mm
    for way in (-1, 1):
        near, far = sorted((way * frame.body_width_mm / 2, way * frame.top_bar_mm / 2))
        yield rectangle("lost", near, low - frame.notch_mm, far, low)


def comb_front(frame: Frame) -> Drawing:
    """A frame from the front: its wood, its fields of comb, its sizes."""
    fields = openings_of(frame)
    shapes: list[Shape] = [
        Polygon(
            layer="predicted",
            points=((o.left_mm, o.top_mm), (o.right_mm, o.top_mm), (o.right_mm, o.bottom_mm), (o.left_mm, o.bottom_mm)),
        )
        for o in fields
    ]
    shapes += frame_front(frame)
    long, deep = span(frame, "x"), span(frame, "y")
    half = frame.body_width_mm / 2
    shapes += [
        Dimension(
            name="Top bar", start=(long[0], 0), end=(long[1], 0), offset=(0, -44), quantity=mm(long[1] - long[0])
        ),
        Dimension(
            name="Body", start=(-half, deep[1]), end=(half, deep[1]), offset=(0, 38), quantity=mm(frame.body_width_mm)
        ),
        Dimension(
            name="Depth",
            start=(long[1], deep[0]),
            end=(long[1], deep[1]),
            offset=(38, 0),
            quantity=mm(deep[1] - deep[0]),
        ),
    ]
    for order, field in enumerate(fields):
        shapes.append(
            Dimension(
                name=f"Field {order + 1}, high" if len(fields) > 1 else "Inside, high",
                start=(field.left_mm, field.top_mm),
                end=(field.left_mm, field.bottom_mm),
                offset=(46, 0),
                quantity=mm(field.bottom_mm - field.top_mm),
            )
        )
    if fields:
        first = fields[0]
        at = first.top_mm + (first.bottom_mm - first.top_mm) * 0.3
        shapes.append(
            Dimension(
                name="Inside, wide",
                start=(first.left_mm, at),
                end=(first.right_mm, at),
                quantity=mm(first.right_mm - first.left_mm),
            )
        )
        total = Quantity(value=sum(f.area_mm2 for f in fields) / 100, unit="cm2")
        last = fields[-1]
        x, y = last.right_mm * 0.28, last.top_mm + (last.bottom_mm - last.top_mm) * 0.6
        shapes.append(Label(layer="value", text=text("{area}", area=total), x_mm=x, y_mm=y))
        words = "comb, one side" if len(fields) == 1 else "all comb, one side"
        shapes.append(Label(layer="minor", text=text(words), x_mm=x, y_mm=y + 26))
    return _drawing("comb-front", "Frame from the front", shapes, long, deep)


def comb_end(frame: Frame) -> Drawing:
    """A frame from its end: how wide bar, side and bottom are along the run."""
    shapes = [*_blocks(parts_of(frame), "z", "y"), *_groove(frame)]
    wide, deep = span(frame, "z"), span(frame, "y")
    shapes += [
        Dimension(
            name="Top bar, wide",
            start=(-frame.top_bar_width_mm / 2, 0),
            end=(frame.top_bar_width_mm / 2, 0),
            offset=(0, -34),
            quantity=mm(frame.top_bar_width_mm),
        ),
        Dimension(
            name="Depth",
            start=(wide[1], deep[0]),
            end=(wide[1], deep[1]),
            offset=(34, 0),
            quantity=mm(deep[1] - deep[0]),
        ),
    ]
    sides = [part for part in parts_of(frame) if part.name.startswith(("Side bar", "Cheek"))]
    if sides:
        low, high = sides[0].pieces[0].span("z")
        shapes.append(
            Dimension(
                name="Side bar, wide",
                start=(low, deep[1]),
                end=(high, deep[1]),
                offset=(0, 32),
                quantity=mm(high - low),
            )
        )
    return _drawing("comb-end", "Frame from its end", shapes, wide, deep)


def comb_above(frame: Frame) -> Drawing:
    """Three top bars side by side from above, with the gaps between them."""
    shapes: list[Shape] = []
    tops = [part for part in parts_of(frame) if part.pieces and part.pieces[0].span("y")[0] == 0.0][:1]
    long = span(frame, "x")
    for step in (-1, 0, 1):
        for part in tops:
            for piece in part.pieces:
                for solid in piece.solids:
                    low, high = (z + step * frame.spacing_mm for z in solid.z)
                    shapes.append(rectangle("bar", solid.x[0], low, solid.x[1], high))
    half, mid = frame.top_bar_width_mm / 2, (frame.narrowed_mm or frame.top_bar_width_mm) / 2
    shapes.append(
        Dimension(
            name="Spacing",
            start=(long[1], 0),
            end=(long[1], frame.spacing_mm),
            offset=(34, 0),
            quantity=mm(frame.spacing_mm),
        )
    )
    shapes.append(
        Dimension(
            name="Top bar",
            start=(long[0], -frame.spacing_mm - half),
            end=(long[1], -frame.spacing_mm - half),
            offset=(0, -34),
            quantity=mm(long[1] - long[0]),
        )
    )
    if frame.bar_gap_mm > 0.05:
        at = long[0] + 30
        shapes.append(
            Dimension(
                name="Gap at the lugs",
                start=(at, half),
                end=(at, frame.spacing_mm - half),
                quantity=mm(frame.bar_gap_mm),
            )
        )
    if frame.narrowed_mm is not None:
        shapes.append(
            Dimension(
                name="Gap at mid-bar", start=(0, mid), end=(0, frame.spacing_mm - mid), quantity=mm(frame.mid_gap_mm)
            )
        )
    reach = frame.spacing_mm + half
    return _drawing("comb-above", "Top bars from above, with their neighbours", shapes, long, (-reach, reach))


def bar_front(bar: TopBar) -> Drawing:
    """A top bar from the front."""
    half, guide, stands = bar.length_mm / 2, bar.guide.length_mm / 2, practice("guide_stands").number
    foot = bar.thickness_mm + stands
    shapes: list[Shape] = [
        rectangle("bar", -half, 0, half, bar.thickness_mm),
        *_guide(bar, guide, foot),
        Dimension(name="Bar", start=(-half, 0), end=(half, 0), offset=(0, -44), quantity=mm(bar.length_mm)),
        Dimension(
            name="Guide", start=(-guide, foot), end=(guide, foot), offset=(0, 38), quantity=mm(bar.guide.length_mm)
        ),
        Dimension(
            name="Thick", start=(half, 0), end=(half, bar.thickness_mm), offset=(34, 0), quantity=mm(bar.thickness_mm)
        ),
    ]
    return _drawing("comb-front", "Top bar from the front", shapes, (-half, half), (0.0, foot))


def _guide(bar: TopBar, half: float, foot: float) -> Iterator[Shape]:
    """What bees start on, seen from the front; a strip with its groove, which is hidden in the bar."""
    if bar.guide.kind == "none":
        return
    if bar.guide.kind == "strip":
        deep = bar.guide.groove_deep_mm
        yield rectangle("end-grain", -half, bar.thickness_mm - deep, half, bar.thickness_mm)
    yield rectangle("bar", -half, bar.thickness_mm, half, foot)


def bar_end(bar: TopBar) -> Drawing:
    """A top bar from its end: how wide and thick it is, and the groove for its guide."""
    half, high, stands = bar.width_mm / 2, bar.thickness_mm, practice("guide_stands").number
    wide, deep = grooved(bar)
    shapes: list[Shape] = [rectangle("end-grain", -half, 0, half, high)]
    if deep > 0:
        shapes.append(rectangle("cavity", -wide / 2, high - deep, wide / 2, high))
        shapes.append(rectangle("bar", -wide / 2, high - deep, wide / 2, high + stands))
    elif bar.guide.kind == "moulding":
        shapes.append(Polygon(layer="bar", points=((-stands, high), (stands, high), (0, high + stands))))
    shapes += [
        Dimension(name="Wide", start=(-half, 0), end=(half, 0), offset=(0, -34), quantity=mm(bar.width_mm)),
        Dimension(name="Thick", start=(half, 0), end=(half, high), offset=(34, 0), quantity=mm(high)),
    ]
    if deep > 0:
        name = "Groove, deep"
        at = -half - 14
        shapes.append(Dimension(name=name, start=(at, high - deep), end=(at, high), offset=(-20, 0), quantity=mm(deep)))
    return _drawing("comb-end", "Top bar from its end", shapes, (-half, half), (0.0, high + stands))


def _groove(frame: Frame) -> list[Shape]:
    """The groove for a guide under the top bar, seen from the end."""
    wide, deep = grooved(frame)
    under = frame.top_bar_thickness_mm
    return [rectangle("cavity", -wide / 2, under - deep, wide / 2, under)] if deep > 0 else []


def bar_above(bar: TopBar) -> Drawing:
    """Three touching bars from above."""
    half = bar.length_mm / 2
    shapes: list[Shape] = [
        rectangle("bar", -half, (i - 0.5) * bar.width_mm, half, (i + 0.5) * bar.width_mm) for i in (-1, 0, 1)
    ]
    shapes.append(
        Dimension(
            name="Wide",
            start=(half, -bar.width_mm / 2),
            end=(half, bar.width_mm / 2),
            offset=(34, 0),
            quantity=mm(bar.width_mm),
        )
    )
    return _drawing(
        "comb-above", "Touching bars from above", shapes, (-half, half), (-1.5 * bar.width_mm, 1.5 * bar.width_mm)
    )


def span(frame: Frame, axis: str) -> tuple[float, float]:
    """Extent of a whole frame along one of its axes [mm], from its pieces."""
    ends = [piece.span(axis) for part in parts_of(frame) for piece in part.pieces]
    return min(low for low, _ in ends), max(high for _, high in ends)


def _blocks(parts: tuple[FramePart, ...], across: str, down: str) -> list[Shape]:
    shapes: list[Shape] = []
    for part in reversed(parts):
        for piece in part.pieces:
            for solid in piece.solids:
                (left, right), (top, bottom) = getattr(solid, across), getattr(solid, down)
                shapes.append(rectangle("bar", left, top, right, bottom))
    return shapes


def _drawing(
    name: str, title: str, shapes: list[Shape], across: tuple[float, float], down: tuple[float, float]
) -> Drawing:
    return Drawing.model_validate(
        {
            "name": name,
            "title": title,
            "extent": Box(
                left_mm=across[0] - _PAD, top_mm=down[0] - _PAD, right_mm=across[1] + _PAD, bottom_mm=down[1] + _PAD
            ),
            "shapes": tuple(shapes),
        }
    )
