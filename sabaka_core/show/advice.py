"""Advice on the slope: the steepest clear one, and the best out of the boards on hand."""

from __future__ import annotations

from collections.abc import Iterator

from sabaka_core.base.quantity import Quantity, deg, mm, text
from sabaka_core.combs.slope import best_from_board, steepest_clear_deg
from sabaka_core.drawing.section import upright
from sabaka_core.hive.analysis import Analysis
from sabaka_core.kit.forms import Action, Advice


def slope_advice(a: Analysis) -> tuple[Advice, ...]:
    """What the slope finder has to say of a design."""
    return () if upright(a) else (*_steepest(a), *_from_board(a))


def _steepest(a: Analysis) -> Iterator[Advice]:
    brief = a.comb_brief
    slope = None if brief is None else steepest_clear_deg(brief, a.section.top_mm, a.section.height_mm)
    if slope is None:
        return
    yield Advice(
        text=text("Steepest that keeps the bee space everywhere: {slope}.", slope=deg(slope)),
        why="With top and height held it leaves the least of the section unused. Steeper walls are touched.",
        action=Action(label="Lean the walls so", edit=_slope_edit(a, slope)),
    )


def _from_board(a: Analysis) -> Iterator[Advice]:
    board, brief = a.widest_board_mm, a.comb_brief
    if board is None or brief is None:
        return
    best = best_from_board(brief, a.section.top_mm, board, a.side_mm)
    if best is None:
        return
    yield Advice(
        text=text(
            "Best out of your boards {board} wide: {slope}, {height} high, {comb} of comb a side.",
            board=mm(board),
            slope=deg(best.slope_deg),
            height=mm(best.section.height_mm),
            comb=Quantity(value=best.comb_mm2 / 100, unit="cm2"),
        ),
        why="The whole board's width becomes a side; of all clear slopes this one gives the most comb for its room.",
        action=Action(
            label="Build it so",
            edit={
                "do": "shape",
                "top_mm": a.section.top_mm,
                "height_mm": round(best.section.height_mm, 3),
                "slope_deg": round(best.slope_deg, 3),
            },
        ),
    )


def _slope_edit(a: Analysis, slope_deg: float) -> dict[str, object]:
    # Rounded down, so that the walls stay on the clear side.
    return {"do": "set", "path": f"{a.path}/section/slope_deg", "text": f"{int(slope_deg * 100) / 100}"}
