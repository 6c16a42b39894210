"""What can be set about one thing of the hive: its layers as rows, its sizes inside and outside, what it is."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from sabaka_core.base.quantity import mm
from sabaka_core.document.chambers import Layer
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Hive, Roof, Stand
from sabaka_core.drawing.built import layer_look
from sabaka_core.edits.chambers import gap_before_mm
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.parts import comb_area_mm2
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import materials
from sabaka_core.hive.things import Thing, thing_of
from sabaka_core.hive.whole import Whole, outside_plan_mm
from sabaka_core.kit.forms import Action, ChoiceField, FieldGroup, FormField, RowField, SizeField
from sabaka_core.kit.tables import practice
from sabaka_core.show.forms.fields import action, choice, size
from sabaka_core.show.forms.hive import passage_form, super_form
from sabaka_core.show.forms.shape import shape_forms

_MATERIALS = "From the inside out. Actual thickness, as measured."


def thing_forms(whole: Whole, ident: str) -> tuple[FieldGroup, ...]:
    """The ledger of one thing, and what can be added to the hive; the tray alone where nothing is chosen."""
    thing = thing_of(whole, ident)
    own = () if thing is None else tuple(_FORMS[thing.kind](whole, thing))
    return (*own, tray(whole))


def tray(whole: Whole) -> FieldGroup:
    """What can be put on the hive."""
    hive = whole.hive
    actions: list[Action] = []
    for a in whole.chambers:
        if a.main is not None and a.chamber.axis == "lying":
            actions.append(action(f"Super{_on(a)}", do="add-super", chamber=a.chamber.id))
    actions += [action(words, do="add-cover", kind=kind) for kind, words in _COVERS.items() if kind != "bars"]
    for one, two in zip(hive.chambers, hive.chambers[1:], strict=False):
        if not any({p.from_chamber, p.to_chamber} == {one.id, two.id} for p in hive.passages):
            words = f"Way, {one.id} to {two.id}".replace("-", " ")
            actions.append(action(words, do="add-passage", from_chamber=one.id, to_chamber=two.id))
    return FieldGroup(id="tray", title="Put on the hive", fields=(), actions=tuple(actions))


def _on(a: Analysis) -> str:
    return f" on {a.title}" if a.title else ""


def _walls(whole: Whole, thing: Thing) -> Iterator[FieldGroup]:
    """Layers of sides, ends or a floor, and what they make of the outside."""
    assert thing.box is not None
    a = whole.chambers[thing.box]
    path = f"{a.path}/walls/{thing.kind}"
    layers: tuple[Layer, ...] = getattr(a.chamber.walls, thing.kind)
    alike = () if thing.kind == "floor" else (action("All walls so", do="walls-alike", path=path),)
    yield _layers(thing.title, path, layers, 1, alike)
    yield _under(a) if thing.kind == "floor" else _sizes(a)


def _under(a: Analysis) -> FieldGroup:
    """Mesh in the floor, and what goes under it."""
    under, at = a.chamber.under, f"{a.path}/under"
    fields: list[FormField] = [
        size(f"{at}/mesh_from_mm", "Mesh from", under.mesh_from_mm, "Along the run from the near end wall."),
        size(f"{at}/mesh_to_mm", "Mesh to", under.mesh_to_mm, "The same as from: no mesh."),
        choice(
            f"{at}/shutter",
            "Shutter",
            under.shutter,
            ("none", "none", "Open all year: mites and water fall out, and warmth with them."),
            ("open", "drawn out", "In summer; put back before the cold."),
            ("closed", "slid in", "The warmth stays; what falls lies on it and is counted or scraped off."),
        ),
        choice(
            f"{at}/tray",
            "Tray, drawn out at",
            under.tray,
            ("none", "no tray", ""),
            ("left", "the left side", ""),
            ("right", "the right side", ""),
            ("near-end", "the near end", ""),
            ("far-end", "the far end", ""),
        ),
        choice(
            f"{at}/mite_board",
            "Mite board",
            "yes" if under.mite_board else "no",
            ("no", "none", ""),
            ("yes", "one, greased and gridded", "Three days' fall is counted on it."),
        ),
    ]
    return FieldGroup(id="under", title="Mesh and what goes under it", fields=tuple(fields))


def _layers(title: str, path: str, layers: tuple[Layer, ...], least: int, more: tuple[Action, ...]) -> FieldGroup:
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
        what = choice(f"{path}/{at}/material", f"Layer {at + 1}", layer.material, *_known(layer.material))
        thick = size(f"{path}/{at}/thickness_mm", f"Layer {at + 1}, thick", layer.thickness_mm, _MATERIALS)
        look = layer_look(layer.material)
        rows.append(
            RowField(
                path=f"{path}/{at}", label=f"Layer {at + 1}", look=look, fields=(what, thick), actions=tuple(moves)
            )
        )
    add = action("Add a layer", do="add-layer", path=path)
    moving = {"do": "move-layer", "path": path}
    return FieldGroup(id="layers", title=title, fields=tuple(rows), actions=(add, *more), moves=moving)


def _known(material: str) -> Iterator[tuple[str, str, str]]:
    names = list(materials())
    yield from ((name, name, "") for name in (names if material in names else [material, *names]))


def _sizes(a: Analysis) -> FieldGroup:
    """Inside and outside, the held one marked; and whether the lining comes out."""
    walls = a.chamber.walls
    across, along = outside_plan_mm(a)
    held = walls.outside_held
    at = f"{a.path}/walls"
    fields: list[FormField] = [
        *(
            SizeField(
                path=f"outside-{way}",
                label=f"Outside, {way} the hive",
                quantity=mm(value),
                held=held,
                gloss="Typed outside sizes are held: the inside gives way when walls change.",
                edit={"do": "set-outside", "way": way},
            )
            for way, value in (("across", across), ("along", along))
        ),
        choice(
            f"{at}/outside_held",
            "When walls change",
            "yes" if held else "no",
            ("no", "the inside stays", "Combs and frames fit as before; the hive grows."),
            ("yes", "the outside stays", "It stays on its stand and out of its sheets; the room inside shrinks."),
        ),
    ]
    if len(walls.sides) > 1 or len(walls.ends) > 1:
        fields.append(
            choice(
                f"{at}/loose_lining",
                "Lining",
                "yes" if walls.loose_lining else "no",
                ("no", "glued in", "Stiffer, and tight."),
                ("yes", "screwed, to be replaced", "Comes out to be scraped, or renewed when it is eaten or foul."),
            )
        )
    return FieldGroup(id="outside", title="Outside", fields=tuple(fields))


def _inside(whole: Whole, thing: Thing) -> Iterator[FieldGroup]:
    assert thing.box is not None
    a = whole.chambers[thing.box]
    yield _place(whole, a)
    yield from shape_forms(a)


def _place(whole: Whole, a: Analysis) -> FieldGroup:
    """What the chamber is for and where it stands; one more like it, or without it."""
    fields: list[FormField] = [
        choice(
            f"{a.path}/role",
            "It is for",
            a.chamber.role,
            ("whole", "all of it", "Brood and honey in one run."),
            ("brood", "brood", "The queen’s; honey lies elsewhere."),
            ("honey", "honey", "Stores only, reached through a way."),
            ("nucleus", "a nucleus", "A small colony of its own."),
            ("shelf", "nothing: it carries others", "Litter, a shim, or room for moisture."),
        )
    ]
    gap = gap_before_mm(whole.hive, a.box)
    if gap is not None:
        fields.append(
            SizeField(
                path="gap",
                label="Off the one before it",
                quantity=mm(gap),
                held=True,
                gloss="All that stands beyond moves with it; floor and roof are as long as asked.",
                edit={"do": "set-gap", "box": a.box},
            )
        )
    actions = [action("Another beside it", do="add-chamber", like=a.chamber.id)] if a.chamber.axis == "lying" else []
    if len(whole.chambers) > 1 and not a.colonies:
        actions.append(action("Take it away", do="remove-chamber", chamber=a.chamber.id))
    return FieldGroup(
        id="chamber", title=a.title.capitalize() or "The box", fields=tuple(fields), actions=tuple(actions)
    )


_COVERS = {"bars": "bars that touch", "slats": "Slats", "boards": "Cover board", "cloth": "Cloth", "screen": "Screen"}


def _covers(whole: Whole, _: Thing) -> Iterator[FieldGroup]:
    """Covers as rows, lowest first."""
    covers = whole.hive.covers
    rows: list[FormField] = []
    for at, cover in enumerate(covers):
        path = f"/covers/{at}"
        moves = [
            action(words, do="move-cover", at=at, to=to)
            for words, to in (("down", at - 1), ("up", at + 1))
            if 0 <= to < len(covers)
        ]
        moves.append(action("take off", do="remove-cover", at=at))
        kinds = ((kind, words.lower(), "") for kind, words in _COVERS.items())
        rows.append(
            RowField(
                path=path,
                label=f"Cover {at + 1}",
                look=layer_look(cover.material),
                fields=(
                    choice(f"{path}/kind", f"Cover {at + 1}", cover.kind, *kinds),
                    choice(f"{path}/material", f"Cover {at + 1}, of", cover.material, *_known(cover.material)),
                    size(f"{path}/thickness_mm", f"Cover {at + 1}, thick", cover.thickness_mm),
                    choice(
                        f"{path}/feeder_hole",
                        f"Cover {at + 1}, hole",
                        "yes" if cover.feeder_hole else "no",
                        ("no", "none", ""),
                        ("yes", "for a feeder", ""),
                    ),
                ),
                actions=tuple(moves),
            )
        )
    title = "Over the combs, lowest first" if covers else "Nothing lies over the combs"
    yield FieldGroup(id="covers", title=title, fields=tuple(rows), moves={"do": "move-cover"})


def roof_opens(hive: Hive) -> ChoiceField:
    """How the lid opens: Lift asks it too."""
    return choice(
        "/roof/opens",
        "It opens",
        hive.roof.opens if hive.roof is not None else "lifts-off",
        ("lifts-off", "lifted off", "Light, or two people: all of it is carried."),
        ("hinged-side", "hinged on a long side", "Half its weight is lifted; it wants a stay, and wind catches it."),
        ("hinged-end", "hinged at an end", "A long lever: heavy at its far edge."),
        ("slides", "in parts that slide off", "One part is lifted off at a time, the rest stays shut."),
    )


def _roof(whole: Whole, _: Thing) -> Iterator[FieldGroup]:
    roof = whole.hive.roof or Roof()
    fields: list[FormField] = [
        choice(
            "/roof/kind",
            "Shape",
            roof.kind,
            ("flat", "flat", "Simple; holds what stands on it, and water unless it is tilted."),
            ("pent", "pent, falling one way", "Sheds water to one side; one high wall."),
            ("gabled", "gabled", "Sheds water both ways, with room under its ridge."),
        ),
        roof_opens(whole.hive),
    ]
    if roof.kind != "flat":
        fields.append(size("/roof/pitch_deg", "Pitch", roof.pitch_deg, "From the level."))
    fields += [
        size("/roof/clearance_mm", "Room over the combs", roof.clearance_mm, "For a feeder, a jar or insulation."),
        size("/roof/overlap_mm", "Rim below the walls' top", roof.overlap_mm, "Keeps rain and wind out."),
    ]
    yield _layers("Roof, inside first", "/roof/layers", roof.layers, 0, ())
    yield FieldGroup(id="roof", title="Shape of the roof", fields=tuple(fields))


def _super(whole: Whole, thing: Thing) -> Iterator[FieldGroup]:
    yield super_form(whole.hive, thing.index)
    each, space = whole.hive.supers[thing.index], practice("bee_space")
    a = next(a for a in whole.chambers if a.chamber.id == each.chamber)
    # Boxes whose frames keep their bee space in a super as wide as the chamber.
    others = [
        action(f"Another, {row.name}", do="add-super", chamber=each.chamber, standard=row.id)
        for row in catalogue().values()
        if row.box is not None
        and not row.made_from
        and isinstance(row.carrier, Frame)
        and comb_area_mm2(row.carrier) > 0
        and space.holds((a.section.top_mm - row.carrier.body_width_mm) / 2)
    ]
    yield FieldGroup(id="more-supers", title="On the same chamber", fields=(), actions=tuple(others))


def _passage(whole: Whole, thing: Thing) -> Iterator[FieldGroup]:
    yield passage_form(whole.hive, thing.index)


def _stand(whole: Whole, _: Thing) -> Iterator[FieldGroup]:
    stand = whole.hive.stand or Stand()
    yield FieldGroup(
        id="stand",
        title="Stand",
        fields=(
            size("/stand/height_mm", "Floor above the ground", stand.height_mm),
            size("/stand/splay_deg", "Legs splayed", stand.splay_deg),
        ),
    )


_FORMS: dict[str, Callable[[Whole, Thing], Iterator[FieldGroup]]] = {
    "sides": _walls,
    "ends": _walls,
    "floor": _walls,
    "inside": _inside,
    "covers": _covers,
    "roof": _roof,
    "super": _super,
    "passage": _passage,
    "stand": _stand,
}
