"""What goes into the box: bars and frames, followers, spacers, slats."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from math import cos

from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.run import Comb, Divider, Follower
from sabaka_core.document.sections import CircleSection
from sabaka_core.frames.parts import parts_of
from sabaka_core.hive.analysis import Analysis
from sabaka_core.run.layout import Placed
from sabaka_core.woodwork.boxes import wall_of
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Prism, Profile, brick

_FOLLOWER_BAR_MM = 24.0
_SLAT_MM = 9.0
# A spacer is so much shorter than its box at each end.
_PLAY_MM = 1.5875


def shift_of(a: Analysis) -> tuple[float, float, float]:
    """From a chamber's own axes (inside near end, middle, floor) to the hive's."""
    place = a.chamber.place
    sides, ends = a.chamber.walls.sides, a.chamber.walls.ends
    wall = wall_of(a)
    for layer in sides:
        wall = wall.out(layer.thickness_mm)
    out = sum(layer.thickness_mm for layer in ends)
    return place.x_mm + out, place.y_mm + max(y for y, _ in wall.points), place.z_mm + a.floor_board_mm


@dataclass(frozen=True)
class _Frame:
    """Where a chamber's run lies in the hive: places along the run, across it and up, as blocks."""

    a: Analysis
    shift: tuple[float, float, float]

    @property
    def along(self) -> bool:
        return self.a.chamber.combs == "along"

    def block(self, run: tuple[float, float], across: tuple[float, float], up: tuple[float, float]) -> Prism:
        """A block by its stretch of the run, its reach from the middle across it, and its heights."""
        dx, dy, dz = self.shift
        z = (dz + up[0], dz + up[1])
        if not self.along:
            return brick((dx + run[0], dx + run[1]), (dy + across[0], dy + across[1]), z)
        middle, start = dx + self.a.chamber.length_mm / 2, dy - self.a.run_mm / 2
        return brick((middle + across[0], middle + across[1]), (start + run[0], start + run[1]), z)


def _placing(a: Analysis) -> _Frame | None:
    """How a lying chamber's run is placed; None where it stands upright."""
    return (
        _Frame(a, shift_of(a))
        if a.chamber.axis == "lying" and not isinstance(a.chamber.section, CircleSection)
        else None
    )


def carrier_parts(a: Analysis) -> Iterator[Part]:
    """Bars and frames of a chamber, each in its place; what is alike is one part."""
    placed = [p for p in a.layout.combs if isinstance(p.item, Comb)]
    high = a.section.height_mm
    at = _placing(a)
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


def _frame_parts(a: Analysis, kind: Frame, mine: list[Placed], number: int, at: _Frame | None) -> Iterator[Part]:
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


def follower_parts(a: Analysis) -> Iterator[Part]:
    """Followers and dividers: a board to the section less its clearances, under a bar or top strip."""
    at = _placing(a)
    if at is None:
        return
    high = a.section.height_mm
    dx, dy, dz = at.shift
    top_bar = a.main_bar
    dividers = [placed.index for placed in a.layout.placed if isinstance(placed.item, Divider)]
    for placed in a.layout.placed:
        item = placed.item
        if not isinstance(item, Follower | Divider):
            continue
        divider = (
            "Divider"
            if len(dividers) < 2
            else f"Divider {dividers.index(placed.index) + 1 if isinstance(item, Divider) else 0}"
        )
        clear = item.side_clearance_mm if isinstance(item, Follower) else 1.0
        foot = item.foot_gap_mm if isinstance(item, Follower) else 0.0
        foot = max(foot, a.litter_mm + 2.0 if a.chamber.litter.kind == "trough" else foot)
        lean = _lean(a)
        low_half = max(a.section.half_width_mm(high - foot) - clear / cos(lean), 5.0)
        top_half = a.section.half_width_mm(0.0) - clear / cos(lean)
        name = f"{item.side.capitalize()} follower" if isinstance(item, Follower) else divider
        profile: Profile = ((-low_half, foot), (low_half, foot), (top_half, high), (-top_half, high))
        run = (placed.start_mm, placed.end_mm)
        board = (
            at.block(run, (-top_half, top_half), (foot, high))
            if at.along
            else Prism(tuple((y + dy, z + dz) for y, z in profile), (dx + run[0], dx + run[1]))
        )
        yield Part(
            f"{a.chamber.id}-{name.lower().replace(' ', '-')}",
            f"{a.title}: {name}" if a.title else name,
            "Run",
            1,
            2 * top_half,
            high - foot,
            item.thickness_mm,
            "softwood",
            note="with a feeding hole" if isinstance(item, Follower) and item.feeding_hole else "",
            profile=profile,
            places=((board,),),
        )
        if top_bar is not None:
            half = top_bar.length_mm / 2
            bar = at.block(run, (-half, half), (high, high + top_bar.thickness_mm))
            yield Part(
                f"{a.chamber.id}-{name.lower().replace(' ', '-')}-bar",
                f"{name}, its bar",
                "Run",
                1,
                top_bar.length_mm,
                item.thickness_mm,
                top_bar.thickness_mm,
                "softwood",
                joint="screwed on top of the board",
                places=((bar,),),
            )


def _lean(a: Analysis) -> float:
    return a.trapezoid.slope_rad if a.trapezoid else 0.0


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
