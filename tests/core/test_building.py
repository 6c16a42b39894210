"""Building: parts that go together, cut plans that lose nothing, files that other programs read."""

from __future__ import annotations

import contextlib
import io
import itertools
import json
from dataclasses import replace
from math import cos, radians, tan
from typing import Any
from unittest import TestCase

import ezdxf
import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader
from scipy.optimize import Bounds, LinearConstraint, milp
from shapely import Polygon, union_all
from shapely import box as shapely_box

from sabaka_core import ParameterError, apply_edit, load_hive
from sabaka_core.document.building import BoardForSale, Building
from sabaka_core.document.combs import Frame
from sabaka_core.document.hive import Board, Hive
from sabaka_core.edits.fields import SetField
from sabaka_core.geometry.cavity import profile_of
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Chapter
from sabaka_core.paper.booklet import booklet
from sabaka_core.paper.templates import templates
from sabaka_core.paper.workshop import workshop_files
from sabaka_core.show.study import chapter
from sabaka_core.woodwork.assembly import clashes, parts_of_hive
from sabaka_core.woodwork.cutting import Stock, cut, first_fit, lanes, payable
from sabaka_core.woodwork.dxf import parts_dxf
from sabaka_core.woodwork.meshes import mesh_of
from sabaka_core.woodwork.plan import cut_plan
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.shorter import free_sizes, shorter
from sabaka_core.woodwork.solids import Prism, apart_mm, rect
from tests.core.support import EXAMPLES, example, hive


def opened(name: str, **building: Any) -> Hive:
    design = load_hive((EXAMPLES / f"{name}.json").read_bytes())
    return design.model_copy(update={"building": Building(**building)})


class Together(TestCase):
    """Reference library."""

    def test_every_examples_parts_go_together(self) -> None:
        """The assembly check: nothing overlaps by over half a millimetre, nothing touches nothing."""
        for path in sorted(EXAMPLES.glob("*.json")):
            with self.subTest(path.stem):
                self.assertEqual(clashes(parts_of_hive(load_hive(path.read_bytes()))), ())

    def test_a_bar_too_wide_for_its_run_is_found(self) -> None:
        document = example("sloped-top-bar")
        parts = parts_of_hive(hive(document))
        side = next(p for p in parts if p.name == "Side, right")
        grown = Prism(tuple((y * 0.98, z) for y, z in side.places[0][0].profile), side.places[0][0].span)
        broken = tuple(p if p is not side else replace(p, places=((grown,),)) for p in parts)
        self.assertTrue(any(c.kind == "overlap" for c in clashes(broken)))

    def test_a_sloped_sides_board(self) -> None:
        """Trade check: a board s + t·tanθ wide; a nominal 25 mm board planed is 22."""
        side = next(p for p in parts_of_hive(opened("sloped-top-bar")) if p.name == "Side, left")
        theta = radians(side.bevel_deg)
        self.assertAlmostEqual(side.thick_mm, 22.0)
        self.assertAlmostEqual(side.wide_mm, 290 / cos(theta) + 22 * tan(theta), places=6)

    def test_volumes_against_a_mesh_library(self) -> None:
        """Reference library: trimesh. Each placed part is watertight and of the volume we say."""
        for name in ("bowline", "deep-horizontal", "two-chamber"):
            for part in parts_of_hive(opened(name)):
                for copy in part.places[:2]:
                    for prism in copy:
                        mesh = mesh_of((prism,))
                        self.assertTrue(mesh.is_watertight, part.name)
                        # Each is swollen by about a thousandth of a millimetre, so that neighbours join.
                        self.assertAlmostEqual(mesh.volume, prism.volume_mm3, delta=mesh.area * 1.5e-3)

    @settings(max_examples=150, deadline=None)
    @given(st.lists(st.floats(-50, 50), min_size=8, max_size=8))
    def test_overlaps_against_shapely(self, n: list[float]) -> None:
        """Reference library: shapely says whether two rectangles meet, ours by how much."""
        a, b = ((min(n[i], n[i + 1]), max(n[i], n[i + 1]) + 1) for i in (0, 2))
        c, d = ((min(n[i], n[i + 1]), max(n[i], n[i + 1]) + 1) for i in (4, 6))
        one, other = Prism(rect(a, b), (0, 10)), Prism(rect(c, d), (0, 10))
        gap = apart_mm(one, other)
        area = Polygon(one.profile).intersection(Polygon(other.profile)).area
        self.assertEqual(gap < -1e-9, area > 1e-9)

    def test_box_volume_of_a_layered_wall(self) -> None:
        """Hand: the walls of an upright box are outer less inner block, whatever their layers."""
        design = opened("deep-horizontal")
        chamber = design.chambers[0]
        sides = sum(x.thickness_mm for x in chamber.walls.sides)
        ends = sum(x.thickness_mm for x in chamber.walls.ends)
        section = json.loads(chamber.section.model_dump_json())
        wide, high, long = section["width_mm"], section["height_mm"], chamber.length_mm
        shell = (long + 2 * ends) * (wide + 2 * sides) * high - long * wide * high
        notch = 2 * chamber.rest.width_mm * chamber.rest.depth_mm
        parts = [p for p in parts_of_hive(design) if p.group == "Box" and "Floor" not in p.name]
        mine = sum(prism.volume_mm3 for p in parts for copy in p.places for prism in copy)
        inner_long = long + 2 * chamber.walls.ends[0].thickness_mm
        self.assertAlmostEqual(mine, shell - notch * inner_long, delta=shell * 1e-3)


def exact_boards(lengths: list[int], board: int, kerf: int) -> int:
    """Independent exact solver: each piece assigned to a board by a plain bin-packing model."""
    n = len(lengths)
    m = n
    cost = np.concatenate([np.ones(m), np.zeros(n * m)])
    rows, low, high = [], [], []
    for i in range(n):
        row = np.zeros(m + n * m)
        row[[m + i * m + j for j in range(m)]] = 1
        rows.append(row)
        low.append(1)
        high.append(1)
    for j in range(m):
        row = np.zeros(m + n * m)
        for i in range(n):
            row[m + i * m + j] = lengths[i] + kerf
        row[j] = -(board + kerf)
        rows.append(row)
        low.append(-np.inf)
        high.append(0)
    solved = milp(
        cost,
        constraints=LinearConstraint(np.array(rows), low, high),
        integrality=np.ones(len(cost), dtype=int),
        bounds=Bounds(0, 1),
    )
    return round(solved.fun)


class Cutting(TestCase):
    """Reference library."""

    def whole(self, lengths: list[int], stock: list[Stock], kerf: int) -> None:
        result = cut(tuple(lengths), tuple(stock), kerf)
        placed = sorted(i for c in result.cuts for i in c.pieces)
        self.assertEqual(sorted([*placed, *result.left_over]), list(range(len(lengths))))
        for each in result.cuts:
            used = sum(lengths[i] for i in each.pieces) + kerf * (len(each.pieces) - 1)
            self.assertLessEqual(used, stock[each.stock].length)
        for index, kind in enumerate(stock):
            if kind.count is not None:
                self.assertLessEqual(sum(c.stock == index for c in result.cuts), kind.count)
        self.assertLessEqual(result.cost, first_fit(lengths, stock, kerf).cost + 1e-9)
        self.assertLessEqual(result.bound, result.cost + 1e-6)

    @settings(max_examples=40, deadline=None)
    @given(
        lengths=st.lists(st.integers(500, 12_000), min_size=1, max_size=40),
        kerf=st.integers(0, 50),
        own=st.integers(0, 4),
        second=st.integers(8_000, 30_000),
    )
    def test_every_part_once_and_every_kerf_kept(self, lengths: list[int], kerf: int, own: int, second: int) -> None:
        """Property: each piece is cut once or named as not cut; never worse than first fit decreasing."""
        self.whole(lengths, [Stock("sale", 24_000, 9.0, None), Stock("own", second, 0.01, own)], kerf)

    @settings(max_examples=25, deadline=None)
    @given(lengths=st.lists(st.integers(2_000, 15_000), min_size=2, max_size=8), kerf=st.sampled_from([0, 32]))
    def test_small_cases_against_an_independent_exact_solver(self, lengths: list[int], kerf: int) -> None:
        result = cut(tuple(lengths), (Stock("board", 24_000, 1.0, None),), kerf)
        self.assertEqual(len(result.cuts), exact_boards(lengths, 24_000, kerf))

    def test_120_parts_are_at_most_one_board_over_the_bound(self) -> None:
        lengths = [(3500, 4200, 4870, 2310, 1200, 9000, 6300, 11800, 7770, 5050)[i * 7 % 10] for i in range(120)]
        result = cut(tuple(lengths), (Stock("board", 23_800, 1.0, None),), 32)
        self.assertLessEqual(result.cost - result.bound, 1.0 + 1e-6)

    def test_lanes_by_hand(self) -> None:
        """Hand: out of 235 two of 115 with a kerf of 3.2: 2 × 115 + 3.2 = 233.2."""
        self.assertEqual([lanes(235, 115, 3.2), lanes(235, 116, 3.2), lanes(235, 236, 3.2)], [2, 1, 0])


class Plans(TestCase):
    """Reference library."""

    def pieces(self, plan: CutPlan) -> list[str]:
        return sorted(piece.part for board in plan.boards for piece in board.pieces)

    def test_every_part_of_every_example_is_on_a_board(self) -> None:
        for path in sorted(EXAMPLES.glob("*.json")):
            design = load_hive(path.read_bytes())
            parts = parts_of_hive(design)
            plan = cut_plan(parts, design)
            sawn: dict[str, float] = {}
            for board in plan.boards:
                for piece in board.pieces:
                    sawn[piece.part] = sawn.get(piece.part, 0.0) + piece.long_mm * piece.wide_mm * board.thick_mm
            with self.subTest(path.stem):
                for part in parts:
                    if part.is_sheet or part.group == "Bought" or part.material == "log" or part.name in plan.too_long:
                        continue
                    # Hand: whole, in strips or in layers, there is as much wood as all its copies hold.
                    wood = part.count * part.long_mm * part.wide_mm * part.thick_mm
                    self.assertAlmostEqual(sawn[part.id] / wood, 1.0, delta=0.02, msg=part.name)
                for board in plan.boards:
                    for lane in {p.lane for p in board.pieces}:
                        mine = [p for p in board.pieces if p.lane == lane]
                        end = max(p.at_mm + p.long_mm for p in mine)
                        self.assertLessEqual(end, board.source.length_mm - 10.0 + 0.11)
                        for before, after in itertools.pairwise(sorted(mine, key=lambda p: p.at_mm)):
                            self.assertGreaterEqual(after.at_mm - before.at_mm - before.long_mm, 3.2 - 1e-6)
                    self.assertLessEqual(board.used, 1.0 + 1e-6)

    def test_boards_on_hand_are_used_first(self) -> None:
        own = (
            Board(label="planks", length_mm=2600.0, width_mm=340.0, thickness_mm=22.0, count=40),
            Board(label="battens", length_mm=2600.0, width_mm=60.0, thickness_mm=24.0, count=40),
            Board(label="thin", length_mm=2600.0, width_mm=300.0, thickness_mm=18.0, count=20),
        )
        design = opened("sloped-top-bar").model_copy(update={"boards": own})
        plan = cut_plan(parts_of_hive(design), design)
        self.assertEqual([b.source.label for b in plan.bought], [])

    def test_bound_is_what_can_be_paid_and_no_more(self) -> None:
        """Against every sum of whole boards, counted out: at 14 to be paid, 9s alone make 18, with 5s 14, with
        8s 16."""
        for prices in ({9.0}, {9.0, 5.0}, {9.0, 8.0}):
            sums = {9 * n + p * m for n in range(9) for m in range(9) for p in prices - {9.0} or {0.0}}
            with self.subTest(prices):
                self.assertEqual(payable(14.0, prices), min(s for s in sums if s >= 14.0))
        self.assertEqual((payable(0.0, {9.0}), payable(3.0, set()), payable(3.0, {0.0})), (0.0, 3.0, 3.0))

    def test_a_board_less_for_a_few_millimetres(self) -> None:
        """Boards just too short for two sides end to end: a few millimetres less save one, as promised."""
        document = example("sloped-top-bar")
        document["boards"] = []
        kept = 0
        for long in (1_262.0, 2_505.0, 2_510.0, 3_750.0):
            sale = (
                BoardForSale(label="wide", length_mm=long, width_mm=330.0, thickness_mm=22.0, price=40.0),
                BoardForSale(label="thick", length_mm=long, width_mm=95.0, thickness_mm=45.0, price=9.0),
            )
            design = hive(document).model_copy(update={"building": Building(for_sale=sale)})
            plan = cut_plan(parts_of_hive(design), design)
            for found in shorter(design, plan):
                kept += 1
                after = apply_edit(design, SetField(path=found.path, text=found.text))
                again = cut_plan(parts_of_hive(after), after)
                self.assertLess(again.cost, plan.cost)
                self.assertLessEqual(len(again.too_long), len(plan.too_long))
        self.assertGreater(kept, 0)

    def test_over_the_examples_the_search_tells_the_truth(self) -> None:
        """Every size of the search is tried by itself, millimetre by millimetre, for the examples that cut fast."""
        for name in ("bowline", "granny", "sloped-top-bar", "sheepshank"):
            design = opened(name)
            plan = cut_plan(parts_of_hive(design), design)
            found = {f.path: f for f in shorter(design, plan)}
            for _, path, value in free_sizes(design):
                costs = {}
                for by in range(-20, 21, 4):
                    with contextlib.suppress(ParameterError):
                        other = apply_edit(design, SetField(path=path, text=f"{value + by:.3f} mm"))
                        tried = cut_plan(parts_of_hive(other), other)
                        if len(tried.too_long) <= len(plan.too_long):
                            costs[by] = tried.cost
                with self.subTest(name, path=path):
                    self.assertEqual(path in found, min(costs.values()) < plan.cost - 1.0, costs)

    def test_sheets_hold_every_part_without_overlap(self) -> None:
        """Reference library: shapely. Every sheet part once, none over another, none over the edge."""
        for name in ("long-shallow", "side-by-side", "deep-horizontal"):
            design = opened(name)
            parts = parts_of_hive(design)
            plan = cut_plan(parts, design)
            self.assertGreaterEqual(len(plan.sheets), plan.sheet_bound)
            listed = sorted(on.part for sheet in plan.sheets for on in sheet.placed)
            self.assertEqual(
                listed, sorted(p.id for p in parts if p.is_sheet and p.group != "Bought" for _ in range(p.count))
            )
            for sheet in plan.sheets:
                boxes = [shapely_box(on.x, on.y, on.x + on.wide, on.y + on.high) for on in sheet.placed]
                self.assertTrue(shapely_box(0, 0, 2440.1, 1220.1).contains(union_all(boxes)))
                self.assertAlmostEqual(sum(b.area for b in boxes), union_all(boxes).area, delta=1.0)


class Rebuilt(TestCase):
    """Reference library."""

    def test_part_sizes_rebuild_the_design(self) -> None:
        """The exported list alone gives back inner and outer sizes of every box, within half a millimetre."""
        for path in sorted(EXAMPLES.glob("*.json")):
            design = load_hive(path.read_bytes())
            listed = json.loads(workshop_files(design)["parts.json"])
            for chamber in design.chambers:
                mine = [p for p in listed if p["id"].startswith(f"{chamber.id}-")]
                sides = [p for p in mine if p["id"].startswith(f"{chamber.id}-side")]
                # An end that is bored is a part of its own: one of each layer counts.
                near = [p for p in mine if p["id"].startswith(f"{chamber.id}-end")]
                ends = [p for p in near if not p["id"].endswith("-far-end")]
                if not sides:
                    continue
                with self.subTest(path.stem, chamber=chamber.id):
                    thick = [end["sizes"][2]["value"] for end in ends]
                    inner_side, inner_end = sides[0], ends[0]
                    self.assertAlmostEqual(inner_side["sizes"][0]["value"] - 2 * thick[0], chamber.length_mm, delta=0.5)
                    outer = chamber.length_mm + 2 * sum(layer.thickness_mm for layer in chamber.walls.ends)
                    self.assertAlmostEqual(max(s["sizes"][0]["value"] for s in sides), outer, delta=0.5)
                    profile = profile_of(chamber.section)
                    # Hand: where bars lie housed in the walls, the ends go up beside them at the walls' lean.
                    housed = chamber.rest.kind == "rebate" and not any(isinstance(k, Frame) for k in design.comb_types)
                    up = chamber.rest.depth_mm if housed else 0.0
                    top = profile.top_mm + up * (profile.top_mm - profile.floor_mm) / profile.height_mm
                    self.assertAlmostEqual(inner_end["sizes"][0]["value"], max(top, profile.floor_mm), delta=0.5)
                    self.assertAlmostEqual(inner_end["sizes"][1]["value"], profile.height_mm + up, delta=0.5)
                    self.assertAlmostEqual(
                        sum(thick), sum(layer.thickness_mm for layer in chamber.walls.ends), delta=0.5
                    )


class EveryExample(TestCase):
    """Reference library."""

    def test_its_paper_and_its_drawings_are_read_by_others(self) -> None:
        """Independent readers: pypdf finds every part's name in the booklet, ezdxf has nothing to mend in the DXF."""
        for path in sorted(EXAMPLES.glob("*.json")):
            with self.subTest(path.stem):
                design = load_hive(path.read_bytes())
                parts = parts_of_hive(design)
                paper = PdfReader(io.BytesIO(booklet(design)))
                said = " ".join(" ".join(page.extract_text() for page in paper.pages).split())
                self.assertEqual([part.name for part in parts if part.name not in said], [])
                drawing = ezdxf.read(io.StringIO(parts_dxf(parts)))  # type: ignore[attr-defined]
                self.assertEqual(list(drawing.audit().errors), [])
                self.assertGreaterEqual(len(PdfReader(io.BytesIO(templates(design))).pages), 1)

    def test_roof_goes_over_everything_under_it(self) -> None:
        """The rim's inside clears walls that lean out past the box, and is no wider than it must be."""
        for path in sorted(EXAMPLES.glob("*.json")):
            parts = parts_of_hive(load_hive(path.read_bytes()))
            rim = next(part for part in parts if part.id == "roof-side")
            inside = rim.places[1][0].box[1][0] - rim.places[0][0].box[1][1]
            foot = rim.places[0][0].box[2][0]
            under = [
                prism.box[1]
                for part in parts
                if not part.thing.startswith(("roof", "stand"))
                for p in part.places
                for prism in p
                if prism.box[2][1] > foot
            ]
            if not under:  # A log is hewn, not put together.
                continue
            widest = max(y for ys in under for y in ys) - min(y for ys in under for y in ys)
            with self.subTest(path.stem):
                self.assertGreaterEqual(inside, widest + 10.0)


def searched(name: str) -> Chapter:
    """What a few millimetres would save."""
    return chapter(Context(opened(name)), "building", Asked(parts=("helps",)))
