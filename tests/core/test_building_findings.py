"""Each rule on building: a design that it speaks of, and one that it doesn't."""

from __future__ import annotations

from typing import Any
from unittest import TestCase
from unittest.mock import patch

from sabaka_core import validate_hive, working_hive
from sabaka_core.document.building import BoardForSale, Building
from sabaka_core.document.hive import Hive
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.show.study import chapter
from sabaka_core.woodwork.assembly import Clash, parts_of_hive
from tests.core.support import chamber, follower, opened, said, sound

SHORT = BoardForSale(label="short", length_mm=600.0, width_mm=145.0, thickness_mm=22.0, price=3.0)


def built(name: str = "sloped-top-bar", **building: Any) -> Hive:
    return opened(name, building=Building(**building), boards=())


def plain_box() -> Hive:
    document = sound()
    document["covers"], document["roof"] = [], {"kind": "flat"}
    chamber(document)["entrances"] = []
    return working_hive(document)


def out_of_wide_boards() -> Hive:
    """A hive for which there are boards of every thickness, wider and longer than any part."""
    design = built("straight-top-bar")
    thick = {round(part.thick_mm, 3) for part in parts_of_hive(design) if part.group != "Bought"}
    sale = tuple(
        BoardForSale(label=f"{each:g}", length_mm=3000.0, width_mm=700.0, thickness_mm=each, price=0.0)
        for each in sorted(thick)
    )
    return built("straight-top-bar", for_sale=sale)


def no_follower_left() -> Hive:
    """A follower with clearances larger than its room."""
    document = sound()
    follower(document, "far")["side_clearance_mm"] = 250.0
    return validate_hive(document)


# Code → a design with the finding, and one without.
CASES: dict[str, tuple[Hive, Hive]] = {
    "design-errors": (opened("granny"), opened("bowline")),
    "part-without-size": (no_follower_left(), opened("bowline")),
    "no-board": (built(for_sale=(SHORT,)), built()),
    "panel": (built("straight-top-bar"), out_of_wide_boards()),
    "thinned": (built("bowline"), out_of_wide_boards()),
}


# No design comes to it: parts that hang in the air are put there by hand.
BY_HAND = {"part-loose"}


class Built(TestCase):
    """Trade check: what each rule says, and when it is silent."""

    def test_each_rule_speaks_where_it_should_and_only_there(self) -> None:
        for code, (wrong, right) in CASES.items():
            with self.subTest(code):
                found = [f for f in said(wrong, "building").findings if f.code == code]
                self.assertTrue(found, "silent")
                self.assertTrue(all(f.why and f.text.template.endswith(".") for f in found))
                self.assertNotIn(code, {f.code for f in said(right, "building").findings})

    def test_a_part_that_touches_nothing_is_named(self) -> None:
        with patch("sabaka_core.findings.building.clashes", return_value=(Clash("gap", "roof-top", "", 3.0),)):
            found = [f for f in said(opened("bowline"), "building").findings if f.code == "part-loose"]
        self.assertEqual([(f.severity, f.number.value) for f in found], [("error", 3.0)])
        self.assertIn("touches nothing", found[0].text.template)

    def test_the_rail_doesnt_wait_for_the_cut_plan(self) -> None:
        quick = chapter(Context(built(for_sale=(SHORT,))), "building", Asked(parts=("findings",)))
        self.assertNotIn("no-board", {f.code for f in quick.findings})
