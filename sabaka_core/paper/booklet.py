"""The building booklet as PDF: cover, cautions, parts, cut plan, steps, run card; and 1:1 templates in tiles."""

from __future__ import annotations

from dataclasses import replace
from math import ceil, radians, tan

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing, exploded_drawing, part_drawing
from sabaka_core.findings import errors_in
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.context import Context
from sabaka_core.hive.whole import whole
from sabaka_core.kit.measure import FINEST, Measure
from sabaka_core.paper.letters import wrapped
from sabaka_core.paper.run_card import put_runs
from sabaka_core.paper.sheet import INK, POINTS, Sheet
from sabaka_core.show.building import BuildingStudy
from sabaka_core.woodwork.asked import bill_in, parts_in, plan_in
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.steps import work_steps
from sabaka_core.woodwork.unmade import not_made

# Sizes in inches are rounded to this part of one, and how far that is at most is said.
_INCHES: Measure = "in32"
_FRACTION = FINEST[_INCHES]
_CHECK_MM = 100.0
_BORDER_MM = 12.0
_FOOT_MM = 14.0
_GAUGE_MM = 150.0
# Lines of marks over a part's picture; all of them stand in the parts list.
_MARK_LINES = 7
_SHEETS_A_PAGE = 8
_BOARDS_A_PAGE, _SHEETS_A_PAGE_CUT = 10, 2


def booklet(hive: Hive, measure: Measure = "mm") -> bytes:
    """The booklet of a design.

    Raises:
        ParameterError: sizes that can't be built.
    """
    context = Context(hive)
    parts, plan, bill = context.once(parts_in), context.once(plan_in), context.once(bill_in)
    sheet = Sheet(hive, "building", "mm" if measure == "mm" else _INCHES)
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
    step = 25.4 / _FRACTION
    sizes = [s for p in parts if p.group != "Bought" for s in (p.long_mm, p.wide_mm)]
    return max((abs(s - round(s / step) * step) for s in sizes), default=0.0)


def closing_mm(hive: Hive) -> float:
    """How far the run is off when every place in it is cut to the nearest mark: positive when it comes out
    long [mm]."""
    step = 25.4 / _FRACTION
    a = analyse(hive, main_box(hive))
    sizes = [p.length_mm for p in a.layout.placed if p.item.kind != "gap"]
    return sum(round(size / step) * step - size for size in sizes)


def _cover(sheet: Sheet, hive: Hive, parts: tuple[Part, ...]) -> None:
    sheet.errors(errors_in(Context(hive)), "before you cut")
    missing = not_made(hive)
    if missing:
        sheet.paragraph("", f"Not made yet, and in no list here: {'; '.join(missing)}.", 9)
    sheet.picture(exploded_drawing(parts), 150 * POINTS)
    sheet.y -= 154 * POINTS
    sheet.heading("Before you start")
    for caution in BuildingStudy.cautions:
        sheet.paragraph("", caution)


def _parts(sheet: Sheet, parts: tuple[Part, ...]) -> None:
    sheet.turn()
    sheet.heading("Parts")
    if sheet.measure != "mm":
        off = f"{rounding_mm(parts) / 25.4:.3f} in"
        words = (
            f"Sizes in inches to 1/{_FRACTION}: no part is further than {off} off; cut those that meet "
            "to the same mark."
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
    wide, high = sheet.wide / 2, (sheet.size[1] - 46 * POINTS) / (_SHEETS_A_PAGE / 2)
    for index, part in enumerate(drawn):
        place = index % _SHEETS_A_PAGE
        if place == 0:
            sheet.turn()
            sheet.heading("Part sheets" if index == 0 else "Part sheets, continued")
        x, y = sheet.left + (place % 2) * wide, sheet.y - 8 - (place // 2) * high
        words = text(f"{part.count} × {part.name}, {{thick}} thick", thick=mm(part.thick_mm))
        sheet.text(x, y, words, 8, bold=True)
        marks = wrapped("; ".join(sheet.say(mark) for mark in marks_of(part)), 6.5, wide - 14)[:_MARK_LINES]
        for number, line in enumerate(marks):
            sheet.text(x, y - (3.5 + 2.8 * number) * POINTS, line, 6.5)
        down = (6 + 2.8 * max(len(marks) - 1, 0)) * POINTS
        sheet.draw(part_drawing(part), x, y - down, wide - 10, high - 6 * POINTS - down)


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
        sheet.picture(boards_drawing(plan, numbers, boards, sheets), sheet.y - sheet.foot - 10 * POINTS)


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
    room = sheet.y - sheet.foot - 10 * POINTS
    if room > 76 * POINTS:
        sheet.picture(exploded_drawing(parts, 0.55), min(room, 110 * POINTS))


def _run_card(sheet: Sheet, hive: Hive) -> None:
    sheet.turn()
    sheet.heading("Run card")
    everything = whole(hive)
    sheet.errors(errors_in(Context(hive)), "before you hang it so")
    if sheet.measure != "mm":
        off = closing_mm(hive)
        words = (
            f"Cut to 1/{_FRACTION} in, bars and boards of the run come out {abs(off) / 25.4:.3f} in "
            f"{'long' if off > 0 else 'short'} "
            "in all: the open gap takes it up; where there is none, plane or shim the last one."
        )
        sheet.paragraph("", words)
    put_runs(sheet, everything, every_place=True)


def templates(hive: Hive, measure: Measure = "mm") -> bytes:
    """Templates at full size of end boards and followers, in tiles with a check bar of 100 mm and crop marks.

    Raises:
        ParameterError: sizes that can't be built.
    """
    parts = parts_of_hive(hive)
    sheet = Sheet(hive, "templates at full size", "mm" if measure == "mm" else _INCHES)
    seen: set[tuple[tuple[float, float], ...]] = set()
    for part in parts:
        shape = tuple((round(y, 1), round(z, 1)) for y, z in part.profile)
        if shape and shape not in seen:
            seen.add(shape)
            _tiles(sheet, part, len(seen) == 1)
    for part in {round(p.bevel_deg, 1): p for p in parts if p.bevel_deg > 0.05}.values():
        # A gauge to set the saw by: the angle between its long edges is the tilt.
        across = _GAUGE_MM * tan(radians(part.bevel_deg))
        gauge = replace(
            part,
            name=f"Bevel gauge, {part.bevel_deg:.1f}°",
            profile=((0.0, 0.0), (across, _GAUGE_MM), (0.0, _GAUGE_MM)),
        )
        _tiles(sheet, gauge, not seen)
        seen.add(gauge.profile)
    if not seen:
        sheet.title(f"{hive.name}: templates", "Every part of this hive is a rectangle: it needs no template.")
    return sheet.save()


def _tiles(sheet: Sheet, part: Part, first: bool) -> None:
    """A part's outline at full size over as many pages as it takes."""
    wide_mm, high_mm = sheet.size[0] / POINTS - 2 * _BORDER_MM, sheet.size[1] / POINTS - 2 * _BORDER_MM - _FOOT_MM
    left, low = min(y for y, _ in part.profile), min(z for _, z in part.profile)
    long, tall = max(y for y, _ in part.profile) - left, max(z for _, z in part.profile) - low
    across, down = max(ceil(long / wide_mm - 1e-9), 1), max(ceil(tall / high_mm - 1e-9), 1)
    page = sheet.canvas
    for row in range(down):
        for column in range(across):
            if not first:
                sheet.turn()
            first = False
            if row == column == 0:
                sheet.mark(part.name, 0)
            x0, y0 = _BORDER_MM - column * wide_mm, _BORDER_MM + _FOOT_MM - row * high_mm
            page.saveState()
            clip = page.beginPath()
            clip.rect(_BORDER_MM * POINTS, (_BORDER_MM + _FOOT_MM) * POINTS, wide_mm * POINTS, high_mm * POINTS)
            page.clipPath(clip, stroke=0, fill=0)
            path = page.beginPath()
            for index, (y, z) in enumerate(part.profile):
                at = ((x0 + y - left) * POINTS, (y0 + z - low) * POINTS)
                if index:
                    path.lineTo(*at)
                else:
                    path.moveTo(*at)
            path.close()
            page.setLineWidth(0.8)
            page.setStrokeColor(INK)
            page.drawPath(path)
            page.restoreState()
            _crop_marks(sheet, wide_mm, high_mm)
            where = f"tile {row * across + column + 1} of {across * down} (row {row + 1}, column {column + 1})"
            words = f"{part.name}, {where}. Print at 100 %."
            for number, line in enumerate(wrapped(words, 8, (wide_mm - _CHECK_MM - 8) * POINTS)[:2]):
                sheet.text((_BORDER_MM + _CHECK_MM + 6) * POINTS, (_BORDER_MM + 5) * POINTS - number * 9, line, 8)


def _crop_marks(sheet: Sheet, wide_mm: float, high_mm: float) -> None:
    """The check bar, which must measure 100 mm, and crop marks at the tile's corners."""
    page, y = sheet.canvas, (_BORDER_MM + 3) * POINTS
    page.setStrokeColor(INK)
    page.setLineWidth(1)
    page.line(_BORDER_MM * POINTS, y, (_BORDER_MM + _CHECK_MM) * POINTS, y)
    for end in (_BORDER_MM, _BORDER_MM + _CHECK_MM):
        page.line(end * POINTS, y - 4, end * POINTS, y + 4)
    bar = f"{_CHECK_MM:.0f} mm" if sheet.measure == "mm" else f"{_CHECK_MM / 25.4:.3f} in"
    sheet.text(_BORDER_MM * POINTS, y + 6, f"check bar: {bar}", 6)
    page.setLineWidth(0.4)
    for x in (_BORDER_MM, _BORDER_MM + wide_mm):
        for z in (_BORDER_MM + _FOOT_MM, _BORDER_MM + _FOOT_MM + high_mm):
            page.line(x * POINTS - 6, z * POINTS, x * POINTS + 6, z * POINTS)
            page.line(x * POINTS, z * POINTS - 6, x * POINTS, z * POINTS + 6)
