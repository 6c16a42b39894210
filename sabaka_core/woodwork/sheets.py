"""Sheet material by straight-through cuts: which parts lie on which sheet."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass
from functools import lru_cache
from math import ceil

from rectpack import SORT_AREA, GuillotineBssfSas, PackingMode, newPacker

from sabaka_core.woodwork.parts import Part

# The usual sheet, common practice; insulation comes in sheets of its own.
SHEET_MM = (2440.0, 1220.0)
_TENTHS = 10


@dataclass(frozen=True)
class OnSheet:
    """One part on a sheet, from its corner [mm]."""

    part: str
    name: str
    x: float
    y: float
    wide: float
    high: float


@dataclass(frozen=True)
class SheetCut:
    """One sheet with its parts."""

    material: str
    thick_mm: float
    placed: tuple[OnSheet, ...]


@dataclass(frozen=True)
class SheetPlan:
    """All sheets, the least number that their area asks for, and parts larger than a sheet."""

    sheets: tuple[SheetCut, ...]
    bound: int
    too_large: tuple[str, ...]


# A plan is tried with panels glued in many ways, and the sheets are the same in all of them.
@lru_cache(maxsize=8)
def sheet_plan(parts: tuple[Part, ...], kerf_mm: float) -> SheetPlan:
    """Parts of sheet material on sheets, cut through from edge to edge, grain left out of account.

    Source: guillotine packing by a library (best short side fit, short axis split).
    """
    groups: dict[tuple[str, float], list[Part]] = defaultdict(list)
    for part in parts:
        if part.is_sheet and part.group != "Bought":
            groups[part.material, round(part.thick_mm, 1)] += [part] * part.count
    sheets: list[SheetCut] = []
    too_large: list[str] = []
    bound = 0
    long, wide = (round((side + kerf_mm) * _TENTHS) for side in SHEET_MM)
    for (material, thick), copies in sorted(groups.items()):
        packer = newPacker(mode=PackingMode.Offline, pack_algo=GuillotineBssfSas, sort_algo=SORT_AREA, rotation=True)
        area = 0
        for index, part in enumerate(copies):
            w, h = (round((side + kerf_mm) * _TENTHS + 0.49) for side in (part.long_mm, part.wide_mm))
            if max(w, h) > long or min(w, h) > wide:
                too_large.append(part.name)
                continue
            packer.add_rect(w, h, index)
            area += w * h
        if not area:
            continue
        packer.add_bin(long, wide, count=float("inf"))
        packer.pack()
        bound += ceil(area / (long * wide))
        for sheet in packer:
            placed = tuple(
                OnSheet(
                    copies[r.rid].id,
                    copies[r.rid].name,
                    r.x / _TENTHS,
                    r.y / _TENTHS,
                    r.width / _TENTHS - kerf_mm,
                    r.height / _TENTHS - kerf_mm,
                )
                for r in sheet
            )
            sheets.append(SheetCut(material, thick, placed))
    return SheetPlan(tuple(sheets), bound, tuple(dict.fromkeys(too_large)))
