"""The stand: bar height, the hands' height with a comb drawn clear, legs on level and sloping ground, handles."""

from __future__ import annotations

from dataclasses import dataclass
from math import atan, cos, degrees, radians, tan

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.hive import Stand
from sabaka_core.document.lifting import Lifting
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.lifting.body import Body, value


@dataclass(frozen=True)
class Leg:
    """One leg: where it stands, its length along its middle and the bevel of foot and head [mm, deg]."""

    name: str
    length_mm: float
    bevel_deg: float
    foot_x_mm: float
    foot_y_mm: float


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


def standing_of(a: Analysis, whole: Whole, lifting: Lifting) -> Footing:
    """The hive on its stand.

    Raises:
        ParameterError: the hive is narrower than its feet stand apart inward, or the ground is too steep for its legs.
    """
    stand = whole.hive.stand or Stand()
    bars = stand.height_mm + bars_height_mm(a, whole)
    drop = comb_drop_mm(a)
    legs = _legs(whole, stand, lifting)
    return Footing(stand.height_mm, bars, bars + drop + value("drawn_clear"), legs, _tipping(whole, stand, legs))


def _legs(whole: Whole, stand: Stand, lifting: Lifting) -> tuple[Leg, ...]:
    if stand.height_mm <= 0 or stand.kind == "hung":
        return ()
    long, wide = whole.foot_mm
    inset, splay = lifting.leg_inset_mm, radians(stand.splay_deg)
    if wide <= 2 * inset or long <= 2 * inset:
        raise ParameterError(
            "/lifting/leg_inset_mm",
            inset,
            f"The hive’s foot is {min(wide, long):.0f} mm: legs this far in would cross.",
            "narrower-than-feet",
        )
    down_x, down_y = tan(radians(lifting.slope_along_deg)), tan(radians(lifting.slope_across_deg))
    legs = []
    for end, x in (("near", inset), ("far", long - inset)):
        for side, way, y in (("left", -1, inset), ("right", 1, wide - inset)):
            # The foot goes outward by the drop times the splay, and the ground falls away under it.
            from_middle_x, from_middle_y = x - long / 2, y - wide / 2
            drop = (stand.height_mm + from_middle_x * down_x + from_middle_y * down_y) / (1 - way * tan(splay) * down_y)
            if drop <= 20:
                raise ParameterError(
                    "/stand/height_mm",
                    stand.height_mm,
                    f"The ground rises to the {end} {side} leg: make the stand higher.",
                    "no-leg",
                )
            legs.append(Leg(f"{end} {side}", drop / cos(splay), stand.splay_deg, x, y + way * drop * tan(splay)))
    return tuple(legs)


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
