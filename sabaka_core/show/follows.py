"""What followed from a change: for each step the key numbers that are others now, from the studies themselves."""

from __future__ import annotations

from collections.abc import Iterable

from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Quantity, Text, text
from sabaka_core.hive.context import Context
from sabaka_core.kit.chapter import Asked, Line, Table
from sabaka_core.kit.metrics import Metric
from sabaka_core.show.study import STUDIES, Study

# Steps in the order of the work.
STEPS = ("shape", "combs", "run", "season", "moving", "lifting", "winter", "building")
# Two numbers that differ by less of themselves are the same; of more that differ the first few are said.
_SAME, _MOST = 5e-4, 3


class FollowsStudy(Study):
    """A design beside what it was before a change."""

    name = "follows"

    def lead(self, context: Context) -> Text:
        return Text(template="Against what it was before the last change.")

    def tables(self, context: Context, asked: Asked) -> Iterable[Table]:
        """A line for each step: what it hears of the change."""
        if context.other is not None:
            lines = tuple(_followed(step, context.other, context) for step in STEPS)
            yield Table(key="follows", title="What follows", columns=("What follows",), lines=lines)


def _followed(step: str, before: Context, after: Context) -> Line:
    try:
        old = {each.key: each for each in STUDIES[step].metrics(before.on(after.box))}
        new = [each for each in STUDIES[step].metrics(after) if each.headline]
    except SabakaError as error:
        return Line(key=step, cells=(Text(template=str(error)),))
    said = [words for each in new if (words := _changed(old.get(each.key), each)) is not None]
    if not said:
        return Line(key=step, cells=(Text(template="nothing"),))
    notes = tuple(said[_MOST:])
    return Line(key=step, cells=tuple(said[:_MOST]), notes=notes)


def _changed(before: Metric | None, after: Metric) -> Text | None:
    """What became of a number; nothing where it is the same."""
    if before is None or before.unit != after.unit:
        return None
    if abs(before.value - after.value) <= _SAME * max(abs(before.value), abs(after.value), 1e-9):
        return None
    new, old = (Quantity(value=each.value, unit=each.unit) for each in (after, before))
    return text(f"{after.label}: {{new}}, was {{old}}", new=new, old=old)
