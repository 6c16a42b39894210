"""A second colony takes free room: combs of its own, a divider, an entrance among its combs; each of these is
a rule."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any
from unittest import TestCase

from sabaka_core import Hive, InfeasibleError, apply_edit, apply_patch, dump_hive, load_hive, validate_hive
from sabaka_core.base.quantity import plain
from sabaka_core.edits.follower import AddFollower
from sabaka_core.edits.nucleus import PutNucleus
from sabaka_core.findings.openings import stretch_of
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.findings import Finding
from tests.core.support import EXAMPLES, lines, reported, told
from tests.core.test_findings import check_mends

Document = dict[str, Any]
Break = Callable[[Document], None]


def opened(name: str) -> Hive:
    return load_hive((EXAMPLES / f"{name}.json").read_bytes())


def split(name: str = "bowline", combs: int = 5) -> Hive:
    return apply_edit(opened(name), PutNucleus(side="far", combs=combs))


def combs_of(design: Hive, colony: int = -1) -> list[Any]:
    a = analyse(design)
    low, high = stretch_of(a, design.colonies[colony])
    return [p.item for p in a.layout.combs if p.start_mm >= low - 1e-6 and p.end_mm <= high + 1e-6]


class Put(TestCase):
    """Trade check."""

    def test_9_the_first_colony_keeps_every_comb(self) -> None:
        """Four honey combs were taken from it."""
        before, after = opened("bowline"), split()
        self.assertEqual(combs_of(after, 0), combs_of(before, 0))

    def test_9_it_takes_free_room_and_the_run_stays_as_long(self) -> None:
        """Hand: 380 behind bowline's far follower, 5 combs of 35 and a board of 18: 187 are left, the feeder's too."""
        for name in ("bowline", "long-shallow", "sheepshank", "sloped-top-bar", "straight-top-bar"):
            with self.subTest(name):
                before, after = analyse(opened(name)), analyse(split(name, 3))
                self.assertAlmostEqual(after.layout.leftover_mm, before.layout.leftover_mm, places=6)
                self.assertEqual(after.layout.nest_end_mm, before.layout.nest_end_mm)
        gap = next(i for i in reversed(split().chambers[0].run.items) if i.kind == "gap")
        self.assertEqual((gap.length_mm, gap.purpose), (187.0, "feeder"))

    def test_9_it_brings_brood_stands_behind_a_divider_and_flies_among_its_combs_from_another_wall(self) -> None:
        after = split()
        self.assertEqual([comb.contents for comb in combs_of(after)], ["honey", "brood", "brood", "brood", "honey"])
        self.assertEqual([i.kind for i in after.chambers[0].run.items][-6:], ["divider", *["comb"] * 5])
        hole = after.chambers[0].entrances[-1]
        low, high = stretch_of(analyse(after), after.colonies[-1])
        self.assertEqual((low, high), (1005.0, 1180.0))
        self.assertTrue(low < hole.at_mm < high)
        self.assertNotIn(hole.wall, {e.wall for e in opened("bowline").chambers[0].entrances if e.is_open})

    def test_9_nothing_is_wrong_with_what_is_put(self) -> None:
        for name in ("bowline", "long-shallow", "sheepshank", "sloped-top-bar", "straight-top-bar"):
            with self.subTest(name):
                self.assertEqual(reported(split(name, 3), "findings", "long").findings, ())

    def test_9_at_the_near_end_as_at_the_far_end(self) -> None:
        """Bowline turned end for end: the colony stands against the other wall, in the same way."""
        raw = dump_hive(opened("bowline"))
        items = raw["chambers"][0]["run"]["items"]
        items.reverse()
        for item in items:
            if item["kind"] == "follower":
                item["side"] = {"near": "far", "far": "near"}[item["side"]]
        for entrance in raw["chambers"][0]["entrances"]:
            if entrance["wall"] in ("left", "right"):
                entrance["at_mm"] = 1180.0 - entrance["at_mm"]
        turned = apply_edit(validate_hive(raw), PutNucleus(side="near", combs=5))
        kinds = [(i.kind, getattr(i, "contents", "")) for i in turned.chambers[0].run.items]
        self.assertEqual(kinds, [(i.kind, getattr(i, "contents", "")) for i in reversed(split().chambers[0].run.items)])
        self.assertEqual(stretch_of(analyse(turned), turned.colonies[-1]), (0.0, 175.0))
        self.assertAlmostEqual(turned.chambers[0].entrances[-1].at_mm, 1180.0 - split().chambers[0].entrances[-1].at_mm)

    def test_9_where_there_is_no_room_it_says_how_much_there_is(self) -> None:
        with self.assertRaisesRegex(InfeasibleError, "2 mm are free; 5 combs and a divider take 193"):
            apply_edit(opened("bowline"), PutNucleus(side="near", combs=5))
        with self.assertRaisesRegex(InfeasibleError, "So many combs have room: 2"):
            apply_edit(opened("deep-horizontal"), PutNucleus(side="far", combs=3))
        with self.assertRaisesRegex(InfeasibleError, "Without a follower"):
            apply_edit(opened("sheepshank"), PutNucleus(side="near", combs=2))
        with self.assertRaisesRegex(InfeasibleError, "already"):
            apply_edit(split(), PutNucleus(side="far", combs=2))
        with self.assertRaisesRegex(InfeasibleError, "no run"):
            apply_edit(opened("tree-cavity"), PutNucleus(side="far", combs=2))

    def test_9_stored_combs_behind_the_follower_stay(self) -> None:
        raw = dump_hive(opened("sloped-top-bar"))
        items = raw["chambers"][0]["run"]["items"]
        comb = {"kind": "comb", "type": items[0]["type"], "contents": "honey"}
        items.insert(len(items) - 1, comb)
        items[-1]["length_mm"] -= 35.0
        after = apply_edit(validate_hive(raw), PutNucleus(side="far", combs=3))
        behind = [p.item for p in analyse(after).layout.behind("far")]
        self.assertEqual([(i.kind, getattr(i, "contents", "")) for i in behind[:1]], [("comb", "honey")])


def without(kind: str) -> Break:
    """The far part of the run without items of a kind; the last gap takes their room."""

    def change(d: Document) -> None:
        items = d["chambers"][0]["run"]["items"]
        far = next(i for i, item in enumerate(items) if item["kind"] == "follower" and item["side"] == "far")
        gap = next(item for item in items[far:] if item["kind"] == "gap")
        gone = [item for item in items[far + 1 :] if item["kind"] == kind]
        gap["length_mm"] += sum(item.get("thickness_mm", 35.0) for item in gone)
        items[far + 1 :] = [item for item in items[far + 1 :] if item["kind"] != kind]

    return change


def last_entrance(**values: Any) -> Break:
    return lambda d: d["chambers"][0]["entrances"][-1].update(values)


def honey_only(d: Document) -> None:
    for item in d["chambers"][0]["run"]["items"][-5:]:
        item["contents"] = "honey"


def room_at_the_wall(d: Document) -> None:
    items = d["chambers"][0]["run"]["items"]
    gap = next(item for item in reversed(items) if item["kind"] == "gap")
    gap["length_mm"] -= 60.0
    items.append({"kind": "gap", "length_mm": 60.0})


def whole_run(d: Document) -> None:
    d["colonies"][-1]["stretch"] = "whole"


def beside_its_combs(d: Document) -> None:
    """Without the divider its stretch reaches to the follower, and the hole lies in the open room."""
    without("divider")(d)
    last_entrance(at_mm=900.0)(d)


def from_one_wall(d: Document) -> None:
    """Both from the left: the first colony's second hole at 720, the other's at 1,090."""
    d["chambers"][0]["entrances"][1]["at_mm"] = 720.0
    last_entrance(wall="left")(d)


CASES: list[tuple[str, str, Break]] = [
    ("colony-without-combs", "error", without("comb")),
    ("colony-without-brood", "warning", honey_only),
    ("colony-stands-open", "error", without("divider")),
    ("colony-stands-open", "error", room_at_the_wall),
    ("colonies-not-parted", "error", without("divider")),
    ("entrance-beyond-combs", "warning", beside_its_combs),
    ("colonies-share-entrance", "error", whole_run),
    ("colonies-fly-near", "warning", from_one_wall),
]
CODES = {code for code, *_ in CASES}


class EachIsARule(TestCase):
    """Trade check."""

    def broken(self, change: Break) -> Document:
        document = dump_hive(split())
        change(document)
        return document

    def findings(self, document: Document) -> tuple[Finding, ...]:
        return reported(validate_hive(document), "findings", "mends").findings

    def test_9_each_case_triggers_its_rule_with_a_mend(self) -> None:
        for code, severity, change in CASES:
            with self.subTest(code):
                found = [f for f in self.findings(self.broken(change)) if f.code == code]
                self.assertTrue(found)
                self.assertEqual(found[0].severity, severity)
                self.assertTrue(found[0].mends and found[0].why and plain(found[0].text))

    def test_9_each_mend_keeps_its_word(self) -> None:
        for code, _, change in CASES:
            with self.subTest(code):
                self.assertGreater(check_mends(self, self.broken(change)), 0)

    def test_9_mended_by_its_first_mends_nothing_of_it_is_left(self) -> None:
        for code, _, change in CASES:
            with self.subTest(code):
                design = validate_hive(self.broken(change))
                for _ in range(4):
                    found = [f for f in reported(design, "findings", "mends").findings if f.mends]
                    if not found:
                        break
                    design = apply_patch(design, found[0].mends[0].patch)
                self.assertEqual([f.id for f in reported(design, "findings").findings if f.code in CODES], [])

    def test_9_near_each_other_is_measured_along_one_wall(self) -> None:
        """The table's 400: at 399 it is said, at 400 it isn't."""
        for at, said in ((691.0, True), (690.0, False)):
            document = dump_hive(split())
            document["chambers"][0]["entrances"] = [
                {"kind": "hole", "wall": "right", "at_mm": at, "height_mm": 40.0, "diameter_mm": 40.0},
                {"kind": "hole", "wall": "right", "at_mm": 1090.0, "height_mm": 40.0, "diameter_mm": 25.0},
            ]
            self.assertEqual("colonies-fly-near" in {f.code for f in self.findings(document)}, said)

    def test_9_a_shut_follower_parts_them_too(self) -> None:
        document = self.broken(without("divider"))
        far = [i for i in document["chambers"][0]["run"]["items"] if i["kind"] == "follower"][-1]
        far.update(fit="tight", foot_gap_mm=0.0, side_clearance_mm=2.5, feeding_hole=False)
        self.assertNotIn("colonies-not-parted", {f.code for f in self.findings(document)})
        far.update(feeding_hole=True)
        self.assertIn("colonies-not-parted", {f.code for f in self.findings(document)})

    def test_the_sheet_says_how_far_apart_they_fly(self) -> None:
        facts = [fact for fact in lines(split(), "openings") if "apart" in told(fact).template]
        self.assertTrue(facts and facts[0].good)

    def test_a_second_follower_at_that_end_is_its_own(self) -> None:
        """A follower put in where there was none leaves the rule of free room as it is."""
        design = apply_edit(opened("sheepshank"), AddFollower(side="near"))
        with self.assertRaisesRegex(InfeasibleError, "are free"):
            apply_edit(design, PutNucleus(side="near", combs=4))
