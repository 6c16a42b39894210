"""The report: keys, workings, drawings, and what the command line makes of it."""

from __future__ import annotations

import contextlib
import io
import json
import math
import re
import tempfile
from collections.abc import Iterator
from itertools import pairwise
from pathlib import Path
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from lxml import etree
from shapely.geometry import Polygon as Shape

from sabaka_cli.__main__ import main
from sabaka_core import build_report
from sabaka_core.base.quantity import mm, plain, plain_quantity, text
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Circle, Drawing, Label, Polygon, Polyline
from sabaka_core.paper.svg import to_svg
from sabaka_core.show.models import Report
from tests.core.support import EXAMPLES, chamber, example, hive, items, reported, sound

KEYS = [
    "section.slope_from_vertical_deg",
    "section.bevel_deg",
    "section.face_mm",
    "section.board_width_mm",
    "section.area_cm2",
    "cavity.whole_l",
    "cavity.occupied_l",
    "cavity.equivalent_boxes",
    "comb.free_area_cm2",
    "comb.predicted_area_cm2",
    "comb.limit_area_cm2",
    "comb.least_clearance_mm",
    "comb.contact_length_mm",
    "comb.cells_both_sides",
    "comb.honey_kg",
    "run.leftover_mm",
    "run.fit_length_mm",
    "run.follower_near_mm",
    "run.follower_far_mm",
    "run.bars",
]
NAMES = ("sloped-top-bar", "bowline", "sheepshank", "granny", "straight-top-bar")


def reports() -> Iterator[tuple[str, Report]]:
    for name in NAMES:
        yield name, build_report(hive(example(name)))


def numbers(value: Any) -> Iterator[float]:
    if isinstance(value, dict):
        for each in value.values():
            yield from numbers(each)
    elif isinstance(value, list):
        for each in value:
            yield from numbers(each)
    elif isinstance(value, float):
        yield value


class Metrics(TestCase):
    """Regression."""

    def test_the_keys_are_there_with_working_and_source(self) -> None:
        for name, report in reports():
            with self.subTest(name):
                self.assertLessEqual(set(KEYS), set(report.metrics))
                for key, metric in report.metrics.items():
                    self.assertEqual(key, metric.key)
                    self.assertTrue(metric.working.formula and metric.working.inputs, key)

    def test_no_number_is_nan_or_infinite(self) -> None:
        for name, report in reports():
            with self.subTest(name):
                self.assertTrue(all(math.isfinite(n) for n in numbers(report.model_dump(mode="json"))))

    def test_the_plain_hive_by_hand(self) -> None:
        """Hand, Wt 430, H 290, θ 20°: Wf = 430 − 2·290·tan 20° = 218.90; s = 290/cos 20° = 308.61;
        board s + 22·tan 20° = 316.62; A = (430 + 218.90)/2 × 290 = 940.90 cm²; × 1200 = 112.91 L = 2.64 boxes."""
        m = {key: metric.value for key, metric in build_report(hive(sound())).metrics.items()}
        for key, value, places in (
            ("section.floor_mm", 218.897, 3),
            ("section.face_mm", 308.612, 3),
            ("section.board_width_mm", 316.619, 3),
            ("section.area_cm2", 940.901, 2),
            ("cavity.whole_l", 112.908, 2),
            ("cavity.equivalent_boxes", 2.638, 2),
            ("run.follower_far_mm", 578.0, 6),
            ("run.follower_near_mm", 0.0, 6),
            ("run.fit_length_mm", 1200.0, 6),
            ("run.bars", 16, 6),
        ):
            with self.subTest(key):
                self.assertAlmostEqual(m[key], value, places=places)

    def test_only_the_wanted_parts_are_worked_out(self) -> None:
        report = reported(hive(sound()), draw=("rod",))
        self.assertEqual((set(report.drawings), report.metrics, report.findings), ({"rod"}, {}, ()))


class Drawings(TestCase):
    """Regression."""

    def test_the_comb_on_paper_has_the_area_in_the_ledger(self) -> None:
        """Reference library: shapely measures the drawn polygon."""
        for name, report in reports():
            with self.subTest(name):
                drawn = next(
                    s for s in report.drawings["section"].shapes if isinstance(s, Polygon) and s.layer == "predicted"
                )
                area = Shape(drawn.points).area / 100
                self.assertAlmostEqual(area, report.metrics["comb.predicted_area_cm2"].value, delta=0.003 * area)

    def test_the_rod_is_to_scale_and_without_overlap(self) -> None:
        for name, report in reports():
            with self.subTest(name):
                run = [s for s in report.drawings["rod"].shapes if isinstance(s, Polygon) and s.item is not None]
                spans = sorted((min(x for x, _ in s.points), max(x for x, _ in s.points)) for s in run)
                self.assertEqual(len(run), len(example(name)["chambers"][0]["run"]["items"]))
                for (_, end), (start, _) in pairwise(spans):
                    self.assertAlmostEqual(end, start)

    def test_everything_drawn_lies_within_the_extent(self) -> None:
        for name, report in reports():
            for drawing in report.drawings.values():
                with self.subTest(name, drawing=drawing.name):
                    box = drawing.extent
                    for x, y in places(drawing):
                        self.assertTrue(box.left_mm - 1e-6 <= x <= box.right_mm + 1e-6, (x, box))
                        self.assertTrue(box.top_mm - 1e-6 <= y <= box.bottom_mm + 1e-6, (y, box))

    def test_dimensions_measure_what_they_say(self) -> None:
        for name, report in reports():
            for drawing in report.drawings.values():
                for shape in drawing.shapes:
                    if isinstance(shape, Dimension):
                        with self.subTest(name, dimension=shape.name):
                            self.assertAlmostEqual(math.dist(shape.start, shape.end), shape.quantity.value, places=5)

    def test_svg_is_read_by_an_independent_parser(self) -> None:
        """Reference library: libxml2 (lxml) reads the file; its polygons are counted and its size compared."""
        document = sound()
        document["name"] = "Bow & <line> “é”"
        for drawing in build_report(hive(document)).drawings.values():
            with self.subTest(drawing.name):
                root = etree.fromstring(to_svg(drawing).encode())
                ns = {"s": "http://www.w3.org/2000/svg"}
                drawn = root.xpath("//s:polygon", namespaces=ns)
                self.assertEqual(len(drawn), sum(isinstance(s, Polygon) for s in drawing.shapes))
                box = drawing.extent
                self.assertAlmostEqual(
                    float(root.get("width").removesuffix("mm")), box.right_mm - box.left_mm, places=2
                )
                self.assertNotRegex(to_svg(drawing), r"(?i)\bnan\b")


def places(drawing: Drawing) -> Iterator[tuple[float, float]]:
    for shape in drawing.shapes:
        if isinstance(shape, Polygon | Polyline):
            yield from shape.points
        elif isinstance(shape, Circle | Label):
            yield shape.x_mm, shape.y_mm
        elif isinstance(shape, Dimension):
            yield from ((x + shape.offset[0], y + shape.offset[1]) for x, y in (shape.start, shape.end))


class AnyDesign(TestCase):
    """Regression."""

    @given(
        st.floats(300, 600),
        st.floats(180, 450),
        st.floats(-8, 32),
        st.floats(600, 2400),
        st.integers(1, 30),
        st.sampled_from(["catenary", "parabola"]),
        st.floats(0, 60),
    )
    def test_a_design_within_bounds_gets_a_whole_report(
        self, top: float, height: float, slope: float, length: float, bars: int, curve: str, litter: float
    ) -> None:
        """Property: finite numbers, the comb within the limit, and drawings that render."""
        document = sound()
        most = math.degrees(math.atan(top / 2 / height)) - 2
        chamber(document)["section"] = {
            "kind": "trapezoid",
            "top_mm": top,
            "height_mm": height,
            "slope_deg": min(slope, most),
        }
        chamber(document)["length_mm"] = length
        chamber(document)["litter"] = {"kind": "deep", "depth_mm": litter}
        items(document)[:] = [{"kind": "comb", "type": "brood"}] * bars
        document["choices"]["comb_curve"] = curve
        design = hive(document)
        report = build_report(design)
        self.assertTrue(all(math.isfinite(n) for n in numbers(report.model_dump(mode="json"))))
        comb = analyse(design).comb
        self.assertLessEqual(comb.predicted_area_mm2, comb.limit_area_mm2 + 1e-6)
        for drawing in report.drawings.values():
            to_svg(drawing)


class Words(TestCase):
    """Regression."""

    def test_quantities_are_written_shortly(self) -> None:
        self.assertEqual(
            [plain_quantity(mm(v)) for v in (364.0, 21.84, -0.01, 100.0)], ["364 mm", "21.8 mm", "0 mm", "100 mm"]
        )

    def test_braces_in_a_hives_name_do_no_harm(self) -> None:
        self.assertEqual(plain(text("{x} of {name} {", x=mm(3))), "3 mm of {name} {")


class CommandLine(TestCase):
    """Regression."""

    def run_cli(self, *arguments: str) -> tuple[int, str, str]:
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(arguments)
        return code, out.getvalue(), err.getvalue()

    def test_report_prints_the_same_metrics_as_the_core(self) -> None:
        code, out, _ = self.run_cli("report", str(EXAMPLES / "bowline.json"))
        self.assertEqual(code, 0)
        printed = json.loads(out)["metrics"]
        for key, metric in build_report(hive(example("bowline"))).metrics.items():
            self.assertAlmostEqual(printed[key]["value"], metric.value)

    def test_report_for_people(self) -> None:
        code, out, _ = self.run_cli("report", "--text", str(EXAMPLES / "granny.json"))
        self.assertEqual(code, 0)
        for words in (
            "Saw tilt, both long edges",
            "Bar 9: honey bar",
            "ERROR comb-touches-wall",
            "mend: Narrow the guide",
        ):
            self.assertIn(words, out)

    def test_check_tells_by_its_exit_code(self) -> None:
        code, out, _ = self.run_cli("check", str(EXAMPLES / "bowline.json"))
        # Nothing is wrong with the hive; of its winter, of lifting at it and of its boards there is something to say.
        steps = set(re.findall(r"^\w+ \S+ \((\w+)\)", out, re.MULTILINE))
        self.assertEqual((code, steps), (0, {"winter", "lifting", "building"}))
        self.assertNotIn("ERROR", out)
        self.assertEqual(self.run_cli("check", str(EXAMPLES / "granny.json"))[0], 1)

    def test_svg_schema_and_migrate(self) -> None:
        for drawing in ("section", "along", "plan", "rod"):
            code, out, _ = self.run_cli("svg", str(EXAMPLES / "bowline.json"), "--drawing", drawing)
            self.assertEqual((code, etree.fromstring(out.encode()).tag), (0, "{http://www.w3.org/2000/svg}svg"))
        self.assertIn("Sabaka hive design", json.loads(self.run_cli("schema")[1])["title"])
        text = (EXAMPLES / "bowline.json").read_text("utf-8")
        self.assertEqual(self.run_cli("migrate", str(EXAMPLES / "bowline.json"))[1], text)

    def test_unusable_files_are_named_and_exit_2(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            bad = Path(folder) / "bad.json"
            document = sound()
            chamber(document)["length_mm"] = -1
            for content, words in (
                ("{", "line 1"),
                (json.dumps(document), "/chambers/0/length_mm: This has to be more than 0"),
            ):
                bad.write_text(content, "utf-8")
                code, _, err = self.run_cli("check", str(bad))
                self.assertEqual(code, 2)
                self.assertIn(words, err)
            self.assertEqual(self.run_cli("report", str(Path(folder) / "none.json"))[0], 2)
        code, _, err = self.run_cli("slope", str(EXAMPLES / "two-chamber.json"))
        self.assertEqual(code, 2)
        self.assertIn("slope finder is for top bars", err)
