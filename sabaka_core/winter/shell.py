"""The shell round the winter run: which layers lie on each side of it, followers and the gaps behind them taken in."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import acos, atan2, hypot, log, pi

from sabaka_core.base.errors import ParameterError
from sabaka_core.document.chambers import Layer
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.run import Follower, Gap, Run
from sabaka_core.document.sections import BarrelSection, CircleSection, SegmentSection
from sabaka_core.geometry.profile import Chord
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.materials import conductivity, insulates, layer_resistance, resistance_of, sheltering
from sabaka_core.hive.roof import roof_layers
from sabaka_core.hive.under import mesh_share, shutter_layers
from sabaka_core.kit.tables import practice
from sabaka_core.season.nest import Nest
from sabaka_core.winter.boxes import boxes_face
from sabaka_core.winter.physics import Face, Shell, resistance, transmittance

# A follower that is insulated carries this much cork, common practice.
_FOLLOWER_CORK = Layer(material="cork", thickness_mm=practice("board_cork").number)
_CLOTH = 0.02


@dataclass(frozen=True)
class WinterRun:
    """The stretch of the run that the colony winters on: combs, length, and what closes its two ends."""

    combs: int
    long_mm: float
    near: tuple[Follower | None, Gap | None]
    far: tuple[Follower | None, Gap | None]
    run: Run
    stretch_mm: tuple[float, float] = (0.0, 0.0)


def winter_run(a: Analysis, nest: Nest, combs: int) -> WinterRun:
    """The winter run of so many combs."""
    if not nest.moves:
        return WinterRun(len(a.layout.combs), a.run_mm, (None, None), (None, None), a.chamber.run, (0.0, a.run_mm))
    standing = nest.standing(min(combs, nest.capacity))
    items = standing.run.items
    near = next((i for i, item in enumerate(items) if isinstance(item, Follower) and item.side == "near"), None)
    far = next((i for i, item in enumerate(items) if isinstance(item, Follower) and item.side == "far"), None)

    def gap_at(index: int) -> Gap | None:
        if not 0 <= index < len(items):
            return None
        item = items[index]
        return item if isinstance(item, Gap) else None

    near_board = items[near] if near is not None else None
    far_board = items[far] if far is not None else None
    assert near_board is None or isinstance(near_board, Follower)
    assert far_board is None or isinstance(far_board, Follower)
    long = standing.far_mm - standing.near_mm if near_board or far_board else a.run_mm
    return WinterRun(
        combs,
        max(long, 1.0),
        (near_board, gap_at(near - 1) if near is not None else None),
        (far_board, gap_at(far + 1) if far is not None else None),
        standing.run,
        (standing.near_mm, standing.far_mm),
    )


def shell_of(a: Analysis, run: WinterRun, c: dict[str, float], vented: bool, boxes: tuple[BoxPlace, ...] = ()) -> Shell:
    """The shell round a winter run, and round boxes that stay over it.

    Raises:
        ParameterError: a wall without thickness.
    """
    walls = a.chamber.walls
    for name, layers in (("sides", walls.sides), ("ends", walls.ends), ("floor", a.floor_layers)):
        if sum(layer.thickness_mm for layer in layers) <= 0:
            raise ParameterError(f"{a.path}/walls/{name}", 0, "A wall needs a thickness.", "no-thickness")
    top_r, top_t = _top(a, c, vented)
    top_u = transmittance(top_r, c["rsi_up"], c["rse"])
    top = Face("Top", a.section.top_mm * run.long_mm / 1e6, top_u, top_t, c["rsi_up"])
    if a.chamber.axis == "standing" and a.cavity.chord is not None:
        return _standing_log(a, a.cavity.chord, c, top)
    if isinstance(a.chamber.section, CircleSection):
        return _lying_log(a, a.chamber.section, run, c)
    shell, over = _glazed(a, run, c, _box(a, run, c, top)), boxes_face(boxes, c)
    return shell if over is None else replace(shell, faces=(*shell.faces, over))


def _box(a: Analysis, run: WinterRun, c: dict[str, float], top: Face) -> Shell:
    """Two side walls of whatever profile, two ends, top and floor.

    A wall's inside face is its profile's length. Where it turns, the conductance of a square edge counts by the
    share of a right angle: a trapezoid written as a polygon, or with a point more along its wall, is the same.
    """
    walls = a.chamber.walls
    along = a.chamber.axis == "lying" and a.chamber.combs == "along"
    edge_walls, end_walls = (walls.ends, walls.sides) if along else (walls.sides, walls.ends)
    side, long = side_wall(a), run.long_mm / 1000
    side_u, side_t = (
        _plain(edge_walls, c) if side.radius is None else (_round_u(side.radius, edge_walls, c), _thick(edge_walls))
    )
    near, far = (_end(end, end_walls, c) for end in (run.near, run.far))
    floor_u, floor_t = _floor(a, c, mesh_share(a, *run.stretch_mm))
    area, wide, foot = a.section.area_mm2 / 1e6, a.section.top_mm / 1000, a.section.floor_mm / 1000
    faces = (
        Face("Left side", side.long * long, side_u, side_t, c["rsi_side"]),
        Face("Right side", side.long * long, side_u, side_t, c["rsi_side"]),
        Face("Near end", area, *near, c["rsi_side"]),
        Face("Far end", area, *far, c["rsi_side"]),
        top,
        Face("Floor", foot * long, floor_u, floor_t, c["rsi_down"]),
    )
    edges = [(i, 4, side.top_turn * long) for i in (0, 1)] + [(i, i, side.way_turn * long) for i in (0, 1)]
    edges += [(i, end, side.long) for i in (0, 1) for end in (2, 3)] + [(end, 4, wide) for end in (2, 3)]
    if foot > 0:
        edges += [(i, 5, side.foot_turn * long) for i in (0, 1)] + [(end, 5, foot) for end in (2, 3)]
    else:
        # The walls meet below: one edge, turned by what both lack.
        edges.append((0, 1, 2 * side.foot_turn * long))
    levels = (4, 5) if foot > 0 else (4,)
    corners = tuple((wall, end, level) for wall in (0, 1) for end in (2, 3) for level in levels)
    return Shell(faces, tuple(edges), corners)


def _glazed(a: Analysis, run: WinterRun, c: dict[str, float], shell: Shell) -> Shell:
    """The shell with its windows as faces of their own, taken out of the walls that they are in."""
    faces = list(shell.faces)
    along = a.chamber.axis == "lying" and a.chamber.combs == "along"
    order = ("near-end", "far-end", "left", "right") if along else ("left", "right", "near-end", "far-end")
    start, end = run.stretch_mm
    for placed in a.openings:
        window = placed.opening
        inside = placed.end_mm > start + 1e-6 and placed.start_mm < end - 1e-6
        ends = placed.start_mm == placed.end_mm and start - 1e-6 <= placed.start_mm <= end + 1e-6
        if window.kind != "window" or not (inside or ends):
            continue
        at, area = order.index(window.wall), window.wide_mm * window.high_mm / 1e6
        if area >= faces[at].area:
            continue
        faces[at] = replace(faces[at], area=faces[at].area - area)
        layers = [Layer(material="glass", thickness_mm=practice("window_pane").number)]
        r = resistance(layers)
        if window.shutter == "shut":
            board = Layer(material="plywood", thickness_mm=practice("window_shutter").number)
            layers, r = [*layers, board], resistance((*layers, board)) + c["air_gap"]
        u = transmittance(r, c["rsi_side"], c["rse"])
        faces.append(Face(f"{placed.label}, {window.wall.replace('-', ' ')}", area, u, _thick(layers), c["rsi_side"]))
    return replace(shell, faces=tuple(faces))


@dataclass(frozen=True)
class SideWall:
    """A side wall across the run.

    Attributes:
        long: length of its inside face from the bars to the floor [m].
        top_turn, way_turn, foot_turn: how far it turns at the top, on its way and at the floor [right angles]. They
            add up to two: from level to level.
        radius: radius of a round wall [m]; none for one of straight facets, whose turns are edges.
    """

    long: float
    top_turn: float
    way_turn: float
    foot_turn: float
    radius: float | None


def side_wall(a: Analysis) -> SideWall:
    """The side wall of a lying chamber that isn't a bore."""
    points = a.section.wall
    steps = [(x1 - x2, d2 - d1) for (x1, d1), (x2, d2) in pairwise(points)]
    long = sum(hypot(inward, down) for inward, down in steps) / 1000
    right = pi / 2
    section = a.chamber.section
    if isinstance(section, BarrelSection):
        # Upright at the bars, level at its lowest point; as bent as the arc as long that turns as far.
        return SideWall(long, 1.0, 0.0, 0.0, long / right)
    if isinstance(section, SegmentSection):
        turn = acos(1 - section.height_mm / section.radius_mm)
        return SideWall(long, 2.0 - turn / right, 0.0, 0.0, section.radius_mm / 1000)
    first, last = (atan2(inward, down) / right for inward, down in (steps[0], steps[-1]))
    return SideWall(long, 1.0 + first, last - first, 1.0 - last, None)


def _standing_log(a: Analysis, bore: Chord, c: dict[str, float], top: Face) -> Shell:
    """A standing log: one round wall, a top and a floor."""
    high, up, low = bore.height_mm / 1000, bore.top_radius_mm / 1000, bore.floor_radius_mm / 1000
    walls = a.chamber.walls.sides
    floor_u, floor_t = _floor(a, c)
    faces = (
        Face("Wall", _cone_m2(up, low, high), _round_u((up + low) / 2, walls, c), _thick(walls), c["rsi_side"]),
        Face("Top", pi * up**2, top.u, top.thick, top.rsi),
        Face("Floor", pi * low**2, floor_u, floor_t, c["rsi_down"]),
    )
    return Shell(faces, ((0, 1, 2 * pi * up), (0, 2, 2 * pi * low)), ())


def _lying_log(a: Analysis, section: CircleSection, run: WinterRun, c: dict[str, float]) -> Shell:
    """A lying log: its round wall by quarters, above, below and to both sides, and a disc at each end."""
    one, two = section.diameter_mm / 2000, (section.far_diameter_mm or section.diameter_mm) / 2000
    across = a.chamber.combs == "across"
    long = (run.long_mm if across else a.chamber.length_mm) / 1000
    walls, ends = a.chamber.walls.sides, a.chamber.walls.ends
    quarter = _cone_m2(one, two, long) / 4
    round_wall = {
        name: Face(name, quarter, _round_u((one + two) / 2, walls, c, c[rsi]), _thick(walls), c[rsi])
        for name, rsi in (
            ("Left side", "rsi_side"),
            ("Right side", "rsi_side"),
            ("Top", "rsi_up"),
            ("Floor", "rsi_down"),
        )
    }
    near, far = (_end(end, ends, c) if across else _plain(ends, c) for end in (run.near, run.far))
    faces = (
        round_wall["Left side"],
        round_wall["Right side"],
        Face("Near end", pi * one**2, *near, c["rsi_side"]),
        Face("Far end", pi * two**2, *far, c["rsi_side"]),
        round_wall["Top"],
        round_wall["Floor"],
    )
    edges = tuple((i, end, pi * r / 2) for i in (0, 1, 4, 5) for end, r in ((2, one), (3, two)))
    return Shell(faces, edges, ())


def _cone_m2(one: float, two: float, high: float) -> float:
    """Inside of a round wall that may taper: ``π(r₁ + r₂)·slant`` [m²]."""
    return pi * (one + two) * hypot(high, one - two)


def _round_u(radius: float, layers: Sequence[Layer], c: dict[str, float], rsi: float | None = None) -> float:
    """U-value of a round wall for its inside area [W/m²K].

    Heat spreads outward: ``1/U = Rsi + Σ r·ln(r₂/r₁)/k + Rse·r/r_out``, r the inside radius [m].
    Source: radial conduction through a cylinder, from memory.
    """
    total, here = c["rsi_side"] if rsi is None else rsi, radius
    for layer in sheltering(layers):
        there = here + layer.thickness_mm / 1000
        # A layer of air resists as if it conducted so much.
        total += radius * log(there / here) * layer_resistance(layer) * 1000 / layer.thickness_mm
        here = there
    return 1 / (total + c["rse"] * radius / here)


def _plain(layers: Sequence[Layer], c: dict[str, float]) -> tuple[float, float]:
    return transmittance(resistance(layers), c["rsi_side"], c["rse"]), _thick(layers)


def _thick(layers: Sequence[Layer]) -> float:
    return sum(layer.thickness_mm for layer in layers) / 1000


def _floor(a: Analysis, c: dict[str, float], mesh: float = 0.0) -> tuple[float, float]:
    """Floor with the litter on it: U and thickness. Where so much of it is mesh, its shutter closes it or nothing."""
    r = resistance(a.floor_layers)
    if a.chamber.litter.kind == "deep":
        r += a.litter_mm / 1000 / conductivity("straw")
    u = transmittance(r, c["rsi_down"], c["rse"])
    if mesh > 0:
        u = (1 - mesh) * u + mesh * transmittance(resistance(shutter_layers(a)), c["rsi_down"], c["rse"])
    return u, _thick(a.floor_layers) + a.litter_mm / 1000


def _top(a: Analysis, c: dict[str, float], vented: bool) -> tuple[float, float]:
    """Bars, covers, roof space and roof: resistance and thickness. A vented roof space is as good as outside."""
    main = a.main
    bar = main.thickness_mm if isinstance(main, TopBar) else main.lug_thickness_mm if isinstance(main, Frame) else 0.0
    r, t = bar / 1000 / conductivity("softwood"), bar / 1000
    for cover in a.hive.covers:
        if cover.kind in ("boards", "slats") and cover.thickness_mm > 0:
            r, t = r + resistance_of(cover.material, cover.thickness_mm), t + cover.thickness_mm / 1000
        elif cover.kind in ("cloth", "screen"):
            r += _CLOTH if cover.kind == "cloth" else 0.0
    roof = a.hive.roof
    if roof is not None and roof.under == "insulation" and roof.under_mm > 0:
        r, t = r + resistance_of(roof.under_of, roof.under_mm), t + roof.under_mm / 1000
    layers = roof_layers(roof)
    # Insulation told with the roof lies on the covers; what is vented away is the roof space over it.
    insulating = tuple(layer for layer in layers if insulates(layer.material))
    other = tuple(layer for layer in layers if layer not in insulating)
    r, t = r + resistance(insulating), t + _thick(insulating)
    if not vented and not (roof is not None and roof.vents):
        r, t = r + c["air_gap"] + resistance(other), t + _thick(other)
    return r, t


def _end(end: tuple[Follower | None, Gap | None], walls: Sequence[Layer], c: dict[str, float]) -> tuple[float, float]:
    """Follower, the gap behind it and the end wall: U and solid thickness."""
    board, gap = end
    r, t = resistance(walls), _thick(walls)
    if board is not None:
        r += board.thickness_mm / 1000 / conductivity("softwood")
        t += board.thickness_mm / 1000
        if board.insulated:
            r += resistance((_FOLLOWER_CORK,))
            t += _thick((_FOLLOWER_CORK,))
        if gap is not None and gap.length_mm > 5:
            filled = min(gap.length_mm, 400.0) / 1000 / conductivity("straw")
            r += filled if gap.purpose == "straw" else c["air_gap"]
    return transmittance(r, c["rsi_side"], c["rse"]), min(t, 0.12)
