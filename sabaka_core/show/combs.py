"""Bars and frames laid out on the bench: drawings, parts, what each holds, how it fits here."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from sabaka_core.base.quantity import Quantity, Text, mm, text
from sabaka_core.base.sources import KEEPER, Source
from sabaka_core.combs.bars import deflection_mm
from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.hive import Choices
from sabaka_core.document.run import Comb
from sabaka_core.drawing.frames import bar_above, bar_front, comb_above, comb_end, comb_front
from sabaka_core.findings.frames import below_mm
from sabaka_core.findings.judged import is_found
from sabaka_core.frames.catalogue import CatalogueRow, catalogue
from sabaka_core.frames.fit import FitRange, fits_basket
from sabaka_core.frames.parts import comb_area_mm2, parts_of, unbroken_height_mm, wood_volume_mm3
from sabaka_core.frames.verdict import (
    Verdict,
    bearing_words,
    gap_words,
    over_words,
    play_words,
    side_words,
    under_words,
)
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import density
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.tables import practice
from sabaka_core.show.models import CombCard, CombFact, CombPart, FitRow


def comb_cards(a: Analysis) -> tuple[CombCard, ...]:
    """A card for every bar and frame of the design, fitted into the chamber on the bench."""
    return tuple(_design_card(a, kind) for kind in a.hive.comb_types)


def catalogue_cards(choices: Choices) -> tuple[CombCard, ...]:
    """A card for every row of the catalogue, as the standard has it."""
    return tuple(catalogue_card(row, choices) for row in catalogue().values())


def catalogue_card(row: CatalogueRow, choices: Choices) -> CombCard:
    """One row of the catalogue on a card, in the box it is usually kept in."""
    kind = row.carrier
    note = f"made from {catalogue()[row.made_from].name}" if row.made_from else ""
    base = _card(
        kind, choices, row.source, kind.top_bar_mm - 20.0 if isinstance(kind, Frame) else kind.length_mm - 20.0
    )
    return base.model_copy(update={"made_from": note})


def _design_card(a: Analysis, kind: CombType) -> CombCard:
    row = catalogue().get(kind.standard) if isinstance(kind, Frame) else None
    measured = isinstance(kind, Frame) and kind.origin == "measured"
    source = KEEPER if measured or row is None else row.source
    used = sum(isinstance(p.item, Comb) and p.item.type == kind.id for p in a.layout.combs)
    card = _card(kind, a.hive.choices, source, a.section.top_mm)
    fit: tuple[FitRow, ...] = ()
    hangs = any(kind is carrier for carrier in a.carriers)
    card = card.model_copy(update={"facts": tuple(_judged(a, kind, fact, hangs) for fact in card.facts)})
    if isinstance(kind, Frame):
        fit = tuple(_judged_row(a, kind, row, hangs) for row in _fit_rows(a, kind))
    elif used:
        hung = a.hung_of(kind.id)
        area = Quantity(value=hung.predicted_area_mm2 / 100, unit="cm2")
        facts = (
            CombFact(label="Grown comb, one side", text=text("{area}", area=area)),
            CombFact(label="Honey when full", text=text("{kg}", kg=Quantity(value=a.honey_kg(kind), unit="kg"))),
        )
        card = card.model_copy(update={"facts": (*facts, *card.facts)})
    return card.model_copy(update={"used": used, "fit": fit})


def _judged(a: Analysis, kind: CombType, fact: CombFact, hangs: bool) -> CombFact:
    """A fact as the rule of it finds it here; what hangs in another chamber, or nowhere, isn't judged."""
    if not fact.code:
        return fact
    return fact.model_copy(update={"good": not is_found(a, (fact.code,), kind.id) if hangs else None})


def _judged_row(a: Analysis, frame: Frame, row: FitRow, hangs: bool) -> FitRow:
    judged = hangs and bool(row.codes)
    return row.model_copy(update={"good": not is_found(a, row.codes, frame.id) if judged else None})


def _card(kind: CombType, choices: Choices, source: Source, span_mm: float) -> CombCard:
    drawings: tuple[Drawing, ...] = ()
    parts: tuple[CombPart, ...] = ()
    facts: tuple[CombFact, ...] = ()
    origin = "bar"
    if isinstance(kind, Frame):
        drawings = (comb_front(kind), comb_end(kind), comb_above(kind))
        parts = tuple(_parts(kind))
        facts = tuple(_frame_facts(kind, choices, span_mm))
        origin = kind.origin
    elif isinstance(kind, TopBar):
        drawings = (bar_front(kind), bar_above(kind))
        guide = kind.guide
        parts = (
            CombPart(name="Bar", count=1, sizes=_three(kind.length_mm, kind.width_mm, kind.thickness_mm), note=""),
            CombPart(name=f"Guide: {guide.kind.replace('-', ' of ')}", count=1, sizes=(mm(guide.length_mm),), note=""),
        )
        facts = (CombFact(label="Ceiling", text=text("closed: bars touch"), good=True),)
    elif isinstance(kind, FixedComb):
        origin = "fixed"
        facts = (CombFact(label="To lift it", text=text("it has to be cut from the walls")),)
    return CombCard(
        id=kind.id,
        name=kind.name,
        origin=origin,
        make=kind.make if isinstance(kind, Frame) else kind.kind,
        source=source,
        drawings=drawings,
        parts=parts,
        facts=facts,
    )


def _three(long: float, wide: float, thick: float) -> tuple[Quantity, ...]:
    return mm(long), mm(wide), mm(thick)


def _parts(frame: Frame) -> Iterator[CombPart]:
    for part in parts_of(frame):
        sizes = _three(*part.pieces[0].sizes_mm) if part.pieces else ()
        yield CombPart(name=part.name, count=part.number, sizes=sizes, note=part.note)


def _frame_facts(frame: Frame, choices: Choices, span_mm: float) -> Iterator[CombFact]:
    area = comb_area_mm2(frame)
    if frame.make == "feeder":
        litres = (frame.body_width_mm - 2 * frame.side_bar_thickness_mm) * frame.side_bar_width_mm
        litres *= (frame.depth_mm - frame.top_bar_thickness_mm - frame.bottom_bar_thickness_mm) / 1e6
        yield CombFact(
            label="Holds", text=text("{litres} of syrup to the brim", litres=Quantity(value=litres, unit="L"))
        )
    elif area:
        cells = 2 * area / 100 * cells_per_cm2(choices.cell_mm)
        full = honey_kg(area, frame.spacing_mm)
        wood = wood_volume_mm3(frame) * density("softwood") / 1e9
        yield CombFact(label="Comb, one side", text=text("{area}", area=Quantity(value=area / 100, unit="cm2")))
        yield CombFact(label="Cells, both sides", text=text("{cells}", cells=Quantity(value=cells, unit="count")))
        told = practice("tall_frame_honey")
        note = f": {told.why}" if frame.make in ("tall", "two-part") and full > told.span[1] else ""
        yield CombFact(label="Honey when full", text=text(f"{{kg}}{note}", kg=Quantity(value=full, unit="kg")))
        yield CombFact(label="To lift, wood and honey", text=text("{kg}", kg=Quantity(value=full + wood, unit="kg")))
        yield CombFact(label="Comb without a break", text=text("{mm} high", mm=mm(unbroken_height_mm(frame))))
        loaded = frame.body_width_mm - 2 * frame.side_bar_thickness_mm
        sag = deflection_mm(full, span_mm, loaded, frame.top_bar_width_mm, frame.top_bar_thickness_mm)
        allowed = span_mm / practice("bar_deflection").number
        yield CombFact(
            label="Top bar sags, full",
            text=text("{sag}, allowed {most}", sag=mm(sag), most=mm(allowed)),
            good=sag <= allowed,
            code="bar-too-weak",
        )
    if frame.make in ("plain", "two-part", "tall", "hybrid", "joined", "from-parts", "drone"):
        yield _gap_fact("Gap at the lugs", frame.bar_gap_mm)
        if frame.narrowed_mm is not None:
            yield _gap_fact("Gap at mid-bar", frame.mid_gap_mm)
        yield from _extractor(frame, choices)


def _gap_fact(label: str, gap: float) -> CombFact:
    words, good = gap_words(gap)
    return CombFact(label=label, text=text(f"{{gap}}: {words}", gap=mm(gap)), good=good, code="frame-gap-wrong")


def _extractor(frame: Frame, choices: Choices) -> Iterator[CombFact]:
    long = choices.basket_long_mm or practice("basket_long").number
    high = choices.basket_high_mm or practice("basket_high").number
    whole = fits_basket(frame.top_bar_mm, frame.depth_mm, long, high)
    halves = frame.make == "two-part" and fits_basket(frame.top_bar_mm, frame.depth_mm / 2, long, high)
    basket = {"long": mm(long), "high": mm(high)}
    words = "goes in whole" if whole else "goes in by halves" if halves else "doesn’t go in: press, or cut comb"
    yield CombFact(
        label="Extractor",
        text=Text(template=words + " (basket {long} × {high})", values=basket),
        # Pressing is a way of its own, not a mistake.
        good=True if whole or halves else None,
    )


def _fit_rows(a: Analysis, frame: Frame) -> Iterator[FitRow]:
    fit, rods = a.fit(frame), a.chamber.rest.kind == "rods"
    yield _row("Beside it, each side", fit, "side", side_words, ("frame-side-gap", "frame-too-large"))
    yield _row(
        "Under it", fit, "under", under_words, () if rods else ("frame-under-gap", "frame-too-large"), below_mm(a)
    )
    yield _row("Over it, to the rim", fit, "over", over_words(frame, rods), ("frame-over-gap",))
    if not rods:
        rests, play = ("lug-off-rest", "frame-too-large"), ("lug-off-rest", "frame-too-large")
        yield _row("Lug on its rest", fit, "bearing", bearing_words, rests)
        yield _row("Beyond the lug’s end", fit, "play", play_words, play)


def _row(
    label: str, fit: FitRange, gap: str, judge: Callable[[float], Verdict], codes: tuple[str, ...], more_mm: float = 0.0
) -> FitRow:
    """A gap at its least, its mean and its most; the worst of them gives the words."""
    low, high = (end + more_mm for end in fit.ends(gap))
    mean = getattr(fit.nominal, gap) + more_mm
    words = [judge(value) for value in (low, mean, high)]
    bad = next((w for w, good in words if not good), None)
    return FitRow(
        label=label,
        least=mm(low),
        nominal=mm(mean),
        most=mm(high),
        words=bad or words[1][0],
        good=bad is None,
        codes=codes,
    )
