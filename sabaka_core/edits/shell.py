"""Layers of walls, floor and roof: put in, taken out, moved, made alike; outside sizes that are typed or held."""

from __future__ import annotations

import re
from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.base.units import parse_length
from sabaka_core.document.base import LayerThickness, Material
from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Hive, Roof
from sabaka_core.edits.action import Bench, Edit, Held, Index, Pointer, TypedEdit
from sabaka_core.edits.outside import outside_kept, with_outside
from sabaka_core.edits.values import replace_value
from sabaka_core.hive.roof import roof_layers

Way = Literal["across", "along"]
MOST_LAYERS = 8
_WALL = re.compile(r"/chambers/(\d+)/walls/(sides|ends|floor)")
_ROOF = "/roof/layers"


def layers_at(hive: Hive, path: str) -> tuple[Layer, ...]:
    """The layers that a JSON pointer names, inside first.

    Raises:
        ParameterError: at ``path``: there are none.
    """
    wall = _WALL.fullmatch(path)
    if wall and int(wall[1]) < len(hive.chambers):
        found: tuple[Layer, ...] = getattr(hive.chambers[int(wall[1])].walls, wall[2])
        return found
    if path == _ROOF:
        return hive.roof.layers if hive.roof is not None else ()
    raise ParameterError("path", path, "There are no layers there.", "no-such-layers")


def with_layers(hive: Hive, path: str, layers: tuple[Layer, ...]) -> Hive:
    """The hive with other layers; where outside sizes are held, the inside gives way."""
    if path == _ROOF:
        return hive.model_copy(update={"roof": (hive.roof or Roof()).model_copy(update={"layers": layers})})
    raw = [layer.model_dump() for layer in layers]
    wall = _WALL.fullmatch(path)
    assert wall is not None
    return outside_kept(hive, replace_value(hive, path, raw), int(wall[1]))


class AddLayer(Edit):
    """Put a layer into a wall, a floor or the roof; outermost when no place is said."""

    do: Literal["add-layer"] = "add-layer"
    path: Pointer
    at: Index | None = None
    material: Material = "softwood"
    thickness_mm: LayerThickness = 20.0

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        layers = layers_at(hive, self.path)
        if self.path == _ROOF:
            # One that was never told is of boards: they stay, and the new layer goes over them.
            layers = roof_layers(hive.roof)
        if len(layers) >= MOST_LAYERS:
            raise InfeasibleError(f"A wall has {MOST_LAYERS} layers at most.")
        at = len(layers) if self.at is None else min(self.at, len(layers))
        new = Layer(material=self.material, thickness_mm=self.thickness_mm)
        return with_layers(hive, self.path, (*layers[:at], new, *layers[at:]))

    def said(self, box: int) -> Held:
        return (self.path,)


class RemoveLayer(Edit):
    """Take a layer out."""

    do: Literal["remove-layer"] = "remove-layer"
    path: Pointer
    at: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        layers = layers_at(hive, self.path)
        _there(layers, "at", self.at)
        if len(layers) == 1 and self.path != _ROOF:
            raise InfeasibleError("A wall has one layer at least.", "Give it another material, or another thickness.")
        return with_layers(hive, self.path, (*layers[: self.at], *layers[self.at + 1 :]))

    def said(self, box: int) -> Held:
        return (self.path,)


class MoveLayer(Edit):
    """Move a layer to another place between the others, counted from the inside."""

    do: Literal["move-layer"] = "move-layer"
    path: Pointer
    at: Index
    to: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        layers = list(layers_at(hive, self.path))
        _there(layers, "at", self.at)
        _there(layers, "to", self.to)
        layers.insert(self.to, layers.pop(self.at))
        return with_layers(hive, self.path, tuple(layers))

    def said(self, box: int) -> Held:
        return (self.path,)


class WallsAlike(Edit):
    """Give every side and end of every chamber the layers of this wall."""

    do: Literal["walls-alike"] = "walls-alike"
    path: Pointer

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        layers = layers_at(hive, self.path)
        for box in range(len(hive.chambers)):
            for wall in ("sides", "ends"):
                hive = with_layers(hive, f"/chambers/{box}/walls/{wall}", layers)
        return hive

    def said(self, box: int) -> Held:
        return (self.path,)


class SetOutside(TypedEdit):
    """Say how large the chamber is outside, across or along; that is then held."""

    do: Literal["set-outside"] = "set-outside"
    says: ClassVar[tuple[str, ...]] = ("{at}/section", "{at}/length_mm")
    way: Way

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        field = f"outside-{self.way}"
        wished = parse_length(self.number(field), self.units, field)
        if wished <= 0:
            raise ParameterError(field, self.text, "This has to be more than 0.", "out-of-range")
        sized = with_outside(hive, bench.box, self.way, wished)
        return replace_value(sized, f"/chambers/{bench.box}/walls/outside_held", True)


def _there(layers: tuple[Layer, ...] | list[Layer], field: str, at: int) -> None:
    if not 0 <= at < len(layers):
        raise ParameterError(field, at, "There is no such layer.", "no-such-layer")
