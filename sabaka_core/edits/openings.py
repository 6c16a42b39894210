"""Adding and taking away entrances."""

from __future__ import annotations

from typing import Any, ClassVar, Literal

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.entrances import Disc, Entrance, Hole, Slot
from sabaka_core.document.hive import Hive
from sabaka_core.edits.action import Bench, Edit, Index
from sabaka_core.edits.closing import with_chamber
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import place_entrances, stretch_beside
from sabaka_core.run.layout import lay_out
from sabaka_core.run.piercings import in_the_free, reach_of


def lowest_clear_mm(analysis: Analysis) -> float:
    """Lowest place for an entrance's lower edge above the floor, clear of litter [mm]."""
    litter = analysis.litter_mm
    return litter + practice("entrance_edge").number if litter else 0.0


def usual_height_mm(analysis: Analysis) -> float:
    """Where an entrance's lower edge is put above the floor [mm]: low, and clear of litter."""
    return max(lowest_clear_mm(analysis), practice("entrance_up").number)


def nest_hole(analysis: Analysis) -> Hole:
    """An open hole in the left wall beside the outermost bar at the nest's end."""
    layout = analysis.layout
    room = layout.nest_end_mm - layout.nest_start_mm
    inset = min(practice("entrance_inset").number, room / 2)
    far = analysis.chamber.run.nest_at == "far"
    at = layout.nest_end_mm - inset if far else layout.nest_start_mm + inset
    along = analysis.chamber.axis == "lying" and analysis.chamber.combs == "along"
    return Hole(
        wall="near-end" if along else "left",
        at_mm=round(at - layout.length_mm / 2 if along else at, 1),
        height_mm=round(usual_height_mm(analysis), 1),
        diameter_mm=practice("entrance_bore").number,
    )


def add_entrance(hive: Hive, box: int, entrance: Entrance) -> Hive:
    """The hive with one entrance more, last in the list."""
    chamber = hive.chambers[box]
    return with_chamber(hive, box, chamber.model_copy(update={"entrances": (*chamber.entrances, entrance)}))


def new_entrance(analysis: Analysis, kind: str, upper: bool = False) -> Entrance:
    """A sensible new entrance of a kind, beside the nest, where it lies in nothing else if there is such a place."""
    new = _of_kind(analysis, kind)
    if upper:
        up = max(analysis.section.height_mm - new.size_mm[1] - practice("upper_entrance").number, 0.0)
        new = new.model_copy(update={"height_mm": round(up, 1)})
    chamber, layout = analysis.chamber, analysis.layout
    here = stretch_beside(new, chamber, layout)
    if here[0] == here[1] or chamber.axis == "standing":
        return new
    half, off = reach_of(new)[0] / 2, new.at_mm - sum(here) / 2
    low, high = layout.nest_start_mm + half + off, layout.nest_end_mm - half + off
    return in_the_free(new, (*chamber.entrances, *chamber.openings), low, high)


def _of_kind(analysis: Analysis, kind: str) -> Entrance:
    hole = nest_hole(analysis)
    place: dict[str, Any] = {"wall": hole.wall, "at_mm": hole.at_mm, "height_mm": hole.height_mm}
    if kind == "slot":
        high, wide = practice("entrance_slot").span
        return Slot(**place, width_mm=wide, opening_mm=high)
    if kind == "disc":
        bore, disc = practice("entrance_disc").span
        return Disc(**place, disc_mm=disc, opening_mm=bore)
    return hole


def plug_beyond(before: Hive, after: Hive, box: int) -> Hive:
    """The hive after a follower was moved, with the entrances plugged that it left beyond itself.

    Only those that led to the nest before; the last open one is left for the keeper to decide about.
    """
    chamber = after.chambers[box]
    was = {p.index for p in place_entrances(before.chambers[box], lay_out(before, before.chambers[box])) if p.in_nest}
    placed = place_entrances(chamber, lay_out(after, chamber))
    still = {p.index for p in placed if p.in_nest}
    left = [p for p in placed if p.index in was - still and p.entrance.is_open]
    if not left or not any(p.entrance.is_open and p.in_nest for p in placed):
        return after
    gone = {p.index for p in left}
    entrances = tuple(
        e.model_copy(update={"setting": "plugged"}) if i in gone else e for i, e in enumerate(chamber.entrances)
    )
    return with_chamber(after, box, chamber.model_copy(update={"entrances": entrances}))


def nest_entrances(hive: Hive, box: int) -> list[int]:
    """Entrances to have open: those open now that lie between the followers, or the first that does."""
    chamber = hive.chambers[box]
    inside = [p.index for p in place_entrances(chamber, lay_out(hive, chamber)) if p.in_nest]
    now = [index for index in inside if chamber.entrances[index].is_open]
    return now or inside[:1]


def follow_nest(hive: Hive, box: int) -> Hive:
    """The hive with its entrances opened and plugged, and a slot's lone mouth slid along, as its nest stands."""
    hive = _slid(hive, box)
    chamber = hive.chambers[box]
    wanted = set(nest_entrances(hive, box))
    entrances = tuple(
        e if e.is_open == (i in wanted) else e.model_copy(update={"setting": "open" if i in wanted else "plugged"})
        for i, e in enumerate(chamber.entrances)
    )
    return with_chamber(hive, box, chamber.model_copy(update={"entrances": entrances}))


def _slid(hive: Hive, box: int) -> Hive:
    """The hive with each slot's one mouth drawn into the nest, where it lies beyond it and the slot reaches there."""
    chamber = hive.chambers[box]
    layout = lay_out(hive, chamber)
    entrances = list(chamber.entrances)
    for placed in place_entrances(chamber, layout):
        slot = entrances[placed.index]
        if not isinstance(slot, Slot) or len(slot.mouths) != 1 or placed.in_nest or placed.start_mm == placed.end_mm:
            continue
        (mouth,) = slot.mouths
        into = max(layout.nest_start_mm - placed.start_mm, 0.0) or min(layout.nest_end_mm - placed.end_mm, 0.0)
        start = min(max(mouth.from_mm + into, 0.0), max(slot.width_mm - mouth.wide_mm, 0.0))
        moved = mouth.model_copy(update={"from_mm": round(start, 3)})
        entrances[placed.index] = slot.model_copy(update={"mouths": (moved,)})
    return with_chamber(hive, box, chamber.model_copy(update={"entrances": tuple(entrances)}))


def remove_entrance(hive: Hive, box: int, index: int) -> Hive:
    """The hive without one entrance.

    Raises:
        ParameterError: there is no such entrance.
    """
    chamber = hive.chambers[box]
    if not 0 <= index < len(chamber.entrances):
        raise ParameterError("index", index, "There is no such entrance.", "no-such-entrance")
    kept = chamber.entrances[:index] + chamber.entrances[index + 1 :]
    return with_chamber(hive, box, chamber.model_copy(update={"entrances": kept}))


class AddEntrance(Edit):
    """Add an entrance beside the nest, low down or, as an upper one, right under the bars."""

    do: Literal["add-entrance"] = "add-entrance"
    says: ClassVar[tuple[str, ...]] = ("{at}/entrances",)
    kind: Literal["hole", "slot", "disc"] = "hole"
    upper: bool = False

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return add_entrance(hive, bench.box, new_entrance(analyse(hive, bench.box), self.kind, self.upper))


class RemoveEntrance(Edit):
    """Take an entrance away."""

    do: Literal["remove-entrance"] = "remove-entrance"
    says: ClassVar[tuple[str, ...]] = ("{at}/entrances",)
    index: Index

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return remove_entrance(hive, bench.box, self.index)
