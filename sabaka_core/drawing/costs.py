"""What frames cost by their number: made alone, bought, or with a tool that keepers share."""

from __future__ import annotations

from math import ceil

from sabaka_core.base.quantity import text
from sabaka_core.document.moving import Making
from sabaka_core.kit.chart import Chart, foot, scale, series
from sabaka_core.kit.ticks import ticks
from sabaka_core.moving.making import costs, frame_price

# The foot of the chart ends at a multiple of these.
_ROUND_TO = 20


def cost_chart(making: Making, minutes_each: float) -> Chart:
    """Cost of frames against their number."""
    found = costs(making, minutes_each)
    most = max(making.frames * 2, min(found.make_from or 0, 20 * making.frames) * 1.3, 10)
    most = ceil(most / _ROUND_TO) * _ROUND_TO
    each = frame_price(making, minutes_each)
    places = [most * i / _ROUND_TO for i in range(_ROUND_TO + 1)]
    shared = f"tool shared by {making.keepers}"
    return Chart(
        name="make-cost",
        title="Cost of frames by their number",
        foot=foot("frames", "frames", "count", most, ((at, text(f"{at:.0f}")) for at in ticks(0.0, most))),
        axes=(scale("cost", "cost", "number", (making.tool_price + each * most, making.buy_price * most)),),
        places=tuple(places),
        series=(
            series("alone", "made alone", 1, "cost", places, lambda n: making.tool_price + each * n),
            series("bought", "bought", 2, "cost", places, lambda n: making.buy_price * n),
            series("shared", shared, 3, "cost", places, lambda n: making.tool_price / making.keepers + each * n),
        ),
        now=making.frames,
    )
