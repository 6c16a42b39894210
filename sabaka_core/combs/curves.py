"""How a comb hangs: parabola and catenary of a given width at the bar and depth.

Both answer the half-width at a depth, the area, and where the curve runs parallel to a
straight wall, all in closed form. Symbols: width w, depth h, catenary parameter a.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import acosh, asinh, cosh, sinh, sqrt, tan
from typing import Literal, Protocol

from sabaka_core.base.search import root


class Curve(Protocol):
    """A hanging comb's outline, symmetric about the middle of the bar."""

    @property
    def width_mm(self) -> float:
        """Width at the bar [mm]."""

    @property
    def depth_mm(self) -> float:
        """How deep the comb hangs [mm]."""

    def half_width_mm(self, depth_mm: float) -> float:
        """Half-width [mm] at a depth [mm] from 0 to ``depth_mm``."""

    def area_between_mm2(self, upper_mm: float, lower_mm: float) -> float:
        """Area of both halves between two depths [mm²]."""

    def depth_parallel_to_mm(self, slope_rad: float) -> float | None:
        """Depth at which the outline leans as a wall does; None when it never does."""


@dataclass(frozen=True)
class Parabola:
    """Half-width ``(w/2)·√(1 − d/h)``, area ``⅔·w·h``."""

    width_mm: float
    depth_mm: float

    def half_width_mm(self, depth_mm: float) -> float:
        return self.width_mm / 2 * sqrt(max(0.0, 1 - depth_mm / self.depth_mm))

    def area_between_mm2(self, upper_mm: float, lower_mm: float) -> float:
        """Area of one side between two depths [mm]."""
        scale = 2 / 3 * self.width_mm * self.depth_mm
        upper, lower = (max(0.0, 1 - d / self.depth_mm) for d in (upper_mm, lower_mm))
        return scale * (upper * sqrt(upper) - lower * sqrt(lower))

    def depth_parallel_to_mm(self, slope_rad: float) -> float | None:
        """Depth at which the edge runs as steep as a wall."""
        lean = tan(slope_rad)
        if lean <= self.width_mm / (4 * self.depth_mm):
            return None
        return self.depth_mm * (1 - (self.width_mm / (4 * self.depth_mm * lean)) ** 2)


@dataclass(frozen=True)
class Catenary:
    """Half-width ``a·acosh(1 + (h − d)/a)`` with ``w = 2a·acosh(1 + h/a)``."""

    width_mm: float
    depth_mm: float
    parameter_mm: float

    def half_width_mm(self, depth_mm: float) -> float:
        """Half its width so far below the bar."""
        a = self.parameter_mm
        return a * acosh(1 + max(0.0, self.depth_mm - depth_mm) / a)

    def area_between_mm2(self, upper_mm: float, lower_mm: float) -> float:
        """Area of one side between two depths [mm]."""

        def below(depth_mm: float) -> float:
            u = 1 + max(0.0, self.depth_mm - depth_mm) / self.parameter_mm
            return 2 * self.parameter_mm**2 * (u * acosh(u) - sqrt(u * u - 1))

        return below(upper_mm) - below(lower_mm)

    def depth_parallel_to_mm(self, slope_rad: float) -> float | None:
        """Depth at which the edge runs as steep as a wall."""
        a, lean = self.parameter_mm, tan(slope_rad)
        if lean <= 1 / sinh(self.width_mm / (2 * a)):
            return None
        # On the curve lean = 1/sinh(x/a), so 1 + (h − d)/a = cosh(asinh(1/lean)).
        return self.depth_mm - a * (cosh(asinh(1 / lean)) - 1)


def hang(kind: Literal["catenary", "parabola"], width_mm: float, depth_mm: float) -> Curve:
    """The outline of a comb that hangs freely.

    Args:
        kind: which curve the keeper believes in; the catenary is always the fuller.
        width_mm, depth_mm: width at the bar and depth of the comb [mm], > 0.
    Source: parabola and catenary, plane geometry; that combs hang so is common practice.
    """
    if kind == "parabola":
        return Parabola(width_mm, depth_mm)
    # With u = w/2a the condition is (cosh u − 1)/u = 2h/w, which rises steadily with u.
    ratio = 2 * depth_mm / width_mm
    u = root(lambda v: (cosh(v) - 1) / v - ratio, 1e-9, 30.0, 1e-14)
    return Catenary(width_mm, depth_mm, width_mm / (2 * u))
