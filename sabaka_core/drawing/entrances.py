"""What an entrance has about it, seen from outside or cut through: landing board, porch, guard, disc."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.chambers import Disc, Entrance
from sabaka_core.kit.drawing import Circle, Polyline, Shape, rectangle
from sabaka_core.kit.tables import practice

Edges = tuple[float, float, float, float]


def dressed(entrance: Entrance, opening: Edges, outward: int = 0) -> Iterator[Shape]:
    """What is about an opening, by the opening's edges: left, top, right, bottom.

    Args:
        outward: 0 where the opening is looked at; -1 or 1 where its wall is cut and the outside lies left or right.
    """
    left, top, right, low = opening
    board, out = practice("landing_board").span
    if entrance.landing_board:
        if outward:
            edge = left if outward < 0 else right
            yield rectangle(
                "timber", min(edge, edge + outward * out), low, max(edge, edge + outward * out), low + board
            )
        else:
            yield rectangle("timber", left - out / 2, low, right + out / 2, low + board)
    if entrance.porch:
        out = practice("porch").number
        if outward:
            edge = left if outward < 0 else right
            far = edge + outward * out
            yield Polyline(layer="datum", points=((edge, top - out), (far, top), (far, low + out), (edge, low + out)))
        else:
            yield _ring(left - out / 2, top - out, right + out / 2, low + out)
    if entrance.mouse_guard:
        gap = practice("mouse_guard").number
        if outward:
            edge = left if outward < 0 else right
            yield Polyline(layer="excluder", points=((edge, top), (edge, low)))
        else:
            for bar in range(1, int((right - left) // gap)):
                yield Polyline(layer="excluder", points=((left + bar * gap, top), (left + bar * gap, low)))
    if isinstance(entrance, Disc) and not outward:
        yield Circle(layer="datum", x_mm=(left + right) / 2, y_mm=(top + low) / 2, radius_mm=entrance.disc_mm / 2)


def _ring(left: float, top: float, right: float, bottom: float) -> Polyline:
    return Polyline(layer="datum", points=((left, top), (right, top), (right, bottom), (left, bottom), (left, top)))
