"""The key numbers of a design, each with its working and source mark.

Keys are stable: files, tests and the screen refer to numbers by them (docs/metrics.md).
"""

from __future__ import annotations

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.numbers.cavity import cavity_numbers
from sabaka_core.show.numbers.combs import comb_numbers
from sabaka_core.show.numbers.frames import frame_numbers
from sabaka_core.show.numbers.hive import hive_numbers
from sabaka_core.show.numbers.run import run_numbers
from sabaka_core.show.numbers.section import section_numbers

__all__ = ["metrics"]


def metrics(a: Analysis, hive: Whole) -> dict[str, Metric]:
    """Every key number of one chamber and of the whole hive, by its key."""
    comb = frame_numbers(a, a.main_frame) if a.main_frame else comb_numbers(a)
    groups = (section_numbers(a), cavity_numbers(a), comb, run_numbers(a), hive_numbers(hive))
    return {metric.key: metric for group in groups for metric in group}
