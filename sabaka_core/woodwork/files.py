"""Files for the workshop: DXF by layers, STL of small parts, CSV and JSON lists, a stock list read in."""

from __future__ import annotations

import io
import json

import ezdxf
import numpy as np
import trimesh
from ezdxf import units
from trimesh.exchange.stl import export_stl

from sabaka_core.base.quantity import plain
from sabaka_core.document.entrances import Disc
from sabaka_core.document.hive import Hive
from sabaka_core.kit.brought import written_table
from sabaka_core.woodwork.marks import hole_text, marks_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.solids import Prism, rect

_GAP_MM = 40.0


def parts_dxf(parts: tuple[Part, ...]) -> str:
    """Every sawn part flat in one DXF drawing, in millimetres: layers OUTLINE, HOLES, REBATE and TEXT.

    Source: written through a DXF library, R2010.
    """
    drawing = ezdxf.new("R2010", setup=False, units=units.MM)  # type: ignore[attr-defined]
    for name, color in (("OUTLINE", 7), ("HOLES", 1), ("REBATE", 3), ("TEXT", 8)):
        drawing.layers.add(name, color=color)
    space = drawing.modelspace()
    top = 0.0
    for part in parts:
        if part.group == "Bought":
            continue
        if part.profile:
            low = min(z for _, z in part.profile)
            ring = [(y + part.long_mm / 2, top + z - low) for y, z in part.profile]
        else:
            ring = [(0, top), (part.long_mm, top), (part.long_mm, top + part.wide_mm), (0, top + part.wide_mm)]
        space.add_lwpolyline(ring, close=True, dxfattribs={"layer": "OUTLINE"})
        for hole in part.holes:
            # The board is drawn as it is seen from outside.
            x, y = hole.x_mm, top + hole.up_outside_mm
            if hole.round:
                space.add_circle((x, y), hole.wide_mm / 2, dxfattribs={"layer": "HOLES"})
            else:
                w, h = hole.wide_mm / 2, hole.high_mm / 2
                space.add_lwpolyline(
                    [(x - w, y - h), (x + w, y - h), (x + w, y + h), (x - w, y + h)],
                    close=True,
                    dxfattribs={"layer": "HOLES"},
                )
        if part.rebate:
            edge = top + part.wide_mm - part.rebate.deep_mm
            space.add_line((0, edge), (part.long_mm, edge), dxfattribs={"layer": "REBATE"})
        marks = "; ".join(plain(mark) for mark in marks_of(part))
        words = f"{part.count} x {part.name}, {part.long_mm:.1f} x {part.wide_mm:.1f} x {part.thick_mm:.1f}; {marks}"
        space.add_text(_ascii(words), height=12, dxfattribs={"layer": "TEXT"}).set_placement((0, top - 18))
        top += part.wide_mm + _GAP_MM
    out = io.StringIO()
    drawing.write(out)
    return out.getvalue()


def _ascii(words: str) -> str:
    return words.replace("×", "x").replace("’", "'").replace("°", " deg").encode("ascii", "replace").decode("ascii")


def mesh_of(prisms: tuple[Prism, ...]) -> trimesh.Trimesh:
    """Prisms that don't lie in each other as one mesh [mm]."""
    triangles = np.array([t for prism in prisms for t in prism.triangles], dtype=float)
    mesh = trimesh.Trimesh(
        vertices=triangles.reshape(-1, 3), faces=np.arange(len(triangles) * 3).reshape(-1, 3), process=False
    )
    mesh.merge_vertices()
    return mesh


def small_parts(hive: Hive) -> dict[str, trimesh.Trimesh]:
    """Small parts worth printing: entrance discs, a spacer strip, an adapter bar's cheek, a frame corner."""
    found: dict[str, trimesh.Trimesh] = {}
    for chamber in hive.chambers:
        for entrance in chamber.entrances:
            if isinstance(entrance, Disc):
                ring = trimesh.creation.annulus(
                    r_min=entrance.opening_mm / 2, r_max=entrance.disc_mm / 2, height=4.0, sections=96
                )
                found[f"entrance-disc-{entrance.disc_mm:g}"] = ring
    found["spacer"] = mesh_of((Prism(rect((0.0, 20.0), (0.0, 9.5)), (0.0, 60.0)),))
    found["adapter-cheek"] = mesh_of((Prism(rect((0.0, 35.0), (0.0, 60.0)), (0.0, 9.5)),))
    # An angle of 4 mm; its ring begins at the inner corner, from which every corner can be seen.
    corner = ((4.0, 4.0), (30.0, 4.0), (30.0, 0.0), (0.0, 0.0), (0.0, 30.0), (4.0, 30.0))
    found["frame-corner"] = mesh_of((Prism(tuple(reversed(corner)), (0.0, 10.0)),))
    return found


def stl(mesh: trimesh.Trimesh) -> bytes:
    """A mesh as a binary STL file [mm]."""
    return bytes(export_stl(mesh))


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
