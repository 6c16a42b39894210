"""The key numbers of a design, each with its working and source mark.

Keys are stable: files, tests and the screen refer to numbers by them (docs/metrics.md).
"""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.whole import Whole
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.numbers.cavity import cavity_numbers
from sabaka_core.show.numbers.combs import comb_numbers
from sabaka_core.show.numbers.frames import frame_numbers
from sabaka_core.show.numbers.hive import hive_numbers, room_numbers
from sabaka_core.show.numbers.run import run_numbers
from sabaka_core.show.numbers.section import section_numbers

__all__ = ["key_numbers", "metrics"]


def metrics(a: Analysis, hive: Whole) -> dict[str, Metric]:
    """Every key number of one chamber and of the whole hive, by its key."""
    groups = (section_numbers(a), cavity_numbers(a), _comb(a), run_numbers(a), hive_numbers(hive))
    return {metric.key: metric for group in groups for metric in group}


def key_numbers(a: Analysis, hive: Whole) -> dict[str, Metric]:
    """Those of them that stand first. No weight is among them, so that no part is made for a keystroke."""
    groups = (section_numbers(a), cavity_numbers(a), _comb(a), run_numbers(a), room_numbers(hive))
    return {metric.key: metric for group in groups for metric in group if metric.headline}


def _comb(a: Analysis) -> Iterator[Metric]:
    return frame_numbers(a, a.main_frame) if a.main_frame else comb_numbers(a)
