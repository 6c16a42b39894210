"""Moving in: the handbook's numbers, the ways and their rank, days, layouts, losses, making, files."""

from __future__ import annotations

import contextlib
import io
import json
from math import pi
from typing import Any
from unittest import TestCase

from pypdf import PdfReader
from scipy.integrate import quad

from sabaka_cli.__main__ import main
from sabaka_core import InfeasibleError, ParameterError, apply_edit, load_hive
from sabaka_core.base.dates import ordinal
from sabaka_core.document.hive import Choices, Hive
from sabaka_core.document.moving import Brood, Moving, OldBox, Wish
from sabaka_core.edits.fields import SetField
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.kit.findings import Finding
from sabaka_core.moving.bees import bees_of
from sabaka_core.moving.find import ways_for
from sabaka_core.moving.making import frame_making
from sabaka_core.moving.move import conversion_design, moving_stages
from sabaka_core.moving.on_end import needed_mm
from sabaka_core.moving.ways import Way
from sabaka_core.paper.moving_page import moving_page
from tests.core.support import EXAMPLES, example, hive, said


def opened(name: str, **moving: Any) -> Hive:
    design = load_hive((EXAMPLES / f"{name}.json").read_bytes())
    return design.model_copy(update={"moving": Moving(**moving)})


def narrow_deep(height_mm: float = 434.975) -> Hive:
    """The catalogue's narrow-deep hive without litter: 425.45 from rest to floor."""
    document = example("deep-horizontal")
    chamber = document["chambers"][0]
    chamber["section"] = {"kind": "rectangle", "width_mm": 349.25, "height_mm": height_mm}
    chamber["litter"] = {"kind": "none"}
    return hive(document)


def way_of(design: Hive, ident: str, **moving: Any) -> Way:
    ranked = ways_for(design, Moving(**moving))[2]
    return next(r.way for r in ranked if r.way.id == ident)


def part(way: Way, name: str) -> tuple[float, ...]:
    return next(p.sizes_mm for p in way.parts if p.name == name)


WIDE_SHALLOW_BOXES = (
    OldBox(
        name="shallow",
        across_mm=466.725,
        along_mm=374.65,
        height_mm=144.4625,
        rest_depth_mm=15.875,
        rest_width_mm=9.525,
    ),
    OldBox(
        name="deep", across_mm=466.725, along_mm=374.65, height_mm=244.475, rest_depth_mm=19.05, rest_width_mm=9.525
    ),
)


def finding(code: str, moving: Moving) -> Finding:
    """What is said of moving so into the narrow deep hive."""
    found = said(narrow_deep().model_copy(update={"moving": moving}), "moving").findings
    return next(each for each in found if each.code == code)


class TradeChecks(TestCase):
    """Published: numbers of the trade, without a source; every constant stands in data/moving.toml or the catalogue."""

    def test_a_wide_shallow_box_narrowed_for_narrow_deep_frames(self) -> None:
        way = way_of(narrow_deep(), "parallel-box", boxes=WIDE_SHALLOW_BOXES, spacers="full")
        long, _, thick = part(way, "Spacer box")
        self.assertAlmostEqual(thick, 58.7, delta=0.06)
        self.assertAlmostEqual(long, 371.5, delta=0.06)
        self.assertAlmostEqual(part(way, "Floor filler")[0], 463.6, delta=0.06)
        self.assertAlmostEqual(part(way, "Base spacer")[2], 55.6, delta=0.06)

    def test_the_riser_of_a_lugged_wide_frame_on_end(self) -> None:
        """482.6 + 22.225 + 9.525 − 425.45 = 88.9."""
        self.assertAlmostEqual(way_of(narrow_deep(), "on-end").riser_mm, 88.9, places=6)

    def test_two_mediums_joined_and_stood(self) -> None:
        stood = catalogue()["joined-and-stood"].carrier
        assert stood.kind == "frame"
        self.assertAlmostEqual(stood.body_width_mm, 317.5)
        self.assertAlmostEqual(stood.depth_mm - stood.top_bar_thickness_mm, 447.7, delta=0.05)
        way = way_of(narrow_deep(490.0), "joined", standard="langstroth-medium")
        self.assertIn("317.5 × 447.7", way.how)

    def test_a_hybrid_deep_box_takes_the_lugless_wide_frame_and_not_the_lugged_one(self) -> None:
        box = catalogue()["hybrid-deep"].box
        wide = catalogue()["langstroth-deep"].carrier
        assert box is not None and wide.kind == "frame"
        self.assertLessEqual(needed_mm(wide, 2), box.rest_to_floor_mm)
        self.assertGreater(needed_mm(wide, 0), box.rest_to_floor_mm)
        design = narrow_deep(box.height_mm)
        self.assertEqual(way_of(design, "on-end-no-lugs").riser_mm, 0)
        self.assertGreater(way_of(design, "on-end").riser_mm, 0)
        self.assertTrue(way_of(design, "universal").feasible)

    def test_sixty_tall_frames_are_120_side_bars_of_nine_passes(self) -> None:
        tall = catalogue()["tall-one-piece"].carrier
        assert tall.kind == "frame"
        side = next(p for p in frame_making(tall, 60) if p.name == "Side bar")
        self.assertEqual((side.count, side.passes_each, side.passes), (120, 9, 1080))

    def test_one_lug_off_is_half_of_both(self) -> None:
        """(top bar + body) / 2."""
        wide = catalogue()["langstroth-deep"].carrier
        assert wide.kind == "frame"
        self.assertAlmostEqual(needed_mm(wide, 1), (482.6 + 447.675) / 2 + 22.225 + 9.525)


class Losses(TestCase):
    """Published."""

    def test_comb_lost_and_kept_make_up_the_whole(self) -> None:
        bees = bees_of(Moving(count=1), Choices())
        halves = dict.fromkeys(bees.slices, 100.0)
        kept_mm2 = 200.0 * (bees.bottom_mm - bees.top_mm)
        self.assertAlmostEqual(bees.lost(halves).comb_cm2 * 100 + kept_mm2, bees.area_mm2, delta=bees.area_mm2 * 1e-6)

    def test_the_usual_disc_of_brood_is_as_large_as_its_share(self) -> None:
        bees = bees_of(Moving(count=1), Choices())
        oval = bees.brood
        self.assertAlmostEqual(
            pi * oval.half_wide_mm * oval.half_high_mm, 0.55 * bees.area_mm2, delta=bees.area_mm2 * 0.01
        )

    def test_brood_lost_against_numerical_integration(self) -> None:
        """Reference library: scipy integrates the oval's chords beyond what stays."""
        bees = bees_of(Moving(count=1, brood=Brood(wide_mm=400, high_mm=160, below_mm=120)), Choices())
        lost = bees.lost(dict.fromkeys(bees.slices, 120.0))
        oval = bees.brood
        area, _ = quad(lambda y: 2 * max(oval.half_at(y) - 120.0, 0.0), 40, 200, limit=200)
        cells = 2 * area / 100 * 2 / (3**0.5 * 0.54**2)
        self.assertAlmostEqual(lost.brood_cells, cells, delta=cells * 0.01)

    def test_marked_brood_changes_what_is_lost(self) -> None:
        wide = Brood(wide_mm=420, high_mm=120, below_mm=120)
        usual, marked = (way_of(narrow_deep(), "cut-down", brood=b).lost.brood_cells for b in (None, wide))
        self.assertNotAlmostEqual(usual, marked, delta=100)

    def test_a_swarm_loses_nothing_and_a_shaken_colony_all(self) -> None:
        design = narrow_deep()
        self.assertEqual(way_of(design, "shaken", bees="swarm").lost.part, 0)
        self.assertAlmostEqual(way_of(design, "shaken").lost.part, 1, places=6)


class Ranking(TestCase):
    """Published."""

    def ranked(self, wish: Wish) -> list[str]:
        return [r.way.id for r in ways_for(narrow_deep(), Moving(wish=wish))[2]]

    def test_it_changes_with_the_first_wish_and_says_why(self) -> None:
        firsts = {
            wish: self.ranked(wish)[0]
            for wish in ("no-comb-cut", "fewest-parts", "soonest", "old-frames-stay", "least-lifting")
        }
        self.assertGreaterEqual(len(set(firsts.values())), 3, firsts)
        whys = {wish: ways_for(narrow_deep(), Moving(wish=wish))[2][0].why for wish in firsts}
        self.assertIn("parts", whys["fewest-parts"])
        self.assertIn("days", whys["soonest"])
        self.assertIn("comb", whys["no-comb-cut"])

    def test_what_doesnt_go_stands_last_with_its_number(self) -> None:
        ranked = ways_for(narrow_deep(), Moving())[2]
        goes = [r.way.feasible for r in ranked]
        self.assertEqual(goes, sorted(goes, reverse=True))
        last = ranked[-1]
        self.assertRegex(last.why, r"Doesn’t go: .*mm short")

    def test_every_kind_of_bees_finds_a_way_into_every_example(self) -> None:
        for path in sorted(EXAMPLES.glob("*.json")):
            for kind in ("frames", "bars", "fixed", "swarm"):
                with self.subTest(hive=path.stem, bees=kind):
                    ranked = ways_for(load_hive(path.read_bytes()), Moving(bees=kind, count=3))[2]
                    self.assertTrue(ranked[0].way.feasible)


class BadInput(TestCase):
    """Published."""

    def test_a_tolerance_makes_a_spacer_jam_or_leak(self) -> None:
        jams = way_of(narrow_deep(), "parallel-box", box_tolerance_mm=3.0)
        play = next(g for g in jams.gaps if g.rule == "play")
        self.assertEqual(play.verdict, "short")
        self.assertIn("jams", play.words)
        # 1.5875 + 1.5 over 3 at the large end, 0.0875 at the small: both ends are told, the jam first.
        self.assertGreater(play.most_mm, 3.0)

    def test_a_riser_taller_than_the_roof_allows(self) -> None:
        design = narrow_deep().model_copy(update={"roof": hive(example("long-shallow")).roof})
        assert design.roof is not None
        low = design.model_copy(update={"roof": design.roof.model_copy(update={"clearance_mm": 60.0})})
        way = way_of(low, "on-end")
        self.assertFalse(way.feasible)
        self.assertIn("28.9", f"{-way.margin_mm:.1f}")
        self.assertIn("Raise the roof by 29 mm", way.nearest)

    def test_more_combs_than_places(self) -> None:
        found = finding("doesnt-go", Moving(count=30, way="on-end"))
        self.assertIn("more combs than the run has places", found.text.template)
        self.assertRegex(found.why, r"Move \d+ combs")

    def test_a_day_out_of_season_names_the_nearest_that_does(self) -> None:
        found = finding("out-of-season", Moving(day="2026-01-10"))
        self.assertIn("10 Jan", found.text.template)
        self.assertRegex(found.why, r"(Apr|May)")
        self.assertEqual([mend.label.template.split()[0] for mend in found.mends], ["Move"])

    def test_reversed_dates_are_an_error_of_their_field(self) -> None:
        with self.assertRaises(ParameterError) as caught:
            said(narrow_deep().model_copy(update={"moving": Moving(way="on-end", queen_day="2026-05-01")}), "moving")
        self.assertEqual(caught.exception.field, "/moving/queen_day")

    def test_no_entrance_beside_the_combs(self) -> None:
        design = narrow_deep()
        chamber = design.chambers[0].model_copy(update={"entrances": design.chambers[0].entrances[-1:]})
        shut = design.model_copy(update={"chambers": (chamber,), "moving": Moving(way="on-end", count=2)})
        found = next(f for f in said(shut, "moving").findings if f.code == "no-entrance")
        self.assertIn("Bore one", found.why)

    def test_a_day_that_isnt_one_is_refused_where_it_is_typed(self) -> None:
        for typed in ("abc", "2026-13-40", "20 May"):
            with self.assertRaises(ParameterError) as caught:
                apply_edit(narrow_deep(), SetField(path="/moving/day", text=typed))
            self.assertEqual(caught.exception.field, "/moving/day")
            self.assertIn("1 Apr 2026", caught.exception.reason)

    def test_an_unknown_frame_and_one_not_measured(self) -> None:
        for standard, field in (("no-such", "standard"), ("own", "/moving/own")):
            with self.assertRaises(ParameterError) as caught:
                said(narrow_deep().model_copy(update={"moving": Moving(standard=standard)}), "moving")
            self.assertEqual(caught.exception.field, field)

    def test_no_box_for_leaning_walls(self) -> None:
        with self.assertRaises(InfeasibleError) as caught:
            conversion_design(opened("bowline"))
        self.assertIn("leaning walls", caught.exception.nearest)


class Days(TestCase):
    """Published."""

    def steps(self, way: str, **moving: Any) -> dict[str, int]:
        plan = moving_stages(narrow_deep().model_copy(update={"moving": Moving(way=way, day="2026-05-20", **moving)}))[
            1
        ]
        return {step.id: step.day - ordinal("2026-05-20") for step in plan.steps}

    def test_worker_brood_clear_21_and_drones_24_days_after_the_queen(self) -> None:
        days = self.steps("on-end", queen_day="2026-06-01")
        self.assertEqual((days["stand"], days["move"], days["queen"]), (-10, 0, 12))
        self.assertEqual((days["cells"] - 12, days["clear"] - 12, days["out"] - 12), (5, 21, 24))

    def test_slings_off_after_five_days_and_the_candy_in_two(self) -> None:
        days = self.steps("tied-in")
        self.assertEqual((days["candy"], days["slings"]), (2, 5))

    def test_without_an_excluder_combs_go_outward_a_place_a_visit(self) -> None:
        days = self.steps("on-end", queen_by="outward", visit_days=7)
        self.assertEqual([days[f"outward-{n}"] for n in (1, 2, 3)], [7, 14, 21])
        self.assertNotIn("cells", days)

    def test_steps_are_in_the_order_of_their_days(self) -> None:
        for way in ("on-end", "parallel-box", "tied-in", "shaken", "cut-down"):
            values = list(self.steps(way).values())
            self.assertEqual(values, sorted(values))


class Files(TestCase):
    """Published."""

    def test_the_page_is_one_a4_page_with_parts_and_days(self) -> None:
        for way in ("on-end", "parallel-box", "cut-down"):
            design = narrow_deep().model_copy(update={"moving": Moving(way=way)})
            pages = PdfReader(io.BytesIO(moving_page(design))).pages
            self.assertEqual(len(pages), 1)
            self.assertAlmostEqual(float(pages[0].mediabox.width), 595.3, delta=0.5)
            words = pages[0].extract_text()
            self.assertIn("The day itself", words)
            self.assertIn("Parts", words)

    def test_the_command_line(self) -> None:
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            code = main(["convert", str(EXAMPLES / "deep-horizontal.json"), "--from", "dadant-brood", "--count", "4"])
        report = json.loads(out.getvalue())
        self.assertEqual((code, report["lead"]["template"].split(" into ")[0]), (0, "Dadant brood"))
        parts = next(table["lines"] for table in report["tables"] if table["key"] == "parts")
        self.assertIn("4 ×", {line["cells"][0]["template"][:3] for line in parts})
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            main(["matrix", "--text"])
        self.assertEqual(len(out.getvalue().splitlines()), len(catalogue()) * len(list(EXAMPLES.glob("*.json"))))
