"""Rules on entrances."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from math import ceil, pi, sqrt

from sabaka_core.base.quantity import Quantity, count, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.document.hive import Colony, Hive
from sabaka_core.edits.action import Bench
from sabaka_core.edits.openings import add_entrance, lowest_clear_mm, nest_hole
from sabaka_core.edits.values import replace_value
from sabaka_core.edits.walls import ShutMouth
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.findings.strength import STRENGTHS
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.findings import Spot
from sabaka_core.kit.tables import Row, practice
from sabaka_core.run.apertures import opening_area_mm2
from sabaka_core.run.entrances import DiscPair, PlacedEntrance, disc_pairs
from sabaka_core.run.passages import connected


def entrance_path(a: Analysis, placed: PlacedEntrance, field: str) -> str:
    """JSON pointer of an entrance's field."""
    return f"{a.path}/entrances/{placed.index}/{field}"


def setting(a: Analysis, placed: PlacedEntrance, value: str) -> Hive:
    """The hive with one entrance opened or plugged."""
    return replace_value(a.hive, entrance_path(a, placed, "setting"), value)


@rule("entrance-beyond-follower", "run")
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
            subject=str(placed.index) if placed.mouth is None else f"{placed.index}-{placed.mouth}",
            severity="error",
            text=text(f"{placed.label} is open {{off}} beyond a follower.", off=mm(off)),
            why="It leads bees, wasps and mice behind the follower, not to the colony.",
            place=_rod_place(placed),
            number=mm(placed.middle_mm),
            limit=text("between {low} and {high}", low=mm(a.layout.nest_start_mm), high=mm(a.layout.nest_end_mm)),
            source=COMMON,
            path=entrance_path(a, placed, "setting"),
            proposals=partial(_plugging, a, placed),
        )


@rule("discs-too-near", "run")
def discs_too_near(a: Analysis) -> Iterator[Draft]:
    """Two entrance discs of one wall lie in each other, or have no play to turn past each other."""
    row = practice("disc_play")
    for pair in disc_pairs(a.entrances):
        if pair.verdict == "clear":
            continue
        over = pair.verdict == "overlap"
        yield Draft(
            code="discs-too-near",
            subject=f"{pair.one.index}-{pair.two.index}",
            severity="error" if over else "warning",
            text=text(
                f"{pair.one.label} and {pair.two.label.lower()} have their discs’ centres {{apart}} apart: "
                + ("the discs lie in each other." if over else "they turn with too little play."),
                apart=mm(pair.apart_mm),
            ),
            why=row.why,
            place=_rod_place(pair.two),
            number=mm(pair.apart_mm),
            limit=text("at least {clear}", clear=mm(pair.clear_mm)),
            source=row.source,
            path=entrance_path(a, pair.two, "at_mm"),
            proposals=partial(_parted, a, pair),
        )


def _parted(a: Analysis, pair: DiscPair) -> Iterator[Proposal]:
    """Either disc moved along the wall until it clears the other, the shorter way first."""
    level = pair.two.entrance.at_mm - pair.one.entrance.at_mm
    up = sqrt(max(pair.apart_mm**2 - level**2, 0.0))
    along = ceil(sqrt(max(pair.clear_mm**2 - up**2, 0.0)) * 10 - 1e-6) / 10
    ways = []
    for moved, still in ((pair.two, pair.one), (pair.one, pair.two)):
        for sign in (1, -1):
            at = round(still.entrance.at_mm + sign * along, 1)
            ways.append((abs(at - moved.entrance.at_mm), moved, at))
    for _, moved, at in sorted(ways, key=lambda way: way[0]):
        words = text(f"Move {moved.label.lower()} to {{at}}", at=mm(at))
        yield Proposal(words, partial(replace_value, a.hive, entrance_path(a, moved, "at_mm"), at))


def _plugging(a: Analysis, placed: PlacedEntrance) -> tuple[Proposal]:
    if placed.mouth is not None:
        shut = ShutMouth(index=placed.index, at=placed.mouth)
        return (Proposal(text("Shut it with a filler"), partial(shut.apply, a.hive, Bench(a.box))),)
    return (Proposal(text("Plug it"), partial(setting, a, placed, "plugged")),)


@rule("no-open-entrance", "run")
def no_open_entrance(a: Analysis) -> Iterator[Draft]:
    """A colony has no open entrance of its own."""
    for index, colony in a.colonies:
        low, high = stretch_of(a, colony)
        mine = [e for e in a.entrances if e.start_mm >= low - 1e-6 and e.end_mm <= high + 1e-6]
        if a.layout.crossed or any(e.entrance.is_open for e in mine) or opens_elsewhere(a):
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
        yield Proposal(text(f"Open entrance {placed.index + 1}"), partial(setting, a, placed, "open"))
    hole = nest_hole(a)
    yield Proposal(
        text("Bore a {size} hole at {at}", size=mm(hole.diameter_mm), at=mm(hole.at_mm)),
        lambda: add_entrance(a.hive, a.box, hole),
    )


@rule("entrance-area", "run")
def entrance_area(a: Analysis) -> Iterator[Draft]:
    """A colony's open entrances are together too small to fly and air through, or too large to guard."""
    for index, colony in a.colonies:
        mine = own_entrances(a, colony)
        row = flight_row(a, colony)
        area = open_cm2(mine)
        if not mine or row.holds(area):
            continue
        low, high = row.span
        yield Draft(
            code="entrance-area",
            subject=colony.id,
            severity="warning",
            text=text(
                f"“{colony.name}” flies through {{area}}: {'little' if area < low else 'much'} for "
                f"{STRENGTHS[colony.strength]}.",
                area=cm2(area),
            ),
            why=row.reason(area),
            place=_rod_place(mine[0]),
            number=cm2(area),
            limit=text("{low} to {high}", low=cm2(low), high=cm2(high)),
            source=row.source,
            path=f"/colonies/{index}/strength",
            proposals=partial(_other_area, a, colony, mine, row),
        )


def own_entrances(a: Analysis, colony: Colony) -> list[PlacedEntrance]:
    """The open entrances that lead to a colony's stretch."""
    low, high = stretch_of(a, colony)
    return [p for p in a.entrances if p.entrance.is_open and p.start_mm >= low - 1e-6 and p.end_mm <= high + 1e-6]


def open_cm2(entrances: list[PlacedEntrance]) -> float:
    """Area of entrances together [cm²]."""
    return sum(opening_area_mm2(placed.entrance) for placed in entrances) / 100


def flight_row(a: Analysis, colony: Colony) -> Row:
    """What a colony of that strength flies through; a tree cavity is held to what wild nests have."""
    return practice("wild_entrance" if a.hive.system == "tree-cavity" else f"flight_{colony.strength}")


def cm2(area: float) -> Quantity:
    """An area of so many square centimetres."""
    return Quantity(value=area, unit="cm2")


def _other_area(a: Analysis, colony: Colony, mine: list[PlacedEntrance], row: Row) -> Iterator[Proposal]:
    """One entrance made as large as the row asks, the others left; or one more opened, or one plugged."""
    (low, high), now = row.span, open_cm2(mine)
    wider = now < low
    start, stop = stretch_of(a, colony)
    if wider:
        for placed in a.entrances:
            if not placed.entrance.is_open and placed.start_mm >= start - 1e-6 and placed.end_mm <= stop + 1e-6:
                yield Proposal(text(f"Open {placed.label.lower()} too"), partial(setting, a, placed, "open"))
    for placed in mine:
        others = now - opening_area_mm2(placed.entrance) / 100
        # A tenth inside the limit, so that a bore of whole millimetres keeps it.
        wished = (low * 1.1 if wider else high * 0.9) - others
        if wished <= 0:
            continue
        if placed.entrance.kind == "hole":
            bore = float(round(sqrt(4 * wished * 100 / pi)))
            change = partial(replace_value, a.hive, entrance_path(a, placed, "diameter_mm"), bore)
            yield Proposal(text(f"Bore {placed.label.lower()} {{size}}", size=mm(bore)), change)
        elif placed.entrance.kind == "slot" and placed.mouth is None:
            wide = float(round(wished * 100 / placed.entrance.opening_mm))
            change = partial(replace_value, a.hive, entrance_path(a, placed, "width_mm"), wide)
            yield Proposal(text(f"Make {placed.label.lower()} {{size}} wide", size=mm(wide)), change)
    if not wider and len(mine) > 1:
        for placed in mine:
            yield Proposal(text(f"Plug {placed.label.lower()}"), partial(setting, a, placed, "plugged"))


@rule("entrance-hidden", "run")
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
            path=entrance_path(a, placed, "height_mm"),
            proposals=partial(_raising, a, placed, clear),
        )


def _raising(a: Analysis, placed: PlacedEntrance, clear_mm: float) -> tuple[Proposal]:
    change = partial(replace_value, a.hive, entrance_path(a, placed, "height_mm"), clear_mm)
    return (Proposal(text("Raise it to {clear}", clear=mm(clear_mm)), change),)


@rule("entrance-off-wall", "run")
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
            path=entrance_path(a, placed, "at_mm"),
            proposals=partial(_pulling_in, a, placed),
        )


def _pulling_in(a: Analysis, placed: PlacedEntrance) -> Iterator[Proposal]:
    inside = _pulled_in(a, placed)
    if inside is None:
        return
    at, height = inside

    def change() -> Hive:
        moved = replace_value(a.hive, entrance_path(a, placed, "at_mm"), at)
        return replace_value(moved, entrance_path(a, placed, "height_mm"), height)

    yield Proposal(text("Move it to {at}, {height} above the floor", at=mm(at), height=mm(height)), change)


def stretch_of(a: Analysis, colony: Colony) -> tuple[float, float]:
    """The stretch of the run that is a colony's own [mm]."""
    return a.layout.stretch(colony.stretch)


def opens_elsewhere(a: Analysis) -> bool:
    """Whether bees of this chamber go out through another one."""
    others = connected(a.hive, a.chamber.id) - {a.chamber.id}
    return any(e.is_open for chamber in a.hive.chambers if chamber.id in others for e in chamber.entrances)


def _serves_a_colony(a: Analysis, placed: PlacedEntrance) -> bool:
    stretches = [stretch_of(a, colony) for _, colony in a.colonies]
    return placed.in_nest or any(
        low - 1e-6 <= placed.start_mm and placed.end_mm <= high + 1e-6 for low, high in stretches
    )


def _beyond_mm(a: Analysis, placed: PlacedEntrance) -> float:
    return max(a.layout.nest_start_mm - placed.start_mm, placed.end_mm - a.layout.nest_end_mm)


def _on_end(a: Analysis, placed: PlacedEntrance) -> bool:
    """Whether an entrance lies in a wall at the run's end, whose places are given from its middle."""
    return placed.start_mm == placed.end_mm


def _wall_mm(a: Analysis, placed: PlacedEntrance) -> float:
    return 2 * a.section.half_width_mm(a.section.height_mm / 2) if _on_end(a, placed) else a.run_mm


def _off_wall(a: Analysis, placed: PlacedEntrance) -> bool:
    width, height = placed.entrance.size_mm
    lower, at = placed.entrance.height_mm, placed.entrance.at_mm
    if lower + height > a.section.height_mm + 1e-6:
        return True
    if _on_end(a, placed):
        off = at - a.chamber.length_mm / 2 if placed.entrance.wall in ("left", "right") else at
        return abs(off) + width / 2 > _end_room_mm(a, lower, height) + 1e-6
    return placed.start_mm < -1e-6 or placed.end_mm > a.run_mm + 1e-6


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
    if _on_end(a, placed):
        room = _end_room_mm(a, lower, height) - width / 2
        low, high = -room, room
    else:
        low, high = width / 2, a.run_mm - width / 2
    middle = placed.middle_mm - placed.entrance.at_mm
    if _on_end(a, placed):
        middle = a.chamber.length_mm / 2 if placed.entrance.wall in ("left", "right") else 0.0
        low, high = low + middle, high + middle
    else:
        low, high = low - middle, high - middle
    if low > high:
        return None
    return round(min(max(placed.entrance.at_mm, low), high), 3), round(lower, 3)


def _rod_place(placed: PlacedEntrance) -> Spot:
    return on("rod", placed.middle_mm, STRIP_MM)
