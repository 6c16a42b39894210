"""Rules on what is set in walls: mouths of a slot, discs, windows, vents, thermometers."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from itertools import combinations

from sabaka_core.base.quantity import mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.document.entrances import Disc, Slot
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Bench
from sabaka_core.edits.openings import remove_entrance
from sabaka_core.edits.values import replace_value
from sabaka_core.edits.walls import RemoveOpening, ShutMouth
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import PlacedEntrance, PlacedOpening
from sabaka_core.run.piercings import Piercing, meet, reach_of


@rule("mouth-off-slot", "run")
def mouth_off_slot(a: Analysis) -> Iterator[Draft]:
    """A mouth reaches beyond its slot, or into another mouth of it."""
    for index, slot in enumerate(a.chamber.entrances):
        mouths = slot.mouths if isinstance(slot, Slot) else ()
        at = 0.0
        for order, (place, mouth) in enumerate(sorted(enumerate(mouths), key=lambda each: each[1].from_mm)):
            assert isinstance(slot, Slot)
            end = mouth.from_mm + mouth.wide_mm
            room = slot.width_mm
            if mouth.from_mm >= at - 1e-6 and end <= room + 1e-6:
                at = end
                continue
            over = max(end - room, at - mouth.from_mm)
            yield Draft(
                code="mouth-off-slot",
                subject=f"{index}-{order}",
                severity="error",
                text=text(
                    f"Mouth {place + 1} of entrance {index + 1} reaches {{over}} beyond the slot or into another.",
                    over=mm(over),
                ),
                why="Its fillers can’t be set so: they slide in the slot, one beside the other.",
                place=on("rod", slot.at_mm, STRIP_MM),
                number=mm(mouth.from_mm),
                limit=text("between {low} and {high}", low=mm(at), high=mm(room)),
                source=GEOMETRY,
                path=f"{a.path}/entrances/{index}/mouths/{place}/from_mm",
                proposals=partial(_mouth_in, a, index, place, at, room),
            )
            at = max(at, end)


def _mouth_in(a: Analysis, index: int, place: int, low: float, room: float) -> Iterator[Proposal]:
    slot = a.chamber.entrances[index]
    assert isinstance(slot, Slot)
    wide = slot.mouths[place].wide_mm
    if wide <= room - low:
        start = round(min(max(slot.mouths[place].from_mm, low), room - wide), 3)
        path = f"{a.path}/entrances/{index}/mouths/{place}/from_mm"
        yield Proposal(text("Slide it to {at}", at=mm(start)), partial(replace_value, a.hive, path, start))
    yield Proposal(text("Shut it"), partial(ShutMouth(index=index, at=place).apply, a.hive, Bench(a.box)))


@rule("disc-off-wall", "run")
def disc_off_wall(a: Analysis) -> Iterator[Draft]:
    """An entrance’s disc stands over the edge of its wall, so that it can’t be screwed on or turned."""
    for placed in a.entrances:
        disc = placed.entrance
        if not isinstance(disc, Disc):
            continue
        radius, middle = disc.disc_mm / 2, disc.height_mm + disc.opening_mm / 2
        over = max(middle + radius - a.section.height_mm, radius - middle - a.floor_board_mm)
        if placed.start_mm != placed.end_mm:
            over = max(over, radius - a.end_mm - placed.middle_mm, placed.middle_mm + radius - a.run_mm - a.end_mm)
        if over <= 1e-6:
            continue
        yield Draft(
            code="disc-off-wall",
            subject=str(placed.index),
            severity="error",
            text=text(f"The disc of {placed.label.lower()} stands {{over}} over its wall’s edge.", over=mm(over)),
            why="It isn’t held all round, and catches on the lid, the stand or the next wall as it is turned.",
            place=on("along", placed.middle_mm, a.section.height_mm - middle),
            number=mm(over),
            limit=text("within the wall"),
            source=GEOMETRY,
            path=f"{a.path}/entrances/{placed.index}/disc_mm",
            proposals=partial(_disc_in, a, placed),
        )


def _disc_in(a: Analysis, placed: PlacedEntrance) -> Iterator[Proposal]:
    disc = placed.entrance
    assert isinstance(disc, Disc)
    path = f"{a.path}/entrances/{placed.index}"
    radius = disc.disc_mm / 2
    low, high = radius - a.floor_board_mm, a.section.height_mm - radius
    middle = disc.height_mm + disc.opening_mm / 2
    up = min(max(middle, low), high) if low <= high else middle
    along = disc.at_mm
    if placed.start_mm != placed.end_mm:
        least, most = radius - a.end_mm, a.run_mm + a.end_mm - radius
        along += min(max(placed.middle_mm, least), most) - placed.middle_mm

    def moved() -> Hive:
        raised = replace_value(a.hive, f"{path}/height_mm", round(max(up - disc.opening_mm / 2, 0.0), 3))
        return replace_value(raised, f"{path}/at_mm", round(along, 3))

    yield Proposal(text("Move it inward"), moved)
    least_disc = disc.opening_mm * 2
    if least_disc < disc.disc_mm:
        words = text("Take a disc of {size}", size=mm(least_disc))
        yield Proposal(words, partial(replace_value, a.hive, f"{path}/disc_mm", least_disc))


@rule("opening-off-wall", "run")
def opening_off_wall(a: Analysis) -> Iterator[Draft]:
    """A window, vent or thermometer doesn't lie within its wall."""
    for placed in a.openings:
        each = placed.opening
        over = max(each.height_mm + each.high_mm - a.section.height_mm, *_past(a, placed))
        if over <= 1e-6:
            continue
        yield Draft(
            code="opening-off-wall",
            subject=str(placed.index),
            severity="error",
            text=text(f"{placed.label} reaches {{over}} beyond its wall.", over=mm(over)),
            why="Its edge would cut the rests, a corner or the next wall.",
            place=on("along", placed.middle_mm, a.section.height_mm - each.height_mm),
            number=mm(over),
            limit=text("within the wall"),
            source=GEOMETRY,
            path=f"{a.path}/openings/{placed.index}/at_mm",
            proposals=partial(_out, a, placed),
        )


def _past(a: Analysis, placed: PlacedOpening) -> tuple[float, float]:
    """How far an opening reaches beyond its wall's two ends [mm]."""
    each = placed.opening
    if placed.start_mm != placed.end_mm:
        return -placed.start_mm, placed.end_mm - a.run_mm
    at = each.at_mm if each.wall.endswith("-end") else each.at_mm - a.chamber.length_mm / 2
    depths = (a.section.height_mm - each.height_mm, max(a.section.height_mm - each.height_mm - each.high_mm, 0.0))
    half = min(a.section.half_width_mm(max(depth, 0.0)) for depth in depths)
    return each.wide_mm / 2 - at - half, at + each.wide_mm / 2 - half


def _out(a: Analysis, placed: PlacedOpening) -> Iterator[Proposal]:
    each, path = placed.opening, f"{a.path}/openings/{placed.index}"
    low, high = _past(a, placed)
    if each.high_mm <= a.section.height_mm and low + high <= 0:

        def inward() -> Hive:
            up = round(min(each.height_mm, a.section.height_mm - each.high_mm), 3)
            along = round(each.at_mm + max(low, 0.0) - max(high, 0.0), 3)
            return replace_value(replace_value(a.hive, f"{path}/height_mm", up), f"{path}/at_mm", along)

        yield Proposal(text("Move it inward"), inward)
    yield _without(a, placed)


def _without(a: Analysis, placed: PlacedOpening) -> Proposal:
    take = RemoveOpening(index=placed.index)
    return Proposal(text(f"Leave {placed.label.lower()} out"), partial(take.apply, a.hive, Bench(a.box)))


@rule("openings-meet", "run")
def openings_meet(a: Analysis) -> Iterator[Draft]:
    """A window, vent, thermometer or entrance lies in another; two discs have a rule of their own."""
    whole = {placed.index: placed for placed in reversed(a.entrances)}
    others: list[PlacedOpening | PlacedEntrance] = [*a.openings, *(whole[index] for index in sorted(whole))]
    for one, two in combinations(others, 2):
        mine, other = _thing(a, one), _thing(a, two)
        if (isinstance(mine, Disc) and isinstance(other, Disc)) or not meet(mine, other):
            continue
        yield Draft(
            code="openings-meet",
            subject=f"{_name(one)}-{_name(two)}".lower().replace(" ", "-"),
            severity="error",
            text=text(f"{_name(one)} and {_name(two).lower()} lie in each other."),
            why="Two things can’t be cut from one place of a wall.",
            place=on("along", one.middle_mm, a.section.height_mm - mine.height_mm),
            number=mm(mine.at_mm),
            limit=text("apart from each other"),
            source=GEOMETRY,
            path=f"{_path(a, one)}/at_mm",
            proposals=partial(_apart, a, one, two),
        )


def _thing(a: Analysis, placed: PlacedOpening | PlacedEntrance) -> Piercing:
    """What was cut: a slot as a whole, whatever its fillers leave of it."""
    return placed.opening if isinstance(placed, PlacedOpening) else a.chamber.entrances[placed.index]


def _name(placed: PlacedOpening | PlacedEntrance) -> str:
    return placed.label if isinstance(placed, PlacedOpening) else f"Entrance {placed.index + 1}"


def _path(a: Analysis, placed: PlacedOpening | PlacedEntrance) -> str:
    return f"{a.path}/{'openings' if isinstance(placed, PlacedOpening) else 'entrances'}/{placed.index}"


def _apart(a: Analysis, one: PlacedOpening | PlacedEntrance, two: PlacedOpening | PlacedEntrance) -> Iterator[Proposal]:
    """Either moved along its wall until they are clear, the shorter way first; or one left out."""
    things = {each: _thing(a, each) for each in (one, two)}
    ways = []
    for moved, still in ((two, one), (one, two)):
        room = (reach_of(things[moved])[0] + reach_of(things[still])[0]) / 2
        for sign in (1, -1):
            at = round(things[still].at_mm + sign * (room + practice("disc_play").number), 1)
            ways.append((abs(at - things[moved].at_mm), moved, at))
    for _, moved, at in sorted(ways, key=lambda way: way[0]):
        words = text(f"Move {_name(moved).lower()} to {{at}}", at=mm(at))
        yield Proposal(words, partial(replace_value, a.hive, f"{_path(a, moved)}/at_mm", at))
    for each in (one, two):
        if isinstance(each, PlacedOpening):
            yield _without(a, each)
        else:
            change = partial(remove_entrance, a.hive, a.box, each.index)
            yield Proposal(text(f"Leave {_name(each).lower()} out"), change)


@rule("probe-outside-nest", "run")
def probe_outside_nest(a: Analysis) -> Iterator[Draft]:
    """A thermometer reaches into room behind a follower."""
    for placed in a.openings:
        inside = a.layout.nest_start_mm - 1e-6 <= placed.middle_mm <= a.layout.nest_end_mm + 1e-6
        if placed.opening.kind != "thermometer" or inside or a.layout.crossed or not a.layout.nest_combs:
            continue
        yield Draft(
            code="probe-outside-nest",
            subject=str(placed.index),
            severity="note",
            text=text(f"{placed.label} stands behind a follower: it tells the room there, not the nest."),
            why="Brood shows as 33 to 36 °C only where combs are; an empty room follows the day.",
            place=on("rod", placed.middle_mm, STRIP_MM),
            number=mm(placed.middle_mm),
            limit=text("between {low} and {high}", low=mm(a.layout.nest_start_mm), high=mm(a.layout.nest_end_mm)),
            source=COMMON,
            path=f"{a.path}/openings/{placed.index}/at_mm",
            proposals=partial(_into_nest, a, placed),
        )


def _into_nest(a: Analysis, placed: PlacedOpening) -> tuple[Proposal] | tuple[()]:
    if placed.start_mm == placed.end_mm:
        return ()
    middle = (a.layout.nest_start_mm + a.layout.nest_end_mm) / 2
    at = round(placed.opening.at_mm + middle - placed.middle_mm, 1)
    path = f"{a.path}/openings/{placed.index}/at_mm"
    return (Proposal(text("Move it to {at}", at=mm(at)), partial(replace_value, a.hive, path, at)),)
