"""Changes of a hive's shell for the winter: more over the bees, more round them."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.units import parse_length
from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Hive, Roof
from sabaka_core.document.wintering import Wintering
from sabaka_core.edits.action import Bench, Edit, TypedEdit
from sabaka_core.edits.closing import with_chamber
from sabaka_core.hive.materials import insulates

_BOARD = Layer(material="softwood", thickness_mm=20.0)
_WOOL = Layer(material="wood fibre", thickness_mm=40.0)
_CORK = Layer(material="cork", thickness_mm=20.0)


def insulating_mm(hive: Hive) -> float:
    """Thickness of what insulates the top [mm]."""
    layers = hive.roof.layers if hive.roof else ()
    return sum(layer.thickness_mm for layer in layers if insulates(layer.material))


def doubled_top(hive: Hive) -> tuple[Layer, ...]:
    """The roof's layers with its insulation doubled, or 40 mm of wood fibre where it has none."""
    layers = hive.roof.layers if hive.roof is not None and hive.roof.layers else (_BOARD,)
    if not any(insulates(layer.material) for layer in layers):
        return (_WOOL, *layers)
    return tuple(
        layer.model_copy(update={"thickness_mm": min(layer.thickness_mm * 2, 500.0)})
        if insulates(layer.material)
        else layer
        for layer in layers
    )


class InsulateTop(Edit):
    """Double the roof's insulation, or give it 40 mm of wood fibre where it has none."""

    do: Literal["insulate-top"] = "insulate-top"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        roof = (hive.roof or Roof()).model_copy(update={"layers": doubled_top(hive)})
        return hive.model_copy(update={"roof": roof})


class CladWalls(Edit):
    """Clad the chamber's walls with 20 mm of cork."""

    do: Literal["clad-walls"] = "clad-walls"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        chamber = hive.chambers[bench.box]
        walls = chamber.walls
        thicker = walls.model_copy(update={"sides": (*walls.sides, _CORK), "ends": (*walls.ends, _CORK)})
        return with_chamber(hive, bench.box, chamber.model_copy(update={"walls": thicker}))


class FeelComb(TypedEdit):
    """Put down the honey over the bees on a comb of the winter run, as it was felt in autumn."""

    do: Literal["feel-comb"] = "feel-comb"
    says: ClassVar[tuple[str, ...]] = ("/wintering/felt_mm",)
    comb: Annotated[int, Field(ge=0, lt=200)]

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        field, wintering = f"/wintering/felt_mm/{self.comb}", hive.wintering or Wintering()
        felt_mm = parse_length(self.number(field), self.units, field)
        if not 0 <= felt_mm <= 2_000:
            raise ParameterError(field, self.text, "Give a depth of honey, 0 to 2 m.", "out-of-range")
        felt = [*wintering.felt_mm, *[0.0] * (self.comb + 1 - len(wintering.felt_mm))]
        felt[self.comb] = round(felt_mm, 3)
        return hive.model_copy(update={"wintering": wintering.model_copy(update={"felt_mm": tuple(felt)})})


class ForgetFelt(Edit):
    """Reckon the honey on each comb again, instead of what was felt."""

    do: Literal["forget-felt"] = "forget-felt"
    says: ClassVar[tuple[str, ...]] = ("/wintering/felt_mm",)

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        wintering = (hive.wintering or Wintering()).model_copy(update={"felt_mm": ()})
        return hive.model_copy(update={"wintering": wintering})
