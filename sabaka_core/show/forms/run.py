"""What can be set about the run: nest, followers, gaps, what else stands in it."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import mm
from sabaka_core.document.run import Comb, Divider, Excluder, Feeder, Follower, Gap, Spacer
from sabaka_core.edits.items import PUT_IN_WORDS
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import Board, feeder_size
from sabaka_core.kit.forms import Action, FieldGroup, FormField, SizeField
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import Placed
from sabaka_core.show.forms.fields import action, choice, size, yes_or_no
from sabaka_core.show.forms.openings import opening_forms


def run_forms(a: Analysis) -> tuple[FieldGroup, ...]:
    """The groups of the ledger's second tab."""
    return (_nest(a), *_boards_in_run(a), _into_run(a), *opening_forms(a))


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
            yield _follower(a, placed, placed.item, at)
        elif isinstance(placed.item, Gap):
            yield _gap(a, placed, placed.item, at)
        elif not isinstance(placed.item, Comb):
            yield _other(a, placed, placed.item, at)


_WHY = {
    "feeder": "Hangs like a comb; bees climb out by a ladder or float.",
    "excluder": "Keeps the queen on one side, if it is closed to walls, floor and cover all round.",
    "divider": "Bee-tight to walls, floor and cover: two colonies, each with an entrance of its own.",
    "spacer": "A strip of wood in the ceiling; wider than a bee space it is built under.",
}


def _other(a: Analysis, placed: Placed, item: Feeder | Excluder | Divider | Spacer, at: str) -> FieldGroup:
    """A feeder, an excluder, a board between colonies, a strip or filler."""
    thick = isinstance(item, Excluder | Divider)
    long = item.thickness_mm if isinstance(item, Excluder | Divider) else item.length_mm
    field = size(f"{at}/{'thickness_mm' if thick else 'length_mm'}", "Along the run", long, _WHY[item.kind])
    match item:
        case Feeder():
            more = _of_feeder(a, item, at)
        case Excluder():
            more = _clear(item, at)
        case Divider():
            more = iter((*_clear(item, at), *_of_board(a, item, at)))
        case Spacer():
            more = iter(
                (
                    choice(
                        f"{at}/make",
                        "Is",
                        item.make,
                        ("strip", "a strip in the ceiling", "Takes up what bars leave over."),
                        ("window", "a window in the ceiling", "Glazed: one looks into the lane and lifts nothing."),
                        ("filler", "a filler to the floor", "Takes one comb’s room, so that nothing is built there."),
                    ),
                )
            )
    name = item.make if isinstance(item, Spacer) else item.kind
    return FieldGroup(
        id=f"{item.kind}-{placed.index}",
        title=name.capitalize(),
        fields=(field, *more),
        actions=(action("Take it out", do="remove-item", item=item.id),),
    )


def _of_feeder(a: Analysis, item: Feeder, at: str) -> Iterator[FormField]:
    """How a feeder is made, and how deep it hangs."""
    yield choice(
        f"{at}/make",
        "Made as",
        item.make,
        ("frame", "a frame with faces", "Of the combs’ own size, so that it hangs anywhere among them."),
        ("tub", "a tub under a bar", "Tight without glue, washed in a minute; bought to fit."),
    )
    yield choice(
        f"{at}/climb",
        "Bees climb by",
        item.climb,
        ("ladder", "a ladder of mesh", "Works at any level; bees build in it when it is left empty."),
        ("float", "a float", "Sinks with the syrup; must not jam."),
        ("none", "nothing", "They drown."),
    )
    yield choice(
        f"{at}/lies",
        "Lies",
        item.lies,
        ("as-combs", "as the combs do", "Hangs in the run like one of them."),
        ("at-right-angles", "at right angles to them", "A trough along the hive, behind a board with a hole."),
    )
    deep = feeder_size(a, item).deep_mm
    words = "As deep as the combs until a depth is typed; it holds what the table of feeders says."
    yield size(f"{at}/height_mm", "Deep under the bars", deep, words, item.height_mm is not None)
    why = "Fills the section to walls and floor: the board between two colonies, or the end of the nest, in one."
    yield yes_or_no(f"{at}/divides", "Divides the run", item.divides, why)


def _clear(item: Excluder | Divider | Follower, at: str) -> Iterator[FormField]:
    """How near a board comes to walls and floor."""
    yield size(f"{at}/side_clearance_mm", "Clear of the walls, each side", item.side_clearance_mm)
    yield size(f"{at}/foot_gap_mm", "Foot above the floor", item.foot_gap_mm, "0 stands on the floor.")


def _of_board(a: Analysis, board: Board, at: str) -> Iterator[FormField]:
    """Its foot over a trough, its warmth, its hole."""
    if a.chamber.litter.kind == "trough":
        yield choice(
            f"{at}/foot",
            "Foot",
            board.foot,
            ("straight", "straight, over the rim", "Quick to make; bees pass below it through the trough."),
            ("shaped", "shaped to the trough", "Follows it down; cut to a template."),
        )
    foam = "No bare foam within reach of the bees: they carry it out."
    yield yes_or_no(f"{at}/insulated", "Insulated", board.insulated, foam)
    yield yes_or_no(
        f"{at}/feeding_hole", "Feeding hole", board.feeding_hole, "Bees go through it to what stands behind."
    )
    if board.feeding_hole:
        yield size(f"{at}/hole_up_mm", "Hole, lower edge up", board.hole_up_mm, "Above the floor.")
        yield size(f"{at}/hole_at_mm", "Hole, from the middle", board.hole_at_mm, "To the right is more than 0.")


def _into_run(a: Analysis) -> FieldGroup:
    """What can be put into the run: behind everything by a click, before an item by dropping it there."""
    actions = []
    for kind, words in PUT_IN_WORDS.items():
        edit = {"do": "put-in-run", "kind": kind}
        onto = {f"item-{placed.index}": {**edit, "before": placed.item.id} for placed in a.layout.placed}
        actions.append(Action(label=words, edit=edit, onto=onto))
    return FieldGroup(id="into-run", title="Put into the run", fields=(), actions=tuple(actions))


def _follower(a: Analysis, placed: Placed, board: Follower, at: str) -> FieldGroup:
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
            *_clear(board, at),
            *_of_board(a, board, at),
        ),
        actions=(action("Take it out", do="remove-follower", side=board.side),),
    )


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
