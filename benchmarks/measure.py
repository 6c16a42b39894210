"""How long things take, beside their target and beside a measure of this machine."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable


def timed(work: Callable[[], object], runs: int, warm: int = 5) -> list[float]:
    """Milliseconds of each run, after a few that don't count."""
    for _ in range(warm):
        work()
    times = []
    for _ in range(runs):
        start = time.perf_counter()
        work()
        times.append((time.perf_counter() - start) * 1000)
    return times


def yardstick() -> float:
    """How long this machine takes for a fixed piece of plain Python [ms], as a measure of it."""
    return statistics.median(timed(lambda: sum(i * i for i in range(100_000)), 15))


def show(name: str, value: float, target: float, unit: str, yard: float) -> None:
    """One line: the figure, its target, their ratio, and the ratio to the yardstick."""
    print(
        f"{name:<58} {value:8.1f} {unit:<3} target {target:6.0f}  {value / target:5.2f} of it  "
        f"{value / yard:6.2f} yardsticks"
    )
