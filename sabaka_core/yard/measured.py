"""A hive that was measured after it was built: saws and rulers differ, and the book goes on from what stands there."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from sabaka_core.base.errors import ParameterError
from sabaka_core.base.quantity import Value
from sabaka_core.document.combs import FixedComb, Frame
from sabaka_core.document.hive import Hive
from sabaka_core.edits.apply import apply_edit
from sabaka_core.edits.fields import SetField
from sabaka_core.run.layout import lay_out
from sabaka_core.yard.checks import PLAY_MM
from sabaka_core.yard.entered import entered
from sabaka_core.yard.standing import with_runs
from sabaka_core.yard.visit import RunSeen, Visit


class Measurable(Value):
    """One size that can be measured on a hive that stands: where it is in the document, what it is called."""

    path: str
    label: str
    mm: float


def measurable(hive: Hive) -> tuple[Measurable, ...]:
    """What can be measured on a hive, as it is known now."""
    return tuple(_sizes(hive))


def _sizes(hive: Hive) -> Iterator[Measurable]:
    several = len(hive.chambers) > 1
    for index, chamber in enumerate(hive.chambers):
        where = f" of {chamber.id.replace('-', ' ')}" if several else ""
        yield Measurable(path=f"/chambers/{index}/length_mm", label=f"Inside length{where}", mm=chamber.length_mm)
    for index, kind in enumerate(hive.comb_types):
        if isinstance(kind, FixedComb):
            continue
        name = "spacing_mm" if isinstance(kind, Frame) else "width_mm"
        what = "Spacing" if isinstance(kind, Frame) else "Width"
        yield Measurable(path=f"/comb_types/{index}/{name}", label=f"{what} of {kind.name}", mm=getattr(kind, name))


def as_measured(built: Hive, typed: SetField) -> Hive:
    """The design with one size as it was measured.

    Raises:
        ParameterError: it is none that is measured, or it can't be so.
    """
    if typed.path not in {each.path for each in measurable(built)}:
        raise ParameterError(
            "path", typed.path, "That is nothing that is measured on a hive that stands.", "not-measured"
        )
    return apply_edit(built, typed)


def hung_as_measured(built: Hive, stood: Sequence[RunSeen]) -> Hive:
    """A hive as measured, with what hangs in it; the open room takes up the difference.

    Raises:
        ParameterError: what hangs in it takes more room than was measured.
    """
    runs = entered(built, Visit(at="2000-01-01T00:00", found=tuple(stood))).found
    stands = with_runs(built, runs)
    for chamber in stands.chambers:
        over = -lay_out(stands, chamber).leftover_mm
        if over > PLAY_MM:
            reason = f"What hangs in it takes {over:.0f} mm more than that: measure again, or write down what hangs."
            raise ParameterError("text", f"{over:.0f} mm", reason, "run-too-long")
    return stands
