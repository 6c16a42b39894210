"""The hive that is drawn is the hive that is cut: its parts put together in a geometry library, for every hive kept."""

from __future__ import annotations

from collections.abc import Iterator
from functools import cache
from itertools import combinations
from pathlib import Path
from unittest import TestCase

import numpy as np
from manifold3d import Manifold  # type: ignore[import-not-found]

from sabaka_core.document.combs import Frame
from sabaka_core.document.load import load_hive
from sabaka_core.document.sections import CircleSection
from sabaka_core.hive.materials import density, material_of
from sabaka_core.hive.whole import Whole, whole
from sabaka_core.woodwork.assembly import parts_of
from sabaka_core.woodwork.masses import centre_mm, masses
from sabaka_core.woodwork.meshes import part_mesh, solid_of
from sabaka_core.woodwork.parts import Part
from tests.core.support import EXAMPLES

NAMES = sorted(p.stem for p in EXAMPLES.glob("*.json"))
KEPT = sorted(f"kept/{p.stem}" for p in (EXAMPLES / "kept").glob("*.json"))
PLAY = 0.5
# What stands in an entrance or a way on purpose: it closes or guards it.
IN_THE_WAY = ("disc", "guard", "filler", "door", "slide", "excluder", "vent", "porch", "thermometer", "mesh", "shutter")


@cache
def built(name: str) -> tuple[Whole, tuple[Part, ...]]:
    hive = whole(load_hive(Path(EXAMPLES / f"{name}.json").read_bytes()))
    return hive, parts_of(hive)


@cache
def solids(name: str) -> tuple[tuple[str, Manifold], ...]:
    """Every copy of every placed part, holes cut out."""
    found = []
    for part in built(name)[1]:
        for copy, prisms in enumerate(part.places):
            bores = part.bores[copy] if copy < len(part.bores) else ()
            found.append((part.id, solid_of(prisms, bores)))
    return tuple(found)


def near(boxes: list[tuple[float, ...]], margin: float) -> Iterator[tuple[int, int]]:
    for i, j in combinations(range(len(boxes)), 2):
        a, b = boxes[i], boxes[j]
        if all(a[k] < b[k + 3] + margin and b[k] < a[k + 3] + margin for k in range(3)):
            yield i, j


class Together(TestCase):
    """Reference library: manifold3d."""

    def test_no_two_parts_lie_in_each_other_and_each_touches_another(self) -> None:
        for name in (*NAMES, *KEPT):
            found = solids(name)
            boxes = [tuple(solid.bounding_box()) for _, solid in found]
            touched = set()
            with self.subTest(name):
                for i, j in near(boxes, PLAY):
                    common = found[i][1] ^ found[j][1]
                    if not common.is_empty():
                        # Of a flat overlap, twice its volume by its surface is how deep it is.
                        deep = 2 * common.volume() / max(common.surface_area(), 1e-6)
                        self.assertLessEqual(deep, PLAY, (found[i][0], found[j][0]))
                    if {i, j} - touched and found[i][1].min_gap(found[j][1], 1.0) <= PLAY:
                        touched |= {i, j}
                self.assertEqual([found[i][0] for i in range(len(found)) if i not in touched], [])


class Weighed(TestCase):
    """Reference library: trimesh."""

    def test_the_parts_weigh_what_the_hive_weighs_and_balance_where_it_does(self) -> None:
        """The wood of every part by its mesh, and the centre that a keeper's lid and tipping are reckoned from."""
        for name in NAMES:
            hive, parts = built(name)
            total, moment = 0.0, np.zeros(3)
            for part in parts:
                if part.thing in ("stand-0", "supplies"):
                    continue
                for copy in range(len(part.places)):
                    mesh = part_mesh(part, copy)
                    kg = mesh.volume / 1e9 * density(part.material)
                    total, moment = total + kg, moment + kg * mesh.center_mass
            mine = sum(mass.kg for mass in masses(hive))
            x, y, z = centre_mm(hive)
            with self.subTest(name):
                self.assertAlmostEqual(total / mine, 1.0, delta=0.01)
                for said, found in zip((x, -y, z), moment / total, strict=True):
                    self.assertAlmostEqual(said, float(found), delta=1.0)

    def test_a_part_is_as_large_as_its_board(self) -> None:
        """No solid is larger than the board that is cut for it: what is drawn comes out of what is listed."""
        for name in (*NAMES, *KEPT):
            for part in built(name)[1]:
                if not part.places or material_of(part.material).kind == "insulation" or part.id.endswith("-log"):
                    continue
                board = part.long_mm * part.wide_mm * part.thick_mm
                with self.subTest(name, part=part.id):
                    self.assertLessEqual(part_mesh(part).volume, board * 1.01)


def measured(name: str, start: np.ndarray, axis: int, way: int, of: tuple[str, ...]) -> float:
    """How far a thin bar goes from a place along an axis until it meets a part of such things [mm]."""
    low, high = start - 0.2, start + 0.2
    (low if way < 0 else high)[axis] += way * 3000.0
    corners = [[(low, high)[(n >> k) & 1][k] for k in range(3)] for n in range(8)]
    bar = Manifold.hull_points(np.array(corners))
    nearest = np.inf
    for part in built(name)[1]:
        if part.thing not in of:
            continue
        for copy, prisms in enumerate(part.places):
            met = bar ^ solid_of(prisms, part.bores[copy] if copy < len(part.bores) else ())
            if not met.is_empty():
                box = met.bounding_box()
                nearest = min(nearest, abs((box[axis] if way > 0 else box[axis + 3]) - start[axis]))
    return nearest


class Inside(TestCase):
    """Reference library: thin bars of the library's in the assembly, against the report's sizes."""

    def test_free_sizes_inside_are_those_of_the_report(self) -> None:
        for name in NAMES:
            hive, _ = built(name)
            for a in hive.chambers:
                if isinstance(a.chamber.section, CircleSection) or a.chamber.axis == "standing":
                    continue
                place, section = a.chamber.place, a.section
                ends = sum(layer.thickness_mm for layer in a.chamber.walls.ends)
                block = next(b for b in hive.boxes if b.chamber == a.box and not b.is_super)
                middle = np.array([place.x_mm + ends + a.chamber.length_mm * 0.37, -sum(block.y) / 2, 0.0])
                of = (f"sides-{a.box}", f"ends-{a.box}")
                for depth in (0.3, 0.7):
                    at = middle.copy()
                    at[2] = place.z_mm + a.floor_board_mm + section.height_mm * (1 - depth)
                    across = sum(measured(name, at, 1, way, of) for way in (1, -1))
                    along = sum(measured(name, at, 0, way, of) for way in (1, -1))
                    with self.subTest(name, chamber=a.chamber.id, depth=depth):
                        wide = 2 * section.half_width_mm(section.height_mm * depth)
                        if a.chamber.combs == "along":
                            wide, long = a.run_mm, section.top_mm
                        else:
                            long = a.chamber.length_mm
                        self.assertAlmostEqual(across, wide, delta=0.5)
                        if a.chamber.door == "none":
                            self.assertAlmostEqual(along, long, delta=0.5)

    def test_bee_spaces_beside_and_under_frames(self) -> None:
        """The library's least gap between frames and walls, and frames and floor, is the fit's own."""
        for name in ("long-shallow", "deep-horizontal", "side-by-side", "tall-in-stack"):
            hive, parts = built(name)
            a = hive.chambers[0]
            frame = a.main
            assert isinstance(frame, Frame)
            fit = a.fit(frame).nominal
            own = [p for p in parts if p.box == a.box and not p.thing.startswith("super")]
            side_bars = self.joined([p for p in own if p.carrier == frame.id and p.id.endswith("side-bar")])
            walls = self.joined([p for p in own if p.thing == f"sides-{a.box}"])
            floor = self.joined([p for p in own if p.thing == f"floor-{a.box}" and "floor" in p.id])
            hung = self.joined([p for p in own if p.carrier == frame.id])
            with self.subTest(name):
                self.assertAlmostEqual(side_bars.min_gap(walls, 60.0), fit.side, delta=0.1)
                self.assertAlmostEqual(hung.min_gap(floor, 120.0), fit.under + a.litter_mm, delta=0.1)

    def joined(self, parts: list[Part]) -> Manifold:
        return Manifold.compose([solid_of(copy) for part in parts for copy in part.places])

    def test_every_open_entrance_and_way_is_clear(self) -> None:
        """A bar of the library's through the middle of each hole meets no part but what closes it on purpose."""
        for name in NAMES:
            _, parts = built(name)
            blocking = [p for p in parts if not any(word in p.id for word in IN_THE_WAY)]
            walls = [
                (p.id, solid_of(c, p.bores[i] if i < len(p.bores) else ()))
                for p in blocking
                if p.thing.startswith(("sides", "ends", "floor", "entrance"))
                for i, c in enumerate(p.places)
            ]
            for part in parts:
                if not part.thing.startswith(("sides", "ends")):
                    continue
                for copy in part.bores:
                    for bore in copy:
                        (x0, y0, z0), (x1, y1, z1) = bore.mouths
                        ends = np.array([[x0, -y0, z0], [x1, -y1, z1]])
                        bar = Manifold.hull_points(
                            np.concatenate([ends + d for d in np.eye(3)] + [ends - d for d in np.eye(3)])
                        )
                        met = [ident for ident, solid in walls if not (bar ^ solid).is_empty()]
                        with self.subTest(name, part=part.id):
                            self.assertEqual(met, [])
