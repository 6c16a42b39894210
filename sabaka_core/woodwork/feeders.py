"""Feeders in the run, as parts: a frame with two thin faces, or a bar over a tub that is bought."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from sabaka_core.base.units import UNSEEN_MM
from sabaka_core.document.run import Feeder
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.boards import FeederSize, feeder_size
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import Placed
from sabaka_core.woodwork.naming import named
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import RunFrame, placing
from sabaka_core.woodwork.solids import Profile, Span

_CLIMBS = {"ladder": "Mesh ladder", "float": "Float"}


def hung(a: Analysis) -> tuple[float, float]:
    """How long a board's bar is, and how high above the floor it lies [mm]: on the walls, or in the lugs' rest.

    In a frame's rest it fills the room up to the walls' edge, over the frames too: no bee walks over the board. Where
    combs hang from nothing the board has no bar.
    """
    high, frame = a.section.height_mm, a.main_frame
    if a.main_bar is not None:
        return a.main_bar.length_mm, high
    if frame is None or frame.lug_mm <= 0:
        return 0.0, high
    under = a.frame_top_mm(frame) + frame.lug_thickness_mm
    return (frame.top_bar_mm, high - under) if under > 0 else (0.0, high)


@dataclass(frozen=True)
class _Made:
    """One feeder as it hangs: its size, where along the run, how low and high it reaches."""

    ident: str
    title: str
    thing: str
    at: RunFrame
    size: FeederSize
    run: Span
    low: float
    high: float

    @property
    def outline(self) -> Profile:
        """Its face, from its left foot round."""
        top, foot = self.size.top_mm / 2, self.size.foot_mm / 2
        return (-foot, self.low), (foot, self.low), (top, self.high), (-top, self.high)

    @property
    def lean(self) -> float:
        """How much wider it gets with its height, each side."""
        return (self.size.top_mm - self.size.foot_mm) / 2 / self.size.deep_mm


def feeder_parts(a: Analysis, placed: Placed, item: Feeder, name: str) -> Iterator[Part]:
    """Of one feeder: its body, the bar it hangs from, what bees climb out by."""
    size, (_, high) = feeder_size(a, item), hung(a)
    low = max(high - size.deep_mm, 0.0) if item.divides else high - size.deep_mm
    ident = f"{a.chamber.id}-{name.lower().replace(' ', '-')}"
    run = (placed.start_mm, placed.end_mm)
    made = _Made(ident, named(a, name), f"inside-{a.box}", placing(a), size, run, low, high)
    if item.make == "tub":
        yield _tub(made, item)
    else:
        yield from _frame(made)
    yield _bar(a, made)
    if item.climb != "none":
        face = practice("feeder_face").number
        strip = (size.deep_mm, max(size.long_mm - 4 * face, face), face)
        words = f"{made.title}, {_CLIMBS[item.climb].lower()}"
        yield Part(f"{ident}-climb", words, "Bought", 1, *strip, "mesh", note="or bees drown", thing=made.thing)


def _tub(made: _Made, item: Feeder) -> Part:
    tight = ", tight to walls and floor: felt or planed edges" if item.divides else ""
    note = f"holds {made.size.litres:.1f} L; hung from its bar{tight}"
    size = (made.size.top_mm, made.size.deep_mm, made.size.long_mm)
    places = ((made.at.board(made.outline, made.run),),)
    title = f"{made.title}, tub"
    return Part(f"{made.ident}-tub", title, "Bought", 1, *size, "tub", note=note, places=places, thing=made.thing)


def _frame(made: _Made) -> Iterator[Part]:
    """Two faces on two sides and a foot."""
    face, rim, size, at = practice("feeder_face").number, practice("feeder_side").number, made.size, made.at
    joint, inner = "glued and pinned", (made.run[0] + face, made.run[1] - face)
    yield Part(
        f"{made.ident}-face",
        f"{made.title}, face",
        "Run",
        2,
        size.top_mm,
        size.deep_mm,
        face,
        "plywood",
        joint,
        note=f"holds {size.litres:.1f} L; glued and pinned all round, tried with water",
        profile=made.outline if abs(size.top_mm - size.foot_mm) > UNSEEN_MM else (),
        places=tuple((at.board(made.outline, s),) for s in ((made.run[0], inner[0]), (inner[1], made.run[1]))),
        thing=made.thing,
    )
    top, foot, low, up = size.top_mm / 2, size.foot_mm / 2, made.low, made.low + rim
    wider, section = foot + rim * made.lean, (size.long_mm - 2 * face, rim)
    sides = []
    for way in (-1, 1):
        side: Profile = (
            (way * (wider - rim), up),
            (way * wider, up),
            (way * top, made.high),
            (way * (top - rim), made.high),
        )
        sides.append((at.board(side, inner),))
    ident, title = f"{made.ident}-side", f"{made.title}, side"
    deep = size.deep_mm - rim
    yield Part(ident, title, "Run", 2, deep, *section, "softwood", joint, places=tuple(sides), thing=made.thing)
    bottom = at.board(((-foot, low), (foot, low), (wider, up), (-wider, up)), inner)
    ident, title = f"{made.ident}-foot", f"{made.title}, foot"
    yield Part(ident, title, "Run", 1, 2 * wider, *section, "softwood", joint, places=((bottom,),), thing=made.thing)


def _bar(a: Analysis, made: _Made) -> Part:
    """The bar that it hangs from, as combs beside it do."""
    full, rim = a.section.height_mm, practice("feeder_side").number
    long = a.main_bar.length_mm if a.main_bar else a.main_frame.top_bar_mm if a.main_frame else made.size.top_mm
    thick = a.main_bar.thickness_mm if a.main_bar else full - made.high if full > made.high else rim
    solid = made.at.block(made.run, (-long / 2, long / 2), (made.high, made.high + thick))
    return Part(
        f"{made.ident}-bar",
        f"{made.title}, its bar",
        "Run",
        1,
        long,
        made.size.long_mm,
        thick,
        "softwood",
        "screwed on top",
        places=((solid,),),
        hangs_as=a.main_frame.id if a.main_bar is None and a.main_frame else "",
        thing=made.thing,
    )
