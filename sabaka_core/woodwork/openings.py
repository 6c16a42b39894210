"""Parts about entrances and in walls: porches, guards, boards, discs, fillers; windows, vents, thermometers, doors."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.dates import short_of_year
from sabaka_core.document.entrances import Disc, Entrance, Opening, Slot
from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.doors import door_mm, door_up_mm
from sabaka_core.kit.tables import practice
from sabaka_core.run.entrances import fillers_of
from sabaka_core.woodwork.faces import WallFace, wall_face
from sabaka_core.woodwork.naming import named
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import shift_of
from sabaka_core.woodwork.solids import Bore, Prism

# A plate or pane is larger than its opening by so much all round.
_LAPS_MM = 15.0
_PLATE_MM, _PUSH_MM = 1.0, 0.2
# Where up a door its hinges and turn buttons are.
_HINGED = (0.2, 0.8)


class _Fixed:
    """Makes parts that are fixed to one wall of a chamber, in their places."""

    def __init__(self, a: Analysis, wall_at: WallFace, thing: str) -> None:
        self.a, self.face, self.thing = a, wall_at, thing
        self.out = wall_at.thick_mm
        self._round = isinstance(a.chamber.section, CircleSection)

    def plate(self, at: float, up: tuple[float, float], wide: float, off: float, deep: float) -> tuple[Prism, ...]:
        """A flat solid on the wall, none on a log's round face."""
        return () if self._round else (self.face.plate(at, up, wide, off, deep),)

    def part(
        self,
        ident: str,
        name: str,
        sizes: tuple[float, float, float],
        material: str,
        *places: tuple[Prism, ...],
        note: str = "",
        joint: str = "",
        bores: tuple[Bore, ...] = (),
    ) -> Part:
        """One kind of part; bought unless it is of wood or ply."""
        made = material in ("softwood", "hardwood", "plywood")
        there = tuple(each for each in places if each)
        part = Part(
            ident,
            named(self.a, name),
            "Box" if made else "Bought",
            max(len(places), 1),
            *sizes,
            material,
            joint,
            note=note,
            places=there,
            bores=(bores,) * len(there) if bores else (),
            thing=self.thing,
        )
        return part.shifted(*shift_of(self.a))


def opening_parts(a: Analysis) -> Iterator[Part]:
    """Of one chamber."""
    for number, entrance in enumerate(a.chamber.entrances, 1):
        yield from _about(a, entrance, number)
    for number, opening in enumerate(a.chamber.openings, 1):
        yield from _opening(a, opening, number)
    if a.chamber.door != "none":
        yield from _door_hardware(a)


def _about(a: Analysis, entrance: Entrance, number: int) -> Iterator[Part]:
    ident, name = f"{a.chamber.id}-entrance-{number}", f"Entrance {number}"
    wide, high = entrance.size_mm
    at, low = entrance.at_mm, entrance.height_mm
    fixed = _Fixed(a, wall_face(a, entrance.wall, low + high / 2), f"entrance-{a.box}-{number - 1}")
    out = fixed.out
    if entrance.porch:
        yield from _porch(fixed, entrance, ident, name)
    before = out
    if isinstance(entrance, Disc):
        deep = practice("disc_thick").number
        middle = low + high / 2
        solid = fixed.plate(
            at, (middle - entrance.disc_mm / 2, middle + entrance.disc_mm / 2), entrance.disc_mm, out, deep
        )
        note = "bought or printed: open, part, vent, excluder, shut; one screw in its middle"
        disc = (entrance.disc_mm, entrance.disc_mm, deep)
        yield fixed.part(f"{ident}-disc", f"{name}, disc", disc, "sheet metal", solid, note=note)
        before += deep
    if entrance.mouse_guard or any(each.guard for each in entrance.dated):
        days = ", ".join(f"{'on' if each.guard else 'off'} from {short_of_year(each.day)}" for each in entrance.dated)
        note = "holes of 7 mm; two screws" + (f"; {days}" if days else "")
        size = (wide + 2 * _LAPS_MM, high + 2 * _LAPS_MM)
        solid = fixed.plate(at, (low - _LAPS_MM, low + high + _LAPS_MM), size[0], before, _PLATE_MM)
        yield fixed.part(f"{ident}-guard", f"{name}, mouse guard", (*size, _PLATE_MM), "sheet metal", solid, note=note)
    if entrance.landing_board:
        board, deep = practice("landing_board").span
        foot = low - board - (practice("landing_below").number if not entrance.porch else entrance.porch_drop_mm)
        solid = fixed.plate(at, (foot, foot + board), wide + deep, out, deep)
        yield fixed.part(
            f"{ident}-board",
            f"{name}, landing board",
            (wide + deep, deep, board),
            "softwood",
            solid,
            note="its upper face sloped outward a little, so that rain runs off",
            joint="screwed and glued",
        )
    if isinstance(entrance, Slot):
        deep = min(out, practice("filler_deep").number)
        for place, filler in enumerate(fillers_of(entrance), 1):
            stick = (filler.width_mm, deep, entrance.opening_mm)
            up = (low + _PUSH_MM, low + entrance.opening_mm - _PUSH_MM)
            solid = fixed.plate(filler.at_mm, up, filler.width_mm - 2 * _PUSH_MM, out - deep, deep)
            yield fixed.part(
                f"{ident}-filler-{place}",
                f"{name}, filler {place}",
                stick,
                "softwood",
                solid,
                note="slides in the slot",
                joint="a push fit",
            )


def _porch(fixed: _Fixed, entrance: Entrance, ident: str, name: str) -> Iterator[Part]:
    """A box over a high entrance: two sides, a top, a front; open below."""
    wide, high = entrance.size_mm
    at, low, out = entrance.at_mm, entrance.height_mm, fixed.out
    strip, front = practice("porch_strip").number, practice("feeder_face").number
    # It stays clear of a disc that turns inside it.
    inside = max(wide, entrance.disc_mm if isinstance(entrance, Disc) else wide)
    over = low + high / 2 + inside / 2
    foot, top, deep = low - entrance.porch_drop_mm, over + strip, entrance.porch_deep_mm
    across = inside + 2 * strip
    faces = fixed.plate(at, (foot, top), across, out + deep, front)
    note = "sealed to the wall on three sides, open below; bees and falling mites go out at its foot"
    glued = "glued and screwed to the wall"
    size = (max(across, top - foot), min(across, top - foot), front)
    yield fixed.part(f"{ident}-porch", f"{name}, porch front", size, "plywood", faces, note=note, joint="pinned")
    sides = [fixed.plate(at + way * (inside + strip) / 2, (foot, top), strip, out, deep) for way in (-1, 1)]
    yield fixed.part(
        f"{ident}-porch-side", f"{name}, porch side", (top - foot, deep, strip), "softwood", *sides, joint=glued
    )
    lid = fixed.plate(at, (over, top), inside, out, deep)
    yield fixed.part(f"{ident}-porch-top", f"{name}, porch top", (inside, deep, strip), "softwood", lid, joint=glued)


def _opening(a: Analysis, opening: Opening, number: int) -> Iterator[Part]:
    ident = f"{a.chamber.id}-{opening.kind}-{number}"
    name = f"{opening.kind.capitalize()} {number}, {opening.wall.replace('-', ' ')}"
    wide, high = opening.wide_mm + 2 * _LAPS_MM, opening.high_mm + 2 * _LAPS_MM
    at, low = opening.at_mm, opening.height_mm
    fixed = _Fixed(a, wall_face(a, opening.wall, low + opening.high_mm / 2), f"opening-{a.box}-{number - 1}")
    out, up = fixed.out, (low - _LAPS_MM, low + opening.high_mm + _LAPS_MM)
    before = out
    match opening.kind:
        case "window":
            pane, clear = practice("window_pane").number, 2 * _PUSH_MM
            inner = fixed.plate(
                at, (low + _PUSH_MM, low + opening.high_mm - _PUSH_MM), opening.wide_mm - clear, 0.0, pane
            )
            note = "flush inside, so that bees don’t build behind it; held by a strip all round, edges ground"
            size = (opening.wide_mm - clear, opening.high_mm - clear)
            yield fixed.part(ident, f"{name}, pane", (*size, pane), "glass", inner, note=note)
            yield from _beads(fixed, opening, ident, name, pane)
        case "vent":
            solid = fixed.plate(at, up, wide, out, _PLATE_MM)
            yield fixed.part(
                ident, f"{name}, mesh", (wide, high, _PLATE_MM), "mesh", solid, note="3 mm at most, stapled"
            )
            before += _PLATE_MM
        case "thermometer":
            note = f"its hole of {opening.wide_mm:g} mm rises inward, plugged when it isn’t in"
            probe = (practice("probe_long").number, opening.wide_mm, opening.wide_mm)
            yield fixed.part(ident, name, probe, "sheet metal", note=note)
    if opening.shutter != "none":
        board = practice("window_shutter").number
        solid = fixed.plate(at, up, wide, before, board)
        yield fixed.part(
            f"{ident}-shutter", f"{name}, shutter", (wide, high, board), "plywood", solid, note="on two turn buttons"
        )


def _beads(fixed: _Fixed, opening: Opening, ident: str, name: str, pane: float) -> Iterator[Part]:
    """Strips that hold a pane in its opening, from outside."""
    bead = practice("window_bead").number
    deep = min(bead, fixed.out - pane)
    if deep <= 0:
        return
    at, low, wide, high = opening.at_mm, opening.height_mm, opening.wide_mm, opening.high_mm
    level = [fixed.plate(at, span, wide, pane, deep) for span in ((low, low + bead), (low + high - bead, low + high))]
    half = (wide - bead) / 2
    posts = [fixed.plate(at + way * half, (low + bead, low + high - bead), bead, pane, deep) for way in (-1, 1)]
    joint = "pinned into the opening"
    yield fixed.part(f"{ident}-bead", f"{name}, bead", (wide, bead, deep), "softwood", *level, joint=joint)
    size = (high - 2 * bead, bead, deep)
    yield fixed.part(f"{ident}-bead-post", f"{name}, upright bead", size, "softwood", *posts, joint=joint)


def _door_hardware(a: Analysis) -> Iterator[Part]:
    """Two hinges at one edge of a door, two turn buttons that press it shut at the other."""
    door, (wide, high) = a.chamber.door, door_mm(a)
    if door == "none":
        return
    up, ident = door_up_mm(a), a.chamber.id
    fixed = _Fixed(a, wall_face(a, door, up + high / 2), f"inside-{a.box}")
    sideways = door in ("left", "right") and a.chamber.axis == "lying"
    middle = a.chamber.length_mm / 2 if sideways else 0.0
    size, thick = practice("hinge").number, practice("hinge_thick").number
    heights = [up + high * share for share in _HINGED]
    for key, name, edge, note in (
        ("hinge", "Door, hinge", -1, "of brass or stainless"),
        ("turn", "Door, turn button", 1, "presses the door shut on its rim"),
    ):
        at = middle + edge * wide / 2
        solids = [fixed.plate(at, (h - size / 4, h + size / 4), size, fixed.out, thick) for h in heights]
        part = fixed.part(f"{ident}-door-{key}", name, (size, size / 2, thick), "sheet metal", *solids, note=note)
        yield part
