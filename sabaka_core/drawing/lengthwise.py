"""The hive along its run: the long section and the plan from above, and what the rod shares with them."""

from __future__ import annotations

from sabaka_core.analysis import CHAMBER, Analysis
from sabaka_core.document.base import Side
from sabaka_core.document.run import Comb, Feeder, Follower, Gap
from sabaka_core.drawing.models import (
    Box,
    Circle,
    Dimension,
    Drawing,
    Handle,
    Layer,
    Shape,
    rectangle,
)
from sabaka_core.edits.follower import track
from sabaka_core.errors import SabakaError
from sabaka_core.quantity import Text, mm, text
from sabaka_core.run.layout import Placed
from sabaka_core.sources import practice

_COMB_LAYERS: dict[str, Layer] = {
    "empty": "comb-empty",
    "brood": "comb-brood",
    "pollen": "comb-pollen",
    "nectar": "comb-nectar",
    "honey": "comb-honey",
}


def item_layer(placed: Placed) -> Layer:
    """The layer an item is drawn on."""
    item = placed.item
    if isinstance(item, Comb):
        return _COMB_LAYERS[item.contents]
    if isinstance(item, Follower):
        return "follower"
    if isinstance(item, Gap):
        return "gap"
    if isinstance(item, Feeder):
        return "feeder"
    return "excluder" if item.kind == "excluder" else "timber"


def follower_handles(a: Analysis, y_mm: float, snaps: bool = False) -> tuple[Handle, ...]:
    """A handle for each follower; the rod's also list every place they click into."""
    handles: list[Handle] = []
    sides: tuple[tuple[Side, Placed | None], ...] = (("near", a.layout.near), ("far", a.layout.far))
    for side, placed in sides:
        if placed is None:
            continue
        face = placed.end_mm if side == "near" else placed.start_mm
        handles.append(
            Handle(
                id=f"follower-{side}",
                label=f"{side.capitalize()} follower",
                x_mm=face,
                y_mm=y_mm,
                grip_x_mm=placed.middle_mm,
                axis="x",
                least_mm=0.0,
                most_mm=a.layout.length_mm,
                quantity=mm(face),
                text=_standing(a, side, face),
                snaps=_snaps(a, side) if snaps else (),
                item=placed.index,
            )
        )
    return tuple(handles)


def _snaps(a: Analysis, side: Side) -> tuple[float, ...]:
    try:
        return tuple(sorted(round(stop.face_mm, 4) for stop in track(a.hive, side).stops))
    except SabakaError:
        return ()


_BESIDE: dict[Side, str] = {"near": "before", "far": "after"}


def _standing(a: Analysis, side: Side, face: float) -> Text:
    """Where a follower stands, by the bar it touches."""
    nest = a.layout.nest
    beside = (nest[0] if side == "near" else nest[-1]) if nest else None
    if beside is None or beside.number is None:
        return text("{x} · away from the bars", x=mm(face))
    return text(f"{{x}} · {_BESIDE[side]} bar {beside.number}", x=mm(face))


def along_drawing(a: Analysis) -> Drawing:
    """The long section: bars and combs seen edge on, from the left side."""
    section, end, length = a.section, a.end_mm, a.chamber.length_mm
    height = section.height_mm
    bar = a.main_bar
    below = height + a.floor_board_mm
    shapes: list[Shape] = [
        rectangle("cavity", 0, 0, length, height),
        rectangle("end-grain", -end, -bar.thickness_mm, 0, below),
        rectangle("end-grain", length, -bar.thickness_mm, length + end, below),
        rectangle("timber", 0, height, length, below),
    ]
    if a.litter_mm:
        shapes.append(rectangle("litter", 0, height - a.litter_mm, length, height))
    thick = practice("comb_thickness").span[1]
    for placed in a.layout.placed:
        item = placed.item
        if isinstance(item, Comb):
            shapes.append(rectangle("bar", placed.start_mm, -bar.thickness_mm, placed.end_mm, 0, placed.index))
            half = min(thick, placed.length_mm - 6) / 2
            depth = a.outlines[item.type].limit_depth_mm
            shapes.append(
                rectangle(item_layer(placed), placed.middle_mm - half, 0, placed.middle_mm + half, depth, placed.index)
            )
        elif isinstance(item, Follower):
            foot = height - item.foot_gap_mm
            shapes.append(rectangle("follower", placed.start_mm, -bar.thickness_mm, placed.end_mm, foot, placed.index))
        elif not isinstance(item, Gap):
            shapes.append(
                rectangle(item_layer(placed), placed.start_mm, -bar.thickness_mm, placed.end_mm, 30, placed.index)
            )
    for entrance in a.entrances:
        width, tall = entrance.entrance.size_mm
        low = height - entrance.entrance.height_mm
        layer: Layer = "entrance-open" if entrance.entrance.is_open else "entrance-plugged"
        shapes.append(
            rectangle(layer, entrance.middle_mm - width / 2, low - tall, entrance.middle_mm + width / 2, low)
            if entrance.entrance.kind == "slot"
            else Circle(layer=layer, x_mm=entrance.middle_mm, y_mm=low - tall / 2, radius_mm=width / 2)
        )
    shapes += [
        Dimension(
            name="Inside length", start=(0, below), end=(length, below), offset=(0, 60),
            quantity=mm(length), path=f"{CHAMBER}/length_mm",
        ),
        Dimension(
            name="Between the followers", start=(a.layout.nest_start_mm, -bar.thickness_mm),
            end=(a.layout.nest_end_mm, -bar.thickness_mm), offset=(0, -40),
            quantity=mm(a.layout.nest_end_mm - a.layout.nest_start_mm),
        ),
    ]  # fmt: skip
    return Drawing(
        name="along",
        title="Section along the run",
        extent=Box(left_mm=-end - 30, top_mm=-bar.thickness_mm - 80, right_mm=length + end + 30, bottom_mm=below + 100),
        shapes=tuple(shapes),
        handles=follower_handles(a, height / 2),
    )


def plan_drawing(a: Analysis) -> Drawing:
    """From above with the lid off: bars, followers and where the entrances pierce the walls."""
    section, end, length, bar = a.section, a.end_mm, a.chamber.length_mm, a.main_bar
    out, inside = section.outside_top_mm(a.side_mm) / 2, section.top_mm / 2
    reach = max(out, bar.length_mm / 2)
    shapes: list[Shape] = [
        rectangle("cavity", 0, -inside, length, inside),
        rectangle("timber", -end, -out, length + end, -inside),
        rectangle("timber", -end, inside, length + end, out),
        rectangle("end-grain", -end, -inside, 0, inside),
        rectangle("end-grain", length, -inside, length + end, inside),
    ]
    for placed in a.layout.placed:
        item = placed.item
        if isinstance(item, Comb):
            half = a.hive.comb_type(item.type).length_mm / 2  # type: ignore[union-attr]
            shapes.append(rectangle("bar", placed.start_mm, -half, placed.end_mm, half, placed.index))
        elif isinstance(item, Follower):
            half = inside - item.side_clearance_mm
            shapes.append(rectangle("follower", placed.start_mm, -half, placed.end_mm, half, placed.index))
        elif not isinstance(item, Gap):
            shapes.append(rectangle(item_layer(placed), placed.start_mm, -inside, placed.end_mm, inside, placed.index))
    for entrance in a.entrances:
        layer: Layer = "entrance-open" if entrance.entrance.is_open else "entrance-plugged"
        half = entrance.entrance.size_mm[0] / 2
        at, mid = entrance.entrance.at_mm, entrance.middle_mm
        match entrance.entrance.wall:
            case "left":
                shapes.append(rectangle(layer, mid - half, -out - 6, mid + half, -out))
            case "right":
                shapes.append(rectangle(layer, mid - half, out, mid + half, out + 6))
            case "near-end":
                shapes.append(rectangle(layer, -end - 6, at - half, -end, at + half))
            case "far-end":
                shapes.append(rectangle(layer, length + end, at - half, length + end + 6, at + half))
    shapes += [
        Dimension(
            name="Inside length", start=(0, reach), end=(length, reach), offset=(0, 50), quantity=mm(length),
            path=f"{CHAMBER}/length_mm",
        ),
        Dimension(
            name="Outside width", start=(length + end, -out), end=(length + end, out), offset=(50, 0),
            quantity=mm(2 * out),
        ),
    ]  # fmt: skip
    return Drawing(
        name="plan",
        title="From above, lid off",
        extent=Box(left_mm=-end - 30, top_mm=-reach - 40, right_mm=length + end + 120, bottom_mm=reach + 90),
        shapes=tuple(shapes),
        handles=follower_handles(a, 0.0),
    )
