"""What goes into the box: bars and frames, spacers on its walls."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.run import Comb
from sabaka_core.frames.parts import parts_of
from sabaka_core.hive.analysis import Analysis
from sabaka_core.run.layout import Placed
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import RunFrame, placing

_SLAT_MM = 9.0
# A spacer is so much shorter than its box at each end.
_PLAY_MM = 1.5875


def carrier_parts(a: Analysis) -> Iterator[Part]:
    """Bars and frames of a chamber, each in its place; what is alike is one part."""
    placed = [p for p in a.layout.combs if isinstance(p.item, Comb)]
    high = a.section.height_mm
    at = placing(a)
    for ident, number in Counter(p.item.type for p in placed if isinstance(p.item, Comb)).items():
        kind = a.hive.comb_type(ident)
        mine = [p for p in placed if isinstance(p.item, Comb) and p.item.type == ident]
        if isinstance(kind, TopBar):
            half = kind.length_mm / 2
            places = (
                tuple(
                    (at.block((p.start_mm, p.end_mm), (-half, half), (high, high + kind.thickness_mm)),) for p in mine
                )
                if at
                else ()
            )
            yield Part(
                f"{a.chamber.id}-{ident}",
                f"{kind.name}, top bar",
                "Bars and frames",
                number,
                kind.length_mm,
                kind.width_mm,
                kind.thickness_mm,
                "softwood",
                note=f"guide {kind.guide.kind}, {kind.guide.length_mm:.0f} mm",
                places=places,
            )
        elif isinstance(kind, Frame):
            yield from _frame_parts(a, kind, mine, number, at)


def _frame_parts(a: Analysis, kind: Frame, mine: list[Placed], number: int, at: RunFrame | None) -> Iterator[Part]:
    top = a.section.height_mm - a.frame_top_mm(kind)
    for part in parts_of(kind):
        ident = f"{a.chamber.id}-{kind.id}-{part.name.lower().replace(' ', '-')}"
        if not part.pieces:
            yield Part(
                ident,
                f"{kind.name}, {part.name}",
                "Bought",
                number * part.number,
                1.0,
                1.0,
                1.0,
                "plywood",
                note=part.note,
            )
            continue
        long, wide, thick = part.pieces[0].sizes_mm
        copies = (
            tuple(
                tuple(
                    at.block((p.middle_mm + s.z[0], p.middle_mm + s.z[1]), s.x, (top - s.y[1], top - s.y[0]))
                    for s in piece.solids
                )
                for p in mine
                for piece in part.pieces
            )
            if at
            else ()
        )
        yield Part(
            ident,
            f"{kind.name}, {part.name}",
            "Bars and frames",
            number * len(part.pieces),
            long,
            wide,
            thick,
            "softwood",
            joint="glued and pinned",
            note=part.note,
            places=copies,
            carrier=kind.id,
        )


def lining_parts(a: Analysis) -> Iterator[Part]:
    """Spacers and floor fillers: hollow boxes of thin faces on strips, a little short of their stretch."""
    high = a.section.height_mm - (a.chamber.rest.depth_mm if a.chamber.rest.kind == "rebate" else 0.0)
    for number, lining in enumerate(a.chamber.linings, 1):
        long = lining.to_mm - lining.from_mm - 2 * _PLAY_MM
        name = f"{a.chamber.id}-lining-{number}"
        if lining.thickness_mm > 2 * _SLAT_MM:
            deep = lining.thickness_mm - 2 * _SLAT_MM
            yield Part(
                f"{name}-face",
                f"Spacer {number}, face",
                "Run",
                4,
                long,
                high,
                _SLAT_MM,
                "plywood",
                joint="glued to its strips",
                note="two spacers, a solid block where a hole passes",
            )
            yield Part(
                f"{name}-strip",
                f"Spacer {number}, strip",
                "Run",
                6,
                high,
                deep,
                22.0,
                "softwood",
                note="three upright in each",
            )
        elif lining.thickness_mm > 0:
            yield Part(f"{name}-board", f"Spacer {number}", "Run", 2, long, high, lining.thickness_mm, "plywood")
        if lining.floor_mm > 2 * _SLAT_MM:
            wide = a.section.top_mm - 2 * lining.thickness_mm - 2 * _PLAY_MM
            yield Part(f"{name}-top", f"Floor filler {number}, top", "Run", 1, wide, long, _SLAT_MM, "plywood")
            yield Part(
                f"{name}-leg",
                f"Floor filler {number}, upright",
                "Run",
                3,
                long,
                lining.floor_mm - _SLAT_MM,
                22.0,
                "softwood",
            )
