"""The house's counts keep their ceilings, and a ceiling goes down with its count."""

from __future__ import annotations

from unittest import TestCase

from tests.house.counts import CEILINGS, COUNTS, WANTED


class Counted(TestCase):
    """Regression: what ``make house`` prints."""

    def test_no_count_is_over_its_ceiling(self) -> None:
        for name, count in COUNTS.items():
            with self.subTest(name):
                found = count()
                self.assertLessEqual(len(found), CEILINGS.get(name, WANTED.get(name, 0)), "\n".join(found[-20:]))

    def test_no_ceiling_is_higher_than_it_has_to_be(self) -> None:
        for name, ceiling in CEILINGS.items():
            with self.subTest(name):
                self.assertEqual(len(COUNTS[name]()), ceiling)
