"""Numbers of a comb that is grown free, from a bar or fixed."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, mm
from sabaka_core.base.sources import KEEPER
from sabaka_core.combs.curves import Catenary
from sabaka_core.document.combs import TopBar
from sabaka_core.hive.analysis import Analysis, BarOutlines
from sabaka_core.kit.metrics import Metric
from sabaka_core.kit.tables import practice
from sabaka_core.show.numbers.contents import cells_in, density_of_cells, honey_in, sag
from sabaka_core.show.numbers.maker import HANGING, MetricWords, known, read, worked


def comb_numbers(a: Analysis) -> Iterator[Metric]:
    """Depth, width, areas and clearances of a comb in the middle of the run, and what it holds."""
    comb, bar = a.comb, a.main
    if comb is None or bar is None:
        return
    yield _depth(a, comb)
    yield _width(a, comb)
    yield from _areas(a, comb)
    yield from _clearances(a, comb)
    yield density_of_cells(a)
    area = known("A", "predicted, one side", comb.predicted_area_mm2 / 100, "cm2")
    yield cells_in(a, "Cells in a comb, both sides", area, source=HANGING)
    yield honey_in(bar, "Honey in a full comb", area)
    if isinstance(bar, TopBar):
        yield sag(a, a.honey_kg(bar), comb.width_mm, bar.width_mm, bar.thickness_mm)


def _depth(a: Analysis, comb: BarOutlines) -> Metric:
    return worked(
        "comb.depth_mm",
        "Comb hangs",
        "mm",
        "h = max(H − l − g, 1)",
        known("H", "height", a.section.height_mm, "mm"),
        known("l", "litter", a.litter_mm, "mm", KEEPER),
        known("g", "floor gap", a.hive.choices.floor_gap_mm, "mm", KEEPER),
    )


def _width(a: Analysis, comb: BarOutlines) -> Metric:
    key, label, bar = "comb.width_mm", "Comb is wide at the bar", a.main
    space = known("b", "bee space", a.hive.choices.bee_space_mm, "mm", KEEPER)
    guide = known("g", "guide", bar.guide.length_mm if isinstance(bar, TopBar) else comb.width_mm, "mm", KEEPER)
    if a.trapezoid is None:
        return read(key, label, mm(comb.width_mm), "the lesser of the guide and the room at the bars", guide, space)
    top = known("Wt", "top width", a.trapezoid.top_mm, "mm")
    slope = known("θ", "slope", a.trapezoid.slope_deg, "deg")
    if not isinstance(bar, TopBar):
        return worked(key, label, "mm", "w = Wt − 2·b / cos(θ)", top, space, slope)
    return worked(key, label, "mm", "w = min(g, Wt − 2·b / cos(θ))", guide, top, space, slope)


def _areas(a: Analysis, comb: BarOutlines) -> Iterator[Metric]:
    limit = known("l", "limit", comb.limit_area_mm2 / 100, "cm2")
    free = known("F", "free comb", comb.free_area_mm2 / 100, "cm2")
    beyond = known("C", "of it beyond the limit", (comb.free_area_mm2 - comb.predicted_area_mm2) / 100, "cm2")
    area = known("A", "predicted, one side", comb.predicted_area_mm2 / 100, "cm2")
    yield read(
        "comb.limit_area_cm2",
        "Most a comb could fill, one side",
        limit.quantity,
        "inside the walls moved in by the bee space, down to the floor gap",
        known("h", "comb depth", comb.depth_mm, "mm"),
        known("b", "bee space", a.hive.choices.bee_space_mm, "mm", KEEPER),
    )
    yield _free(a, comb)
    yield worked(
        "comb.predicted_area_cm2",
        "Grown comb, one side",
        "cm2",
        "A = F − C",
        free,
        beyond,
        source=HANGING,
        headline=True,
        gloss="The comb the bees are expected to build in this cavity.",
    )
    yield worked("comb.predicted_both_sides_cm2", "Grown comb, both sides", "cm2", "2·A", area, source=HANGING)
    yield worked("comb.unused_area_cm2", "Left without comb", "cm2", "l − A", limit, area, source=HANGING)


def _free(a: Analysis, comb: BarOutlines) -> Metric:
    """The comb as its curve has it; where walls bend and a comb is fixed there is none, and it fills what it may."""
    key, label = "comb.free_area_cm2", f"Free comb ({a.hive.choices.comb_curve}), one side"
    width, depth = known("w", "width at the bar", comb.width_mm, "mm"), known("h", "comb depth", comb.depth_mm, "mm")
    words: MetricWords = {"source": HANGING, "gloss": "The comb as it would hang with no walls near."}
    match comb.free:
        case None:
            area = Quantity(value=comb.free_area_mm2 / 100, unit="cm2")
            return read(key, label, area, "fixed to the walls, it fills what it may", width, depth, **words)
        case Catenary(parameter_mm=own_mm):
            own = known("a", "the curve’s own length: w = 2·a·acosh(1 + h/a)", own_mm, "mm")
            formula = "F = ((h + a)·w − 2·a²·sinh(w / (2·a))) / 100"
            return worked(key, label, "cm2", formula, width, depth, own, **words)
        case _:
            return worked(key, label, "cm2", "F = 2/3·w·h / 100", width, depth, **words)


def _clearances(a: Analysis, comb: BarOutlines) -> Iterator[Metric]:
    width, depth = known("w", "width at the bar", comb.width_mm, "mm"), known("h", "comb depth", comb.depth_mm, "mm")
    touch = practice("bee_space")
    yield read(
        "comb.least_clearance_mm",
        "Least clearance to the wall",
        mm(comb.least_clearance_mm),
        "free comb to wall, square to the wall, at its tightest",
        width,
        depth,
        known("θ", "slope", a.trapezoid.slope_deg if a.trapezoid else 0.0, "deg"),
        source=HANGING,
        headline=True,
        gloss="Under 6 mm bees fasten the comb to the wall.",
    )
    yield read(
        "comb.least_clearance_depth_mm",
        "Tightest below the bars",
        mm(comb.tightest_depth_mm),
        "where the curve runs parallel to the wall",
        width,
        depth,
        source=HANGING,
    )
    yield read(
        "comb.contact_length_mm",
        "Wall nearer than the bee space, each side",
        mm(comb.contact_length_mm),
        "length of wall facing a free comb outside the limit",
        width,
        depth,
        source=HANGING,
    )
    yield read(
        "comb.touch_length_mm",
        "Wall the comb is fastened to, each side",
        mm(comb.along_wall_mm(comb.nearer_than(touch.span[0]))),
        "length of wall nearer than 6 mm to the free comb",
        known("b", "least open space", touch.span[0], "mm", touch.source),
        source=HANGING,
    )
