"""What is filled in rather than built: litter on the floor, straw behind a follower, wax on bars."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from sabaka_core.document.combs import TopBar
from sabaka_core.document.run import Comb, Gap
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.naming import named
from sabaka_core.woodwork.parts import Part

# What supplies belong to: they aren't weighed with the empty hive.
SUPPLIES = "supplies"


def supply_parts(a: Analysis) -> Iterator[Part]:
    """Of one chamber."""
    litter, wide = a.chamber.litter, a.section.floor_mm or a.section.top_mm
    if litter.kind == "deep" and litter.depth_mm > 0:
        size = (a.run_mm, wide, litter.depth_mm)
        litres = a.run_mm * wide * litter.depth_mm / 1e6
        yield Part(
            f"{a.chamber.id}-litter",
            named(a, "Litter"),
            "Bought",
            1,
            *size,
            "chips",
            note=f"{litres:.0f} L, dry, of untreated wood",
            thing=SUPPLIES,
        )
    for number, placed in enumerate(
        p for p in a.layout.placed if isinstance(p.item, Gap) and p.item.purpose == "straw"
    ):
        yield Part(
            f"{a.chamber.id}-straw-{number + 1}",
            named(a, "Straw"),
            "Bought",
            1,
            max(placed.length_mm, 0.0),
            a.section.top_mm,
            a.section.height_mm,
            "straw",
            note="dry, loosely filled into the gap",
            thing=SUPPLIES,
        )
    bars = Counter(p.item.type for p in a.layout.combs if isinstance(p.item, Comb))
    line = practice("wax_line").number
    for ident, number in bars.items():
        kind = a.hive.comb_type(ident)
        if isinstance(kind, TopBar) and kind.guide.kind == "wax-line":
            name = f"{kind.name}, line of wax"
            size = (kind.guide.length_mm, line, line)
            yield Part(f"{a.chamber.id}-{ident}-wax", name, "Bought", number, *size, "wax", thing=SUPPLIES)
