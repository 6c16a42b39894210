"""How much work an answer may take: whoever asks sets it, and what is worked out looks at it as it goes.

Sizes are bounded before (``hive/reach.py``); this bounds what they make of each other. Whoever sets it says when it is
used up, for nothing in here reads a clock. Without one work goes on till it is done, as on the command line.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass


class StoppedError(Exception):
    """Work was ended from outside. It is no error of a design: nothing that tries designs takes it for one."""


class OverBudgetError(StoppedError):
    """An answer takes more work than it may here."""

    def __init__(self) -> None:
        super().__init__("That takes longer than an answer may: ask for less of it at once.")


class NobodyWaitsError(StoppedError):
    """Whoever asked has gone."""

    def __init__(self) -> None:
        super().__init__("Nobody waits for this answer any more.")


@dataclass(frozen=True)
class _Budget:
    spent: Callable[[], bool]
    gone: Callable[[], bool]


_SET: ContextVar[_Budget | None] = ContextVar("budget", default=None)


def _never() -> bool:
    return False


@contextmanager
def within(spent: Callable[[], bool], gone: Callable[[], bool] = _never) -> Iterator[None]:
    """Bounds what is worked out inside: ``spent`` says that all work is used up, ``gone`` that nobody waits."""
    token = _SET.set(_Budget(spent, gone))
    try:
        yield
    finally:
        _SET.reset(token)


def look() -> None:
    """Stands where work comes in pieces: before a rule, a trial, a plan.

    Raises:
        OverBudgetError: all that was given is used up.
        NobodyWaitsError: whoever asked has gone.
    """
    budget = _SET.get()
    if budget is None:
        return
    if budget.spent():
        raise OverBudgetError
    if budget.gone():
        raise NobodyWaitsError
