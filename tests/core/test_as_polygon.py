"""Property: straight walls are the same hive however they are written: by slope, by points, by points too many."""

from __future__ import annotations

import json
from collections.abc import Iterator
from math import cos, hypot, radians
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from sabaka_core import apply_edit, build_report, dump_hive, validate_hive
from sabaka_core.document.hive import Hive
from sabaka_core.document.load import load_hive
from sabaka_core.edits.sizing import SizeBox
from sabaka_core.hive.chambers import analyse
from sabaka_core.hive.whole import whole
from tests.core.support import EXAMPLES, example, hive
from tests.mutated import STEPS

_STEPS = {"report": build_report, **STEPS}
# What is offered for typing and dragging differs: a slope can be typed where it is what is held.
_OF_THE_FORM = tuple(
    f"/chapters/shape/{name}" for name in ("drawings/section/handles", "drawings/section/shapes", "forms", "views")
)


def by_points(design: Hive, between: float | None = None) -> Hive:
    """The same design with its leaning walls as polygons, with a point more on the wall if asked for."""
    document = dump_hive(design)
    for box, chamber in enumerate(document["chambers"]):
        if chamber["section"]["kind"] == "trapezoid":
            section = analyse(design, box).section
            depths = [0.0, *([section.height_mm * between] if between else []), section.height_mm]
            profile = [{"half_width_mm": section.half_width_mm(d), "depth_mm": d} for d in depths]
            chamber["section"] = {"kind": "polygon", "profile": profile}
    return validate_hive(document)


def differences(one: Any, other: Any, at: str = "") -> Iterator[str]:
    """Where two answers differ by more than rounding."""
    if isinstance(one, dict) and isinstance(other, dict):
        for name in one.keys() | other.keys():
            yield from differences(one.get(name), other.get(name), f"{at}/{name}")
    elif isinstance(one, list) and isinstance(other, list) and len(one) == len(other):
        for index, (a, b) in enumerate(zip(one, other, strict=True)):
            yield from differences(a, b, f"{at}/{index}")
    elif isinstance(one, int | float) and isinstance(other, int | float):
        if abs(one - other) > 1e-6 * max(1.0, abs(one)):
            yield at
    elif one != other:
        yield at


class StraightWalls(TestCase):
    """Property."""

    def test_every_step_says_the_same_of_a_trapezoid_written_as_a_polygon(self) -> None:
        """Comb areas differed in the fifth digit, outside widths by the lean, a drawing's extent with them."""
        for name in ("bowline", "granny", "sheepshank", "sloped-top-bar"):
            design = load_hive((EXAMPLES / f"{name}.json").read_bytes())
            for other in (by_points(design), by_points(design, 0.4)):
                for name_of_step, step in _STEPS.items():
                    one, two = (json.loads(step(each).model_dump_json()) for each in (design, other))
                    found = [at for at in differences(one, two) if not at.startswith(_OF_THE_FORM)]
                    with self.subTest(name, step=name_of_step):
                        # A slope that isn't held can't be mended by holding another.
                        self.assertEqual([at for at in found if not at.endswith("/mends")], [])

    @settings(max_examples=40)
    @given(st.floats(5, 40), st.floats(200, 330), st.floats(380, 520), st.floats(12, 40))
    def test_the_outside_is_as_wide_as_leaning_walls_are_thick(
        self, slope: float, high: float, top: float, thick: float
    ) -> None:
        """Hand: level, a wall that leans by θ is t / cos θ thick; a corner lower down changes nothing of the top."""
        document = example("sloped-top-bar")
        chamber = document["chambers"][0]
        chamber["walls"]["sides"] = [{"material": "softwood", "thickness_mm": thick}]
        half = top / 2
        middle = half - high / 2 * (1 - cos(radians(slope))) - 1.0
        points = [(half, 0.0), (middle, high / 2), (middle * 0.9, high)]
        chamber["section"] = {"kind": "polygon", "profile": [{"half_width_mm": x, "depth_mm": d} for x, d in points]}
        outside = whole(hive(document)).boxes[0]
        lean = hypot(half - middle, high / 2) / (high / 2)
        self.assertAlmostEqual(outside.y[1] - outside.y[0], top + 2 * thick * lean, places=6)

    def test_a_board_sizes_walls_given_by_points_too(self) -> None:
        design = by_points(load_hive((EXAMPLES / "bowline.json").read_bytes()))
        sized = analyse(apply_edit(design, SizeBox(by="board", text="250")))
        assert sized.trapezoid is not None
        self.assertAlmostEqual(sized.trapezoid.board_width_mm(sized.side_mm), 250.0, places=2)
