"""The keeper's measures: given, or by published proportions of the body's height."""

from __future__ import annotations

from dataclasses import dataclass

from sabaka_core.document.lifting import Lifting
from sabaka_core.kit.tables import table


def value(key: str) -> float:
    """One value of data/lifting.toml, in the unit its row names."""
    return table("lifting")[key].number


@dataclass(frozen=True)
class Body:
    """A keeper standing upright: heights above the ground, and the reach of a grip from the shoulder [mm]."""

    height_mm: float
    elbow_mm: float
    shoulder_mm: float
    hip_mm: float
    knee_mm: float
    reach_mm: float

    @property
    def bars_mm(self) -> tuple[float, float]:
        """Where bars should lie: elbow height, or a little below."""
        return self.elbow_mm - value("bars_below_elbow"), self.elbow_mm


def body_of(lifting: Lifting) -> Body:
    """The keeper's body; what wasn't measured follows from the height."""
    tall = lifting.height_mm
    return Body(
        height_mm=tall,
        elbow_mm=lifting.elbow_mm or value("elbow") * tall,
        shoulder_mm=value("shoulder") * tall,
        hip_mm=value("hip") * tall,
        knee_mm=value("knee") * tall,
        reach_mm=lifting.reach_mm or value("arm") * tall * 0.9,
    )
