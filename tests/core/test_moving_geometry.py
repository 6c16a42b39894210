"""Every pair of frame and hive worked out again from raw numbers, with shapely for the geometry.

Nothing of the core's moving-in code is used to say what is right: rooms are read from the example files,
frames from the catalogue's table, and gaps are distances between polygons.
"""

from __future__ import annotations

import itertools
import json
import tomllib
from dataclasses import dataclass
from math import atan, radians, tan
from typing import Any
from unittest import TestCase

from shapely import LineString, Point, Polygon, box, union_all

from sabaka_core import load_hive
from sabaka_core.document.moving import Moving
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.moving.find import ways_for
from sabaka_core.moving.matrix import matrix
from sabaka_core.moving.ways import Way
from tests.core.support import EXAMPLES, ROOT

RULES = tomllib.loads((ROOT / "sabaka_core" / "data" / "moving.toml").read_text("utf-8"))
# The written rules, again in plain numbers: bee space 6 to 10, under the combs 6 to 25, 4 mm of each lug on its rest.
LEAST_SPACE, MOST_SPACE, MOST_UNDER, LEAST_BEARING = 6.0, 10.0, 25.0, 4.0
ADAPTER, ADAPTER_GAP, SPREAD = 22.225, 9.525, 1.5


@dataclass(frozen=True)
class RawRoom:
    """A hive's room read from its file: a cavity polygon with depth downward from the rest plane [mm]."""

    cavity: Polygon
    right_wall: LineString
    top: float
    span: float
    drop: float
    free_run: float
    spacing: float
    rods: bool
    roof: float | None
    own_frame: dict[str, Any] | None


def raw_room(document: dict[str, Any]) -> RawRoom | None:
    """The room of the brood chamber; None where combs are fixed."""
    chambers = document["chambers"]
    holding = [c for c in chambers if any(i["kind"] == "comb" for i in c["run"]["items"])]
    chamber = next((c for c in holding if c["role"] == "brood"), holding[0])
    kinds = {k["id"]: k for k in document["comb_types"]}
    combs = [i for i in chamber["run"]["items"] if i["kind"] == "comb"]
    brood = [i["type"] for i in combs if i["role"] == "brood"] or [i["type"] for i in combs]
    own = kinds[max(sorted(set(brood)), key=brood.count)]
    if own["kind"] == "fixed":
        return None
    framed = own["kind"] == "frame"
    section, rest = chamber["section"], chamber["rest"]
    along = chamber["combs"] == "along"
    if section["kind"] == "trapezoid":
        # Any three of the five sizes are held.
        top, floor, high = _trapezoid(section)
    else:
        top = floor = chamber["length_mm"] if along else section["width_mm"]
        high = section["height_mm"]
    run = section["width_mm"] if along else chamber["length_mm"]
    wall = sum(layer["thickness_mm"] for layer in chamber["walls"]["ends" if along else "sides"])
    rebate = rest["kind"] == "rebate"
    rest_down = rest["depth_mm"] if rebate and framed else 0.0
    at, place = 0.0, run / 2
    for item in chamber["run"]["items"]:
        long = _long(item, kinds)
        if item["kind"] == "comb" and item["type"] == own["id"]:
            place = at + long / 2
            break
        at += long
    here = [s for s in chamber["linings"] if s["from_mm"] <= place <= s["to_mm"]]
    lining, filler = sum(s["thickness_mm"] for s in here), sum(s["floor_mm"] for s in here)
    litter = chamber["litter"]["depth_mm"] if chamber["litter"]["kind"] != "none" else 0.0
    rods = rest["kind"] == "rods"
    drop = high - rest["depth_mm"] if rods else high - rest_down - litter - filler
    lean = (top - floor) / 2 / high

    def half(depth: float) -> float:
        return top / 2 - lean * (depth + rest_down) - lining

    bottom = drop if rods else high - rest_down
    right = LineString([(half(0), 0), (half(bottom), bottom)])
    cavity = Polygon([(-half(0), 0), (half(0), 0), (half(bottom), bottom), (-half(bottom), bottom)])
    level = wall / _cos(atan(lean))
    span = (top + 2 * rest["width_mm"] if rebate else top + 2 * level) - 2 * lining
    boards = sum(i["thickness_mm"] for i in chamber["run"]["items"] if i["kind"] == "follower")
    roof = document.get("roof")
    return RawRoom(
        cavity=cavity,
        right_wall=right,
        top=2 * half(0),
        span=span,
        drop=drop,
        free_run=run - boards,
        spacing=own["spacing_mm"] if framed else own["width_mm"],
        rods=rods,
        roof=roof["clearance_mm"] if roof and roof["opens"].startswith("hinged") else None,
        own_frame=own if framed else None,
    )


def _cos(angle: float) -> float:
    return 1 / (1 + tan(angle) ** 2) ** 0.5


def _trapezoid(section: dict[str, Any]) -> tuple[float, float, float]:
    top, floor, high, slope, face = (
        section.get(k) for k in ("top_mm", "floor_mm", "height_mm", "slope_deg", "face_mm")
    )
    if slope is None and None not in (top, floor, high):
        return top, floor, high
    lean = tan(radians(slope)) if slope is not None else ((face**2 - high**2) ** 0.5 / high)
    high = high if high is not None else face * _cos(atan(lean))
    top = top if top is not None else floor + 2 * high * lean
    return top, floor if floor is not None else top - 2 * high * lean, high


def _long(item: dict[str, Any], kinds: dict[str, Any]) -> float:
    if item["kind"] == "comb":
        kind = kinds[item["type"]]
        return float(kind["width_mm"] if kind["kind"] == "bar" else kind["spacing_mm"])
    return float(item.get("thickness_mm", item.get("length_mm", 0.0)))


def side_mm(room: RawRoom, wood: Polygon) -> float:
    """Least distance of wood to the right-hand wall; negative by how far it sticks through it."""
    inside = wood.intersection(box(-9999, 0, 9999, 9999))
    sticks = max(
        (room.right_wall.distance(Point(x, y)) for x, y in inside.exterior.coords if not _within(room, x, y)),
        default=0.0,
    )
    return -sticks if sticks > 0 else inside.distance(room.right_wall)


def _within(room: RawRoom, x: float, y: float) -> bool:
    (x0, _), (x1, y1) = room.right_wall.coords
    return x <= x0 + (x1 - x0) * y / y1 + 1e-9


def again(way: str, frame: dict[str, Any], room: RawRoom, count: int = 1) -> float | None:
    """Least room to spare of a way by the written rules, at the worst corner of tolerance; None where not asked.

    Below nothing it doesn't go.
    """
    body, deep, long, lug = frame["body_width_mm"], frame["depth_mm"], frame["top_bar_mm"], frame["lug_thickness_mm"]
    spares: list[float] = []
    spacing = frame["spacing_mm"]
    if room.rods:
        if way == "as-it-is":
            wide, high = max(long, body), deep
        elif way in ("on-end", "on-end-one-lug", "on-end-no-lugs"):
            wide, high = deep, _on_end(way, frame)
        else:
            return None
        spares = [room.top / 2 - (wide + SPREAD) / 2 - LEAST_SPACE, room.drop - high - SPREAD - LEAST_SPACE]
    elif way == "as-it-is":
        wood = box(-body / 2, -lug, body / 2, deep - lug)
        spares = [
            side_mm(room, wood) - SPREAD / 2 - LEAST_SPACE,
            room.drop - (deep - lug) - SPREAD - LEAST_SPACE,
            (min(long, room.span) - room.top) / 2 - SPREAD / 2 - LEAST_BEARING,
            room.span - long - SPREAD,
        ]
    elif way in ("on-end", "on-end-one-lug", "on-end-no-lugs"):
        high = _on_end(way, frame)
        riser = max(high + ADAPTER + ADAPTER_GAP - room.drop, 0.0)
        first = ADAPTER - riser
        wood = box(-deep / 2, min(first, 0.0), deep / 2, first + high)
        spares = [side_mm(room, wood) - SPREAD / 2 - LEAST_SPACE, room.drop - first - high - SPREAD - LEAST_SPACE]
        if first > 0:
            spares[0] = side_mm(room, box(-deep / 2, first, deep / 2, first + high)) - SPREAD / 2 - LEAST_SPACE
        if room.roof is not None and riser > 0:
            spares.append(room.roof - riser)
        spacing = max(room.spacing, spacing, frame["side_bar_width_mm"])
    elif way == "universal" and room.own_frame:
        wood = box(-deep / 2, ADAPTER, deep / 2, ADAPTER + body)
        spares = [side_mm(room, wood) - SPREAD / 2 - LEAST_SPACE, room.drop - ADAPTER - body - SPREAD - LEAST_SPACE]
        spacing = max(room.spacing, frame["side_bar_width_mm"])
    else:
        return None
    spares.append(room.free_run - count * spacing - 2 * room.spacing)
    return min(spares)


def _on_end(way: str, frame: dict[str, Any]) -> float:
    long, body = frame["top_bar_mm"], frame["body_width_mm"]
    return {"on-end": long, "on-end-one-lug": (long + body) / 2, "on-end-no-lugs": body}[way]


HIVES = {path.stem: json.loads(path.read_text("utf-8")) for path in sorted(EXAMPLES.glob("*.json"))}
FRAMES = {ident: row.carrier.model_dump() for ident, row in catalogue().items() if row.carrier.kind == "frame"}


class EveryPair(TestCase):
    """Reference library."""

    def test_verdicts_and_numbers_are_those_of_an_independent_script(self) -> None:
        """Reference library: shapely. Every catalogue frame against every example, at the worst tolerance corner."""
        chart = matrix([(name, load_hive(json.dumps(document).encode())) for name, document in HIVES.items()])
        cells = {(cell.frame, cell.hive): cell for cell in chart.cells}
        self.assertEqual(len(cells), len(catalogue()) * len(HIVES))
        compared = 0
        for (name, document), (ident, frame) in itertools.product(HIVES.items(), FRAMES.items()):
            room = raw_room(document)
            verdicts = cells[ident, name].verdicts
            if room is None:
                self.assertEqual(set(verdicts), {"shaken", "tied-in"} & set(verdicts))
                continue
            for way, margin in verdicts.items():
                spare = again(way, frame, room)
                if spare is None:
                    continue
                compared += 1
                with self.subTest(frame=ident, hive=name, way=way):
                    if margin < -0.02 or spare < -0.02:
                        self.assertLess(margin, 0)
                        self.assertLess(spare, 0)
                    else:
                        self.assertAlmostEqual(margin, spare, delta=0.02)
        self.assertGreater(compared, 1000)

    def test_what_goes_crosses_no_wall_at_any_corner_of_tolerance(self) -> None:
        """Property: the old comb of a feasible way, half its tolerance larger all round, stays inside cavity
        and riser."""
        drawn = 0
        for (name, document), ident in itertools.product(HIVES.items(), catalogue()):
            room = raw_room(document)
            if room is None:
                continue
            _, _, ranked = ways_for(load_hive(json.dumps(document).encode()), Moving(standard=ident, count=1))
            for way in (each.way for each in ranked):
                if not way.feasible or not way.slabs or way.id in ("parallel-box", "from-parts", "tied-in"):
                    continue
                drawn += 1
                with self.subTest(frame=ident, hive=name, way=way.id):
                    self.assertLess(self._outside_mm2(way, room), 1.0)
                    self.assertLess(self._crossing_mm2(way), 1.0)
        self.assertGreater(drawn, 500)

    def _outside_mm2(self, way: Way, room: RawRoom) -> float:
        """Wood and comb below the rest plane that lie outside the cavity."""
        moved = [Polygon(s.points) for s in way.slabs if s.kind in ("wood", "comb") and len(s.points) > 2]
        spread = SPREAD / 2 if way.id not in ("cut-down",) else 0.0
        comb = union_all([p.buffer(spread, join_style="mitre") for p in moved if p.is_valid])
        # Lugs and bars lie on their rests, which are no part of the cavity.
        below = comb.intersection(box(-9999, max(12.0, spread + 1), 9999, 9999)) if not room.rods else comb
        if way.id == "across":
            below = below.intersection(box(-9999, 24.0, 9999, 9999))
        high = min(y for _, y in room.cavity.exterior.coords)
        if room.rods:
            # What stands on rods grows upward and sideways only.
            below = below.difference(box(-9999, room.drop, 9999, 9999))
        allowed = union_all([room.cavity, box(-room.top / 2, high - way.riser_mm - 1, room.top / 2, high + 1)])
        return float(below.difference(allowed).area)

    def _crossing_mm2(self, way: Way) -> float:
        """Fillers and risers that lie in the old comb's way."""
        moved = union_all([Polygon(s.points) for s in way.slabs if s.kind in ("wood", "comb")])
        new = union_all([Polygon(s.points) for s in way.slabs if s.kind in ("filler", "riser")])
        return float(moved.intersection(new).area)
