"""The keeper beside the hive, to scale: posture, reach, bars, a comb drawn clear. The figure is our own outline."""

from __future__ import annotations

from math import cos, hypot, pi, sin, sqrt

from sabaka_core.base.quantity import mm, text
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.dimension import Dimension, Point
from sabaka_core.kit.drawing import Box, Circle, Drawing, Label, Polygon, Polyline, Shape, rectangle
from sabaka_core.lifting.body import Body
from sabaka_core.lifting.stand import Footing

# The hip stands a little behind the ankles.
_HIP = -20.0


def lifting_drawing(a: Analysis, whole: Whole, standing: Footing, body: Body, out_mm: float) -> Drawing:
    """Seen from the hive's end: ground at 0, heights upward (negative y), the ankles at x 0 [mm].

    Args:
        out_mm: how far before the ankles the load of a middle comb is.
    """
    shapes: list[Shape] = []
    toes = 150.0
    block = next(b for b in whole.boxes if b.chamber == a.box and not b.is_super)
    wide, tall = block.y[1] - block.y[0], max(s.top_mm for s in whole.stacks)
    low = standing.floor_mm
    right = toes + wide
    bottom, top = body.bars_mm
    shapes.append(rectangle("reach", -420, -top, right + 260, -bottom))
    shapes.append(Polyline(layer="datum", points=((-420, 0), (right + 260, 0))))
    shapes += _hive(a, standing, toes, wide, low, tall)
    shapes += _legs(a, whole, standing, toes, wide)
    shapes += _comb(a, standing, out_mm)
    shapes += _figure(body, out_mm, standing.bars_mm)
    arm = body.reach_mm
    _, shoulder = _shoulder(body, out_mm, standing.bars_mm)
    shapes.append(
        Polyline(
            layer="limit",
            points=tuple((shoulder[0] + arm * cos(t), shoulder[1] + arm * sin(t)) for t in _turns(-pi / 3, pi / 2)),
        )
    )
    shapes.append(
        Label(
            layer="note",
            text=text("reach of a grip"),
            x_mm=shoulder[0] + arm * 0.72,
            y_mm=shoulder[1] - arm * 0.78,
            anchor="start",
        )
    )
    shapes.append(
        Label(
            layer="minor",
            text=text("bars here: elbow, or a little below"),
            x_mm=right + 210,
            y_mm=-top - 12,
            anchor="end",
        )
    )
    shapes += _dimensions(body, standing, right, out_mm)
    return Drawing(
        name="lift-figure",
        title="You at the hive, seen from its end",
        extent=Box(
            left_mm=-520,
            top_mm=-max(body.height_mm, standing.drawn_mm) - 90,
            right_mm=max(right + 330, shoulder[0] + arm + 160),
            bottom_mm=150,
        ),
        shapes=tuple(shapes),
    )


def _dimensions(body: Body, standing: Footing, right: float, out_mm: float) -> list[Shape]:
    shapes: list[Shape] = [
        Dimension(
            name="Bars",
            start=(right + 60, 0),
            end=(right + 60, -standing.bars_mm),
            offset=(70, 0),
            quantity=mm(standing.bars_mm),
        ),
        Dimension(
            name="Hands, comb clear",
            start=(right + 60, 0),
            end=(right + 60, -standing.drawn_mm),
            offset=(170, 0),
            quantity=mm(standing.drawn_mm),
        ),
        Dimension(
            name="Keeper",
            start=(-240, 0),
            end=(-240, -body.height_mm),
            offset=(-110, 0),
            quantity=mm(body.height_mm),
            path="/lifting/height_mm",
        ),
        Dimension(name="Out", start=(0, 0), end=(out_mm, 0), offset=(0, 70), quantity=mm(out_mm)),
    ]
    if standing.floor_mm > 0:
        shapes.append(
            Dimension(
                name="Stand",
                start=(right, 0),
                end=(right, -standing.floor_mm),
                offset=(44, 0),
                quantity=mm(standing.floor_mm),
                path="/stand/height_mm",
            )
        )
    return shapes


def _turns(first: float, last: float, steps: int = 24) -> list[float]:
    return [first + (last - first) * i / steps for i in range(steps + 1)]


def _hive(a: Analysis, standing: Footing, left: float, wide: float, low: float, tall: float) -> list[Shape]:
    middle = left + wide / 2
    shapes: list[Shape] = []
    if a.trapezoid is not None and abs(a.trapezoid.slope_deg) > 1:
        out = a.trapezoid.outside_top_mm(a.side_mm) / 2
        foot = a.trapezoid.floor_mm / 2 + a.side_mm
        top, floor = -standing.bars_mm, -low
        shapes.append(
            Polygon(
                layer="timber",
                points=((middle - out, top), (middle + out, top), (middle + foot, floor), (middle - foot, floor)),
            )
        )
        inner, base = a.trapezoid.top_mm / 2, a.trapezoid.floor_mm / 2
        shapes.append(
            Polygon(
                layer="cavity",
                points=(
                    (middle - inner, top),
                    (middle + inner, top),
                    (middle + base, floor - a.floor_board_mm),
                    (middle - base, floor - a.floor_board_mm),
                ),
            )
        )
        return shapes
    shapes.append(rectangle("timber", left, -low - tall, left + wide, -low))
    half = min(a.section.top_mm, wide - 2 * a.side_mm) / 2
    shapes.append(rectangle("cavity", middle - half, -low - tall, middle + half, -low - a.floor_board_mm))
    return shapes


def _legs(a: Analysis, whole: Whole, standing: Footing, left: float, wide: float) -> list[Shape]:
    shapes: list[Shape] = []
    middle = left + wide / 2
    feet = [leg for leg in standing.legs if leg.name.startswith("near")]
    if not feet:
        return []
    centre = sum(leg.foot_y_mm for leg in feet) / len(feet)
    for leg in feet:
        foot = middle + leg.foot_y_mm - centre
        way = -1 if leg.foot_y_mm < centre else 1
        head = middle + way * max(abs(leg.foot_y_mm - centre) - standing.floor_mm * _tan(leg.bevel_deg), 20.0)
        drop = leg.length_mm * cos(leg.bevel_deg * pi / 180)
        ground = standing.floor_mm - drop
        shapes.append(
            Polygon(
                layer="end-grain",
                points=(
                    (head - 24, -standing.floor_mm),
                    (head + 24, -standing.floor_mm),
                    (foot + 24, -ground),
                    (foot - 24, -ground),
                ),
            )
        )
    return shapes


def _tan(angle_deg: float) -> float:
    angle = angle_deg * pi / 180
    return sin(angle) / cos(angle)


def _comb(a: Analysis, standing: Footing, out_mm: float) -> list[Shape]:
    """The middle comb drawn clear: dashed, its foot just over the bars, as it hangs from the hands."""
    across = a.chamber.combs == "across"
    half = (a.hung_of(a.main.id).width_mm / 2 if a.main else 150.0) if across else 14.0
    foot = standing.bars_mm + 20.0
    x = out_mm
    return [
        Polyline(
            layer="free",
            points=(
                (x - half, -standing.drawn_mm),
                (x + half, -standing.drawn_mm),
                (x + half, -foot),
                (x - half, -foot),
                (x - half, -standing.drawn_mm),
            ),
        )
    ]


def _shoulder(body: Body, out_mm: float, bars_mm: float) -> tuple[float, Point]:
    """How far the trunk bends from the hip so that the hands reach the load [rad], and where the shoulder then is."""
    trunk = body.shoulder_mm - body.hip_mm

    def at(bend: float) -> Point:
        return _HIP + trunk * sin(bend), -body.hip_mm - trunk * cos(bend)

    def far(bend: float) -> float:
        x, y = at(bend)
        return hypot(out_mm - x, bars_mm + y)

    bends = [step * 0.04 for step in range(48)]
    bend = next((b for b in bends if far(b) <= body.reach_mm), None)
    # What no bend reaches, the figure comes as near to as it can.
    bend = min(bends, key=far) if bend is None else bend
    return bend, at(bend)


def _figure(body: Body, out_mm: float, bars_mm: float) -> list[Shape]:
    """A plain outline: head, trunk, legs, and an arm to the load."""
    bend, shoulder = _shoulder(body, out_mm, bars_mm)
    girth, head = body.height_mm * 0.07, body.height_mm * 0.065
    hip = (_HIP, -body.hip_mm)
    along = (sin(bend * 0.8), -cos(bend * 0.8))
    shapes: list[Shape] = [
        Polygon(layer="follower", points=_limb((0.0, -40.0), (-10.0, -body.knee_mm), girth * 0.55, girth * 0.7)),
        Polygon(layer="follower", points=_limb((-10.0, -body.knee_mm), hip, girth * 0.7, girth)),
        Circle(layer="follower", x_mm=hip[0], y_mm=hip[1], radius_mm=girth * 0.52),
        Polygon(layer="follower", points=_limb(hip, shoulder, girth * 1.05, girth * 1.2)),
        Circle(layer="follower", x_mm=shoulder[0], y_mm=shoulder[1], radius_mm=girth * 0.58),
        rectangle("follower", -60.0, -40.0, 130.0, 0.0),
        Circle(
            layer="follower",
            x_mm=shoulder[0] + along[0] * head * 1.9,
            y_mm=shoulder[1] + along[1] * head * 1.9,
            radius_mm=head,
        ),
    ]
    hand = (out_mm, -bars_mm)
    far = hypot(hand[0] - shoulder[0], hand[1] - shoulder[1])
    if far > body.reach_mm:
        share = body.reach_mm / far
        hand = (shoulder[0] + (hand[0] - shoulder[0]) * share, shoulder[1] + (hand[1] - shoulder[1]) * share)
    elbow = _elbow(shoulder, hand, body.reach_mm * 0.47, body.reach_mm * 0.53)
    shapes.append(Polygon(layer="new-part", points=_limb(shoulder, elbow, girth * 0.55, girth * 0.45)))
    shapes.append(Polygon(layer="new-part", points=_limb(elbow, hand, girth * 0.45, girth * 0.3)))
    return shapes


def _elbow(shoulder: Point, hand: Point, upper: float, fore: float) -> Point:
    """Where the elbow hangs, below the line from shoulder to hand."""
    dx, dy = hand[0] - shoulder[0], hand[1] - shoulder[1]
    far = min(max(hypot(dx, dy), 1.0), upper + fore - 1.0)
    along = (upper**2 - fore**2 + far**2) / (2 * far)
    off = sqrt(max(upper**2 - along**2, 0.0))
    ux, uy = dx / hypot(dx, dy), dy / hypot(dx, dy)
    return (shoulder[0] + ux * along - uy * off, shoulder[1] + uy * along + ux * off)


def _limb(start: Point, end: Point, first: float, last: float) -> tuple[Point, ...]:
    dx, dy = end[0] - start[0], end[1] - start[1]
    long = hypot(dx, dy) or 1.0
    nx, ny = -dy / long / 2, dx / long / 2
    return (
        (start[0] + nx * first, start[1] + ny * first),
        (end[0] + nx * last, end[1] + ny * last),
        (end[0] - nx * last, end[1] - ny * last),
        (start[0] - nx * first, start[1] - ny * first),
    )
