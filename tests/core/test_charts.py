"""Charts and looks: every layer and part of a chart has a look in every back end, charts are true to their data."""

from __future__ import annotations

import io
import re
from math import isfinite
from typing import get_args
from unittest import TestCase

from lxml import etree
from pypdf import PdfReader

from sabaka_core import load_hive
from sabaka_core.base.quantity import deg, mm, text
from sabaka_core.kit.chart import BandLayer, Chart, SeriesLayer, bands_of, scale
from sabaka_core.kit.dimension import AngleMark, Dimension, MarkLayer
from sabaka_core.kit.drawing import (
    Box,
    Circle,
    Drawing,
    Label,
    LayerName,
    Polygon,
    Polyline,
    Shape,
    Strokes,
    WordsLayer,
)
from sabaka_core.kit.looks import colours, hatches, looks, words
from sabaka_core.paper.chart import chart_svg
from sabaka_core.paper.sheet import Sheet
from sabaka_core.paper.svg import to_svg
from tests.core.support import EXAMPLES, ROOT, opened, reported, said

LAYERS = {*get_args(LayerName), *get_args(MarkLayer), *get_args(SeriesLayer), *get_args(BandLayer), "now"}
EACH: tuple[Shape, ...] = (
    Polygon(layer="timber", points=((0, 0), (10, 0), (10, 10))),
    Polyline(layer="free", points=((0, 0), (10, 10))),
    Strokes(layer="rule-mm", lines=(((0, 0), (0, 5)), ((5, 0), (5, 5))), names=("0", ""), names_mm=8),
    Circle(layer="entrance-open", x_mm=5, y_mm=5, radius_mm=2),
    Label(layer="note", text=text("words"), x_mm=5, y_mm=5),
    Dimension(name="Wide", start=(0, 0), end=(10, 0), offset=(0, -8), quantity=mm(10)),
    AngleMark(name="Slope", corner=(0, 10), radius_mm=5, turn_deg=20, quantity=deg(20)),
)


def drawing(*shapes: Shape) -> Drawing:
    box = Box(left_mm=-20, top_mm=-20, right_mm=20, bottom_mm=20)
    return Drawing(name="trial", title="Trial", extent=box, shapes=shapes)


def every_chart() -> dict[str, Chart]:
    """Every chart of every example."""
    found = {}
    for file in sorted(EXAMPLES.glob("*.json")):
        design = load_hive(file.read_bytes())
        charts = reported(design, draw=("slope", "board")).charts
        for study in ("season", "winter", "moving"):
            charts = charts | said(design, study).charts
        found |= {f"{file.stem}, {name}": chart for name, chart in charts.items()}
    return found


class Looks(TestCase):
    """Property."""

    def test_every_layer_and_part_of_a_chart_has_a_look_and_no_look_is_left_over(self) -> None:
        self.assertEqual(set(looks()), LAYERS)
        self.assertEqual(set(words()), set(get_args(WordsLayer)))
        # A hatch is closed only on paper by its grey; what is filled on the screen is filled there too.
        for name, look in looks().items():
            with self.subTest(name):
                self.assertFalse(look.fill and look.hatch)
                if name not in ("cavity",):
                    self.assertEqual(look.grey is not None, bool(look.fill or look.hatch))

    def test_colours_and_hatches_are_those_that_there_are(self) -> None:
        named = {each for look in looks().values() for each in (look.fill, look.stroke) if each}
        named |= {look.colour for look in words().values()}
        for hatch in hatches().values():
            named |= {path.colour for path in hatch.paths} | {dot.colour for dot in hatch.dots}
            named |= {hatch.ground} - {""}
        self.assertLessEqual(named, set(colours()))
        self.assertEqual({look.hatch for look in looks().values()} - {""}, set(hatches()))

    def test_the_screen_has_a_class_and_a_hatch_for_each(self) -> None:
        css = (ROOT / "web/src/looks.generated.css").read_text("utf-8")
        self.assertEqual(set(re.findall(r"^\.layer-([\w-]+) ", css, re.M)), LAYERS)
        self.assertEqual(set(re.findall(r"^\.label-([\w-]+) ", css, re.M)), set(get_args(WordsLayer)))

    def test_comb_contents_differ_on_paper_and_in_hatch(self) -> None:
        """Trade: brood, pollen, nectar, honey and empty comb have to be told apart without colour."""
        contents = [looks()[f"comb-{each}"] for each in ("empty", "brood", "pollen", "nectar", "honey")]
        self.assertEqual(len({look.grey for look in contents}), 5)
        self.assertEqual(len({look.hatch for look in contents}), 5)
        curves = [looks()[layer] for layer in get_args(SeriesLayer)]
        self.assertEqual(len({look.dash_paper or look.dash for look in curves}), 4)


class BackEnds(TestCase):
    """Property."""

    def test_an_svg_file_has_every_kind_of_shape(self) -> None:
        """Independent reader: lxml."""
        root = etree.fromstring(to_svg(drawing(*EACH)).encode())
        tags = [etree.QName(each).localname for each in root.iter()]
        for tag in ("polygon", "polyline", "path", "circle", "text", "pattern"):
            self.assertIn(tag, tags)
        said_words = {each.text for each in root.iter("{*}text")}
        self.assertEqual(said_words, {"words", "10 mm", "20°", "0"})

    def test_paper_has_every_kind_of_shape_and_every_layer(self) -> None:
        """Independent reader: pypdf."""
        sheet = Sheet(opened("bowline"), "trial")
        box = ((0.0, 0.0), (5.0, 0.0), (5.0, 5.0))
        fills = tuple(Polygon(layer=layer, points=box) for layer in get_args(LayerName))
        sheet.pictures(200, drawing(*EACH, *fills))
        page = PdfReader(io.BytesIO(sheet.save())).pages[0]
        found = page.extract_text()
        for each in ("words", "10 mm", "20°"):
            self.assertIn(each, found)
        operators = page.get_contents()
        assert operators is not None
        strokes = len(re.findall(rb"\b[SBsb]\b", operators.get_data()))
        self.assertGreater(strokes, len(get_args(LayerName)) - 5)

    def test_a_dimension_stands_off_and_its_slashes_are_as_long_at_any_scale(self) -> None:
        """Hand: 8 mm over the part, from 4 px off it to 7 px beyond the line; 5 px either way across the ends."""
        out, _, line, slash, _ = Dimension(
            name="Wide", start=(0, 0), end=(10, 0), offset=(0, -8), quantity=mm(10)
        ).strokes
        self.assertEqual(out.points, ((0, 0, 0, -4), (0, -8, 0, -7)))
        self.assertEqual(line.points, ((0, -8, 0, 0), (10, -8, 0, 0)))
        self.assertEqual(slash.points, ((0, -8, -5, 5), (0, -8, 5, -5)))

    def test_an_angles_arc_ends_on_its_slope(self) -> None:
        _, arc = AngleMark(name="Slope", corner=(0, 10), radius_mm=5, turn_deg=-30, quantity=deg(30)).strokes
        (x, y, *_), (u, v, *_) = arc.points[0], arc.points[-1]
        self.assertAlmostEqual(x, 0.0)
        self.assertAlmostEqual(y, 5.0)
        # Hand: sin 30° = 1/2 of the radius to the left.
        self.assertAlmostEqual(u, -2.5)
        self.assertAlmostEqual(v, 10 - 5 * 3**0.5 / 2, places=3)


class Charts(TestCase):
    """Property."""

    def test_curves_lie_on_their_axes_and_have_a_value_for_each_place(self) -> None:
        for name, chart in every_chart().items():
            axes = {axis.key: axis for axis in chart.axes}
            with self.subTest(name):
                self.assertTrue(chart.series)
                self.assertTrue(all(chart.foot.least <= place <= chart.foot.most for place in chart.places))
                self.assertIn(len(chart.names), (0, len(chart.places)))
                for series in chart.series:
                    self.assertEqual(len(series.values), len(chart.places))
                    self.assertIn(series.axis, axes)
                    self.assertTrue(all(value is None or isfinite(value) for value in series.values))
                    if axes[series.axis].side != "none":
                        axis = axes[series.axis]
                        known = [value for value in series.values if value is not None]
                        self.assertTrue(all(axis.least - 1e-6 <= value <= axis.most + 1e-6 for value in known))

    def test_every_chart_is_svg_with_a_line_for_each_curve(self) -> None:
        """Independent reader: lxml reads what the PDF library draws."""
        for name, chart in every_chart().items():
            with self.subTest(name):
                root = etree.fromstring(chart_svg(chart).encode())
                self.assertGreater(len(list(root.iter("{*}text"))), len(chart.series))
                self.assertGreaterEqual(len(list(root.iter("{*}polyline"))), 1)

    def test_a_scale_holds_its_values_and_never_begins_over_them(self) -> None:
        for top in (0.0, 0.3, 7.0, 31_000.0):
            axis = scale("x", "x", "count", (0.0, top))
            self.assertLessEqual(axis.least, 0.0)
            self.assertGreater(axis.most, top)
            self.assertTrue(all(axis.least <= tick.at <= axis.most for tick in axis.ticks))

    def test_bands_are_where_it_is_so(self) -> None:
        """Hand."""
        found = bands_of([False, True, True, False, True], "band-1", "flow")
        self.assertEqual([(band.start, band.end) for band in found], [(1, 3), (4, 5)])
        self.assertEqual(bands_of([], "band-1", "flow"), ())
