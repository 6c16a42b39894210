"""Every part of a hive, and the check that they go together: nothing in another part's way, nothing loose in
the air."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache

from sabaka_core.document.hive import Hive
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import main_box
from sabaka_core.hive.whole import Whole, whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.boxes import Through, box_parts
from sabaka_core.woodwork.cladding import cladding_parts, common_floor_parts
from sabaka_core.woodwork.columns import as_lying
from sabaka_core.woodwork.covers import cover_parts, laid_parts
from sabaka_core.woodwork.fittings import carrier_parts
from sabaka_core.woodwork.inrun import in_run_parts
from sabaka_core.woodwork.linings import lining_parts
from sabaka_core.woodwork.openings import opening_parts
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.pierced import FloorWay, WallWay, pierced, ways_of
from sabaka_core.woodwork.placing import shift_of
from sabaka_core.woodwork.rods import rod_parts
from sabaka_core.woodwork.roofs import roof_parts
from sabaka_core.woodwork.solids import Bore, Extent, Prism, apart_mm
from sabaka_core.woodwork.stands import shim_parts, stand_parts
from sabaka_core.woodwork.supers import super_parts
from sabaka_core.woodwork.supplies import supply_parts
from sabaka_core.woodwork.ways import floor_recess, recess_of, way_parts

TOLERANCE_MM = practice("parts_overlap").number
# Parts of the last few designs are kept: several steps ask for them.
_KEPT = 16
# A part, the copy's number, and one of its solids.
Solid = tuple[Part, int, Prism]


@dataclass(frozen=True)
class Clash:
    """Two parts that lie in each other, or one that touches nothing [mm]."""

    kind: str
    first: str
    second: str
    by_mm: float


@dataclass(frozen=True)
class Overlap:
    """Two parts that lie in each other: how deep at the worst place, and where the two solids lie there [mm]."""

    first: Part
    second: Part
    by_mm: float
    one: Extent
    other: Extent

    @property
    def room(self) -> Extent:
        """What both reach into, as a block."""
        x, y, z = ((max(a[0], b[0]), min(a[1], b[1])) for a, b in zip(self.one, self.other, strict=True))
        return x, y, z

    @property
    def clear(self) -> tuple[float, float, float]:
        """How far either has to go along each axis to be clear of the other, the shorter way."""
        x, y, z = (min(a[1] - b[0], b[1] - a[0]) for a, b in zip(self.one, self.other, strict=True))
        return x, y, z


def parts_of_hive(hive: Hive) -> tuple[Part, ...]:
    """All parts of a design that can be cut, those that are alike as one.

    Raises:
        ParameterError: sizes that can't be built.
    """
    return tuple(part for part in reckoned_parts(hive) if part.has_size)


def without_size(hive: Hive) -> tuple[Part, ...]:
    """Parts that the design asks for and that come out with nothing between two of their faces."""
    return tuple(part for part in reckoned_parts(hive) if not part.has_size)


def reckoned_parts(hive: Hive) -> tuple[Part, ...]:
    """All parts of a design, those included that no board could give."""
    return parts_of(whole(hive))


def parts_of(hive: Whole) -> tuple[Part, ...]:
    """The same of a design already analysed.

    Raises:
        ParameterError: the stand can't be made for its ground.
    """
    return (*body_parts(hive), *stand_parts(hive.chambers[main_box(hive.hive)], hive))


@lru_cache(maxsize=_KEPT)
def body_parts(hive: Whole) -> tuple[Part, ...]:
    """Everything but the stand."""
    walls, floors = ways_of(hive)
    found: list[Part] = []
    for given in hive.chambers:
        a = as_lying(given)
        through = _through(hive, a, walls, floors)
        mine = [
            *box_parts(a, through),
            *cladding_parts(a),
            *rod_parts(a),
            *carrier_parts(a),
            *in_run_parts(a),
            *opening_parts(a),
            *lining_parts(a, pierced(a)),
            *supply_parts(a),
            *cover_parts(a, hive),
        ]
        found += [replace(part, box=a.box) for part in mine]
    found += [*common_floor_parts(hive, floors), *way_parts(hive, walls, floors), *laid_parts(hive), *super_parts(hive)]
    found += [*roof_parts(hive, found), *shim_parts(hive)]
    return tuple(part for part in found if part.count > 0)


def _through(hive: Whole, a: Analysis, walls: tuple[WallWay, ...], floors: tuple[FloorWay, ...]) -> Through:
    """What goes through a chamber's walls and floor to others."""
    dx, dy, _ = shift_of(a)
    recesses = [(w.wall, plate) for w in walls if w.chamber == a.box and (plate := recess_of(hive, w))]
    mine = [way for way in floors if way.chamber == a.box and not a.on_common_floor]
    plans = tuple(((w.x[0] - dx, w.x[1] - dx), (w.y[0] - dy, w.y[1] - dy)) for w in mine)
    deep = [r for way in mine if (r := floor_recess(hive, way))]
    sunk = tuple(((x[0] - dx, x[1] - dx), (y[0] - dy, y[1] - dy), d) for x, y, d in deep)
    return Through(tuple(w for w in walls if w.chamber == a.box), tuple(recesses), plans, sunk)


def placed_prisms(parts: tuple[Part, ...]) -> list[tuple[str, int, Prism]]:
    """Every solid that has its place, with its part's name and the copy's number."""
    return [(part.id, number, prism) for part, number, prism in _placed(parts)]


def _placed(parts: tuple[Part, ...]) -> list[Solid]:
    return [(part, number, prism) for part in parts for number, copy in enumerate(part.places) for prism in copy]


def clashes(parts: tuple[Part, ...]) -> tuple[Clash, ...]:
    """Parts that lie in each other by more than half a millimetre, and parts that touch nothing."""
    solids = _placed(parts)
    touched: set[tuple[str, int]] = set()
    for one, other in _near(solids, TOLERANCE_MM):
        if apart_mm(solids[one][2], solids[other][2]) <= TOLERANCE_MM:
            touched |= {(solids[each][0].id, solids[each][1]) for each in (one, other)}
    loose = sorted({part.id for part, number, _ in solids if (part.id, number) not in touched})
    return (
        *(Clash("overlap", each.first.id, each.second.id, each.by_mm) for each in overlaps(parts)),
        *(Clash("gap", name, "", 0.0) for name in loose),
    )


def overlaps(parts: tuple[Part, ...]) -> tuple[Overlap, ...]:
    """Parts that lie in each other by more than half a millimetre, each two of them once, where it is worst."""
    solids = _placed(parts)
    found: dict[tuple[str, str], Overlap] = {}
    # Convex solids lie in each other by no more than their blocks do along any axis.
    for index, earlier in _near(solids, -TOLERANCE_MM):
        depth = round(-apart_mm(solids[index][2], solids[earlier][2]), 2)
        if depth <= TOLERANCE_MM or _through_a_bore(solids[index], solids[earlier]):
            continue
        (first, _, one), (second, _, two) = sorted((solids[index], solids[earlier]), key=lambda each: each[0].id)
        known = found.get((first.id, second.id))
        if known is None or known.by_mm < depth:
            found[first.id, second.id] = Overlap(first, second, depth, one.box, two.box)
    return tuple(found[key] for key in sorted(found))


def _through_a_bore(one: Solid, other: Solid) -> bool:
    """Whether what two solids share lies in a hole that is bored in either: a rod, a peg or a probe in its hole."""
    shared = [(max(a[0], b[0]), min(a[1], b[1])) for a, b in zip(one[2].box, other[2].box, strict=True)]
    return any(_holds(bore, shared) for part, copy, _ in (one, other) for bore in _bores(part, copy))


def _bores(part: Part, copy: int) -> tuple[Bore, ...]:
    return part.bores[copy] if copy < len(part.bores) else ()


def _holds(bore: Bore, shared: list[tuple[float, float]]) -> bool:
    return all(
        low >= b[0] - TOLERANCE_MM and high <= b[1] + TOLERANCE_MM
        for (low, high), b in zip(shared, bore.box, strict=True)
    )


def _near(solids: list[Solid], margin_mm: float) -> Iterator[tuple[int, int]]:
    """Solids of different pieces whose blocks come so near to each other; or reach so far into each other, below 0."""
    order = sorted(range(len(solids)), key=lambda i: solids[i][2].box[0][0])
    blocks = [(*each[2].box[0], *each[2].box[1], *each[2].box[2]) for each in solids]
    active: list[int] = []
    for index in order:
        x0, _, y0, y1, z0, z1 = blocks[index]
        active = [i for i in active if blocks[i][1] > x0 - margin_mm - 1e-6]
        for earlier in active:
            _, _, v0, v1, w0, w1 = blocks[earlier]
            if y0 > v1 + margin_mm or v0 > y1 + margin_mm or z0 > w1 + margin_mm or w0 > z1 + margin_mm:
                continue
            mine, other = solids[index], solids[earlier]
            if mine[0].id != other[0].id or mine[1] != other[1]:
                yield index, earlier
        active.append(index)


def total_kg(parts: tuple[Part, ...]) -> float:
    """Mass of all parts [kg]."""
    return sum(part.kg * part.count for part in parts)
