"""Boxes set on the hive: four walls each, as wide inside as their frames want, their bars or frames in them."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

from sabaka_core.document.combs import CombType, FixedComb, Frame, TopBar
from sabaka_core.document.hive import Super
from sabaka_core.frames.catalogue import catalogue
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BOX_WORDS, BoxPlace
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.fittings import bar_parts, frame_parts
from sabaka_core.woodwork.parts import BoredHole, Part, Rebate
from sabaka_core.woodwork.placing import RunFrame
from sabaka_core.woodwork.solids import Bore, Extent, Point3, Prism, Span, brick, without_block

# Wood left outside a super's rebate, and over a lug whose box isn't in the catalogue.
_RAIL_MM, _OVER_LUG_MM = 6.0, 6.0
_MESH_MM, _LAPS_MM = 1.0, 15.0


@dataclass(frozen=True)
class _Shell:
    """A box's walls: ``along`` where its combs run along the hive, ``carries`` how thick those with rests are [mm]."""

    block: BoxPlace
    along: bool
    inside: float
    thick: float
    carries: float
    rest: Rebate | None

    def solid(self, run: Span, across: Span, up: Span) -> Prism:
        """A block by its stretch of the run, across it, and its heights, in the hive's own places."""
        return brick(across, run, up) if self.along else brick(run, across, up)

    def extent(self, run: Span, across: Span, up: Span) -> Extent:
        """The same as an extent."""
        return (across, run, up) if self.along else (run, across, up)

    @property
    def run(self) -> Span:
        return self.block.y if self.along else self.block.x

    @property
    def across(self) -> Span:
        """Its inside from wall to wall across the run."""
        middle = sum(self.block.x if self.along else self.block.y) / 2
        return middle - self.inside / 2, middle + self.inside / 2


def super_parts(whole: Whole) -> Iterator[Part]:
    """Parts of all of them."""
    for number, each in enumerate(whole.hive.supers, 1):
        kind = whole.hive.comb_type(each.comb_type)
        box = next(i for i, chamber in enumerate(whole.hive.chambers) if chamber.id == each.chamber)
        a = whole.chambers[box]
        along = (a.chamber.axis == "lying" and a.chamber.combs == "along") != each.turned
        inside, thick = super_inside_mm(kind, a), practice("stack_board").number
        rest = super_rest(kind, inside)
        # Long lugs ask for a thicker wall, a rail outside, rather than for a narrower rest.
        carries = max(thick, rest.wide_mm + _RAIL_MM) if rest is not None and each.combs else thick
        blocks = [b for b in whole.boxes if b.is_super and whole.super_of(b) == number - 1]
        shells = [_Shell(b, along, inside, thick, carries, rest if each.combs else None) for b in blocks]
        word = BOX_WORDS[each.holds].capitalize()
        yield from _walls(number, word, each, shells, a)
        if each.combs:
            yield from (replace(part, box=box) for part in _contents(number, each, kind, shells))
        if each.holds == "vents":
            yield replace(_vent_mesh(number, each, shells), box=box)


def super_rest(kind: CombType, inside_mm: float) -> Rebate | None:
    """The rebate that a super's frames or bars hang in; None where nothing hangs."""
    if isinstance(kind, FixedComb):
        return None
    play = practice("bar_play").number
    if isinstance(kind, TopBar):
        return Rebate(max((kind.length_mm - inside_mm) / 2 + play, play), kind.thickness_mm, "for the bars")
    row = catalogue().get(kind.standard)
    usual = row.box.rest_depth_mm if row is not None and row.box is not None else kind.lug_thickness_mm + _OVER_LUG_MM
    deep = max(usual, kind.on_rest_mm)
    return Rebate(max((kind.top_bar_mm - inside_mm) / 2 + play, play), deep, "for the lugs")


def super_inside_mm(kind: CombType, chamber: Analysis) -> float:
    """How wide a super is inside across its combs [mm]: a frame and a bee space each side, or as its chamber."""
    if isinstance(kind, Frame):
        return kind.body_width_mm + 2 * practice("frame_side").number
    return chamber.section.top_mm


def _walls(number: int, word: str, each: Super, shells: list[_Shell], a: Analysis) -> Iterator[Part]:
    """Two walls that carry the lugs, rebated at their ends for the two that stand between them."""
    along, high = shells[0].along, each.height_mm
    carries, crosses = ("end", "side") if along else ("side", "end")
    t, half = shells[0].thick, shells[0].thick / 2
    carriers: list[tuple[Prism, ...]] = []
    others: list[tuple[Prism, ...]] = []
    bores: list[tuple[Bore, ...]] = []
    for shell in shells:
        (low, up), (start, end) = shell.across, shell.run
        for outer, inner in ((low - shell.carries, low), (up + shell.carries, up)):
            carriers.append(_carrier(shell, outer, inner))
        for run in ((start, start + t), (end - t, end)):
            others.append((shell.solid(run, (low - half, up + half), shell.block.z),))
            bores.append(_vent_bores(shell, run) if each.holds == "vents" else ())
    joint = f"corner rebate {t:g} mm wide and {half:g} mm deep, glued and nailed"
    run_long, thing = shells[0].run[1] - shells[0].run[0], f"super-{number - 1}"
    names = f"{word}, {carries}", f"{word}, {crosses}"
    yield Part(
        f"super-{number}-{carries}",
        names[0],
        "Supers",
        len(carriers),
        run_long,
        high,
        shells[0].carries,
        "softwood",
        joint,
        rebate=shells[0].rest,
        note=f"a rebate {t:g} mm wide and {half:g} mm deep across both ends of its inside",
        places=tuple(carriers),
        box=a.box,
        thing=thing,
    )
    holes = _vent_marks(shells[0]) if each.holds == "vents" else ()
    yield Part(
        f"super-{number}-{crosses}",
        names[1],
        "Supers",
        len(others),
        shells[0].inside + t,
        high,
        t,
        "softwood",
        joint,
        places=tuple(others),
        bores=tuple(bores) if any(bores) else (),
        holes=holes,
        box=a.box,
        thing=thing,
    )


def _carrier(shell: _Shell, outer: float, inner: float) -> tuple[Prism, ...]:
    """A wall from its outer to its inner face: its rest cut into the top inside edge, its corners rebated."""
    (z0, z1), (start, end), rest, half = shell.block.z, shell.run, shell.rest, shell.thick / 2
    way = 1.0 if outer > inner else -1.0

    def across(far: float, near: float) -> Span:
        return min(far, near), max(far, near)

    solids = [shell.solid((start, end), across(outer, inner), (z0, z1))]
    if rest is not None and rest.wide_mm > 0 and rest.deep_mm > 0:
        ledge = z1 - rest.deep_mm
        back = inner + rest.wide_mm * way
        solids = [
            shell.solid((start, end), across(outer, inner), (z0, ledge)),
            shell.solid((start, end), across(outer, back), (ledge, z1)),
        ]
    for run in ((start, start + shell.thick), (end - shell.thick, end)):
        corner = shell.extent(run, across(inner + half * way, inner), (z0, z1))
        solids = [each for solid in solids for each in without_block(solid, corner)]
    return tuple(solids)


def _contents(number: int, each: Super, kind: CombType, shells: list[_Shell]) -> Iterator[Part]:
    """Bars or frames, evenly in the middle of each box."""
    ident, thing, many = f"super-{number}", f"super-{number - 1}", each.combs * each.boxes
    rest = shells[0].rest
    deep = rest.deep_mm if rest is not None else 0.0
    if isinstance(kind, TopBar):
        blocks = []
        for shell in shells:
            middle = sum(shell.across) / 2
            up = (shell.block.z[1] - deep, shell.block.z[1] - deep + kind.thickness_mm)
            for place in _places(shell, each, kind.width_mm):
                run = (place - kind.width_mm / 2, place + kind.width_mm / 2)
                blocks.append(shell.solid(run, (middle - kind.length_mm / 2, middle + kind.length_mm / 2), up))
        for part in bar_parts(f"{ident}-bar", kind, tuple(blocks), shells[0].along, thing, many):
            yield replace(part, name=f"Super, {part.name}", group="Supers" if part.group != "Bought" else part.group)
    elif isinstance(kind, Frame):
        found: dict[str, Part] = {}
        for shell in shells:
            middle = sum(shell.across) / 2
            at: Point3 = (middle, 0.0, shell.block.z[1]) if shell.along else (0.0, middle, shell.block.z[1])
            middles = tuple((place, kind.on_rest_mm - deep) for place in _places(shell, each, kind.spacing_mm))
            frame = RunFrame(shell.along, at)
            for part in frame_parts(ident, "Super frame", kind, each.combs, frame, middles, thing, "Supers"):
                known = found.get(part.id)
                found[part.id] = (
                    replace(known, count=known.count + part.count, places=known.places + part.places) if known else part
                )
        yield from found.values()


def _places(shell: _Shell, each: Super, spacing: float) -> list[float]:
    """Middles of the combs along the run."""
    start = sum(shell.run) / 2 - each.frames * spacing / 2
    return [start + (i + 0.5) * spacing for i in range(each.combs)]


def _vent_places(shell: _Shell) -> list[float]:
    """Middles of a vent box's holes across one of its crossing walls: half of them in each."""
    many = max(int(practice("vent_box_holes").number) // 2, 1)
    low, up = shell.across
    return [low + (up - low) * (i + 1) / (many + 1) for i in range(many)]


def _vent_wide_mm(shell: _Shell) -> float:
    return min(practice("vent_hole").number, shell.block.height_mm / 2)


def _vent_bores(shell: _Shell, run: Span) -> tuple[Bore, ...]:
    """Round holes through one of them."""
    along: Point3 = (0.0, 1.0, 0.0) if shell.along else (1.0, 0.0, 0.0)
    z, place = sum(shell.block.z) / 2, sum(run) / 2
    middles: list[Point3] = [(y, place, z) if shell.along else (place, y, z) for y in _vent_places(shell)]
    return tuple(Bore(at, along, _vent_wide_mm(shell), shell.thick) for at in middles)


def _vent_marks(shell: _Shell) -> tuple[BoredHole, ...]:
    low, up = shell.across
    wide, middle, high = _vent_wide_mm(shell), (low + up) / 2, shell.block.height_mm / 2
    half = (shell.inside + shell.thick) / 2
    found = []
    for number, place in enumerate(_vent_places(shell), 1):
        off = place - middle
        side = f"middle, towards the {'right' if off >= 0 else 'left'}"
        found.append(BoredHole("wall", abs(off), side, high, high, wide, wide, True, half + off, f"vent {number}"))
    return tuple(found)


def _vent_mesh(number: int, each: Super, shells: list[_Shell]) -> Part:
    """Mesh inside each of a vent box's holes."""
    places = []
    for shell in shells:
        half, z = _vent_wide_mm(shell) / 2 + _LAPS_MM, sum(shell.block.z) / 2
        half = min(half, shell.block.height_mm / 2)
        start, end = shell.run[0] + shell.thick, shell.run[1] - shell.thick
        for run in ((start, start + _MESH_MM), (end - _MESH_MM, end)):
            places += [(shell.solid(run, (y - half, y + half), (z - half, z + half)),) for y in _vent_places(shell)]
    across = _vent_wide_mm(shells[0]) + 2 * _LAPS_MM
    note = f"over holes of {_vent_wide_mm(shells[0]):.0f} mm in the box’s walls, inside; 3 mm at most"
    return Part(
        f"super-{number}-vent",
        f"Vent box {number}, mesh",
        "Bought",
        len(places),
        across,
        across,
        _MESH_MM,
        "mesh",
        "stapled",
        note=note,
        places=tuple(places),
        thing=f"super-{number - 1}",
    )
