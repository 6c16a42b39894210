"""Property tests: a hive turned end for end is the same hive. No lift and no heat may change."""

from __future__ import annotations

import copy
from typing import Any
from unittest import TestCase

from tests.core.support import EXAMPLES, column, example, hive, reported, said

_OTHER = {"near": "far", "far": "near", "near-end": "far-end", "far-end": "near-end"}
LYING = sorted(file.stem for file in EXAMPLES.glob("*.json") if file.stem != "tree-cavity")


def mirrored(document: dict[str, Any]) -> dict[str, Any]:
    """A design turned end for end along its run, item by item."""
    turned = copy.deepcopy(document)
    for chamber in turned["chambers"]:
        run, along = chamber["run"], chamber["combs"] == "along" if "combs" in chamber else False
        run["items"].reverse()
        run["nest_at"] = _OTHER.get(run.get("nest_at", "near"), "middle")
        for item in run["items"]:
            if item["kind"] == "follower":
                item["side"] = _OTHER[item["side"]]
        if along:
            # Its run lies across: its ends are the sides.
            for entrance in chamber.get("entrances", []):
                sides = {"left": "right", "right": "left"}
                entrance["wall"] = sides.get(entrance["wall"], entrance["wall"])
            continue
        for entrance in chamber.get("entrances", []):
            if entrance["wall"] in _OTHER:
                entrance["wall"] = _OTHER[entrance["wall"]]
                entrance["at_mm"] = -entrance["at_mm"]
            else:
                entrance["at_mm"] = chamber["length_mm"] - entrance["at_mm"]
        for lining in chamber.get("linings", []):
            low, high = lining.get("from_mm", 0.0), lining["to_mm"]
            lining["from_mm"], lining["to_mm"] = chamber["length_mm"] - high, chamber["length_mm"] - low
    for colony in turned.get("colonies", []):
        ends = {"near-end": "far-end", "far-end": "near-end"}
        colony["stretch"] = ends.get(colony.get("stretch", ""), colony.get("stretch", "between-followers"))
    return turned


class EndForEnd(TestCase):
    """Property."""

    def test_17_no_lift_changes(self) -> None:
        for name in LYING:
            with self.subTest(name):
                here, there = (said(hive(d), "lifting") for d in (example(name), mirrored(example(name))))
                for what in ("lifts", "in all", "worst index"):
                    one, other = (column(each, "tasks", what) for each in (here, there))
                    for mine, theirs in zip(one, other, strict=True):
                        self.assertAlmostEqual(mine, theirs, places=9)
                for key, metric in here.metrics.items():
                    self.assertAlmostEqual(metric.value, there.metrics[key].value, places=6)

    def test_17_nor_heat_nor_honey(self) -> None:
        for name in LYING:
            with self.subTest(name):
                here, there = (said(hive(d), "winter") for d in (example(name), mirrored(example(name))))
                through, other = (sum(column(each, "parts", "lets through")) for each in (here, there))
                self.assertAlmostEqual(through, other, places=6)
                honey, other = (sum(column(each, "months", "honey")) for each in (here, there))
                self.assertAlmostEqual(honey, other, places=6)

    def test_17_nor_room_nor_what_is_wrong(self) -> None:
        for name in ("bowline", "sloped-top-bar", "long-shallow"):
            with self.subTest(name):
                here, there = (
                    reported(hive(d), "metrics", "findings") for d in (example(name), mirrored(example(name)))
                )
                self.assertAlmostEqual(
                    here.metrics["cavity.occupied_l"].value, there.metrics["cavity.occupied_l"].value, places=9
                )
                self.assertEqual(sorted(f.code for f in here.findings), sorted(f.code for f in there.findings))
