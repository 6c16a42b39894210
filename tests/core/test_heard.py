"""What a keeper says of a thing is heard by the steps that ought to hear it: the table, tried cell by cell."""

from __future__ import annotations

import json
import tomllib
from collections.abc import Callable
from typing import Any, get_args
from unittest import TestCase

from sabaka_core import Hive, load_hive
from sabaka_core.drawing.lengthwise import along_drawing
from sabaka_core.drawing.section import section_drawing
from sabaka_core.drawing.whole import whole_drawing
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.hive.things import ThingKind
from sabaka_core.hive.whole import whole
from sabaka_core.season.asked import year_in
from sabaka_core.show.study import chapter, every_finding
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.masses import empty_kg
from tests.core.support import EXAMPLES, ROOT
from tests.core.test_layers import do

# What hangs, stands or is cut in a hive, besides the things that its whole is made of.
IN_IT = {"follower", "divider", "feeder", "excluder", "filler", "drone-comb", "entrance", "window", "carrier"}
FOLLOWER = "/chambers/0/run/items/follower-1/thickness_mm"
# A change of each thing, on an example that has it.
CHANGES: dict[str, tuple[str, dict[str, Any]]] = {
    "sides": ("bowline", {"do": "add-layer", "path": "/chambers/0/walls/sides", "material": "cork"}),
    "ends": ("bowline", {"do": "add-layer", "path": "/chambers/0/walls/ends", "material": "cork"}),
    "floor": ("bowline", {"do": "add-layer", "path": "/chambers/0/walls/floor", "material": "cork"}),
    "inside": ("bowline", {"do": "set", "path": "/chambers/0/length_mm", "text": "1400"}),
    "covers": ("bowline", {"do": "add-cover", "kind": "boards"}),
    "roof": ("long-shallow", {"do": "add-layer", "path": "/roof/layers", "material": "wood fibre"}),
    "super": ("long-shallow", {"do": "remove-super", "at": 0}),
    "passage": ("two-chamber", {"do": "remove-passage", "at": 0}),
    "stand": ("bowline", {"do": "set", "path": "/stand/height_mm", "text": "700"}),
    "follower": ("bowline", {"do": "set", "path": FOLLOWER, "text": "60"}),
    "divider": ("bowline", {"do": "put-in-run", "kind": "divider"}),
    "feeder": ("bowline", {"do": "put-in-run", "kind": "feeder"}),
    "excluder": ("bowline", {"do": "put-in-run", "kind": "excluder"}),
    "filler": ("bowline", {"do": "put-in-run", "kind": "filler"}),
    "drone-comb": ("bowline", {"do": "put-in-run", "kind": "drone", "before": "comb-2"}),
    "entrance": ("bowline", {"do": "add-entrance", "kind": "slot", "upper": True}),
    "window": ("bowline", {"do": "set", "path": "/chambers/0/openings/0/shutter", "text": "none"}),
    "carrier": ("long-shallow", {"do": "set", "path": "/comb_types/0/top_bar_thickness_mm", "text": "12"}),
    "pests": ("bowline", {"do": "set", "path": "/choices/pests/mice", "text": "yes"}),
    "colonies": ("bowline", {"do": "set", "path": "/colonies/0/strength", "text": "nucleus"}),
    "conversion-box": ("conversion-box", {"do": "set", "path": "/moving/conversions", "text": "3"}),
    "moving-in": ("long-shallow", {"do": "set", "path": "/moving/day", "text": "2026-01-10"}),
    "bait-box": ("bowline", {"do": "set", "path": "/bait/every_days", "text": "5"}),
}
# What is said of bees and their dangers is asked of three more: moving in, the calendar, the rules.
SAID = {"pests", "colonies", "conversion-box", "moving-in", "bait-box"}
MORE: dict[str, Callable[[Hive], object]] = {
    "moved": lambda hive: [
        each.model_dump()
        for each in (*chapter(Context(hive), "moving").tables, *chapter(Context(hive), "moving").agenda)
    ],
    "dated": lambda hive: [each.model_dump() for each in chapter(Context(hive), "season").agenda],
    "told": lambda hive: sorted(each.id for each in every_finding(Context(hive), mends=False)),
}
# What has to be so before that, for every step to have something to hear: supers that stay, a window beside the nest.
BEFORE: dict[str, tuple[dict[str, Any], ...]] = {
    "super": ({"do": "set", "path": "/wintering/boxes", "text": "on"},),
    "window": (
        {"do": "add-opening", "kind": "window"},
        {"do": "set", "path": "/chambers/0/openings/0/at_mm", "text": "300"},
    ),
}
ASKS: dict[str, Callable[[Hive], object]] = {
    "drawn": lambda hive: (
        whole_drawing(whole(hive)).shapes,
        section_drawing(analyse(hive, 0)).shapes,
        along_drawing(analyse(hive, 0)).shapes,
    ),
    "weighed": lambda hive: round(empty_kg(whole(hive)), 6),
    "warmed": lambda hive: round(chapter(Context(hive), "winter").metrics["winter.ua_w_k"].value, 6),
    "filled": lambda hive: (Context(hive).once(year_in).nest.room, Context(hive).once(year_in).nest.sizes),
    "lifted": lambda hive: [each.model_dump() for each in chapter(Context(hive), "lifting").tables],
    "cut": lambda hive: parts_of_hive(hive),
}


class Heard(TestCase):
    """Property: every cell of the table of things and steps."""

    def test_no_cell_is_empty(self) -> None:
        table = _table()
        self.assertEqual(set(table), set(get_args(ThingKind)) | IN_IT | SAID)
        for kind, row in table.items():
            self.assertEqual(set(row), set(ASKS) | (set(MORE) if kind in SAID else set()), kind)
            for step, said in row.items():
                self.assertTrue(len(said) > 5, (kind, step))

    def test_each_cell_is_so(self) -> None:
        asks = {**ASKS, **MORE}
        for kind, row in _table().items():
            example, edit = CHANGES[kind]
            before = do(load_hive((EXAMPLES / f"{example}.json").read_bytes()), *BEFORE.get(kind, ()))
            after = do(before, edit)
            for step, said in row.items():
                with self.subTest(kind, step=step):
                    same = asks[step](before) == asks[step](after)
                    self.assertEqual(same, said.startswith("–"), said)

    def test_what_follows_names_the_steps(self) -> None:
        """The roof's new layer is heard by Winter and Build, and by no comb."""
        example, edit = CHANGES["roof"]
        before = load_hive((EXAMPLES / f"{example}.json").read_bytes())
        after = Context(do(before, edit)).beside(Context(before))
        (table,) = chapter(after, "follows").tables
        said = {line.key: json.dumps([cell.model_dump() for cell in line.cells]) for line in table.lines}
        self.assertIn("was", said["winter"])
        self.assertIn("was", said["building"])
        self.assertIn("nothing", said["combs"])
        self.assertIn("nothing", said["season"])


def _table() -> dict[str, dict[str, str]]:
    return tomllib.loads((ROOT / "sabaka_core" / "data" / "heard.toml").read_text("utf-8"))
