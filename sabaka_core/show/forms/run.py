"""What can be set about the run: nest, followers, gaps, entrances."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import mm
from sabaka_core.document.chambers import Entrance
from sabaka_core.document.run import Comb, Divider, Excluder, Feeder, Follower, Gap, Spacer
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import FieldGroup, FormField, SizeField
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import Placed
from sabaka_core.show.forms.fields import action, choice, size


def run_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the ledger's second tab."""
    return (_nest(a), *_boards_in_run(a), *_entrances(a), _new_entrances())


def _nest(a: Analysis) -> FieldGroup:
    missing = [side for side, board in (("near", a.layout.near), ("far", a.layout.far)) if board is None]
    return FieldGroup(
        id="nest",
        title="Nest and followers",
        fields=(
            choice(
                f"{a.path}/run/nest_at",
                "Nest lies",
                a.chamber.run.nest_at,
                ("near", "at the near end", "Entrances at the near end: brood beside them, honey toward the far end."),
                ("far", "at the far end", "The same from the other end."),
                ("middle", "in the middle", "Entrances mid-side: honey on both sides, followers at both ends."),
            ),
        ),
        actions=tuple(action(f"Put in a {side} follower", do="add-follower", side=side) for side in missing),
    )


def _boards_in_run(a: Analysis) -> Iterator[FieldGroup]:
    for placed in a.layout.placed:
        at = f"{a.path}/run/items/{placed.item.id}"
        if isinstance(placed.item, Follower):
            yield _follower(placed, placed.item, at)
        elif isinstance(placed.item, Gap):
            yield _gap(a, placed, placed.item, at)
        elif not isinstance(placed.item, Comb):
            yield _other(placed, placed.item, at)


_WHY = {
    "feeder": "Hangs like a comb; bees climb out by a ladder or float.",
    "excluder": "Keeps the queen on one side, if it is closed to walls, floor and cover all round.",
    "divider": "Bee-tight to walls, floor and cover: two colonies, each with an entrance of its own.",
    "spacer": "A strip of wood in the ceiling; wider than a bee space it is built under.",
}


def _other(placed: Placed, item: Feeder | Excluder | Divider | Spacer, at: str) -> FieldGroup:
    """A feeder, an excluder, a board between colonies, a strip."""
    thick = isinstance(item, Excluder | Divider)
    long = item.thickness_mm if isinstance(item, Excluder | Divider) else item.length_mm
    field = size(f"{at}/{'thickness_mm' if thick else 'length_mm'}", "Along the run", long, _WHY[item.kind])
    return FieldGroup(
        id=f"{item.kind}-{placed.index}",
        title=item.kind.capitalize(),
        fields=(field,),
        actions=(action("Take it out", do="remove-item", item=item.id),),
    )


def _follower(placed: Placed, board: Follower, at: str) -> FieldGroup:
    face = placed.end_mm if board.side == "near" else placed.start_mm
    return FieldGroup(
        id=f"follower-{board.side}",
        title=f"{board.side.capitalize()} follower",
        fields=(
            SizeField(
                path=f"follower-{board.side}",
                label="Face toward the combs at",
                quantity=mm(face),
                held=True,
                gloss="From the near end wall.",
                edit={"do": "move-follower", "side": board.side},
            ),
            size(f"{at}/thickness_mm", "Thick", board.thickness_mm),
            choice(
                f"{at}/fit",
                "Fit",
                board.fit,
                ("tight", "tight", "Keeps warmth in; binds if the wood swells more than its clearance."),
                ("loose", "loose", "Lifts out easily in any weather; bees may pass round it."),
            ),
            size(f"{at}/side_clearance_mm", "Clear of the walls, each side", board.side_clearance_mm),
            size(f"{at}/foot_gap_mm", "Foot above the floor", board.foot_gap_mm, "0 stands on the floor."),
            _yes(
                f"{at}/insulated",
                "Insulated",
                board.insulated,
                "No bare foam within reach of the bees: they carry it out.",
            ),
            _yes(
                f"{at}/feeding_hole",
                "Feeding hole",
                board.feeding_hole,
                "Bees go through it to a feeder behind the board.",
            ),
        ),
        actions=(action("Take it out", do="remove-follower", side=board.side),),
    )


def _yes(path: str, label: str, value: bool, why: str) -> FormField:
    return choice(path, label, "yes" if value else "no", ("no", "none", ""), ("yes", "yes", why))


def _gap(a: Analysis, placed: Placed, gap: Gap, at: str) -> FieldGroup:
    where = "among the combs" if a.layout.in_nest(placed) else f"at the {_end(a, placed)} end"
    return FieldGroup(
        id=f"gap-{placed.index}",
        title=f"Gap {where}",
        fields=(
            size(f"{at}/length_mm", "Long", gap.length_mm),
            choice(
                f"{at}/purpose",
                "For",
                gap.purpose,
                ("empty", "nothing", ""),
                ("feeder", "a feeder", practice("feeder_gap").why),
                ("straw", "straw", "Packed in for the winter."),
            ),
        ),
        actions=(action("Take the gap out", do="remove-item", item=placed.item.id),),
    )


def _end(a: Analysis, placed: Placed) -> str:
    return "near" if a.layout.near is not None and placed.index < a.layout.near.index else "far"


def _entrances(a: Analysis) -> Iterator[FieldGroup]:
    for placed in a.entrances:
        at = f"{a.path}/entrances/{placed.index}"
        yield FieldGroup(
            id=f"entrance-{placed.index}",
            title=f"Entrance {placed.index + 1}",
            fields=(*_where(placed.entrance, at), *_opening(placed.entrance, at), *_round_it(placed.entrance, at)),
            actions=(action("Take it away", do="remove-entrance", index=placed.index),),
        )


def _where(entrance: Entrance, at: str) -> Iterator[FormField]:
    """How it is set, and where it is."""
    disc = (("part", "part open", ""), ("vent", "vent only", ""), ("excluder", "excluder", ""))
    settings = (("open", "open", ""), ("plugged", "plugged", ""), *(disc if entrance.kind == "disc" else ()))
    yield choice(f"{at}/setting", "Setting", entrance.setting, *settings)
    yield choice(
        f"{at}/wall",
        "Wall",
        entrance.wall,
        ("left", "left side", ""),
        ("right", "right side", ""),
        ("near-end", "near end", ""),
        ("far-end", "far end", ""),
    )
    along = "Along the run from the near end wall; on an end wall, from its middle."
    yield size(f"{at}/at_mm", "Centre at", entrance.at_mm, along)
    yield size(f"{at}/height_mm", "Lower edge above the floor", entrance.height_mm)


def _opening(entrance: Entrance, at: str) -> Iterator[FormField]:
    """How large it is."""
    match entrance.kind:
        case "hole":
            yield size(f"{at}/diameter_mm", "Bore", entrance.diameter_mm)
        case "slot":
            yield size(f"{at}/width_mm", "Wide", entrance.width_mm)
            yield size(f"{at}/opening_mm", "High", entrance.opening_mm)
        case "disc":
            yield size(f"{at}/opening_mm", "Opening", entrance.opening_mm)
            yield size(f"{at}/disc_mm", "Disc", entrance.disc_mm)


def _round_it(entrance: Entrance, at: str) -> Iterator[FormField]:
    """What is set before it."""
    porch = "A box sealed over it makes a high entrance act low: warm, and mites fall past it."
    mice = "Holes of 7 mm pass bees and no mouse; for the winter."
    board = "Eases laden bees, and beetles and wasps as well."
    yield _yes(f"{at}/porch", "Porch", entrance.porch, porch)
    yield _yes(f"{at}/mouse_guard", "Mouse guard", entrance.mouse_guard, mice)
    yield _yes(f"{at}/landing_board", "Landing board", entrance.landing_board, board)


def _new_entrances() -> FieldGroup:
    return FieldGroup(
        id="new-entrance",
        title="Another entrance",
        fields=(),
        actions=tuple(
            action(words, do="add-entrance", kind=kind)
            for kind, words in (("hole", "Bore a hole"), ("slot", "Cut a slot"), ("disc", "Fit a disc"))
        ),
    )
