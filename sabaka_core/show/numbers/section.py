"""Numbers of a chamber's section."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, mm
from sabaka_core.base.sources import KEEPER
from sabaka_core.geometry.trapezoid import Trapezoid
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.numbers.maker import known, read, worked

_SAW = (
    "Tilted cuts on narrow boards can kick back: keep the guard on, use push sticks and hold-downs, "
    "cut parallel edges from one fence setting, and follow your saw's manual."
)


def section_numbers(a: Analysis) -> Iterator[Metric]:
    """Widths, height, slope and the boards that they take."""
    if a.trapezoid is None:
        yield from _bent(a)
    else:
        yield from _sizes(a.trapezoid)
        yield from _boards(a.trapezoid, a.side_mm)
        yield from _out_of_true(a.trapezoid)


def _sizes(s: Trapezoid) -> Iterator[Metric]:
    top, low = known("Wt", "top width", s.top_mm, "mm"), known("Wf", "floor width", s.floor_mm, "mm")
    height, slope = known("H", "height", s.height_mm, "mm"), known("θ", "slope", s.slope_deg, "deg")
    yield read("section.top_mm", "Top width, inside", mm(s.top_mm), "between the walls at the bars", top)
    yield worked("section.floor_mm", "Floor width, inside", "mm", "Wf = Wt − 2·H·tan(θ)", top, height, slope)
    yield read("section.height_mm", "Height, bars to floor", mm(s.height_mm), "square to the floor", height)
    yield worked(
        "section.slope_from_vertical_deg",
        "Slope from the vertical",
        "deg",
        "θ = deg(atan((Wt − Wf) / (2·H)))",
        top,
        low,
        height,
        gloss="How far the side wall leans in, plumb being 0°.",
        headline=_leans(s),
    )
    yield worked(
        "section.slope_from_horizontal_deg",
        "Slope from the level",
        "deg",
        "90 − deg(θ)",
        slope,
        gloss="The same lean measured up from the floor.",
    )
    yield worked("section.floor_angle_deg", "Inside angle at the floor", "deg", "90 + deg(θ)", slope)


def _boards(s: Trapezoid, thick_mm: float) -> Iterator[Metric]:
    top, height = known("Wt", "top width", s.top_mm, "mm"), known("H", "height", s.height_mm, "mm")
    slope, thick = known("θ", "slope", s.slope_deg, "deg"), known("t", "side board", thick_mm, "mm", KEEPER)
    face = known("s", "inside face", s.face_mm, "mm")
    yield worked(
        "section.bevel_deg",
        "Saw tilt, both long edges",
        "deg",
        "deg(abs(θ))",
        slope,
        gloss="Both long edges of a side board are cut at this tilt from square, parallel to each other.",
        caution=_SAW,
        headline=_leans(s),
    )
    yield worked("section.face_mm", "Inside face of the side", "mm", "s = H / cos(θ)", height, slope)
    yield worked(
        "section.board_width_mm",
        "Board to buy, wide",
        "mm",
        "s + t·tan(abs(θ))",
        face,
        thick,
        slope,
        gloss="Width a side board has to have before its edges are bevelled, by its actual thickness.",
        headline=True,
    )
    yield worked("section.outside_top_mm", "Outside width at the top", "mm", "Wt + 2·t / cos(θ)", top, thick, slope)


def _out_of_true(s: Trapezoid) -> Iterator[Metric]:
    """What a degree does."""
    top, low = known("Wt", "top width", s.top_mm, "mm"), known("Wf", "floor width", s.floor_mm, "mm")
    height, slope = known("H", "height", s.height_mm, "mm"), known("θ", "slope", s.slope_deg, "deg")
    yield worked(
        "section.floor_per_degree_mm",
        "A degree out moves the floor",
        "mm",
        "2·H·(π/180) / cos(θ)²",
        height,
        slope,
        gloss="How far the floor width moves when the wall is set one degree wrong and the height is kept.",
        headline=_leans(s),
    )
    yield worked(
        "section.floor_per_degree_face_held_mm", "The same with the board already cut", "mm", "2·H·(π/180)", height
    )
    yield worked(
        "section.height_per_degree_face_held_mm", "and moves the height", "mm", "H·tan(abs(θ))·(π/180)", height, slope
    )
    yield worked("section.area_cm2", "Area of the section", "cm2", "(Wt + Wf) / 2·H / 100", top, low, height)


def _leans(s: Trapezoid) -> bool:
    return abs(s.slope_deg) > 1e-9


def _bent(a: Analysis) -> Iterator[Metric]:
    """Sections whose side walls are not straight, and logs."""
    s = a.section
    top, height = known("W", "width at the bars", s.top_mm, "mm"), known("H", "height", s.height_mm, "mm")
    widest = mm(2 * max(x for x, _ in s.wall))
    area = Quantity(value=s.area_mm2 / 100, unit="cm2")
    yield read("section.top_mm", "Width at the bars, inside", mm(s.top_mm), "twice the half-width at the bars", top)
    yield read("section.widest_mm", "Widest inside", widest, "the greatest width", top, headline=True)
    yield read("section.floor_mm", "Width at the floor", mm(s.floor_mm), "twice the half-width at the floor", height)
    yield read("section.height_mm", "Height, bars to floor", mm(s.height_mm), "bars to floor", height, headline=True)
    yield read("section.area_cm2", "Area of the section", area, "the width summed up over the depth", top, height)
