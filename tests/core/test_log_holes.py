"""A log's hole is bored where it was said: from the mark, from the foot."""

from __future__ import annotations

from math import hypot
from unittest import TestCase

from sabaka_core.base.quantity import plain
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.doing import hole_line
from sabaka_core.woodwork.parts import Part
from tests.core.support import opened


def bored_at(at_mm: float) -> Part:
    design = opened("tree-cavity")
    chamber = design.chambers[0]
    entrance = chamber.entrances[0].model_copy(update={"at_mm": at_mm})
    design = design.model_copy(update={"chambers": (chamber.model_copy(update={"entrances": (entrance,)}),)})
    return parts_of_hive(design)[0]


class LogHoles(TestCase):
    """Hand checks: a bore of 240 in a floor board of 50, its hole of 45 at 560 above the floor."""

    def test_from_the_mark_and_from_the_foot(self) -> None:
        aside = "50 mm from the mark down its face, towards the near end"
        for at, words in ((120.0, "on the mark down its face"), (70.0, aside)):
            log = bored_at(at)
            with self.subTest(at):
                self.assertIn(f"45 mm, {words}, 632.5 mm up outside, 582.5 mm inside", plain(hole_line(log.holes[0])))

    def test_off_the_mark_it_is_as_far_off_in_the_wood_and_goes_through(self) -> None:
        log = bored_at(70.0)
        (bore,) = log.bores[0]
        low, high = log.places[0][0].box[2]
        middle = log.wide_mm / 2
        self.assertAlmostEqual(middle - bore.at[0], 50.0)
        self.assertAlmostEqual(bore.at[2] - low, 632.5)
        # Its mouths: one within the cavity, one outside the log.
        away = sorted(hypot(x - middle, y - middle) for x, y, _ in bore.mouths)
        self.assertLess(away[0], 122.6)
        self.assertGreater(away[1], log.wide_mm / 2)
        self.assertGreater(high, bore.at[2])
