"""Colonies of a yard: kept as lives, each change checked against all the others."""

from __future__ import annotations

from datetime import date
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from ninja import Schema

from sabaka_core.base.errors import InfeasibleError, ParameterError
from sabaka_core.yard.colony import Life, Queen, event_words, lives_in, queen_colour, queen_words, stays
from sabaka_core.yard.colony_checks import Around, check_life
from server.yard.models import BuiltHive, ColonyEntry, Member, Yard
from server.yard.selectors import role_in, yard_of

MOST_COLONIES = 1_000


class EventOut(Schema):
    """One thing that happened to a colony."""

    day: str
    words: str


class ColonyOut(Schema):
    """A colony: where it lives, its queen, its life as it was said and in words."""

    id: UUID
    name: str
    hive: str
    hive_name: str
    place: str
    place_name: str
    since: str
    ended: str
    queen: Queen | None
    queen_words: str
    colour: str
    life: Life
    events: list[EventOut]


@transaction.atomic
def keep_colony(user: User, yard_id: UUID, ident: UUID, life: Life, today: date) -> ColonyEntry:
    """Keeps a colony's life under the name that its device gave it.

    Raises:
        Http404: no such yard for this member, or the colony is another yard's.
        InfeasibleError: this member only looks on.
        ParameterError: what can't be, each with its field.
    """
    yard = Yard.objects.select_for_update().get(pk=yard_of(user, yard_id).pk)
    _writes(user, yard)
    there = ColonyEntry.objects.filter(id=ident).first()
    if there is not None and there.yard_id != yard.pk:
        raise Http404
    if there is None and yard.colonies.count() >= MOST_COLONIES:
        raise ParameterError("name", life.name, f"{MOST_COLONIES} colonies are kept: no more.", "too-many-colonies")
    check_life(life, _around(yard, ident, today))
    colony, _ = ColonyEntry.objects.update_or_create(
        id=ident, defaults={"yard": yard, "life": life.model_dump(mode="json", exclude_none=True)}
    )
    return colony


@transaction.atomic
def forget_colony(user: User, yard_id: UUID, ident: UUID) -> None:
    """Takes a colony out of the book, as if it had never been.

    Raises:
        Http404: no such colony for this member.
        InfeasibleError: another colony came from it or was united into it.
    """
    yard = yard_of(user, yard_id)
    _writes(user, yard)
    colony = yard.colonies.filter(id=ident).first()
    if colony is None:
        raise Http404
    others = [Life.model_validate(other.life) for other in yard.colonies.exclude(id=ident)]
    if any(str(ident) in str(event.model_dump()) for life in others for event in life.events):
        raise InfeasibleError("Another colony came from it, or was united into it: take that back first.")
    colony.delete()


def _writes(user: User, yard: Yard) -> None:
    if role_in(user, yard) == Member.Role.LOOKER:
        raise InfeasibleError("You look on in this yard: its keepers and helpers write of colonies.")


def places_in(document: dict[str, Any]) -> dict[str, str]:
    """The places that a hive has for colonies: one by its design, or one for each of several."""
    colonies = document.get("colonies", [])
    if len(colonies) < 2:
        return {"": ""}
    return {each["id"]: each["name"] for each in colonies}


def _around(yard: Yard, ident: UUID, today: date) -> Around:
    hives = {str(hive.pk): hive for hive in yard.hives.defer("plan", "stands", "card")}
    return Around(
        places={key: places_in(hive.document) for key, hive in hives.items()},
        built_on={key: hive.built_on.isoformat() for key, hive in hives.items()},
        others={str(other.pk): Life.model_validate(other.life) for other in yard.colonies.exclude(id=ident)},
        today=today.isoformat(),
    )


def colonies_of(yard: Yard, hive: BuiltHive | None = None) -> list[ColonyOut]:
    """The colonies of a yard; of one hive those that live or lived in it, the living first."""
    lives = {colony.pk: Life.model_validate(colony.life) for colony in yard.colonies.all()}
    names = {str(key): life.name for key, life in lives.items()}
    hives = dict(yard.hives.values_list("id", "name"))
    names |= {str(key): name for key, name in hives.items()}
    key = str(hive.pk) if hive is not None else None
    found = [
        _told(ident, life, names, hive)
        for ident, life in lives.items()
        if key is None or any(stay.hive == key for stay in stays(life))
    ]
    return sorted(found, key=lambda each: (bool(each.ended), each.name))


def _told(ident: UUID, life: Life, names: dict[str, str], hive: BuiltHive | None) -> ColonyOut:
    stay = lives_in(life)
    places = places_in(hive.document) if hive is not None else {}
    return ColonyOut(
        id=ident,
        name=life.name,
        hive=stay.hive if stay else "",
        hive_name=names.get(stay.hive, "") if stay else "",
        place=stay.place if stay else "",
        place_name=places.get(stay.place, "") if stay else "",
        since=stay.since if stay else "",
        ended=life.ended or "",
        queen=life.queen,
        queen_words=queen_words(life.queen),
        colour=queen_colour(life.queen) or "",
        life=life,
        events=[EventOut(day=event.day, words=event_words(event, names)) for event in life.events],
    )
