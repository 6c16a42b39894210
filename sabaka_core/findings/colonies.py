"""Rules on two colonies in one run: combs and brood of their own, a board between them, entrances apart."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from itertools import combinations, pairwise

from sabaka_core.base.quantity import count, mm, text
from sabaka_core.base.sources import COMMON
from sabaka_core.document.entrances import Hole
from sabaka_core.document.hive import Colony, Hive
from sabaka_core.document.run import Comb, Divider, Follower, Gap, RunItem
from sabaka_core.edits.closing import items_of, with_items
from sabaka_core.edits.nucleus import hole_in
from sabaka_core.edits.openings import add_entrance, remove_entrance
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.openings import own_entrances, stretch_of
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.findings.run import item_path
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.tables import at_most, practice
from sabaka_core.run.entrances import PlacedEntrance, run_walls
from sabaka_core.run.layout import Placed, divides

Stretch = tuple[float, float]


def _others(a: Analysis) -> Iterator[tuple[int, Colony, Stretch]]:
    """Colonies at an end of the run, with their stretches."""
    for index, colony in a.colonies:
        if colony.stretch in ("near-end", "far-end") and not a.layout.crossed:
            yield index, colony, stretch_of(a, colony)


def _within(a: Analysis, stretch: Stretch) -> list[Placed]:
    low, high = stretch
    return [p for p in a.layout.placed if p.start_mm >= low - 1e-6 and p.end_mm <= high + 1e-6]


def _combs(a: Analysis, stretch: Stretch) -> list[Placed]:
    return [p for p in _within(a, stretch) if isinstance(p.item, Comb)]


@rule("colony-without-combs", "run")
def colony_without_combs(a: Analysis) -> Iterator[Draft]:
    """A second colony has no comb of its own."""
    for index, colony, stretch in _others(a):
        if _combs(a, stretch):
            continue
        yield Draft(
            code="colony-without-combs",
            subject=colony.id,
            severity="error",
            text=text(
                f"“{colony.name}” has no comb between {{low}} and {{high}}.", low=mm(stretch[0]), high=mm(stretch[1])
            ),
            why="A colony lives on combs: it brings them along, or takes nothing of the first one’s.",
            place=on("rod", sum(stretch) / 2, STRIP_MM / 2),
            number=count(0),
            limit=text("at least one comb of its own"),
            source=COMMON,
            path=f"/colonies/{index}",
            proposals=partial(_leaving, a, index, colony),
        )


def _leaving(a: Analysis, index: int, colony: Colony) -> Iterator[Proposal]:
    """The design without the colony, and without the entrances that led to it alone."""
    yield Proposal(text(f"Leave “{colony.name}” out"), partial(_left_out, a, index, colony))


def _left_out(a: Analysis, index: int, colony: Colony) -> Hive:
    hive = a.hive
    for placed in reversed(own_entrances(a, colony)):
        if not any(placed.index in _indexes(a, other) for _, other in a.colonies if other is not colony):
            hive = remove_entrance(hive, a.box, placed.index)
    return hive.model_copy(update={"colonies": hive.colonies[:index] + hive.colonies[index + 1 :]})


@rule("colony-without-brood", "run")
def colony_without_brood(a: Analysis) -> Iterator[Draft]:
    """The run says where brood is, and a second colony has none."""
    if not any(isinstance(p.item, Comb) and p.item.contents == "brood" for p in a.layout.combs):
        return
    for index, colony, stretch in _others(a):
        combs = _combs(a, stretch)
        if not combs or any(isinstance(p.item, Comb) and p.item.contents == "brood" for p in combs):
            continue
        if colony.begins == "swarm":
            continue
        middle = combs[len(combs) // 2]
        path = item_path(a, middle, "contents")
        yield Draft(
            code="colony-without-brood",
            subject=colony.id,
            severity="warning",
            text=text(f"“{colony.name}” has no brood on its combs."),
            why="A small colony is made of brood with the bees on it: stores alone hold no bees and raise no queen.",
            place=on("rod", middle.middle_mm, STRIP_MM / 2),
            number=count(0),
            limit=text("at least one comb of brood"),
            source=COMMON,
            path=f"/colonies/{index}",
            proposals=lambda path=path, number=middle.number: (  # type: ignore[misc]
                Proposal(text(f"Give it brood on comb {number}"), partial(replace_value, a.hive, path, "brood")),
            ),
        )


@rule("colony-stands-open", "run")
def colony_stands_open(a: Analysis) -> Iterator[Draft]:
    """Beside a second colony's combs the run stands open, without a board."""
    row = practice("bee_space")
    for index, colony, stretch in _others(a):
        combs = _combs(a, stretch)
        wide = [p for p in _within(a, stretch) if isinstance(p.item, Gap) and not at_most(p.length_mm, row.span[1])]
        if not combs or not wide:
            continue
        gap = max(wide, key=lambda p: p.length_mm)
        yield Draft(
            code="colony-stands-open",
            subject=colony.id,
            severity="error",
            text=text(f"Beside the combs of “{colony.name}” {{room}} stand open.", room=mm(gap.length_mm)),
            why="A small colony can’t warm or guard open room, and builds comb in it: a board stands on "
            "both sides of it, "
            "or the wall.",
            place=on("rod", gap.middle_mm, STRIP_MM / 2),
            number=mm(gap.length_mm),
            limit=text("at most {most}", most=mm(row.span[1])),
            source=COMMON,
            path=f"/colonies/{index}",
            proposals=partial(_boarded, a, gap, combs),
        )


def _boarded(a: Analysis, gap: Placed, combs: list[Placed]) -> Iterator[Proposal]:
    """A divider between the combs and the open room, out of that room."""
    thick = practice("divider_board").number
    if gap.length_mm > thick:
        yield Proposal(
            text("Put a divider beside its combs"),
            partial(_with_divider, a, gap, gap.end_mm <= combs[0].start_mm + 1e-6),
        )


def _with_divider(a: Analysis, gap: Placed, before_combs: bool) -> Hive:
    thick = practice("divider_board").number
    assert isinstance(gap.item, Gap)
    smaller = gap.item.model_copy(update={"length_mm": round(gap.length_mm - thick, 6)})
    board = Divider(thickness_mm=thick)
    pair: tuple[RunItem, ...] = (smaller, board) if before_combs else (board, smaller)
    items = items_of(a.hive, a.box)
    return with_items(a.hive, a.box, (*items[: gap.index], *pair, *items[gap.index + 1 :]))


@rule("colonies-not-parted", "run")
def colonies_not_parted(a: Analysis) -> Iterator[Draft]:
    """Between two colonies there is no board, or only one that bees pass under or beside."""
    for (index, one, first), (_, two, second) in _neighbours(a):
        low, high = min(first[1], second[1]), max(first[0], second[0])
        between = [p for p in a.layout.placed if p.end_mm > low - 1e-6 and p.start_mm < high + 1e-6]
        boards = [p for p in between if isinstance(p.item, Follower) or divides(p.item)]
        if any(divides(p.item) or _shuts(p.item) for p in boards):
            continue
        yield Draft(
            code="colonies-not-parted",
            subject=f"{one.id}-{two.id}",
            severity="error",
            text=text(
                f"Bees pass between “{one.name}” and “{two.name}”: "
                + ("the follower between them leaves a gap." if boards else "there is no board between them.")
            ),
            why=practice("divider_board").why,
            place=on("rod", (low + high) / 2, STRIP_MM / 2),
            number=count(0),
            limit=text("a divider, or a tight follower that stands on the floor"),
            source=practice("divider_board").source,
            path=f"/colonies/{index}",
            proposals=partial(_parting, a, boards, between),
        )


def _neighbours(a: Analysis) -> Iterator[tuple[tuple[int, Colony, Stretch], tuple[int, Colony, Stretch]]]:
    """Colonies next to each other in the run."""
    if a.layout.crossed:
        return
    colonies = sorted(((i, c, stretch_of(a, c)) for i, c in a.colonies), key=lambda each: each[2])
    yield from pairwise(colonies)


def _shuts(item: RunItem) -> bool:
    return isinstance(item, Follower) and item.fit == "tight" and item.foot_gap_mm == 0 and not item.feeding_hole


def _parting(a: Analysis, boards: list[Placed], between: list[Placed]) -> Iterator[Proposal]:
    thick = practice("divider_board").number
    for gap in between:
        if isinstance(gap.item, Gap) and gap.length_mm >= thick:
            yield Proposal(text("Put a divider between them"), partial(_with_divider, a, gap, False))
    for board in boards:
        if isinstance(board.item, Follower):
            yield Proposal(
                text(f"Let the {board.item.side} follower shut: tight, and on the floor"), partial(_shut, a, board)
            )


def _shut(a: Analysis, board: Placed) -> Hive:
    clear = sum(practice("follower_side_tight").span) / 2
    items = list(items_of(a.hive, a.box))
    shut = {"fit": "tight", "foot_gap_mm": 0.0, "feeding_hole": False, "side_clearance_mm": clear}
    items[board.index] = items[board.index].model_copy(update=shut)
    return with_items(a.hive, a.box, tuple(items))


@rule("entrance-beyond-combs", "run")
def entrance_beyond_combs(a: Analysis) -> Iterator[Draft]:
    """A second colony's entrance opens beside its combs, not among them."""
    for _, colony, stretch in _others(a):
        combs = _combs(a, stretch)
        if not combs:
            continue
        low, high = combs[0].start_mm, combs[-1].end_mm
        for placed in own_entrances(a, colony):
            if low - 1e-6 <= placed.middle_mm <= high + 1e-6 or placed.start_mm == placed.end_mm:
                continue
            yield Draft(
                code="entrance-beyond-combs",
                subject=str(placed.index),
                severity="warning",
                text=text(
                    f"{placed.label} of “{colony.name}” opens at {{at}}, beside its combs.", at=mm(placed.middle_mm)
                ),
                why="A small colony guards the entrance it sits at; one beside its combs is robbed.",
                place=on("rod", placed.middle_mm, STRIP_MM),
                number=mm(placed.middle_mm),
                limit=text("between {low} and {high}", low=mm(low), high=mm(high)),
                source=COMMON,
                path=f"{a.path}/entrances/{placed.index}/at_mm",
                proposals=partial(_among, a, placed, (low, high)),
            )


def _among(a: Analysis, placed: PlacedEntrance, combs: Stretch) -> Iterator[Proposal]:
    at = round(placed.entrance.at_mm + sum(combs) / 2 - placed.middle_mm, 1)
    change = partial(replace_value, a.hive, f"{a.path}/entrances/{placed.index}/at_mm", at)
    yield Proposal(text("Move it to {at}, among them", at=mm(at)), change)


@rule("colonies-share-entrance", "run")
def colonies_share_entrance(a: Analysis) -> Iterator[Draft]:
    """Two colonies fly through one hole."""
    for (index, one), (_, two) in combinations(a.colonies, 2):
        shared = _indexes(a, one) & _indexes(a, two)
        if not shared:
            continue
        place = next(p for p in a.entrances if p.index in shared)
        yield Draft(
            code="colonies-share-entrance",
            subject=f"{one.id}-{two.id}",
            severity="error",
            text=text(f"“{one.name}” and “{two.name}” share {place.label.lower()}."),
            why="Two queens behind one hole: bees drift and fight.",
            place=on("rod", place.middle_mm, STRIP_MM),
            number=count(len(shared)),
            limit=text("an entrance for each"),
            source=COMMON,
            path=f"/colonies/{index}",
            proposals=partial(_own_stretch, a, *_last(a, one, two)),
        )


def _own_stretch(a: Analysis, index: int, colony: Colony) -> Iterator[Proposal]:
    """The colony that came last kept to an end of the run, or left out."""
    for stretch, words in (("far-end", "far end"), ("near-end", "near end")):
        change = partial(replace_value, a.hive, f"/colonies/{index}/stretch", stretch)
        yield Proposal(text(f"Keep “{colony.name}” to the {words}"), change)
    yield from _leaving(a, index, colony)


def _indexes(a: Analysis, colony: Colony) -> set[int]:
    return {p.index for p in own_entrances(a, colony)}


def _last(a: Analysis, one: Colony, two: Colony) -> tuple[int, Colony]:
    return max(((i, c) for i, c in enumerate(a.hive.colonies) if c in (one, two)), key=lambda each: each[0])


def flight(a: Analysis, one: Colony, two: Colony) -> tuple[float, bool] | None:
    """How far apart two colonies fly [mm], and whether from different walls; None where one has no entrance."""
    pairs = [(p, q) for p in own_entrances(a, one) for q in own_entrances(a, two) if p.index != q.index]
    if not pairs:
        return None
    same = [(p, q) for p, q in pairs if p.entrance.wall == q.entrance.wall]
    return min(abs(p.middle_mm - q.middle_mm) for p, q in same or pairs), not same


@rule("colonies-fly-near", "run")
def colonies_fly_near(a: Analysis) -> Iterator[Draft]:
    """Two colonies fly from one wall, and near each other."""
    row = practice("colonies_apart")
    for (index, one), (_, two) in combinations(a.colonies, 2):
        apart = flight(a, one, two)
        if apart is None or apart[1] or apart[0] >= row.number - 1e-6 or _indexes(a, one) & _indexes(a, two):
            continue
        yield Draft(
            code="colonies-fly-near",
            subject=f"{one.id}-{two.id}",
            severity="warning",
            text=text(f"“{one.name}” and “{two.name}” fly {{apart}} apart from one wall.", apart=mm(apart[0])),
            why=row.why,
            place=on("rod", own_entrances(a, two)[0].middle_mm, STRIP_MM),
            number=mm(apart[0]),
            limit=text("at least {least}, or from different walls", least=mm(row.number)),
            source=row.source,
            path=f"/colonies/{index}",
            proposals=partial(_elsewhere, a, one, two),
        )


def _elsewhere(a: Analysis, one: Colony, two: Colony) -> Iterator[Proposal]:
    """The colony at the end flies from the other wall instead."""
    colony = two if two.stretch != "between-followers" else one
    combs = _combs(a, stretch_of(a, colony))
    mine = own_entrances(a, colony)
    if not combs or not mine:
        return
    for wall in run_walls(a.chamber):
        hole = hole_in(a, wall, combs[0].start_mm, combs[-1].end_mm)
        yield Proposal(
            text(f"Let “{colony.name}” fly from the {wall.replace('-', ' ')} wall"), partial(_rebored, a, mine, hole)
        )


def _rebored(a: Analysis, mine: list[PlacedEntrance], hole: Hole) -> Hive:
    """The hive with one hole instead of a colony's entrances."""
    hive = a.hive
    for placed in reversed(mine):
        hive = remove_entrance(hive, a.box, placed.index)
    return add_entrance(hive, a.box, hole)
