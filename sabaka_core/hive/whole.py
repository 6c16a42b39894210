"""The whole hive: its chambers together, the stacks they stand in, what all of it weighs."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.hive import Hive, Super
from sabaka_core.frames.parts import comb_area_mm2
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import (
    BOX_WORDS,
    BoxPlace,
    Stack,
    beside_on,
    block_of,
    free_of,
    stands_over,
    turned_super_mm,
)
from sabaka_core.hive.chambers import analyse_all
from sabaka_core.hive.reach import Beyond, beyond_reach, within_reach
from sabaka_core.kit.tables import practice


@dataclass(frozen=True, eq=False)
class Whole:
    """A design with all its chambers analysed; each is itself alone, so that what is worked out of it can be kept.

    Attributes:
        hive: the design as it is worked with.
        chambers: its chambers.
        given: the design as it was given; the same but for what lies beyond reach.
        beyond: what of it does.
    """

    hive: Hive
    chambers: tuple[Analysis, ...]
    given: Hive
    beyond: tuple[Beyond, ...] = ()

    @cached_property
    def boxes(self) -> tuple[BoxPlace, ...]:
        """Every chamber and super as a block."""
        blocks = [block_of(a) for a in self.chambers]
        for each in self.hive.supers:
            blocks += self._supers(each, blocks)
        return tuple(blocks)

    def _supers(self, each: Super, so_far: list[BoxPlace]) -> list[BoxPlace]:
        box = next(i for i, chamber in enumerate(self.hive.chambers) if chamber.id == each.chamber)
        a, on = self.chambers[box], next(b for b in so_far if b.chamber == box)
        x, y = self._super_plan(each, a, on)
        # Supers abreast stand on the chamber, each on what is under it.
        under = (b.z[1] for b in so_far if b.chamber == box and min(b.x[1], x[1]) - max(b.x[0], x[0]) > 1.0)
        foot = max(under, default=on.z[1])
        # Counted on through all that stand on the chamber, so that no two have one name.
        first = 1 + sum(b.is_super and b.chamber == box for b in so_far)
        return [
            BoxPlace(
                f"{a.title}, {BOX_WORDS[each.holds]} {first + i}"
                if a.title
                else f"{BOX_WORDS[each.holds]} {first + i}",
                x,
                y,
                (foot + i * each.height_mm, foot + (i + 1) * each.height_mm),
                box,
                True,
            )
            for i in range(each.boxes)
        ]

    def super_of(self, block: BoxPlace) -> int:
        """Which of the document's supers a block belongs to."""
        return self._super_numbers[block]

    @cached_property
    def _super_numbers(self) -> dict[BoxPlace, int]:
        numbers = (i for i, each in enumerate(self.hive.supers) for _ in range(each.boxes))
        return dict(zip((b for b in self.boxes if b.is_super), numbers, strict=True))

    def _super_plan(self, each: Super, a: Analysis, on: BoxPlace) -> tuple[tuple[float, float], tuple[float, float]]:
        """Where a super stands, along the hive and across it: over all of its chamber, or as its frames ask."""
        kind = self.hive.comb_type(each.comb_type)
        start, along = on.x[0] + each.at_mm, a.chamber.combs == "along"
        if each.turned and isinstance(kind, Frame):
            wide, long = turned_super_mm(kind, each.frames)
            x, y = (long, wide) if along else (wide, long)
            return (start, start + x), (on.y[0], on.y[0] + y)
        if each.at_mm == 0 and (along or len(self.hive.chambers) > 1):
            return on.x, on.y
        long = each.frames * kind.spacing_mm + practice("super_play").number + 2 * a.end_mm
        return (start, start + min(long, on.x[1] - on.x[0])), on.y

    @cached_property
    def stacks(self) -> tuple[Stack, ...]:
        """Boxes gathered by where they stand, from the near end on."""
        stacks: list[list[BoxPlace]] = []
        for block in sorted(self.boxes, key=lambda b: b.z[0]):
            under = next((s for s in stacks if stands_over(block, s[-1]) or beside_on(block, s)), None)
            if under is None:
                stacks.append([block])
            else:
                under.append(block)
        return tuple(Stack(tuple(s)) for s in sorted(stacks, key=lambda s: (s[0].x[0], s[0].y[0])))

    @cached_property
    def tops(self) -> tuple[BoxPlace, ...]:
        """What lies open to the covers, from the near end on: boxes with nothing on them, and what supers leave."""
        open_ = (part for b in self.boxes for part in free_of(b, self.boxes))
        return tuple(sorted(open_, key=lambda b: (b.x[0], b.y[0])))

    @cached_property
    def whole_l(self) -> float:
        """All cavities together, supers too [L]."""
        return sum(a.volumes.whole_l for a in self.chambers) + self.supers_l

    @cached_property
    def supers_l(self) -> float:
        """Room in the supers [L]."""
        total = 0.0
        for each in self.hive.supers:
            a = self.chambers[next(i for i, c in enumerate(self.hive.chambers) if c.id == each.chamber)]
            kind = self.hive.comb_type(each.comb_type)
            total += each.boxes * each.height_mm * a.section.top_mm * each.frames * kind.spacing_mm / 1e6
        return total

    @cached_property
    def combs(self) -> int:
        """Comb places, supers too."""
        return sum(len(a.layout.combs) for a in self.chambers) + sum(s.combs * s.boxes for s in self.hive.supers)

    @cached_property
    def comb_area_mm2(self) -> float:
        """One side of every comb in the hive [mm²]."""
        own = sum(a.hung(p).predicted_area_mm2 for a in self.chambers for p in a.layout.combs)
        return own + sum(s.combs * s.boxes * self.super_area_mm2(s) for s in self.hive.supers)

    def super_area_mm2(self, each: Super) -> float:
        """One side of one comb of a super."""
        kind = self.hive.comb_type(each.comb_type)
        if isinstance(kind, Frame):
            return comb_area_mm2(kind)
        return (each.height_mm - 10.0) * (kind.guide.length_mm if isinstance(kind, TopBar) else 0.0) * 0.75

    @cached_property
    def cells(self) -> float:
        """Worker cells on both sides of every comb."""
        return 2 * self.comb_area_mm2 / 100 * cells_per_cm2(self.hive.choices.cell_mm)

    @cached_property
    def honey_kg(self) -> float:
        """Honey when every comb is full of it [kg]."""
        own = sum(a.full_honey_kg for a in self.chambers)
        return own + sum(
            s.combs * s.boxes * honey_kg(self.super_area_mm2(s), self.hive.comb_type(s.comb_type).spacing_mm)
            for s in self.hive.supers
        )

    @property
    def foot_mm(self) -> tuple[float, float]:
        """Length and width of what stands on the stand [mm]."""
        low = [stack.boxes[0] for stack in self.stacks]
        long = max(b.x[1] for b in low) - min(b.x[0] for b in low)
        return long, max(b.y[1] for b in low) - min(b.y[0] for b in low)

    @property
    def stands_on_mm(self) -> float:
        """Width across of what touches the ground, or a stand without legs [mm]."""
        low = [stack.boxes[0] for stack in self.stacks]
        return max(b.y[1] - b.lean_mm[1] / 2 for b in low) - min(b.y[0] + b.lean_mm[1] / 2 for b in low)

    @property
    def span_mm(self) -> tuple[float, float]:
        """Where it begins and ends along the hive [mm]."""
        return min(b.x[0] for b in self.boxes), max(b.x[1] for b in self.boxes)

    @property
    def middle_mm(self) -> tuple[float, float]:
        """Middle of what stands on the stand, along the hive and across it [mm]."""
        low = [stack.boxes[0] for stack in self.stacks]
        x = min(b.x[0] for b in low) + max(b.x[1] for b in low)
        return x / 2, (min(b.y[0] for b in low) + max(b.y[1] for b in low)) / 2

    @cached_property
    def common_floor(self) -> BoxPlace | None:
        """One floor under all that stands beside each other, from first to last; none where each has its own."""
        feet = [b for b in self.boxes if not b.is_super and self.chambers[b.chamber].on_common_floor]
        if not feet:
            return None
        x = (min(b.x[0] for b in feet), max(b.x[1] for b in feet))
        y = (min(b.y[0] for b in feet), max(b.y[1] for b in feet))
        low = min(b.z[0] for b in feet)
        first = self.chambers[feet[0].chamber]
        return BoxPlace("common floor", x, y, (low, low + first.floor_board_mm), first.box, False)


def whole(hive: Hive) -> Whole:
    """The whole hive, ready to be asked.

    Raises:
        ParameterError: sizes contradict each other in one of the chambers.
    """
    beyond = beyond_reach(hive)
    near = within_reach(hive) if beyond else hive
    return Whole(near, analyse_all(near), hive, beyond)
