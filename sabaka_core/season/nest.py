"""The run of a hive as the season moves it: how many combs go in, and where the followers then stand."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import floor

from sabaka_core.combs.contents import cells_per_cm2
from sabaka_core.document.combs import FixedComb
from sabaka_core.document.run import Comb, Contents, Follower, Gap, Run, RunItem
from sabaka_core.edits.closing import least_gap_mm
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import item_length_mm
from sabaka_core.season.households import OwnRun
from sabaka_core.season.model import CombSizes
from sabaka_core.season.rooms import FurtherRoom, further_rooms

DEEP_MM2 = practice("deep_comb").number * 100
LEAST_COMBS = 3


@dataclass(frozen=True)
class NestExtent:
    """Where a nest of so many combs stands [mm from the run's near end]."""

    combs: int
    near_mm: float
    far_mm: float
    first: int
    last: int
    run: Run


@dataclass(frozen=True)
class Nest:
    """A chamber's run seen as a nest that grows and shrinks between followers.

    ``moves`` says whether combs and followers can be moved at all: a log's fixed combs can't. Where several colonies
    share the run, ``own`` is the part of it that is this one's, and ``a`` is cut to that.
    """

    own: OwnRun

    @property
    def a(self) -> Analysis:
        """The chamber, cut to what is the colony's own."""
        return self.own.a

    @property
    def moves(self) -> bool:
        return not isinstance(self.a.main, FixedComb) and not self.a.cavity.varies and bool(self.a.layout.combs)

    @cached_property
    def _parts(self) -> tuple[list[RunItem], list[Comb], list[RunItem]]:
        """The run before the combs, its combs in order, and behind them; gaps among combs close up."""
        items = self.a.chamber.run.items
        at = [i for i, item in enumerate(items) if isinstance(item, Comb)]
        first, last = (at[0], at[-1]) if at else (0, -1)
        before: list[RunItem] = [item for item in items[:first] if isinstance(item, Follower | Gap)]
        after: list[RunItem] = [item for item in items[last + 1 :] if isinstance(item, Follower | Gap)]
        inside = [item for item in items[first : last + 1] if isinstance(item, Follower)]
        for board in inside:
            (before if board.side == "near" else after).append(board)
        combs = [item for item in items if isinstance(item, Comb)]
        return before, combs, after

    @cached_property
    def _others(self) -> tuple[list[RunItem], list[tuple[int, RunItem]], list[RunItem]]:
        """Feeders, excluders, dividers, strips: before all combs, after so many of them from the entrance, and behind.

        They stay where they hang while combs are put in and taken out about them.
        """
        items = self.a.chamber.run.items
        at = [i for i, item in enumerate(items) if isinstance(item, Comb)]
        near: list[RunItem] = []
        among: list[tuple[int, RunItem]] = []
        far: list[RunItem] = []
        for place, item in enumerate(items):
            if isinstance(item, Comb | Follower | Gap):
                continue
            before = sum(i < place for i in at)
            if before == 0:
                near.append(item)
            elif before == len(at):
                far.append(item)
            else:
                among.append((len(at) - before if self.a.chamber.run.nest_at == "far" else before, item))
        return near, among, far

    @cached_property
    def _others_mm(self) -> float:
        near, among, far = self._others
        return sum(item_length_mm(item, {}) for item in (*near, *(item for _, item in among), *far))

    @cached_property
    def near_board(self) -> Follower | None:
        return next((item for item in self._parts[0] if isinstance(item, Follower)), None)

    @cached_property
    def far_board(self) -> Follower | None:
        return next((item for item in self._parts[2] if isinstance(item, Follower)), None)

    @cached_property
    def _near_gap(self) -> Gap | None:
        return next((item for item in self._parts[0] if isinstance(item, Gap)), None)

    @cached_property
    def _far_gap(self) -> Gap | None:
        return next((item for item in self._parts[2] if isinstance(item, Gap)), None)

    @cached_property
    def _types(self) -> dict[str, float]:
        return {kind.id: kind.spacing_mm for kind in self.a.hive.comb_types}

    def combs(self, number: int) -> list[Comb]:
        """The first so many combs of the run, from the entrance on; more of the last kind where it has fewer."""
        own = self._parts[1]
        ordered = list(reversed(own)) if self.a.chamber.run.nest_at == "far" else own
        more = [ordered[-1].model_copy(update={"contents": "empty"})] * max(number - len(ordered), 0)
        return [*ordered[:number], *more]

    @cached_property
    def _kept_mm(self) -> float:
        """What followers, the gaps that a feeder needs and whatever else hangs there take from the run [mm]."""
        boards = sum(board.thickness_mm for board in (self.near_board, self.far_board) if board)
        return boards + self._others_mm + sum(least_gap_mm(gap) for gap in (self._near_gap, self._far_gap) if gap)

    @cached_property
    def capacity(self) -> int:
        """The most combs that go in, followers and a feeder's room kept."""
        if not self.moves:
            return len(self.a.layout.combs)
        room = self.a.run_mm - self._kept_mm
        number, used = 0, 0.0
        for comb in self.combs(500):
            used += self._types[comb.type]
            if used > room + 1e-6:
                break
            number += 1
        return max(number, 1)

    @cached_property
    def sizes(self) -> CombSizes:
        """A mean comb of the run at its fullest."""
        a, workers, stores = self.a, 1.0, 1.0
        if not self.moves:
            places = a.layout.combs
            area = sum(a.hung(p).predicted_area_mm2 for p in places) / max(len(places), 1)
            kg = a.full_honey_kg / max(len(places), 1)
        else:
            combs = self.combs(self.capacity)
            kinds = {comb.type: a.hive.comb_type(comb.type) for comb in combs}
            area = sum(a.hung_of(comb.type).predicted_area_mm2 for comb in combs) / len(combs)
            honey = {ident: a.honey_kg(kind) for ident, kind in kinds.items()}
            kg = sum(honey[comb.type] for comb in combs) / len(combs)
            # Drone comb is cut out with what is in it; in comb honey nothing is raised.
            workers = sum(comb.role in ("brood", "honey") for comb in combs) / len(combs)
            stores = sum(comb.role != "drone" for comb in combs) / len(combs)
        cells = 2 * area / 100 * cells_per_cm2(a.hive.choices.cell_mm)
        return CombSizes(
            cells=max(cells * workers, 1.0), honey_kg=max(kg * stores, 1e-3), deep_share=max(area / DEEP_MM2, 1e-3)
        )

    @cached_property
    def further(self) -> tuple[FurtherRoom, ...]:
        """Supers and chambers that the colony goes on into when its run is full, in that order."""
        return further_rooms(self.a, self.sizes.deep_share * DEEP_MM2) if self.moves else ()

    @cached_property
    def room(self) -> int:
        """All combs the colony can have, in mean combs of its run."""
        return self.capacity + sum(each.worth for each in self.further)

    def holding(self, combs: float) -> float:
        """What has to be given for so many combs: the run comb by comb, each further room as a whole."""
        given = float(self.capacity)
        if combs <= given:
            return combs
        for each in self.further:
            given += each.worth
            if combs <= given:
                break
        return given

    def opened(self, given: float) -> tuple[FurtherRoom, ...]:
        """Further rooms that are open when so many combs are given."""
        room, found = float(self.capacity), []
        for each in self.further:
            if given < room + each.worth - 0.5:
                break
            room += each.worth
            found.append(each)
        return tuple(found)

    def standing(self, number: int, filled: dict[str, int] | None = None) -> NestExtent:
        """The run with a nest of so many combs, closed to the last tenth of a millimetre.

        Args:
            number: combs between the followers, at most the capacity.
            filled: how many of them hold brood, pollen, nectar and honey.
        """
        number = max(min(number, self.capacity), 1)
        combs = self.combs(number)
        widths = [self._types[comb.type] for comb in combs]
        total = sum(widths)
        boards = [board for board in (self.near_board, self.far_board) if board]
        near, among, far = self._others
        total += sum(item_length_mm(item, {}) for _, item in among)
        beside = sum(item_length_mm(item, {}) for item in (*near, *far))
        open_mm = self.a.run_mm - total - beside - sum(board.thickness_mm for board in boards)
        near_mm = self._near_room(open_mm)
        far_mm = open_mm - near_mm
        contents = _contents(number, filled or {}, self.a.chamber.run.nest_at == "middle")
        named: list[RunItem] = []
        for place, (comb, c) in enumerate(zip(combs, contents, strict=True)):
            named += [item for after, item in among if after == place]
            named.append(self._holding(place, comb, c))
        named += [item for after, item in among if after >= number]
        if self.a.chamber.run.nest_at == "far":
            named.reverse()
        items: list[RunItem] = []
        if near_mm > 1e-6:
            items.append((self._near_gap or Gap(length_mm=0.0)).model_copy(update={"length_mm": round(near_mm, 6)}))
        items += near
        if self.near_board:
            items.append(self.near_board)
        items += named
        if self.far_board:
            items.append(self.far_board)
        items += far
        if far_mm > 1e-6:
            items.append((self._far_gap or Gap(length_mm=0.0)).model_copy(update={"length_mm": round(far_mm, 6)}))
        start = self.own.start_mm + near_mm + sum(item_length_mm(item, {}) for item in near)
        start += self.near_board.thickness_mm if self.near_board else 0.0
        return NestExtent(
            combs=number,
            near_mm=round(start, 3),
            far_mm=round(start + total, 3),
            first=self.own.combs_before + 1,
            last=self.own.combs_before + number,
            run=self.a.chamber.run.model_copy(update={"items": (*self.own.before, *items, *self.own.after)}),
        )

    def _holding(self, place: int, comb: Comb, contents: Contents) -> Comb:
        """A comb of the run with what it holds: made once, for a year asks for the same few again and again."""
        key = place, contents
        if key not in self._held:
            self._held[key] = comb.model_copy(update={"contents": contents})
        return self._held[key]

    @cached_property
    def _held(self) -> dict[tuple[int, Contents], Comb]:
        return {}

    def _near_room(self, open_mm: float) -> float:
        """How much of the open room lies at the near end: where the nest sits decides."""
        nest_at = self.a.chamber.run.nest_at
        least_near = least_gap_mm(self._near_gap) if self._near_gap else 0.0
        least_far = least_gap_mm(self._far_gap) if self._far_gap else 0.0
        if nest_at == "middle":
            return min(max(open_mm / 2, least_near), open_mm - least_far)
        if self.near_board is None and self.far_board is None:
            return 0.0
        if nest_at == "near":
            now = self._near_gap.length_mm if self._near_gap else 0.0
            return min(now, max(open_mm - least_far, 0.0)) if self.far_board else open_mm
        now = self._far_gap.length_mm if self._far_gap else 0.0
        keep = min(now, max(open_mm - least_near, 0.0)) if self.near_board else open_mm
        return open_mm - keep


def _contents(number: int, filled: dict[str, int], middle: bool) -> list[Contents]:
    """What lies on each comb from the entrance on: pollen about the brood, honey away from it."""
    order: list[Contents] = []
    pollen = filled.get("pollen", 0)
    order += ["pollen"] * (pollen - pollen // 2)
    order += ["brood"] * filled.get("brood", 0)
    order += ["pollen"] * (pollen // 2)
    order += ["nectar"] * filled.get("nectar", 0)
    order += ["honey"] * filled.get("honey", 0)
    order = (order + ["empty"] * number)[:number]
    if not middle:
        return order
    # A central nest has its brood in the middle and honey to both sides.
    left: list[Contents] = []
    right: list[Contents] = []
    for index, what in enumerate(order):
        (left if index % 2 else right).append(what)
    return [*reversed(left), *right]


def whole_combs(need: float) -> int:
    """So many whole combs that hold a need, a twentieth of one let pass."""
    return floor(need + 0.95)
