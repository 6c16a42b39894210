"""Every file that the workshop needs of a design, by its name."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Callable
from typing import Any

from sabaka_core.base.quantity import Quantity, mm
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing
from sabaka_core.drawing.exploded import exploded_drawing
from sabaka_core.drawing.part_sheet import sheet_drawing
from sabaka_core.hive.context import Context
from sabaka_core.kit.measure import PLAIN, ReadAs
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.svg import to_svg
from sabaka_core.paper.templates import templates
from sabaka_core.woodwork.along import marks_on_boards
from sabaka_core.woodwork.asked import bill_in, parts_in, plan_in
from sabaka_core.woodwork.dxf import part_dxf, parts_dxf
from sabaka_core.woodwork.files import holes_csv, parts_csv, plan_json, shopping_csv, stock_csv
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.meshes import assembly_3mf, part_mesh, small_parts, stl, whole_mesh
from sabaka_core.woodwork.old_boxes import left_of
from sabaka_core.woodwork.parts import Part


def workshop_files(
    hive: Hive, reading: ReadAs = PLAIN, tell: Callable[[float], None] = lambda _: None
) -> dict[str, bytes]:
    """Parts, cut plan, booklet, templates, DXF, SVG, STL and 3MF files of a design, by their names.

    Args:
        hive: the design.
        reading: how who asks reads.
        tell: hears how far it is, 0 to 1.

    Raises:
        ParameterError: sizes that can't be built.
    """
    context = Context(hive)
    parts, plan, bill = context.once(parts_in), context.once(plan_in), context.once(bill_in)
    listed = [_listed(part, index) for index, part in enumerate(parts)]
    found = {
        "booklet.pdf": booklet(hive, reading),
        "templates.pdf": templates(hive, reading),
        "parts.csv": parts_csv(parts).encode(),
        "holes.csv": holes_csv(parts).encode(),
        "shopping.csv": shopping_csv(bill.bought).encode(),
        "boards-left.csv": stock_csv(left_of(plan, hive)[0]).encode(),
        "parts.json": json.dumps(listed, indent=2, ensure_ascii=False).encode(),
        "cut-plan.json": plan_json(plan).encode(),
        "parts.dxf": parts_dxf(parts).encode(),
        "exploded.svg": to_svg(exploded_drawing(parts)).encode(),
        "cut-plan.svg": to_svg(boards_drawing(plan, marks_on_boards(parts, hive))).encode(),
        "hive.3mf": assembly_3mf(parts),
        "hive.stl": stl(whole_mesh(parts), hive.name),
    }
    for number, part in enumerate(parts, 1):
        tell(number / len(parts))
        if part.group != "Bought" and part.places:
            name = f"{number:02d}-{part.id}"
            found[f"parts/{name}.dxf"] = part_dxf(part, number).encode()
            found[f"parts/{name}.stl"] = stl(part_mesh(part), f"{number} {part.name}")
            found[f"parts/{name}.svg"] = to_svg(sheet_drawing(part)).encode()
    found |= {f"print/{name}.stl": stl(mesh, name) for name, mesh in small_parts(hive).items()}
    return {"README.txt": _readme(hive, found).encode()} | found


_WHAT = (
    ("booklet.pdf", "how to build it: parts, shopping list, a sheet of each part, cut plan, steps"),
    ("templates.pdf", "outlines at full size of what isn’t a rectangle: print at 100 %, measure the check bar"),
    ("parts.csv", "every part with sizes, bevel, rebate, holes, joint"),
    ("holes.csv", "every hole and slot, a line each"),
    ("shopping.csv", "what is bought besides boards and sheets"),
    ("boards-left.csv", "boards and offcuts that are left: can be read in as boards on hand of the next hive"),
    ("parts.json, cut-plan.json", "the same for programs"),
    (
        "parts.dxf",
        "every part flat, in mm, seen from its outer face; layers say what goes through and how deep the rest is",
    ),
    ("parts/", "each part alone: DXF flat, STL in its place in the hive, SVG sheet at 1 : 1"),
    ("hive.3mf, hive.stl", "the whole hive put together; in the 3MF each part by its number and name"),
    ("print/", "small helpers for a printer, of this hive’s own sizes"),
    ("exploded.svg, cut-plan.svg", "the drawings of the screen"),
)


def _readme(hive: Hive, found: dict[str, bytes]) -> str:
    """What is what in the archive."""
    lines = [
        f"{hive.name}: files for the workshop",
        "",
        "All sizes are millimetres. Part numbers are those of the booklet.",
        "",
    ]
    lines += [f"{name}: {words}" for name, words in _WHAT]
    lines += ["", f"{len(found)} files."]
    return "\n".join(lines) + "\n"


def _listed(part: Part, index: int) -> dict[str, Any]:
    """A part as plain data: its sizes long, wide, thick, and its marks in words with their quantities."""
    sizes = () if part.group == "Bought" else (part.long_mm, part.wide_mm, part.thick_mm)
    return {
        "id": part.id,
        "number": index + 1,
        "name": part.name,
        "group": part.group,
        "count": part.count,
        "sizes": [mm(size).model_dump() for size in sizes],
        "material": part.material,
        "joint": part.joint,
        "marks": [mark.model_dump() for mark in marks_of(part)],
        "note": part.note,
        "mass": Quantity(value=part.kg, unit="kg").model_dump(),
    }


def workshop_zip(hive: Hive, reading: ReadAs = PLAIN, tell: Callable[[float], None] = lambda _: None) -> bytes:
    """All of them in one archive; ``tell`` hears how far it is."""
    buffer = io.BytesIO()
    with zipfile.ZipFile(buffer, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, body in workshop_files(hive, reading, tell).items():
            archive.writestr(zipfile.ZipInfo(name), body)
    return buffer.getvalue()
