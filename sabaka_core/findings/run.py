"""Rules on the run: closing, gaps, followers, room for the colony."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.errors import InfeasibleError
from sabaka_core.base.quantity import count, mm, text
from sabaka_core.base.sources import GEOMETRY
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.base import Side
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Gap, RunItem, Spacer
from sabaka_core.edits.closing import close_run, end_gaps, is_closed, items_of, least_gap_mm, with_items
from sabaka_core.edits.follower import add_follower
from sabaka_core.edits.matching import resized
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.tables import at_least, practice
from sabaka_core.run.layout import Placed, is_gap


def item_path(a: Analysis, placed: Placed, field: str) -> str:
    """JSON pointer of a field of a run item."""
    return f"{a.path}/run/items/{placed.item.id}/{field}"


@rule("run-doesnt-close", "run")
def run_doesnt_close(a: Analysis) -> Iterator[Draft]:
    """The items' lengths don't add up to the box's."""
    row = practice("run_closes")
    left = a.layout.leftover_mm
    if abs(left) <= row.number or (left > 0 and may_stand_open(a)):
        return
    say = "The run is {by} shorter than the box." if left > 0 else "The run is {by} longer than the box."
    yield Draft(
        code="run-doesnt-close",
        severity="error",
        text=text(say, by=mm(abs(left))),
        why=row.why,
        place=on("rod", a.layout.length_mm if left > 0 else a.layout.total_mm, STRIP_MM / 2),
        number=mm(left),
        limit=text("within {play}", play=mm(row.number)),
        source=row.source,
        path=a.run_path,
        proposals=partial(_closings, a, left),
    )


def _closings(a: Analysis, left: float) -> Iterator[Proposal]:
    """Ways of closing a run, the least change first: gaps before comb places, and the box itself last."""
    closed = close_run(a.hive, a.box)
    if is_closed(closed, a.box) and (left > 0 or _feeders_stay(a, closed)):
        words = "Let the end gap take {by} more" if left > 0 else "Take {by} from the end gap"
        yield Proposal(text(words, by=mm(abs(left))), lambda: closed)
    if 0 < left <= a.main_spacing_mm:
        yield Proposal(
            text("Shim the far end with {by}", by=mm(left)),
            lambda: with_items(a.hive, a.box, (*items_of(a.hive, a.box), Spacer(length_mm=round(left, 6)))),
        )
    if left < 0:
        yield from _shorter(a)
    fit = round(a.layout.total_mm, 6)
    if not a.cavity.varies:
        yield Proposal(text("Make the box {fit} long", fit=mm(fit)), partial(resized, a.hive, a.box, a.run_path, fit))


def _feeders_stay(a: Analysis, closed: Hive) -> bool:
    """Whether every feeder still has its room once the run is closed, or had none before."""
    pairs = zip(items_of(a.hive, a.box), items_of(closed, a.box), strict=True)
    return all(
        at_least(after.length_mm, min(least_gap_mm(after), before.length_mm) - UNSEEN_MM)
        for before, after in pairs
        if isinstance(before, Gap) and isinstance(after, Gap)
    )


def _shorter(a: Analysis) -> Iterator[Proposal]:
    """A run as long as its box: a feeder's room that isn't used goes before comb places that could be."""
    bare = _without_feeder(a)
    keeping, without = _surplus(a, a.hive), _surplus(a, bare)
    if without is not None and (keeping is None or len(without) < len(keeping)):
        words = "Give up the feeder’s room" + (f" and {_places(without)}" if without else "")
        yield Proposal(text(words), partial(_taken_out, bare, a.box, without))
    if keeping:
        yield Proposal(text(f"Take out {_places(keeping)}"), partial(_taken_out, a.hive, a.box, keeping))


def _places(taken: list[int]) -> str:
    return "one comb place" if len(taken) == 1 else f"{len(taken)} comb places"


def _without_feeder(a: Analysis) -> Hive:
    """The hive with a feeder's room behind a follower as any other."""
    items = (
        item.model_copy(update={"purpose": "empty"}) if isinstance(item, Gap) and item.purpose == "feeder" else item
        for item in items_of(a.hive, a.box)
    )
    return with_items(a.hive, a.box, tuple(items))


def may_stand_open(a: Analysis) -> bool:
    """Whether a run may end short of the wall: frames and fixed combs do by less than one place, bars never."""
    if a.main_bar is not None or a.main is None:
        return a.main is None
    return a.layout.leftover_mm < a.main_spacing_mm or a.cavity.varies


def _surplus(a: Analysis, hive: Hive) -> list[int] | None:
    """The last empty combs, as few as have to go beside what the end gaps give; None where that isn't enough."""
    items = items_of(hive, a.box)
    room = sum(item.length_mm - least_gap_mm(item) for i in end_gaps(items) if isinstance(item := items[i], Gap))
    over = -a.layout.leftover_mm - room
    taken: list[int] = []
    for placed in reversed(a.layout.combs):
        if over <= 1e-6 or not isinstance(placed.item, Comb) or placed.item.contents != "empty":
            break
        taken.append(placed.index)
        over -= placed.length_mm
    return taken if over <= 1e-6 and len(taken) < len(a.layout.combs) else None


def _taken_out(hive: Hive, box: int, indexes: list[int]) -> Hive:
    items = items_of(hive, box)
    shorter = with_items(hive, box, tuple(item for i, item in enumerate(items) if i not in indexes))
    return close_run(shorter, box)


@rule("gap-bridged", "run")
def gap_bridged(a: Analysis) -> Iterator[Draft]:
    """Open room among the combs is built into, or glued shut."""
    row = practice("bee_space")
    low, high = row.span
    # In a log the segments beside the outermost combs are no gaps among bars.
    gaps = [] if a.cavity.varies else [placed for placed in a.layout.nest if is_gap(placed.item)]
    for order, placed in enumerate(gaps, start=1):
        length = placed.length_mm
        if length < UNSEEN_MM or row.holds(length):
            continue
        tight = length < low
        yield Draft(
            code="gap-bridged",
            subject=str(order),
            severity="warning" if tight else "error",
            text=text(
                "A gap of {gap} among the combs will be " + ("glued shut." if tight else "bridged with comb."),
                gap=mm(length),
            ),
            why=row.why + " Among touching bars it also leaves the ceiling open.",
            place=on("rod", placed.middle_mm, STRIP_MM / 2),
            number=mm(length),
            limit=text("no gap, or {low} to {high}", low=mm(low), high=mm(high)),
            source=row.source,
            path=item_path(a, placed, "length_mm"),
            proposals=partial(_closing_up, a, placed),
        )


def _closing_up(a: Analysis, placed: Placed) -> Iterator[Proposal]:
    words = text("Close up and leave {gap} behind the follower", gap=mm(placed.length_mm))
    yield Proposal(words, partial(_close_up, a, placed))
    outermost = {"near": 0, "far": len(a.layout.placed) - 1}
    boards: dict[Side, Placed | None] = {"near": a.layout.near, "far": a.layout.far}
    for side, board in boards.items():
        if board is None and placed.index == outermost[side]:
            yield Proposal(text(f"Put in a {side} follower"), partial(add_follower, a.hive, a.box, side))


def _close_up(a: Analysis, placed: Placed) -> Hive:
    """The hive with a gap's room moved behind a follower."""
    items = list(items_of(a.hive, a.box))
    receiving = next((i for i in end_gaps(items_of(a.hive, a.box)) if i != placed.index), None)
    if receiving is None:
        raise InfeasibleError("There is no gap behind a follower to take the room.")
    gap = items[receiving]
    assert isinstance(gap, Gap)
    items[receiving] = gap.model_copy(update={"length_mm": round(gap.length_mm + placed.length_mm, 6)})
    del items[placed.index]
    return with_items(a.hive, a.box, tuple(items))


@rule("followers-crossed", "run")
def followers_crossed(a: Analysis) -> Iterator[Draft]:
    """The near follower stands beyond the far one."""
    if not a.layout.crossed:
        return
    near, far = a.layout.near, a.layout.far
    assert near is not None and far is not None
    yield Draft(
        code="followers-crossed",
        severity="error",
        text=text(
            "The near follower stands at {near}, beyond the far one at {far}.",
            near=mm(near.start_mm),
            far=mm(far.start_mm),
        ),
        why="Nothing lies between the followers, so the colony has no room.",
        place=on("rod", near.middle_mm, STRIP_MM / 2),
        number=mm(near.end_mm),
        limit=text("at most {far}", far=mm(far.start_mm)),
        source=GEOMETRY,
        path=item_path(a, near, "side"),
        proposals=lambda: (Proposal(text("Change the followers round"), partial(_change_round, a, near, far)),),
    )


def _change_round(a: Analysis, near: Placed, far: Placed) -> Hive:
    items = list(items_of(a.hive, a.box))
    items[near.index], items[far.index] = (
        items[near.index].model_copy(update={"side": "far"}),
        items[far.index].model_copy(update={"side": "near"}),
    )
    return with_items(a.hive, a.box, tuple(items))


@rule("no-bar-between", "run")
def no_bar_between(a: Analysis) -> Iterator[Draft]:
    """There is no bar between the followers."""
    if a.layout.crossed or a.layout.nest_combs or a.main is None:
        return
    yield Draft(
        code="no-bar-between",
        severity="error",
        text=text("There is no bar between the followers."),
        why="A colony needs bars to hang its combs from.",
        place=on("rod", (a.layout.nest_start_mm + a.layout.nest_end_mm) / 2, STRIP_MM / 2),
        number=count(0),
        limit=text("at least one bar"),
        source=GEOMETRY,
    )


@rule("feeder-gap-small", "run")
def feeder_gap_small(a: Analysis) -> Iterator[Draft]:
    """A gap meant for a feeder is too small for one."""
    row = practice("feeder_gap")
    for side in ("near", "far"):
        for placed in a.layout.behind(side):
            item = placed.item
            if (
                not isinstance(item, Gap)
                or item.purpose != "feeder"
                or at_least(item.length_mm, row.number - UNSEEN_MM)
            ):
                continue
            yield Draft(
                code="feeder-gap-small",
                subject=side,
                severity="warning",
                text=text(f"The {side} feeder gap is {{gap}}: too small for a feeder.", gap=mm(item.length_mm)),
                why=row.why,
                place=on("rod", placed.middle_mm, STRIP_MM / 2),
                number=mm(item.length_mm),
                limit=text("at least {least}", least=mm(row.number)),
                source=row.source,
                path=item_path(a, placed, "length_mm"),
                proposals=partial(_feeder_room, a, side, placed, row.number - item.length_mm),
            )


def _feeder_room(a: Analysis, side: str, gap: Placed, short_mm: float) -> Iterator[Proposal]:
    """Take out as many empty bars as the feeder needs, from behind the follower first."""
    behind = [p for p in a.layout.behind(side) if isinstance(p.item, Comb)]
    nest = list(a.layout.nest_combs)
    outermost_first = list(reversed(nest)) if side == "far" else nest
    order = [*behind, *outermost_first[:-1]]
    taken: list[Placed] = []
    for placed in order:
        if sum(p.length_mm for p in taken) >= short_mm:
            break
        if not isinstance(placed.item, Comb) or placed.item.contents != "empty":
            break
        taken.append(placed)
    if taken and sum(p.length_mm for p in taken) >= short_mm:
        words = "Take out an empty bar" if len(taken) == 1 else f"Take out {len(taken)} empty bars"
        yield Proposal(text(words + " to make room"), lambda: _without(a, taken, gap))
    change = partial(replace_value, a.hive, item_path(a, gap, "purpose"), "empty")
    yield Proposal(text("Leave that room without a feeder"), change)


def _without(a: Analysis, taken: list[Placed], gap: Placed) -> Hive:
    freed = sum(p.length_mm for p in taken)
    drop = {p.index for p in taken}
    items: list[RunItem] = []
    for index, item in enumerate(items_of(a.hive, a.box)):
        if index in drop:
            continue
        if index == gap.index and isinstance(item, Gap):
            item = item.model_copy(update={"length_mm": round(item.length_mm + freed, 6)})
        items.append(item)
    return with_items(a.hive, a.box, tuple(items))
