"""Rules on followers: their fit, and the room they leave the colony."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from math import ceil

from sabaka_core.base.quantity import litres, mm, text
from sabaka_core.document.base import Side
from sabaka_core.document.run import Follower
from sabaka_core.edits.follower import move_follower, track
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.findings.run import item_path
from sabaka_core.findings.strength import STRENGTHS
from sabaka_core.frames.fit import moved_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.tables import at_least, practice
from sabaka_core.run.layout import Placed
from sabaka_core.run.passages import connected


@rule("follower-foot-gap", "run")
def follower_foot_gap(a: Analysis) -> Iterator[Draft]:
    """The follower's foot neither stands on the floor nor ends a safe way short of it."""
    row = practice("follower_foot_gap")
    low, high = row.span
    for placed, board in _followers(a):
        gap = board.foot_gap_mm
        if gap == 0 or row.holds(gap):
            continue
        nearest = low if gap < low else high
        yield Draft(
            code="follower-foot-gap",
            subject=board.side,
            severity="warning",
            text=text(f"The foot of the {board.side} follower ends {{gap}} above the floor.", gap=mm(gap)),
            why=row.why,
            place=on("along", placed.middle_mm, a.section.height_mm),
            number=mm(gap),
            limit=text("none, or {low} to {high}", low=mm(low), high=mm(high)),
            source=row.source,
            path=item_path(a, placed, "foot_gap_mm"),
            proposals=partial(_set_follower, a, placed, "foot_gap_mm", nearest, "Leave {gap} under the foot"),
        )


@rule("follower-foot-swells", "run")
def follower_foot_swells(a: Analysis) -> Iterator[Draft]:
    """In damp wood the follower's foot comes so near to the floor that it is glued down, or jams."""
    least = practice("bee_space").span[0]
    row = practice("wood_movement")
    for placed, board in _followers(a):
        swing = moved_mm(a.section.height_mm - board.foot_gap_mm)
        left = board.foot_gap_mm - swing
        if (
            board.foot_gap_mm == 0
            or not practice("follower_foot_gap").holds(board.foot_gap_mm)
            or at_least(left, least)
        ):
            continue
        yield Draft(
            code="follower-foot-swells",
            subject=board.side,
            severity="warning",
            text=text(
                f"The foot of the {board.side} follower clears the floor by {{left}} in damp wood.", left=mm(left)
            ),
            why=row.why + " Under a bee space it is glued down, or crushes bees.",
            place=on("along", placed.middle_mm, a.section.height_mm),
            number=mm(left),
            limit=text("at least {least}", least=mm(least)),
            source=row.source,
            path=item_path(a, placed, "foot_gap_mm"),
            proposals=partial(
                _set_follower, a, placed, "foot_gap_mm", float(ceil(least + swing)), "Leave {gap} under the foot"
            ),
        )


@rule("follower-side-clearance", "run")
def follower_side_clearance(a: Analysis) -> Iterator[Draft]:
    """The follower binds on the walls, or leaves more than its school allows."""
    for placed, board in _followers(a):
        row = practice(f"follower_side_{board.fit}")
        gap = board.side_clearance_mm
        if row.holds(gap):
            continue
        low, high = row.span
        nearest = low if gap < low else high
        yield Draft(
            code="follower-side-clearance",
            subject=board.side,
            severity="warning",
            text=text(
                f"The {board.side} follower clears the walls by {{gap}}, odd for a {board.fit} one.", gap=mm(gap)
            ),
            why=row.why,
            place=on("plan", placed.middle_mm, a.section.top_mm / 2),
            number=mm(gap),
            limit=text("{low} to {high} a side", low=mm(low), high=mm(high)),
            source=row.source,
            school=f"{board.fit} followers",
            path=item_path(a, placed, "side_clearance_mm"),
            proposals=partial(_set_follower, a, placed, "side_clearance_mm", nearest, "Leave {gap} a side"),
        )


def _followers(a: Analysis) -> Iterator[tuple[Placed, Follower]]:
    for placed in (a.layout.near, a.layout.far):
        if placed is not None and isinstance(placed.item, Follower):
            yield placed, placed.item


def _set_follower(a: Analysis, placed: Placed, field: str, value: float, words: str) -> tuple[Proposal]:
    change = partial(replace_value, a.hive, item_path(a, placed, field), value)
    return (Proposal(text(words, gap=mm(value)), change),)


@rule("volume-off", "run")
def volume_off(a: Analysis) -> Iterator[Draft]:
    """The room between the followers is far from what the colony needs."""
    for index, colony in a.colonies:
        if colony.stretch != "between-followers" or not a.layout.nest_combs:
            continue
        ahead = a.hive.season is not None and a.hive.season.room == "ahead"
        row = practice(f"volume_{colony.strength}{'_ahead' if ahead else ''}")
        room = _room_l(a)
        if row.holds(room):
            continue
        low, high = row.span
        short = room < low
        yield Draft(
            code="volume-off",
            subject=colony.id,
            severity="warning",
            text=text(
                f"{{room}} between the followers is {'little' if short else 'much'} for {STRENGTHS[colony.strength]}.",
                room=litres(room),
            ),
            why=row.reason(room),
            school="room well ahead" if ahead else "just enough room",
            place=on("rod", (a.layout.nest_start_mm + a.layout.nest_end_mm) / 2, STRIP_MM / 2),
            number=litres(room),
            limit=text("{low} to {high}", low=litres(low), high=litres(high)),
            source=row.source,
            path=f"/colonies/{index}/strength",
            proposals=partial(_better_sized, a, low if short else high),
        )


def _room_l(a: Analysis) -> float:
    """The room of a colony [L]: between the followers here, and all of the chambers its bees can reach."""
    others = connected(a.hive, a.chamber.id) - {a.chamber.id}
    boxes = [i for i, chamber in enumerate(a.hive.chambers) if chamber.id in others]
    beyond = [analyse(a.hive, box) for box in boxes]
    return a.volumes.occupied_l + sum(other.volumes.occupied_l for other in beyond if other.layout.combs)


def _better_sized(a: Analysis, bound_l: float) -> Iterator[Proposal]:
    """Move a follower just far enough, the one at the honey end first."""
    if a.volumes.nest_mm <= 0 or a.volumes.occupied_l <= 0:
        return
    per_mm = a.volumes.occupied_l / a.volumes.nest_mm
    elsewhere = _room_l(a) - a.volumes.occupied_l
    wished_mm = (bound_l - elsewhere) / per_mm
    sides: tuple[Side, Side] = ("near", "far") if a.chamber.run.nest_at == "far" else ("far", "near")
    for side in sides:
        board = a.layout.far if side == "far" else a.layout.near
        if board is None:
            continue
        way = track(a.hive, a.box, side)
        anchor = a.layout.nest_start_mm if side == "far" else a.layout.nest_end_mm
        widening = _room_l(a) < bound_l
        fits = [
            stop
            for stop in way.stops
            if (abs(stop.face_mm - anchor) >= wished_mm - 1e-6) == widening
            or abs(abs(stop.face_mm - anchor) - wished_mm) < 1e-6
        ]
        if not fits:
            continue
        stop = min(fits, key=lambda s: abs(abs(s.face_mm - anchor) - wished_mm))
        place = "after" if side == "far" else "before"
        yield Proposal(
            text(f"Move the {side} follower to {{x}}, {place} bar {way.bar_number(stop)}", x=mm(stop.face_mm)),
            partial(move_follower, a.hive, a.box, side, stop.face_mm),
        )
