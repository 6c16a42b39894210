"""Moving a follower: the places it clicks into, and what the run becomes.

Bars never leave the box by moving a follower. Inward, it goes past bars, which then lie
behind it; outward, it takes in the bars behind it, and after those new empty bars from the
gap's room. The near follower is moved by the same rules in a mirrored run.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import ClassVar, Literal

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.base.units import parse_length
from sabaka_core.document.base import Side
from sabaka_core.document.combs import CombType
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb, Follower, Gap, RunItem
from sabaka_core.edits.action import Bench, Edit, TypedEdit
from sabaka_core.edits.closing import close_run, is_closed, items_of, least_gap_mm, with_items
from sabaka_core.edits.openings import plug_beyond
from sabaka_core.run.layout import item_length_mm

FOLLOWER_MM = 18.0


@dataclass(frozen=True)
class Stop:
    """A place for the follower's inner face.

    Attributes:
        face_mm: position of the face toward the combs, from the near end wall [mm].
        after: number of items of the rest that stay before it (see ``FollowerTrack.rest``).
        added: new bars taken from the gap's room.
    """

    face_mm: float
    after: int
    added: int


@dataclass(frozen=True)
class FollowerTrack:
    """All that decides where one follower can stand. Seen as the far follower of a run.

    ``rest`` is the run without the follower and without open room right before it, which
    goes to the gap behind.
    """

    hive: Hive
    box: int
    side: Side
    types: dict[str, CombType]
    follower: Follower
    rest: tuple[RunItem, ...]
    first: int
    total_mm: float

    def length(self, item: RunItem) -> float:
        return item_length_mm(item, self.types)

    def to_x(self, face_mm: float) -> float:
        """A position of the mirrored run back in the box [mm]."""
        return face_mm if self.side == "far" else self.total_mm - face_mm

    @cached_property
    def gap_at(self) -> int | None:
        """Index in ``rest`` of the gap that gives room for new bars: the first one behind all combs."""
        last = max((i for i, it in enumerate(self.rest) if isinstance(it, Comb)), default=-1)
        return next((i for i, it in enumerate(self.rest) if i > last and isinstance(it, Gap)), None)

    @cached_property
    def new_bar(self) -> Comb | None:
        """What a new bar would be: empty, of the kind of the outermost comb."""
        outer = next((it for it in reversed(self.rest) if isinstance(it, Comb)), None)
        return None if outer is None else outer.model_copy(update={"contents": "empty"})

    @cached_property
    def stops(self) -> tuple[Stop, ...]:
        """Every place the follower clicks into, from the nest outward."""
        stops: list[Stop] = []
        at = 0.0
        for index, item in enumerate(self.rest):
            at += self.length(item)
            if index >= self.first and isinstance(item, Comb):
                stops.append(Stop(self.to_x(at), index + 1, 0))
        return (*stops, *self._stops_in_gap(stops))

    def _stops_in_gap(self, stops: list[Stop]) -> list[Stop]:
        if self.gap_at is None or self.new_bar is None or not stops:
            return []
        gap = self.rest[self.gap_at]
        width = self.length(self.new_bar)
        room = self.length(gap) - least_gap_mm(gap)
        outward = 1 if self.side == "far" else -1
        last = stops[-1]
        return [
            Stop(last.face_mm + outward * n * width, last.after, n) for n in range(1, int((room + 1e-6) // width) + 1)
        ]

    def bar_number(self, stop: Stop) -> int:
        """Number of the last bar inside the nest at a stop, counted from the near end."""
        inside = sum(isinstance(it, Comb) for it in self.rest[: stop.after]) + stop.added
        if self.side == "far":
            return inside
        behind = sum(isinstance(it, Comb) for it in self.rest) - (inside - stop.added)
        return behind + 1


def track(hive: Hive, box: int, side: Side) -> FollowerTrack:
    """The track of a follower.

    Raises:
        ParameterError: the run has no such follower, or its followers are crossed.
    """
    items = items_of(hive, box)
    types = {kind.id: kind for kind in hive.comb_types}
    total = sum(item_length_mm(item, types) for item in items)
    if side == "near":
        items = tuple(reversed(items))
    here = _index(items, side)
    if here is None:
        raise ParameterError("side", side, f"This hive has no {side} follower.", "no-follower")
    other = _index(items, "near" if side == "far" else "far")
    if other is not None and other > here:
        raise ParameterError("side", side, "The followers are crossed: set that right first.", "crossed")
    first = 0 if other is None else other + 1
    rest, behind = list(items[:here]), list(items[here + 1 :])
    freed = 0.0
    while len(rest) > first and isinstance(last := rest[-1], Gap):
        freed += last.length_mm
        rest.pop()
    if freed:
        behind = _give_to_gap(behind, freed)
    follower = items[here]
    assert isinstance(follower, Follower)
    return FollowerTrack(hive, box, side, types, follower, (*rest, *behind), first, total)


def move_follower(hive: Hive, box: int, side: Side, x_mm: float, snap: bool = True) -> Hive:
    """The hive with a follower's inner face moved.

    Args:
        box: index of the chamber.
        side: which follower.
        x_mm: where its face toward the combs should be, from the near end wall [mm].
        snap: click into the nearest place between bars; otherwise stand exactly there.
    Raises:
        InfeasibleError: nothing to stand behind, or a bar in the way; says what is nearest.
        ParameterError: no such follower.
    """
    way = track(hive, box, side)
    if not way.stops:
        raise InfeasibleError("There is no bar for the follower to stand behind.", "Add a bar first.")
    if snap:
        nearest = min(way.stops, key=lambda stop: abs(stop.face_mm - x_mm))
        return _placed(way, nearest, 0.0)
    outward = 1 if side == "far" else -1
    inside = [s for s in way.stops if outward * (x_mm - s.face_mm) >= -1e-6]
    if not inside:
        first = way.stops[0]
        raise InfeasibleError(
            "At least one bar has to stay between the followers.", f"The nearest place is {first.face_mm:g} mm."
        )
    stop = inside[-1]
    spare = abs(x_mm - stop.face_mm)
    if spare > 1e-6:
        _check_room(way, stop, spare)
    return _placed(way, stop, spare)


def add_follower(hive: Hive, box: int, side: Side) -> Hive:
    """The hive with a follower more, beside the outermost bar; an end gap gives its thickness.

    Raises:
        ParameterError: there is one on that side already.
        InfeasibleError: the gaps haven't the room.
    """
    items = items_of(hive, box)
    if _index(items, side) is not None:
        raise ParameterError("side", side, f"This hive has a {side} follower already.", "follower-there")
    board = Follower(side=side, thickness_mm=FOLLOWER_MM)
    combs = [i for i, item in enumerate(items) if isinstance(item, Comb)]
    if not combs:
        raise InfeasibleError("There is no bar for the follower to stand beside.", "Add a bar first.")
    at = combs[0] if side == "near" else combs[-1] + 1
    longer = with_items(hive, box, (*items[:at], board, *items[at:]))
    if not is_closed(hive, box):
        return longer
    closed = close_run(longer, box)
    if not is_closed(closed, box):
        raise InfeasibleError(
            f"A follower takes {FOLLOWER_MM:g} mm and the gaps haven't the room.", "Take out a bar first."
        )
    return closed


def _check_room(way: FollowerTrack, stop: Stop, spare: float) -> None:
    gap = None if way.gap_at is None else way.rest[way.gap_at]
    width = 0.0 if way.new_bar is None else way.length(way.new_bar) * stop.added
    behind_last = stop is way.stops[-1] or stop.added > 0 or way.gap_at == stop.after
    if gap is None or not behind_last or way.length(gap) - width < spare - 1e-6:
        later = [s for s in way.stops if way.stops.index(s) == way.stops.index(stop) + 1]
        places = " or ".join(f"{s.face_mm:g} mm" for s in [stop, *later])
        raise InfeasibleError("A bar or the end wall is in the way there.", f"The nearest place is {places}.")


def _placed(way: FollowerTrack, stop: Stop, spare: float) -> Hive:
    rest = list(way.rest)
    taken = spare
    new: list[RunItem] = []
    if stop.added:
        assert way.new_bar is not None
        new = [way.new_bar] * stop.added
        taken += stop.added * way.length(way.new_bar)
    if taken:
        assert way.gap_at is not None
        gap = rest[way.gap_at]
        assert isinstance(gap, Gap)
        rest[way.gap_at] = gap.model_copy(update={"length_mm": round(gap.length_mm - taken, 6)})
    if spare:
        new.append(Gap(length_mm=round(spare, 6)))
    items = [*rest[: stop.after], *new, way.follower, *rest[stop.after :]]
    if way.side == "near":
        items.reverse()
    return with_items(way.hive, way.box, tuple(items))


def _give_to_gap(behind: list[RunItem], length_mm: float) -> list[RunItem]:
    for index, item in enumerate(behind):
        if isinstance(item, Gap):
            wider = item.model_copy(update={"length_mm": round(item.length_mm + length_mm, 6)})
            return [*behind[:index], wider, *behind[index + 1 :]]
    return [*behind, Gap(length_mm=length_mm)]


def _index(items: tuple[RunItem, ...], side: Side) -> int | None:
    return next((i for i, it in enumerate(items) if isinstance(it, Follower) and it.side == side), None)


class MoveFollower(TypedEdit):
    """Type where a follower should stand."""

    do: Literal["move-follower"] = "move-follower"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    side: Side

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        at = parse_length(self.number(f"follower-{self.side}"), self.units, f"follower-{self.side}")
        return plug_beyond(hive, move_follower(hive, bench.box, self.side, at, snap=False), bench.box)


class AddFollower(Edit):
    """Put in a follower: the near one at the near end wall, the far one behind the last bar."""

    do: Literal["add-follower"] = "add-follower"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    side: Side

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        return add_follower(hive, bench.box, self.side)


class RemoveFollower(Edit):
    """Take a follower out; the gap behind it, or the box, keeps its room."""

    do: Literal["remove-follower"] = "remove-follower"
    says: ClassVar[tuple[str, ...]] = ("{at}/run",)
    side: Side

    def apply(self, hive: Hive, bench: Bench) -> Hive:
        items = items_of(hive, bench.box)
        at = _index(items, self.side)
        if at is None:
            raise ParameterError("side", self.side, f"This hive has no {self.side} follower.", "no-follower")
        board = items[at]
        assert isinstance(board, Follower)
        before, behind = list(items[:at]), list(items[at + 1 :])
        if self.side == "near":
            before = list(reversed(_give_to_gap(list(reversed(before)), board.thickness_mm)))
        else:
            behind = _give_to_gap(behind, board.thickness_mm)
        return with_items(hive, bench.box, (*before, *behind))
