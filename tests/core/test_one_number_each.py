"""Regression tests: one mass for every screen, one row for every limit of the trade."""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path
from unittest import TestCase

import sabaka_core
from sabaka_core import build_report
from sabaka_core.document.load import load_hive
from sabaka_core.hive.whole import whole
from sabaka_core.kit.tables import practice
from sabaka_core.show.numbers import key_numbers, metrics
from sabaka_core.woodwork.masses import empty_kg, lid_kg
from tests.core.support import EXAMPLES, column, compared, said, table_of

CORE = Path(sabaka_core.__file__).parent
# Numbers that are no limit of the trade: signs, halves, tolerances of sums, and what a scale is made of.
_PLAIN = {0, 1, 2, -1, 0.5, 90, 180, 360}


def numbers_judged(source: str) -> Iterator[str]:
    """Places where a verdict (``good=``) or a severity compares with a number written in the code."""
    for node in ast.walk(ast.parse(source)):
        if not isinstance(node, ast.keyword) or node.arg not in ("good", "severity", "over", "steady", "possible"):
            continue
        for each in ast.walk(node.value):
            if isinstance(each, ast.Compare):
                for side in (each.left, *each.comparators):
                    if (
                        isinstance(side, ast.Constant)
                        and isinstance(side.value, int | float)
                        and side.value not in _PLAIN
                    ):
                        yield f"line {each.lineno}: {side.value}"


class Masses(TestCase):
    """Regression."""

    def test_14_one_hive_has_one_mass_on_every_screen(self) -> None:
        """The lid was counted twice in Lift: 57.6 against 45.7 kg for one hive."""
        for path in sorted(EXAMPLES.glob("*.json")):
            design = load_hive(path.read_bytes())
            measured = {key: metric.value for key, metric in build_report(design).metrics.items()}
            *_, empty, full = column(said(design, "lifting"), "loads", "weighs")
            beside = compared(design, design)
            rows = dict(
                zip(
                    (line.key for line in table_of(beside, "beside").lines),
                    column(beside, "beside", design.name),
                    strict=True,
                )
            )
            with self.subTest(path.stem):
                self.assertAlmostEqual(measured["hive.empty_kg"], empty, places=9)
                self.assertAlmostEqual(measured["hive.full_kg"], full, places=9)
                self.assertAlmostEqual(measured["hive.empty_kg"], rows["Hive, empty"], places=9)
                self.assertAlmostEqual(measured["hive.full_kg"], rows["Hive, full of honey"], places=9)
                self.assertAlmostEqual(
                    measured["hive.full_kg"] - measured["hive.empty_kg"], measured["hive.honey_kg"], places=9
                )

    def test_14_the_lid_is_in_it_once(self) -> None:
        """Hand: without roof and covers a hive is lighter by its lid and nothing else."""
        design = load_hive((EXAMPLES / "bowline.json").read_bytes())
        bare = design.model_copy(update={"roof": None, "covers": ()})
        with_lid, without = whole(design), whole(bare)
        self.assertAlmostEqual(empty_kg(with_lid) - empty_kg(without), lid_kg(with_lid) - lid_kg(without), places=9)
        self.assertGreater(lid_kg(with_lid), 1.0)


class Limits(TestCase):
    """Regression."""

    def test_15_no_verdict_compares_with_a_number_in_the_code(self) -> None:
        found = {path.name: list(numbers_judged(path.read_text("utf-8"))) for path in sorted(CORE.rglob("*.py"))}
        self.assertEqual({name: places for name, places in found.items() if places}, {})

    def test_15_the_check_sees_one(self) -> None:
        self.assertEqual(
            list(numbers_judged("f(good=lean >= 15.0)\ng(good=lean >= row.number, index=x > 3.5)")), ["line 1: 15.0"]
        )

    def test_15_limits_that_stood_in_code_are_rows_with_unit_mark_and_reason(self) -> None:
        for key in (
            "tipping",
            "comb_to_lift",
            "lid_to_lift",
            "lid_force",
            "hive_to_move",
            "laying_short",
            "stores_least",
            "winter_month",
            "winter_whole",
            "brooding_weather",
            "visit_weather",
            "contract_below",
            "queen_gap",
            "wall_boards",
            "side_height",
        ):
            row = practice(key)
            with self.subTest(key):
                self.assertTrue(row.unit and row.why and row.source.mark)


class KeyNumbers(TestCase):
    """Regression."""

    def test_what_is_answered_to_a_keystroke_is_what_stands_first_of_all_numbers(self) -> None:
        for path in sorted(EXAMPLES.rglob("*.json")):
            hive = whole(load_hive(path.read_bytes()))
            for chamber in hive.chambers:
                with self.subTest(path.stem, chamber=chamber.chamber.id):
                    first = {key: each for key, each in metrics(chamber, hive).items() if each.headline}
                    self.assertEqual(key_numbers(chamber, hive), first)
