"""The legs of a stand: how long each is on its ground, where it stands and how it is bevelled."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, tan

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.hive import Stand
from sabaka_core.document.lifting import Lifting
from sabaka_core.hive.whole import Whole


@dataclass(frozen=True)
class Leg:
    """One leg: where it stands, its length along its middle and the bevel of foot and head [mm, deg]."""

    name: str
    length_mm: float
    bevel_deg: float
    foot_x_mm: float
    foot_y_mm: float


def legs_of(whole: Whole) -> tuple[Leg, ...]:
    """Each leg by the ground it stands on; none where the hive hangs or lies on the ground.

    Raises:
        ParameterError: the hive is narrower than its feet stand apart inward, or the ground is too steep for its legs.
    """
    stand, lifting = whole.hive.stand or Stand(), whole.hive.lifting or Lifting()
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
