"""Rules held to the trade: the foot of a follower, limits, upright walls."""

from __future__ import annotations

from unittest import TestCase

from sabaka_core.kit.tables import practice
from tests.core.support import chamber, example, sound
from tests.core.test_findings import Break, Document, bars, boards, check_mends, choices, entrance, far, findings, guide


class FollowerFootGap(TestCase):
    """Trade check: the rule stands in data/practice.toml: 9 to 19 mm, or none."""

    def test_its_ends(self) -> None:
        self.assertEqual(practice("follower_foot_gap").span, (9.0, 19.0))
        for gap, wrong in ((0.0, False), (8.9, True), (9.0, False), (19.0, False), (19.1, True)):
            with self.subTest(gap):
                document = sound()
                far(foot_gap_mm=gap)(document)
                self.assertEqual(bool(findings(document)), wrong)


class TradeLimits(TestCase):
    """Trade checks (no source): where each limit lies, told by designs on both sides of it."""

    def test_35_and_38_mm_bars_suit_their_schools(self) -> None:
        for bees, width, wrong in (
            ("european", 35.0, False),
            ("wide", 35.0, True),
            ("wide", 38.0, False),
            ("european", 38.0, True),
        ):
            with self.subTest(bees, width=width):
                document = sound()
                choices(bees=bees)(document)
                for bar in document["comb_types"]:
                    bar["width_mm"] = width
                self.assertEqual("spacing-odd:brood" in {f.id for f in findings(document)}, wrong)

    def test_an_end_wall_entrance_before_a_near_follower_leads_nowhere(self) -> None:
        document = example("bowline")
        chamber(document)["entrances"][0].update(wall="near-end", at_mm=0.0)
        self.assertIn("entrance-beyond-follower:0", {f.id for f in findings(document)})

    def test_a_hole_cut_by_the_followers_face_counts_as_beyond(self) -> None:
        document = sound()
        entrance(1, at_mm=570)(document)
        self.assertIn("entrance-beyond-follower:1", {f.id for f in findings(document)})
        entrance(1, at_mm=565.5)(document)
        self.assertEqual(findings(document), ())


class UprightWalls(TestCase):
    """Trade check: the straight-side hive: the same rules, on a rectangle."""

    def broken(self, change: Break) -> Document:
        document = example("straight-top-bar")
        change(document)
        return document

    def test_mistakes_are_found_and_mended_there_too(self) -> None:
        for code, change in (
            ("bar-too-short", lambda d: chamber(d)["section"].update(width_mm=470.0)),
            ("bar-too-long", bars(length_mm=485.0)),
            ("slope-off-school", choices(slope_school="follows-curve")),
            ("boards-too-narrow", boards((2000, 235, 25))),
            ("guide-too-long", guide(455)),
            ("rebate-too-wide", lambda d: chamber(d)["rest"].update(width_mm=20.0)),
        ):
            with self.subTest(code):
                document = self.broken(change)
                self.assertIn(code, {f.code for f in findings(document)})
                self.assertGreater(check_mends(self, document), 0)

    def test_a_bar_as_long_as_a_standard_frames_hangs_in_the_standard_width(self) -> None:
        """Trade check (no source): 482.6 mm (19 in) in 466.7 mm (18⅜ in) with 9.5 mm ledges."""
        document = example("straight-top-bar")
        self.assertEqual(document["comb_types"][0]["length_mm"], 482.6)
        self.assertEqual(chamber(document)["section"]["width_mm"], 466.7)
        self.assertEqual(findings(document), ())
