"""What lies over the combs, as parts: slats by comb joints, boards, cloths and screens over each stack."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.run.covers import slats
from sabaka_core.woodwork.parts import Part

_SLAT_MM = 9.0
# Slats reach so far over each wall, at most half of it.
_REACH = 0.5
# What is narrower is no slat.
_LEAST_SLAT_MM = 5.0


def cover_parts(a: Analysis) -> Iterator[Part]:
    """Slats over frames, their joints on comb joints; bars that touch need none."""
    if a.main_frame is None or a.chamber.axis == "standing" or a.chamber.rest.kind == "rods":
        return
    laid = slats(a.layout, a.hive.choices.open_combs)
    # As thick as the cover says, or as slats usually are.
    thick = next((c.thickness_mm for c in a.hive.covers if c.kind == "slats" and c.thickness_mm > 0), _SLAT_MM)
    long = round(a.section.top_mm + 2 * min(a.side_mm, practice("stack_board").number) * _REACH, 1)
    for wide, number in sorted(Counter(round(s.wide_mm, 1) for s in laid if s.wide_mm > _LEAST_SLAT_MM).items()):
        made = {s.made for s in laid if round(s.wide_mm, 1) == wide and s.made}
        note = "; ".join(sorted(made))
        yield Part(
            f"{a.chamber.id}-slat-{wide:g}",
            f"Cover slat, {wide:g} mm",
            "Covers",
            number,
            long,
            wide,
            thick,
            "plywood",
            note=note,
        )


def laid_parts(whole: Whole) -> Iterator[Part]:
    """Boards, cloths and screens, one over each box that nothing stands on; cloths and screens are bought."""
    for number, cover in enumerate(whole.hive.covers, 1):
        if cover.kind in ("bars", "slats"):
            continue
        for index, top in enumerate(whole.tops, 1):
            long, wide = top.x[1] - top.x[0], top.y[1] - top.y[0]
            name = f"Cover {number}, {'board' if cover.kind == 'boards' else cover.kind}"
            yield Part(
                f"cover-{number}-{index}",
                f"{name}, over {top.name}" if len(whole.tops) > 1 else name,
                "Covers" if cover.kind == "boards" else "Bought",
                1,
                long,
                wide,
                cover.thickness_mm,
                cover.material,
                note="a hole for the feeder in its middle" if cover.feeder_hole else "",
            )
