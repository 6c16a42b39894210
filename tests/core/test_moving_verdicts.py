"""Regression tests of verdicts on moving in that would have misled a keeper. Trade checks have no source."""

from __future__ import annotations

from unittest import TestCase

from sabaka_core.base.quantity import Text
from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import Moving
from sabaka_core.kit.dimension import Dimension
from sabaka_core.moving.find import WISHES, RankedWay, ways_for
from sabaka_core.moving.gaps import CheckedGap
from sabaka_core.moving.move import conversion_design
from tests.core.support import example, hive, said, table_of


def ranked(name: str, **moving: object) -> list[RankedWay]:
    return ways_for(hive(example(name)), Moving.model_validate(moving))[2]


def spacing(ways: list[RankedWay]) -> tuple[CheckedGap, tuple[str, ...]]:
    way = next(r.way for r in ways if r.way.id == "as-it-is")
    return next(gap for gap in way.gaps if gap.rule == "spacing"), way.bridged


class Spacing(TestCase):
    """Regression."""

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
        report = said(hive(document), "moving")
        gaps = [line.cells[0] for line in table_of(report, "gaps").lines]
        self.assertIn("Comb to comb", [gap.template for gap in gaps if isinstance(gap, Text)])
        self.assertTrue(table_of(report, "bridged").lines)


class Rank(TestCase):
    """Regression."""

    def test_10_combs_that_go_in_as_they_are_come_first_whatever_is_wished(self) -> None:
        """0 parts and 1 day; in a conversion box this once stood below “on end, lugs off”."""
        for name, standard in (
            ("long-shallow", "langstroth-medium"),
            ("tall-in-stack", "tall-one-piece"),
            ("side-by-side", "langstroth-deep"),
        ):
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


class ConversionBoxes(TestCase):
    """Regression: drawing, design and parts of the conversion box agree, with whole-length and half-length spacers."""

    def box(self, spacers: str) -> tuple[Hive, Moving]:
        boxes = [
            {
                "name": "shallow",
                "across_mm": 466.725,
                "along_mm": 374.65,
                "height_mm": 144.4625,
                "rest_depth_mm": 15.875,
                "rest_width_mm": 9.525,
            },
            {
                "name": "deep",
                "across_mm": 466.725,
                "along_mm": 374.65,
                "height_mm": 244.475,
                "rest_depth_mm": 19.05,
                "rest_width_mm": 9.525,
            },
        ]
        document = example("deep-horizontal")
        chamber = document["chambers"][0]
        chamber["section"] = {"kind": "rectangle", "width_mm": 349.25, "height_mm": 434.975}
        chamber["litter"] = {"kind": "none"}
        moving = Moving.model_validate({"boxes": boxes, "spacers": spacers, "way": "parallel-box", "count": 4})
        return hive(document).model_copy(update={"moving": moving}), moving

    def test_27_the_floor_filler_is_as_high_as_by_hand(self) -> None:
        """Trade check: net base + lower box − rest depth: 55.56 + 144.46 − 19.05 = 181.0 (7 1/8 in)."""
        design, moving = self.box("full")
        way = next(r.way for r in ways_for(design, moving)[2] if r.way.id == "parallel-box")
        filler = next(p for p in way.parts if p.name == "Floor filler")
        self.assertAlmostEqual(filler.sizes_mm[2], 181.0, delta=0.06)

    def test_27_spacers_filler_drawing_and_design_agree(self) -> None:
        for spacers, stretch in (("full", 374.65), ("half", 374.65 / 2)):
            design, moving = self.box(spacers)
            way = next(r.way for r in ways_for(design, moving)[2] if r.way.id == "parallel-box")
            long = next(p for p in way.parts if p.name == "Spacer box").sizes_mm[0]
            filler = next(p for p in way.parts if p.name == "Floor filler").sizes_mm[1]
            plan = said(design, "moving").drawings["move-plan"]
            drawn = next(s for s in plan.shapes if isinstance(s, Dimension) and s.name == "Spacer, long")
            lined = conversion_design(design).chambers[0].linings[0]
            with self.subTest(spacers):
                self.assertAlmostEqual(long, stretch - 2 * 1.5875, delta=0.06)
                self.assertAlmostEqual(filler, long, delta=0.06)
                self.assertAlmostEqual(drawn.quantity.value, long, delta=0.06)
                self.assertAlmostEqual(lined.to_mm - lined.from_mm, stretch, delta=0.06)
