"""Layers as rows: material, thickness, order."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.chambers import Layer
from sabaka_core.drawing.built import layer_look
from sabaka_core.hive.materials import materials
from sabaka_core.kit.forms import Action, FieldGroup, FormField, RowField
from sabaka_core.show.forms.fields import action, choice, size

MATERIALS_GLOSS = "From the inside out. Actual thickness, as measured."


def layer_rows(title: str, path: str, layers: tuple[Layer, ...], least: int, more: tuple[Action, ...]) -> FieldGroup:
    """Layers as rows: material, thickness, moved inward or outward, taken out."""
    rows: list[FormField] = []
    for at, layer in enumerate(layers):
        moves = [
            action(words, do="move-layer", path=path, at=at, to=to)
            for words, to in (("inward", at - 1), ("outward", at + 1))
            if 0 <= to < len(layers)
        ]
        if len(layers) > least:
            moves.append(action("take out", do="remove-layer", path=path, at=at))
        what = choice(f"{path}/{at}/material", f"Layer {at + 1}", layer.material, *known_materials(layer.material))
        thick = size(f"{path}/{at}/thickness_mm", f"Layer {at + 1}, thick", layer.thickness_mm, MATERIALS_GLOSS)
        look = layer_look(layer.material)
        rows.append(
            RowField(
                path=f"{path}/{at}", label=f"Layer {at + 1}", look=look, fields=(what, thick), actions=tuple(moves)
            )
        )
    add = action("Add a layer", do="add-layer", path=path)
    moving = {"do": "move-layer", "path": path}
    return FieldGroup(id="layers", title=title, fields=tuple(rows), actions=(add, *more), moves=moving)


def known_materials(material: str) -> Iterator[tuple[str, str, str]]:
    """Every material of the table, and the one that is said where that isn't in it."""
    names = [name for name, row in materials().items() if row.of_walls]
    yield from ((name, name, "") for name in (names if material in names else [material, *names]))
