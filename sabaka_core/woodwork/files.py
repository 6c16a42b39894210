"""Lists for the workshop: parts, holes and offcuts as CSV, the cut plan as JSON."""

from __future__ import annotations

import json

from sabaka_core.base.quantity import plain
from sabaka_core.document.hive import Board
from sabaka_core.kit.brought import written_table
from sabaka_core.woodwork.marks import hole_text
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.shopping import Bought


def parts_csv(parts: tuple[Part, ...]) -> str:
    """The parts list as CSV."""
    columns = (
        "number",
        "part",
        "group",
        "count",
        "long_mm",
        "wide_mm",
        "thick_mm",
        "material",
        "bevel_deg",
        "rebate_wide_mm",
        "rebate_deep_mm",
        "top_mm",
        "floor_mm",
        "height_mm",
        "floor_angle_deg",
        "top_angle_deg",
        "holes",
        "joint",
        "note",
        "kg",
    )
    rows = (
        (
            index,
            p.name,
            p.group,
            p.count,
            round(p.long_mm, 1),
            round(p.wide_mm, 1),
            round(p.thick_mm, 1),
            p.material,
            round(p.bevel_deg, 2),
            *_rebate_cells(p),
            *_shape_cells(p),
            "; ".join(plain(hole_text(h)) for h in p.holes),
            p.joint,
            p.note,
            round(p.kg, 3),
        )
        for index, p in enumerate(parts, start=1)
    )
    return written_table(columns, rows)


def _rebate_cells(part: Part) -> tuple[str | float, ...]:
    return (round(part.rebate.wide_mm, 1), round(part.rebate.deep_mm, 1)) if part.rebate else ("", "")


def _shape_cells(part: Part) -> tuple[str | float, ...]:
    shape = part.shape
    if shape is None:
        return ("",) * 5
    sizes = (shape.top_mm, shape.floor_mm, shape.height_mm, shape.floor_deg, shape.top_deg)
    return tuple(round(size, 1) for size in sizes)


def plan_json(plan: CutPlan) -> str:
    """The cut plan as JSON."""
    boards = [
        {
            "board": b.source.label,
            "own": b.source.own,
            "length_mm": b.source.length_mm,
            "width_mm": b.source.width_mm,
            "thickness_mm": b.source.thickness_mm,
            "price": b.source.price,
            "pieces": [
                {
                    "part": p.name,
                    "at_mm": round(p.at_mm, 1),
                    "long_mm": round(p.long_mm, 1),
                    "wide_mm": p.wide_mm,
                    "lane": p.lane,
                }
                for p in b.pieces
            ],
        }
        for b in plan.boards
    ]
    return json.dumps(
        {
            "boards": boards,
            "cost": plan.cost,
            "bound": plan.bound,
            "offcuts": plan.offcuts,
            "sheets": [
                {
                    "material": s.material,
                    "thickness_mm": s.thick_mm,
                    "pieces": [
                        {
                            "part": o.name,
                            "x_mm": o.x,
                            "y_mm": o.y,
                            "wide_mm": round(o.wide, 1),
                            "high_mm": round(o.high, 1),
                        }
                        for o in s.placed
                    ],
                }
                for s in plan.sheets
            ],
            "not_cut": plan.too_long,
        },
        indent=2,
        ensure_ascii=False,
    )


def holes_csv(parts: tuple[Part, ...]) -> str:
    """Every hole and slot as CSV: a line each, by its part's number."""
    columns = (
        "part_number",
        "part",
        "for",
        "kind",
        "wide_mm",
        "high_mm",
        "along_mm",
        "along_from",
        "up_outside_mm",
        "up_inside_mm",
        "slant_deg",
        "plugged",
    )
    rows = (
        (
            number,
            part.name,
            hole.of,
            "round" if hole.round else "slot",
            round(hole.wide_mm, 1),
            round(hole.high_mm, 1),
            round(hole.along_mm, 1),
            hole.along_from,
            round(hole.up_outside_mm, 1),
            round(hole.up_inside_mm, 1),
            round(hole.slant_deg, 1),
            "yes" if hole.plugged else "no",
        )
        for number, part in enumerate(parts, 1)
        for hole in part.holes
    )
    return written_table(columns, rows)


def shopping_csv(bought: tuple[Bought, ...]) -> str:
    """What is bought besides boards and sheets, as CSV."""
    columns = ("what", "amount", "unit", "packs", "pack", "price", "for")
    rows = (
        (
            each.ware.name,
            round(each.amount, 2),
            each.ware.unit,
            each.packs,
            each.ware.pack,
            round(each.price, 2),
            each.why,
        )
        for each in bought
    )
    return written_table(columns, rows)


def stock_csv(left: tuple[Board, ...]) -> str:
    """Boards that are left after building, as CSV: it can be read in again as boards on hand."""
    columns = ("label", "length_mm", "width_mm", "thickness_mm", "count")
    rows = ((b.label, b.length_mm, b.width_mm, b.thickness_mm, b.count) for b in left)
    return written_table(columns, rows)
