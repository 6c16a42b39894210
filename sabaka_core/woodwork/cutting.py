"""Cutting lengths out of boards: few boards, kerf kept, with a bound that says how far from the best it can be.

Counted in whole tenths of a millimetre. Column generation by a library solver (scipy's HiGHS), a first-fit-
decreasing plan as fallback and as the measure to beat; the bound is that of the linear problem.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from heapq import heappop, heappush
from math import ceil, floor

import numpy as np

TENTHS = 10
_MOST_STEPS, _MOST_SUMS, _EVERY = 40_000, 5_000, 150
# The solver gives up after so many branches, which takes well under a second; if it hangs, after so many seconds. So
# many of its plans are remembered.
_NODES, _PATIENCE_S, _KEPT = 400, 10.0, 2000


@dataclass(frozen=True)
class Stock:
    """One kind of board: length that can be used [tenths of mm], cost, how many there are (None: as many as wanted)."""

    name: str
    length: int
    cost: float
    count: int | None


@dataclass(frozen=True)
class Cut:
    """One board of a kind with the pieces cut from it, by index."""

    stock: int
    pieces: tuple[int, ...]


@dataclass(frozen=True)
class CutResult:
    """A plan: boards with their pieces, its cost, and the least that any plan could cost."""

    cuts: tuple[Cut, ...]
    cost: float
    bound: float
    left_over: tuple[int, ...]

    @property
    def proven(self) -> bool:
        """Whether no plan can be cheaper."""
        return self.cost <= self.bound + 1e-6


def first_fit(lengths: Sequence[int], stock: Sequence[Stock], kerf: int) -> CutResult:
    """First fit decreasing: the longest piece first, into the first board that still holds it; cheapest boards
    first."""
    order = sorted(range(len(lengths)), key=lambda i: -lengths[i])
    kinds = sorted(range(len(stock)), key=lambda s: (stock[s].cost, stock[s].length))
    used: Counter[int] = Counter()
    boards: list[tuple[int, int, list[int]]] = []
    left: list[int] = []
    since, kind_since, last = 0, 0, -1
    for index in order:
        need = lengths[index]
        # Boards and kinds that hadn't room for a piece haven't for the next that is as long.
        since, kind_since, last = (since, kind_since, need) if need == last else (0, 0, need)
        for at in range(since, len(boards)):
            kind, room, pieces = boards[at]
            if need <= room:
                pieces.append(index)
                boards[at] = (kind, room - need - kerf, pieces)
                since = at
                break
        else:
            since = len(boards)
            while kind_since < len(kinds) and not _still(stock[kinds[kind_since]], used[kinds[kind_since]], need):
                kind_since += 1
            if kind_since == len(kinds):
                left.append(index)
                continue
            found = kinds[kind_since]
            used[found] += 1
            boards.append((found, stock[found].length - need - kerf, [index]))
    cuts = tuple(Cut(kind, tuple(pieces)) for kind, _, pieces in boards)
    return CutResult(cuts, sum(stock[c.stock].cost for c in cuts), 0.0, tuple(left))


def _still(stock: Stock, used: int, need: int) -> bool:
    """Whether there is one more of a kind, long enough."""
    return stock.length >= need and (stock.count is None or used < stock.count)


@lru_cache(maxsize=_KEPT)
def cut(lengths: tuple[int, ...], stock: tuple[Stock, ...], kerf: int) -> CutResult:
    """The cheapest plan found for pieces out of stock, never worse than first fit decreasing.

    The solver ends by its steps, not by the clock, so that a busy machine finds the same plan; it is known from then
    on, for most of a design's groups stay as they were from one change to the next.

    Args:
        lengths: of every piece [tenths of mm].
        stock: kinds of boards, their usable lengths.
        kerf: lost at each cut [tenths of mm].
    Returns:
        The plan; pieces that no board is long enough for are left over.
    """
    plain = first_fit(lengths, stock, kerf)
    lost = set(plain.left_over)
    kept = [i for i in range(len(lengths)) if i not in lost]
    if not kept:
        return plain
    many = Counter(lengths[i] for i in kept)
    sizes = sorted(many, reverse=True)
    demand = np.array([many[s] for s in sizes], dtype=float)
    every = _every_pattern(sizes, demand, stock, kerf)
    columns, bound = (every, 0.0) if every else _generated(_seed(plain, lengths, sizes), sizes, demand, stock, kerf)
    bound = max(bound, _by_length([lengths[i] for i in kept], stock, kerf))
    whole, proven = _integer(columns, demand, stock)
    if whole is None:
        return CutResult(plain.cuts, plain.cost, min(_up(bound, stock), plain.cost), plain.left_over)
    cuts = _filled(whole, columns, lengths, sizes, kept)
    cost = sum(stock[c.stock].cost for c in cuts)
    if cost > plain.cost - 1e-9:
        cuts, cost = plain.cuts, plain.cost
    # Where every pattern was weighed, the solver's plan is the best there is.
    least = cost if every and proven else min(_up(bound, stock), cost)
    return CutResult(cuts, cost, least, plain.left_over)


Column = tuple[int, tuple[int, ...]]


def _generated(
    columns: list[Column], sizes: list[int], demand: np.ndarray, stock: Sequence[Stock], kerf: int
) -> tuple[list[Column], float]:
    """Patterns that are worth their boards, found one after the other, and what the pieces cost at least."""
    for _ in range(60):
        value, duals, stock_duals = _master(columns, demand, stock)
        fresh, exact = _priced(sizes, demand, stock, kerf, duals, stock_duals, set(columns))
        if not fresh:
            # Only when no pattern is worth more than its board is the linear problem solved, and its value a bound.
            return columns, value if exact else 0.0
        columns += fresh
    return columns, 0.0


def _every_pattern(sizes: list[int], demand: np.ndarray, stock: Sequence[Stock], kerf: int) -> list[Column] | None:
    """Every way of filling a board till nothing more that is wanted fits; None where these are too many."""
    found: list[Column] = []
    for kind, board in enumerate(stock):
        rooms = [(board.length + kerf, tuple[int, ...]())]
        for at, size in enumerate(sizes):
            rooms = [
                (room - n * (size + kerf), (*counts, n))
                for room, counts in rooms
                for n in range(min(int(demand[at]), room // (size + kerf)) + 1)
            ]
            if len(rooms) > _MOST_SUMS:
                return None
        for room, counts in rooms:
            if not any(n < most and room >= s + kerf for n, most, s in zip(counts, demand, sizes, strict=True)):
                found.append((kind, counts))
        if len(found) > _EVERY:
            return None
    return found


def _seed(plan: CutResult, lengths: Sequence[int], sizes: list[int]) -> list[Column]:
    at = {size: i for i, size in enumerate(sizes)}
    found: dict[Column, None] = {}
    for each in plan.cuts:
        counts = [0] * len(sizes)
        for piece in each.pieces:
            counts[at[lengths[piece]]] += 1
        found[(each.stock, tuple(counts))] = None
    return list(found)


def _matrix(columns: list[Column], count: int) -> np.ndarray:
    return np.array([[c[1][i] for c in columns] for i in range(count)], dtype=float)


def _stock_rows(columns: list[Column], stock: Sequence[Stock]) -> tuple[np.ndarray, np.ndarray]:
    limited = [i for i, s in enumerate(stock) if s.count is not None]
    rows = np.array([[1.0 if c[0] == i else 0.0 for c in columns] for i in limited]).reshape(len(limited), len(columns))
    return rows, np.array([float(stock[i].count or 0) for i in limited], dtype=float)


def _master(
    columns: list[Column], demand: np.ndarray, stock: Sequence[Stock]
) -> tuple[float, np.ndarray, dict[int, float]]:
    costs = np.array([stock[c[0]].cost for c in columns])
    rows, most = _stock_rows(columns, stock)
    a = np.vstack([-_matrix(columns, len(demand)), rows]) if len(rows) else -_matrix(columns, len(demand))
    b = np.concatenate([-demand, most]) if len(rows) else -demand
    from scipy.optimize import linprog

    solved = linprog(costs, A_ub=a, b_ub=b, bounds=(0, None), method="highs")
    if solved.x is None:
        return 0.0, np.zeros(len(demand)), {}
    duals = -np.array(solved.ineqlin.marginals)
    limited = [i for i, s in enumerate(stock) if s.count is not None]
    return (
        float(solved.fun or 0.0),
        duals[: len(demand)],
        {i: float(duals[len(demand) + k]) for k, i in enumerate(limited)},
    )


def _priced(
    sizes: list[int],
    demand: np.ndarray,
    stock: Sequence[Stock],
    kerf: int,
    duals: np.ndarray,
    stock_duals: dict[int, float],
    have: set[Column],
) -> tuple[list[Column], bool]:
    """For each kind of board the pattern worth most, if it is worth more than the board; and whether all were
    searched out."""
    found: list[Column] = []
    searched = True
    for index, board in enumerate(stock):
        pattern, worth, exact = _knapsack(sizes, demand, duals, board.length + kerf, kerf)
        searched = searched and exact
        column = (index, pattern)
        # A board that is scarce costs its price of scarcity besides.
        if worth > board.cost + stock_duals.get(index, 0.0) + 1e-7 and column not in have and any(pattern):
            found.append(column)
    return found, searched


def _by_length(lengths: Sequence[int], stock: Sequence[Stock], kerf: int) -> float:
    """What the pieces' lengths alone cost, at the cheapest board's price for its length."""
    free = sum((s.length + kerf) * s.count for s in stock if s.count is not None and s.cost <= 0)
    prices = [s.cost / (s.length + kerf) for s in stock if s.cost > 0]
    return max(sum(lengths) + kerf * len(lengths) - free, 0) * min(prices, default=0.0)


def _knapsack(
    sizes: list[int], demand: np.ndarray, worth: np.ndarray, capacity: int, kerf: int
) -> tuple[tuple[int, ...], float, bool]:
    """The pattern worth most within a capacity; each piece takes its kerf along. By depth, best ratio first,
    bounded."""
    order = sorted((i for i in range(len(sizes)) if worth[i] > 1e-12), key=lambda i: -worth[i] / (sizes[i] + kerf))
    best = [0.0]
    best_pattern = [tuple([0] * len(sizes))]
    now = [0] * len(sizes)
    steps = [0]

    def go(k: int, room: int, value: float) -> None:
        steps[0] += 1
        if value > best[0] + 1e-12:
            best[0], best_pattern[0] = value, tuple(now)
        if k == len(order) or steps[0] > _MOST_STEPS:
            return
        i = order[k]
        if value + room * worth[i] / (sizes[i] + kerf) <= best[0] + 1e-12:
            return
        most = min(room // (sizes[i] + kerf), int(demand[i]))
        for number in range(int(most), -1, -1):
            now[i] = number
            go(k + 1, room - number * (sizes[i] + kerf), value + number * worth[i])
        now[i] = 0

    go(0, capacity, 0.0)
    return best_pattern[0], best[0], steps[0] <= _MOST_STEPS


def _integer(columns: list[Column], demand: np.ndarray, stock: Sequence[Stock]) -> tuple[list[int] | None, bool]:
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import csr_array

    costs = np.array([stock[c[0]].cost for c in columns]) + 1e-6
    # Sparse: with dense ones the library makes every warning an error meanwhile, in other threads as well.
    limits = [LinearConstraint(csr_array(_matrix(columns, len(demand))), demand, np.inf)]
    rows, most = _stock_rows(columns, stock)
    if len(rows):
        limits.append(LinearConstraint(csr_array(rows), -np.inf, most))
    solved = milp(
        costs,
        constraints=limits,
        integrality=np.ones(len(columns), dtype=np.int64),
        bounds=Bounds(0, np.inf),
        options={"node_limit": _NODES, "time_limit": _PATIENCE_S},
    )
    return None if solved.x is None else [round(v) for v in solved.x], solved.status == 0


def _filled(
    whole: list[int], columns: list[Column], lengths: Sequence[int], sizes: list[int], kept: list[int]
) -> tuple[Cut, ...]:
    """Patterns filled with the pieces themselves; what a pattern would make too many of is left out."""
    waiting = {size: [i for i in kept if lengths[i] == size] for size in sizes}
    cuts = []
    order = sorted(((c, n) for c, n in zip(columns, whole, strict=True) if n), key=lambda pair: -sum(pair[0][1]))
    for (kind, counts), number in order:
        for _ in range(number):
            pieces = [
                waiting[size].pop()
                for size, many in zip(sizes, counts, strict=True)
                for _ in range(min(many, len(waiting[size])))
            ]
            if pieces:
                cuts.append(Cut(kind, tuple(pieces)))
    return tuple(cuts)


def _up(bound: float, stock: Sequence[Stock]) -> float:
    """A bound rounded up where every board costs the same."""
    prices = {s.cost for s in stock}
    if len(prices) == 1 and (price := prices.pop()) > 0:
        return ceil(bound / price - 1e-6) * price
    return bound


def lanes(width: float, piece: float, kerf: float) -> int:
    """How many pieces of a width come out of a board beside each other."""
    return floor((width + kerf) / (piece + kerf) + 1e-9)


def payable(bound: float, prices: set[float]) -> float:
    """The least sum of whole boards' prices that is not under a bound; the bound itself where too many sums are."""
    sums, seen = [0.0], {0.0}
    for _ in range(_MOST_SUMS):
        least = heappop(sums)
        if least >= bound - 1e-6:
            return least
        for price in prices:
            more = round(least + price, 6)
            if price > 0 and more not in seen:
                seen.add(more)
                heappush(sums, more)
        if not sums:
            break
    return bound
