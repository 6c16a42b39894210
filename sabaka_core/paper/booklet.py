"""The building booklet as PDF: cover, cautions, parts, cut plan, steps, run card; and 1:1 templates in tiles."""

from __future__ import annotations

import io
import re
from dataclasses import replace
from math import ceil, radians, tan
from typing import Any, Literal

from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.utils import simpleSplit
from reportlab.pdfgen.canvas import Canvas

from sabaka_core.analysis import analyse, main_box
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing, exploded_drawing, part_drawing
from sabaka_core.drawing.rod import rod_drawing
from sabaka_core.paper.page import INK, LEFT, POINTS, RIGHT, SOFT, heading, paragraph, picture, words
from sabaka_core.quantity import Text, plain_quantity
from sabaka_core.units import inches_text
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import CutPlan
from sabaka_core.woodwork.report import CAUTIONS, build_of, design_errors
from sabaka_core.woodwork.steps import work_steps
from sabaka_core.woodwork.unmade import not_made

Measure = Literal["mm", "in"]
# Imperial sizes are rounded to this part of an inch, and how far that is at most is said.
_FRACTION = 32
_CHECK_MM = 100.0
_BORDER_MM = 12.0
_GAUGE_MM = 150.0
# Lines of marks over a part's picture; all of them stand in the parts list.
_MARK_LINES = 7


def booklet(hive: Hive, measure: Measure = "mm") -> bytes:
    """The booklet of a design.

    Raises:
        ParameterError: sizes that can't be built.
    """
    parts, plan, bill = build_of(hive)
    building = hive.building or Building()
    buffer = io.BytesIO()
    page = Canvas(buffer, pagesize=letter if building.sheet == "letter" else A4, invariant=1)
    page.setTitle(f"{hive.name}: building")
    top = float(page._pagesize[1]) - 16 * POINTS
    _cover(page, hive, parts, top, bill.total, bill.hours)
    _parts(page, parts, top, measure)
    _sheets(page, parts, top, measure)
    _plan(page, parts, plan, top)
    _steps(page, hive, parts, top)
    _run_card(page, hive, top, measure)
    page.save()
    return buffer.getvalue()


def length(value: float, measure: Measure) -> str:
    """A length as the booklet writes it."""
    return f"{value:.1f}" if measure == "mm" else inches_text(value, _FRACTION)


def written(sentence: Text, measure: Measure) -> str:
    """A sentence with its lengths as the booklet writes them."""

    def quantity(match: re.Match[str]) -> str:
        found = sentence.values.get(match[1])
        if found is None:
            return match[0]
        return length(found.value, measure) if found.unit == "mm" else plain_quantity(found)

    return re.sub(r"\{(\w+)\}", quantity, sentence.template)


def rounding_mm(parts: tuple[Part, ...]) -> float:
    """How far fractions of an inch are off a part's size at most [mm]."""
    step = 25.4 / _FRACTION
    sizes = [s for p in parts if p.group != "Bought" for s in (p.long_mm, p.wide_mm)]
    return max((abs(s - round(s / step) * step) for s in sizes), default=0.0)


def closing_mm(hive: Hive) -> float:
    """How far the run is off when every place in it is cut to the nearest mark: positive when it comes out long [mm]."""
    step = 25.4 / _FRACTION
    a = analyse(hive, main_box(hive))
    sizes = [p.length_mm for p in a.layout.placed if p.item.kind != "gap"]
    return sum(round(size / step) * step - size for size in sizes)


def _cover(page: Any, hive: Hive, parts: tuple[Part, ...], top: float, cost: float, hours: float) -> None:
    page.setFillColor(INK)
    page.setFont("Times-Roman", 26)
    page.drawString(LEFT, top - 8 * POINTS, words(hive.name))
    page.setFont("Helvetica", 10)
    page.setFillColor(SOFT)
    page.drawString(
        LEFT,
        top - 15 * POINTS,
        words(
            f"How to build it: {sum(p.count for p in parts)} parts, about {hours:.0f} hours, {cost:.0f} in material and work"
        ),
    )
    errors = design_errors(hive)
    y = top - 20 * POINTS
    if errors:
        page.setFillColorRGB(0.7, 0.2, 0.15)
        page.setFont("Helvetica-Bold", 11)
        page.drawString(LEFT, y, words(f"The design has {errors} errors: mend them before you cut."))
        y -= 6 * POINTS
    missing = not_made(hive)
    if missing:
        y = paragraph(page, "", f"Not made yet, and in no list here: {'; '.join(missing)}.", y, 9)
    picture(page, exploded_drawing(parts), LEFT, y, RIGHT - LEFT, 150 * POINTS)
    y = heading(page, "Before you start", y - 156 * POINTS)
    for caution in CAUTIONS:
        y = paragraph(page, "", caution, y)
    page.showPage()


def _parts(page: Any, parts: tuple[Part, ...], top: float, measure: Measure) -> None:
    y = heading(page, "Parts", top)
    if measure == "in":
        y = paragraph(
            page,
            "",
            f"Sizes in inches to 1/{_FRACTION}: no part is further than {rounding_mm(parts):.2f} mm off; cut those that meet to the same mark.",
            y,
        )
    for index, part in enumerate(parts):
        if y < 30 * POINTS:
            page.showPage()
            y = heading(page, "Parts, continued", top)
        size = (
            ""
            if part.group == "Bought"
            else " x ".join(length(v, measure) for v in (part.long_mm, part.wide_mm, part.thick_mm))
        )
        more = "; ".join([*(written(mark, measure) for mark in marks_of(part)), *([part.note] if part.note else [])])
        y = paragraph(
            page,
            f"{index + 1}: {part.count} of",
            f"{part.name}, {size}, {part.material}{'. ' + more if more else ''}",
            y,
            8,
        )
    page.showPage()


def _plan(page: Any, parts: tuple[Part, ...], plan: CutPlan, top: float) -> None:
    y = heading(page, "Cut plan", top)
    y = paragraph(
        page,
        "",
        f"{len(plan.boards)} boards, {len(plan.bought)} to buy. Numbers are those of the parts list. Crosscut first, then rip; the fence stays for pieces of one width.",
        y,
    )
    picture(page, boards_drawing(plan, {p.id: i for i, p in enumerate(parts)}), LEFT, y, RIGHT - LEFT, y - 24 * POINTS)
    page.showPage()


def _steps(page: Any, hive: Hive, parts: tuple[Part, ...], top: float) -> None:
    y = heading(page, "Step by step", top)
    done = (hive.building or Building()).done
    for number, step in enumerate(work_steps(parts), 1):
        if y < 45 * POINTS:
            page.showPage()
            y = heading(page, "Step by step, continued", top)
        tick = "[x]" if step.id in done else "[ ]"
        y = paragraph(
            page,
            f"{tick} {number}",
            f"{step.title}. {step.words}{' Measure: ' + step.measure if step.measure else ''}",
            y,
            9,
        )
        if step.caution:
            y = paragraph(page, "", step.caution, y, 7.5)
    if y > 100 * POINTS:
        picture(
            page, exploded_drawing(parts, 0.55), LEFT, y - 4 * POINTS, RIGHT - LEFT, min(y - 24 * POINTS, 110 * POINTS)
        )
    page.showPage()


def _sheets(page: Any, parts: tuple[Part, ...], top: float, measure: Measure) -> None:
    """A dimensioned sheet of every part that is more than a plain board, eight a page."""
    drawn = [p for p in parts if p.group != "Bought" and (p.profile or p.holes or p.rebate or p.bevel_deg > 0.05)]
    wide, high = (RIGHT - LEFT) / 2, 60 * POINTS
    for index, part in enumerate(drawn):
        place = index % 8
        if place == 0:
            heading(page, "Part sheets", top)
        x, y = LEFT + (place % 2) * wide, top - 12 * POINTS - (place // 2) * high
        page.setFont("Helvetica-Bold", 8)
        page.setFillColor(INK)
        page.drawString(x, y, words(f"{part.count} x {part.name}, {part.thick_mm:.1f} thick"))
        page.setFont("Helvetica", 7)
        more = "; ".join(written(mark, measure) for mark in marks_of(part))
        lines = simpleSplit(words(more), "Helvetica", 6.5, wide - 14)[:_MARK_LINES]
        page.setFont("Helvetica", 6.5)
        for number, line in enumerate(lines):
            page.drawString(x, y - (3.5 + 2.8 * number) * POINTS, line)
        down = (6 + 2.8 * max(len(lines) - 1, 0)) * POINTS
        picture(page, part_drawing(part), x, y - down, wide - 10, high - 6 * POINTS - down)
        if place == 7 or index == len(drawn) - 1:
            page.showPage()


def _run_card(page: Any, hive: Hive, top: float, measure: Measure) -> None:
    a = analyse(hive, main_box(hive))
    y = heading(page, "Run card", top)
    picture(page, rod_drawing(a), LEFT, y, RIGHT - LEFT, 40 * POINTS)
    y -= 46 * POINTS
    if measure == "in":
        off = closing_mm(hive)
        words_ = "long" if off > 0 else "short"
        y = paragraph(
            page,
            "",
            f"Cut to 1/{_FRACTION} in, bars and boards of the run come out {abs(off):.1f} mm {words_} in all: the open gap takes it up; where there is none, plane or shim the last one.",
            y,
        )
    for placed in a.layout.placed:
        if y < 16 * POINTS:
            break
        y = paragraph(
            page,
            f"{placed.start_mm:.1f}",
            f"{placed.item.kind} {placed.number or ''} to {placed.end_mm:.1f} mm",
            y,
            7.5,
        )
    page.showPage()


def templates(hive: Hive) -> bytes:
    """Templates at full size of end boards and followers, in tiles with a check bar of 100 mm and crop marks.

    Raises:
        ParameterError: sizes that can't be built.
    """
    parts, _, _ = build_of(hive, 0.2)
    building = hive.building or Building()
    size = letter if building.sheet == "letter" else A4
    buffer = io.BytesIO()
    page = Canvas(buffer, pagesize=size, invariant=1)
    page.setTitle(f"{hive.name}: templates at full size")
    seen: set[tuple[tuple[float, float], ...]] = set()
    for part in parts:
        shape = tuple((round(y, 1), round(z, 1)) for y, z in part.profile)
        if shape and shape not in seen:
            seen.add(shape)
            _tiles(page, part, size)
    for part in {round(p.bevel_deg, 1): p for p in parts if p.bevel_deg > 0.05}.values():
        # A gauge to set the saw by: the angle between its long edges is the tilt.
        across = _GAUGE_MM * tan(radians(part.bevel_deg))
        gauge = replace(
            part,
            name=f"Bevel gauge, {part.bevel_deg:.1f}°",
            profile=((0.0, 0.0), (across, _GAUGE_MM), (0.0, _GAUGE_MM)),
        )
        seen.add(gauge.profile)
        _tiles(page, gauge, size)
    if not seen:
        paragraph(page, "", "Every part of this hive is a rectangle: it needs no template.", size[1] - 30 * POINTS)
        page.showPage()
    page.save()
    return buffer.getvalue()


def _tiles(page: Any, part: Part, size: tuple[float, float]) -> None:
    wide_mm, high_mm = size[0] / POINTS - 2 * _BORDER_MM, size[1] / POINTS - 2 * _BORDER_MM - 14.0
    left = min(y for y, _ in part.profile)
    low = min(z for _, z in part.profile)
    long = max(y for y, _ in part.profile) - left
    tall = max(z for _, z in part.profile) - low
    across, down = max(ceil(long / wide_mm - 1e-9), 1), max(ceil(tall / high_mm - 1e-9), 1)
    for row in range(down):
        for column in range(across):
            x0, y0 = _BORDER_MM - column * wide_mm, _BORDER_MM + 14.0 - row * high_mm
            page.saveState()
            clip = page.beginPath()
            clip.rect(_BORDER_MM * POINTS, (_BORDER_MM + 14.0) * POINTS, wide_mm * POINTS, high_mm * POINTS)
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
            page.drawPath(path)
            page.restoreState()
            _marks(page, wide_mm, high_mm)
            page.setFont("Helvetica", 8)
            page.drawString(
                (_BORDER_MM + _CHECK_MM + 6) * POINTS,
                _BORDER_MM * POINTS,
                words(
                    f"{part.name}, tile {row * across + column + 1} of {across * down} (row {row + 1}, column {column + 1}). Print at 100 %."
                ),
            )
            page.showPage()


def _marks(page: Any, wide_mm: float, high_mm: float) -> None:
    """The check bar, which must measure 100 mm, and crop marks at the tile's corners."""
    y = _BORDER_MM * POINTS
    page.setLineWidth(1)
    page.line(_BORDER_MM * POINTS, y, (_BORDER_MM + _CHECK_MM) * POINTS, y)
    for end in (_BORDER_MM, _BORDER_MM + _CHECK_MM):
        page.line(end * POINTS, y - 4, end * POINTS, y + 4)
    page.setFont("Helvetica", 6)
    page.drawString(_BORDER_MM * POINTS, y + 6, "check bar: 100 mm")
    page.setLineWidth(0.4)
    for x in (_BORDER_MM, _BORDER_MM + wide_mm):
        for z in (_BORDER_MM + 14.0, _BORDER_MM + 14.0 + high_mm):
            page.line(x * POINTS - 6, z * POINTS, x * POINTS + 6, z * POINTS)
            page.line(x * POINTS, z * POINTS - 6, x * POINTS, z * POINTS + 6)
