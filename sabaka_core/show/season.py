"""A season's plan for readers: weeks, visits, warnings, charts, and how large the hive has to be."""

from __future__ import annotations

from math import ceil

from pydantic import Field

from sabaka_core.base.dates import iso, short
from sabaka_core.base.quantity import Quantity, Text, Value, litres, mm, text
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Season
from sabaka_core.drawing.rod import rod_drawing
from sabaka_core.drawing.season import bees_chart, combs_chart
from sabaka_core.edits.closing import with_chamber
from sabaka_core.edits.openings import follow_nest, nest_entrances
from sabaka_core.hive.analysis import Analysis, analyse, main_box
from sabaka_core.kit.drawing import Drawing
from sabaka_core.season.plan import START_WORDS, Plan, Step, plan_of
from sabaka_core.season.weather import place_of

WEEK = 7


class StepOut(Value):
    """One thing to do, and why."""

    kind: str
    words: str
    why: str


class VisitOut(Value):
    """A day to go to the hive."""

    day: str
    label: str
    week: int
    combs: int
    steps: tuple[StepOut, ...]


class WarnedOut(Value):
    """Something going wrong over some weeks."""

    code: str
    first: str
    last: str
    label: str
    week: int
    words: str
    why: str


class WeekOut(Value):
    """One week: how the colony stands on its last evening, and where the followers do."""

    week: int
    day: str
    label: str
    temperature_c: float
    flow: float
    bees: float
    brood_cells: float
    honey_kg: float
    brood_combs: float
    pollen_combs: float
    honey_combs: float
    need_combs: float
    covered_combs: float
    given_combs: int
    near_mm: float
    far_mm: float
    last_comb: int
    open_entrances: tuple[int, ...]
    chart_x: float


class SizeOut(Value):
    """How large a hive this place and queen ask for."""

    words: Text
    combs: int
    length: Quantity
    room: Quantity


class SeasonReport(Value):
    """A year's plan of one hive."""

    place: str
    start: str
    moves: bool
    saying: str
    capacity: int
    season: Season
    summary: tuple[Text, ...]
    sizes: tuple[SizeOut, ...]
    weeks: tuple[WeekOut, ...]
    visits: tuple[VisitOut, ...]
    warnings: tuple[WarnedOut, ...]
    charts: dict[str, Drawing] = Field(default={})


def season_report(hive: Hive, other_mm: float | None = None) -> SeasonReport:
    """The plan of a hive's season, its settings as the design has them or the usual ones.

    Args:
        other_mm: another length of the run, to hold the need against.
    Raises:
        ParameterError: a setting of the season can't be used; the field is named.
    """
    a = analyse(hive, main_box(hive))
    season = hive.season or Season()
    plan = plan_of(a, season)
    last = plan.days[-1]
    first = plan.days[0].day
    other = None if other_mm is None else _combs_in(plan, a, other_mm)
    return SeasonReport(
        place=place_of(season),
        start=f"{START_WORDS[season.start]}, {short(first)}",
        moves=plan.nest.moves,
        saying=_saying(plan),
        capacity=plan.nest.capacity,
        season=season,
        summary=(
            text("Most bees: {bees}", bees=Quantity(value=max(r.bees for r in plan.days), unit="count")),
            text(
                "Most combs needed: {combs} of {have}",
                combs=_count(ceil(plan.peak_combs)),
                have=_count(plan.nest.capacity),
            ),
            text("Honey to take: {kg}", kg=Quantity(value=last.taken_kg, unit="kg")),
            text("To feed: {kg}", kg=Quantity(value=last.fed_kg, unit="kg")),
            text("To leave for the winter: {kg}", kg=Quantity(value=plan.reserve_kg, unit="kg")),
        ),
        sizes=tuple(_sizes(plan, a)),
        weeks=tuple(_week(plan, a, index) for index in range(len(plan.days) // WEEK)),
        visits=tuple(
            VisitOut(
                day=iso(v.day),
                label=short(v.day),
                week=min((v.day - first) // WEEK, len(plan.days) // WEEK - 1),
                combs=v.given,
                steps=tuple(_step(s) for s in v.steps),
            )
            for v in plan.visits
            if v.steps
        ),
        warnings=tuple(
            WarnedOut(
                code=w.code,
                first=iso(w.first),
                last=iso(w.last),
                label=f"{short(w.first)} to {short(w.last)}",
                week=min((w.first - first) // WEEK, len(plan.days) // WEEK - 1),
                words=w.words,
                why=w.why,
            )
            for w in plan.warnings
        ),
        charts={"combs": combs_chart(plan, other), "bees": bees_chart(plan)},
    )


def season_rod(hive: Hive, week: int) -> Drawing:
    """The rod as it should stand at the end of a week of the plan."""
    box = main_box(hive)
    a = analyse(hive, box)
    plan = plan_of(a, hive.season or Season())
    if not plan.nest.moves:
        return rod_drawing(a)
    index = min(max(week, 0), len(plan.days) // WEEK - 1) * WEEK + WEEK - 1
    return rod_drawing(analyse(hive_on(plan, hive, index), box)).model_copy(update={"handles": ()})


def hive_on(plan: Plan, hive: Hive, index: int) -> Hive:
    """The hive as the plan has it on the evening of a day: its run moved, its entrances opened and plugged."""
    box = plan.nest.a.box
    standing = plan.standing(index)
    chamber = hive.chambers[box].model_copy(update={"run": standing.run})
    return follow_nest(with_chamber(hive, box, chamber), box)


def _week(plan: Plan, a: Analysis, number: int) -> WeekOut:
    index = number * WEEK + WEEK - 1
    row, standing = plan.days[index], plan.standing(index)
    moved = (
        with_chamber(a.hive, a.box, a.chamber.model_copy(update={"run": standing.run})) if plan.nest.moves else a.hive
    )
    return WeekOut(
        week=number,
        day=iso(row.day),
        label=short(row.day),
        temperature_c=round(row.temperature_c, 1),
        flow=row.flow,
        bees=row.bees,
        brood_cells=row.brood_cells,
        honey_kg=row.honey_kg,
        brood_combs=row.need.brood,
        pollen_combs=row.need.pollen,
        honey_combs=row.need.honey + row.need.nectar,
        need_combs=row.need.combs,
        covered_combs=row.need.covered,
        given_combs=round(row.given),
        near_mm=standing.near_mm if plan.nest.moves else a.layout.nest_start_mm,
        far_mm=standing.far_mm if plan.nest.moves else a.layout.nest_end_mm,
        last_comb=standing.last,
        open_entrances=tuple(i + 1 for i in nest_entrances(moved, a.box)),
        chart_x=index,
    )


def _step(step: Step) -> StepOut:
    return StepOut(kind=step.kind, words=step.words, why=step.why)


def _saying(plan: Plan) -> str:
    if not plan.nest.moves:
        return (
            "Its combs are fixed: the plan shows what the colony needs against what the cavity holds, "
            "and moves nothing."
        )
    if plan.nest.near_board is None and plan.nest.far_board is None:
        return "This run has no follower, so the plan counts combs; put one in to see where it stands."
    return ""


def _sizes(plan: Plan, a: Analysis) -> list[SizeOut]:
    """The least and the comfortable hive, from what the colony fills when honey is taken in time, or left."""
    cover = max(row.need.covered for row in plan.days)
    in_time = max(row.need.brood + row.need.pollen + row.need.nectar + min(row.need.honey, 3.0) for row in plan.days)
    least = ceil(max(cover, in_time))
    left = max(row.need.combs + row.taken_kg / plan.nest.sizes.honey_kg for row in plan.days)
    comfortable = max(ceil(left) + 2, least + 2)
    return [
        _size("Least, with honey taken in time", least, plan, a),
        _size("Comfortable, with all of it left on", comfortable, plan, a),
    ]


def _size(words: str, combs: int, plan: Plan, a: Analysis) -> SizeOut:
    spacing = a.main_spacing_mm
    boards = sum(b.thickness_mm for b in (plan.nest.near_board, plan.nest.far_board) if b)
    length = combs * spacing + boards
    room = a.cavity.volume_mm3 / a.run_mm * length / 1e6
    return SizeOut(
        words=text(
            f"{words}: {{combs}} combs, {{length}} long, {{room}}",
            combs=_count(combs),
            length=mm(length),
            room=litres(room),
        ),
        combs=combs,
        length=mm(length),
        room=litres(room),
    )


def _combs_in(plan: Plan, a: Analysis, length_mm: float) -> int:
    boards = sum(b.thickness_mm for b in (plan.nest.near_board, plan.nest.far_board) if b)
    return max(int((length_mm - boards) // a.main_spacing_mm), 0)


def _count(value: float) -> Quantity:
    return Quantity(value=value, unit="count")
