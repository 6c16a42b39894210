"""A printed document: pages of the keeper's paper size with headings that are bookmarks, page numbers, and a key.

Every document of Sabaka's is written on one of these, in the keeper's measure.
"""

from __future__ import annotations

import io
from collections.abc import Iterable
from itertools import groupby
from typing import Any

from reportlab.graphics import renderPDF
from reportlab.lib.colors import Color
from reportlab.lib.pagesizes import A4, letter
from reportlab.pdfgen.canvas import Canvas

from sabaka_core.base.quantity import Quantity, Text, mm
from sabaka_core.document.building import Building
from sabaka_core.document.hive import Hive
from sabaka_core.kit.chapter import Occasion
from sabaka_core.kit.chart import Chart
from sabaka_core.kit.drawing import Circle, Drawing, Polygon
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.looks import looks
from sabaka_core.kit.measure import Measure, told, written, written_quantity
from sabaka_core.kit.metrics import Metric
from sabaka_core.paper.chart import chart_drawing
from sabaka_core.paper.letters import BOX, Family, first_face, runs, width, wrapped
from sabaka_core.paper.picture import WORDS, Picture

# A millimetre in points.
POINTS = 72 / 25.4
INK, SOFT, ERROR = Color(0.12, 0.15, 0.13), Color(0.4, 0.43, 0.4), Color(0.7, 0.2, 0.15)
_MARGIN, _LABEL = 16 * POINTS, 34 * POINTS


class Sheet:
    """A document under way. ``y`` is where the next line goes [points]; sizes come from the paper."""

    def __init__(self, hive: Hive, what: str, measure: Measure = "mm") -> None:
        building = hive.building or Building()
        self.name, self.what, self.measure = hive.name, what, measure
        self.size: tuple[float, float] = letter if building.sheet == "letter" else A4
        self.left, self.right = _MARGIN, self.size[0] - _MARGIN
        self.top, self.foot = self.size[1] - _MARGIN, 14 * POINTS
        self.y = self.top
        self._buffer = io.BytesIO()
        self.canvas: Any = Canvas(
            self._buffer, pagesize=self.size, invariant=1, lang="en", initialFontName=first_face()
        )
        self.canvas.setTitle(f"{hive.name}: {what}")
        self.canvas.setSubject(what)
        self.canvas.setCreator("Sabaka")
        self.canvas.setViewerPreference("DisplayDocTitle", "true")
        self._pages: list[dict[str, Any]] = []
        # Page, words and depth of each bookmark: they are set when the pages are.
        self._marks: list[tuple[int, str, int]] = []

    @property
    def wide(self) -> float:
        """Room between the margins [points]."""
        return float(self.right - self.left)

    def say(self, words: Text | str | Quantity) -> str:
        """Words in the keeper's measure."""
        if isinstance(words, Text):
            return written(words, self.measure)
        return written_quantity(words, self.measure) if isinstance(words, Quantity) else told(words, self.measure)

    def sizes(self, *sizes_mm: float) -> str:
        """Lengths of one piece with the unit once: 327.3 × 22 mm."""
        said = [self.say(mm(size)).rsplit(" ", 1) for size in sizes_mm]
        return f"{' × '.join(number for number, _ in said)} {said[0][1]}" if said else ""

    def text(
        self,
        x: float,
        y: float,
        words: Text | str | Quantity,
        size: float = 8.0,
        *,
        family: Family = "archivo",
        bold: bool = False,
        colour: Color = INK,
        anchor: str = "start",
    ) -> None:
        """Words at a place [points], each letter in a face that has it."""
        said = self.say(words)
        x -= {"start": 0.0, "middle": width(said, size, family, bold) / 2, "end": width(said, size, family, bold)}[
            anchor
        ]
        self.canvas.setFillColor(colour)
        for run in runs(said, family, bold):
            if run.face:
                self.canvas.setFont(run.face, size)
                self.canvas.drawString(x, y, run.letters)
            else:
                self.canvas.setStrokeColor(colour)
                self.canvas.setLineWidth(0.5)
                for index in range(len(run.letters)):
                    self.canvas.rect(x + (index + 0.1) * BOX * size, y, BOX * size * 0.8, size * 0.7, stroke=1, fill=0)
            x += run.width(size)

    def title(self, words: str, under: Text | str, size: float = 20.0) -> None:
        """The document's head: its name and a line under it."""
        self.mark(words, 0)
        for each in wrapped(self.say(words), size, self.wide, "piazzolla"):
            self.y -= size * 0.85
            self.text(self.left, self.y, each, size, family="piazzolla")
        for each in wrapped(self.say(under), 9, self.wide):
            self.y -= 13
            self.text(self.left, self.y, each, 9, colour=SOFT)
        self._rule(self.y - 5)
        self.y -= 16

    def errors(self, number: int, before: str) -> None:
        """That the design has errors, if it has."""
        if number:
            words = (
                f"The design has {number} error{'' if number == 1 else 's'}: mend "
                f"{'it' if number == 1 else 'them'} {before}."
            )
            self.text(self.left, self.y, words, 11, bold=True, colour=ERROR)
            self.y -= 16

    def heading(self, words: str, room: float = 30.0) -> None:
        """A heading with its line, and a bookmark; on a new page where less room than that is left for it [points]."""
        self.need(room)
        self.mark(words, 1)
        self.y -= 17 if self.y < self.top else 11
        self.text(self.left, self.y, words, 13, family="piazzolla")
        self._rule(self.y - 4.5)
        self.y -= 8

    def mark(self, words: str, level: int) -> None:
        """A bookmark here."""
        self._marks.append((len(self._pages), self.say(words), min(level, 1) if self._marks else 0))

    def paragraph(self, label: Text | str | Quantity, words: Text | str, size: float = 8.0) -> None:
        """Text over as many lines as it takes, its label at the left; on a new page where it doesn't fit."""
        lines = wrapped(self.say(words), size, self.wide - _LABEL) or [""]
        named = wrapped(self.say(label), size, _LABEL - 4, bold=True)
        high = max(len(lines), len(named)) * size * 1.22 + 2
        self.need(min(high, 200))
        start = self.y
        for index, each in enumerate(named):
            self.text(self.left, start - (index + 1) * size * 1.22 + size * 0.3, each, size, bold=True)
        for each in lines:
            self.need(size * 1.22)
            self.y -= size * 1.22
            self.text(self.left + _LABEL, self.y + size * 0.3, each, size)
        self.y = min(self.y, start - len(named) * size * 1.22) - 2

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
        if self.y - high < self.foot + 6:
            self.turn()

    def turn(self) -> None:
        """The next page."""
        self._pages.append(dict(self.canvas.__dict__))
        self.canvas._startPage()
        self.y = self.top

    def picture(
        self, drawing: Drawing, high: float, left: float | None = None, wide: float | None = None, stretch: bool = False
    ) -> None:
        """A drawing to scale with its top at ``y``, in so much room [points], in greys; a chart may be
        stretched to it."""
        self.draw(
            drawing, self.left if left is None else left, self.y, self.wide if wide is None else wide, high, stretch
        )

    def draw(self, drawing: Drawing, left: float, top: float, wide: float, high: float, stretch: bool = False) -> None:
        """The same anywhere on the page."""
        picture = Picture(
            page=self.canvas,
            write=self.text,
            wide_of=lambda quantity: width(self.say(quantity), WORDS),
            unread="rule-in" if self.measure == "mm" else "rule-mm",
        )
        picture.draw(drawing, (left, top), (wide, high), stretch)

    def chart(self, chart: Chart, high: float) -> None:
        """A chart over the page’s width, so high [points]."""
        self.need(high)
        self.y -= high
        renderPDF.draw(chart_drawing(chart, self.wide, high, self.say), self.canvas, self.left, self.y)

    def key(self, *drawings: Drawing) -> None:
        """What the greys of drawings stand for, in one row or more."""
        layers = {shape.layer for each in drawings for shape in each.shapes if isinstance(shape, Polygon | Circle)}
        named = [(look.grey or 1.0, look.name) for layer, look in looks().items() if layer in layers and look.name]
        x = self.left
        self.need(14)
        self.y -= 9
        for grey, name in named:
            long = 14 + width(name, 7) + 10
            if x + long > self.right:
                self.need(12)
                x, self.y = self.left, self.y - 10
            self.canvas.setStrokeColor(INK)
            self.canvas.setLineWidth(0.4)
            self.canvas.setFillColorRGB(grey, grey, grey)
            self.canvas.rect(x, self.y - 1, 10, 6.5, stroke=1, fill=1)
            self.text(x + 13, self.y, name, 7, colour=SOFT)
            x += long
        self.y -= 6

    def _rule(self, y: float) -> None:
        self.canvas.setStrokeColor(SOFT)
        self.canvas.setLineWidth(0.5)
        self.canvas.line(self.left, y, self.right, y)

    def save(self, note: str = "") -> bytes:
        """The document, its pages numbered; ``note`` stands at the foot of each."""
        self.turn()
        for number, state in enumerate(self._pages, 1):
            self.canvas.__dict__.update(state)
            for index, (page, words, level) in enumerate(self._marks):
                if page == number - 1:
                    self.canvas.bookmarkPage(f"mark-{index}")
                    self.canvas.addOutlineEntry(words, f"mark-{index}", level, closed=False)
            foot = self.foot - 4 * POINTS
            self.text(self.left, foot, f"{note} Sabaka." if note else "Sabaka.", 6.5, colour=SOFT)
            where = f"{self.name}: {self.what}, page {number} of {len(self._pages)}"
            self.text(self.right, foot, where, 6.5, colour=SOFT, anchor="end")
            self.canvas.showPage()
        self.canvas.save()
        return self._buffer.getvalue()
