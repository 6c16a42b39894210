"""Rules on bars: strength, length on their rests, width as comb spacing."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from functools import partial
from math import ceil, floor

from sabaka_core.base.quantity import mm, text
from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.combs.bars import deflection_mm, grooved, least_thickness_mm
from sabaka_core.document.combs import CombType, Frame, TopBar
from sabaka_core.document.run import Comb
from sabaka_core.edits.items import bar_width
from sabaka_core.edits.values import replace_value
from sabaka_core.findings.alike import alike, bar_path, be, carrier_path, length_mm, named, set_bars, subject
from sabaka_core.findings.registry import Draft, Proposal, on, rule
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.drawing import STRIP_MM
from sabaka_core.kit.findings import Spot
from sabaka_core.kit.tables import at_least, at_most, practice

BEES: dict[str, str] = {
    "african": "bees of African stock",
    "european": "bees of European stock",
    "wide": "the wide-bar school",
}


@rule("bar-too-weak", "combs")
def bar_too_weak(a: Analysis) -> Iterator[Draft]:
    """The bar sags too far under a comb full of honey."""
    row = practice("bar_deflection")
    span = a.section.top_mm
    carriers: list[TopBar | Frame] = [*a.bars, *a.frames]
    for bar in carriers:
        if isinstance(bar, Frame) and (a.chamber.rest.kind == "rods" or bar.make in ("feeder", "follower", "adapter")):
            continue
        load, width = a.honey_kg(bar), a.hung_of(bar.id).width_mm
        beam = (
            (bar.narrowed_mm or bar.top_bar_width_mm, bar.top_bar_thickness_mm)
            if isinstance(bar, Frame)
            else (bar.width_mm, bar.thickness_mm)
        )
        sag = deflection_mm(load, span, width, *beam, grooved(bar))
        allowed = span / row.number
        if sag <= allowed:
            continue
        yield Draft(
            code="bar-too-weak",
            subject=bar.id,
            severity="warning",
            text=text(f"The {bar.name} would sag {{sag}} under a comb full of honey.", sag=mm(sag)),
            why=row.why,
            place=on("section", 0.0, 0.0 if isinstance(bar, Frame) else -bar.thickness_mm),
            number=mm(sag),
            limit=text("at most {allowed}, a three-hundredth of the span", allowed=mm(allowed)),
            source=row.source,
            path=carrier_path(a, bar, "top_bar_thickness_mm" if isinstance(bar, Frame) else "thickness_mm"),
            proposals=partial(_thicker, a, bar, least_thickness_mm(load, span, width, beam[0], grooved(bar))),
        )


def _thicker(a: Analysis, bar: TopBar | Frame, thick_mm: float) -> tuple[Proposal]:
    field = "top_bar_thickness_mm" if isinstance(bar, Frame) else "thickness_mm"
    words = text("Make the bars {size} thick", size=mm(thick_mm))
    return (Proposal(words, partial(replace_value, a.hive, carrier_path(a, bar, field), thick_mm)),)


@rule("bar-too-short", "combs")
def bar_too_short(a: Analysis) -> Iterator[Draft]:
    """The bar has too little wood on its rests."""
    row = practice("bar_bearing")
    least = a.section.top_mm + 2 * row.number
    for bars in alike(a, length_mm):
        if not at_least(length_mm(bars[0]), least - UNSEEN_MM):
            yield Draft(
                code="bar-too-short",
                subject=subject(bars),
                severity="error",
                text=text(
                    f"The {named(bars)} {be(bars)} {{by}} too short to lie safely on both rests.",
                    by=mm(least - length_mm(bars[0])),
                ),
                why=row.why,
                place=_bar_end(bars[0]),
                number=mm(length_mm(bars[0])),
                limit=text("at least {least}", least=mm(least)),
                source=row.source,
                path=bar_path(a, bars[0], "length_mm"),
                proposals=_new_length(a, bars, float(ceil(least - 1e-6))),
            )


@rule("bar-too-long", "combs")
def bar_too_long(a: Analysis) -> Iterator[Draft]:
    """The bar doesn't go into its rebate, or stands out beyond the walls."""
    row = practice("bar_play")
    rebated = a.chamber.rest.kind == "rebate"
    most = a.rest_span_mm - (2 * row.number if rebated else 0.0)
    say = "than the rebates allow." if rebated else "than the box is wide, and stands out under the lid."
    lid = "A lid that meets the bars' ends doesn't close, and rain runs in along them."
    for bars in alike(a, length_mm):
        if not at_most(length_mm(bars[0]), most + UNSEEN_MM):
            yield Draft(
                code="bar-too-long",
                subject=subject(bars),
                severity="error" if rebated else "warning",
                text=text(f"The {named(bars)} {be(bars)} {{by}} longer {say}", by=mm(length_mm(bars[0]) - most)),
                why=row.why if rebated else lid,
                place=_bar_end(bars[0]),
                number=mm(length_mm(bars[0])),
                limit=text("at most {most}", most=mm(most)),
                source=row.source,
                path=bar_path(a, bars[0], "length_mm"),
                proposals=_new_length(a, bars, float(floor(most + 1e-6))),
            )


def _bar_end(bar: TopBar) -> Spot:
    return on("section", bar.length_mm / 2, -bar.thickness_mm / 2)


def _new_length(a: Analysis, bars: tuple[TopBar, ...], size_mm: float) -> Callable[[], Iterable[Proposal]]:
    return partial(set_bars, a, bars, "length_mm", size_mm, "Make the bars {size} long")


@rule("spacing-too-narrow", "combs")
def spacing_too_narrow(a: Analysis) -> Iterator[Draft]:
    """The bar is narrower than a comb and the passage beside it."""
    comb, space = practice("comb_thickness"), practice("bee_space")
    least = comb.span[1] + space.span[0]
    for bar in a.carriers:
        if isinstance(bar, Frame) and bar.make in ("feeder", "follower", "adapter"):
            continue
        if not at_least(bar.spacing_mm, least):
            wished = _wished_mm(a)
            yield Draft(
                code="spacing-too-narrow",
                subject=bar.id,
                severity="error",
                text=text(
                    f"The {bar.name} is {{width}} wide: a comb and a bee space need {{least}}."
                    if isinstance(bar, TopBar)
                    else f"The {bar.name} is spaced {{width}}: a comb and a bee space need {{least}}.",
                    width=mm(bar.spacing_mm),
                    least=mm(least),
                ),
                why=comb.why,
                place=_first_place(a, bar),
                number=mm(bar.spacing_mm),
                limit=text("at least {least}", least=mm(least)),
                source=comb.source,
                path=carrier_path(a, bar, "width_mm" if isinstance(bar, TopBar) else "spacing_mm"),
                proposals=partial(_width, a, bar, wished),
            )


@rule("spacing-odd", "combs")
def spacing_odd(a: Analysis) -> Iterator[Draft]:
    """The bar's width isn't what these bees, or honey combs, are usually given."""
    least = practice("comb_thickness").span[1] + practice("bee_space").span[0]
    for bar in a.bars:
        if not at_least(bar.width_mm, least):
            continue
        low, high, row_key = _usual_width(a, bar)
        if at_least(bar.width_mm, low) and at_most(bar.width_mm, high):
            continue
        row = practice(row_key)
        nearest = _wished_mm(a) if row_key != "honey_spacing" else (low if bar.width_mm < low else high)
        yield Draft(
            code="spacing-odd",
            subject=bar.id,
            severity="warning",
            text=text(
                f"The {bar.name} is {{width}} wide, which is odd for {_whom(a, row_key)}.", width=mm(bar.width_mm)
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


def _width(a: Analysis, bar: CombType, width_mm: float) -> tuple[Proposal]:
    how = "Make the {0} {{width}} wide" if isinstance(bar, TopBar) else "Space the {0} {{width}}"
    words = text(how.format(bar.name), width=mm(width_mm))
    return (Proposal(words, lambda: bar_width(a.hive, bar.id, width_mm)),)


def _first_place(a: Analysis, bar: CombType) -> Spot:
    first = next((p for p in a.layout.combs if isinstance(p.item, Comb) and p.item.type == bar.id), None)
    return on("rod", first.middle_mm if first else 0.0, STRIP_MM / 3)
