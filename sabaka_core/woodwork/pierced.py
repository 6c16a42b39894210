"""What goes through a chamber's walls and floor: entrances, openings, its door, hatches, ways to other chambers."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from sabaka_core.document.base import Wall as WallName
from sabaka_core.document.hive import Passage
from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.analysis import RIM_MM, Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.doors import door_mm, door_up_mm
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.solids import Span

# What lies over each other by less than this stands beside each other [mm].
_BESIDE_MM = 1.0


@dataclass(frozen=True)
class Pierce:
    """One hole or opening in a wall, by its place on the inside [mm, deg].

    Attributes:
        name: what it is.
        wall: the wall it is in.
        at_mm: its middle: along from the inside of the near end on a side, from the middle on an end.
        up_mm: its lower edge above the floor.
        plugged: whether it is shut as the design stands.
        lined: whether wood lines it where the wall has insulation.
        slant_deg: how much it rises inward.
    """

    name: str
    wall: WallName
    at_mm: float
    up_mm: float
    wide_mm: float
    high_mm: float
    round: bool = False
    plugged: bool = False
    lined: bool = True
    slant_deg: float = 0.0

    @property
    def middle_mm(self) -> float:
        """Height of its middle above the floor inside."""
        return self.up_mm + self.high_mm / 2


@dataclass(frozen=True)
class FloorWay:
    """A way through a chamber's floor to the one under it, as a block's plan in the hive [mm]."""

    passage: int
    chamber: int
    x: Span
    y: Span


@dataclass(frozen=True)
class WallWay:
    """A way through the walls of two chambers beside each other: which, and where in each."""

    passage: int
    chamber: int
    wall: WallName
    pierces: tuple[Pierce, ...]


def pierced(a: Analysis, ways: tuple[WallWay, ...] = ()) -> tuple[Pierce, ...]:
    """Everything that goes through a chamber's walls."""
    found = []
    for number, entrance in enumerate(a.chamber.entrances, 1):
        wide, high = entrance.size_mm
        shut = not entrance.is_open
        bored = entrance.kind != "slot"
        place = entrance.wall, entrance.at_mm, entrance.height_mm
        found.append(Pierce(f"entrance {number}", *place, wide, high, bored, shut))
    for number, opening in enumerate(a.chamber.openings, 1):
        wide, high = opening.size_mm
        bored = opening.kind == "thermometer"
        slant = practice("probe_slant").number if bored else 0.0
        place = opening.wall, opening.at_mm, opening.height_mm
        found.append(Pierce(f"{opening.kind} {number}", *place, wide, high, bored, slant_deg=slant))
    found += [*_door(a), *_hatches(a)]
    return (*found, *(each for way in ways if way.chamber == a.box for each in way.pierces))


def _door(a: Analysis) -> Iterator[Pierce]:
    door = a.chamber.door
    if door == "none":
        return
    wide, high = door_mm(a)
    sideways = door in ("left", "right") and a.chamber.axis == "lying"
    at = a.chamber.length_mm / 2 if sideways else 0.0
    yield Pierce("door", door, at, door_up_mm(a), wide, high, lined=False)


def _hatches(a: Analysis) -> Iterator[Pierce]:
    """Clean-outs along the side that has no door, evenly; one that has no room is as wide as it can be."""
    wall: WallName = "left" if a.chamber.door == "right" else "right"
    number = a.chamber.under.clean_outs
    if isinstance(a.chamber.section, CircleSection):
        return
    for place in range(number):
        high, wide = practice("clean_out").span
        share = a.chamber.length_mm / number
        at = share * (place + 0.5)
        wide = min(wide, share * practice("clean_out_share").number)
        yield Pierce(f"clean-out {place + 1}", wall, at, 0.0, wide, high)


def ways_of(hive: Whole) -> tuple[tuple[WallWay, ...], tuple[FloorWay, ...]]:
    """Ways from chamber to chamber: through the walls of two beside each other, through the floor of the upper one."""
    walls, floors = list[WallWay](), list[FloorWay]()
    for number, way in enumerate(hive.hive.passages):
        one, two = (_block(hive, ident) for ident in (way.from_chamber, way.to_chamber))
        over_x, over_y = _over(one.x, two.x), _over(one.y, two.y)
        lower, upper = sorted((one, two), key=lambda each: each.z[0])
        if min(over_x, over_y) > _BESIDE_MM and upper.z[0] >= lower.z[1] - RIM_MM:
            if way.kind != "open":
                floors.append(_through_floor(number, way, one, two, upper.chamber))
        elif over_y > max(over_x, _BESIDE_MM):
            first, second = sorted((one, two), key=lambda each: each.x[0])
            walls += _through_walls(hive, number, way, first, second, True)
        elif over_x > _BESIDE_MM:
            first, second = sorted((one, two), key=lambda each: each.y[0])
            walls += _through_walls(hive, number, way, first, second, False)
    return tuple(walls), tuple(floors)


def _block(hive: Whole, ident: str) -> BoxPlace:
    return next(b for b in hive.boxes if hive.hive.chambers[b.chamber].id == ident and not b.is_super)


def _over(one: Span, two: Span) -> float:
    return min(one[1], two[1]) - max(one[0], two[0])


def _middle(one: Span, two: Span) -> float:
    return (max(one[0], two[0]) + min(one[1], two[1])) / 2


def _through_floor(number: int, way: Passage, one: BoxPlace, two: BoxPlace, chamber: int) -> FloorWay:
    """As wide along the hive as the way says, so that it lies under every comb."""
    wide = min(way.width_mm or practice("passage_wide").number, _over(one.x, two.x))
    high = min(way.height_mm or practice("passage_high").number, _over(one.y, two.y))
    x, y = _middle(one.x, two.x), _middle(one.y, two.y)
    return FloorWay(number, chamber, (x - wide / 2, x + wide / 2), (y - high / 2, y + high / 2))


def _through_walls(
    hive: Whole, number: int, way: Passage, first: BoxPlace, second: BoxPlace, along: bool
) -> Iterator[WallWay]:
    """Through the far or right wall of the first and the near or left one of the second, at one height in both."""
    floors = [each.z[0] + hive.chambers[each.chamber].floor_board_mm for each in (first, second)]
    low = max(floors)
    high = way.height_mm or (
        (min(first.z[1], second.z[1]) - low) / 2 if way.kind == "open" else practice("passage_high").number
    )
    middle = _middle(first.y, second.y) if along else _middle(first.x, second.x)
    wide = way.width_mm or practice("passage_wide").number
    facing: tuple[WallName, WallName] = ("far-end", "near-end") if along else ("right", "left")
    for block, wall, floor in zip((first, second), facing, floors, strict=True):
        a = hive.chambers[block.chamber]
        # On an end places count from the middle, on a side from the inside of the near end.
        at = middle - (sum(block.y) / 2 if along else block.x[0] + _ends_mm(a))
        name = f"way to {_other(hive, way, block)}"
        holes = tuple(_holes(name, way, wall, at, low - floor, wide, high))
        yield WallWay(number, block.chamber, wall, holes)


def _other(hive: Whole, way: Passage, block: BoxPlace) -> str:
    ident = hive.hive.chambers[block.chamber].id
    return (way.to_chamber if way.from_chamber == ident else way.from_chamber).replace("-", " ")


def _ends_mm(a: Analysis) -> float:
    return sum(layer.thickness_mm for layer in a.chamber.walls.ends)


def _holes(name: str, way: Passage, wall: WallName, at: float, up: float, wide: float, high: float) -> Iterator[Pierce]:
    """One slot, or a row of bores as wide as they are high, wood left between them."""
    if way.kind != "holes":
        yield Pierce(name, wall, at, up, wide, high)
        return
    pitch = high + practice("way_wood").number
    number = max(int((wide - high) / pitch) + 1, 1)
    for place in range(number):
        middle = at + (place - (number - 1) / 2) * pitch
        yield Pierce(f"{name}, hole {place + 1}", wall, middle, up, high, high, True)
