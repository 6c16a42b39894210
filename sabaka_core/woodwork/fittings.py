"""What hangs in the box: bars with their guides, and frames; those that hang there now, and those that fill the run."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from dataclasses import replace

from sabaka_core.document.building import Building
from sabaka_core.document.combs import Frame, Guide, TopBar
from sabaka_core.document.run import Comb, Gap
from sabaka_core.frames.parts import parts_of
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.run.layout import Placed
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import RunFrame, placing
from sabaka_core.woodwork.solids import Axis, Extent, Prism, without_block
from sabaka_core.woodwork.supplies import SUPPLIES


def carrier_parts(a: Analysis) -> Iterator[Part]:
    """Bars and frames of a chamber, each in its place; what is alike is one part."""
    placed = [p for p in a.layout.combs if isinstance(p.item, Comb)]
    high = a.section.height_mm
    at, filling = placing(a), to_fill(a)
    for ident, number in Counter(p.item.type for p in placed if isinstance(p.item, Comb)).items():
        kind = a.hive.comb_type(ident)
        mine = [p for p in placed if isinstance(p.item, Comb) and p.item.type == ident]
        if isinstance(kind, TopBar):
            half = kind.length_mm / 2
            blocks = tuple(
                at.block((p.start_mm, p.end_mm), (-half, half), (high, high + kind.thickness_mm)) for p in mine
            )
            made = list(bar_parts(f"{a.chamber.id}-{ident}", kind, blocks, at.along, f"inside-{a.box}", number))
        elif isinstance(kind, Frame):
            made = list(_frame_parts(a, kind, mine, number, at))
        else:
            made = []
        yield from made
        if ident == filling[0]:
            yield from (_more(part, number, filling[1]) for part in made)


def to_fill(a: Analysis) -> tuple[str, int]:
    """Which bars or frames go into the free room of a run, and how many: more of what hangs next to it.

    Straw goes when the colony grows; room for a feeder stays.
    """
    combs = [p.item for p in a.layout.combs if isinstance(p.item, Comb)]
    building = a.hive.building or Building()
    if not combs or building.frames == "now":
        return "", 0
    gaps = [p for p in a.layout.placed if isinstance(p.item, Gap)]
    kept = sum(practice("feeder_gap").number for p in gaps if isinstance(p.item, Gap) and p.item.purpose == "feeder")
    empty = max(sum(p.length_mm for p in gaps) - kept, 0.0)
    last = combs[-1].type
    return last, max(int((empty + max(a.layout.leftover_mm, 0.0)) / a.hive.comb_type(last).spacing_mm + 1e-9), 0)


def _more(part: Part, number: int, more: int) -> Part:
    """What a part is made more often for the run to be filled; it hangs nowhere yet."""
    return replace(
        part,
        id=f"{part.id}-more",
        name=f"{part.name}, to fill the run",
        count=part.count * more // number,
        places=(),
        thing=SUPPLIES,
    )


def bar_parts(
    ident: str, kind: TopBar, blocks: tuple[Prism, ...], along: bool, thing: str, number: int
) -> Iterator[Part]:
    """Top bars as blocks, less the groove for their guide; guides in their places."""
    guide = kind.guide
    grooved = guide.kind in ("strip", "starter")
    wide, deep = (guide.groove_wide_mm, guide.groove_deep_mm) if grooved else (0.0, 0.0)
    bars, guides = [], []
    for block in blocks:
        slot = _guide_block(block, along, guide.length_mm, wide, deep)
        bars.append(without_block(block, slot) if grooved else (block,))
        guides.append(_guide(block, along, kind))
    note = _guided(guide)
    yield Part(
        ident,
        f"{kind.name}, top bar",
        "Bars and frames",
        number,
        kind.length_mm,
        kind.width_mm,
        kind.thickness_mm,
        "softwood",
        note=note,
        places=tuple(bars),
        thing=thing,
        carrier=kind.id,
    )
    if guide.kind in ("none", "wax-line"):
        return
    drop = practice("guide_stands").number
    if guide.kind == "moulding":
        size, material = (guide.length_mm, 2 * drop, drop), "softwood"
        name, joint = "guide moulding", "glued and pinned under the bar"
    else:
        size, material = (guide.length_mm, deep + drop, max(wide, 1.0)), "softwood" if guide.kind == "strip" else "wax"
        name, joint = (
            ("guide strip" if guide.kind == "strip" else "starter strip of wax"),
            "waxed or glued into its groove",
        )
    places = tuple(each for each in guides if each)
    group = "Bought" if material == "wax" else "Bars and frames"
    yield Part(
        f"{ident}-guide",
        f"{kind.name}, {name}",
        group,
        number,
        *size,
        material,
        joint,
        places=places,
        thing=thing,
        carrier=kind.id,
    )


def _guided(guide: Guide) -> str:
    """What a bar gets for its guide."""
    long = f"{guide.length_mm:.0f} mm long"
    groove = f"groove {guide.groove_wide_mm:g} mm wide and {guide.groove_deep_mm:g} mm deep"
    return {
        "strip": f"{groove} in the middle of its underside, {long}",
        "starter": f"{groove} in the middle of its underside, {long}",
        "moulding": "a triangular moulding along the middle of its underside",
        "wax-line": f"a line of wax {long} along the middle of its underside",
        "none": "no guide",
    }[guide.kind]


def _guide_block(bar: Prism, along: bool, long: float, wide: float, deep: float) -> Extent:
    """The groove in a bar's underside."""
    (x0, x1), (y0, y1), (z0, _) = bar.box
    x, y = (x0 + x1) / 2, (y0 + y1) / 2
    half, off = (long / 2, wide / 2) if along else (wide / 2, long / 2)
    return (x - half, x + half), (y - off, y + off), (z0, z0 + deep)


def _guide(bar: Prism, along: bool, kind: TopBar) -> tuple[Prism, ...]:
    """A strip that stands out of its groove, or a moulding under the bar."""
    guide, drop = kind.guide, practice("guide_stands").number
    if guide.kind in ("none", "wax-line"):
        return ()
    wide, deep = guide.groove_wide_mm, guide.groove_deep_mm
    x, y, z = _guide_block(bar, along, guide.length_mm, wide, deep)
    axis: Axis = "x" if along else "y"
    middle = sum(y if along else x) / 2
    span, low = (x if along else y), z[0]
    if guide.kind == "moulding":
        return (Prism(((middle - drop, low), (middle, low - drop), (middle + drop, low)), span, axis),)
    half = max(wide, 1.0) / 2
    ring = (
        (middle - half, low - drop),
        (middle + half, low - drop),
        (middle + half, low + deep),
        (middle - half, low + deep),
    )
    return (Prism(ring, span, axis),)


def _frame_parts(a: Analysis, kind: Frame, mine: list[Placed], number: int, at: RunFrame) -> Iterator[Part]:
    """The parts of a chamber's frames."""
    top = a.section.height_mm - a.frame_top_mm(kind)
    middles = tuple((p.middle_mm, top) for p in mine)
    yield from frame_parts(f"{a.chamber.id}-{kind.id}", kind.name, kind, number, at, middles, f"inside-{a.box}")


def frame_parts(
    ident: str,
    title: str,
    kind: Frame,
    number: int,
    at: RunFrame,
    middles: tuple[tuple[float, float], ...],
    thing: str,
    group: str = "Bars and frames",
) -> Iterator[Part]:
    """Parts of frames whose middles are so far along the run, their tops so high above the floor [mm]."""
    for part in parts_of(kind):
        name = f"{ident}-{part.name.lower().replace(' ', '-')}"
        if not part.pieces:
            size = (1.0, 1.0, 1.0)
            yield Part(
                name,
                f"{title}, {part.name}",
                "Bought",
                number * part.number,
                *size,
                "sheet metal",
                note=part.note,
                carrier=kind.id,
                thing=thing,
            )
            continue
        copies = tuple(
            tuple(at.block((middle + s.z[0], middle + s.z[1]), s.x, (top - s.y[1], top - s.y[0])) for s in piece.solids)
            for middle, top in middles
            for piece in part.pieces
        )
        yield Part(
            name,
            f"{title}, {part.name}",
            group,
            number * len(part.pieces),
            *part.pieces[0].sizes_mm,
            "softwood",
            "glued and pinned",
            note=part.note,
            places=copies,
            carrier=kind.id,
            thing=thing,
        )
