"""Parts about entrances and in walls: porches, guards, boards, discs, fillers; windows, vents, thermometers."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.entrances import Disc, Entrance, Opening, Slot
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import fillers_of
from sabaka_core.woodwork.added import bought
from sabaka_core.woodwork.boxes import named
from sabaka_core.woodwork.parts import Part

# A plate or pane is larger than its opening by so much all round.
_LAPS_MM = 15.0


def opening_parts(a: Analysis) -> Iterator[Part]:
    """Of one chamber."""
    for number, entrance in enumerate(a.chamber.entrances, 1):
        yield from _about(a, entrance, number)
    for number, opening in enumerate(a.chamber.openings, 1):
        yield from _opening(a, opening, number)


def _about(a: Analysis, entrance: Entrance, number: int) -> Iterator[Part]:
    ident, name = f"{a.chamber.id}-entrance-{number}", f"Entrance {number}"
    wide, high = entrance.size_mm
    strip = practice("porch_strip").number
    if entrance.porch:
        across, tall = wide + 2 * strip, high + strip + entrance.porch_drop_mm
        note = "sealed to the wall on three sides, open below; bees and falling mites go out at its foot"
        yield Part(
            f"{ident}-porch",
            named(a, f"{name}, porch front"),
            "Box",
            1,
            across,
            tall,
            practice("feeder_face").number,
            "plywood",
            note=note,
        )
        size = (tall, entrance.porch_deep_mm, strip)
        yield Part(f"{ident}-porch-side", named(a, f"{name}, porch side"), "Box", 2, *size, "softwood")
        top = (across - 2 * strip, entrance.porch_deep_mm, strip)
        yield Part(f"{ident}-porch-top", named(a, f"{name}, porch top"), "Box", 1, *top, "softwood")
    if entrance.mouse_guard or any(each.guard for each in entrance.dated):
        days = ", ".join(f"{'on' if each.guard else 'off'} from {each.day}" for each in entrance.dated)
        note = "holes of 7 mm; two screws" + (f"; {days}" if days else "")
        yield bought(
            f"{ident}-guard",
            named(a, f"{name}, mouse guard"),
            1,
            (wide + 2 * _LAPS_MM, high + 2 * _LAPS_MM, 1.0),
            "sheet metal",
            note,
        )
    if entrance.landing_board:
        board, out = practice("landing_board").span
        yield Part(
            f"{ident}-board",
            named(a, f"{name}, landing board"),
            "Box",
            1,
            wide + out,
            out,
            board,
            "softwood",
            note="slopes outward",
        )
    if isinstance(entrance, Disc):
        note = "bought or printed: open, part, vent, excluder, shut; one screw in its middle"
        size = (entrance.disc_mm, entrance.disc_mm, 2.0)
        yield bought(f"{ident}-disc", named(a, f"{name}, disc"), 1, size, "sheet metal", note)
    if isinstance(entrance, Slot):
        thick = sum(layer.thickness_mm for layer in a.side_layers)
        for place, filler in enumerate(fillers_of(entrance), 1):
            size = (filler.width_mm, min(thick, practice("filler_deep").number), entrance.opening_mm)
            title = named(a, f"{name}, filler {place}")
            yield Part(f"{ident}-filler-{place}", title, "Box", 1, *size, "softwood", note="slides in the slot")


def _opening(a: Analysis, opening: Opening, number: int) -> Iterator[Part]:
    ident = f"{a.chamber.id}-{opening.kind}-{number}"
    name = f"{opening.kind.capitalize()} {number}, {opening.wall.replace('-', ' ')}"
    size = (opening.wide_mm + 2 * _LAPS_MM, opening.high_mm + 2 * _LAPS_MM)
    match opening.kind:
        case "window":
            pane = practice("window_pane").number
            note = "let into a rebate outside, held by strips: flush inside, so that bees don’t build behind it"
            yield bought(ident, named(a, f"{name}, pane"), 1, (*size, pane), "glass", note)
        case "vent":
            yield bought(ident, named(a, f"{name}, mesh"), 1, (*size, 1.0), "mesh", "3 mm at most, stapled inside")
        case "thermometer":
            note = f"its hole of {opening.wide_mm:g} mm slants upward inward, plugged when it isn’t in"
            yield bought(
                ident,
                named(a, name),
                1,
                (practice("probe_long").number, opening.wide_mm, opening.wide_mm),
                "sheet metal",
                note,
            )
    if opening.shutter != "none":
        board = practice("window_shutter").number
        yield Part(
            f"{ident}-shutter",
            named(a, f"{name}, shutter"),
            "Box",
            1,
            *size,
            board,
            "plywood",
            note="on two turn buttons",
        )
