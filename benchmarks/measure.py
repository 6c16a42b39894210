"""How long things take, beside their target and beside a measure of this machine."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass
from datetime import date
from pathlib import Path


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


@dataclass(frozen=True)
class Figure:
    """One measured figure beside its target."""

    name: str
    value: float
    target: float
    unit: str
    yardsticks: float


SHOWN: list[Figure] = []


def show(name: str, value: float, target: float, unit: str, yard: float) -> None:
    """One line: the figure, its target, their ratio, and the ratio to the yardstick."""
    SHOWN.append(Figure(name, value, target, unit, value / yard))
    print(
        f"{name:<58} {value:8.1f} {unit:<3} target {target:6.0f}  {value / target:5.2f} of it  "
        f"{value / yard:6.2f} yardsticks"
    )


def write(file: Path, yard: float) -> None:
    """The table of all that was shown, as a page of the docs."""
    rows = [
        f"| {each.name} | {each.value:.1f} {each.unit} | {each.target:g} {each.unit} | {each.value / each.target:.2f} |"
        f" {each.yardsticks:.2f} |"
        for each in SHOWN
    ]
    head = (
        "# How fast it is\n\nWritten by `make bench` on "
        f"{date.today().isoformat()}; a fixed piece of plain Python takes {yard:.1f} ms here, and the last column "
        "counts in those, so that two\nmachines can be compared. Two processors, headless Chromium without a graphics "
        "card.\n\n"
        "| what | measured | wanted | of it | yardsticks |\n|---|---:|---:|---:|---:|\n"
    )
    file.write_text(head + "\n".join(rows) + "\n", "utf-8")
