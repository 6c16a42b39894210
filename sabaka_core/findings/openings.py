"""Rules on entrances."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.analysis import CHAMBER, Analysis
from sabaka_core.document.hive import Colony, Hive
from sabaka_core.drawing.models import STRIP_MM
from sabaka_core.edits.fields import replace_value
from sabaka_core.edits.openings import add_entrance, lowest_clear_mm, nest_hole
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.quantity import count, mm, text
from sabaka_core.report.models import Place
from sabaka_core.run.entrances import PlacedEntrance
from sabaka_core.sources import COMMON, GEOMETRY, practice


def entrance_path(placed: PlacedEntrance, field: str) -> str:
    """JSON pointer of an entrance's field."""
    return f"{CHAMBER}/entrances/{placed.index}/{field}"


def setting(hive: Hive, placed: PlacedEntrance, value: str) -> Hive:
    """The hive with one entrance opened or plugged."""
    return replace_value(hive, entrance_path(placed, "setting"), value)


@rule("entrance-beyond-follower")
def entrance_beyond_follower(a: Analysis) -> Iterator[Draft]:
    """An open entrance doesn't lead to the stretch between the followers."""
    if a.layout.crossed:
        return
    for placed in a.entrances:
        if not placed.entrance.is_open or _serves_a_colony(a, placed) or _off_wall(a, placed):
            continue
        off = _beyond_mm(a, placed)
        yield Draft(
            code="entrance-beyond-follower",
            subject=str(placed.index),
            severity="error",
            text=text(f"{placed.label} is open {{off}} beyond a follower.", off=mm(off)),
            why="It leads bees, wasps and mice behind the follower, not to the colony.",
            place=_rod_place(placed),
            number=mm(placed.middle_mm),
            limit=text("between {low} and {high}", low=mm(a.layout.nest_start_mm), high=mm(a.layout.nest_end_mm)),
            source=COMMON,
            path=entrance_path(placed, "setting"),
            proposals=partial(_plugging, a, placed),
        )


def _plugging(a: Analysis, placed: PlacedEntrance) -> tuple[Proposal]:
    return (Proposal(text("Plug it"), partial(setting, a.hive, placed, "plugged")),)


@rule("no-open-entrance")
def no_open_entrance(a: Analysis) -> Iterator[Draft]:
    """A colony has no open entrance of its own."""
    for index, colony in enumerate(a.hive.colonies):
        low, high = stretch_of(a, colony)
        mine = [e for e in a.entrances if e.start_mm >= low - 1e-6 and e.end_mm <= high + 1e-6]
        if a.layout.crossed or any(e.entrance.is_open for e in mine):
            continue
        yield Draft(
            code="no-open-entrance",
            subject=colony.id,
            severity="error",
            text=text(f"The colony “{colony.name}” has no open entrance."),
            why="Shut-in bees overheat and die within hours.",
            place=on("rod", (low + high) / 2, STRIP_MM),
            number=count(0),
            limit=text("at least one between {low} and {high}", low=mm(low), high=mm(high)),
            source=COMMON,
            path=f"/colonies/{index}",
            proposals=partial(_ways_in, a, mine),
        )


def _ways_in(a: Analysis, mine: list[PlacedEntrance]) -> Iterator[Proposal]:
    for placed in mine:
        yield Proposal(
            text(f"Open entrance {placed.index + 1}"),
            partial(setting, a.hive, placed, "open"),
        )
    hole = nest_hole(a)
    yield Proposal(
        text("Bore a {size} hole at {at}", size=mm(hole.diameter_mm), at=mm(hole.at_mm)),
        lambda: add_entrance(a.hive, hole),
    )


@rule("entrance-hidden")
def entrance_hidden(a: Analysis) -> Iterator[Draft]:
    """An entrance opens below the top of the litter or the trough's rim."""
    row = practice("entrance_edge")
    if a.litter_mm <= 0:
        return
    clear = lowest_clear_mm(a)
    for placed in a.entrances:
        height = placed.entrance.height_mm
        if placed.entrance.setting == "plugged" or height >= clear - 1e-6:
            continue
        yield Draft(
            code="entrance-hidden",
            subject=str(placed.index),
            severity="error",
            text=text(
                f"{placed.label} starts {{height}} above the floor and is hidden by the "
                + ("deep litter." if a.chamber.litter.kind == "deep" else "trough."),
                height=mm(height),
            ),
            why=row.why,
            place=on("along", placed.middle_mm, a.section.height_mm - height),
            number=mm(height),
            limit=text("at least {clear}", clear=mm(clear)),
            source=row.source,
            path=entrance_path(placed, "height_mm"),
            proposals=partial(_raising, a, placed, clear),
        )


def _raising(a: Analysis, placed: PlacedEntrance, clear_mm: float) -> tuple[Proposal]:
    change = partial(replace_value, a.hive, entrance_path(placed, "height_mm"), clear_mm)
    return (Proposal(text("Raise it to {clear}", clear=mm(clear_mm)), change),)


@rule("entrance-off-wall")
def entrance_off_wall(a: Analysis) -> Iterator[Draft]:
    """An entrance doesn't lie within its wall."""
    for placed in a.entrances:
        if not _off_wall(a, placed):
            continue
        yield Draft(
            code="entrance-off-wall",
            subject=str(placed.index),
            severity="error",
            text=text(f"{placed.label} doesn't lie within its wall."),
            why="Its edge would cut the bars, a corner or the next wall.",
            place=_rod_place(placed),
            number=mm(placed.entrance.at_mm),
            limit=text(
                "inside the wall, {width} long and {height} high",
                width=mm(_wall_mm(a, placed)),
                height=mm(a.section.height_mm),
            ),
            source=GEOMETRY,
            path=entrance_path(placed, "at_mm"),
            proposals=partial(_pulling_in, a, placed),
        )


def _pulling_in(a: Analysis, placed: PlacedEntrance) -> Iterator[Proposal]:
    inside = _pulled_in(a, placed)
    if inside is None:
        return
    at, height = inside

    def change() -> Hive:
        moved = replace_value(a.hive, entrance_path(placed, "at_mm"), at)
        return replace_value(moved, entrance_path(placed, "height_mm"), height)

    yield Proposal(text("Move it to {at}, {height} above the floor", at=mm(at), height=mm(height)), change)


def stretch_of(a: Analysis, colony: Colony) -> tuple[float, float]:
    """The stretch of the run that is a colony's own [mm]."""
    layout = a.layout
    match colony.stretch:
        case "between-followers":
            return layout.nest_start_mm, layout.nest_end_mm
        case "near-end":
            return 0.0, layout.near.start_mm if layout.near else layout.length_mm
        case "far-end":
            return layout.far.end_mm if layout.far else 0.0, layout.length_mm
        case "whole":
            return 0.0, layout.length_mm


def _serves_a_colony(a: Analysis, placed: PlacedEntrance) -> bool:
    stretches = [stretch_of(a, colony) for colony in a.hive.colonies]
    return placed.in_nest or any(
        low - 1e-6 <= placed.start_mm and placed.end_mm <= high + 1e-6 for low, high in stretches
    )


def _beyond_mm(a: Analysis, placed: PlacedEntrance) -> float:
    return max(a.layout.nest_start_mm - placed.start_mm, placed.end_mm - a.layout.nest_end_mm)


def _on_end(placed: PlacedEntrance) -> bool:
    return placed.entrance.wall in ("near-end", "far-end")


def _wall_mm(a: Analysis, placed: PlacedEntrance) -> float:
    return a.section.top_mm if _on_end(placed) else a.chamber.length_mm


def _off_wall(a: Analysis, placed: PlacedEntrance) -> bool:
    width, height = placed.entrance.size_mm
    lower, at = placed.entrance.height_mm, placed.entrance.at_mm
    if lower + height > a.section.height_mm + 1e-6:
        return True
    if _on_end(placed):
        return abs(at) + width / 2 > _end_room_mm(a, lower, height) + 1e-6
    return at - width / 2 < -1e-6 or at + width / 2 > a.chamber.length_mm + 1e-6


def _end_room_mm(a: Analysis, lower: float, height: float) -> float:
    """Half-width an end wall offers to an opening: that of its narrower edge [mm]."""
    edges = (a.section.height_mm - lower, a.section.height_mm - lower - height)
    return min(a.section.half_width_mm(depth) for depth in edges)


def _pulled_in(a: Analysis, placed: PlacedEntrance) -> tuple[float, float] | None:
    """The nearest place and height at which the opening lies within its wall, if there is one."""
    width, height = placed.entrance.size_mm
    lower = min(placed.entrance.height_mm, a.section.height_mm - height)
    if lower < 0:
        return None
    if _on_end(placed):
        room = _end_room_mm(a, lower, height) - width / 2
        low, high = -room, room
    else:
        low, high = width / 2, a.chamber.length_mm - width / 2
    if low > high:
        return None
    return round(min(max(placed.entrance.at_mm, low), high), 3), round(lower, 3)


def _rod_place(placed: PlacedEntrance) -> Place:
    return on("rod", placed.middle_mm, STRIP_MM)
