"""A part as it is marked out: its face with every size, its edge and end, the saw's tilt, where in the hive it is."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from math import cos, radians, sin, tan

from sabaka_core.base.quantity import Text, deg, mm, text
from sabaka_core.base.units import UNSEEN_DEG, UNSEEN_MM
from sabaka_core.drawing.building import plain_drawing
from sabaka_core.drawing.exploded import STANDS_AT, View
from sabaka_core.kit.dimension import AngleMark, Dimension
from sabaka_core.kit.drawing import Box, Circle, Drawing, Label, LayerName, Polygon, Polyline, Shape
from sabaka_core.woodwork.doing import face_mm, letter
from sabaka_core.woodwork.laid import Laid, Ring, laid
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Extent, Point3, bounds

# A face is so many units long or high at most; on paper one is about a millimetre.
_UNITS, _UNITS_HIGH = 150.0, 45.0
# Rows of sizes stand so far apart, the first so far off; how many there are at most.
_ROW, _FIRST, _MOST_ROWS = 5.0, 8.0, 9
_GRAINS, _TEXT = 3, 3.2
# What is seen as one size [mm].
_ALIKE_MM = 0.6
# A size shorter than so many units has no room for its number.
_ROOM = 11.0
# How far down the face its words stand: what it is, which end is which.
_FACE_AT, _ENDS_AT = 3 / 8, 5 / 8


def face_drawing(part: Part, lies: Laid) -> Drawing:
    """The outer face with outline, openings, pockets and holes, each with its size from the lower left corner."""
    long, wide, _ = lies.size
    unit = _unit(lies)
    shapes: list[Shape] = [_polygon("timber", ring, wide) for ring in lies.outline if not lies.is_round]
    if lies.is_round:
        shapes.append(Circle(layer="timber", x_mm=long / 2, y_mm=wide / 2, radius_mm=part.wide_mm / 2))
    shapes += [
        Polyline(layer="limit", points=((long * 0.02, wide * share), (long * 0.98, wide * share)))
        for share in ((i + 1) / (_GRAINS + 1) for i in range(_GRAINS))
        if wide / unit > 4 * _GRAINS
    ]
    for pocket in lies.pockets:
        shapes.append(_polygon("end-grain" if pocket.outside else "free", pocket.ring, wide))
    shapes += [_polygon("entrance-open", ring, wide) for ring in lies.through]
    foot = outer_foot_mm(lies)
    if foot > UNSEEN_MM:
        shapes.append(Polyline(layer="free", points=((0, wide - foot), (long, wide - foot))))
    shapes += _holes(part, lies, unit)
    along, up = _sizes(part, lies)
    up = [at for at in up if abs(at - foot) > _ALIKE_MM]
    shapes += _overall(part, lies, (_FIRST + _ROW * min(len(up), _MOST_ROWS)) * unit)
    # The nearest rows last: a number lies over the lines that go past it.
    for row, at in reversed(list(enumerate(along[:_MOST_ROWS]))):
        shapes += _from_the_left(at, wide, (_FIRST + _ROW * row) * unit, unit)
    for row, at in reversed(list(enumerate(up[:_MOST_ROWS]))):
        offset = ((_FIRST + _ROW * row) * unit, 0.0)
        low, high = (long, wide - foot), (long, wide - at)
        shapes.append(Dimension(name="Up", start=low, end=high, offset=offset, quantity=mm(abs(at - foot))))
    shapes += _words(part, lies, unit)
    down = _FIRST + _ROW * (min(len(along), _MOST_ROWS) + 0.2)
    beside = _FIRST + _ROW * (min(len(up), _MOST_ROWS) + 1.4)
    return Drawing(
        name="build-parts",
        title=part.name,
        extent=Box(
            left_mm=-4 * unit, top_mm=-(_FIRST + 6) * unit, right_mm=long + beside * unit, bottom_mm=wide + down * unit
        ),
        shapes=tuple(shapes),
    )


def _overall(part: Part, lies: Laid, beside_mm: float) -> Iterator[Shape]:
    """Its length over it, and its width beside it.

    What is round is laid out with corners, which stand a little outside it.
    """
    long, wide, _ = lies.size
    outside = (wide - part.wide_mm) / 2 if lies.is_round or part.is_log else 0.0
    ends = outside if lies.is_round else 0.0
    over, across = mm(long - 2 * ends), mm(wide - 2 * outside)
    yield Dimension(
        name="Long", start=(ends, 0), end=(long - ends, 0), offset=(0, -_FIRST * _unit(lies)), quantity=over
    )
    yield Dimension(
        name="Wide", start=(long, outside), end=(long, wide - outside), offset=(beside_mm, 0), quantity=across
    )


def sheet_drawing(part: Part) -> Drawing:
    """A part as it is marked out: its outer face, or a plain rectangle where there is nothing else to draw."""
    lies = laid(part)
    return face_drawing(part, lies) if lies is not None else plain_drawing(part)


def outer_foot_mm(lies: Laid) -> float:
    """How far above the board's lowest place its outer face begins: its lower edge is bevelled."""
    return min((across for ring in lies.section for across, deep in ring if deep < _ALIKE_MM), default=0.0)


def _unit(lies: Laid) -> float:
    """What is about a millimetre on paper [mm]: longer boards and higher ones are drawn smaller."""
    return max(lies.size[0] / _UNITS, lies.size[1] / _UNITS_HIGH)


def _polygon(layer: LayerName, ring: Ring, wide: float) -> Polygon:
    return Polygon(layer=layer, points=tuple((x, wide - y) for x, y in ring))


def _holes(part: Part, lies: Laid, unit: float) -> Iterator[Shape]:
    """Round holes as round, plugged ones dark, each with its letter and its middle's cross."""
    wide, rounds = lies.size[1], [(i, hole) for i, hole in enumerate(part.holes) if hole.round]
    for bore, (index, hole) in zip(lies.bores, rounds, strict=False):
        x, y, r = bore.x_mm, wide - bore.y_mm, bore.wide_mm / 2
        layer: LayerName = "entrance-plugged" if hole.plugged else "entrance-open"
        yield Circle(layer=layer, x_mm=x, y_mm=y, radius_mm=r)
        for dx, dy in ((r + unit, 0.0), (0.0, r + unit)):
            yield Polyline(layer="limit", points=((x - dx, y - dy), (x + dx, y + dy)))
        yield Label(layer="minor", text=text(letter(index)), x_mm=x, y_mm=y - r - 1.4 * unit)
    for index, hole in enumerate(part.holes):
        if not hole.round:
            up = wide - hole.up_outside_mm - hole.high_mm / 2 - 1.4 * unit
            yield Label(layer="minor", text=text(letter(index)), x_mm=hole.x_mm, y_mm=up)


def _sizes(part: Part, lies: Laid) -> tuple[list[float], list[float]]:
    """Places along and up that are marked: middles of round holes, beginnings and ends of everything else."""
    leaning = part.bevel_deg > UNSEEN_DEG
    along = [*lies.steps(0), *(b.x_mm for b in lies.bores)]
    up = [*(() if leaning else lies.steps(1)), *(b.y_mm for b in lies.bores)]
    if leaning:
        up += [p for pocket in lies.pockets for p in {q[1] for q in pocket.ring} if UNSEEN_MM < p < lies.size[1] - 1]
        up += [q[1] for ring in lies.through for q in ring]
    # What is too low for its sizes has them in words.
    high = lies.size[1] / _unit(lies)
    return _apart(along), _apart([at for at in up if at * high / lies.size[1] >= _ROOM]) if high >= 2 * _ROOM else []


def _from_the_left(at: float, wide: float, down: float, unit: float) -> Iterator[Shape]:
    """A size from the left end; one too short for its number has that beside it."""
    if at / unit >= _ROOM:
        yield Dimension(name="Along", start=(0, wide), end=(at, wide), offset=(0.0, down), quantity=mm(at))
        return
    for x in (0.0, at):
        yield Polyline(layer="limit", points=((x, wide), (x, wide + down)))
    yield Polyline(layer="datum", points=((0.0, wide + down), (at, wide + down)))
    said = text("{at}", at=mm(at))
    yield Label(layer="minor", text=said, x_mm=at + unit, y_mm=wide + down + unit, anchor="start")


def _apart(places: Sequence[float]) -> list[float]:
    found: list[float] = []
    for at in sorted(places):
        if not found or at - found[-1] > _ALIKE_MM:
            found.append(at)
    return found


def _words(part: Part, lies: Laid, unit: float) -> Iterator[Shape]:
    """Which face is seen, and which end is which."""
    long, wide, _ = lies.size
    if wide / unit < 10:
        return
    ends = ends_of(part)
    # Between the lines of the grain.
    y, face = wide * _ENDS_AT, wide * _FACE_AT
    if ends:
        yield Label(layer="minor", text=text(ends[0]), x_mm=2 * unit, y_mm=y, anchor="start")
        yield Label(layer="minor", text=text(ends[1]), x_mm=long - 2 * unit, y_mm=y, anchor="end")
    yield Label(layer="minor", text=text(face_word(part)), x_mm=long / 2, y_mm=face)


def face_word(part: Part) -> str:
    """Which face is drawn."""
    kind = part.thing.split("-")[0]
    if kind in ("sides", "ends", "super", "roof", "opening", "entrance"):
        return "outside face"
    return "upper face" if kind in ("floor", "covers") else "face"


def ends_of(part: Part) -> tuple[str, str] | None:
    """What the left and the right end of its drawing are."""
    if part.thing.startswith("sides"):
        return ("near end", "far end") if "right" in part.id else ("far end", "near end")
    if part.thing.startswith("ends"):
        return ("right side", "left side") if "far" in part.id else ("left side", "right side")
    return ("near end", "far end") if part.thing.startswith("floor") else None


def end_drawing(part: Part, lies: Laid) -> Drawing:
    """Its end, with thickness; of a bevelled board the saw's blade beside it, tilted as it is set."""
    _, wide, thick = lies.size
    unit = max(wide, 4 * thick) / 60.0
    said = text("{t} thick", t=mm(part.thick_mm if part.is_log else thick))
    shapes: list[Shape] = [
        *(Polygon(layer="end-grain", points=ring) for ring in lies.section),
        Label(layer="minor", text=said, x_mm=wide + unit * 2, y_mm=thick / 2 + unit, anchor="start"),
        Label(layer="minor", text=text("outside up"), x_mm=0, y_mm=-3.5 * unit, anchor="start"),
    ]
    return Drawing(
        name="build-parts",
        title=f"{part.name}, its end",
        extent=Box(left_mm=-8 * unit, top_mm=-12 * unit, right_mm=wide + 22 * unit, bottom_mm=thick + 14 * unit),
        shapes=tuple(shapes),
    )


def is_tilted(part: Part) -> bool:
    """Whether the blade is tilted for its edges."""
    return part.bevel_deg > UNSEEN_DEG and not part.profile


def blade_drawing(part: Part) -> Drawing:
    """The edge of a board on the saw's table, the blade tilted through it."""
    thick, tilt = part.thick_mm, radians(part.bevel_deg)
    unit, face = thick / 8.0, min(face_mm(part), 4.0 * thick)
    cut, reach = face + thick * tan(tilt), thick * 1.6 + 4 * unit
    low = (cut + 3 * unit * sin(tilt), thick + 3 * unit * cos(tilt))
    top = (cut - reach * sin(tilt), thick - reach * cos(tilt))
    across = (unit * cos(tilt) * 0.3, -unit * sin(tilt) * 0.3)
    ring = [(p[0] + way * across[0], p[1] + way * across[1]) for p, way in ((low, -1), (low, 1), (top, 1), (top, -1))]
    shapes: list[Shape] = [
        Polygon(layer="end-grain", points=((0, 0), (face, 0), (cut, thick), (0, thick))),
        Polyline(layer="free", points=((-3 * unit, thick), (face + 20 * unit, thick))),
        Polygon(layer="follower", points=tuple(ring)),
        AngleMark(
            name="Tilt",
            quantity=deg(part.bevel_deg),
            corner=(cut, thick),
            radius_mm=thick + 5 * unit,
            turn_deg=-part.bevel_deg,
        ),
        Label(layer="minor", text=text("saw table"), x_mm=0, y_mm=thick + 5 * unit, anchor="start"),
    ]
    return Drawing(
        name="build-parts",
        title=f"{part.name}, the saw’s tilt",
        extent=Box(left_mm=-4 * unit, top_mm=-10 * unit, right_mm=face + 24 * unit, bottom_mm=thick + 8 * unit),
        shapes=tuple(shapes),
    )


def edge_drawing(part: Part, lies: Laid) -> Drawing:
    """Its long edge, where something is cut into a face."""
    long, _, thick = lies.size
    unit = long / _UNITS
    shapes: list[Shape] = [Polygon(layer="end-grain", points=ring) for ring in lies.edge]
    deeps = _apart([p.deep_mm for p in lies.pockets])
    said = Text(
        template=" and ".join(f"{{d{i}}}" for i in range(len(deeps))) + " deep",
        values={f"d{i}": mm(deep) for i, deep in enumerate(deeps)},
    )
    shapes.append(Label(layer="minor", text=said, x_mm=long + 2 * unit, y_mm=thick / 2 + unit, anchor="start"))
    shapes.append(Label(layer="minor", text=text("edge, outside up"), x_mm=0, y_mm=-3 * unit, anchor="start"))
    return Drawing(
        name="build-parts",
        title=f"{part.name}, its edge",
        extent=Box(left_mm=-4 * unit, top_mm=-7 * unit, right_mm=long + 34 * unit, bottom_mm=thick + 3 * unit),
        shapes=tuple(shapes),
    )


def where_drawing(part: Part, everything: Extent) -> Drawing:
    """The hive as a box, and the part in it, dark."""
    turn = STANDS_AT if _on_the_near_side(part, everything) else STANDS_AT + 180.0
    view = View(turn)
    corners: list[Point3] = [(x, y, z) for x in everything[0] for y in everything[1] for z in everything[2]]
    flat = [view.place(p) for p in corners]
    edges = [(i, j) for i in range(8) for j in range(i + 1, 8) if (i ^ j) in (1, 2, 4)]
    shapes: list[Shape] = [Polyline(layer="limit", points=(flat[i], flat[j])) for i, j in edges]
    for copy in part.places:
        for solid in copy:
            shapes += [
                Polygon(layer="follower", points=tuple(view.place(p) for p in face))
                for face in solid.faces
                if view.sees(face)
            ]
    xs, ys = [x for x, _ in flat], [y for _, y in flat]
    return Drawing(
        name="build-parts",
        title=f"Where {part.name} is",
        extent=Box(left_mm=min(xs), top_mm=min(ys), right_mm=max(xs), bottom_mm=max(ys)),
        shapes=tuple(shapes),
    )


def _on_the_near_side(part: Part, everything: Extent) -> bool:
    """Whether it is better seen from the right side."""
    mine = bounds(part.places[0])
    return len(part.places) > 1 or sum(mine[1]) >= sum(everything[1]) - UNSEEN_MM
