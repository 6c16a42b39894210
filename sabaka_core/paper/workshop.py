"""Every file that the workshop needs of a design, by its name."""

from __future__ import annotations

import io
import json
import zipfile

from sabaka_core.document.hive import Hive
from sabaka_core.drawing.building import boards_drawing, exploded_drawing
from sabaka_core.kit.measure import Measure
from sabaka_core.paper.booklet import booklet, templates
from sabaka_core.paper.svg import to_svg
from sabaka_core.show.building import build_of, part_out
from sabaka_core.woodwork.files import parts_csv, parts_dxf, plan_json, small_parts, stl


def workshop_files(hive: Hive, measure: Measure = "mm", seconds: float = 1.5) -> dict[str, bytes]:
    """Parts, cut plan, booklet, templates, DXF, SVG and STL files of a design.

    Raises:
        ParameterError: sizes that can't be built.
    """
    parts, plan, _ = build_of(hive, seconds)
    numbers = {part.id: index for index, part in enumerate(parts)}
    listed = [json.loads(part_out(part, index).model_dump_json()) for index, part in enumerate(parts)]
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


def workshop_zip(hive: Hive, measure: Measure = "mm") -> bytes:
    """All of them in one archive."""
    buffer = io.BytesIO()
    with zipfile.ZipFile(buffer, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, body in workshop_files(hive, measure).items():
            archive.writestr(zipfile.ZipInfo(name), body)
    return buffer.getvalue()
