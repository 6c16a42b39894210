"""Bars and frames laid out on the bench: drawings, parts, what each holds, how it fits here."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace

from sabaka_core.base.quantity import Text, amount, count, kilograms, mm, text
from sabaka_core.base.sources import KEEPER, Source
from sabaka_core.combs.bars import deflection_mm, grooved
from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.hive import Choices
from sabaka_core.document.run import Comb
from sabaka_core.drawing.frames import bar_above, bar_end, bar_front, comb_above, comb_end, comb_front
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
from sabaka_core.hive.context import Context
from sabaka_core.hive.materials import density
from sabaka_core.kit.chapter import Asked, Line, Table
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.forms import FieldGroup
from sabaka_core.kit.tables import practice
from sabaka_core.show.forms.combs import carrier_forms
from sabaka_core.show.study import Study

# What is shown: a kind of the hive, or a row of the catalogue, by its id.
HIVE, CATALOGUE = "hive:", "catalogue:"
# The kind that was put in last, whatever its id came to be.
NEWEST = HIVE
# A top bar reaches over its box by so much at both ends together, where no box is known.
_OVER_MM = 20.0


class CombsStudy(Study):
    """Bars and frames: those of this hive fitted into the chamber on the bench, and the catalogue's."""

    name = "combs"

    def lead(self, context: Context) -> Text:
        return text("Every size is taken from the parts it is made of.")

    def shown(self, context: Context, asked: Asked) -> str:
        """The one asked for; else the first of the hive's kinds that hangs here."""
        kinds = context.hive.comb_types
        own, rows = [f"{HIVE}{kind.id}" for kind in kinds], [f"{CATALOGUE}{ident}" for ident in catalogue()]
        if asked.of == NEWEST and own:
            return own[-1]
        used = [f"{HIVE}{kind.id}" for kind in kinds if _used(context.bench, kind)]
        return asked.of if asked.of in (*own, *rows) else (*used, *own, *rows)[0]

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        a = context.bench
        yield _list("kinds", "In this hive", ((f"{HIVE}{k.id}", k.name, _used(a, k), "") for k in a.hive.comb_types))
        yield _list("standards", "Standards", (_listed(row) for row in catalogue().values() if not row.made_from))
        yield _list("derived", "Made from others", (_listed(row) for row in catalogue().values() if row.made_from))
        kind, row = _chosen(context, asked)
        yield Table(key="holds", title="Holds", columns=("Holds", ""), lines=tuple(_holds(a, kind, row)))
        if isinstance(kind, Frame) and row is None:
            yield _fit(a, kind)
        yield Table(
            key="parts",
            title="Made of, before shaping",
            columns=("Part", "Pieces", "Long", "Wide", "Thick"),
            lines=tuple(part_lines(kind)),
        )

    def drawings(self, context: Context, asked: Asked) -> Iterable[Drawing]:
        kind, _ = _chosen(context, asked)
        drawn: tuple[Drawing, ...] = ()
        if isinstance(kind, Frame):
            drawn = (comb_front(kind), comb_end(kind), comb_above(kind))
        elif isinstance(kind, TopBar):
            drawn = (bar_front(kind), bar_end(kind), bar_above(kind))
        return (each for each in drawn if asked.wants(each.name))

    def forms(self, context: Context, asked: Asked) -> tuple[FieldGroup, ...]:
        kind, row = _chosen(context, asked)
        return tuple(carrier_forms(context.bench, kind)) if row is None else ()


def _chosen(context: Context, asked: Asked) -> tuple[CombType, CatalogueRow | None]:
    """What is shown, and its row where it is one of the catalogue's."""
    if asked.of.startswith(CATALOGUE):
        row = catalogue()[asked.of.removeprefix(CATALOGUE)]
        return row.carrier, row
    return context.hive.comb_type(asked.of.removeprefix(HIVE)), None


def _used(a: Analysis, kind: CombType) -> int:
    return sum(isinstance(p.item, Comb) and p.item.type == kind.id for p in a.layout.combs)


def _list(key: str, title: str, rows: Iterable[tuple[str, str, int, str]]) -> Table:
    """Bars and frames to choose from: key, name, how many hang here, what of it is told."""
    lines = tuple(Line(key=at, cells=(Text(template=name), count(used)), why=why) for at, name, used, why in rows)
    return Table(key=key, title=title, columns=(title, "hang here"), lines=lines)


def _listed(row: CatalogueRow) -> tuple[str, str, int, str]:
    return f"{CATALOGUE}{row.id}", row.name, 0, f"made from {catalogue()[row.made_from].name}" if row.made_from else ""


@dataclass(frozen=True)
class _Fact:
    """Something a bar or frame holds, weighs or does; ``good`` where there is a right and a wrong, by a rule."""

    label: str
    text: Text
    good: bool | None = None
    rule: str = ""

    def line(self) -> Line:
        rules = (self.rule,) if self.rule else ()
        return Line(key=self.label, cells=(Text(template=self.label), self.text), good=self.good, rules=rules)


@dataclass(frozen=True)
class _Gap:
    """One gap of a frame in its chamber, at both ends of tolerance and moisture, judged by rules."""

    label: str
    sizes_mm: tuple[float, float, float]
    words: str
    good: bool | None
    rules: tuple[str, ...]

    def line(self) -> Line:
        return Line(
            key=self.label,
            cells=(Text(template=self.label), *(mm(size) for size in self.sizes_mm)),
            why=self.words,
            good=self.good,
            rules=self.rules,
        )


def fact_lines(row: CatalogueRow) -> tuple[Line, ...]:
    """What a row of the catalogue holds, in the box it is usually kept in."""
    return tuple(fact.line() for fact in _facts_of(row.carrier, Choices(), _usual_span_mm(row.carrier)))


def _usual_span_mm(kind: Frame | TopBar) -> float:
    return (kind.top_bar_mm if isinstance(kind, Frame) else kind.length_mm) - _OVER_MM


def _holds(a: Analysis, kind: CombType, row: CatalogueRow | None) -> Iterator[Line]:
    """What it holds, by what hangs in this chamber, and where its sizes come from."""
    if row is not None:
        yield from fact_lines(row)
        yield _source_line(row.source)
        return
    hangs = any(kind is carrier for carrier in a.carriers)
    if not isinstance(kind, Frame) and _used(a, kind):
        area = amount(a.hung_of(kind.id).predicted_area_mm2 / 100, "cm2")
        yield _Fact("Grown comb, one side", text("{area}", area=area)).line()
        yield _Fact("Honey when full", text("{kg}", kg=kilograms(a.honey_kg(kind)))).line()
    for fact in _facts_of(kind, a.hive.choices, a.section.top_mm):
        # What hangs in another chamber, or nowhere, isn't judged.
        if fact.rule:
            fact = replace(fact, good=not is_found(a, (fact.rule,), kind.id) if hangs else None)
        yield fact.line()
    standard = catalogue().get(kind.standard) if isinstance(kind, Frame) and kind.origin != "measured" else None
    yield _source_line(KEEPER if standard is None else standard.source)


def _source_line(source: Source) -> Line:
    return Line(key="source", cells=(text("Its sizes"),), source=source)


def _fit(a: Analysis, frame: Frame) -> Table:
    hangs = any(frame is carrier for carrier in a.carriers)
    gaps = [
        replace(gap, good=not is_found(a, gap.rules, frame.id) if hangs and gap.rules else None)
        for gap in _gaps(a, frame)
    ]
    title = f"Fits {a.title or 'this hive'}" + ("" if _used(a, frame) else ", where none hangs")
    return Table(
        key="fit", title=title, columns=("Gap", "least", "mean", "most"), lines=tuple(gap.line() for gap in gaps)
    )


def part_lines(kind: CombType) -> Iterator[Line]:
    """What it is made of; what is bought as it is has no sizes."""
    if isinstance(kind, Frame):
        for part in parts_of(kind):
            sizes = part.pieces[0].sizes_mm if part.pieces else ()
            yield _part(part.name, part.number, sizes, part.note)
    elif isinstance(kind, TopBar):
        yield _part("Bar", 1, (kind.length_mm, kind.width_mm, kind.thickness_mm), "")
        yield _part(f"Guide: {kind.guide.kind.replace('-', ' of ')}", 1, (kind.guide.length_mm,), "")


def _part(name: str, number: int, sizes_mm: Iterable[float], note: str) -> Line:
    return Line(key=name, cells=(Text(template=name), count(number), *(mm(size) for size in sizes_mm)), why=note)


def _facts_of(kind: CombType, choices: Choices, span_mm: float) -> Iterator[_Fact]:
    if isinstance(kind, Frame):
        yield from _frame_facts(kind, choices, span_mm)
    elif isinstance(kind, TopBar):
        yield _Fact("Ceiling", text("closed: bars touch"), True)
        heavy = practice("comb_to_lift").number
        sag = deflection_mm(heavy, span_mm, kind.guide.length_mm, kind.width_mm, kind.thickness_mm, grooved(kind))
        words = "{sag} under {kg} of comb, its groove taken out"
        yield _Fact("Sags", text(words, sag=mm(sag), kg=kilograms(heavy)), rule="bar-too-weak")
    elif isinstance(kind, FixedComb):
        yield _Fact("To lift it", text("it has to be cut from the walls"))


def _frame_facts(frame: Frame, choices: Choices, span_mm: float) -> Iterator[_Fact]:
    area = comb_area_mm2(frame)
    if frame.make == "feeder":
        litres = (frame.body_width_mm - 2 * frame.side_bar_thickness_mm) * frame.side_bar_width_mm
        litres *= (frame.depth_mm - frame.top_bar_thickness_mm - frame.bottom_bar_thickness_mm) / 1e6
        yield _Fact("Holds", text("{litres} of syrup to the brim", litres=amount(litres, "L")))
    elif area:
        cells = 2 * area / 100 * cells_per_cm2(choices.cell_mm)
        full = honey_kg(area, frame.spacing_mm)
        wood = wood_volume_mm3(frame) * density("softwood") / 1e9
        yield _Fact("Comb, one side", text("{area}", area=amount(area / 100, "cm2")))
        yield _Fact("Cells, both sides", text("{cells}", cells=count(cells)))
        told = practice("tall_frame_honey")
        note = f": {told.why}" if frame.make in ("tall", "two-part") and full > told.span[1] else ""
        yield _Fact("Honey when full", text(f"{{kg}}{note}", kg=kilograms(full)))
        yield _Fact("To lift, wood and honey", text("{kg}", kg=kilograms(full + wood)))
        yield _Fact("Comb without a break", text("{mm} high", mm=mm(unbroken_height_mm(frame))))
        loaded = frame.body_width_mm - 2 * frame.side_bar_thickness_mm
        wide = frame.narrowed_mm or frame.top_bar_width_mm
        sag = deflection_mm(full, span_mm, loaded, wide, frame.top_bar_thickness_mm, grooved(frame))
        allowed = span_mm / practice("bar_deflection").number
        yield _Fact(
            "Top bar sags, full",
            text("{sag}, allowed {most}", sag=mm(sag), most=mm(allowed)),
            good=sag <= allowed,
            rule="bar-too-weak",
        )
    if frame.make not in ("feeder", "follower", "adapter"):
        yield _gap_fact("Gap at the lugs", frame.bar_gap_mm)
        if frame.narrowed_mm is not None:
            yield _gap_fact("Gap at mid-bar", frame.mid_gap_mm)
        yield from _extractor(frame, choices)


def _gap_fact(label: str, gap: float) -> _Fact:
    words, good = gap_words(gap)
    return _Fact(label, text(f"{{gap}}: {words}", gap=mm(gap)), good, "frame-gap-wrong")


def _extractor(frame: Frame, choices: Choices) -> Iterator[_Fact]:
    long = choices.basket_long_mm or practice("basket_long").number
    high = choices.basket_high_mm or practice("basket_high").number
    whole = fits_basket(frame.top_bar_mm, frame.depth_mm, long, high)
    halves = frame.make == "two-part" and fits_basket(frame.top_bar_mm, frame.depth_mm / 2, long, high)
    basket = {"long": mm(long), "high": mm(high)}
    words = "goes in whole" if whole else "goes in by halves" if halves else "doesn’t go in: press, or cut comb"
    yield _Fact(
        "Extractor",
        Text(template=words + " (basket {long} × {high})", values=basket),
        # Pressing is a way of its own, not a mistake.
        good=True if whole or halves else None,
    )


def _gaps(a: Analysis, frame: Frame) -> Iterator[_Gap]:
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
) -> _Gap:
    """A gap at its least, its mean and its most; the worst of them gives the words."""
    low, high = (end + more_mm for end in fit.ends(gap))
    mean = getattr(fit.nominal, gap) + more_mm
    words = [judge(value) for value in (low, mean, high)]
    bad = next((w for w, good in words if not good), None)
    return _Gap(label, (low, mean, high), bad or words[1][0], bad is None, codes)
