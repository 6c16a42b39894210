"""The building booklet as PDF: cover, cautions, parts, cut plan, steps, run card."""

from __future__ import annotations

from reportlab.platypus import Flowable, Spacer

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing, exploded_drawing, part_drawing
from sabaka_core.findings import errors_in
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import whole
from sabaka_core.kit.measure import Measure
from sabaka_core.paper.run_card import put_runs
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.paper.templates import FRACTION, INCHES
from sabaka_core.show.building import BuildingStudy
from sabaka_core.woodwork.asked import bill_in, parts_in, plan_in
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.steps import work_steps
from sabaka_core.woodwork.unmade import not_made

# Rows of part sheets on a page; no drawing of them is lower [points].
_ROWS_A_PAGE, _LEAST_DRAWN = 4, 30 * POINTS
_BOARDS_A_PAGE, _SHEETS_A_PAGE_CUT = 10, 2


def booklet(hive: Hive, measure: Measure = "mm") -> bytes:
    """The booklet of a design.

    Raises:
        ParameterError: sizes that can't be built.
    """
    context = Context(hive)
    parts, plan, bill = context.once(parts_in), context.once(plan_in), context.once(bill_in)
    sheet = Sheet(hive, "building", "mm" if measure == "mm" else INCHES)
    pieces = sum(p.count for p in parts)
    under = f"How to build it: {pieces} parts, about {bill.hours:.0f} hours, {bill.total:.0f} in material and work"
    sheet.title(hive.name, under, 26.0)
    _cover(sheet, hive, parts)
    _parts(sheet, parts)
    _part_sheets(sheet, parts)
    _plan(sheet, parts, plan)
    _steps(sheet, hive, parts)
    _run_card(sheet, hive)
    return sheet.save()


def rounding_mm(parts: tuple[Part, ...]) -> float:
    """How far fractions of an inch are off a part's size at most [mm]."""
    step = 25.4 / FRACTION
    sizes = [s for p in parts if p.group != "Bought" for s in (p.long_mm, p.wide_mm)]
    return max((abs(s - round(s / step) * step) for s in sizes), default=0.0)


def closing_mm(hive: Hive) -> float:
    """How far the run is off when every place in it is cut to the nearest mark: positive when it comes out
    long [mm]."""
    step = 25.4 / FRACTION
    a = analyse(hive, main_box(hive))
    sizes = [p.length_mm for p in a.layout.placed if p.item.kind != "gap"]
    return sum(round(size / step) * step - size for size in sizes)


def _cover(sheet: Sheet, hive: Hive, parts: tuple[Part, ...]) -> None:
    sheet.errors(errors_in(Context(hive)), "before you cut")
    missing = not_made(hive)
    if missing:
        sheet.paragraph("", f"Not made yet, and in no list here: {'; '.join(missing)}.", 9)
    sheet.pictures(150 * POINTS, exploded_drawing(parts))
    sheet.heading("Before you start")
    for caution in BuildingStudy.cautions:
        sheet.paragraph("", caution)


def _parts(sheet: Sheet, parts: tuple[Part, ...]) -> None:
    sheet.turn()
    sheet.heading("Parts")
    if sheet.measure != "mm":
        off = f"{rounding_mm(parts) / 25.4:.3f} in"
        words = (
            f"Sizes in inches to 1/{FRACTION}: no part is further than {off} off; cut those that meet to the same mark."
        )
        sheet.paragraph("", words)
    for index, part in enumerate(parts):
        size = "" if part.group == "Bought" else f", {sheet.sizes(part.long_mm, part.wide_mm, part.thick_mm)}"
        more = "; ".join([*(sheet.say(mark) for mark in marks_of(part)), *([part.note] if part.note else [])])
        sheet.paragraph(
            f"{index + 1}: {part.count} of", f"{part.name}{size}, {part.material}{'. ' + more if more else ''}"
        )


def _part_sheets(sheet: Sheet, parts: tuple[Part, ...]) -> None:
    """A dimensioned sheet of every part that is more than a plain board, eight a page."""
    drawn = [p for p in parts if p.group != "Bought" and (p.profile or p.holes or p.rebate or p.bevel_deg > 0.05)]
    if drawn:
        high = (sheet.size[1] - 46 * POINTS) / _ROWS_A_PAGE
        sheet.turn()
        sheet.heading("Part sheets")
        sheet.grid([_part_sheet(sheet, part, sheet.wide / 2 - 10, high) for part in drawn], 2, high)


def _part_sheet(sheet: Sheet, part: Part, wide: float, high: float) -> list[Flowable]:
    """A part's name, its marks and its drawing."""
    name = sheet.words(text(f"{part.count} × {part.name}, {{thick}} thick", thick=mm(part.thick_mm)), 8, bold=True)
    marks = sheet.words("; ".join(sheet.say(mark) for mark in marks_of(part)), 6.5)
    room = high - sum(each.wrap(wide, high)[1] for each in (name, marks)) - 4 * POINTS
    return [name, marks, Spacer(0, 4), sheet.pictured(part_drawing(part), max(room, _LEAST_DRAWN), wide)]


def _plan(sheet: Sheet, parts: tuple[Part, ...], plan: CutPlan) -> None:
    sheet.turn()
    sheet.heading("Cut plan")
    words = (
        f"{len(plan.boards)} boards, {len(plan.bought)} to buy. Numbers are those of the parts list. "
        "Each says whether it is ripped or crosscut first; the fence stays for pieces of one width."
    )
    sheet.paragraph("", words)
    numbers = {part.id: index for index, part in enumerate(parts)}
    pages = [(slice(at, at + _BOARDS_A_PAGE), slice(0)) for at in range(0, len(plan.boards), _BOARDS_A_PAGE)]
    pages += [(slice(0), slice(at, at + _SHEETS_A_PAGE_CUT)) for at in range(0, len(plan.sheets), _SHEETS_A_PAGE_CUT)]
    for index, (boards, sheets) in enumerate(pages):
        if index:
            sheet.turn()
        sheet.put(sheet.pictured(boards_drawing(plan, numbers, boards, sheets)))


def _steps(sheet: Sheet, hive: Hive, parts: tuple[Part, ...]) -> None:
    sheet.turn()
    sheet.heading("Step by step")
    done = (hive.building or Building()).done
    for number, step in enumerate(work_steps(parts), 1):
        tick = "[x]" if step.id in done else "[ ]"
        measure = f" Measure: {step.measure}" if step.measure else ""
        sheet.paragraph(f"{tick} {number}", f"{step.title}. {step.words}{measure}", 9)
        if step.caution:
            sheet.paragraph("", step.caution, 7.5)
    sheet.put(sheet.pictured(exploded_drawing(parts, 0.55), 110 * POINTS, least=76 * POINTS))


def _run_card(sheet: Sheet, hive: Hive) -> None:
    sheet.turn()
    sheet.heading("Run card")
    everything = whole(hive)
    sheet.errors(errors_in(Context(hive)), "before you hang it so")
    if sheet.measure != "mm":
        off = closing_mm(hive)
        words = (
            f"Cut to 1/{FRACTION} in, bars and boards of the run come out {abs(off) / 25.4:.3f} in "
            f"{'long' if off > 0 else 'short'} "
            "in all: the open gap takes it up; where there is none, plane or shim the last one."
        )
        sheet.paragraph("", words)
    put_runs(sheet, everything, every_place=True)
