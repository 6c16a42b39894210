"""The winter by the keeper's own numbers: his days, his millimetres, the honey that he felt on each comb."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core import Hive
from sabaka_core.base.errors import ParameterError
from sabaka_core.hive.context import Context
from sabaka_core.show.study import chapter
from sabaka_core.winter.asked import nest_in
from sabaka_core.winter.nest import WinterNest
from tests.core.support import opened
from tests.core.test_layers import do


def shut_in(first: str = "11-01", last: str = "03-31", *felt: int) -> Hive:
    """Narrow-deep frames of 386 mm of comb, the bees shut in from one day to another."""
    days: list[dict[str, Any]] = [
        {"do": "set", "path": "/wintering/first_day", "text": first},
        {"do": "set", "path": "/wintering/last_day", "text": last},
    ]
    feels = [{"do": "feel-comb", "comb": comb, "text": str(mm)} for comb, mm in enumerate(felt)]
    return do(opened("deep-horizontal"), *days, *feels)


def nest(hive: Hive) -> WinterNest:
    return Context(hive).once(nest_in)


TEN = {"do": "set", "path": "/wintering/combs", "text": "10"}


class Sum(TestCase):
    """Trade check: from 1 November to 31 March 151 days × 1 mm + 250 mm = 401 mm, against 386 mm of comb."""

    def test_worked_as_the_keeper_works_it(self) -> None:
        found = nest(shut_in())
        self.assertEqual((found.days, found.band_mm, found.least_comb_mm), (151, 151.0, 401.0))
        self.assertAlmostEqual(found.comb_mm, 385.8, delta=0.1)
        self.assertAlmostEqual(found.short_mm, 15.2, delta=0.1)
        self.assertEqual(found.short_days, 16)

    def test_the_answer_says_by_how_much_and_what_follows(self) -> None:
        finding = next(f for f in chapter(Context(shut_in()), "winter").findings if f.code == "cannot-climb")
        self.assertIn("151 days", finding.text.template)
        self.assertIn("the last 16 days", finding.text.template)
        self.assertIn("mild day", finding.why)

    def test_days_of_ones_own_leave_what_is_burnt_to_the_model(self) -> None:
        """Regression: honey burnt was told by the typed days, and was less than what the stores were held against."""
        own, model = (chapter(Context(hive), "winter").metrics for hive in (shut_in(), opened("deep-horizontal")))
        for key in ("winter.honey_kg", "winter.days"):
            self.assertAlmostEqual(own[key].value, model[key].value)

    def test_a_shorter_winter_is_climbed(self) -> None:
        self.assertEqual(nest(shut_in("11-15", "03-15")).short_mm, 0.0)
        codes = {f.code for f in chapter(Context(shut_in("11-15", "03-15")), "winter").findings}
        self.assertNotIn("cannot-climb", codes)

    def test_one_day_alone_leaves_it_to_the_climate(self) -> None:
        half = do(opened("deep-horizontal"), {"do": "set", "path": "/wintering/first_day", "text": "11-01"})
        self.assertEqual(nest(half).days, nest(opened("deep-horizontal")).days)

    def test_shallow_combs_are_told_to_winter_along_the_run(self) -> None:
        finding = next(f for f in chapter(Context(opened("bowline")), "winter").findings if f.code == "cannot-climb")
        self.assertIn("stores on one side", finding.why)


class Felt(TestCase):
    """Trade check: a comb with under five sixths of the band goes out: of 151 mm, under 125.8."""

    def test_stay_or_out(self) -> None:
        verdicts = [comb.verdict for comb in nest(shut_in("11-01", "03-31", 140, 126, 125, 151, 60)).combs]
        self.assertEqual(verdicts[:3], ["stay", "stay", "move out"])

    def test_a_full_one_beside_changes_places_with_an_empty_one_inside(self) -> None:
        long = do(shut_in("11-01", "03-31", *(140, 90, 140, 140, 140, 140, 140, 140, 150, 140)), TEN)
        combs = nest(long).combs
        inward = [comb.number for comb in combs if comb.verdict == "swap inward"]
        self.assertEqual(inward, [9])
        self.assertEqual([comb.number for comb in combs if comb.verdict == "move out"], [2])

    def test_forgotten_again(self) -> None:
        felt = shut_in("11-01", "03-31", 140, 90)
        assert felt.wintering is not None
        self.assertEqual(felt.wintering.felt_mm, (140.0, 90.0))
        plain = do(felt, {"do": "forget-felt"})
        self.assertEqual(nest(plain).combs, nest(shut_in()).combs)

    def test_no_depth_below_nothing(self) -> None:
        with self.assertRaises(ParameterError) as caught:
            do(opened("deep-horizontal"), {"do": "feel-comb", "comb": 2, "text": "-5"})
        self.assertEqual(caught.exception.field, "/wintering/felt_mm/2")


class BesideTheStack(TestCase):
    """Hand: a deep of 231.8 mm with 19.05 and 9.5 mm of bars holds 203.2 mm of comb; two of them are parted by a bottom
    bar, a bee space and a top bar, 38.1 mm."""

    def test_two_deeps(self) -> None:
        table = next(t for t in chapter(Context(shut_in()), "winter").tables if t.key == "stack")
        said = {line.key: [cell.value for cell in line.cells[1:]] for line in table.lines}  # type: ignore[union-attr]
        self.assertAlmostEqual(said["Comb to climb in"][1], 2 * 203.2, delta=0.2)
        self.assertAlmostEqual(said["Gap that bees must cross in the cold"][1], 38.1, delta=0.2)
        self.assertEqual(said["Gap that bees must cross in the cold"][0], 0.0)
        self.assertAlmostEqual(said["Short by"][0], 15.2, delta=0.1)
        self.assertEqual(said["Short by"][1], 0.0)
