"""The winter here beside the winter in the stack that the hive stands for: comb to climb in, gaps to cross."""

from __future__ import annotations

from sabaka_core.base.quantity import mm, text
from sabaka_core.document.lifting import Lifting
from sabaka_core.frames.parts import openings_of
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Line, Table
from sabaka_core.lifting.loads import StackBox, chosen_stack
from sabaka_core.winter.asked import nest_in

# Boxes that a colony usually winters in, one over the other.
_BOXES = 2


def stack_table(context: Context) -> Table:
    """What a climbing cluster finds here, and in two boxes of the stack.

    Raises:
        ParameterError: boxes aren't stacked for the frame that the keeper named.
    """
    nest = context.once(nest_in)
    stack = chosen_stack(context.hive.lifting or Lifting())
    field, gap = comb_and_gap_mm(stack, context.hive.choices.bee_space_mm)
    boxes = stack.fixed or _BOXES
    there = boxes * field
    rows = (
        ("Comb to climb in", nest.comb_mm, there),
        ("Of it without a gap", nest.unbroken_mm, field),
        ("Gap that bees must cross in the cold", nest.gap_mm, gap if boxes > 1 else 0.0),
        ("Needed by your days and your cluster", nest.least_comb_mm, nest.least_comb_mm),
        ("Short by", nest.short_mm, max(nest.least_comb_mm - there, 0.0)),
    )
    lines = tuple(Line(key=words, cells=(text(words), mm(here), mm(other))) for words, here, other in rows)
    columns = ("", "this hive", f"{boxes} boxes of {stack.name}")
    return Table(key="stack", title="Beside the stack", columns=columns, lines=lines)


def comb_and_gap_mm(stack: StackBox, bee_space_mm: float) -> tuple[float, float]:
    """Height of the comb in one of its frames, and what lies between the combs of two boxes [mm]: a bottom bar, the
    bee space between the boxes and a top bar."""
    frame = stack.frame
    field = sum(opening.bottom_mm - opening.top_mm for opening in openings_of(frame))
    return field, frame.bottom_bar_thickness_mm + bee_space_mm + frame.top_bar_thickness_mm
