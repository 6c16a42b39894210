"""A frame in its chamber: gaps at the sides, above and below, and its lugs on their rest.

Heights are taken from the rest plane: a frame's bottom hangs ``depth − lug thickness`` below it, its
top stands ``lug thickness`` above. A frame on rods stands on its bottom bar instead. Every gap is
worked out for the smallest, the nominal and the largest frame, and for dry and wet wood.
"""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.chambers import Chamber
from sabaka_core.document.combs import Frame
from sabaka_core.kit.tables import practice


@dataclass(frozen=True)
class FrameFit:
    """Gaps of one frame in one chamber [mm]; negative where it doesn't go in.

    Attributes:
        side: each side, from what is widest of the frame between the walls to the wall.
        over: from the frame's top to the chamber's rim; negative when it stands above it.
        under: from the frame's bottom to floor or litter.
        bearing: wood of each lug on its rest; 0 on rods.
        play: room beyond each lug's end in a rebate; the wall's thickness left on a rim.
    """

    side: float
    over: float
    under: float
    bearing: float
    play: float


@dataclass(frozen=True)
class FitRange:
    """The fit at both ends of a frame's tolerance and of the wood's moisture."""

    nominal: FrameFit
    largest: FrameFit
    smallest: FrameFit
    wet: FrameFit
    dry: FrameFit

    def ends(self, gap: str) -> tuple[float, float]:
        """Least and greatest of one gap over all of them [mm]."""
        values = [getattr(fit, gap) for fit in (self.nominal, self.largest, self.smallest, self.wet, self.dry)]
        return min(values), max(values)


def across_mm(frame: Frame, chamber: Chamber) -> float:
    """What is widest of a frame between the walls [mm]: its body, and its lugs too where they find no rest outside.

    Lugs lie on a rim or in a rebate. A frame on rods, or in a chamber without rests, has them between the walls.
    """
    if chamber.rest.kind in ("rods", "none"):
        return max(frame.body_width_mm, frame.top_bar_mm)
    return frame.body_width_mm


def moved_mm(across_grain_mm: float) -> float:
    """How far a board moves across its grain from its middle moisture to either end of the year [mm]."""
    half_year = practice("moisture_swing").number / 2
    return across_grain_mm * half_year * practice("wood_movement").number / 100


def fit_in(
    frame: Frame,
    chamber: Chamber,
    width_mm: float,
    height_mm: float,
    rest_room_mm: float,
    floor_mm: float = 0.0,
    rests_mm: float | None = None,
) -> FitRange:
    """The fit of a frame.

    Args:
        frame: the frame, with its tolerance.
        chamber: where it hangs: its rest and litter.
        width_mm: inside width where the frame hangs, linings taken off.
        height_mm: inside height from the floor to the rim.
        rest_room_mm: length that a top bar has, wall to wall over the rests.
        floor_mm: how high a filler lies on the floor there.
        rests_mm: inside width between the rests, where it isn't the frame's own.
    """
    rests = width_mm if rests_mm is None else rests_mm
    litter = floor_mm + (chamber.litter.depth_mm if chamber.litter.kind != "none" else 0.0)

    def fit(more: float, taller: float) -> FrameFit:
        body, depth, long = across_mm(frame, chamber) + more, frame.depth_mm + more, frame.top_bar_mm + more
        room = height_mm + taller
        side = (width_mm - body) / 2
        if chamber.rest.kind == "rods":
            # On rods of their own thickness above the floor; nothing hangs.
            under = chamber.rest.depth_mm - litter
            return FrameFit(side, room - chamber.rest.depth_mm - depth, under, 0.0, 0.0)
        rest = chamber.rest.depth_mm if chamber.rest.kind == "rebate" else 0.0
        hang = depth - frame.on_rest_mm
        return FrameFit(
            side=side,
            over=rest - frame.on_rest_mm,
            under=room - rest - hang - litter,
            bearing=min((long - rests) / 2, (rest_room_mm - rests) / 2),
            play=(rest_room_mm - long) / 2,
        )

    swing, spare = moved_mm(height_mm), frame.tolerance_mm
    return FitRange(fit(0, 0), fit(spare, 0), fit(-spare, 0), fit(spare, swing), fit(-spare, -swing))


def fits_basket(frame_long_mm: float, frame_high_mm: float, long_mm: float, high_mm: float) -> bool:
    """Whether a frame or a half goes into an extractor's basket, either way round."""
    return (frame_long_mm <= long_mm and frame_high_mm <= high_mm) or (
        frame_high_mm <= long_mm and frame_long_mm <= high_mm
    )
