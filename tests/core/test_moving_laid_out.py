"""Moving in laid out: the runs of its days, the conversion box, what making costs, edits."""

from __future__ import annotations

import json
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from sabaka_core import InfeasibleError, ParameterError, apply_edit, validate_hive
from sabaka_core.document.moving import Making, Moving, OldBox
from sabaka_core.document.season import Season
from sabaka_core.edits.fields import SetField
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.moving.box import conversion_box
from sabaka_core.moving.edits import LayOut, MarkBrood, MeasureOld, MoveFrom, OwnBoxes
from sabaka_core.moving.find import ways_for
from sabaka_core.moving.later import conversion_hive
from sabaka_core.moving.layouts import OLD
from sabaka_core.moving.making import break_even, costs, frame_making
from sabaka_core.moving.move import conversion_design, moving_stages
from sabaka_core.report import build_report
from sabaka_core.run.layout import lay_out
from tests.core.support import said
from tests.core.test_moving import narrow_deep, opened, way_of


class Layouts(TestCase):
    """Hand."""

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
    """Hand."""

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
    """Hand."""

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
    """Hand."""

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
