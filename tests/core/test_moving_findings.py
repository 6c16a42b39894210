"""Each rule on moving in: a design that it speaks of, and one that it doesn't."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core.document.hive import Hive
from sabaka_core.document.moving import Moving
from tests.core.support import opened, said


def moved(name: str = "deep-horizontal", **moving: Any) -> Hive:
    return opened(name, moving=Moving(**moving))


def shut_in() -> Hive:
    """A hive whose one entrance lies far from the combs that move in."""
    design = moved(way="on-end", count=2)
    chamber = design.chambers[0]
    far = chamber.model_copy(update={"entrances": chamber.entrances[-1:]})
    return design.model_copy(update={"chambers": (far,)})


# Code → a design with the finding, and one without.
CASES: dict[str, tuple[Hive, Hive]] = {
    "doesnt-go": (moved(way="as-it-is"), moved()),
    "out-of-season": (moved(day="2026-01-10"), moved()),
    "no-entrance": (shut_in(), moved()),
}


class Moves(TestCase):
    """Trade check: what each rule says, and when it is silent."""

    def test_each_rule_speaks_where_it_should_and_only_there(self) -> None:
        for code, (wrong, right) in CASES.items():
            with self.subTest(code):
                found = [f for f in said(wrong, "moving").findings if f.code == code]
                self.assertTrue(found, "silent")
                self.assertTrue(all(f.why and f.text.template.endswith(("short.", "brood.", "{warm}.")) for f in found))
                self.assertNotIn(code, {f.code for f in said(right, "moving").findings})

    def test_a_way_that_doesnt_go_offers_the_first_that_does(self) -> None:
        found = next(f for f in said(moved(way="as-it-is"), "moving").findings if f.code == "doesnt-go")
        self.assertEqual(
            [op["value"] for mend in found.mends for op in mend.patch if op["path"] == "/moving/way"], ["on-end"]
        )
