"""Templates at full size of end boards, followers and bevels, in tiles with a check bar and crop marks."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import ceil, radians, tan

from reportlab.platypus import Flowable

from sabaka_core.document.hive import Hive
from sabaka_core.kit.measure import FINEST, PLAIN, Measure, ReadAs
from sabaka_core.paper.letters import INK, write
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.laid import laid
from sabaka_core.woodwork.parts import Part

# Sizes in inches are rounded to this part of one.
INCHES: Measure = "in32"
FRACTION = FINEST[INCHES]
_CHECK_MM = 100.0
_BORDER_MM = 12.0
_FOOT_MM = 14.0
_GAUGE_MM = 150.0
# What a gauge to set the saw by is called; two pages of one outline share a strip so wide.
_GAUGE, _OVERLAP_MM = "Bevel gauge", 10.0


def for_the_saw(reading: ReadAs) -> ReadAs:
    """As the keeper reads; inches as fine as a rule shows."""
    return reading if reading.measure == "mm" else reading._replace(measure=INCHES)


def templates(hive: Hive, reading: ReadAs = PLAIN) -> bytes:
    """Templates at full size, in tiles with a check bar of 100 mm and crop marks.

    Raises:
        ParameterError: sizes that can't be built.
    """
    shown = list(_shown(parts_of_hive(hive)))
    sheet = Sheet(hive, "templates at full size", for_the_saw(reading), bare=bool(shown))
    for part in shown:
        sheet.mark(part.name, 0)
        for tile in _tiles(sheet, part):
            sheet.put(tile)
    if not shown:
        sheet.title(f"{hive.name}: templates", "Every part of this hive is a rectangle: it needs no template.")
    return sheet.save()


def _shown(parts: tuple[Part, ...]) -> Iterator[Part]:
    """Each outline once, and a gauge of each bevel."""
    seen: set[tuple[tuple[float, float], ...]] = set()
    for part in parts:
        shape = tuple((round(y, 1), round(z, 1)) for y, z in part.profile)
        if shape and shape not in seen:
            seen.add(shape)
            yield part
    for part in {round(p.bevel_deg, 1): p for p in parts if p.bevel_deg > 0.05 and p.group != "Bought"}.values():
        # A gauge to set the saw by: the angle between its long edges is the tilt.
        across = _GAUGE_MM * tan(radians(part.bevel_deg))
        profile = ((0.0, 0.0), (across, _GAUGE_MM), (0.0, _GAUGE_MM))
        yield replace(part, name=f"{_GAUGE}, {part.bevel_deg:.1f}°", profile=profile)


def _tiles(sheet: Sheet, part: Part) -> Iterator[_Tile]:
    """A part's outline at full size over as many pages as it takes; each page goes on over the next by a strip."""
    wide, high = sheet.size[0] / POINTS - 2 * _BORDER_MM, sheet.size[1] / POINTS - 2 * _BORDER_MM - _FOOT_MM
    shape = _shape_of(part)
    (right, up) = (max(p[k] for ring in shape.rings for p in ring) for k in (0, 1))
    across, down = (
        max(ceil((size - _OVERLAP_MM) / (room - _OVERLAP_MM) - 1e-9), 1) for size, room in ((right, wide), (up, high))
    )
    check = "check bar: " + (f"{_CHECK_MM:.0f} mm" if sheet.reading.measure == "mm" else f"{_CHECK_MM / 25.4:.3f} in")
    size = f"{sheet.sizes(right, up)} over all"
    for row in range(down):
        for column in range(across):
            where = f"tile {row * across + column + 1} of {across * down} (row {row + 1}, column {column + 1})"
            dy, dz = column * (wide - _OVERLAP_MM), row * (high - _OVERLAP_MM)
            moved = _Shape(
                tuple(tuple((y - dy, z - dz) for y, z in ring) for ring in shape.rings),
                tuple((y - dy, z - dz, bore) for y, z, bore in shape.holes),
            )
            joins = (column > 0, column < across - 1, row > 0, row < down - 1)
            words = (f"{part.name}, {where}.", f"{size}. Print at 100 %; lay crosses on crosses.")
            yield _Tile(moved, wide, high, words, check, joins)


@dataclass(frozen=True)
class _Shape:
    """What is drawn at full size: closed lines, and round holes by their middles and widths [mm]."""

    rings: tuple[tuple[tuple[float, float], ...], ...]
    holes: tuple[tuple[float, float, float], ...] = ()


def _shape_of(part: Part) -> _Shape:
    """A part as it lies, with what goes through it; of a gauge its profile."""
    lies = laid(part) if part.places and not part.name.startswith(_GAUGE) else None
    if lies is None:
        left, low = min(y for y, _ in part.profile), min(z for _, z in part.profile)
        return _Shape((tuple((y - left, z - low) for y, z in part.profile),))
    return _Shape((*lies.outline, *lies.through), tuple((b.x_mm, b.y_mm, b.wide_mm) for b in lies.bores))


@dataclass
class _Tile(Flowable):  # type: ignore[misc] # the library has no types
    """One page of an outline.

    Attributes:
        shape: from the tile's lower left corner.
        wide_mm, high_mm: what of it is on this page.
        words: which tile it is, in lines.
        check: what the check bar measures.
        joins: whether it goes on over another page at its left, right, lower and upper edge.
    """

    shape: _Shape
    wide_mm: float
    high_mm: float
    words: tuple[str, ...]
    check: str
    joins: tuple[bool, bool, bool, bool]

    def __post_init__(self) -> None:
        super().__init__()

    def wrap(self, wide: float, _: float) -> tuple[float, float]:
        """All of the page, but for the library's rounding."""
        return wide, (self.high_mm + 2 * _BORDER_MM + _FOOT_MM) * POINTS - 1e-3

    def draw(self) -> None:
        """The outline, clipped to the tile, with its marks."""
        page, left, low = self.canv, _BORDER_MM * POINTS, (_BORDER_MM + _FOOT_MM) * POINTS
        page.saveState()
        clip = page.beginPath()
        clip.rect(left, low, self.wide_mm * POINTS, self.high_mm * POINTS)
        page.clipPath(clip, stroke=0, fill=0)
        page.setLineWidth(0.8)
        page.setStrokeColor(INK)
        for ring in self.shape.rings:
            first, *rest = [(left + y * POINTS, low + z * POINTS) for y, z in ring]
            path = page.beginPath()
            path.moveTo(*first)
            for at in rest:
                path.lineTo(*at)
            path.close()
            page.drawPath(path)
        for y, z, bore in self.shape.holes:
            x, up, r = left + y * POINTS, low + z * POINTS, bore / 2 * POINTS
            page.circle(x, up, r, stroke=1, fill=0)
            page.line(x - r - 4, up, x + r + 4, up)
            page.line(x, up - r - 4, x, up + r + 4)
        self._registration(left, low)
        page.restoreState()
        self._check_bar()
        self._crop_marks()
        for number, line in enumerate(self.words):
            write(page, (_BORDER_MM + _CHECK_MM + 6) * POINTS, (_BORDER_MM + 5) * POINTS - number * 9, line, 8)

    def _registration(self, left: float, low: float) -> None:
        """Crosses in the middle of each strip that two pages share: they come to lie on each other."""
        page, half = self.canv, _OVERLAP_MM / 2
        at = [
            (half, self.high_mm / 4) if self.joins[0] else None,
            (half, self.high_mm * 3 / 4) if self.joins[0] else None,
            (self.wide_mm - half, self.high_mm / 4) if self.joins[1] else None,
            (self.wide_mm - half, self.high_mm * 3 / 4) if self.joins[1] else None,
            (self.wide_mm / 4, half) if self.joins[2] else None,
            (self.wide_mm * 3 / 4, half) if self.joins[2] else None,
            (self.wide_mm / 4, self.high_mm - half) if self.joins[3] else None,
            (self.wide_mm * 3 / 4, self.high_mm - half) if self.joins[3] else None,
        ]
        page.setLineWidth(0.4)
        for place in at:
            if place is not None:
                x, z = left + place[0] * POINTS, low + place[1] * POINTS
                page.line(x - 8, z, x + 8, z)
                page.line(x, z - 8, x, z + 8)
                page.circle(x, z, 3, stroke=1, fill=0)

    def _check_bar(self) -> None:
        """The bar that must measure 100 mm."""
        page, y, left = self.canv, (_BORDER_MM + 3) * POINTS, _BORDER_MM * POINTS
        page.setStrokeColor(INK)
        page.setLineWidth(1)
        page.line(left, y, left + _CHECK_MM * POINTS, y)
        for end in (left, left + _CHECK_MM * POINTS):
            page.line(end, y - 4, end, y + 4)
        write(page, left, y + 6, self.check, 6)

    def _crop_marks(self) -> None:
        """At the tile's corners, six points each way."""
        page = self.canv
        page.setLineWidth(0.4)
        for x in (_BORDER_MM * POINTS, (_BORDER_MM + self.wide_mm) * POINTS):
            for z in ((_BORDER_MM + _FOOT_MM) * POINTS, (_BORDER_MM + _FOOT_MM + self.high_mm) * POINTS):
                page.line(x - 6, z, x + 6, z)
                page.line(x, z - 6, x, z + 6)
