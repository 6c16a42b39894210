"""What can be set about entrances, windows, vents and thermometers."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.dates import short_of_year
from sabaka_core.document.entrances import Entrance, Slot
from sabaka_core.edits.walls import OPENING_WORDS
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import Action, DayField, FieldGroup, FormField, RowField
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import SETTING_WORDS
from sabaka_core.show.forms.fields import action, choice, size, yes_or_no

_WALLS = (
    ("left", "left side", ""),
    ("right", "right side", ""),
    ("near-end", "near end", ""),
    ("far-end", "far end", ""),
)
_ALONG = "Along the run from the near end wall; on an end wall, from its middle."


def opening_forms(a: Analysis) -> Iterator[FieldGroup]:
    """A group for each of them, what is rare folded, and what can be added."""
    for index, entrance in enumerate(a.chamber.entrances):
        at = f"{a.path}/entrances/{index}"
        yield _entrance(a, index, entrance, at)
        yield _about(index, entrance, at)
    yield _new_entrance()
    for index, each in enumerate(a.chamber.openings):
        at = f"{a.path}/openings/{index}"
        round_ = each.kind == "thermometer"
        fields: list[FormField] = [
            choice(f"{at}/wall", "Wall", each.wall, *_WALLS),
            size(f"{at}/at_mm", "Centre at", each.at_mm, _ALONG),
            size(f"{at}/height_mm", "Lower edge above the floor", each.height_mm),
            size(f"{at}/wide_mm", "Bore" if round_ else "Wide", each.wide_mm),
        ]
        if not round_:
            fields.append(size(f"{at}/high_mm", "High", each.high_mm))
            window = each.kind == "window"
            fields.append(
                choice(
                    f"{at}/shutter",
                    "Shutter",
                    each.shutter,
                    ("none", "none", "Light all day: bees curtain it, and warmth goes out." if window else "Open."),
                    ("open", "off" if window else "open", "While one looks." if window else "Air passes."),
                    ("shut", "on" if window else "shut", "Dark, and a little warmer." if window else "For the cold."),
                )
            )
        yield FieldGroup(
            id=f"opening-{index}",
            title=f"{OPENING_WORDS[each.kind]} {index + 1}",
            fields=tuple(fields),
            actions=(action("Take it away", do="remove-opening", index=index),),
        )
    yield FieldGroup(
        id="new-opening",
        title="In the walls",
        fields=(),
        actions=tuple(
            action(f"Set in a {words.lower()}", do="add-opening", kind=k) for k, words in OPENING_WORDS.items()
        ),
    )


def _entrance(a: Analysis, index: int, entrance: Entrance, at: str) -> FieldGroup:
    actions: list[Action] = []
    if isinstance(entrance, Slot):
        whose = [each for _, each in a.colonies]
        if len(whose) > 1:
            for each in whose:
                words = f"A mouth for “{each.name}”"
                actions.append(action(words, do="open-mouth", index=index, colony=each.id))
        else:
            actions.append(action("Fill it but for a mouth", do="open-mouth", index=index))
    actions.append(action("Take it away", do="remove-entrance", index=index))
    return FieldGroup(
        id=f"entrance-{index}",
        title=f"Entrance {index + 1}",
        fields=(*_where(entrance, at), *_opening(entrance, at), *_mouths(index, entrance, at)),
        actions=tuple(actions),
    )


def _where(entrance: Entrance, at: str) -> Iterator[FormField]:
    """How it is set, and where it is."""
    disc = (("part", "part open", ""), ("vent", "vent only", ""), ("excluder", "excluder", ""))
    settings = (("open", "open", ""), ("plugged", "plugged", ""), *(disc if entrance.kind == "disc" else ()))
    yield choice(f"{at}/setting", "Setting", entrance.setting, *settings)
    yield choice(f"{at}/wall", "Wall", entrance.wall, *_WALLS)
    yield size(f"{at}/at_mm", "Centre at", entrance.at_mm, _ALONG)
    high = (
        "Low keeps warmth in; high, mites that fall off homecoming bees stay outside, and heat goes out with the air."
    )
    yield size(f"{at}/height_mm", "Lower edge above the floor", entrance.height_mm, high)


def _opening(entrance: Entrance, at: str) -> Iterator[FormField]:
    """How large it is."""
    match entrance.kind:
        case "hole":
            yield size(f"{at}/diameter_mm", "Bore", entrance.diameter_mm)
        case "slot":
            yield size(f"{at}/width_mm", "Wide", entrance.width_mm, practice("slot_mouth").why)
            yield size(f"{at}/opening_mm", "High", entrance.opening_mm)
        case "disc":
            yield size(f"{at}/opening_mm", "Opening", entrance.opening_mm)
            yield size(f"{at}/disc_mm", "Disc", entrance.disc_mm)


def _mouths(index: int, entrance: Entrance, at: str) -> Iterator[RowField]:
    """What a slot's fillers leave open, mouth by mouth."""
    for place, mouth in enumerate(entrance.mouths if isinstance(entrance, Slot) else ()):
        path = f"{at}/mouths/{place}"
        yield RowField(
            path=path,
            label=f"Mouth {place + 1}",
            look="entrance-open",
            fields=(
                size(f"{path}/from_mm", f"Mouth {place + 1}, from the slot’s end", mouth.from_mm),
                size(f"{path}/wide_mm", f"Mouth {place + 1}, wide", mouth.wide_mm),
            ),
            actions=(action("shut it", do="shut-mouth", index=index, at=place),),
        )


def _about(index: int, entrance: Entrance, at: str) -> FieldGroup:
    """What is set before it, and how it is set through the year."""
    porch = "A box sealed over it makes a high entrance act low: warm, and mites fall past it."
    mice = "Holes of 7 mm pass bees and no mouse; for the winter."
    board = "Eases laden bees, and beetles and wasps as well."
    fields: list[FormField] = [yes_or_no(f"{at}/porch", "Porch", entrance.porch, porch)]
    if entrance.porch:
        fields.append(size(f"{at}/porch_deep_mm", "Porch, off the wall", entrance.porch_deep_mm))
        fields.append(size(f"{at}/porch_drop_mm", "Porch, below the entrance", entrance.porch_drop_mm))
    fields.append(yes_or_no(f"{at}/mouse_guard", "Mouse guard", entrance.mouse_guard, mice))
    fields.append(yes_or_no(f"{at}/landing_board", "Landing board", entrance.landing_board, board))
    settings = [(key, words, "") for key, words in SETTING_WORDS.items()]
    if entrance.kind != "disc":
        settings = [each for each in settings if each[0] in ("open", "plugged")]
    for place, dated in enumerate(entrance.dated):
        path = f"{at}/dated/{place}"
        fields.append(
            RowField(
                path=path,
                label=f"From {short_of_year(dated.day)}",
                look="entrance-open" if dated.setting != "plugged" else "entrance-plugged",
                fields=(
                    DayField(path=f"{path}/day", label="From", value=dated.day),
                    choice(f"{path}/setting", "Set", dated.setting, *settings),
                    yes_or_no(f"{path}/guard", "Guard", dated.guard, mice),
                ),
                actions=(action("take the date out", do="undate-entrance", index=index, at=place),),
            )
        )
    return FieldGroup(
        id=f"entrance-{index}-about",
        title=f"Entrance {index + 1}: porch, guard, dates",
        fields=tuple(fields),
        actions=(action("Set it by date", do="date-entrance", index=index),),
        folded=not entrance.dated,
    )


def _new_entrance() -> FieldGroup:
    kinds = (("hole", "Bore a hole"), ("slot", "Cut a slot"), ("disc", "Fit a disc"))
    return FieldGroup(
        id="new-entrance",
        title="Another entrance",
        fields=(),
        actions=(
            *(action(words, do="add-entrance", kind=kind) for kind, words in kinds),
            action("Cut one right under the bars", do="add-entrance", kind="slot", upper=True),
        ),
    )
