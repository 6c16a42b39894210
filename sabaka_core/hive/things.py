"""The things that a hive is made of, each by a name that stays: what a click takes hold of and a ledger speaks of."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from sabaka_core.hive.blocks import BOX_WORDS
from sabaka_core.hive.whole import Whole

ThingKind = Literal["sides", "ends", "floor", "inside", "covers", "roof", "super", "passage", "stand"]


@dataclass(frozen=True)
class Thing:
    """One of them.

    Attributes:
        kind: what it is.
        title: what it is called under a heading.
        box: chamber that it belongs to; none for what belongs to the whole hive.
        index: place in the document's list of its kind.
    """

    kind: ThingKind
    title: str
    box: int | None = None
    index: int = 0

    @property
    def id(self) -> str:
        """Its name: what tells it from every other of this hive."""
        where = self.index if self.box is None else self.box
        return f"{self.kind}-{where}"


def things(whole: Whole) -> Iterator[Thing]:
    """Everything a hive has, from its chambers outward."""
    for a in whole.chambers:
        of = f" of {a.title}" if a.title else ""
        yield Thing("inside", f"Inside{of}" if of else "The box inside", a.box)
        yield Thing("sides", f"Side walls{of}" if a.chamber.axis == "lying" else f"Wall{of}", a.box)
        if a.chamber.axis == "lying":
            yield Thing("ends", f"End walls{of}", a.box)
        if not a.stands_open:
            yield Thing("floor", f"Floor{of}", a.box)
    for index, each in enumerate(whole.hive.supers):
        word = BOX_WORDS[each.holds].capitalize()
        yield Thing("super", f"{word} {index + 1}, on {each.chamber.replace('-', ' ')}", index=index)
    for index, way in enumerate(whole.hive.passages):
        yield Thing("passage", f"Way, {way.from_chamber} to {way.to_chamber}".replace("-", " "), index=index)
    yield Thing("covers", "Over the combs")
    yield Thing("roof", "Roof")
    yield Thing("stand", "Stand")


def thing_of(whole: Whole, ident: str) -> Thing | None:
    """The thing of that name; none when the hive has no such thing."""
    return next((each for each in things(whole) if each.id == ident), None)
