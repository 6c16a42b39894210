"""Hives as their keepers have them, one of each system: what they hold, and that every reader finds the same wrong."""

from __future__ import annotations

import contextlib
import io
import re
from collections import Counter
from typing import get_args
from unittest import TestCase

from sabaka_cli.__main__ import main
from sabaka_core import Hive, load_hive
from sabaka_core.document.hive import HiveSystem
from sabaka_core.findings.registry import RULES
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.show.follows import STEPS
from sabaka_core.show.study import chapter
from tests.core.support import EXAMPLES

BAIT = EXAMPLES / "kept" / "slip-knot.json"
KEPT = (*sorted(set((EXAMPLES / "kept").glob("*.json")) - {BAIT}), EXAMPLES / "bowline.json")


def opened(file: object) -> Hive:
    return load_hive(file.read_bytes())  # type: ignore[attr-defined]


class Kept(TestCase):
    """Trade check."""

    def test_there_is_one_of_each_system(self) -> None:
        self.assertEqual(sorted(opened(file).system for file in KEPT), sorted(get_args(HiveSystem)))

    def test_each_has_brood_and_honey(self) -> None:
        for file in KEPT:
            held = Counter(
                getattr(item, "contents", "") for chamber in opened(file).chambers for item in chamber.run.items
            )
            with self.subTest(file.stem):
                self.assertGreater(held["brood"], 2)
                self.assertGreater(held["honey"], 1)

    def test_among_them_is_everything_that_a_hive_can_have(self) -> None:
        """Layers in walls and roofs, covers, a tray or shutter, a door, clean-outs, slides, boxes without combs."""
        hives = [opened(file) for file in KEPT]
        chambers = [chamber for hive in hives for chamber in hive.chambers]
        roofs = [hive.roof for hive in hives if hive.roof is not None]
        self.assertGreaterEqual(sum(len(chamber.walls.sides) > 1 for chamber in chambers), 4)
        self.assertGreaterEqual(sum(len(roof.layers) > 1 for roof in roofs), 8)
        self.assertGreaterEqual(sum(bool(hive.covers) for hive in hives), 6)
        self.assertLessEqual({"flat", "gabled"}, {roof.kind for roof in roofs})
        self.assertLessEqual({"lifts-off", "hinged-side", "slides"}, {roof.opens for roof in roofs})
        self.assertTrue(any(chamber.door != "none" for chamber in chambers))
        self.assertTrue(any(chamber.under.mesh_to_mm > 0 for chamber in chambers))
        self.assertTrue(any(chamber.under.clean_outs for chamber in chambers))
        self.assertTrue(any(way.slide != "none" for hive in hives for way in hive.passages))
        self.assertTrue(any(box.holds == "vents" for hive in hives for box in hive.supers))
        self.assertTrue(any(box.turned for hive in hives for box in hive.supers))
        self.assertTrue(any(hive.common_floor for hive in hives))
        items = [item for chamber in chambers for item in chamber.run.items]
        self.assertLessEqual({"follower", "divider", "feeder", "gap"}, {item.kind for item in items})
        self.assertTrue(any(getattr(item, "role", "") == "drone" for item in items))
        self.assertTrue(any(entrance.dated for chamber in chambers for entrance in chamber.entrances))
        self.assertLessEqual({"window", "thermometer"}, {each.kind for c in chambers for each in c.openings})
        self.assertTrue(any(len(hive.colonies) > 1 for hive in hives))
        self.assertTrue(any(hive.stand is not None and hive.stand.moats for hive in hives))
        self.assertTrue(load_hive(BAIT.read_bytes()).bait)
        self.assertTrue(any(hive.stand is not None and hive.stand.kind == "hung" for hive in hives))


class CheckAndRail(TestCase):
    """Regression: the command line and the steps on the screen find the same, of every example."""

    def test_they_agree(self) -> None:
        asked = Asked(parts=("findings", "long"))
        for file in (*sorted(EXAMPLES.glob("*.json")), *KEPT):
            context = Context(opened(file))
            rail = [each for step in STEPS for each in chapter(context, step, asked).findings]
            out = io.StringIO()
            with self.subTest(file.stem), contextlib.redirect_stdout(out):
                code = main(["check", str(file)])
                self.assertEqual(code, int(any(each.severity == "error" for each in rail)))
                said = re.findall(r"^(ERROR|WARNING|NOTE) (\S+) \((\w+)\)", out.getvalue(), re.MULTILINE)
                wanted = [(each.severity.upper(), each.id, each.step) for each in rail]
                self.assertEqual(_steady(said), _steady(wanted))


def _steady(found: list[tuple[str, str, str]]) -> Counter[tuple[str, str, str]]:
    """Without what hangs on a cut plan, which other boards for sale would change."""
    return Counter(each for each in found if each[2] != "building" or not RULES[each[1].partition(":")[0]].long)
