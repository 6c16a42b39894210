"""Every file that the workshop needs of a design, by its name."""

from __future__ import annotations

import io
import json
import zipfile
from typing import Any

from sabaka_core.base.quantity import Quantity, mm
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing, exploded_drawing
from sabaka_core.hive.context import Context
from sabaka_core.kit.measure import Measure
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.svg import to_svg
from sabaka_core.paper.templates import templates
from sabaka_core.woodwork.asked import parts_in, plan_in
from sabaka_core.woodwork.files import parts_csv, parts_dxf, plan_json, small_parts, stl
from sabaka_core.woodwork.marks import marks_of
from sabaka_core.woodwork.parts import Part


def workshop_files(hive: Hive, measure: Measure = "mm") -> dict[str, bytes]:
    """Parts, cut plan, booklet, templates, DXF, SVG and STL files of a design.

    Raises:
        ParameterError: sizes that can't be built.
    """
    context = Context(hive)
    parts, plan = context.once(parts_in), context.once(plan_in)
    numbers = {part.id: index for index, part in enumerate(parts)}
    listed = [_listed(part, index) for index, part in enumerate(parts)]
    found = {
        "booklet.pdf": booklet(hive, measure),
        "templates.pdf": templates(hive, measure),
        "parts.csv": parts_csv(parts).encode(),
        "parts.json": json.dumps(listed, indent=2, ensure_ascii=False).encode(),
        "cut-plan.json": plan_json(plan).encode(),
        "parts.dxf": parts_dxf(parts).encode(),
        "exploded.svg": to_svg(exploded_drawing(parts)).encode(),
        "cut-plan.svg": to_svg(boards_drawing(plan, numbers)).encode(),
    }
    return found | {f"{name}.stl": stl(mesh) for name, mesh in small_parts(hive).items()}


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


def workshop_zip(hive: Hive, measure: Measure = "mm") -> bytes:
    """All of them in one archive."""
    buffer = io.BytesIO()
    with zipfile.ZipFile(buffer, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, body in workshop_files(hive, measure).items():
            archive.writestr(zipfile.ZipInfo(name), body)
    return buffer.getvalue()
