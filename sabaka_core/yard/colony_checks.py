"""Whether a colony's life can be: each slip named with its field."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from sabaka_core.base.errors import FieldProblem, ParameterError
from sabaka_core.yard.colony import Came, Died, Life, Moved, Stay, United, stays


@dataclass(frozen=True)
class Around:
    """What else there is in the yard.

    Attributes:
        places: the places for colonies in every hive, by their keys: what each is called.
        built_on: since when every hive stands.
        others: the other colonies' lives.
        today: the day that it is.
    """

    places: Mapping[str, Mapping[str, str]]
    built_on: Mapping[str, str]
    others: Mapping[str, Life]
    today: str


def check_life(life: Life, around: Around) -> None:
    """Refuses a life that can't be.

    Raises:
        ParameterError: all that is wrong, each with its field.
    """
    problems = [*_order(life, around), *_hives(life, around), *_others(life, around)]
    if not problems:
        problems = [*_one_in_a_place(life, around)]
    if problems:
        raise ParameterError.of(problems)


def _order(life: Life, around: Around) -> Iterator[FieldProblem]:
    before = ""
    for number, event in enumerate(life.events):
        at = f"events/{number}"
        if isinstance(event, Came) != (number == 0):
            yield FieldProblem(f"{at}/kind", "A colony comes once, and that first.", "comes-once", event.kind)
        if number and isinstance(life.events[number - 1], United | Died):
            reason = "The colony had ended by then. Take that back first, or begin another one."
            yield FieldProblem(f"{at}/kind", reason, "after-its-end", event.kind)
        if event.day < before:
            reason = f"That is before {before}, when something else happened to it."
            yield FieldProblem(f"{at}/day", reason, "out-of-order", event.day)
        if event.day > around.today:
            yield FieldProblem(f"{at}/day", "That is in the future.", "future-event", event.day)
        queen = getattr(event, "queen", None)
        if queen is not None and queen.year is not None and str(queen.year) > event.day[:4]:
            reason = "The queen would be of a year that had not come yet."
            yield FieldProblem(f"{at}/queen/year", reason, "future-queen", str(queen.year))
        before = max(before, event.day)


def _hives(life: Life, around: Around) -> Iterator[FieldProblem]:
    for number, event in enumerate(life.events):
        if not isinstance(event, Came | Moved):
            continue
        at = f"events/{number}"
        places = around.places.get(event.hive)
        if places is None:
            yield FieldProblem(f"{at}/hive", "There is no such hive in this yard.", "no-such-hive", event.hive)
        elif event.place not in places:
            reason = "This hive has no such place for a colony."
            yield FieldProblem(f"{at}/place", reason, "no-such-place", event.place)
        elif event.day < around.built_on[event.hive]:
            reason = f"The hive stands since {around.built_on[event.hive]}: nobody lived in it before."
            yield FieldProblem(f"{at}/day", reason, "before-built", event.day)


def _others(life: Life, around: Around) -> Iterator[FieldProblem]:
    for number, event in enumerate(life.events):
        key = event.into if isinstance(event, United) else event.parent if isinstance(event, Came) else None
        if key is None:
            continue
        field = f"events/{number}/{'into' if isinstance(event, United) else 'parent'}"
        other = around.others.get(key)
        if other is None:
            yield FieldProblem(field, "There is no such colony in this yard.", "no-such-colony", key)
        elif other.events[0].day > event.day or (other.ended is not None and other.ended < event.day):
            yield FieldProblem(field, f"{other.name} did not live on that day.", "not-alive", key)


def _one_in_a_place(life: Life, around: Around) -> Iterator[FieldProblem]:
    """Two colonies in one place are one colony, or a fight: each stay is held against all others'."""
    for mine in stays(life):
        for other in around.others.values():
            for theirs in stays(other):
                if _meet(mine, theirs):
                    number = next(
                        at
                        for at, event in enumerate(life.events)
                        if isinstance(event, Came | Moved) and event.day == mine.since and event.hive == mine.hive
                    )
                    reason = (
                        f"{other.name} lives there since {theirs.since}: unite them, or move one out first. Where the "
                        "hive is divided, its design says so, and it has a place for each."
                    )
                    yield FieldProblem(f"events/{number}/hive", reason, "two-in-one-place", mine.hive)


def _meet(one: Stay, other: Stay) -> bool:
    if (one.hive, one.place) != (other.hive, other.place):
        return False
    begun_before_end = other.until is None or one.since < other.until
    return begun_before_end and (one.until is None or other.since < one.until)
