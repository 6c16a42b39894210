"""Building, refused and written: bad input at its field, and every file read by an independent parser."""

from __future__ import annotations

import contextlib
import csv
import io
import json
import tempfile
from math import pi
from pathlib import Path
from unittest import TestCase

import ezdxf
from lxml import etree
from pypdf import PdfReader

from sabaka_cli.__main__ import main
from sabaka_core import ParameterError, apply_edit, load_hive
from sabaka_core.base.units import inches_text, parse_length
from sabaka_core.document.building import BoardForSale
from sabaka_core.document.combs import Frame
from sabaka_core.document.entrances import Disc
from sabaka_core.drawing.building import boards_drawing
from sabaka_core.drawing.exploded import exploded_drawing
from sabaka_core.edits.fields import SetField
from sabaka_core.findings.building import clash_words
from sabaka_core.kit.measure import ReadAs
from sabaka_core.paper.booklet import booklet, closing_mm, rounding_mm
from sabaka_core.paper.svg import to_svg
from sabaka_core.paper.templates import templates
from sabaka_core.paper.workshop import workshop_files
from sabaka_core.woodwork.along import marks_on_boards
from sabaka_core.woodwork.assembly import Clash, parts_of_hive, total_kg
from sabaka_core.woodwork.costs import part_minutes
from sabaka_core.woodwork.dxf import parts_dxf
from sabaka_core.woodwork.edits import AddForSale, RemoveForSale, SetStock, TickStep
from sabaka_core.woodwork.meshes import small_parts
from sabaka_core.woodwork.plan import cut_plan
from sabaka_core.woodwork.stock import read_stock
from tests.core.support import EXAMPLES, said
from tests.core.test_building import opened, searched


class BadInput(TestCase):
    """Reference library."""

    def test_parts_that_no_board_holds_are_named(self) -> None:
        sale = (BoardForSale(label="short", length_mm=600.0, width_mm=145.0, thickness_mm=22.0, price=3.0),)
        design = opened("sloped-top-bar", for_sale=sale).model_copy(update={"boards": ()})
        report = said(design, "building")
        named = [f.text.template for f in report.findings if f.code == "no-board"]
        self.assertTrue(any("Side" in words for words in named))
        self.assertFalse(any("“End”" in words for words in named))

    def test_errors_and_clashes_are_findings(self) -> None:
        """What the Shape step calls an error, and a clash with the names of both parts."""
        found = said(opened("granny"), "building").findings
        self.assertEqual([f.severity for f in found if f.code == "design-errors"], ["error"])
        words = clash_words(Clash("overlap", "a", "b", 2.0), {"a": "Side", "b": "End"})
        self.assertEqual(words.template, "“Side” and “End” lie {by} in each other.")
        self.assertIn("touches nothing", clash_words(Clash("gap", "a", "", 0.0), {"a": "Side"}).template)

    def test_a_search_says_what_it_found_either_way(self) -> None:
        """Lower for straight walls; shorter or lower, each by itself; or nothing."""
        lower = searched("sloped-top-bar")
        self.assertIn("Height less by", lower.helps[0].label.template)
        either = {mend.label.template.split(" by")[0] for mend in searched("sheepshank").helps}
        self.assertEqual(either, {"Length less", "Height less"})
        nothing = searched("bowline")
        self.assertEqual(nothing.helps, ())
        assert nothing.tried is not None
        self.assertIn("Searched 20 mm either way of", nothing.tried.template)

    def test_rebates_of_a_super_are_counted_as_work(self) -> None:
        supers = [p for p in parts_of_hive(opened("long-shallow")) if p.id.endswith("-side") and p.group == "Supers"]
        self.assertTrue(supers)
        self.assertTrue(all(part_minutes(part, {}, frozenset())["rebate"] > 0 for part in supers))

    def test_boards_that_cost_nothing(self) -> None:
        sale = (
            BoardForSale(label="given", length_mm=2400.0, width_mm=400.0, thickness_mm=22.0, price=0.0),
            BoardForSale(label="given beam", length_mm=2400.0, width_mm=95.0, thickness_mm=45.0, price=0.0),
        )
        design = opened("sloped-top-bar", for_sale=sale).model_copy(update={"boards": ()})
        plan = cut_plan(parts_of_hive(design), design)
        self.assertEqual((plan.cost, plan.too_long), (0.0, ()))

    def test_a_kerf_that_cant_be(self) -> None:
        for typed in ("-1", "40 mm"):
            with self.assertRaises(ParameterError) as caught:
                apply_edit(opened("bowline"), SetField(path="/building/kerf_mm", text=typed))
            self.assertEqual(caught.exception.field, "/building/kerf_mm")

    def test_a_part_wider_than_any_board_is_glued_up(self) -> None:
        report = said(opened("straight-top-bar"), "building")
        self.assertIn("panel", {f.code for f in report.findings})

    def test_a_design_with_errors_says_so_on_its_cover(self) -> None:
        words = (
            PdfReader(io.BytesIO(booklet(load_hive((EXAMPLES / "granny.json").read_bytes())))).pages[0].extract_text()
        )
        self.assertRegex(words, r"The design has \d+ errors")

    def test_odd_letters_in_names(self) -> None:
        design = opened("bowline").model_copy(update={"name": "Ñandú “½” 🐝 <&>"})
        self.assertTrue(PdfReader(io.BytesIO(booklet(design))).pages)
        auditor = ezdxf.read(io.StringIO(parts_dxf(parts_of_hive(design)))).audit()  # type: ignore[attr-defined]
        self.assertEqual(auditor.errors, [])

    def test_stock_tables(self) -> None:
        boards = read_stock("label,length_mm,width_mm,thickness_mm,count\nplank,2400,220,22,3\n")
        self.assertEqual((boards[0].width_mm, boards[0].count), (220.0, 3))
        for table, code in (
            ("label,length_mm\nx,1\n", "no-column"),
            ("length_mm,width_mm,thickness_mm\n2400,-3,22\n", "bad-line"),
            ("length_mm,width_mm,thickness_mm\nlong,3,22\n", "bad-line"),
        ):
            with self.assertRaises(ParameterError) as caught:
                read_stock(table)
            self.assertEqual(caught.exception.code, code)
        design = apply_edit(opened("bowline"), SetStock(table="length_mm,width_mm,thickness_mm\n2000,200,22\n"))
        self.assertEqual(len(design.boards), 1)

    def test_ticks_and_boards_for_sale(self) -> None:
        design = apply_edit(opened("bowline"), TickStep(step="cut"))
        assert design.building is not None
        self.assertEqual(design.building.done, ("cut",))
        doings = [each for occasion in said(design, "building").agenda for each in occasion.doings]
        self.assertTrue(next(each for each in doings if each.id == "cut").done)
        sale = apply_edit(apply_edit(design, AddForSale()), AddForSale())
        assert sale.building is not None
        self.assertEqual(len(sale.building.for_sale), 6)
        with self.assertRaises(ParameterError):
            apply_edit(design, RemoveForSale(index=3))


class Files(TestCase):
    """Reference library."""

    def test_the_dxf_by_a_dxf_library(self) -> None:
        """Reference library: ezdxf audits the file; outlines are measured again from their entities."""
        parts = [p for p in parts_of_hive(opened("bowline")) if p.group != "Bought"]
        drawing = ezdxf.read(io.StringIO(parts_dxf(tuple(parts))))  # type: ignore[attr-defined]
        self.assertEqual(drawing.audit().errors, [])
        outlines = [e for e in drawing.modelspace().query("LWPOLYLINE") if e.dxf.layer == "OUTLINE"]
        self.assertEqual(len(outlines), len(parts))
        for part, outline in zip(parts, outlines, strict=True):
            points = [(x, y) for x, y, *_ in outline.get_points()]
            self.assertAlmostEqual(max(x for x, _ in points) - min(x for x, _ in points), part.long_mm, places=6)
            self.assertAlmostEqual(max(y for _, y in points) - min(y for _, y in points), part.wide_mm, places=6)
        circles = list(drawing.modelspace().query("CIRCLE"))
        self.assertTrue(all(c.dxf.layer == "THROUGH" for c in circles))
        self.assertEqual(len(circles), sum(h.round for p in parts for h in p.holes))

    def test_stl_files_are_watertight_and_of_the_right_volume(self) -> None:
        """Reference library: trimesh."""
        design = opened("conversion-box")
        disc = Disc(wall="left", at_mm=100.0, height_mm=30.0, disc_mm=100.0, opening_mm=38.0)
        chamber = design.chambers[0].model_copy(update={"entrances": (disc,)})
        meshes = small_parts(design.model_copy(update={"chambers": (chamber,)}))
        kinds = {name.split("-")[-1] for name in meshes}
        self.assertEqual(kinds, {"100", "spacer", "corner", "cheek", "frame"})
        for name, mesh in meshes.items():
            self.assertTrue(mesh.is_watertight, name)
            self.assertGreater(mesh.volume, 0, name)
        # Hand: a plate of 4 with its opening of 38 and a hole of 4 for its screw.
        by_hand = pi / 4 * (100**2 - 38**2 - 4**2) * 4
        self.assertAlmostEqual(meshes["entrance-disc-100"].volume, by_hand, delta=by_hand * 0.002)
        first = next(k for k in design.comb_types if isinstance(k, Frame))
        between = first.spacing_mm - first.side_bar_width_mm
        self.assertAlmostEqual(meshes["spacer"].volume / (60 * 20 * between), 1.0, delta=1e-3)
        # An angle of 4, its arms 26 and 26, as wide as the side bar: 26 · 4 + 22 · 4 across it.
        corner = meshes[f"{first.id}-corner"].volume
        self.assertAlmostEqual(corner / ((26 * 4 + 22 * 4) * first.side_bar_width_mm), 1.0, delta=2e-3)

    def test_the_booklets_pages_by_an_independent_reader(self) -> None:
        for sheet, wide in (("a4", 595.3), ("letter", 612.0)):
            pages = PdfReader(io.BytesIO(booklet(opened("bowline", sheet=sheet)))).pages
            self.assertAlmostEqual(float(pages[0].mediabox.width), wide, delta=0.5)
            words = " ".join(page.extract_text() for page in pages)
            for each in ("Before you start", "Parts", "Cut plan", "Step by step", "Run card", "Side"):
                self.assertIn(each, words)

    def test_the_check_bar_is_100_mm_long(self) -> None:
        """Independent reader: the first line drawn on each tile, in points."""
        reader = PdfReader(io.BytesIO(templates(opened("bowline"))))
        self.assertGreaterEqual(len(reader.pages), 4)
        for page in reader.pages:
            contents = page.get_contents()
            assert contents is not None
            numbers = contents.get_data().decode("latin-1").split()
            lines = [
                i
                for i, word in enumerate(numbers)
                if word == "l" and numbers[i - 3] == "m" and numbers[i - 1] == numbers[i - 4] and numbers[i + 1] == "S"
            ]
            longest = max(abs(float(numbers[i - 2]) - float(numbers[i - 5])) for i in lines)
            self.assertAlmostEqual(longest, 100 * 72 / 25.4, delta=0.05)

    def test_fractions_of_an_inch_say_how_far_they_are_off(self) -> None:
        parts = parts_of_hive(opened("bowline"))
        off = rounding_mm(parts)
        self.assertLessEqual(off, 25.4 / 64 + 1e-9)
        for part in parts:
            self.assertLessEqual(abs(parse_length(inches_text(part.long_mm) + " in") - part.long_mm), off + 1e-9)
        words = " ".join(
            page.extract_text() for page in PdfReader(io.BytesIO(booklet(opened("bowline"), ReadAs("in")))).pages
        )
        self.assertIn(f"{off / 25.4:.3f} in off", words)
        # Hand: 35 mm bars are cut to 1 3/8 in, 34.925, and 38 mm ones to 1 1/2, 38.1; boards of 18 to 23/32, 18.256.
        by_hand = 10 * (34.925 - 35) + 9 * (38.1 - 38) + 2 * (23 / 32 * 25.4 - 18)
        self.assertAlmostEqual(closing_mm(opened("bowline")), by_hand, places=6)
        self.assertIn("in all: the open gap takes it up", words)

    def test_svg_csv_and_json(self) -> None:
        design = opened("bowline")
        parts = parts_of_hive(design)
        plan = cut_plan(parts, design)
        for drawing in (exploded_drawing(parts), boards_drawing(plan, marks_on_boards(parts, design))):
            root = etree.fromstring(to_svg(drawing).encode())
            self.assertTrue(root.tag.endswith("svg"))
        files = workshop_files(design)
        rows = list(csv.DictReader(io.StringIO(files["parts.csv"].decode())))
        self.assertEqual(sum(int(r["count"]) for r in rows), sum(p.count for p in parts))
        self.assertAlmostEqual(sum(float(r["kg"]) * int(r["count"]) for r in rows), total_kg(parts), delta=0.2)
        self.assertEqual(json.loads(files["cut-plan.json"])["not_cut"], [])

    def test_the_command_line_writes_all_of_them(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            stock = Path(folder) / "stock.csv"
            stock.write_text("label,length_mm,width_mm,thickness_mm,count\nplank,3000,340,22,9\n")
            with contextlib.redirect_stdout(io.StringIO()):
                code = main(["build", str(EXAMPLES / "bowline.json"), "--stock", str(stock), "--out", folder])
            self.assertEqual(code, 0)
            names = {path.name for path in Path(folder).iterdir()}
            self.assertLessEqual(
                {"booklet.pdf", "templates.pdf", "parts.dxf", "cut-plan.json", "parts.csv", "exploded.svg", "print"},
                names,
            )
            plan = json.loads((Path(folder) / "cut-plan.json").read_text())
            self.assertIn("plank", {b["board"] for b in plan["boards"]})
