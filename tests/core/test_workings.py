"""The workings asked for most often: formula and inputs, as shown, give the number. Worked by hand from the
inputs alone."""

from __future__ import annotations

from collections.abc import Callable
from math import acosh, atan, cosh, degrees, radians, sinh, sqrt, tan
from unittest import TestCase

from sabaka_core import build_report
from sabaka_core.document.load import load_hive
from sabaka_core.kit.metrics import Working
from tests.core.support import EXAMPLES, column, opened, said

Inputs = dict[str, float]


def inputs(working: Working) -> Inputs:
    return {each.symbol: each.quantity.value for each in working.inputs}


# Formula as printed → the same by a hand that has nothing but the inputs.
BY_HAND: dict[str, dict[str, Callable[[Inputs], float]]] = {
    "section.slope_from_vertical_deg": {
        "θ = deg(atan((Wt − Wf) / (2·H)))": lambda i: degrees(atan((i["Wt"] - i["Wf"]) / 2 / i["H"]))
    },
    "section.board_width_mm": {"s + t·tan(abs(θ))": lambda i: i["s"] + i["t"] * tan(radians(abs(i["θ"])))},
    "cavity.whole_l": {"V = A·L / 10000": lambda i: i["A"] * 100 * i["L"] / 1e6},
    "comb.free_area_cm2": {
        "F = ((h + a)·w − 2·a²·sinh(w / (2·a))) / 100": lambda i: (
            ((i["h"] + i["a"]) * i["w"] - 2 * i["a"] ** 2 * sinh(i["w"] / 2 / i["a"])) / 100
        ),
        "F = 2/3·w·h / 100": lambda i: 2 / 3 * i["w"] * i["h"] / 100,
    },
    "comb.predicted_area_cm2": {"A = F − C": lambda i: i["F"] - i["C"]},
}


class Workings(TestCase):
    """Hand."""

    def test_slope_board_volume_and_comb_area_come_out_of_what_is_shown(self) -> None:
        for name in ("bowline", "granny", "sheepshank", "sloped-top-bar"):
            metrics = build_report(load_hive((EXAMPLES / f"{name}.json").read_bytes())).metrics
            for key, ways in BY_HAND.items():
                metric = metrics[key]
                with self.subTest(name, key=key):
                    hand = ways[metric.working.formula]
                    self.assertAlmostEqual(
                        hand(inputs(metric.working)), metric.value, delta=1e-6 * max(1, metric.value)
                    )

    def test_the_curves_own_length_is_that_of_the_curve(self) -> None:
        """Hand: w = 2a·acosh(1 + h/a), and back: at half the width the curve stands h higher."""
        found = inputs(
            build_report(load_hive((EXAMPLES / "bowline.json").read_bytes())).metrics["comb.free_area_cm2"].working
        )
        a, h, w = found["a"], found["h"], found["w"]
        self.assertAlmostEqual(2 * a * acosh(1 + h / a), w, places=6)
        self.assertAlmostEqual(a * (cosh(w / 2 / a) - 1), h, places=6)
        self.assertGreater(w, sqrt(h))

    def test_heat_through_each_part_comes_out_of_what_is_shown(self) -> None:
        """Hand: the plane by its U-value, an edge 0.54 and a corner 0.15 of a wall's conductance, shared by
        those that meet."""
        for name in ("bowline", "tree-cavity", "deep-horizontal"):
            found = said(opened(name), "winter")
            lines = next(table.lines for table in found.tables if table.key == "parts")
            shown = zip(column(found, "parts", "lets through"), column(found, "parts", "heat"), strict=True)
            for line, (through, heat) in zip(lines, shown, strict=True):
                assert line.working is not None
                i = inputs(line.working)
                ua = i.get("G", 0.0)
                if "U" in i:
                    t, e = i["t"] / 1000, i["e"] / 1000
                    ua = i["U"] * i["A"] / 1e4 + 0.54 / 2 * i["U"] * t * e + 0.15 / 3 * i["U"] * t * t * i["k"]
                with self.subTest(name, part=line.cells[0]):
                    self.assertAlmostEqual(ua, through, places=9)
                    self.assertAlmostEqual(ua * (i["Ti"] - i["To"]), heat, places=9)
