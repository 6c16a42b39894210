"""Property tests: the first documents of a fixed series of ten thousand spoilt ones (tests/mutated.py).

``make mutations`` runs all of them, or a series that nobody has seen; ``make limits`` every field at every limit.
"""

from __future__ import annotations

from unittest import TestCase

from sabaka_core import validate_hive
from tests.core.support import example
from tests.limits import bounds_of, documents, with_bound
from tests.mutated import SEED, Outcome, attempted, examples, mutated, tried
from tests.mutated_files import written

EACH = 100
# So many limits apart are tried by the tests; all of them by ``make limits``.
APART = 163
WRITTEN = 6


class _Stretch:
    """Property: A stretch of the series: nothing but our own errors, sound numbers, and mends that can be clicked."""

    first: int

    def test_its_documents_go_through_everything(self) -> None:
        assert isinstance(self, TestCase)
        outcome = tried(SEED, range(self.first, self.first + EACH))
        self.assertEqual({what: found[0] for what, found in outcome.trouble.items()}, {})
        self.assertGreater(outcome.counts["opened"], EACH // 3, "too few of them open: the series tries nothing")
        self.assertGreater(outcome.counts["mends"], 0)


class First(_Stretch, TestCase):
    first = 0


class Second(_Stretch, TestCase):
    first = EACH


class Third(_Stretch, TestCase):
    first = 2 * EACH


class Fourth(_Stretch, TestCase):
    first = 3 * EACH


class AtTheirLimits(TestCase):
    """Property."""

    def test_fields_at_their_limits_go_through_everything(self) -> None:
        outcome, tries = Outcome(), 0
        every = [(document, bound) for document, bounds in documents() for bound in bounds]
        for number in range(0, len(every), APART):
            attempted(outcome, number, with_bound(*every[number]))
            tries += 1
        self.assertEqual({what: every[found[0][0]][1] for what, found in outcome.trouble.items()}, {})
        self.assertGreater(outcome.counts["opened"], tries * 2 // 3, "too few of them open")

    def test_every_file_of_them_is_written_and_read_back(self) -> None:
        """Independent reader: pypdf, icalendar, zipfile and an XML parser."""
        outcome = Outcome()
        every = [(document, bound) for document, bounds in documents() for bound in bounds]
        for number in range(0, len(every), len(every) // WRITTEN):
            written(outcome, number, with_bound(*every[number]))
        self.assertEqual({what: every[found[0][0]][1] for what, found in outcome.trouble.items()}, {})
        self.assertGreater(outcome.counts["workshop"], WRITTEN // 2)

    def test_a_fields_limits_are_those_of_its_type_and_of_its_row(self) -> None:
        """Hand: a cover's thickness from 0 to the 1,500 mm of its row, each kind of cover but its own."""
        document = example("bowline")
        document["covers"] = [{"kind": "boards", "thickness_mm": 20.0}]
        bounds = list(bounds_of(validate_hive(document)))
        of = {name: {b.value for b in bounds if b.path == ("covers", 0, name)} for name in ("kind", "thickness_mm")}
        self.assertEqual(of, {"kind": {"bars", "slats", "cloth", "screen"}, "thickness_mm": {0.0, 1500.0}})


class TheSeries(TestCase):
    """Property."""

    def test_a_document_is_known_by_its_number(self) -> None:
        self.assertEqual(mutated(1, 7, examples()), mutated(1, 7, examples()))
        self.assertNotEqual(mutated(1, 7, examples()), mutated(2, 7, examples()))
