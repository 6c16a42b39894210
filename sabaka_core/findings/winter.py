"""Rules on the winter: stores, water, gaps in the way of the cluster, and the sun on the roof in summer."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from sabaka_core.base.quantity import Quantity, amount, count, kilograms, mm, text
from sabaka_core.base.sources import COMMON
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, doing, on, study_rule
from sabaka_core.hive.context import Context
from sabaka_core.kit.findings import Severity
from sabaka_core.kit.tables import practice, table
from sabaka_core.season.asked import year_in
from sabaka_core.winter.asked import nest_in, summer_in, winter_in
from sabaka_core.winter.edits import CladWalls, InsulateTop
from sabaka_core.winter.heat import settings_of

_SECTION = "winter-section"


def has_winter(context: Context) -> bool:
    """Whether bees cluster on as many days as make a winter."""
    return context.once(nest_in).days >= practice("winter_days").number


def _top_and_walls(context: Context) -> Iterator[Proposal]:
    yield doing(context, text("Insulate the top"), InsulateTop())
    yield doing(context, text("Clad the walls with 20 mm of cork"), CladWalls())


@study_rule("no-winter", "winter")
def no_winter(context: Context) -> Iterator[Draft]:
    """Bees hardly cluster: it is the summer that matters."""
    days, row = context.once(nest_in).days, practice("winter_days")
    if not has_winter(context):
        yield Draft(
            code="no-winter",
            severity="note",
            text=text("{days} days on which bees cluster: there is no winter here.", days=count(days)),
            why=row.why,
            place=None,
            number=count(days),
            limit=text("{least} days or more for a winter", least=count(row.number)),
            source=row.source,
        )


@study_rule("winter-out-of-range", "winter")
def winter_out_of_range(context: Context) -> Iterator[Draft]:
    """The winter takes less, or more, than winters do."""
    row, burnt = practice("winter_whole"), context.once(winter_in).honey_kg
    if has_winter(context) and not row.holds(burnt):
        low, high = (kilograms(bound) for bound in row.span)
        yield Draft(
            code="winter-out-of-range",
            severity="warning",
            text=text(
                "{kg} of honey over the winter is outside {low} to {high}.", kg=kilograms(burnt), low=low, high=high
            ),
            why=row.why,
            place=None,
            number=kilograms(burnt),
            limit=text("{low} to {high}", low=low, high=high),
            source=row.source,
        )


@study_rule("month-out-of-range", "winter")
def month_out_of_range(context: Context) -> Iterator[Draft]:
    """A broodless month takes less, or more, than such months do."""
    row = practice("winter_month")
    bare = [day.honey_kg for day in context.once(winter_in).clustered if not day.brooding]
    if not has_winter(context) or not bare:
        return
    month = sum(bare) / len(bare) * 30
    if not row.holds(month):
        low, high = (kilograms(bound) for bound in row.span)
        yield Draft(
            code="month-out-of-range",
            severity="warning",
            text=text("{kg} in a broodless month is outside {low} to {high}.", kg=kilograms(month), low=low, high=high),
            why=row.why,
            place=None,
            number=kilograms(month),
            limit=text("{low} to {high}", low=low, high=high),
            source=row.source,
        )


@study_rule("stores-short", "winter")
def stores_short(context: Context) -> Iterator[Draft]:
    """The bees run out of honey before the winter is over."""
    have, need = context.once(nest_in).present_kg, context.once(winter_in).honey_kg
    if has_winter(context) and have < need:
        yield Draft(
            code="stores-short",
            severity="error",
            text=text("Stores of {have} don’t last: {need} are burnt.", have=kilograms(have), need=kilograms(need)),
            why="Feed in autumn, or take less honey: colonies starve in early spring.",
            place=on("winter-combs", 0.0, 0.0),
            number=kilograms(have),
            limit=text("{need} or more", need=kilograms(need)),
            source=COMMON,
            proposals=partial(_top_and_walls, context),
        )


@study_rule("wets", "winter")
def wets(context: Context) -> Iterator[Draft]:
    """Water condenses on many days."""
    winter, nest, row = context.once(winter_in), context.once(nest_in), practice("wet_share")
    wet = sum(bool(day.wet) for day in winter.clustered)
    if not has_winter(context) or wet <= nest.days * row.number:
        return
    face = winter.shell.faces[max(range(len(winter.shell.faces)), key=winter.wet_days)]
    top = face.name == "Top"
    severity: Severity = "error" if top else "warning"
    yield Draft(
        code="wets",
        severity=severity,
        text=text(f"Water condenses on {{wet}} days, most on the {face.name.lower()}.", wet=count(wet)),
        why="Over the cluster it drips on the bees." if top else row.why,
        place=on(_SECTION, 0.0, 0.0 if top else context.main.section.height_mm),
        number=count(wet),
        limit=text("{most} days at most", most=count(int(nest.days * row.number))),
        source=row.source,
        proposals=partial(_top_and_walls, context),
    )


@study_rule("damp", "winter")
def damp(context: Context) -> Iterator[Draft]:
    """The air inside is so damp that combs mould."""
    winter, row = context.once(winter_in), practice("damp_over_aim")
    most = winter.c["humidity_aim"] + row.number
    if has_winter(context) and winter.humidity > most:
        yield Draft(
            code="damp",
            severity="warning",
            text=text("Mean humidity is {rh}.", rh=Quantity(value=winter.humidity, unit="%")),
            why=row.why,
            place=None,
            number=Quantity(value=winter.humidity, unit="%"),
            limit=text("{most} at most", most=Quantity(value=most, unit="%")),
            source=row.source,
            proposals=partial(_top_and_walls, context),
        )


@study_rule("cannot-climb", "winter")
def cannot_climb(context: Context) -> Iterator[Draft]:
    """Combs are too shallow to climb all winter: stores lie to one side."""
    nest = context.once(nest_in)
    if has_winter(context) and not nest.climbs:
        yield Draft(
            code="cannot-climb",
            severity="note",
            text=text(
                f"{nest.days} days × {{climb}} + {{cluster}} = {{least}} of comb to climb in, and there are {{comb}}: "
                "{short} short" + (f", the last {nest.short_days} days." if nest.climb_matters else "."),
                climb=mm(context.once(winter_in).c["climb"]),
                cluster=mm(nest.cluster_mm),
                least=mm(nest.least_comb_mm),
                comb=mm(nest.comb_mm),
                short=mm(nest.short_mm),
            ),
            why=(
                "For so long no honey is left over the cluster: it has to come sideways, on a mild day. See to it that "
                "the combs beside it are full, or look in and feed by then."
                if nest.climb_matters
                else "It winters at one end with its stores on one side, and the run of stores is the measure."
            ),
            place=on("winter-combs", 0.0, nest.comb_mm),
            number=mm(nest.comb_mm),
            limit=text("{least} or more to climb", least=mm(nest.least_comb_mm)),
            source=COMMON,
        )


@study_rule("gap-breaks-climb", "winter")
def gap_breaks_climb(context: Context) -> Iterator[Draft]:
    """A gap between combs lies in the way of a climbing cluster."""
    nest = context.once(nest_in)
    if has_winter(context) and nest.gap_mm > 0 and nest.climbs:
        yield Draft(
            code="gap-breaks-climb",
            severity="note",
            text=text("Bees must cross {gap} between combs.", gap=mm(nest.gap_mm)),
            why="In deep cold a small cluster doesn’t: it starves under full comb.",
            place=on("winter-combs", 0.0, nest.comb_mm / 2),
            number=mm(nest.gap_mm),
            limit=text("comb without a gap"),
            source=COMMON,
        )


@study_rule("comb-softens", "winter")
def comb_softens(context: Context) -> Iterator[Draft]:
    """On a hot afternoon comb under the top slumps; where there is no winter that is what kills."""
    day, most = context.once(summer_in), context.once(winter_in).c["comb_softens"]
    if day.softens:
        yield Draft(
            code="comb-softens",
            severity="warning" if has_winter(context) else "error",
            text=text("On a hot afternoon the top’s underside reaches {t}.", t=amount(day.under_c, "C")),
            why="Comb slumps: insulate the top, or give shade.",
            place=on(_SECTION, 0.0, 0.0),
            number=amount(day.under_c, "C"),
            limit=text("{most} at most", most=amount(most, "C")),
            source=table("winter")["comb_softens"].source,
            proposals=lambda: (doing(context, text("Insulate the top"), InsulateTop()),),
        )


@study_rule("stores-come-off", "winter")
def stores_come_off(context: Context) -> Iterator[Draft]:
    """Boxes come off that the plan leaves on for the stores."""
    plan, wintering = context.once(year_in), settings_of(context.hive)[1]
    off = [room for room in plan.stays if room.over]
    if wintering.boxes != "off" or not off:
        return
    held = min(sum(room.worth for room in off) * plan.nest.sizes.honey_kg, plan.reserve_kg)
    names = ", ".join(room.title for room in off)
    yield Draft(
        code="stores-come-off",
        severity="warning",
        text=text(
            f"The plan leaves {names} on for the stores: taken off, up to {{held}} are to be fed.", held=kilograms(held)
        ),
        why="What the run can't hold the bees starve for in spring; feed before the cold, or leave the box on.",
        place=None,
        number=kilograms(held),
        limit=text("what the run holds"),
        source=COMMON,
        path="/wintering/boxes",
        proposals=lambda: (
            Proposal(
                text("Leave it as the season plans"), partial(replace_value, context.hive, "/wintering/boxes", "plan")
            ),
        ),
    )
