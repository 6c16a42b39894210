"""The hive along its run: the long section and the plan from above, and what the rod shares with them."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Text, mm, text
from sabaka_core.document.base import Side
from sabaka_core.document.combs import CombType, Frame, TopBar
from sabaka_core.document.run import Comb, Divider, Excluder, Feeder, Follower, Gap, Spacer
from sabaka_core.drawing.entrances import Pierced, cut_through, face_on, look_of, pierced, thing_in
from sabaka_core.drawing.section import outside_half_mm, over_mm
from sabaka_core.edits.follower import track
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import feeder_size, foot_mm
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Box, Circle, Drawing, Handle, LayerName, Polyline, Shape, rectangle
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import Placed

_COMB_LAYERS: dict[str, LayerName] = {
    "empty": "comb-empty",
    "brood": "comb-brood",
    "pollen": "comb-pollen",
    "nectar": "comb-nectar",
    "honey": "comb-honey",
}


def item_layer(placed: Placed) -> LayerName:
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
    if isinstance(item, Spacer) and item.make == "window":
        return "glass"
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
        return tuple(sorted(round(stop.face_mm, 4) for stop in track(a.hive, a.box, side).stops))
    except SabakaError:
        return ()


_BESIDE: dict[Side, str] = {"near": "before", "far": "after"}


def _standing(a: Analysis, side: Side, face: float) -> Text:
    """Where a follower stands, by the bar it touches."""
    nest = a.layout.nest
    beside = (nest[0] if side == "near" else nest[-1]) if nest else None
    if beside is None or beside.number is None:
        return text("{x} · away from the combs", x=mm(face))
    return text(f"{{x}} · {_BESIDE[side]} {a.place_word} {beside.number}", x=mm(face))


def along_drawing(a: Analysis) -> Drawing:
    """The long section: combs seen edge on, from the left side."""
    section, end, length = a.section, a.end_mm, a.run_mm
    height, over = section.height_mm, over_mm(a)
    below = height + a.floor_board_mm
    rise = 0.0 if a.main_frame else over
    shapes: list[Shape] = [
        rectangle("cavity", 0, 0, length, height),
        rectangle("end-grain", -end, -rise, 0, below),
        rectangle("end-grain", length, -rise, length + end, below),
    ]
    if a.floor_board_mm:
        shapes.append(rectangle("timber", 0, height, length, below))
    if a.litter_mm:
        shapes.append(rectangle("litter", 0, height - a.litter_mm, length, height))
    for placed in a.layout.placed:
        shapes += _edge_on(a, placed, over)
    for each in pierced(a):
        low = height - thing_in(each).height_mm
        if each.start_mm == each.end_mm:
            # Through the end wall: seen from the side, a channel.
            left = -end if each.start_mm <= 0 else length
            shapes += cut_through(each, left, end, low, -1 if left < 0 else 1)
        else:
            shapes += face_on(each, each.middle_mm, low)
    shapes += [
        Dimension(
            name="Inside length" if a.chamber.axis == "lying" else "Along the run",
            start=(0, below),
            end=(length, below),
            offset=(0, 60),
            quantity=mm(length),
            path=a.run_path,
        ),
        Dimension(
            name="Between the followers",
            start=(a.layout.nest_start_mm, -over),
            end=(a.layout.nest_end_mm, -over),
            offset=(0, -40),
            quantity=mm(a.layout.nest_end_mm - a.layout.nest_start_mm),
        ),
    ]
    return Drawing(
        name="along",
        title="Section along the run",
        extent=Box(left_mm=-end - 30, top_mm=-over - 80, right_mm=length + end + 30, bottom_mm=below + 100),
        shapes=tuple(shapes),
        handles=follower_handles(a, height / 2),
    )


def _edge_on(a: Analysis, placed: Placed, over: float) -> list[Shape]:
    """One item of the run in the long section."""
    item = placed.item
    if isinstance(item, Gap):
        return []
    if not isinstance(item, Comb):
        return list(_board_edge_on(a, placed, over))
    kind, hung, middle = a.hive.comb_type(item.type), a.hung(placed), placed.middle_mm
    half = min(practice("comb_thickness").span[1], placed.length_mm - 6) / 2
    comb = rectangle(item_layer(placed), middle - half, hung.top_mm, middle + half, hung.bottom_mm, placed.index)
    if isinstance(kind, Frame):
        top = a.frame_top_mm(kind)
        wide = kind.top_bar_width_mm / 2
        bar = rectangle("bar", middle - wide, top, middle + wide, top + kind.top_bar_thickness_mm, placed.index)
        return [comb, bar] if hung.outline("predicted") else [bar]
    if isinstance(kind, TopBar):
        return [rectangle("bar", placed.start_mm, -kind.thickness_mm, placed.end_mm, 0, placed.index), comb]
    return [comb]


def _board_edge_on(a: Analysis, placed: Placed, over: float) -> Iterator[Shape]:
    """A board, a feeder, an excluder or a strip in the long section, cut in the hive's middle."""
    item, height = placed.item, a.section.height_mm
    start, end, look = placed.start_mm, placed.end_mm, item_layer(placed)
    match item:
        case Follower() | Divider():
            yield rectangle(look, start, -over, end, height - foot_mm(a, item), placed.index)
            if item.insulated:
                third = (end - start) / 3
                yield rectangle("insulation", start + third, -over, end - third, height - foot_mm(a, item))
            if item.feeding_hole:
                low = height - item.hole_up_mm
                yield rectangle("entrance-open", start, low - practice("feeding_hole").number, end, low)
        case Excluder():
            yield rectangle(look, start, -over, end, height - item.foot_gap_mm, placed.index)
        case Feeder():
            made, free = feeder_size(a, item), practice("feeder_free").number
            yield rectangle(look, start, -over, end, made.deep_mm, placed.index)
            face = practice("feeder_face").number
            yield rectangle("cavity", start + face, free, end - face, made.deep_mm - face)
            if item.climb == "float":
                yield rectangle("timber", start + 2 * face, free, end - 2 * face, free + face)
            elif item.climb == "ladder":
                middle = (start + end) / 2
                yield Polyline(layer="excluder", points=((middle, free), (middle, made.deep_mm - face)))
        case Spacer(make="filler"):
            yield rectangle(look, start, -over, end, height, placed.index)
        case _:
            yield rectangle(look, start, -over, end, practice("strip_deep").number, placed.index)


def plan_drawing(a: Analysis) -> Drawing:
    """From above with the lid off: combs, followers and where the entrances pierce the walls."""
    return log_plan(a) if a.cavity.varies else _box_plan(a)


def _box_plan(a: Analysis) -> Drawing:
    end, length = a.end_mm, a.run_mm
    out, inside = outside_half_mm(a), max(a.section.top_mm / 2, max(x for x, _ in a.section.wall))
    carriers = [carrier_length_mm(kind, 2 * inside) for kind in a.carriers]
    reach = max(out, *(c / 2 for c in carriers)) if carriers else out
    shapes: list[Shape] = [
        rectangle("cavity", 0, -inside, length, inside),
        rectangle("timber", -end, -out, length + end, -inside),
        rectangle("timber", -end, inside, length + end, out),
        rectangle("end-grain", -end, -inside, 0, inside),
        rectangle("end-grain", length, -inside, length + end, inside),
    ]
    for lining in a.chamber.linings:
        for low in (-inside, inside - lining.thickness_mm):
            shapes.append(rectangle("end-grain", lining.from_mm, low, lining.to_mm, low + lining.thickness_mm))
    for placed in a.layout.placed:
        item = placed.item
        if isinstance(item, Comb):
            kind = a.hive.comb_type(item.type)
            half = carrier_length_mm(kind, 2 * inside) / 2
            wide = kind.top_bar_width_mm / 2 if isinstance(kind, Frame) else placed.length_mm / 2
            middle = placed.middle_mm
            shapes.append(rectangle("bar", middle - wide, -half, middle + wide, half, placed.index))
        elif not isinstance(item, Gap):
            shapes += _board_from_above(a, placed, inside)
    shapes += [_pierced(a, each, out) for each in pierced(a)]
    shapes += [
        Dimension(
            name="Inside length" if a.chamber.axis == "lying" else "Along the run",
            start=(0, reach),
            end=(length, reach),
            offset=(0, 50),
            quantity=mm(length),
            path=a.run_path,
        ),
        Dimension(
            name="Outside width",
            start=(length + end, -out),
            end=(length + end, out),
            offset=(50, 0),
            quantity=mm(2 * out),
        ),
    ]
    return Drawing(
        name="plan",
        title="From above, lid off",
        extent=Box(left_mm=-end - 30, top_mm=-reach - 40, right_mm=length + end + 120, bottom_mm=reach + 90),
        shapes=tuple(shapes),
        handles=follower_handles(a, 0.0),
    )


def _board_from_above(a: Analysis, placed: Placed, inside: float) -> Iterator[Shape]:
    """A board, a feeder, an excluder or a strip from above."""
    item, half = placed.item, inside
    if isinstance(item, Follower | Divider | Excluder):
        half -= item.side_clearance_mm
    elif isinstance(item, Feeder):
        half = feeder_size(a, item).top_mm / 2
    yield rectangle(item_layer(placed), placed.start_mm, -half, placed.end_mm, half, placed.index)
    if isinstance(item, Follower | Divider) and item.feeding_hole:
        across = practice("feeding_hole").number / 2
        yield rectangle(
            "entrance-open", placed.start_mm, item.hole_at_mm - across, placed.end_mm, item.hole_at_mm + across
        )


def carrier_length_mm(kind: CombType, inside_mm: float) -> float:
    """How long a comb's carrier is across the run; a fixed comb reaches from wall to wall [mm]."""
    if isinstance(kind, TopBar):
        return kind.length_mm
    return kind.top_bar_mm if isinstance(kind, Frame) else inside_mm


def _pierced(a: Analysis, placed: Pierced, out: float) -> Shape:
    """Where an opening goes through a wall, seen from above. The run lies along x."""
    entrance, end, length = thing_in(placed), a.end_mm, a.run_mm
    layer = look_of(entrance)
    half = entrance.size_mm[0] / 2
    if placed.start_mm == placed.end_mm:
        across = entrance.at_mm if entrance.wall.endswith("-end") else entrance.at_mm - a.chamber.length_mm / 2
        if placed.start_mm <= 0:
            return rectangle(layer, -end - 6, across - half, -end, across + half)
        return rectangle(layer, length + end, across - half, length + end + 6, across + half)
    mid, near = placed.middle_mm, entrance.wall in ("left", "near-end")
    return rectangle(layer, mid - half, -out - 6 if near else out, mid + half, -out if near else out + 6)


def log_plan(a: Analysis) -> Drawing:
    """A log from above: the bore, its wall, and each comb as the chord it is."""
    radius = a.run_mm / 2
    standing = a.chamber.axis == "standing"
    side = a.side_mm if standing else a.end_mm
    long = None if standing else a.section.top_mm
    out = radius + side
    shapes: list[Shape] = []
    if long is None:
        shapes += [
            Circle(layer="end-grain", x_mm=radius, y_mm=0, radius_mm=out),
            Circle(layer="cavity", x_mm=radius, y_mm=0, radius_mm=radius),
        ]
    else:
        shapes += [
            rectangle("timber", -side, -long / 2 - a.side_mm, a.run_mm + side, long / 2 + a.side_mm),
            rectangle("cavity", 0, -long / 2, a.run_mm, long / 2),
        ]
    thick = practice("comb_thickness").span[1]
    for placed in a.layout.combs:
        hung = a.hung(placed)
        half = hung.width_mm / 2
        if half <= 0:
            continue
        wide = min(thick, placed.length_mm - 6) / 2
        middle = placed.middle_mm
        shapes.append(rectangle(item_layer(placed), middle - wide, -half, middle + wide, half, placed.index))
    for each in pierced(a):
        shapes.append(_pierced(a, each, out if standing else long / 2 + a.side_mm if long else out))
    shapes += [
        Dimension(
            name="Bore", start=(0, out), end=(a.run_mm, out), offset=(0, 50), quantity=mm(a.run_mm), path=a.run_path
        ),
        Dimension(
            name="Outside",
            start=(-side, out),
            end=(a.run_mm + side, out),
            offset=(0, 100),
            quantity=mm(a.run_mm + 2 * side),
        ),
    ]
    reach = out if long is None else long / 2 + a.side_mm
    return Drawing(
        name="plan",
        title="The log from above" if standing else "The lying log from above",
        extent=Box(
            left_mm=-side - 60, top_mm=-reach - 50, right_mm=a.run_mm + side + 60, bottom_mm=max(reach, out) + 140
        ),
        shapes=tuple(shapes),
    )
