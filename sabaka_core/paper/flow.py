"""What flows over a page beside paragraphs: drawings, their key, bookmarks; and the canvas that numbers the pages."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from reportlab.lib.colors import Color
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import Flowable, Paragraph

from sabaka_core.base.quantity import Quantity, Text
from sabaka_core.kit.drawing import Circle, Drawing, Polygon
from sabaka_core.kit.looks import looks
from sabaka_core.paper.letters import INK, width, write
from sabaka_core.paper.picture import WORDS, Picture

SOFT = Color(0.4, 0.43, 0.4)
Say = Callable[[Text | str | Quantity], str]
# The key's letters, the boxes that show a grey, what stands round them and from row to row [points].
_KEY, _BOX, _ROUND, _ROW = 7.0, (10.0, 6.5), (3.0, 11.0), 10.0
# From line to line of the contents [points].
_LINE = 11.5


class Pages(Canvas):  # type: ignore[misc] # the library has no types
    """A canvas that puts bookmarks, and words at the foot of every page, once it knows how many there are."""

    def __init__(self, *args: Any, foot: Callable[[Any, int, int], None], **settings: Any) -> None:
        super().__init__(*args, **settings)
        self._foot, self._states = foot, list[dict[str, Any]]()
        # Page, words and depth of each bookmark.
        self._marks: list[tuple[int, str, int]] = []
        # Page, left, top and width of a list of what is where, to be filled when that is known.
        self._contents: tuple[int, float, float, float] | None = None

    def mark(self, words: str, level: int) -> None:
        """A bookmark of this page."""
        self._marks.append((len(self._states), words, min(level, 1) if self._marks else 0))

    def contents(self, left: float, top: float, wide: float) -> None:
        """A list of what is where, from here down on this page [points]."""
        self._contents = (len(self._states), left, top, wide)

    def _fill_contents(self) -> None:
        assert self._contents is not None
        _, left, y, wide = self._contents
        for page, words, _ in self._marks[1:]:
            y -= _LINE
            write(self, left, y, words, _KEY + 1)
            write(self, left + wide, y, f"{page + 1}", _KEY + 1, anchor="end")
            self.linkRect("", f"mark-{self._marks.index((page, words, 1))}", (left, y - 2, left + wide, y + _LINE - 3))

    def showPage(self) -> None:  # noqa: N802 (the library's name)
        """Keeps the page till all are known."""
        self._states.append(dict(self.__dict__))
        self._startPage()

    def save(self) -> None:
        """Every page with its foot and its bookmarks."""
        states, marks = self._states, self._marks
        for number, state in enumerate(states):
            self.__dict__.update(state)
            for index, (page, words, level) in enumerate(marks):
                if page == number:
                    self.bookmarkPage(f"mark-{index}")
                    self.addOutlineEntry(words, f"mark-{index}", level, closed=False)
            if self._contents is not None and self._contents[0] == number:
                self._fill_contents()
            self._foot(self, number + 1, len(states))
            super().showPage()
        super().save()


class Words(Paragraph):  # type: ignore[misc] # the library has no types
    """A paragraph that is broken into lines once for each width: tables and what is kept together ask for it often."""

    def wrap(self, avail_width: float, avail_height: float) -> tuple[float, float]:
        """Room that it takes [points]."""
        known: tuple[float, tuple[float, float]] | None = getattr(self, "_known", None)
        if known is None or known[0] != avail_width or not hasattr(self, "blPara"):
            known = avail_width, super().wrap(avail_width, avail_height)
            self._known = known
        return known[1]


class Contents(Flowable):  # type: ignore[misc] # the library has no types
    """What is where: so many headings, each with its page."""

    def __init__(self, lines: int, wide: float) -> None:
        super().__init__()
        self._lines, self._wide = lines, wide

    def wrap(self, *_: float) -> tuple[float, float]:
        """A line for each [points]."""
        return self._wide, self._lines * _LINE + 4

    def draw(self) -> None:
        """Leaves its room to be filled when the pages are known."""
        x, y = self.canv.absolutePosition(0, self._lines * _LINE + 4)
        self.canv.contents(x, y, self._wide)


class Bookmark(Flowable):  # type: ignore[misc] # the library has no types
    """A bookmark of where it stands."""

    def __init__(self, words: str, level: int) -> None:
        super().__init__()
        self._words, self._level = words, level

    def wrap(self, *_: float) -> tuple[float, float]:
        """It takes no room."""
        return 0.0, 0.0

    def draw(self) -> None:
        """Sets it."""
        self.canv.mark(self._words, self._level)


class Pictured(Flowable):  # type: ignore[misc] # the library has no types
    """A drawing to scale, in greys: as wide and high as is said, or as what is left of the page."""

    def __init__(
        self, drawing: Drawing, say: Say, unread: str, room: tuple[float | None, float | None], least: float = 0.0
    ) -> None:
        super().__init__()
        self._drawing, self._say, self._unread, self._room, self._least = drawing, say, unread, room, least

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        """Its room [points]; none where less than the least is left."""
        self.width = self._room[0] or wide
        # What is left comes with the library's rounding.
        self.height = min(self._room[1] or high, high - 1e-3) if self._least else self._room[1] or high - 1e-3
        if self.height < self._least:
            self.height = 0.0
        return self.width, self.height

    def draw(self) -> None:
        """Puts it on the page."""
        if self.height:
            Picture(
                page=self.canv,
                write=lambda x, y, words, size=WORDS, *, anchor="start": write(
                    self.canv, x, y, self._say(words), size, anchor=anchor
                ),
                wide_of=lambda words: width(self._say(words), WORDS),
                unread=self._unread,
            ).draw(self._drawing, (0.0, self.height), (self.width, self.height))


class Key(Flowable):  # type: ignore[misc] # the library has no types
    """What the greys of drawings stand for, in one row or more."""

    def __init__(self, *drawings: Drawing) -> None:
        super().__init__()
        layers = {shape.layer for each in drawings for shape in each.shapes if isinstance(shape, Polygon | Circle)}
        self._named = [
            (look.grey or 1.0, look.name) for layer, look in looks().items() if layer in layers and look.name
        ]
        self._placed: list[tuple[float, int, float, str]] = []

    def wrap(self, wide: float, _: float) -> tuple[float, float]:
        """Its rows [points]."""
        x, row, self._placed = 0.0, 0, []
        for grey, name in self._named:
            long = _BOX[0] + sum(_ROUND) + width(name, _KEY)
            if x and x + long > wide:
                x, row = 0.0, row + 1
            self._placed.append((x, row, grey, name))
            x += long
        self.height = (row + 1) * _ROW + 5.0 if self._named else 0.0
        return wide, self.height

    def draw(self) -> None:
        """A box of each grey, and its name."""
        self.canv.setStrokeColor(INK)
        self.canv.setLineWidth(0.4)
        for x, row, grey, name in self._placed:
            y = self.height - (row + 1) * _ROW
            self.canv.setFillColorRGB(grey, grey, grey)
            self.canv.rect(x, y - 1, *_BOX, stroke=1, fill=1)
            write(self.canv, x + _BOX[0] + _ROUND[0], y, name, _KEY, colour=SOFT)
