"""Mesh in the floor, its shutter, a tray: the share under the nest, the heat, the drawing, the parts."""

from __future__ import annotations

from unittest import TestCase

from sabaka_core import Hive, load_hive
from sabaka_core.document.chambers import UnderRun
from sabaka_core.drawing.whole import whole_drawing
from sabaka_core.edits.closing import with_chamber
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.context import Context
from sabaka_core.hive.under import mesh_share
from sabaka_core.hive.whole import whole
from sabaka_core.kit.drawing import Polygon
from sabaka_core.show.study import chapter
from sabaka_core.woodwork.assembly import parts_of_hive
from tests.core.support import EXAMPLES, reported


def meshed(**under: object) -> Hive:
    """The deep horizontal hive, its run 800 mm long, with mesh in its floor."""
    hive = load_hive((EXAMPLES / "deep-horizontal.json").read_bytes())
    box = hive.chambers[0].model_copy(update={"under": UnderRun.model_validate(under)})
    return with_chamber(hive, 0, box)


class UnderTheRun(TestCase):
    """Hand: a floor with mesh under part of it."""

    def test_so_much_of_a_stretch_lies_over_mesh(self) -> None:
        a = analyse(meshed(mesh_from_mm=100.0, mesh_to_mm=500.0), 0)
        for start, end, share in ((0.0, 400.0, 0.75), (100.0, 500.0, 1.0), (500.0, 800.0, 0.0), (0.0, 800.0, 0.5)):
            self.assertAlmostEqual(mesh_share(a, start, end), share)
        self.assertEqual(mesh_share(analyse(meshed(), 0), 0.0, 400.0), 0.0)

    def test_an_open_mesh_costs_honey_and_a_shutter_saves_most_of_it(self) -> None:
        def ua(hive: Hive) -> float:
            return chapter(Context(hive), "winter").metrics["winter.ua_w_k"].value

        plain, whole_floor = ua(meshed()), {"mesh_from_mm": 0.0, "mesh_to_mm": 800.0}
        opened, shut = ua(meshed(**whole_floor, shutter="open")), ua(meshed(**whole_floor, shutter="closed"))
        self.assertLess(plain, shut)
        self.assertLess(shut, opened)
        # By hand: the surfaces alone, 0.17 and 0.04, against 0.17 of air and 6 mm of ply between them.
        self.assertGreater((opened - plain) / (shut - plain), 1.5)

    def test_it_is_drawn_and_cut(self) -> None:
        hive = meshed(mesh_from_mm=0.0, mesh_to_mm=380.0, shutter="closed", tray="left", mite_board=True)
        before = {part.id for part in parts_of_hive(meshed())}
        parts = {part.id: part for part in parts_of_hive(hive) if part.id not in before and part.thing != "stand-0"}
        self.assertEqual(
            {ident.removeprefix("body-") for ident in parts},
            {"mesh", "shutter", "tray", "tray-long-rim", "tray-short-rim", "mite-board", "runner"},
        )
        self.assertEqual(parts["body-mesh"].group, "Bought")
        self.assertAlmostEqual(parts["body-mesh"].long_mm, 380.0 + 30.0)
        self.assertAlmostEqual(parts["body-tray"].long_mm, 380.0)
        drawn = [s for s in whole_drawing(whole(hive)).shapes if isinstance(s, Polygon) and s.layer == "excluder"]
        (mesh,) = drawn
        xs = [x for x, _ in mesh.points]
        self.assertAlmostEqual(max(xs) - min(xs), 380.0)

    def test_mesh_that_is_longer_than_the_floor_is_named_and_mended(self) -> None:
        found = reported(meshed(mesh_to_mm=1000.0), "findings", "mends").findings
        (said,) = [each for each in found if each.code == "mesh-past-floor"]
        assert said.number is not None
        self.assertEqual(said.number.value, 1000.0)
        self.assertEqual(len(said.mends), 1)
        self.assertNotIn("mesh-past-floor", [f.code for f in reported(meshed(mesh_to_mm=800.0), "findings").findings])
