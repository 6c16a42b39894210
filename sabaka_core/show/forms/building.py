"""What can be set about building: the saw, rates, paper, boards for sale."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, count
from sabaka_core.document.building import USUAL, Building
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import FieldGroup, FormField, SizeField, TextField
from sabaka_core.show.forms.fields import action, choice, size
from sabaka_core.show.forms.hive import board_forms


def building_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the Build step's ledger."""
    building = a.hive.building or Building()
    return (*board_forms(a), *_old_boxes(building), *_along(building), _saw(building), _made(building), _sale(building))


def _old_boxes(building: Building) -> Iterator[FieldGroup]:
    for index, box in enumerate(building.old_boxes):
        at = f"/building/old_boxes/{index}"
        yield FieldGroup(
            id=f"old-box-{index}",
            title=f"Old boxes {index + 1}",
            fields=(
                TextField(path=f"{at}/label", label="Called", value=box.label),
                SizeField(path=f"{at}/count", label="How many", quantity=count(box.count), held=True),
                size(f"{at}/length_mm", "Long, outside", box.length_mm),
                size(f"{at}/width_mm", "Wide, outside", box.width_mm),
                size(f"{at}/height_mm", "High", box.height_mm),
                size(f"{at}/wall_mm", "Walls, as measured", box.wall_mm),
                size(f"{at}/rest_mm", "Rests cut into the ends", box.rest_mm, "So much is ripped off their top edges."),
                choice(
                    f"{at}/use",
                    "They are",
                    box.use,
                    ("apart", "cut apart for their boards", "Sawn at the inside faces: the joints come off."),
                    ("keep", "kept as they are", ""),
                ),
            ),
            actions=(action("Take off the list", do="remove-old-box", index=index),),
        )
    yield FieldGroup(
        id="new-old-box", title="Old boxes to cut up", fields=(), actions=(action("Add old boxes", do="add-old-box"),)
    )


def _along(building: Building) -> Iterator[FieldGroup]:
    """Designs that are cut along; which ones is chosen among the keeper's own."""
    if building.along:
        leave = (action(f"Leave “{each.name}” out", do="leave-out", index=i) for i, each in enumerate(building.along))
        yield FieldGroup(id="along", title="Cut along with it", fields=(), actions=tuple(leave))


def _saw(building: Building) -> FieldGroup:
    return FieldGroup(
        id="saw",
        title="Saw and rates",
        fields=(
            size("/building/kerf_mm", "Saw cut (kerf)", building.kerf_mm, "What each cut turns to dust."),
            size("/building/trim_mm", "Trimmed off each board’s ends", building.trim_mm, "Bad ends, and to square up."),
            SizeField(
                path="/building/hour_price",
                label="An hour of work",
                quantity=Quantity(value=building.hour_price, unit="number"),
                held=True,
            ),
            TextField(path="/building/currency", label="Your money", value=building.currency),
            SizeField(
                path="/building/prices_times",
                label="Prices of screws and the like, times",
                quantity=Quantity(value=building.prices_times, unit="number"),
                held=True,
                gloss="The table’s prices are in euros: so many of your money to one.",
            ),
            SizeField(
                path="/building/copies",
                label="Hives built at once",
                quantity=count(building.copies),
                held=True,
                gloss="Boards, screws and hours are for all of them together; parts are listed for one.",
            ),
            choice("/building/sheet", "Booklet on", building.sheet, ("a4", "A4", ""), ("letter", "Letter", "")),
        ),
    )


def _made(building: Building) -> FieldGroup:
    return FieldGroup(
        id="made",
        title="What is made",
        fields=(
            choice(
                "/building/frames",
                "Bars and frames to make",
                building.frames,
                ("fill", "to fill the run", ""),
                ("now", "those in it now", ""),
            ),
            SizeField(
                path="/building/frames_on_hand",
                label="Frames on hand",
                quantity=count(building.frames_on_hand),
                held=True,
                gloss="So many aren’t made: their pieces are neither cut nor bought.",
            ),
            SizeField(
                path="/building/boxes_on_hand",
                label="Boxes for supers on hand",
                quantity=count(building.boxes_on_hand),
                held=True,
                gloss="So many aren’t made; their frames are, unless you have those as well.",
            ),
            choice(
                "/building/scarf",
                "What is longer than any board",
                "yes" if building.scarf else "no",
                ("no", "asks for a longer one", ""),
                (
                    "yes",
                    "scarfed of two where that is sound",
                    "Eight times its thickness long, glued: as strong as a board.",
                ),
            ),
        ),
    )


def _sale(building: Building) -> FieldGroup:
    fields: list[FormField] = []
    for index, board in enumerate(building.for_sale):
        at = f"/building/for_sale/{index}"
        fields += [
            TextField(path=f"{at}/label", label=f"Board {index + 1}", value=board.label),
            size(f"{at}/length_mm", "Long", board.length_mm),
            size(f"{at}/width_mm", "Wide", board.width_mm),
            size(f"{at}/thickness_mm", "Thick, as measured", board.thickness_mm),
            SizeField(
                path=f"{at}/price", label="Price", quantity=Quantity(value=board.price, unit="number"), held=True
            ),
        ]
    words = "One board more" if building.for_sale else f"Write your own list (now the {len(USUAL)} usual planed ones)"
    actions = [
        action(words, do="add-for-sale"),
        action("Keep what the plan leaves as boards on hand", do="keep-offcuts"),
        *(action(f"Take board {i + 1} off", do="remove-for-sale", index=i) for i in range(len(building.for_sale))),
    ]
    return FieldGroup(id="sale", title="Boards to buy", fields=tuple(fields), actions=tuple(actions))
