"""How far from the best a whole order's plan can be: what any plan of it costs at least, however it mixes widths."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from sabaka_core.document.building import Building
from sabaka_core.woodwork.cutting import payable
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.planned import CutPlan
from sabaka_core.woodwork.strips import StripSource, layers_in

_MOST_LAYERS = 4
# What is shorter than such a share of a board, or longer than the rest of it, counts as nothing, or as all of it.
_SHARES = (0.0, 0.2, 0.25, 0.3, 0.34, 0.4, 0.5)
_NONE = 1e-9


def order_bound(parts: Sequence[Part], stock: Sequence[StripSource], building: Building) -> float:
    """The least that boards for these parts can cost, in whole boards.

    Each part takes a share of the board it is cut from: of its length times of its width. A share that leaves no room
    beside it for any but short pieces counts as all of the board, and the short ones as nothing: no board holds more
    than one of what is so counted. The dearest count of several is taken. A part that is wider than every board for
    sale that is long and thick enough is glued up, and takes its face alone. What is on hand saves no more than it
    could hold. A board gives pieces of one thickness.

    Source: dual feasible functions of bin packing (Lueker 1983; Fekete and Schepers 2001), from memory.
    """
    made = [p for p in parts if not (p.is_sheet or p.group == "Bought" or p.is_log)]
    layers = {part.id: _layers_of(part, stock, building) for part in made}
    counts = ((long, wide) for long in _SHARES for wide in _SHARES)
    best = max((_counted(made, layers, stock, building, long, wide) for long, wide in counts), default=0.0)
    return payable(best, {source.price for source in stock if not source.own})


def _counted(
    parts: Sequence[Part],
    layers: dict[str, int],
    stock: Sequence[StripSource],
    building: Building,
    long: float,
    wide: float,
) -> float:
    """What the parts cost at least when shares are counted so."""
    need, saved = 0.0, [0.0] * len(stock)
    for part in parts:
        glued = layers[part.id]
        if not glued:
            continue
        whole = any(not s.own and _share(s, part, glued, building, _as_it_is, _count(wide)) is not None for s in stock)
        across = _count(wide) if whole else _as_it_is
        taken = [_share(source, part, glued, building, _count(long), across) for source in stock]
        prices = [t * s.price for t, s in zip(taken, stock, strict=True) if t is not None and not s.own]
        if not prices:
            continue
        price = min(prices)
        need += price * part.count
        for index, (share, source) in enumerate(zip(taken, stock, strict=True)):
            if source.own and share is not None and price > _NONE:
                saved[index] = max(saved[index], price / share if share > _NONE else float("inf"))
    return max(
        need - sum(s * (source.count or 0) for s, source in zip(saved, stock, strict=True) if source.own and s), 0.0
    )


def _as_it_is(share: float) -> float:
    return share


def _count(least: float) -> Callable[[float], float]:
    """How a share counts: nothing under the least, all over the rest."""

    def counted(share: float) -> float:
        return 0.0 if share < least - _NONE else 1.0 if share > 1 - least + _NONE else share

    return counted


def _share(
    source: StripSource,
    part: Part,
    glued: int,
    building: Building,
    along: Callable[[float], float],
    across: Callable[[float], float],
) -> float | None:
    """Which share of one board a part of so many layers takes; none where it can't come out of it."""
    kerf = building.kerf_mm
    room = source.length_mm - 2 * building.trim_mm
    layers = layers_in(source, part.thick_mm / glued, kerf) if room >= part.long_mm else 0
    if not layers:
        return None
    free = across is _as_it_is
    wide = part.wide_mm / source.width_mm if free else (part.wide_mm + kerf) / (source.width_mm + kerf)
    if not free and wide > 1 + _NONE:
        return None
    return along((part.long_mm + kerf) / (room + kerf)) * across(wide) * glued / layers


def _layers_of(part: Part, stock: Sequence[StripSource], building: Building) -> int:
    """Of how many layers a part is glued up: as few as some board that is long enough allows; 0 where none does."""
    fitting = (
        glued
        for glued in range(1, _MOST_LAYERS + 1)
        if any(_share(s, part, glued, building, _as_it_is, _as_it_is) is not None for s in stock)
    )
    return next(fitting, 0)


def gap_of(plan: CutPlan, bound: float) -> float:
    """How far a plan's boards are from the best at most, as a share of what they cost; 0 where none can be cheaper."""
    paid = plan.cost - plan.sheet_cost
    return (paid - bound) / paid if paid > bound + _NONE else 0.0
