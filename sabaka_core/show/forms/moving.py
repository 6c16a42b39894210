"""What can be set about moving in: the bees and their combs, wishes, days, boxes, making."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, count
from sabaka_core.document.combs import Frame
from sabaka_core.document.moving import OWN, Moving
from sabaka_core.document.season import Season
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.climate import climates
from sabaka_core.kit.forms import Action, ChoiceField, DayField, FieldGroup, FormField, Option, SizeField
from sabaka_core.moving.box import stacks_of
from sabaka_core.moving.find import WISHES, moving_box, room_of
from sabaka_core.show.forms.fields import action, choice, size

_MOST_STACKS = 4


def moving_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the Move in step's ledger."""
    moving = a.hive.moving or Moving()
    return (
        *_into(a, moving),
        _bees(moving),
        _wishes(moving),
        _first_day(moving),
        _days(a, moving),
        _boxes(a, moving),
        _making(moving),
    )


def _into(a: Analysis, moving: Moving) -> Iterator[FieldGroup]:
    """Which chamber they are moved into, where there are several that hold combs."""
    held = [chamber for chamber in a.hive.chambers if any(item.kind == "comb" for item in chamber.run.items)]
    if len(held) > 1:
        now = a.hive.chambers[moving_box(a.hive)].id
        names = ((chamber.id, chamber.id.replace("-", " "), "") for chamber in held)
        yield FieldGroup(id="into", title="Into", fields=(choice("/moving/chamber", "Chamber", now, *names),))


def _bees(moving: Moving) -> FieldGroup:
    fields: list[FormField] = [
        _from(moving),
        SizeField(path="/moving/count", label="How many combs", quantity=count(moving.count), held=True),
    ]
    actions = []
    if moving.bees == "frames":
        if moving.standard == OWN and moving.own is not None:
            own = moving.own
            fields += [
                size("/moving/own/top_bar_mm", "Top bar, long", own.top_bar_mm),
                size("/moving/own/body_width_mm", "Body, wide without lugs", own.body_width_mm),
                size("/moving/own/depth_mm", "Depth, top bar included", own.depth_mm),
                size("/moving/own/lug_thickness_mm", "Lug, thick", own.lug_thickness_mm),
                size("/moving/own/spacing_mm", "Spacing", own.spacing_mm),
                size(
                    "/moving/own/tolerance_mm",
                    "Differs by, either way",
                    own.tolerance_mm,
                    "The most that one of them is larger or smaller than these sizes.",
                ),
            ]
        else:
            actions.append(action("Measure your own", do="measure-old"))
    elif moving.bees in ("bars", "fixed"):
        if moving.bees == "bars":
            fields += [
                size("/moving/bar_long_mm", "Bar, long", moving.bar_long_mm),
                size("/moving/bar_wide_mm", "Bar, wide", moving.bar_wide_mm),
            ]
        fields += [
            size("/moving/comb_wide_mm", "Comb, wide at the top", moving.comb_wide_mm),
            size("/moving/comb_high_mm", "Comb, deep", moving.comb_high_mm),
        ]
    if moving.bees != "swarm":
        if moving.brood is None:
            actions.append(action("Mark the brood", do="mark-brood"))
        else:
            fields += [
                size("/moving/brood/wide_mm", "Brood, wide", moving.brood.wide_mm),
                size("/moving/brood/high_mm", "Brood, high", moving.brood.high_mm),
                size("/moving/brood/below_mm", "Its middle below the top", moving.brood.below_mm),
            ]
            actions.append(action("Back to the usual disc", do="mark-brood", forget=True))
    return FieldGroup(id="bees", title="The bees are on", fields=tuple(fields), actions=tuple(actions))


def _from(moving: Moving) -> ChoiceField:
    options = [
        Option(value=ident, label=row.name, why="", edit={"do": "move-from", "bees": "frames", "standard": ident})
        for ident, row in catalogue().items()
    ]
    if moving.own is not None:
        options.append(
            Option(
                value=OWN, label=moving.own.name, why="", edit={"do": "move-from", "bees": "frames", "standard": OWN}
            )
        )
    for kind, words, why in (
        ("bars", "Combs on bars of another hive", ""),
        ("fixed", "Fixed combs, cut out of a log, wall or skep", ""),
        ("swarm", "A swarm, no comb", ""),
    ):
        options.append(Option(value=kind, label=words, why=why, edit={"do": "move-from", "bees": kind}))
    now = moving.standard if moving.bees == "frames" else moving.bees
    return ChoiceField(path="/moving/standard", label="From", value=now, options=tuple(options))


def _wishes(moving: Moving) -> FieldGroup:
    return FieldGroup(
        id="wish",
        title="What comes first",
        fields=(
            choice(
                "/moving/wish",
                "First wish",
                moving.wish,
                *((key, words[0].upper() + words[1:], why) for key, (words, why) in WISHES.items()),
            ),
            choice(
                "/moving/queen_by",
                "Queen and old combs",
                moving.queen_by,
                (
                    "excluder",
                    "queen kept on the new by an excluder",
                    "Old brood is clear on a known day; drones behind it need a way out, and every way "
                    "round it must be shut.",
                ),
                (
                    "outward",
                    "old combs outward, no excluder",
                    "Nothing bars the queen: old combs go one place further at each visit until they hold no brood.",
                ),
            ),
        ),
    )


def _first_day(moving: Moving) -> FieldGroup:
    """How the combs hang on the first day, and what stands beside them."""
    fields: list[FormField] = [
        choice(
            "/moving/order",
            "Combs in order",
            moving.order,
            (
                "one-each-end",
                "an empty one at each end",
                "Old ones between: brood stays together, and bees build outward.",
            ),
            ("own-first", "own nearest the entrance", "Brood moves onto them as it grows toward the door."),
            ("own-behind", "own behind the old", "Least disturbed; stores go on the new combs."),
        )
    ]
    if moving.order != "one-each-end":
        words = "Own combs put in"
        fields.append(SizeField(path="/moving/own_combs", label=words, quantity=count(moving.own_combs), held=True))
    fields.append(
        choice(
            "/moving/feeder",
            "Feeder",
            moving.feeder,
            ("none", "none in the run", "A jar over a holed slat, or a flow."),
            ("among", "hangs behind the combs", "Bees find it in any weather."),
            ("behind", "stands behind the follower", "Through a hole in the board; filled without opening the nest."),
        )
    )
    fields.append(
        SizeField(path="/moving/hives", label="Hives done on that day", quantity=count(moving.hives), held=True)
    )
    return FieldGroup(id="first-day", title="The first day", fields=tuple(fields))


def _days(a: Analysis, moving: Moving) -> FieldGroup:
    season = a.hive.season or Season()
    waits: tuple[FormField, ...] = ()
    if moving.begins == "box-waits":
        days = SizeField(
            path="/moving/spot_days", label="Days on the spot", quantity=count(moving.spot_days), held=True
        )
        waits = (days,)
    return FieldGroup(
        id="days",
        title="Place and days",
        fields=(
            choice(
                "/season/climate",
                "Climate",
                season.climate,
                *((key, row.name, "Says which weeks are warm enough.") for key, row in climates().items()),
            ),
            choice(
                "/moving/begins",
                "It begins",
                moving.begins,
                ("box-waits", "with the old box on the spot", "Bees learn the place; some ten days, flying from it."),
                ("today", "when the bees come, that day", "A nucleus or swarm is fetched and moved in the same day."),
            ),
            *waits,
            DayField(path="/moving/day", label="The day of the move", value=moving.day),
            DayField(
                path="/moving/queen_day",
                label="Queen onto the new combs (empty: the next visit)",
                value=moving.queen_day or "",
            ),
            SizeField(
                path="/moving/visit_days",
                label="Days from visit to visit",
                quantity=count(moving.visit_days),
                held=True,
            ),
        ),
    )


def _boxes(a: Analysis, moving: Moving) -> FieldGroup:
    fields: list[FormField] = [
        choice(
            "/moving/spacers",
            "Spacers",
            moving.spacers,
            (
                "half",
                "half as long as the box",
                "Old and new side by side in one section; three stretches can be converted at once.",
            ),
            ("full", "as long as the box", "A whole section for the new frames, another for the old."),
        ),
        size("/moving/box_tolerance_mm", "Boxes differ by, either way", moving.box_tolerance_mm),
        SizeField(
            path="/moving/conversions",
            label="Conversions end to end",
            quantity=count(moving.conversions),
            held=True,
            gloss="Up to three colonies at once, each with a half for the new frames and one for the old.",
        ),
        size("/moving/cladding_mm", "Cladding hangs over a joint", moving.cladding_mm, "Keeps loose sections in line."),
        choice(
            "/moving/excluder_over",
            "Excluder",
            "yes" if moving.excluder_over else "no",
            ("no", "between the spacers", "Smaller; the gap beside it is the spacers’ own."),
            ("yes", "over the spacers’ ends", "From wall to wall: fewer ways round, spacers shorter by its thickness."),
        ),
    ]
    for index, box in enumerate(moving.boxes):
        at, words = f"/moving/boxes/{index}", f"Box {index + 1} from below"
        fields += [
            size(f"{at}/across_mm", f"{words}, inside across", box.across_mm),
            size(f"{at}/along_mm", f"{words}, inside along", box.along_mm),
            size(f"{at}/height_mm", f"{words}, high", box.height_mm),
            size(f"{at}/rest_depth_mm", f"{words}, rest below the rim", box.rest_depth_mm),
            size(f"{at}/rest_width_mm", f"{words}, rest wide", box.rest_width_mm),
        ]
    act = (
        (action("The usual boxes again", do="own-boxes", forget=True),)
        if moving.boxes
        else (action("Measure your boxes", do="own-boxes"), *_stacks(a, moving))
    )
    return FieldGroup(id="boxes", title="Conversion box", fields=tuple(fields), actions=act)


def _stacks(a: Analysis, moving: Moving) -> Iterator[Action]:
    """Stacks of the usual boxes of the bees' frame that the new depth holds, each to be taken by a click."""
    if moving.bees != "frames" or moving.standard == OWN:
        return
    row = catalogue()[moving.standard]
    standard = row.carrier.standard if isinstance(row.carrier, Frame) else moving.standard
    for stack in stacks_of(standard, room_of(a.hive).drop_mm)[:_MOST_STACKS]:
        words = " on ".join(box.name.lower() for box in reversed(stack))
        yield action(f"Take {words}", do="pick-boxes", names=[box.name for box in stack])


def _making(moving: Moving) -> FieldGroup:
    making = moving.making

    def price(path: str, label: str, value: float) -> SizeField:
        return SizeField(
            path=f"/moving/making/{path}", label=label, quantity=Quantity(value=value, unit="number"), held=True
        )

    return FieldGroup(
        id="making",
        title="Make, buy or pool",
        fields=(
            SizeField(path="/moving/making/frames", label="Frames wanted", quantity=count(making.frames), held=True),
            SizeField(
                path="/moving/making/keepers",
                label="Keepers who share a tool",
                quantity=count(making.keepers),
                held=True,
            ),
            price("tool_price", "A tool or mould costs", making.tool_price),
            price("wood_price", "Wood for one frame", making.wood_price),
            price("hour_price", "An hour of yours", making.hour_price),
            price("buy_price", "One frame bought", making.buy_price),
            choice(
                "/moving/making/shaped",
                "Side bars",
                "yes" if making.shaped else "no",
                ("yes", "shaped, wide above and narrow below", "They space themselves; nine passes each."),
                ("no", "straight", "Seven passes; spacers or a comb spacer hold them apart."),
            ),
        ),
    )
