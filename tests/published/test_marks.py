"""Tests against something outside that don't stand in the table are marked, and counted by kind."""

from __future__ import annotations

from collections import Counter
from unittest import TestCase

from tests.published.marks import asked, marked, modules


class Marked(TestCase):
    """House."""

    def test_so_many_of_each_kind(self) -> None:
        """Counted on each run; fewer than this means that some were lost."""
        counts = Counter(kind for _, _, kind in marked())
        for kind, least in {"library": 30, "memory": 4, "trade": 24, "geometry": 15}.items():
            with self.subTest(kind, found=counts[kind]):
                self.assertGreaterEqual(counts[kind], least)

    def test_a_file_that_asks_an_outside_library_marks_where(self) -> None:
        with_marks = {file for file, _, _ in marked()}
        for file, tree in modules():
            if asked(tree) and not file.startswith(("published", "browser")):
                with self.subTest(file, libraries=sorted(asked(tree))):
                    self.assertIn(file, with_marks)
