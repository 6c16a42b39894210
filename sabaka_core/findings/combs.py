"""Rules on combs: walls, guides, and the room under them."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from math import floor

from sabaka_core.base.quantity import mm, text
from sabaka_core.base.sources import GEOMETRY
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.combs.outlines import widest_clear_guide_mm
from sabaka_core.combs.schools import SCHOOLS
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.run import Comb
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.alike import alike, bar_path, guide_mm, named, set_bars, subject
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.findings import Severity
from sabaka_core.kit.tables import practice


@rule("comb-touches-wall", "combs")
def comb_touches_wall(a: Analysis) -> Iterator[Draft]:
    """The free comb comes nearer to the wall than bees leave open, and is fastened to it."""
    row = practice("bee_space")
    least = row.span[0]
    school = a.hive.choices.slope_school
    # Under the two other schools contact is foreseen: left clear as a floor, or cut free.
    severity: Severity = "error" if school == "follows-curve" else "note"
    for bars in alike(a, guide_mm):
        bar = bars[0]
        outlines = a.outlines[bar.id]
        touch = outlines.nearer_than(least)
        if outlines.along_wall_mm(touch) < 0.5:
            continue
        depth = outlines.tightest_depth_mm
        yield Draft(
            code="comb-touches-wall",
            subject=subject(bars),
            severity=severity,
            text=text(
                f"Comb on the {named(bars)} would be fastened to both walls for {{length}}, tightest {{depth}} down.",
                length=mm(outlines.along_wall_mm(touch)),
                depth=mm(depth),
            ),
            why=row.why + _WHY_BY_SCHOOL[school],
            place=on("section", a.section.half_width_mm(depth), depth),
            number=mm(outlines.least_clearance_mm),
            limit=text("at least {least}, square to the wall", least=mm(least)),
            source=row.source,
            school=SCHOOLS[school],
            path=bar_path(a, bar, "guide/length_mm"),
            proposals=partial(_clear_guide, a, bars, least),
        )


_WHY_BY_SCHOOL = {
    "follows-curve": " A comb fastened to the walls has to be cut before it can be lifted.",
    "leaning-floor": " This school expects bees to treat so slanted a wall as floor and to leave it clear.",
    "upright": " This school cuts the comb free with a knife at each visit.",
}


@rule("guide-too-long", "combs")
def guide_too_long(a: Analysis) -> Iterator[Draft]:
    """The guide runs on into the bee space beside the comb."""
    for bars in alike(a, guide_mm):
        bar = bars[0]
        outlines = a.outlines[bar.id]
        room = 2 * outlines.limit_half_width_mm(0.0)
        if bar.guide.length_mm <= room + UNSEEN_MM:
            continue
        yield Draft(
            code="guide-too-long",
            subject=subject(bars),
            severity="warning",
            text=text(
                f"The guide of the {named(bars)} ends {{end}} from the walls.",
                end=mm((a.section.top_mm - bar.guide.length_mm) / 2),
            ),
            why="Bees start their comb on the guide, so the guide has to end a bee space short of both walls.",
            place=on("section", bar.guide.length_mm / 2, 0.0),
            number=mm(bar.guide.length_mm),
            limit=text("at most {room}", room=mm(room)),
            source=GEOMETRY,
            path=bar_path(a, bar, "guide/length_mm"),
            proposals=partial(set_bars, a, bars, "guide/length_mm", float(floor(room)), "Cut the guide to {size}"),
        )


def _clear_guide(a: Analysis, bars: tuple[TopBar, ...], clearance_mm: float) -> Iterator[Proposal]:
    """The longest guide with which the comb keeps clear of the walls, if there is one."""
    outlines = a.outlines[bars[0].id]
    guide = widest_clear_guide_mm(outlines, clearance_mm)
    if guide is not None:
        yield from set_bars(a, bars, "guide/length_mm", guide, "Narrow the guide to {size}")


@rule("gap-under-combs", "combs")
def gap_under_combs(a: Analysis) -> Iterator[Draft]:
    """The room left under the combs is glued shut or built into."""
    row = practice("gap_under_combs")
    gap = a.hive.choices.floor_gap_mm
    if row.holds(gap) or not a.outlines or a.box != _first_with_bars(a):
        return
    nearest = min(row.span, key=lambda end: abs(end - gap))
    yield Draft(
        code="gap-under-combs",
        severity="warning",
        text=text("The combs end {gap} above the floor.", gap=mm(gap)),
        why=row.why,
        place=on("section", 0.0, a.comb_depth_mm + gap / 2),
        number=mm(gap),
        limit=text("{low} to {high}", low=mm(row.span[0]), high=mm(row.span[1])),
        source=row.source,
        path="/choices/floor_gap_mm",
        proposals=lambda: (
            Proposal(
                text("Leave {gap}", gap=mm(nearest)), lambda: replace_value(a.hive, "/choices/floor_gap_mm", nearest)
            ),
        ),
    )


def _first_with_bars(a: Analysis) -> int:
    """The first chamber whose combs hang free: the floor gap is the hive's, and said once."""
    kinds = {kind.id for kind in a.hive.comb_types if not isinstance(kind, Frame)}
    for box, chamber in enumerate(a.hive.chambers):
        if any(isinstance(item, Comb) and item.type in kinds for item in chamber.run.items):
            return box
    return 0
