"""The building booklet as PDF: cover, cautions, parts, cut plan, steps, run card."""

from __future__ import annotations

from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing
from sabaka_core.drawing.exploded import exploded_drawing
from sabaka_core.findings import errors_in
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import whole
from sabaka_core.kit.measure import PLAIN, ReadAs
from sabaka_core.paper.part_pages import part_sheets
from sabaka_core.paper.run_card import put_runs
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.paper.templates import FRACTION, for_the_saw
from sabaka_core.show.bill import shopping_table
from sabaka_core.show.building import BuildingStudy
from sabaka_core.woodwork.along import letter_of, marks_on_boards
from sabaka_core.woodwork.asked import bill_in, parts_in, plan_in
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.steps import work_steps
from sabaka_core.woodwork.unmade import not_here

# Boards that are drawn together.
_BOARDS_TOGETHER = 3
# So many copies of a part are drawn on the cover at most.
_COPIES = 4
# The cut plan and the steps begin where so much of a page is left for the first of them [mm].
_PLAN_NEEDS, _STEPS_NEED = 110.0, 60.0


def booklet(hive: Hive, reading: ReadAs = PLAIN) -> bytes:
    """The booklet of a design.

    Raises:
        ParameterError: sizes that can't be built.
    """
    context = Context(hive)
    parts, plan, bill = context.once(parts_in), context.once(plan_in), context.once(bill_in)
    sheet = Sheet(hive, "building", for_the_saw(reading))
    pieces = sum(p.count for p in parts)
    under = f"How to build it: {pieces} parts, about {bill.hours:.0f} hours, {bill.total:.0f} in material and work"
    sheet.title(hive.name, under, 26.0)
    _cover(sheet, hive, parts, 7 + bool(plan.offcuts))
    _parts(sheet, parts, context)
    part_sheets(sheet, parts, plan)
    _plan(sheet, hive, parts, plan)
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


def _cover(sheet: Sheet, hive: Hive, parts: tuple[Part, ...], headings: int) -> None:
    sheet.errors(errors_in(Context(hive)), "before you cut")
    sheet.contents(headings + 1)
    sheet.pictures(130 * POINTS, exploded_drawing(parts, most=_COPIES))
    sheet.heading("Before you start")
    for caution in BuildingStudy.cautions:
        sheet.paragraph("", caution)


def _parts(sheet: Sheet, parts: tuple[Part, ...], context: Context) -> None:
    """Every part in a line, then everything to buy."""
    sheet.turn()
    sheet.heading("Parts")
    if sheet.reading.measure != "mm":
        off = f"{rounding_mm(parts) / 25.4:.3f} in"
        words = (
            f"Sizes in inches to 1/{FRACTION}: no part is further than {off} off; cut those that meet to the same mark."
        )
        sheet.paragraph("", words)
    rows = []
    for index, part in enumerate(parts, 1):
        size = "" if part.group == "Bought" else sheet.sizes(part.long_mm, part.wide_mm, part.thick_mm)
        rows.append([f"{index}", f"{part.count} ×", part.name, size, part.material])
    sheet.table(("", "", "Part", "long × wide × thick", "of"), rows, (0.05, 0.08, 0.42, 0.3, 0.15))
    sheet.heading("Shopping list")
    table = shopping_table(context)
    sheet.table(
        table.columns, [[*(sheet.say(cell) for cell in line.cells)] for line in table.lines], (0.52, 0.16, 0.16, 0.16)
    )
    for name, why in not_here(context.hive):
        sheet.paragraph("Not here", f"{name}: {why}.")


def _plan(sheet: Sheet, hive: Hive, parts: tuple[Part, ...], plan: CutPlan) -> None:
    """Boards in the order in which they are cut, so many on a page, what is left of each beside them."""
    sheet.heading("Cut plan", _PLAN_NEEDS * POINTS)
    words = (
        f"{len(plan.boards)} boards, {len(plan.bought)} to buy. Numbers are those of the parts list, in the order in "
        "which they are cut. Each board says whether it is ripped or crosscut first; the fence stays for pieces of one "
        "width."
    )
    sheet.paragraph("", words)
    for index, each in enumerate((hive.building or Building()).along):
        sheet.paragraph(letter_of(index), f"Pieces of “{each.name}”, by their numbers in its own booklet.")
    marks = marks_on_boards(parts, hive)
    for at in range(0, len(plan.boards), _BOARDS_TOGETHER):
        sheet.put(sheet.fitted(boards_drawing(plan, marks, slice(at, at + _BOARDS_TOGETHER), slice(0))))
    for at in range(len(plan.sheets)):
        sheet.put(sheet.fitted(boards_drawing(plan, marks, slice(0), slice(at, at + 1))))
    if plan.offcuts:
        sheet.heading("Offcuts to keep")
        rows = [[label, sheet.sizes(long, wide, thick)] for label, long, wide, thick in plan.offcuts]
        sheet.table(("Of", "long × wide × thick"), rows, (0.4, 0.6))


def _steps(sheet: Sheet, hive: Hive, parts: tuple[Part, ...]) -> None:
    sheet.heading("Step by step", _STEPS_NEED * POINTS)
    done = (hive.building or Building()).done
    for number, step in enumerate(work_steps(parts, hive), 1):
        tick = "[x]" if step.id in done else "[ ]"
        sheet.paragraph(f"{tick} {number}", f"{step.title}. {sheet.say(step.words)}", 9)
        if step.measure.template:
            sheet.paragraph("", f"Measure: {sheet.say(step.measure)}", 9)
        if step.caution:
            sheet.paragraph("", step.caution, 7.5)


def _run_card(sheet: Sheet, hive: Hive) -> None:
    sheet.turn()
    sheet.heading("Run card")
    everything = whole(hive)
    sheet.errors(errors_in(Context(hive)), "before you hang it so")
    if sheet.reading.measure != "mm":
        off = closing_mm(hive)
        words = (
            f"Cut to 1/{FRACTION} in, bars and boards of the run come out {abs(off) / 25.4:.3f} in "
            f"{'long' if off > 0 else 'short'} "
            "in all: the open gap takes it up; where there is none, plane or shim the last one."
        )
        sheet.paragraph("", words)
    put_runs(sheet, everything, every_place=True)
