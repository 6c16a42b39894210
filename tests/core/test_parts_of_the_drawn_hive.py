"""The parts that are listed are those of the hive that is drawn: regression tests, on the report and the files."""

from __future__ import annotations

import csv
import io
import json
from itertools import pairwise
from math import atan2, cos, degrees, radians, sin, tan
from typing import Any
from unittest import TestCase

import ezdxf
from pypdf import PdfReader
from shapely.geometry import LineString, Polygon

from sabaka_core import working_hive
from sabaka_core.base.quantity import plain
from sabaka_core.document.combs import Frame
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.kit.measure import written
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.workshop import workshop_files
from sabaka_core.woodwork.assembly import clashes, parts_of_hive
from sabaka_core.woodwork.dxf import parts_dxf
from sabaka_core.woodwork.files import parts_csv
from sabaka_core.woodwork.marks import hole_text, marks_of
from sabaka_core.woodwork.parts import Part
from tests.core.support import EXAMPLES, chamber, example, hive, said, sound, table_of

HOLE = {"kind": "hole", "diameter_mm": 25.0, "height_mm": 40.0, "setting": "open"}


def parts(document: dict[str, Any]) -> dict[str, Part]:
    return {part.name: part for part in parts_of_hive(working_hive(document))}


class Holes(TestCase):
    """Regression."""

    def four_on_the_left(self) -> dict[str, Any]:
        document = sound()
        chamber(document)["entrances"] = [{**HOLE, "wall": "left", "at_mm": 100.0 * n} for n in range(1, 5)]
        return document

    def test_20_a_hole_belongs_to_one_wall(self) -> None:
        """Four entrances of the left wall were once bored on both sides."""
        found = parts(self.four_on_the_left())
        left, right = found["Side, left"], found["Side, right"]
        self.assertEqual((left.count, len(left.holes)), (1, 4))
        self.assertEqual((right.count, len(right.holes)), (1, 0))
        self.assertEqual({hole.wall for hole in left.holes}, {"left side"})

    def test_20_slots_belong_to_one_end(self) -> None:
        document = sound()
        slot = {
            "kind": "slot",
            "wall": "far-end",
            "at_mm": 30.0,
            "height_mm": 10.0,
            "width_mm": 100.0,
            "opening_mm": 8.0,
        }
        chamber(document)["entrances"] = [slot]
        found = parts(document)
        self.assertEqual((len(found["End, far"].holes), len(found["End, near"].holes)), (1, 0))
        self.assertIn("towards the right side", found["End, far"].holes[0].along_from)
        # The right wall is at the left hand of whoever looks at the far end from outside.
        self.assertAlmostEqual(found["End, far"].holes[0].x_mm, found["End, far"].long_mm / 2 - 30.0, places=1)

    def test_20_walls_without_holes_stay_one_part(self) -> None:
        document = sound()
        chamber(document)["entrances"] = []
        self.assertEqual(parts(document)["Side"].count, 2)
        self.assertEqual(parts(document)["End"].count, 2)

    def test_20_each_hole_says_wall_end_face_height_and_how_it_is_bored(self) -> None:
        hole = parts(self.four_on_the_left())["Side, left"].holes[1]
        said = plain(hole_text(hole))
        for words in (
            "left side",
            "from the near end",
            "up the inside face",
            "up the outside face",
            "square to the board",
        ):
            self.assertIn(words, said)
        # 200 along the run, and the near end's board of 22 before it.
        self.assertAlmostEqual(hole.along_mm, 222.0)

    def test_20_bored_from_either_face_it_comes_out_at_its_height_inside(self) -> None:
        """Reference library: shapely cuts the bore through the leaning board's section and finds its middle inside.

        Marked at 39.9 “up” and bored from outside it once came out 7 mm high.
        """
        for slope in (0.0, 12.0, 20.0, 30.0, -8.0):
            document = self.four_on_the_left()
            chamber(document)["section"] = {
                "kind": "trapezoid",
                "top_mm": 440.0,
                "height_mm": 290.0,
                "slope_deg": slope,
            }
            thick = chamber(document)["walls"]["sides"][0]["thickness_mm"]
            hole = parts(document)["Side, left"].holes[0]
            lean = radians(slope)
            # The board's section: inside face through the origin, feet and heads cut level.
            up, out = (sin(lean), cos(lean)), (cos(lean), -sin(lean))
            foot = thick / cos(lean)
            board = Polygon([(0, 0), (290 * tan(lean), 290), (290 * tan(lean) + foot, 290), (foot, 0)])
            for start, marked, way in (((0.0, 0.0), hole.up_inside_mm, 1), ((foot, 0.0), hole.up_outside_mm, -1)):
                x, z = start[0] + marked * up[0], start[1] + marked * up[1]
                bore = LineString(
                    [(x - way * out[0], z - way * out[1]), (x + way * 2 * thick * out[0], z + way * 2 * thick * out[1])]
                )
                ends = sorted(bore.intersection(board).coords, key=lambda p: p[0] * out[0] + p[1] * out[1])
                with self.subTest(slope=slope, marked=marked):
                    self.assertAlmostEqual(ends[0][1], 40.0 + 12.5, delta=0.11)

    def test_20_a_hole_of_a_folded_wall_lies_in_the_facet_it_meets(self) -> None:
        document = sound()
        chamber(document)["section"] = {
            "kind": "polygon",
            "profile": [
                {"half_width_mm": 220.0, "depth_mm": 0.0},
                {"half_width_mm": 220.0, "depth_mm": 150.0},
                {"half_width_mm": 120.0, "depth_mm": 290.0},
            ],
        }
        chamber(document)["entrances"] = [
            {**HOLE, "wall": "left", "at_mm": 200.0, "height_mm": 220.0},
            {**HOLE, "wall": "left", "at_mm": 300.0, "height_mm": 20.0},
        ]
        found = parts(document)
        self.assertEqual([h.along_mm for h in found["Side facet 1, left"].holes], [222.0])
        self.assertEqual([h.along_mm for h in found["Side facet 2, left"].holes], [322.0])
        self.assertAlmostEqual(found["Side facet 1, left"].holes[0].up_inside_mm, 220 + 12.5 - 140, places=1)

    def test_24_entrances_go_through_every_layer_with_wood_round_them(self) -> None:
        """In the insulated deep-frame example they were once bored in the lining only: shut."""
        document = example("deep-horizontal")
        design = working_hive(document)
        sides = [e for e in design.chambers[0].entrances if e.wall in ("left", "right")]
        self.assertTrue(sides)
        for entrance in sides:
            boards = [p for p in parts_of_hive(design) if p.name.startswith(f"Side, {entrance.wall}")]
            with self.subTest(entrance.wall):
                layers = [board for board in boards if board.holes]
                self.assertEqual(len(layers), len(design.chambers[0].walls.sides))
                self.assertEqual({len(board.holes) for board in layers}, {sum(e.wall == entrance.wall for e in sides)})
                heights = {h.up_inside_mm for board in boards for h in board.holes if h.wide_mm == entrance.size_mm[0]}
                middle = entrance.height_mm + entrance.size_mm[1] / 2
                self.assertIn(round(middle, 1), heights)
        blocks = [p for p in parts_of_hive(design) if p.name.startswith("Block round entrance")]
        self.assertEqual(len(blocks), len(sides))
        self.assertEqual({p.thick_mm for p in blocks}, {50.0})
        self.assertEqual([p for p in parts_of_hive(working_hive(sound())) if "Block" in p.name], [])


class Supers(TestCase):
    """Regression."""

    def test_21_the_rebate_is_in_the_walls_that_carry_the_lugs_at_its_width_and_depth(self) -> None:
        """Hand: a deep frame, 482.6 over 447.7: inside 466.7, lugs 7.95 beyond it each side and 1.5 of play:
        9.5 wide."""
        for name, carries in (("long-shallow", "side"), ("tall-in-stack", "side"), ("two-chamber", "end")):
            document = example(name)
            if not document.get("supers"):
                document["supers"] = [
                    {
                        "chamber": document["chambers"][0]["id"],
                        "comb_type": document["comb_types"][0]["id"],
                        "height_mm": 244.475,
                        "frames": 10,
                        "boxes": 1,
                    }
                ]
            each = document["supers"][0]
            frame = next(k for k in document["comb_types"] if k["id"] == each["comb_type"])
            found = {p.id: p for p in parts_of_hive(working_hive(document)) if p.group == "Supers"}
            wall = found[f"super-1-{carries}"]
            other = found[f"super-1-{'end' if carries == 'side' else 'side'}"]
            with self.subTest(name):
                assert wall.rebate is not None
                self.assertIsNone(other.rebate)
                inside = frame["body_width_mm"] + 19.0
                # The crossing walls go half a board into the others at both ends.
                self.assertAlmostEqual(other.long_mm, inside + 19.0, delta=0.1)
                self.assertAlmostEqual(wall.rebate.wide_mm, (frame["top_bar_mm"] - inside) / 2 + 1.5, delta=0.1)
                row = catalogue()[frame["standard"]]
                if row.box is not None:
                    self.assertAlmostEqual(wall.rebate.deep_mm, row.box.rest_depth_mm)
                # Each lug lies on what is left of the wall inside the rebate.
                bearing = (frame["top_bar_mm"] - inside) / 2
                self.assertGreater(bearing, 6.0)

    def test_21_supers_still_go_together(self) -> None:
        for name in ("long-shallow", "tall-in-stack", "side-by-side"):
            with self.subTest(name):
                self.assertEqual(clashes(parts_of_hive(working_hive(example(name)))), ())


class EndsAndFollowers(TestCase):
    """Regression."""

    def test_22_widths_height_and_both_angles_stand_in_list_booklet_dxf_and_csv(self) -> None:
        document = example("bowline")
        design = working_hive(document)
        section = chamber(document)["section"]
        lean = (
            degrees(atan2((section["top_mm"] - section.get("floor_mm", 0)) / 2, section["height_mm"]))
            if "floor_mm" in section
            else 20.0
        )
        listed = {p.name: p for p in parts_of_hive(design)}
        for name in ("End, near", "End", "Near follower", "Far follower"):
            if name not in listed:
                continue
            marks = [plain(mark) for mark in marks_of(listed[name])]
            with self.subTest(name):
                shape = next(mark for mark in marks if "wide at the top" in mark)
                self.assertIn(f"angles {90 + lean:.1f}".rstrip("0").rstrip("."), shape)
                self.assertIn("at the floor", shape)
        csv_rows = list(csv.DictReader(io.StringIO(parts_csv(parts_of_hive(design)))))
        ends = [
            row
            for row in csv_rows
            if row["part"].startswith("End") or ("follower" in row["part"] and "bar" not in row["part"])
        ]
        self.assertTrue(ends)
        for row in ends:
            self.assertGreater(float(row["top_mm"]), float(row["floor_mm"]))
            self.assertAlmostEqual(float(row["floor_angle_deg"]) + float(row["top_angle_deg"]), 180.0, places=1)
        drawing = ezdxf.read(io.StringIO(parts_dxf(parts_of_hive(design))))
        said = [text.dxf.text for text in drawing.modelspace().query("TEXT")]
        self.assertTrue(any("follower" in head and "wide at the top" in below for head, below in pairwise(said)))

        pages = "".join(page.extract_text() for page in PdfReader(io.BytesIO(booklet(design))).pages)
        self.assertIn("at the top", pages)

    def test_22_in_inches_they_are_written_in_inches(self) -> None:
        design = working_hive(example("bowline"))
        shape = next(m for p in parts_of_hive(design) for m in marks_of(p) if "wide at the top" in m.template)
        self.assertNotRegex(written(shape, "in"), r"\d mm|\d{3}\.")


class Files(TestCase):
    """Regression."""

    def test_23_rebates_in_dxf_lie_at_their_real_depth(self) -> None:
        """Independent reader: ezdxf; the line lies as far under the board's upper edge as the rebate is deep."""
        for name in ("deep-horizontal", "side-by-side", "two-chamber"):
            found = [p for p in parts_of_hive(working_hive(example(name))) if p.rebate and p.group != "Bought"]
            drawing = ezdxf.read(io.StringIO(parts_dxf(parts_of_hive(working_hive(example(name))))))
            lines = sorted(line.dxf.start.y for line in drawing.modelspace().query("LINE[layer=='REBATE']"))
            tops = sorted(
                max(point[1] for point in ring.get_points())
                for ring in drawing.modelspace().query("LWPOLYLINE[layer=='OUTLINE']")
            )
            depths = sorted(round(float(min(top - y for top in tops if top > y)), 1) for y in lines)
            with self.subTest(name):
                for drawn, deep in zip(depths, sorted(p.rebate.deep_mm for p in found if p.rebate), strict=True):
                    self.assertAlmostEqual(drawn, deep, delta=0.1)

    def test_20_parts_json_names_each_hole(self) -> None:
        listed = json.loads(workshop_files(working_hive(example("bowline")))["parts.json"])
        marks = [mark["template"] for part in listed for mark in part["marks"] if "hole" in mark["template"]]
        self.assertTrue(marks)
        self.assertTrue(all("side:" in mark or "end:" in mark for mark in marks))


class Floors(TestCase):
    """Regression."""

    def test_25_a_mesh_floor_is_not_a_board(self) -> None:
        """The chamber that is open to mesh once got a solid 22 mm floor over the bees."""
        design = working_hive(example("stacked-long"))
        floors = [p for p in parts_of_hive(design) if "floor" in p.name.lower()]
        mesh = [p for p in floors if p.name.startswith("mesh")]
        self.assertEqual([(p.group, p.material) for p in mesh], [("Bought", "mesh")])
        self.assertEqual(clashes(parts_of_hive(design)), ())
        groups = table_of(said(design, "building"), "groups")
        self.assertFalse(any("mesh" in str(line.cells) for line in groups.lines))


class Examples(TestCase):
    """Regression."""

    def test_frames_of_supers_are_as_listed(self) -> None:
        for path in EXAMPLES.glob("*.json"):
            design = hive(json.loads(path.read_text("utf-8")))
            for each in design.supers:
                kind = design.comb_type(each.comb_type)
                with self.subTest(path.stem):
                    if isinstance(kind, Frame):
                        names = [p for p in parts_of_hive(design) if p.name.startswith("Super frame")]
                        self.assertTrue(names)


class NotMade(TestCase):
    """Regression."""

    def test_28_every_kind_of_thing_a_hive_may_have_is_made_or_named(self) -> None:
        """A run's item, a cover and a rest of every kind: a part of its name, or a word that it isn't made."""
        for item, name in (
            ({"kind": "excluder", "thickness_mm": 5.0}, "excluder"),
            ({"kind": "feeder", "length_mm": 60.0}, "feeder"),
            ({"kind": "divider", "thickness_mm": 18.0}, "divider"),
        ):
            document = sound()
            chamber(document)["run"]["items"].insert(3, item)
            design = working_hive(document)
            parts, found = parts_of_hive(design), said(design, "building").findings
            words = " ".join([*(p.name.lower() for p in parts), *(plain(f.text).lower() for f in found)])
            with self.subTest(name):
                self.assertIn(name, words)
