"""From a section as the keeper gives it to the solved one, whatever its kind.

A rectangle is a trapezoid whose walls stand upright, so that everything downstream knows one shape.
"""

from __future__ import annotations

from sabaka_core.document.sections import TRAPEZOID_FIELDS, RectangleSection, Section, TrapezoidSection
from sabaka_core.errors import InfeasibleError
from sabaka_core.geometry.trapezoid import Trapezoid, solve_trapezoid

_RECTANGLE_FIELDS = {"top_mm": "width_mm", "height_mm": "height_mm"}


def solve_section(section: Section, at: str = "/section") -> Trapezoid:
    """The solved section.

    Raises:
        ParameterError: the held sizes contradict each other.
        InfeasibleError: a kind of section whose rules aren't built yet.
    """
    if isinstance(section, TrapezoidSection):
        return solve_trapezoid(section, at)
    if isinstance(section, RectangleSection):
        return Trapezoid(section.width_mm, section.width_mm, section.height_mm)
    raise InfeasibleError(f"A {section.kind} section is not offered yet.", "Trapezoids and rectangles are.")


def field_of(section: Section, size: str) -> str | None:
    """The document field that holds a size of the solved section; None when it can't be set."""
    if isinstance(section, TrapezoidSection):
        return size
    return _RECTANGLE_FIELDS.get(size) if isinstance(section, RectangleSection) else None


def held_sizes(section: Section) -> tuple[str, ...]:
    """The sizes of the solved section that are given, not worked out."""
    if isinstance(section, TrapezoidSection):
        return section.given
    return tuple(size for size in TRAPEZOID_FIELDS if field_of(section, size))
