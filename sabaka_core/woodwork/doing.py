"""What is done to one part at the bench, in order, with its numbers; what to measure then, and what to mind."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise
from math import cos, radians, tan

from sabaka_core.base.quantity import Quantity, Text, deg, mm, text
from sabaka_core.base.units import UNSEEN_DEG, UNSEEN_MM
from sabaka_core.woodwork.laid import Laid
from sabaka_core.woodwork.marks import hole_values
from sabaka_core.woodwork.parts import BoredHole, Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.scarfs import half_mm, is_scarfed, lap_mm

SAW = "Guard and riving knife on, push stick, stop block clear of the blade; eyes and ears covered, no gloves."
BEVELLED = "Guard and riving knife on; push stick; the offcut can bind on a tilted blade: stand aside of it."
LOG = "Chain saw: helmet, visor, ear muffs, gloves, cut-proof trousers; the log wedged fast; never alone."
BORING = "Clamp the board, a block behind it; small pieces spin."
# A part is right within so much [mm]; so far off a tilt is easily set [deg].
_PLAY_MM, _OFF_DEG = 0.5, 0.5
# None that is a unit, or looks like a figure.
_LETTERS = "abcdefhjkpqrstuvwxyz"


@dataclass(frozen=True)
class BenchWork:
    """One part's work: what to do, what to measure after, what to mind."""

    do: tuple[Text, ...]
    measure: Text
    caution: str


def letter(index: int) -> str:
    """What a hole is called on its sheet: a letter, then a2 and so on."""
    round_, place = divmod(index, len(_LETTERS))
    return _LETTERS[place] + (str(round_ + 1) if round_ else "")


def bench_of(part: Part, lies: Laid | None, plan: CutPlan) -> BenchWork:
    """The work on one part, out of the boards of a plan."""
    if part.is_log:
        return BenchWork((*_hollowed(part), *_bored(part)), _wall_measured(), LOG)
    round_ = lies is not None and lies.is_round
    do = [*_wood(part, plan), *_sawn(part, plan), *_shaped(part)]
    do += [text("Mark a circle {wide} across and saw it out.", wide=mm(part.wide_mm))] if round_ else []
    do += [*_cut_in(part, lies), *_bored(part)]
    if part.bevel_deg > UNSEEN_DEG:
        return BenchWork(tuple(do), _bevel_measured(part), BEVELLED)
    caution = SAW if part.group != "Bought" else ""
    return BenchWork(tuple(do), _measured(part), f"{caution} {BORING}".strip() if part.holes else caution)


def face_mm(part: Part) -> float:
    """How wide each face of a board is whose long edges are bevelled alike."""
    return part.wide_mm - part.thick_mm * tan(radians(part.bevel_deg))


def _hollowed(part: Part) -> Iterator[Text]:
    """A log; its bore is in its note."""
    yield text("Cut it {long} long, both ends square to its middle line.", long=mm(part.long_mm))
    yield text("Mark the bore’s circle on both ends, round the same middle line.")
    yield text("Hollow it from both ends to the bore in its note; gouge the last of it.")


def _wall_measured() -> Text:
    return text("The wall all round at both ends, and by a rod through the entrance.")


def _wood(part: Part, plan: CutPlan) -> Iterator[Text]:
    """Which boards or sheets it comes out of, planed or sawn thinner, glued up of what."""
    boards = [(i, b) for i, b in enumerate(plan.boards, 1) if any(p.part == part.id for p in b.pieces)]
    sheets = [i for i, s in enumerate(plan.sheets, 1) if any(p.part == part.id for p in s.placed)]
    if sheets:
        yield text(f"Cut it from sheet {_numbers(sheets)}, straight through.")
        return
    if not boards:
        return
    numbers = _numbers([i for i, _ in boards])
    thinned = {b.thinned: b for _, b in boards if b.thinned}
    words, values = f"From board {numbers}", dict[str, Quantity]()
    for how, board in thinned.items():
        words += f", {how} from {{{how}}} to {{thick}}"
        values |= {how: mm(board.source.thickness_mm), "thick": mm(board.thick_mm)}
    yield Text(template=f"{words}.", values=values)
    panel = next((p for p in plan.panels if p.part == part.id), None)
    if panel is not None:
        widths = sorted({p.wide_mm for _, b in boards for p in b.pieces if p.part == part.id}, reverse=True)
        named = {f"w{i}": mm(w) for i, w in enumerate(widths)}
        said = " and ".join(f"{{w{i}}}" for i in range(len(widths)))
        yield Text(template=f"Glue up {panel.strips} strips or layers, {said} wide; plane flat when dry.", values=named)


def _numbers(found: list[int]) -> str:
    few = [str(i) for i in found[:6]]
    return ", ".join(few) + (" and others" if len(found) > len(few) else "")


def _sawn(part: Part, plan: CutPlan) -> Iterator[Text]:
    """Crosscut and rip, bevelled or square."""
    panel = any(p.part == part.id for p in plan.panels)
    if is_scarfed(part, plan):
        yield text(
            "Crosscut two for each: stop at {half}; plane a slope of {lap} on one end of either, glue slope on slope "
            "against a straight edge: {long} in all.",
            half=mm(half_mm(part)),
            lap=mm(lap_mm(part)),
            long=mm(part.long_mm),
        )
    else:
        yield text("Crosscut: stop at {long}.", long=mm(part.long_mm))
    if part.bevel_deg <= UNSEEN_DEG or part.profile:
        if not part.profile:
            yield text(
                "Rip: fence at {wide}." if not panel else "Rip the panel: fence at {wide}.", wide=mm(part.wide_mm)
            )
        return
    yield text(
        "Tilt {tilt}, rip one edge; turn it end for end, not over: the cuts are parallel. "
        "Fence to {face} on the face, rip.",
        tilt=deg(part.bevel_deg),
        face=mm(face_mm(part)),
    )


def _shaped(part: Part) -> Iterator[Text]:
    """What isn't a rectangle: by template, its widths and angles."""
    if not part.profile:
        return
    shape = part.shape
    if shape is not None and shape.leans:
        yield text(
            "Saw to the template: {top} at the top, {floor} at the foot, {high} high; "
            "mitre gauge {off} off square for both sides.",
            top=mm(shape.top_mm),
            floor=mm(shape.floor_mm),
            high=mm(shape.height_mm),
            off=deg(abs(shape.floor_deg - 90.0)),
        )
    elif shape is None:
        yield text("Saw to the template.")
    else:
        yield text("Rip: fence at {wide}.", wide=mm(part.wide_mm))


def _cut_in(part: Part, lies: Laid | None) -> Iterator[Text]:
    """Rebates, grooves and openings."""
    if part.rebate is not None:
        note = f" {part.rebate.note}" if part.rebate.note else ""
        yield text(
            f"Rebate{note}: {{wide}} wide, {{deep}} deep, along the top inside edge; two passes.",
            wide=mm(part.rebate.wide_mm),
            deep=mm(part.rebate.deep_mm),
        )
    for pocket in lies.pockets if lies is not None else ():
        (x0, x1), (y0, y1) = ((min(p[i] for p in pocket.ring), max(p[i] for p in pocket.ring)) for i in (0, 1))
        if part.rebate is not None and x1 - x0 > part.long_mm - 1.0 and not pocket.outside:
            continue
        face = "outside" if pocket.outside else "inside"
        yield text(
            f"Cut in {{deep}} deep on its {face} face: {{long}} × {{wide}}, from {{at}} to {{to}} along, "
            "{low} to {up} up.",
            deep=mm(pocket.deep_mm),
            long=mm(x1 - x0),
            wide=mm(y1 - y0),
            at=mm(x0),
            to=mm(x1),
            low=mm(y0),
            up=mm(y1),
        )
    for ring in lies.through if lies is not None else ():
        xs, ys = [x for x, _ in ring], [y for _, y in ring]
        yield text(
            "Saw out {wide} × {high}, from {at} along and {low} up; bore the corners first.",
            wide=mm(max(xs) - min(xs)),
            high=mm(max(ys) - min(ys)),
            at=mm(min(xs)),
            low=mm(min(ys)),
        )


def _bored(part: Part) -> Iterator[Text]:
    """Round holes, those of one size together."""
    rounds = [(letter(i), hole) for i, hole in enumerate(part.holes) if hole.round]
    for wide in sorted({hole.wide_mm for _, hole in rounds}):
        mine = [(name, hole) for name, hole in rounds if hole.wide_mm == wide]
        names = mine[0][0] if len(mine) == 1 else f"{mine[0][0]} to {mine[-1][0]}"
        slants = {hole.slant_deg for _, hole in mine}
        tilt = f", rising {max(slants):g}° inward" if max(slants) > UNSEEN_DEG else ", square to the board"
        yield text(
            f"Mark {names} on the outside face, from the {mine[0][1].along_from} and the lower edge; "
            f"bore {{wide}}{tilt}.",
            wide=mm(wide),
        )


def _bevel_measured(part: Part) -> Text:
    """Each face's width, and what half a degree does."""
    off = 2 * face_mm(part) * tan(radians(_OFF_DEG)) / cos(radians(part.bevel_deg))
    return text(
        "Each face {face} ± {play} at both ends. Half a degree off makes the floor {off} wider or narrower.",
        face=mm(face_mm(part)),
        play=mm(_PLAY_MM),
        off=mm(off),
    )


def _measured(part: Part) -> Text:
    shape = part.shape
    if shape is not None and shape.leans:
        return text("{top} ± {play} at the top, and both diagonals alike.", top=mm(shape.top_mm), play=mm(_PLAY_MM))
    if part.rebate is not None:
        return text(
            "The rebate against a real lug or bar; {long} ± {play} long.", long=mm(part.long_mm), play=mm(_PLAY_MM)
        )
    return text(
        "{long} × {wide}, each ± {play}, and square.", long=mm(part.long_mm), wide=mm(part.wide_mm), play=mm(_PLAY_MM)
    )


def hole_lines(part: Part) -> Iterator[tuple[str, Text]]:
    """Each hole with its letter; a row of alike ones, evenly spaced, in one line."""
    index = 0
    while index < len(part.holes):
        row = _row_from(part.holes, index)
        first, last = part.holes[index], part.holes[index + row - 1]
        word = "Hole" if first.round else "Slot"
        if row < _A_ROW:
            yield f"{word} {letter(index)}", hole_line(first)
            index += 1
            continue
        pitch = abs(part.holes[index + 1].x_mm - first.x_mm)
        said = hole_line(first)
        yield (
            f"Holes {letter(index)} to {letter(index + row - 1)}",
            Text(
                template=said.template.replace(", hole 1", "")
                + f", then {row - 1} more, {{pitch}} apart, to {{last}} along",
                values=said.values | {"pitch": mm(pitch), "last": mm(last.x_mm)},
            ),
        )
        index += row


# So many alike beside each other are a row.
_A_ROW = 4


def _row_from(holes: tuple[BoredHole, ...], start: int) -> int:
    """How many holes from one on are alike and evenly spaced."""
    first, many = holes[start], 1
    step = holes[start + 1].x_mm - first.x_mm if start + 1 < len(holes) else 0.0
    for one, other in pairwise(holes[start:]):
        alike = (other.wide_mm, other.up_outside_mm, other.round) == (first.wide_mm, first.up_outside_mm, first.round)
        if not alike or abs(other.x_mm - one.x_mm - step) > _EVEN_MM:
            break
        many += 1
    return many


# Holes are evenly spaced within so much [mm].
_EVEN_MM = 0.3


def hole_line(hole: BoredHole) -> Text:
    """A hole on its part's sheet, in a line."""
    kind = "{wide}" if hole.round else "{wide} × {high}"
    state = ", plugged" if hole.plugged else ""
    slant = f", rising {hole.slant_deg:g}° inward" if hole.slant_deg > UNSEEN_DEG else ""
    up = "{outside} up outside, {inside} inside" if hole.leans else "{outside} up"
    of = f"{hole.of}: " if hole.of else ""
    along = f"{{along}} from the {hole.along_from}"
    if hole.along_mm < UNSEEN_MM:
        along = {"middle": "in the middle", "mark": "on the mark down its face"}.get(hole.along_from.split()[0], along)
    return Text(template=f"{of}{kind}, {along}, {up}{slant}{state}", values=hole_values(hole))
