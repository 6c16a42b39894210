"""Changes of the yard book, each in a transaction."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from secrets import token_urlsafe
from typing import Any
from uuid import UUID

from django.contrib.auth.models import User
from django.db import transaction
from django.http import Http404
from django.utils import timezone

from sabaka_core import Hive, ParameterError, dump_hive, validate_hive, working_hive
from sabaka_core.base.dates import minute
from sabaka_core.base.errors import InfeasibleError, SabakaError
from sabaka_core.base.texts import odd_character, odd_reason
from sabaka_core.edits.fields import SetField
from sabaka_core.hive.context import Context
from sabaka_core.show.book import planned_year
from sabaka_core.yard.checks import Before, check_visit
from sabaka_core.yard.entered import entered
from sabaka_core.yard.measured import as_measured, hung_as_measured, measurable
from sabaka_core.yard.place import climate_names, in_climate
from sabaka_core.yard.standing import left_by, numbered, runs_of, standing
from sabaka_core.yard.visit import Visit
from server.accounts.names import account_of
from server.designs.models import Design
from server.designs.weather import weathered
from server.yard.cards import make_card
from server.yard.models import BuiltHive, Member, VisitEntry, Yard
from server.yard.selectors import hive_of, role_in, visits_in

MOST_YARDS, MOST_HIVES, MOST_VISITS = 40, 200, 5_000
# Two visits to one hive within so many minutes, by two devices, are the same one.
_SAME_MINUTES = 60


def make_yard(user: User, name: str, place: str = "") -> Yard:
    """A new yard, its maker the keeper of it.

    Raises:
        ParameterError: a name that can't be, or too many yards.
    """
    if Member.objects.filter(user=user).count() >= MOST_YARDS:
        raise ParameterError("name", name, f"You are in {MOST_YARDS} yards: more aren’t kept.", "too-many-yards")
    with transaction.atomic():
        yard = Yard.objects.create(name=_name(name, "name"), place=_name(place, "place", least=0))
        Member.objects.create(yard=yard, user=user, role=Member.Role.KEEPER)
    return yard


@dataclass(frozen=True)
class YardSaid:
    """What a keeper says of a yard: its name, where it is, its climate, how its hives stand."""

    name: str
    place: str = ""
    climate: str = ""
    layout: str = ""


@transaction.atomic
def settle_yard(user: User, yard: Yard, said: YardSaid) -> None:
    """Says otherwise of a yard; in another climate its hives are planned anew.

    Raises:
        InfeasibleError: this member isn't its keeper.
        ParameterError: a name or climate that can't be.
    """
    _keeper_only(user, yard)
    if said.climate and said.climate not in climate_names():
        raise ParameterError("climate", said.climate, "There is no such climate.", "no-such-climate")
    moved = yard.climate != said.climate
    yard.name, yard.place = _name(said.name, "name"), _name(said.place, "place", least=0)
    yard.climate, yard.layout = said.climate, _name(said.layout, "layout", least=0)
    yard.save(update_fields=["name", "place", "climate", "layout"])
    for hive in yard.hives.all() if moved else ():
        hive.plan = _plan_of(user, validate_hive(hive.document), yard.climate) or hive.plan
        hive.card = make_card(hive).model_dump(mode="json")
        hive.save(update_fields=["plan", "card"])


@transaction.atomic
def remove_yard(user: User, yard: Yard) -> None:
    """Takes a yard away with its hives and all that was written of them.

    Raises:
        InfeasibleError: this member isn't its keeper.
    """
    _keeper_only(user, yard)
    yard.delete()


def add_member(user: User, yard: Yard, name: str, role: str) -> Member:
    """Lets somebody into a yard, or gives him another part in it.

    Raises:
        InfeasibleError: this member isn't its keeper, or would leave it without one.
        ParameterError: nobody has an account of that name.
    """
    _keeper_only(user, yard)
    other = account_of(name)
    if other is None:
        raise ParameterError("name", name, "Nobody here has an account of that name.", "no-such-account")
    if role != Member.Role.KEEPER:
        _leaves_a_keeper(yard, other)
    member, _ = Member.objects.update_or_create(yard=yard, user=other, defaults={"role": role})
    return member


def remove_member(user: User, yard: Yard, member: int) -> None:
    """Takes somebody out of a yard; what he wrote stays.

    Raises:
        Http404: no such member.
        InfeasibleError: this member isn't its keeper, or would leave it without one.
    """
    found = Member.objects.filter(yard=yard, pk=member).select_related("user").first()
    if found is None:
        raise Http404
    if found.user_id != user.pk:
        _keeper_only(user, yard)
    _leaves_a_keeper(yard, found.user)
    found.delete()


def _keeper_only(user: User, yard: Yard) -> None:
    if role_in(user, yard) != Member.Role.KEEPER:
        raise InfeasibleError("Only a keeper of this yard says that of it.")


def _leaves_a_keeper(yard: Yard, other: User) -> None:
    keepers = yard.members.filter(role=Member.Role.KEEPER)
    if not keepers.exclude(user=other).exists():
        raise InfeasibleError("A yard needs a keeper.", "Make somebody else its keeper first.")


def renew_feed(user: User, yard: Yard) -> str:
    """Gives a yard's calendar a new secret address; the one before leads nowhere any more.

    Raises:
        InfeasibleError: this member isn't its keeper.
    """
    if role_in(user, yard) != Member.Role.KEEPER:
        raise InfeasibleError("Only a keeper of this yard hands its calendar out.")
    yard.feed = token_urlsafe(32)
    yard.save(update_fields=["feed"])
    return yard.feed


def _name(words: str, field: str, least: int = 1) -> str:
    words = words.strip()
    if not least <= len(words) <= 80:
        raise ParameterError(field, words, "Between 1 and 80 letters.", "bad-name")
    odd = odd_character(words)
    if odd is not None:
        raise ParameterError(field, words, odd_reason(odd), "bad-name")
    return words


@transaction.atomic
def build_hive(user: User, yard: Yard, design: Design, built_on: date, name: str = "") -> BuiltHive:
    """A hive that was built from a design as it stands now.

    Raises:
        ParameterError: a name or day that can't be.
        InfeasibleError: this member doesn't build here.
    """
    if role_in(user, yard) != Member.Role.KEEPER:
        raise InfeasibleError("Only a keeper of this yard puts hives into it.")
    if yard.hives.count() >= MOST_HIVES:
        raise ParameterError(
            "design", "", f"{MOST_HIVES} hives stand in this yard: more aren’t kept.", "too-many-hives"
        )
    _not_ahead(built_on)
    hive = numbered(working_hive(design.document))
    document = dump_hive(hive)
    return BuiltHive.objects.create(
        yard=yard,
        name=_name(name or design.name, "name"),
        design=design,
        revision=design.head,
        built_on=built_on,
        document=document,
        plan=_plan_of(design.owner, hive, yard.climate),
        stands=document,
    )


def _plan_of(owner: User, hive: Hive, climate: str) -> dict[str, Any] | None:
    try:
        return planned_year(Context(weathered(owner, in_climate(hive, climate)))).model_dump(mode="json")
    except SabakaError:
        return None


@dataclass(frozen=True)
class Kept:
    """A visit that is kept, and whether it was written beside another one of the same hour."""

    entry: VisitEntry
    again: bool = False


@transaction.atomic
def keep_visit(user: User, hive_id: UUID, ident: UUID, visit: Visit, now: datetime) -> Kept:
    """Keeps a visit under the name that its device gave it; sent again it is the same one.

    Raises:
        Http404: no such hive for this member.
        InfeasibleError: this member only looks on.
        ParameterError: what can't be, each with its field.
    """
    hive = BuiltHive.objects.select_for_update().get(pk=hive_of(user, hive_id).pk)
    if role_in(user, hive.yard) == Member.Role.LOOKER:
        raise InfeasibleError("You look on in this yard: its keepers and helpers write visits.")
    there = VisitEntry.objects.filter(id=ident).first()
    if there is not None:
        if there.hive_id != hive.pk:
            raise Http404
        return Kept(there, again=True)
    if hive.visits.count() >= MOST_VISITS:
        raise ParameterError("at", visit.at, f"{MOST_VISITS} visits to one hive: more aren’t kept.", "too-many-visits")
    built = validate_hive(hive.document)
    visit = entered(built, visit)
    later = hive.visits.filter(at__gt=visit.at).exists()
    stood = standing(built, visits_in(hive.visits.filter(at__lte=visit.at))) if later else validate_hive(hive.stands)
    now_there = (now.astimezone(UTC) + timedelta(minutes=visit.zone_minutes)).strftime("%Y-%m-%dT%H:%M")
    check_visit(visit, Before(built, hive.built_on.isoformat(), stood, now_there))
    entry = VisitEntry.objects.create(
        id=ident,
        hive=hive,
        author=user,
        at=visit.at,
        entry=visit.model_dump(mode="json", exclude_none=True),
        beside=_is_beside(hive, visit),
    )
    # What was written about an earlier day may be overruled by a later visit; the last one says how the hive stands.
    _stand(hive, standing(built, visits_in(hive.visits.all())) if later else left_by(stood, visit))
    return Kept(entry)


def _is_beside(hive: BuiltHive, visit: Visit) -> bool:
    """Whether somebody else, or another device, wrote down a visit to this hive about that time."""
    near = hive.visits.filter(at__startswith=visit.day).values_list("at", flat=True)
    return any(abs(minute(other) - minute(visit.at)) <= _SAME_MINUTES for other in near)


@transaction.atomic
def take_back(user: User, hive_id: UUID, ident: UUID) -> None:
    """Takes a visit back. The hive then stands as the others left it.

    Raises:
        Http404: no such visit for this member.
        InfeasibleError: it is somebody else's, and this member is no keeper.
    """
    hive = hive_of(user, hive_id)
    entry = hive.visits.filter(id=ident).first()
    if entry is None:
        raise Http404
    if entry.author_id != user.pk and role_in(user, hive.yard) != Member.Role.KEEPER:
        raise InfeasibleError("Somebody else wrote that visit: only he or a keeper takes it back.")
    entry.delete()
    _stand(hive, standing(validate_hive(hive.document), visits_in(hive.visits.all())))


def _stand(hive: BuiltHive, stands: Hive) -> None:
    """What the hive looks like after all its visits, and what the yard's page says of it."""
    hive.stands = dump_hive(stands)
    hive.card = make_card(hive).model_dump(mode="json")
    hive.save(update_fields=["stands", "card"])


def tick(user: User, hive_id: UUID, key: str) -> None:
    """Ticks something that is due off, or takes the tick away."""
    hive = hive_of(user, hive_id)
    if role_in(user, hive.yard) == Member.Role.LOOKER:
        raise InfeasibleError("You look on in this yard: its keepers and helpers tick things off.")
    done = [each for each in hive.done if each != key]
    hive.done = done if len(done) < len(hive.done) else [*done, key][-500:]
    hive.save(update_fields=["done"])


@transaction.atomic
def measure_hive(user: User, hive_id: UUID, typed: SetField) -> None:
    """Puts a size as it was measured on a hive that stands; its plan is made anew from it.

    Raises:
        Http404: no such hive for this member.
        InfeasibleError: this member isn't a keeper.
        ParameterError: it is none that is measured, or can't be so.
    """
    hive = BuiltHive.objects.select_for_update().get(pk=hive_of(user, hive_id).pk)
    if role_in(user, hive.yard) != Member.Role.KEEPER:
        raise InfeasibleError("Only a keeper of this yard says how a hive was measured.")
    before = validate_hive(hive.document)
    after = as_measured(before, typed)
    stands = hung_as_measured(after, runs_of(validate_hive(hive.stands)))
    was, now = (next(each for each in measurable(one) if each.path == typed.path) for one in (before, after))
    hive.document = dump_hive(after)
    hive.plan = _plan_of(user, after, hive.yard.climate) or hive.plan
    hive.measured = [*hive.measured, f"{now.label}: {now.mm:g} mm, not {was.mm:g} mm as designed"][-50:]
    hive.save(update_fields=["document", "plan", "measured"])
    _stand(hive, stands)


@transaction.atomic
def rename_hive(user: User, hive_id: UUID, name: str, built_on: date) -> None:
    """Gives a hive another name, or another day on which it was built.

    Raises:
        Http404: no such hive for this member.
        InfeasibleError: this member isn't a keeper.
        ParameterError: a name that can't be, or a day after its first visit or in the future.
    """
    hive = hive_of(user, hive_id)
    if role_in(user, hive.yard) != Member.Role.KEEPER:
        raise InfeasibleError("Only a keeper of this yard names its hives.")
    first = hive.visits.order_by("at").values_list("at", flat=True).first()
    if first is not None and built_on.isoformat() > first[:10]:
        reason = f"A visit was written for {first[:10]}: it stood by then."
        raise ParameterError("built_on", built_on, reason, "after-a-visit")
    _not_ahead(built_on)
    hive.name, hive.built_on = _name(name, "name"), built_on
    hive.card = make_card(hive).model_dump(mode="json")
    hive.save(update_fields=["name", "built_on", "card"])


def _not_ahead(built_on: date) -> None:
    if built_on > timezone.localdate() + timedelta(days=1):
        raise ParameterError("built_on", built_on, "A hive that isn’t built yet has no book.", "future-hive")


def remove_hive(user: User, hive_id: UUID) -> None:
    """Takes a hive out of the yard with all that was written of it.

    Raises:
        Http404: no such hive for this member.
        InfeasibleError: this member isn't a keeper, or somebody lived in it: that is part of the yard's book.
    """
    hive = hive_of(user, hive_id)
    if role_in(user, hive.yard) != Member.Role.KEEPER:
        raise InfeasibleError("Only a keeper of this yard takes hives out of it.")
    if any(str(hive.pk) in str(colony.life) for colony in hive.yard.colonies.all()):
        raise InfeasibleError("A colony lives or lived in it.", "Move it, or take it out of the book, first.")
    hive.delete()
