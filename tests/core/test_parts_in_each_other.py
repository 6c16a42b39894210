"""Parts that lie in each other are a finding; and what a sheet or a card marks as wrong is one, and the other
way round."""

from __future__ import annotations

import random
from collections.abc import Callable, Iterator
from itertools import combinations
from typing import Any
from unittest import TestCase
from unittest.mock import patch

import shapely
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from sabaka_core import Hive, SabakaError, apply_patch, build_report, load_hive
from sabaka_core.base.quantity import mm, plain, text
from sabaka_core.base.sources import COMMON
from sabaka_core.document.chambers import Place
from sabaka_core.findings import OVERLAP, RULES, find, holds
from sabaka_core.findings.registry import Draft, Proposal, Rule, on
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Line
from sabaka_core.kit.findings import Finding
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.assembly import parts_of_hive, placed_prisms
from tests.core.support import EXAMPLES, card, chamber, example, hive, lines, opened, reported, table_of, told

Document = dict[str, Any]
Break = Callable[[Document], None]
NAMES = sorted(file.stem for file in EXAMPLES.glob("*.json"))


def place(box: int, **places: float) -> Break:
    return lambda d: d["chambers"][box]["place"].update(places)


def kind(which: int = 0, **sizes: float) -> Break:
    return lambda d: d["comb_types"][which].update(sizes)


def section(box: int, **sizes: float) -> Break:
    return lambda d: d["chambers"][box]["section"].update(sizes)


def wall(box: int, **sizes: float) -> Break:
    return lambda d: d["chambers"][box]["walls"]["sides"][0].update(sizes)


# What is broken in which example so that parts meet, whose rules say nothing of it; and how the first mend begins.
CASES: list[tuple[str, Break, str]] = [
    ("two-chamber", place(1, x_mm=408.0), "Move “honey” 102.7 mm"),
    ("side-by-side", place(2, x_mm=700.0), "Move “right honey”"),
    ("stacked-long", section(1, height_mm=270.0), "Move “mesh”"),
    ("conversion-box", kind(0, side_bar_width_mm=50.0), "Make the side bars 38.1 mm wide"),
    ("side-by-side", kind(1, lug_thickness_mm=19.05), "Cut the rests 19.1 mm deep"),
    ("deep-horizontal", wall(0, thickness_mm=7.0), "Make the walls’ inside layer"),
]


def broken(name: str, change: Break) -> Hive:
    document = example(name)
    change(document)
    return hive(document)


def lie_in_each_other(design: Hive) -> bool:
    """By polygons of a reference library: both shrunk by half the tolerance, they still meet."""
    play = practice("parts_overlap").number + 0.02
    solids = [
        (name, n, p, shapely.Polygon(p.profile).buffer(-play / 2))
        for name, n, p in placed_prisms(parts_of_hive(design))
        if p.axis == "x"
    ]
    for (name, number, one, a), (other, other_number, two, b) in combinations(solids, 2):
        along = min(one.span[1], two.span[1]) - max(one.span[0], two.span[0])
        if (name, number) != (other, other_number) and along > play and a.intersects(b):
            return True
    return False


def overlaps(design: Hive, mends: bool = True) -> list[Finding]:
    """What of a design lies in each other."""
    return [f for f in find(Context(design), mends) if f.code == OVERLAP]


class InEachOther(TestCase):
    """Reference library."""

    def test_2_solids_that_overlap_are_a_finding_with_place_number_limit_and_reason(self) -> None:
        for name, change, _ in CASES:
            with self.subTest(name):
                design = broken(name, change)
                self.assertTrue(lie_in_each_other(design))
                found = overlaps(design)
                self.assertTrue(found)
                self.assertEqual({f.code for f in found}, {OVERLAP})
                first = found[0]
                self.assertEqual(first.severity, "error")
                self.assertGreater(first.number.value, practice("parts_overlap").number)
                self.assertIn("in each other", plain(first.text))
                self.assertTrue(first.why and first.limit.template)
                self.assertIn(first.place.drawing, reported(design, "findings").chapters["shape"].views)

    def test_2_a_mend_takes_them_apart_and_puts_nothing_else_in_each_other(self) -> None:
        for name, change, begins in CASES:
            with self.subTest(name):
                design = broken(name, change)
                found = overlaps(design)
                self.assertTrue(
                    plain(found[0].mends[0].label).startswith(begins), [plain(m.label) for m in found[0].mends]
                )
                for finding in found:
                    for mend in finding.mends:
                        after = apply_patch(design, mend.patch)
                        left = overlaps(after, mends=False)
                        self.assertLess(len(left), len(found))
                        self.assertNotIn(finding.id, {f.id for f in left})
        self.assertFalse(lie_in_each_other(apply_patch(design, found[0].mends[0].patch)))

    def test_of_many_the_first_are_mended_and_then_the_next(self) -> None:
        thick = (kind(0, lug_thickness_mm=22.0), kind(1, lug_thickness_mm=19.05))
        design = broken("side-by-side", lambda d: [each(d) for each in thick] and None)
        self.assertEqual([bool(f.mends) for f in overlaps(design)], [True, True, True])
        with patch("sabaka_core.findings.found.MENDED_AT_ONCE", 1):
            rounds = 0
            while found := overlaps(design):
                self.assertEqual([bool(f.mends) for f in found], [True, *[False] * (len(found) - 1)])
                design, rounds = apply_patch(design, found[0].mends[0].patch), rounds + 1
        self.assertGreater(rounds, 1, "one mend took all apart: this tries nothing")

    def test_2_no_report_says_nothing_to_mend_of_them(self) -> None:
        """The page to print, the command line and the shelf ask for all of it at once."""
        design = broken("two-chamber", place(1, x_mm=408.0))
        self.assertEqual([f for f in find(Context(design), long=False) if f.severity != "note"], [])
        self.assertEqual([f.code for f in build_report(design).findings], [OVERLAP])
        self.assertEqual(len(reported(design, "findings", "long").findings), 1)
        self.assertEqual(reported(design, "findings").findings, ())

    def test_2_no_mend_is_offered_that_puts_parts_in_each_other(self) -> None:
        """A rule whose way out pushes one box into the next: the rules alone would offer it."""
        design = broken("two-chamber", lambda d: None)
        nearer = {"chambers": (design.chambers[0], design.chambers[1].model_copy(update={"place": Place(x_mm=400.0)}))}
        moved = design.model_copy(update=nearer)

        def trial(a: Analysis) -> Iterator[Draft]:
            if a.box == 1 and a.chamber.place.x_mm > 450.0:
                yield Draft(
                    code="trial",
                    severity="error",
                    text=text("too far"),
                    why="",
                    place=on("plan", 0.0, 0.0),
                    number=mm(0.0),
                    limit=text("nearer"),
                    source=COMMON,
                    proposals=lambda: (Proposal(text("Move it"), lambda: moved),),
                )

        with patch.dict(RULES, {"trial": Rule("trial", "shape", chamber=trial)}):
            by_rules, tried = (
                next(f for f in find(Context(design), long=long) if f.code == "trial") for long in (False, True)
            )
        self.assertEqual([plain(m.label) for m in by_rules.mends], ["Move it"])
        self.assertEqual(tried.mends, ())
        self.assertTrue(lie_in_each_other(apply_patch(design, by_rules.mends[0].patch)))
        longer = [{"op": "replace", "path": "/comb_types/0/side_bar_width_mm", "value": 60.0}]
        self.assertFalse(holds(design, longer))
        self.assertTrue(holds(design, [{"op": "replace", "path": "/name", "value": "Reef knot"}]))
        self.assertFalse(holds(design, [{"op": "replace", "path": "/nothing", "value": 1}]))

    def test_2_what_lies_beyond_reach_keeps_its_mends(self) -> None:
        """A frame spacing of 1 mm, and 9,000 supers: shown as the nearest possible, with the way there."""
        for name, change in (
            ("long-shallow", kind(0, spacing_mm=1.0)),
            ("tall-in-stack", lambda d: d["supers"][0].update(boxes=9_000)),
        ):
            with self.subTest(name):
                design = broken(name, change)
                first = find(Context(design))[0]
                self.assertEqual(first.code, "beyond-reach")
                self.assertTrue(first.mends)
                self.assertTrue(all(holds(design, mend.patch) for mend in first.mends))

    def test_2_parts_that_cannot_be_worked_out_are_a_finding_and_no_end_of_the_report(self) -> None:
        """Ground that rises over the stand's own height: Build can't make the leg, and the rest is still said."""

        def steep(d: Document) -> None:
            d["lifting"] = {"slope_along_deg": 20.0, "slope_across_deg": 20.0}
            d["stand"] = {"height_mm": 60.0}

        design = broken("bowline", steep)
        with self.assertRaises(SabakaError):
            parts_of_hive(design)
        report = build_report(design)
        self.assertEqual([f.code for f in report.findings], ["parts-unlooked"])
        self.assertIn("stand", plain(report.findings[0].text))
        self.assertTrue(report.findings[0].path and report.metrics)
        self.assertTrue(holds(design, [{"op": "replace", "path": "/name", "value": "Reef knot"}]))

    def test_2_what_an_error_explains_is_mended_at_its_root(self) -> None:
        """A frame too deep for its box also stands in the floor: the rule on frames has the way out."""
        design = broken("long-shallow", section(0, height_mm=120.0))
        found = find(Context(design))
        self.assertTrue(next(f for f in found if f.code == "frame-too-large").mends)
        self.assertEqual([f.mends for f in found if f.code == OVERLAP and "langstroth" in f.id][:1], [()])

    @settings(max_examples=100, deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(st.sampled_from(NAMES), st.integers(0, 2**32))
    def test_2_no_example_or_random_design_is_right_with_solids_in_each_other(self, name: str, seed: int) -> None:
        """Property (d), held against polygons of a reference library."""
        document = example(name)
        if seed % 10:
            _wobble(document, random.Random(seed))
        try:
            design = hive(document)
            found = reported(design, "findings", "long").findings
        except SabakaError:
            return
        if not [f for f in found if f.severity != "note"]:
            self.assertFalse(lie_in_each_other(design))


def _wobble(document: Document, dice: random.Random) -> None:
    """One to three sizes of the boxes, what hangs in them and what stands about them, somewhat off."""
    for _ in range(dice.choice((1, 1, 2, 3))):
        sizes = list(
            _sizes(
                [document[part] for part in ("chambers", "comb_types", "supers", "roof", "stand") if part in document]
            )
        )
        holder, key = dice.choice(sizes)
        old = holder[key]
        new = (
            old * dice.choice((0.8, 0.95, 1.03, 1.1, 1.4))
            if dice.random() < 0.6
            else old + dice.choice((-20, -5, 5, 20))
        )
        holder[key] = round(new, 2)


def _sizes(node: Any) -> Iterator[tuple[Any, Any]]:
    pairs = node.items() if isinstance(node, dict) else enumerate(node) if isinstance(node, list) else ()
    for key, value in pairs:
        if isinstance(value, float) and key != "saved":
            yield node, key
        yield from _sizes(value)


# Words that mark a gap as wrong, whether or not a row says so.
_BAD_WORDS = ("glued", "bridged", "built below", "doesn’t go in", "slips off", "too long", "neither closed", "overlap")
# Rules of which a sheet or a card has a row each.
_MARKED = {
    "entrance-area",
    "discs-too-near",
    "follower-foot-swells",
    "follower-foot-gap",
    "bar-too-weak",
    "colonies-share-entrance",
    "colonies-fly-near",
}


def rows_of(design: Hive, box: int) -> Iterator[tuple[str, Line, str]]:
    """Every judged row: what it is of, the row, its words."""
    for kind in design.comb_types:
        said = card(f"hive:{kind.id}", design, box)
        for line in table_of(said, "holds").lines:
            yield kind.id, line, told(line, -1).template
        for line in (each for table in said.tables if table.key == "fit" for each in table.lines):
            yield kind.id, line, line.why
    for key in ("slats", "openings", "followers", "excluders"):
        for line in lines(design, key, box):
            yield "", line, told(line).template


class Marked(TestCase):
    """Reference library."""

    def check(self, design: Hive) -> int:
        """Each mark of each chamber has its finding with place and limit, and each finding of those rules its mark."""
        marks = 0
        for box in range(len(design.chambers)):
            report = build_report(design, box=box)
            codes: set[str] = set()
            for ident, row, words in rows_of(design, box):
                mine = [f for f in report.findings if f.code in row.rules and (not ident or ident in f.id)]
                if row.good is False:
                    marks += 1
                    codes |= {f.code for f in mine}
                    self.assertTrue(mine, f"{design.name}, {ident}: {words} is marked, and no finding says so")
                    self.assertTrue(all(f.place and f.limit.template for f in mine))
                elif row.good is True:
                    self.assertFalse(any(bad in words for bad in _BAD_WORDS), f"{ident}: {words} stands unmarked")
            here = {f.code for f in report.findings if f.box == box and f.code in _MARKED}
            if design.chambers[box].run.items:
                self.assertLessEqual(here - {"bar-too-weak"}, codes, f"{design.name}: a finding without its mark")
        return marks

    def test_2_every_mark_of_every_example_is_a_finding_and_the_other_way_round(self) -> None:
        for name in NAMES:
            with self.subTest(name):
                self.check(load_hive((EXAMPLES / f"{name}.json").read_bytes()))

    def test_2_so_it_is_of_designs_with_something_wrong(self) -> None:
        changes: dict[str, tuple[str, Break]] = {
            "a frame too wide": ("long-shallow", kind(0, body_width_mm=455.0)),
            "a frame too small": ("deep-horizontal", kind(0, body_width_mm=300.0)),
            "lugs too short": ("deep-horizontal", kind(0, top_bar_mm=335.0)),
            "a deep frame": ("long-shallow", kind(0, depth_mm=170.0)),
            "a thin top bar": ("tall-in-stack", kind(0, top_bar_thickness_mm=9.0)),
            "top bars apart": ("long-shallow", kind(0, top_bar_width_mm=20.0)),
            "low rods": ("rear-access", section(1, height_mm=262.0)),
            "a large hole": ("tree-cavity", lambda d: chamber(d)["entrances"][0].update(diameter_mm=90.0)),
            "one small hole": ("straight-top-bar", lambda d: chamber(d).update(entrances=[_hole(15.0)])),
            "a long slot": ("long-shallow", lambda d: chamber(d)["entrances"][0].update(width_mm=900.0)),
            "a tall follower": ("bowline", _foot(9.0)),
            "a low foot": ("bowline", _foot(4.0)),
        }
        for what, (name, change) in changes.items():
            with self.subTest(what):
                self.assertGreater(self.check(broken(name, change)), 0)

    def test_2_what_hangs_elsewhere_is_not_judged_here(self) -> None:
        """A medium frame in the deep frames' chamber of a hive that keeps them apart."""
        design = opened("side-by-side")
        for ident, judged in (("langstroth-medium", None), ("langstroth-deep", True)):
            fit = table_of(card(f"hive:{ident}", design, 1), "fit")
            self.assertEqual({line.good for line in fit.lines}, {judged})


def _hole(bore: float) -> Document:
    return {"kind": "hole", "wall": "left", "at_mm": 200.0, "height_mm": 40.0, "diameter_mm": bore}


def _foot(gap: float) -> Break:
    def change(d: Document) -> None:
        chamber(d)["section"] = {"kind": "trapezoid", "top_mm": 440.0, "height_mm": 330.0, "slope_deg": 20.0}
        for item in chamber(d)["run"]["items"]:
            if item["kind"] == "follower":
                item["foot_gap_mm"] = gap

    return change


class FootOfTheFollower(TestCase):
    """Reference library."""

    def test_2_a_foot_that_damp_wood_glues_down_is_found_and_raised(self) -> None:
        """Hand: 330 less 9 of wood moves 0.25 % for 1 % of moisture, four either way: 3.2, and 9 leaves 5.8."""
        design = broken("bowline", _foot(9.0))
        found: list[Finding] = [f for f in find(Context(design), long=False) if f.code == "follower-foot-swells"]
        self.assertAlmostEqual(found[0].number.value, 9.0 - 321 * 0.0025 * 4, places=2)
        after = apply_patch(design, found[0].mends[0].patch)
        self.assertLess(
            len([f for f in find(Context(after), long=False) if f.code == "follower-foot-swells"]), len(found)
        )
