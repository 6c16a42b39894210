"""The winter for readers: nest, heat by part and month, moisture, savings, other walls, the summer's sun."""

from __future__ import annotations

from typing import Any

from sabaka_core.base.dates import MONTHS
from sabaka_core.base.quantity import Quantity, Text, Unit, Value, count, mm, text
from sabaka_core.document.hive import Hive
from sabaka_core.document.wintering import Wintering
from sabaka_core.drawing.winter import bands_drawing, heat_drawing, year_drawing
from sabaka_core.hive.analysis import analyse, main_box
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.metrics import Input, Working
from sabaka_core.kit.tables import practice
from sabaka_core.season.plan import plan_of
from sabaka_core.season.weather import place_of
from sabaka_core.winter.heat import Winter, settings_of, winter_of
from sabaka_core.winter.improve import other_walls, savings, wet_days
from sabaka_core.winter.nest import WinterNest, nest_of
from sabaka_core.winter.physics import Shell
from sabaka_core.winter.summer import SummerDay, summer_of

NO_WINTER_DAYS = 20
CAUTIONS = (
    "A model’s figures from values told from memory: heft the hive, and trust your hands and your "
    "neighbours’ winters first.",
    "Foam and cork inside get chewed: no bare insulation within the bees’ reach.",
)


class HeatPartOut(Value):
    """A face of the shell."""

    name: str
    ua: float
    u: float
    heat_w: float
    wet_days: int
    working: Working


class MonthOut(Value):
    """A month of the winter."""

    name: str
    out_c: float
    in_c: float
    heat_w: float
    honey: Quantity
    humidity: float
    wet_days: int
    clustered: int


class CombOut(Value):
    """A comb of the winter run."""

    number: int
    contents: str
    honey: Quantity
    band: Quantity
    verdict: str
    why: str


class SavingOut(Value):
    """A change and what it saves."""

    label: str
    edit: dict[str, Any]
    saves: Quantity
    honey: Quantity
    wet_days: int


class WallsOut(Value):
    """The same hive in other walls."""

    name: str
    ua: float
    honey: Quantity
    wet_days: int


class WinterFinding(Value):
    """Something about the winter that is wrong, or worth knowing."""

    code: str
    severity: str
    words: Text
    why: str


class WinterReport(Value):
    """All of it for one design."""

    place: str
    wintering: Wintering
    combs: int
    days: int
    summary: tuple[Text, ...]
    nest: tuple[Text, ...]
    bands: tuple[CombOut, ...]
    month: int
    parts: tuple[HeatPartOut, ...]
    months: tuple[MonthOut, ...]
    findings: tuple[WinterFinding, ...]
    savings: tuple[SavingOut, ...]
    walls: tuple[WallsOut, ...]
    summer: tuple[Text, ...]
    assumptions: tuple[str, ...]
    cautions: tuple[str, ...]
    section: Drawing
    comb_drawing: Drawing
    year: Drawing


def winter_report(hive: Hive, month: int | None = None) -> WinterReport:
    """The winter of a hive, its place from the season, its ways as the design has them or the usual ones.

    Args:
        month: which month the section shows, from 0; the coldest when none is named.
    Raises:
        ParameterError: a setting can't be used; the field is named.
    """
    box = main_box(hive)
    a = analyse(hive, box)
    season, wintering = settings_of(hive)
    plan = plan_of(a, season)
    winter = winter_of(a, season, wintering, plan.winter_combs)
    nest = nest_of(winter, plan)
    months = tuple(_month(winter, number) for number in range(12))
    shown = min(range(12), key=lambda i: months[i].out_c) if month is None else month % 12
    now = months[shown]
    parts = _parts(winter, now)
    summer = summer_of(winter)
    return WinterReport(
        place=place_of(season),
        wintering=wintering,
        combs=winter.run.combs,
        days=nest.days,
        summary=(
            text("Clustered on {days} days", days=count(nest.days)),
            text("Honey burnt over the winter: {kg}", kg=_kg(winter.honey_kg)),
            text("Honey in it: {kg}", kg=_kg(nest.present_kg)),
            text("Heat on a winter day: {watts}", watts=_q(_mean_w(winter), "W")),
            text("Walls and air let through {ua}", ua=_q(winter.ua, "W/K")),
            text(
                "Mean humidity inside {rh}, to aim at {aim}",
                rh=_q(winter.humidity, "%"),
                aim=_q(winter.c["humidity_aim"], "%"),
            ),
        ),
        nest=tuple(_nest(winter, nest)),
        bands=tuple(
            CombOut(
                number=b.number,
                contents=b.contents,
                honey=_kg(b.honey_kg),
                band=mm(b.band_mm),
                verdict=b.verdict,
                why=b.why,
            )
            for b in nest.combs
        ),
        month=shown,
        parts=parts,
        months=months,
        findings=tuple(_findings(winter, nest, summer)),
        savings=tuple(
            SavingOut(label=s.label, edit=s.edit, saves=_kg(s.saves_kg), honey=_kg(s.honey_kg), wet_days=s.wet_days)
            for s in savings(hive, box, season, wintering, plan.winter_combs, winter)
        ),
        walls=tuple(
            WallsOut(name=o.name, ua=round(o.ua, 2), honey=_kg(o.honey_kg), wet_days=o.wet_days)
            for o in other_walls(a, season, wintering, plan.winter_combs)
        ),
        summer=tuple(_summer(summer)),
        assumptions=tuple(_assumptions(winter)),
        cautions=CAUTIONS,
        section=heat_drawing(winter, {p.name: p.heat_w for p in parts}, MONTHS[shown]),
        comb_drawing=bands_drawing(winter, nest),
        year=year_drawing(winter),
    )


def _kg(value: float) -> Quantity:
    return Quantity(value=value, unit="kg")


def _q(value: float, unit: Unit) -> Quantity:
    return Quantity(value=value, unit=unit)


def _mean_w(winter: Winter) -> float:
    days = winter.clustered or winter.days
    return sum(day.heat_w for day in days) / len(days)


def _month(winter: Winter, number: int) -> MonthOut:
    days = winter.month(number)
    n = len(days)
    return MonthOut(
        name=MONTHS[number],
        out_c=round(sum(d.out_c for d in days) / n, 1),
        in_c=round(sum(d.in_c for d in days) / n, 1),
        heat_w=round(sum(d.heat_w for d in days) / n, 2),
        honey=_kg(sum(d.honey_kg for d in days if d.clustered)),
        humidity=round(sum(d.humidity for d in days) / n, 1),
        wet_days=sum(bool(d.wet) for d in days if d.clustered),
        clustered=sum(d.clustered for d in days),
    )


def _parts(winter: Winter, month: MonthOut) -> tuple[HeatPartOut, ...]:
    heats = winter.part_w(month.out_c, month.in_c)
    warm = (_in("Ti", "inside, mean of the month", _q(month.in_c, "C")), _in("To", "outside", _q(month.out_c, "C")))
    rows = [
        HeatPartOut(
            name=face.name,
            ua=round(ua, 3),
            u=round(face.u, 3),
            heat_w=round(heat, 2),
            wet_days=winter.wet_days(i),
            working=Working(formula=_THROUGH, inputs=(*_of_face(winter.shell, i), *warm)),
        )
        for i, (face, ua, heat) in enumerate(zip(winter.shell.faces, winter.shell.by_face, heats, strict=False))
    ]
    through_air = Working(
        formula="Q = G·(Ti − To)", inputs=(_in("G", "air let through", _q(winter.vent_w_k, "W/K")), *warm)
    )
    air = HeatPartOut(
        name="Air", ua=round(winter.vent_w_k, 3), u=0.0, heat_w=round(heats[-1], 2), wet_days=0, working=through_air
    )
    return (*rows, air)


# Edges and corners are shared by the faces that meet there: half of 0.54 a side, a third of 0.15.
_THROUGH = "Q = (U·A + 0.27·U·t·e + 0.05·U·t²·k)·(Ti − To), A in m², t and e in m"


def _of_face(shell: Shell, at: int) -> tuple[Input, ...]:
    face = shell.faces[at]
    edges = sum(long for i, j, long in shell.edges if at in (i, j))
    corners = sum(at in corner for corner in shell.corners)
    return (
        _in("U", "lets through, with both surfaces", _q(face.u, "W/m2K")),
        _in("A", "inside area", _q(1e4 * face.area, "cm2")),
        _in("t", "thick", mm(1000 * face.thick)),
        _in("e", "edges where it meets others", mm(1000 * edges)),
        _in("k", "corners", count(corners)),
    )


def _in(symbol: str, name: str, quantity: Quantity) -> Input:
    return Input(symbol=symbol, name=name, quantity=quantity)


def _nest(winter: Winter, nest: WinterNest) -> list[Text]:
    cluster = winter.cluster
    found = [
        text(
            "Band of honey the cluster eats climbing: {band}; with the cluster’s own {cluster}, {least} of comb",
            band=mm(nest.band_mm),
            cluster=mm(nest.cluster_mm),
            least=mm(nest.least_comb_mm),
        ),
        text(
            "Comb here is {comb} deep, {unbroken} of it unbroken", comb=mm(nest.comb_mm), unbroken=mm(nest.unbroken_mm)
        ),
    ]
    if not nest.climbs:
        found.append(
            text(
                "It can’t climb all winter: it winters at one end with its stores on one side, and the run "
                "of stores is the measure"
            )
        )
    if nest.gap_mm > 0:
        found.append(text("A gap of {gap} breaks the climb", gap=mm(nest.gap_mm)))
    shape = "round" if abs(cluster.ratio - 1) < 0.02 else "flattened" if cluster.ratio < 1 else "drawn tall"
    found.append(
        text(
            f"The cluster is {shape}, {{across}} across and {{tall}} tall: {cluster.more * 100:.1f} % more "
            "surface than a ball",
            across=mm(2000 * cluster.across),
            tall=mm(2000 * cluster.upright),
        )
    )
    return found


def _findings(winter: Winter, nest: WinterNest, summer: SummerDay) -> list[WinterFinding]:
    found: list[WinterFinding] = []

    def say(code: str, severity: str, words: Text, why: str) -> None:
        found.append(WinterFinding(code=code, severity=severity, words=words, why=why))

    if nest.days < NO_WINTER_DAYS:
        say(
            "no-winter",
            "note",
            text("{days} days on which bees cluster: there is no winter here", days=count(nest.days)),
            "Look at the sun on the roof, at shade, water and pests instead; leave the run as it is and mind a dearth.",
        )
        if summer.softens:
            say(
                "comb-softens",
                "error",
                text("On a hot afternoon the top’s underside reaches {t}", t=_q(summer.under_c, "C")),
                "Comb slumps: insulate the top, or give shade.",
            )
        return found
    whole, bare_month = practice("winter_whole"), practice("winter_month")
    low, high = whole.span
    if not whole.holds(winter.honey_kg):
        say(
            "out-of-range",
            "warning",
            text(
                "{kg} of honey over the winter is outside {low} to {high}",
                kg=_kg(winter.honey_kg),
                low=_kg(low),
                high=_kg(high),
            ),
            whole.why,
        )
    bare = [day for day in winter.clustered if not day.brooding]
    if bare:
        month = sum(day.honey_kg for day in bare) / len(bare) * 30
        if not bare_month.holds(month):
            low, high = bare_month.span
            say(
                "month-out-of-range",
                "warning",
                text(
                    "{kg} in a broodless month is outside {low} to {high}", kg=_kg(month), low=_kg(low), high=_kg(high)
                ),
                bare_month.why,
            )
    if nest.present_kg < winter.honey_kg:
        say(
            "stores-short",
            "error",
            text("Stores of {have} don’t last: {need} are burnt", have=_kg(nest.present_kg), need=_kg(winter.honey_kg)),
            "Feed in autumn, or take less honey: colonies starve in early spring.",
        )
    wet = wet_days(winter)
    if wet > nest.days / 4:
        worst = max(range(len(winter.shell.faces)), key=winter.wet_days)
        face = winter.shell.faces[worst]
        top = face.name == "Top"
        say(
            "wets",
            "error" if top else "warning",
            text(f"Water condenses on {wet} days, most on the {face.name.lower()}"),
            "Over the cluster it drips on the bees."
            if top
            else "On walls and floor it mostly runs off; a warm top and a dry floor keep the nest dry.",
        )
    if winter.humidity > winter.c["humidity_aim"] + 15:
        say(
            "damp",
            "warning",
            text("Mean humidity is {rh}", rh=_q(winter.humidity, "%")),
            "Over 90 % combs mould: warmer walls, a smaller run, or more air.",
        )
    if nest.gap_mm > 0 and nest.climbs:
        say(
            "gap-breaks-climb",
            "note",
            text("Bees must cross {gap} between combs", gap=mm(nest.gap_mm)),
            "In deep cold a small cluster doesn’t: it starves under full comb.",
        )
    if summer.softens:
        say(
            "comb-softens",
            "warning",
            text("On a hot afternoon the top’s underside reaches {t}", t=_q(summer.under_c, "C")),
            "Comb slumps: insulate the top, or give shade.",
        )
    return found


def _summer(day: SummerDay) -> list[Text]:
    return [
        text(
            "On a hot afternoon of {air} the roof in the sun reaches {roof}",
            air=_q(day.air_c, "C"),
            roof=_q(day.roof_c, "C"),
        ),
        text(
            "The top’s underside reaches {under}; {heat} come in through it",
            under=_q(day.under_c, "C"),
            heat=_q(day.heat_w, "W"),
        ),
        text("Comb softens." if day.softens else "Comb holds."),
    ]


def _assumptions(winter: Winter) -> list[str]:
    c = winter.c
    found = [
        f"Outside air is {winter.wintering.humidity:.0f} % humid; "
        f"{'a vented top lets' if winter.wintering.school == 'vented' else 'a sealed top lets'} "
        f"{c['flow_vented' if winter.wintering.school == 'vented' else 'flow_sealed']:.2f} L of air through "
        "in a second.",
        f"The cluster’s shell is at {c['shell_broodless']:.0f} °C without brood; over brood, on "
        f"{c['brood_share'] * 100:.0f} % of it, at {c['shell_brooding']:.1f} °C.",
    ]
    litter = winter.a.chamber.litter
    if litter.kind == "deep":
        kg = (
            winter.a.litter_mm
            / 1000
            * winter.run.long_mm
            / 1000
            * winter.a.section.floor_mm
            / 1000
            * 100
            * c["litter_water"]
        )
        found.append(
            f"The litter under the run can take up about {kg:.1f} kg of water, an assumption: "
            f"{c['litter_water'] * 100:.0f} % of its dry mass."
        )
    return found
