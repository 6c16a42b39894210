"""The year's plan as a study: weeks, visits, charts, what goes wrong, and how large the hive has to be."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from math import ceil

from sabaka_core.base.dates import iso, short
from sabaka_core.base.locale import Locale, with_point
from sabaka_core.base.quantity import Text, amount, count, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY, Source
from sabaka_core.base.units import parse_length
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.rod import rod_drawing, supers_over
from sabaka_core.drawing.season import bees_chart, combs_chart
from sabaka_core.edits.closing import with_chamber
from sabaka_core.edits.openings import follow_nest, nest_entrances
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Doing, Line, Moments, Occasion, Paper, Table
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.metrics import Metric, Working
from sabaka_core.kit.working import computed, given, simulated
from sabaka_core.run.entrances import place_entrances
from sabaka_core.run.layout import lay_out
from sabaka_core.run.settings import chamber_on
from sabaka_core.season.asked import further_years, year_in
from sabaka_core.season.constants import constants
from sabaka_core.season.plan import WEEK
from sabaka_core.season.planned import Plan, VisitDay, balance_kg
from sabaka_core.season.starts import start_words
from sabaka_core.season.weather import place_of, weather_of
from sabaka_core.show.carried import feed_words, with_carried
from sabaka_core.show.dated import dated, merged
from sabaka_core.show.forms.season import season_forms
from sabaka_core.show.rooms import rooms_tables
from sabaka_core.show.study import Numbers, Study

_MODEL = Source(
    mark="published",
    note="Khoury, Myerscough and Barron 2011; laying after Schmickl and Crailsheim 2007; both quoted from memory, with "
    "additions named in the ledger",
)
# Steps of a visit that go to the combs.
_AT_THE_COMBS = frozenset({"add", "take", "contract"})
_YEAR, _SIZE = "The year", "How big must it be?"
# Honey left on when it is taken in time, and combs more for comfort: common practice.
_LEFT_IN_TIME, _COMFORT = 3.0, 2


class SeasonStudy(Study):
    """The plan of a hive's season, its settings as the design has them or the usual ones."""

    name = "season"
    momentary = frozenset({"rod"})
    agenda_title = "Visits"
    papers = (
        Paper(label="Season card (PDF)", name="season-card"),
        Paper(label="Calendar file (.ics)", name="season-calendar"),
    )

    def lead(self, context: Context) -> Text:
        plan = context.once(year_in)
        return text(f"{place_of(plan.season)}; {_begins(plan)}, {short(plan.days[0].day)}.")

    def metrics(self, context: Context) -> Iterable[Metric]:
        plan = context.once(year_in)
        yield from _year_metrics(plan)
        yield from _size_metrics(plan, context.main)

    def moments(self, context: Context, at: int | None) -> Moments:
        plan = context.once(year_in)
        evenings = [_evening(week) for week in range(_weeks(plan))]
        days = [plan.days[index].day for index in evenings]
        return Moments(
            label="Week of the plan",
            names=tuple(map(short, days)),
            at=min(max(at or 0, 0), len(days) - 1),
            table="weeks",
            days=tuple(map(iso, days)),
            places=tuple(map(float, evenings)),
        )

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        # Another week changes the rod alone: what is said of every week stays.
        if "moment" not in asked.parts:
            yield from rooms_tables(context)
            yield _weeks_table(context)

    def agenda(self, context: Context) -> Iterable[Occasion]:
        plan = context.once(year_in)
        found = merged((*_visits(plan, context.main), *dated(plan, context.main)))
        return with_carried(found, plan, context.main)

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        yield rod_of_week(context, asked.shown)

    def charts(self, context: Context, asked: Asked) -> Iterable[Chart]:
        plan = context.once(year_in)
        further = context.once(further_years)
        beside = (further[0].colony.name, further[0].plan) if further else None
        yield combs_chart(plan, _other(plan, context.main, asked), beside)
        yield bees_chart(plan)

    def notes(self, context: Context) -> Iterable[str]:
        """What is taken for given where the hive has more than its run."""
        further = context.once(year_in).nest.further
        if further:
            yield (
                f"When the run is full, bees go on into {', then '.join(each.title for each in further)}. The queen is "
                "taken to stay in the run: brood goes no farther, stores do."
            )

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        return season_forms(context.main)


def _begins(plan: Plan) -> str:
    season = plan.season
    return start_words(season.start, weather_of(season).has_winter(constants(dict(season.constants))))


def _weeks(plan: Plan) -> int:
    return len(plan.days) // WEEK


def _evening(week: int) -> int:
    """Index of a week's last day."""
    return week * WEEK + WEEK - 1


_metric = Numbers("season", _MODEL)


def _year_metrics(plan: Plan) -> Iterator[Metric]:
    first, last = plan.days[0], plan.days[-1]
    start = first.honey_kg + first.eaten_kg + first.taken_kg - first.ripened_kg - first.fed_kg
    kept = text(
        "honey in, fed, eaten and taken add up to what is left, but for {kg}",
        kg=amount(round(abs(balance_kg(plan.days, start)), 6), "kg"),
    )
    days = given("n", "days", count(len(plan.days)))
    model = simulated("the colony day by day, each visit doing what the plan says", days, check=kept)
    reserve = simulated(
        "what an undisturbed colony eats till flows bring more, less what it finds, reckoned backward, a quarter more",
        check=text("left at the year’s end: {left}", left=amount(last.honey_kg, "kg")),
    )
    most = max(row.bees for row in plan.days)
    yield _metric("most_bees", "Most bees", _YEAR, "count", (most, model))
    yield _metric("most_combs", "Most combs needed", _YEAR, "count", (float(ceil(plan.peak_combs)), model))
    yield _metric(
        "capacity", "Combs that go in", _YEAR, "count", (float(plan.nest.capacity), _capacity(plan)), GEOMETRY
    )
    if plan.nest.further:
        yield _metric("room", "With supers and further chambers", _YEAR, "count", _room(plan), GEOMETRY)
    yield _metric("taken_kg", "Honey to take", _YEAR, "kg", (last.taken_kg, model))
    yield _metric("fed_kg", "To feed", _YEAR, "kg", (last.fed_kg, model))
    yield _metric("reserve_kg", "To leave for the winter", _YEAR, "kg", (plan.reserve_kg, reserve), COMMON)


def _room(plan: Plan) -> tuple[float, Working]:
    """All combs that the colony can reach, in mean combs of its run."""
    nest = plan.nest
    beyond = sum(each.worth for each in nest.further)
    return computed(
        "n = r + b",
        given("r", "combs of the run", count(nest.capacity)),
        given("b", f"what {', '.join(each.title for each in nest.further)} come to in such combs", count(beyond)),
    )


def _capacity(plan: Plan) -> Working:
    run = given("L", "the run", mm(plan.nest.a.run_mm))
    return Working(kind="read off", formula="combs in order till the run is full, a feeder’s room kept", inputs=(run,))


def _size_metrics(plan: Plan, a: Analysis) -> Iterator[Metric]:
    """The least and the comfortable hive, from what the colony fills when honey is taken in time, or left."""
    rows, comb = plan.days, plan.nest.sizes
    cover = max(row.need.covered for row in rows)
    in_time = max(
        row.need.brood + row.need.pollen + row.need.nectar + min(row.need.honey, _LEFT_IN_TIME) for row in rows
    )
    left = max(row.need.combs + row.taken_kg / comb.honey_kg for row in rows)
    least = computed(
        "n = ceil(max(c, f))",
        given("c", "combs that bees cover at most", amount(cover, "number")),
        given("f", "combs filled, three of honey left on", amount(in_time, "number")),
    )
    comfort = computed(
        "n = max(ceil(f) + s, l + s)",
        given("f", "combs filled when all honey is left on", amount(left, "number")),
        given("s", "to spare", count(_COMFORT)),
        given("l", "the least", count(least[0])),
    )
    for key, words, (combs, working) in (
        ("least", "Least, honey taken in time", least),
        ("comfortable", "Comfortable, all of it left on", comfort),
    ):
        yield _metric(f"{key}_combs", words, _SIZE, "count", (combs, working))
        boards = sum(b.thickness_mm for b in (plan.nest.near_board, plan.nest.far_board) if b)
        long = computed(
            "L = n·d + f",
            given("n", "combs", count(combs)),
            given("d", "spacing", mm(a.main_spacing_mm)),
            given("f", "followers", mm(boards)),
        )
        across = given("A", "the cavity across, on the mean", amount(a.cavity.volume_mm3 / a.run_mm / 100, "cm2"))
        room = computed("V = A·L / 10000", across, given("L", "long", mm(long[0])))
        yield _metric(f"{key}_mm", "so long", _SIZE, "mm", long, GEOMETRY)
        yield _metric(f"{key}_l", "holding", _SIZE, "L", room, GEOMETRY)


def _weeks_table(context: Context) -> Table:
    columns = (
        "Week to",
        "bees",
        "combs needed",
        "given",
        "honey",
        "near follower",
        "far follower",
        "entrances open",
        "brood",
        "covered",
        "outside",
    )
    plan = context.once(year_in)
    lines = tuple(_week(plan, context.main, week) for week in range(_weeks(plan)))
    return Table(key="weeks", title="Week by week", columns=columns, lines=lines, folded=True)


def _week(plan: Plan, a: Analysis, week: int) -> Line:
    index = _evening(week)
    row, standing, moves = plan.days[index], plan.standing(index), plan.nest.moves
    run = a.chamber.model_copy(update={"run": standing.run})
    moved = hive_on(plan, a.hive, index) if moves else with_chamber(a.hive, a.box, chamber_on(run, iso(row.day)[5:]))
    near, far = (standing.near_mm, standing.far_mm) if moves else (a.layout.nest_start_mm, a.layout.nest_end_mm)
    open_ = ", ".join(str(i + 1) for i in nest_entrances(moved, a.box))
    return Line(
        cells=(
            text(short(row.day)),
            count(row.bees),
            amount(round(row.need.combs, 1), "number"),
            count(round(row.given)),
            amount(row.honey_kg, "kg"),
            mm(near),
            text(f"{{far}}, after comb {standing.last}" if moves else "{far}", far=mm(far)),
            text(open_),
            amount(round(row.need.brood, 1), "number"),
            amount(round(row.need.covered, 1), "number"),
            amount(row.temperature_c, "C"),
        )
    )


def _visits(plan: Plan, a: Analysis) -> Iterator[Occasion]:
    first, last = plan.days[0].day, _weeks(plan) - 1
    for visit in plan.visits:
        if visit.steps:
            week = min((visit.day - first) // WEEK, last)
            yield Occasion(
                label=short(visit.day),
                day=iso(visit.day),
                at=week,
                doings=tuple(
                    [*_way_in(plan, visit)]
                    + [
                        Doing(
                            id=each.kind,
                            words=feed_words(each.amount, plan, a, visit.day)
                            if each.kind == "feed"
                            else _words(plan, week, each.kind, each.words),
                            why=each.why,
                        )
                        for each in visit.steps
                    ]
                ),
            )


def _way_in(plan: Plan, visit: VisitDay) -> Iterator[Doing]:
    """Which end opens on a visit that goes to the combs, and how many of them are drawn before brood is met."""
    nest = plan.nest
    boards = [name for name, board in (("near", nest.near_board), ("far", nest.far_board)) if board is not None]
    if not nest.moves or not boards or not any(each.kind in _AT_THE_COMBS for each in visit.steps):
        return
    # As it is found: on the evening before.
    row = plan.days[max(visit.day - plan.days[0].day - 1, 0)]
    nest_at = nest.a.chamber.run.nest_at
    brood = ceil(row.need.brood + row.need.pollen)
    # Stores lie away from where the nest sits; on both sides of one in the middle.
    end = "far" if nest_at in ("near", "middle") else "near"
    end = end if end in boards else boards[0]
    before = max(round(row.given) - brood, 0) // (2 if nest_at == "middle" else 1)
    combs = "brood is right behind it" if before == 0 else f"{before} comb{'' if before == 1 else 's'} to the brood"
    yield Doing(
        id="way-in",
        words=text(f"Open at the {end} follower: {combs}."),
        why="From the stores’ end the nest stays covered, and the queen is not driven about.",
    )


def _words(plan: Plan, week: int, kind: str, words: str) -> Text:
    """What to do; where combs are added or taken out, where the follower then stands."""
    if kind not in ("add", "contract") or (plan.nest.near_board is None and plan.nest.far_board is None):
        return text(words)
    standing = plan.standing(_evening(week))
    return text(f"{words} Follower at {{far}}, after comb {standing.last}.", far=mm(standing.far_mm))


def rod_of_week(context: Context, week: int) -> Drawing:
    """The rod as it should stand at the end of a week of the plan."""
    plan = context.once(year_in)
    if not plan.nest.moves:
        return rod_drawing(context.main, supers_over(context.whole, context.main))
    moved = hive_on(plan, context.hive, _evening(min(max(week, 0), _weeks(plan) - 1)))
    over = supers_over(context.whole, context.main)
    return rod_drawing(analyse(moved, context.main.box), over).model_copy(update={"handles": ()})


def hive_on(plan: Plan, hive: Hive, index: int) -> Hive:
    """The hive as the plan has it on the evening of a day: its run moved, its entrances opened and plugged."""
    box = plan.nest.a.box
    chamber = hive.chambers[box].model_copy(update={"run": plan.standing(index).run})
    followed = follow_nest(with_chamber(hive, box, chamber), box)
    now = followed.chambers[box]
    # Dates hold where the nest is: what lies beyond a follower stays plugged.
    beside = frozenset(p.index for p in place_entrances(now, lay_out(followed, now)) if p.in_nest)
    return with_chamber(followed, box, chamber_on(now, iso(plan.days[index].day)[5:], beside))


def _other(plan: Plan, a: Analysis, asked: Asked) -> int | None:
    """How many combs a run of another length, as it was typed, takes."""
    if not asked.typed.strip():
        return None
    length = parse_length(with_point(asked.typed, Locale(asked.mark), "other"), asked.units, "other")
    boards = sum(b.thickness_mm for b in (plan.nest.near_board, plan.nest.far_board) if b)
    return max(int((length - boards) // a.main_spacing_mm), 0)
