"""Rules on what stands in the run besides combs: ways round a divider or an excluder, feeders, holes in boards."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import litres, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Divider, Excluder, Feeder, Follower
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.findings.run import item_path
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import feeder_size, foot_mm
from sabaka_core.kit.tables import at_most, practice
from sabaka_core.run.layout import Placed

_WAYS = {"side_clearance_mm": "beside it", "foot_gap_mm": "under its foot"}


@rule("divider-not-tight", "run")
def divider_not_tight(a: Analysis) -> Iterator[Draft]:
    """Bees pass a board that parts two colonies: round it, or through a hole in it."""
    row = practice("queen_gap")
    for placed in a.layout.placed:
        item = placed.item
        if not isinstance(item, Divider):
            continue
        ways = {field: getattr(item, field) for field in _WAYS if not at_most(getattr(item, field), row.number)}
        if not ways and not item.feeding_hole:
            continue
        where = ["through its hole"] * item.feeding_hole + [_WAYS[field] for field in ways]
        bore = practice("feeding_hole").number
        wide = max([*ways.values(), *([bore] if item.feeding_hole else [])])
        yield Draft(
            code="divider-not-tight",
            subject=str(placed.index),
            severity="error",
            text=text(f"Bees pass the divider {' and '.join(where)}: {{wide}}.", wide=mm(wide)),
            why="Where a bee passes, one of the two queens is killed, and the stores of the weaker colony are robbed.",
            place=on("along", placed.middle_mm, a.section.height_mm / 2),
            number=mm(wide),
            limit=text("at most {least}, and no hole", least=mm(row.number)),
            source=row.source,
            path=item_path(a, placed, next(iter(ways), "feeding_hole")),
            proposals=partial(_shut, a, placed, tuple(ways)),
        )


def _shut(a: Analysis, placed: Placed, ways: tuple[str, ...]) -> tuple[Proposal]:
    return (Proposal(text("Make it bee-tight"), partial(_tight, a, placed, ways)),)


def _tight(a: Analysis, placed: Placed, ways: tuple[str, ...]) -> Hive:
    hive = a.hive
    for field in ways:
        hive = replace_value(hive, item_path(a, placed, field), 0.0)
    return replace_value(hive, item_path(a, placed, "feeding_hole"), False) if _holed(placed) else hive


def _holed(placed: Placed) -> bool:
    return isinstance(placed.item, Follower | Divider) and placed.item.feeding_hole


@rule("excluder-walked-round", "run")
def excluder_walked_round(a: Analysis) -> Iterator[Draft]:
    """The queen passes an excluder between it and a wall, or under its foot."""
    row = practice("queen_gap")
    for placed in a.layout.placed:
        item = placed.item
        if not isinstance(item, Excluder):
            continue
        for field, where in _WAYS.items():
            gap = getattr(item, field)
            if at_most(gap, row.number):
                continue
            yield Draft(
                code="excluder-walked-round",
                subject=f"{placed.index}-{field}",
                severity="error",
                text=text(f"A way of {{gap}} {where} leads round the excluder.", gap=mm(gap)),
                why="Slots of 4.1 to 4.4 mm stop a queen; any other way over 3 mm doesn’t, and she finds it.",
                place=on("along", placed.middle_mm, a.section.height_mm),
                number=mm(gap),
                limit=text("at most {most}", most=mm(row.number)),
                source=row.source,
                path=item_path(a, placed, field),
                proposals=partial(_set, a, placed, field, row.number, "Leave {size}"),
            )


def _set(a: Analysis, placed: Placed, field: str, value: float | None, words: str) -> tuple[Proposal]:
    said = text(words) if value is None else text(words, size=mm(value))
    return (Proposal(said, partial(replace_value, a.hive, item_path(a, placed, field), value)),)


@rule("feeder-too-tall", "run")
def feeder_too_tall(a: Analysis) -> Iterator[Draft]:
    """A feeder in the run is deeper than there is room for: to the floor, or to litter on it."""
    for placed in a.layout.placed:
        item = placed.item
        if not isinstance(item, Feeder) or item.height_mm is None:
            continue
        room = a.section.height_mm - a.litter_mm
        if at_most(item.height_mm, room):
            continue
        yield Draft(
            code="feeder-too-tall",
            subject=str(placed.index),
            severity="error",
            text=text(
                "The feeder is {deep} deep and there are {room} under the bars.", deep=mm(item.height_mm), room=mm(room)
            ),
            why="It stands on the floor before its bar lies on the rests: covers and lid don’t close over it.",
            place=on("along", placed.middle_mm, room),
            number=mm(item.height_mm),
            limit=text("at most {room}", room=mm(room)),
            source=GEOMETRY,
            path=item_path(a, placed, "height_mm"),
            proposals=partial(_set, a, placed, "height_mm", None, "Make it as deep as the combs"),
        )


@rule("feeder-without-climb", "run")
def feeder_without_climb(a: Analysis) -> Iterator[Draft]:
    """Bees have nothing to stand on in a feeder."""
    for placed in a.layout.placed:
        if isinstance(placed.item, Feeder) and placed.item.climb == "none":
            yield Draft(
                code="feeder-without-climb",
                subject=str(placed.index),
                severity="warning",
                text=text(
                    "The feeder of {holds} has neither ladder nor float.",
                    holds=litres(feeder_size(a, placed.item).litres),
                ),
                why="Bees drown in open syrup by the hundred.",
                place=on("along", placed.middle_mm, a.section.height_mm / 2),
                number=litres(feeder_size(a, placed.item).litres),
                limit=text("a ladder of mesh or a float"),
                source=COMMON,
                path=item_path(a, placed, "climb"),
                proposals=lambda placed=placed: (  # type: ignore[misc]
                    Proposal(
                        text("Give it a ladder"),
                        partial(replace_value, a.hive, item_path(a, placed, "climb"), "ladder"),
                    ),
                ),
            )


@rule("hole-off-board", "run")
def hole_off_board(a: Analysis) -> Iterator[Draft]:
    """A feeding hole doesn't lie within its board."""
    bore = practice("feeding_hole").number
    for placed in a.layout.placed:
        item = placed.item
        if not isinstance(item, Follower | Divider) or not item.feeding_hole:
            continue
        high = a.section.height_mm
        low = max(foot_mm(a, item), 0.0)
        depths = [min(max(high - up, 0.0), high) for up in (item.hole_up_mm, item.hole_up_mm + bore)]
        half = min(a.section.half_width_mm(d) for d in depths) - item.side_clearance_mm - bore / 2
        if low <= item.hole_up_mm <= high - bore and abs(item.hole_at_mm) <= half:
            continue
        yield Draft(
            code="hole-off-board",
            subject=str(placed.index),
            severity="error",
            text=text("The feeding hole, {up} above the floor, doesn’t lie within its board.", up=mm(item.hole_up_mm)),
            why="It would cut the board’s edge, and open a way round it.",
            place=on("along", placed.middle_mm, high - item.hole_up_mm),
            number=mm(item.hole_up_mm),
            limit=text(
                "{low} to {high} up, {half} either side", low=mm(low), high=mm(high - bore), half=mm(max(half, 0.0))
            ),
            source=GEOMETRY,
            path=item_path(a, placed, "hole_up_mm"),
            proposals=partial(_hole_in, a, placed, min(low + bore, high - bore)),
        )


def _hole_in(a: Analysis, placed: Placed, up: float) -> tuple[Proposal]:
    def change() -> Hive:
        middle = replace_value(a.hive, item_path(a, placed, "hole_at_mm"), 0.0)
        return replace_value(middle, item_path(a, placed, "hole_up_mm"), round(up, 3))

    return (Proposal(text("Put it in the middle, {up} up", up=mm(up)), change),)
