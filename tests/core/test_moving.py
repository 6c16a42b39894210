"""Moving in: the handbook's numbers, the ways and their rank, days, layouts, losses, making, files."""

from __future__ import annotations

import contextlib
import io
import json
from math import pi
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader
from scipy.integrate import quad

from sabaka_cli.__main__ import main
from sabaka_core import InfeasibleError, ParameterError, apply_edit, load_hive, validate_hive
from sabaka_core.base.dates import ordinal
from sabaka_core.document.hive import Choices, Hive
from sabaka_core.document.moving import Brood, Making, Moving, OldBox, Wish
from sabaka_core.document.season import Season
from sabaka_core.edits.fields import SetField
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.kit.findings import Finding
from sabaka_core.moving.bees import bees_of
from sabaka_core.moving.box import conversion_box, conversion_hive
from sabaka_core.moving.edits import LayOut, MarkBrood, MeasureOld, MoveFrom, OwnBoxes
from sabaka_core.moving.find import ways_for
from sabaka_core.moving.layouts import OLD
from sabaka_core.moving.making import break_even, costs, frame_making
from sabaka_core.moving.move import conversion_design, moving_stages
from sabaka_core.moving.on_end import needed_mm
from sabaka_core.moving.ways import Way
from sabaka_core.paper.moving_page import moving_page
from sabaka_core.report import build_report
from sabaka_core.run.layout import lay_out
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
    """Numbers of the trade, without a source; every constant stands in data/moving.toml or the catalogue."""

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
            self.assertIn("2026-04-01", caught.exception.reason)

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


class Layouts(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        name=st.sampled_from(
            ["deep-horizontal", "bowline", "long-shallow", "straight-top-bar", "two-chamber", "conversion-box"]
        ),
        standard=st.sampled_from(sorted(catalogue())),
        count=st.integers(1, 6),
        school=st.sampled_from(["excluder", "outward"]),
    )
    def test_every_stage_of_every_way_closes(self, name: str, standard: str, count: int, school: str) -> None:
        """Property: each stage is a valid design whose run closes to a tenth of a millimetre."""
        design = opened(name, standard=standard, count=count, queen_by=school)
        assert design.moving is not None
        for ranked in ways_for(design, design.moving)[2]:
            if not ranked.way.feasible:
                continue
            asked = design.model_copy(update={"moving": design.moving.model_copy(update={"way": ranked.way.id})})
            for stage in moving_stages(asked)[0]:
                validate_hive(json.loads(stage.hive.model_dump_json(exclude_none=True)))
                layout = lay_out(stage.hive, stage.hive.chambers[stage.box])
                self.assertLess(abs(layout.leftover_mm), 0.1)

    def test_the_day_itself_has_an_empty_comb_at_each_end(self) -> None:
        stage = moving_stages(opened("deep-horizontal", way="on-end", count=5))[0][0]
        combs = [p.item for p in lay_out(stage.hive, stage.hive.chambers[0]).nest_combs]
        self.assertEqual([c.type == OLD for c in combs], [False, *[True] * 5, False])  # type: ignore[union-attr]

    def test_the_queen_stands_by_the_entrance_with_the_excluder_behind(self) -> None:
        stage = moving_stages(opened("deep-horizontal", way="on-end", count=3))[0][1]
        kinds = [i.kind for i in stage.hive.chambers[0].run.items]
        self.assertLess(kinds.index("comb"), kinds.index("excluder"))
        types = [i.type for i in stage.hive.chambers[0].run.items if i.kind == "comb"]
        self.assertEqual(types[-3:], [OLD] * 3)

    def test_writing_a_stage_into_the_run_and_undoing_the_move(self) -> None:
        design = opened("deep-horizontal", way="on-end", count=3)
        laid = apply_edit(design, LayOut(stage=0))
        self.assertIn(OLD, {k.id for k in laid.comb_types})
        report = build_report(laid)
        self.assertFalse([f for f in report.findings if f.severity == "error"], [f.code for f in report.findings])
        last = apply_edit(laid, LayOut(stage=3))
        self.assertNotIn(OLD, {k.id for k in last.comb_types})
        with self.assertRaises(ParameterError):
            apply_edit(design, LayOut(stage=9))

    def test_a_stage_in_the_conversion_box_isnt_written_into_the_hive(self) -> None:
        with self.assertRaises(ParameterError) as caught:
            apply_edit(opened("deep-horizontal", way="parallel-box"), LayOut(stage=0))
        self.assertEqual(caught.exception.code, "other-hive")

    def test_a_log_has_no_run_to_lay_out(self) -> None:
        design = opened("tree-cavity", bees="swarm")
        report = said(design, "moving")
        self.assertIsNone(report.moments)
        self.assertNotIn("rod", report.drawings)


class Box(TestCase):
    def test_the_box_as_a_design_of_its_own_is_sound(self) -> None:
        for spacers in ("half", "full"):
            box = conversion_design(opened("deep-horizontal", spacers=spacers, count=4))
            report = build_report(box)
            self.assertFalse([f.code for f in report.findings if f.severity == "error"])
            self.assertEqual(box.system, "conversion-box")

    def test_out_of_boards_when_no_box_is_as_wide(self) -> None:
        """A narrower old frame: its half gets the spacers."""
        design, moving = opened("side-by-side"), Moving(standard="layens", count=3)
        bees, room, ranked = ways_for(design, moving)
        box = conversion_box(bees, room, moving)
        self.assertTrue(box.from_boards)
        self.assertFalse(box.old_is_wide)
        self.assertTrue(next(r.way for r in ranked if r.way.id == "parallel-box").feasible)
        built = conversion_hive(bees, room, moving)
        self.assertFalse([f.code for f in build_report(built).findings if f.severity == "error"])

    def test_discs_dont_overlap(self) -> None:
        box = conversion_design(opened("deep-horizontal", count=4))
        first, second = box.chambers[0].entrances
        self.assertGreaterEqual(second.at_mm - first.at_mm, 100)

    @settings(max_examples=60, deadline=None)
    @given(across=st.floats(360, 700), height=st.floats(120, 320), tolerance=st.floats(0, 4))
    def test_spacers_and_what_they_leave_make_up_the_box(self, across: float, height: float, tolerance: float) -> None:
        """Property: two spacers and the new width are the box; base and boxes are the new depth."""
        mine = OldBox(across_mm=across, along_mm=380, height_mm=height, rest_depth_mm=16, rest_width_mm=9.5)
        moving = Moving(boxes=(mine,), box_tolerance_mm=tolerance)
        bees, room, ranked = ways_for(narrow_deep(), moving)
        box = conversion_box(bees, room, moving)
        self.assertAlmostEqual(2 * box.spacer_mm + box.narrow_mm, box.wide_mm)
        self.assertAlmostEqual(box.base_mm + height - 16, box.drop_mm)
        way = next(r.way for r in ranked if r.way.id == "parallel-box")
        if way.feasible:
            self.assertGreaterEqual(box.play_ends_mm[0], 0.5 - 1e-9)


class MakeBuyPool(TestCase):
    def test_break_even_against_counting(self) -> None:
        """Hand: a tool of 150 that saves 3 a frame has paid at 50."""
        self.assertEqual(break_even(150, 3), 50)
        self.assertEqual(break_even(151, 3), 51)
        self.assertIsNone(break_even(150, 0))

    @settings(max_examples=60, deadline=None)
    @given(
        tool=st.floats(0, 900), wood=st.floats(0, 5), buy=st.floats(0, 9), n=st.integers(1, 400), k=st.integers(1, 30)
    )
    def test_pooling_never_costs_more_than_a_tool_of_ones_own(
        self, tool: float, wood: float, buy: float, n: int, k: int
    ) -> None:
        found = costs(Making(frames=n, keepers=k, tool_price=tool, wood_price=wood, buy_price=buy), 5.0)
        self.assertLessEqual(found.pool, found.make + 1e-9)
        if found.make_from is not None and found.make_from < 5000:
            at = costs(
                Making(frames=max(found.make_from, 1), keepers=k, tool_price=tool, wood_price=wood, buy_price=buy), 5.0
            )
            self.assertLessEqual(at.make, at.buy + 1e-6)

    def test_the_saw_settings_come_from_the_parts_own_sizes(self) -> None:
        frame = catalogue()["langstroth-deep"].carrier
        assert frame.kind == "frame"
        bar = next(p for p in frame_making(frame, 10) if p.name == "Top bar")
        self.assertEqual(
            [s.fence_mm for s in bar.steps][:3], [round(bar.sizes_mm[2], 1), bar.sizes_mm[1], bar.sizes_mm[0]]
        )


class Edits(TestCase):
    def test_measured_frames_and_their_tolerance(self) -> None:
        design = apply_edit(
            apply_edit(opened("deep-horizontal"), MeasureOld()), SetField(path="/moving/own/depth_mm", text="233")
        )
        design = apply_edit(design, SetField(path="/moving/own/tolerance_mm", text="2.5"))
        assert design.moving is not None and design.moving.own is not None
        self.assertEqual(design.moving.standard, "own")
        side = next(g for g in way_of(design, "on-end", **design.moving.model_dump()).gaps if g.rule == "side")
        self.assertAlmostEqual(side.most_mm - side.least_mm, 2.5)
        self.assertAlmostEqual(side.nominal_mm, (349.25 - 233) / 2)

    def test_other_bees_forget_way_and_marks(self) -> None:
        design = apply_edit(opened("deep-horizontal", way="on-end"), MarkBrood())
        assert design.moving is not None and design.moving.brood is not None
        other = apply_edit(design, MoveFrom(bees="frames", standard="smith"))
        assert other.moving is not None
        self.assertIsNone(other.moving.way)
        self.assertIsNone(other.moving.brood)
        self.assertIsNone(apply_edit(design, MarkBrood(forget=True)).moving.brood)  # type: ignore[union-attr]

    def test_own_boxes_are_the_catalogues_to_begin_with(self) -> None:
        design = apply_edit(opened("deep-horizontal"), OwnBoxes())
        assert design.moving is not None
        self.assertEqual(design.moving.boxes[-1].across_mm, 466.725)
        with self.assertRaises(InfeasibleError):
            apply_edit(opened("long-shallow", standard="rear-access"), OwnBoxes())

    def test_a_queens_day_is_emptied_by_typing_nothing(self) -> None:
        design = opened("deep-horizontal", queen_day="2026-06-20")
        emptied = apply_edit(design, SetField(path="/moving/queen_day", text=" "))
        assert emptied.moving is not None
        self.assertIsNone(emptied.moving.queen_day)

    def test_the_season_decides_what_is_out_of_season(self) -> None:
        warm = opened("deep-horizontal", day="2026-01-20").model_copy(update={"season": Season(climate="tropical")})
        self.assertNotIn("out-of-season", [f.code for f in said(warm, "moving").findings])
