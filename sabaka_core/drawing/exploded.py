"""A hive pulled apart, in axonometric view from any side: every part in its place, moved outward, by its number."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from math import cos, hypot, pi, radians, sin, sqrt

import numpy as np

from sabaka_core.base.quantity import text
from sabaka_core.kit.dimension import Point
from sabaka_core.kit.drawing import Box, Drawing, Label, LayerName, Polygon, Shape
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Extent, Point3, Prism, bounds, moved

# How much one looks down [deg]; where one stands first, off the right side towards the near end [deg].
_DOWN, STANDS_AT = 26.0, 30.0
# How far parts move outward, of the hive's greatest size; then by what they are, sideways and up.
_APART = 0.28
_UP = {"Bars and frames": 2.0, "Run": 1.3, "Covers": 2.7, "Roof": 3.6, "Supers": 3.0}
_MARGIN_MM, _ABOVE_MM = 30.0, 8.0
_ALL = 10_000
# Solids that are over each other by less on the sheet aren't.
_SEEN_MM = 0.1
# Round holes are drawn with so many sides; two numbers stand so far apart, as a part of the drawing's width.
_MOUTH_SIDES, _LABEL, _ROUNDS, _UPRIGHT = 16, 0.06, (1, 1.5, 2, 2.5, 3), 0.7
# What lies so near to the middle, as a part of the whole, stays where it is.
_IN_THE_MIDDLE = 0.05
_LAYERS: dict[str, LayerName] = {"Box": "timber", "Bars and frames": "bar", "Run": "follower", "Roof": "end-grain"}


class View:
    """Where one stands: so far round the hive, looking a little down."""

    def __init__(self, turn_deg: float) -> None:
        turn, down = radians(turn_deg), radians(_DOWN)
        self._right = (cos(turn), sin(turn))
        self._away = (-sin(turn), cos(turn))
        self._flat, self._steep = cos(down), sin(down)

    def place(self, at: Point3) -> Point:
        """Where on the sheet a place of the hive is. The right side is at y above 0: what is drawn must not be its
        mirror."""
        x, y, z = at[0], -at[1], at[2]
        return x * self._right[0] + y * self._right[1], -z * self._flat - self.away(at) * self._steep

    def away(self, at: Point3) -> float:
        """How far back a place is, level."""
        return at[0] * self._away[0] - at[1] * self._away[1]

    def depth(self, at: Point3) -> float:
        """How far from the eye a place is."""
        return self.away(at) * self._flat - at[2] * self._steep

    def sees(self, face: Sequence[Point3]) -> bool:
        """Whether a face turns to the eye."""
        a, b, c = face[0], face[1], face[2]
        u, v = [q - p for p, q in zip(a, b, strict=True)], [q - p for p, q in zip(a, c, strict=True)]
        normal = (u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0])
        return sum(n * d for n, d in zip(normal, self.back, strict=True)) < -1e-9

    @property
    def back(self) -> Point3:
        """The way that leads straight away from the eye."""
        return self._away[0] * self._flat, -self._away[1] * self._flat, -self._steep


def exploded_drawing(
    parts: Sequence[Part], apart: float = 1.0, turn_deg: float = STANDS_AT, most: int = _ALL
) -> Drawing:
    """Every placed part, moved apart from the middle by what it is; ``item`` is the part's number in the list.

    Args:
        most: so many copies of a part are drawn at most, evenly from its first to its last.
        apart: 0 draws the hive put together, 1 pulled apart.
        turn_deg: how far round the hive one stands, from its right side.
    """
    placed = [
        (index, copy, prism) for index, part in enumerate(parts) for copy in _some(part.places, most) for prism in copy
    ]
    if not placed:
        extent = Box(left_mm=0, top_mm=0, right_mm=100, bottom_mm=100)
        return Drawing(name="build-exploded", title="Nothing to show", extent=extent, shapes=())
    view, everything = View(turn_deg), bounds([prism for _, _, prism in placed])
    by = max(high - low for low, high in everything) * _APART * apart
    about = _boxes(parts, everything)
    solids = [
        moved(prism, *_shift(parts[index], copy, about.get(parts[index].box, everything), by))
        for index, copy, prism in placed
    ]
    faces: list[Polygon] = []
    numbers: dict[int, tuple[float, Point]] = {}
    for number in _far_first(solids, view):
        index, solid = placed[number][0], solids[number]
        layer = _LAYERS.get(parts[index].group, "timber")
        seen = [face for face in solid.faces if view.sees(face)]
        faces += [Polygon(layer=layer, points=tuple(view.place(p) for p in face), item=index) for face in seen]
        faces += _mouths(parts[index], placed[number][1], placed[number][2], solid, view, index)
        near = view.depth(solid.centre)
        if index not in numbers or near < numbers[index][0]:
            numbers[index] = (near, view.place(solid.centre))
    shapes: list[Shape] = list(faces)
    if apart:
        wide = max(x for f in faces for x, _ in f.points) - min(x for f in faces for x, _ in f.points)
        for index, (x, y) in _clear({i: at for i, (_, at) in sorted(numbers.items())}, wide * _LABEL):
            shapes.append(Label(layer="note", text=text(f"{index + 1}"), x_mm=x, y_mm=y + _ABOVE_MM))
    xs = [x for face in faces for x, _ in face.points]
    ys = [y for face in faces for _, y in face.points]
    return Drawing(
        name="build-exploded",
        title="The hive pulled apart" if apart else "The hive put together",
        extent=Box(
            left_mm=min(xs) - _MARGIN_MM,
            top_mm=min(ys) - _MARGIN_MM,
            right_mm=max(xs) + _MARGIN_MM,
            bottom_mm=max(ys) + _MARGIN_MM,
        ),
        shapes=tuple(shapes),
    )


def _some(places: tuple[tuple[Prism, ...], ...], most: int) -> list[tuple[Prism, ...]]:
    """So many of a part's copies at most, evenly from the first to the last."""
    if len(places) <= most:
        return list(places)
    return [places[round(i * (len(places) - 1) / (most - 1))] for i in range(most)]


def _mouths(
    part: Part, copy: tuple[Prism, ...], prism: Prism, solid: Prism, view: View, item: int
) -> Iterator[Polygon]:
    """Round holes of a part where they come out of one of its solids, on the side that is seen."""
    number = next((i for i, each in enumerate(part.places) if each is copy), 0)
    by = [solid.box[i][0] - prism.box[i][0] for i in range(3)]
    for bore in part.bores[number] if number < len(part.bores) else ():
        outward = min(bore.mouths, key=view.depth)
        if not all(low - 1 <= at <= high + 1 for at, (low, high) in zip(bore.at, prism.box, strict=True)):
            continue
        first, second = _across(bore.along)
        turns = [2 * pi * i / _MOUTH_SIDES for i in range(_MOUTH_SIDES)]
        ring = [
            tuple(
                at + d + bore.wide_mm / 2 * (cos(t) * u + sin(t) * v)
                for at, d, u, v in zip(outward, by, first, second, strict=True)
            )
            for t in turns
        ]
        yield Polygon(layer="entrance-plugged", points=tuple(view.place((p[0], p[1], p[2])) for p in ring), item=item)


def _across(along: Point3) -> tuple[Point3, Point3]:
    """Two directions square to a hole's and to each other."""
    x, y, z = along
    first: Point3 = (0.0, 0.0, 1.0) if abs(z) < _UPRIGHT else (1.0, 0.0, 0.0)
    second = (y * first[2] - z * first[1], z * first[0] - x * first[2], x * first[1] - y * first[0])
    long = sqrt(sum(c * c for c in second)) or 1.0
    u: Point3 = (second[0] / long, second[1] / long, second[2] / long)
    return u, (y * u[2] - z * u[1], z * u[0] - x * u[2], x * u[1] - y * u[0])


def _clear(places: dict[int, Point], apart: float) -> Iterator[tuple[int, Point]]:
    """Where each number stands: in its place, or as near to it as none stands already."""
    taken: list[Point] = []
    for index, (x, y) in places.items():
        tries = [(x, y)]
        tries += [
            (x + r * apart * cos(pi * k / 4), y + r * apart * sin(pi * k / 4))
            for r in _ROUNDS
            for k in range(_MOUTH_SIDES // 2)
        ]
        at = next((p for p in tries if all(hypot(p[0] - q[0], p[1] - q[1]) >= apart for q in taken)), (x, y))
        taken.append(at)
        yield index, at


def _far_first(solids: Sequence[Prism], view: View) -> list[int]:
    """Solids in the order in which they can be painted: none before what lies behind it.

    One lies behind another where its block is wholly on the far side along an axis, and both are seen over each other.
    Where that goes round in a ring, the one that lies farthest goes first.
    """
    low, high = (np.array([[span[i] for span in solid.box] for solid in solids]) for i in (0, 1))
    flat = [np.array([view.place(p) for p in solid.corners]) for solid in solids]
    left, right = (np.array([pick(axis=0) for pick in (f.min if i == 0 else f.max for f in flat)]) for i in (0, 1))
    over = np.all((left[:, None] < right[None] - _SEEN_MM) & (left[None] < right[:, None] - _SEEN_MM), axis=2)
    before = np.zeros_like(over)
    for axis, back in enumerate(view.back):
        far = low[:, None, axis] >= high[None, :, axis] - _SEEN_MM
        near = high[:, None, axis] <= low[None, :, axis] + _SEEN_MM
        before |= (far & ~near) if back > 0 else (near & ~far)
    before &= over & ~before.T
    waits = before.sum(axis=0)
    depth = np.array([-view.depth(solid.centre) for solid in solids])
    order: list[int] = []
    left_over = np.ones(len(solids), dtype=bool)
    for _ in solids:
        free = left_over & (waits == 0)
        among = free if free.any() else left_over
        chosen = int(np.argmin(np.where(among, depth, np.inf)))
        order.append(chosen)
        left_over[chosen] = False
        waits = waits - before[chosen]
    return order


def _boxes(parts: Sequence[Part], everything: Extent) -> dict[int | None, Extent]:
    """Each chamber's own extent, from whose middle its parts move outward."""
    own: dict[int | None, list[Prism]] = {}
    for part in parts:
        if part.box is not None and part.group == "Box":
            own.setdefault(part.box, []).extend(prism for copy in part.places for prism in copy)
    return {box: bounds(solids) for box, solids in own.items() if solids} | {None: everything}


def _shift(part: Part, copy: tuple[Prism, ...], about: Extent, by: float) -> tuple[float, float, float]:
    """How far a part moves: up by what it is, down if it is floor or stand, else outward by where it lies."""
    kind = part.thing.split("-")[0]
    if kind == "stand":
        return 0.0, 0.0, -1.6 * by
    if kind == "floor":
        return 0.0, 0.0, -by
    if part.group in _UP or kind in ("super", "roof", "covers"):
        up = _UP.get(part.group, _UP["Roof"] if kind == "roof" else _UP["Supers"] if kind == "super" else _UP["Covers"])
        return 0.0, 0.0, up * by
    off = [
        (sum(mine) - sum(span)) / 2 / max(span[1] - span[0], 1.0)
        for mine, span in zip(bounds(copy), about, strict=True)
    ]
    if max(abs(off[0]), abs(off[1])) < _IN_THE_MIDDLE:
        return 0.0, 0.0, 0.0
    far = 1.5 if kind in ("entrance", "opening") else 1.0
    if kind == "ends" or (kind != "sides" and abs(off[0]) > abs(off[1])):
        return (far * by if off[0] > 0 else -far * by), 0.0, 0.0
    return 0.0, (far * by if off[1] > 0 else -far * by), 0.0
