"""A printed document: pages of the keeper's paper size with headings that are bookmarks, page numbers, and a key.

Every document of Sabaka's is written on one of these, in the keeper's measure; the PDF library breaks lines and pages.
"""

from __future__ import annotations

import io
from collections.abc import Iterable, Sequence
from functools import lru_cache, partial
from itertools import groupby
from typing import Any

from reportlab.lib.colors import Color, HexColor
from reportlab.lib.pagesizes import A4, letter
from reportlab.lib.styles import ParagraphStyle
from reportlab.platypus import (
    BaseDocTemplate,
    CondPageBreak,
    Flowable,
    Frame,
    HRFlowable,
    PageBreak,
    PageTemplate,
    Spacer,
    Table,
)

from sabaka_core.base.quantity import Quantity, Text, mm
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.kit.chapter import Line, Occasion
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.measure import PLAIN, ReadAs, told, written, written_quantity
from sabaka_core.kit.metrics import Metric
from sabaka_core.paper.chart import chart_drawing
from sabaka_core.paper.flow import SOFT, Bookmark, Contents, Key, Pages, Pictured, Words
from sabaka_core.paper.letters import INK, Family, first_face, runs, write

# A millimetre in points.
POINTS = 72 / 25.4
ERROR = Color(0.7, 0.2, 0.15)
# One to so many, as rules have it.
SCALES = (1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50)
_MARGIN, _FOOT, _LABEL = 16 * POINTS, 16 * POINTS, 34 * POINTS
_WHOLE = ((0, 0), (-1, -1))
# No drawing that fits the page's width is higher than so much of the page.
_PAGE = 0.7
# Between two columns of a grid [points].
_GUTTER = 16.0
# From line to line, of the size of the letters.
_LEADING = 1.22


@lru_cache(maxsize=64)
def _plain(size: float, colour: str) -> tuple[ParagraphStyle, Any]:
    """How a paragraph is set, and a piece of it to make others like: no markup has to be read for each."""
    style = ParagraphStyle(
        "", fontName=first_face(), fontSize=size, leading=size * _LEADING, textColor=HexColor(colour)
    )
    return style, Words("x", style).frags[0]


class Sheet:
    """A document under way: what is put on it stands one under the other.

    Args:
        hive: whose it is; its paper is the keeper's.
        what: what it is about, for title and foot.
        reading: in which measure, and how written.
        bare: whether pages have no margins, for what is at full size.
    """

    def __init__(self, hive: Hive, what: str, reading: ReadAs = PLAIN, bare: bool = False) -> None:
        building = hive.building or Building()
        self.name, self.what, self.reading = hive.name, what, reading
        self.size: tuple[float, float] = letter if building.sheet == "letter" else A4
        self._margin = 0.0 if bare else _MARGIN
        self.story: list[Flowable] = []

    @property
    def wide(self) -> float:
        """Room between the margins [points]."""
        return self.size[0] - 2 * self._margin

    def say(self, words: Text | str | Quantity) -> str:
        """Words in the keeper's measure."""
        if isinstance(words, Text):
            return written(words, *self.reading)
        return written_quantity(words, *self.reading) if isinstance(words, Quantity) else told(words, *self.reading)

    def sizes(self, *sizes_mm: float) -> str:
        """Lengths of one piece with the unit once: 327.3 × 22 mm."""
        said = [self.say(mm(size)).rsplit(" ", 1) for size in sizes_mm]
        return f"{' × '.join(number for number, _ in said)} {said[0][1]}" if said else ""

    def words(
        self,
        words: Text | str | Quantity,
        size: float = 8.0,
        *,
        family: Family = "archivo",
        bold: bool = False,
        colour: Color = INK,
    ) -> Words:
        """A paragraph in the keeper's measure."""
        style, plain = _plain(size, colour.hexval())
        pieces = [plain.clone(fontName=run.face, text=run.letters) for run in runs(self.say(words), family, bold)]
        return Words(None, style, frags=pieces or [plain.clone(text="")])

    def put(self, *flowables: Flowable, after: float = 0.0) -> None:
        """The next things, and so much room after them [points]."""
        self.story += [*flowables, *([Spacer(0, after)] if after else [])]

    def title(self, words: str, under: Text | str, size: float = 20.0) -> None:
        """The document's head: its name and a line under it."""
        self.mark(words, 0)
        self.put(self.words(words, size, family="piazzolla"), self.words(under, 9, colour=SOFT))
        self._rule(8)

    def errors(self, number: int, before: str) -> None:
        """That the design has errors, if it has."""
        if number:
            words = (
                f"The design has {number} error{'' if number == 1 else 's'}: mend "
                f"{'it' if number == 1 else 'them'} {before}."
            )
            self.put(self.words(words, 11, bold=True, colour=ERROR), after=4)

    def heading(self, words: str, room: float = 36.0) -> None:
        """A heading with its line, and a bookmark; on a new page where less room than that is left for it [points]."""
        self.need(room)
        self.mark(words, 1)
        self.put(Spacer(0, 5), self.words(words, 13, family="piazzolla"))
        self._rule(3)

    def mark(self, words: str, level: int) -> None:
        """A bookmark here."""
        self.put(Bookmark(self.say(words), level))

    def paragraph(self, label: Text | str | Quantity, words: Text | str, size: float = 8.0) -> None:
        """Text over as many lines as it takes, its label at the left."""
        row = [self.words(label, size, bold=True), self.words(words, size)]
        widths = (_LABEL, self.wide - _LABEL)
        self.put(_table([row], widths), after=2)

    def metrics(self, metrics: Iterable[Metric]) -> None:
        """Key numbers, group by group, each with its name."""
        for group, members in groupby(metrics, key=lambda each: each.group):
            words = (f"{each.label} {self.say(Quantity(value=each.value, unit=each.unit))}" for each in members)
            self.paragraph(group, "; ".join(words))

    def agenda(self, agenda: Iterable[Occasion], none: str) -> None:
        """What is done when; the day stands once."""
        put = False
        for occasion in agenda:
            for index, doing in enumerate(occasion.doings):
                title = f"{doing.title}. " if doing.title else ""
                self.paragraph(occasion.label if index == 0 else "", f"{title}{self.say(doing.words)}")
                put = True
        if not put:
            self.paragraph("", none)

    def lines(self, columns: Sequence[str], lines: Iterable[Line]) -> None:
        """Lines of a table, a paragraph each: its name, then each cell with its column's."""
        for line in lines:
            cells = zip(columns[1:], line.cells[1:], strict=False)
            said = ((column, self.say(cell)) for column, cell in cells)
            self.paragraph(line.cells[0], "; ".join(f"{column} {words}" for column, words in said if words))

    def findings(self, findings: Iterable[Finding], none: str = "") -> None:
        """What is wrong and why, errors marked."""
        put = False
        for each in findings:
            self.paragraph("!" if each.severity == "error" else "", f"{self.say(each.text)} {each.why}")
            put = True
        if none and not put:
            self.paragraph("", none)

    def need(self, high: float) -> None:
        """A new page where so much room is not left [points]."""
        self.put(CondPageBreak(high))

    def turn(self) -> None:
        """The next page."""
        self.put(PageBreak())

    def pictured(
        self, drawing: Drawing, high: float | None = None, wide: float | None = None, least: float = 0.0
    ) -> Pictured:
        """A drawing to scale, in greys, in so much room [points], or in what the page has left; not at all where that
        is less than the least."""
        return Pictured(
            drawing, self.say, "rule-in" if self.reading.measure == "mm" else "rule-mm", (wide, high), least
        )

    def scaled(self, drawing: Drawing, most_high: float) -> tuple[Pictured, int]:
        """A drawing at the largest scale that a rule reads which has room here, and that scale, one to so many.

        Args:
            most_high: how high it may be [points].
        """
        extent = drawing.extent
        wide, high = (
            POINTS * (b - a) for a, b in ((extent.left_mm, extent.right_mm), (extent.top_mm, extent.bottom_mm))
        )
        scale = next((s for s in SCALES if wide / s <= self.wide and high / s <= most_high), SCALES[-1])
        return self.pictured(drawing, high / scale, wide / scale), scale

    def fitted(self, drawing: Drawing) -> Pictured:
        """A drawing over the page's width, as high as that makes it, at most a page."""
        extent = drawing.extent
        share = (extent.bottom_mm - extent.top_mm) / max(extent.right_mm - extent.left_mm, 1.0)
        return self.pictured(drawing, min(self.wide * share, self.size[1] * _PAGE), self.wide)

    def table(self, columns: Sequence[str], rows: Sequence[Sequence[str]], shares: Sequence[float]) -> None:
        """Lines of cells under their columns' names, over as many pages as they take; widths as shares of the page."""
        head = [self.words(column, 7.5, colour=SOFT) for column in columns]
        body = [[self.words(cell, 8) for cell in row] for row in rows]
        lines: list[Any] = [("LINEBELOW", (0, 0), (-1, -1), 0.25, SOFT)]
        style = [("VALIGN", *_WHOLE, "TOP"), ("FONTNAME", *_WHOLE, first_face()), *lines]
        style += [(f"{side}PADDING", *_WHOLE, 1.5) for side in ("LEFT", "RIGHT", "TOP", "BOTTOM")]
        self.put(Table([head, *body], [self.wide * s for s in shares], style=style, repeatRows=1), after=6)

    def row(self, cells: Sequence[Any], widths: Sequence[float]) -> Table:
        """Cells beside each other, so wide each [points]."""
        return _table([list(cells)], widths)

    def contents(self, lines: int) -> None:
        """What is where, at half the page's width."""
        self.put(Contents(lines, self.wide / 2), after=4)

    def rule(self, after: float) -> HRFlowable:
        """A line over the page's width."""
        return HRFlowable(width="100%", thickness=0.8, color=INK, spaceBefore=2, spaceAfter=after)

    def pair(self, label: Text | str, words: Text | str, indent: float = 70.0, size: float = 8.0) -> Table:
        """A name and what is said of it, in a column [points]."""
        return Table(
            [[self.words(label, size, colour=SOFT), self.words(words, size)]],
            (indent, None),
            style=[
                ("VALIGN", *_WHOLE, "TOP"),
                ("FONTNAME", *_WHOLE, first_face()),
                *((f"{side}PADDING", *_WHOLE, 1) for side in ("LEFT", "RIGHT", "TOP", "BOTTOM")),
            ],
        )

    def pictures(self, high: float, *drawings: Drawing) -> None:
        """Drawings side by side, so high [points]."""
        wide = self.wide / max(len(drawings), 1)
        row = [self.pictured(drawing, high, wide - (4 if len(drawings) > 1 else 0)) for drawing in drawings]
        if row:
            self.put(_table([row], [wide] * len(row)), after=4)

    def grid(self, cells: list[list[Flowable]], columns: int, high: float) -> None:
        """Cells in rows so high [points], over as many pages as they take."""
        rows = [cells[at : at + columns] for at in range(0, len(cells), columns)]
        if rows:
            rows[-1] += [[]] * (columns - len(rows[-1]))
            apart = [[each for cell in row for each in (cell, [])][:-1] for row in rows]
            wide = [(self.wide - _GUTTER * (columns - 1)) / columns, _GUTTER] * columns
            self.put(_table(apart, wide[:-1], [high] * len(rows)))

    def chart(self, chart: Chart, high: float) -> None:
        """A chart over the page's width, so high [points]."""
        self.put(chart_drawing(chart, self.wide, high, self.say), after=6)

    def key(self, *drawings: Drawing) -> None:
        """What the greys of drawings stand for."""
        self.put(Key(*drawings))

    def _rule(self, after: float) -> None:
        self.put(HRFlowable(width="100%", thickness=0.5, color=SOFT, spaceBefore=3, spaceAfter=after))

    def _foot(self, note: str, page: Any, number: int, pages: int) -> None:
        y = 10 * POINTS
        write(page, _MARGIN, y, f"{note} Sabaka." if note else "Sabaka.", 6.5, colour=SOFT)
        where = f"{self.name}: {self.what}, page {number} of {pages}"
        write(page, self.size[0] - _MARGIN, y, where, 6.5, colour=SOFT, anchor="end")

    def save(self, note: str = "") -> bytes:
        """The document, its pages numbered; ``note`` stands at the foot of each."""
        buffer = io.BytesIO()
        document = BaseDocTemplate(
            buffer,
            pagesize=self.size,
            title=f"{self.name}: {self.what}",
            subject=self.what,
            creator="Sabaka",
            lang="en",
            invariant=1,
            initialFontName=first_face(),
            displayDocTitle=True,
        )
        low = _FOOT if self._margin else 0.0
        high = self.size[1] - self._margin - low
        frame = Frame(self._margin, low, self.wide, high, 0, 0, 0, 0, "page")
        document.addPageTemplates(PageTemplate("page", [frame]))
        document.build(self.story, canvasmaker=partial(Pages, foot=partial(self._foot, note)))
        return buffer.getvalue()


def _table(rows: list[Any], widths: Sequence[float], heights: Sequence[float] | None = None) -> Table:
    """Rows without lines, cells at the top; a row that is higher than what is left goes on overleaf."""
    # The library sets a face for each cell, also where nothing is written in it.
    style: list[Any] = [("VALIGN", *_WHOLE, "TOP"), ("FONTNAME", *_WHOLE, first_face())]
    style += [(f"{side}PADDING", *_WHOLE, 0) for side in ("LEFT", "RIGHT", "TOP", "BOTTOM")]
    return Table(rows, widths, heights, style=style, splitInRow=0 if heights else 1)
