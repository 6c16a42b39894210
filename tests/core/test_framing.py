"""Frames as solids: their pieces don't lie in each other, and what they leave open are their fields of comb."""

from __future__ import annotations

from itertools import combinations
from typing import Any
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st
from shapely import box
from shapely.geometry import Polygon
from shapely.ops import unary_union

from sabaka_core import Hive, load_hive
from sabaka_core.combs.bars import deflection_mm, inertia_mm4
from sabaka_core.document.combs import Frame
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.fit import fit_in
from sabaka_core.frames.parts import SolidPiece, comb_area_mm2, openings_of, parts_of
from sabaka_core.hive.chambers import analyse
from tests.core.support import EXAMPLES
from tests.core.test_layers import do

FRAMES = [row.carrier for row in catalogue().values() if isinstance(row.carrier, Frame)]


def seen(piece: SolidPiece, across: str, down: str) -> Polygon:
    """A piece's outline along one axis."""
    return unary_union([box(*_corners(getattr(s, across), getattr(s, down))) for s in piece.solids])


def _corners(x: tuple[float, float], y: tuple[float, float]) -> tuple[float, float, float, float]:
    return x[0], y[0], x[1], y[1]


@st.composite
def made(draw: Any) -> Frame:
    """A frame of the catalogue with guide, shoulders, shelves, notches of its own."""
    base = draw(st.sampled_from([f for f in FRAMES if f.make in ("plain", "tall", "hybrid", "drone", "from-parts")]))
    field = base.depth_mm - base.top_bar_thickness_mm - base.bottom_bar_thickness_mm
    shelves = draw(st.lists(st.floats(0.15, 0.85), max_size=2, unique_by=lambda x: round(x, 1)))
    apart = [round(x, 1) * field for x in sorted(shelves)]
    return base.model_copy(
        update={
            "guide": draw(st.sampled_from(["strip", "moulding", "none", "wax-line"])),
            "narrowed_mm": draw(st.sampled_from([None, base.top_bar_width_mm - 6])),
            "narrowed_over_mm": draw(st.sampled_from([None, 100.0, 5_000.0])),
            "shoulder_mm": draw(st.floats(0, base.depth_mm)),
            "side_bar_foot_mm": draw(st.sampled_from([None, 22.0])),
            "shelves_at_mm": tuple(apart),
            "shelves": len(apart),
            "shelf_thickness_mm": 6.0,
        }
    )


class Solids(TestCase):
    """Reference library: shapely, from the front and from the end."""

    @given(made())
    def test_no_piece_lies_in_another(self, frame: Frame) -> None:
        pieces = [(part.name, piece) for part in parts_of(frame) for piece in part.pieces]
        for (one, a), (two, b) in combinations(pieces, 2):
            for s in a.solids:
                for t in b.solids:
                    front = box(*_corners(s.x, s.y)).intersection(box(*_corners(t.x, t.y))).area
                    end = box(*_corners(s.z, s.y)).intersection(box(*_corners(t.z, t.y))).area
                    above = box(*_corners(s.x, s.z)).intersection(box(*_corners(t.x, t.z))).area
                    self.assertLess(min(front, end, above), 1e-6, (frame.id, one, two))

    @given(made())
    def test_fields_are_what_the_wood_leaves_open(self, frame: Frame) -> None:
        """The guide stands in its field: it is where the comb begins."""
        wood = [seen(p, "x", "y") for part in parts_of(frame) if part.name != "Guide" for p in part.pieces]
        half = frame.body_width_mm / 2
        inside = box(-half, frame.top_bar_thickness_mm, half, frame.depth_mm)
        left = inside.difference(unary_union(wood))
        self.assertAlmostEqual(left.area, comb_area_mm2(frame), delta=1e-3)
        fields = unary_union([box(o.left_mm, o.top_mm, o.right_mm, o.bottom_mm) for o in openings_of(frame)])
        self.assertAlmostEqual(left.symmetric_difference(fields).area, 0, delta=1e-3)


class Trade(TestCase):
    """Trade check: narrowed bars, the frame of seven pieces, one frame through two boxes."""

    def hive(self) -> Hive:
        return load_hive((EXAMPLES / "deep-horizontal.json").read_bytes())

    def test_a_narrowed_bar_leaves_a_bee_space(self) -> None:
        """A bar of 31.75 mm (1 1/4 in) that touches, narrowed to 22.2 leaves 9.5, to 19.05 leaves 12.7."""
        base = FRAMES[0].model_copy(update={"spacing_mm": 31.75, "top_bar_width_mm": 31.75})
        for narrowed, gap in ((22.225, 9.525), (19.05, 12.7)):
            frame = base.model_copy(update={"narrowed_mm": narrowed})
            self.assertEqual(frame.bar_gap_mm, 0.0)
            self.assertAlmostEqual(frame.mid_gap_mm, gap)

    def test_the_hybrid_frame_of_seven_pieces(self) -> None:
        """Top bar, two side bars, bottom bar, two shelves at 140 and 279 mm in a field of 419, a guide: seven."""
        hive = do(self.hive(), {"do": "add-frame", "standard": "hybrid-deep"})
        at, frame = len(hive.comb_types) - 1, hive.comb_types[-1]
        assert isinstance(frame, Frame)
        deep = 419 + frame.top_bar_thickness_mm + frame.bottom_bar_thickness_mm
        hive = do(
            hive,
            {"do": "set", "path": f"/comb_types/{at}/depth_mm", "text": f"{deep}"},
            {"do": "set", "path": f"/comb_types/{at}/guide", "text": "strip"},
            *({"do": "remove-shelf", "type": frame.id, "at": 0} for _ in range(frame.shelves)),
            {"do": "add-shelf", "type": frame.id},
            {"do": "add-shelf", "type": frame.id},
            {"do": "set", "path": f"/comb_types/{at}/shelves_at_mm/0", "text": "140"},
            {"do": "set", "path": f"/comb_types/{at}/shelves_at_mm/1", "text": "279"},
        )
        frame = hive.comb_types[at]
        assert isinstance(frame, Frame)
        self.assertEqual(sum(part.number for part in parts_of(frame)), 7)
        thick = frame.shelf_thickness_mm
        wanted = [140 - thick / 2, 139 - thick, 140 - thick / 2]
        for field, high in zip(openings_of(frame), wanted, strict=True):
            self.assertAlmostEqual(field.bottom_mm - field.top_mm, high)

    def test_one_frame_through_deep_and_medium(self) -> None:
        """244.475 + 168.275 mm of boxes: as deep as they allow is their height less floor gap, rest and lug."""
        hive = load_hive((EXAMPLES / "tall-in-stack.json").read_bytes())
        frame = hive.comb_types[0]
        assert isinstance(frame, Frame)
        hive = do(hive, {"do": "deep-as-box", "type": frame.id})
        a, deep = analyse(hive, 0), hive.comb_types[0]
        assert isinstance(deep, Frame)
        rest = a.chamber.rest.depth_mm
        by_hand = sum(a.chamber.boxes_mm) - rest + deep.lug_thickness_mm - hive.choices.floor_gap_mm
        self.assertAlmostEqual(deep.depth_mm, by_hand, places=2)
        self.assertAlmostEqual(a.fit(deep).nominal.under, hive.choices.floor_gap_mm, places=2)

    def test_a_notched_lug_hangs_lower(self) -> None:
        a = analyse(self.hive(), 0)
        frame = a.main_frame
        assert frame is not None
        notched = frame.model_copy(update={"notch_mm": 4.0})
        fits = [
            fit_in(f, a.chamber, a.section.top_mm, a.section.height_mm, a.rest_span_mm).nominal
            for f in (frame, notched)
        ]
        self.assertAlmostEqual(fits[1].over - fits[0].over, 4.0)
        self.assertAlmostEqual(fits[0].under - fits[1].under, 4.0)


class Grooves(TestCase):
    """Hand: a groove of 3 by 5 mm from below in a bar of 35 by 20."""

    def test_inertia_by_slices(self) -> None:
        """The section cut into level slices of a hundredth of a millimetre, about their own mean."""
        slices = [(i / 100 + 0.005, 35.0 if i < 1500 else 32.0) for i in range(2000)]
        area = sum(w for _, w in slices)
        mean = sum(y * w for y, w in slices) / area
        inertia = sum((y - mean) ** 2 * w * 0.01 for y, w in slices)
        self.assertAlmostEqual(inertia_mm4(35, 20, (3, 5)) / inertia, 1.0, places=5)
        self.assertAlmostEqual(inertia_mm4(35, 20), 35 * 20**3 / 12)
        self.assertGreater(deflection_mm(3, 440, 400, 35, 20, (3, 5)), deflection_mm(3, 440, 400, 35, 20))
