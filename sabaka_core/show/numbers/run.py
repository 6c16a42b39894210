"""Numbers of the run: its combs, what is left over, the followers and the entrances."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, count, mm
from sabaka_core.base.sources import COMMON, KEEPER
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.metrics import Metric
from sabaka_core.run.apertures import opening_area_mm2
from sabaka_core.show.numbers.maker import HANGING, known, read, worked


def run_numbers(a: Analysis) -> Iterator[Metric]:
    """What hangs in the run, and where its boards stand."""
    yield from _combs(a)
    yield from _lengths(a)
    is_open = [state.entrance for state in a.entrances if state.entrance.is_open]
    yield read(
        "run.entrance_area_cm2",
        "Entrances open",
        Quantity(value=sum(opening_area_mm2(each) for each in is_open) / 100, unit="cm2"),
        "areas of the open ones",
        known("n", "open entrances", len(is_open), "count"),
        source=COMMON,
    )
    glass = [p.opening for p in a.openings if p.opening.kind == "window" and p.opening.shutter != "shut"]
    air = [p.opening for p in a.openings if p.opening.kind == "vent" and p.opening.shutter != "shut"]
    for key, words, found in (("light", "Light comes in through", glass), ("vent", "Vents open", air)):
        if a.openings:
            yield read(
                f"run.{key}_area_cm2",
                words,
                Quantity(value=sum(each.wide_mm * each.high_mm for each in found) / 100, unit="cm2"),
                "areas of what no shutter closes",
                known("n", "of them", len(found), "count"),
                source=COMMON,
            )


def _combs(a: Analysis) -> Iterator[Metric]:
    total = known("Σ", "items of the run", a.layout.total_mm, "mm")
    inside, everywhere = len(a.layout.nest_combs), len(a.layout.combs)
    bars = f"{a.place_word.capitalize()}s"
    yield read("run.bars", f"{bars} in the box", count(everywhere), "bars counted", total, source=KEEPER)
    yield read(
        "run.bars_between",
        f"{bars} between the followers",
        count(inside),
        "bars counted",
        total,
        source=KEEPER,
        headline=True,
    )
    yield read(
        "run.comb_area_m2",
        "Comb on them, both sides",
        Quantity(value=2 * a.comb_area_mm2 / 1e6, unit="m2"),
        "grown comb of each bar by its kind, both sides",
        known("n", "bars", inside, "count"),
        source=HANGING,
        headline=True,
    )


def _lengths(a: Analysis) -> Iterator[Metric]:
    run = a.layout
    length = known("L", "box", run.length_mm, "mm", KEEPER)
    total = known("Σ", "items of the run", run.total_mm, "mm")
    yield worked(
        "run.leftover_mm",
        "Left over in the box",
        "mm",
        "L − Σ",
        length,
        total,
        gloss="What a shim would have to fill. Negative when the run is too long for the box.",
    )
    yield worked("run.fit_length_mm", "Box that fits exactly", "mm", "Σ", total)
    yield read(
        "run.follower_near_mm",
        "Near follower's face",
        mm(run.nest_start_mm),
        "running sum from the near end wall",
        total,
        gloss="Where the near follower's face toward the combs stands; 0 when there is none.",
    )
    yield read(
        "run.follower_far_mm",
        "Far follower's face",
        mm(run.nest_end_mm),
        "running sum from the near end wall",
        total,
        gloss="Where the far follower's face toward the combs stands; the box length when there is none.",
    )
