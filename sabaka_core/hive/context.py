"""One design while it is studied: what several studies need is worked out once."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from copy import copy
from hashlib import sha256
from threading import Lock
from typing import Any, TypeVar, cast

from sabaka_core.base import budget
from sabaka_core.document.hive import Hive
from sabaka_core.hive.analysis import Analysis
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.whole import Whole, whole

T = TypeVar("T")


class Context:
    """A design with a memo: the whole hive, the year’s plan, the parts are each made when first asked for.

    Attributes:
        given: the design as its keeper has it.
        box: index of the chamber on the bench; the brood chamber when none was named.
        other: a design that it is compared with.
        tell: hears how far a long answer is, from 0 to 1.
    """

    def __init__(self, given: Hive) -> None:
        self.given = given
        self.other: Context | None = None
        self.tell: Callable[[float], None] = _unheard
        self._made: dict[Callable[[Context], Any], Any] = {}
        self._box: int | None = None

    @property
    def whole(self) -> Whole:
        """All of its chambers, within reach."""
        return self.once(_whole)

    @property
    def hive(self) -> Hive:
        """The design as it is worked with."""
        return self.whole.hive

    @property
    def main(self) -> Analysis:
        """The brood chamber."""
        return self.whole.chambers[main_box(self.hive)]

    @property
    def box(self) -> int:
        return main_box(self.hive) if self._box is None else self._box

    @property
    def bench(self) -> Analysis:
        """The chamber on the bench.

        Raises:
            ParameterError: there is no such chamber.
        """
        known = self.whole.chambers
        return known[self.box] if 0 <= self.box < len(known) else analyse(self.hive, self.box)

    def on(self, box: int | None) -> Context:
        """The same design with another chamber on the bench."""
        seen = copy(self)
        seen._box = box
        return seen

    def beside(self, other: Context) -> Context:
        """The same design with another to compare with."""
        seen = copy(self)
        seen.other = other
        return seen

    def once(self, make: Callable[[Context], T]) -> T:
        """What a function makes of this design, whichever chamber is on the bench; it is asked only once."""
        if make not in self._made:
            budget.look()
            self._made[make] = make(self)
        return cast(T, self._made[make])


def _unheard(share: float) -> None:
    """Nobody listens."""


def _whole(context: Context) -> Whole:
    return whole(context.given)


class Remembered:
    """Contexts of the designs asked for last, by the hash of the document: a commit after its preview, a slider."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._held: OrderedDict[str, Context] = OrderedDict()
        self._lock = Lock()

    def of(self, hive: Hive) -> Context:
        """The context of a design: the one made for it before, if it is still remembered."""
        by_days = hive.season is not None and hive.season.days is not None
        key = sha256(f"{by_days}{hive.model_dump_json()}".encode()).hexdigest()
        with self._lock:
            context = self._held.pop(key, None) or Context(hive)
            self._held[key] = context
            if len(self._held) > self._most:
                self._held.popitem(last=False)
        return context


# Few: a keeper has one design on the bench, with a step or two back.
contexts = Remembered(24)
