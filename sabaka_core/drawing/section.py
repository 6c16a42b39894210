"""The cross-section: walls, bar, the comb's three outlines, and the sizes that shape it."""

from __future__ import annotations

from math import cos, pi, sin
from typing import Literal

from sabaka_core.analysis import CHAMBER, Analysis
from sabaka_core.combs.outlines import Stretch
from sabaka_core.drawing.models import (
    AngleMark,
    Box,
    Circle,
    Dimension,
    Drawing,
    Handle,
    Label,
    Layer,
    Point,
    Polygon,
    Polyline,
    Shape,
    rectangle,
)
from sabaka_core.edits.fields import ALL_BARS_LENGTH
from sabaka_core.geometry.solve import field_of
from sabaka_core.quantity import Quantity, deg, mm, text
from sabaka_core.sources import practice

SECTION = f"{CHAMBER}/section"


def section_drawing(a: Analysis) -> Drawing:
    """The section across the run, x from its middle, y down from the bars' underside [mm]."""
    shapes: list[Shape] = [*_walls(a), *_litter(a), *_comb(a), *_bar(a), *_end_entrances(a)]
    shapes += _dimensions(a)
    reach = max(a.section.outside_top_mm(a.side_mm), a.main_bar.length_mm, a.section.floor_mm + 2 * a.side_mm) / 2
    bottom = a.section.height_mm + a.floor_board_mm + a.chamber.litter.sunk_mm
    return Drawing(
        name="section",
        title="Section across the run",
        extent=Box(
            left_mm=-reach - 92, top_mm=-a.main_bar.thickness_mm - _rim_mm(a) - 96, right_mm=reach + 84, bottom_mm=bottom + 58
        ),
        shapes=tuple(shapes),
        handles=_handles(a),
    )  # fmt: skip


def _rim_mm(a: Analysis) -> float:
    return a.chamber.rest.depth_mm if a.chamber.rest.kind == "rebate" else 0.0


def _walls(a: Analysis) -> list[Shape]:
    section, level = a.section, a.side_mm / cos(a.section.slope_rad)
    top, low, height = section.top_mm / 2, section.floor_mm / 2, section.height_mm
    rim, ledge = _rim_mm(a), min(a.chamber.rest.width_mm, level)
    shapes: list[Shape] = []
    cavity = ((-top, 0.0), (top, 0.0), (low, height), (-low, height))
    shapes.append(Polygon(layer="cavity", points=cavity))
    for way in (-1, 1):
        upper: list[Point] = [(way * top, 0.0)]
        if rim:
            upper += [(way * (top + ledge), 0.0), (way * (top + ledge), -rim)]
        outline = [*upper, (way * (top + level), -rim), (way * (low + level), height), (way * low, height)]
        shapes.append(Polygon(layer="timber", points=tuple(outline)))
    out = low + level
    shapes.append(rectangle("timber", -out, height, out, height + a.floor_board_mm))
    return shapes


def _litter(a: Analysis) -> list[Shape]:
    litter, section = a.chamber.litter, a.section
    if litter.kind == "deep" and litter.depth_mm > 0:
        top = section.height_mm - litter.depth_mm
        half, low = section.half_width_mm(top), section.floor_mm / 2
        height = section.height_mm
        return [Polygon(layer="litter", points=((-half, top), (half, top), (low, height), (-low, height)))]
    if litter.kind == "trough":
        half = litter.width_mm / 2
        arc = [(half * cos(pi * i / 24), section.height_mm + litter.sunk_mm * sin(pi * i / 24)) for i in range(25)]
        rim = section.height_mm - litter.depth_mm
        return [Polygon(layer="litter", points=((half, rim), *arc, (-half, rim)))]
    return []


def _comb(a: Analysis) -> list[Shape]:
    comb = a.comb
    shapes: list[Shape] = [
        Polygon(layer="predicted", points=tuple(comb.outline("predicted"))),
        Polygon(layer="limit", points=tuple(comb.outline("limit"))),
        Polygon(layer="free", points=tuple(comb.outline("free"))),
    ]
    touch = comb.nearer_than(practice("bee_space").span[0])
    if touch is not None:
        shapes += [Polyline(layer="touch", points=_along_wall(a, touch, way)) for way in (-1, 1)]
    middle = comb.depth_mm * 0.46
    shapes.append(
        Label(
            layer="value", text=text("{area}", area=Quantity(value=comb.predicted_area_mm2 / 100, unit="cm2")),
            x_mm=0, y_mm=middle,
        )
    )  # fmt: skip
    shapes.append(Label(layer="minor", text=text("one side of a grown comb"), x_mm=0, y_mm=middle + 30))
    return shapes


def _along_wall(a: Analysis, stretch: Stretch, way: int) -> tuple[Point, Point]:
    upper, lower = stretch.upper_mm, stretch.lower_mm
    return (
        (way * a.section.half_width_mm(upper), upper),
        (way * a.section.half_width_mm(lower), lower),
    )


def _bar(a: Analysis) -> list[Shape]:
    bar = a.main_bar
    half, guide = bar.length_mm / 2, bar.guide.length_mm / 2
    return [
        rectangle("bar", -half, -bar.thickness_mm, half, 0),
        Polygon(layer="bar", points=((-guide, 0), (guide, 0), (guide - 4, 7), (-guide + 4, 7))),
    ]


def _end_entrances(a: Analysis) -> list[Shape]:
    shapes: list[Shape] = []
    for placed in a.entrances:
        entrance = placed.entrance
        if entrance.wall not in ("near-end", "far-end"):
            continue
        width, height = entrance.size_mm
        layer: Layer = "entrance-open" if entrance.is_open else "entrance-plugged"
        low = a.section.height_mm - entrance.height_mm
        if entrance.kind == "slot":
            shapes.append(rectangle(layer, entrance.at_mm - width / 2, low - height, entrance.at_mm + width / 2, low))
        else:
            shapes.append(Circle(layer=layer, x_mm=entrance.at_mm, y_mm=low - height / 2, radius_mm=width / 2))
    return shapes


def _dimensions(a: Analysis) -> list[Shape]:
    section, bar = a.section, a.main_bar
    top, low, height = section.top_mm / 2, section.floor_mm / 2, section.height_mm
    level = a.side_mm / cos(section.slope_rad)
    theta = section.slope_rad
    right = max(top, low) + level + 22
    over = bar.thickness_mm + _rim_mm(a)
    face_off = level + 26
    held = a.held
    shapes: list[Shape] = [
        Dimension(
            name="Bar length", start=(-bar.length_mm / 2, -over), end=(bar.length_mm / 2, -over), offset=(0, -66),
            quantity=mm(bar.length_mm), path=ALL_BARS_LENGTH,
        ),
        Dimension(
            name="Top width", start=(-top, -over), end=(top, -over), offset=(0, -26), quantity=mm(section.top_mm),
            path=f"{SECTION}/{field_of(a.chamber.section, 'top_mm')}", held="top_mm" in held,
        ),
        Dimension(
            name="Height", start=(right, 0), end=(right, height), offset=(26, 0), quantity=mm(height),
            path=f"{SECTION}/height_mm", held="height_mm" in held,
        ),
    ]  # fmt: skip
    if upright(a):
        return shapes
    return [
        *shapes,
        Dimension(
            name="Floor width", start=(-low, height), end=(low, height), offset=(0, a.floor_board_mm + a.chamber.litter.sunk_mm + 30),
            quantity=mm(section.floor_mm), path=f"{SECTION}/floor_mm", held="floor_mm" in held,
        ),
        Dimension(
            name="Inside face", start=(-top, 0), end=(-low, height),
            offset=(-face_off * cos(theta), face_off * sin(theta)),
            quantity=mm(section.face_mm), path=f"{SECTION}/face_mm", held="face_mm" in held,
        ),
        AngleMark(
            name="Slope from the vertical", corner=(-low, height), radius_mm=min(90.0, height * 0.4),
            turn_deg=-section.slope_deg, quantity=deg(section.slope_deg), path=f"{SECTION}/slope_deg",
            held="slope_deg" in held,
        ),
    ]  # fmt: skip


def upright(a: Analysis) -> bool:
    """Whether the section is one of upright walls, which has no slope, face or floor of its own to set."""
    return field_of(a.chamber.section, "slope_deg") is None


def _handles(a: Analysis) -> tuple[Handle, ...]:
    section = a.section
    widest = section.outside_top_mm(a.side_mm)

    def handle(name: str, label: str, x: float, y: float, axis: Literal["x", "y"], size: float, most: float) -> Handle:
        return Handle(
            id=f"section-{name}",
            label=label,
            x_mm=x,
            y_mm=y,
            grip_x_mm=x,
            axis=axis,
            least_mm=20.0,
            most_mm=most,
            quantity=mm(size),
            text=text("{size}", size=mm(size)),
        )

    floor = handle("floor", "Floor width", section.floor_mm / 2, section.height_mm, "x", section.floor_mm, widest)
    return (
        handle("top", "Top width", section.top_mm / 2, 0.0, "x", section.top_mm, widest),
        *(() if upright(a) else (floor,)),
        handle("height", "Height", 0.0, section.height_mm, "y", section.height_mm, section.height_mm + 400),
    )
