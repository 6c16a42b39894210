"""The cross-section where the combs hang: walls, bar or frame, the comb, and the sizes that shape it."""

from __future__ import annotations

from math import cos, hypot, pi, sin
from typing import Literal

from sabaka_core.base.quantity import Quantity, deg, mm, text
from sabaka_core.combs.hung import Stretch
from sabaka_core.document.combs import Frame
from sabaka_core.drawing.built import layer_look
from sabaka_core.drawing.entrances import face_on, pierced, thing_in
from sabaka_core.drawing.frames import frame_front
from sabaka_core.edits.fields import ALL_BARS_LENGTH
from sabaka_core.geometry.profile import Chord, Facets, outside_top_mm
from sabaka_core.geometry.solve import field_of
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.dimension import AngleMark, Dimension, Point
from sabaka_core.kit.drawing import (
    Box,
    Circle,
    Drawing,
    Handle,
    Label,
    Polygon,
    Polyline,
    Shape,
    rectangle,
    to_the_micron,
)
from sabaka_core.kit.tables import practice


def section_drawing(a: Analysis) -> Drawing:
    """The section where a comb hangs, x from its middle, y down from the bars' underside or the rim [mm]."""
    shapes: list[Shape] = [*walls_drawn(a), *litter_drawn(a), *_comb(a), *_carrier(a), *_end_entrances(a)]
    shapes += _dimensions(a)
    reach = max(outside_half_mm(a) * 2, _carrier_mm(a), a.section.floor_mm + 2 * a.side_mm) / 2
    bottom = a.section.height_mm + a.floor_board_mm + a.chamber.litter.sunk_mm
    return Drawing(
        name="section",
        title=_title(a),
        extent=Box(left_mm=-reach - 92, top_mm=-over_mm(a) - 96, right_mm=reach + 84, bottom_mm=bottom + 58),
        shapes=tuple(shapes),
        handles=_handles(a),
    )


def _title(a: Analysis) -> str:
    if a.chamber.axis == "standing":
        return "Upright section through the middle comb"
    return "Section along the hive, where a comb hangs" if a.chamber.combs == "along" else "Section across the run"


def rim_mm(a: Analysis) -> float:
    """How far a rebate's wall stands above the bars' underside [mm]; frames are measured from the rim itself."""
    return a.chamber.rest.depth_mm if a.chamber.rest.kind == "rebate" and a.main_frame is None else 0.0


def over_mm(a: Analysis) -> float:
    """How far bar, frame or rebate stand above the drawing's datum [mm]."""
    if a.main_bar is not None:
        return a.main_bar.thickness_mm + rim_mm(a)
    if a.main_frame is not None:
        return max(-a.frame_top_mm(a.main_frame), 0.0)
    return rim_mm(a)


def outside_half_mm(a: Analysis) -> float:
    """Half the outside width at the top [mm]."""
    if a.trapezoid is not None:
        return a.trapezoid.outside_top_mm(a.side_mm) / 2
    widest = max(x for x, _ in a.section.wall) + a.side_mm
    return max(widest, outside_top_mm(a.section, a.side_mm) / 2) if isinstance(a.section, Facets) else widest


def _carrier_mm(a: Analysis) -> float:
    if a.main_bar is not None:
        return a.main_bar.length_mm
    return a.main_frame.top_bar_mm if a.main_frame is not None else 0.0


def _outer(a: Analysis, out_mm: float) -> list[Point]:
    """The right-hand wall so far outward from its inside, top down."""
    if isinstance(a.section, Trapezoid):
        level = out_mm / cos(a.section.slope_rad)
        return [(x + level, d) for x, d in a.section.wall]
    if isinstance(a.section, Chord):
        return [(x + out_mm, d) for x, d in a.section.wall]
    wall = a.section.wall
    outer: list[Point] = []
    for index, (x, d) in enumerate(wall):
        (x1, d1), (x2, d2) = wall[max(index - 1, 0)], wall[min(index + 1, len(wall) - 1)]
        length = hypot(x2 - x1, d2 - d1) or 1.0
        # Outward is to the right of the way down.
        outer.append((x + out_mm * (d2 - d1) / length, d - out_mm * (x2 - x1) / length))
    return outer


def walls_drawn(a: Analysis) -> list[Shape]:
    """Cavity, walls, rests, floor, linings."""
    wall, outer = a.section.wall, _outer(a, a.side_mm)
    rim, down = rim_mm(a), _rest_down_mm(a)
    ledge = min(a.chamber.rest.width_mm, a.side_mm)
    cavity = [*((-x, d) for x, d in wall), *((x, d) for x, d in reversed(wall))]
    shapes: list[Shape] = [Polygon(layer="cavity", points=tuple(cavity))]
    layers, out = a.side_layers, 0.0
    for layer in layers:
        inner, outside = _outer(a, out), _outer(a, out + layer.thickness_mm)
        top = inner[0][0]
        upper: list[Point] = [(top, down if out == 0 else -rim)]
        if out == 0 and (rim or down):
            upper += [(top + min(ledge, layer.thickness_mm), down), (top + min(ledge, layer.thickness_mm), -rim)]
        outline = [*upper, (outside[0][0], -rim), *outside[1:], *reversed(inner[1:])]
        look = layer_look(layer.material)
        shapes += [Polygon(layer=look, points=tuple((way * x, d) for x, d in outline)) for way in (-1, 1)]
        out += layer.thickness_mm
    height = a.section.height_mm
    if a.floor_board_mm and (a.section.floor_mm > 0 or isinstance(a.section, Trapezoid)):
        out, down = outer[-1][0], height
        for layer in a.floor_layers:
            look = layer_look(layer.material)
            shapes.append(rectangle(look, -out, down, out, down + layer.thickness_mm))
            down += layer.thickness_mm
    if a.chamber.rest.kind == "rods":
        at = height - a.chamber.rest.depth_mm
        radius = a.chamber.rest.width_mm / 2
        shapes += [
            Circle(layer="timber", x_mm=x, y_mm=at + radius, radius_mm=radius)
            for x in (-wall[0][0] / 2, wall[0][0] / 2)
        ]
    place = a.place_of(a.main) if a.main else a.run_mm / 2
    lining = a.lining_mm(place)
    if lining:
        half = wall[0][0]
        shapes += [rectangle("end-grain", low, down, low + lining, height) for low in (-half, half - lining)]
    filler = a.filler_mm(place)
    if filler:
        inside = wall[0][0] - lining
        shapes.append(rectangle("end-grain", -inside, height - filler, inside, height))
    return shapes


def _rest_down_mm(a: Analysis) -> float:
    """How far the rest lies below the drawing's datum: the rebate's depth for frames, none for bars [mm]."""
    return a.chamber.rest.depth_mm if a.chamber.rest.kind == "rebate" and a.main_frame is not None else 0.0


def litter_drawn(a: Analysis) -> list[Shape]:
    """Litter or trough."""
    litter, section = a.chamber.litter, a.section
    height = section.height_mm
    if litter.kind == "deep" and litter.depth_mm > 0:
        top = max(height - litter.depth_mm, 0.0)
        below = [(section.half_width_mm(top), top), *((x, d) for x, d in section.wall if d > top)]
        return [Polygon(layer="litter", points=(*((-x, d) for x, d in below), *reversed(below)))]
    if litter.kind == "trough":
        half = litter.width_mm / 2
        arc = [(half * cos(pi * i / 24), height + litter.sunk_mm * sin(pi * i / 24)) for i in range(25)]
        rim = height - litter.depth_mm
        return [Polygon(layer="litter", points=((half, rim), *arc, (-half, rim)))]
    return []


def _comb(a: Analysis) -> list[Shape]:
    if a.main is None:
        return []
    hung = a.hung_of(a.main.id)
    outline = hung.outline("predicted")
    if not outline:
        return []
    shapes: list[Shape] = [Polygon(layer="predicted", points=to_the_micron(outline))]
    comb = a.comb
    if comb is not None:
        shapes.append(Polygon(layer="limit", points=tuple(comb.outline("limit"))))
        if a.main_bar is not None:
            shapes.append(Polygon(layer="free", points=to_the_micron(comb.outline("free"))))
        for touch in comb.nearer_than(practice("bee_space").span[0]):
            shapes += [Polyline(layer="touch", points=_along_wall(a, touch, way)) for way in (-1, 1)]
    middle = hung.top_mm + (hung.bottom_mm - hung.top_mm) * 0.46
    area = Quantity(value=hung.predicted_area_mm2 / 100, unit="cm2")
    shapes.append(Label(layer="value", text=text("{area}", area=area), x_mm=0, y_mm=middle))
    words = "one side of a full frame" if a.main_frame else "one side of a grown comb"
    shapes.append(Label(layer="minor", text=text(words), x_mm=0, y_mm=middle + 30))
    return shapes


def _along_wall(a: Analysis, stretch: Stretch, way: int) -> tuple[Point, ...]:
    depths = [
        stretch.upper_mm,
        *(d for _, d in a.section.wall if stretch.upper_mm < d < stretch.lower_mm),
        stretch.lower_mm,
    ]
    return tuple((way * a.section.half_width_mm(d), d) for d in depths)


def _carrier(a: Analysis) -> list[Shape]:
    bar = a.main_bar
    if bar is not None:
        half, guide = bar.length_mm / 2, bar.guide.length_mm / 2
        return [
            rectangle("bar", -half, -bar.thickness_mm, half, 0),
            Polygon(layer="bar", points=((-guide, 0), (guide, 0), (guide - 4, 7), (-guide + 4, 7))),
        ]
    if isinstance(a.main, Frame):
        return frame_front(a.main, a.frame_top_mm(a.main))
    return []


def _end_entrances(a: Analysis) -> list[Shape]:
    shapes: list[Shape] = []
    for placed in pierced(a):
        thing = thing_in(placed)
        if placed.start_mm == placed.end_mm:
            at = thing.at_mm if thing.wall.endswith("-end") else thing.at_mm - a.chamber.length_mm / 2
            shapes += face_on(placed, at, a.section.height_mm - thing.height_mm)
    return shapes


def _dimensions(a: Analysis) -> list[Shape]:
    height, right = a.section.height_mm, outside_half_mm(a) + 22
    held = a.held or ("top_mm", "height_mm")
    shapes = [*_of_the_bar(a), _width(a)]
    settable = a.depth_path.endswith(("height_mm", "length_mm", "diameter_mm"))
    shapes.append(
        Dimension(
            name="Height",
            start=(right, 0),
            end=(right, height),
            offset=(26, 0),
            quantity=mm(height),
            path=a.depth_path if settable else None,
            held="height_mm" in held,
        )
    )
    if a.main_frame is not None:
        shapes += _frame_dimensions(a, a.main_frame)
    return shapes if upright(a) or a.trapezoid is None else [*shapes, *_of_the_slope(a, a.trapezoid)]


def _of_the_bar(a: Analysis) -> list[Shape]:
    """How long the bar or top bar is that lies over the section."""
    bar, over = a.main_bar, over_mm(a)
    if bar is None and a.main_frame is None:
        return []
    long = bar.length_mm if bar else _carrier_mm(a)
    return [
        Dimension(
            name="Bar length" if bar else "Top bar",
            start=(-long / 2, -over),
            end=(long / 2, -over),
            offset=(0, -66),
            quantity=mm(long),
            path=ALL_BARS_LENGTH if bar else None,
        )
    ]


def _width(a: Analysis) -> Shape:
    """How wide the section is: at the top, or across its middle where it is wider there."""
    section, over = a.section, over_mm(a)
    top, widest = section.top_mm / 2, max(x for x, _ in section.wall)
    if widest > top + 0.5:
        # A bore is measured across its middle, not at its crown.
        deep = next(d for x, d in section.wall if x == widest)
        return Dimension(
            name="Bore",
            start=(-widest, deep),
            end=(widest, deep),
            offset=(0, section.height_mm - deep + a.floor_board_mm + 34),
            quantity=mm(2 * widest),
            path=a.width_path if a.width_path.endswith("diameter_mm") else None,
        )
    return Dimension(
        name="Top width",
        start=(-top, -over),
        end=(top, -over),
        offset=(0, -26),
        quantity=mm(section.top_mm),
        path=None if a.width_path.endswith(("radius_mm", "half_width_mm")) else a.width_path,
        held="top_mm" in (a.held or ("top_mm", "height_mm")),
    )


def _of_the_slope(a: Analysis, section: Trapezoid) -> list[Shape]:
    """What leaning walls are measured by: floor, face and angle."""
    top, low, height = section.top_mm / 2, section.floor_mm / 2, section.height_mm
    held = a.held or ("top_mm", "height_mm")
    level = a.side_mm / cos(section.slope_rad)
    theta, face_off, at = section.slope_rad, level + 26, f"{a.path}/section"
    return [
        Dimension(
            name="Floor width",
            start=(-low, height),
            end=(low, height),
            offset=(0, a.floor_board_mm + a.chamber.litter.sunk_mm + 30),
            quantity=mm(section.floor_mm),
            path=f"{at}/floor_mm",
            held="floor_mm" in held,
        ),
        Dimension(
            name="Inside face",
            start=(-top, 0),
            end=(-low, height),
            offset=(-face_off * cos(theta), face_off * sin(theta)),
            quantity=mm(section.face_mm),
            path=f"{at}/face_mm",
            held="face_mm" in held,
        ),
        AngleMark(
            name="Slope from the vertical",
            corner=(-low, height),
            radius_mm=min(90.0, height * 0.4),
            turn_deg=-section.slope_deg,
            quantity=deg(section.slope_deg),
            path=f"{at}/slope_deg",
            held="slope_deg" in held,
        ),
    ]


def _frame_dimensions(a: Analysis, frame: Frame) -> list[Shape]:
    """The gaps that decide whether a frame hangs right: beside it and under it."""
    fit = a.fit(frame).nominal
    half, left = frame.body_width_mm / 2, -a.section.top_mm / 2
    height = a.section.height_mm
    floor = height - a.litter_mm - a.filler_mm(a.place_of(frame))
    bottom = floor - fit.under
    lined = left + a.lining_mm(a.place_of(frame))
    return [
        Dimension(
            name="Beside the frame",
            start=(lined, bottom),
            end=(-half, bottom),
            offset=(0, height - bottom + a.floor_board_mm + 30),
            quantity=mm(fit.side),
        ),
        Dimension(
            name="Under the frame",
            start=(-half, bottom),
            end=(-half, floor),
            offset=(half - outside_half_mm(a) - 34, 0),
            quantity=mm(fit.under),
        ),
    ]


def upright(a: Analysis) -> bool:
    """Whether the section has no slope, face or floor of its own to set."""
    return field_of(a.chamber.section, "slope_deg") is None


def _handles(a: Analysis) -> tuple[Handle, ...]:
    section = a.section
    widest = 2 * outside_half_mm(a)

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

    handles = [handle("height", "Height", 0.0, section.height_mm, "y", section.height_mm, section.height_mm + 400)]
    if a.width_path.endswith(("top_mm", "width_mm", "length_mm")):
        handles.insert(0, handle("top", "Top width", section.top_mm / 2, 0.0, "x", section.top_mm, widest))
    if not upright(a):
        handles.insert(
            1, handle("floor", "Floor width", section.floor_mm / 2, section.height_mm, "x", section.floor_mm, widest)
        )
    return tuple(handles)
