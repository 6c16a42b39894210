"""Rules on moving in: a way that doesn’t go, a day that is too cold, bees without an entrance."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.dates import YEAR, day_of_year, iso, short
from sabaka_core.base.quantity import Quantity, count, mm, text
from sabaka_core.base.sources import COMMON, GEOMETRY
from sabaka_core.document.season import Season
from sabaka_core.edits.fields import SetField
from sabaka_core.findings.registry import Draft, Proposal, doing, study_rule
from sabaka_core.hive.context import Context
from sabaka_core.kit.tables import table
from sabaka_core.moving.asked import move_in
from sabaka_core.moving.nearest import nearest_change
from sabaka_core.run.entrances import place_entrances
from sabaka_core.run.layout import lay_out
from sabaka_core.season.weather import weather_of


@study_rule("doesnt-go", "moving")
def doesnt_go(context: Context) -> Iterator[Draft]:
    """The chosen way doesn't go, by each of its gaps that is short."""
    move = context.once(move_in)
    for number, gap in enumerate(move.way.gaps):
        if gap.verdict == "short":
            yield Draft(
                code="doesnt-go",
                subject=str(number),
                severity="error",
                text=text(f"{move.way.name} doesn’t go. {gap.label}: {gap.words}, {{by}} short.", by=mm(-gap.spare_mm)),
                why=move.way.nearest or nearest_change(gap, move.room, move.bees),
                place=None,
                number=mm(gap.nominal_mm),
                limit=text("{more} more", more=mm(-gap.spare_mm)),
                source=GEOMETRY,
                path="/moving/way",
                proposals=partial(_other_way, context),
            )


def _other_way(context: Context) -> Iterator[Proposal]:
    first = next((each.way for each in context.once(move_in).ranked if each.way.feasible), None)
    if first is not None:
        words = text(f"Move them so: {first.name[0].lower()}{first.name[1:]}")
        yield doing(context, words, SetField(path="/moving/way", text=first.id))


@study_rule("out-of-season", "moving")
def out_of_season(context: Context) -> Iterator[Draft]:
    """Brood handled comb by comb is chilled in so cold a week."""
    day, weather = context.once(move_in).plan.move_day, weather_of(context.hive.season or Season())
    row = table("moving")["warm_day"]
    warm = row.number
    mean = weather.weekly_c[day_of_year(day)]
    if mean >= warm:
        return
    nearest = next((day + off for off in range(1, YEAR) if weather.weekly_c[day_of_year(day + off)] >= warm), None)
    yield Draft(
        code="out-of-season",
        severity="error" if mean < table("moving")["frost_day"].number else "warning",
        text=text(
            f"Out of season: the week’s mean is about {{mean}} on {short(day)}, and brood handled comb by comb wants "
            "{warm}.",
            mean=Quantity(value=round(mean), unit="C"),
            warm=Quantity(value=warm, unit="C"),
        ),
        why="No week of the year is warm enough there: pick the warmest, and work fast."
        if nearest is None
        else f"The nearest week that is warm enough begins about {short(nearest)}.",
        place=None,
        number=Quantity(value=mean, unit="C"),
        limit=text("{warm} or more", warm=Quantity(value=warm, unit="C")),
        source=row.source,
        path="/moving/day",
        proposals=partial(_warm_day, context, nearest),
    )


def _warm_day(context: Context, day: int | None) -> Iterator[Proposal]:
    if day is not None:
        yield doing(context, text(f"Move on {short(day)}"), SetField(path="/moving/day", text=iso(day)))


@study_rule("no-entrance", "moving")
def no_entrance(context: Context) -> Iterator[Draft]:
    """On the day of the move no open entrance lies beside the combs."""
    found = context.once(move_in).stages
    if not found:
        return
    hive, chamber = found[0].hive, found[0].hive.chambers[found[0].box]
    layout = lay_out(hive, chamber)
    placed = place_entrances(chamber, layout)
    if any(each.in_nest and each.entrance.is_open for each in placed):
        return
    combs = layout.nest_combs
    middle = (combs[0].start_mm + combs[-1].end_mm) / 2 if combs else layout.length_mm / 2
    nearest = min(placed, key=lambda each: abs(each.middle_mm - middle), default=None)
    beyond = f", or move the follower beyond {nearest.label.lower()} at {nearest.middle_mm:.0f} mm" if nearest else ""
    yield Draft(
        code="no-entrance",
        severity="error",
        text=text(
            "No entrance opens beside the combs on the day of the move: the bees are shut in, or find no way to their "
            "brood."
        ),
        why=f"Bore one at {middle:.0f} mm, on the side the old box’s entrance faced{beyond}.",
        place=None,
        number=count(0),
        limit=text("one open"),
        source=COMMON,
        at=0,
    )
