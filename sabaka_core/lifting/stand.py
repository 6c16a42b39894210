"""The stand: bar height, the hands' height with a comb drawn clear, legs on level and sloping ground, handles."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan, degrees

from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.hive import Stand
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.legs import Leg, legs_of
from sabaka_core.hive.whole import Whole
from sabaka_core.lifting.body import Body, value


@dataclass(frozen=True)
class Footing:
    """The hive on its stand [mm above the ground]; one that hangs doesn't tip."""

    floor_mm: float
    bars_mm: float
    drawn_mm: float
    legs: tuple[Leg, ...]
    tipping_deg: float | None


def bars_height_mm(a: Analysis, whole: Whole) -> float:
    """Height of the plane that bars or lugs lie on above the hive's underside [mm]."""
    block = next(b for b in whole.boxes if b.chamber == a.box and not b.is_super)
    rebate = a.chamber.rest.depth_mm if a.chamber.rest.kind == "rebate" else 0.0
    return block.z[1] - rebate


def comb_drop_mm(a: Analysis) -> float:
    """How deep the deepest comb of a chamber hangs below its bar [mm]."""
    kinds = a.carriers or ((a.main,) if a.main else ())
    depths = [
        kind.depth_mm - kind.lug_thickness_mm if isinstance(kind, Frame) else a.hung_of(kind.id).bottom_mm
        for kind in kinds
        if kind is not None
    ]
    return max(depths, default=a.comb_depth_mm)


def standing_of(a: Analysis, whole: Whole) -> Footing:
    """The hive on its stand.

    Raises:
        ParameterError: the hive is narrower than its feet stand apart inward, or the ground is too steep for its legs.
    """
    stand = whole.hive.stand or Stand()
    bars = stand.height_mm + bars_height_mm(a, whole)
    drop = comb_drop_mm(a)
    legs = legs_of(whole)
    return Footing(stand.height_mm, bars, bars + drop + value("drawn_clear"), legs, _tipping(whole, stand, legs))


def _tipping(whole: Whole, stand: Stand, legs: tuple[Leg, ...]) -> float | None:
    """How far hive and stand can lean across before they tip, the weight in the middle of the hive [deg]."""
    if stand.kind == "hung":
        return None
    spread = max(leg.foot_y_mm for leg in legs) - min(leg.foot_y_mm for leg in legs) if legs else whole.stands_on_mm
    top = max(s.top_mm for s in whole.stacks)
    return degrees(atan(spread / 2 / (stand.height_mm + top / 2)))


def right_stand_mm(a: Analysis, whole: Whole, body: Body) -> float:
    """Height of the stand at which the bars lie a little below the elbow [mm]."""
    low, high = body.bars_mm
    return max((low + high) / 2 - bars_height_mm(a, whole), 0.0)


@dataclass(frozen=True)
class Handles:
    """Carrying handles at the hive's ends whose clear gap lets a comb hang between them [mm]."""

    least_mm: float
    most_mm: float
    ends_mm: float

    @property
    def possible(self) -> bool:
        return self.least_mm <= self.most_mm

    @property
    def recess_mm(self) -> float:
        """How far each handle has to be let in when the end board is wider than a bar; 0 when it needn't."""
        return max((self.ends_mm - self.most_mm) / 2, 0.0)


def handles_of(a: Analysis) -> Handles | None:
    """Handles that a drawn comb can be hung between; None for fixed combs."""
    main = a.main
    if not isinstance(main, Frame | TopBar):
        return None
    long = main.top_bar_mm if isinstance(main, Frame) else main.length_mm
    comb = main.body_width_mm if isinstance(main, Frame) else main.guide.length_mm
    return Handles(comb + 20.0, long - 20.0, a.section.top_mm)
