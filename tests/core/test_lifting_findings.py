"""Each rule on lifting: a design that it speaks of, and one that it doesn't."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from sabaka_core.document.hive import Hive, Roof, Stand
from sabaka_core.document.lifting import Lifting
from tests.core.support import opened, said


def lifted(name: str, stand: Stand | None = None, **lifting: Any) -> Hive:
    return opened(name, lifting=Lifting(**lifting), stand=stand)


def thick_combs() -> Hive:
    """Deep frames 80 mm apart, each drawn out that far: over 8 kg of honey on a comb."""
    design = lifted("deep-horizontal")
    wide = tuple(kind.model_copy(update={"spacing_mm": 80.0}) for kind in design.comb_types)
    return design.model_copy(update={"comb_types": wide})


RIGHT = Stand(height_mm=700.0, splay_deg=15.0)
# Code → a design with the finding, and one without.
CASES: dict[str, tuple[Hive, Hive]] = {
    "fixed-combs": (lifted("tree-cavity"), lifted("bowline")),
    "equation-doesnt-hold": (lifted("bowline", posture="seated"), lifted("bowline")),
    "lifts-too-much": (lifted("deep-horizontal", limit_kg=1.0), lifted("bowline")),
    "bars-off-elbow": (lifted("bowline"), lifted("bowline", RIGHT)),
    "drawn-over-shoulder": (lifted("bowline", Stand(height_mm=1_200.0)), lifted("bowline")),
    "tips-over": (lifted("bowline", Stand(height_mm=1_200.0)), lifted("bowline")),
    "comb-out-of-reach": (lifted("sheepshank", stands="end", reach_mm=300.0), lifted("bowline")),
    "reached-across": (lifted("bowline"), lifted("bowline", stands="end")),
    "handles-hold-no-comb": (lifted("long-shallow"), lifted("bowline")),
    "comb-heavy": (thick_combs(), lifted("bowline")),
    "lid-heavy": (lifted("bowline", lid_kg=40.0), lifted("bowline")),
    "super-heavy": (lifted("side-by-side", limit_kg=None), lifted("bowline")),
    "hung-heavy": (lifted("bowline", Stand(kind="hung")), lifted("bowline")),
    "lid-without-stay": (
        opened("bowline", roof=Roof(opens="hinged-side")),
        opened("bowline", roof=Roof(opens="hinged-side", stay=True)),
    ),
    "hive-heavy": (lifted("bowline"), lifted("kept/slip-knot")),
}


class Lifts(TestCase):
    """Trade check: what each rule says, and when it is silent."""

    def test_each_rule_speaks_where_it_should_and_only_there(self) -> None:
        for code, (wrong, right) in CASES.items():
            with self.subTest(code):
                found = next((f for f in said(wrong, "lifting").findings if f.code == code), None)
                assert found is not None, "silent"
                self.assertTrue(found.why and found.text.template.endswith("."))
                self.assertNotIn(code, {f.code for f in said(right, "lifting").findings})

    def test_over_three_a_lift_is_an_error(self) -> None:
        """Published: an index over 1 is too much for some, over 3 for most (Waters and others 1994, from memory)."""
        for limit, severity in ((2.5, "warning"), (0.5, "error")):
            found = said(lifted("bowline", limit_kg=limit), "lifting").findings
            self.assertEqual([f.severity for f in found if f.code == "lifts-too-much"], [severity])

    def test_a_hinged_lid_is_judged_by_its_far_edge(self) -> None:
        """Hand: 25 kg hinged take 25 × 9.80665 / 2 = 122.6 N at the far edge, over 100."""
        heavy = opened("bowline", lifting=Lifting(lid_kg=25.0), roof=Roof(opens="hinged-side"))
        found = next(f for f in said(heavy, "lifting").findings if f.code == "lid-heavy")
        self.assertEqual(found.number.unit, "N")
        self.assertAlmostEqual(found.number.value, 122.583, places=3)

    def test_a_high_stand_is_offered_with_legs_that_hold_it(self) -> None:
        mends = next(f.mends for f in said(lifted("bowline"), "lifting").findings if f.code == "bars-off-elbow")
        self.assertEqual([op["value"]["splay_deg"] > 0 for mend in mends for op in mend.patch], [True])
