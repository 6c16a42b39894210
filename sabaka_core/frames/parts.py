"""A frame as its parts: pieces of wood at their places, from which drawings and lists both follow.

Axes of a frame: x across from its middle, y down from its top, z along the run from its middle [mm].
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from sabaka_core.document.combs import Frame
from sabaka_core.frames.derived import CHEEK_MM
from sabaka_core.frames.joints import joints
from sabaka_core.kit.tables import practice

PLY_MM = 6.0
BOARD_MM = 18.0


@dataclass(frozen=True)
class Solid:
    """An upright block between two corners [mm]."""

    x: tuple[float, float]
    y: tuple[float, float]
    z: tuple[float, float]

    @property
    def volume_mm3(self) -> float:
        return (self.x[1] - self.x[0]) * (self.y[1] - self.y[0]) * (self.z[1] - self.z[0])


@dataclass(frozen=True)
class SolidPiece:
    """One piece of wood, of one or more blocks in one."""

    solids: tuple[Solid, ...]

    def span(self, axis: str) -> tuple[float, float]:
        """Least and greatest along an axis."""
        ends = [getattr(solid, axis) for solid in self.solids]
        return min(low for low, _ in ends), max(high for _, high in ends)

    @property
    def sizes_mm(self) -> tuple[float, float, float]:
        """Long, wide, thick: of the whole piece before it is shaped."""
        long, wide, thick = sorted((high - low for low, high in map(self.span, "xyz")), reverse=True)
        return long, wide, thick


@dataclass(frozen=True)
class FramePart:
    """A part of a frame: its pieces are alike; a part without pieces is bought as it is."""

    name: str
    pieces: tuple[SolidPiece, ...]
    note: str = ""
    count: int = 0

    @property
    def number(self) -> int:
        return len(self.pieces) or self.count


@dataclass(frozen=True)
class CombField:
    """A field of comb in a frame, seen from the front [mm]."""

    left_mm: float
    right_mm: float
    top_mm: float
    bottom_mm: float

    @property
    def area_mm2(self) -> float:
        return (self.right_mm - self.left_mm) * (self.bottom_mm - self.top_mm)


def parts_of(frame: Frame) -> tuple[FramePart, ...]:
    """The parts list of a frame."""
    match frame.make:
        case "two-part":
            return tuple(_two_part(frame))
        case "joined":
            return tuple(_joined(frame))
        case "feeder":
            return tuple(_feeder(frame))
        case "follower":
            return tuple(_follower(frame))
        case "adapter":
            return tuple(_adapter(frame))
        case _:
            return tuple(_plain(frame))


def openings_of(frame: Frame) -> tuple[CombField, ...]:
    """The fields of comb in a frame, from the top down; none in a feeder, follower or adapter."""
    if frame.make in ("feeder", "follower", "adapter"):
        return ()
    # A frame so shallow or narrow that its bars meet leaves no field at all.
    return tuple(o for o in _fields(frame) if o.right_mm > o.left_mm and o.bottom_mm > o.top_mm)


def _fields(frame: Frame) -> tuple[CombField, ...]:
    half = frame.body_width_mm / 2 - frame.side_bar_thickness_mm
    if frame.make == "two-part":
        middle = frame.depth_mm / 2
        return (
            CombField(-half, half, frame.top_bar_thickness_mm, middle - frame.bottom_bar_thickness_mm),
            CombField(-half, half, middle + frame.top_bar_thickness_mm, frame.depth_mm - frame.bottom_bar_thickness_mm),
        )
    # A frame stood on end keeps its old side bar under the hanger.
    extra = frame.bottom_bar_thickness_mm if frame.make == "joined" else 0.0
    top = frame.top_bar_thickness_mm + extra
    bottom = frame.depth_mm - frame.bottom_bar_thickness_mm
    edges = [top, *(edge for at in shelf_middles_mm(frame) for edge in _shelf(frame, top + at)), bottom]
    return tuple(CombField(-half, half, edges[i], edges[i + 1]) for i in range(0, len(edges), 2))


def shelf_middles_mm(frame: Frame) -> tuple[float, ...]:
    """Where the shelves' middles are below the top bar [mm]: as they were typed, or evenly spaced."""
    if frame.shelves_at_mm:
        return tuple(sorted(frame.shelves_at_mm))
    thick = frame.shelf_thickness_mm
    extra = frame.bottom_bar_thickness_mm if frame.make == "joined" else 0.0
    field = frame.depth_mm - frame.bottom_bar_thickness_mm - frame.top_bar_thickness_mm - extra
    height = (field - frame.shelves * thick) / (frame.shelves + 1)
    return tuple((i + 1) * height + (i + 0.5) * thick for i in range(frame.shelves))


def _shelf(frame: Frame, middle: float) -> tuple[float, float]:
    return middle - frame.shelf_thickness_mm / 2, middle + frame.shelf_thickness_mm / 2


def comb_area_mm2(frame: Frame) -> float:
    """Area of one side of the comb in a full frame [mm²]."""
    return sum(opening.area_mm2 for opening in openings_of(frame))


def unbroken_height_mm(frame: Frame) -> float:
    """The tallest stretch of comb that no bar or gap crosses [mm]."""
    return max((o.bottom_mm - o.top_mm for o in openings_of(frame)), default=0.0)


def wood_volume_mm3(frame: Frame) -> float:
    """Volume of a frame's wood [mm³]."""
    return sum(s.volume_mm3 for part in parts_of(frame) for piece in part.pieces for s in piece.solids)


def _block(x: tuple[float, float], y: tuple[float, float], wide: float) -> SolidPiece:
    return SolidPiece((Solid(x, y, (-wide / 2, wide / 2)),))


def _top_bar(frame: Frame, length: float, top: float, lugs: bool, thick: float | None = None) -> SolidPiece:
    """A top bar: thin over the side bars and at the lugs, thick between the side bars."""
    wide, mid = frame.top_bar_width_mm, frame.narrowed_mm or frame.top_bar_width_mm
    full = frame.top_bar_thickness_mm if thick is None else thick
    half = frame.body_width_mm / 2
    if not lugs or not 0 < frame.lug_thickness_mm < full:
        return _block((-length / 2, length / 2), (top, top + full), wide)
    between = half - frame.side_bar_thickness_mm
    solids = [
        Solid((-length / 2, -between), (top, top + frame.lug_thickness_mm), (-wide / 2, wide / 2)),
        Solid((between, length / 2), (top, top + frame.lug_thickness_mm), (-wide / 2, wide / 2)),
    ]
    if mid == wide:
        solids.append(Solid((-between, between), (top, top + full), (-wide / 2, wide / 2)))
    else:
        # Narrowed at mid-length, so that bees pass up between the bars.
        over = frame.narrowed_over_mm
        shoulder = between / 3 if over is None else min(max(between - over / 2, 0.0), between)
        for low, high in ((-between, -between + shoulder), (between - shoulder, between)):
            solids.append(Solid((low, high), (top, top + full), (-wide / 2, wide / 2)))
        solids.append(Solid((-between + shoulder, between - shoulder), (top, top + full), (-mid / 2, mid / 2)))
    return SolidPiece(tuple(solids))


def _side_top_mm(frame: Frame) -> float:
    """Where the side bars begin below the frame's top [mm]: under the lug, or under the whole bar."""
    thin = 0 < frame.lug_thickness_mm < frame.top_bar_thickness_mm
    return frame.lug_thickness_mm if thin else frame.top_bar_thickness_mm


def _sides(frame: Frame, top: float, bottom: float) -> tuple[SolidPiece, SolidPiece]:
    out, thick, wide = frame.body_width_mm / 2, frame.side_bar_thickness_mm, frame.side_bar_width_mm
    foot, down = frame.side_bar_foot_mm, frame.shoulder_mm
    ways = ((-out, -out + thick), (out - thick, out))
    if foot is None or foot == wide or not top < down < bottom:
        return _block(ways[0], (top, bottom), wide), _block(ways[1], (top, bottom), wide)
    # Full wide down to its shoulder, so that frames hang at their spacing; narrower below, so that bees pass.
    left, right = (
        SolidPiece((Solid(x, (top, down), (-wide / 2, wide / 2)), Solid(x, (down, bottom), (-foot / 2, foot / 2))))
        for x in ways
    )
    return left, right


def _cross(frame: Frame, top: float, thick: float, wide: float) -> SolidPiece:
    half = frame.body_width_mm / 2 - frame.side_bar_thickness_mm
    return _block((-half, half), (top, top + thick), wide)


def _bottom_width(frame: Frame) -> float:
    return min(practice("bottom_bar_width").number, frame.side_bar_width_mm)


def _plain(frame: Frame) -> Iterator[FramePart]:
    made = frame.make == "from-parts"
    trimmed = "trimmed at one end; the square end gets a recess for its side bar" if made else ""
    yield FramePart("Top bar", (_top_bar(frame, frame.top_bar_mm, 0.0, True),), trimmed)
    new = "longer than the old ones: made new" if made or frame.make in ("tall", "hybrid") else ""
    yield FramePart("Side bar", _sides(frame, _side_top_mm(frame), frame.depth_mm), new)
    bottom = frame.depth_mm - frame.bottom_bar_thickness_mm
    yield FramePart("Bottom bar", (_cross(frame, bottom, frame.bottom_bar_thickness_mm, _bottom_width(frame)),))
    yield from _shelves(frame)
    yield from _guide(frame)
    if frame.braced != "none":
        rods = frame.braced == "rods"
        half = frame.body_width_mm / 2 - frame.side_bar_thickness_mm
        words = "thin, through both side bars" if rods else "tinned, through eyelets, drawn tight before waxing"
        yield FramePart("Cross rod" if rods else "Wire", (), f"{words}; {2 * half:.0f} mm long", frame.braces)
    if frame.foundation:
        yield FramePart("Sheet of foundation", (), "wired or pinned", len(openings_of(frame)))
    if frame.make == "sections":
        box = practice("section_box").number
        fields = openings_of(frame)
        boxes = sum(int((o.right_mm - o.left_mm) // box) * int((o.bottom_mm - o.top_mm) // box) for o in fields)
        yield FramePart("Section box", (), f"{box:.0f} mm square, what is left over filled with a strip", boxes)


def _guide(frame: Frame) -> Iterator[FramePart]:
    """A strip or moulding under the top bar, between the side bars; a line of wax or a starter is bought."""
    half = frame.body_width_mm / 2 - frame.side_bar_thickness_mm
    groove = f"groove {frame.groove_wide_mm:g} wide, {frame.groove_deep_mm:g} deep"
    stands = practice("guide_stands").number
    under = frame.top_bar_thickness_mm
    if frame.guide == "strip":
        strip = _block((-half, half), (under, under + stands), frame.groove_wide_mm)
        yield FramePart("Guide", (strip,), f"{groove}; cut {frame.groove_deep_mm:g} mm wider, to stand in it")
    elif frame.guide == "moulding":
        yield FramePart("Guide", (_block((-half, half), (under, under + stands), 2 * stands),), "triangular, nailed on")
    elif frame.guide == "starter":
        yield FramePart("Starter of foundation", (), groove, 1)
    elif frame.guide == "wax-line":
        yield FramePart("Line of wax", (), "drawn with a brush along the middle", 1)


def _shelves(frame: Frame) -> Iterator[FramePart]:
    if frame.shelves or frame.shelves_at_mm:
        gaps = openings_of(frame)
        shelves = tuple(
            _cross(frame, upper.bottom_mm, frame.shelf_thickness_mm, _bottom_width(frame)) for upper in gaps[:-1]
        )
        name = "Cross bar" if frame.make == "drone" else "Cross shelf"
        typed = "middles at " + ", ".join(f"{at:g}" for at in shelf_middles_mm(frame)) + " mm below the top bar"
        even = "evenly spaced" if len(shelves) > 1 else "at half height"
        yield FramePart(name, shelves, typed if frame.shelves_at_mm else even)


def _two_part(frame: Frame) -> Iterator[FramePart]:
    middle, thick = frame.depth_mm / 2, frame.bottom_bar_thickness_mm
    yield FramePart("Top bar", (_top_bar(frame, frame.top_bar_mm, 0.0, True),), "of the upper half")
    yield FramePart(
        "Top bar, lugs off", (_top_bar(frame, frame.body_width_mm, middle, True),), "of the lower half, sawn off flush"
    )
    upper = _sides(frame, _side_top_mm(frame), middle)
    lower = _sides(frame, middle + _side_top_mm(frame), frame.depth_mm)
    yield FramePart("Side bar", (*upper, *lower))
    wide = _bottom_width(frame)
    yield FramePart(
        "Bottom bar", (_cross(frame, middle - thick, thick, wide), _cross(frame, frame.depth_mm - thick, thick, wide))
    )
    if frame.joint != "none":
        row = joints()[frame.joint]
        yield FramePart(row.part, (), row.note, row.count)


def _joined(frame: Frame) -> Iterator[FramePart]:
    hanger = frame.top_bar_thickness_mm
    rail, post = frame.bottom_bar_thickness_mm, frame.side_bar_thickness_mm
    half = frame.body_width_mm / 2
    # The hanger is full thick over the posts, which are screwed up into it.
    thin = frame.lug_thickness_mm
    bar = SolidPiece(
        (
            Solid((-half, half), (0.0, hanger), (-frame.top_bar_width_mm / 2, frame.top_bar_width_mm / 2)),
            *(
                Solid(ends, (0.0, thin), (-frame.top_bar_width_mm / 2, frame.top_bar_width_mm / 2))
                for ends in ((-frame.top_bar_mm / 2, -half), (half, frame.top_bar_mm / 2))
            ),
        )
    )
    yield FramePart("Hanger", (bar,), "screwed on at the upper end")
    wide = frame.side_bar_width_mm
    posts = (
        _block((-half, -half + post), (hanger, frame.depth_mm), 27.0),
        _block((half - post, half), (hanger, frame.depth_mm), 27.0),
    )
    yield FramePart("Post (old top bar)", posts, "lugs off")
    rails = tuple(
        _block(ends, (top, top + rail), wide)
        for top in (hanger, frame.depth_mm - rail)
        for ends in ((-half + post, 0.0), (0.0, half - post))
    )
    yield FramePart("Rail (old side bar)", rails, "the old bottom bars cut out between them")
    gaps = openings_of(frame)
    braces = tuple(
        _cross(frame, upper.bottom_mm, frame.shelf_thickness_mm, practice("bottom_bar_width").number)
        for upper in gaps[:-1]
    )
    yield FramePart("Brace (old bottom bar)", braces, "cut to fit between the posts")


def _feeder(frame: Frame) -> Iterator[FramePart]:
    yield FramePart(
        "Top bar", (_top_bar(frame, frame.top_bar_mm, 0.0, True),), "with a filling slot and a ladder of mesh"
    )
    wide, top = frame.side_bar_width_mm, _side_top_mm(frame)
    yield FramePart("Side bar", _sides(frame, top, frame.depth_mm))
    bottom = frame.depth_mm - frame.bottom_bar_thickness_mm
    yield FramePart("Bottom bar", (_cross(frame, bottom, frame.bottom_bar_thickness_mm, wide),))
    half, under = frame.body_width_mm / 2, frame.top_bar_thickness_mm
    faces = tuple(
        SolidPiece((Solid((-half, half), (under, frame.depth_mm), ends),))
        for ends in ((-wide / 2 - PLY_MM, -wide / 2), (wide / 2, wide / 2 + PLY_MM))
    )
    yield FramePart("Face of thin plywood", faces, "glued and pinned all round; test it with water")
    yield FramePart("Float or mesh ladder", (), "or the bees drown", 1)


def _follower(frame: Frame) -> Iterator[FramePart]:
    yield FramePart("Top bar", (_top_bar(frame, frame.top_bar_mm, 0.0, True),))
    yield FramePart("Side bar", _sides(frame, _side_top_mm(frame), frame.depth_mm))
    top, half = frame.top_bar_thickness_mm, frame.body_width_mm / 2 - frame.side_bar_thickness_mm
    bottom = frame.depth_mm - frame.bottom_bar_thickness_mm
    yield FramePart("Board", (_block((-half, half), (top, bottom), BOARD_MM),), "let in between the bars")
    yield FramePart("Bottom bar", (_cross(frame, bottom, frame.bottom_bar_thickness_mm, _bottom_width(frame)),))


def _adapter(frame: Frame) -> Iterator[FramePart]:
    yield FramePart("Adapter bar", (_top_bar(frame, frame.top_bar_mm, 0.0, True),), "on this standard's rests")
    out, thick, wide = frame.body_width_mm / 2, frame.side_bar_thickness_mm, frame.side_bar_width_mm
    low = frame.top_bar_thickness_mm
    cheeks = (
        _block((-out, -out + thick), (low, low + CHEEK_MM), wide),
        _block((out - thick, out), (low, low + CHEEK_MM), wide),
    )
    yield FramePart("Cheek", cheeks, "holds the frame that stands on end")
