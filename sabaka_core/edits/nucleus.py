"""A second colony in one run: combs of its own in free room, a board that no bee passes, an entrance of its own."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal

from pydantic import Field

from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.base import Side, Wall
from sabaka_core.document.entrances import Hole
from sabaka_core.document.hive import Colony, Hive
from sabaka_core.document.run import Comb, Contents, Divider, Gap, RunItem
from sabaka_core.edits.action import Bench, Edit
from sabaka_core.edits.closing import items_of, least_gap_mm, with_items
from sabaka_core.edits.openings import add_entrance, usual_height_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import run_walls
from sabaka_core.run.layout import Placed


def free_room_mm(a: Analysis, side: Side) -> float:
    """Room behind a follower that isn't a feeder's nor a comb's with something on it [mm]."""
    return sum(_free_mm(placed) for placed in a.layout.behind(side))


def _free_mm(placed: Placed) -> float:
    item = placed.item
    if isinstance(item, Gap):
        return max(placed.length_mm - least_gap_mm(item), 0.0)
    return placed.length_mm if isinstance(item, Comb) and item.contents == "empty" else 0.0


def _contents(combs: int, side: Side) -> tuple[Contents, ...]:
    """Brood beside the wall at the end, stores toward the divider; and at the wall too where there are enough."""
    kinds: list[Contents] = ["brood"] * combs
    if combs > 1:
        kinds[0] = "honey"
    if combs >= practice("nucleus_stores_both_sides").number:
        kinds[-1] = "honey"
    return tuple(kinds if side == "far" else reversed(kinds))


def _items(a: Analysis, side: Side, own: tuple[Comb, ...], left_mm: float) -> tuple[RunItem, ...]:
    """The run anew: what stood behind the follower and isn't free, what is left of the room, a divider, the combs."""
    items = items_of(a.hive, a.box)
    behind = a.layout.behind(side)
    # From the follower toward the wall, whichever end it is.
    outward = list(behind if side == "far" else reversed(behind))
    kept: list[RunItem] = []
    for placed in outward:
        least = least_gap_mm(placed.item)
        if isinstance(placed.item, Gap) and least > 0:
            kept.append(placed.item.model_copy(update={"length_mm": min(least, placed.length_mm)}))
        elif _free_mm(placed) == 0 and not isinstance(placed.item, Gap):
            kept.append(placed.item)
    room = _with_room(kept, left_mm)
    divider = Divider(thickness_mm=practice("divider_board").number)
    tail: tuple[RunItem, ...] = (*room, divider, *(own if side == "far" else reversed(own)))
    stay = tuple(item for i, item in enumerate(items) if i not in {placed.index for placed in behind})
    return (*stay, *tail) if side == "far" else (*reversed(tail), *stay)


def _with_room(kept: list[RunItem], left_mm: float) -> tuple[RunItem, ...]:
    """The room left over goes to the feeder's gap, or makes one of its own."""
    if left_mm < 0.05:
        return tuple(kept)
    gap = next((i for i, item in enumerate(kept) if isinstance(item, Gap)), None)
    if gap is None:
        return (*kept, Gap(length_mm=round(left_mm, 6)))
    held = kept[gap]
    assert isinstance(held, Gap)
    wider = held.model_copy(update={"length_mm": round(held.length_mm + left_mm, 6)})
    return (*kept[:gap], wider, *kept[gap + 1 :])


def _flying(hive: Hive, box: int, side: Side, begins: Literal["combs", "swarm"]) -> Hive:
    """The hive with the colony at an end named, and an entrance among its combs."""
    chamber = hive.chambers[box]
    taken = {colony.id for colony in hive.colonies}
    colony = Colony(
        id=next(f"nucleus-{n}" for n in range(1, 30) if f"nucleus-{n}" not in taken),
        name=f"{'swarm box' if begins == 'swarm' else 'nucleus'}, {side} end",
        chamber=chamber.id,
        stretch="near-end" if side == "near" else "far-end",
        strength="nucleus",
        begins=begins,
    )
    named = hive.model_copy(update={"colonies": (*hive.colonies, colony)})
    a = analyse(named, box)
    start, end = a.layout.end_stretch(side)
    return add_entrance(named, box, own_hole(a, start, end))


def own_hole(a: Analysis, start_mm: float, end_mm: float) -> Hole:
    """A hole in the middle of a stretch, in a wall along the run through which no other colony flies if there
    is one."""
    others = {p.entrance.wall for p in a.entrances if p.entrance.is_open and not start_mm <= p.middle_mm <= end_mm}
    walls = run_walls(a.chamber)
    wall: Wall = next((each for each in reversed(walls) if each not in others), walls[-1])
    return hole_in(a, wall, start_mm, end_mm)


def hole_in(a: Analysis, wall: Wall, start_mm: float, end_mm: float) -> Hole:
    """A hole in a wall along the run, in the middle of a stretch and clear of litter."""
    middle = (start_mm + end_mm) / 2
    # On an end wall places are given from its middle.
    at = middle - a.run_mm / 2 if a.chamber.combs == "along" else middle
    bore = practice("entrance_bore").number
    return Hole(wall=wall, at_mm=round(at, 1), height_mm=round(usual_height_mm(a), 1), diameter_mm=bore)


class PutNucleus(Edit):
    """Put a small colony behind a follower at one end, or a box for a swarm, with an entrance of its own."""

    do: Literal["put-nucleus"] = "put-nucleus"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    side: Side
    combs: Annotated[int, Field(ge=1, le=60)] = 4
    begins: Literal["combs", "swarm"] = "combs"

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        a = analyse(hive, bench.box)
        chamber = hive.chambers[bench.box]
        if any(c.chamber == chamber.id and c.stretch == f"{self.side}-end" for c in hive.colonies):
            raise InfeasibleError(f"There is a colony at the {self.side} end already.", "Choose the other end.")
        if a.main is None or chamber.axis == "standing":
            raise InfeasibleError("This chamber has no run that a second colony could hang in.")
        if (a.layout.near if self.side == "near" else a.layout.far) is None:
            raise InfeasibleError(
                f"Without a follower at the {self.side} end all of the run is the first colony’s.",
                "Put one in, and draw it in until there is room behind it.",
            )
        thick = practice("divider_board").number
        need = self.combs * a.main_spacing_mm + thick
        free = free_room_mm(a, self.side)
        if need > free + 1e-6:
            most = int(max(free - thick, 0.0) / a.main_spacing_mm)
            fits = f"So many combs have room: {most}." if most else "Draw the follower in first."
            raise InfeasibleError(
                f"Behind the {self.side} follower {free:.0f} mm are free; {self.combs} combs and a divider "
                f"take {need:.0f} mm.",
                fits,
            )
        kept: tuple[Contents, ...] = _contents(self.combs, self.side)
        if self.begins == "swarm":
            kept = tuple("empty" for _ in range(self.combs))
        own = tuple(Comb(type=a.main.id, role="brood", contents=what) for what in kept)
        changed = with_items(hive, bench.box, _items(a, self.side, own, free - need))
        return _flying(changed, bench.box, self.side, self.begins)
