"""The hive as a file for printers and viewers: every body by its name, left at the left, as heavy as its part."""

from __future__ import annotations

import io
from unittest import TestCase

import numpy as np
import trimesh

from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.meshes import assembly_3mf, part_mesh, stl
from tests.core.support import opened


class AssemblyRead(TestCase):
    """Independent parser: trimesh reads 3MF and STL."""

    @classmethod
    def setUpClass(cls) -> None:
        cls.parts = parts_of_hive(opened("bowline"))
        scene = trimesh.load(io.BytesIO(assembly_3mf(cls.parts)), file_type="3mf")
        assert isinstance(scene, trimesh.Scene)
        cls.bodies = {
            str(name): mesh.copy().apply_transform(scene.graph.get(name)[0])
            for name in scene.graph.nodes_geometry
            for mesh in [scene.geometry[scene.graph.get(name)[1]]]
            if isinstance(mesh, trimesh.Trimesh)
        }

    def body(self, name: str) -> trimesh.Trimesh:
        return next(mesh for key, mesh in self.bodies.items() if name in key)

    def test_every_placed_copy_is_a_body(self) -> None:
        self.assertEqual(len(self.bodies), sum(len(part.places) for part in self.parts))

    def test_each_weighs_what_its_part_weighs(self) -> None:
        for number, part in enumerate(self.parts, 1):
            if part.places:
                mesh = next(mesh for key, mesh in self.bodies.items() if key.startswith(f"{number} "))
                with self.subTest(part.name):
                    self.assertTrue(mesh.is_watertight)
                    self.assertAlmostEqual(mesh.volume / part.volume_mm3, 1.0, delta=0.005)

    def test_right_is_at_the_right_when_one_looks_from_the_near_end(self) -> None:
        """Hand: ahead crosswise with upward is rightward, in any right-handed room."""
        ahead, upward = np.array([1.0, 0.0, 0.0]), np.array([0.0, 0.0, 1.0])
        rightward = np.cross(ahead, upward)
        apart = self.body("Side, right").centroid - self.body("Side, left").centroid
        self.assertGreater(float(np.dot(apart, rightward)), 100.0)

    def test_stl_of_a_part_is_named_inside(self) -> None:
        side = next(part for part in self.parts if part.name == "Side, left")
        written = stl(part_mesh(side), "2 Side, left")
        self.assertTrue(written.startswith(b"2 Side, left"))
        read = trimesh.load(io.BytesIO(written), file_type="stl")
        assert isinstance(read, trimesh.Trimesh)
        self.assertAlmostEqual(read.volume / side.volume_mm3, 1.0, delta=0.005)
