"""The order of work: what to do, where to measure again, and what to mind. Ticks are kept with the design."""

from __future__ import annotations

from dataclasses import dataclass

from pydantic import BaseModel, ConfigDict

from sabaka_core.base.units import UNSEEN_DEG
from sabaka_core.kit.tables import records
from sabaka_core.woodwork.parts import Part

_SAW = "Guard and riving knife on, push stick, stop block clear of the blade; eyes and ears covered, no gloves."
# Bevels of less are square to any saw [deg].


class StepRow(BaseModel):
    """A step as data/steps.toml has it."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    title: str
    words: str
    of: str = ""
    asked: bool = False
    measure: str = ""
    saw: bool = False
    caution: str = ""


@dataclass(frozen=True)
class WorkStep:
    """One step of the work; ``parts`` are those that it is done to."""

    id: str
    title: str
    words: str
    measure: str
    caution: str
    parts: tuple[str, ...]


def work_steps(parts: tuple[Part, ...]) -> tuple[WorkStep, ...]:
    """The steps that these parts ask for, in order."""
    found = ((key, row, _done_to(row.of, parts)) for key, row in records("steps", StepRow).items())
    return tuple(
        WorkStep(key, row.title, row.words, row.measure, _SAW if row.saw else row.caution, mine)
        for key, row, mine in found
        if mine or not row.asked
    )


def _done_to(of: str, parts: tuple[Part, ...]) -> tuple[str, ...]:
    """The parts of a group, or those that have what is done."""
    having = {
        "bevel": [part for part in parts if part.bevel_deg > UNSEEN_DEG],
        "rebate": [part for part in parts if part.rebate],
        "holes": [part for part in parts if part.holes],
    }
    return tuple(part.id for part in having.get(of, [part for part in parts if part.group == of]))
