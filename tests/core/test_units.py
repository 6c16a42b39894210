"""Lengths as keepers write them, against an independent unit library."""

from __future__ import annotations

from fractions import Fraction
from unittest import TestCase

import pint
from hypothesis import given
from hypothesis import strategies as st

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.units import parse_angle, parse_length, parse_number

UREG = pint.UnitRegistry()


class LengthsAgainstPint(TestCase):
    """Reference library: pint converts the same amounts by its own definitions."""

    @given(st.integers(0, 200), st.integers(0, 15), st.sampled_from([2, 4, 8, 16, 32]))
    def test_inch_fractions(self, whole: int, top: int, bottom: int) -> None:
        written = f"{whole} {top}/{bottom} in"
        expected = (UREG.Quantity(Fraction(whole) + Fraction(top, bottom), "inch")).to("mm").magnitude
        self.assertAlmostEqual(parse_length(written), float(expected), places=9)

    @given(st.decimals(0, 5000, places=2), st.sampled_from(["mm", "cm", "m", "in", "ft"]))
    def test_decimals_with_units(self, amount, unit: str) -> None:  # type: ignore[no-untyped-def]
        expected = UREG.Quantity(float(amount), unit).to("mm").magnitude
        self.assertAlmostEqual(parse_length(f"{amount}{unit}"), expected, delta=1e-6 * max(1.0, expected))

    def test_feet_and_inches_together(self) -> None:
        expected = (UREG.Quantity(2, "ft") + UREG.Quantity(3.5, "inch")).to("mm").magnitude
        for written in ("2 ft 3 1/2 in", "2' 3 1/2\"", "2ft 3.5in", "2′ 3½″", "2 ft 3 1/2"):
            with self.subTest(written):
                self.assertAlmostEqual(parse_length(written), expected)


class WaysOfWriting(TestCase):
    """Reference library."""

    def test_the_default_unit_applies_to_bare_numbers(self) -> None:
        self.assertEqual(parse_length("364"), 364.0)
        self.assertAlmostEqual(parse_length("14 5/16", "in"), 363.5375)
        self.assertAlmostEqual(parse_length('14-5/16"'), 363.5375)
        self.assertAlmostEqual(parse_length("364 mm", "in"), 364.0)

    def test_a_decimal_comma_is_taken_and_a_doubtful_one_asked_about(self) -> None:
        self.assertEqual(parse_length("12,5"), 12.5)
        self.assertRefused("1,180", "ambiguous")

    def test_what_is_no_length_is_refused_with_a_reason(self) -> None:
        for written, code in (
            ("", "empty"),
            ("   ", "empty"),
            ("wide", "not-a-length"),
            ("1/0", "divide-by-zero"),
            ("5 1/0 in", "divide-by-zero"),
            ("nan", "not-a-length"),
            ("inf", "not-a-length"),
            ("1e999", "unknown-unit"),
            ("12 furlongs", "unknown-unit"),
            ("3 in 2 ft", "not-a-length"),
            ("12 12", "not-a-length"),
            ("9" * 50, "too-long"),
            ("<script>", "not-a-length"),
        ):
            with self.subTest(written):
                self.assertRefused(written, code)

    def test_signs_pass_for_the_document_to_judge(self) -> None:
        self.assertEqual(parse_length("-5"), -5.0)
        self.assertEqual(parse_length("−5 mm"), -5.0)

    def test_angles_and_numbers(self) -> None:
        self.assertEqual(parse_angle("22 1/2°"), 22.5)
        self.assertEqual(parse_angle("-4 deg"), -4.0)
        self.assertEqual(parse_number("7.5"), 7.5)
        for read in (parse_angle, parse_number):
            with self.assertRaises(ParameterError):
                read("12 mm")

    def assertRefused(self, written: str, code: str) -> None:
        with self.assertRaises(ParameterError) as caught:
            parse_length(written, field="/chambers/0/length_mm")
        self.assertEqual(caught.exception.code, code)
        self.assertEqual(caught.exception.field, "/chambers/0/length_mm")
