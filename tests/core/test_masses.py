"""What a hive weighs and where its centre of mass lies, against solids of a geometry library."""

from __future__ import annotations

import json
import random
from math import pi
from typing import Any
from unittest import TestCase

import numpy as np
import shapely
import trimesh
from shapely.geometry import LineString, Polygon, box

from sabaka_core import load_hive
from sabaka_core.drawing.whole import whole_drawing
from sabaka_core.hive.materials import density
from sabaka_core.hive.whole import Whole, whole
from sabaka_core.woodwork.masses import Mass, centre_mm, empty_kg, masses
from tests.core.support import example

# Boards and sheets: insulation is framed in wood, and has a test of its own.
MATERIALS = ("softwood", "plywood", "osb", "hardwood")
Raw = dict[str, Any]


def random_layers(seed: random.Random, most: int) -> list[Raw]:
    return [
        {"material": seed.choice(MATERIALS), "thickness_mm": round(seed.uniform(4, 40), 1)}
        for _ in range(seed.randint(1, most))
    ]


def random_hive(number: int) -> Raw:
    """A box of boards with random layers, or two of them beside each other on one floor; no bars, no roof."""
    seed = random.Random(number)
    raw = example("deep-horizontal")
    one = raw["chambers"][0]
    one["section"] = {"kind": "rectangle", "width_mm": seed.uniform(250, 500), "height_mm": seed.uniform(200, 400)}
    one["length_mm"] = seed.uniform(400, 1300)
    one["walls"] = {"sides": random_layers(seed, 4), "ends": random_layers(seed, 4), "floor": random_layers(seed, 3)}
    one["run"]["items"] = [{"kind": "gap", "length_mm": one["length_mm"]}]
    one["entrances"], one["rest"] = [], {"kind": "rim"}
    one["place"] = {"x_mm": 0.0, "y_mm": 0.0, "z_mm": 0.0}
    raw["colonies"], raw["supers"], raw["passages"] = [], [], []
    raw["covers"] = [
        {"kind": "boards", "material": seed.choice(MATERIALS), "thickness_mm": round(seed.uniform(3, 20), 1)}
        for _ in range(seed.randint(1, 3))
    ]
    raw["roof"] = {"layers": random_layers(seed, 2), "clearance_mm": 40.0, "overlap_mm": 25.0}
    return raw


def solid(low: tuple[float, float, float], high: tuple[float, float, float]) -> trimesh.Trimesh:
    """A block as the library makes it; what it weighs and where its middle is are the library's sums over facets."""
    return trimesh.creation.box(bounds=(low, high))


def blocks_of(raw: Raw) -> list[tuple[str, trimesh.Trimesh, float]]:
    """Every layer of a single box as a solid with its density, put together by hand from the document."""
    chamber = raw["chambers"][0]
    walls, section = chamber["walls"], chamber["section"]
    thick = {name: sum(layer["thickness_mm"] for layer in walls[name]) for name in walls}
    wide, high, long = section["width_mm"], section["height_mm"], chamber["length_mm"]
    outer_x, outer_y = long + 2 * thick["ends"], wide + 2 * thick["sides"]
    foot, top = thick["floor"], thick["floor"] + high
    found = []
    # From the inside out, layer by layer: an end between what stands of the sides, then a side over both ends.
    x, y = thick["ends"], thick["sides"]
    for number in range(max(len(walls["sides"]), len(walls["ends"]))):
        if number < len(walls["ends"]):
            layer = walls["ends"][number]
            t = layer["thickness_mm"]
            for low in (x - t, outer_x - x):
                block = solid((low, y, foot), (low + t, outer_y - y, top))
                found.append(("ends-0", block, density(layer["material"])))
            x -= t
        if number < len(walls["sides"]):
            layer = walls["sides"][number]
            t = layer["thickness_mm"]
            for low in (y - t, outer_y - y):
                block = solid((x, low, foot), (outer_x - x, low + t, top))
                found.append(("sides-0", block, density(layer["material"])))
            y -= t
    down = foot
    for layer in walls["floor"]:
        t = layer["thickness_mm"]
        found.append(("floor-0", solid((0, 0, down - t), (outer_x, outer_y, down)), density(layer["material"])))
        down -= t
    up = top
    for cover in raw["covers"]:
        block = solid((0, 0, up), (outer_x, outer_y, up + cover["thickness_mm"]))
        found.append(("covers-0", block, density(cover["material"])))
        up += cover["thickness_mm"]
    return found


def without_lid(found: tuple[Mass, ...]) -> list[Mass]:
    return [mass for mass in found if mass.thing != "roof-0"]


class RandomBoxes(TestCase):
    """Reference library: trimesh weighs the same layers as closed solids."""

    def test_masses_and_their_centre(self) -> None:
        for number in range(25):
            raw = random_hive(number)
            mine = without_lid(masses(whole(load_hive(json.dumps(raw)))))
            theirs = blocks_of(raw)
            with self.subTest(number):
                for thing in ("sides-0", "ends-0", "floor-0", "covers-0"):
                    kg = sum(mesh.volume * rho / 1e9 for name, mesh, rho in theirs if name == thing)
                    self.assertAlmostEqual(sum(m.kg for m in mine if m.thing == thing), kg, places=6, msg=thing)
                total = sum(mesh.volume * rho for _, mesh, rho in theirs)
                centre = sum(np.array(mesh.center_mass) * mesh.volume * rho for _, mesh, rho in theirs) / total
                kg = sum(m.kg for m in mine)
                for axis in range(3):
                    own = sum(m.kg * m.at_mm[axis] for m in mine) / kg
                    self.assertAlmostEqual(own, centre[axis], places=4, msg="xyz"[axis])

    def test_outside_sizes_and_that_no_two_layers_lie_in_each_other(self) -> None:
        """The solids' common block is the chamber's, and in plan the walls fill outside less inside, once."""
        for number in range(25):
            raw = random_hive(number)
            (block,) = (b for b in whole(load_hive(json.dumps(raw))).boxes if not b.is_super)
            solids = [(name, mesh) for name, mesh, _ in blocks_of(raw)]
            box_of = [mesh.bounds for name, mesh in solids if name != "covers-0"]
            low, high = np.min([b[0] for b in box_of], axis=0), np.max([b[1] for b in box_of], axis=0)
            with self.subTest(number):
                for axis, span in enumerate((block.x, block.y, block.z)):
                    self.assertAlmostEqual(high[axis] - low[axis], span[1] - span[0], places=4, msg="xyz"[axis])
                walls = [
                    box(*mesh.bounds[0][:2], *mesh.bounds[1][:2])
                    for name, mesh in solids
                    if name in ("sides-0", "ends-0")
                ]
                union = shapely.union_all(walls)
                self.assertAlmostEqual(union.area, sum(wall.area for wall in walls), places=3)
                chamber = raw["chambers"][0]
                inside = chamber["section"]["width_mm"] * chamber["length_mm"]
                outside = (block.x[1] - block.x[0]) * (block.y[1] - block.y[0])
                self.assertAlmostEqual(union.area, outside - inside, places=3)

    def test_a_log_by_rings(self) -> None:
        """Bark over wood, as tubes of the library; 256 facets are 0.01 % less than a circle.

        The log goes down past its cavity by the plug of 50 in its foot; its entrance is bored through both.
        """
        raw = example("tree-cavity")
        raw["chambers"][0]["section"] = {"kind": "circle", "diameter_mm": 240.0}
        raw["chambers"][0]["walls"]["sides"].append({"material": "cork", "thickness_mm": 20.0})
        found = masses(whole(load_hive(json.dumps(raw))))
        kg, inner = 0.0, 120.0
        for layer in raw["chambers"][0]["walls"]["sides"]:
            ring = trimesh.creation.annulus(inner, inner + layer["thickness_mm"], 900.0, sections=256)
            hole = pi / 4 * raw["chambers"][0]["entrances"][0]["diameter_mm"] ** 2 * layer["thickness_mm"]
            kg += (ring.volume - hole) * density(layer["material"]) / 1e9
            inner += layer["thickness_mm"]
        self.assertAlmostEqual(sum(m.kg for m in found if m.thing == "sides-0") / kg, 1.0, delta=3e-4)

    def test_leaning_walls_by_outlines(self) -> None:
        """A trapezoid's walls as parallelograms, its ends as its section, by shapely; four bores of 25 through 22."""
        raw = example("bowline")
        hive = whole(load_hive(json.dumps(raw)))
        a = hive.chambers[0]
        half = [(x, -d) for x, d in a.section.wall]
        section = Polygon([*half, *((-x, z) for x, z in reversed(half))])
        found = {m.thing: m for m in masses(hive)}
        layer = a.chamber.walls.ends[0]
        kg = 2 * section.area * layer.thickness_mm * density(layer.material) / 1e9
        self.assertAlmostEqual(found["ends-0"].kg, kg, places=6)
        low = a.floor_board_mm + a.section.height_mm
        block = next(b for b in hive.boxes if not b.is_super)
        self.assertAlmostEqual(found["ends-0"].at_mm[2], block.z[0] + low + section.centroid.y, places=4)
        side = LineString(half)
        lean = 2 * side.length * (a.run_mm + 2 * a.end_mm) * a.side_mm * density(a.side_layers[0].material) / 1e9
        bored = 4 * pi / 4 * 25.0**2 * a.side_mm * density(a.side_layers[0].material) / 1e9
        self.assertAlmostEqual(found["sides-0"].kg, lean - bored, places=6)


class OneFloor(TestCase):
    """Hand: two boxes on one floor."""

    def setUp(self) -> None:
        self.raw = example("two-chamber")
        self.raw["supers"], self.raw["covers"] = [], []
        gap = 19.0
        first = self.raw["chambers"][0]
        outer = first["section"]["width_mm"] + 2 * sum(x["thickness_mm"] for x in first["walls"]["sides"])
        self.raw["chambers"][1]["place"]["x_mm"] = outer + gap
        self.long, self.wide = 2 * outer + gap, outer

    def test_it_goes_under_the_gap_too(self) -> None:
        """2 × outer + 19 long, of the first box's floor; the boxes stand as high as before."""
        own = load_hive(json.dumps(self.raw))
        common = load_hive(json.dumps({**self.raw, "common_floor": True}))
        one, two = whole(own), whole(common)
        self.assertEqual([b.z for b in one.boxes], [b.z for b in two.boxes])
        layer = common.chambers[0].walls.floor[0]
        kg = self.long * self.wide * layer.thickness_mm * density(layer.material) / 1e9
        self.assertAlmostEqual(sum(m.kg for m in masses(two) if m.thing.startswith("floor")), kg, places=6)
        gap = 19.0 * self.wide * layer.thickness_mm * density(layer.material) / 1e9
        self.assertAlmostEqual(empty_kg(two) - empty_kg(one), gap, places=6)

    def test_the_heavier_box_draws_the_centre(self) -> None:
        """Property: a super on the far box moves the centre of mass toward it, and upward."""
        before = centre_mm(whole(load_hive(json.dumps(self.raw))))
        self.raw["supers"] = example("two-chamber")["supers"]
        after = centre_mm(whole(load_hive(json.dumps(self.raw))))
        self.assertGreater(after[0], before[0])
        self.assertGreater(after[2], before[2])


class WaysAreClear(TestCase):
    """Reference library: a ray through each way, from room to room, meets no wall outside the way's own outline."""

    def test_by_ray(self) -> None:
        for name in ("two-chamber", "side-by-side"):
            hive = whole(load_hive(json.dumps(example(name))))
            for number, ray, way, rooms in _rays(hive):
                with self.subTest(name, way=number):
                    self.assertGreater(ray.length, 0)
                    for room in rooms:
                        self.assertTrue(shapely.intersects(ray, room), "it ends in a room")
                    outside = ray.difference(way).difference(shapely.union_all(rooms))
                    self.assertLess(outside.length, 1.0)


def _rays(hive: Whole) -> list[tuple[int, LineString, Polygon, list[Polygon]]]:
    """For each way between boxes side by side: a level ray, the way as drawn, and the two rooms by their boards."""
    drawn = {mark.id: mark for mark in whole_drawing(hive).things}
    found = []
    for index, passage in enumerate(hive.hive.passages):
        mark = drawn[f"passage-{index}"]
        ends = [
            next(a for a in hive.chambers if a.chamber.id == ident)
            for ident in (passage.from_chamber, passage.to_chamber)
        ]
        if passage.kind == "open" or abs(ends[0].chamber.place.z_mm - ends[1].chamber.place.z_mm) > 60:
            continue
        rooms = [drawn[f"inside-{a.box}"] for a in ends]
        middle = (mark.top_mm + mark.bottom_mm) / 2
        ray = LineString([((r.left_mm + r.right_mm) / 2, middle) for r in rooms])
        way = box(mark.left_mm, mark.top_mm, mark.right_mm, mark.bottom_mm)
        found.append((index, ray, way, [box(r.left_mm, r.top_mm, r.right_mm, r.bottom_mm) for r in rooms]))
    return found
