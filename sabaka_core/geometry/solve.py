"""Which sizes of a section are held, and which document field holds each."""

from __future__ import annotations

from sabaka_core.document.sections import TRAPEZOID_FIELDS, RectangleSection, Section, TrapezoidSection

_RECTANGLE_FIELDS = {"top_mm": "width_mm", "height_mm": "height_mm"}


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
