"""Frames: the standards against their boxes, parts against the whole, fits against hand working."""

from __future__ import annotations

from itertools import combinations
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from sabaka_core import apply_edit, build_report
from sabaka_core.combs.contents import cells_per_cm2, honey_kg
from sabaka_core.document.chambers import Chamber, Layer, Rest, Walls
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.sections import RectangleSection
from sabaka_core.edits.stock import AddFrame, HangAll, Measure
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.frames.fit import fit_in, fits_basket, moved_mm
from sabaka_core.frames.parts import Solid, comb_area_mm2, openings_of, parts_of, unbroken_height_mm, wood_volume_mm3
from sabaka_core.frames.verdict import gap_words, side_words, under_words
from sabaka_core.hive.chambers import analyse
from sabaka_core.kit.dimension import Dimension
from sabaka_core.kit.drawing import Drawing
from sabaka_core.kit.tables import practice
from sabaka_core.show.combs import NEWEST
from tests.core.support import card, column, example, hive, reported, table_of, told

FRAMES = [row for row in catalogue().values() if isinstance(row.carrier, Frame)]
STANDARDS = [row for row in FRAMES if not row.made_from]


def frame_of(ident: str) -> Frame:
    carrier = catalogue()[ident].carrier
    assert isinstance(carrier, Frame)
    return carrier


class Standards(TestCase):
    """Hand."""

    def test_the_catalogue_holds_what_the_trade_names(self) -> None:
        wanted = {
            "langstroth-deep",
            "langstroth-medium",
            "langstroth-shallow",
            "dadant-brood",
            "dadant-super",
            "layens",
            "british-national-deep",
            "british-national-14x12",
            "british-national-shallow",
            "smith",
            "commercial",
            "zander",
            "german-normal",
            "warre-bar",
            "rear-access",
        }
        self.assertEqual({row.id for row in catalogue().values() if not row.made_from}, wanted)
        self.assertEqual(len({r.carrier.make for r in FRAMES if isinstance(r.carrier, Frame) and r.made_from}), 9)

    def test_every_row_says_where_it_comes_from(self) -> None:
        for row in catalogue().values():
            with self.subTest(row.id):
                self.assertIn(row.source.mark, ("common practice", "from memory"))

    def test_across_a_box_is_a_frame_and_two_bee_spaces(self) -> None:
        """Trade check: 6 to 10 mm on each side of every standard in its own box."""
        for row in STANDARDS:
            assert row.box is not None and isinstance(row.carrier, Frame)
            with self.subTest(row.id):
                self.assertEqual(side_words((row.box.across_mm - row.carrier.body_width_mm) / 2), ("bee space", True))

    def test_vertically_a_box_is_eight_to_thirteen_more_than_its_frame(self) -> None:
        """Trade check; a deep hive's box has litter room below, a rear-access hive's rods."""
        for row in STANDARDS:
            assert row.box is not None and isinstance(row.carrier, Frame)
            if row.id not in ("layens", "rear-access"):
                with self.subTest(row.id):
                    spare = row.box.height_mm - row.carrier.depth_mm
                    self.assertTrue(7.9 <= spare <= 13.0, spare)

    def test_working_values(self) -> None:
        """Published check values of the trade, to a tenth: inches rounded once."""
        deep, layens = frame_of("langstroth-deep"), frame_of("layens")
        for value, inches in (
            (deep.top_bar_mm, 19.0),
            (deep.body_width_mm, 17 + 5 / 8),
            (deep.depth_mm, 9 + 1 / 8),
            (frame_of("langstroth-medium").depth_mm, 6.25),
            (frame_of("langstroth-shallow").depth_mm, 5 + 3 / 8),
            (layens.top_bar_mm, 14 + 5 / 16),
            (layens.depth_mm, 15 + 15 / 16),
        ):
            self.assertAlmostEqual(value, inches * 25.4, delta=0.1)
        box = catalogue()["layens"].box
        assert box is not None
        self.assertAlmostEqual(box.rest_to_floor_mm, 425.45, places=2)

    def test_cells_of_a_deep_frame(self) -> None:
        """Trade check: commonly 6,500 to 7,200 on both sides."""
        cells = 2 * comb_area_mm2(frame_of("langstroth-deep")) / 100 * cells_per_cm2(5.4)
        self.assertTrue(6_500 <= cells <= 7_200, cells)

    def test_honey_of_full_frames(self) -> None:
        """Trade check: a deep 2.7 to 3.0 kg, narrow-deep 3.8 to 4.4, two-part and tall 5 to 6 and a little."""
        for ident, low, high in (
            ("langstroth-deep", 2.7, 3.0),
            ("layens", 3.8, 4.4),
            ("two-part-deep", 5.0, 6.3),
            ("tall-one-piece", 5.0, 6.3),
        ):
            frame = frame_of(ident)
            self.assertTrue(low <= honey_kg(comb_area_mm2(frame), frame.spacing_mm) <= high, ident)

    def test_a_full_ten_frame_deep_box(self) -> None:
        """Trade check: 33 to 41 kg all told, box, frames and honey."""
        frame = frame_of("langstroth-deep")
        honey = 10 * honey_kg(comb_area_mm2(frame), frame.spacing_mm)
        wood = 10 * wood_volume_mm3(frame) * 450 / 1e9
        box = 2 * (466.7 + 374.7 + 2 * 19) * 244.5 * 19 * 450 / 1e9
        self.assertTrue(33 <= honey + wood + box <= 41, honey + wood + box)

    def test_the_tall_frame_has_no_break_and_the_two_part_one_has(self) -> None:
        tall, two = frame_of("tall-one-piece"), frame_of("two-part-deep")
        self.assertGreater(unbroken_height_mm(tall), 2 * unbroken_height_mm(two))
        self.assertEqual(len(openings_of(two)), 2)


def overlap(one: Solid, two: Solid) -> float:
    sides = [min(a[1], b[1]) - max(a[0], b[0]) for a, b in ((one.x, two.x), (one.y, two.y), (one.z, two.z))]
    return sides[0] * sides[1] * sides[2] if min(sides) > 1e-9 else 0.0


class Parts(TestCase):
    """Hand."""

    def test_pieces_never_share_a_place(self) -> None:
        for row in FRAMES:
            assert isinstance(row.carrier, Frame)
            pieces = [piece for part in parts_of(row.carrier) for piece in part.pieces]
            for one, two in combinations(pieces, 2):
                shared = sum(overlap(a, b) for a in one.solids for b in two.solids)
                with self.subTest(row.id):
                    self.assertLess(shared, 1e-6)

    def test_comb_lies_between_the_pieces(self) -> None:
        for row in FRAMES:
            assert isinstance(row.carrier, Frame)
            for field in openings_of(row.carrier):
                comb = Solid((field.left_mm, field.right_mm), (field.top_mm, field.bottom_mm), (-10, 10))
                for part in parts_of(row.carrier):
                    for piece in part.pieces:
                        with self.subTest(row.id, part=part.name):
                            self.assertEqual([overlap(comb, s) for s in piece.solids if overlap(comb, s) > 1e-6], [])

    def test_together_they_are_as_large_as_the_frame(self) -> None:
        for row in FRAMES:
            frame = row.carrier
            assert isinstance(frame, Frame)
            pieces = [piece for part in parts_of(frame) for piece in part.pieces]
            with self.subTest(row.id):
                low, high = min(p.span("y")[0] for p in pieces), max(p.span("y")[1] for p in pieces)
                self.assertAlmostEqual(high - low, frame.depth_mm, places=6)
                long = max(p.span("x")[1] - p.span("x")[0] for p in pieces)
                self.assertAlmostEqual(long, max(frame.top_bar_mm, frame.body_width_mm), places=6)

    def test_every_drawn_dimension_is_one_of_the_parts_or_the_frame(self) -> None:
        """What the Combs step draws and what it lists are the same sizes."""
        for ident, row in catalogue().items():
            said, kind = card(f"catalogue:{ident}"), row.carrier
            listed = {round(n, 3) for of in ("Long", "Wide", "Thick") for n in column(said, "parts", of)}
            if isinstance(kind, TopBar):
                continue
            assert isinstance(kind, Frame)
            known = {
                round(v, 3)
                for v in (kind.depth_mm, kind.body_width_mm, kind.spacing_mm, kind.bar_gap_mm, kind.top_bar_width_mm)
            }
            known |= {round(o.bottom_mm - o.top_mm, 3) for o in openings_of(kind)}
            known |= {round(o.right_mm - o.left_mm, 3) for o in openings_of(kind)}
            for drawing in said.drawings.values():
                for shape in drawing.shapes:
                    if isinstance(shape, Dimension):
                        with self.subTest(ident, name=shape.name):
                            self.assertIn(round(shape.quantity.value, 3), listed | known)
                            self.assertAlmostEqual(_drawn(shape), shape.quantity.value, places=6)

    def test_every_frame_and_bar_is_drawn(self) -> None:
        for ident in catalogue():
            with self.subTest(ident):
                said = card(f"catalogue:{ident}")
                self.assertGreaterEqual(len(said.drawings), 2)
                self.assertTrue(table_of(said, "parts").lines)
                for drawing in said.drawings.values():
                    self.assertTrue(_inside(drawing))

    def test_a_frame_stood_on_end_is_as_wide_as_two_mediums_and_hangs_by_a_hanger(self) -> None:
        """Hand: 2 × 158.75 wide; body 447.675 under a bar of 19.05."""
        frame = frame_of("joined-and-stood")
        self.assertAlmostEqual(frame.body_width_mm, 317.5)
        self.assertAlmostEqual(frame.depth_mm, 466.725)
        self.assertAlmostEqual(frame.top_bar_mm, frame_of("layens").top_bar_mm)

    def test_shelves_part_a_hybrid_evenly(self) -> None:
        heights = {round(o.bottom_mm - o.top_mm, 6) for o in openings_of(frame_of("hybrid-deep"))}
        self.assertEqual(len(heights), 1)

    def test_a_lugless_wide_frame_on_end_goes_into_the_hybrids_box(self) -> None:
        """Trade check: 447.7 + 9.5 below the hybrid's own bar plane, and a bee space beside a medium's 158.8 pair."""
        row = catalogue()["hybrid-deep"]
        assert row.box is not None
        self.assertGreaterEqual(row.box.rest_to_floor_mm, 447.7 + 9.5)


def _drawn(shape: Dimension) -> float:
    (x1, y1), (x2, y2) = shape.start, shape.end
    return ((x2 - x1) ** 2 + (y2 - y1) ** 2) ** 0.5


def _inside(drawing: Drawing) -> bool:
    box = drawing.extent
    points = [p for s in drawing.shapes if s.kind == "polygon" for p in s.points]
    return all(box.left_mm <= x <= box.right_mm and box.top_mm <= y <= box.bottom_mm for x, y in points)


class Fits(TestCase):
    """Hand."""

    def chamber(self, width: float, height: float, rest: Rest) -> Chamber:
        board = (Layer(material="softwood", thickness_mm=22.0),)
        walls = Walls(sides=board, ends=board, floor=board)
        return Chamber(
            id="c", section=RectangleSection(width_mm=width, height_mm=height), length_mm=400.0, walls=walls, rest=rest
        )

    def test_a_deep_frame_in_its_own_box(self) -> None:
        """Hand: 466.725 − 447.675 = 2 × 9.525; 244.475 − 19.05 − (231.775 − 9.525) = 3.175; over it 9.525."""
        rest = Rest(kind="rebate", depth_mm=19.05, width_mm=9.525)
        fit = fit_in(frame_of("langstroth-deep"), self.chamber(466.725, 244.475, rest), 466.725, 244.475, 485.775)
        self.assertAlmostEqual(fit.nominal.side, 9.525, places=6)
        self.assertAlmostEqual(fit.nominal.under, 3.175, places=6)
        self.assertAlmostEqual(fit.nominal.over, 9.525, places=6)
        self.assertAlmostEqual(fit.nominal.bearing, (482.6 - 466.725) / 2, places=6)

    def test_both_ends_of_tolerance(self) -> None:
        """Hand: a body 2 mm wider takes 1 mm from each side gap."""
        frame = frame_of("langstroth-deep").model_copy(update={"tolerance_mm": 2.0})
        rest = Rest(kind="rebate", depth_mm=19.05, width_mm=9.525)
        low, high = fit_in(frame, self.chamber(466.725, 244.475, rest), 466.725, 244.475, 485.775).ends("side")
        self.assertAlmostEqual(low, 8.525, places=6)
        self.assertAlmostEqual(high, 10.525, places=6)

    def test_wood_moves_across_its_grain(self) -> None:
        """From memory: 0.25 % for each percent of moisture, 8 % over the year, half of it each way."""
        self.assertAlmostEqual(moved_mm(400.0), 400 * 0.0025 * 4)
        swing, movement = practice("moisture_swing").number, practice("wood_movement").number
        self.assertAlmostEqual(moved_mm(100.0), 100 * swing / 2 * movement / 100)

    def test_on_rods_a_frame_stands(self) -> None:
        rods = Rest(kind="rods", width_mm=6.0, depth_mm=10.0)
        fit = fit_in(frame_of("rear-access"), self.chamber(428, 278, rods), 428, 278, 428).nominal
        self.assertEqual((fit.side, fit.under, fit.over), (9.0, 10.0, 8.0))

    @given(st.floats(1, 30))
    def test_what_bees_make_of_a_gap(self, gap: float) -> None:
        words, good = side_words(gap)
        self.assertEqual(good, 6 - 1e-6 <= gap <= 10 + 1e-6)
        self.assertEqual(words == "glued shut", gap < 6 - 1e-6)

    def test_gaps_between_neighbours(self) -> None:
        """Hand: closed, a bee space, and everything else."""
        self.assertEqual(gap_words(0.0), ("closed ceiling", True))
        self.assertEqual(gap_words(9.5), ("bee space", True))
        self.assertFalse(gap_words(3.0)[1] or gap_words(14.0)[1] or gap_words(-2.0)[1])
        self.assertFalse(under_words(4.0)[1] or under_words(40.0)[1])

    def test_baskets(self) -> None:
        self.assertTrue(fits_basket(482.6, 231.8, 500, 300))
        self.assertTrue(fits_basket(231.8, 482.6, 500, 300))
        self.assertFalse(fits_basket(482.6, 476.3, 500, 300))

    def test_the_extractor_takes_a_two_part_frame_by_halves(self) -> None:
        def words(ident: str) -> str:
            facts = table_of(card(f"catalogue:{ident}"), "holds").lines
            return next(told(fact, 1).template for fact in facts if fact.key == "Extractor")

        self.assertIn("goes in whole", words("langstroth-deep"))
        self.assertIn("by halves", words("two-part-deep"))
        self.assertIn("press", words("tall-one-piece"))


class OnTheBench(TestCase):
    """Hand."""

    def test_a_frame_of_the_catalogue_is_hung_in_a_hive(self) -> None:
        design = apply_edit(hive(example("long-shallow")), AddFrame(standard="british-national-shallow"))
        hung = apply_edit(design, HangAll(type="british-national-shallow"))
        a = analyse(hung)
        self.assertEqual({p.item.type for p in a.layout.combs if p.item.kind == "comb"}, {"british-national-shallow"})
        self.assertAlmostEqual(a.layout.leftover_mm, 0.0, places=3)
        report = build_report(hung)
        self.assertIn("frame-side-gap", {f.code for f in report.findings})
        fit = table_of(card("hive:british-national-shallow", hung), "fit")
        self.assertFalse(all(line.good for line in fit.lines))

    def test_a_second_one_gets_an_id_of_its_own(self) -> None:
        design = hive(example("long-shallow"))
        twice = apply_edit(apply_edit(design, AddFrame(standard="layens")), AddFrame(standard="layens"))
        self.assertEqual([k.id for k in twice.comb_types][-2:], ["layens", "layens-2"])
        # What was put in last is what is shown next.
        self.assertEqual(card(NEWEST, twice).of, "hive:layens-2")

    def test_a_measured_frame_brings_its_tolerance(self) -> None:
        own = apply_edit(hive(example("deep-horizontal")), Measure(type="layens"))
        frame = analyse(own).main_frame
        assert frame is not None
        self.assertEqual((frame.origin, frame.tolerance_mm), ("measured", 1.5))
        forms = reported(own, "forms").forms
        paths = {field.path for group in forms for field in group.fields}
        self.assertIn("/comb_types/0/tolerance_mm", paths)
