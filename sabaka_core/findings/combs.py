"""Rules on combs and the bars that carry them."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from functools import partial
from math import ceil, floor

from sabaka_core.analysis import Analysis
from sabaka_core.combs.bars import deflection_mm, least_thickness_mm
from sabaka_core.combs.outlines import widest_clear_guide_mm
from sabaka_core.document.combs import TopBar
from sabaka_core.document.hive import Hive
from sabaka_core.document.run import Comb
from sabaka_core.edits.fields import replace_value
from sabaka_core.edits.items import bar_width
from sabaka_core.findings.registry import STRIP_MM, Draft, Proposal, on, rule
from sabaka_core.findings.shape import SCHOOLS
from sabaka_core.quantity import mm, text
from sabaka_core.report.models import Place, Severity
from sabaka_core.sources import GEOMETRY, practice

BEES: dict[str, str] = {
    "african": "bees of African stock",
    "european": "bees of European stock",
    "wide": "the wide-bar school",
}


def bar_path(a: Analysis, bar: TopBar, field: str) -> str:
    """JSON pointer of a bar type's field."""
    return f"/comb_types/{a.hive.comb_types.index(bar)}/{field}"


def alike(a: Analysis, *fields: Callable[[TopBar], float]) -> list[tuple[TopBar, ...]]:
    """The bars in use, those of equal sizes together, so that one mistake is reported once."""
    groups: dict[tuple[float, ...], list[TopBar]] = {}
    for bar in a.bars:
        groups.setdefault(tuple(field(bar) for field in fields), []).append(bar)
    return [tuple(group) for group in groups.values()]


def named(bars: tuple[TopBar, ...]) -> str:
    """Names of some bars: “brood bar and honey bar”."""
    return " and ".join(bar.name for bar in bars)


def _be(bars: tuple[TopBar, ...]) -> str:
    return "is" if len(bars) == 1 else "are"


def subject(bars: tuple[TopBar, ...]) -> str:
    """Ids of some bars, as the subject of their finding."""
    return "+".join(bar.id for bar in bars)


def _guide(bar: TopBar) -> float:
    return bar.guide.length_mm


def _length(bar: TopBar) -> float:
    return bar.length_mm


@rule("comb-touches-wall")
def comb_touches_wall(a: Analysis) -> Iterator[Draft]:
    """The free comb comes nearer to the wall than bees leave open, and is fastened to it."""
    row = practice("bee_space")
    least = row.span[0]
    school = a.hive.choices.slope_school
    # Under the two other schools contact is foreseen: left clear as a floor, or cut free.
    severity: Severity = "error" if school == "follows-curve" else "note"
    for bars in alike(a, _guide):
        bar = bars[0]
        outlines = a.outlines[bar.id]
        touch = outlines.nearer_than(least)
        if touch is None or outlines.along_wall_mm(touch) < 0.5:
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


@rule("guide-too-long")
def guide_too_long(a: Analysis) -> Iterator[Draft]:
    """The guide runs on into the bee space beside the comb."""
    for bars in alike(a, _guide):
        bar = bars[0]
        outlines = a.outlines[bar.id]
        room = 2 * outlines.limit_half_width_mm(0.0)
        if bar.guide.length_mm <= room + 0.05:
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
            proposals=partial(_set_bars, a, bars, "guide/length_mm", float(floor(room)), "Cut the guide to {size}"),
        )


def _clear_guide(a: Analysis, bars: tuple[TopBar, ...], clearance_mm: float) -> Iterator[Proposal]:
    """The longest guide with which the comb keeps clear of the walls, if there is one."""
    guide = widest_clear_guide_mm(a.outlines[bars[0].id], clearance_mm)
    if guide is not None:
        yield from _set_bars(a, bars, "guide/length_mm", guide, "Narrow the guide to {size}")


def _set_bars(a: Analysis, bars: tuple[TopBar, ...], field: str, size_mm: float, words: str) -> tuple[Proposal]:
    """A mend that sets one size of some bars."""

    def change() -> Hive:
        hive = a.hive
        for bar in bars:
            hive = replace_value(hive, bar_path(a, bar, field), size_mm)
        return hive

    return (Proposal(text(words, size=mm(size_mm)), change),)


@rule("gap-under-combs")
def gap_under_combs(a: Analysis) -> Iterator[Draft]:
    """The room left under the combs is glued shut or built into."""
    row = practice("gap_under_combs")
    gap = a.hive.choices.floor_gap_mm
    if row.holds(gap):
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
                text("Leave {gap}", gap=mm(nearest)),
                lambda: replace_value(a.hive, "/choices/floor_gap_mm", nearest),
            ),
        ),
    )


@rule("bar-too-weak")
def bar_too_weak(a: Analysis) -> Iterator[Draft]:
    """The bar sags too far under a comb full of honey."""
    row = practice("bar_deflection")
    span = a.section.top_mm
    for bar in a.bars:
        load, width = a.honey_kg(bar), a.outlines[bar.id].width_mm
        sag = deflection_mm(load, span, width, bar.width_mm, bar.thickness_mm)
        allowed = span / row.number
        if sag <= allowed:
            continue
        yield Draft(
            code="bar-too-weak",
            subject=bar.id,
            severity="warning",
            text=text(f"The {bar.name} would sag {{sag}} under a comb full of honey.", sag=mm(sag)),
            why=row.why,
            place=on("section", 0.0, -bar.thickness_mm),
            number=mm(sag),
            limit=text("at most {allowed}, a three-hundredth of the span", allowed=mm(allowed)),
            source=row.source,
            path=bar_path(a, bar, "thickness_mm"),
            proposals=partial(
                _set_bars, a, (bar,), "thickness_mm", least_thickness_mm(load, span, width, bar.width_mm),
                "Make the bars {size} thick",
            ),
        )  # fmt: skip


@rule("bar-too-short")
def bar_too_short(a: Analysis) -> Iterator[Draft]:
    """The bar has too little wood on its rests."""
    row = practice("bar_bearing")
    least = a.section.top_mm + 2 * row.number
    for bars in alike(a, _length):
        if _length(bars[0]) < least - 0.05:
            yield Draft(
                code="bar-too-short",
                subject=subject(bars),
                severity="error",
                text=text(
                    f"The {named(bars)} {_be(bars)} {{by}} too short to lie safely on both rests.",
                    by=mm(least - _length(bars[0])),
                ),
                why=row.why,
                place=_bar_end(bars[0]),
                number=mm(_length(bars[0])),
                limit=text("at least {least}", least=mm(least)),
                source=row.source,
                path=bar_path(a, bars[0], "length_mm"),
                proposals=_new_length(a, bars, float(ceil(least - 1e-6))),
            )


@rule("bar-too-long")
def bar_too_long(a: Analysis) -> Iterator[Draft]:
    """The bar doesn't go into its rebate, or stands out beyond the walls."""
    row = practice("bar_play")
    rebated = a.chamber.rest.kind == "rebate"
    most = a.rest_span_mm - (2 * row.number if rebated else 0.0)
    say = "than the rebates allow." if rebated else "than the box is wide, and stands out under the lid."
    lid = "A lid that meets the bars' ends doesn't close, and rain runs in along them."
    for bars in alike(a, _length):
        if _length(bars[0]) > most + 0.05:
            yield Draft(
                code="bar-too-long",
                subject=subject(bars),
                severity="error" if rebated else "warning",
                text=text(f"The {named(bars)} {_be(bars)} {{by}} longer {say}", by=mm(_length(bars[0]) - most)),
                why=row.why if rebated else lid,
                place=_bar_end(bars[0]),
                number=mm(_length(bars[0])),
                limit=text("at most {most}", most=mm(most)),
                source=row.source,
                path=bar_path(a, bars[0], "length_mm"),
                proposals=_new_length(a, bars, float(floor(most + 1e-6))),
            )


def _bar_end(bar: TopBar) -> Place:
    return on("section", bar.length_mm / 2, -bar.thickness_mm / 2)


def _new_length(a: Analysis, bars: tuple[TopBar, ...], length_mm: float) -> Callable[[], Iterable[Proposal]]:
    return partial(_set_bars, a, bars, "length_mm", length_mm, "Make the bars {size} long")


@rule("spacing-too-narrow")
def spacing_too_narrow(a: Analysis) -> Iterator[Draft]:
    """The bar is narrower than a comb and the passage beside it."""
    comb, space = practice("comb_thickness"), practice("bee_space")
    least = comb.span[1] + space.span[0]
    for bar in a.bars:
        if bar.width_mm < least - 1e-6:
            wished = _wished_mm(a)
            yield Draft(
                code="spacing-too-narrow",
                subject=bar.id,
                severity="error",
                text=text(
                    f"The {bar.name} is {{width}} wide: a comb and a bee space need {{least}}.",
                    width=mm(bar.width_mm),
                    least=mm(least),
                ),
                why=comb.why,
                place=_first_place(a, bar),
                number=mm(bar.width_mm),
                limit=text("at least {least}", least=mm(least)),
                source=comb.source,
                path=bar_path(a, bar, "width_mm"),
                proposals=partial(_width, a, bar, wished),
            )


@rule("spacing-odd")
def spacing_odd(a: Analysis) -> Iterator[Draft]:
    """The bar's width isn't what these bees, or honey combs, are usually given."""
    least = practice("comb_thickness").span[1] + practice("bee_space").span[0]
    for bar in a.bars:
        if bar.width_mm < least - 1e-6:
            continue
        low, high, row_key = _usual_width(a, bar)
        if low - 1e-6 <= bar.width_mm <= high + 1e-6:
            continue
        row = practice(row_key)
        nearest = _wished_mm(a) if row_key != "honey_spacing" else (low if bar.width_mm < low else high)
        yield Draft(
            code="spacing-odd",
            subject=bar.id,
            severity="warning",
            text=text(
                f"The {bar.name} is {{width}} wide, which is odd for {_whom(a, row_key)}.",
                width=mm(bar.width_mm),
            ),
            why=row.why,
            place=_first_place(a, bar),
            number=mm(bar.width_mm),
            limit=text("{low} to {high}", low=mm(low), high=mm(high)),
            source=row.source,
            school=BEES[a.hive.choices.bees],
            path=bar_path(a, bar, "width_mm"),
            proposals=partial(_width, a, bar, nearest),
        )


def _whom(a: Analysis, row_key: str) -> str:
    return "honey combs" if row_key == "honey_spacing" else BEES[a.hive.choices.bees]


def _wished_mm(a: Analysis) -> float:
    return practice(f"spacing_{a.hive.choices.bees}").number


def _usual_width(a: Analysis, bar: TopBar) -> tuple[float, float, str]:
    """Usual widths of a bar [mm] and the row they come from: brood decides where a bar serves both."""
    roles = {p.item.role for p in a.layout.combs if isinstance(p.item, Comb) and p.item.type == bar.id}
    wished = _wished_mm(a)
    if roles == {"honey"}:
        low, high = practice("honey_spacing").span
        return min(low, wished), high, "honey_spacing"
    play = practice("spacing_tolerance").number
    return wished - play, wished + play, f"spacing_{a.hive.choices.bees}"


def _width(a: Analysis, bar: TopBar, width_mm: float) -> tuple[Proposal]:
    words = text(f"Make the {bar.name} {{width}} wide", width=mm(width_mm))
    return (Proposal(words, lambda: bar_width(a.hive, bar.id, width_mm)),)


def _first_place(a: Analysis, bar: TopBar) -> Place:
    first = next((p for p in a.layout.combs if isinstance(p.item, Comb) and p.item.type == bar.id), None)
    return on("rod", first.middle_mm if first else 0.0, STRIP_MM / 3)
