"""Spacers that narrow a stretch of a box for another frame, fillers on its floor; bored together with the wall."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from sabaka_core.hive.analysis import Analysis
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.pierced import Pierce
from sabaka_core.woodwork.placing import RunFrame, placing
from sabaka_core.woodwork.solids import Bore, Prism, Span, without_block

_SLAT_MM, _STRIP_MM = 9.0, 22.0
# A spacer is so much shorter than its box at each end.
_PLAY_MM = 1.5875
_UPRIGHTS = 3


@dataclass(frozen=True)
class _Box:
    """One hollow box of a lining: where it stands, and what goes through it."""

    at: RunFrame
    ident: str
    title: str
    run: Span
    across: Span
    up: Span
    thing: str
    holes: tuple[Pierce, ...] = ()

    @property
    def bores(self) -> tuple[Bore, ...]:
        """Holes through it, as they go on through the wall."""
        x, y, z = self.at.at
        wide = self.across[1] - self.across[0]
        middle = y + sum(self.across) / 2
        return tuple(Bore((x + h.at_mm, middle, z + h.middle_mm), (0.0, 1.0, 0.0), h.wide_mm, wide) for h in self.holes)

    @property
    def where(self) -> str:
        """Where its holes are, for whoever bores it."""
        return "; ".join(
            f"bored {h.wide_mm:g} mm together with the wall, {h.at_mm - self.run[0]:.1f} mm from its near end and "
            f"{h.middle_mm - self.up[0]:.1f} mm up"
            for h in self.holes
        )


def lining_parts(a: Analysis, holes: Sequence[Pierce]) -> Iterator[Part]:
    """Hollow boxes of thin faces on strips, a little short of their stretch.

    A spacer is as high as its wall is under the rest; where a hole passes, a block stands in it that is bored together
    with the wall.
    """
    high = a.section.height_mm - (a.chamber.rest.depth_mm if a.chamber.rest.kind == "rebate" else 0.0)
    at, half, thing = placing(a), a.section.top_mm / 2, f"inside-{a.box}"
    for number, lining in enumerate(a.chamber.linings, 1):
        run = (lining.from_mm + _PLAY_MM, lining.to_mm - _PLAY_MM)
        name, thick = f"{a.chamber.id}-lining-{number}", lining.thickness_mm
        for way, side in ((-1, "left"), (1, "right")) if thick > 0 else ():
            edges = (way * half, way * (half - thick))
            mine = tuple(h for h in holes if h.wall == side and h.round and run[0] < h.at_mm < run[1])
            across = (min(edges), max(edges))
            yield from _spacer(
                _Box(at, f"{name}-{side}", f"Spacer {number}, {side}", run, across, (0.0, high), thing, mine)
            )
        if lining.floor_mm > 0:
            wide = half - thick - _PLAY_MM
            yield from _filler(
                _Box(at, name, f"Floor filler {number}", run, (-wide, wide), (0.0, lining.floor_mm), thing)
            )


def _filler(box: _Box) -> Iterator[Part]:
    """What lies on the floor: a deck on uprights, or a board where it is low."""
    long, wide, high = box.run[1] - box.run[0], box.across[1] - box.across[0], box.up[1]
    if high <= 2 * _SLAT_MM:
        places = ((box.at.block(box.run, box.across, box.up),),)
        size = (wide, long, high)
        yield Part(
            f"{box.ident}-floor",
            box.title,
            "Run",
            1,
            *size,
            "softwood",
            "lies on the floor",
            places=places,
            thing=box.thing,
        )
        return
    deck, up = box.at.block(box.run, box.across, (high - _SLAT_MM, high)), high - _SLAT_MM
    joint = "glued and pinned"
    ident, title = f"{box.ident}-top", f"{box.title}, top"
    yield Part(ident, title, "Run", 1, wide, long, _SLAT_MM, "plywood", joint, places=((deck,),), thing=box.thing)
    legs = tuple((box.at.block(box.run, span, (0.0, up)),) for span in _shares(box.across, _STRIP_MM, _UPRIGHTS))
    ident, title, size = f"{box.ident}-leg", f"{box.title}, upright", (long, up, _STRIP_MM)
    yield Part(ident, title, "Run", _UPRIGHTS, *size, "softwood", joint, places=legs, thing=box.thing)


def _spacer(box: _Box) -> Iterator[Part]:
    """Two thin faces on upright strips, and a block where a hole passes; of a thin one a board alone."""
    long, high, thick = (high - low for low, high in (box.run, box.up, box.across))
    bores = box.bores
    if thick <= 2 * _SLAT_MM:
        places, size = ((box.at.block(box.run, box.across, box.up),),), (long, high, thick)
        yield Part(
            box.ident,
            box.title,
            "Run",
            1,
            *size,
            "plywood",
            "stands loose",
            note=box.where,
            places=places,
            bores=(bores,) if bores else (),
            thing=box.thing,
        )
        return
    inner = (box.across[0] + _SLAT_MM, box.across[1] - _SLAT_MM)
    spans = ((box.across[0], inner[0]), (inner[1], box.across[1]))
    yield Part(
        f"{box.ident}-face",
        f"{box.title}, face",
        "Run",
        2,
        long,
        high,
        _SLAT_MM,
        "plywood",
        "glued to its strips",
        note=box.where,
        places=tuple((box.at.block(box.run, span, box.up),) for span in spans),
        bores=(_half(bores, inner, -1), _half(bores, inner, 1)) if bores else (),
        thing=box.thing,
    )
    blocks = [_block_of(box, hole, inner) for hole in box.holes]
    yield _strips(box, inner, blocks)
    for number, (hole, block) in enumerate(zip(box.holes, blocks, strict=True), 1):
        size = (2 * hole.wide_mm, 2 * hole.wide_mm, inner[1] - inner[0])
        place = f"{hole.at_mm - box.run[0]:.1f} mm from the near end, {hole.middle_mm - box.up[0]:.1f} mm up"
        yield Part(
            f"{box.ident}-block-{number}",
            f"{box.title}, block",
            "Run",
            1,
            *size,
            "softwood",
            "glued between the faces",
            note=f"its middle {place}; bored together with the wall",
            places=((block,),),
            bores=((replace(bores[number - 1], long_mm=inner[1] - inner[0]),),),
            thing=box.thing,
        )


def _block_of(box: _Box, hole: Pierce, inner: Span) -> Prism:
    """A solid block round a hole, between the faces."""
    wide = hole.wide_mm
    run = (max(box.run[0], hole.at_mm - wide), min(box.run[1], hole.at_mm + wide))
    return box.at.block(run, inner, (hole.middle_mm - wide, hole.middle_mm + wide))


def _strips(box: _Box, inner: Span, blocks: Sequence[Prism]) -> Part:
    """Upright strips between the faces, let in where a block stands."""
    strips: list[tuple[Prism, ...]] = []
    for span in _shares(box.run, _STRIP_MM, _UPRIGHTS):
        solids: tuple[Prism, ...] = (box.at.block(span, inner, box.up),)
        for block in blocks:
            solids = tuple(each for s in solids for each in without_block(s, block.box))
        strips.append(solids)
    return Part(
        f"{box.ident}-strip",
        f"{box.title}, strip",
        "Run",
        len(strips),
        box.up[1] - box.up[0],
        inner[1] - inner[0],
        _STRIP_MM,
        "softwood",
        "glued between the faces",
        note="upright; let in where a block stands" if blocks else "upright",
        places=tuple(strips),
        thing=box.thing,
    )


def _half(bores: Sequence[Bore], inner: Span, way: int) -> tuple[Bore, ...]:
    """The same holes in one face."""
    off = way * ((inner[1] - inner[0]) / 2 + _SLAT_MM / 2)
    return tuple(replace(b, at=(b.at[0], b.at[1] + off, b.at[2]), long_mm=_SLAT_MM) for b in bores)


def _shares(span: Span, wide: float, number: int) -> list[Span]:
    """So many strips evenly over a stretch, the outer ones flush with its ends."""
    step = (span[1] - span[0] - wide) / (number - 1)
    return [(span[0] + i * step, span[0] + i * step + wide) for i in range(number)]
