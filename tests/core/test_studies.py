"""Studies: each answers in one shape, its numbers come out of the formulas that are shown, its findings have mends."""

from __future__ import annotations

import math
from unittest import TestCase

from sabaka_core import apply_edit
from sabaka_core.edits.patches import Patch
from sabaka_core.findings import RULES
from sabaka_core.findings.found import BENCH
from sabaka_core.hive.context import Context, Remembered
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.kit.metrics import Working
from sabaka_core.show.study import STUDIES, chapter, every_finding
from tests.core.support import EXAMPLES, opened, reported, said

NAMES = sorted(path.stem for path in EXAMPLES.glob("*.json"))
# The steps whose findings come with the report of the bench itself.


def by_python(working: Working) -> float:
    """A formula by Python itself: its signs spelled out, angles in radians."""
    names = {
        each.symbol: math.radians(each.quantity.value) if each.quantity.unit == "deg" else each.quantity.value
        for each in working.inputs
    }
    text = working.formula.split("=", 1)[-1]
    for sign, plain in (("·", "*"), ("×", "*"), ("−", "-"), ("²", "**2"), ("³", "**3"), ("√", "sqrt"), ("π", "pi")):
        text = text.replace(sign, plain)
    functions = {
        name: getattr(math, name)
        for name in ("sqrt", "cbrt", "sin", "cos", "tan", "atan", "asin", "acosh", "sinh", "pi", "ceil", "floor")
    } | {"deg": math.degrees, "min": min, "max": max, "abs": abs}
    return float(eval(text, {"__builtins__": {}}, functions | names))


def workings(found: Chapter) -> list[tuple[str, float | None, Working]]:
    """Every working of a chapter with the number that it explains; of a line its second number, or its last."""
    shown: list[tuple[str, float | None, Working]] = [
        (key, each.value, each.working) for key, each in found.metrics.items()
    ]
    for table in found.tables:
        for line in table.lines:
            if line.working is not None:
                numbers = [cell.value for cell in line.cells if hasattr(cell, "value")]
                at = next((n for n in numbers if math.isclose(n, by_python(line.working), rel_tol=1e-9)), None)
                shown.append((f"{table.key}: {line.cells[0]}", at, line.working))
    return shown


class Numbers(TestCase):
    """Property."""

    def test_every_computed_number_is_what_its_formula_gives(self) -> None:
        """Property: python evaluates what is shown, from the inputs that are shown."""
        for name in NAMES:
            for study in STUDIES:
                for key, value, working in workings(said(opened(name), study)):
                    if working.kind == "computed":
                        with self.subTest(name, key=key):
                            assert value is not None, "no number of the line comes out of its working"
                            self.assertAlmostEqual(by_python(working), value, delta=1e-9 * max(1, abs(value)))

    def test_every_key_number_of_the_hive_is_what_its_formula_gives(self) -> None:
        """Property: the same for the numbers that the bench itself shows."""
        for name in NAMES:
            metrics = reported(opened(name), "metrics").metrics
            self.assertGreater(sum(each.working.kind == "computed" for each in metrics.values()), len(metrics) / 3)
            for key, metric in metrics.items():
                if metric.working.kind == "computed":
                    with self.subTest(name, key=key):
                        self.assertAlmostEqual(
                            by_python(metric.working), metric.value, delta=1e-9 * max(1, abs(metric.value))
                        )

    def test_every_number_says_how_it_came_about(self) -> None:
        for study in STUDIES:
            for key, _, working in workings(said(opened("bowline"), study)):
                with self.subTest(key):
                    if working.kind == "simulated":
                        self.assertIsNotNone(working.check)


class Findings(TestCase):
    """Property."""

    def test_every_rule_belongs_to_a_step(self) -> None:
        for code, rule in RULES.items():
            with self.subTest(code):
                self.assertIn(rule.step, STUDIES)
                # What every drag waits for are rules on the bench; one that looks at all parts is long there.
                self.assertEqual(rule.study is not None, rule.long or rule.step not in BENCH)

    def test_every_mend_of_a_study_cures(self) -> None:
        """Property: done, its finding is gone, or there is one fewer of its code."""
        for name in NAMES:
            design = opened(name)
            for study in STUDIES:
                before = said(design, study).findings
                for finding in before:
                    for mend in finding.mends:
                        with self.subTest(name, code=finding.code, mend=mend.label.template):
                            after = said(apply_edit(design, Patch(patch=mend.patch)), study).findings
                            times = [sum(each.code == finding.code for each in found) for found in (before, after)]
                            self.assertLess(times[1], times[0])


class Asking(TestCase):
    """Property."""

    def test_only_what_is_asked_for_is_made(self) -> None:
        for study in STUDIES:
            context = Context(opened("bowline"))
            bare = chapter(context, study, Asked(parts=()))
            with self.subTest(study):
                empty = (bare.metrics, bare.findings, bare.helps, bare.tables, bare.drawings, bare.forms)
                self.assertFalse(any(empty))

    def test_what_studies_share_is_made_once(self) -> None:
        made: list[str] = []

        def dear(context: Context) -> int:
            made.append(context.hive.name)
            return len(made)

        context = Context(opened("bowline"))
        self.assertEqual([context.once(dear), context.once(dear)], [1, 1])
        self.assertEqual(made, ["Bowline"])

    def test_a_design_asked_again_is_remembered_and_an_old_one_forgotten(self) -> None:
        few = Remembered(2)
        one, other, third = (opened(name) for name in ("bowline", "granny", "sheepshank"))
        first = few.of(one)
        self.assertIs(few.of(opened("bowline")), first)
        few.of(other)
        few.of(third)
        self.assertIsNot(few.of(one), first)

    def test_every_finding_is_named_with_its_step(self) -> None:
        found = every_finding(Context(opened("bowline")), mends=False)
        self.assertIn("winter", {finding.step for finding in found})
        self.assertEqual({finding.step for finding in found} - set(STUDIES), set())
