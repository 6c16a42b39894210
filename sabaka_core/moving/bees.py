"""What the bees are on: frames with a body and lugs, bars, fixed combs, or nothing yet."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from math import pi, sqrt

from sabaka_core.base.errors import ParameterError
from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.hive import Choices
from sabaka_core.document.moving import OWN, Moving
from sabaka_core.frames.catalogue import catalogue, catalogue_row
from sabaka_core.frames.parts import CombField, openings_of
from sabaka_core.moving.values import value

_SLICES = 160


@dataclass(frozen=True)
class Oval:
    """Brood on a comb: half axes, and its middle below the comb's top [mm]."""

    half_wide_mm: float
    half_high_mm: float
    below_mm: float

    def half_at(self, y: float) -> float:
        """Half-width at a depth [mm]."""
        off = (y - self.below_mm) / self.half_high_mm
        return self.half_wide_mm * sqrt(1 - off * off) if abs(off) < 1 else 0.0


@dataclass(frozen=True)
class Lost:
    """Comb, brood and honey that a way costs, over all combs."""

    comb_cm2: float = 0.0
    part: float = 0.0
    brood_cells: float = 0.0
    honey_kg: float = 0.0


@dataclass(frozen=True)
class Bees:
    """Bees on combs of one kind. Sizes in mm; ``spread_mm`` is how far one differs from the next either way."""

    name: str
    kind: str
    count: int
    frame: Frame | None
    bar: TopBar | None
    comb_wide_mm: float
    comb_high_mm: float
    spread_mm: float
    cell_mm: float
    marked: Oval | None

    @property
    def long_mm(self) -> float:
        """Top bar's or bar's length; the comb's width where there is none."""
        return self.frame.top_bar_mm if self.frame else self.bar.length_mm if self.bar else self.comb_wide_mm

    @property
    def spacing_mm(self) -> float:
        return self.frame.spacing_mm if self.frame else self.bar.spacing_mm if self.bar else 35.0

    @cached_property
    def fields(self) -> tuple[CombField, ...]:
        """Fields of comb in a frame."""
        return openings_of(self.frame) if self.frame else ()

    @property
    def has_comb(self) -> bool:
        return self.kind != "swarm" and (self.frame is None or bool(self.fields))

    @property
    def top_mm(self) -> float:
        """Where the comb begins below the frame's top, or below the bar [mm]."""
        return self.fields[0].top_mm if self.fields else 0.0

    @property
    def bottom_mm(self) -> float:
        """Where it ends."""
        return self.fields[-1].bottom_mm if self.fields else self.comb_high_mm

    def half_at(self, y: float) -> float:
        """Half-width of the comb at a depth below the frame's top or the bar [mm]."""
        if self.frame:
            return next((f.right_mm for f in self.fields if f.top_mm <= y <= f.bottom_mm), 0.0)
        # A free comb hangs as a parabola, the narrower of the two curves.
        return self.comb_wide_mm / 2 * sqrt(max(1 - y / self.comb_high_mm, 0.0))

    @cached_property
    def area_mm2(self) -> float:
        """One side of one comb [mm²]."""
        return sum(f.area_mm2 for f in self.fields) if self.frame else 2 / 3 * self.comb_wide_mm * self.comb_high_mm

    @cached_property
    def brood(self) -> Oval:
        """Brood on one side of a comb: as marked, or a disc of the usual share as round as it goes in."""
        if self.marked:
            return self.marked
        high, wide = self.bottom_mm - self.top_mm, 2 * max(self.half_at(self.top_mm + 1e-6), 1.0)
        area = self.area_mm2 * value("brood_disc")
        radius = min(sqrt(area / pi), high / 2 * 0.95)
        half_wide = min(area / (pi * radius), wide / 2 * 0.95) if radius > 0 else 1.0
        middle = self.top_mm + (high / 2 if self.frame else radius * 1.05)
        return Oval(half_wide, max(radius, 1.0), middle)

    def lost(self, kept_half: dict[float, float] | None) -> Lost:
        """What is lost of all combs.

        Args:
            kept_half: half-width that stays at each depth of :attr:`slices`; None when nothing stays.
        """
        high = (self.bottom_mm - self.top_mm) / _SLICES
        gone = brood = 0.0
        for y in self.slices:
            half = self.half_at(y)
            kept = min(half, (kept_half or {}).get(y, 0.0))
            gone += 2 * (half - kept) * high
            brood += 2 * max(min(self.brood.half_at(y), half) - kept, 0.0) * high
        cells = 2 * brood / 100 * cells_per_cm2(self.cell_mm)
        stores = honey_kg(max(gone - brood, 0.0), self.spacing_mm)
        many = self.count
        return Lost(gone / 100 * many, gone / max(self.area_mm2, 1e-9), cells * many, stores * many)

    @cached_property
    def slices(self) -> tuple[float, ...]:
        """Middles of thin slices down the comb [mm]."""
        high = (self.bottom_mm - self.top_mm) / _SLICES
        return tuple(self.top_mm + (i + 0.5) * high for i in range(_SLICES))

    @cached_property
    def comb_kg(self) -> float:
        """One comb full of honey, which is the most it weighs [kg]."""
        return honey_kg(self.area_mm2, self.spacing_mm)


def bees_of(moving: Moving, choices: Choices) -> Bees:
    """The bees of a plan.

    Raises:
        ParameterError: there is no such frame, or the measured one is missing.
    """
    mark = moving.brood
    oval = None if mark is None else Oval(mark.wide_mm / 2, mark.high_mm / 2, mark.below_mm)
    if moving.bees == "frames":
        return _on_carrier(carrier_of(moving), moving, choices, oval)
    if moving.bees == "bars":
        bar = catalogue()["warre-bar"].carrier.model_copy(
            update={"id": "old-bar", "name": "Top bar", "length_mm": moving.bar_long_mm, "width_mm": moving.bar_wide_mm}
        )
        assert isinstance(bar, TopBar)
        return Bees(
            "Combs on bars",
            "bars",
            moving.count,
            None,
            bar,
            moving.comb_wide_mm,
            moving.comb_high_mm,
            value("maker_spread"),
            choices.cell_mm,
            oval,
        )
    name = "Fixed combs" if moving.bees == "fixed" else "A swarm"
    return Bees(
        name,
        moving.bees,
        moving.count,
        None,
        None,
        moving.comb_wide_mm,
        moving.comb_high_mm,
        0.0,
        choices.cell_mm,
        oval,
    )


def carrier_of(moving: Moving) -> Frame | TopBar:
    """The frame or bar of the catalogue that the bees are on, or the keeper's own.

    Raises:
        ParameterError: there is no such frame, or the measured one is missing.
    """
    if moving.standard != OWN:
        return catalogue_row(moving.standard).carrier
    if moving.own is None:
        raise ParameterError("/moving/own", "", "Measure your frame first.", "not-measured")
    return moving.own


def _on_carrier(carrier: Frame | TopBar, moving: Moving, choices: Choices, oval: Oval | None) -> Bees:
    if isinstance(carrier, TopBar):
        wide = carrier.guide.length_mm
        return Bees(
            carrier.name,
            "bars",
            moving.count,
            None,
            carrier,
            wide,
            wide * 0.65,
            value("maker_spread"),
            choices.cell_mm,
            oval,
        )
    spread = carrier.tolerance_mm or value("maker_spread")
    return Bees(carrier.name, "frames", moving.count, carrier, None, 0.0, 0.0, spread, choices.cell_mm, oval)
