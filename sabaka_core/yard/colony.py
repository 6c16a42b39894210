"""A colony and its life: where it came from, which queen it has, which hive it lives in when, what became of it.

A life is a list of events, in the order of their days; everything else follows from them. So nothing is overwritten,
and taking the last event back undoes it.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Literal

from pydantic import Field

from sabaka_core.base.quantity import Value
from sabaka_core.document.base import DocumentPart, Name
from sabaka_core.document.season import Day
from sabaka_core.yard.queens import QueenColour, colour_of
from sabaka_core.yard.visit import Words

# How the server calls hives and colonies.
Key = Annotated[str, Field(pattern=r"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$")]
Place = Annotated[str, Field(max_length=64)]
Year = Annotated[int, Field(ge=2000, le=2100)]

Origin = Literal["swarm", "nucleus", "split", "package", "bought", "there"]


class Queen(DocumentPart):
    """A queen: the year that she is of, where that is known, and what was done to her."""

    year: Year | None = None
    marked: bool = False
    clipped: bool = False
    of: Words = ""


class Came(DocumentPart):
    """A colony begins: how, in which hive and which place of it, out of which other one where it was split."""

    kind: Literal["came"] = "came"
    day: Day
    how: Origin
    hive: Key
    place: Place = ""
    parent: Key | None = None
    queen: Queen | None = None
    note: Words = ""


class Requeened(DocumentPart):
    """It has another queen, or none where none is said."""

    kind: Literal["requeened"] = "requeened"
    day: Day
    queen: Queen | None = None
    note: Words = ""


class Marked(DocumentPart):
    """Its queen was marked or clipped, or her year became known."""

    kind: Literal["marked"] = "marked"
    day: Day
    queen: Queen
    note: Words = ""


class Moved(DocumentPart):
    """It lives in another hive, or in another place of the same one."""

    kind: Literal["moved"] = "moved"
    day: Day
    hive: Key
    place: Place = ""
    note: Words = ""


class Swarmed(DocumentPart):
    """A swarm left it, the queen with it."""

    kind: Literal["swarmed"] = "swarmed"
    day: Day
    note: Words = ""


class United(DocumentPart):
    """It was united into another colony, and is no more."""

    kind: Literal["united"] = "united"
    day: Day
    into: Key
    note: Words = ""


class Died(DocumentPart):
    """It died, or was given away; the note says of what."""

    kind: Literal["died"] = "died"
    day: Day
    note: Words = ""


Event = Annotated[Came | Requeened | Marked | Moved | Swarmed | United | Died, Field(discriminator="kind")]


class Life(DocumentPart):
    """A colony's name, and all that happened to it."""

    name: Name
    events: Annotated[tuple[Event, ...], Field(min_length=1, max_length=200)]

    @property
    def ended(self) -> str | None:
        """The day on which it ended; none while it lives."""
        last = self.events[-1]
        return last.day if isinstance(last, United | Died) else None

    @property
    def queen(self) -> Queen | None:
        """Its queen as far as is known."""
        found: Queen | None = None
        for event in self.events:
            match event:
                case Came() | Requeened() | Marked():
                    found = event.queen
                case Swarmed():
                    found = None
                case _:
                    pass
        return found


class Stay(Value):
    """A colony in one place of one hive, from a day on; ``until`` is none while it is there."""

    hive: str
    place: str
    since: str
    until: str | None


def stays(life: Life) -> tuple[Stay, ...]:
    """Where a colony lived, in order."""
    found: list[Stay] = []
    for event in life.events:
        if found and found[-1].until is None and isinstance(event, Moved | United | Died):
            found[-1] = found[-1].model_copy(update={"until": event.day})
        if isinstance(event, Came | Moved):
            found.append(Stay(hive=event.hive, place=event.place, since=event.day, until=None))
    return tuple(found)


def lives_in(life: Life) -> Stay | None:
    """Where a colony lives now."""
    found = stays(life)
    return found[-1] if found and found[-1].until is None else None


def queen_colour(queen: Queen | None) -> QueenColour | None:
    """The colour that a queen is marked with, where she is marked and her year is known."""
    return colour_of(queen.year) if queen is not None and queen.marked and queen.year is not None else None


def with_its_queen_since(life: Life) -> str:
    """Since when a colony lives where it is with the queen that it has: what was before is told of another one."""
    stay = lives_in(life)
    changed = [event.day for event in life.events if isinstance(event, Requeened | Swarmed)]
    return max([stay.since if stay is not None else "", *changed])


def lost_in(lives: Iterable[Life], hive: str, year: int) -> int:
    """How many colonies died in a hive in a year."""
    return sum(
        isinstance(life.events[-1], Died)
        and life.events[-1].day.startswith(f"{year:04}")
        and stays(life)[-1].hive == hive
        for life in lives
    )


_CAME = {
    "swarm": "Came as a swarm",
    "nucleus": "Came as a nucleus",
    "split": "Made by a split",
    "package": "Came as a package",
    "bought": "Was bought",
    "there": "Was there",
}


def queen_words(queen: Queen | None) -> str:
    """A queen in a few words."""
    if queen is None:
        return "queen not known"
    colour = queen_colour(queen)
    year = f"queen of {queen.year}" if queen.year is not None else "queen of no known year"
    marked = f"marked {colour}" if colour is not None else "marked" if queen.marked else "not marked"
    said = [year, marked, *(["clipped"] if queen.clipped else []), *([queen.of] if queen.of else [])]
    return ", ".join(said)


def event_words(event: Event, names: dict[str, str]) -> str:
    """An event in a few words.

    Args:
        names: what hives and colonies are called, by their keys.
    """
    match event:
        case Came():
            out_of = f" out of {names.get(event.parent, 'another colony')}" if event.parent else ""
            said = f"{_CAME[event.how]}{out_of}, into {names.get(event.hive, 'a hive')}; {queen_words(event.queen)}"
        case Requeened():
            said = "Queenless" if event.queen is None else f"New queen: {queen_words(event.queen)}"
        case Marked():
            said = f"Queen looked at: {queen_words(event.queen)}"
        case Moved():
            said = f"Moved into {names.get(event.hive, 'a hive')}"
        case Swarmed():
            said = "Swarmed, the old queen gone with it"
        case United():
            said = f"United into {names.get(event.into, 'another colony')}"
        case Died():
            said = "Died, or was given away"
    return f"{said}: {event.note}" if event.note else said
