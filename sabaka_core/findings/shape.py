"""Rules on the section: slope, walls, floor."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from math import ceil, cos, floor, tan

from sabaka_core.base.quantity import deg, mm, text
from sabaka_core.base.sources import GEOMETRY
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.combs.schools import SCHOOLS, school_row
from sabaka_core.document.chambers import Layer
from sabaka_core.document.hive import Hive
from sabaka_core.document.sections import TrapezoidSection
from sabaka_core.edits.closing import with_chamber
from sabaka_core.edits.fields import hold_sizes, set_section_size
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice

# Under this a mend no longer counts as the same hive.
LOWEST_HIVE_MM = 200.0
THINNEST_RAIL_MM = 12.0


@rule("slope-off-school", "shape")
def slope_off_school(a: Analysis) -> Iterator[Draft]:
    """The slope lies outside what the chosen school builds."""
    school = a.hive.choices.slope_school
    row = practice(school_row(school))
    if a.trapezoid is None or a.main_bar is None:
        return
    slope = a.trapezoid.slope_deg
    if row.holds(slope):
        return
    low, high = row.span
    nearest = low if slope < low else high
    yield Draft(
        code="slope-off-school",
        severity="warning",
        text=text(f"The walls lean {{slope}}, which is not how “{SCHOOLS[school]}” builds.", slope=deg(slope)),
        why=row.why,
        place=on("section", a.section.half_width_mm(a.section.height_mm * 0.7), a.section.height_mm * 0.7),
        number=deg(slope),
        limit=text("{low} to {high} from the vertical", low=deg(low), high=deg(high)),
        source=row.source,
        school=SCHOOLS[school],
        path=f"{a.path}/section/slope_deg",
        proposals=partial(_other_slope_or_school, a, slope, nearest),
    )


def _other_slope_or_school(a: Analysis, slope_deg: float, nearest_deg: float) -> Iterator[Proposal]:
    yield Proposal(
        text("Lean the walls {slope}", slope=deg(nearest_deg)),
        lambda: set_section_size(a.hive, a.box, "slope_deg", nearest_deg),
    )
    for other, words in SCHOOLS.items():
        if other != a.hive.choices.slope_school and practice(school_row(other)).holds(slope_deg):
            yield Proposal(
                text(f"Follow “{words}” instead"), partial(replace_value, a.hive, "/choices/slope_school", other)
            )


@rule("floor-wider-than-top", "shape")
def floor_wider_than_top(a: Analysis) -> Iterator[Draft]:
    """The cavity widens downward: odd, but worked out all the same."""
    if a.trapezoid is None or a.section.floor_mm <= a.section.top_mm + 1e-6:
        return
    yield Draft(
        code="floor-wider-than-top",
        severity="warning",
        text=text("The floor is {more} wider than the top.", more=mm(a.section.floor_mm - a.section.top_mm)),
        why="Walls that lean outward leave room beside the comb, which bees fill with comb of their own.",
        place=on("section", a.section.floor_mm / 2, a.section.height_mm),
        number=mm(a.section.floor_mm),
        limit=text("at most the top, {top}", top=mm(a.section.top_mm)),
        source=GEOMETRY,
        path=f"{a.path}/section/floor_mm",
        proposals=lambda: (Proposal(text("Make the floor {top}", top=mm(a.section.top_mm)), partial(_upright, a)),),
    )


def _upright(a: Analysis) -> Hive:
    raw = {"kind": "trapezoid", "top_mm": a.section.top_mm, "floor_mm": a.section.top_mm}
    return replace_value(a.hive, f"{a.path}/section", raw | {"height_mm": round(a.section.height_mm, 6)})


@rule("rebate-too-wide", "shape")
def rebate_too_wide(a: Analysis) -> Iterator[Draft]:
    """The rebate for the bars leaves too little of the side board standing outside it."""
    if a.chamber.rest.kind != "rebate":
        return
    row = practice("rebate_wood")
    level = a.side_mm / (cos(a.trapezoid.slope_rad) if a.trapezoid else 1.0)
    most = level - row.number
    width = a.chamber.rest.width_mm
    if width <= most + UNSEEN_MM:
        return
    path = f"{a.path}/rest/width_mm"
    yield Draft(
        code="rebate-too-wide",
        severity="error",
        text=text("The rebate leaves {left} of the side boards standing.", left=mm(max(level - width, 0.0))),
        why=row.why,
        place=on("section", a.section.top_mm / 2 + min(width, level), 0.0),
        number=mm(width),
        limit=text("at most {most} in these boards", most=mm(max(most, 0.0))),
        source=row.source,
        path=path,
        proposals=partial(_narrower_rebate, a, path, float(floor(most + 1e-6)), width - most),
    )


def _narrower_rebate(a: Analysis, path: str, width_mm: float, lacking_mm: float) -> Iterator[Proposal]:
    if width_mm >= practice("bar_bearing").number and not a.frames:
        yield Proposal(
            text("Make the rebate {width} wide", width=mm(width_mm)), partial(replace_value, a.hive, path, width_mm)
        )
    if a.frames:
        # Long lugs ask for more wood than a board has: a rail outside gives it.
        rail = float(ceil(max(lacking_mm, THINNEST_RAIL_MM)))
        yield Proposal(text("Screw a rail {thick} thick on outside", thick=mm(rail)), partial(_railed, a, rail))


def _railed(a: Analysis, thick_mm: float) -> Hive:
    side = "ends" if a.chamber.axis == "lying" and a.chamber.combs == "along" else "sides"
    layers: tuple[Layer, ...] = getattr(a.chamber.walls, side)
    railed = (*layers, Layer(material="softwood", thickness_mm=thick_mm))
    walls = a.chamber.walls.model_copy(update={side: railed})
    return with_chamber(a.hive, a.box, a.chamber.model_copy(update={"walls": walls}))


@rule("boards-too-narrow", "shape")
def boards_too_narrow(a: Analysis) -> Iterator[Draft]:
    """No board on hand of the sides' thickness is wide enough for a side in one piece."""
    board = a.widest_board_mm
    if a.trapezoid is None or board is None or a.chamber.axis == "standing" or a.chamber.boxes_mm:
        return
    need = a.trapezoid.board_width_mm(a.side_mm)
    if board >= need - UNSEEN_MM:
        return
    yield Draft(
        code="boards-too-narrow",
        severity="warning",
        text=text(
            "A side needs a board {need} wide; the widest {thick} thick on hand is {have}.",
            need=mm(need),
            thick=mm(a.side_mm),
            have=mm(board),
        ),
        why="A side in one piece is stiff and tight. Otherwise glue boards edge to edge before bevelling.",
        place=on("section", -a.section.half_width_mm(a.section.height_mm / 2), a.section.height_mm / 2),
        number=mm(need),
        limit=text("at most {have}", have=mm(board)),
        source=GEOMETRY,
        path=f"{a.path}/section/height_mm",
        proposals=partial(_lower_hive, a, board),
    )


def _lower_hive(a: Analysis, board_mm: float) -> Iterator[Proposal]:
    """The height at which a side comes out of the board, slope and top held."""
    assert a.trapezoid is not None
    theta = abs(a.trapezoid.slope_rad)
    height = float(floor((board_mm - a.side_mm * tan(theta)) * cos(theta)))
    if height >= LOWEST_HIVE_MM:
        yield Proposal(text("Lower the hive to {height}", height=mm(height)), partial(_with_height, a, height))


def _with_height(a: Analysis, height_mm: float) -> Hive:
    leaning = isinstance(a.chamber.section, TrapezoidSection)
    hive = hold_sizes(a.hive, a.box, ("top_mm", "height_mm", "slope_deg")) if leaning else a.hive
    return set_section_size(hive, a.box, "height_mm", height_mm)
