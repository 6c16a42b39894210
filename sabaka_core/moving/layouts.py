"""The run of the hive on each day of the move: old combs, new ones, adapters, follower, feeder."""

from __future__ import annotations

from dataclasses import dataclass
from math import floor

from sabaka_core.base.dates import short
from sabaka_core.document.chambers import Lining
from sabaka_core.document.combs import CombType, Frame, Guide, TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import Moving
from sabaka_core.document.run import Comb, Contents, Excluder, Feeder, Follower, Gap, RunItem, Spacer
from sabaka_core.edits.closing import least_gap_mm, with_chamber
from sabaka_core.edits.openings import follow_nest
from sabaka_core.kit.tables import practice
from sabaka_core.moving.bees import Bees
from sabaka_core.moving.later import conversion_hive
from sabaka_core.moving.plan import MovePlan
from sabaka_core.moving.room import OLD, Room
from sabaka_core.moving.values import value
from sabaka_core.moving.ways import Way
from sabaka_core.run.layout import item_length_mm

_NEW_AT_FIRST = 3


@dataclass(frozen=True)
class Stage:
    """The run on one day of the plan. ``box`` is the chamber that the rod shows."""

    id: str
    label: str
    day: int
    words: str
    hive: Hive
    box: int


def stages(way: Way, bees: Bees, room: Room, moving: Moving, plan: MovePlan) -> tuple[Stage, ...]:
    """The hive's run from the day of the move to the day that only its own combs are left.

    A hive whose combs are fixed has no run to lay out, and no stages.
    """
    return tuple(_Layouts(way, bees, room, moving.feeder).stages(moving, plan)) if room.takes_combs else ()


@dataclass(frozen=True)
class _Layouts:
    """Lays runs out for one way."""

    way: Way
    bees: Bees
    room: Room
    feeder: str = "none"

    @property
    def own(self) -> str:
        assert self.room.own is not None
        return self.room.own.id

    def stages(self, moving: Moving, plan: MovePlan) -> list[Stage]:
        n, day, way = self.bees.count, plan.move_day, self.way
        if way.id in ("shaken", "from-parts"):
            combs = _combs(self.own, max(n, _NEW_AT_FIRST), "empty")
            return [self._stage("move", "the day itself", day, "New combs only, the follower close to them.", combs)]
        old = self._old()
        first, words = self._ordered(old, moving)
        if way.id == "parallel-box":
            hive = conversion_hive(self.bees, self.room, moving)
            words = "In the conversion box: old combs in one half, the hive’s own empty ones in the other."
            return [
                Stage("move", f"{short(day)}, the day itself", day, words, hive, 0),
                self._stage("out", "into the hive", plan.last_day, "Only the hive’s own combs are left.", self._end()),
            ]
        found = [self._stage("move", "the day itself", day, words, first)]
        if plan.queen_day is None or plan.clear_day is None:
            return found
        over = _combs(self.own, _NEW_AT_FIRST, "brood")
        if moving.queen_by == "excluder":
            words = "Queen and new combs nearest the entrance, the excluder behind them, then the old combs."
            found.append(
                self._stage(
                    "queen",
                    "queen over",
                    plan.queen_day,
                    words,
                    [*over, Excluder(thickness_mm=value("excluder")), *old],
                )
            )
        else:
            words = "New combs nearest the entrance; the old ones move outward, one place a visit."
            found.append(self._stage("queen", "old combs outward", plan.queen_day, words, [*over, *old]))
        emptied = [i.model_copy(update={"contents": "honey"}) if isinstance(i, Comb) else i for i in old]
        late = [*_combs(self.own, _NEW_AT_FIRST + 1, "brood"), *emptied]
        words = "The old combs stand outermost and hold no brood."
        found.append(self._stage("clear", "brood clear", plan.clear_day, words, late))
        found.append(
            self._stage("out", "old combs out", plan.last_day, "Only the hive’s own combs are left.", self._end())
        )
        return found

    def _ordered(self, old: list[RunItem], moving: Moving) -> tuple[list[RunItem], str]:
        """The combs of the first day, from the entrance on, by the keeper's school; a feeder behind them."""
        empty = _combs(self.own, 1, "empty")
        mine = _combs(self.own, moving.own_combs, "empty")
        feeder: list[RunItem] = []
        if moving.feeder == "among":
            feeder = [Feeder(length_mm=practice("run_feeder").number)]
        match moving.order:
            case "own-first":
                return [*mine, *old, *feeder], "The hive’s own combs nearest the entrance, the old ones behind them."
            case "own-behind":
                return [*old, *mine, *feeder], "Old combs nearest the entrance, in their order, the hive’s own behind."
            case _:
                words = "An empty comb at each end; old combs nearest the entrance, in their order."
                return [*empty, *old, *empty, *feeder], words

    def _end(self) -> list[RunItem]:
        return _combs(self.own, _NEW_AT_FIRST + max(self.bees.count - 1, 2), "brood")

    def _stage(self, ident: str, label: str, day: int, words: str, combs: list[RunItem]) -> Stage:
        return Stage(ident, f"{short(day)}, {label}", day, words, self._lay(combs), self.room.a.box)

    def _old(self) -> list[RunItem]:
        """The old combs as items of the run."""
        if self.way.id == "across":
            return [Spacer(length_mm=round(self.way.spacing_mm, 3))]
        number = (self.bees.count + 1) // 2 if self.way.id == "joined" else self.bees.count
        return _combs(self.own if self.way.id == "tied-in" else OLD, number, "brood" if self.bees.has_comb else "empty")

    def _lay(self, combs: list[RunItem]) -> Hive:
        """The hive with these combs from its entrance end on, followers close to them, the rest open or filled."""
        hive, chamber, room = self.room.a.hive, self.room.a.chamber, self.room
        types = [kind for kind in hive.comb_types if kind.id != OLD]
        if any(isinstance(item, Comb) and item.type == OLD for item in combs):
            types.append(old_type(self.way, self.bees, room))
        known = {kind.id: kind for kind in types}
        boards = {item.side: item for item in chamber.run.items if isinstance(item, Follower)}
        left = room.run_mm - sum(item_length_mm(i, known) for i in (*combs, *boards.values()))
        combs = list(combs)
        while left < -1e-6 and isinstance(combs[-1], Comb) and combs[-1].type != OLD and len(combs) > 1:
            left += item_length_mm(combs.pop(), known)
        if not boards:
            more = max(floor(left / room.spacing_mm + 1e-6), 0)
            combs += _combs(self.own, more, "empty")
            left -= more * room.spacing_mm
        gap = next((i for i in chamber.run.items if isinstance(i, Gap) and i.purpose != "empty"), Gap(length_mm=0.0))
        if self.feeder == "behind":
            gap = gap.model_copy(update={"purpose": "feeder"})
        before = self._before_mm(left, gap, "near" in boards, "far" in boards)
        if chamber.run.nest_at == "far":
            combs.reverse()
        items = [
            *_gap(gap, before),
            *(b for s, b in boards.items() if s == "near"),
            *combs,
            *(b for s, b in boards.items() if s == "far"),
            *_gap(gap, left - before),
        ]
        changes = {
            "run": chamber.run.model_copy(update={"items": tuple(items)}),
            "linings": (*(each for each in chamber.linings if each.beside != OLD), *self._fillers(items, known)),
        }
        moved = hive.model_copy(update={"comb_types": tuple(types)})
        return follow_nest(with_chamber(moved, room.a.box, chamber.model_copy(update=changes)), room.a.box)

    def _fillers(self, items: list[RunItem], known: dict[str, CombType]) -> list[Lining]:
        """The fillers beside the old combs, as a lining of their stretch."""
        if self.way.filler_mm <= 0:
            return []
        at, stretch = 0.0, []
        for item in items:
            long = item_length_mm(item, known)
            if isinstance(item, Comb) and item.type == OLD:
                stretch += [at, at + long]
            at += long
        if not stretch:
            return []
        return [
            Lining(
                beside=OLD,
                from_mm=round(min(stretch), 3),
                to_mm=round(max(stretch), 3),
                thickness_mm=round(self.way.filler_mm, 3),
            )
        ]

    def _before_mm(self, left: float, gap: Gap, near: bool, far: bool) -> float:
        """How much of what is left open lies before the combs: the nest keeps to its own end."""
        least = min(least_gap_mm(gap), max(left, 0.0))
        match self.room.a.chamber.run.nest_at:
            case "middle":
                return left / 2
            case "far":
                return left - least if far else left
            case _:
                return least if near and far else left if near else 0.0


def _gap(gap: Gap, length_mm: float) -> list[RunItem]:
    return [gap.model_copy(update={"length_mm": round(length_mm, 6)})] if length_mm > 1e-6 else []


def _combs(kind: str, number: int, contents: Contents) -> list[RunItem]:
    return [Comb(type=kind, contents=contents) for _ in range(number)]


def old_type(way: Way, bees: Bees, room: Room) -> CombType:
    """The moved comb as a carrier of the design."""
    name = f"{bees.name}, {way.name[0].lower()}{way.name[1:]}"[:80]
    carrier = bees.frame or bees.bar
    if way.id == "as-it-is" and carrier is not None:
        return carrier.model_copy(update={"id": OLD, "name": name})
    if not isinstance(room.own, Frame):
        guide = Guide(kind="wax-line", length_mm=max(round(way.comb_wide_mm, 1), 1.0))
        return TopBar(
            id=OLD, name=name, width_mm=round(way.spacing_mm, 3), thickness_mm=24.0, length_mm=room.bar_mm, guide=guide
        )
    lug = room.own.lug_thickness_mm
    return (bees.frame or room.own).model_copy(
        update={
            "id": OLD,
            "name": name,
            "origin": "derived",
            "make": "plain",
            "shelves": 0,
            "spacing_mm": round(way.spacing_mm, 3),
            "top_bar_mm": room.bar_mm,
            "top_bar_width_mm": min(round(way.spacing_mm, 3), 200.0),
            "lug_thickness_mm": lug,
            "body_width_mm": round(way.comb_wide_mm, 3),
            "depth_mm": round(way.comb_deep_mm + lug, 3),
        }
    )
