"""Everything that a document can say is a part, is bought, or stands with its reason in data/made.toml."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, get_args
from unittest import TestCase

from pydantic import BaseModel

from sabaka_core.document import sections
from sabaka_core.document.chambers import Litter, Rest
from sabaka_core.document.combs import FixedComb, Frame, Guide, TopBar
from sabaka_core.document.entrances import Disc, Hole, Opening, Slot
from sabaka_core.document.hive import Cover, Hive, Passage, Roof, Stand, Super
from sabaka_core.document.run import Comb, Divider, Excluder, Feeder, Follower, Gap, Spacer
from sabaka_core.hive.whole import whole
from sabaka_core.woodwork.assembly import clashes, parts_of
from sabaka_core.woodwork.unmade import made_rows
from tests.core.support import chamber, example, hive

Document = dict[str, Any]
Change = Callable[[Document], object]


def words(model: type[BaseModel], field: str, *but: str) -> set[str]:
    """The choices of one field of a model."""
    return {str(each) for each in get_args(model.model_fields[field].annotation)} - set(but)


# Every choice that makes another thing, by the row's first word.
CHOICES: dict[str, set[str]] = {
    "rest": words(Rest, "kind", "none"),
    "litter": words(Litter, "kind", "none"),
    "roof": words(Roof, "kind"),
    "roof.under": words(Roof, "under", "nothing"),
    "stand": words(Stand, "kind"),
    "cover": words(Cover, "kind"),
    "passage": words(Passage, "kind"),
    "gap": words(Gap, "purpose"),
    "spacer": words(Spacer, "make"),
    "feeder": words(Feeder, "make"),
    "super": words(Super, "holds"),
    "opening": words(Opening, "kind"),
    "bar": words(Guide, "kind", "none"),
    "entrance": {str(get_args(kind.model_fields["kind"].annotation)[0]) for kind in (Hole, Slot, Disc)},
    "section": {"circle", "barrel", "segment"},
}
# Kinds that are a row by themselves, and what else a document has; what is no thing of a hive at all.
KINDS = {k.model_fields["kind"].default for k in (Follower, Divider, Excluder, TopBar, Frame, FixedComb)}
FIELDS = {"chamber", "common_floor", "colony", "bait", "season", "moving", "lifting", "wintering"}
NO_THING = {"format", "version", "id", "name", "notes", "system", "choices", "boards", "comb_types", "building"}
SAID_BY_ROWS = {"passages", "covers", "roof", "stand", "supers"}


def at(*path: str | int, **changes: Any) -> Change:
    """Changes one thing of a document."""

    def change(document: Document) -> None:
        thing: Any = document
        for step in path:
            thing = thing[step]
        thing.update(changes)

    return change


def roofed(**changes: Any) -> Change:
    return lambda d: d.update(roof={"kind": "flat", "clearance_mm": 60.0, "overlap_mm": 25.0, **changes})


def item(**changes: Any) -> Change:
    return lambda d: chamber(d)["run"]["items"].insert(3, changes)


def entrance(**changes: Any) -> Change:
    base = {"wall": "right", "at_mm": 500.0, "height_mm": 60.0}
    return lambda d: chamber(d).update(entrances=[base | changes])


def opening(kind: str, **changes: Any) -> Change:
    base = {"kind": kind, "wall": "right", "at_mm": 500.0, "height_mm": 60.0, "wide_mm": 40.0, "high_mm": 40.0}
    return lambda d: chamber(d).update(openings=[base | changes])


def walls(*layers: tuple[str, float]) -> Change:
    said = [{"material": material, "thickness_mm": thick} for material, thick in layers]
    return at("chambers", 0, "walls", sides=said)


def way(**changes: Any) -> Change:
    return lambda d: d["passages"][0].update(changes)


HOLE = {"kind": "hole", "diameter_mm": 25.0}
DISC = {"kind": "disc", "disc_mm": 100.0, "opening_mm": 38.0}
CASES: dict[str, tuple[str, Change]] = {
    "chamber": ("bowline", lambda d: None),
    "chamber.boxes_mm": ("tall-in-stack", lambda d: None),
    "chamber.door": ("long-shallow", at("chambers", 0, door="right")),
    "section.circle": ("tree-cavity", lambda d: None),
    "section.barrel": ("bowline", at("chambers", 0, section={"kind": "barrel", "top_mm": 440.0, "height_mm": 260.0})),
    "section.segment": (
        "bowline",
        at("chambers", 0, section={"kind": "segment", "radius_mm": 240.0, "height_mm": 180.0}),
    ),
    "rest.rebate": ("sheepshank", lambda d: None),
    "rest.rods": ("rear-access", lambda d: None),
    "litter.deep": ("granny", lambda d: None),
    "litter.trough": (
        "bowline",
        at("chambers", 0, litter={"kind": "trough", "depth_mm": 5.0, "sunk_mm": 40.0, "width_mm": 150.0}),
    ),
    "under.mesh": ("long-shallow", at("chambers", 0, "under", mesh_to_mm=300.0)),
    "under.shutter": ("long-shallow", at("chambers", 0, "under", mesh_to_mm=300.0, shutter="closed")),
    "under.tray": ("long-shallow", at("chambers", 0, "under", mesh_to_mm=300.0, tray="left")),
    "under.mite_board": ("long-shallow", at("chambers", 0, "under", mesh_to_mm=300.0, mite_board=True)),
    "under.clean_outs": ("long-shallow", at("chambers", 0, "under", clean_outs=2)),
    "lining": ("conversion-box", lambda d: None),
    "layer.air": ("long-shallow", walls(("softwood", 18.0), ("still air", 20.0), ("softwood", 18.0))),
    "layer.insulation": ("long-shallow", walls(("softwood", 18.0), ("cork", 20.0), ("softwood", 18.0))),
    "entrance.disc": ("bowline", entrance(**DISC)),
    "entrance.porch": ("bowline", entrance(**HOLE, porch=True)),
    "entrance.mouse_guard": ("bowline", entrance(**HOLE, mouse_guard=True)),
    "entrance.landing_board": ("bowline", entrance(**HOLE, landing_board=True)),
    "entrance.mouths": (
        "long-shallow",
        lambda d: chamber(d)["entrances"][0].update(mouths=[{"from_mm": 10.0, "wide_mm": 40.0}]),
    ),
    "opening.window": ("long-shallow", opening("window")),
    "opening.vent": ("long-shallow", opening("vent")),
    "opening.thermometer": ("long-shallow", opening("thermometer", wide_mm=8.0, high_mm=8.0)),
    "opening.shutter": ("long-shallow", opening("window", shutter="shut")),
    "bar": ("bowline", lambda d: None),
    "bar.strip": ("bowline", at("comb_types", 0, "guide", kind="strip")),
    "bar.moulding": ("bowline", at("comb_types", 0, "guide", kind="moulding")),
    "bar.starter": ("bowline", at("comb_types", 0, "guide", kind="starter")),
    "bar.wax-line": ("bowline", at("comb_types", 0, "guide", kind="wax-line")),
    "frame": ("long-shallow", lambda d: None),
    "frame.foundation": ("long-shallow", at("comb_types", 0, foundation=True)),
    "gap.straw": ("sheepshank", lambda d: None),
    "follower": ("bowline", lambda d: None),
    "divider": ("bowline", item(kind="divider", thickness_mm=18.0)),
    "feeder.frame": ("bowline", item(kind="feeder", length_mm=60.0)),
    "feeder.tub": ("bowline", item(kind="feeder", length_mm=60.0, make="tub")),
    "excluder": ("bowline", item(kind="excluder", thickness_mm=6.0)),
    "spacer.strip": ("bowline", item(kind="spacer", length_mm=20.0, make="strip")),
    "spacer.window": ("bowline", item(kind="spacer", length_mm=20.0, make="window")),
    "spacer.filler": ("bowline", item(kind="spacer", length_mm=20.0, make="filler")),
    "passage.vent": ("two-chamber", way(kind="vent", excluder=False)),
    "passage.excluder": ("two-chamber", lambda d: None),
    "passage.slide": ("two-chamber", way(slide="shut")),
    "common_floor": ("side-by-side", lambda d: d.update(common_floor=True)),
    "cover.slats": ("long-shallow", lambda d: None),
    "cover.boards": ("deep-horizontal", lambda d: d.update(covers=[{"kind": "boards", "thickness_mm": 10.0}])),
    "cover.cloth": ("deep-horizontal", lambda d: d.update(covers=[{"kind": "cloth", "thickness_mm": 1.0}])),
    "cover.screen": ("deep-horizontal", lambda d: d.update(covers=[{"kind": "screen", "thickness_mm": 1.0}])),
    "roof.flat": ("bowline", roofed()),
    "roof.pent": ("bowline", roofed(kind="pent", pitch_deg=8.0)),
    "roof.gabled": ("bowline", roofed(kind="gabled", pitch_deg=20.0)),
    "roof.hinged": ("bowline", roofed(opens="hinged-side")),
    "roof.parts": ("bowline", roofed(parts=2)),
    "roof.stay": ("bowline", roofed(opens="hinged-side", stay=True)),
    "roof.vents": ("bowline", roofed(vents=2)),
    "roof.under.feeder": ("bowline", roofed(under="feeder", under_mm=40.0)),
    "roof.under.insulation": ("bowline", roofed(under="insulation", under_mm=40.0)),
    "stand.legs": ("bowline", lambda d: d.update(stand={"height_mm": 500.0})),
    "stand.hung": ("bowline", lambda d: d.update(stand={"height_mm": 2000.0, "kind": "hung"})),
    "stand.moats": ("bowline", lambda d: d.update(stand={"height_mm": 500.0, "moats": True})),
    "stand.ledge": ("long-shallow", lambda d: d.update(stand={"height_mm": 500.0, "ledge_mm": 150.0})),
    "stand.handles": ("long-shallow", lambda d: d.update(stand={"height_mm": 500.0, "handles": "ends"})),
    "super.combs": ("long-shallow", lambda d: None),
    "super.vents": ("long-shallow", lambda d: d["supers"][0].update(holds="vents", height_mm=76.0)),
    "super.nothing": ("long-shallow", lambda d: d["supers"][0].update(holds="nothing")),
}
# A standing column and a bait box are chambers like others, made of the same boards.
ALIKE = {"chamber.standing", "bait"}


class Made(TestCase):
    """Property: through the document's types."""

    def test_every_choice_of_the_document_has_its_row(self) -> None:
        rows = set(made_rows())
        wanted = {f"{first}.{choice}" for first, choices in CHOICES.items() for choice in choices}
        self.assertEqual(sorted((wanted | KINDS | FIELDS) - rows - {"bar"} | ({"bar"} - rows)), [])
        kinds = {name for name in vars(sections) if name.endswith("Section") and name != "Section"}
        self.assertEqual(len(kinds), 6, "a new section wants a row, or is made of plain boards")
        fields = set(Hive.model_fields) - NO_THING - SAID_BY_ROWS
        self.assertEqual(
            sorted({f.removesuffix("s") if f == "chambers" else f for f in fields} - FIELDS - {"colonies"}), []
        )

    def test_every_row_says_one_thing(self) -> None:
        for key, row in made_rows().items():
            with self.subTest(key):
                self.assertNotEqual(bool(row.part), bool(row.not_here))
                if row.not_here:
                    self.assertFalse(row.bought)

    def test_each_is_made_and_lies_in_nothing_else(self) -> None:
        rows = {key: row for key, row in made_rows().items() if row.part and key not in ALIKE}
        self.assertEqual(sorted(set(rows) - set(CASES)), [])
        for key, row in rows.items():
            name, change = CASES[key]
            document = example(name)
            change(document)
            parts = parts_of(whole(hive(document)))
            mine = [part for part in parts if row.part in part.id]
            with self.subTest(key):
                self.assertTrue(mine, [part.id for part in parts])
                self.assertEqual(clashes(parts), ())
                if row.bought:
                    self.assertTrue(any(part.group == "Bought" for part in mine))

    def test_a_comb_is_hung_by_its_type(self) -> None:
        """An item of a run that hangs comb is made by the row of its comb type."""
        self.assertEqual(Comb.model_fields["type"].is_required(), True)
