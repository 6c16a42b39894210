"""What frames stand on where they hang on nothing: two rods on bearers, and spacers that keep them apart."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from sabaka_core.document.combs import Frame
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.tables import practice
from sabaka_core.woodwork.naming import named
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.placing import placing
from sabaka_core.woodwork.solids import Prism, round_of

_ROD_SIDES = 12


def rod_parts(a: Analysis) -> Iterator[Part]:
    """Of one chamber whose frames stand on rods."""
    rest, frame = a.chamber.rest, a.main_frame
    if rest.kind != "rods" or frame is None or rest.width_mm <= 0:
        return
    at, thing, ident = placing(a), f"inside-{a.box}", a.chamber.id
    bearer, off = practice("rod_bearer").number, frame.body_width_mm * practice("rod_place").number
    low = rest.depth_mm - rest.width_mm
    half = a.section.top_mm / 2
    if low > 0:
        ends = ((0.0, bearer), (a.run_mm - bearer, a.run_mm))
        places = tuple((at.block(run, (-half, half), (0.0, low)),) for run in ends)
        yield Part(
            f"{ident}-rod-bearer",
            named(a, "Bearer under the rods"),
            "Run",
            2,
            2 * half,
            bearer,
            low,
            "softwood",
            "screwed to the floor",
            places=places,
            thing=thing,
        )
    rods: list[tuple[Prism, ...]] = []
    for side in (-1, 1):
        ring = round_of((side * off, low + rest.width_mm / 2), rest.width_mm, _ROD_SIDES)
        rods.append((at.board(ring, (0.0, a.run_mm)),))
    note = f"of {rest.width_mm:g} mm, stainless, straight; {2 * off:.0f} mm apart; frames slide on them"
    yield Part(
        f"{ident}-rod",
        named(a, "Rod"),
        "Bought",
        2,
        a.run_mm,
        rest.width_mm,
        rest.width_mm,
        "sheet metal",
        "lies on its bearers",
        note=note,
        places=tuple(rods),
        thing=thing,
    )
    yield from _spacers(a, frame)


def _spacers(a: Analysis, frame: Frame) -> Iterator[Part]:
    """Strips with a tooth between every two frames, two on each wall that the frames' edges face."""
    at, back = placing(a), practice("rod_spacer_back").number
    side = (a.section.top_mm - frame.body_width_mm) / 2
    tooth = frame.spacing_mm - frame.side_bar_width_mm - practice("rod_spacer_play").number
    high = practice("rod_spacer_high").number
    if side <= back or tooth <= 0:
        return
    reach = side + practice("rod_spacer_reach").number
    gaps = [(p.end_mm + q.start_mm) / 2 for p, q in pairwise(a.layout.combs)]
    half, top = a.section.top_mm / 2, a.chamber.rest.depth_mm + frame.depth_mm
    copies = []
    for way in (-1, 1):
        for foot in (a.chamber.rest.depth_mm + high, top - frame.top_bar_thickness_mm - 2 * high):

            def across(deep: float, way: int = way) -> tuple[float, float]:
                edges = way * half, way * (half - deep)
                return min(edges), max(edges)

            solids = [at.block((0.0, a.run_mm), across(back), (foot, foot + high))]
            teeth = (across(reach)[0], -half + reach) if way < 0 else (half - reach, half)
            inner = (teeth[0] + back, teeth[1]) if way < 0 else (teeth[0], teeth[1] - back)
            solids += [at.block((g - tooth / 2, g + tooth / 2), inner, (foot, foot + high)) for g in gaps]
            copies.append(tuple(solids))
    note = (
        f"a tooth {tooth:.1f} mm wide between every two frames, {reach - back:.1f} mm long, "
        f"{frame.spacing_mm:g} mm from middle to middle"
    )
    yield Part(
        f"{a.chamber.id}-spacer",
        named(a, "Spacer for frames"),
        "Run",
        len(copies),
        a.run_mm,
        high,
        reach,
        "softwood",
        "screwed to the wall",
        note=note,
        places=tuple(copies),
        thing=f"inside-{a.box}",
    )
