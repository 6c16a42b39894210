"""Kept states of a run: brought back, hung on other combs, forgotten."""

from __future__ import annotations

from unittest import TestCase

from sabaka_core import ParameterError, apply_edit
from sabaka_core.base.errors import InfeasibleError
from sabaka_core.document.hive import Hive
from sabaka_core.edits.runs import UseRun
from tests.core.support import chamber, example, hive, lines, told


class KeptRuns(TestCase):
    """Regression."""

    def with_gone(self) -> Hive:
        document = example("bowline")
        run = chamber(document)["run"]
        gone = [{**item, "type": "elm"} if item["kind"] == "comb" else item for item in run["items"]]
        run["saved"] = [{"name": "winter", "items": gone}]
        return hive(document)

    def test_5_one_whose_kind_of_comb_is_gone_is_named_and_mapped(self) -> None:
        design = self.with_gone()
        winter, *ways = lines(design, "states")
        self.assertEqual((told(winter).template, winter.choose), ("winter: 19 combs", None))
        self.assertIn("“elm” is gone", winter.why)
        self.assertEqual([told(way).template for way in ways], [f"With {kind.name}" for kind in design.comb_types])
        for way in ways:
            assert way.choose is not None
            self.assertTrue(apply_edit(design, UseRun.model_validate(way.choose.edit)).chambers[0].run.items)
        with self.assertRaisesRegex(InfeasibleError, "hangs on elm"):
            apply_edit(design, UseRun(index=0))
        with self.assertRaisesRegex(ParameterError, "no bar or frame “oak”"):
            apply_edit(design, UseRun(index=0, instead={"elm": "oak"}))
        back = apply_edit(design, UseRun(index=0, instead={"elm": "honey"}))
        hung = {item.type for item in back.chambers[0].run.items if item.kind == "comb"}
        self.assertEqual(hung, {"honey"})
