"""What can be set about one thing of the hive: its layers as rows, its sizes inside and outside, what it is."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from sabaka_core.base.quantity import mm
from sabaka_core.document.chambers import Layer
from sabaka_core.document.combs import Frame
from sabaka_core.edits.chambers import gap_before_mm
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.parts import comb_area_mm2
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BOX_WORDS, outside_plan_mm
from sabaka_core.hive.things import Thing, thing_of, things
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.forms import Action, ChoiceField, FieldGroup, FormField, SizeField
from sabaka_core.kit.tables import practice
from sabaka_core.show.forms.fields import action, choice, counted, size
from sabaka_core.show.forms.hive import passage_form, super_form
from sabaka_core.show.forms.layers import layer_rows
from sabaka_core.show.forms.outside import COVER_WORDS, covers_form, roof_form, stand_form
from sabaka_core.show.forms.shape import shape_forms


def thing_forms(whole: Whole, ident: str, box: int) -> tuple[FieldGroup, ...]:
    """The ledger of one thing, and what can be added to the hive; the tray alone where nothing is chosen."""
    thing = thing_of(whole, ident)
    own = () if thing is None else tuple(_FORMS[thing.kind](whole, thing))
    return (*own, tray(whole, box))


def tray(whole: Whole, box: int) -> FieldGroup:
    """What can be put on the hive: by a click on the chamber on the bench, or dragged to where it can stand."""
    hive = whole.hive
    actions: list[Action] = []
    carrying = [a for a in whole.chambers if a.main is not None and a.chamber.axis == "lying"]
    here = next((a for a in carrying if a.box == box), None)
    if here is not None:
        for holds, words in BOX_WORDS.items():
            edits = {a.box: {"do": "add-super", "chamber": a.chamber.id, "holds": holds} for a in carrying}
            onto = {thing.id: edits[on] for thing in things(whole) if (on := _stands_on(whole, thing)) in edits}
            actions.append(Action(label=f"{words.capitalize()}{_on(here)}", edit=edits[here.box], onto=onto))
    for kind, words in COVER_WORDS.items():
        if kind != "bars":
            edit = {"do": "add-cover", "kind": kind}
            actions.append(Action(label=words, edit=edit, onto={"covers-0": edit, "roof-0": edit}))
    for one, two in zip(hive.chambers, hive.chambers[1:], strict=False):
        if not any({p.from_chamber, p.to_chamber} == {one.id, two.id} for p in hive.passages):
            words = f"Way, {one.id} to {two.id}".replace("-", " ")
            actions.append(action(words, do="add-passage", from_chamber=one.id, to_chamber=two.id))
    return FieldGroup(id="tray", title="Put on the hive", fields=(), actions=tuple(actions))


def _stands_on(whole: Whole, thing: Thing) -> int | None:
    """The chamber that a box dropped on a thing comes to stand on; none where it can't."""
    if thing.kind == "super":
        on = whole.hive.supers[thing.index].chamber
        return next(a.box for a in whole.chambers if a.chamber.id == on)
    return thing.box if thing.kind in ("inside", "sides", "ends") else None


def _on(a: Analysis) -> str:
    return f" on {a.title}" if a.title else ""


def _walls(whole: Whole, thing: Thing) -> Iterator[FieldGroup]:
    """Layers of sides, ends or a floor, and what they make of the outside."""
    assert thing.box is not None
    a = whole.chambers[thing.box]
    path = f"{a.path}/walls/{thing.kind}"
    layers: tuple[Layer, ...] = getattr(a.chamber.walls, thing.kind)
    alike = () if thing.kind == "floor" else (action("All walls so", do="walls-alike", path=path),)
    if thing.kind == "floor":
        path, layers = f"/chambers/{a.floor_box}/walls/floor", a.floor_layers
    yield layer_rows(thing.title, path, layers, 1, alike)
    if thing.kind != "floor":
        yield _sizes(a)
        return
    if len(whole.chambers) > 1:
        common = choice(
            "/common_floor",
            "Floor",
            "yes" if whole.hive.common_floor else "no",
            ("no", "each box its own", "Boxes are set and moved one by one."),
            ("yes", "one under all of them", "Boxes stay level and the gap between them stays shut below."),
        )
        yield FieldGroup(id="common-floor", title="Under all boxes", fields=(common,))
    yield _under(a)


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
        counted(f"{at}/clean_outs", "Clean-out hatches", under.clean_outs, "At the foot of the walls, for a scraper."),
    ]
    return FieldGroup(id="under", title="Mesh and what goes under it", fields=tuple(fields))


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
    at, place = f"{a.path}/place", a.chamber.place
    yield FieldGroup(
        id="place",
        title="Where it stands in the hive",
        folded=True,
        fields=(
            size(f"{at}/x_mm", "Along", place.x_mm, "Its outer near end, from where the hive begins."),
            size(f"{at}/y_mm", "Across", place.y_mm, "Its outer left side."),
            size(f"{at}/z_mm", "Up", place.z_mm, "Its underside; a shim or another box stands below."),
        ),
    )


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
    fields.append(_door(a))
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


def _door(a: Analysis) -> ChoiceField:
    """A wall that opens: by it combs are reached, or litter, without lifting what is above."""
    ends = (("near-end", "at the near end", ""), ("far-end", "at the far end", "Combs are drawn from behind."))
    return choice(
        f"{a.path}/door",
        "Door",
        a.chamber.door,
        ("none", "none", ""),
        ("left", "in the left wall", ""),
        ("right", "in the right wall", ""),
        *(() if a.chamber.axis == "standing" else ends),
    )


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


_FORMS: dict[str, Callable[[Whole, Thing], Iterator[FieldGroup]]] = {
    "sides": _walls,
    "ends": _walls,
    "floor": _walls,
    "inside": _inside,
    "covers": covers_form,
    "roof": roof_form,
    "super": _super,
    "passage": _passage,
    "stand": stand_form,
}
