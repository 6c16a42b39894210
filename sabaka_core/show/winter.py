"""The winter as a study: heat by part and month, the nest, what would save, other walls, the summer’s sun."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from functools import partial

from sabaka_core.base.dates import MONTHS
from sabaka_core.base.quantity import Text, Value, amount, count, kilograms, mm, text
from sabaka_core.base.sources import GEOMETRY, Source
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Follower, Gap
from sabaka_core.drawing.winter import bands_drawing, heat_drawing, year_chart
from sabaka_core.edits.fields import SetField
from sabaka_core.findings.improve import Candidate, Gain, improved
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Line, Moments, Paper, Table
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Mend
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.metrics import Input, Metric
from sabaka_core.kit.working import computed, given, read_off, simulated
from sabaka_core.season.asked import year_in
from sabaka_core.season.weather import place_of
from sabaka_core.show.forms.winter import winter_forms
from sabaka_core.show.stacked import stack_table
from sabaka_core.show.study import Numbers, Study
from sabaka_core.winter.asked import nest_in, summer_in, winter_in
from sabaka_core.winter.boxes import airs, boxes_on
from sabaka_core.winter.edits import CladWalls, InsulateTop, insulating_mm
from sabaka_core.winter.heat import DAY_S, Winter, settings_of
from sabaka_core.winter.physics import Shell
from sabaka_core.winter.summer import sun_of
from sabaka_core.winter.walls import WALLS, with_walls

_MEMORY = Source(mark="from memory", note="constants in data/winter.toml")
_WINTER, _NEST, _SUN = "The winter", "Nest", "Sun on the roof"
_LEAST_SAVED_KG = 0.01
# Gaps narrower than this hold no filling.
_LEAST_GAP_MM = 20.0


class Month(Value):
    """A month of the winter: means, and sums over its days in cluster."""

    out_c: float
    in_c: float
    heat_w: float
    honey_kg: float
    humidity: float
    wet_days: int


class WinterStudy(Study):
    """The winter of a hive, its place from the season, its ways as the design has them or the usual ones."""

    name = "winter"
    momentary = frozenset({"parts", "winter-section"})
    papers = (Paper(label="Winter card (PDF)", name="winter-card"),)
    cautions = (
        "A model’s figures from values told from memory: heft the hive, and trust your hands and your neighbours’ "
        "winters first.",
        "Foam and cork inside get chewed: no bare insulation within the bees’ reach.",
    )

    def lead(self, context: Context) -> Text:
        (season, _), nest = settings_of(context.hive), context.once(nest_in)
        return text(
            f"{place_of(season)}; {{combs}} combs, {{days}} days {'shut in' if nest.typed else 'in cluster'}.",
            combs=count(context.once(winter_in).run.combs),
            days=count(nest.days),
        )

    def metrics(self, context: Context) -> Iterable[Metric]:
        yield from _winter_metrics(context)
        yield from _nest_metrics(context)
        yield from _sun_metrics(context)

    def moments(self, context: Context, at: int | None) -> Moments:
        months = context.once(_months)
        coldest = min(range(12), key=lambda i: months[i].out_c)
        return Moments(label="Month", names=MONTHS, at=coldest if at is None else at % 12, table="months")

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        yield _months_table(context.once(_months))
        yield _parts_table(context.once(winter_in), context.once(_months)[asked.shown], MONTHS[asked.shown])
        yield _combs_table(context)
        yield _walls_table(context)
        yield stack_table(context)

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        winter, month = context.once(winter_in), context.once(_months)[asked.shown]
        heats = winter.part_w(month.out_c, month.in_c)
        names = [*(face.name for face in winter.shell.faces), "Air"]
        yield heat_drawing(winter, dict(zip(names, heats, strict=True)), MONTHS[asked.shown])
        yield bands_drawing(winter, context.once(nest_in))

    def charts(self, context: Context, asked: Asked) -> Iterable[Chart]:
        yield year_chart(context.once(winter_in))

    def helps(self, context: Context) -> tuple[Mend, ...]:
        return improved(context, self.name, _candidates(context), partial(_saves, context.once(winter_in).honey_kg))

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        return winter_forms(context.main, tuple(round(comb.band_mm, 1) for comb in context.once(nest_in).combs))

    def notes(self, context: Context) -> Iterable[str]:
        return (*_staying(context), *_assumptions(context.once(winter_in)))


def _staying(context: Context) -> Iterator[str]:
    """Which supers and chambers stay, where the hive has any, and which of them are in the heat that is reckoned."""
    plan = context.once(year_in)
    if plan.nest.further:
        stay = [each.title for each in plan.stays]
        off = [each.title for each in plan.nest.further if each not in plan.stays]
        if stay:
            yield f"By the plan {', '.join(stay)} stay for the winter: the run doesn’t hold the stores."
        if off:
            yield f"By the plan come off or are shut for the winter: {', '.join(off)}."
    boxes = boxes_on(context.whole, settings_of(context.hive)[1], plan)
    if boxes:
        yield f"Reckoned with {', '.join(b.name for b in boxes)} over the nest: their walls let heat out too."
    if airs(context.whole, boxes):
        yield "A box with vents stands over the nest: the top is reckoned as vented, whatever is chosen."


_metric = Numbers("winter", _MEMORY)


def _winter_metrics(context: Context) -> Iterator[Metric]:
    winter, nest = context.once(winter_in), context.once(nest_in)
    c, days = winter.c, winter.clustered or winter.days
    mean = sum(day.heat_w for day in days) / len(days)
    limit, walls, air = (
        given("Tc", "bees cluster below", amount(c["clusters_below"], "C")),
        winter.shell.ua,
        winter.vent_w_k,
    )
    clusters = simulated(
        "days of the year whose mean outside lies under Tc", limit, check=text("of {all}", all=count(len(winter.days)))
    )
    heat = simulated(
        "mean over the days in cluster of the greater of the bees’ rest and (shell − outside) / (1/(h·A) + 1/UA)",
        given("h", "film of the cluster", amount(c["cluster_film"], "W/m2K")),
        given("A", "its surface", amount(1e4 * winter.cluster.area, "cm2")),
        given("UA", "walls and air let through", amount(winter.ua, "W/K")),
        check=text("what the honey gives: {mj} MJ", mj=amount(winter.honey_kg * c["honey_mj"], "number")),
    )
    honey = computed(
        f"m = Q·n·{DAY_S:.0f} / (e·1000000)",
        given("Q", "heat on a winter day", amount(mean, "W")),
        given("n", "days in cluster", count(len(winter.clustered))),
        given("e", "MJ that a kilogram of honey gives", amount(c["honey_mj"], "number")),
    )
    stores = simulated(
        "honey in the hive on the day it is made ready, in the year’s plan",
        check=text("eaten over the winter: {kg}", kg=kilograms(winter.honey_kg)),
    )
    through = computed(
        "UA = W + G", given("W", "walls, floor and top", amount(walls, "W/K")), given("G", "air", amount(air, "W/K"))
    )
    damp = simulated(
        "mean over the days in cluster of the water that the bees give off in the air let through, against what air of "
        "that warmth can hold",
        given("V", "heat that goes with the air", amount(air, "W/K")),
        check=text("to aim at: {aim}", aim=amount(c["humidity_aim"], "%")),
    )
    days_in = float(len(winter.clustered))
    yield _metric("days", "Clustered on", _WINTER, "count", (days_in, clusters), gloss="Days of a year.")
    yield _metric("honey_kg", "Honey burnt over the winter", _WINTER, "kg", honey)
    yield _metric("stores_kg", "Honey in it", _WINTER, "kg", (nest.present_kg, stores))
    yield _metric("heat_w", "Heat on a winter day", _WINTER, "W", (mean, heat))
    yield _metric("ua_w_k", "Walls and air let through", _WINTER, "W/K", through)
    yield _metric("humidity", "Mean humidity inside", _WINTER, "%", (winter.humidity, damp))


def _nest_metrics(context: Context) -> Iterator[Metric]:
    winter, nest = context.once(winter_in), context.once(nest_in)
    c, cluster = winter.c, winter.cluster
    band = computed(
        "b = n·c",
        given("n", "days shut in" if nest.typed else "days in cluster", count(nest.days)),
        given("c", "climbed a day", mm(c["climb"])),
    )
    least = computed(
        "d = b + k", given("b", "band of honey", mm(nest.band_mm)), given("k", "the cluster’s own", mm(nest.cluster_mm))
    )
    ball = read_off(
        "the spheroid that holds the bees between comb, walls and followers",
        given("n", "bees", count(winter.wintering.bees)),
        given("v", "mL a bee", amount(c["bee_ml"], "number")),
    )
    more = computed(
        "p = (S / B − 1)·100",
        given("S", "the cluster’s surface", amount(1e4 * cluster.area, "cm2")),
        given("B", "a ball’s as large", amount(1e4 * cluster.sphere_area, "cm2")),
    )
    comb = read_off("the comb of the carrier that most brood hangs on")
    eaten = "Band of honey the cluster eats climbing"
    yield _metric("band_mm", eaten, _NEST, "mm", band, gloss="Honey that has to stand above it, in depth of comb.")
    yield _metric("least_comb_mm", "Comb it needs to climb", _NEST, "mm", least)
    yield _metric("comb_mm", "Comb here is deep", _NEST, "mm", (nest.comb_mm, comb), GEOMETRY)
    yield _metric("unbroken_mm", "Of it unbroken", _NEST, "mm", (nest.unbroken_mm, comb), GEOMETRY)
    yield _metric("across_mm", "Cluster, across", _NEST, "mm", (2000 * cluster.across, ball))
    yield _metric("tall_mm", "Cluster, tall", _NEST, "mm", (2000 * cluster.upright, ball))
    yield _metric("more", "More surface than a ball", _NEST, "%", more, GEOMETRY)


def _sun_metrics(context: Context) -> Iterator[Metric]:
    winter, day = context.once(winter_in), context.once(summer_in)
    c = winter.c
    top = next(face for face in winter.shell.faces if face.name == "Top")
    afternoon = computed(
        "Ta = Tm + d",
        given("Tm", "mean of the warmest month", amount(day.air_c - c["hot_day"], "C")),
        given("d", "a hot afternoon above it", amount(c["hot_day"], "C")),
    )
    roof = computed(
        "Tr = Ta + a·I / h",
        given("Ta", "air", amount(day.air_c, "C")),
        given("a", "part of the sun that the roof takes", amount(c["roof_takes"], "part")),
        given("I", "sun", amount(sun_of(winter), "W/m2")),
        given("h", "film of the roof", amount(c["roof_film"], "W/m2K")),
    )
    heat = computed(
        "Q = U·A / 10000·(Tr − N)",
        given("U", "the top lets through", amount(top.u, "W/m2K")),
        given("A", "its inside area", amount(1e4 * top.area, "cm2")),
        given("Tr", "sunlit roof", amount(day.roof_c, "C")),
        given("N", "nest", amount(day.nest_c, "C")),
    )
    under = computed(
        "Tu = N + U·(Tr − N)·r",
        *(each for each in heat[1].inputs if each.symbol != "A"),
        given("r", "resistance of the inside surface", amount(c["rsi_down"], "number")),
    )
    yield _metric("hot_c", "Air on a hot afternoon", _SUN, "C", afternoon)
    yield _metric("roof_c", "Roof in the sun", _SUN, "C", roof, gloss="Sol-air temperature.")
    yield _metric("under_c", "Under the top", _SUN, "C", under, gloss="Comb slumps where it is too warm.")
    yield _metric("sun_w", "Heat that comes in through it", _SUN, "W", heat)


def _months(context: Context) -> tuple[Month, ...]:
    winter, found = context.once(winter_in), []
    for number in range(12):
        days = winter.month(number)
        cold = [day for day in days if day.clustered]
        found.append(
            Month(
                out_c=sum(day.out_c for day in days) / len(days),
                in_c=sum(day.in_c for day in days) / len(days),
                heat_w=sum(day.heat_w for day in days) / len(days),
                honey_kg=sum(day.honey_kg for day in cold),
                humidity=sum(day.humidity for day in days) / len(days),
                wet_days=sum(bool(day.wet) for day in cold),
            )
        )
    return tuple(found)


def _months_table(months: tuple[Month, ...]) -> Table:
    return Table(
        key="months",
        title="Month by month",
        columns=("Month", "outside", "air round the cluster", "heat", "honey", "humidity", "wet days"),
        lines=tuple(
            Line(
                cells=(
                    text(name),
                    amount(month.out_c, "C"),
                    amount(month.in_c, "C"),
                    amount(month.heat_w, "W"),
                    kilograms(month.honey_kg),
                    amount(month.humidity, "%"),
                    count(month.wet_days),
                )
            )
            for name, month in zip(MONTHS, months, strict=True)
        ),
        folded=True,
    )


def _parts_table(winter: Winter, month: Month, name: str) -> Table:
    warm = (
        given("Ti", "inside, mean of the month", amount(month.in_c, "C")),
        given("To", "outside", amount(month.out_c, "C")),
    )
    lines = []
    for index, (face, ua) in enumerate(zip(winter.shell.faces, winter.shell.by_face, strict=True)):
        heat, working = computed(_THROUGH, *_of_face(winter.shell, index), *warm)
        cells = (text(face.name), amount(ua, "W/K"), amount(heat, "W"), count(winter.wet_days(index)))
        lines.append(Line(cells=cells, working=working))
    heat, working = computed("Q = G·(Ti − To)", given("G", "air let through", amount(winter.vent_w_k, "W/K")), *warm)
    lines.append(
        Line(cells=(text("Air"), amount(winter.vent_w_k, "W/K"), amount(heat, "W"), text("")), working=working)
    )
    columns = ("Part", "lets through", "heat", "wet days")
    return Table(key="parts", title=f"Heat by part, {name}", columns=columns, lines=tuple(lines))


# Edges and corners are shared by the faces that meet there: half of 0.54 a side, a third of 0.15.
_THROUGH = "Q = U·(A/10000 + 0.27·t·e/1000000 + 0.05·t²·k/1000000)·(Ti − To)"


def _of_face(shell: Shell, at: int) -> tuple[Input, ...]:
    face = shell.faces[at]
    edges = sum(long for i, j, long in shell.edges if at in (i, j))
    return (
        given("U", "lets through, with both surfaces", amount(face.u, "W/m2K")),
        given("A", "inside area", amount(1e4 * face.area, "cm2")),
        given("t", "thick", mm(1000 * face.thick)),
        given("e", "edges where it meets others", mm(1000 * edges)),
        given("k", "corners", count(sum(at in corner for corner in shell.corners))),
    )


def _combs_table(context: Context) -> Table:
    lines = tuple(
        Line(cells=(count(comb.number), text(comb.verdict), kilograms(comb.honey_kg), mm(comb.band_mm)), why=comb.why)
        for comb in context.once(nest_in).combs
    )
    columns = ("Comb", "to do", "honey", "band")
    return Table(key="combs", title="Comb by comb", columns=columns, lines=lines, folded=True)


def _walls_table(context: Context) -> Table:
    lines = []
    for name, layers in WALLS.items():
        other = Context(with_walls(context.hive, context.main.box, layers)).once(winter_in)
        wet = sum(bool(day.wet) for day in other.clustered)
        lines.append(Line(cells=(text(name), kilograms(other.honey_kg), count(wet))))
    return Table(key="walls", title="In other walls", columns=("Walls", "honey", "wet days"), lines=tuple(lines))


def _candidates(context: Context) -> Iterator[Candidate]:
    """Changes that may save honey."""
    hive, box = context.hive, context.main.box
    for item in hive.chambers[box].run.items:
        at = f"/chambers/{box}/run/items/{item.id}"
        if isinstance(item, Gap) and item.purpose != "straw" and item.length_mm > _LEAST_GAP_MM:
            words = text("Fill the gap of {gap} with straw or chips", gap=mm(item.length_mm))
            yield Candidate(words, (SetField(path=f"{at}/purpose", text="straw"),))
        if isinstance(item, Follower) and not item.insulated:
            words = text(f"Insulate the {item.side} follower, 20 mm of cork")
            yield Candidate(words, (SetField(path=f"{at}/insulated", text="yes"),))
    yield Candidate(_top_words(hive), (InsulateTop(),))
    yield Candidate(text("Clad the walls with 20 mm of cork"), (CladWalls(),))
    combs = context.once(winter_in).run.combs
    if combs > 3 and any(isinstance(item, Follower) for item in hive.chambers[box].run.items):
        fewer = SetField(path="/wintering/combs", text=str(combs - 1))
        yield Candidate(text("Winter on {combs} combs", combs=count(combs - 1)), (fewer,))
    if settings_of(hive)[1].school == "vented":
        yield Candidate(text("Seal the top"), (SetField(path="/wintering/school", text="sealed"),))


def _top_words(hive: Hive) -> Text:
    if insulating_mm(hive):
        return text("Double the top’s insulation, to {thick}", thick=mm(2 * insulating_mm(hive)))
    return text("Insulate the top with 40 mm of wood fibre")


def _saves(now_kg: float, after: Context) -> Gain | None:
    winter = after.once(winter_in)
    saved = now_kg - winter.honey_kg
    if saved <= _LEAST_SAVED_KG:
        return None
    wet = sum(bool(day.wet) for day in winter.clustered)
    words = "saves {saved}: then {honey} over the winter, {wet} wet days"
    return Gain(saved, text(words, saved=kilograms(saved), honey=kilograms(winter.honey_kg), wet=count(wet)))


def _assumptions(winter: Winter) -> Iterator[str]:
    c, vented = winter.c, winter.wintering.school == "vented"
    air = c["flow_vented" if vented else "flow_sealed"]
    if winter.draught.flow_l_s > 0:
        yield (
            f"Between low and high openings, {winter.draught.apart_mm:.0f} mm apart, another "
            f"{winter.draught.flow_l_s:.2f} L of air go through in a second: it takes heat, and carries water off. "
            "Keepers who open the top want it dry; those who shut it want it warm."
        )
    yield (
        f"Outside air is {winter.wintering.humidity:.0f} % humid; a {'vented' if vented else 'sealed'} top lets "
        f"{air:.2f} L of air through in a second."
    )
    yield (
        f"The cluster’s shell is at {c['shell_broodless']:.0f} °C without brood; over brood, on "
        f"{c['brood_share'] * 100:.0f} % of it, at {c['shell_brooding']:.1f} °C."
    )
    if winter.a.chamber.litter.kind == "deep":
        volume = winter.a.litter_mm * winter.run.long_mm * winter.a.section.floor_mm / 1e9
        kg = volume * c["litter_density"] * c["litter_water"]
        yield (
            f"The litter under the run can take up about {kg:.1f} kg of water, an assumption: "
            f"{c['litter_water'] * 100:.0f} % of its dry mass."
        )
