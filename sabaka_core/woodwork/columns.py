"""A column that stands upright, as the box it would be lying: what is its plan there is its length and width here."""

from __future__ import annotations

from dataclasses import replace

from sabaka_core.document.sections import CircleSection, RectangleSection
from sabaka_core.geometry.cavity import profile_of
from sabaka_core.hive.analysis import Analysis


def as_lying(a: Analysis) -> Analysis:
    """A standing square column as a box with upright walls; anything else as it is.

    Its boards are the same: the plan's width lies across, the plan's depth along, its length is the walls' height.
    """
    chamber = a.chamber
    if chamber.axis != "standing" or isinstance(chamber.section, CircleSection):
        return a
    plan = profile_of(chamber.section)
    section = RectangleSection(width_mm=plan.top_mm, height_mm=chamber.length_mm)
    upright = chamber.model_copy(update={"axis": "lying", "section": section, "length_mm": plan.height_mm})
    chambers = tuple(upright if i == a.box else each for i, each in enumerate(a.hive.chambers))
    return replace(a, hive=a.hive.model_copy(update={"chambers": chambers}))
