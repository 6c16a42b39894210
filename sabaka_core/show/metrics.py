"""The key numbers of a design, each with its working and source mark.

Keys are stable: files, tests and the screen refer to numbers by them (docs/metrics.md).
"""

from __future__ import annotations

from collections.abc import Iterator
from math import ceil

from sabaka_core.base.quantity import Quantity, Unit, deg, litres, mm
from sabaka_core.base.sources import COMMON, GEOMETRY, KEEPER, Source
from sabaka_core.combs.bars import deflection_mm
from sabaka_core.combs.contents import cells_per_cm2
from sabaka_core.combs.curves import Catenary
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.frames.catalogue import box_of
from sabaka_core.frames.parts import comb_area_mm2, unbroken_height_mm, wood_volume_mm3
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import FROM_MEMORY
from sabaka_core.hive.materials import density as density_of
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.metrics import Input, Metric, Working
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import opening_area_mm2
from sabaka_core.run.volumes import trough_area_mm2

TO_A_BOX = 10
HANGING = Source(mark="common practice", note="that combs hang in this curve; the area is geometry")
_SAW = (
    "Tilted cuts on narrow boards can kick back: keep the guard on, use push sticks and hold-downs, "
    "cut parallel edges from one fence setting, and follow your saw's manual."
)


def metrics(a: Analysis, hive: Whole) -> dict[str, Metric]:
    """Every key number of one chamber and of the whole hive, by its key."""
    comb = _framed_comb(a, a.main_frame) if a.main_frame else _comb(a)
    groups = (_section(a), _cavity(a), comb, _run(a), _hive(hive))
    return {metric.key: metric for group in groups for metric in group}


def _in(symbol: str, name: str, value: float, unit: Unit, source: Source | None = None) -> Input:
    return Input(symbol=symbol, name=name, quantity=Quantity(value=value, unit=unit), source=source)


def _metric(
    key: str,
    label: str,
    quantity: Quantity,
    formula: str,
    *inputs: Input,
    source: Source = GEOMETRY,
    gloss: str = "",
    caution: str = "",
    headline: bool = False,
) -> Metric:
    groups: dict[str, str] = {
        "section": "Section",
        "cavity": "Cavity",
        "comb": "Comb",
        "frame": "Frame",
        "run": "Run",
        "hive": "Hive",
    }
    return Metric(
        key=key,
        value=quantity.value,
        unit=quantity.unit,
        label=label,
        group=groups[key.split(".")[0]],
        working=Working(formula=formula, inputs=inputs),
        source=source,
        gloss=gloss,
        caution=caution,
        headline=headline,
    )


def _section(a: Analysis) -> Iterator[Metric]:
    if a.trapezoid is None:
        yield from _bent_section(a)
        return
    s, t = a.trapezoid, a.side_mm
    leans = abs(s.slope_deg) > 1e-9
    top, low = _in("Wt", "top width", s.top_mm, "mm"), _in("Wf", "floor width", s.floor_mm, "mm")
    height, slope = _in("H", "height", s.height_mm, "mm"), _in("θ", "slope", s.slope_deg, "deg")
    thick = _in("t", "side board", t, "mm", KEEPER)
    face = _in("s", "inside face", s.face_mm, "mm")
    yield _metric("section.top_mm", "Top width, inside", mm(s.top_mm), "Wt", top)
    yield _metric("section.floor_mm", "Floor width, inside", mm(s.floor_mm), "Wf = Wt − 2·H·tan θ", top, height, slope)
    yield _metric("section.height_mm", "Height, bars to floor", mm(s.height_mm), "H", height)
    yield _metric(
        "section.slope_from_vertical_deg",
        "Slope from the vertical",
        deg(s.slope_deg),
        "θ = atan((Wt − Wf) / 2H)",
        top,
        low,
        height,
        gloss="How far the side wall leans in, plumb being 0°.",
        headline=leans,
    )
    yield _metric(
        "section.slope_from_horizontal_deg",
        "Slope from the level",
        deg(90 - s.slope_deg),
        "90° − θ",
        slope,
        gloss="The same lean measured up from the floor.",
    )
    yield _metric("section.floor_angle_deg", "Inside angle at the floor", deg(90 + s.slope_deg), "90° + θ", slope)
    yield _metric(
        "section.bevel_deg",
        "Saw tilt, both long edges",
        deg(abs(s.slope_deg)),
        "|θ| from square",
        slope,
        gloss="Both long edges of a side board are cut at this tilt, parallel to each other.",
        caution=_SAW,
        headline=leans,
    )
    yield _metric("section.face_mm", "Inside face of the side", mm(s.face_mm), "s = H / cos θ", height, slope)
    yield _metric(
        "section.board_width_mm",
        "Board to buy, wide",
        mm(s.board_width_mm(t)),
        "s + t·tan |θ|",
        face,
        thick,
        slope,
        gloss="Width a side board has to have before its edges are bevelled, by its actual thickness.",
        headline=True,
    )
    yield _metric(
        "section.outside_top_mm",
        "Outside width at the top",
        mm(s.outside_top_mm(t)),
        "Wt + 2t / cos θ",
        top,
        thick,
        slope,
    )
    yield _metric(
        "section.floor_per_degree_mm",
        "A degree out moves the floor",
        Quantity(value=s.floor_shift_per_degree_mm(), unit="mm"),
        "2H·(π/180) / cos² θ, height held",
        height,
        slope,
        gloss="How far the floor width moves when the wall is set one degree wrong and the height is kept.",
        headline=leans,
    )
    yield _metric(
        "section.floor_per_degree_face_held_mm",
        "The same with the board already cut",
        mm(s.floor_shift_face_held_mm()),
        "2H·(π/180), face held",
        height,
    )
    yield _metric(
        "section.height_per_degree_face_held_mm",
        "and moves the height",
        mm(s.height_shift_face_held_mm()),
        "H·tan |θ|·(π/180), face held",
        height,
        slope,
    )
    yield _metric(
        "section.area_cm2",
        "Area of the section",
        Quantity(value=s.area_mm2 / 100, unit="cm2"),
        "(Wt + Wf) / 2 × H",
        top,
        low,
        height,
    )


def _bent_section(a: Analysis) -> Iterator[Metric]:
    """Sections whose side walls are not straight, and logs."""
    s = a.section
    top, height = _in("W", "width at the bars", s.top_mm, "mm"), _in("H", "height", s.height_mm, "mm")
    widest = 2 * max(x for x, _ in s.wall)
    yield _metric("section.top_mm", "Width at the bars, inside", mm(s.top_mm), "2 × half-width at depth 0", top)
    yield _metric("section.widest_mm", "Widest inside", mm(widest), "greatest width", top, headline=True)
    yield _metric("section.floor_mm", "Width at the floor", mm(s.floor_mm), "2 × half-width at depth H", height)
    yield _metric("section.height_mm", "Height, bars to floor", mm(s.height_mm), "H", height, headline=True)
    yield _metric(
        "section.area_cm2",
        "Area of the section",
        Quantity(value=s.area_mm2 / 100, unit="cm2"),
        "∫ width over the depth",
        top,
        height,
    )


def _cavity(a: Analysis) -> Iterator[Metric]:
    v, length = a.volumes, _in("L", "inside length", a.run_mm, "mm")
    area = _in("A", "section", a.section.area_mm2 / 100, "cm2")
    net = _in("An", "section less litter", v.net_mm2 / 100, "cm2")
    nest = _in("N", "between the followers", v.nest_mm, "mm")
    spacers = _in("S", "spacers and fillers", v.spacers_l, "L")
    box = practice("box_deep_ten")
    yield _metric("cavity.length_mm", "Inside length of the run", mm(a.run_mm), "L", length, source=KEEPER)
    yield _metric(
        "cavity.whole_l",
        "Whole cavity",
        litres(v.whole_l),
        "π/12·L·(D² + D·d + d²)" if a.cavity.varies else "A × L",
        area,
        length,
        headline=True,
        gloss="Everything between the end walls under the bars; litter, followers and gaps included.",
    )
    yield _metric(
        "cavity.occupied_l",
        "Between the followers",
        litres(v.occupied_l),
        "An × N − S",
        net,
        nest,
        spacers,
        headline=True,
        gloss="The room the colony has now.",
    )
    yield _metric(
        "cavity.near_gap_l",
        "Behind the near follower",
        litres(v.near_gap_l),
        "An × near stretch",
        net,
        _in("n", "near stretch", v.near_mm, "mm"),
    )
    yield _metric(
        "cavity.far_gap_l",
        "Behind the far follower",
        litres(v.far_gap_l),
        "An × far stretch",
        net,
        _in("f", "far stretch", v.far_mm, "mm"),
    )
    yield _metric(
        "cavity.boards_l",
        "Taken by the followers",
        litres(v.boards_l),
        "An × t + S",
        net,
        spacers,
        _in("t", "both boards", v.boards_mm, "mm"),
    )
    yield _metric(
        "cavity.litter_l",
        "Taken by litter",
        litres(v.litter_l),
        "section under its top × L",
        _in("l", "litter depth", a.litter_mm, "mm", KEEPER),
        length,
    )
    trough = a.chamber.litter
    yield _metric(
        "cavity.trough_l",
        "In a trough below the floor",
        litres(trough_area_mm2(a.chamber) * a.run_mm / 1e6),
        "π/4 × wide × deep × L, not part of the cavity",
        _in("w", "wide", trough.width_mm, "mm", KEEPER),
        _in("d", "deep", trough.sunk_mm, "mm", KEEPER),
        length,
    )
    yield _metric(
        "cavity.equivalent_boxes",
        "Whole, as ten-frame deep boxes",
        Quantity(value=v.equivalent_boxes, unit="boxes"),
        "whole / box",
        _in("V", "whole cavity", v.whole_l, "L"),
        _in("b", "one box", box.number, "L", box.source),
        gloss="The same room in stacked boxes of ten Langstroth deep frames.",
    )


def _comb(a: Analysis) -> Iterator[Metric]:
    comb, bar, choices = a.comb, a.main, a.hive.choices
    if comb is None or bar is None:
        return
    width = _in("w", "width at the bar", comb.width_mm, "mm")
    depth = _in("h", "comb depth", comb.depth_mm, "mm")
    curve = choices.comb_curve
    free_formula = "⅔·w·h" if curve == "parabola" else "(h + a)·w − 2a²·sinh(w / 2a), with w = 2a·acosh(1 + h/a)"
    predicted = Quantity(value=comb.predicted_area_mm2 / 100, unit="cm2")
    area = _in("A", "predicted, one side", predicted.value, "cm2")
    cell = _in("c", "cell size", choices.cell_mm, "mm", KEEPER)
    density = cells_per_cm2(choices.cell_mm)
    yield _metric(
        "comb.depth_mm",
        "Comb hangs",
        mm(comb.depth_mm),
        "H − litter − floor gap",
        _in("H", "height", a.section.height_mm, "mm"),
        _in("l", "litter", a.litter_mm, "mm", KEEPER),
        _in("g", "floor gap", choices.floor_gap_mm, "mm", KEEPER),
    )
    yield _metric(
        "comb.width_mm",
        "Comb is wide at the bar",
        mm(comb.width_mm),
        "the lesser of guide and Wt − 2·bee space / cos θ",
        _in("g", "guide", bar.guide.length_mm if isinstance(bar, TopBar) else comb.width_mm, "mm", KEEPER),
        _in("b", "bee space", choices.bee_space_mm, "mm", KEEPER),
    )
    yield _metric(
        "comb.limit_area_cm2",
        "Most a comb could fill, one side",
        Quantity(value=comb.limit_area_mm2 / 100, unit="cm2"),
        "walls moved in by the bee space, down to the floor gap",
        depth,
        _in("b", "bee space", choices.bee_space_mm, "mm", KEEPER),
    )
    free = comb.free
    given = (
        (width, depth, _in("a", "the curve’s own length", free.parameter_mm, "mm"))
        if isinstance(free, Catenary)
        else (width, depth)
    )
    yield _metric(
        "comb.free_area_cm2",
        f"Free comb ({curve}), one side",
        Quantity(value=comb.free_area_mm2 / 100, unit="cm2"),
        free_formula,
        *given,
        source=HANGING,
        gloss="The comb as it would hang with no walls near.",
    )
    yield _metric(
        "comb.predicted_area_cm2",
        "Grown comb, one side",
        predicted,
        "A = F − C, the free comb without what lies beyond the limit",
        _in("F", "free comb", comb.free_area_mm2 / 100, "cm2"),
        _in("C", "of it beyond the limit", (comb.free_area_mm2 - comb.predicted_area_mm2) / 100, "cm2"),
        source=HANGING,
        headline=True,
        gloss="The comb the bees are expected to build in this cavity.",
    )
    yield _metric(
        "comb.predicted_both_sides_cm2",
        "Grown comb, both sides",
        Quantity(value=2 * predicted.value, unit="cm2"),
        "2 × A",
        area,
        source=HANGING,
    )
    yield _metric(
        "comb.unused_area_cm2",
        "Left without comb",
        Quantity(value=comb.unused_area_mm2 / 100, unit="cm2"),
        "limit − grown comb",
        _in("l", "limit", comb.limit_area_mm2 / 100, "cm2"),
        area,
        source=HANGING,
    )
    yield _metric(
        "comb.least_clearance_mm",
        "Least clearance to the wall",
        mm(comb.least_clearance_mm),
        "free comb to wall, square to the wall, at its tightest",
        width,
        depth,
        _in("θ", "slope", a.trapezoid.slope_deg if a.trapezoid else 0.0, "deg"),
        source=HANGING,
        headline=True,
        gloss="Under 6 mm bees fasten the comb to the wall.",
    )
    yield _metric(
        "comb.least_clearance_depth_mm",
        "Tightest below the bars",
        mm(comb.tightest_depth_mm),
        "where the curve runs parallel to the wall",
        width,
        depth,
        source=HANGING,
    )
    yield _metric(
        "comb.contact_length_mm",
        "Wall nearer than the bee space, each side",
        mm(comb.contact_length_mm),
        "length of wall facing a free comb outside the limit",
        width,
        depth,
        source=HANGING,
    )
    touch = practice("bee_space")
    yield _metric(
        "comb.touch_length_mm",
        "Wall the comb is fastened to, each side",
        mm(comb.along_wall_mm(comb.nearer_than(touch.span[0]))),
        "length of wall nearer than 6 mm to the free comb",
        _in("b", "least open space", touch.span[0], "mm", touch.source),
        source=HANGING,
    )
    yield _metric(
        "comb.cells_per_cm2", "Cells on one side", Quantity(value=density, unit="per cm2"), "2 / (√3·c²)", cell
    )
    yield _metric(
        "comb.cells_both_sides",
        "Cells in a comb, both sides",
        Quantity(value=2 * predicted.value * density, unit="count"),
        "2 × A × cells for the area",
        area,
        _in("n", "cells", density, "per cm2"),
        source=HANGING,
    )
    fill, heavy, passage = practice("comb_fill"), practice("honey_density"), practice("comb_passage")
    full = a.honey_kg(bar)
    yield _metric(
        "comb.honey_kg",
        "Honey in a full comb",
        Quantity(value=full, unit="kg"),
        "A × (spacing − passage) × density × fill",
        area,
        _in("p", "spacing", bar.spacing_mm, "mm", KEEPER),
        _in("q", "passage", passage.number, "mm", passage.source),
        _in("ρ", "density", heavy.number, "kg/L", heavy.source),
        _in("f", "fill", fill.number, "part", fill.source),
        source=heavy.source,
        headline=True,
    )
    if isinstance(bar, TopBar):
        sag = deflection_mm(full, a.section.top_mm, comb.width_mm, bar.width_mm, bar.thickness_mm)
        yield _sag(a, sag, full, comb.width_mm)


def _sag(a: Analysis, sag_mm: float, full_kg: float, loaded_mm: float) -> Metric:
    stiff = practice("wood_stiffness")
    return _metric(
        "comb.bar_sag_mm",
        "Bar sags under it",
        mm(sag_mm),
        "m·g·(8L³ − 4Lc² + c³) / 384EI",
        _in("m", "comb", full_kg, "kg"),
        _in("L", "span", a.section.top_mm, "mm"),
        _in("c", "comb width", loaded_mm, "mm"),
        _in("E", "stiffness", stiff.number, "N/mm2", stiff.source),
        source=stiff.source,
    )


def _framed_comb(a: Analysis, frame: Frame) -> Iterator[Metric]:
    """Comb in frames: the frame decides its size, the chamber whether it fits."""
    area = comb_area_mm2(frame)
    one = Quantity(value=area / 100, unit="cm2")
    density = cells_per_cm2(a.hive.choices.cell_mm)
    sizes = _in("A", "all fields of the frame", one.value, "cm2")
    yield _metric(
        "comb.predicted_area_cm2",
        "Comb in a full frame, one side",
        one,
        "inside width × inside height of each field",
        sizes,
        headline=True,
    )
    yield _metric(
        "comb.predicted_both_sides_cm2",
        "Comb in a full frame, both sides",
        Quantity(value=2 * one.value, unit="cm2"),
        "2 × A",
        sizes,
    )
    yield _metric(
        "comb.cells_both_sides",
        "Cells in a frame, both sides",
        Quantity(value=2 * one.value * density, unit="count"),
        "2 × A × cells for the area",
        sizes,
        _in("n", "cells", density, "per cm2"),
        headline=True,
    )
    full = a.honey_kg(frame)
    fill, heavy, passage = practice("comb_fill"), practice("honey_density"), practice("comb_passage")
    yield _metric(
        "comb.honey_kg",
        "Honey in a full frame",
        Quantity(value=full, unit="kg"),
        "A × (spacing − passage) × density × fill",
        sizes,
        _in("p", "spacing", frame.spacing_mm, "mm", KEEPER),
        _in("q", "passage", passage.number, "mm", passage.source),
        _in("ρ", "density", heavy.number, "kg/L", heavy.source),
        _in("f", "fill", fill.number, "part", fill.source),
        source=heavy.source,
        headline=True,
    )
    yield _metric(
        "frame.unbroken_mm",
        "Comb without a break, high",
        mm(unbroken_height_mm(frame)),
        "tallest field of the frame",
        sizes,
        gloss="Bars and gaps across the brood cut it in two; the queen and the winter cluster have to cross them.",
    )
    kg = wood_volume_mm3(frame) * density_of("softwood") / 1e9
    yield _metric(
        "frame.wood_kg",
        "Wood of a frame",
        Quantity(value=kg, unit="kg"),
        "volume of its parts × density",
        sizes,
        source=FROM_MEMORY,
    )
    fit = a.fit(frame)
    for gap, label in (
        ("side", "Beside the frame, each side"),
        ("under", "Under the frame"),
        ("over", "Over the frame, to the rim"),
    ):
        low, high = fit.ends(gap)
        yield _metric(
            f"frame.{gap}_mm",
            label,
            mm(getattr(fit.nominal, gap)),
            "chamber less frame, from the rest plane",
            _in("a", "at its least", low, "mm"),
            _in("b", "at its most", high, "mm"),
            headline=gap == "side",
            gloss="Least and most: the frame at both ends of its tolerance, the wood dry and wet.",
        )
    if a.chamber.rest.kind != "rods" and area > 0:
        loaded = a.hung_of(frame.id).width_mm
        sag = deflection_mm(full, a.section.top_mm, loaded, frame.top_bar_width_mm, frame.top_bar_thickness_mm)
        yield _sag(a, sag, full, loaded)


def _hive(hive: Whole) -> Iterator[Metric]:
    """The whole hive: what it holds and weighs."""
    number = _in("n", "comb places", hive.combs, "count")
    area = Quantity(value=2 * hive.comb_area_mm2 / 1e6, unit="m2")
    comb = _in("A", "comb, both sides", area.value, "m2")
    yield _metric(
        "hive.whole_l",
        "Hive holds",
        litres(hive.whole_l),
        "all chambers and supers",
        _in("s", "supers", hive.supers_l, "L"),
        headline=len(hive.chambers) > 1 or bool(hive.hive.supers),
    )
    yield _metric("hive.combs", "Comb places in the hive", Quantity(value=hive.combs, unit="count"), "counted", number)
    yield _metric(
        "hive.comb_area_m2",
        "Comb in the hive, both sides",
        area,
        "every comb, by where it hangs",
        number,
        source=HANGING,
    )
    yield _metric(
        "hive.cells",
        "Worker cells in the hive",
        Quantity(value=hive.cells, unit="count"),
        "A × cells for the area",
        comb,
        source=HANGING,
    )
    heavy = practice("honey_density").source
    yield _metric(
        "hive.honey_kg",
        "Honey when all of it is full",
        Quantity(value=hive.honey_kg, unit="kg"),
        "each comb by its spacing",
        comb,
        source=heavy,
    )
    yield _metric(
        "hive.empty_kg",
        "Hive, empty",
        Quantity(value=hive.empty_kg, unit="kg"),
        "walls, floor, lid, bars and frames × density",
        _in("l", "lid", hive.lid_kg, "kg", practice("lid_mass").source),
        source=FROM_MEMORY,
    )
    yield _metric(
        "hive.full_kg",
        "Hive, every comb full of honey",
        Quantity(value=hive.full_kg, unit="kg"),
        "empty + honey",
        _in("e", "empty", hive.empty_kg, "kg"),
        _in("h", "honey", hive.honey_kg, "kg"),
        source=heavy,
        caution="Never lift or move a hive like this alone; take combs out first.",
    )
    stand = hive.hive.stand.height_mm if hive.hive.stand else 0.0
    rim = stand + max(stack.top_mm for stack in hive.stacks)
    yield _metric(
        "hive.rim_mm",
        "Topmost rim above the ground",
        mm(rim),
        "stand + tallest stack",
        _in("s", "stand", stand, "mm", KEEPER),
        _in("h", "tallest stack", rim - stand, "mm"),
        gloss="How high the hands have to go over a box set on it.",
    )
    frame = next((a.main_frame for a in hive.chambers if a.main_frame), None)
    box = None if frame is None else box_of(frame.standard)
    if box is not None and frame is not None and frame.make == "plain":
        boxes = ceil(hive.combs / TO_A_BOX)
        yield _metric(
            "hive.stack_replaced_mm",
            "The stack it stands for, high",
            mm(boxes * box.height_mm),
            "its combs ten to a box, boxes × height",
            _in("b", "boxes", boxes, "count"),
            _in("h", "one box", box.height_mm, "mm"),
            source=COMMON,
            gloss="How high the same frames would stand in boxes on each other, without a stand.",
        )
    tallest = max(hive.stacks, key=lambda stack: stack.height_mm / stack.base_mm)
    yield _metric(
        "hive.tipping_deg",
        "Leans so far before it tips",
        Quantity(value=tallest.tipping_deg, unit="deg"),
        "atan(foot / height), its weight at half height",
        _in("b", "shorter side of the foot", tallest.base_mm, "mm"),
        _in("h", "height", tallest.height_mm, "mm"),
    )


def _run(a: Analysis) -> Iterator[Metric]:
    run = a.layout
    length = _in("L", "box", run.length_mm, "mm", KEEPER)
    total = _in("Σ", "items of the run", run.total_mm, "mm")
    inside, everywhere = len(run.nest_combs), len(run.combs)
    yield _metric(
        "run.bars",
        f"{a.place_word.capitalize()}s in the box",
        Quantity(value=everywhere, unit="count"),
        "bars counted",
        total,
        source=KEEPER,
    )
    yield _metric(
        "run.bars_between",
        f"{a.place_word.capitalize()}s between the followers",
        Quantity(value=inside, unit="count"),
        "bars counted",
        total,
        source=KEEPER,
        headline=True,
    )
    area = 2 * a.comb_area_mm2
    yield _metric(
        "run.comb_area_m2",
        "Comb on them, both sides",
        Quantity(value=area / 1e6, unit="m2"),
        "2 × grown comb, each bar by its kind",
        _in("n", "bars", inside, "count"),
        source=HANGING,
        headline=True,
    )
    yield _metric(
        "run.leftover_mm",
        "Left over in the box",
        mm(run.leftover_mm),
        "L − Σ",
        length,
        total,
        gloss="What a shim would have to fill. Negative when the run is too long for the box.",
    )
    yield _metric("run.fit_length_mm", "Box that fits exactly", mm(run.total_mm), "Σ", total)
    yield _metric(
        "run.follower_near_mm",
        "Near follower's face",
        mm(run.nest_start_mm),
        "running sum from the near end wall",
        total,
        gloss="Where the near follower's face toward the combs stands; 0 when there is none.",
    )
    yield _metric(
        "run.follower_far_mm",
        "Far follower's face",
        mm(run.nest_end_mm),
        "running sum from the near end wall",
        total,
        gloss="Where the far follower's face toward the combs stands; the box length when there is none.",
    )
    open_mm2 = sum(opening_area_mm2(e.entrance) for e in a.entrances if e.entrance.is_open)
    yield _metric(
        "run.entrance_area_cm2",
        "Entrances open",
        Quantity(value=open_mm2 / 100, unit="cm2"),
        "areas of the open ones",
        _in("n", "open entrances", sum(e.entrance.is_open for e in a.entrances), "count"),
        source=COMMON,
    )
