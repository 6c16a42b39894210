"""Each rule on the winter: a design that it speaks of, and one that it doesn't."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core import apply_edit
from sabaka_core.document.hive import Hive
from sabaka_core.document.season import Season
from sabaka_core.document.wintering import Wintering
from sabaka_core.edits.stock import AddFrame, HangAll
from tests.core.support import opened, said


def wintering(name: str, climate: str = "cool-temperate", **ways: Any) -> Hive:
    return opened(name, season=Season(climate=climate), wintering=Wintering(**ways))


def on_frames(standard: str) -> Hive:
    """The tall frames' stack with other frames hung in it, in a winter short enough to climb."""
    design = wintering("tall-in-stack", constants={"climb": 0.5})
    return apply_edit(apply_edit(design, AddFrame(standard=standard)), HangAll(type=standard))


def hungry(**changes: Any) -> Hive:
    """A keeper who leaves twice what the model eats, and more: the run can't hold it, and a box stays on."""
    design = wintering("side-by-side", "maritime", **changes)
    assert design.season is not None
    careful = design.season.model_copy(update={"constants": {"winter_reserve": 2.0, "least_stores": 10.0}})
    return design.model_copy(update={"season": careful})


COLD = {"honey_mj": 11.0, "rest_mw": 1.0, "cluster_film": 10.0, "brood_share": 0.8}
# Code → a design with the finding, and one without.
CASES: dict[str, tuple[Hive, Hive]] = {
    "no-winter": (wintering("bowline", "tropical"), wintering("bowline")),
    "winter-out-of-range": (wintering("long-shallow", "subarctic", constants=COLD), wintering("bowline")),
    "month-out-of-range": (wintering("bowline", constants=COLD), wintering("bowline")),
    "stores-short": (wintering("bowline", constants=COLD), wintering("bowline")),
    "stores-come-off": (hungry(boxes="off"), hungry()),
    "wets": (wintering("bowline", humidity=100.0), wintering("bowline", "tropical")),
    "damp": (wintering("bowline", humidity=97.0), wintering("bowline", school="vented", humidity=50.0)),
    "cannot-climb": (wintering("bowline"), wintering("tall-in-stack", "maritime")),
    "gap-breaks-climb": (on_frames("two-part-deep"), wintering("tall-in-stack")),
    "comb-softens": (wintering("bowline"), wintering("bowline", constants={"sun": 300.0})),
}


class Winters(TestCase):
    """Trade check: what each rule says, and when it is silent."""

    def test_each_rule_speaks_where_it_should_and_only_there(self) -> None:
        for code, (wrong, right) in CASES.items():
            with self.subTest(code):
                found = next((f for f in said(wrong, "winter").findings if f.code == code), None)
                assert found is not None, "silent"
                self.assertTrue(found.why and found.text.template.endswith("."))
                self.assertEqual(found.step, "winter")
                self.assertNotIn(code, {f.code for f in said(right, "winter").findings})

    def test_where_there_is_no_winter_soft_comb_is_what_kills(self) -> None:
        for climate, severity in (("tropical", "error"), ("cool-temperate", "warning")):
            found = said(wintering("bowline", climate), "winter").findings
            self.assertEqual([f.severity for f in found if f.code == "comb-softens"], [severity])

    def test_water_over_the_cluster_is_graver_than_on_the_walls(self) -> None:
        """Under a top that lets more heat through than any wall the water drips on the bees."""
        found = said(wintering("bowline", humidity=100.0), "winter").findings
        wet = next(f for f in found if f.code == "wets")
        self.assertEqual(wet.severity == "error", "top" in wet.text.template)
