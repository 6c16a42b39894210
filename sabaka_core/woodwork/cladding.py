"""What holds boxes to each other and under all of them: strips that register loose sections, a common floor."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.document.base import Wall as WallName
from sabaka_core.document.entrances import Disc
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.run.piercings import reach_of
from sabaka_core.woodwork.boxes import bands, outer_of
from sabaka_core.woodwork.faces import wall_face
from sabaka_core.woodwork.floors import opened
from sabaka_core.woodwork.naming import named, of_sort
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.pierced import FloorWay, pierced
from sabaka_core.woodwork.placing import shift_of
from sabaka_core.woodwork.solids import Bore, Prism, Span, brick, without_block

_MOST_HIGH, _LAPS_MM = 0.9, 15.0


def cladding_parts(a: Analysis) -> Iterator[Part]:
    """Strips on the foot of each loose section but the lowest, that reach down over the one below; bored with it.

    Only where spacers or fillers stand inside, for then the sections have to come back to the same place.
    """
    stacked = bands(a)
    if len(stacked) < 2 or not a.chamber.linings:
        return
    lap, thick = practice("cladding_lap").number, practice("cladding").number
    wall, x = outer_of(a)
    half, holes = max(y for y, _ in wall.points), pierced(a)
    for (box, (low, high)), (_, (under, _)) in zip(stacked[1:], stacked, strict=False):
        up = (max(low - min(lap, (low - under) * _MOST_HIGH), 0.0), low + min(lap, (high - low) * _MOST_HIGH))
        sides: list[tuple[Prism, ...]] = []
        bores: list[tuple[Bore, ...]] = []
        for way, name in ((-1, "left"), (1, "right")):
            edge = (way * half, way * (half + thick))
            strip: tuple[Prism, ...] = (brick(x, (min(edge), max(edge)), up),)
            for block in _kept_free(a, "left" if way < 0 else "right", up):
                strip = tuple(each for s in strip for each in without_block(s, (block, s.box[1], up)))
            sides.append(strip)
            mine = [h for h in holes if h.wall == name and h.round and up[0] < h.middle_mm < up[1]]
            face = wall_face(a, "left" if way < 0 else "right", sum(up) / 2)
            at = (*(face.bore(h).at for h in mine),)
            bores.append(
                tuple(
                    Bore((p[0], way * (half + thick / 2), p[2]), (0.0, 1.0, 0.0), h.wide_mm, thick)
                    for p, h in zip(at, mine, strict=True)
                )
            )
        across = (-half - thick, half + thick)
        ends = [(brick(span, across, up),) for span in ((x[0] - thick, x[0]), (x[1], x[1] + thick))]
        note = f"reaches {low - up[0]:.0f} mm down over the section below; not fixed to that"
        if any(bores):
            note += "; bored together with the wall"
        joint, high_mm = f"screwed to {box.lower()}", up[1] - up[0]
        where = box.lower().replace(" ", "-")
        for key, long, places, bored in (
            ("side", x[1] - x[0], sides, tuple(bores) if any(bores) else ()),
            ("end", across[1] - across[0], ends, ()),
        ):
            part = Part(
                f"{a.chamber.id}-{where}-cladding-{key}",
                named(a, f"{box}, cladding, {key}"),
                "Box",
                2,
                long,
                high_mm,
                thick,
                "softwood",
                joint,
                note=note,
                places=tuple(places),
                bores=bored,
                thing=f"{key}s-{a.box}",
            )
            yield part.shifted(*shift_of(a))


def _kept_free(a: Analysis, wall: WallName, up: Span) -> Iterator[Span]:
    """Where along a wall a strip is left out, because something is fixed to the wall at its height there."""
    play = practice("disc_play").number
    for entrance in a.chamber.entrances:
        wide, high = reach_of(entrance)
        middle = entrance.height_mm + entrance.size_mm[1] / 2
        fixed = isinstance(entrance, Disc) or entrance.porch or entrance.landing_board or entrance.mouse_guard
        if fixed and entrance.wall == wall and middle - high / 2 < up[1] and middle + high / 2 > up[0]:
            half = wide / 2 + play + (practice("porch_strip").number if entrance.porch else _LAPS_MM)
            yield entrance.at_mm - half, entrance.at_mm + half


def common_floor_parts(hive: Whole, ways: tuple[FloorWay, ...]) -> Iterator[Part]:
    """One floor under all boxes that stand beside each other, layer by layer."""
    floor = hive.common_floor
    if floor is None:
        return
    layers, top = hive.chambers[floor.chamber].floor_layers, floor.z[1]
    cuts = [(way.x, way.y) for way in ways if hive.chambers[way.chamber].on_common_floor]
    for number, layer in enumerate(layers, 1):
        low = top - layer.thickness_mm
        yield Part(
            f"common-floor-{number}",
            "Common floor" if len(layers) == 1 else f"Common floor, layer {number}",
            "Bought" if layer.material == "mesh" else "Box",
            1,
            floor.x[1] - floor.x[0],
            floor.y[1] - floor.y[0],
            layer.thickness_mm,
            layer.material,
            of_sort(layer.material, "screwed from below"),
            note="under all boxes that stand beside each other",
            places=(tuple(opened([brick(floor.x, floor.y, (low, top))], cuts)),),
            thing=f"floor-{floor.chamber}",
        )
        top = low
