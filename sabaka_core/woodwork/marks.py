"""What is marked out on a part, in sentences that carry their numbers: holes, rebates, shapes, bevels."""

from __future__ import annotations

from sabaka_core.base.quantity import Quantity, Text, deg, mm, text
from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.woodwork.parts import BoredHole, CrossSection, Part, Rebate


def hole_values(hole: BoredHole) -> dict[str, Quantity]:
    """The sizes of a hole that sentences about it carry."""
    return {
        "wide": mm(hole.wide_mm),
        "high": mm(hole.high_mm),
        "along": mm(hole.along_mm),
        "inside": mm(hole.up_inside_mm),
        "outside": mm(hole.up_outside_mm),
    }


def hole_text(hole: BoredHole) -> Text:
    """A hole: its wall, its place from a named end, its height on each face it may be marked on."""
    kind = "hole {wide}" if hole.round else "slot {wide} × {high}"
    up = (
        "middle {inside} up the inside face or {outside} up the outside face, bored square to the board"
        if hole.leans
        else "middle {inside} up from the lower edge"
    )
    words = f"{hole.wall}: {kind}, {{along}} from the {hole.along_from}, {up}"
    return Text(template=words, values=hole_values(hole))


def rebate_text(rebate: Rebate) -> Text:
    """A rebate's section and place."""
    note = f", {rebate.note}" if rebate.note else ""
    return text(
        f"rebate {{wide}} wide, {{deep}} deep along the top inside edge{note}",
        wide=mm(rebate.wide_mm),
        deep=mm(rebate.deep_mm),
    )


def shape_text(shape: CrossSection) -> Text:
    """A leaning board's widths, height and angles."""
    return text(
        "{top} wide at the top, {floor} at the floor, {high} high; angles {low} at the floor, {up} at the top",
        top=mm(shape.top_mm),
        floor=mm(shape.floor_mm),
        high=mm(shape.height_mm),
        low=deg(shape.floor_deg),
        up=deg(shape.top_deg),
    )


def bevel_text(part: Part) -> Text | None:
    """The tilt of the saw for a part's long edges."""
    if part.bevel_deg <= UNSEEN_DEG:
        return None
    return text("bevel {tilt}", tilt=Quantity(value=part.bevel_deg, unit="deg"))


def marks_of(part: Part) -> tuple[Text, ...]:
    """Everything that is marked out on a part besides its sizes."""
    found = [bevel_text(part)]
    found.append(rebate_text(part.rebate) if part.rebate else None)
    found.append(shape_text(part.shape) if part.shape and part.shape.leans else None)
    return tuple(each for each in (*found, *(hole_text(hole) for hole in part.holes)) if each is not None)
