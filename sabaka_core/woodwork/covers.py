"""What lies over the combs, as parts: slats by comb joints, boards, cloths and screens over each stack."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.blocks import BoxPlace
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.tables import practice
from sabaka_core.run.covers import Slat, slats
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import placing
from sabaka_core.woodwork.solids import Prism, brick, without_block

_SLAT_MM = 9.0
# Slats reach so far over each wall, at most half of it.
_REACH = 0.5
# What is narrower is no slat.
_LEAST_SLAT_MM = 5.0


def cover_parts(a: Analysis, whole: Whole) -> Iterator[Part]:
    """Slats over frames, their joints on comb joints; bars that touch need none, nor do combs under a super."""
    if a.main_frame is None or a.chamber.axis == "standing" or a.chamber.rest.kind == "rods":
        return
    cover = next((c for c in a.hive.covers if c.kind == "slats"), None)
    if a.hive.covers and cover is None:
        return
    # As thick as the cover says, or as slats usually are.
    thick = cover.thickness_mm if cover is not None and cover.thickness_mm > 0 else _SLAT_MM
    material = cover.material if cover is not None else "plywood"
    long = round(a.section.top_mm + 2 * min(a.side_mm, practice("stack_board").number) * _REACH, 1)
    at, high = placing(a), a.section.height_mm
    open_ = [top for top in whole.tops if top.chamber == a.box and not top.is_super]
    groups: dict[tuple[float, str], list[tuple[Prism, ...]]] = {}
    for slat in slats(a.layout, a.hive.choices.open_combs):
        if slat.wide_mm <= _LEAST_SLAT_MM:
            continue
        for run in _under_the_sky(at.along, at.at, slat, open_):
            solid = at.block(run, (-long / 2, long / 2), (high, high + thick))
            wide = round(run[1] - run[0], 1)
            if wide > _LEAST_SLAT_MM:
                groups.setdefault((wide, slat.made), []).append((solid,))
    for (wide, made), places in sorted(groups.items()):
        note = {"meshed": "a window of mesh in it", "holed for the feeder": "a hole for the feeder in its middle"}.get(
            made, ""
        )
        word = {"meshed": "-meshed", "holed for the feeder": "-holed"}.get(made, "")
        yield Part(
            f"{a.chamber.id}-slat-{wide:g}{word}",
            f"Cover slat, {wide:g} mm{', ' + made if word else ''}",
            "Covers",
            len(places),
            long,
            wide,
            thick,
            material,
            "lies loose",
            note=note,
            places=tuple(places),
            thing="covers-0",
        )


def _under_the_sky(
    along: bool, shift: tuple[float, float, float], slat: Slat, tops: list[BoxPlace]
) -> Iterator[tuple[float, float]]:
    """The stretches of a slat that nothing stands on."""
    if along:
        if tops:
            yield slat.start_mm, slat.end_mm
        return
    for top in tops:
        low, high = max(slat.start_mm, top.x[0] - shift[0]), min(slat.end_mm, top.x[1] - shift[0])
        if high > low:
            yield low, high


def laid_parts(whole: Whole) -> Iterator[Part]:
    """Boards, cloths and screens, one over each box that nothing stands on; cloths and screens are bought."""
    hole = practice("feeder_jar_wide").number / 2
    heights = {id(top): top.z[1] for top in whole.tops}
    for number, cover in enumerate(whole.hive.covers, 1):
        for index, top in enumerate(whole.tops, 1):
            low = heights[id(top)]
            heights[id(top)] = low + cover.thickness_mm
            if cover.kind in ("bars", "slats"):
                continue
            long, wide = top.x[1] - top.x[0], top.y[1] - top.y[0]
            name = f"Cover {number}, {'board' if cover.kind == 'boards' else cover.kind}"
            solids: tuple[Prism, ...] = (brick(top.x, top.y, (low, low + cover.thickness_mm)),)
            if cover.feeder_hole:
                x, y = sum(top.x) / 2, sum(top.y) / 2
                block = ((x - hole / 2, x + hole / 2), (y - hole / 2, y + hole / 2), (low, low + cover.thickness_mm))
                solids = without_block(solids[0], block)
            yield Part(
                f"cover-{number}-{index}",
                f"{name}, over {top.name}" if len(whole.tops) > 1 else name,
                "Covers" if cover.kind == "boards" else "Bought",
                1,
                long,
                wide,
                cover.thickness_mm,
                cover.material,
                "lies loose",
                note=f"an opening {hole:.0f} × {hole:.0f} mm for the feeder in its middle" if cover.feeder_hole else "",
                places=(solids,) if cover.thickness_mm > 0 else (),
                thing="covers-0",
            )
