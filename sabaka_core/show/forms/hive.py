"""What can be set about the hive as a whole: passages, supers, the way of keeping, colony, boards, words."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, count
from sabaka_core.combs.schools import SCHOOLS, school_row
from sabaka_core.document.hive import Choices, Colony, Hive
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BOX_WORDS
from sabaka_core.kit.forms import FieldGroup, FormField, SizeField, TextField
from sabaka_core.kit.tables import practice
from sabaka_core.show.forms.combs import comb_forms
from sabaka_core.show.forms.fields import action, choice, counted, size
from sabaka_core.show.forms.shape import shape_forms


def hive_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the ledger's first tab."""
    return (
        *shape_forms(a),
        *comb_forms(a),
        *(passage_form(a.hive, index) for index in range(len(a.hive.passages))),
        *(super_form(a.hive, index) for index in range(len(a.hive.supers))),
        _keeping(a),
        *_colonies(a),
        *board_forms(a),
        *_stand(a),
        _title(a),
    )


def passage_form(hive: Hive, index: int) -> FieldGroup:
    """One way from chamber to chamber."""
    passage, at = hive.passages[index], f"/passages/{index}"
    ends = f"{passage.from_chamber} to {passage.to_chamber}".replace("-", " ")
    fields: list[FormField] = [
        choice(
            f"{at}/kind",
            "Kind",
            passage.kind,
            ("slot", "a slot", ""),
            ("holes", "holes", ""),
            ("open", "open", "One box stands on the other without a floor."),
            ("vent", "a screened vent", "Air and scent pass, bees don’t."),
        ),
        choice(
            f"{at}/excluder",
            "Queen excluder",
            "yes" if passage.excluder else "no",
            ("no", "none", "A full comb of honey usually stops the queen."),
            ("yes", "in the passage", "Slots of 4.1 to 4.4 mm; every other way round it counts."),
        ),
    ]
    fields.append(
        choice(
            f"{at}/slide",
            "Slide",
            passage.slide,
            ("none", "none", ""),
            ("open", "one, drawn", "Shut for a split, for a clearing of supers, or for the winter."),
            ("shut", "one, shut", "No bees pass: what lies behind it is out of reach."),
        )
    )
    if passage.kind != "open":
        fields.append(size(f"{at}/width_mm", "Wide", passage.width_mm or 0.0, "All holes together."))
        fields.append(size(f"{at}/height_mm", "High", passage.height_mm or 0.0))
    return FieldGroup(
        id=f"passage-{index}",
        title=f"Passage, {ends}",
        fields=tuple(fields),
        actions=(action("Close it for good", do="remove-passage", at=index),),
    )


def super_form(hive: Hive, index: int) -> FieldGroup:
    """Supers of one kind on a chamber."""
    each, at = hive.supers[index], f"/supers/{index}"
    return FieldGroup(
        id=f"super-{index}",
        title=f"{BOX_WORDS[each.holds].capitalize()} {index + 1}, on {each.chamber.replace('-', ' ')}",
        fields=(
            choice(
                f"{at}/holds",
                "It holds",
                each.holds,
                ("combs", "combs", ""),
                ("vents", "vents", "Screened holes over the bees: moisture leaves, and warmth with it."),
                ("nothing", "nothing: a shim", "Makes up height where stacks differ, or room for a feeder."),
            ),
            choice(
                f"{at}/chamber",
                "Stands on",
                each.chamber,
                *((c.id, c.id.replace("-", " "), "") for c in hive.chambers if c.axis == "lying"),
            ),
            choice(f"{at}/comb_type", "Hangs", each.comb_type, *((kind.id, kind.name, "") for kind in hive.comb_types)),
            size(f"{at}/height_mm", "Each, high", each.height_mm),
            counted(f"{at}/frames", "Combs in each", each.frames),
            counted(f"{at}/boxes", "One on the other", each.boxes),
            size(f"{at}/at_mm", "From the chamber's near end", each.at_mm, "For supers abreast on one chamber."),
            choice(
                f"{at}/turned",
                "Its combs run",
                "yes" if each.turned else "no",
                ("no", "as the chamber's", "Bees go straight up between the combs."),
                ("yes", "crosswise", "A standard box on a wider chamber; what it leaves open beside it is covered."),
            ),
        ),
        actions=(action("Take it off", do="remove-super", at=index),),
    )


def _stand(a: Analysis) -> Iterator[FieldGroup]:
    if a.hive.stand is not None:
        yield FieldGroup(
            id="stand",
            title="Stand",
            fields=(size("/stand/height_mm", "Floor above the ground", a.hive.stand.height_mm),),
        )


def _keeping(a: Analysis) -> FieldGroup:
    choices = a.hive.choices
    follows = (
        "Brood bars follow this choice."
        if a.bars
        else "It leaves these frames as they are: they keep the spacing they were made for."
    )
    bees = (("african", "African stock"), ("european", "European stock"), ("wide", "wide bars for any stock"))
    return FieldGroup(
        id="keeping",
        title="How you keep",
        fields=(
            choice(
                "/choices/slope_school",
                "Walls",
                choices.slope_school,
                *((school, words, practice(school_row(school)).why) for school, words in SCHOOLS.items()),
            ),
            choice(
                "/choices/comb_curve",
                "A free comb hangs as",
                choices.comb_curve,
                ("catenary", "a catenary", "The fuller curve, so it decides safely whether a comb touches the wall."),
                ("parabola", "a parabola", "The leaner curve; many measured combs lie nearer to it low down."),
            ),
            choice(
                "/choices/bees",
                "Brood comb spacing",
                choices.bees,
                *((key, words, f"{practice(f'spacing_{key}').why} {follows}") for key, words in bees),
            ),
            *_gaps_and_cells(choices),
            *_law_and_kit(choices),
        ),
    )


def _gaps_and_cells(choices: Choices) -> Iterator[FormField]:
    """What is kept free round combs, and what bees build and a keeper opens."""
    space = "Between comb and wall, square to the wall: 6 to 9.5 mm."
    yield size("/choices/bee_space_mm", "Bee space kept free", choices.bee_space_mm, space)
    under = "From the combs' tips to floor or litter."
    yield size("/choices/floor_gap_mm", "Gap under the combs", choices.floor_gap_mm, under)
    yield size("/choices/cell_mm", "Cell size", choices.cell_mm, "Across the flats of a worker cell.")
    yield SizeField(
        path="/choices/open_combs",
        label="Combs open at once, at most",
        quantity=count(choices.open_combs),
        held=True,
        gloss="A cover slat spans no more of them: 2 to 3 by choice, up to 5.",
    )


def _law_and_kit(choices: Choices) -> Iterator[FormField]:
    """What the law asks, and what combs have to go into."""
    yield choice(
        "/choices/law",
        "The law here",
        choices.law,
        ("not-asked", "I haven’t asked yet", "Ask your bee inspector: many places want combs that lift out."),
        ("removable", "asks for removable combs", "Fixed combs can’t be inspected for disease."),
        ("any", "allows fixed combs", ""),
    )
    for side, gloss in (("long", "Measure your own; a common one is taken until you do."), ("high", "")):
        own = choices.basket_long_mm if side == "long" else choices.basket_high_mm
        usual = practice(f"basket_{side}").number
        yield size(f"/choices/basket_{side}_mm", f"Extractor’s basket, {side}", own or usual, gloss, own is not None)


def _colonies(a: Analysis) -> Iterator[FieldGroup]:
    for index, colony in enumerate(a.hive.colonies):
        at = f"/colonies/{index}"
        yield FieldGroup(
            id=f"colony-{colony.id}",
            title="Colony",
            fields=(
                TextField(path=f"{at}/name", label="Called", value=colony.name),
                choice(
                    f"{at}/chamber",
                    "Lives in",
                    colony.chamber,
                    *((c.id, c.id.replace("-", " "), "") for c in a.hive.chambers),
                ),
                choice(
                    f"{at}/stretch",
                    "Its combs",
                    colony.stretch,
                    ("between-followers", "between the followers", ""),
                    ("near-end", "at the near end, to the first board", "Of two that share a run."),
                    ("far-end", "at the far end, from the last board", "Of two that share a run."),
                    ("whole", "all of the run", "As in a log."),
                ),
                choice(
                    f"{at}/strength",
                    "Strength",
                    colony.strength,
                    *(
                        (key, words, practice(f"volume_{key}").why)
                        for key, words in (("nucleus", "a nucleus"), ("growing", "growing"), ("full", "full"))
                    ),
                ),
                *_begins(colony, at),
            ),
        )


def _begins(colony: Colony, at: str) -> Iterator[FormField]:
    """What a colony at an end begins as; how the first one does is said with the season."""
    if colony.stretch in ("near-end", "far-end"):
        yield choice(
            f"{at}/begins",
            "Begins",
            colony.begins,
            ("combs", "on combs of its own", "A nucleus or a split brings brood, stores and the bees on them."),
            ("swarm", "as a swarm that moves in", "Empty bars, its own entrance, shut off till bees come."),
        )


def board_forms(a: Analysis) -> Iterator[FieldGroup]:
    """Boards on hand, and a button for more."""
    for index, board in enumerate(a.hive.boards):
        at = f"/boards/{index}"
        number = Quantity(value=board.count, unit="count")
        yield FieldGroup(
            id=f"board-{index}",
            title=f"Boards on hand {index + 1}",
            fields=(
                TextField(path=f"{at}/label", label="Called", value=board.label),
                size(f"{at}/length_mm", "Long", board.length_mm),
                size(f"{at}/width_mm", "Wide", board.width_mm),
                size(f"{at}/thickness_mm", "Thick", board.thickness_mm, "As measured, not the nominal thickness."),
                SizeField(path=f"{at}/count", label="How many", quantity=number, held=True),
                size(f"{at}/bad_end_mm", "Bad end, cut off", board.bad_end_mm),
            ),
            actions=(action("Take off the list", do="remove-board", index=index),),
        )
    yield FieldGroup(
        id="new-board", title="More boards on hand", fields=(), actions=(action("Add boards", do="add-board"),)
    )


def _title(a: Analysis) -> FieldGroup:
    return FieldGroup(
        id="title",
        title="Name and notes",
        fields=(
            TextField(path="/name", label="Hive", value=a.hive.name),
            TextField(path="/notes", label="Notes", value=a.hive.notes, long=True),
        ),
    )
