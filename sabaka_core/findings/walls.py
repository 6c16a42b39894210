"""Rules on what is set in walls: mouths of a slot, discs, windows, vents, thermometers."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from itertools import combinations

from sabaka_core.base.quantity import mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.document.entrances import Disc, Entrance, Opening, Slot
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Bench
from sabaka_core.edits.values import replace_value
from sabaka_core.edits.walls import RemoveOpening, ShutMouth
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.run.entrances import PlacedEntrance, PlacedOpening


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
    """A window, vent or thermometer lies in an entrance, or in another of them."""
    others: list[PlacedOpening | PlacedEntrance] = [*a.openings, *a.entrances]
    for one, two in combinations(others, 2):
        if not isinstance(one, PlacedOpening) or not _meet(one.opening, _thing(two)):
            continue
        yield Draft(
            code="openings-meet",
            subject=f"{one.label}-{two.label}".lower().replace(" ", "-").replace(",", ""),
            severity="error",
            text=text(f"{one.label} and {two.label.lower()} lie in each other."),
            why="Two things can’t be cut from one place of a wall.",
            place=on("along", one.middle_mm, a.section.height_mm - one.opening.height_mm),
            number=mm(one.opening.at_mm),
            limit=text("apart from each other"),
            source=GEOMETRY,
            path=f"{a.path}/openings/{one.index}/at_mm",
            proposals=lambda one=one: (_without(a, one),),  # type: ignore[misc]
        )


def _thing(placed: PlacedOpening | PlacedEntrance) -> Opening | Entrance:
    return placed.opening if isinstance(placed, PlacedOpening) else placed.entrance


def _meet(one: Opening, two: Opening | Entrance) -> bool:
    """Whether two openings of one wall lie in each other, as upright boxes."""
    if one.wall != two.wall:
        return False
    wide = (one.size_mm[0] + two.size_mm[0]) / 2 - abs(one.at_mm - two.at_mm)
    low = max(one.height_mm, two.height_mm)
    high = min(one.height_mm + one.size_mm[1], two.height_mm + two.size_mm[1])
    return wide > 1e-6 and high - low > 1e-6


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
