"""The colonies of Saltmarsh Row: where each came from, its queens, what became of it."""

from __future__ import annotations

from datetime import date
from random import Random
from typing import Any
from uuid import UUID

from sabaka_core.yard.colony import Life
from server.yard.models import BuiltHive, ColonyEntry

# By hive: each colony's name, and what happened to it: on the day when the hive was built, or the next time after what
# was told before that the calendar shows a day. A queen is told by whether she is marked and clipped.
_Told = tuple[str, tuple[tuple[str, str, dict[str, Any]], ...]]
_BUILT = ""
_MARKED, _PLAIN = {"marked": True}, {"marked": False}
_LIVES: dict[str, tuple[_Told, ...]] = {
    "Anchor": (("the harbour colony", ((_BUILT, "nucleus", {"queen": _MARKED}),)),),
    "Bowline": (
        ("the tar-shed colony", ((_BUILT, "split", {"queen": _PLAIN}), ("05-10", "marked", {"queen": _MARKED}))),
    ),
    "Carrick": (
        (
            "the rope-walk colony",
            (
                (_BUILT, "nucleus", {"queen": _MARKED}),
                ("05-20", "swarmed", {"note": "prime swarm into the blackthorn"}),
                ("06-21", "requeened", {"queen": {"marked": True, "of": "own cell"}}),
            ),
        ),
    ),
    "Cleat": (
        ("the slipway colony", ((_BUILT, "bought", {"queen": _MARKED}), ("07-02", "requeened", {"queen": _MARKED}))),
    ),
    "Figure of Eight": (
        ("the beacon colony", ((_BUILT, "nucleus", {"queen": {"marked": True, "clipped": True}}),)),
        ("the beacon nucleus", (("06-10", "split", {"queen": _PLAIN}),)),
    ),
    "Fisherman": (("the drying-loft colony", ((_BUILT, "package", {"queen": _MARKED}),)),),
    "Granny": (("the June swarm", (("06-05", "swarm", {"note": "out of the bait box by the rope-walk"}),)),),
    "Reef": (
        (
            "the first colony",
            ((_BUILT, "nucleus", {"queen": _MARKED}), ("02-10", "died", {"note": "queenless, plenty of honey left"})),
        ),
        ("the new nucleus", (("05-15", "nucleus", {"queen": _MARKED}),)),
    ),
    "Sheepshank": (("the bean-row swarm", ((_BUILT, "swarm", {"queen": _PLAIN}),)),),
}
_ORIGINS = ("swarm", "nucleus", "split", "package", "bought")
# Colonies that live in the second place of a divided hive, by their number.
_BESIDE = frozenset({"the beacon nucleus"})


def lives_of(name: str, key: str, places: list[str], built_on: date, today: date) -> list[Life]:
    """The lives of a hive's colonies up to a day.

    Args:
        name, key: what the hive is called, by its keepers and by the server.
        places: its places for colonies.
    """
    found: list[Life] = []
    before = built_on
    for colony, told in _LIVES.get(name, ()):
        place = places[1] if colony in _BESIDE and len(places) > 1 else places[0]
        events: list[dict[str, Any]] = []
        for on, what, says in told:
            before = _next(before, on) if on else before
            if before > today:
                break
            events.append(_event(before, what, says, key, place, built_on))
        if events:
            found.append(Life.model_validate({"name": colony, "events": events}))
    return found


def _next(after: date, on: str) -> date:
    """The next day after a day that the calendar shows."""
    this = date(after.year, int(on[:2]), int(on[3:]))
    return this if this > after else this.replace(year=after.year + 1)


def _event(day: date, what: str, says: dict[str, Any], key: str, place: str, built_on: date) -> dict[str, Any]:
    event: dict[str, Any] = {"kind": what, "day": day.isoformat(), **says}
    if what in _ORIGINS:
        event |= {"kind": "came", "how": what, "hive": key, "place": place}
    if "queen" in event:
        event["queen"] = {"year": built_on.year if what == "marked" else day.year, **event["queen"]}
    return event


def lived_in(lives: list[Life], day: date) -> bool:
    """Whether somebody lived in a hive on a day."""
    on = day.isoformat()
    return any(life.events[0].day <= on and (life.ended is None or on < life.ended) for life in lives)


def write_colonies(hive: BuiltHive, lives: list[Life]) -> None:
    """Writes a hive's colonies into the book of its yard."""
    for life in lives:
        ident = UUID(int=Random(f"{hive.pk} {life.name}").getrandbits(128), version=4)
        ColonyEntry.objects.create(id=ident, yard=hive.yard, life=life.model_dump(mode="json", exclude_none=True))
