"""Each rule on the year's plan: a design that it speaks of, and one that it doesn't."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core import apply_edit
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Flow, Season
from sabaka_core.edits.follower import RemoveFollower
from tests.core.support import opened, said


def year(name: str = "bowline", **season: Any) -> Hive:
    return opened(name, season=Season(**season))


def small(length_mm: int, **season: Any) -> Hive:
    """A run so short that a colony outgrows it."""
    design = year("straight-top-bar", **season)
    items = tuple(item for item in design.chambers[0].run.items if item.kind == "comb")[: length_mm // 35]
    run = design.chambers[0].run.model_copy(update={"items": items, "saved": ()})
    chamber = design.chambers[0].model_copy(update={"length_mm": float(length_mm), "run": run, "entrances": ()})
    return design.model_copy(update={"chambers": (chamber,)})


def without_followers() -> Hive:
    design = year()
    for side in ("near", "far"):
        design = apply_edit(design, RemoveFollower.model_validate({"side": side}))
    return design


NO_FLOW = (Flow(first="06-10", last="06-12", strength=0.05),)
# Code → a design with the finding, and one without.
CASES: dict[str, tuple[Hive, Hive]] = {
    "colony-crowded": (small(420), year()),
    "queen-short-of-cells": (small(180), year()),
    "run-full": (small(420), year()),
    "room-in-the-cold": (year(winter="leave"), year()),
    "stores-low": (year(start="swarm", start_day="2026-06-01", flows=NO_FLOW), year()),
    "colony-dies": (year(start="swarm", start_day="2026-05-01", constants={"forager_loss": 0.6}), year()),
    "plan-moves-nothing": (year("tree-cavity"), year()),
    "no-follower-to-move": (without_followers(), year()),
}


class Years(TestCase):
    """Trade check: what each rule says, and when it is silent."""

    def test_each_rule_speaks_where_it_should_and_only_there(self) -> None:
        for code, (wrong, right) in CASES.items():
            with self.subTest(code):
                found = [f for f in said(wrong, "season").findings if f.code == code]
                self.assertTrue(found, "silent")
                self.assertTrue(all(f.why and f.text.template.endswith((".", "stands.")) for f in found))
                self.assertNotIn(code, {f.code for f in said(right, "season").findings})

    def test_a_stretch_names_its_days_and_the_week_that_shows_it(self) -> None:
        found = [f for f in said(year(winter="leave"), "season").findings if f.code == "room-in-the-cold"]
        for each in found:
            self.assertRegex(each.text.template, r"^\d{1,2} \w{3} to \d{1,2} \w{3}: ")
            assert each.at is not None and each.place is not None
            self.assertEqual(each.at, min(int(each.place.x_mm) // 7, 51))

    def test_a_colony_that_starves_is_an_error(self) -> None:
        """Hand: no flow to speak of, and nothing fed: the stores reach nought."""
        found = [f for f in said(CASES["stores-low"][0], "season").findings if f.code == "stores-low"]
        self.assertIn("error", [f.severity for f in found])
        self.assertLess(min(f.number.value for f in found), 0.1)
