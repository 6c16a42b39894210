"""Drawings as data: shapes in millimetres on named layers, dimension lines and handles.

No colours, pixels or markup here: renderers turn layers into a look. ``y`` runs down.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.base.quantity import Quantity, Text, Value
from sabaka_core.kit.dimension import AngleMark, Dimension, Point

LayerName = Literal[
    "timber",
    "end-grain",
    "bar",
    "limit",
    "free",
    "predicted",
    "touch",
    "cavity",
    "gap",
    "follower",
    "litter",
    "entrance-open",
    "entrance-plugged",
    "comb-empty",
    "comb-brood",
    "comb-pollen",
    "comb-nectar",
    "comb-honey",
    "feeder",
    "excluder",
    "rule-mm",
    "rule-in",
    "datum",
    "reach",
    "planned",
    "strip",
    "glass",
    "new-part",
    "lost",
    "insulation",
    "sheet",
    "air",
    "heat-1",
    "heat-2",
    "heat-3",
    "heat-4",
    "heat-5",
]
# Words by what they are.
WordsLayer = Literal["note", "value", "minor", "rule-mm", "rule-in", "bar-number"]
# Height of the rod's strip in its drawing: only the length is to scale.
STRIP_MM = 100.0
DrawingName = Literal["section", "along", "plan", "slope", "board", "above", "beside", "whole", "rod"]


class Polygon(Value):
    """A closed shape. ``item`` is the index of the run item it stands for."""

    kind: Literal["polygon"] = "polygon"
    layer: LayerName
    points: tuple[Point, ...]
    item: int | None = None


class Polyline(Value):
    """A line through points."""

    kind: Literal["polyline"] = "polyline"
    layer: LayerName
    points: tuple[Point, ...]


class Strokes(Value):
    """Short lines of one kind, as the ticks of a rule; ``names`` stand at the height ``names_mm``, one for each line,
    empty where a line has none."""

    kind: Literal["strokes"] = "strokes"
    layer: Literal["rule-mm", "rule-in"]
    lines: tuple[tuple[Point, Point], ...]
    names: tuple[str, ...]
    names_mm: float

    @property
    def labels(self) -> tuple[Label, ...]:
        """Its names as words on the drawing."""
        named = zip(self.lines, self.names, strict=True)
        return tuple(
            Label(layer=self.layer, text=Text(template=name), x_mm=start[0], y_mm=self.names_mm)
            for (start, _), name in named
            if name
        )


class Circle(Value):
    """A circle."""

    kind: Literal["circle"] = "circle"
    layer: LayerName
    x_mm: float
    y_mm: float
    radius_mm: float


class Label(Value):
    """Words at a place."""

    kind: Literal["label"] = "label"
    layer: WordsLayer
    text: Text
    x_mm: float
    y_mm: float
    anchor: Literal["start", "middle", "end"] = "middle"


Shape = Annotated[Polygon | Polyline | Strokes | Circle | Label | Dimension | AngleMark, Field(discriminator="kind")]


class Handle(Value):
    """Something to take hold of: what it is, where it stands and which way it moves.

    ``x_mm`` and ``y_mm`` are the place it reports when dropped; ``grip_x_mm`` is where it is drawn;
    ``snaps`` are the places along its axis it clicks into [mm].
    """

    id: str
    label: str
    x_mm: float
    y_mm: float
    grip_x_mm: float
    axis: Literal["x", "y"]
    least_mm: float
    most_mm: float
    quantity: Quantity
    text: Text
    snaps: tuple[float, ...] = ()
    item: int | None = None


class Box(Value):
    """Extent of a drawing [mm]."""

    left_mm: float
    top_mm: float
    right_mm: float
    bottom_mm: float


class ThingMark(Value):
    """Where a thing that can be taken hold of lies on a drawing [mm]: which one, what it is called, its chamber."""

    id: str
    title: str
    box: int | None
    left_mm: float
    top_mm: float
    right_mm: float
    bottom_mm: float


class Drawing(Value):
    """One drawing. Shapes are listed from the back to the front; no two drawings of a hive have one name."""

    name: str
    title: str
    extent: Box
    shapes: tuple[Shape, ...]
    handles: tuple[Handle, ...] = ()
    things: tuple[ThingMark, ...] = ()


def to_the_micron(points: Iterable[Point]) -> tuple[Point, ...]:
    """A curve’s points as they are drawn: no eye and no saw sees more than a thousandth of a millimetre."""
    return tuple((round(x, 3), round(y, 3)) for x, y in points)


def rectangle(
    layer: LayerName, left: float, top: float, right: float, bottom: float, item: int | None = None
) -> Polygon:
    """An upright rectangle [mm]."""
    return Polygon(layer=layer, points=((left, top), (right, top), (right, bottom), (left, bottom)), item=item)
