"""Regression tests of verdicts on moving in that would have misled a keeper. Trade checks have no source."""

from __future__ import annotations

from unittest import TestCase

from sabaka_core.document.moving import Moving
from sabaka_core.moving.find import WISHES, Ranked, ways_for
from sabaka_core.moving.gaps import Gap
from sabaka_core.moving.report import moving_report
from tests.core.support import example, hive


def ranked(name: str, **moving: object) -> list[Ranked]:
    return ways_for(hive(example(name)), Moving.model_validate(moving))[2]


def spacing(ways: list[Ranked]) -> tuple[Gap, tuple[str, ...]]:
    way = next(r.way for r in ways if r.way.id == "as-it-is")
    return next(gap for gap in way.gaps if gap.rule == "spacing"), way.bridged


class Spacing(TestCase):
    BARS = {"bees": "bars", "bar_long_mm": 485.0, "comb_wide_mm": 380.0, "comb_high_mm": 220.0, "count": 4}

    def test_7_bars_of_another_width_among_touching_bars_are_a_finding_with_its_ways_out(self) -> None:
        """28 and 33 mm bars among bars of 35 mm: the run doesn’t close, or combs stand too near."""
        for wide, wrong, strip in ((28.0, True, "7.0 mm"), (33.0, True, "2.0 mm"), (35.0, False, ""), (41.0, True, "")):
            gap, ways_out = spacing(ranked("sloped-top-bar", **self.BARS, bar_wide_mm=wide))
            with self.subTest(wide):
                self.assertEqual(gap.verdict, "bridged" if wrong else "right")
                said = " ".join(ways_out)
                self.assertEqual("shake the bees off and leave them out" in said, wrong)
                self.assertEqual("honey end" in said, wrong)
                self.assertEqual(f"strip of {strip}" in said, bool(strip))

    def test_7_combs_too_near_say_so(self) -> None:
        gap, _ = spacing(ranked("sloped-top-bar", **self.BARS, bar_wide_mm=28.0))
        self.assertIn("a comb and its passage take 31", gap.words)

    def test_7_frames_hang_as_far_apart_as_their_keeper_puts_them(self) -> None:
        gap, ways_out = spacing(ranked("long-shallow", standard="langstroth-medium"))
        self.assertEqual((gap.verdict, ways_out), ("right", ()))

    def test_7_the_screen_hears_of_it(self) -> None:
        document = example("sloped-top-bar") | {"moving": {**self.BARS, "bar_wide_mm": 28.0, "way": "as-it-is"}}
        report = moving_report(hive(document))
        way = next(w for w in report.ways if w.id == "as-it-is")
        self.assertIn(
            "spacing",
            " ".join(gap.label.lower() for gap in way.gaps)
            + " spacing" * any(g.label == "Comb to comb" for g in way.gaps),
        )
        self.assertTrue(way.bridged)


class Rank(TestCase):
    def test_10_combs_that_go_in_as_they_are_come_first_whatever_is_wished(self) -> None:
        """0 parts and 1 day; in a conversion box this once stood below “on end, lugs off”."""
        for name, standard in (
            ("long-shallow", "langstroth-medium"), ("tall-in-stack", "tall-one-piece"), ("side-by-side", "langstroth-deep"),
        ):  # fmt: skip
            for wish in WISHES:
                first = ranked(name, standard=standard, wish=wish)
                with self.subTest(name, wish=wish):
                    self.assertEqual(first[0].way.id, "as-it-is")
                    self.assertEqual((first[0].way.pieces, first[0].way.days), (0, 1))
                    self.assertIn("as they are", first[0].why)

    def test_10_a_conversion_box_takes_its_old_frames_as_they_are(self) -> None:
        first = ranked("conversion-box", standard="langstroth-deep")
        self.assertEqual((first[0].way.id, first[0].way.pieces, first[0].way.days), ("as-it-is", 0, 1))

    def test_10_what_doesnt_fit_as_it_is_isnt_put_first(self) -> None:
        first = ranked("deep-horizontal", standard="langstroth-deep")
        self.assertNotEqual(first[0].way.id, "as-it-is")
