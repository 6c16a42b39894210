"""Each part's DXF says all that is cut out of it: read again, it weighs what the part weighs."""

from __future__ import annotations

import io
from math import pi
from unittest import TestCase

import ezdxf
from shapely.geometry import Polygon

from sabaka_core import load_hive
from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.dxf import part_dxf
from sabaka_core.woodwork.parts import Part
from tests.core.support import EXAMPLES

# A pocket's depth stands in its layer's name to a hundredth of a millimetre.
PLAY = 0.003


def read_volume(dxf: str, thick_mm: float) -> float:
    """Volume by outlines, holes and pockets, from the drawing alone [mm³]."""
    drawing = ezdxf.read(io.StringIO(dxf))
    volume = 0.0
    for line in drawing.modelspace().query("LWPOLYLINE"):
        area, layer = Polygon([(p[0], p[1]) for p in line.get_points()]).area, line.dxf.layer
        if layer == "OUTLINE":
            volume += area * thick_mm
        elif layer == "THROUGH":
            volume -= area * thick_mm
        elif layer.startswith("POCKET"):
            volume -= area * float(layer.rsplit("_", 1)[1])
    for circle in drawing.modelspace().query("CIRCLE"):
        volume -= pi * circle.dxf.radius**2 * thick_mm
    return volume


def flat(part: Part) -> bool:
    """Whether it is a board with square edges and no hole on the slant, so that a flat drawing says all of it."""
    made = part.group != "Bought" and part.places and part.material != "log"
    leaning = part.bevel_deg > UNSEEN_DEG or "bevelled" in part.note or "moulding" in part.name
    return bool(made) and not leaning and not any(hole.slant_deg for hole in part.holes)


class ReadAgain(TestCase):
    """Independent parser: ezdxf reads, shapely measures; the other number is that of the solids."""

    def test_every_flat_part_of_every_example(self) -> None:
        seen = 0
        for path in sorted(EXAMPLES.glob("*.json")):
            for number, part in enumerate(parts_of_hive(load_hive(path.read_bytes())), 1):
                if flat(part):
                    seen += 1
                    with self.subTest(path.stem, part=part.name):
                        mine = read_volume(part_dxf(part, number), part.thick_mm)
                        self.assertAlmostEqual(mine / part.volume_mm3, 1.0, delta=PLAY)
        self.assertGreater(seen, 200)
