"""How what things are built of is drawn."""

from __future__ import annotations

from sabaka_core.hive.materials import material_of
from sabaka_core.kit.drawing import LayerName

_LOOKS: dict[str, LayerName] = {"wood": "timber", "sheet": "sheet", "insulation": "insulation", "air": "air"}


def layer_look(material: str) -> LayerName:
    """The layer of drawings that a material is drawn on."""
    return _LOOKS[material_of(material).kind]
