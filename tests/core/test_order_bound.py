"""The whole order's bound: under every plan, and under the best plan of an independent exact solver."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.optimize import Bounds, LinearConstraint, milp

from sabaka_core.document.building import BoardForSale, Building
from sabaka_core.document.load import load_hive
from sabaka_core.hive.context import Context
from sabaka_core.woodwork.asked import bound_in, plan_in
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.bound import gap_of, order_bound
from sabaka_core.woodwork.parts import Part
from sabaka_core.woodwork.plan import cut_plan, sources
from tests.core.support import EXAMPLES, opened

BOARD = BoardForSale(label="board", length_mm=2400.0, width_mm=200.0, thickness_mm=22.0, price=10.0)


def pieces(sizes: list[tuple[int, int]]) -> tuple[Part, ...]:
    return tuple(
        Part(f"p{i}", f"piece {i}", "Box", 1, float(long), float(wide), 22.0, "softwood")
        for i, (long, wide) in enumerate(sizes)
    )


def least_boards(lengths: list[int], room: float, kerf: float) -> int:
    """Independent exact solver: pieces as wide as the board, so that only lengths count."""
    n = len(lengths)
    cost = np.concatenate([np.ones(n), np.zeros(n * n)])
    once = np.hstack([np.zeros((n, n)), np.kron(np.eye(n), np.ones(n))])
    full = np.hstack([-(room + kerf) * np.eye(n), np.kron(np.array(lengths, dtype=float) + kerf, np.eye(n))])
    rules = [LinearConstraint(once, 1, 1), LinearConstraint(full, -np.inf, 0)]
    solved = milp(cost, constraints=rules, integrality=np.ones(len(cost), dtype=int), bounds=Bounds(0, 1))
    return round(float(solved.fun))


class Bound(TestCase):
    """Reference library: scipy's exact solver; then a property of every example."""

    @settings(max_examples=30, deadline=None)
    @given(st.lists(st.integers(300, 2300), min_size=1, max_size=7))
    def test_never_over_the_best_there_is(self, lengths: list[int]) -> None:
        building = Building(for_sale=(BOARD,))
        stock = sources(opened("bowline", boards=()), building)
        bound = order_bound(pieces([(long, 200) for long in lengths]), stock, building)
        self.assertLessEqual(bound, 10.0 * least_boards(lengths, 2380.0, 3.2) + 1e-6)

    def test_long_pieces_are_counted_one_a_board(self) -> None:
        """Hand: three pieces of 1,300 take three boards of 2,400, though by their wood two would do."""
        building = Building(for_sale=(BOARD,))
        stock = sources(opened("bowline", boards=()), building)
        self.assertEqual(order_bound(pieces([(1300, 200)] * 3), stock, building), 30.0)
        # Two narrow ones lie beside each other: 2 × 95 + 3.2 is under 200.
        self.assertEqual(order_bound(pieces([(1300, 95)] * 2), stock, building), 10.0)

    def test_under_the_plan_of_every_example(self) -> None:
        for path in sorted(EXAMPLES.glob("*.json")):
            design = load_hive(path.read_bytes())
            building, parts = design.building or Building(), parts_of_hive(design)
            plan = cut_plan(parts, design)
            bound = order_bound(parts, sources(design, building), building)
            with self.subTest(path.stem):
                self.assertLessEqual(bound, plan.cost - plan.sheet_cost + 1e-6)
                self.assertTrue(0.0 <= gap_of(plan, bound) <= 1.0)

    def test_under_the_plan_with_frames_and_boxes_on_hand(self) -> None:
        """What isn't made is in neither: else a plan would be told the best there is that isn't."""
        for name in ("long-shallow", "side-by-side", "tall-in-stack"):
            design = opened(name)
            building = (design.building or Building()).model_copy(
                update={"frames_on_hand": 30, "boxes_on_hand": 2, "copies": 2, "scarf": True}
            )
            context = Context(design.model_copy(update={"building": building}))
            plan = context.once(plan_in)
            with self.subTest(name):
                self.assertLessEqual(context.once(bound_in), plan.cost - plan.sheet_cost + 1e-6)
