"""What can be set about what is over and under the boxes: covers, roof and stand."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.hive import Hive, Roof, Stand
from sabaka_core.drawing.built import layer_look
from sabaka_core.hive.things import Thing
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.forms import ChoiceField, FieldGroup, FormField, Option, RowField
from sabaka_core.show.forms.fields import action, choice, counted, size
from sabaka_core.show.forms.layers import known_materials, layer_rows

COVER_WORDS = {
    "bars": "bars that touch",
    "slats": "Slats",
    "boards": "Cover board",
    "cloth": "Cloth",
    "screen": "Screen",
}


def covers_form(whole: Whole, _: Thing) -> Iterator[FieldGroup]:
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
        kinds = ((kind, words.lower(), "") for kind, words in COVER_WORDS.items())
        rows.append(
            RowField(
                path=path,
                label=f"Cover {at + 1}",
                look=layer_look(cover.material),
                fields=(
                    choice(f"{path}/kind", f"Cover {at + 1}", cover.kind, *kinds),
                    choice(f"{path}/material", f"Cover {at + 1}, of", cover.material, *known_materials(cover.material)),
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


def roof_form(whole: Whole, _: Thing) -> Iterator[FieldGroup]:
    """The roof's layers and shape, and what few roofs have."""
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
        size("/roof/overlap_mm", "Rim below the walls' top", roof.overlap_mm, "0 sits flush; more telescopes over."),
    ]
    yield layer_rows("Roof, inside first", "/roof/layers", roof.layers, 0, ())
    yield FieldGroup(id="roof", title="Shape of the roof", fields=tuple(fields))
    yield FieldGroup(id="roof-more", title="Parts, vents, what stands under it", fields=_more_of(roof), folded=True)


_UNDER_ROOF = (
    ("nothing", "nothing", ""),
    ("feeder", "a feeder jar", "Over a hole in the cover."),
    ("insulation", "insulation", "A cushion or a board: the roof stays cold, the covers warm."),
)


def _more_of(roof: Roof) -> tuple[FormField, ...]:
    """What few roofs have: two parts, a stay, vents, something in their room."""
    fields: list[FormField] = [
        choice(
            "/roof/parts",
            "Made",
            str(roof.parts),
            ("1", "in one part", "No joint for the rain."),
            ("2", "in two parts", "Half is lifted at a time; the joint wants a strip over it."),
        ),
        choice(
            "/roof/stay",
            "Stay",
            "yes" if roof.stay else "no",
            ("no", "none", "A hinged lid that is only leaned back falls in the wind."),
            ("yes", "one that locks", "Holds a hinged lid while both hands are in the hive."),
        ),
        counted("/roof/vents", "Vents in its rim", roof.vents, "Meshed. They dry its room, and let its warmth out."),
        ChoiceField(
            path="/roof/under",
            label="On the covers stands",
            value=roof.under,
            options=tuple(
                Option(value=what, label=words, why=why, edit={"do": "put-under-roof", "what": what})
                for what, words, why in _UNDER_ROOF
            ),
        ),
    ]
    if roof.under != "nothing":
        fields.append(size("/roof/under_mm", "It is high", roof.under_mm))
    if roof.under == "insulation":
        fields.append(choice("/roof/under_of", "It is of", roof.under_of, *known_materials(roof.under_of)))
    return tuple(fields)


def stand_form(whole: Whole, _: Thing) -> Iterator[FieldGroup]:
    """How the hive stands or hangs, and what is fixed beside it."""
    stand = whole.hive.stand or Stand()
    yield FieldGroup(
        id="stand",
        title="Stand",
        fields=(
            choice(
                "/stand/kind",
                "It stands",
                stand.kind,
                ("legs", "on legs or a stand", "Holds whatever the hive comes to weigh."),
                (
                    "hung",
                    "hung",
                    "From a branch or beam: no ants, no fire in the grass; it sways, and must be let down.",
                ),
            ),
            size("/stand/height_mm", "Floor above the ground", stand.height_mm),
        ),
    )
    ledge = "Along one side: combs, smoker and tool are put on it."
    yield FieldGroup(
        id="stand-more",
        title="Legs, moats, ledge, handles",
        folded=True,
        fields=(
            size("/stand/splay_deg", "Legs splayed", stand.splay_deg),
            choice(
                "/stand/moats",
                "Moats under the legs",
                "yes" if stand.moats else "no",
                ("no", "none", ""),
                (
                    "yes",
                    "one each",
                    "Water and oil keep ants off, as long as they are filled and nothing bridges them.",
                ),
            ),
            size("/stand/ledge_mm", "Ledge, wide", stand.ledge_mm, ledge),
            choice(
                "/stand/handles",
                "Carrying handles",
                stand.handles,
                ("none", "none", ""),
                ("ends", "at the ends", "Two carry it lengthwise, and combs hang between them."),
                ("sides", "at the sides", ""),
            ),
        ),
    )
