"""Tasks as lifts: an inspection, a season of them, and the same season at the stack that the hive would replace."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from functools import cached_property
from math import ceil, isinf

from sabaka_core.document.combs import FixedComb
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.run import Comb, Contents
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.lifting.body import Body, value
from sabaka_core.lifting.loads import StackBox, comb_kg, filled_kg
from sabaka_core.lifting.niosh import Grip, Hours, LiftAt, Multipliers, lifting_index, multipliers
from sabaka_core.lifting.stand import Footing
from sabaka_core.lifting.supers import StandingSuper
from sabaka_core.run.layout import Placed
from sabaka_core.season.nest import DEEP_MM2
from sabaka_core.season.planned import DayRow, Plan


@dataclass(frozen=True)
class Lift:
    """So many like lifts: load, hands at both ends, how often a minute, with which grip."""

    name: str
    load_kg: float
    start: LiftAt
    end: LiftAt
    count: int
    a_minute: float
    hours: Hours
    grip: Grip
    cap_kg: float | None = None

    @cached_property
    def at_worst(self) -> Multipliers:
        """The multipliers at the end of the lift that allows less."""
        ends = (multipliers(end, self.grip, self.a_minute, self.hours) for end in (self.start, self.end))
        return min(ends, key=lambda m: m.recommended_kg)

    @property
    def is_over(self) -> bool:
        """Whether it is too much for some backs: more than recommended."""
        return self.index > 1

    @property
    def recommended_kg(self) -> float:
        """What the equation recommends, or the keeper's own limit where that is less [kg]."""
        own = self.cap_kg if self.cap_kg is not None else float("inf")
        return min(self.at_worst.recommended_kg, own)

    @property
    def index(self) -> float:
        """Lifting index; infinite where the equation allows no lift."""
        return lifting_index(self.load_kg, self.recommended_kg)

    @property
    def total_kg(self) -> float:
        return self.load_kg * self.count


@dataclass(frozen=True)
class Task:
    """A piece of work: its lifts, how long the hive stands open, and how many combs are open at once at most."""

    name: str
    lifts: tuple[Lift, ...]
    minutes: float
    open_combs: int

    @property
    def count(self) -> int:
        return sum(lift.count for lift in self.lifts)

    @property
    def total_kg(self) -> float:
        return sum(lift.total_kg for lift in self.lifts)

    @property
    def worst(self) -> Lift | None:
        return max(self.lifts, key=lambda lift: (min(lift.index, 99.0), lift.load_kg), default=None)

    @property
    def worst_index(self) -> float:
        return self.worst.index if self.worst else 0.0


@dataclass(frozen=True)
class Work:
    """How the keeper works at one chamber."""

    a: Analysis
    lifting: Lifting
    body: Body
    standing: Footing

    def place(self, place_mm: float) -> tuple[float, float]:
        """Hands' distance from the ankles [mm] and the body's turn [deg] for a comb at a place of the run."""
        toes, a, stands = value("toes"), self.a, self.lifting.stands
        across = a.chamber.combs == "across" or a.chamber.axis == "standing"
        half = a.section.top_mm / 2
        if (stands == "end") == across:
            # The comb lies before the keeper, both hands as far: out as far as its place in the run.
            near = place_mm if stands == "side" else min(place_mm, a.run_mm - place_mm)
            return toes + a.end_mm + near, 0.0
        # One hand reaches past the other to the comb's far end; the load is at its middle.
        return toes + a.side_mm + half, value("turned")

    def comb_lift(
        self, name: str, load_kg: float, at: tuple[float, float], count: int, a_minute: float, hours: Hours
    ) -> Lift:
        """A comb drawn out until it is clear of the bars; ``at`` is how far out, and how far turned."""
        out, turn = at
        low, high = self.standing.bars_mm, self.standing.drawn_mm
        start = LiftAt(max(out, value("least_out")), low, high - low, turn)
        end = LiftAt(max(min(out, value("held_out")), value("least_out")), high, high - low, turn)
        return Lift(name, load_kg, start, end, count, a_minute, hours, self.lifting.grip, self.lifting.limit_kg)

    def box_lift(self, box: StandingSuper, share: float, a_minute: float, hours: Hours) -> Lift:
        """A super off and on again, set on the stool beside the hive; so much of its comb is full."""
        out = max(self.place(self.a.run_mm / 2)[0], value("least_out"))
        low, aside = max(box.hold_mm, 0.0), value("set_aside") + box.high_mm - value("box_hold")
        start, end = LiftAt(out, low, abs(low - aside)), LiftAt(out, aside, abs(low - aside), value("turned_aside"))
        name = f"{box.name} off and on{', full' if share >= 1 else ''}"
        return Lift(name, box.kg(share), start, end, 2, a_minute, hours, self.lifting.grip, self.lifting.limit_kg)

    def task(
        self,
        name: str,
        combs: Iterable[tuple[str, float, float]],
        minutes_more: float = 0.0,
        over: Sequence[tuple[StandingSuper, float]] = (),
    ) -> Task:
        """A task of comb lifts, each comb out and back: (name, load, place); first the supers over them, each with the
        share of it that is full."""
        found = list(combs)
        minutes = len(found) * value("minutes_a_comb") + 2 * len(over) * value("minutes_a_box") + minutes_more
        rate = 2 * (len(found) + len(over)) / max(minutes, 1.0)
        alike: dict[tuple[str, float, tuple[float, float]], int] = {}
        for each, kg, place in found:
            key = (each, kg, self.place(place))
            alike[key] = alike.get(key, 0) + 2
        lifts = [self.box_lift(box, share, rate, hours_of(minutes)) for box, share in reversed(over)]
        lifts += [self.comb_lift(n, kg, at, number, rate, hours_of(minutes)) for (n, kg, at), number in alike.items()]
        return Task(name, tuple(lifts), minutes, min(self.a.hive.choices.open_combs, max(len(found), 1)))


def hours_of(minutes: float) -> Hours:
    """The equation's class of duration."""
    return 1 if minutes <= 60 else 2 if minutes <= 120 else 8


def from_entrance(a: Analysis) -> list[Placed]:
    """The combs of a run from where the nest sits outward: a hive turned end for end is worked on alike."""
    middle = a.run_mm / 2
    nest_at = a.chamber.run.nest_at
    if nest_at == "middle":
        # Two combs as far from the middle are told apart by what they hold, not by their side.
        return sorted(a.layout.combs, key=lambda p: (round(abs(p.middle_mm - middle), 3), _held(p)))
    return list(a.layout.combs) if nest_at == "near" else list(reversed(a.layout.combs))


def _held(placed: Placed) -> tuple[str, str]:
    assert isinstance(placed.item, Comb)
    return placed.item.type, placed.item.contents


def tasks_now(work: Work, over: Sequence[tuple[StandingSuper, float]] = ()) -> tuple[Task, ...]:
    """What is done on one visit, with the run as it stands in the design, under these supers."""
    a = work.a
    if isinstance(a.main, FixedComb):
        return ()
    placed = from_entrance(a)

    def load(
        contents: Contents | None = None, only: tuple[Contents, ...] | None = None
    ) -> list[tuple[str, float, float]]:
        found = []
        for p in placed:
            assert isinstance(p.item, Comb)
            if only is None or p.item.contents in only:
                what = contents or p.item.contents
                found.append((f"{a.place_word} {p.number}, {what}", comb_kg(a, p.item.type, what), p.middle_mm))
        return found

    nest = [each for each, p in zip(load(), placed, strict=True) if a.layout.in_nest(p)]
    brood = load(only=("brood", "pollen")) or nest
    honey = [
        (f"{a.place_word} {p.number}, full of honey", comb_kg(a, p.item.type, "honey"), p.middle_mm)
        for p in placed
        if isinstance(p.item, Comb) and p.item.role == "honey"
    ] or load("honey")
    return (
        work.task("Find the queen", brood, over=over),
        work.task("Check the brood", brood[: max(ceil(len(brood) / 2), 1)], over=over),
        work.task("Give room", nest[-2:], over=over),
        work.task("Take all honey", honey, over=over),
        work.task("Whole inspection", nest, 3.0, over),
    )


@dataclass(frozen=True)
class SeasonOfLifts:
    """A whole season: every visit's task."""

    name: str
    tasks: tuple[Task, ...]

    @cached_property
    def count(self) -> int:
        return sum(task.count for task in self.tasks)

    @cached_property
    def total_kg(self) -> float:
        return sum(task.total_kg for task in self.tasks)

    @cached_property
    def minutes(self) -> float:
        return sum(task.minutes for task in self.tasks)

    @cached_property
    def worst(self) -> Lift | None:
        """The lift with the highest index."""
        lifts = [lift for task in self.tasks for lift in task.lifts]
        return max(lifts, key=lambda lift: (min(lift.index, 99.0), lift.load_kg), default=None)

    @cached_property
    def heaviest_kg(self) -> float:
        return max((lift.load_kg for task in self.tasks for lift in task.lifts), default=0.0)

    @property
    def worst_index(self) -> float:
        return self.worst.index if self.worst else 0.0

    @cached_property
    def over(self) -> int:
        """Lifts over an index of 1."""
        return sum(lift.count for task in self.tasks for lift in task.lifts if lift.is_over)


def visit_rows(plan: Plan) -> list[DayRow]:
    """The days of the season on which the hive is looked through."""
    first = plan.days[0].day
    return [
        plan.days[v.day - first]
        for v in plan.visits
        if 0 <= v.day - first < len(plan.days)
        and plan.days[v.day - first].temperature_c >= practice("visit_weather").number
    ]


def season_here(work: Work, plan: Plan, supers: Sequence[StandingSuper] = ()) -> SeasonOfLifts:
    """Every inspection of the season in this hive: combs as full as the plan has them, supers that are on lifted off.

    Stores that the run has no room for lie in the further rooms, in the order in which bees take them.
    """
    a, main = work.a, work.a.main
    if main is None or isinstance(main, FixedComb):
        return SeasonOfLifts("This hive", ())
    full, empty, brood_kg = (comb_kg(a, main.id, contents) for contents in ("honey", "empty", "brood"))
    tasks = []
    for row in visit_rows(plan):
        combs = max(min(round(row.given), plan.nest.capacity), 1)
        brood = min(round(row.need.brood + row.need.pollen), combs)
        stored = row.need.honey + row.need.nectar
        stores = [c for c in _shares(stored) if c > 0.02][: max(combs - brood, 0)]
        over = supers_on(plan, row.given, max(stored - (combs - brood), 0.0), supers)
        spread = _places(work, combs)
        loads: list[tuple[str, float, float]] = [("brood comb", brood_kg, spread[i]) for i in range(brood)]
        for i, share in enumerate(stores):
            loads.append(("honey comb", empty + (full - empty) * share, spread[min(brood + i, combs - 1)]))
        rest = combs - brood - len(stores)
        loads += [("comb being built", empty, spread[-1]) for _ in range(rest)]
        tasks.append(work.task("inspection", loads, 3.0, over))
    return SeasonOfLifts("This hive", tuple(tasks))


def supers_on(
    plan: Plan, given: float, stored: float, supers: Sequence[StandingSuper]
) -> list[tuple[StandingSuper, float]]:
    """The supers over the run that are on, lowest first, each with the share of it that stores fill."""
    waiting, found = list(supers), []
    for room in plan.nest.opened(given):
        share = min(stored / room.worth, 1.0)
        stored = max(stored - room.worth, 0.0)
        if room.over:
            box = next(each for each in waiting if each.number == room.number)
            waiting.remove(box)
            found.append((box, share))
    return found


def _places(work: Work, combs: int) -> list[float]:
    """Where so many combs hang, from the entrance on; more than there are lie outward of them."""
    a = work.a
    placed = [p.middle_mm for p in from_entrance(a)]
    step, far = a.main_spacing_mm, a.chamber.run.nest_at == "far"
    start = placed[0] if placed else (a.run_mm - step / 2 if far else step / 2)
    places = placed[:combs]
    for number in range(len(places), combs):
        on = start - number * step if far else start + number * step
        places.append(min(max(on, 0.0), a.run_mm))
    return places


def _shares(combs: float) -> list[float]:
    """Full combs, and the last one as full as is left."""
    whole = int(combs)
    return [*([1.0] * whole), combs - whole]


def season_there(work: Work, plan: Plan, box: StackBox) -> SeasonOfLifts:
    """The same colony and visits in a stack of boxes: every box but the lowest off and on again, and its frames."""
    comb_mm2 = plan.nest.sizes.deep_share
    tasks = []
    for row in visit_rows(plan):
        honey_left = row.honey_kg + row.nectar_kg
        deep_combs = max(row.need.combs * comb_mm2, 1.0)
        needed = box.boxes_for(deep_combs)
        height, hold = box.box.height_mm, value("box_hold")
        foot = work.lifting.stack_stand_mm
        out = value("toes") + box.box.along_mm / 2 + practice("stack_board").number
        minutes = (needed - 1) * 2 * value("minutes_a_box") + deep_combs * value("minutes_a_comb") + 3.0
        hours = hours_of(minutes)
        lifts: list[Lift] = []
        comb_lifts = 2 * ceil(deep_combs * DEEP_MM2 / (box.area_mm2 / box.frames))
        rate = ((needed - 1) * 2 + comb_lifts) / max(minutes, 1.0)
        for number in range(needed - 1, 0, -1):
            held = min(honey_left, box.honey_kg)
            honey_left -= held
            kg = box.empty_kg + held + box.frames * filled_kg(box.area_mm2 / box.frames, box.frame.spacing_mm, "empty")
            low = foot + number * height + height - hold
            aside = value("set_aside") + height - hold
            start = LiftAt(max(out, value("least_out")), low, abs(low - aside))
            end = LiftAt(max(out, value("least_out")), aside, abs(low - aside), value("turned_aside"))
            lifts.append(
                Lift(
                    f"box {number + 1} off and on",
                    kg,
                    start,
                    end,
                    2,
                    rate,
                    hours,
                    work.lifting.grip,
                    work.lifting.limit_kg,
                )
            )
        top = foot + height
        deep = box.frame.depth_mm + value("drawn_clear")
        brood = filled_kg(box.area_mm2 / box.frames, box.frame.spacing_mm, "brood") + 0.3
        at = LiftAt(max(out, value("least_out")), top, deep, value("turned"))
        up = LiftAt(value("held_out"), top + deep, deep, value("turned"))
        lifts.append(
            Lift("frame out and back", brood, at, up, comb_lifts, rate, hours, work.lifting.grip, work.lifting.limit_kg)
        )
        tasks.append(Task("inspection", tuple(lifts), minutes, box.frames))
    return SeasonOfLifts(f"Stack of {box.name} boxes", tuple(tasks))


def finite(index: float, most: float = 99.0) -> float:
    """An index that can be shown: where no lift is allowed, the most."""
    return most if isinf(index) else min(index, most)
