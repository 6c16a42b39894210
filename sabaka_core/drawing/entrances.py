"""What pierces a wall, seen from outside or cut through: entrances and what is about them, windows, vents, probes."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.entrances import Disc, Entrance, Opening
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import Circle, LayerName, Polyline, Shape, rectangle
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import PlacedEntrance, PlacedOpening

# An opening's edges: left, top, right, bottom.
Edges = tuple[float, float, float, float]
Pierced = PlacedEntrance | PlacedOpening


def pierced(a: Analysis) -> tuple[Pierced, ...]:
    """Everything that pierces a chamber's walls; a slot's fillers first, its mouths over them."""
    return (*a.openings, *a.fillers, *a.entrances)


def thing_in(placed: Pierced) -> Entrance | Opening:
    """What it is, without its place."""
    return placed.opening if isinstance(placed, PlacedOpening) else placed.entrance


def look_of(thing: Entrance | Opening) -> LayerName:
    """The layer it is drawn on."""
    if not isinstance(thing, Opening):
        return "entrance-open" if thing.is_open else "entrance-plugged"
    if thing.shutter == "shut":
        return "timber"
    return {"window": "glass", "vent": "air", "thermometer": "reach"}[thing.kind]  # type: ignore[return-value]


def face_on(placed: Pierced, at: float, low: float) -> Iterator[Shape]:
    """An opening that is looked at, its middle and its lower edge given, with what is about it."""
    thing = thing_in(placed)
    wide, tall = thing.size_mm
    edges = (at - wide / 2, low - tall, at + wide / 2, low)
    if thing.kind in ("hole", "disc", "thermometer"):
        yield Circle(layer=look_of(thing), x_mm=at, y_mm=low - tall / 2, radius_mm=wide / 2)
    elif isinstance(thing, Opening) and thing.shutter == "shut":
        yield from _shutter(edges)
    else:
        yield rectangle(look_of(thing), *edges)
    yield from _about(thing, edges, 0)


def _shutter(edges: Edges) -> Iterator[Shape]:
    """A shut shutter: its edge, the pane's behind it, and its knob; what hangs inside is seen through it."""
    left, top, right, low = edges
    inset = min(right - left, low - top) / 8
    yield _ring(left, top, right, low)
    yield _ring(left + inset, top + inset, right - inset, low - inset)
    yield Circle(layer="datum", x_mm=(left + right) / 2, y_mm=low - inset / 2, radius_mm=inset / 3)


def cut_through(placed: Pierced, left: float, thick: float, low: float, outward: int) -> Iterator[Shape]:
    """An opening whose wall is cut: a channel through it; outward is -1 to the left, 1 to the right."""
    thing = thing_in(placed)
    edges = (left, low - thing.size_mm[1], left + thick, low)
    yield rectangle(look_of(thing), *edges)
    yield from _about(thing, edges, outward)


def _about(thing: Entrance | Opening, edges: Edges, outward: int) -> Iterator[Shape]:
    if isinstance(thing, Opening):
        if thing.shutter == "open" and not outward:
            # Its shutter hangs down beside it.
            left, top, right, low = edges
            yield _ring(left, low, right, low + (low - top))
        return
    yield from dressed(thing, edges, outward)


def dressed(entrance: Entrance, opening: Edges, outward: int = 0) -> Iterator[Shape]:
    """What is about an entrance, by the opening's edges: left, top, right, bottom.

    Args:
        outward: 0 where the opening is looked at; -1 or 1 where its wall is cut and the outside lies left or right.
    """
    left, top, right, low = opening
    board, out = practice("landing_board").span
    edge = left if outward < 0 else right
    if entrance.landing_board:
        if outward:
            far = edge + outward * out
            yield rectangle("timber", min(edge, far), low, max(edge, far), low + board)
        else:
            yield rectangle("timber", left - out / 2, low, right + out / 2, low + board)
    if entrance.porch:
        strip, foot = practice("porch_strip").number, low + entrance.porch_drop_mm
        if outward:
            far = edge + outward * entrance.porch_deep_mm
            yield Polyline(layer="datum", points=((edge, top - strip), (far, top - strip), (far, foot), (edge, foot)))
        else:
            yield _ring(left - strip, top - strip, right + strip, foot)
    if entrance.mouse_guard:
        yield from _guard(entrance, opening, outward)
    if isinstance(entrance, Disc) and not outward:
        middle = (left + right) / 2, (top + low) / 2
        yield Circle(layer="datum", x_mm=middle[0], y_mm=middle[1], radius_mm=entrance.disc_mm / 2)
        yield from _setting(entrance, middle)


def _guard(entrance: Entrance, opening: Edges, outward: int) -> Iterator[Shape]:
    """A guard's strip: cut a line, seen a strip with lines between its holes."""
    left, top, right, low = opening
    if outward:
        edge = left if outward < 0 else right
        yield Polyline(layer="excluder", points=((edge, top), (edge, low)))
        return
    gap = practice("guard_pitch").number
    for bar in range(1, int((right - left) // gap)):
        yield Polyline(layer="excluder", points=((left + bar * gap, top), (left + bar * gap, low)))


def _setting(disc: Disc, middle: tuple[float, float]) -> Iterator[Shape]:
    """What a disc turned to a setting leaves to be seen of its bore."""
    x, y, r = *middle, disc.opening_mm / 2
    if disc.setting == "part":
        # Its hole stands off the bore by half a width.
        yield Circle(layer="datum", x_mm=x + r, y_mm=y, radius_mm=r)
    elif disc.setting == "excluder":
        for step in (-0.5, 0.0, 0.5):
            yield Polyline(layer="excluder", points=((x + step * r, y - r * 0.8), (x + step * r, y + r * 0.8)))
    elif disc.setting == "vent":
        for step in (-0.5, 0.0, 0.5):
            yield Circle(layer="air", x_mm=x + step * r, y_mm=y, radius_mm=r / 6)


def _ring(left: float, top: float, right: float, bottom: float) -> Polyline:
    return Polyline(layer="datum", points=((left, top), (right, top), (right, bottom), (left, bottom), (left, top)))
