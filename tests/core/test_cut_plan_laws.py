"""Laws of a cut plan, whatever boards are on hand. Hand checks and properties on the plan's own boards and pieces."""

from __future__ import annotations

import itertools
from typing import Any
from unittest import TestCase
from unittest.mock import patch

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from sabaka_core.document.building import BoardForSale, Building
from sabaka_core.document.hive import Board, Hive
from sabaka_core.document.load import load_hive
from sabaka_core.kit.drawing import Label
from sabaka_core.woodwork.assembly import parts_of_hive
from sabaka_core.woodwork.cutting import Stock, cut, first_fit
from sabaka_core.woodwork.plan import cut_plan
from sabaka_core.woodwork.planned import CutPlan
from tests.core.support import EXAMPLES, said, table_of

SALE = (
    BoardForSale(label="narrow", length_mm=2400.0, width_mm=145.0, thickness_mm=22.0, price=9.0),
    BoardForSale(label="bar wood", length_mm=2400.0, width_mm=100.0, thickness_mm=24.0, price=7.0),
    BoardForSale(label="thin", length_mm=2400.0, width_mm=145.0, thickness_mm=18.0, price=8.0),
)


def opened(*own: Board, name: str = "sloped-top-bar", sale: tuple[BoardForSale, ...] = SALE) -> Hive:
    design = load_hive((EXAMPLES / f"{name}.json").read_bytes())
    return design.model_copy(update={"boards": own, "building": Building(for_sale=sale)})


def planned(design: Hive) -> CutPlan:
    return cut_plan(parts_of_hive(design), design)


def board(long: float, wide: float, thick: float = 22.0, count: int = 1, label: str = "found") -> Board:
    return Board(label=label, length_mm=long, width_mm=wide, thickness_mm=thick, count=count)


def thinned(design: Hive) -> list[str]:
    lines: list[str] = []
    for found in said(design, "building").findings:
        if found.code == "thinned":
            values: dict[str, Any] = {name: f"{q.value:g}" for name, q in found.text.values.items()}
            lines.append(found.text.template.format(**values))
    return lines


class Laws(TestCase):
    """Property."""

    def test_26_one_short_wide_board_spoils_nothing(self) -> None:
        """It made “No board is long, wide and thick enough” of sides that had been glued up before."""
        before, after = planned(opened()), planned(opened(board(700.0, 400.0)))
        self.assertEqual((before.too_long, after.too_long), ((), ()))
        self.assertLessEqual(after.cost, before.cost + 1e-6)

    def test_26_one_board_for_two_sides_leaves_the_other_glued_up(self) -> None:
        """Hand: one side comes out of it whole, the other is glued of three strips of 145 mm boards."""
        plan = planned(opened(board(1300.0, 400.0)))
        self.assertEqual(plan.too_long, ())
        whole = [p.name for b in plan.boards if b.source.label == "found" for p in b.pieces]
        self.assertEqual(sum(name.startswith("Side") for name in whole), 1)
        glued = {panel.name: panel for panel in plan.panels if panel.name.startswith("Side")}
        self.assertEqual([(panel.copies, panel.strips) for panel in glued.values()], [(1, 3)])

    @settings(max_examples=25, suppress_health_check=[HealthCheck.too_slow])
    @given(
        st.lists(
            st.tuples(
                st.sampled_from([500.0, 900.0, 1_300.0, 2_500.0]),
                st.sampled_from([60.0, 150.0, 300.0, 420.0]),
                st.sampled_from([18.0, 22.0, 24.0, 40.0, 52.0]),
                st.integers(1, 3),
            ),
            min_size=1,
            max_size=2,
        ),
        st.sampled_from(["sloped-top-bar", "bowline"]),
    )
    def test_26_a_free_board_more_never_harms(self, own: list[tuple[float, float, float, int]], name: str) -> None:
        """Property: with every board more the plan costs no more, and no part goes without."""
        boards = tuple(board(*each, label=f"pile {n}") for n, each in enumerate(own))
        plans = [planned(opened(*boards[:many], name=name)) for many in range(len(boards) + 1)]
        for fewer, more in itertools.pairwise(plans):
            self.assertLessEqual(len(more.too_long), len(fewer.too_long))
            self.assertLessEqual(more.cost, fewer.cost + 1e-6)

    def test_26_strips_only_out_of_boards_that_are_long_enough(self) -> None:
        plan = planned(opened(board(700.0, 400.0, count=9)))
        for each in plan.boards:
            for piece in each.pieces:
                self.assertLessEqual(piece.at_mm + piece.long_mm, each.source.length_mm)

    def test_26_thicker_stock_is_planed_or_resawn_and_says_so_with_its_time(self) -> None:
        """Hand: 26 mm to 22 is planed; 30 to 22 is more than 6 mm and is sawn through; 22.8 is 22 as it is."""
        for thick, how in ((26.0, "planed"), (30.0, "resawn"), (48.0, "resawn"), (22.8, None)):
            design = opened(board(2600.0, 420.0, thick, count=6))
            words = " ".join(thinned(design))
            with self.subTest(thick):
                if how is None:
                    self.assertNotIn("22.8 thick are planed to 22:", words)
                else:
                    self.assertIn(f"Boards {thick:g} thick are {how} to 22:", words)
                    minutes = {line.key for line in table_of(said(design, "building"), "minutes").lines}
                    self.assertIn({"planed": "plane", "resawn": "resaw"}[how], minutes)

    def test_26_a_block_thicker_than_any_board_is_glued_in_layers(self) -> None:
        """The blocks round the entrances of an insulated wall are as thick as its wool: 50 mm out of two of 25."""
        plan = planned(opened(name="deep-horizontal", sale=()))
        self.assertEqual(plan.too_long, ())
        blocks = [panel for panel in plan.panels if panel.name.startswith("Block")]
        self.assertEqual({panel.strips for panel in blocks}, {2})


class Strips(TestCase):
    """Property."""

    WIDE = (
        BoardForSale(label="wide", length_mm=2500.0, width_mm=225.0, thickness_mm=22.0, price=30.0),
        BoardForSale(label="lath", length_mm=2500.0, width_mm=110.0, thickness_mm=22.0, price=20.0),
        BoardForSale(label="bar wood", length_mm=2400.0, width_mm=100.0, thickness_mm=24.0, price=7.0),
        BoardForSale(label="thin", length_mm=2400.0, width_mm=225.0, thickness_mm=18.0, price=8.0),
    )

    def test_26_unequal_strips_where_they_are_cheaper(self) -> None:
        """A lath makes up what a board leaves: one panel at least is of two widths, and the plan is the
        cheaper for it."""
        design = opened(sale=self.WIDE)
        plan = planned(design)
        with patch("sabaka_core.woodwork.strips._WIDTHS_TRIED", 0):
            equal = planned(design)
        self.assertLess(plan.cost, equal.cost - 1e-6)
        widths: dict[str, set[float]] = {}
        for each in plan.boards:
            for piece in each.pieces:
                widths.setdefault(piece.part, set()).add(piece.wide_mm)
        glued = {panel.part for panel in plan.panels}
        self.assertTrue(any(len(found) == 2 for part, found in widths.items() if part in glued), widths)

    @settings(max_examples=8, suppress_health_check=[HealthCheck.too_slow], deadline=None)
    @given(st.sampled_from([125.0, 150.0, 200.0, 225.0]), st.sampled_from([60.0, 90.0, 110.0]), st.floats(1.0, 30.0))
    def test_26_they_are_never_dearer_and_always_make_up_the_part(
        self, wide: float, narrow: float, price: float
    ) -> None:
        sale = (
            *(each for each in self.WIDE if each.thickness_mm != 22.0),
            BoardForSale(label="wide", length_mm=2500.0, width_mm=wide, thickness_mm=22.0, price=20.0),
            BoardForSale(label="narrow", length_mm=2500.0, width_mm=narrow, thickness_mm=22.0, price=round(price, 2)),
        )
        design = opened(sale=sale)
        plan = planned(design)
        with patch("sabaka_core.woodwork.strips._WIDTHS_TRIED", 0):
            self.assertLessEqual(plan.cost, planned(design).cost + 1e-6)
        parts = {part.id: part for part in parts_of_hive(design)}
        glued: dict[str, float] = {}
        for each in plan.boards:
            for piece in each.pieces:
                glued[piece.part] = glued.get(piece.part, 0.0) + piece.wide_mm
        for panel in plan.panels:
            part = parts[panel.part]
            self.assertAlmostEqual(glued[panel.part], part.wide_mm * part.count, delta=0.1 * panel.strips * part.count)


class Order(TestCase):
    """Property."""

    def test_26_each_board_is_cut_in_the_order_that_its_offcuts_need(self) -> None:
        """Crosscut first only where every lane is cut at the same places and no strip is kept at full length."""
        seen = set()
        for name in ("sloped-top-bar", "bowline", "long-shallow", "two-chamber"):
            for sale in (SALE, Strips.WIDE, ()):
                design = opened(name=name, sale=sale)
                for each in cut_plan(parts_of_hive(design), design).boards:
                    seen.add(each.first)
                    lanes: dict[int, list[tuple[float, float]]] = {}
                    for piece in each.pieces:
                        lanes.setdefault(piece.lane, []).append((piece.at_mm, piece.long_mm))
                    wide = each.pieces[0].wide_mm
                    strip = each.source.width_mm - -(-len(lanes) // each.layers) * wide
                    if each.first == "crosscut":
                        self.assertEqual(len({tuple(cuts) for cuts in lanes.values()}), 1)
                        self.assertLess(strip, 20.0 + 3.2 * (len(lanes) + 1) + 0.1)
        self.assertEqual(seen, {"crosscut", "rip"})

    def test_26_the_end_of_a_board_crosscut_first_stays_as_wide_as_the_board(self) -> None:
        plan = planned(opened(name="sloped-top-bar"))
        widths = {each.source.width_mm for each in plan.boards if each.first == "crosscut"}
        ends = {wide for label, _, wide, _ in plan.offcuts if label == "offcut, an end"}
        self.assertIn(145.0, ends & widths)

    def test_26_the_order_stands_on_the_plan_and_proven_speaks_of_these_strips(self) -> None:
        report = said(opened(), "building")
        boards = report.drawings["build-boards"]
        labels = [s.text.template for s in boards.shapes if isinstance(s, Label) and s.layer == "note"]
        self.assertTrue(any("ripped first" in words for words in labels))
        check = report.metrics["building.boards_buy"].working.check
        assert check is not None
        self.assertIn("these strips", check.template)
        self.assertNotIn("no plan", check.template)


class BesideOthers(TestCase):
    """Regression: plans of several keepers at once could leave every warning an error for the whole server."""

    def test_26_a_plan_leaves_what_warnings_do_alone(self) -> None:
        stock = (Stock("board", 24_000, 9.0, None), Stock("plank", 40_000, 0.1, 2))
        with patch("scipy.optimize._constraints.simplefilter") as turned:
            found = cut.__wrapped__((9_000, 7_000, 7_000, 5_000, 5_000, 3_000), stock, 32)
        self.assertTrue(found.cuts)
        turned.assert_not_called()


class FirstFit(TestCase):
    """Property: first fit decreasing by its definition, board by board and kind by kind, with nothing remembered."""

    @settings(max_examples=200, deadline=None)
    @given(
        st.lists(st.sampled_from((300, 300, 450, 700, 1_000, 2_500)), max_size=30),
        st.lists(st.tuples(st.sampled_from((400, 1_000, 2_000)), st.sampled_from((None, 0, 1, 3))), max_size=4),
        st.sampled_from((0, 32)),
    )
    def test_it_is_the_plan_of_the_definition(
        self, lengths: list[int], kinds: list[tuple[int, int | None]], kerf: int
    ) -> None:
        stock = [Stock(f"kind {i}", long, float(long), count) for i, (long, count) in enumerate(kinds)]
        opened: list[tuple[int, list[int]]] = []
        lost = []
        for piece in sorted(range(len(lengths)), key=lambda i: -lengths[i]):

            def fits(kind: int, others: list[int], piece: int = piece) -> bool:
                used = sum(lengths[i] for i in others) + kerf * len(others)
                return used + lengths[piece] <= stock[kind].length

            there = next((pieces for kind, pieces in opened if fits(kind, pieces)), None)
            if there is not None:
                there.append(piece)
                continue
            cheapest = sorted(range(len(stock)), key=lambda k: (stock[k].cost, stock[k].length))
            used = [kind for kind, _ in opened]
            left = [k for k in cheapest if fits(k, []) and (stock[k].count is None or used.count(k) < stock[k].count)]
            if left:
                opened.append((left[0], [piece]))
            else:
                lost.append(piece)
        found = first_fit(lengths, stock, kerf)
        self.assertEqual([(each.stock, list(each.pieces)) for each in found.cuts], opened)
        self.assertEqual(list(found.left_over), lost)
