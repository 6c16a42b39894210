"""Lifting: the equation, body and stand, loads, seasons against the stack, changes that help."""

from __future__ import annotations

import contextlib
import io
import json
from math import cos, isinf, radians, tan
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import ValidationError

from sabaka_cli.__main__ import main
from sabaka_core import ParameterError, apply_edit, load_hive
from sabaka_core.document.hive import Hive, Stand
from sabaka_core.document.lifting import Lifting
from sabaka_core.edits.apply import apply_edit as apply_any
from sabaka_core.edits.fields import SetField
from sabaka_core.edits.patches import Patch
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.whole import whole
from sabaka_core.lifting.body import body_of
from sabaka_core.lifting.loads import Lid, people, stack_box
from sabaka_core.lifting.niosh import LiftAt, frequency_multiplier, lifting_index, multipliers
from sabaka_core.lifting.stand import standing_of
from tests.core.support import EXAMPLES, column, example, hive, said


def opened(name: str, **lifting: Any) -> Hive:
    design = load_hive((EXAMPLES / f"{name}.json").read_bytes())
    return design.model_copy(update={"lifting": Lifting(**lifting)})


def worst_index(design: Hive) -> float:
    return said(design, "lifting").metrics["lifting.worst_index"].value


class Equation(TestCase):
    """Published: waters, Putz-Anderson and Garg 1994 (DHHS 94-110), quoted from memory; its figures use
    rounded multipliers."""

    def test_the_first_worked_example(self) -> None:
        """Loading a punch press: 44 lb, H 23 in, V 15 in, D 49 in, fair grip: RWL about 16 lb, LI about 2.7."""
        m = multipliers(LiftAt(23 * 25.4, 15 * 25.4, 49 * 25.4), "fair", 0.2, 1)
        pounds = m.recommended_kg / 0.45359237
        self.assertAlmostEqual(pounds, 16.3, delta=16.3 * 0.05)
        self.assertAlmostEqual(lifting_index(44 * 0.45359237, m.recommended_kg), 2.7, delta=0.15)

    def test_the_best_lift_is_the_load_constant(self) -> None:
        self.assertEqual(multipliers(LiftAt(250, 750, 250), "good", 0.2, 1).recommended_kg, 23.0)

    def test_multipliers_of_the_manuals_tables(self) -> None:
        """Table rows in inches, printed to two digits."""
        for inches, hm in ((10, 1.00), (12, 0.83), (16, 0.63), (20, 0.50), (24, 0.42)):
            self.assertAlmostEqual(
                multipliers(LiftAt(inches * 25.4, 750, 200), "good", 0.2, 1).horizontal, hm, delta=0.016
            )
        for inches, vm in ((0, 0.78), (30, 1.00), (50, 0.85), (60, 0.78)):
            self.assertAlmostEqual(
                multipliers(LiftAt(250, inches * 25.4, 200), "good", 0.2, 1).vertical, vm, delta=0.013
            )
        for degrees, am in ((0, 1.00), (45, 0.86), (90, 0.71), (135, 0.57)):
            self.assertAlmostEqual(
                multipliers(LiftAt(250, 750, 200, degrees), "good", 0.2, 1).asymmetric, am, delta=0.006
            )
        for rate, hours, high, fm in (
            (0.2, 1, False, 1.00),
            (4, 2, True, 0.72),
            (9, 8, False, 0.0),
            (9, 8, True, 0.15),
            (12, 1, True, 0.37),
            (16, 1, True, 0.0),
        ):
            self.assertAlmostEqual(frequency_multiplier(rate, hours, high), fm)  # type: ignore[arg-type]

    def test_beyond_its_tables_no_lift_is_allowed(self) -> None:
        for at in (LiftAt(640, 750, 200), LiftAt(250, 1760, 200), LiftAt(250, 750, 1760), LiftAt(250, 750, 200, 140)):
            m = multipliers(at, "good", 0.2, 1)
            self.assertEqual(m.recommended_kg, 0)
            self.assertTrue(isinf(lifting_index(5, m.recommended_kg)))
        with self.assertRaises(ParameterError):
            multipliers(LiftAt(250, -5, 200), "good", 0.2, 1)

    @settings(max_examples=80, deadline=None)
    @given(
        out=st.floats(250, 600),
        height=st.floats(0, 740),
        travel=st.floats(100, 900),
        turn=st.floats(0, 120),
        load=st.floats(1, 30),
    )
    def test_directions(self, out: float, height: float, travel: float, turn: float, load: float) -> None:
        """Property: farther hands, a lower start, a longer way, more turn, a heavier comb never lower the index."""

        def index(o: float = out, h: float = height, t: float = travel, a: float = turn, kg: float = load) -> float:
            return lifting_index(kg, multipliers(LiftAt(o, h, t, a), "fair", 1.0, 1).recommended_kg)

        now = index()
        self.assertGreaterEqual(index(o=out + 20), now)
        self.assertGreaterEqual(index(h=max(height - 50, 0)), now - 1e-12)
        self.assertGreaterEqual(index(t=travel + 50), now)
        self.assertGreaterEqual(index(a=turn + 10), now)
        self.assertGreater(index(kg=load + 1), now)


class StandAndBody(TestCase):
    """Published."""

    def test_proportions_follow_the_height_until_measured(self) -> None:
        self.assertAlmostEqual(body_of(Lifting(height_mm=1700)).elbow_mm, 0.63 * 1700)
        self.assertEqual(body_of(Lifting(height_mm=1700, elbow_mm=1000)).elbow_mm, 1000)

    def test_heights_outside_peoples_range(self) -> None:
        for wrong in (900.0, 2600.0):
            with self.assertRaises(ValidationError):
                Lifting(height_mm=wrong)
        with self.assertRaises(ParameterError) as caught:
            apply_edit(opened("bowline"), SetField(path="/lifting/height_mm", text="3 m"))
        self.assertEqual(caught.exception.field, "/lifting/height_mm")

    def legs(self, **lifting: Any) -> dict[str, tuple[float, float]]:
        design = opened("long-shallow", **lifting).model_copy(update={"stand": Stand(height_mm=600, splay_deg=10)})
        a = analyse(design, main_box(design))
        assert design.lifting is not None
        return {leg.name: (leg.length_mm, leg.bevel_deg) for leg in standing_of(a, whole(design)).legs}

    def test_legs_on_level_ground(self) -> None:
        """Hand: 600 down at a splay of 10° is 600/cos 10° along the leg."""
        for length, bevel in self.legs().values():
            self.assertAlmostEqual(length, 600 / cos(radians(10)))
            self.assertEqual(bevel, 10)

    def test_each_leg_its_own_on_a_slope(self) -> None:
        """Hand: along the hive the feet are its length less two insets apart; each step of it drops tan of the
        slope."""
        legs = self.legs(slope_along_deg=5.0)
        design = opened("long-shallow")
        long = whole(design).stacks[0].boxes[0]
        apart = long.x[1] - long.x[0] - 120
        drop = (legs["far left"][0] - legs["near left"][0]) * cos(radians(10))
        self.assertAlmostEqual(drop, apart * tan(radians(5)), places=6)
        across = self.legs(slope_across_deg=5.0)
        self.assertGreater(across["near right"][0], across["near left"][0])

    def test_a_hive_narrower_than_its_feet(self) -> None:
        with self.assertRaises(ParameterError) as caught:
            self.legs(leg_inset_mm=400.0)
        self.assertEqual(caught.exception.field, "/lifting/leg_inset_mm")

    def test_a_taller_keeper_gets_a_higher_stand(self) -> None:
        def stand(height: float) -> float:
            helps = said(opened("bowline", height_mm=height), "lifting").helps
            return next(m.label.values["high"].value for m in helps if "stand of" in m.label.template)

        self.assertGreater(stand(1900), stand(1550))


class Loads(TestCase):
    """Published."""

    def test_a_ten_frame_deep_box_all_told(self) -> None:
        """Trade check: 33 to 41 kg."""
        box = stack_box("langstroth-deep")
        assert box is not None
        self.assertEqual(box.frames, 10)
        self.assertTrue(33 <= box.full_kg <= 41, box.full_kg)

    def test_a_level_uniform_hinged_lid(self) -> None:
        """Trade check: half its weight at the far edge; 9 kg are about 44 N. By hand: 9 × 9.80665 / 2."""
        lid = Lid(9.0, "long-side", 500.0)
        self.assertAlmostEqual(lid.force_n(0), 44.13, places=2)
        self.assertAlmostEqual(lid.force_n(60), 22.06, delta=0.01)
        self.assertAlmostEqual(lid.prop_n(0, 0.5), 88.26, places=2)

    def test_people_for_a_load(self) -> None:
        self.assertEqual([people(kg) for kg in (5, 25, 26, 80)], [1, 1, 2, 4])

    def test_a_heavily_insulated_deep_hive_with_stand_and_roof(self) -> None:
        """Trade check: 20 frames, walls insulated 40 to 75 mm, 70 to 120 kg from its parts, full of honey left out."""
        document = example("deep-horizontal")
        chamber = document["chambers"][0]
        chamber["length_mm"] = 20 * 38.1
        chamber["run"]["items"] = [{"kind": "comb", "type": document["comb_types"][0]["id"]}] * 20
        chamber["run"]["saved"] = []
        for wall in ("sides", "ends", "floor"):
            chamber["walls"][wall] = [
                {"material": "softwood", "thickness_mm": 22.0},
                {"material": "wood fibre", "thickness_mm": 60.0},
                {"material": "softwood", "thickness_mm": 22.0},
            ]
        document["roof"] = {
            "kind": "gabled",
            "clearance_mm": 120.0,
            "layers": [
                {"material": "wood fibre", "thickness_mm": 60.0},
                {"material": "softwood", "thickness_mm": 22.0},
                {"material": "sheet metal", "thickness_mm": 0.7},
            ],
        }
        design = hive(document)
        *_, empty_kg, _ = column(said(design, "lifting"), "loads", "weighs")
        stand_kg = 8.0
        self.assertTrue(70 <= empty_kg + stand_kg <= 120, empty_kg)


class Seasons(TestCase):
    """Published."""

    def test_every_example_is_compared_with_a_stack(self) -> None:
        for path in sorted(EXAMPLES.glob("*.json")):
            with self.subTest(path.stem):
                report = said(load_hive(path.read_bytes()), "lifting")
                json.dumps(report.model_dump(), allow_nan=False)
                found = {key: each.value for key, each in report.metrics.items()}
                if path.stem == "tree-cavity":
                    self.assertIn("fixed-combs", [f.code for f in report.findings])
                    self.assertEqual(found["lifting.count"], 0)
                    continue
                if path.stem == "side-by-side":
                    # A deep super over the nest is lifted off as a stack's box is, from higher up.
                    self.assertGreater(found["lifting.worst_index"], found["lifting.stack.worst_index"])
                    continue
                self.assertLess(found["lifting.worst_index"], found["lifting.stack.worst_index"])
                self.assertLess(found["lifting.heaviest_kg"], found["lifting.stack.heaviest_kg"])

    def test_three_mediums_stand_15_9_mm_above_two_deeps(self) -> None:
        """Trade check, from the catalogue's boxes."""
        medium, deep = stack_box("langstroth-medium"), stack_box("langstroth-deep")
        assert medium is not None and deep is not None
        self.assertAlmostEqual(3 * medium.box.height_mm - 2 * deep.box.height_mm, 15.9, delta=0.05)

    def test_turning_the_combs_along_lowers_the_index(self) -> None:
        along = worst_index(opened("two-chamber"))
        turned = apply_edit(opened("two-chamber"), SetField(path="/chambers/0/combs", text="across"))
        self.assertGreater(worst_index(turned), along)

    def test_a_keepers_own_limit_counts_where_it_is_less(self) -> None:
        free, held = (said(opened("bowline", limit_kg=kg), "lifting").metrics for kg in (None, 2.0))
        self.assertGreater(held["lifting.worst_index"].value, free["lifting.worst_index"].value)
        self.assertAlmostEqual(held["lifting.worst_index"].value, held["lifting.heaviest_kg"].value / 2.0, places=2)

    def test_seated_work_is_outside_the_equation(self) -> None:
        for posture in ("seated", "one-handed"):
            report = said(opened("bowline", posture=posture), "lifting")
            self.assertIn("doesn’t hold", next(f.text.template for f in report.findings))
            self.assertEqual(report.helps, ())


class Changes(TestCase):
    """Published."""

    def test_every_change_gives_what_it_promises(self) -> None:
        for name in ("bowline", "conversion-box", "rear-access", "tall-in-stack"):
            design = opened(name)
            promised = []
            for mend in said(design, "lifting").helps:
                with self.subTest(name, mend=mend.label.template):
                    assert mend.gives is not None
                    promised.append(mend.gives.values["index"].value)
                    changed = apply_any(design, Patch(patch=mend.patch))
                    self.assertAlmostEqual(worst_index(changed), promised[-1], places=6)
            self.assertTrue(promised)
            self.assertEqual(promised, sorted(promised))

    def test_a_comb_farther_off_is_worse(self) -> None:
        def worst(stands: str) -> float:
            return worst_index(opened("two-chamber", stands=stands))

        self.assertGreater(worst("side"), worst("both-sides"))


class CommandLine(TestCase):
    """Published."""

    def test_a_keepers_height(self) -> None:
        out = io.StringIO()
        with contextlib.redirect_stdout(out):
            code = main(["lift", str(EXAMPLES / "bowline.json"), "--keeper-height", "1600"])
        self.assertEqual((code, json.loads(out.getvalue())["metrics"]["lifting.elbow_mm"]["value"]), (0, 0.63 * 1600))
        with contextlib.redirect_stderr(io.StringIO()) as refused:
            self.assertEqual(main(["lift", str(EXAMPLES / "bowline.json"), "--keeper-height", "300"]), 2)
        self.assertIn("/lifting/height_mm", refused.getvalue())
