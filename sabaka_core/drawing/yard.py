"""The yard book, drawn: a hive as it was seen, the plan's follower over it."""

from __future__ import annotations

from collections.abc import Sequence

from sabaka_core.document.run import Comb, Follower, Gap
from sabaka_core.drawing.lengthwise import item_layer
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM, Box, Circle, Drawing, Polyline, Shape, rectangle

# Over and under the strip: followers stand out, the plan's line goes on to the next visit's rod.
_OUT_MM, _ROOM_MM = 10.0, 16.0


# Where the plan's nest ends at the upper edge of a rod, on its day, and at the lower edge [mm].
PlannedEnd = tuple[float, float, float]


def seen_rod(a: Analysis, planned_mm: PlannedEnd | None, title: str) -> Drawing:
    """A chamber's run as it was seen, the plan's line over it; y has no scale."""
    end, length = a.end_mm, a.run_mm
    shapes: list[Shape] = [
        rectangle("gap", 0, 0, length, STRIP_MM),
        rectangle("end-grain", -end, 0, 0, STRIP_MM),
        rectangle("end-grain", length, 0, length + end, STRIP_MM),
    ]
    for placed in a.layout.placed:
        if not isinstance(placed.item, Gap):
            top, foot = (-_OUT_MM, STRIP_MM + _OUT_MM) if isinstance(placed.item, Follower) else (0.0, STRIP_MM)
            shapes.append(rectangle(item_layer(placed), placed.start_mm, top, placed.end_mm, foot, placed.index))
    for placed_entrance in a.entrances:
        layer = "entrance-open" if placed_entrance.entrance.is_open else "entrance-plugged"
        shapes.append(Circle(layer=layer, x_mm=placed_entrance.middle_mm, y_mm=STRIP_MM, radius_mm=6.0))
    top, foot = -_ROOM_MM, STRIP_MM + _ROOM_MM
    if planned_mm is not None:
        shapes.append(planned_line(planned_mm))
    return Drawing(
        name="seen",
        title=title,
        extent=Box(left_mm=-end, top_mm=top, right_mm=length + end, bottom_mm=foot),
        shapes=tuple(shapes),
    )


def with_strips(rod: Drawing, a: Analysis, after: Sequence[int]) -> Drawing:
    """A rod with strips hung after some of its combs, counted from the near end from 1."""
    combs = [placed for placed in a.layout.placed if isinstance(placed.item, Comb)]
    strips = tuple(
        Polyline(layer="strip", points=((combs[at - 1].end_mm, -_ROOM_MM), (combs[at - 1].end_mm, STRIP_MM + _ROOM_MM)))
        for at in after
        if 1 <= at <= len(combs)
    )
    return rod.model_copy(update={"shapes": (*rod.shapes, *strips)})


def planned_line(planned_mm: PlannedEnd) -> Polyline:
    """The plan's line through one rod; the rods of a year make one line."""
    above, on, below = planned_mm
    top, foot = -_ROOM_MM, STRIP_MM + _ROOM_MM
    return Polyline(layer="planned", points=((above, top), (on, STRIP_MM / 2), (below, foot)))
