"""One way of moving bees in: whether it goes, by how much, with which parts, and what it costs."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property
from typing import Literal

from sabaka_core.moving.bees import Lost
from sabaka_core.moving.gaps import CheckedGap

SlabKind = Literal["wood", "comb", "lost", "adapter", "filler", "riser", "spacer", "brood"]
WAY_NAMES = {
    "as-it-is": "As it is",
    "longer-bar": "Under a longer bar",
    "on-end": "On end, lugs on",
    "on-end-one-lug": "On end, one lug off",
    "on-end-no-lugs": "On end, both lugs off",
    "cut-down": "Sawn down, comb and all",
    "tied-in": "Comb cut out and tied in",
    "across": "Hung a quarter turn round",
    "parallel-box": "Conversion box",
    "universal": "One box for both, hybrid frames",
    "joined": "Two joined into one",
    "from-parts": "New frames of old parts, bees shaken over",
    "shaken": "Shaken onto new combs",
}


@dataclass(frozen=True)
class Slab:
    """An upright rectangle of the section's drawing: x from its middle, depth below the rest plane [mm]."""

    kind: SlabKind
    x: tuple[float, float]
    depth: tuple[float, float]

    @property
    def points(self) -> tuple[tuple[float, float], ...]:
        """Its corners in order."""
        (left, right), (top, bottom) = self.x, self.depth
        return ((left, top), (right, top), (right, bottom), (left, bottom))


@dataclass(frozen=True)
class Outline:
    """A closed outline of the section's drawing: x from its middle, depth below the rest plane [mm]."""

    kind: SlabKind
    points: tuple[tuple[float, float], ...]

    @property
    def x(self) -> tuple[float, float]:
        return min(x for x, _ in self.points), max(x for x, _ in self.points)

    @property
    def depth(self) -> tuple[float, float]:
        return min(d for _, d in self.points), max(d for _, d in self.points)


@dataclass(frozen=True)
class NewPart:
    """A part to make: long, wide, thick [mm]."""

    name: str
    count: int
    sizes_mm: tuple[float, ...]
    note: str = ""


@dataclass(frozen=True)
class Way:
    """One way. ``for_good`` says whether the moved combs stay in the hive, or go out again when new ones are drawn.

    ``gaps`` are its written rules with their numbers; ``slabs`` draw one comb as it will hang.
    """

    id: str
    how: str
    gaps: tuple[CheckedGap, ...]
    parts: tuple[NewPart, ...] = ()
    bridged: tuple[str, ...] = ()
    round_excluder: tuple[str, ...] = ()
    lost: Lost = field(default_factory=Lost)
    reversible: bool = True
    frames_stay: bool = True
    for_good: bool = True
    tools: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    visits: int = 3
    days: int = 24
    lifted_kg: float = 0.0
    nearest: str = ""
    slabs: tuple[Slab | Outline, ...] = ()
    riser_mm: float = 0.0
    filler_mm: float = 0.0
    comb_wide_mm: float = 0.0
    comb_deep_mm: float = 0.0
    spacing_mm: float = 0.0

    @property
    def name(self) -> str:
        return WAY_NAMES[self.id]

    @property
    def cuts(self) -> bool:
        """Whether comb is cut."""
        return self.id in ("cut-down", "tied-in")

    @property
    def feasible(self) -> bool:
        """Whether every gap that must be there is, at every corner of tolerance."""
        return all(gap.verdict != "short" for gap in self.gaps)

    @cached_property
    def tightest(self) -> CheckedGap | None:
        """The gap with the least to spare: what decides."""
        return min(self.gaps, key=lambda gap: gap.spare_mm, default=None)

    @property
    def margin_mm(self) -> float:
        """Least room to spare; negative by how much it doesn't go [mm]."""
        return self.tightest.spare_mm if self.tightest else 0.0

    @property
    def pieces(self) -> int:
        """How many parts have to be made."""
        return sum(part.count for part in self.parts)
