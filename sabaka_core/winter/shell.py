"""The shell round the winter run: which layers lie on each side of it, followers and the gaps behind them taken in."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import pi

from sabaka_core.analysis import Analysis
from sabaka_core.document.chambers import Layer
from sabaka_core.document.combs import Frame, TopBar
from sabaka_core.document.run import Follower, Gap, Run
from sabaka_core.errors import ParameterError
from sabaka_core.materials import conductivity
from sabaka_core.season.nest import Nest
from sabaka_core.winter.physics import Face, Shell, resistance, transmittance

# A follower that is insulated carries this much cork, common practice.
_FOLLOWER_CORK = Layer(material="cork", thickness_mm=20.0)
# A roof told by no layers, common practice: boards under sheet metal.
_ROOF = (Layer(material="softwood", thickness_mm=20.0),)
_CLOTH = 0.02


@dataclass(frozen=True)
class WinterRun:
    """The stretch of the run that the colony winters on: combs, length, and what closes its two ends."""

    combs: int
    long_mm: float
    near: tuple[Follower | None, Gap | None]
    far: tuple[Follower | None, Gap | None]
    run: Run


def winter_run(a: Analysis, nest: Nest, combs: int) -> WinterRun:
    """The winter run of so many combs."""
    if not nest.moves:
        return WinterRun(len(a.layout.combs), a.run_mm, (None, None), (None, None), a.chamber.run)
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
    )


def shell_of(a: Analysis, run: WinterRun, c: dict[str, float], vented: bool) -> Shell:
    """The shell round a winter run.

    Raises:
        ParameterError: a wall without thickness.
    """
    walls = a.chamber.walls
    for name, layers in (("sides", walls.sides), ("ends", walls.ends), ("floor", walls.floor)):
        if sum(layer.thickness_mm for layer in layers) <= 0:
            raise ParameterError(f"{a.path}/walls/{name}", 0, "A wall needs a thickness.", "no-thickness")
    high, wide, long = a.section.height_mm / 1000, a.section.top_mm / 1000, run.long_mm / 1000
    along = a.chamber.axis == "lying" and a.chamber.combs == "along"
    edge_walls, end_walls = (walls.ends, walls.sides) if along else (walls.sides, walls.ends)
    top_r, top_t = _top(a, c, vented)
    floor = Face("Floor", wide * long, *_floor(a, c), c["rsi_down"])
    top = Face("Top", wide * long, transmittance(top_r, c["rsi_up"], c["rse"]), top_t, c["rsi_up"])
    if a.chamber.axis == "standing" and a.cavity.chord is not None:
        return _log(a, c, top, high)
    face = (a.trapezoid.face_mm if a.trapezoid else a.section.height_mm) / 1000
    floor_wide = max(a.section.floor_mm, 1.0) / 1000
    floor = Face("Floor", floor_wide * long, floor.u, floor.thick, floor.rsi)
    side_u, side_t = _plain(edge_walls, c)
    near, far = (_end(end, end_walls, c) for end in (run.near, run.far))
    area = a.section.area_mm2 / 1e6
    faces = (
        Face("Left side", face * long, side_u, side_t, c["rsi_side"]),
        Face("Right side", face * long, side_u, side_t, c["rsi_side"]),
        Face("Near end", area, *near, c["rsi_side"]),
        Face("Far end", area, *far, c["rsi_side"]),
        top,
        floor,
    )
    edges = (
        (0, 4, long), (1, 4, long), (0, 5, long), (1, 5, long), (0, 2, face), (0, 3, face), (1, 2, face), (1, 3, face),
        (2, 4, wide), (3, 4, wide), (2, 5, floor_wide), (3, 5, floor_wide),
    )  # fmt: skip
    corners = tuple((side, end, level) for side in (0, 1) for end in (2, 3) for level in (4, 5))
    return Shell(faces, edges, corners)


def _log(a: Analysis, c: dict[str, float], top: Face, high: float) -> Shell:
    """A standing log: one round wall, a top and a floor."""
    across = a.run_mm / 1000
    disc = pi * across**2 / 4
    u, t = _plain(a.chamber.walls.sides, c)
    floor_u, floor_t = _floor(a, c)
    faces = (
        Face("Wall", pi * across * high, u, t, c["rsi_side"]),
        Face("Top", disc, top.u, top.thick, top.rsi),
        Face("Floor", disc, floor_u, floor_t, c["rsi_down"]),
    )
    # A round wall is as wide at its middle as its bore and one thickness: π·t·H more area, told as an edge.
    return Shell(faces, ((0, 1, pi * across), (0, 2, pi * across), (0, 0, pi * high / 0.54)), ())


def _plain(layers: Sequence[Layer], c: dict[str, float]) -> tuple[float, float]:
    return transmittance(resistance(layers), c["rsi_side"], c["rse"]), _thick(layers)


def _thick(layers: Sequence[Layer]) -> float:
    return sum(layer.thickness_mm for layer in layers) / 1000


def _floor(a: Analysis, c: dict[str, float]) -> tuple[float, float]:
    """Floor with the litter on it: U and thickness."""
    r = resistance(a.chamber.walls.floor)
    if a.chamber.litter.kind == "deep":
        r += a.litter_mm / 1000 / conductivity("straw")
    return transmittance(r, c["rsi_down"], c["rse"]), _thick(a.chamber.walls.floor) + a.litter_mm / 1000


def _top(a: Analysis, c: dict[str, float], vented: bool) -> tuple[float, float]:
    """Bars, covers, roof space and roof: resistance and thickness. A vented roof space is as good as outside."""
    main = a.main
    bar = main.thickness_mm if isinstance(main, TopBar) else main.lug_thickness_mm if isinstance(main, Frame) else 0.0
    r, t = bar / 1000 / conductivity("softwood"), bar / 1000
    for cover in a.hive.covers:
        if cover.kind in ("boards", "slats"):
            r, t = r + cover.thickness_mm / 1000 / conductivity("softwood"), t + cover.thickness_mm / 1000
        elif cover.kind in ("cloth", "screen"):
            r += _CLOTH if cover.kind == "cloth" else 0.0
    roof = a.hive.roof
    layers = roof.layers if roof is not None and roof.layers else _ROOF
    # Insulation told with the roof lies on the covers; what is vented away is the roof space over it.
    insulating = tuple(layer for layer in layers if conductivity(layer.material) < 0.1)
    other = tuple(layer for layer in layers if layer not in insulating)
    r, t = r + resistance(insulating), t + _thick(insulating)
    if not vented:
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
        if gap is not None and gap.length_mm > 5:
            filled = min(gap.length_mm, 400.0) / 1000 / conductivity("straw")
            r += filled if gap.purpose == "straw" else c["air_gap"]
    return transmittance(r, c["rsi_side"], c["rse"]), min(t, 0.12)
