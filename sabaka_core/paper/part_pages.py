"""Part sheets: each kind of part with everything that is needed to mark it out, plain boards two beside each other."""

from __future__ import annotations

from reportlab.platypus import Flowable, KeepTogether, Spacer

from sabaka_core.base.quantity import Text, mm, text
from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.drawing.building import plain_drawing
from sabaka_core.drawing.part_sheet import (
    blade_drawing,
    edge_drawing,
    end_drawing,
    face_drawing,
    is_tilted,
    where_drawing,
)
from sabaka_core.paper.sheet import ERROR, POINTS, Sheet
from sabaka_core.woodwork.doing import BenchWork, bench_of, hole_lines
from sabaka_core.woodwork.laid import Laid, laid
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.solids import Extent, bounds

# Heights on paper [mm]: of a face drawing at most, of the small drawings, of an edge, of a plain piece's whole card.
_MOST, _SMALL, _EDGE, _PLAIN = 62.0, 21.0, 12.0, 50.0
# Shares of the page's width that sizes and small drawings take.
_SIZES, _THIRD = 0.36, 0.26


def part_sheets(sheet: Sheet, parts: tuple[Part, ...], plan: CutPlan) -> None:
    """A sheet of every part that is made."""
    made = [(n, p, laid(p)) for n, p in enumerate(parts, 1) if p.group != "Bought" and not p.id.endswith("-more")]
    shaped = [(n, p, lies) for n, p, lies in made if lies is not None and not is_plain(p, lies)]
    plain = [(n, p) for n, p, lies in made if lies is None or is_plain(p, lies)]
    solids = [prism for part in parts for copy in part.places for prism in copy]
    if shaped:
        everything = bounds(solids)
        sheet.heading("Part sheets", _MOST * 2 * POINTS)
        for number, part, lies in shaped:
            sheet.put(KeepTogether(_one(sheet, number, part, lies, plan, everything)))
    if plain:
        sheet.heading("Plain pieces", _PLAIN * POINTS)
        high = _PLAIN * POINTS
        sheet.grid([_plain(sheet, number, part, plan, high) for number, part in plain], 2, high)


def is_plain(part: Part, lies: Laid) -> bool:
    """Whether a part is a rectangle with nothing in it."""
    square = len(lies.outline) == 1 and len(lies.outline[0]) == 4 and not part.profile
    return square and not (lies.pockets or lies.through or lies.bores or part.rebate or part.bevel_deg > UNSEEN_DEG)


def _one(sheet: Sheet, number: int, part: Part, lies: Laid, plan: CutPlan, everything: Extent) -> list[Flowable]:
    """Head, drawings, sizes and work of one part."""
    bench = bench_of(part, lies, plan)
    wide = sheet.wide
    face, scale = sheet.scaled(face_drawing(part, lies), _MOST * POINTS)
    pieces = f"{part.count} piece{'' if part.count == 1 else 's'}"
    head = sheet.row(
        [
            sheet.words(text(f"{number}"), 18, family="piazzolla"),
            sheet.words(part.name, 14, family="piazzolla"),
            sheet.words(f"{pieces} · {part.material} · 1 : {scale}", 9, bold=True),
        ],
        (30.0, wide * 0.55, wide * 0.45 - 30.0),
    )
    beside = [end_drawing(part, lies), where_drawing(part, everything)]
    if is_tilted(part):
        beside.insert(1, blade_drawing(part))
    small: list[Flowable] = [sheet.pictured(each, _SMALL * POINTS, wide * _THIRD - 6) for each in beside]
    found: list[Flowable] = [Spacer(0, 4), head, sheet.rule(2)]
    edge = [sheet.pictured(edge_drawing(part, lies), _EDGE * POINTS, wide)] if lies.pockets else []
    sizes, work = _sizes(sheet, part, lies), _work(sheet, bench)
    if face.wrap(wide, sheet.size[1])[0] <= wide * (1 - _THIRD):
        # There is room beside the face: the words have the whole page under it.
        found += [sheet.row([face, small], (wide * (1 - _THIRD), wide * _THIRD)), *edge, Spacer(0, 3)]
        found.append(sheet.row([sizes, work], (wide * _SIZES, wide * (1 - _SIZES))))
    else:
        found += [face, *edge, Spacer(0, 3)]
        found.append(sheet.row([sizes, work, small], (wide * _SIZES, wide * (1 - _SIZES - _THIRD), wide * _THIRD)))
    return [*found, Spacer(0, 6)]


def _sizes(sheet: Sheet, part: Part, lies: Laid) -> list[Flowable]:
    """Every size in words, in the keeper's measure."""
    lines: list[tuple[str, Text | str]] = [
        ("Long", sheet.say(mm(part.long_mm))),
        ("Wide" + (", over both edges" if is_tilted(part) else ""), sheet.say(mm(part.wide_mm))),
        ("Thick", sheet.say(mm(part.thick_mm))),
    ]
    if is_tilted(part):
        lines.append(("Both long edges", f"bevel {part.bevel_deg:.1f}°, parallel"))
    if part.joint:
        lines.append(("Joined", sheet.say(part.joint)))
    lines += hole_lines(part)
    if part.note:
        lines.append(("Note", part.note))
    found: list[Flowable] = [sheet.words("Sizes", 11, family="piazzolla")]
    for label, words in lines:
        found.append(sheet.pair(label, words, 52.0, 7.5))
    return found


def _work(sheet: Sheet, bench: BenchWork) -> list[Flowable]:
    """What to do, what to measure, what to mind."""
    found: list[Flowable] = [sheet.words("Do", 11, family="piazzolla")]
    found += [sheet.pair(f"{n}.", words, 13.0, 7.5) for n, words in enumerate(bench.do, 1)]
    found += [sheet.words("Measure", 11, family="piazzolla"), sheet.words(bench.measure, 7.5)]
    if bench.caution:
        found.append(sheet.words(bench.caution, 7.5, bold=True, colour=ERROR))
    return found


def _plain(sheet: Sheet, number: int, part: Part, plan: CutPlan, high: float) -> list[Flowable]:
    """A plain board: its drawing, its sizes, the little that is done to it."""
    bench = bench_of(part, None, plan)
    wide = sheet.wide / 2 - 10
    pieces = f"{part.count} piece{'' if part.count == 1 else 's'}"
    name = sheet.words(f"{number}  {part.name}", 9.5, family="piazzolla")
    size = sheet.words(
        text(
            f"{pieces} · {part.material} · {{thick}} thick{' · ' + part.joint if part.joint else ''}",
            thick=mm(part.thick_mm),
        ),
        7.5,
        bold=True,
    )
    work = sheet.words(" ".join(sheet.say(each) for each in bench.do) + (f" {part.note}." if part.note else ""), 7.5)
    room = high - sum(each.wrap(wide, high)[1] for each in (name, size, work)) - 14
    return [name, size, sheet.pictured(plain_drawing(part), max(room, 50.0), wide), work]
