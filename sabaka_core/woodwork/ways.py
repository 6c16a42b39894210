"""What stands in the ways from chamber to chamber: slides, excluders, mesh, let into the wall or floor they are in."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.chambers import total_thickness_mm
from sabaka_core.document.hive import Passage
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.faces import wall_face
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.pierced import FloorWay, WallWay
from sabaka_core.woodwork.placing import shift_of
from sabaka_core.woodwork.solids import Prism, brick

# What lies over a way is larger than it by so much all round.
_LAPS_MM, _MESH_MM = 15.0, 1.0
# A sheet in a way: its key and name, how thick it is, what it is of, what is said of it.
Sheet = tuple[str, str, float, str, str]


def sheets_of(way: Passage) -> tuple[Sheet, ...]:
    """What lies in a way, one on the other from the first chamber on."""
    found: list[Sheet] = []
    if way.excluder:
        found.append(("excluder", "Excluder", practice("excluder_thick").number, "sheet metal", "slots 4.1 to 4.4 mm"))
    if way.kind == "vent":
        found += [(f"vent-{i}", "Vent mesh", _MESH_MM, "mesh", "3 mm at most") for i in (1, 2)]
    if way.slide != "none":
        note = "waxed; drawn out to open the way" if way.slide == "shut" else "waxed; stands drawn out, the way is open"
        found.append(("slide", "Slide", practice("slide_board").number, "plywood", note))
    return tuple(found)


def recess_of(hive: Whole, way: WallWay) -> Prism | None:
    """What is cut out of the outside of a wall for what lies in its way, in the chamber's own axes.

    It is in the wall of the chamber that the way begins at.
    """
    passage = hive.hive.passages[way.passage]
    a = hive.chambers[way.chamber]
    deep = sum(sheet[2] for sheet in sheets_of(passage))
    if deep <= 0 or passage.from_chamber != a.chamber.id or not way.pierces:
        return None
    low, high, wide, at = _around(way)
    face = wall_face(a, way.wall, (low + high) / 2)
    return face.plate(at, (low, high), wide, face.thick_mm - deep, deep)


def _around(way: WallWay) -> tuple[float, float, float, float]:
    """From where to where up, how wide and with its middle where, what lies over a way is."""
    low = max(min(p.up_mm for p in way.pierces) - _LAPS_MM, 0.0)
    high = max(p.up_mm + p.high_mm for p in way.pierces) + _LAPS_MM
    left = min(p.at_mm - p.wide_mm / 2 for p in way.pierces) - _LAPS_MM
    right = max(p.at_mm + p.wide_mm / 2 for p in way.pierces) + _LAPS_MM
    return low, high, right - left, (left + right) / 2


def floor_recess(hive: Whole, way: FloorWay) -> tuple[tuple[float, float], tuple[float, float], float] | None:
    """What is cut out of the top of a floor for what lies in its way: its plan in the hive, and how deep."""
    deep = sum(sheet[2] for sheet in sheets_of(hive.hive.passages[way.passage]))
    if deep <= 0:
        return None
    return (way.x[0] - _LAPS_MM, way.x[1] + _LAPS_MM), (way.y[0] - _LAPS_MM, way.y[1] + _LAPS_MM), deep


def way_parts(hive: Whole, walls: tuple[WallWay, ...], floors: tuple[FloorWay, ...]) -> Iterator[Part]:
    """Sheets in the ways, in their places; one that stands drawn out isn't in its way."""
    for way in walls:
        if recess_of(hive, way) is not None:
            yield from _in_wall(hive, way)
    for each in floors:
        yield from _in_floor(hive, each)


def _ends(way: Passage) -> str:
    return f"{way.from_chamber} to {way.to_chamber}".replace("-", " ")


def _part(hive: Whole, of: WallWay | FloorWay, sheet: Sheet, sizes: tuple[float, float], solid: Prism) -> Part:
    key, name, thick, material, note = sheet
    number = of.passage
    way = hive.hive.passages[number]
    out = key == "slide" and way.slide == "open"
    return Part(
        f"way-{number + 1}-{key}",
        f"{name}, {_ends(way)}",
        "Box" if material == "plywood" else "Bought",
        1,
        max(sizes),
        min(sizes),
        thick,
        material,
        "let into the wood",
        note=note,
        places=() if out else ((solid,),),
        box=of.chamber,
        thing=f"passage-{number}",
    )


def _in_wall(hive: Whole, way: WallWay) -> Iterator[Part]:
    passage, a = hive.hive.passages[way.passage], hive.chambers[way.chamber]
    low, high, wide, at = _around(way)
    face = wall_face(a, way.wall, (low + high) / 2)
    sheets = sheets_of(passage)
    off = face.thick_mm - sum(sheet[2] for sheet in sheets)
    for sheet in sheets:
        solid = face.plate(at, (low, high), wide, off, sheet[2])
        off += sheet[2]
        yield _part(hive, way, sheet, (wide, high - low), solid).shifted(*shift_of(a))


def _in_floor(hive: Whole, way: FloorWay) -> Iterator[Part]:
    found, a = floor_recess(hive, way), hive.chambers[way.chamber]
    if found is None:
        return
    x, y, deep = found
    top = _floor_top(a)
    low = top - deep
    for sheet in sheets_of(hive.hive.passages[way.passage]):
        solid = brick(x, y, (low, low + sheet[2]))
        low += sheet[2]
        yield _part(hive, way, sheet, (x[1] - x[0], y[1] - y[0]), solid)


def _floor_top(a: Analysis) -> float:
    return a.chamber.place.z_mm + (a.floor_board_mm or total_thickness_mm(a.floor_layers))
