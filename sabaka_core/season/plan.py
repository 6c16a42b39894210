"""A year's plan: the colony from day to day, and what the keeper does on each visit.

At each visit the colony is let run ahead to the next one in a hive without end; what it will need then, and
one or two combs to spare, is what it is given now. In cold weather the nest is left whole. When the year's
last flow is over and the bees begin to draw together, the run is made as small as the winter asks for.
"""

from __future__ import annotations

from collections import deque
from math import floor, inf

from sabaka_core.base import budget
from sabaka_core.base.dates import YEAR, day_of_year, ordinal, short
from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Colony
from sabaka_core.document.season import Season, Seen
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.season.constants import constants
from sabaka_core.season.households import own_run
from sabaka_core.season.laying import activity
from sabaka_core.season.model import BROOD_DAYS, ColonyState, Ways, need_of, step
from sabaka_core.season.nest import LEAST_COMBS, Nest, whole_combs
from sabaka_core.season.planned import DayRow, Plan, Step, VisitDay
from sabaka_core.season.reserve import reserves
from sabaka_core.season.rooms import FurtherRoom
from sabaka_core.season.starts import Wintered, begin
from sabaka_core.season.undisturbed import ENDLESS, undisturbed
from sabaka_core.season.weather import weather_of

DAYS, WEEK = 365, 7
# Combs added at one visit at the most; more than these chill the nest or stay empty.
MOST_ADDED = 4
# Deep combs of empty room that a colony in the cold stands.
DEEP_COMBS_SPARE = 4.0
# What is less than this short isn't fed for [kg].
LEAST_FEED_KG = 1.0
_NO_ROOM = (
    "Syrup wants drawn comb, and so late bees build none: give drawn combs, unite with a colony that has some, or "
    "feed weeks earlier, while they still build. Watch the stores: this colony may starve before spring."
)
_SHUT = "Bees draw down to their run: an empty box over or beside them is cold, and wax moth and mice find it first."


def first_warm_day(season: Season) -> int:
    """The season's first day, or the first after it in whose week bees fly."""
    c, weather = constants(dict(season.constants)), weather_of(season)
    first = ordinal(season.start_day, "/season/start_day")
    days = range(first, first + YEAR)
    return next((day for day in days if activity(weather.weekly_c[day_of_year(day)], c) > 0), first)


class Planner:
    """Walks the days once, doing what the keeper would."""

    def __init__(self, a: Analysis, season: Season, colony: Colony | None = None) -> None:
        own = own_run(a, colony)
        if not own.a.layout.combs:
            raise ParameterError(
                f"{a.path}/run/items",
                0,
                "The run holds no comb, so no colony can live in it: put bars or frames in on the Run step.",
                "no-comb",
            )
        self.season = season
        self.nest = Nest(own)
        self.c = constants(dict(season.constants))
        self.weather = weather_of(season)
        self.first = ordinal(season.start_day, "/season/start_day")
        sizes = self.nest.sizes
        brood = self.nest.capacity * sizes.cells * self.c["brood_share"] if self.nest.further else inf
        self.ways = Ways(self.c, self.weather, sizes, frozenset(season.without), season.peak_laying, brood)
        self.last_flow = self.weather.last_flow_day()
        self.spare = 1 if season.room == "just-enough" else 2
        self._check_start()
        evenings = undisturbed(self.weather, self.c, self.ways.without, season.peak_laying)
        self.reserves = reserves(self.weather, evenings, self.c["winter_reserve"], self.c["least_stores"])
        before = day_of_year(self.first - 1)
        stores = min(self.reserves[day_of_year(self.first)], self.c["most_stores"])
        # It went into the winter when weeks grew cold: with so much, and so many.
        cold = [day for day in range(YEAR) if self.weather.weekly_c[day] < self.c["cold"]]
        had = min(max((self.reserves[day] for day in cold), default=stores), self.c["most_stores"])
        many = max((evenings[day].bees for day in _autumn(cold)), default=0.0)
        wintered = Wintered(evenings[before], stores, had, many)
        self.colony = begin(season.start, self.nest, self.ways, self.spare, wintered)
        # What has to be there when the last flow ends.
        self.reserve_kg = self.reserves[(self.last_flow + 1) % YEAR]
        self.seen = {ordinal(s.day, f"/season/seen/{i}/day"): s for i, s in enumerate(season.seen)}
        self.contraction: int | None = None
        self.winter_combs: int | None = None
        self.stays: tuple[FurtherRoom, ...] = ()

    def _check_start(self) -> None:
        open_ = activity(self.weather.weekly_c[day_of_year(self.first)], self.c)
        if open_ <= 0 and self.season.start != "overwintered":
            raise ParameterError(
                "/season/start_day",
                self.season.start_day,
                "That is in the middle of the winter there: a swarm, nucleus or split needs warm days. "
                "Start later, or with a colony that has wintered.",
                "mid-winter",
            )

    def _late(self, day: int) -> bool:
        """Whether the year's last flow is over and the next hasn't begun."""
        if self.last_flow < 0:
            return False
        since = (day_of_year(day) - self.last_flow) % YEAR
        return 0 < since < 150 and self.weather.flow[day_of_year(day)] == 0

    def _reserve_on(self, day: int) -> float:
        return self.reserves[day_of_year(day)]

    def colony_on(self, morning: int) -> ColonyState[float]:
        """The colony on the morning of a day of the plan, with what the keeper did before."""
        self._walk(range(self.first, morning), [], [])
        return self.colony.copy()

    def run(self) -> Plan:
        """The year, day by day."""
        rows: list[DayRow] = []
        visits: list[VisitDay] = []
        self._walk(range(self.first, self.first + DAYS), rows, visits)
        return Plan(
            season=self.season,
            nest=self.nest,
            days=tuple(rows),
            visits=tuple(visits),
            contraction_day=self.contraction,
            winter_combs=self.winter_combs,
            stays=self.stays,
            reserve_kg=self.reserve_kg,
        )

    def _walk(self, days: range, rows: list[DayRow], visits: list[VisitDay]) -> None:
        next_visit = self.first
        for day in days:
            found = self.seen.get(day)
            if found is not None:
                self._take_over(found)
            if day >= next_visit or found is not None:
                budget.look()
                steps = self._visit(day)
                if steps is not None:
                    visits.append(VisitDay(day, round(self.colony.given), tuple(steps)))
                    next_visit = day + self.season.visit_days
            step(self.colony, day_of_year(day), self.ways)
            rows.append(self._row(day))

    def _row(self, day: int) -> DayRow:
        s, at = self.colony, day_of_year(day)
        return DayRow(
            day=day,
            temperature_c=self.weather.daily_c[at],
            flow=self.weather.flow[at],
            bees=s.bees,
            foragers=s.foragers,
            brood_cells=s.brood_cells,
            sealed_cells=s.sealed_cells,
            eggs=s.laid_eggs,
            wished_eggs=s.wished_eggs,
            honey_kg=s.honey_kg,
            nectar_kg=s.nectar_kg,
            pollen_kg=s.pollen_kg,
            drawn=s.drawn,
            given=s.given,
            need=need_of(s, self.ways),
            eaten_kg=s.eaten_kg,
            ripened_kg=s.ripened_kg,
            fed_kg=s.fed_kg,
            taken_kg=s.taken_kg,
        )

    def _take_over(self, seen: Seen) -> None:
        """What was found on a visit takes the model's place."""
        s, comb = self.colony, self.nest.sizes
        bees = seen.combs_covered * self.c["bees_a_deep_comb"] * comb.deep_share
        # As many of each kind as the model had.
        now = s.bees
        parts = (s.hive / now, s.foragers / now, s.winter / now) if now > 0 else (1.0, 0.0, 0.0)
        s.hive, s.foragers, s.winter = (bees * part for part in parts)
        cells = seen.combs_brood * comb.cells * self.c["brood_share"]
        brood = s.brood_cells
        s.brood = deque(b * cells / brood for b in s.brood) if brood > 0 else deque([cells / BROOD_DAYS] * BROOD_DAYS)
        s.honey_kg = seen.combs_honey * comb.honey_kg
        held = whole_combs(seen.combs_brood + seen.combs_honey)
        s.drawn = min(max(s.drawn, float(held)), float(self.nest.room))
        s.given = max(s.given, float(self.nest.holding(s.drawn)))

    def _visit(self, day: int) -> list[Step] | None:
        """What is done on a visit; None when it is too cold to go."""
        at = day_of_year(day)
        cold = self.weather.weekly_c[at] < self.c["cold"]
        late = self._late(day)
        if cold and self.contraction is not None:
            return None
        if cold and not late:
            return None if day > self.first else []
        steps: list[Step] = []
        self._harvest(steps, late, day)
        if not self.nest.moves:
            return steps
        if (
            late
            and activity(self.weather.weekly_c[at], self.c) < practice("contract_below").number
            and self.contraction is None
        ):
            self._contract(steps, day)
        elif not late or self.contraction is None:
            self._make_room(steps, day)
        if late and (self.contraction == day or self.weather.weekly_c[at] < practice("feed_below").number):
            self._feed(steps, day)
        return steps

    def _feed(self, steps: list[Step], day: int) -> None:
        """Feed for the winter what is short of it, as far as drawn comb has room; say what finds none."""
        s, comb = self.colony, self.nest.sizes
        short_of = self._reserve_on(day) - s.honey_kg
        if short_of <= LEAST_FEED_KG:
            return
        need = need_of(s, self.ways)
        room = max(s.drawn - need.brood - need.pollen - need.nectar - need.honey, 0.0) * comb.honey_kg
        fed = min(short_of, room)
        if fed > LEAST_FEED_KG:
            words = f"Feed {fed:.0f} kg of stores for the winter."
            steps.append(Step("feed", words, "What is in the combs doesn’t last until the next flow.", fed))
            s.honey_kg += fed
            s.fed_kg += fed
        if short_of - fed > LEAST_FEED_KG:
            words = f"{short_of - fed:.0f} kg more are wanted, and {s.drawn:.1f} drawn combs have no room for them."
            steps.append(Step("no-room-for-feed", words, _NO_ROOM, short_of - fed))

    def _harvest(self, steps: list[Step], late: bool, day: int) -> None:
        """Take capped honey: what is over the winter's need once flows are over, or what leaves no room before."""
        s, comb = self.colony, self.nest.sizes
        keep = self._reserve_on(day) if late else max(self.reserve_kg * 0.5, 5.0)
        full = s.given >= self.nest.room - 0.5
        over = floor((s.honey_kg - keep) / comb.honey_kg + 1e-6)
        if over < 1 or not (late or full) or "stores" in self.ways.without:
            return
        taken = float(over)
        s.honey_kg -= taken * comb.honey_kg
        s.taken_kg += taken * comb.honey_kg
        # Pressed comb is gone; a frame that goes through an extractor comes back drawn.
        if self.nest.a.main_frame is None:
            s.drawn = max(s.drawn - taken, 0.0)
        why = (
            "The flows are over, and this is more than the winter asks for."
            if late
            else "The run is full and the flow goes on: without room the bees swarm."
        )
        kg = taken * comb.honey_kg
        steps.append(
            Step("take", f"Take {over} {_combs(over)} of capped honey, {kg:.1f} kg, from the honey end.", why, taken)
        )

    def _make_room(self, steps: list[Step], day: int) -> None:
        s, nest = self.colony, self.nest
        ahead = s.copy()
        ahead.given = ENDLESS
        ahead.drawn = max(ahead.drawn, s.given)
        need = need_of(ahead, self.ways).combs
        for future in range(day, day + self.season.visit_days):
            step(ahead, day_of_year(future), self.ways)
            need = max(need, need_of(ahead, self.ways).combs)
        target = min(max(whole_combs(need) + self.spare, LEAST_COMBS), nest.room)
        added = min(min(target, nest.capacity) - round(s.given), MOST_ADDED)
        why = (
            f"By the next visit, {short(day + self.season.visit_days)}, the colony needs {need:.1f} "
            f"combs; {self.spare} to spare."
        )
        if added > 0:
            s.given += added
            where = "between brood and honey" if need_of(s, self.ways).brood > 1 else "next to the last comb"
            steps.append(Step("add", f"Add {added} {_combs(added)} {where}.", why, float(added)))
        elif target > s.given:
            self._open(steps, target, why)

    def _open(self, steps: list[Step], target: int, why: str) -> None:
        """Put supers on and open ways, each as a whole, till there is room."""
        s, nest = self.colony, self.nest
        for room in nest.further[len(nest.opened(s.given)) :]:
            if s.given >= target:
                return
            s.given += room.worth
            words = f"Put {room.title} on" if room.number is not None else f"Open the way to {room.title}"
            steps.append(Step("open", f"{words}: {room.combs} {_combs(room.combs)}.", why, float(room.worth)))

    def _covered_in_the_cold(self, day: int) -> float:
        """Combs that the bees will cover when it is cold, or two months on where it never is."""
        ahead = self.colony.copy()
        for future in range(day, day + 60):
            if self.weather.weekly_c[day_of_year(future)] < self.c["cold"]:
                break
            step(ahead, day_of_year(future), self.ways)
        return need_of(ahead, self.ways).covered

    def _contract(self, steps: list[Step], day: int) -> None:
        """The winter run: combs the bees will cover and those their stores fill."""
        s, comb = self.colony, self.nest.sizes
        self.contraction = day
        if self.season.winter == "leave":
            self.winter_combs = min(round(s.given), self.nest.capacity)
            self.stays = self.nest.opened(s.given)
            steps.append(
                Step(
                    "leave",
                    "Leave the run as it is for the winter.",
                    "Your way: stores and space stay where the bees put them.",
                )
            )
            return
        brood, covered = need_of(s, self.ways).brood, self._covered_in_the_cold(day)
        stores = max(s.honey_kg, self._reserve_on(day)) / comb.honey_kg
        wanted = whole_combs(max(stores + max(brood, 1.0), covered))
        opened = self.nest.opened(s.given)
        number, were = min(max(wanted, LEAST_COMBS), round(s.given)), round(s.given)
        within = self._shut(steps, opened, wanted) if opened else min(number, self.nest.capacity)
        off = (were if not opened else self.nest.capacity) - within
        number = self.winter_combs = within
        s.given = float(number + sum(room.worth for room in self.stays))
        s.drawn = min(s.drawn, s.given)
        why = (
            "The bees draw together; room they don’t cover is cold and damp. Stores and the last brood "
            "stay beside each other."
        )
        if off > 0:
            steps.append(
                Step(
                    "contract",
                    f"Take out {off} {_combs(off)} and move the follower up: {number} for the winter.",
                    why,
                    float(off),
                )
            )
        else:
            steps.append(Step("contract", f"Leave {number} combs for the winter.", why))

    def _shut(self, steps: list[Step], opened: tuple[FurtherRoom, ...], wanted: int) -> int:
        """Take off and shut what the winter has no need of, the last first; how many combs of the run stay."""
        left, stays = wanted - self.nest.capacity, []
        for room in opened:
            if left <= 0:
                break
            stays.append(room)
            left -= room.worth
        self.stays = tuple(stays)
        for room in reversed(opened[len(stays) :]):
            words = f"Take {room.title} off" if room.number is not None else f"Shut the way to {room.title}"
            steps.append(Step("shut", f"{words}, once its honey is taken or carried over.", _SHUT, float(room.worth)))
        for room in stays:
            words = f"Leave {room.title} {'on' if room.number is not None else 'open'}, with its honey."
            steps.append(Step("stays", words, "The winter asks for more stores than the run holds.", float(room.worth)))
        return self.nest.capacity if stays else min(max(wanted, LEAST_COMBS), self.nest.capacity)


def _autumn(cold: list[int]) -> list[int]:
    """Of the cold days of a year the first of each cold stretch."""
    there = set(cold)
    return [day for day in cold if (day - 1) % YEAR not in there]


def _combs(number: int) -> str:
    return "comb" if number == 1 else "combs"
