"""A lid, or one part of it: what it covers, and how its top rises, for all that is made of it."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from math import radians, tan

from sabaka_core.document.hive import Roof
from sabaka_core.hive.roof import LidPart, rim_high_mm
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.solids import Profile, Span

# What all of a lid weighs for.
LID = "roof-0"
# What keeps rain out by itself.
WEATHER = ("sheet metal", "bark", "corrugated plastic")


@dataclass(frozen=True)
class WoodenLid:
    """A lid, or one part of it: what it covers inside its rim, and how its top rises [mm].

    Attributes:
        x, y: inside its rim.
        low, eaves: the rim's lower edge, and its upper one at the eaves.
        rises: how high the rim's top is at a place across the hive.
        ridge: where across the hive its top is highest; none on a flat one.
    """

    roof: Roof
    part: LidPart
    ident: str
    words: str
    y: Span
    low: float
    eaves: float
    rises: Callable[[float], float]
    ridge: float | None
    pitch: float

    @property
    def x(self) -> Span:
        return self.part.x


def lid_of(roof: Roof, part: LidPart, y: Span) -> WoodenLid:
    """One part of a lid over a stretch across the hive [mm]."""
    t = practice("lid_rim").number
    low = part.top_mm - roof.overlap_mm
    eaves = low + rim_high_mm(roof)
    left, right = y[0] - t, y[1] + t
    steep = tan(radians(roof.pitch_deg)) if roof.kind != "flat" else 0.0
    gabled = roof.kind == "gabled"

    def rises(at: float) -> float:
        return eaves + steep * (min(at - left, right - at) if gabled else right - at)

    words, ident = (f", {part.name}", f"-{part.name.replace(' ', '-')}") if part.name else ("", "")
    ridge = None if steep <= 0 else (left + right) / 2 if gabled else left
    return WoodenLid(roof, part, ident, words, y, low, eaves, rises, ridge, roof.pitch_deg if steep > 0 else 0.0)


def between(lid: WoodenLid, left: float, right: float, low: float) -> Profile:
    """A stretch across the lid, from a height up to its top; with its ridge where that lies inside."""
    ring = [(left, low), (right, low), (right, lid.rises(right))]
    if lid.ridge is not None and left < lid.ridge < right:
        ring.append((lid.ridge, lid.rises(lid.ridge)))
    return (*ring, (left, lid.rises(left)))


def local(ring: Profile, lid: WoodenLid) -> Profile:
    """A profile by its places from the lid's middle, and from its own foot."""
    middle, low = sum(lid.y) / 2, min(z for _, z in ring)
    return tuple((y - middle, z - low) for y, z in ring)
