"""Templates at full size of end boards, followers and bevels, in tiles with a check bar and crop marks."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import ceil, radians, tan

from reportlab.platypus import Flowable

from sabaka_core.document.hive import Hive
from sabaka_core.kit.measure import FINEST, Measure
from sabaka_core.paper.letters import INK, write
from sabaka_core.paper.sheet import POINTS, Sheet
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.parts import Part

# Sizes in inches are rounded to this part of one.
INCHES: Measure = "in32"
FRACTION = FINEST[INCHES]
_CHECK_MM = 100.0
_BORDER_MM = 12.0
_FOOT_MM = 14.0
_GAUGE_MM = 150.0


def templates(hive: Hive, measure: Measure = "mm") -> bytes:
    """Templates at full size, in tiles with a check bar of 100 mm and crop marks.

    Raises:
        ParameterError: sizes that can't be built.
    """
    shown = list(_shown(parts_of_hive(hive)))
    sheet = Sheet(hive, "templates at full size", "mm" if measure == "mm" else INCHES, bare=bool(shown))
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
    for part in {round(p.bevel_deg, 1): p for p in parts if p.bevel_deg > 0.05}.values():
        # A gauge to set the saw by: the angle between its long edges is the tilt.
        across = _GAUGE_MM * tan(radians(part.bevel_deg))
        profile = ((0.0, 0.0), (across, _GAUGE_MM), (0.0, _GAUGE_MM))
        yield replace(part, name=f"Bevel gauge, {part.bevel_deg:.1f}°", profile=profile)


def _tiles(sheet: Sheet, part: Part) -> Iterator[_Tile]:
    """A part's outline at full size over as many pages as it takes."""
    wide, high = sheet.size[0] / POINTS - 2 * _BORDER_MM, sheet.size[1] / POINTS - 2 * _BORDER_MM - _FOOT_MM
    left, low = min(y for y, _ in part.profile), min(z for _, z in part.profile)
    outline = tuple((y - left, z - low) for y, z in part.profile)
    across = max(ceil(max(y for y, _ in outline) / wide - 1e-9), 1)
    down = max(ceil(max(z for _, z in outline) / high - 1e-9), 1)
    check = "check bar: " + (f"{_CHECK_MM:.0f} mm" if sheet.measure == "mm" else f"{_CHECK_MM / 25.4:.3f} in")
    for row in range(down):
        for column in range(across):
            where = f"tile {row * across + column + 1} of {across * down} (row {row + 1}, column {column + 1})"
            moved = tuple((y - column * wide, z - row * high) for y, z in outline)
            yield _Tile(moved, wide, high, (f"{part.name}, {where}.", "Print at 100 %."), check)


@dataclass
class _Tile(Flowable):  # type: ignore[misc] # the library has no types
    """One page of an outline.

    Attributes:
        outline: from the tile's lower left corner [mm].
        wide_mm, high_mm: what of it is on this page.
        words: which tile it is, in lines.
        check: what the check bar measures.
    """

    outline: tuple[tuple[float, float], ...]
    wide_mm: float
    high_mm: float
    words: tuple[str, ...]
    check: str

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
        first, *rest = [(left + y * POINTS, low + z * POINTS) for y, z in self.outline]
        path = page.beginPath()
        path.moveTo(*first)
        for at in rest:
            path.lineTo(*at)
        path.close()
        page.setLineWidth(0.8)
        page.setStrokeColor(INK)
        page.drawPath(path)
        page.restoreState()
        self._check_bar()
        self._crop_marks()
        for number, line in enumerate(self.words):
            write(page, (_BORDER_MM + _CHECK_MM + 6) * POINTS, (_BORDER_MM + 5) * POINTS - number * 9, line, 8)

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
