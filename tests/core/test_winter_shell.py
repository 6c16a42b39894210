"""Heat through shells of every section, held to solids, to the radial formula and to a solution of the heat equation.

Property, hand and reference library (trimesh, shapely, scipy); nothing here shares code with winter/shell.py.
"""

from __future__ import annotations

from math import log, pi
from typing import Any
from unittest import TestCase

import numpy as np
import trimesh
from scipy.sparse import coo_matrix
from scipy.sparse.linalg import spsolve
from shapely import contains_xy
from shapely.geometry import Polygon

from sabaka_core.document.run import Run
from sabaka_core.hive.chambers import analyse
from sabaka_core.season.constants import constants
from sabaka_core.winter.physics import Shell
from sabaka_core.winter.shell import WinterRun, shell_of
from tests.core.support import chamber, example, hive, sound

K = 0.13
WOOD = [{"material": "softwood", "thickness_mm": 60.0}]
SECTIONS: dict[str, dict[str, Any]] = {
    "trapezoid": {"kind": "trapezoid", "top_mm": 440.0, "floor_mm": 240.0, "height_mm": 300.0},
    "rectangle": {"kind": "rectangle", "width_mm": 400.0, "height_mm": 300.0},
    "half octagon": {
        "kind": "polygon",
        "profile": [
            {"half_width_mm": 220.0, "depth_mm": 0.0},
            {"half_width_mm": 220.0, "depth_mm": 100.0},
            {"half_width_mm": 90.0, "depth_mm": 230.0},
        ],
    },
    "keel": {
        "kind": "polygon",
        "profile": [{"half_width_mm": 200.0, "depth_mm": 0.0}, {"half_width_mm": 0.0, "depth_mm": 260.0}],
    },
    "half barrel": {"kind": "barrel", "top_mm": 440.0, "height_mm": 220.0},
    "flat barrel": {"kind": "barrel", "top_mm": 460.0, "height_mm": 260.0},
    "segment": {"kind": "segment", "radius_mm": 260.0, "height_mm": 230.0},
}


def box(section: dict[str, Any], **changes: Any) -> dict[str, Any]:
    document = sound()
    chamber(document).update({"section": section, "walls": {"sides": WOOD, "ends": WOOD, "floor": WOOD}} | changes)
    document["roof"] = {"kind": "flat", "clearance_mm": 0.0, "layers": WOOD}
    document["comb_types"][0]["thickness_mm"] = document["comb_types"][1]["thickness_mm"] = 1.0
    return document


def shell(document: dict[str, Any], long_mm: float = 1000.0, **changed: float) -> Shell:
    a = analyse(hive(document))
    c = constants({}, "winter") | changed
    return shell_of(a, WinterRun(10, long_mm, (None, None), (None, None), Run()), c, vented=False)


def outline(document: dict[str, Any]) -> Polygon:
    """The inside of a section as a library's polygon, from its profile's points."""
    right = [(x, -d) for x, d in analyse(hive(document)).section.wall]
    return Polygon([*right, *[(-x, d) for x, d in reversed(right)]]).buffer(0)


class Faces(TestCase):
    """Reference library."""

    def test_12_their_areas_are_the_surface_of_the_solid(self) -> None:
        """Reference library: trimesh's convex hull of the section drawn out along the run; all of these are convex."""
        for name, section in SECTIONS.items():
            with self.subTest(name):
                document = box(section)
                rim = np.array(outline(document).exterior.coords)
                ends = [np.column_stack([rim, np.full(len(rim), x)]) for x in (0.0, 1000.0)]
                solid = trimesh.PointCloud(np.vstack(ends)).convex_hull
                self.assertAlmostEqual(sum(f.area for f in shell(document).faces), solid.area / 1e6, delta=2e-3)

    def test_12_the_turns_of_a_closed_section_add_up_to_a_whole_one(self) -> None:
        """Of walls of one make all round, edges count the same whatever the shape: four right angles along the run."""
        for name, section in SECTIONS.items():
            if "barrel" in name or name == "segment":
                continue
            with self.subTest(name):
                edges = shell(box(section)).edges
                along = sum(long for i, j, long in edges if {i, j} <= {0, 1, 4, 5})
                self.assertAlmostEqual(along, 4.0, places=6)


class Round(TestCase):
    """Reference library."""

    def film(self, r: float, out: float) -> float:
        """Radial formula by hand [W/mK]: ``2π/(Rsi/r + ln(R/r)/k + Rse/R)`` a metre of pipe."""
        return 2 * pi / (0.13 / r + log(out / r) / K + 0.04 / out)

    def test_12_half_a_round_barrel_is_half_a_pipe(self) -> None:
        found = shell(box(SECTIONS["half barrel"])).faces
        sides = sum(f.u * f.area for f in found if "side" in f.name)
        self.assertAlmostEqual(sides, self.film(0.22, 0.28) / 2, delta=2e-3)

    def test_12_a_segment_is_so_much_of_a_pipe_as_it_turns(self) -> None:
        turned = 2 * np.arccos(1 - 230 / 260)
        found = shell(box(SECTIONS["segment"])).faces
        sides = sum(f.u * f.area for f in found if "side" in f.name)
        self.assertAlmostEqual(sides, self.film(0.26, 0.32) * turned / (2 * pi), delta=2e-3)

    def test_12_a_lying_log_is_a_pipe_with_two_ends(self) -> None:
        document = example("tree-cavity")
        bore = {"kind": "circle", "diameter_mm": 300.0}
        log_wall = [{"material": "softwood", "thickness_mm": 80.0}]
        for combs in ("across", "along"):
            chamber(document).update(
                axis="lying",
                combs=combs,
                section=bore,
                length_mm=900.0,
                walls={"sides": log_wall, "ends": log_wall, "floor": log_wall},
                entrances=[],
            )
            found = shell(document, 900.0, rsi_up=0.13, rsi_down=0.13).faces
            ends = [f for f in found if "end" in f.name]
            around = sum(f.u * f.area for f in found if f not in ends)
            with self.subTest(combs):
                self.assertAlmostEqual(around, 0.9 * self.film(0.15, 0.23), places=6)
                self.assertAlmostEqual(sum(f.area for f in ends), 2 * pi * 0.15**2, places=9)

    def test_12_a_standing_log_that_tapers_is_a_cone(self) -> None:
        """Reference library: trimesh's revolved wall; the mean radius in the radial formula."""
        document = example("tree-cavity")
        chamber(document).update(
            section={"kind": "circle", "diameter_mm": 360.0, "far_diameter_mm": 240.0}, length_mm=800.0
        )
        chamber(document)["walls"]["sides"] = WOOD
        found = {f.name: f for f in shell(document).faces}
        solid = trimesh.creation.revolve(np.array([[0, 0], [0.18, 0], [0.12, 0.8], [0, 0.8]]), sections=720)
        self.assertAlmostEqual(sum(f.area for f in found.values()), solid.area, delta=1e-3)
        self.assertAlmostEqual(found["Wall"].u * found["Wall"].area / self.film(0.15, 0.21), 0.8, delta=0.01)


class HeatEquation(TestCase):
    """Reference library: the steady heat equation in the section, by finite differences (scipy's sparse solver)."""

    STEP_MM = 2.0

    def conductance(self, inside: Polygon, thick_mm: float) -> float:
        """Heat a metre of length and degree through a ring of one thickness, its faces held [W/mK]."""
        ring = inside.buffer(thick_mm, join_style="mitre", mitre_limit=20)
        low_x, low_y, high_x, high_y = ring.bounds
        xs = np.arange(low_x - 2 * self.STEP_MM, high_x + 2 * self.STEP_MM, self.STEP_MM)
        ys = np.arange(low_y - 2 * self.STEP_MM, high_y + 2 * self.STEP_MM, self.STEP_MM)
        x, y = np.meshgrid(xs, ys)
        # Half a step to either side, so that the staircase is as thick as the ring.
        hot = contains_xy(inside.buffer(self.STEP_MM / 2), x, y)
        wood = contains_xy(ring.buffer(-self.STEP_MM / 2, join_style="mitre"), x, y) & ~hot
        number = -np.ones(x.shape, dtype=int)
        number[wood] = np.arange(wood.sum())
        rows, cols, values, right = [], [], [], np.zeros(wood.sum())
        diagonal = np.zeros(wood.sum())
        for axis, shift in ((0, 1), (0, -1), (1, 1), (1, -1)):
            other = np.roll(number, shift, axis)
            warm = np.roll(hot, shift, axis)
            here = number[wood]
            beside = other[wood]
            diagonal[here] += 1
            inner = beside >= 0
            rows.append(here[inner])
            cols.append(beside[inner])
            values.append(-np.ones(inner.sum()))
            right[here[warm[wood]]] += 1
        rows.append(np.arange(wood.sum()))
        cols.append(np.arange(wood.sum()))
        values.append(diagonal)
        matrix = coo_matrix((np.concatenate(values), (np.concatenate(rows), np.concatenate(cols)))).tocsc()
        warmth = spsolve(matrix, right)
        flow = 0.0
        for axis, shift in ((0, 1), (0, -1), (1, 1), (1, -1)):
            warm = np.roll(hot, shift, axis)[wood]
            flow += float((1 - warmth[number[wood]][warm]).sum())
        return K * flow

    def test_12_walls_and_edges_of_every_section_are_within_six_per_cent(self) -> None:
        for name, section in SECTIONS.items():
            if name in ("half barrel", "flat barrel", "segment"):
                continue
            document = box(section)
            # A metre more of length is walls and edges along the run alone; without films, as the solver has it.
            films = {"rsi_side": 0.0, "rsi_up": 0.0, "rsi_down": 0.0, "rse": 0.0, "air_gap": -0.001 / K}
            more = shell(document, 2000.0, **films).ua - shell(document, 1000.0, **films).ua
            with self.subTest(name):
                self.assertAlmostEqual(more / self.conductance(outline(document), 60.0), 1.0, delta=0.06)


class Written(TestCase):
    """Reference library."""

    def test_12_a_trapezoid_written_as_a_polygon_loses_the_same_heat(self) -> None:
        leaning = SECTIONS["trapezoid"]
        middle = {"half_width_mm": 170.0, "depth_mm": 150.0}
        ends = [{"half_width_mm": 220.0, "depth_mm": 0.0}, {"half_width_mm": 120.0, "depth_mm": 300.0}]
        ua = shell(box(leaning)).ua
        for profile in (ends, [ends[0], middle, ends[1]]):
            with self.subTest(points=len(profile)):
                self.assertAlmostEqual(shell(box({"kind": "polygon", "profile": profile})).ua, ua, places=9)

    def test_16_an_insulated_followers_cork_counts_in_its_edge_too(self) -> None:
        from sabaka_core.document.run import Follower
        from sabaka_core.winter.shell import _end

        board = Follower(side="far", thickness_mm=18.0, insulated=True)
        a = analyse(hive(sound()))
        _, plain = _end(
            (board.model_copy(update={"insulated": False}), None), a.chamber.walls.ends, constants({}, "winter")
        )
        _, thick = _end((board, None), a.chamber.walls.ends, constants({}, "winter"))
        self.assertAlmostEqual(thick - plain, 0.02)


class Filled(TestCase):
    """Hand."""

    def test_a_roof_may_be_filled_and_a_cover_be_thicker_than_any_wall(self) -> None:
        """Hand: 0.4 m of a material that conducts k more resist 0.4/k more, wherever a wall would end at 0.5 m."""
        for name, k in (("straw", 0.06), ("softwood", 0.13)):
            tops = []
            for thick in (350.0, 750.0):
                document = box(SECTIONS["rectangle"])
                if name == "straw":
                    document["roof"] |= {"under": "insulation", "under_of": name, "under_mm": thick}
                else:
                    document["covers"] = [{"kind": "boards", "material": name, "thickness_mm": thick}]
                tops.append(next(face.u for face in shell(document).faces if face.name == "Top"))
            with self.subTest(name):
                self.assertAlmostEqual(1 / tops[1] - 1 / tops[0], 0.4 / k, places=9)
