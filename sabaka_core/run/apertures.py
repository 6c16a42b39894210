"""How much of an entrance is open: its setting, its fillers, its guard. Areas in mm²."""

from __future__ import annotations

from math import acos, floor, pi, sqrt

from sabaka_core.document.entrances import Disc, Entrance, Setting, Slot
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import mouths_of


def opening_area_mm2(entrance: Entrance) -> float:
    """What bees fly through [mm²]: nothing of one that is plugged or set to a vent.

    A disc set to part covers half of the bore's width with its own edge; its excluder leaves slots between wires. A
    guard leaves the holes that lie wholly within the opening. Of a slot with fillers, what its mouths leave.
    """
    if not entrance.is_open:
        return 0.0
    if isinstance(entrance, Slot) and entrance.mouths:
        return sum(opening_area_mm2(mouth) for _, mouth in mouths_of(entrance))
    if entrance.mouse_guard:
        return guard_holes(entrance) * circle_mm2(practice("mouse_guard").number)
    if isinstance(entrance, Disc):
        return disc_area_mm2(entrance.opening_mm, entrance.setting)
    width, height = entrance.size_mm
    return width * height if entrance.kind == "slot" else circle_mm2(width)


def air_area_mm2(entrance: Entrance) -> float:
    """What air passes [mm²]: what bees do, and the holes of a disc that is set to a vent."""
    if isinstance(entrance, Disc) and entrance.setting == "vent":
        return disc_area_mm2(entrance.opening_mm, "vent")
    return opening_area_mm2(entrance)


def disc_area_mm2(bore_mm: float, setting: Setting) -> float:
    """What a disc leaves open of its bore [mm²].

    Open: all of it. Part: its hole, as large as the bore, stands off it by half the bore's width. Vent: the holes of
    its mesh that lie in the bore. Excluder: slots with wires between them, from the bore's middle outward.
    """
    match setting:
        case "open":
            return circle_mm2(bore_mm)
        case "part":
            return lens_mm2(bore_mm / 2, bore_mm / 2)
        case "vent":
            hole, pitch = practice("vent_holes").span
            return _in_circle(bore_mm / 2, hole / 2, pitch) * circle_mm2(hole)
        case "excluder":
            slot, wire = practice("excluder_slot").number, practice("excluder_wire").number
            return _slotted_mm2(bore_mm / 2, slot, slot + wire)
        case "plugged":
            return 0.0


def guard_holes(entrance: Entrance) -> int:
    """How many whole holes of a guard lie in an opening: rows and columns set out from its middle."""
    hole, pitch = practice("mouse_guard").number, practice("guard_pitch").number
    width, height = entrance.size_mm
    if entrance.kind == "slot":
        return _across(width, hole, pitch) * _across(height, hole, pitch)
    return _in_circle(width / 2, hole / 2, pitch)


def circle_mm2(across_mm: float) -> float:
    """Area of a circle."""
    return pi / 4 * across_mm**2


def lens_mm2(radius_mm: float, apart_mm: float) -> float:
    """What two circles of one size have in common: ``2r²·acos(e/2r) − e/2·√(4r² − e²)``. Source: plane geometry."""
    r, e = radius_mm, apart_mm
    return 2 * r * r * acos(e / (2 * r)) - e / 2 * sqrt(4 * r * r - e * e)


def _across(room: float, hole: float, pitch: float) -> int:
    """Holes in a row: as many as go in at their pitch."""
    return max(floor((room - hole) / pitch + 1e-9) + 1, 0) if room >= hole else 0


def _in_circle(radius: float, hole: float, pitch: float) -> int:
    """Whole holes of a square pattern, one of them in the circle's middle."""
    reach = int(radius // pitch) + 1
    steps = range(-reach, reach + 1)
    return sum(sqrt((i * pitch) ** 2 + (j * pitch) ** 2) + hole <= radius + 1e-9 for i in steps for j in steps)


def _slotted_mm2(radius: float, slot: float, pitch: float) -> float:
    """Slots across a circle, one of them over its middle."""
    reach = int(radius // pitch) + 1
    total = 0.0
    for i in range(-reach, reach + 1):
        low, high = (min(max(i * pitch + way * slot / 2, -radius), radius) for way in (-1, 1))
        total += _under(high, radius) - _under(low, radius)
    return total


def _under(x: float, radius: float) -> float:
    """Area of a circle's part left of a line at ``x`` from its middle."""
    return x * sqrt(max(radius * radius - x * x, 0.0)) + radius * radius * (pi - acos(x / radius))
