"""What the rest of the core asks of any comb, however it is carried."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from typing import Literal, Protocol

from sabaka_core.document.combs import Frame
from sabaka_core.frames.parts import CombField, comb_area_mm2, openings_of

Point = tuple[float, float]
Outline = Literal["limit", "free", "predicted"]


@dataclass(frozen=True)
class Stretch:
    """A stretch of depths [mm] below the bars."""

    upper_mm: float
    lower_mm: float

    @property
    def depth_mm(self) -> float:
        return self.lower_mm - self.upper_mm


class Hung(Protocol):
    """A comb in its place. Depths from the bars' plane, or the rim of a framed chamber [mm, mm²]."""

    @property
    def width_mm(self) -> float:
        """Width at its top."""

    @property
    def top_mm(self) -> float:
        """Where the comb begins."""

    @property
    def bottom_mm(self) -> float:
        """Where it ends."""

    @property
    def predicted_area_mm2(self) -> float:
        """One side of the comb the bees are expected to build."""

    def outline(self, which: Outline) -> list[Point]:
        """A closed outline (x from the middle, depth)."""


@dataclass(frozen=True)
class FramedComb:
    """Comb in a frame: as large as the frame's fields, wherever the frame stands in its chamber.

    ``down_mm`` is the frame's top below the rim, negative when it stands above it.
    """

    frame: Frame
    down_mm: float

    @property
    def width_mm(self) -> float:
        return self.frame.body_width_mm - 2 * self.frame.side_bar_thickness_mm

    @property
    def top_mm(self) -> float:
        """Upper edge of its highest stretch."""
        fields = self._fields
        return self.down_mm + (fields[0].top_mm if fields else self.frame.top_bar_thickness_mm)

    @property
    def bottom_mm(self) -> float:
        return self.down_mm + self.frame.depth_mm

    @cached_property
    def predicted_area_mm2(self) -> float:
        return comb_area_mm2(self.frame)

    @cached_property
    def _fields(self) -> tuple[CombField, ...]:
        return openings_of(self.frame)

    def outline(self, which: Outline) -> list[Point]:
        """The frame's fields as one rectangle; the frame itself is drawn over it."""
        fields = self._fields
        if not fields:
            return []
        left, right = fields[0].left_mm, fields[0].right_mm
        top, bottom = self.down_mm + fields[0].top_mm, self.down_mm + fields[-1].bottom_mm
        return [(left, top), (right, top), (right, bottom), (left, bottom)]
