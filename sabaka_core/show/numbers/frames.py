"""Numbers of comb in frames: the frame decides its size, the chamber whether it fits."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, mm
from sabaka_core.document.combs import Frame
from sabaka_core.frames.parts import comb_area_mm2, unbroken_height_mm, wood_volume_mm3
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.materials import FROM_MEMORY
from sabaka_core.hive.materials import density as density_of
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.numbers.contents import cells_in, honey_in, sag
from sabaka_core.show.numbers.maker import known, read, worked

_GAPS = {"side": "Beside the frame, each side", "under": "Under the frame", "over": "Over the frame, to the rim"}


def frame_numbers(a: Analysis, frame: Frame) -> Iterator[Metric]:
    """Comb of a full frame, what it holds, its wood, and the gaps around it."""
    one = Quantity(value=comb_area_mm2(frame) / 100, unit="cm2")
    sizes = known("A", "all fields of the frame", one.value, "cm2")
    label = "Comb in a full frame, one side"
    yield read("comb.predicted_area_cm2", label, one, "inside width × height of each field", sizes, headline=True)
    yield worked("comb.predicted_both_sides_cm2", "Comb in a full frame, both sides", "cm2", "2·A", sizes)
    yield cells_in(a, "Cells in a frame, both sides", sizes, headline=True)
    yield honey_in(frame, "Honey in a full frame", sizes)
    yield read(
        "frame.unbroken_mm",
        "Comb without a break, high",
        mm(unbroken_height_mm(frame)),
        "tallest field of the frame",
        sizes,
        gloss="Bars and gaps across the brood cut it in two; the queen and the winter cluster have to cross them.",
    )
    yield worked(
        "frame.wood_kg",
        "Wood of a frame",
        "kg",
        "V·ρ",
        known("V", "its parts", wood_volume_mm3(frame) / 1e6, "L"),
        known("ρ", "density", density_of("softwood") / 1000, "kg/L", FROM_MEMORY),
        source=FROM_MEMORY,
    )
    yield from _gaps(a, frame)
    if a.chamber.rest.kind != "rods" and one.value > 0:
        loaded = a.hung_of(frame.id).width_mm
        yield sag(a, a.honey_kg(frame), loaded, frame.top_bar_width_mm, frame.top_bar_thickness_mm)


def _gaps(a: Analysis, frame: Frame) -> Iterator[Metric]:
    fit = a.fit(frame)
    for gap, label in _GAPS.items():
        low, high = fit.ends(gap)
        yield read(
            f"frame.{gap}_mm",
            label,
            mm(getattr(fit.nominal, gap)),
            "chamber less frame, from the rest plane",
            known("a", "at its least", low, "mm"),
            known("b", "at its most", high, "mm"),
            headline=gap == "side",
            gloss="Least and most: the frame at both ends of its tolerance, the wood dry and wet.",
        )
