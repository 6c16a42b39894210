"""Parts of a design: what has to be cut, how often, how large, with which bevels, rebates and holes, and where
it goes."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import cached_property
from math import atan2, degrees

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.hive.materials import density
from sabaka_core.woodwork.solids import Bore, Prism, moved, moved_bore


@dataclass(frozen=True)
class BoredHole:
    """A hole through one wall, bored square to its faces [mm].

    Attributes:
        wall: the wall it belongs to, by name.
        along_mm: its middle, from the end or edge of the board that ``along_from`` names.
        along_from: that end or edge.
        up_inside_mm: its middle up the inside face from the face's own lower edge.
        up_outside_mm: the same on the outside face. On a leaning wall the two differ by ``t·tan θ``, for the lower
            edge is bevelled and the bore stands square to the board.
        x_mm: its middle from the board's left end as seen from outside, for drawings.
        of: what it is for.
        plugged: whether it is shut as the design stands.
        slant_deg: how much it rises inward, 0 where it is bored square to the board.
        deep_mm: how deep it is bored, 0 for all through.
    """

    wall: str
    along_mm: float
    along_from: str
    up_inside_mm: float
    up_outside_mm: float
    wide_mm: float
    high_mm: float
    round: bool
    x_mm: float
    of: str = ""
    plugged: bool = False
    slant_deg: float = 0.0
    deep_mm: float = 0.0

    @property
    def leans(self) -> bool:
        """Whether it is marked at another height on either face."""
        return abs(self.up_inside_mm - self.up_outside_mm) > UNSEEN_MM


@dataclass(frozen=True)
class Rebate:
    """A rebate along a part's top inside edge [mm]."""

    wide_mm: float
    deep_mm: float
    note: str = ""


@dataclass(frozen=True)
class CrossSection:
    """An end or follower as a symmetric four-cornered board [mm, deg]: angles inside, at the floor and at the top."""

    top_mm: float
    floor_mm: float
    height_mm: float
    floor_deg: float
    top_deg: float

    @property
    def leans(self) -> bool:
        """Whether it isn't a rectangle."""
        return abs(self.top_mm - self.floor_mm) > UNSEEN_MM


@dataclass(frozen=True)
class Part:
    """One kind of part; ``places`` holds each copy's solids, ``bores`` the round holes in each.

    ``long``, ``wide`` and ``thick`` are the board it is cut from, along the grain, across it, and through it [mm].
    ``box`` is the chamber it belongs to, None where it belongs to the whole hive; ``thing`` what of the hive it weighs
    for, ``carrier`` the comb type it is of, ``hangs_as`` the one in whose place it hangs.
    """

    id: str
    name: str
    group: str
    count: int
    long_mm: float
    wide_mm: float
    thick_mm: float
    material: str
    joint: str = ""
    bevel_deg: float = 0.0
    rebate: Rebate | None = None
    note: str = ""
    holes: tuple[BoredHole, ...] = ()
    profile: tuple[tuple[float, float], ...] = ()
    places: tuple[tuple[Prism, ...], ...] = field(default=())
    bores: tuple[tuple[Bore, ...], ...] = ()
    box: int | None = None
    thing: str = ""
    carrier: str = ""
    hangs_as: str = ""

    @cached_property
    def volume_mm3(self) -> float:
        """Volume of one copy; of its board where it isn't placed."""
        if self.places:
            bored = sum(bore.volume_mm3 for bore in self.bores[0]) if self.bores else 0.0
            return sum(prism.volume_mm3 for prism in self.places[0]) - bored
        return self.long_mm * self.wide_mm * self.thick_mm

    def shifted(self, dx: float, dy: float, dz: float) -> Part:
        """The same part elsewhere [mm]."""
        return replace(
            self,
            places=tuple(tuple(moved(prism, dx, dy, dz) for prism in copy) for copy in self.places),
            bores=tuple(tuple(moved_bore(bore, dx, dy, dz) for bore in copy) for copy in self.bores),
        )

    @property
    def has_size(self) -> bool:
        """Whether there is anything of it between each two of its faces."""
        return min(self.long_mm, self.wide_mm, self.thick_mm) >= UNSEEN_MM

    @property
    def shape(self) -> CrossSection | None:
        """Widths, height and angles of a board of four corners whose sides lean; None for any other."""
        if len(self.profile) != 4:
            return None
        low, high = min(z for _, z in self.profile), max(z for _, z in self.profile)
        floor = [y for y, z in self.profile if abs(z - low) < 1e-6]
        top = [y for y, z in self.profile if abs(z - high) < 1e-6]
        if len(floor) != 2 or len(top) != 2 or high - low < UNSEEN_MM:
            return None
        top_mm, floor_mm = max(top) - min(top), max(floor) - min(floor)
        lean = degrees(atan2((top_mm - floor_mm) / 2, high - low))
        return CrossSection(top_mm, floor_mm, high - low, 90.0 + lean, 90.0 - lean)

    @property
    def is_rectangle(self) -> bool:
        """Whether it is sawn without a template."""
        return not self.profile or (self.shape is not None and not self.shape.leans)

    @property
    def kg(self) -> float:
        """One copy [kg]."""
        return self.volume_mm3 / 1e9 * density(self.material)

    @property
    def is_log(self) -> bool:
        """Whether it is a log, felled and hollowed and not out of any board."""
        return self.material == "log"

    @property
    def is_sheet(self) -> bool:
        """Whether it comes out of a sheet rather than a board."""
        return self.material in ("plywood", "eps", "xps", "cork", "sheep wool", "wood fibre", "sheet metal")
