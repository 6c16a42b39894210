"""Parts as meshes for machines: water-tight, holes cut out, each named in its file; small helpers to print.

Solids are joined and cut by a geometry library. The hive's own places are left-handed (x forward, y to the right,
z up); a mesh is right-handed, so that what is printed is no mirror image.
"""

from __future__ import annotations

import io
import re
import zipfile
from collections.abc import Sequence
from uuid import NAMESPACE_URL, uuid5

import numpy as np
import trimesh
from manifold3d import Manifold, Mesh, OpType  # type: ignore[import-not-found]
from trimesh.exchange.stl import export_stl

from sabaka_core.document.combs import Frame
from sabaka_core.document.entrances import Disc
from sabaka_core.document.hive import Hive
from sabaka_core.frames.parts import parts_of
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.solids import Bore, Prism, brick, moved, round_of

# Round holes are cut with so many sides; a cutter goes on past the wood by so much [mm].
_SIDES, _BEYOND_MM = 64, 0.5
_HEADER = 80
# Solids of one part that meet face to face are let into each other by so much, so that they are one [mm].
_LET_IN_MM = 0.001


def solid_of(prisms: Sequence[Prism], bores: Sequence[Bore] = ()) -> Manifold:
    """Prisms as one solid, less its round holes."""
    whole = Manifold.batch_boolean([_manifold(p) for p in prisms], OpType.Add)
    for bore in bores:
        whole = whole - _cutter(bore)
    return whole


def _manifold(prism: Prism) -> Manifold:
    """A convex prism, turned to a right-handed place."""
    points = np.array([(x, -y, z) for x, y, z in prism.corners], dtype=np.float64)
    middle = points.mean(axis=0)
    grown = points + np.sign(points - middle) * _LET_IN_MM
    return Manifold.hull_points(grown)


def _cutter(bore: Bore) -> Manifold:
    """A round bar through a hole."""
    long = bore.long_mm + 2 * _BEYOND_MM
    bar = Manifold.cylinder(long, bore.wide_mm / 2, circular_segments=_SIDES, center=True)
    along = np.array((bore.along[0], -bore.along[1], bore.along[2]))
    turn = trimesh.geometry.align_vectors((0.0, 0.0, 1.0), along)  # type: ignore[no-untyped-call]
    turn[:3, 3] = (bore.at[0], -bore.at[1], bore.at[2])
    return bar.transform(turn[:3, :4])


def mesh_of(prisms: Sequence[Prism], bores: Sequence[Bore] = ()) -> trimesh.Trimesh:
    """The same as a mesh [mm]."""
    made: Mesh = solid_of(prisms, bores).to_mesh()
    points = np.asarray(made.vert_properties, dtype=float)[:, :3]
    return trimesh.Trimesh(vertices=points, faces=np.asarray(made.tri_verts), process=False)


def part_mesh(part: Part, copy: int = 0) -> trimesh.Trimesh:
    """One copy of a part in its place."""
    bores = part.bores[copy] if copy < len(part.bores) else ()
    return mesh_of(part.places[copy], bores)


def whole_mesh(parts: Sequence[Part]) -> trimesh.Trimesh:
    """The hive put together, every part a body of its own."""
    meshes = [part_mesh(part, copy) for part in parts for copy in range(len(part.places))]
    joined: trimesh.Trimesh = trimesh.util.concatenate(meshes)  # type: ignore[assignment]
    return joined


def stl(mesh: trimesh.Trimesh, name: str = "") -> bytes:
    """A mesh as a binary STL file [mm], its name in the file's head."""
    body = bytes(export_stl(mesh))
    return name.encode("ascii", "replace")[:_HEADER].ljust(_HEADER, b" ") + body[_HEADER:]


def assembly_3mf(parts: Sequence[Part]) -> bytes:
    """Every placed part of the hive in its place, each named by its number and name; the same bytes for the same hive.

    Source: written through a mesh library.
    """
    scene = trimesh.Scene()
    for number, part in enumerate(parts, 1):
        for copy in range(len(part.places)):
            name = f"{number} {part.name}" + (f" ({copy + 1})" if len(part.places) > 1 else "")
            scene.add_geometry(part_mesh(part, copy), node_name=name, geom_name=name)
    written = scene.export(file_type="3mf")  # type: ignore[no-untyped-call]
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(written)) as given, zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as kept:
        for name in given.namelist():
            kept.writestr(zipfile.ZipInfo(name), _fixed(given.read(name)))
    return out.getvalue()


_UUID = re.compile(rb'UUID="[0-9a-fA-F-]{36}"')


def _fixed(body: bytes) -> bytes:
    """The names that the library makes up anew each time, by their order instead."""
    count = [0]

    def named(_: re.Match[bytes]) -> bytes:
        count[0] += 1
        return f'UUID="{uuid5(NAMESPACE_URL, str(count[0]))}"'.encode()

    return _UUID.sub(named, body)


def small_parts(hive: Hive) -> dict[str, trimesh.Trimesh]:
    """Small parts worth printing, of this hive's own sizes: discs, a spacer, an adapter's cheek, a frame's corner."""
    found: dict[str, trimesh.Trimesh] = {}
    for chamber in hive.chambers:
        for entrance in chamber.entrances:
            if isinstance(entrance, Disc):
                found[f"entrance-disc-{entrance.disc_mm:g}"] = _disc(entrance)
    frames = [kind for kind in hive.comb_types if isinstance(kind, Frame)]
    space = hive.choices.bee_space_mm if not frames else frames[0].spacing_mm - frames[0].side_bar_width_mm
    if space > 0:
        found["spacer"] = mesh_of((brick((0.0, _SPACER[0]), (0.0, _SPACER[1]), (0.0, space)),))
    for frame in frames:
        found |= _of_a_frame(frame)
    return found


# A printed spacer's length and width; a corner's arms, how thick it is [mm].
_SPACER, _ARM_MM, _ANGLE_MM = (60.0, 20.0), 26.0, 4.0


def _disc(entrance: Disc) -> trimesh.Trimesh:
    """A ring with an opening as wide as its hole off its middle, and a hole for its screw."""
    thick, half = practice("disc_thick").number * 2, entrance.disc_mm / 2
    plate = Prism(round_of((0.0, 0.0), entrance.disc_mm, _SIDES), (0.0, thick), "z")
    hole = Bore((half - entrance.opening_mm / 2 - thick, 0.0, thick / 2), (0.0, 0.0, 1.0), entrance.opening_mm, thick)
    screw = Bore((-half / 2, 0.0, thick / 2), (0.0, 0.0, 1.0), thick, thick)
    return mesh_of((plate,), (hole, screw))


def _of_a_frame(frame: Frame) -> dict[str, trimesh.Trimesh]:
    """A corner that holds its side bar to its top bar, a cheek as wide as its lug, and the frame itself."""
    wide, t = frame.side_bar_width_mm, frame.side_bar_thickness_mm
    corner = (
        brick((0.0, _ARM_MM), (0.0, wide), (0.0, _ANGLE_MM)),
        brick((0.0, _ANGLE_MM), (0.0, wide), (0.0, _ARM_MM)),
    )
    cheek = (brick((0.0, frame.top_bar_width_mm), (0.0, t), (0.0, frame.lug_thickness_mm + _ARM_MM)),)
    pieces = [
        brick(s.z, s.x, (-s.y[1], -s.y[0])) for part in parts_of(frame) for piece in part.pieces for s in piece.solids
    ]
    found = {f"{frame.id}-corner": mesh_of(corner), f"{frame.id}-adapter-cheek": mesh_of(cheek)}
    if pieces:
        found[f"{frame.id}-frame"] = mesh_of([moved(p, 0.0, 0.0, frame.depth_mm) for p in pieces])
    return found
