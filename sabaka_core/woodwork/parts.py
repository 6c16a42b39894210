"""Parts of a design: what has to be cut, how often, how large, with which bevels, rebates and holes, and where it goes."""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cached_property

from sabaka_core.materials import density
from sabaka_core.woodwork.solids import Prism

# What is thinner is nothing: sizes are cut to tenths of a millimetre.
LEAST_MM = 0.05


@dataclass(frozen=True)
class Hole:
    """A hole through a part [mm]: from its left end, and from its lower edge, as the part lies outside up."""

    along_mm: float
    up_mm: float
    wide_mm: float
    high_mm: float
    round: bool
    note: str = ""


@dataclass(frozen=True)
class Part:
    """One kind of part; ``places`` holds each copy's solids, none for what isn't placed.

    ``long``, ``wide`` and ``thick`` are the board it is cut from, along the grain, across it, and through it [mm].
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
    rebate: str = ""
    note: str = ""
    holes: tuple[Hole, ...] = ()
    profile: tuple[tuple[float, float], ...] = ()
    places: tuple[tuple[Prism, ...], ...] = field(default=())

    @cached_property
    def volume_mm3(self) -> float:
        """Volume of one copy; of its board where it isn't placed."""
        if self.places:
            return sum(prism.volume_mm3 for prism in self.places[0])
        return self.long_mm * self.wide_mm * self.thick_mm

    @property
    def has_size(self) -> bool:
        """Whether there is anything of it between each two of its faces."""
        return min(self.long_mm, self.wide_mm, self.thick_mm) >= LEAST_MM

    @property
    def kg(self) -> float:
        """One copy [kg]."""
        return self.volume_mm3 / 1e9 * density(self.material)

    @property
    def is_sheet(self) -> bool:
        """Whether it comes out of a sheet rather than a board."""
        return self.material in ("plywood", "eps", "xps", "cork", "sheep wool", "wood fibre", "sheet metal")
