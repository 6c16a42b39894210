"""What the yard's pages show: each hive as its rod, what is due, each visit against the plan."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from uuid import UUID

from ninja import Schema

from sabaka_core import validate_hive
from sabaka_core.base.errors import SabakaError
from sabaka_core.base.quantity import Text
from sabaka_core.document.hive import Hive
from sabaka_core.drawing.yard import seen_rod
from sabaka_core.hive.chambers import analyse, main_box
from sabaka_core.hive.whole import whole
from sabaka_core.kit.drawing import Drawing
from sabaka_core.show.shape import summary
from sabaka_core.yard.against import against, in_words, line_through, seen
from sabaka_core.yard.combs import CombLife, comb_lives, old_comb_words
from sabaka_core.yard.due import due
from sabaka_core.yard.plan import BookPlan, as_planned
from sabaka_core.yard.standing import combs_of, runs_of, standing, with_runs
from sabaka_core.yard.visit import RunSeen, Visit
from server.yard.models import BuiltHive, VisitEntry, Yard
from server.yard.selectors import entries_of, plan_of, visits_in

# What is due follows from so many visits.
_LATELY = 8


class DueOut(Schema):
    """One thing that is due at a hive."""

    hive: UUID
    name: str
    key: str
    day: str
    last: str
    words: str
    why: str
    of: str
    overdue: bool


class HiveCard(Schema):
    """A hive of the yard as it was last seen."""

    id: UUID
    name: str
    words: Text
    last_at: str
    rod: Drawing | None
    state: str
    urgent: bool


class MemberOut(Schema):
    """Somebody in a yard."""

    id: int
    name: str
    role: str


class YardOut(Schema):
    """A yard with all its hives and what is due at them."""

    id: UUID
    name: str
    place: str
    role: str
    members: list[MemberOut]
    feed: bool
    hives: list[HiveCard]
    due: list[DueOut]


class DifferenceOut(Schema):
    """One number of a visit, and the plan's."""

    what: str
    seen: float | None
    planned: float | None
    by: float | None


class VisitOut(Schema):
    """A visit with its rod."""

    id: UUID
    at: str
    by: str
    beside: bool
    entry: Visit
    combs: int
    honey_kg: float
    rod: Drawing | None
    against: list[DifferenceOut]


class HivePage(Schema):
    """A hive, its visits the oldest first, and what the next one begins with."""

    id: UUID
    yard: UUID
    yard_name: str
    name: str
    role: str
    design: UUID | None
    revision: int
    built_on: str
    words: Text
    stands: list[RunSeen]
    planned: RunSeen | None
    comb_names: dict[str, str]
    visits: list[VisitOut]
    more: int
    combs: list[CombLife]
    combs_why: str
    due: list[DueOut]


def yard_page(yard: Yard, role: str, today: date) -> YardOut:
    """A yard as it stands."""
    cards: list[HiveCard] = []
    wanted: list[DueOut] = []
    for hive in yard.hives.order_by("name"):
        entries = entries_of(hive, _LATELY)
        visits = visits_in(entries)
        plan = plan_of(hive)
        mine = _due(hive, visits, plan, today)
        wanted += mine
        cards.append(_card(hive, visits, plan, mine, today))
    members = [
        MemberOut(id=member.pk, name=member.user.first_name or member.user.username, role=member.role)
        for member in yard.members.select_related("user").order_by("pk")
    ]
    wanted.sort(key=lambda each: (not each.overdue, each.day, each.name))
    return YardOut(
        id=yard.id,
        name=yard.name,
        place=yard.place,
        role=role,
        members=members,
        feed=bool(yard.feed),
        hives=cards,
        due=wanted,
    )


def due_in(yard: Yard, today: date) -> list[DueOut]:
    """What is due at all hives of a yard."""
    return [
        each
        for hive in yard.hives.order_by("name")
        for each in _due(hive, visits_in(entries_of(hive, _LATELY)), plan_of(hive), today)
    ]


def _card(
    hive: BuiltHive, visits: Sequence[Visit], plan: BookPlan | None, wanted: Sequence[DueOut], today: date
) -> HiveCard:
    stands = validate_hive(hive.stands)
    planned = plan.on(today.isoformat()) if plan is not None and visits else None
    overdue = next((each for each in wanted if each.overdue), None)
    late = None if overdue is None else f"overdue: {overdue.words}"
    return HiveCard(
        id=hive.id,
        name=hive.name,
        words=summary(whole(stands)),
        last_at=visits[-1].at if visits else "",
        rod=_rod(stands, line_through([planned], 0), f"{hive.name}, as last seen"),
        state=late or _state(stands, visits, plan),
        urgent=late is not None,
    )


def _state(built: Hive, visits: Sequence[Visit], plan: BookPlan | None) -> str:
    """How the last visit that opened the hive stands against the plan, in a few words."""
    last = next((visit for visit in reversed(visits) if visit.found), None)
    if last is None:
        return "not looked into yet"
    planned = plan.on(last.day) if plan is not None else None
    if planned is None:
        return "as seen: there is no plan of that day"
    return in_words(against(seen(built, last), planned))


def _rod(hive: Hive, planned_mm: tuple[float, float, float] | None, title: str) -> Drawing | None:
    """A hive's main chamber with the plan's line through it."""
    try:
        return seen_rod(analyse(hive, main_box(hive)), planned_mm, title)
    except SabakaError:
        return None


def _due(hive: BuiltHive, visits: Sequence[Visit], plan: BookPlan | None, today: date) -> list[DueOut]:
    now = today.isoformat()
    return [
        DueOut(
            hive=hive.id,
            name=hive.name,
            key=each.key,
            day=each.day,
            last=each.last,
            words=each.words,
            why=each.why,
            of=each.of,
            overdue=each.is_overdue(now),
        )
        for each in due(visits, plan, now, frozenset(hive.done))
    ]


def hive_page(hive: BuiltHive, role: str, today: date) -> HivePage:
    """A hive with its visits."""
    entries = entries_of(hive)
    visits, plan = visits_in(entries), plan_of(hive)
    stands = validate_hive(hive.stands)
    return HivePage(
        id=hive.id,
        yard=hive.yard_id,
        yard_name=hive.yard.name,
        name=hive.name,
        role=role,
        design=hive.design_id,
        revision=hive.revision,
        built_on=hive.built_on.isoformat(),
        words=summary(whole(stands)),
        stands=list(runs_of(stands)),
        planned=as_planned(stands, plan, today.isoformat()) if plan is not None else None,
        comb_names={kind.id: kind.name for kind in stands.comb_types},
        visits=_visits(validate_hive(hive.document), entries, visits, plan),
        more=max(hive.visits.count() - len(entries), 0),
        combs=list(_lives(hive, today)),
        combs_why=old_comb_words(),
        due=_due(hive, visits, plan, today),
    )


def _lives(hive: BuiltHive, today: date) -> tuple[CombLife, ...]:
    """Combs by all the visits there are: a life is longer than a page."""
    visits = visits_in(hive.visits.all())
    return comb_lives(validate_hive(hive.document), hive.built_on.isoformat(), visits, today.isoformat())


def _visits(
    built: Hive, entries: Sequence[VisitEntry], visits: Sequence[Visit], plan: BookPlan | None
) -> list[VisitOut]:
    """Each visit with its rod; the plan's line goes from each to the next."""
    planned = [plan.on(visit.day) if plan is not None else None for visit in visits]
    found: list[VisitOut] = []
    for number, (entry, visit) in enumerate(zip(entries, visits, strict=True)):
        hive = with_runs(built, visit.found) if visit.found else standing(built, visits[:number])
        on = planned[number]
        author = entry.author
        found.append(
            VisitOut(
                id=entry.id,
                at=visit.at,
                by=(author.first_name or author.username) if author is not None else "",
                beside=entry.beside,
                entry=visit,
                combs=sum(len(run.combs) for run in visit.after) or len(combs_of(hive)),
                honey_kg=round(visit.honey_kg, 2),
                rod=_rod(hive, line_through(planned, number), f"Visit of {visit.at}"),
                against=[
                    DifferenceOut(what=each.what, seen=each.seen, planned=each.planned, by=each.by)
                    for each in (against(seen(built, visit), on) if on is not None else ())
                ],
            )
        )
    return found
