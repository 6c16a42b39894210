"""Property tests: the first documents of a fixed series of ten thousand spoilt ones (tests/mutated.py).

``make mutations`` runs all of them, or a series that nobody has seen.
"""

from __future__ import annotations

from unittest import TestCase

from tests.mutated import SEED, examples, mutated, tried

EACH = 120


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


class TheSeries(TestCase):
    """Property."""

    def test_a_document_is_known_by_its_number(self) -> None:
        self.assertEqual(mutated(1, 7, examples()), mutated(1, 7, examples()))
        self.assertNotEqual(mutated(1, 7, examples()), mutated(2, 7, examples()))
