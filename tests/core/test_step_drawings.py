"""Every drawing of the steps Move in, Lift, Winter and Build, for every example: sound, inside its sheet, true
to its numbers."""

from __future__ import annotations

from collections.abc import Iterator
from math import hypot, isfinite, pi
from unittest import TestCase

from lxml import etree

from sabaka_core import load_hive
from sabaka_core.document.hive import Hive
from sabaka_core.document.lifting import Lifting
from sabaka_core.document.moving import Moving
from sabaka_core.drawing.exploded import exploded_drawing
from sabaka_core.drawing.part_sheet import sheet_drawing
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Circle, Drawing, Label, Polygon, Polyline
from sabaka_core.paper.svg import to_svg
from sabaka_core.show.study import chapter
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.laid import laid
from tests.core.support import EXAMPLES, column, said, table_of

HIVES = {path.stem: load_hive(path.read_bytes()) for path in sorted(EXAMPLES.glob("*.json"))}


def places(drawing: Drawing) -> Iterator[tuple[float, float]]:
    """Every place that a drawing's shapes stand on."""
    for shape in drawing.shapes:
        if isinstance(shape, Polygon | Polyline):
            yield from shape.points
        elif isinstance(shape, Circle | Label):
            yield shape.x_mm, shape.y_mm
        elif isinstance(shape, Dimension):
            (dx, dy) = shape.offset
            yield shape.start[0] + dx, shape.start[1] + dy
            yield shape.end[0] + dx, shape.end[1] + dy


class Sound(TestCase):
    """Independent parser: lxml reads every drawing as SVG."""

    def sound(self, drawing: Drawing, slack: float = 12.0) -> None:
        """Finite, inside its extent, dimensions as long as their numbers, and SVG that a parser reads."""
        box = drawing.extent
        for x, y in places(drawing):
            self.assertTrue(isfinite(x) and isfinite(y), drawing.title)
            self.assertTrue(box.left_mm - slack <= x <= box.right_mm + slack, f"{drawing.title}: x {x:.0f}")
            self.assertTrue(box.top_mm - slack <= y <= box.bottom_mm + slack, f"{drawing.title}: y {y:.0f}")
        for shape in drawing.shapes:
            if isinstance(shape, Dimension) and shape.quantity.unit == "mm":
                long = hypot(shape.end[0] - shape.start[0], shape.end[1] - shape.start[1])
                self.assertAlmostEqual(long, abs(shape.quantity.value), delta=0.1, msg=f"{drawing.title}: {shape.name}")
        self.assertTrue(etree.fromstring(to_svg(drawing).encode()).tag.endswith("svg"))

    def test_moving_in_by_every_way_that_goes(self) -> None:
        for name, hive in HIVES.items():
            first = said(hive.model_copy(update={"moving": Moving(count=3)}), "moving")
            for way in (line.key for line in table_of(first, "ways").lines if line.good):
                asked: Hive = hive.model_copy(update={"moving": Moving(count=3, way=way)})
                report = said(asked, "moving")
                with self.subTest(name, way=way):
                    for drawing in report.drawings.values():
                        self.sound(drawing, slack=20.0 if drawing.name == "rod" else 0.0)
                    for stage in range(len(report.moments.names) if report.moments else 0):
                        moment = chapter(Context(asked), "moving", Asked(parts=("moment",), at=stage))
                        self.sound(moment.drawings["rod"], slack=20.0)

    def test_the_keeper_beside_every_hive(self) -> None:
        for name, hive in HIVES.items():
            for height in (1_450.0, 1_700.0, 2_000.0):
                with self.subTest(name, height=height):
                    asked = hive.model_copy(update={"lifting": Lifting(height_mm=height)})
                    figure = said(asked, "lifting").drawings["lift-figure"]
                    self.sound(figure, slack=400.0)
                    tall = next(s for s in figure.shapes if isinstance(s, Dimension) and s.name == "Keeper")
                    self.assertEqual(tall.quantity.value, height)

    def test_every_months_heat(self) -> None:
        for name, hive in HIVES.items():
            for month in (0, 6):
                report = said(hive, "winter", month)
                with self.subTest(name, month=month):
                    for drawing in report.drawings.values():
                        self.sound(drawing, slack=60.0)
                    drawn = [
                        s
                        for s in report.drawings["winter-section"].shapes
                        if isinstance(s, Label) and "w" in s.text.values
                    ]
                    heats = column(report, "parts", "heat")
                    self.assertEqual(len(drawn), len(heats))
                    self.assertAlmostEqual(sum(s.text.values["w"].value for s in drawn), sum(heats), places=6)

    def test_parts_pulled_apart_and_laid_on_boards(self) -> None:
        for name, hive in HIVES.items():
            report = said(hive, "building").drawings
            with self.subTest(name):
                self.sound(report["build-boards"], slack=60.0)
                self.sound(report["build-exploded"])
                shown = {s.item for s in report["build-exploded"].shapes if isinstance(s, Polygon)}
                placed = {index for index, part in enumerate(parts_of_hive(hive)) if part.places}
                self.assertEqual(shown, placed)

    def test_every_part_on_its_sheet(self) -> None:
        for name, hive in HIVES.items():
            for part in parts_of_hive(hive):
                if part.group != "Bought":
                    with self.subTest(name, part=part.name):
                        self.sound(sheet_drawing(part), slack=60.0)
                        # What is drawn as a plain rectangle has nothing to mark on it.
                        if laid(part) is None:
                            self.assertFalse(part.holes or part.profile)

    def test_only_what_weighs_as_a_disc_is_sawn_round(self) -> None:
        for name, hive in HIVES.items():
            for part in parts_of_hive(hive):
                lies = laid(part)
                if lies is not None and part.material != "log":
                    wood = sum(solid.volume_mm3 for solid in part.places[0])
                    disc = pi / 4 * part.wide_mm**2 * part.thick_mm
                    with self.subTest(name, part=part.name):
                        self.assertEqual(lies.is_round, abs(wood - disc) < 0.01 * disc)

    def test_put_together_the_view_is_smaller_than_pulled_apart(self) -> None:
        parts = parts_of_hive(HIVES["bowline"])
        apart, together = exploded_drawing(parts, 1.0).extent, exploded_drawing(parts, 0.0).extent
        self.assertLess(together.bottom_mm - together.top_mm, apart.bottom_mm - apart.top_mm)
