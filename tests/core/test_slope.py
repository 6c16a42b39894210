"""The slope finder, against the closed form, brute force and its own definition."""

from __future__ import annotations

import contextlib
import io
import json
from itertools import pairwise
from math import atan, cos, degrees, radians, sqrt, tan
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from sabaka_cli.__main__ import main
from sabaka_core.combs.slope import (
    CombBrief,
    best_from_board,
    from_board,
    leaning,
    point,
    steepest_clear_deg,
    steepest_possible_deg,
    sweep,
)
from sabaka_core.edits.apply import apply_edit
from sabaka_core.edits.fields import ReshapeSection
from sabaka_core.kit.tables import practice
from tests.core.support import EXAMPLES, example, hive, reported, told

BRIEFS = st.builds(
    CombBrief,
    st.floats(250, 460),
    st.sampled_from([6.0, 9.5]),
    st.floats(10, 40),
    st.sampled_from(["catenary", "parabola"]),
)
TOPS, HEIGHTS = st.floats(380, 520), st.floats(240, 360)


class SteepestClear(TestCase):
    """Reference library."""

    def test_the_parabola_in_closed_form(self) -> None:
        """Handbook: tanθ = (p + √(p² − w²/4)) / 2h, p = Wt/2 − bee space (level)."""
        brief = CombBrief(390, 9.5, 15, "parabola")
        slope = steepest_clear_deg(brief, 440, 300)
        assert slope is not None
        p, w, h = 220 - 9.5 / cos(radians(slope)), 390, 285
        self.assertAlmostEqual(slope, degrees(sqrt_lean(p, w, h)), places=5)

    @settings(max_examples=60)
    @given(BRIEFS, TOPS, HEIGHTS)
    def test_it_is_clear_and_a_little_more_is_not(self, brief: CombBrief, top: float, height: float) -> None:
        slope = steepest_clear_deg(brief, top, height)
        if slope is None:
            self.assertLess(brief.hung_in(leaning(top, height, 0)).least_clearance_mm, brief.clearance_mm)
            return
        self.assertGreaterEqual(
            brief.hung_in(leaning(top, height, slope)).least_clearance_mm, brief.clearance_mm - 1e-5
        )
        if slope < steepest_possible_deg(top, height) - 0.1:
            beyond = brief.hung_in(leaning(top, height, slope + 0.05))
            self.assertLess(beyond.least_clearance_mm, brief.clearance_mm)

    def test_the_floor_keeps_its_least_width(self) -> None:
        """A short guide never meets the walls, so the floor stops the lean."""
        slope = steepest_clear_deg(CombBrief(100, 9.5, 15, "catenary"), 440, 300)
        assert slope is not None
        self.assertAlmostEqual(leaning(440, 300, slope).floor_mm, practice("least_floor").number, places=6)

    def test_no_slope_suits_a_top_narrower_than_the_least_floor(self) -> None:
        self.assertIsNone(steepest_clear_deg(CombBrief(60, 9.5, 15, "catenary"), 79, 300))


def sqrt_lean(p: float, w: float, h: float) -> float:
    """The closed form as an angle [rad]."""
    return atan((p + sqrt(p * p - w * w / 4)) / (2 * h))


class Sweep(TestCase):
    """Reference library."""

    @settings(max_examples=30)
    @given(BRIEFS, TOPS, HEIGHTS)
    def test_steeper_walls_leave_less_unused_and_never_more_comb(
        self, brief: CombBrief, top: float, height: float
    ) -> None:
        """Property: why “most comb” is no objective: it always wins at 0°."""
        end = min(35.0, steepest_possible_deg(top, height))
        points = sweep(brief, lambda slope: leaning(top, height, slope), [end * i / 20 for i in range(21)])
        for before, after in pairwise(points):
            self.assertLessEqual(after.comb_mm2, before.comb_mm2 + 0.5)
            self.assertLess(after.unused_mm2, before.unused_mm2)
        for each in points:
            self.assertAlmostEqual(each.comb_mm2 + each.unused_mm2, each.section.area_mm2, places=4)


class FromABoard(TestCase):
    """Reference library."""

    @given(st.floats(380, 520), st.floats(250, 400), st.floats(12, 40), st.floats(0, 30))
    def test_the_side_comes_out_of_the_board(self, top: float, board: float, thick: float, slope: float) -> None:
        section = from_board(top, board, thick, slope)
        if section.floor_mm > 1:
            self.assertAlmostEqual(section.board_width_mm(thick), board, places=6)
            self.assertAlmostEqual(section.slope_deg, slope, places=6)

    def test_the_best_against_brute_force(self) -> None:
        """Hand: every hundredth of a degree is tried."""
        for guide, board, thick in ((410, 330, 22), (380, 286, 19), (420, 360, 38)):
            with self.subTest(guide=guide, board=board):
                brief = CombBrief(guide, 9.5, 15, "catenary")
                best = best_from_board(brief, 440, board, thick)
                assert best is not None
                tried = sweep(
                    brief, lambda s, b=board, t=thick: from_board(440, b, t, s), [i / 100 for i in range(4500)]
                )
                most = max((p for p in tried if p.contact_mm <= 0), key=lambda p: p.comb_share)
                self.assertAlmostEqual(best.slope_deg, most.slope_deg, delta=0.02)
                self.assertGreaterEqual(best.comb_share, most.comb_share - 1e-6)

    def test_a_board_too_narrow_for_a_comb_gives_none(self) -> None:
        self.assertIsNone(best_from_board(CombBrief(410, 9.5, 15, "catenary"), 440, 90, 22))


class OnTheBench(TestCase):
    """Reference library."""

    def test_advice_does_what_it_says(self) -> None:
        design = hive(example("bowline"))
        clear, board = reported(design, draw=("slope",)).tables["advice"].lines
        assert clear.choose and board.choose
        leaned = apply_edit(design, _edit(clear.choose.edit))
        metrics = reported(leaned, "metrics").metrics
        self.assertGreaterEqual(metrics["comb.least_clearance_mm"].value, 9.5 - 1e-6)
        self.assertAlmostEqual(
            metrics["section.slope_from_vertical_deg"].value, told(clear).values["slope"].value, delta=0.01
        )
        built = reported(apply_edit(design, ReshapeSection.model_validate(board.choose.edit)), "metrics").metrics
        self.assertAlmostEqual(built["section.board_width_mm"].value, 330, delta=0.01)
        self.assertGreaterEqual(built["comb.least_clearance_mm"].value, 9.5 - 0.01)

    def test_the_chart_passes_through_the_design_as_it_is(self) -> None:
        design = hive(example("bowline"))
        report = reported(design, "metrics", draw=("slope",))
        here = report.metrics["comb.predicted_area_cm2"].value
        chart = report.charts["slope"]
        comb = next(series for series in chart.series if series.key == "comb")
        assert comb.now is not None
        self.assertAlmostEqual(comb.now.value, here)
        assert chart.now is not None
        curve = [value for value in comb.values if value is not None]
        self.assertAlmostEqual(np.interp(chart.now, chart.places[: len(curve)], curve), here, delta=0.5)

    def test_the_command_line_prints_the_same_sweep(self) -> None:
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            self.assertEqual(main(["slope", str(EXAMPLES / "bowline.json"), "--points", "21"]), 0)
        printed = json.loads(out.getvalue())
        self.assertEqual(len(printed["sweep"]), 21)
        self.assertAlmostEqual(printed["steepest_clear_deg"], 20.25, delta=0.02)
        first = point(CombBrief(410, 9.5, 15, "catenary"), leaning(440, 300, 0))
        self.assertAlmostEqual(printed["sweep"][0]["comb_cm2"], first.comb_mm2 / 100, delta=2)
        self.assertAlmostEqual(tan(radians(printed["sweep"][-1]["slope_deg"])) * 600, 440 - 80, places=3)


def _edit(raw: dict[str, object]):  # type: ignore[no-untyped-def]
    from pydantic import TypeAdapter

    from sabaka_core.actions import AnyEdit

    return TypeAdapter(AnyEdit).validate_python(raw)
