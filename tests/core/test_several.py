"""Up to four designs side by side."""

from __future__ import annotations

import io
from unittest import TestCase

from pypdf import PdfReader

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.quantity import Text, unit_rows
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.paper.side_by_side import side_by_side_page
from sabaka_core.show.several import STEPS, Side, side_by_side
from sabaka_core.show.study import chapter
from tests.core.support import opened

NAMES = ("bowline", "granny", "tree-cavity")


def sides(*names: str) -> list[Side]:
    return [Side(name, Context(opened(name))) for name in names]


class SideBySide(TestCase):
    """Hand."""

    def test_every_number_of_a_column_is_its_designs_own(self) -> None:
        said = side_by_side(sides(*NAMES))
        for column, name in enumerate(NAMES, 1):
            for table in said.tables:
                own = chapter(Context(opened(name)), table.key, Asked(parts=("numbers",))).metrics
                for line in table.lines:
                    cell = line.cells[column]
                    value = cell.values.get("n") if isinstance(cell, Text) else cell
                    with self.subTest(name, key=line.key):
                        metric = own.get(line.key)
                        self.assertEqual(None if value is None else value.value, metric and metric.value)

    def test_what_reads_otherwise_than_in_the_first_is_marked_and_nothing_else(self) -> None:
        for table in side_by_side(sides(*NAMES)).tables:
            for line in table.lines:
                numbers = [
                    cell.values["n"] if isinstance(cell, Text) and cell.values else cell for cell in line.cells[1:]
                ]
                for cell, number in zip(line.cells[1:], numbers, strict=True):
                    first = numbers[0]
                    if isinstance(number, Text) or isinstance(first, Text):
                        self.assertNotIn("▲", str(cell))
                        continue
                    digits = unit_rows()[number.unit][0]
                    reads = [round(each.value, digits) for each in (number, first)]
                    sign = "▲" if reads[0] > reads[1] else "▼" if reads[0] < reads[1] else ""
                    with self.subTest(line.key):
                        self.assertEqual(cell.template[:1] if isinstance(cell, Text) else "", sign)
        self.assertFalse("▲" in str(side_by_side(sides("bowline", "bowline")).tables))

    def test_drawings_have_one_scale(self) -> None:
        """In boxes of one size, drawings of one extent are drawn to one scale; hives stand on one line."""
        said = side_by_side(sides(*NAMES))
        for kind in ("section", "along"):
            boxes = [said.drawings[f"{kind}-{index}"].extent for index in (1, 2, 3)]
            self.assertEqual(len({round(box.right_mm - box.left_mm, 6) for box in boxes}), 1)
            self.assertEqual(len({round(box.bottom_mm - box.top_mm, 6) for box in boxes}), 1)

    def test_two_to_four(self) -> None:
        for many in (1, 5):
            with self.assertRaises(ParameterError):
                side_by_side(sides(*["bowline"] * many))
        heard: list[float] = []
        side_by_side(sides("bowline", "granny"), heard.append)
        self.assertEqual(heard, [0.5, 1.0])

    def test_on_paper_every_line_but_the_hidden_ones(self) -> None:
        """Independent reader: pypdf."""
        page = side_by_side_page(sides("bowline", "granny"), hidden={"winter.honey_kg"})
        words = " ".join(part.extract_text() for part in PdfReader(io.BytesIO(page)).pages)
        for title in STEPS.values():
            self.assertIn(title, words)
        self.assertIn("Honey in a full comb", words)
        self.assertIn("(less)", words)
        self.assertNotIn("Honey burnt over the winter", words)
        self.assertNotIn("▲", words)
