"""How long the parts, the cut plan and the booklet take."""

from __future__ import annotations

import statistics
from dataclasses import replace
from pathlib import Path

from benchmarks.measure import show, timed

ROOT = Path(__file__).resolve().parent.parent


def building_speed(yard: float) -> None:
    """The largest example: its parts, plans of 120 and 1,000 pieces, the booklet; growth with the pieces."""
    from sabaka_core import load_hive
    from sabaka_core.document.building import Building
    from sabaka_core.paper.booklet import booklet
    from sabaka_core.woodwork.assembly import parts_of_hive
    from sabaka_core.woodwork.bound import gap_of, order_bound
    from sabaka_core.woodwork.plan import cut_plan, sources

    for name, say in (("side-by-side", "the largest example"), ("bowline", "a sloped hive")):
        hive = load_hive((ROOT / "examples" / f"{name}.json").read_bytes())
        took = statistics.median(timed(lambda h=hive: parts_of_hive(h), 20))  # type: ignore[misc]
        show(f"parts of {say}", took, 60, "ms", yard)
        seconds = statistics.median(timed(lambda h=hive: booklet(h), 5, 1)) / 1000  # type: ignore[misc]
        show(f"booklet of {say}", seconds, 0.8, "s", yard)
    hive = load_hive((ROOT / "examples" / "bowline.json").read_bytes())
    parts = parts_of_hive(hive)
    wood = sum(part.count for part in parts if part.group != "Bought")
    building = hive.building or Building()
    stock = sources(hive, building)
    for pieces, most in ((120, 2.0), (1000, 10.0)):
        order = tuple(replace(part, count=max(1, round(part.count * pieces / wood))) for part in parts)
        seconds = statistics.median(timed(lambda o=order: cut_plan(o, hive), 3, 1)) / 1000  # type: ignore[misc]
        show(f"cut plan, {pieces} pieces, mixed stock", seconds, most, "s", yard)
        plan = cut_plan(order, hive)
        gap = gap_of(plan, order_bound(order, stock, building))
        print(f"  {len(plan.bought)} boards bought for {plan.cost:.0f}, at most {gap:.0%} from the best")
